import { spawnSync } from 'node:child_process';
import { type APIRequestContext, type APIResponse, expect, test } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { drawnStill } from '../../core/figure/drawn-still';
import { newestIdOf, practiceOf, snapshotOf } from '../../db/testing';
import { demoSignIn, otherSignIn, secondSignIn } from '../../demo/world-sign-in';
import { addAthlete, clearAthlete, plainTrial } from './people';

/**
 * Every address of the application, by every role, with ids of one's own, of another practice, and with the id of another
 * athlete's thing under one's own athlete. The addresses are read off the application: a new one without a row here fails.
 */

type Role = 'owner' | 'coach' | 'assistant';
const roles: readonly Role[] = ['owner', 'coach', 'assistant'];
const all = roles;
const coaches: readonly Role[] = ['owner', 'coach'];
const owner: readonly Role[] = ['owner'];
const nobody: readonly Role[] = [];

interface Row {
  /** Who may open it; 'write only' answers 404 to everybody. */
  readonly see: readonly Role[] | 'write only';
  /** Who may send to it; nobody: it takes nothing (405). */
  readonly send: readonly Role[];
  /** What would be done if it were let through. */
  readonly body?: (world: World) => Record<string, string>;
}

const today = () => new Date().toISOString().slice(0, 10);
const ahead = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

