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
    name: 'station-phone',
    path: '',
    size: phone,
    before: async (page) => {
      // Another athlete: the clock of the picture before still runs.
      await station(page, 'Odessa Penhale');
      await page
        .getByRole('button', { name: /Side plank/ })
        .first()
        .click();
      await page.getByRole('button', { name: /^Start/ }).click();
      await page.waitForTimeout(4200);
      await page.keyboard.press('f');
      await page.keyboard.press('1');
    },
  },
  {
    name: 'trace',
    path: '',
    before: async (page) => {
      await station(page);
      await page
        .getByRole('button', { name: /Side plank/ })
        .first()
        .click();
      await page.getByRole('button', { name: 'Pelvis and trunk sensor' }).click();
      await page.getByText('A simulated instrument').click();
      await page.getByLabel('Control is lost').selectOption('6');
      await page.keyboard.press('Space');
      await page.waitForTimeout(11_500);
      await page.keyboard.press('Space');
      await page.getByText(/First loss at/).waitFor();
    },
  },
  {
    name: 'over-time',
    path: '',
    before: async (page) => {
      await page.goto(`${base}${ysolde}/review/over-time?test=side_plank`);
      await page.locator('.apexcharts-bar-area').first().waitFor();
      await page.mouse.move(600, 500);
      await page.mouse.wheel(0, 190);
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
];

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
