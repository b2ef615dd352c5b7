import { expect, type Page, test } from '@playwright/test';
import { addAthlete, clearAthlete, hydrated } from './people';

async function squadOf(page: Page, n: number): Promise<{ path: string; name: string; id: string }[]> {
  const made = [];
  for (let i = 0; i < n; i += 1) {
    const athlete = await addAthlete(page.request);
    await clearAthlete(page.request, athlete.path);
    made.push(athlete);
  }
  return made;
}
const address = (testId: string, ids: string[]) =>
  `/screen/clocks?${new URLSearchParams([['test', testId], ...ids.map((id) => ['with', id] as [string, string])])}`;

test('a squad of twelve on the clocks while the network is down: late, false start, undo, reasons, synced once', async ({
  page,
  context,
}) => {
  test.setTimeout(120_000);
  const squad = await squadOf(page, 13);
  const [late] = squad.slice(12) as [{ id: string; name: string; path: string }];
  await page.goto(
    address(
      'front_plank',
      squad.slice(0, 12).map((member) => member.id),
    ),
  );
  await hydrated(page);
  await expect(page.getByRole('button', { name: 'Start all 12' })).toBeVisible();
  await context.setOffline(true);

  // A false start is taken back; then all start together by Space.
  await page.getByRole('button', { name: 'Start all 12' }).click();
  await page.getByRole('button', { name: 'False start', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Start all 12' })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Running' })).toBeVisible();

  // A late one joins and starts alone by the letter.
  await page.getByRole('combobox', { name: 'Late' }).selectOption({ label: late.name });
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: new RegExp(`^M, ${late.name}: stop`) })).toBeVisible();

  // Stopped by letter, by tap, and taken back.
  await page.keyboard.press('b');
  await expect(page.getByRole('button', { name: /^B, .*: Stopped/ })).toBeVisible();
  await page.keyboard.press('z');
  await expect(page.getByRole('button', { name: /^B, .*: stop/ })).toBeVisible();
  for (const letter of 'ABCDEFGHIJKLM') await page.keyboard.press(letter.toLowerCase());
  const reasons = page.getByRole('region', { name: 'Stopped, and why' });
  await expect(reasons.getByRole('listitem')).toHaveCount(13);

  // Reasons afterwards; each is kept by itself when the last question is answered.
  for (let left = 13; left > 0; left -= 1) {
    const first = reasons.getByRole('listitem').first();
    await first.getByRole('button', { name: 'Hips sag' }).click();
    await first.getByRole('button', { name: 'Trunk', exact: true }).click();
    await first.getByRole('button', { name: 'None' }).click();
    if (left > 1) await expect(reasons.getByRole('listitem')).toHaveCount(left - 1);
    else await expect(reasons).toBeHidden();
  }
  await expect(page.getByText(/\d+ entries are kept on this device/)).toBeVisible();

  // The network comes back: everything is sent once, in order.
  await context.setOffline(false);
  await expect(page.getByText('Everything is sent')).toBeAttached({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Finish and rank 13' }).click();
  await page.waitForURL('**/screen');
  for (const athlete of [squad[0], late]) {
    await page.goto(`${athlete?.path}/results`);
    await expect(page.getByText('1 trial', { exact: true })).toBeVisible();
    await expect(page.getByText(/Hips sag/i).first()).toBeVisible();
  }
});

test('running clocks survive a reload, and a caution’s cap stops one as held', async ({ page }) => {
  const [free] = await squadOf(page, 1);
  const young = await addAthlete(page.request);
  await clearAthlete(page.request, young.path, ['hypertension']);
  await page.goto(address('front_plank', [free?.id ?? '', young.id]));
  await hydrated(page);
  await expect(page.getByText(new RegExp(`${young.name}: stops at 10 s`))).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Running' })).toBeVisible();
  await page.reload();
  await hydrated(page);
  await expect(page.getByText('This page was opened again')).toBeVisible();
  await expect(page.getByRole('button', { name: /: stop$/ })).toHaveCount(2);
  await expect(page.getByRole('button', { name: new RegExp(`${young.name}: held`) })).toBeVisible({
    timeout: 15_000,
  });
  await page.getByRole('button', { name: 'False start', exact: true }).first().click();
});

test('a squad day: who is where when, and planned again when somebody is late', async ({ page }) => {
  const squad = await squadOf(page, 4);
  const query = new URLSearchParams([
    ['testers', '2'],
    ['stations', '2'],
    ['tests', 'brace_breathing'],
    ['tests', 'side_plank'],
    ...squad.map((member) => ['with', member.id] as [string, string]),
  ]);
  await page.goto(`/screen/squad?${query}`);
  await hydrated(page);
  const heading = page.getByRole('heading', { name: /4 athletes, 2 stations, 2 testers: done after/ });
  const minutes = async () => Number(/(\d+) min/.exec((await heading.textContent()) ?? '')?.[1]);
  const planned = await minutes();
  expect(planned).toBeGreaterThan(20);
  const row = page.getByRole('row').filter({ hasText: squad[0]?.name ?? '' });
  await row.getByText('is late').click();
  await row.getByLabel('comes at').fill('60');
  await row.getByRole('button', { name: 'Plan again' }).click();
  await expect(row).toContainText('from 1:00');
  expect(await minutes()).toBeGreaterThan(60);
  await expect(row.getByRole('cell').first()).toContainText('1:00 to');
});