const table: Readonly<Record<string, Row>> = {
  '': { see: all, send: nobody },
  athletes: { see: all, send: nobody },
  'athletes/new': { see: all, send: all },
  'athletes/import': { see: coaches, send: coaches },
  'athletes/import/:draftId': { see: coaches, send: coaches },
  screen: { see: all, send: nobody },
  'screen/trust': { see: all, send: coaches },
  'screen/squad': { see: all, send: nobody },
  'screen/clocks': { see: all, send: nobody },
  live: { see: all, send: nobody },
  'live/:sessionId': { see: all, send: nobody },
  season: { see: all, send: nobody },
  'season/squad': {
    see: 'write only',
    send: coaches,
    body: () => ({ intent: 'cancel', id: uuidv7() }),
  },
  sessions: { see: all, send: nobody },
  proposals: { see: all, send: coaches },
  library: { see: all, send: nobody },
  'library/tests': { see: all, send: coaches },
  'library/rules': { see: all, send: nobody },
  'library/sports': { see: all, send: nobody },
  'library/sports/:sportId': { see: all, send: coaches },
  'library/schools/:schoolId': { see: all, send: coaches },
  'library/:ladderId': { see: all, send: coaches },
  bench: { see: all, send: nobody },
  'bench/:toolId': {
    see: all,
    send: coaches,
    body: ({ athleteId }) => ({ athleteId, rungId: 'plank_knees', load: '', amount: '20' }),
  },
  settings: { see: coaches, send: coaches },
  'settings/staff': { see: owner, send: owner },
  'settings/password': { see: all, send: all },
  'settings/trail': { see: owner, send: nobody },
  'athletes/:athleteId': { see: all, send: nobody },
  'athletes/:athleteId/edit': { see: all, send: all },
  'athletes/:athleteId/clear': {
    see: all,
    send: all,
    body: () => ({ id: uuidv7(), noStopSigns: 'on', consentAthlete: 'on', guardianName: '' }),
  },
  'athletes/:athleteId/screen': {
    see: all,
    send: all,
    body: () => ({ id: uuidv7(), purpose: 'first', firstSide: 'left', testIds: 'front_plank' }),
  },
  'athletes/:athleteId/results': { see: all, send: coaches },
  'athletes/:athleteId/recordings': { see: all, send: all },
  'athletes/:athleteId/traces/:traceId': { see: all, send: nobody },
  'athletes/:athleteId/stills/:stillId': { see: all, send: nobody },
  'athletes/:athleteId/link': { see: all, send: nobody },
  'athletes/:athleteId/plan': { see: all, send: coaches, body: () => ({ id: uuidv7() }) },
  'athletes/:athleteId/plan/hand': {
    see: coaches,
    send: coaches,
    body: () => ({ intent: 'keep', id: uuidv7(), parentId: uuidv7(), draft: '{"locks":[],"giving":[]}' }),
  },
  'athletes/:athleteId/plan/ends': { see: 'write only', send: coaches },
  'athletes/:athleteId/links': { see: all, send: coaches },
  'athletes/:athleteId/coach': { see: all, send: coaches },
  'athletes/:athleteId/coach/import': { see: all, send: all },
  'athletes/:athleteId/coach/import/:draftId': { see: all, send: all },
  'athletes/:athleteId/coach/unplanned': { see: all, send: nobody },
  'athletes/:athleteId/coach/:sessionId/log': { see: all, send: nobody },
  'athletes/:athleteId/coach/:sessionId/hand': {
    see: all,
    send: coaches,
    body: () => ({ op: 'remove', itemId: uuidv7(), revision: '0' }),
  },
  'athletes/:athleteId/review': { see: all, send: nobody },
  'athletes/:athleteId/review/over-time': { see: all, send: nobody },
  'athletes/:athleteId/screen/:screeningId': { see: all, send: all },
  'athletes/:athleteId/flags/:flagId/note': { see: all, send: nobody },
  'athletes/:athleteId/card': { see: all, send: nobody },
  'athletes/:athleteId/clear/agreement': { see: 'write only', send: coaches },
  'athletes/:athleteId/flags/:flagId': {
    see: 'write only',
    send: coaches,
    body: () => ({ reason: 'looked at' }),
  },
  'athletes/:athleteId/events': {
    see: 'write only',
    send: coaches,
    body: () => ({ id: uuidv7(), name: 'Race', onDate: ahead(50), priority: 'B' }),
  },
  'athletes/:athleteId/events/:eventId': { see: 'write only', send: coaches },
  'athletes/:athleteId/days-off': {
    see: 'write only',
    send: coaches,
    body: () => ({ id: uuidv7(), from: ahead(3), to: ahead(5), reason: 'away' }),
  },
  'athletes/:athleteId/days-off/:blackoutId': { see: 'write only', send: coaches },
  'athletes/:athleteId/training': { see: all, send: nobody },
  'athletes/:athleteId/training/import': { see: coaches, send: coaches },
  'athletes/:athleteId/training/import/:draftId': { see: coaches, send: coaches },
  'athletes/:athleteId/training/usual': {
    see: 'write only',
    send: coaches,
    body: () => ({ id: uuidv7(), weekday: '2', minutes: '60', name: 'Hills' }),
  },
  'athletes/:athleteId/training/usual/:usualId': { see: 'write only', send: coaches },
  'athletes/:athleteId/training/days': {
    see: 'write only',
    send: coaches,
    body: () => ({ id: uuidv7(), onDate: ahead(3), minutes: '60', name: 'Hills' }),
  },
  'athletes/:athleteId/training/days/:trainingId': { see: 'write only', send: coaches },
  'athletes/:athleteId/training.csv': { see: all, send: nobody },
  'athletes/:athleteId/ease-back': { see: 'write only', send: coaches },
  'athletes/:athleteId/repeat-week': { see: 'write only', send: coaches },
  'athletes/:athleteId/tiers': {
    see: 'write only',
    send: coaches,
    body: () => ({ quality: 'hip_extension', tier: 'main', reason: 'long descents' }),
  },
  'athletes/:athleteId/proposals': { see: all, send: coaches },
  'season/templates': {
    see: 'write only',
    send: coaches,
    body: () => ({ op: 'remove', id: uuidv7() }),
  },
  'exercise-sets': {
    see: 'write only',
    send: coaches,
    body: () => ({ op: 'remove', id: uuidv7() }),
  },
  batteries: { see: 'write only', send: all },
  'batteries/:batteryId': { see: 'write only', send: coaches },
  'settings/staff/:staffId': {
    see: 'write only',
    send: owner,
    body: () => ({ role: 'assistant', disabled: 'true' }),
  },
  'settings/staff/:staffId/password': { see: 'write only', send: owner },
  'settings/staff/:staffId/sign-out': { see: 'write only', send: owner },
  sync: { see: 'write only', send: all },
  'athletes/:athleteId/sessions.csv': { see: all, send: nobody },
  'athletes/:athleteId/sessions.ics': { see: all, send: nobody },
  palette: { see: all, send: nobody },
  'news/flags/:flagId': { see: all, send: nobody },
  'instruments/:instrument/stream': { see: all, send: nobody },
  'stills/:stillId/picture': { see: all, send: nobody },
  'traces/:traceId.csv': { see: all, send: nobody },
};

/** Open to everybody: the door itself. */
const door = ['sign-in', 'sign-out', 'set-up'];
/** Open to who has a link, and to nobody else: they have a table of their own. */
const byLink = /^(?:own|calendar)\//;
/** Never ends; the stories of Today listen to it. */
const endless = ['news'];

