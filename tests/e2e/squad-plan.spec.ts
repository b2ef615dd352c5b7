import { expect, test } from '@playwright/test';
import { otherSignIn } from '../../demo/world-sign-in';
import { addAthlete, clearAthlete, ready } from './people';

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
