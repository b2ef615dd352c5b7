import { once } from 'node:events';
import { connect } from 'node:net';
import { type APIRequestContext, expect, test } from '@playwright/test';
import { addressOfNewestTry } from '../../db/testing';
import { demoSignIn } from '../../demo/world-sign-in';
import { demoAthlete } from './people';
import { aServer, endServers } from './servers';

test.afterAll(endServers);

/** What strangers and mishaps do to the server itself, each on a server of its own beside the demo. */

const signIn = (
  request: APIRequestContext,
  url: string,
  headers: Record<string, string> = {},
  email: string = demoSignIn.email,
) =>
  request.post(`${url}/sign-in`, {
    form: { email, password: demoSignIn.password, next: '/' },
    headers,
    maxRedirects: 0,
  });

test('behind TLS browsers are told to keep to it and the cookie goes over nothing else; without TLS neither', async ({
  request,
}) => {
  const [plain, secure] = await Promise.all([aServer(), aServer({ PILLAR_HTTPS: '1' })]);
  const open = await signIn(request, plain.url);
  expect(open.headers()['strict-transport-security']).toBeUndefined();
  expect(open.headers()['set-cookie']).not.toContain('Secure');
  const kept = await signIn(request, secure.url);
  expect(kept.headers()['strict-transport-security']).toBe('max-age=31536000');
  expect(kept.headers()['set-cookie']).toContain('Secure');
  expect(kept.headers()['x-powered-by']).toBeUndefined();
});

test('nothing of a practice stays in a cache: pages, data, calendar and CSV; only the build’s own files do', async ({
  page,
}) => {
  const ysolde = demoAthlete('Ysolde Marrick');
  for (const address of [
    '/',
    '/athletes',
    '/athletes.data',
    ysolde,
    `${ysolde}.data`,
    `${ysolde}/sessions.ics`,
    '/palette.data',
    '/traces/01a215ea-2291-72fa-9026-16d0bb629198.csv',
    '/stills/01a215ea-2291-72fa-9026-16d0bb629198/picture',
    '/sign-in',
    '/nowhere',
  ]) {
    const { 'cache-control': says = '' } = (await page.request.get(address)).headers();
    expect(says, address).toContain('no-store');
  }
  const html = await (await page.request.get('/')).text();
  const [asset = ''] = /\/assets\/[^"]+\.js/.exec(html) ?? [];
  expect((await page.request.get(asset)).headers()['cache-control']).toContain('immutable');
});

test('the address of a guess is what the trusted proxy says, and nobody else', async ({ request }) => {
  const [direct, behind] = await Promise.all([aServer(), aServer({ PILLAR_PROXIES: '1' })]);
  const forged = { 'x-forwarded-for': '203.0.113.7, 198.51.100.4' };
  await signIn(request, direct.url, forged, 'forged-one@larkmoor.example');
  expect(await addressOfNewestTry('forged-one@larkmoor.example')).toBe('127.0.0.1');
  // The proxy adds the address it saw at the end; what stood before it came from the sender.
  await signIn(request, behind.url, forged, 'forged-two@larkmoor.example');
  expect(await addressOfNewestTry('forged-two@larkmoor.example')).toBe('198.51.100.4');
});

test('a body that never ends is cut, and the server goes on', async () => {
  const { url } = await aServer({ PILLAR_SLOW_MS: '1500' });
  const { port } = new URL(url);
  const drip = async (begin: string) => {
    const socket = connect(Number(port), '127.0.0.1');
    let answer = '';
    socket.on('data', (chunk) => {
      answer += chunk.toString();
    });
    socket.on('error', () => undefined);
    socket.write(begin);
    const more = setInterval(() => socket.write('x'), 100);
    await once(socket, 'close');
    clearInterval(more);
    return answer;
  };
  const [headersOnly, bodyOnly] = await Promise.all([
    drip('POST /sign-in HTTP/1.1\r\nHost: a\r\nX-Slow: '),
    drip(
      'POST /sign-in HTTP/1.1\r\nHost: a\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: 9000\r\n\r\n',
    ),
  ]);
  expect(headersOnly).toMatch(/^HTTP\/1\.1 408/);
  expect(bodyOnly).toMatch(/^HTTP\/1\.1 408|^$/);
  expect((await fetch(`${url}/healthz`)).status).toBe(200);
});

test('a roster of 100 000 rows is looked through while everybody else is answered', async ({ page }) => {
  test.setTimeout(120_000);
  const { url } = await aServer();
  await signIn(page.request, url);
  const rows = Array.from(
    { length: 100_000 },
    (_, i) =>
      `Given${i},Family${i},1990-0${(i % 9) + 1}-1${i % 10},f,${50 + (i % 40)},${150 + (i % 40)},marathon`,
  );
  const kept = await page.request.post(`${url}/athletes/import`, {
    multipart: {
      file: {
        name: 'many.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`given name,family name,born,sex,mass kg,height cm,sport\n${rows.join('\n')}\n`),
      },
    },
    maxRedirects: 0,
    timeout: 60_000,
  });
  expect(kept.status()).toBe(302);
  let looking = true;
  const preview = page.request.get(`${url}${kept.headers().location}`, { timeout: 90_000 }).finally(() => {
    looking = false;
  });
  let answered = 0;
  const began = Date.now();
  while (looking) {
    expect((await fetch(`${url}/healthz`)).status).toBe(200);
    answered += 1;
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  const lasted = Date.now() - began;
  expect((await preview).status()).toBe(200);
  expect(await (await preview).text()).toContain('100000<!-- --> to add');
  // Nine in ten of the time the door stood open: were the work done on the server's own thread, it would stand shut.
  expect(answered, `answered ${answered} times in ${lasted} ms`).toBeGreaterThan(lasted / 200);
});

test('asked to stop, the server answers what is under way and takes nothing new', async ({ page }) => {
  const { url, child } = await aServer();
  await signIn(page.request, url);
  const athlete = demoAthlete('Ysolde Marrick').slice(10);
  const under = page.request.get(
    `${url}/instruments/cuff/stream?athlete=${athlete}&seed=x&play=hold&seconds=5&fromMs=3000`,
  );
  // Who only listens is let go at once.
  const listens = page.request.get(`${url}/news`);
  await new Promise((resolve) => setTimeout(resolve, 500));
  const exited = once(child, 'exit');
  child.kill('SIGTERM');
  await expect
    .poll(() =>
      fetch(`${url}/healthz`).then(
        () => 'open',
        () => 'shut',
      ),
    )
    .toBe('shut');
  expect((await listens).status()).toBe(200);
  const answer = await under;
  expect(answer.status()).toBe(200);
  expect((await answer.text()).trim().split('\n').length).toBeGreaterThan(20);
  expect((await exited)[0]).toBe(0);
});