interface Branch {
  readonly path?: string;
  readonly index?: boolean;
  readonly children?: readonly Branch[];
}

function addresses(branches: readonly Branch[], above = ''): string[] {
  return branches.flatMap(({ path = '', children }) => {
    const here = [above, path].filter(Boolean).join('/');
    return children ? addresses(children, here) : [here];
  });
}

/** An athlete of a practice with one of everything. */
interface World {
  readonly athleteId: string;
  readonly screeningId: string;
  readonly sessionId: string;
  readonly eventId: string;
  readonly blackoutId: string;
  readonly flagId: string;
  readonly traceId: string;
  readonly stillId: string;
  readonly batteryId: string;
  readonly draftId: string;
  readonly logDraftId: string;
  readonly trainingDraftId: string;
  readonly usualId: string;
  readonly trainingId: string;
  readonly staffId: string;
}

async function kept(response: APIResponse, what: string): Promise<void> {
  expect(
    response.status(),
    `${what}: ${response.ok() ? '' : (await response.text()).slice(0, 300)}`,
  ).toBeLessThan(400);
}

async function aWorld(request: APIRequestContext): Promise<World> {
  const { id: athleteId, path } = await addAthlete(request);
  await clearAthlete(request, path);
  const ids = {
    screeningId: uuidv7(),
    eventId: uuidv7(),
    blackoutId: uuidv7(),
    traceId: uuidv7(),
    stillId: uuidv7(),
    batteryId: uuidv7(),
    staffId: uuidv7(),
    usualId: uuidv7(),
    trainingId: uuidv7(),
  };
  const post = async (to: string, form: Record<string, string>) =>
    kept(await request.post(to, { form, maxRedirects: 0 }), to);
  const sync = async (data: Record<string, unknown>) =>
    kept(await request.post('/sync', { data }), String(data.op));
  await post(`${path}/screen`, {
    id: ids.screeningId,
    purpose: 'first',
    firstSide: 'left',
    warmUp: 'on',
    testIds: 'front_plank',
  });
  await sync({ op: 'trial', trial: plainTrial(ids.screeningId, 'front_plank', { value: 50 }) });
  await sync({
    op: 'trace',
    trace: {
      id: ids.traceId,
      athleteId,
      testId: null,
      side: 'both',
      source: 'imported',
      recordedAt: new Date().toISOString(),
      csv: 't_s,cuff [mmHg]\n0,40\n1,40\n2,40\n',
    },
  });
  const drawn = drawnStill('pelvic_drop', 7.5, 3);
  const { default: sharp } = await import('sharp');
  const pixels = await sharp({
    create: { width: drawn.width, height: drawn.height, channels: 3, background: '#777' },
  })
    .png()
    .toBuffer();
  await sync({
    op: 'still',
    still: {
      id: ids.stillId,
      athleteId,
      angle: 'pelvic_drop',
      source: 'photo',
      landmarks: drawn.landmarks,
      base64: pixels.toString('base64'),
    },
  });
  await post(`${path}/screen/${ids.screeningId}`, {});
  await post(`${path}/events`, { id: ids.eventId, name: 'The race', onDate: ahead(60), priority: 'A' });
  await post(`${path}/days-off`, { id: ids.blackoutId, from: ahead(30), to: ahead(31), reason: 'away' });
  const hills = { minutes: '60', name: 'Hills' };
  await post(`${path}/training/usual`, { ...hills, id: ids.usualId, weekday: '0' });
  await post(`${path}/training/days`, { ...hills, id: ids.trainingId, onDate: ahead(20) });
  await post(`${path}/plan`, { id: uuidv7() });
  await post(`${path}/coach`, {});
  const sessionId = await newestIdOf('core_session', athleteId);
  // Pain in a second screen raises a flag; the laid-out sessions stay.
  const second = uuidv7();
  await post(`${path}/screen`, {
    id: second,
    purpose: 'quick',
    firstSide: 'left',
    warmUp: 'on',
    testIds: 'front_plank',
  });
  await sync({
    op: 'trial',
    trial: plainTrial(second, 'front_plank', {
      value: 20,
      painScore: 6,
      painRegion: 'low back',
      endReason: 'pain',
    }),
  });
  const flagId = await newestIdOf('flag', athleteId);
  await post('/batteries', {
    batteryId: ids.batteryId,
    name: `Ours ${ids.batteryId.slice(-6)}`,
    testIds: 'front_plank',
    athleteId,
  });
  const drafted = await request.post('/athletes/import', {
    multipart: {
      file: {
        name: 'few.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('name,born\nPia Test,1993-05-04\n'),
      },
    },
    maxRedirects: 0,
  });
  const draftId = drafted.headers().location?.split('/').at(-1) ?? '';
  const sessions = await request.post(`${path}/coach/import`, {
    multipart: {
      file: {
        name: 'sessions.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('Day,Exercise,Seconds,Effort\nyesterday,plank_full,20,5\n'),
      },
    },
    maxRedirects: 0,
  });
  const logDraftId = sessions.headers().location?.split('/').at(-1) ?? '';
  const training = await request.post(`${path}/training/import`, {
    multipart: {
      file: {
        name: 'training.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('Day,Minutes,What it is\nyesterday,20,Run\n'),
      },
    },
    maxRedirects: 0,
  });
  const trainingDraftId = training.headers().location?.split('/').at(-1) ?? '';
  await post('/settings/staff', {
    id: ids.staffId,
    name: 'Passing Hand',
    email: `${ids.staffId}@hands.example`,
    role: 'assistant',
  });
  return { athleteId, sessionId, flagId, draftId, logDraftId, trainingDraftId, ...ids };
}

