import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';
import { addAthlete, clearAthlete, openStation, plainTrial } from './people';

/** A server with a cluster of its own, so that it can be killed without harming the other tests. */
const root = new URL('../..', import.meta.url).pathname;
let data: string;
let url: string;
let databaseUrl: string;
let server: ChildProcess;

const shell = (script: string, env: Record<string, string> = {}) => {
  const run = spawnSync(
    'bash',
    ['-euo', 'pipefail', '-c', `. bin/lib/setup.sh; ensure_postgres; ${script}`],
    { cwd: root, encoding: 'utf8', env: { ...process.env, ...env } },
  );
  if (run.status !== 0) throw new Error(`${script}: ${run.stderr}`);
  return run.stdout.trim();
};

test.beforeAll(async () => {
  test.setTimeout(120_000);
  data = mkdtempSync(join(tmpdir(), 'pillar-killed-'));
  databaseUrl = shell(`chmod 755 '${data}'; cluster_start '${data}'; echo "$DATABASE_URL"`);
  const port = shell('free_port');
  const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: port, NODE_ENV: 'production' };
  spawnSync('node', ['--import', 'tsx', 'server/prepare.ts'], { cwd: root, env });
  server = spawn('node', ['--import', 'tsx', 'server/main.ts'], { cwd: root, env, stdio: 'ignore' });
  url = `http://127.0.0.1:${port}`;
  await expect
    .poll(
      () =>
        fetch(`${url}/healthz`).then(
          (response) => response.status,
          () => 0,
        ),
      { timeout: 30_000 },
    )
    .toBe(200);
});

test.afterAll(() => {
  server?.kill('SIGTERM');
  shell(`CLUSTER_DIR='${data}'; cluster_stop`);
  rmSync(data, { recursive: true, force: true });
});

const postmaster = () => Number(readFileSync(join(data, 'pg', 'postmaster.pid'), 'utf8').split('\n')[0]);

test('the database is killed during a trial: the trial survives, is said to wait, and is kept once when it is back', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const context = await browser.newContext({ baseURL: url, storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(`${url}/`);
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, ['bird_dog_hold', 'front_plank']);
  // One acknowledged trial before the kill.
  const before = plainTrial(screen, 'front_plank', { value: 71 });
  expect((await page.request.post('/sync', { data: { op: 'trial', trial: before } })).status()).toBe(200);

  await page.getByRole('button', { name: 'Start left side' }).click();
  process.kill(postmaster(), 'SIGKILL');
  await page.getByRole('button', { name: 'Stop: position lost' }).click();
  await page.getByRole('button', { name: 'Trunk', exact: true }).click();
  await page.getByRole('button', { name: 'No pain' }).click();
  await expect(
    page.getByText(/The server does not answer\. 2 entries are kept on this device/),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'Trials of this test' })).toContainText('on this device');

  // Another page says so in words, and nothing is lost by opening it.
  const other = await context.newPage();
  const answer = await other.goto('/athletes');
  expect(answer?.status()).toBe(503);
  await expect(other.getByRole('heading', { name: 'The database is not answering' })).toBeVisible();

  // The same cluster starts again (its recovery included) on its own port.
  const port = new URL(databaseUrl).port;
  shell(
    `PG_PORT=${port}; rm -f '${data}/pg/postmaster.pid'; for i in $(seq 50); do as_pg "$PG_BIN/pg_ctl" -D '${data}/pg' -l '${data}/pg/server.log' -w -t 60 -o "-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" start >/dev/null 2>&1 && break; sleep 0.2; done; "$PG_BIN/pg_isready" -q -h 127.0.0.1 -p ${port}`,
  );
  await expect(page.getByText('Everything is sent')).toBeAttached({ timeout: 30_000 });
  await page.reload();
  const trials = page.getByRole('region', { name: 'Trials of this test' });
  await page.getByRole('button', { name: /Bird dog hold/ }).click();
  await expect(trials.getByRole('listitem')).toHaveCount(1);
  await expect(trials).toContainText('saved');
  await page.getByRole('button', { name: /Front plank/ }).click();
  await expect(trials).toContainText('71 s');
  await context.close();
});

test('the start script recovers a killed cluster and keeps its data', () => {
  const count = `"$PG_BIN/psql" "$DATABASE_URL" -Atc 'select count(*) from trial'`;
  const before = shell(`cluster_start '${data}'; ${count}`);
  process.kill(postmaster(), 'SIGKILL');
  const after = shell(
    `for i in $(seq 50); do kill -0 ${postmaster()} 2>/dev/null || break; sleep 0.1; done; sleep 0.3; cluster_start '${data}'; ${count}`,
  );
  expect(Number(before)).toBeGreaterThan(100);
  expect(after).toBe(before);
});
