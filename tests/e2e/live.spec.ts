import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, type Route, test } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';
import { hydrated, ready, warning } from './people';

/** An athlete with two weeks laid out; gives the address of the first session of next week on the mat. */
async function aSession(page: Page): Promise<{ path: string; live: string; log: string; sessionId: string }> {
  const path = await ready(page);
  await page.request.post(`${path}/plan`, { form: { id: crypto.randomUUID() } });
  const nextWeek = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`${path}/coach?week=${nextWeek}`);
  const live = String(
    await page.getByRole('link', { name: 'Take it to the mat' }).first().getAttribute('href'),
  );
  const sessionId = new URLSearchParams(live.split('?')[1]).get('session') ?? '';
  return { path, live, log: `${path}/coach/${sessionId}/log`, sessionId };
}

const action = (page: Page, name: string | RegExp) =>
  page
    .getByRole('main')
    .getByRole('button', { name, exact: typeof name === 'string' })
    .first();

async function toTheMat(page: Page, live: string): Promise<void> {
  await page.goto(live);
  await hydrated(page);
  await expect(action(page, /^Start/)).toBeVisible();
}

/** No time to get into position: a busy machine would need more of it than there is. */
const atOnce = () => localStorage.setItem('zest-pillar.live-settings', '{"leadS":0}');
test.beforeEach(({ context }) => context.addInitScript(atOnce));

const start = (page: Page) => action(page, /^Start/).click();
const stop = (page: Page) => action(page, /^(Stop the set|Done: )/).click();

/** How hard, no pain: the session is kept. */
async function close(page: Page): Promise<void> {
  await page
    .getByRole('group', { name: /How hard was the session/ })
    .getByRole('button', { name: '6' })
    .click();
  await page
    .getByRole('group', { name: /Pain now or during it/ })
    .getByRole('button', { name: 'None' })
    .click();
  await action(page, 'Keep this session').click();
  await expect(page.getByText(/^Kept\./)).toBeVisible();
}

const setsSaid = (page: Page) => page.getByText(/\d+ sets done, \d+ to come/).first();

/** The sets and words of a log, as its page has them. */
async function readLog(page: Page, log: string): Promise<string> {
  await page.goto(log);
  return page.getByRole('main').innerText();
}

test('a session is followed set by set: time, tempo, loss put right, loss, easier, left out, what was left; kept as it was done', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const { live, log } = await aSession(page);
  await page.clock.install();
  await toTheMat(page, live);

  // By itself: what is asked is done when its time is over.
  await start(page);
  await page.clock.runFor(120_000);
  await expect(setsSaid(page)).toHaveText(/^1 sets done/);
  await expect(page.getByText(/^Last set/)).toBeVisible();

  // The second: lost, put right, lost again.
  await page.clock.runFor(120_000);
  await start(page);
  await page.clock.runFor(6000);
  const faults = page.getByRole('region', { name: 'Lost, and why' });
  const correctable = faults.getByRole('button', { name: /Chest breathing|Ribs flare/ }).first();
  await correctable.click();
  await expect(page.getByText('Put it right')).toBeVisible();
  await action(page, 'Back in place').click();
  await expect(correctable).toContainText('put right');
  await page.clock.runFor(5000);
  await correctable.click();
  await expect(setsSaid(page)).toHaveText(/^2 sets done/);
  await expect(page.getByText(/^Last set: \d+ \S+ of \d+, (chest breathing|ribs flare)/)).toBeVisible();

  // Undone at once, the set runs on; then it is stopped and amended.
  await page.keyboard.press('u');
  await expect(setsSaid(page)).toHaveText(/^1 sets done/);
  await stop(page);
  await page.getByRole('button', { name: '1 more' }).click();

  // To the end of this exercise, then the next one easier.
  while (await page.getByRole('heading', { level: 2, name: /breathing|Brace/i }).isVisible()) {
    await start(page);
    await stop(page);
  }
  // The letter of a pair is no part of its name.
  const name = (await page.getByRole('heading', { level: 2 }).innerText()).replace(/^[A-Z]\d\s*/, '');
  const other = page.getByRole('button', { name: /^(Easier|Harder)/ }).first();
  const says = (await other.innerText()).replace(/^(Easier|Harder)\s*/, '');
  await other.click();
  await expect(page.getByText(says.split(',')[0] ?? '', { exact: false }).first()).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('heading', { level: 2 })).toContainText(name);
  await page.getByText('Leave it out').click();
  await page
    .getByRole('group', { name: 'The whole exercise' })
    .getByRole('button', { name: 'Kit not there' })
    .click();
  await expect(page.getByRole('heading', { level: 2 })).not.toContainText(name);

  await action(page, 'Finish here').click();
  await close(page);
  await expect(page.getByText('Everything is sent')).toBeAttached();
  await page.goto(log);
  const note = page.getByLabel('Note');
  await expect(note).toHaveValue(new RegExp(`Left out \\(kit not there\\): ${name}`));
  await expect(note).toHaveValue(/put right once/);
});

