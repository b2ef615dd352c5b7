import { expect, test } from '@playwright/test';
import { addAthlete, clearAthlete, demoAthlete, hydrated, openStation, plainTrial, warning } from './people';

test('a battery is put in order, given its rests, kept under a name and taken again', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  await page.goto(`${path}/screen?minutes=40`);
  await hydrated(page);
  const tests = page
    .getByRole('list')
    .filter({ has: page.getByLabel('Rest before') })
    .getByRole('listitem');
  const heading = page.getByRole('heading', { name: /\d+ tests, \d+ min/ });
  const count = await tests.count();
  const first = (await tests.first().locator('strong').first().textContent()) ?? '';
  await page.getByRole('button', { name: `${first} later` }).click();
  await expect(tests.nth(1)).toContainText(first);
  await page.getByRole('button', { name: `${first} earlier` }).click();
  await page.getByRole('button', { name: `Leave ${first} out` }).click();
  await expect(heading).toContainText(`${count - 1} tests`);
  await page.getByRole('button', { name: `Add ${first}` }).click();
  await expect(tests.first()).toContainText(first);

  // A longer rest than anything fills makes the whole longer, and the wait is said.
  const minutes = async () => Number(/(\d+) min/.exec((await heading.textContent()) ?? '')?.[1]);
  const before = await minutes();
  for (let i = Math.max(1, count - 4); i < count; i += 1)
    await tests.nth(i).getByLabel('Rest before').fill('900');
  await expect(page.getByText(/, wait \d+:\d\d/).first()).toBeVisible();
  expect(await minutes()).toBeGreaterThan(before);

  // Easy before hard: a late breathing test is said to be out of order.
  for (let i = 1; i < count; i += 1) await page.getByRole('button', { name: `${first} later` }).click();
  await expect(page.getByText(/Out of order: breath and brace after/)).toBeVisible();

  const name = `Monday ${Date.now()}`;
  await page.getByText('Keep this battery').click();
  await page.getByLabel('Name').fill(name);
  await page.getByRole('button', { name: 'Keep under this name' }).click();
  await expect(page.getByRole('link', { name })).toHaveAttribute('aria-current', 'true');
  await hydrated(page);
  await expect(tests.last()).toContainText(first);
  await expect(tests.nth(count - 2).getByLabel('Rest before')).toHaveValue('900');
  await page.getByRole('button', { name: 'Start screening' }).click();
  await page.waitForURL(/\/screen\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('navigation', { name: 'Battery' }).getByRole('listitem').last()).toContainText(
    first,
  );
  await page.goto(`${path}/screen`);
  await page.getByRole('link', { name }).click();
  await page.getByRole('button', { name: `Take “${name}” off the list` }).click();
  await expect(page.getByRole('link', { name })).toHaveCount(0);
});

test('the quick re-check takes three tests in five minutes for the top priorities', async ({ page }) => {
  await page.goto(`${demoAthlete('Ysolde Marrick')}/screen?purpose=quick`);
  await expect(page.getByRole('heading', { name: /^3 tests, [345] min$/ })).toBeVisible();
  await expect(page.getByText(/done before/).first()).toBeVisible();
});

test('after a leg injury hops wait until the practitioner has cleared them', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  await page.goto(`${path}/screen?purpose=return`);
  await hydrated(page);
  await expect(page.getByText('not cleared to hop')).toBeVisible();
  await page.getByText(/things at hand/).click();
  await page.getByLabel('Cleared to hop by the practitioner').check();
  await page.getByRole('button', { name: 'Propose again' }).click();
  await expect(page.getByText('not cleared to hop')).toBeHidden();
  await expect(page.getByText('landing on one leg')).toBeVisible();
});

test('a third maximal hold of a day on one quality is refused, with what is left for another day', async ({
  page,
}) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, ['arch_hold', 'hinge_hold']);
  for (const testId of ['arch_hold', 'hinge_hold'])
    await page.request.post('/sync', { data: { op: 'trial', trial: plainTrial(screen, testId) } });
  await page.goto(`${path}/screen`);
  await hydrated(page);
  const add = page.getByRole('button', { name: 'Add Back extensor hold' });
  if (await add.isVisible()) await add.click();
  await page.getByRole('button', { name: 'Start screening' }).click();
  await expect(warning(page)).toContainText(
    /maximal holds load Back wall in one day.*For another day: .*Back extensor hold/i,
  );
});

test('a target for some athletes only reaches those it is for', async ({ page }) => {
  await page.goto('/library/tests');
  await hydrated(page);
  const row = page.locator('#suitcase_hold');
  await row.getByText('Words, stop rule, our own target').click();
  await row.getByLabel('New target, s', { exact: true }).fill('72');
  await row.getByLabel('New target, sex').selectOption('female');
  await row.getByLabel('New target, from age').fill('30');
  await row.getByLabel('New target, to age').fill('40');
  await row.getByLabel('Why').fill('What our women of that age hold');
  await row.getByRole('button', { name: 'Save' }).click();
  await expect(row.getByText('Changed by us')).toBeVisible();
  const woman = await addAthlete(page.request);
  const man = await addAthlete(page.request, { sex: 'male' });
  for (const [athlete, target] of [
    [woman, 'Target 72 s own'],
    [man, 'Target 60 s standard'],
  ] as const) {
    await clearAthlete(page.request, athlete.path);
    await openStation(page, athlete.path, ['suitcase_hold']);
    await expect(page.getByRole('main')).toContainText(new RegExp(target.replaceAll(' ', '\\s*')));
  }
  await page.goto('/library/tests');
  await hydrated(page);
  await row.getByText('Changed by us').click();
  await row.getByLabel('Why').fill('Only tried');
  await row.getByRole('button', { name: 'Back to the shipped test' }).click();
  await expect(row.getByText('Words, stop rule, our own target')).toBeVisible();
});
