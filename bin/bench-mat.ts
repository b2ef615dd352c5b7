import { chromium, type Page } from '@playwright/test';
import { chromiumArgs } from '../tests/e2e/browser';

/** How long a tap takes to be seen on the mat, with a processor four times as slow. */

const slowDown = 4;
/** Sets that are begun and ended. */
const sets = 20;
/** No hand taps quicker, and what one tap left to do is not counted to the next. */
const betweenTapsMs = 300;

/** From each tap to the next paint, milliseconds, as the browser tells it: in steps of 8 ms, from 16 ms on. */
async function taps(page: Page, session: readonly string[]): Promise<number[]> {
  await page.goto(`/live?${session.map((id) => `session=${id}`).join('&')}`);
  await page
    .getByRole('button', { name: /^Start/ })
    .first()
    .waitFor();
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: slowDown });
  await page.evaluate(() => {
    const seen: number[] = [];
    Object.assign(window, { seen });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) if (entry.name === 'click') seen.push(entry.duration);
    }).observe({ type: 'event', durationThreshold: 16 } as PerformanceObserverInit);
  });
  const main = page.locator('button[data-main]');
  for (let i = 0; i < sets; i += 1) {
    // To begin, at once, and to end; what was left is asked in between, and passed over.
    for (let tap = 0; tap < 3; tap += 1) {
      if (!(await main.isVisible())) break;
      await main.click();
      await page.waitForTimeout(betweenTapsMs);
    }
  }
  const seen = await page.evaluate(() => (window as unknown as { seen: number[] }).seen);
  await cdp.detach();
  return seen;
}

export interface MatFigures {
  readonly alone: readonly number[];
  readonly six: readonly number[];
}

/** Sessions of next week, one an athlete: whatever day it is, there are some. */
async function sessionsAhead(base: string, cookie: string, many: number): Promise<string[]> {
  const read = async (path: string) => (await fetch(`${base}${path}`, { headers: { cookie } })).text();
  const nextWeek = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  const athletes = new Set((await read('/athletes')).match(/\/athletes\/[0-9a-f-]{36}/g));
  const found: string[] = [];
  for (const path of athletes) {
    const [, id] =
      (await read(`${path}/coach?week=${nextWeek}`)).match(/\/live\?session=([0-9a-f-]{36})/) ?? [];
    if (id) found.push(id);
    if (found.length === many) return found;
  }
  throw new Error(`only ${found.length} athletes have a session next week`);
}

/** Taps of one session alone, and of one among six side by side. */
export async function measureMat(base: string, cookie: string): Promise<MatFigures> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: chromiumArgs,
  });
  try {
    const sessions = await sessionsAhead(base, cookie, 6);
    const [name = '', value = ''] = cookie.split(/=(.*)/s);
    const figures: number[][] = [];
    for (const many of [1, 6]) {
      const context = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } });
      await context.addCookies([{ name, value, url: base }]);
      const page = await context.newPage();
      figures.push(await taps(page, sessions.slice(0, many)));
      await context.close();
    }
    return { alone: figures[0] ?? [], six: figures[1] ?? [] };
  } finally {
    await browser.close();
  }
}