/** The address of a row, its athlete from one world and the thing under it from another. */
function addressOf(pattern: string, whose: World, things: World): string {
  const filled = pattern.replace(/:([a-zA-Z]+)/g, (_, name: string) => {
    if (name === 'athleteId') return whose.athleteId;
    if (name === 'ladderId') return 'plank';
    if (name === 'schoolId') return 'brace';
    if (name === 'sportId') return 'running.marathon';
    if (name === 'toolId') return 'lever';
    if (name === 'instrument') return 'cuff';
    if (pattern.includes('coach/import/')) return things.logDraftId;
    if (pattern.includes('training/import/')) return things.trainingDraftId;
    return things[name as keyof World];
  });
  if (pattern.startsWith('instruments'))
    return `/${filled}?athlete=${whose.athleteId}&seed=x&play=hold&seconds=5&fromMs=4900`;
  return `/${filled}`;
}

async function signedIn(
  playwright: { request: { newContext: (options: object) => Promise<APIRequestContext> } },
  baseURL: string | undefined,
  { email, password }: { readonly email: string; readonly password: string },
): Promise<APIRequestContext> {
  const request = await playwright.request.newContext({
    baseURL,
    storageState: { cookies: [], origins: [] },
  });
  const response = await request.post('/sign-in', { form: { email, password, next: '/' }, maxRedirects: 0 });
  expect(response.status()).toBe(302);
  return request;
}

/** Somebody the owner took on, with a password of their own. */
async function aCoach(
  playwright: Parameters<typeof signedIn>[0],
  baseURL: string | undefined,
  by: APIRequestContext,
): Promise<APIRequestContext> {
  const email = `${uuidv7()}@hands.example`;
  const added = await by.post('/settings/staff', {
    form: { id: uuidv7(), name: 'Roads Tested', email, role: 'coach' },
  });
  const password =
    /First password for.*?((?:[a-z2-9]{4}-){3}[a-z2-9]{4})</s.exec(await added.text())?.[1] ?? '';
  const coach = await signedIn(playwright, baseURL, { email, password });
  // Nothing is open before they have a password of their own.
  expect((await coach.get('/athletes', { maxRedirects: 0 })).headers().location).toBe('/settings/password');
  const own = 'several plain words';
  await coach.post('/settings/password', {
    form: { old: password, fresh: own, again: own },
    maxRedirects: 0,
  });
  expect((await coach.get('/athletes', { maxRedirects: 0 })).status()).toBe(200);
  return coach;
}

let by: Readonly<Record<Role, APIRequestContext>>;
let stranger: APIRequestContext;
let unknown: APIRequestContext;
let mine: World;
let also: World;
let theirs: World;

