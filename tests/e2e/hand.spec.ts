import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { hydrated, ready } from './people';

test('a coach builds a session by hand: figures, swap, add, order, note, another day', async ({ page }) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  await page.goto(`${path}/coach`);
  await hydrated(page);
  const log = await page.getByRole('link', { name: 'Log this session' }).last().getAttribute('href');
  await page.goto(String(log).replace(/log$/, 'hand'));
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

test('in the week itself: an exercise is dragged by the keys, a session by the pointer, one is changed in place, one skipped', async ({
  page,
}) => {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  const nextWeek = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`${path}/coach?week=${nextWeek}`);
  await hydrated(page);
  const sections = page
    .getByRole('main')
    .locator('section')
    .filter({ has: page.locator('header h3') });
  const first = sections.first();
  const names = () => first.locator('ol.rule-list > li p > strong').allTextContents();
  const before = await names();
  expect(before.length).toBeGreaterThan(2);

  // By the keys: picked up, one down, put down; the screen reader hears it.
  await first.getByRole('button', { name: `Move ${before[0]}`, exact: true }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(`${before[0]} is over ${before[0]}.`)).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(`${before[0]} is over ${before[1]}.`)).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(names).toEqual([before[1], before[0], ...before.slice(2)]);

  // By the pointer: the session to a free day.
  const handle = first.getByRole('button', { name: /^Move \w+day .* to another day$/ });
  await handle.scrollIntoViewIfNeeded();
  const from = await handle.boundingBox();
  if (!from) throw new Error('no handle');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 30, from.y + 40, { steps: 4 });
  const day = page.getByRole('list', { name: 'Free days' }).getByRole('listitem').last();
  const free = await day.textContent();
  const to = await day.boundingBox();
  if (!to) throw new Error('no free day');
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole('heading', { name: new RegExp(String(free)) })).toBeVisible();

  // In place: figures of the first exercise of the first session there is now.
  const now = sections.first();
  await now.getByRole('button', { name: /^Change .* by hand$/ }).click();
  await now.getByText('Figures and note').first().click();
  await now.getByLabel('Sets', { exact: true }).first().fill('5');
  await now.getByRole('button', { name: 'Save these figures' }).first().click();
  await expect(now.getByText(/^5 ×/)).toBeVisible();
  // The exercises of a session are kept as a set, there for every session; adding it here finds them all there.
  const name = `Circuit ${crypto.randomUUID().slice(0, 6)}`;
  await now.getByText('Sets of exercises the practice keeps').click();
  await now.getByLabel('Keep the exercises of this session as').fill(name);
  await now.getByRole('button', { name: 'Keep them' }).click();
  await now.getByRole('button', { name: `Add the set ${name}` }).click();
  await expect(now.getByText(`Everything of “${name}” is in this session already.`)).toBeVisible();
  await now.getByRole('button', { name: `Forget the set ${name}` }).click();
  await expect(now.getByRole('button', { name: `Add the set ${name}` })).toBeHidden();
  await now.getByRole('button', { name: /^Done with/ }).click();
  await expect(now.getByText(/^5 ×/)).toBeVisible();
  await expect(now.getByText('by hand', { exact: true })).toBeVisible();

  await now.getByRole('button', { name: /^Skip, / }).click();
  await now.getByLabel(/^Why .* is skipped$/).fill('travel');
  await now.getByRole('button', { name: /^Skip, / }).click();
  await expect(now.getByText('Skipped', { exact: false }).first()).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await now.getByRole('button', { name: /^Put it on again, / }).click();
  await expect(now.getByRole('button', { name: /^Skip, / })).toBeVisible();
});
