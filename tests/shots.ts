/**
 * Pictures of the main views from the demo world: `npx tsx tests/shots.ts OUT [NAME ...]` against a running start.
 * Names as in docs/screenshots; all when none is given.
 */
import { mkdirSync } from 'node:fs';
import { type Browser, chromium, type Page } from '@playwright/test';
import { stableUuid } from '../demo/stable';
import { demoSignIn } from '../demo/world-sign-in';
import { chromiumArgs } from './e2e/browser';

const base = process.env.BASE_URL ?? 'http://127.0.0.1:3100';
const of = (name: string) => `/athletes/${stableUuid(`athlete ${name}`)}`;
const ysolde = of('Ysolde Marrick');
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

interface Shot {
  name: string;
  path: string;
  size?: { width: number; height: number };
  full?: boolean;
  before?: (page: Page) => Promise<void>;
}

const station = async (page: Page) => {
  await page.goto(`${base}${of('Isaura Bell')}/clear`);
  if (
    await page
      .getByRole('button', { name: 'Save the form' })
      .isVisible()
      .catch(() => false)
  ) {
    await page.getByLabel('Asked all of them: none').click();
    await page.getByLabel(/athlete agrees/).click();
    await page.getByRole('button', { name: 'Save the form' }).click();
    await page.getByRole('heading', { name: 'Cleared' }).waitFor();
  }
  await page.goto(`${base}${of('Isaura Bell')}/screen`);
  const open = page.getByRole('link', { name: 'Go on with the open screen' });
  if (await open.isVisible().catch(() => false)) await open.click();
  else await page.getByRole('button', { name: 'Start screening' }).click();
  await page.waitForURL(/\/screen\/.+/);
};

const shots: Shot[] = [
  { name: 'sign-in', path: '/sign-in' },
  { name: 'today', path: '/' },
  { name: 'athletes', path: '/athletes' },
  { name: 'athlete', path: ysolde, full: true },
  { name: 'clear', path: `${of('Perrin Lowther')}/clear` },
  { name: 'library', path: `/library?athlete=${ysolde.slice(10)}` },
  {
    name: 'ladder',
    path: `/library/side_plank?athlete=${ysolde.slice(10)}&rung=side_plank_full`,
    full: true,
  },
  { name: 'bench', path: `/bench/lever?athlete=${ysolde.slice(10)}&rung=side_plank_full&load=4` },
  { name: 'battery', path: `${of('Odessa Penhale')}/screen` },
  {
    name: 'station',
    path: '',
    before: async (page) => {
      await station(page);
      await page
        .getByRole('button', { name: /Side plank/ })
        .first()
        .click();
      await page.keyboard.press('Space');
      await page.waitForTimeout(4200);
      await page.keyboard.press('f');
      await page.keyboard.press('1');
    },
  },
  {
    name: 'station-phone',
    path: '',
    size: phone,
    before: async (page) => {
      await station(page);
      await page
        .getByRole('button', { name: /Side plank/ })
        .first()
        .click();
    },
  },
  {
    name: 'link',
    path: `${ysolde}/link`,
    full: true,
    before: async (page) => {
      await page.goto(`${base}${ysolde}/link`);
      await page.locator('summary').first().click();
    },
  },
  { name: 'season', path: `${ysolde}/plan` },
  { name: 'week', path: `${ysolde}/coach`, full: true },
  { name: 'card-phone', path: `${ysolde}/card`, size: phone },
  { name: 'card', path: `${ysolde}/card` },
  {
    name: 'log',
    path: '',
    before: async (page) => {
      await page.goto(`${base}${of('Tobin Aske')}/coach`);
      await page.getByRole('link', { name: 'Log this session' }).first().click();
      await page.getByRole('heading', { name: /What was done/ }).waitFor();
      await page
        .getByText(/ lost$/)
        .first()
        .click();
    },
  },
  { name: 'review', path: `${ysolde}/review` },
  { name: 'settings', path: '/settings' },
];

async function shoot(browser: Browser, out: string, wanted: readonly string[]): Promise<void> {
  const context = await browser.newContext({ viewport: desk });
  const page = await context.newPage();
  await page.goto(`${base}/sign-in`);
  if (wanted.length === 0 || wanted.includes('sign-in'))
    await page.screenshot({ path: `${out}/sign-in.png` });
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(`${base}/`);
  for (const shot of shots) {
    if (shot.name === 'sign-in' || (wanted.length > 0 && !wanted.includes(shot.name))) continue;
    await page.setViewportSize(shot.size ?? desk);
    if (shot.path) await page.goto(base + shot.path);
    await shot.before?.(page);
    await page.evaluate(() => document.fonts.ready);
    await page.screenshot({ path: `${out}/${shot.name}.png`, fullPage: shot.full ?? false });
    process.stdout.write(`${shot.name}\n`);
  }
}

const [out = 'docs/screenshots', ...wanted] = process.argv.slice(2);
mkdirSync(out, { recursive: true });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: chromiumArgs });
try {
  await shoot(browser, out, wanted);
} finally {
  await browser.close();
}
