import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { hydrated } from './people';

test('proposals of one athlete are changed and seen on the cards before they are taken; no day moves', async ({
  page,
}) => {
  await page.goto('/proposals');
  const name =
    (await page
      .getByRole('region', { name: /^A harder rung/ })
      .getByRole('link', { name: /^The week of / })
      .first()
      .getAttribute('aria-label')) ?? '';
  await page.getByRole('link', { name }).first().click();
  await page.waitForURL(/\/coach$/);
  await hydrated(page);
  const main = page.getByRole('main');
  await expect(main.getByRole('heading', { name: 'For next time' })).toBeVisible();
  const days = () => main.locator('section header h3').allTextContents();
  await expect(main.locator('section header h3').first()).toBeVisible();
  const before = (await days()).map((text) => text.replace(/\d+ min$/, ''));
  await main.getByText('Change it').first().click();
  await expect(main.getByLabel('Exercise').first()).toBeVisible();
  await expect(main.getByLabel('Exercise').first().locator('option').first()).toContainText(/, limit \d/);
  await main.getByLabel('Sets next time').first().fill('0');
  await main.getByRole('button', { name: 'Show it on the cards' }).click();
  await expect(main.getByRole('region', { name: 'On the cards' })).toBeVisible();
  await main.getByRole('button', { name: /^Decide th/ }).click();
  await expect(main.getByText('Sets: 1 to 12.')).toBeVisible();
  await main.getByLabel('Sets next time').first().fill('2');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await main.getByRole('button', { name: /^Decide th/ }).click();
  await expect(main.getByRole('heading', { name: 'For next time' })).toBeHidden();
  expect((await days()).map((text) => text.replace(/\d+ min$/, ''))).toEqual(before);
});

test('changes of several athletes are taken on Today at once; who is not ticked stays open', async ({
  page,
}) => {
  await page.goto('/');
  await hydrated(page);
  const deciding = page.locator('[data-athlete]').filter({ hasText: 'to decide' });
  const names = await deciding.evaluateAll((rows) => rows.map((row) => row.getAttribute('aria-label') ?? ''));
  expect(names.length).toBeGreaterThan(2);
  const [one = '', other = '', third = ''] = names.slice(-3);
  const says = (name: string) => page.getByRole('listitem', { name, exact: true });
  const before = await says(third).innerText();
  for (const name of [one, other]) await page.getByRole('checkbox', { name: `Tick ${name}` }).check();
  await page.getByRole('button', { name: 'Take what is inside the rules' }).click();
  await expect(page.getByRole('status').filter({ hasText: /changes? taken/ })).toBeVisible();
  // Who was not ticked has the same to decide as before.
  expect(await says(third).innerText()).toBe(before);
});

test('changes of one athlete are taken by a key, and the decision is taken back', async ({ page }) => {
  await page.goto('/');
  await hydrated(page);
  const deciding = page.getByRole('main').locator('[data-athlete]').filter({ hasText: 'to decide' }).last();
  const name = String(await deciding.getAttribute('aria-label'));
  const row = (one: string) => page.getByRole('main').getByRole('listitem', { name: one, exact: true });
  const says = async () => (await row(name).innerText()).match(/\d+ proposals? to decide/)?.[0];
  const before = await says();
  await row(name).locator('[data-name]').focus();
  await page.keyboard.press('a');
  await expect(page.getByRole('status').filter({ hasText: /\d changes? taken/ })).toBeVisible();
  await expect(row(name).getByText(String(before))).toHaveCount(0);
  await page.keyboard.press('u');
  await expect(page.getByText('Undone: it is as it was.')).toBeVisible();
  await expect(row(name).getByText(String(before))).toBeVisible();
});

test('a coach takes the proposals of the whole squad at once; what is not ticked stays open', async ({
  page,
}) => {
  await page.goto('/proposals');
  await hydrated(page);
  const main = page.getByRole('main');
  await expect(main.getByText(/\d+ athletes, \d+ changes/)).toBeVisible();
  await expect(main.getByText(/inside the ramp|outside the ramp/).first()).toBeVisible();
  const boxes = main.getByRole('checkbox');
  const all = await boxes.count();
  expect(all).toBeGreaterThan(3);
  const left = (await boxes.last().getAttribute('value')) ?? '';
  await boxes.last().uncheck();
  const ticked = await main.getByRole('checkbox', { checked: true }).count();
  await main.getByRole('button', { name: 'Take what is ticked' }).click();
  const status = main.getByRole('status').filter({ hasText: 'taken' });
  await expect(status).toContainText(/\d+ changes? taken/);
  const taken = Number(/(\d+) changes? taken/.exec((await status.textContent()) ?? '')?.[1]);
  expect(taken).toBeGreaterThan(0);
  expect(taken).toBeLessThanOrEqual(ticked);
  await expect(main.locator(`input[value="${left}"][name="accept"]`)).toBeVisible();
  // What was done is said before the list has been read anew.
  await expect(main.getByRole('checkbox')).toHaveCount(all - taken);
});
