import { expect, test } from '@playwright/test';
import { otherSignIn } from '../../demo/world-sign-in';
import { addAthlete, clearAthlete, hydrated, ready } from './people';

/** Seasons for many, in a practice nobody else's stories stand in. */

test('everybody without a season is planned while the coach looks on; who cannot be is named with the reason', async ({
  browser,
}) => {
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(otherSignIn.email);
  await page.getByLabel('Password').fill(otherSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
  await ready(page, 12);
  await ready(page, 20);
  const bare = await addAthlete(page.request);
  await clearAthlete(page.request, bare.path);
  await page.goto('/season');
  const squad = page.getByRole('region', { name: 'Plan for many' });
  await squad.getByRole('button', { name: /^Plan the \d+ athletes? without a season/ }).click();
  // It goes on by itself, and ends with what came of it.
  await expect(squad.getByRole('status')).toContainText(/^Last time \d+ of \d+ athletes planned/, {
    timeout: 60_000,
  });
  const [, planned] = /Last time (\d+) of/.exec(await squad.getByRole('status').innerText()) ?? [];
  expect(Number(planned)).toBeGreaterThanOrEqual(2);
  await squad.getByText(/^Who could not be planned, and why/).click();
  await expect(squad.getByRole('listitem').filter({ hasText: bare.name })).toContainText(/screen|measured/i);
  await expect(page.getByRole('region', { name: 'Season of' }).first()).toBeVisible();
  await context.close();
});

test('the frame of a season is kept under a name, many are offered it, and it is forgotten', async ({
  page,
}) => {
  const path = await ready(page);
  const name = `Frame ${path.slice(-6)}`;
  await page.goto(`${path}/plan`);
  await hydrated(page);
  await page.getByText('Keep this frame for others').click();
  const keep = page.getByRole('button', { name: 'Keep it' });
  await page.getByLabel('Name', { exact: true }).last().fill('x');
  await keep.click();
  await expect(page.getByText('Give the frame a name, 2 to 60 letters.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).last().fill(name);
  await keep.click();
  const kept = page.getByText('Kept. It can be chosen under Season');
  await expect(kept).toBeVisible();
  // It stays when the page has been brought up to date.
  await expect(keep).toBeEnabled();
  await expect(kept).toBeVisible();
  await page.goto('/season');
  await hydrated(page);
  const frames = page.getByLabel('In the frame');
  await expect(frames.getByRole('option', { name: new RegExp(`^${name}: 1 event, to `) })).toHaveCount(1);
  // Of one sport there are fewer than of all.
  const all = page.getByRole('button', { name: /^Plan all \d+ again/ });
  const manyIn = async () => Number(/\d+/.exec(await all.innerText())?.[0]);
  const everybody = await manyIn();
  await page.getByLabel('Of the sport').selectOption({ index: 1 });
  await expect.poll(manyIn).toBeLessThan(everybody);
  await page.getByText(/^\d+ frames? kept$/).click();
  await page.getByRole('button', { name: `Forget ${name}` }).click();
  await expect(frames.getByRole('option', { name: new RegExp(name) })).toHaveCount(0);
});
