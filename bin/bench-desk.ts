import { readdirSync, statSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import type { Lock } from '~/core/plan/hand/by-hand';
import { lockOfCells } from '~/core/plan/hand/draft';
import type { SolvedSeason } from '~/core/plan/periodise';
import type { PeriodiseInput } from '~/core/plan/season';
import { chromiumArgs } from '../tests/e2e/browser';
import { seasonOf } from './bench-season';

/** How long the season's worker takes in the browser, and whether the page waits for it. */

const assets = 'build/pages/client/assets';
/** The worker's own file: the one that is not a page of the same name. */
const workerFile = (): string => {
  const all = readdirSync(assets).filter((name) => /^seasons-.*\.js$/.test(name));
  const sizes = all.map((name) => ({ name, size: statSync(`${assets}/${name}`).size }));
  return sizes.sort((a, b) => b.size - a.size)[0]?.name ?? '';
};

/** Asks the worker as the page does, and says how long it took. */
async function solves(page: Page, file: string, inputs: readonly PeriodiseInput[], fresh: boolean) {
  return page.evaluate(
    async ({ url, asked, anew }) => {
      interface Held {
        seasons?: Worker;
      }
      const held = window as unknown as Held;
      if (anew) {
        held.seasons?.terminate();
        held.seasons = undefined;
      }
      held.seasons ??= new Worker(url, { type: 'module' });
      const worker = held.seasons;
      const all: { ms: number; found: unknown }[] = [];
      // As comlink asks.
      for (const input of asked) {
        const id = crypto.randomUUID();
        const began = performance.now();
        worker.postMessage({
          id,
          type: 'APPLY',
          path: ['solve'],
          argumentList: [{ type: 'RAW', value: input }],
        });
        const found = await new Promise((resolve) =>
          worker.addEventListener('message', ({ data }) => resolve(data.value), { once: true }),
        );
        all.push({ ms: performance.now() - began, found });
      }
      return all;
    },
    { url: `/assets/${file}`, asked: inputs, anew: fresh },
  );
}

export interface DeskFigures {
  readonly cold: readonly number[];
  readonly warm: readonly number[];
  /** Tasks of the page itself over 50 ms, while a season is moved on the desk. */
  readonly blocked: readonly number[];
}

const weeks = 52;
const seasons = 6;
const locksEach = 10;

/** Seasons of a year: each from nothing, then with one dose after another locked. */
export async function measureDesk(base: string, cookie: string, athlete: string): Promise<DeskFigures> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: chromiumArgs,
  });
  try {
    const [name = '', value = ''] = cookie.split(/=(.*)/s);
    const context = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } });
    await context.addCookies([{ name, value, url: base }]);
    const page = await context.newPage();
    await page.goto(`${athlete}/plan`);
    const file = workerFile();
    // The engine compiles the solver while it is used for the first time.
    await solves(page, file, [seasonOf(20)], true);
    const cold: number[] = [];
    const warm: number[] = [];
    for (let shift = 0; shift < seasons; shift += 1) {
      const input = seasonOf(weeks, shift);
      const [first] = await solves(page, file, [input], false);
      const solved = first?.found as SolvedSeason;
      if (!first || !solved.ok) throw new Error('a season was not solved');
      cold.push(first.ms);
      const on = { ...input, accepted: solved.plan.aimed };
      await solves(page, file, [on], false);
      const locks: Lock[] = [];
      const cells = solved.plan.weeks.flatMap((week) => week.cells.map((cell) => ({ week, cell })));
      for (let i = 0; i < locksEach; i += 1) {
        const at = cells[Math.floor((cells.length * (i + 0.5)) / locksEach)];
        if (!at || at.cell.sets < 2) continue;
        locks.push(lockOfCells(at.week.startsOn, at.cell.quality, at.week.cells));
        const [again] = await solves(page, file, [{ ...on, locks: [...locks] }], false);
        if (again) warm.push(again.ms);
      }
    }
    return { cold, warm, blocked: await blockedWhileMoved(page, athlete) };
  } finally {
    await browser.close();
  }
}

/** Long tasks of the page while doses are changed and an edge is moved. */
async function blockedWhileMoved(page: Page, athlete: string): Promise<number[]> {
  await page.goto(`${athlete}/plan/hand`);
  await page.getByText(/As it stands since/).waitFor();
  await page.waitForTimeout(2000);
  await page.evaluate(() => {
    const long: number[] = [];
    Object.assign(window, { long });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) long.push(entry.duration);
    }).observe({ type: 'longtask' });
  });
  const cell = page.getByRole('gridcell', { name: /^Side wall/ }).nth(3);
  await cell.focus();
  for (let i = 0; i < 12; i += 1) {
    await page.keyboard.press(i % 4 < 2 ? '-' : '+');
    await page.waitForTimeout(150);
  }
  const edge = page.getByRole('slider', { name: /begins$/ }).first();
  for (let i = 0; i < 6; i += 1) {
    await edge.press(i % 2 ? 'ArrowLeft' : 'ArrowRight');
    await page.waitForTimeout(250);
  }
  return page.evaluate(() => (window as unknown as { long: number[] }).long);
}