test('a reload goes on at the second it was left; a screen that was off asks what came of the set', async ({
  page,
}) => {
  const { live } = await aSession(page);
  await page.clock.install();
  await toTheMat(page, live);
  // An exercise with seconds or reps: whichever is first, its clock goes on.
  await start(page);
  await page.clock.runFor(11_000);
  const figure = page.getByRole('timer', { name: 'Done so far' });
  const before = Number(await figure.innerText());
  expect(before).toBeGreaterThan(0);
  await page.reload();
  await hydrated(page);
  await expect(figure).toBeVisible();
  expect(Number(await figure.innerText())).toBeGreaterThanOrEqual(before);
  await expect(setsSaid(page)).toHaveText(/^0 sets done/);

  // Twenty minutes in a pocket.
  await page.clock.fastForward(20 * 60_000);
  await expect(page.getByRole('heading', { name: 'Nobody was looking' })).toBeVisible();
  await action(page, /^Do it again/).click();
  await expect(action(page, /^Start/)).toBeVisible();
  await expect(setsSaid(page)).toHaveText(/^0 sets done/);
  // Left for another page, it is said there, and taken up again.
  await page.goto('/athletes');
  await page.getByText(/has a session under way on this device/).waitFor();
  await page.getByRole('link', { name: 'Go on with it' }).click();
  await expect(action(page, /^Start/)).toBeVisible();
});

/** Waits until the worker serves the page. */
const worker = (page: Page) =>
  page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    if (!navigator.serviceWorker.controller)
      await new Promise((resolve) => navigator.serviceWorker.addEventListener('controllerchange', resolve));
  });

test.describe('without network', () => {
  test.use({ serviceWorkers: 'allow' });

  test('an hour off: reloaded, finished and kept on the device, and sent once, in order, when the network is back', async ({
    page,
    context,
  }) => {
    test.setTimeout(120_000);
    const { live, log } = await aSession(page);
    await toTheMat(page, live);
    await worker(page);
    // Seen once with the worker at work, it is kept.
    await page.reload();
    await expect(action(page, /^Start/)).toBeVisible();
    await page.waitForFunction(
      async (address) => (await caches.match(address)) !== undefined,
      new URL(live, page.url()).href,
    );

    await page.clock.install();
    await context.setOffline(true);
    await start(page);
    await stop(page);
    await expect(setsSaid(page)).toHaveText(/^1 sets done/);
    await page.clock.fastForward(60 * 60_000);
    await page.reload();
    await hydrated(page);
    await expect(setsSaid(page)).toHaveText(/^1 sets done/);
    await expect(page.getByText(/kept on this device/)).toBeVisible();
    await start(page);
    await stop(page);
    await action(page, 'Finish here').click();
    await close(page);
    // Other pages say so instead of breaking.
    await page.goto('/settings');
    await expect(page.getByRole('heading', { name: 'No network' })).toBeVisible();
    await page.goto(live);

    // Requests of a page with a worker are counted where they are made.
    await page.evaluate(() => {
      const told: string[] = [];
      Object.assign(window, { told });
      const usual = window.fetch;
      window.fetch = async (to, init) => {
        const response = await usual(to, init);
        if (String(to).endsWith('/sync')) told.push(JSON.parse(String(init?.body)).op);
        return response;
      };
    });
    await context.setOffline(false);
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await page.clock.runFor(20_000);
    await expect(page.getByText('this session is logged already')).toBeVisible();
    await expect(page.getByText('Everything is sent')).toBeAttached();
    const sent = await page.evaluate(() => (window as unknown as { told: string[] }).told);
    expect(sent.filter((op) => op === 'log')).toHaveLength(1);
    expect(sent.at(-1)).toBe('log');
    expect(sent.slice(0, -1)).toEqual(['set', 'set']);
    expect(await readLog(page, log)).toContain('Written by');
  });

  test('a page that was loaded past the worker is taken by it', async ({ page, context }) => {
    await page.goto('/live');
    await worker(page);
    const browser = await context.newCDPSession(page);
    const loaded = page.waitForEvent('load');
    await browser.send('Page.reload', { ignoreCache: true });
    await loaded;
    await worker(page);
    expect(await page.evaluate(() => navigator.serviceWorker.controller?.scriptURL)).toMatch(/worker\.js$/);
  });

  test('signing out leaves nothing of the practice on the device', async ({ browser, baseURL }) => {
    // A sign-in of its own: the others go on with theirs.
    const context = await browser.newContext({
      baseURL,
      serviceWorkers: 'allow',
      storageState: { cookies: [], origins: [] },
    });
    const own = await context.newPage();
    await own.goto('/sign-in');
    await own.getByLabel('E-mail').fill(demoSignIn.email);
    await own.getByLabel('Password').fill(demoSignIn.password);
    await own.getByRole('button', { name: 'Sign in' }).click();
    await own.waitForURL((url) => url.pathname === '/');
    await own.goto('/live');
    await worker(own);
    await own.reload();
    await own.waitForFunction(() => caches.has('last-seen'));
    await own.goto('/athletes');
    await hydrated(own);
    await own.getByRole('button', { name: 'Sign out' }).click();
    await own.waitForURL(/sign-in/);
    await expect.poll(() => own.evaluate(() => caches.has('last-seen'))).toBe(false);
    await context.close();
  });
});

