import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { hydrated, ready } from './people';

const effort = (page: Page, value: string) =>
  page
    .getByRole('group', { name: /How hard/ })
    .getByRole('radio', { name: value, exact: true })
    .check();
const noPain = (page: Page) =>
  page
    .getByRole('group', { name: /Any pain/ })
    .getByRole('radio', { name: '0', exact: true })
    .check();

/** An athlete with two weeks laid out, at the log of the first session to come. */
async function atALog(page: Page): Promise<string> {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  const nextWeek = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`${path}/coach?week=${nextWeek}`);
  await page.getByRole('link', { name: 'Log this session' }).first().click();
  await hydrated(page);
  return path;
}

test('a session is logged with another load, one more set and another exercise; opened again, corrected, and its note read', async ({
  page,
}) => {
  await atALog(page);
  const items = page.getByRole('main').locator('form > ol > li');
  await expect(items.nth(3)).toBeVisible();

  // Instead of the first one: another exercise, with a load of its own. Nothing of it is filled in.
  const first = items.first();
  const planned = (await first.locator('strong').first().textContent()) ?? '';
  await first.getByText('More sets, another load, another exercise').click();
  await first.getByLabel('Another exercise instead').selectOption({ label: 'Suitcase carry' });
  const instead = items.nth(1);
  await expect(instead).toContainText(`instead of ${planned}`);
  await expect(first.getByLabel('not done')).toBeChecked();
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(instead.getByText('say how much was done')).toBeVisible();
  await expect(page.getByText('Say how hard it was')).toBeVisible();
  await instead.getByLabel('Each set, metres').fill('30');
  await instead.getByLabel('Load, kg in the hand').fill('300');
  await effort(page, '6');
  await noPain(page);
  await page.getByLabel('Note').fill('carry instead, mat was taken');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(page.getByText(/300 kg cannot be right/)).toBeVisible();
  await instead.getByLabel('Load, kg in the hand').fill('12,5');

  // One more set of the next.
  const more = items.nth(2);
  await more.getByText('More sets, another load, another exercise').click();
  const sets = more.getByText(/ otherwise$/);
  const were = await sets.count();
  await more.getByRole('button', { name: 'One more set' }).click();
  expect(await sets.count()).toBeGreaterThan(were);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: /^Save/ }).click();

  // The week tells the note, the other day, and what was not planned.
  const main = page.getByRole('main');
  await expect(main.getByText('“carry instead, mat was taken”')).toBeVisible();
  await expect(main.getByText(/Suitcase carry, \d × 30 m, 12.5 kg in the hand/)).toBeVisible();
  await expect(main.getByText(/^Done on /)).toBeVisible();

  // It opens again as it was written, and a correction takes its place.
  await main.getByRole('link', { name: /^Open the log of/ }).click();
  await hydrated(page);
  await expect(page.getByText(/^Written by /)).toBeVisible();
  await expect(page.getByLabel('Load, kg in the hand')).toHaveValue('12.5');
  await effort(page, '9');
  await page.getByLabel('Note').fill('it was harder than that');
  await page.getByRole('button', { name: 'Save the correction' }).click();
  await expect(main.getByText('“it was harder than that”')).toBeVisible();
  await expect(main.getByText('logged, effort 9 of 10')).toBeVisible();
  await main.getByRole('link', { name: /^Open the log of/ }).click();
  await expect(page.getByText(/^Before that by .*effort 6.*carry instead, mat was taken/)).toBeVisible();
});

test('work that nobody planned is logged on its own day, and stands in its week', async ({ page }) => {
  const path = await ready(page);
  await page.goto(`${path}/coach/unplanned`);
  await hydrated(page);
  await effort(page, '4');
  await noPain(page);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Add an exercise: nothing is written down yet.')).toBeVisible();
  await page.getByLabel('Add an exercise').selectOption({ label: 'Plank' });
  const item = page.getByRole('main').locator('form > ol > li').first();
  await item.getByLabel('Each set, seconds').fill('40');
  await item.getByRole('button', { name: 'One more set' }).click();
  await item.getByText('2 otherwise').click();
  await item.getByLabel('set 2, seconds').fill('25');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.waitForURL(/\/coach\?week=/);
  // No season: the week says so first. The log is kept all the same and counts.
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  await page.reload();
  await expect(page.getByText('not planned, logged, effort 4 of 10')).toBeVisible();
  await expect(page.getByText('Plank, 2 × 40 s')).toBeVisible();
});