test.beforeAll(async ({ playwright }, { project }) => {
  test.setTimeout(120_000);
  const { baseURL } = project.use;
  const ownerContext = await signedIn(playwright, baseURL, demoSignIn);
  by = {
    owner: ownerContext,
    coach: await aCoach(playwright, baseURL, ownerContext),
    assistant: await signedIn(playwright, baseURL, secondSignIn),
  };
  stranger = await signedIn(playwright, baseURL, otherSignIn);
  unknown = await playwright.request.newContext({ baseURL, storageState: { cookies: [], origins: [] } });
  [mine, also, theirs] = await Promise.all([aWorld(ownerContext), aWorld(ownerContext), aWorld(stranger)]);
});

const rows = Object.entries(table);
const sendable = rows.filter(([, { send }]) => send.length > 0);
/** Rows whose address names something of a practice, or whose body does. */
const named = rows.filter(
  ([pattern, { body }]) =>
    /Id/.test(pattern.replace(/:(ladder|tool|school|sport)Id/, '')) ||
    body ||
    pattern.startsWith('instruments'),
);
/** Two things in one address that must belong together. */
const pairs = rows.filter(([pattern]) => /:athleteId.*:\w+Id/.test(pattern));

test('the table has a row for every address', () => {
  const { stdout } = spawnSync('npx', ['react-router', 'routes', '--json'], { encoding: 'utf8' });
  const known = addresses(JSON.parse(stdout) as Branch[]).filter(
    (path) => path !== '*' && !door.includes(path) && !byLink.test(path) && !endless.includes(path),
  );
  expect([...Object.keys(table)].sort()).toEqual(known.sort());
});

test('nobody gets past the door: every address sends them to sign in, and nothing is done', async () => {
  const before = await snapshotOf('athlete_id', mine.athleteId);
  for (const [pattern, { send, body }] of rows) {
    const address = addressOf(pattern, mine, mine);
    const seen = await unknown.get(address, { maxRedirects: 0 });
    if (pattern === 'sync') expect(seen.status()).toBe(401);
    else {
      expect(seen.status(), address).toBe(302);
      expect(seen.headers().location, address).toMatch(/^\/sign-in\?next=/);
    }
    if (send.length === 0) continue;
    const sent = await unknown.post(address, { form: body?.(mine) ?? {}, maxRedirects: 0 });
    expect(sent.status(), `post ${address}`).toBe(pattern === 'sync' ? 401 : 302);
    if (pattern !== 'sync') expect(sent.headers().location, address).toMatch(/^\/sign-in/);
  }
  expect(await snapshotOf('athlete_id', mine.athleteId)).toEqual(before);
});

test('everybody sees what their role may see', async () => {
  for (const role of roles)
    for (const [pattern, { see }] of rows) {
      const address = addressOf(pattern, mine, mine);
      const response = await by[role].get(address, { maxRedirects: 0 });
      const expected = see === 'write only' ? [404] : see.includes(role) ? [200, 302] : [403];
      expect(expected, `${role} ${address}`).toContain(response.status());
      if (response.status() === 302)
        expect(response.headers().location, `${role} ${address}`).not.toContain('sign-in');
    }
});

test('who may not send is told so before what was sent is read, and nothing is done', async () => {
  const before = await snapshotOf('athlete_id', mine.athleteId);
  for (const role of roles)
    for (const [pattern, { send, body }] of rows) {
      if (send.includes(role)) continue;
      const address = addressOf(pattern, mine, mine);
      for (const form of [{}, body?.(mine) ?? {}]) {
        const response = await by[role].post(address, { form, maxRedirects: 0 });
        expect(response.status(), `${role} post ${address}`).toBe(send.length === 0 ? 405 : 403);
      }
    }
  expect(await snapshotOf('athlete_id', mine.athleteId)).toEqual(before);
});

test('of another practice nothing is found, nothing is done, and nothing is learnt', async () => {
  const before = await snapshotOf('practice_id', await practiceOf(theirs.athleteId));
  for (const role of roles)
    for (const [pattern, { see, send, body }] of named) {
      const address = addressOf(pattern, theirs, theirs);
      const seen = await by[role].get(address, { maxRedirects: 0 });
      if (see !== 'write only' && pattern !== 'bench/:toolId')
        expect([404, see.includes(role) ? 404 : 403], `${role} ${address}`).toContain(seen.status());
      if (send.length === 0) continue;
      const sent = await by[role].post(address, { form: body?.(theirs) ?? {}, maxRedirects: 0 });
      // Some forms are read before the athlete is: told what is wrong with them, nothing of the athlete.
      const refused = send.includes(role) ? (body ? [404] : [400, 404]) : [403];
      expect(refused, `${role} post ${address}`).toContain(sent.status());
      expect(await sent.text()).not.toContain('The race');
    }
  expect(await snapshotOf('practice_id', await practiceOf(theirs.athleteId))).toEqual(before);
});