test('two devices on one session: both kept, put together, no set told twice', async ({ page, browser }) => {
  test.setTimeout(120_000);
  const { live, log } = await aSession(page);
  const elsewhere = await browser.newContext({ storageState: 'test-results/coach.json' });
  await elsewhere.addInitScript(atOnce);
  const other = await elsewhere.newPage();
  await toTheMat(page, live);
  await toTheMat(other, live);
  for (const one of [page, other]) {
    await start(one);
    await stop(one);
  }
  await start(other);
  await stop(other);
  await action(page, 'Finish here').click();
  await close(page);
  await expect(page.getByText('Everything is sent')).toBeAttached();
  // The other one learns of it, and says so before it is kept.
  await other.evaluate(() => window.dispatchEvent(new Event('online')));
  await action(other, 'Finish here').click();
  await expect(other.getByText(/logged on another device too/)).toBeVisible();
  await close(other);
  await expect(other.getByText('Everything is sent')).toBeAttached();
  await expect(warning(other)).toHaveCount(0);
  const words = await readLog(page, log);
  expect(words).toMatch(/Written by .*\n+Before that by/);
  await other.context().close();
});

test('a group of four: each with their own clock, somebody late, one stopped by pain while the others go on', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const four = [];
  for (let i = 0; i < 4; i += 1) four.push(await aSession(page));
  const query = four.slice(0, 3).map(({ sessionId }) => `session=${sessionId}`);
  await page.goto(`/live?${query.join('&')}`);
  await hydrated(page);
  const tiles = page.getByRole('main').getByRole('region', { name: /^Pia/ });
  await expect(tiles).toHaveCount(3);
  await page.getByRole('button', { name: 'Start all 3' }).click();
  await expect(tiles.getByRole('button', { name: /^(Stop the set|Done)/ })).toHaveCount(3);
  await tiles
    .nth(1)
    .getByRole('button', { name: /^Stop: pain/ })
    .click();
  await tiles.nth(1).getByRole('button', { name: 'Answer' }).click();
  await expect(page.getByRole('heading', { name: /How much does it hurt/ })).toBeVisible();
  await expect(tiles.getByRole('button', { name: /^(Stop the set|Done)/ })).toHaveCount(2);
  const pain = page.getByRole('group', { name: 'Pain, 0 to 10' });
  await pain.getByRole('button', { name: '6' }).click();
  await page.getByRole('group', { name: 'Where' }).getByRole('button', { name: 'low back' }).click();
  await expect(page.getByText('Everything is sent')).toBeAttached();
  // The flag is there before the session is kept, and holds the work.
  const hurt = four[1] as (typeof four)[number];
  await expect(async () => {
    const shown = await (await page.request.get(`${hurt.path}/clear`)).text();
    expect(shown).toContain('Pain 6 of 10 (low back)');
  }).toPass();

  // Another of them is brought to the front and goes on undisturbed.
  await tiles.nth(2).getByRole('button', { pressed: false }).first().click();
  await action(page, /^(Stop the set|Done: )/).click();
  await expect(setsSaid(page)).toHaveText(/^1 sets done/);
  const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).analyze();
  expect(violations.map(({ id, nodes }) => `${id} ${nodes[0]?.target}`)).toEqual([]);
});

