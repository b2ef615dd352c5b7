import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, expect, test } from '@playwright/test';
import { demoSignIn } from '../../demo/world-sign-in';
import { addAthlete, clearAthlete, openStation, plainTrial } from './people';

/** A server with a cluster of its own, so that it can be killed without harming the other tests. */
const root = new URL('../..', import.meta.url).pathname;
let data: string;
let url: string;
let databaseUrl: string;
let server: ChildProcess;

const shell = (script: string, env: Record<string, string> = {}, input = '') => {
  const run = spawnSync(
    'bash',
    ['-euo', 'pipefail', '-c', `. bin/lib/setup.sh; ensure_postgres; ${script}`],
    { cwd: root, encoding: 'utf8', env: { ...process.env, ...env }, input },
  );
  if (run.status !== 0) throw new Error(`${script}: ${run.stderr}`);
  return run.stdout.trim();
};

const asAdmin = (statement: string, database = 'postgres') =>
  shell(
    `CLUSTER_DIR='${data}'; PG_PORT=$(cat '${data}/port'); pg_admin psql -d ${database} -Atq`,
    {},
    statement,
  );

test.beforeAll(async () => {
  // It makes the demo world twice over; machines are busy at times.
  test.setTimeout(240_000);
  data = mkdtempSync(join(tmpdir(), 'pillar-killed-'));
  databaseUrl = shell(`chmod 755 '${data}'; cluster_start '${data}'; echo "$DATABASE_URL"`);
  const port = shell('free_port');
  const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: port, NODE_ENV: 'production' };
  // Stopped in the middle of the demo world: the next start makes it anew, whole.
  const halfway = spawn('node', ['build/programs/prepare.js'], { cwd: root, env });
  const athletes = () => {
    try {
      return Number(asAdmin('select count(*) from athlete', 'pillar'));
    } catch {
      return 0;
    }
  };
  await expect.poll(athletes, { timeout: 30_000 }).toBeGreaterThan(3);
  halfway.kill('SIGKILL');
  spawnSync('node', ['build/programs/prepare.js'], { cwd: root, env });
  server = spawn('node', ['build/programs/main.js'], { cwd: root, env, stdio: 'ignore' });
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

/** A coach of the demo signed in at this server, at the station with an athlete of their own. */
async function atTheStation(browser: Browser, tests: readonly string[]) {
  const context = await browser.newContext({ baseURL: url, storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demoSignIn.email);
  await page.getByLabel('Password').fill(demoSignIn.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(`${url}/`);
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path);
  const screen = await openStation(page, path, [...tests]);
  return { context, page, screen };
}

test('a disk that is full reads as a server that is away: the trial waits on this device and is sent when there is room', async ({
  browser,
}) => {
  const { context, page } = await atTheStation(browser, ['front_plank']);
  // What PostgreSQL answers when it cannot extend a table.
  asAdmin(
    `create function full_disk() returns trigger language plpgsql as $$ begin
       raise exception 'could not extend file: No space left on device' using errcode = 'disk_full'; end $$;
     create trigger full_disk before insert on trial for each row execute function full_disk();`,
    'pillar',
  );
  await page.getByRole('button', { name: /^Start/ }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/The server does not answer\. 1 entry is kept on this device/)).toBeVisible();
  await expect(page.getByText('Not accepted')).toHaveCount(0);
  asAdmin('drop trigger full_disk on trial; drop function full_disk();', 'pillar');
  // By hand, or by itself if that was quicker.
  await page
    .getByRole('button', { name: 'Try now' })
    .click({ timeout: 5000 })
    .catch(() => undefined);
  await expect(page.getByText('Everything is sent')).toBeAttached({ timeout: 20_000 });
  await expect(page.getByRole('region', { name: 'Trials of this test' }).getByRole('listitem')).toHaveCount(
    1,
  );
  await context.close();
});

test('the database is killed during a trial: the trial survives, is said to wait, and is kept once when it is back', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const { context, page, screen } = await atTheStation(browser, ['bird_dog_hold', 'front_plank']);
  // One acknowledged trial before the kill.
  const before = plainTrial(screen, 'front_plank', { value: 71 });
  expect((await page.request.post('/sync', { data: { op: 'trial', trial: before } })).status()).toBe(200);

  await page.getByRole('button', { name: 'Start left side' }).click();
  process.kill(postmaster(), 'SIGKILL');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
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

test('a demo world that was killed while it was made is made anew, whole', () => {
  const there = asAdmin('select given_name from athlete', 'pillar').split('\n');
  const people: { given: string }[] = JSON.parse(readFileSync(join(root, 'demo/people.json'), 'utf8'));
  for (const { given } of people) expect(there).toContain(given);
  // The second practice comes last.
  expect(asAdmin("select count(*) from practice where name = 'Tarnside Movement'", 'pillar')).toBe('1');
  expect(there).toContain('Greer');
  expect(asAdmin("select obj_description('public'::regnamespace, 'pg_namespace') is null", 'pillar')).toBe(
    't',
  );
});

test('the application works as a plain role that owns its database, on a cluster with checksums', () => {
  expect(
    asAdmin("select rolsuper or rolcreaterole or rolcreatedb from pg_roles where rolname = 'pillar_app'"),
  ).toBe('f');
  expect(asAdmin("select datdba::regrole from pg_database where datname = 'pillar'")).toBe('pillar_app');
  expect(asAdmin('show data_checksums')).toBe('on');
  expect(new URL(databaseUrl).username).toBe('pillar_app');
  // Given the superuser's address, it says so and does nothing.
  const admin = new URL(databaseUrl);
  admin.username = 'pillar';
  admin.password = readFileSync(join(data, 'password'), 'utf8');
  const refused = spawnSync('node', ['build/programs/prepare.js'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: admin.toString() },
  });
  expect(refused.status).toBe(1);
  expect(refused.stderr).toContain('DATABASE_URL names a superuser');
});

test('a cluster of an earlier version is taken over: checksums added, the data handed to the plain role', () => {
  const old = mkdtempSync(join(tmpdir(), 'pillar-old-'));
  const as = `chmod 755 '${old}'; mkdir '${old}/pg'; printf old-password >'${old}/password'; cp '${old}/password' '${old}/pw'
    if [ "$(id -u)" -eq 0 ]; then chown postgres '${old}/pg' '${old}/pw'; fi
    as_pg "$PG_BIN/initdb" -D '${old}/pg' -U pillar --auth=scram-sha-256 --pwfile='${old}/pw' --encoding=UTF8 --locale=C.UTF-8 >/dev/null
    CLUSTER_DIR='${old}'; PG_PORT=$(free_port)
    as_pg "$PG_BIN/pg_ctl" -D '${old}/pg' -l '${old}/pg/server.log' -w -o "-p $PG_PORT -c listen_addresses=127.0.0.1 -c unix_socket_directories=''" start >/dev/null
    pg_admin createdb pillar
    pg_admin psql -d pillar -qc "create type kind as enum ('a'); create table kept (id int primary key, of kind, n serial); insert into kept values (7, 'a')"
    cluster_stop`;
  try {
    shell(as);
    const found = shell(
      `cluster_start '${old}' 2>/dev/null; "$PG_BIN/psql" "$DATABASE_URL" -Atc "alter table kept add column more int; alter type kind add value 'b'; select id || current_setting('data_checksums') || current_user from kept"; cluster_stop`,
    );
    expect(found.split('\n').at(-1)).toBe('7onpillar_app');
  } finally {
    rmSync(old, { recursive: true, force: true });
  }
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
