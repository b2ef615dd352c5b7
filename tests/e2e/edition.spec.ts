import { appendFileSync, cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';
import { demoAthlete, hydrated } from './people';
import { aServer, endServers } from './servers';

let folder: string;
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'edition-'));
  mkdirSync(join(folder, 'build/pages'), { recursive: true });
  for (const its of ['build/programs', 'build/pages/server', 'db', 'node_modules'])
    symlinkSync(resolve(its), join(folder, its));
  cpSync('build/pages/client', join(folder, 'build/pages/client'), { recursive: true });
});
test.afterAll(() => {
  endServers();
  rmSync(folder, { recursive: true, force: true });
});

test.use({ serviceWorkers: 'allow' });

test('a newer edition is said and waits while a session runs; it is gone over to by one press, and the session is still there', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const { url } = await aServer({}, folder);
  const context = await browser.newContext({
    baseURL: url,
    storageState: { cookies: [], origins: [] },
    serviceWorkers: 'allow',
  });
  await context.addInitScript(() => localStorage.setItem('zest-pillar.live-settings', '{"leadS":0}'));
  const page = await context.newPage();
  await page.request.post('/sign-in', {
    form: { email: demoSignIn.email, password: demoSignIn.password, next: '/' },
  });
  const week = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`${demoAthlete('Tamsin Vere')}/coach?week=${week}`);
  const mat = await page.getByRole('link', { name: 'Take it to the mat' }).first().getAttribute('href');
  await page.goto(String(mat));
  await hydrated(page);
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((seen) => navigator.serviceWorker.addEventListener('controllerchange', seen));
  });
  const main = page.locator('button[data-main]');
  await main.click();
  await expect(page.getByText('A new version is ready.')).toHaveCount(0);

  // The server has been brought up to date meanwhile.
  appendFileSync(join(folder, 'build/pages/client/worker.js'), '\n// a newer edition\n');
  const stamp = () => page.evaluate(() => performance.timeOrigin);
  const before = await stamp();
  await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
  await expect(page.getByText('A new version is ready.')).toBeVisible();
  await expect(page.getByText('It waits until this is finished.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Go over to it' })).toHaveCount(0);
  await main.click();
  const done = page.getByText(/^1 sets done/).first();
  await expect(done).toBeAttached();
  expect(await stamp()).toBe(before);

  // On another page nothing runs: there it is taken, and the session goes on where it was.
  await page.getByRole('link', { name: 'Leave, keep all' }).click();
  await page.getByRole('button', { name: 'Go over to it' }).click();
  await page.waitForFunction((was) => performance.timeOrigin !== was, before);
  await hydrated(page);
  await expect(page.getByText('A new version is ready.')).toHaveCount(0);
  await page.getByRole('link', { name: 'Go on with it' }).click();
  await expect(done).toBeAttached();
  await context.close();
});
