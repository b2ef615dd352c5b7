import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { demoAthlete } from './people';

/** The start command as a person meets it: first start, second start, Ctrl-C, and what it says when it cannot. */
const root = new URL('../..', import.meta.url).pathname;
let data: string;

test.beforeAll(() => {
  data = mkdtempSync(join(tmpdir(), 'pillar-start-'));
  chmodSync(data, 0o755);
});
test.afterAll(() => rmSync(data, { recursive: true, force: true }));

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  await new Promise((resolve) => server.close(resolve));
  return typeof address === 'object' && address ? address.port : 0;
}

const run = (args: readonly string[], env: Record<string, string>) =>
  spawnSync('bin/start', args, {
    cwd: root,
    encoding: 'utf8',
    timeout: 20_000,
    env: { ...process.env, PILLAR_DATA: data, ...env },
  });

interface Started {
  child: ChildProcess;
  said: () => string;
  seconds: number;
}

async function start(port: number, args: readonly string[] = []): Promise<Started> {
  const began = Date.now();
  const child = spawn('bin/start', args, {
    cwd: root,
    detached: true,
    env: { ...process.env, PILLAR_DATA: data, PORT: String(port) },
  });
  let text = '';
  child.stdout?.on('data', (chunk: Buffer) => {
    text += chunk.toString();
  });
  child.stderr?.on('data', (chunk: Buffer) => {
    text += chunk.toString();
  });
  await expect
    .poll(
      () =>
        fetch(`http://127.0.0.1:${port}/healthz`).then(
          (response) => response.status,
          () => 0,
        ),
      { timeout: 120_000, message: text },
    )
    .toBe(200);
  return { child, said: () => text, seconds: (Date.now() - began) / 1000 };
}

/** The web server's process under the start script. */
function webServer({ child }: Started): number {
  const children = readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8')
    .trim()
    .split(' ')
    .map(Number);
  const found = children.find((pid) =>
    readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('build/programs/main.js'),
  );
  if (!found) throw new Error(`no web server among ${children}`);
  return found;
}

/** Ctrl-C: the terminal sends it to the whole group. */
async function interrupt({ child }: Started): Promise<number | null> {
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  process.kill(-(child.pid ?? 0), 'SIGINT');
  return ended;
}

test('starts from nothing, prints address and sign-in, stops on Ctrl-C, keeps its data, and --fresh resets it', async ({
  request,
}) => {
  test.setTimeout(400_000);
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const first = await start(port);
  await expect.poll(first.said).toContain(`Zest Pillar  ${base}`);
  expect(first.said()).toMatch(/Making a database cluster/);
  expect(first.said()).toMatch(/Demo sign-in \S+@larkmoor\.example {2}\S+/);

  const [, email = '', password = ''] = /Demo sign-in (\S+) {2}(\S+)/.exec(first.said()) ?? [];
  const signIn = () =>
    request.post(`${base}/sign-in`, { form: { email, password, next: '/' }, maxRedirects: 0 });
  expect((await signIn()).status()).toBe(302);
  const settings = await (await request.get(`${base}/settings`)).text();
  expect(settings).toContain('Larkmoor Valley Performance');
  const rename = (name: string, version: string) =>
    request.post(`${base}/settings`, {
      form: {
        version,
        name,
        schoolId: 'brace',
        firstWeekday: '1',
        massUnit: 'kg',
        lengthUnit: 'cm',
        shortfall: '0.6',
        sideGap: '0.25',
        faults: '0.15',
        actingGapPercent: '10',
        guardianUnderYears: '18',
        renewMonths: '6',
        timeZone: 'Europe/London',
        painEaseFrom: '3',
        painEndFrom: '5',
        flexionCycles: '150',
        flexionMinutes: '4',
        passwordLetters: '12',
      },
      maxRedirects: 0,
    });
  expect((await rename('Renamed practice', '1')).status()).toBe(302);
  // A second tab that saves from the old page is told.
  expect((await rename('Overwritten', '1')).status()).toBe(409);
  expect(await interrupt(first)).toBe(0);
  expect(first.said()).toContain('Stopped.');
  expect(existsSync(join(data, 'pg', 'postmaster.pid'))).toBe(false);

  const second = await start(port);
  expect(second.said()).not.toContain('Making a database cluster');
  expect(second.said()).not.toContain('Building');
  expect(second.seconds).toBeLessThan(first.seconds);
  expect(await (await request.get(`${base}/settings`)).text()).toContain('Renamed practice');
  // The web server is killed: it is started again by itself, with everything that was kept and every sign-in.
  process.kill(webServer(second), 'SIGKILL');
  await expect.poll(second.said).toContain('the server ended (137); starting it again');
  await expect
    .poll(
      () =>
        request.get(`${base}/settings`).then(
          (answer) => answer.text(),
          () => '',
        ),
      { timeout: 30_000 },
    )
    .toContain('Renamed practice');
  expect(await interrupt(second)).toBe(0);

  const fresh = await start(port, ['--fresh']);
  // The demo is new, and so the old sign-in is gone with it.
  expect((await request.get(`${base}/settings`, { maxRedirects: 0 })).status()).toBe(302);
  expect((await signIn()).status()).toBe(302);
  expect(await (await request.get(`${base}/settings`)).text()).toContain('Larkmoor Valley Performance');
  // An instrument runs for minutes: the first Ctrl-C waits for it and says so, the second does not.
  const athlete = demoAthlete('Ysolde Marrick').slice('/athletes/'.length);
  const instrument = request
    .get(`${base}/instruments/cuff/stream?athlete=${athlete}&seed=x&play=hold&seconds=300`)
    .catch(() => 'cut off');
  await new Promise((resolve) => setTimeout(resolve, 500));
  const ended = interrupt(fresh);
  await expect.poll(fresh.said).toContain('Ctrl-C again ends it now');
  expect(fresh.child.exitCode).toBe(null);
  process.kill(-(fresh.child.pid ?? 0), 'SIGINT');
  expect(await ended).toBe(0);
  await instrument;
  expect(fresh.said()).toContain('Stopped.');
  expect(existsSync(join(data, 'pg', 'postmaster.pid'))).toBe(false);
});

