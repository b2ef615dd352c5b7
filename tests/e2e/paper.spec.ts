import { expect, type Page, test } from '@playwright/test';
import { demoAthlete } from './people';

const pagesOf = async (page: Page, format: 'A4' | 'Letter', own = false) => {
  const pdf = await page.pdf({ format, preferCSSPageSize: own, printBackground: false });
  return (pdf.toString('latin1').match(/\/Type \/Page\b/g) ?? []).length;
};
const people = ['Ysolde Marrick', 'Dov Kestle', 'Odessa Penhale'];

test('a card is a sheet a session with its faults behind, or two sessions a sheet', async ({ page }) => {
  for (const name of people)
    for (const format of ['A4', 'Letter'] as const) {
      await page.goto(`${demoAthlete(name)}/card`);
      const sessions = await page.getByRole('region', { name: /^Watch for, / }).count();
      expect(sessions).toBeGreaterThan(0);
      expect({ name, format, pages: await pagesOf(page, format) }).toEqual({
        name,
        format,
        pages: 2 * sessions,
      });
      await page.getByRole('link', { name: 'Two sessions a page' }).click();
      await expect(page.getByRole('link', { name: /A page a session/ })).toBeVisible();
      expect({ name, format, pages: await pagesOf(page, format) }).toEqual({
        name,
        format,
        pages: Math.ceil(sessions / 2),
      });
    }
});

test('the plan is one landscape sheet', async ({ page }) => {
  for (const name of people) {
    await page.goto(`${demoAthlete(name)}/plan`);
    await expect(page.getByRole('img', { name: /season laid week by week/ })).toBeVisible();
    for (const format of ['A4', 'Letter'] as const)
      expect({ name, format, pages: await pagesOf(page, format, true) }).toEqual({ name, format, pages: 1 });
  }
});

test('every sheet says whose it is, and has nothing to press', async ({ page }) => {
  for (const part of ['plan', 'results', 'review', 'link', 'coach']) {
    await page.goto(`${demoAthlete('Ysolde Marrick')}/${part}`);
    const head = page.locator('.paper-head');
    await expect(head).toBeHidden();
    await page.emulateMedia({ media: 'print' });
    await expect(head).toBeVisible();
    await expect(head).toContainText('Ysolde Marrick');
    await expect(head).toContainText('Larkmoor Valley Performance');
    await expect(page.locator('button:visible, select:visible, input:visible, textarea:visible')).toHaveCount(
      0,
    );
    await page.emulateMedia({ media: 'screen' });
  }
});

test('light and dark are chosen on the device and are there at the first paint; paper stays light', async ({
  page,
}) => {
  await page.goto('/athletes');
  const ground = () => page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor);
  const light = await ground();
  await page.getByLabel('Light or dark').selectOption('dark');
  const dark = await ground();
  expect(dark).not.toBe(light);
  const html = await (await page.request.get('/athletes')).text();
  expect(html).toMatch(/<html[^>]* data-theme="dark"/);
  await page.reload();
  expect(await ground()).toBe(dark);
  await page.emulateMedia({ media: 'print' });
  expect(await ground()).not.toBe(dark);
  await page.emulateMedia({ media: 'screen' });
  await page.getByLabel('Light or dark').selectOption('system');
  expect(await ground()).toBe(light);
});
