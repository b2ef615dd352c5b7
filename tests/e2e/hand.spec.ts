import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { hydrated, ready } from './people';

test('a coach builds a session by hand: figures, swap, add, order, note, another day', async ({ page }) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  await page.goto(`${path}/coach`);
  await page
    .getByRole('link', { name: /^Change .* by hand$/ })
    .last()
    .click();
  await hydrated(page);
  const items = page.getByRole('main').locator('ol.rule-list > li');
  const names = () => items.locator('p > strong').allTextContents();
  const before = await names();

  // Figures and a note: share and minutes follow what is typed.
  await items.nth(1).getByText('Figures and note').click();
  await items.nth(1).getByLabel('Sets').fill('5');
  await expect(items.nth(1).getByText(/dose \d|\d min\./)).toBeVisible();
  await items.nth(1).getByLabel('Note for this day').fill('slow on the way down');
  await items.nth(1).getByRole('button', { name: 'Save these figures' }).click();
  await expect(items.nth(1).getByText(/^5 ×/)).toBeVisible();
  await expect(items.nth(1).getByText('slow on the way down')).toBeVisible();

  // What cannot be read is said at its field, and nothing is written.
  await items.nth(1).getByText('Figures and note').click();
  await items.nth(1).getByLabel('Sets').fill('0');
  await items.nth(1).getByRole('button', { name: 'Save these figures' }).click();
  await expect(page.getByText('Sets: 1 to 12.').first()).toBeVisible();
  await page.reload();
  await hydrated(page);
  await expect(items.nth(1).getByText(/^5 ×/)).toBeVisible();

  // Something else in its place, the best first, with its numbers.
  await items.nth(1).getByText('Something else in its place').click();
  const other = (await items.nth(1).locator('fieldset strong').first().textContent()) ?? '';
  await expect(items.nth(1).locator('fieldset label').first()).toContainText(/limit .* % of it/);
  await items.nth(1).getByRole('button', { name: 'Swap' }).click();
  await expect.poll(names).toEqual([before[0], other, ...before.slice(2)]);

  await page.getByLabel('Add an exercise').selectOption({ label: 'Lying chin nod and hover' });
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect.poll(names).toEqual([before[0], other, ...before.slice(2), 'Lying chin nod and hover']);
  await page.getByRole('button', { name: 'Lying chin nod and hover earlier' }).press('Enter');
  await expect.poll(async () => (await names()).at(-2)).toBe('Lying chin nod and hover');
  await page.getByRole('button', { name: `Take ${before[0]} off` }).click();
  await expect.poll(names).not.toContain(before[0]);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

  const days = page.getByLabel('Move the session to');
  const day = (await days.locator('option').last().textContent()) ?? '';
  await days.selectOption({ label: day });
  await page.getByRole('button', { name: 'Move it' }).click();
  await expect(page.getByRole('heading', { name: `${day}, by hand` })).toBeVisible();

  // The week and the card say so.
  await page.getByRole('link', { name: 'Done' }).click();
  await expect(page.getByRole('heading', { name: new RegExp(day) })).toBeVisible();
  await expect(page.getByText('by hand', { exact: true }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Card to print' }).click();
  await expect(page.getByText('Lying chin nod and hover').first()).toBeVisible();
});