test('says in one line when the port is taken, is no port, or an option is unknown', async () => {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  const cases: [string[], Record<string, string>, RegExp][] = [
    [[], { PORT: String(port) }, new RegExp(`^zest-pillar: port ${port} is taken: .*PORT=`)],
    [[], { PORT: 'eighty' }, /^zest-pillar: PORT must be a number, not 'eighty'\.$/],
    [['--refresh'], {}, /^zest-pillar: unknown option --refresh/],
  ];
  for (const [args, env, says] of cases) {
    const result = run(args, env);
    expect(result.status).toBe(1);
    expect(result.stderr.trim()).toMatch(says);
    expect(result.stderr.trim().split('\n')).toHaveLength(1);
  }
  server.close();
});

test('says in one line what is missing when it cannot be installed', () => {
  const tools = mkdtempSync(join(tmpdir(), 'pillar-tools-'));
  for (const tool of ['apt-get', 'sudo']) {
    writeFileSync(join(tools, tool), '#!/bin/sh\nexit 100\n');
    chmodSync(join(tools, tool), 0o755);
  }
  const script = '. bin/lib/setup.sh; ensure_postgres';
  const result = spawnSync('bash', ['-c', script], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, PATH: `${tools}:${process.env.PATH}`, PILLAR_PG_ROOT: '/nonexistent' },
  });
  rmSync(tools, { recursive: true, force: true });
  expect(result.status).toBe(1);
  expect(result.stderr.trim().split('\n').at(-1)).toBe(
    "zest-pillar: PostgreSQL server is missing and could not be installed: run 'apt-get install postgresql' as root and start again.",
  );
});

test('root is told when the database’s user cannot enter the data folder; anybody else runs the cluster as themselves', () => {
  const closed = mkdtempSync(join(tmpdir(), 'pillar-closed-'));
  const script = `. bin/lib/setup.sh; ensure_postgres; cluster_start '${join(closed, 'data')}'; cluster_stop`;
  const result = spawnSync('bash', ['-c', script], { cwd: root, encoding: 'utf8' });
  rmSync(closed, { recursive: true, force: true });
  if (process.getuid?.() === 0) {
    expect(result.status).toBe(1);
    expect(result.stderr).toContain('set PILLAR_DATA to an open folder');
  } else {
    expect(result.status).toBe(0);
  }
});
