import { expect, test } from '@playwright/test';
import { demoAthlete, hydrated } from './people';

const page0 = `${demoAthlete('Ysolde Marrick')}/review/over-time`;

test('a test, an exercise and the work of every week are drawn beside their tables', async ({ page }) => {
  await page.goto(`${page0}?test=side_plank`);
  await hydrated(page);
  const figure = page.getByRole('figure').first();
  const rows = figure.getByRole('row');
  await expect(rows.first()).toContainText('Since the time before');
  // Every result of the table is a mark on a line, of one shape for each side.
  const results = (await rows.count()) - 1;
  expect(results).toBeGreaterThan(3);
  await expect(figure.locator('.apexcharts-marker')).toHaveCount(results);
  await expect(figure.locator('.apexcharts-yaxis-annotations')).toContainText('Target: 74 s');

  // What is chosen in one part stays when the other is chosen; of several in a row the last one is drawn.
  const exercise = page.getByRole('combobox', { name: 'Exercise' });
  await exercise.selectOption({ index: 1 });
  await exercise.selectOption({ index: 0 });
  const last = (await exercise.locator('option').last().innerText()).trim();
  await exercise.selectOption({ label: last });
  await expect(page).toHaveURL(/test=side_plank.*exercise=/);
  const days = page.getByRole('region', { name: `${last} by day` }).getByRole('row');
  await expect(days.nth(1)).toContainText(/\d/);
  const second = page.getByRole('figure').nth(1);
  await expect(second.locator('.apexcharts-bar-area')).toHaveCount((await days.count()) - 1);

  const weeks = page.getByRole('region', { name: 'Work by week' }).getByRole('row');
  await expect(weeks.nth(1)).toContainText(/\d+ sets?.*\d+ sets?/);
  await expect(page.getByRole('figure').nth(2).locator('.apexcharts-bar-area')).toHaveCount(
    (await weeks.count()) - 1,
  );
});

test('the review leads to one test over time; the charts are loaded nowhere else', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(request.url()));
  await page.goto(page0.replace('/over-time', ''));
  await hydrated(page);
  expect(asked.filter((url) => url.includes('apexcharts'))).toEqual([]);
  await page.getByRole('link', { name: /Side plank, left/ }).click();
  await expect(page.getByRole('combobox', { name: 'Test', exact: true })).toHaveValue('side_plank');
  await expect(page.locator('.apexcharts-canvas')).toHaveCount(3);
  expect(asked.some((url) => url.includes('apexcharts'))).toBe(true);
});

test('charts take the colours of the night when the page turns over', async ({ page }) => {
  await page.goto(page0);
  await hydrated(page);
  const bar = page.getByRole('figure').nth(2).locator('.apexcharts-bar-area').first();
  const byDay = await bar.getAttribute('fill');
  await page.emulateMedia({ colorScheme: 'dark' });
  await expect(bar).not.toHaveAttribute('fill', String(byDay));
});

test('who was never screened is told what will stand here', async ({ page }) => {
  await page.goto(`${demoAthlete('Isaura Bell')}/review/over-time`);
  await expect(page.getByRole('heading', { name: 'Nothing measured yet' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'No sessions yet' })).toBeVisible();
});
