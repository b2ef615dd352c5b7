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
  /** Several pictures that are put side by side. */
  beside?: (page: Page) => Promise<Buffer[]>;
}

const station = async (page: Page, name = 'Isaura Bell') => {
  await page.goto(`${base}${of(name)}/clear`);
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
  await page.goto(`${base}${of(name)}/screen`);
  const open = page.getByRole('link', { name: 'Go on with the open screen' });
  if (await open.isVisible().catch(() => false)) await open.click();
  else await page.getByRole('button', { name: 'Start screening' }).click();
  await page.waitForURL(/\/screen\/.+/);
  await page.getByRole('navigation', { name: 'Battery' }).waitFor();
};

const shots: Shot[] = [
  { name: 'today', path: '/' },
  { name: 'athletes', path: '/athletes' },
  { name: 'athlete', path: ysolde, full: true },
  { name: 'clear', path: `${of('Perrin Lowther')}/clear` },
  { name: 'library', path: `/library?athlete=${ysolde.slice(10)}` },
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
    name: 'season-hand',
    path: '',
    before: async (page) => {
      await page.goto(`${base}${ysolde}/plan/hand`);
      await page.getByText(/As it stands since/).waitFor();
      await page.waitForTimeout(1500);
      await page
        .getByRole('gridcell', { name: /^Side wall/ })
        .nth(3)
        .focus();
      await page.keyboard.press('-');
      await page.getByRole('slider', { name: 'Sport begins' }).press('ArrowLeft');
      await page.getByText(/2 changes, solved/).waitFor();
      await page
        .getByRole('button', { name: /^Week 4,|^Week 11,/ })
        .first()
        .click();
      await page.mouse.move(600, 500);
      await page.mouse.wheel(0, 160);
      await page.waitForTimeout(400);
    },
  },
  {
    name: 'clocks',
    path: '',
    before: async (page) => {
      const names = [
        'Corin Aldous',
        'Tobin Aske',
        'Sunniva Brede',
        'Rafferty Dunnock',
        'Halvard Grise',
        'Linnea Harrowgate',
        'Dov Kestle',
        'Perrin Lowther',
        'Ysolde Marrick',
        'Odessa Penhale',
        'Ingrith Solvane',
        'Maren Stroud',
      ];
      const query = names.map((name) => `with=${of(name).slice(10)}`).join('&');
      await page.goto(`${base}/screen/clocks?test=side_plank&${query}`);
      await page.getByRole('button', { name: /Start all/ }).click();
      await page.waitForTimeout(3300);
      for (const letter of 'beh') await page.keyboard.press(letter);
      await page.waitForTimeout(1200);
    },
  },
  { name: 'results', path: `${ysolde}/results` },
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
  {
    name: 'hand',
    path: '',
    before: async (page) => {
      await page.goto(`${base}${ysolde}/coach`);
      await page
        .getByRole('button', { name: /^Change .* by hand$/ })
        .first()
        .click();
      await page.getByText('Figures and note').nth(1).click();
      await page.getByText('Something else in its place').nth(1).click();
      await page.getByRole('button', { name: 'Swap' }).waitFor();
    },
  },
  { name: 'card', path: `${ysolde}/card` },
  {
    name: 'log',
    path: '',
    before: async (page) => {
      await page.goto(`${base}${of('Tobin Aske')}/coach`);
      await page.getByRole('link', { name: 'Log this session' }).first().click();
      await page.getByRole('heading', { name: /What was done/ }).waitFor();
      const item = page.getByRole('main').locator('form > ol > li').nth(1);
      await item
        .getByText(/ otherwise$/)
        .first()
        .click();
      await item
        .getByLabel(/set \d+, /)
        .first()
        .fill('6');
      await item.getByLabel('ended by').first().selectOption({ index: 1 });
      await item.getByText('More sets, another load, another exercise').click();
    },
  },
  { name: 'review', path: `${ysolde}/review` },
  {
    name: 'mat',
    path: '',
    beside: async (page) => {
      await page.setViewportSize({ width: 1024, height: 768 });
      await toTheMat(page, 'Sunniva Brede');
      return inBothLights(page);
    },
  },
  {
    name: 'own',
    path: '',
    beside: async (page) => {
      await page.goto(`${base}${ysolde}/links`);
      await page.getByRole('button', { name: 'Make a link' }).click();
      const link = new URL(await page.getByLabel('Link', { exact: true }).inputValue()).pathname;
      await page.setViewportSize(phone);
      await page.goto(base + link);
      await page.getByRole('button', { name: 'I have read this and agree' }).click();
      const begin = page.getByRole('link', { name: 'Begin' });
      await begin.waitFor();
      const card = await page.screenshot();
      await begin.click();
      await work(page);
      return [card, ...(await inBothLights(page))];
    },
  },
];

/** Into the third set, its clock running. */
async function work(page: Page): Promise<void> {
  const main = page.locator('button[data-main]');
  await main.waitFor();
  for (let tap = 0; tap < 8; tap += 1) {
    await main.click();
    await page.waitForTimeout(150);
  }
  await page.waitForTimeout(4200);
}

async function toTheMat(page: Page, name: string): Promise<void> {
  // Next week has sessions to come on every day of this one.
  const week = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`${base}${of(name)}/coach?week=${week}`);
  const to = await page.getByRole('link', { name: 'Take it to the mat' }).first().getAttribute('href');
  await page.goto(base + to);
  await work(page);
}

/** As it stands in the dark of a gym, and in a bright hall. */
async function inBothLights(page: Page): Promise<Buffer[]> {
  const turn = async (to: 'Light' | 'Dark') => {
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('button', { name: to, exact: true }).click();
    await page.getByText('More', { exact: true }).click();
  };
  const dark = await page.screenshot();
  await turn('Light');
  const light = await page.screenshot();
  await turn('Dark');
  return [dark, light];
}

/** Pictures side by side, on one ground. */
async function sideBySide(pictures: readonly Buffer[], out: string): Promise<void> {
  const { default: sharp } = await import('sharp');
  const gap = 16;
  const sizes = await Promise.all(pictures.map((picture) => sharp(picture).metadata()));
  const lefts = sizes.map((_, i) => sizes.slice(0, i).reduce((sum, { width = 0 }) => sum + width + gap, 0));
  const width = (lefts.at(-1) ?? 0) + (sizes.at(-1)?.width ?? 0);
  const height = Math.max(...sizes.map((size) => size.height ?? 0));
  await sharp({ create: { width, height, channels: 3, background: '#f2eee1' } })
    .composite(pictures.map((input, i) => ({ input, left: lefts[i] ?? 0, top: 0 })))
    .png()
    .toFile(out);
}

async function shoot(browser: Browser, out: string, wanted: readonly string[]): Promise<void> {
  const context = await browser.newContext({ viewport: desk });
  const page = await context.newPage();
  await page.goto(`${base}/sign-in`);
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(`${base}/`);
  for (const shot of shots) {
    if (wanted.length > 0 && !wanted.includes(shot.name)) continue;
    await page.setViewportSize(shot.size ?? desk);
    if (shot.path) await page.goto(base + shot.path);
    await shot.before?.(page);
    await page.evaluate(() => document.fonts.ready);
    const to = `${out}/${shot.name}.png`;
    if (shot.beside) await sideBySide(await shot.beside(page), to);
    else await page.screenshot({ path: to, fullPage: shot.full ?? false });
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
