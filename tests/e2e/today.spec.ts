import { expect, type Page, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { addAthlete, clearAthlete, hydrated, plainTrial } from './people';

const tomorrow = () => new Date(Date.now() + 86_400_000).toISOString().slice(0, 10);
const main = (page: Page) => page.getByRole('main');
const row = (page: Page, name: string) => main(page).getByRole('listitem', { name, exact: true });

/** An athlete who waits for a first screen, and nothing else. */
async function waiting(page: Page) {
  const athlete = await addAthlete(page.request);
  await clearAthlete(page.request, athlete.path);
  return athlete;
}

test('Today is gone through by keyboard: next, before, tick, later, undo, open', async ({ page }) => {
  const [one, other] = [await waiting(page), await waiting(page)];
  await page.goto('/');
  await hydrated(page);
  const names = await main(page).locator('[data-name]').allInnerTexts();
  const atHand = () => page.evaluate(() => document.activeElement?.textContent);
  await page.keyboard.press('j');
  expect(await atHand()).toBe(names[0]);
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  expect(await atHand()).toBe(names[2]);
  await page.keyboard.press('k');
  expect(await atHand()).toBe(names[1]);
  // Several at once: two are ticked, and nobody else goes.
  for (const { name } of [one, other]) {
    await row(page, name).locator('[data-name]').focus();
    await page.keyboard.press('x');
    await expect(row(page, name).getByRole('checkbox')).toBeChecked();
  }
  await page.keyboard.press('l');
  await expect(page.getByText('2 athletes put off until')).toBeVisible();
  for (const { name } of [one, other]) await expect(row(page, name)).toHaveCount(0);
  // Nobody else goes. Stories beside this one bring people of their own: those of the demo are looked at.
  const left = await main(page).locator('[data-name]').allInnerTexts();
  for (const name of ['Rafferty Dunnock', 'Jorah Finch', 'Pascal Ridding'])
    if (names.includes(name)) expect(left).toContain(name);
  await page.keyboard.press('u');
  for (const { name } of [one, other]) await expect(row(page, name)).toBeVisible();
  // One alone, by hand, and back by its own button; it stays away over a reload.
  await row(page, one.name)
    .getByRole('button', { name: `Put ${one.name} off until tomorrow` })
    .click();
  await expect(row(page, one.name)).toHaveCount(0);
  await page.reload();
  await hydrated(page);
  await expect(row(page, one.name)).toHaveCount(0);
  await page.getByRole('button', { name: `Bring ${one.name} back` }).click();
  await row(page, one.name).locator('[data-name]').focus();
  await page.keyboard.press('o');
  await expect(page).toHaveURL(new RegExp(`${one.path}/screen$`));
});

test('what somebody else does comes to the open page by itself; a flag is said on any page', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await hydrated(page);
  const library = await context.newPage();
  await library.goto('/library');
  await hydrated(library);
  const athlete = await waiting(page);
  await expect(row(page, athlete.name)).toBeVisible();
  const screeningId = uuidv7();
  await page.request.post(`${athlete.path}/screen`, {
    form: { id: screeningId, purpose: 'quick', firstSide: 'left', warmUp: 'on', testIds: 'front_plank' },
  });
  await expect(row(page, athlete.name).getByText('Screen under way')).toBeVisible();
  const kept = await page.request.post('/sync', {
    data: {
      op: 'trial',
      trial: plainTrial(screeningId, 'front_plank', {
        value: 20,
        painScore: 6,
        painRegion: 'low back',
        endReason: 'pain',
      }),
    },
  });
  expect(kept.status()).toBe(200);
  await expect(row(page, athlete.name).getByText('Pain flag open')).toBeVisible();
  const said = library.getByRole('alert').filter({ hasText: athlete.name });
  await expect(said).toContainText('Pain 6 of 10 (low back)');
  await said.getByRole('button', { name: `Read: ${athlete.name}` }).click();
  await expect(said).toHaveCount(0);
  // Harm is not put off.
  await page.request.post('/?index', {
    data: { what: 'later', athleteIds: [athlete.path.slice(10)], until: tomorrow() },
  });
  await page.reload();
  await expect(row(page, athlete.name).getByText('Pain flag open')).toBeVisible();
});

test('news are for who is signed in, and what is none of Today’s deeds is refused', async ({
  page,
  playwright,
  baseURL,
}) => {
  const nobody = await playwright.request.newContext({
    baseURL: baseURL ?? '',
    storageState: { cookies: [], origins: [] },
  });
  expect((await nobody.get('/news', { maxRedirects: 0 })).headers().location).toContain('/sign-in');
  await page.goto('/');
  const type = await page.evaluate(async () => {
    const over = new AbortController();
    const response = await fetch('/news', { signal: over.signal });
    over.abort();
    return response.headers.get('content-type');
  });
  expect(type).toContain('text/event-stream');
  for (const data of [{}, { what: 'take' }, { what: 'later', athleteIds: ['x'], until: tomorrow() }, 'x'])
    expect((await page.request.post('/?index', { data })).status()).toBe(400);
  expect(
    (
      await page.request.post('/?index', {
        data: { what: 'later', athleteIds: [uuidv7()], until: tomorrow() },
      })
    ).status(),
  ).toBe(404);
});
