import { expect, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { stableUuid } from '../../demo/stable';
import { addAthlete, clearAthlete, demoAthlete, openStation, plainTrial } from './people';

/** An athlete of the other practice; signed in as Larkmoor's coach nothing of it may be seen or changed. */
const foreign = demoAthlete('Greer Minchin');
const foreignScreen = stableUuid(`screen ${stableUuid('athlete Greer Minchin')} 0`);
const today = () => new Date().toISOString().slice(0, 10);
const nowhere = `/athletes/${uuidv7()}`;

const views = [
  '',
  '/edit',
  '/clear',
  '/screen',
  '/results',
  '/recordings',
  `/traces/${uuidv7()}`,
  `/stills/${uuidv7()}`,
  '/link',
  '/plan',
  '/coach',
  '/review',
  '/card',
  '/sessions.ics',
  `/screen/${foreignScreen}`,
  `/coach/${uuidv7()}/log`,
];

test('every address under another practice’s athlete answers as if it were not there', async ({ page }) => {
  for (const base of [foreign, nowhere, '/athletes/1%27%20or%201=1']) {
    for (const view of views) {
      const response = await page.request.get(base + view);
      expect(response.status(), base + view).toBe(404);
      expect(await response.text(), base + view).not.toContain('Minchin');
      const posted = await page.request.post(base + view, { form: { id: uuidv7() } });
      // What is sent is read first: a form that cannot be is told so, and nothing of the athlete is.
      expect([400, 404, 405], `post ${base}${view}`).toContain(posted.status());
      expect(await posted.text(), `post ${base}${view}`).not.toContain('Minchin');
    }
  }
  await page.goto(foreign);
  await expect(page.getByRole('heading', { name: 'Not here' })).toBeVisible();
  for (const view of ['/library', '/library/plank', '/bench/lever'])
    expect((await page.request.get(`${view}?athlete=${foreign.slice(10)}`)).status(), view).toBe(404);
  for (const list of [
    '/',
    '/library',
    '/bench/lever',
    '/athletes',
    '/screen',
    '/screen/squad',
    '/screen/clocks?test=front_plank',
    '/screen/trust',
    '/season',
    '/sessions',
    '/palette',
  ]) {
    expect(await (await page.request.get(list)).text(), list).not.toContain('Minchin');
  }
});

test('a trial can be neither added to nor taken from another practice', async ({ page }) => {
  const add = await page.request.post('/sync', {
    data: { op: 'trial', trial: plainTrial(foreignScreen, 'front_plank') },
  });
  expect(add.status()).toBe(404);
  const take = await page.request.post('/sync', {
    data: { op: 'void', trialId: stableUuid(`trial ${foreignScreen} front_plank both 0`) },
  });
  expect(take.status()).toBe(404);
  const athleteId = foreign.slice(10);
  const id = uuidv7();
  for (const data of [
    {
      op: 'open',
      screening: {
        id,
        athleteId,
        testId: 'front_plank',
        onDate: today(),
        firstSide: 'left',
        warmUpDone: true,
      },
    },
    { op: 'close', screeningId: foreignScreen },
    {
      op: 'trace',
      trace: {
        id,
        athleteId,
        testId: null,
        side: 'both',
        source: 'imported',
        recordedAt: new Date().toISOString(),
        csv: 't_s,cuff [mmHg]\n0,40\n1,40\n',
      },
    },
    {
      op: 'still',
      still: { id, athleteId, angle: 'pelvic_drop', source: 'photo', landmarks: {}, base64: '' },
    },
  ])
    expect((await page.request.post('/sync', { data })).status(), data.op).toBe(404);
  for (const address of [
    `/traces/${id}.csv`,
    `/stills/${id}/picture`,
    `/instruments/cuff/stream?athlete=${athleteId}&seed=x&play=hold&seconds=20`,
  ])
    expect((await page.request.get(address)).status(), address).toBe(404);
  const mine = demoAthlete('Ysolde Marrick').slice(10);
  expect(
    (await page.request.get(`/instruments/ear/stream?athlete=${mine}&seed=x&play=hold&seconds=20`)).status(),
  ).toBe(400);
});

test('a screen from a squad is opened once, for the day it was done, and not for those a caution bars', async ({
  page,
}) => {
  const { path, id: athleteId } = await addAthlete(page.request);
  await clearAthlete(page.request, path, ['shoulder_pain']);
  const open = (more: Record<string, unknown>) =>
    page.request.post('/sync', {
      data: {
        op: 'open',
        screening: {
          id: uuidv7(),
          athleteId,
          testId: 'hinge_hold',
          onDate: today(),
          firstSide: 'left',
          warmUpDone: true,
          ...more,
        },
      },
    });
  const id = uuidv7();
  expect((await open({ id })).status()).toBe(200);
  expect((await open({ id })).status()).toBe(200);
  expect((await open({ testId: 'front_plank' })).status()).toBe(400);
  expect(await (await open({ onDate: '2020-01-01' })).json()).toMatchObject({
    issues: [{ code: 'screen.too_old', values: { days: 7 } }],
  });
  const other = await addAthlete(page.request);
  await clearAthlete(page.request, other.path);
  expect((await open({ id, athleteId: other.id })).status()).toBe(409);
});

test('a session or event of one athlete cannot be reached through another', async ({ page }) => {
  const ysolde = demoAthlete('Ysolde Marrick');
  const tobin = demoAthlete('Tobin Aske');
  // Next week always has a session that is not logged yet, whatever the weekday.
  const nextWeek = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  const html = await (await page.request.get(`${ysolde}/coach?week=${nextWeek}`)).text();
  const session = /\/coach\/([0-9a-f-]{36})\/log/.exec(html)?.[1];
  expect(session).toBeDefined();
  expect((await page.request.get(`${tobin}/coach/${session}/log`)).status()).toBe(404);
});

test('trials are checked: unreadable, out of range, wrong side, barred, and sent twice', async ({ page }) => {
  const { path } = await addAthlete(page.request);
  await clearAthlete(page.request, path, ['shoulder_pain']);
  const id = await openStation(page, path, ['hinge_hold']);
  const send = (trial: unknown) => page.request.post('/sync', { data: { op: 'trial', trial } });
  const said = async (trial: unknown) =>
    ((await (await send(trial)).json()) as { issues: { code: string }[] }).issues.map(({ code }) => code);
  expect(await said({ ...plainTrial(id, 'hinge_hold'), value: 'long' })).toEqual(['sync.unread']);
  expect(await said(plainTrial(id, 'hinge_hold', { value: 1e9 }))).toEqual(['trial.outside']);
  expect(await said(plainTrial(id, 'hinge_hold', { value: -1 }))).toEqual(['trial.outside']);
  expect(await said(plainTrial(id, 'trunk_extensor_hold', { side: 'left' }))).toEqual(['trial.no_sides']);
  expect(await said(plainTrial(id, 'side_plank', { side: 'left' }))).toEqual(['trial.barred']);
  expect(await said(plainTrial(id, 'no_such_test'))).toEqual(['trial.unknown_test']);
  expect(
    (
      await page.request.post('/sync', {
        data: 'not json',
        headers: { 'content-type': 'application/json' },
      })
    ).status(),
  ).toBe(400);
  const twice = plainTrial(id, 'hinge_hold', { value: 81 });
  expect((await send(twice)).status()).toBe(200);
  expect((await send(twice)).status()).toBe(200);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Trials of this test' }).getByRole('listitem')).toHaveCount(
    1,
  );
});