test('the card changes while its session runs: a flag raised elsewhere stops what it holds', async ({
  page,
}) => {
  const { live, path, sessionId } = await aSession(page);
  await toTheMat(page, live);
  await start(page);
  await stop(page);
  const told = await page.request.post('/sync', {
    data: {
      op: 'pain',
      pain: { id: crypto.randomUUID(), sessionId, score: 7, region: 'low back', rungId: null },
    },
  });
  expect(told.status()).toBe(200);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByRole('alert').filter({ hasText: 'The card changed meanwhile' })).toContainText(
    'may not be done now',
  );
  // Stories beside this one may raise the same of others.
  await expect(page.getByRole('alert').filter({ hasText: 'Pain 7 of 10 (low back)' }).first()).toBeVisible();
  await expect(page.getByRole('heading', { level: 2 })).toContainText(/breath|brace|done/i);
  await page.goto(`${path}/clear`);
  await expect(page.getByText('Pain 7 of 10 (low back)').first()).toBeVisible();
});

test('a device without room: the session goes on, the page says what it alone holds, and it is sent', async ({
  page,
  context,
}) => {
  await page.addInitScript(() => {
    const full = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    IDBObjectStore.prototype.add = full;
    const usual = Storage.prototype.setItem;
    Storage.prototype.setItem = function (key, value) {
      if (key.startsWith('zest-pillar.live.')) full();
      usual.call(this, key, value);
    };
  });
  const { live, log } = await aSession(page);
  await toTheMat(page, live);
  await context.setOffline(true);
  await start(page);
  await stop(page);
  await expect(page.getByText('This device has no room left.')).toBeVisible();
  await expect(page.getByText(/no room to keep what is under way/)).toBeVisible();
  await action(page, 'Finish here').click();
  await close(page);
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByText('Everything is sent')).toBeAttached();
  await expect(page.getByText('This device has no room left.')).toHaveCount(0);
  expect(await readLog(page, log)).toContain('Written by');
});

test('a network that goes while the page looks again, or a server that cannot answer, leaves the session as it is', async ({
  page,
}) => {
  const { live } = await aSession(page);
  await toTheMat(page, live);
  let refused = 0;
  for (const refuse of [
    (route: Route) => route.abort('internetdisconnected'),
    (route: Route) => route.fulfill({ status: 503, body: '' }),
  ]) {
    const before = refused;
    await page.route(/\/live\.data/, async (route) => {
      await refuse(route);
      refused += 1;
    });
    await start(page);
    await stop(page);
    // The set that was sent has the page look again.
    await expect.poll(() => refused).toBeGreaterThan(before);
    await expect(page.getByText('Everything is sent')).toBeAttached();
    await expect(page.getByRole('heading', { name: 'Something broke' })).toHaveCount(0);
    await page.unroute(/\/live\.data/);
  }
  await expect(setsSaid(page)).toHaveText(/^2 sets done/);
  const answered = page.waitForResponse((response) => response.url().includes('/live.data') && response.ok());
  await start(page);
  await stop(page);
  await answered;
  await expect(setsSaid(page)).toHaveText(/^3 sets done/);
});

test('two logs that met without knowing of each other are put together by one press', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  const { live, log } = await aSession(page);
  const elsewhere = await browser.newContext({ storageState: 'test-results/coach.json' });
  await elsewhere.addInitScript(atOnce);
  const other = await elsewhere.newPage();
  for (const one of [page, other]) {
    await toTheMat(one, live);
    await start(one);
    await stop(one);
    await action(one, 'Finish here').click();
  }
  // The other device is away while the first one keeps its log.
  await elsewhere.setOffline(true);
  await close(page);
  await expect(page.getByText('Everything is sent')).toBeAttached();
  await close(other);
  await elsewhere.setOffline(false);
  await other.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(other.getByText('Not accepted.')).toBeVisible();
  await other.getByRole('button', { name: 'Put the two together' }).click();
  await expect(other.getByText('Not accepted.')).toHaveCount(0);
  await expect(other.getByText('Everything is sent')).toBeAttached();
  expect(await readLog(page, log)).toMatch(/Written by .*\n+Before that by/);
  await elsewhere.close();
});