test('a thing of another athlete is not found under this one, to see or to change', async () => {
  const before = await snapshotOf('athlete_id', also.athleteId);
  for (const [pattern, { see, send, body }] of pairs) {
    const address = addressOf(pattern, mine, also);
    if (see !== 'write only')
      expect((await by.owner.get(address, { maxRedirects: 0 })).status(), address).toBe(404);
    if (send.length === 0) continue;
    const sent = await by.owner.post(address, { form: body?.(also) ?? {}, maxRedirects: 0 });
    expect(sent.status(), `post ${address}`).toBe(404);
  }
  expect(await snapshotOf('athlete_id', also.athleteId)).toEqual(before);
});

test('who may send is heard: their form is read, answered in words or done', async () => {
  const done = /sign-out$|:staffId/;
  for (const role of roles)
    for (const [pattern, { send }] of sendable) {
      if (!send.includes(role) || done.test(pattern)) continue;
      const address = addressOf(pattern, also, also);
      const response = await by[role].post(address, { form: {}, maxRedirects: 0 });
      expect([200, 302, 400, 404, 409], `${role} post ${address}`).toContain(response.status());
    }
});

test('what a device sends later asks the same table', async () => {
  const before = await snapshotOf('practice_id', await practiceOf(theirs.athleteId));
  const trialId = await newestIdOf('trial', mine.athleteId);
  expect((await by.assistant.post('/sync', { data: { op: 'void', trialId } })).status()).toBe(403);
  const foreignTrial = await newestIdOf('trial', theirs.athleteId);
  for (const role of roles)
    for (const data of [
      { op: 'trial', trial: plainTrial(theirs.screeningId, 'front_plank') },
      {
        op: 'amend',
        amendmentId: uuidv7(),
        trial: { ...plainTrial(theirs.screeningId, 'front_plank'), id: foreignTrial },
      },
      ...(role === 'assistant' ? [] : [{ op: 'void', trialId: foreignTrial }]),
      {
        op: 'open',
        screening: {
          id: uuidv7(),
          athleteId: theirs.athleteId,
          testId: 'front_plank',
          onDate: today(),
          firstSide: 'left',
          warmUpDone: true,
        },
      },
      { op: 'close', screeningId: theirs.screeningId },
      { op: 'warm_up', screeningId: theirs.screeningId, done: false },
      { op: 'log', log: { id: uuidv7(), sessionId: theirs.sessionId, effort: 5, painScore: 0, sets: [] } },
      {
        op: 'set',
        set: {
          id: uuidv7(),
          sessionId: theirs.sessionId,
          rungId: 'plank_knees',
          setNo: 1,
          side: 'both',
          done: 20,
        },
      },
    ])
      expect([400, 404], `${role} ${data.op}`).toContain((await by[role].post('/sync', { data })).status());
  expect(await snapshotOf('practice_id', await practiceOf(theirs.athleteId))).toEqual(before);
});

test('words and weeks of an address that mean nothing give a page', async () => {
  // Every word the application knows, with values it does not; a week that is a day, but no day of any season.
  const words = [
    'week=2026-13-45&sort=up;drop&dir=x&dir=y&show=1&test=none&rung=none&athlete=none&before=never&purpose=none',
    'week=never&battery=1&mass=-1&stature=nil&sex=x&posture=1&kit=2&sport=x&school=x&caution=x&discipline=x&event=y',
    'week=9999-12-31&__proto__=1&constructor=1&q=%25%27%00&size=1e99&first=none&stations=-1&minutes=x&who=none',
    `week=0001-01-01&q=${'x'.repeat(2000)}&with=none&score=x&cell=y&what=z&range=0&from=-1`,
    'week=%00&sort=%00&test=%00&rung=%00&athlete=%00&battery=%00&kit=%00&before=%00',
  ];
  for (const [pattern, { see }] of rows) {
    if (see === 'write only' || pattern.startsWith('instruments')) continue;
    const address = addressOf(pattern, mine, mine);
    for (const word of words) {
      const response = await by.owner.get(`${address}?${word}`, { maxRedirects: 0 });
      expect([200, 302, 404], `${address}?${word}`).toContain(response.status());
    }
  }
});
