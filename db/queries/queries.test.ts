import { v7 as uuidv7 } from 'uuid';
import { demoWorld } from '~/demo/world';
import { closePool, isDatabaseDown } from '../client.server';
import { dropDatabase, migrateDatabase } from '../migrate';
import {
  addAthlete,
  athleteById,
  athletesOf,
  confirmImport,
  draftById,
  keepDraft,
  pathFacts,
  rosterState,
  saveAthlete,
} from './athletes';
import { editCatalogue, editHistory } from './catalogue';
import { addAgreement, addClearance, addFlag, closeFlag, newestClearance } from './clear';
import {
  decideProposals,
  heldBy,
  keepLog,
  ladderStates,
  openProposals,
  practiceSessions,
  recentLogs,
  replaceWeek,
  sendToLadder,
  sessionById,
  sessionsBetween,
} from './coach';
import {
  addBlackout,
  addEvent,
  addSeason,
  blackoutsOf,
  eventsOf,
  newestSeason,
  removeBlackout,
  removeEvent,
  seasonStrips,
} from './plan';
import {
  closeAuthSession,
  failuresSince,
  openAuthSession,
  practiceCount,
  recordFailure,
  savePractice,
  signedInBy,
  staffByEmail,
  sweepAuth,
} from './practice';
import {
  addScreening,
  addStill,
  addTrace,
  addTrial,
  batteriesOf,
  completeScreening,
  correctTrial,
  openScreening,
  removeBattery,
  saveBattery,
  screeningById,
  screeningsOf,
  stillById,
  stillsOf,
  traceById,
  tracesOf,
  trialHistoryOf,
  trialsOf,
  trialsOfTest,
  voidTrial,
} from './screen';
import { insertWorld } from './world';

/** Queries against a real PostgreSQL: bin/test gives DATABASE_URL of a database that may be emptied. */
const today = '2026-11-25';
const world = demoWorld(today, { coach: 'hash-a', other: 'hash-b' });
const practiceOf = (i: number) => world.practices[i]?.id ?? '';
const [larkmoor, tarnside] = [practiceOf(0), practiceOf(1)];
const person = (given: string) => {
  const found = world.athletes.find((athlete) => athlete.givenName === given);
  if (!found) throw new Error(`nobody called ${given}`);
  return found;
};
const ysolde = person('Ysolde').id;
const greer = person('Greer').id;
const staffId = world.staff[0]?.id ?? '';

beforeAll(async () => {
  if (!process.env.DATABASE_URL?.endsWith('/pillar_unit')) {
    throw new Error(
      'These tests empty their database: run them by bin/test, which gives them one of their own.',
    );
  }
  await dropDatabase();
  await migrateDatabase();
  await insertWorld(world);
}, 60_000);

afterAll(() => closePool());

const values = {
  givenName: 'Pia',
  familyName: 'Query',
  birthDate: '1990-01-01',
  sex: 'female' as const,
  disciplineId: 'running.marathon',
  level: 'trained' as const,
  massKg: 60,
  statureM: 1.7,
  kit: ['towel'],
  schoolId: null,
  sessionsPerWeek: 3,
  minutesPerSession: 25,
  weekdays: [1, 3, 5],
  note: '',
};

async function newAthlete(): Promise<string> {
  const id = uuidv7();
  await addAthlete(larkmoor, id, values);
  return id;
}

async function newScreening(athleteId: string): Promise<string> {
  const id = uuidv7();
  await addScreening({
    id,
    practiceId: larkmoor,
    athleteId,
    onDate: today,
    testIds: ['front_plank'],
    firstSide: 'left',
    warmUpDone: false,
  });
  return id;
}

const trialRow = (athleteId: string, screeningId: string, more = {}) => ({
  id: uuidv7(),
  practiceId: larkmoor,
  athleteId,
  screeningId,
  testId: 'front_plank',
  onDate: today,
  side: 'both' as const,
  value: 61,
  grade: null,
  t1S: null,
  faults: [],
  feltIn: null,
  painScore: 0,
  painRegion: null,
  endReason: 'loss' as const,
  capS: null,
  recordedAt: new Date(),
  ...more,
});

describe('migrations', () => {
  it('run again on a populated database without touching it', async () => {
    await migrateDatabase();
    expect(await practiceCount()).toBe(2);
  });
});

describe('people and sessions', () => {
  it('knows a signed-in browser by the hash of its token, until it expires or signs out', async () => {
    const staff = await staffByEmail('  COACH@larkmoor.example ');
    expect(staff?.practiceId).toBe(larkmoor);
    await openAuthSession('token-a', staffId, new Date(Date.now() + 60_000));
    await openAuthSession('token-old', staffId, new Date(Date.now() - 1000));
    expect(await signedInBy('token-a')).toMatchObject({
      practiceId: larkmoor,
      role: 'owner',
      firstWeekday: 1,
    });
    expect(await signedInBy('token-old')).toBeUndefined();
    await closeAuthSession('token-a');
    expect(await signedInBy('token-a')).toBeUndefined();
    await sweepAuth();
  });
  it('counts failures by e-mail and by address, since a time', async () => {
    await recordFailure('x@example', '10.0.0.1');
    await recordFailure('y@example', '10.0.0.1');
    const since = new Date(Date.now() - 60_000);
    expect(await failuresSince('x@example', '10.0.0.1', since)).toEqual({ byEmail: 1, byAddress: 2 });
    expect(await failuresSince('x@example', '10.0.0.9', new Date(Date.now() + 60_000))).toEqual({
      byEmail: 0,
      byAddress: 0,
    });
  });
  it('refuses settings made from an older version', async () => {
    const row = world.practices[1];
    if (!row) throw new Error('no practice');
    const next = { name: 'Tarnside', schoolId: 'neutral', firstWeekday: 0, settings: row.settings };
    expect(await savePractice(tarnside, 1, next)).toBe(true);
    expect(await savePractice(tarnside, 1, { ...next, name: 'Overwritten' })).toBe(false);
  });
});

describe('athletes', () => {
  it('are seen by their own practice only', async () => {
    expect((await athletesOf(larkmoor)).map((each) => each.id)).not.toContain(greer);
    expect(await athleteById(larkmoor, greer)).toBeUndefined();
    expect((await athleteById(tarnside, greer))?.givenName).toBe('Greer');
  });
  it('are added once for one id, and another practice cannot take the id over', async () => {
    const id = await newAthlete();
    await addAthlete(larkmoor, id, { ...values, massKg: 99 });
    await addAthlete(tarnside, id, { ...values, massKg: 98 });
    expect((await athleteById(larkmoor, id))?.massKg).toBe(60);
    expect(await athleteById(tarnside, id)).toBeUndefined();
  });
  it('are saved from the version the form was made from', async () => {
    const id = await newAthlete();
    expect(await saveAthlete(larkmoor, id, 1, { ...values, massKg: 61 })).toBe('saved');
    expect(await saveAthlete(larkmoor, id, 1, { ...values, massKg: 70 })).toBe('stale');
    expect(await saveAthlete(tarnside, id, 2, { ...values, massKg: 70 })).toBe('stale');
    expect(await athleteById(larkmoor, id)).toMatchObject({ massKg: 61, version: 2 });
  });
  it('are imported in one go, once, and a change counts a version', async () => {
    const known = await newAthlete();
    const draft = await keepDraft(larkmoor, 'a.csv', 'text');
    expect(await draftById(tarnside, draft)).toBeUndefined();
    const { givenName, birthDate, sex, disciplineId, level, statureM } = values;
    const write = (familyName: string, massKg: number, athleteId?: string) => ({
      athleteId,
      values: { givenName, familyName, birthDate, sex, disciplineId, level, massKg, statureM },
    });
    const defaults = { kit: ['wall'], weekdays: [2] };
    expect(
      await confirmImport(larkmoor, draft, [write('Imported', 50), write('Query', 62, known)], defaults),
    ).toBe('done');
    expect(await confirmImport(larkmoor, draft, [write('Imported', 50)], defaults)).toBe('again');
    expect((await athletesOf(larkmoor)).filter((each) => each.familyName === 'Imported')).toHaveLength(1);
    expect(await athleteById(larkmoor, known)).toMatchObject({ massKg: 62, version: 2 });
    const bad = await keepDraft(larkmoor, 'b.csv', 'text');
    await expect(
      confirmImport(
        larkmoor,
        bad,
        [
          write('Half', 50),
          { athleteId: undefined, values: { ...write('Half', 51).values, birthDate: 'never' } },
        ],
        defaults,
      ),
    ).rejects.toThrow();
    // Nothing is half-written, and the draft can still be confirmed.
    expect((await athletesOf(larkmoor)).filter((each) => each.familyName === 'Half')).toHaveLength(0);
    expect((await draftById(larkmoor, bad))?.confirmedAt).toBeNull();
  });
  it('stand in the roster with the newest of everything, and on the path with theirs', async () => {
    const state = await rosterState(larkmoor, today);
    expect(state.screens.filter((screen) => screen.athleteId === ysolde)).toHaveLength(1);
    expect(state.events.find((event) => event.athleteId === ysolde)?.name).toBe('Harrow Tarn relay');
    expect(state.runs.every((run) => run.athleteId !== greer)).toBe(true);
    const facts = await pathFacts(larkmoor, ysolde, today);
    expect(facts.events.map((event) => event.name)).toEqual(['Harrow Tarn relay', 'Corvel Edge fell race']);
    expect(facts.screen?.onDate).toBe('2026-11-14');
    expect(await pathFacts(tarnside, ysolde, today)).toMatchObject({
      events: [],
      openProposals: 0,
      screen: undefined,
    });
  });
});

describe('clearance', () => {
  const form = (athleteId: string, more = {}) => ({
    id: uuidv7(),
    practiceId: larkmoor,
    athleteId,
    onDate: today,
    stopSigns: [],
    cautions: [],
    consentAthlete: true,
    consentGuardian: false,
    ...more,
  });
  it('keeps every form, counts the newest, and only the words on that one', async () => {
    const id = await newAthlete();
    const first = form(id, { stopSigns: ['night_pain'], createdAt: new Date('2026-11-01T10:00:00Z') });
    await addClearance(first);
    await addClearance(first);
    await addAgreement({
      id: uuidv7(),
      practiceId: larkmoor,
      clearanceId: first.id,
      onDate: today,
      name: 'A',
      role: 'physician',
      lifts: 'stop_and_refer',
    });
    expect((await newestClearance(larkmoor, id)).agreements).toHaveLength(1);
    await addClearance(form(id, { cautions: ['knee_pain'] }));
    expect(await newestClearance(larkmoor, id)).toMatchObject({
      form: { cautions: ['knee_pain'] },
      agreements: [],
    });
    expect((await newestClearance(tarnside, id)).form).toBeUndefined();
  });
  it('holds qualities by open pain flags until one closes them with a reason', async () => {
    const id = await newAthlete();
    const flagId = uuidv7();
    await addFlag({
      id: flagId,
      practiceId: larkmoor,
      athleteId: id,
      kind: 'pain',
      text: 'Pain 6',
      qualities: ['anti_lateral'],
    });
    await addFlag({
      id: flagId,
      practiceId: larkmoor,
      athleteId: id,
      kind: 'pain',
      text: 'Pain 6 again',
      qualities: ['reactive'],
    });
    expect(await heldBy(larkmoor, id)).toEqual(['anti_lateral']);
    expect(await closeFlag(tarnside, id, flagId, 'not ours', staffId)).toBe(false);
    expect(await closeFlag(larkmoor, ysolde, flagId, 'wrong athlete', staffId)).toBe(false);
    expect(await closeFlag(larkmoor, id, flagId, 'seen', staffId)).toBe(true);
    expect(await closeFlag(larkmoor, id, flagId, 'again', staffId)).toBe(false);
    expect(await heldBy(larkmoor, id)).toEqual([]);
  });
});

describe('recordings and batteries', () => {
  it('traces and stills are kept once and seen by one practice', async () => {
    const athleteId = await newAthlete();
    const common = { practiceId: larkmoor, athleteId, staffId };
    const trace = {
      ...common,
      id: uuidv7(),
      testId: null,
      side: 'both' as const,
      instrument: 'cuff' as const,
      source: 'imported' as const,
      seconds: 12,
      csv: 't_s,cuff [mmHg]',
      recordedAt: new Date(),
    };
    expect([await addTrace(trace), await addTrace(trace)]).toEqual(['kept', 'again']);
    expect(await traceById(tarnside, trace.id)).toBeUndefined();
    expect((await traceById(larkmoor, trace.id))?.csv).toBe(trace.csv);
    expect((await tracesOf(larkmoor, athleteId)).map((row) => Object.keys(row))[0]).not.toContain('csv');
    const still = {
      ...common,
      id: uuidv7(),
      mime: 'image/png' as const,
      widthPx: 3,
      heightPx: 2,
      bytes: Buffer.from([1, 2, 250]),
      source: 'photo' as const,
      angle: 'pelvic_drop' as const,
      landmarks: { iliac_left: [1, 2] as const },
    };
    expect([await addStill(still), await addStill(still)]).toEqual(['kept', 'again']);
    const read = await stillById(larkmoor, still.id);
    expect([...(read?.bytes ?? [])]).toEqual([1, 2, 250]);
    expect(read?.landmarks).toEqual({ iliac_left: [1, 2] });
    expect(await stillById(tarnside, still.id)).toBeUndefined();
    expect(await stillsOf(larkmoor, athleteId)).toHaveLength(1);
  });
  it('a battery of the same name takes the new tests; another practice cannot take it away', async () => {
    const keep = (testIds: string[]) =>
      saveBattery({
        id: uuidv7(),
        practiceId: larkmoor,
        name: 'Monday',
        testIds,
        rests: { side_plank: 90 },
        staffId,
      });
    await keep(['side_plank']);
    await keep(['front_plank', 'side_plank']);
    const [kept, ...more] = (await batteriesOf(larkmoor)).filter((each) => each.name === 'Monday');
    expect(more).toEqual([]);
    expect(kept).toMatchObject({ testIds: ['front_plank', 'side_plank'], rests: { side_plank: 90 } });
    await removeBattery(tarnside, kept?.id ?? '');
    expect((await batteriesOf(larkmoor)).some((each) => each.id === kept?.id)).toBe(true);
    await removeBattery(larkmoor, kept?.id ?? '');
    expect((await batteriesOf(larkmoor)).some((each) => each.id === kept?.id)).toBe(false);
  });
  it('a squad screen gathers its tests under one id, for one athlete', async () => {
    const athleteId = await newAthlete();
    const id = uuidv7();
    const open = (testId: string, who = athleteId) =>
      openScreening({
        id,
        practiceId: larkmoor,
        athleteId: who,
        onDate: today,
        testIds: [testId],
        firstSide: 'left',
        warmUpDone: true,
      });
    expect([await open('front_plank'), await open('side_plank'), await open('side_plank')]).toEqual([
      true,
      true,
      true,
    ]);
    expect((await screeningById(larkmoor, id))?.testIds.sort()).toEqual(['front_plank', 'side_plank']);
    expect(await open('arch_hold', await newAthlete())).toBe(false);
  });
});

describe('trials', () => {
  it('are kept once, voided by undo, and carry whether the warm-up was done', async () => {
    const id = await newAthlete();
    const screen = await newScreening(id);
    const row = trialRow(id, screen);
    expect(await addTrial(row)).toBe('kept');
    expect(await addTrial({ ...row, value: 999 })).toBe('again');
    expect(await trialsOf(larkmoor, id)).toMatchObject([{ value: 61, comparable: false }]);
    expect(await trialsOf(tarnside, id)).toEqual([]);
    expect(await voidTrial(tarnside, row.id)).toBe(false);
    expect(await voidTrial(larkmoor, row.id)).toBe(true);
    expect(await trialsOf(larkmoor, id)).toEqual([]);
  });
  it('are corrected by a later one, once: the old one stays in the history and counts no more', async () => {
    const id = await newAthlete();
    const screen = await newScreening(id);
    const old = trialRow(id, screen);
    await addTrial(old);
    const better = { ...old, id: uuidv7(), value: 66, supersedesId: old.id, reason: 'video' };
    expect(await correctTrial({ ...better, practiceId: tarnside })).toBe('stale');
    expect(await correctTrial(better)).toBe('kept');
    expect(await correctTrial(better)).toBe('again');
    expect(await correctTrial({ ...better, id: uuidv7(), value: 70 })).toBe('stale');
    expect(await trialsOf(larkmoor, id)).toMatchObject([{ id: better.id, value: 66 }]);
    const history = await trialHistoryOf(larkmoor, id);
    expect(history.find((row) => row.id === old.id)).toMatchObject({ value: 61, correctedBy: better.id });
    expect((await trialsOfTest(larkmoor, old.testId)).some((row) => row.id === old.id)).toBe(false);
    // Taking the correction back lets the old one stand again.
    await voidTrial(larkmoor, better.id);
    expect(await trialsOf(larkmoor, id)).toMatchObject([{ id: old.id }]);
  });
  it('two corrections at once: one is kept, the other told', async () => {
    const id = await newAthlete();
    const old = trialRow(id, await newScreening(id));
    await addTrial(old);
    const outcomes = await Promise.all(
      [62, 63, 64].map((value) =>
        correctTrial({ ...old, id: uuidv7(), value, supersedesId: old.id, reason: 'seen again' }),
      ),
    );
    expect(outcomes.sort()).toEqual(['kept', 'stale', 'stale']);
  });
  it('belong to a screen that one practice sees and completes once', async () => {
    const id = await newAthlete();
    const screen = await newScreening(id);
    expect(await screeningById(tarnside, screen)).toBeUndefined();
    await completeScreening(tarnside, screen);
    expect((await screeningById(larkmoor, screen))?.completedAt).toBeNull();
    await completeScreening(larkmoor, screen);
    const at = (await screeningById(larkmoor, screen))?.completedAt;
    await completeScreening(larkmoor, screen);
    expect((await screeningById(larkmoor, screen))?.completedAt).toEqual(at);
    expect(await screeningsOf(larkmoor, id)).toHaveLength(1);
  });
});

describe('seasons', () => {
  it('list events and blackouts of one athlete, and remove only theirs', async () => {
    const id = await newAthlete();
    const eventId = uuidv7();
    const event = {
      id: eventId,
      practiceId: larkmoor,
      athleteId: id,
      name: 'Open',
      onDate: '2027-03-01',
      priority: 'A' as const,
    };
    await addEvent(event);
    await addEvent({ ...event, name: 'Doubled' });
    await removeEvent(tarnside, id, eventId);
    await removeEvent(larkmoor, ysolde, eventId);
    expect((await eventsOf(larkmoor, id)).map((each) => each.name)).toEqual(['Open']);
    await removeEvent(larkmoor, id, eventId);
    expect(await eventsOf(larkmoor, id)).toEqual([]);
    const blackId = uuidv7();
    await addBlackout({
      id: blackId,
      practiceId: larkmoor,
      athleteId: id,
      fromDate: '2027-01-01',
      toDate: '2027-01-05',
      reason: 'exams',
    });
    await removeBlackout(larkmoor, ysolde, blackId);
    expect(await blackoutsOf(larkmoor, id)).toHaveLength(1);
    await removeBlackout(larkmoor, id, blackId);
    expect(await blackoutsOf(larkmoor, id)).toEqual([]);
  });
  it('keep a version whole or not at all, and read the newest with its doses', async () => {
    const id = await newAthlete();
    const run = (runId: string) => ({
      id: runId,
      practiceId: larkmoor,
      athleteId: id,
      catalogueVersion: 't',
      trialIds: [],
      settings: {},
      cells: [],
    });
    const season = (seasonId: string, runId: string, more = {}) => ({
      id: seasonId,
      practiceId: larkmoor,
      athleteId: id,
      startsOn: '2026-11-23',
      priorityRunId: runId,
      catalogueVersion: 't',
      warnings: [],
      settings: {},
      ...more,
    });
    const week = (index: number, dose: number) => ({
      index,
      startsOn: '2026-11-23',
      phase: 'build' as const,
      kind: 'load' as const,
      retest: false,
      blackDays: 0,
      minutes: 20,
      minutesAvailable: 60,
      reasons: ['why'],
      eventIds: [],
      cells: [{ quality: 'reactive', side: 'both' as const, dose }],
    });
    const [first, second] = [uuidv7(), uuidv7()];
    const runId = uuidv7();
    expect(
      await addSeason(season(first, runId, { createdAt: new Date('2026-11-01') }), [week(0, 1)], run(runId)),
    ).toBe('kept');
    expect(await addSeason(season(first, uuidv7()), [week(0, 9)], run(uuidv7()))).toBe('again');
    // Two weeks of one index cannot be: the version is not kept at all.
    await expect(
      addSeason(season(uuidv7(), uuidv7()), [week(0, 1), week(0, 2)], run(uuidv7())),
    ).rejects.toThrow();
    expect((await newestSeason(larkmoor, id))?.season.id).toBe(first);
    const later = uuidv7();
    await addSeason(season(second, later, { parentId: first }), [week(0, 2), week(1, 3)], run(later));
    const newest = await newestSeason(larkmoor, id);
    expect(newest?.season).toMatchObject({ id: second, parentId: first });
    expect(newest?.weeks.map((each) => each.cells[0]?.dose)).toEqual([2, 3]);
    expect(await newestSeason(tarnside, id)).toBeUndefined();
    expect((await seasonStrips(larkmoor)).filter((each) => each.athleteId === id)).toHaveLength(2);
  });
});

describe('sessions, logs and proposals', () => {
  const sessionsOfWeek = () => sessionsBetween(larkmoor, ysolde, '2026-11-23', '2026-11-29');
  it('come with their prescriptions in order, to their own practice', async () => {
    const sessions = await sessionsOfWeek();
    expect(sessions.map((session) => session.onDate)).toEqual(
      [...sessions.map((session) => session.onDate)].sort(),
    );
    for (const session of sessions)
      expect(session.items.map((item) => item.position)).toEqual(session.items.map((_, i) => i));
    const one = sessions[0];
    if (!one) throw new Error('no session');
    expect(await sessionById(tarnside, one.id)).toBeUndefined();
    expect((await sessionById(larkmoor, one.id))?.items).toHaveLength(one.items.length);
    expect(await sessionsBetween(tarnside, ysolde, '2026-11-23', '2026-11-29')).toEqual([]);
    const day = await practiceSessions(larkmoor, today, today);
    expect(day.length).toBeGreaterThan(3);
    expect(day.every((each) => each.exercises > 0)).toBe(true);
  });
  it('replace a week from a day on and leave logged days alone', async () => {
    const before = await sessionsOfWeek();
    const logged = before.filter((session) => session.log);
    const seasonVersionId = before[0]?.seasonVersionId ?? '';
    const fresh = (onDate: string) => ({
      session: {
        id: uuidv7(),
        practiceId: larkmoor,
        athleteId: ysolde,
        seasonVersionId,
        weekStart: '2026-11-23',
        onDate,
        minutes: 9,
      },
      items: [],
    });
    await replaceWeek(larkmoor, ysolde, '2026-11-23', today, [fresh('2026-11-23'), fresh('2026-11-28')]);
    const after = await sessionsOfWeek();
    expect(after.filter((session) => session.onDate < today).map((session) => session.id)).toEqual(
      before.filter((session) => session.onDate < today).map((session) => session.id),
    );
    expect(after.filter((session) => session.log)).toHaveLength(logged.length);
    expect(after.filter((session) => session.onDate >= today).map((session) => session.onDate)).toEqual([
      '2026-11-28',
    ]);
  });
  it('keep a log with its sets and proposals once; a later one supersedes what was open on its ladders', async () => {
    const session = (await sessionsOfWeek()).find((each) => !each.log);
    if (!session) throw new Error('no open session');
    const logId = uuidv7();
    const log = {
      id: logId,
      practiceId: larkmoor,
      athleteId: ysolde,
      sessionId: session.id,
      onDate: session.onDate,
      effort: 6,
      painScore: 0,
    };
    const set = {
      logId,
      rungId: 'plank_full',
      ladderId: 'plank',
      setNo: 1,
      side: 'both' as const,
      planned: 20,
      done: 20,
      faultId: null,
    };
    const proposal = (id: string, of: string) => ({
      id,
      practiceId: larkmoor,
      athleteId: ysolde,
      logId: of,
      ladderId: 'plank',
      kind: 'more' as const,
      before: { ladderId: 'plank', rungId: 'plank_full', sets: 3, amount: 20 },
      after: { ladderId: 'plank', rungId: 'plank_full', sets: 3, amount: 25 },
      owns: 'plank_knees',
      reason: 'why',
    });
    const first = uuidv7();
    expect(await keepLog(log, [set], [proposal(first, logId)], undefined)).toBe('kept');
    expect(await keepLog(log, [set], [proposal(uuidv7(), logId)], undefined)).toBe('again');
    expect(await keepLog({ ...log, id: uuidv7() }, [], [], undefined)).toBe('again');
    const logs = await recentLogs(larkmoor, ysolde, 3);
    expect(logs.at(-1)).toMatchObject({ id: logId, sets: [{ rungId: 'plank_full', done: 20 }] });
    expect((await openProposals(larkmoor, ysolde)).map((each) => each.id)).toContain(first);

    expect(await decideProposals(tarnside, ysolde, [first], [], staffId)).toBe(0);
    expect(await decideProposals(larkmoor, ysolde, [first], [], staffId)).toBe(1);
    expect(await decideProposals(larkmoor, ysolde, [first], [], staffId)).toBe(0);
    const states = await ladderStates(larkmoor, ysolde);
    expect(states.find((state) => state.ladderId === 'plank')).toMatchObject({
      amount: 25,
      owned: expect.arrayContaining(['plank_knees']),
    });
    expect(await ladderStates(tarnside, ysolde)).toEqual([]);
  });
  it('write nothing of a log whose sets cannot be stored', async () => {
    const id = await newAthlete();
    const sessionId = uuidv7();
    const season = (await newestSeason(larkmoor, ysolde))?.season.id ?? '';
    await replaceWeek(larkmoor, id, '2026-11-23', today, [
      {
        session: {
          id: sessionId,
          practiceId: larkmoor,
          athleteId: id,
          seasonVersionId: season,
          weekStart: '2026-11-23',
          onDate: today,
          minutes: 5,
        },
        items: [],
      },
    ]);
    const logId = uuidv7();
    const set = {
      logId,
      rungId: 'r',
      ladderId: 'l',
      setNo: 1,
      side: 'both' as const,
      planned: 1,
      done: 1,
      faultId: null,
    };
    await expect(
      keepLog(
        { id: logId, practiceId: larkmoor, athleteId: id, sessionId, onDate: today, effort: 5, painScore: 0 },
        [set, set],
        [],
        undefined,
      ),
    ).rejects.toThrow();
    expect(await recentLogs(larkmoor, id)).toEqual([]);
    expect((await sessionById(larkmoor, sessionId))?.log).toBeUndefined();
  });
});

it('tells a database that is away from a mistake of ours', () => {
  expect(isDatabaseDown(Object.assign(new Error('x'), { code: 'ECONNREFUSED' }))).toBe(true);
  expect(
    isDatabaseDown(
      Object.assign(new Error('query'), { cause: Object.assign(new Error('x'), { code: '57P03' }) }),
    ),
  ).toBe(true);
  expect(isDatabaseDown(new AggregateError([Object.assign(new Error('x'), { code: 'ECONNRESET' })]))).toBe(
    true,
  );
  expect(isDatabaseDown(Object.assign(new Error('duplicate'), { code: '23505' }))).toBe(false);
  expect(isDatabaseDown('nothing')).toBe(false);
});

describe('the practice’s own hand on the catalogue', () => {
  const edit = { op: 'change', kind: 'rung', entryId: 'plank_full', patch: { rest_s: 90 } } as const;
  const state = async () => {
    const tokenHash = uuidv7();
    await openAuthSession(tokenHash, staffId, new Date(Date.now() + 60_000));
    const who = await signedInBy(tokenHash);
    if (!who) throw new Error('nobody is signed in');
    return who.catalogue;
  };
  it('is folded once, kept in order, and refused when made from an older state', async () => {
    const { revision } = await state();
    const id = uuidv7();
    const row = { id, practiceId: larkmoor, staffId, reason: 'Longer rests.', edit };
    expect(await editCatalogue(row, revision)).toBe('kept');
    expect(await editCatalogue(row, revision)).toBe('again');
    expect(await editCatalogue({ ...row, id: uuidv7() }, revision)).toBe('stale');
    const now = await state();
    expect(now.revision).toBe(revision + 1);
    expect(now.edits.rungs.plank_full).toEqual({ patch: { rest_s: 90 }, hidden: false });
    const [line] = await editHistory(larkmoor, ['plank_full']);
    expect(line).toMatchObject({ reason: 'Longer rests.', by: world.staff[0]?.name });
    expect(await editHistory(tarnside, ['plank_full'])).toEqual([]);
    expect(await editHistory(larkmoor, [])).toEqual([]);
  });
  it('keeps both when two are made at once: one is folded, the other told', async () => {
    const { revision } = await state();
    const both = await Promise.all(
      ['bridge_both', 'bird_dog_hold'].map((entryId) =>
        editCatalogue(
          { id: uuidv7(), practiceId: larkmoor, staffId, reason: 'At once.', edit: { ...edit, entryId } },
          revision,
        ),
      ),
    );
    expect(both.sort()).toEqual(['kept', 'stale']);
    expect((await state()).revision).toBe(revision + 1);
  });
});

describe('what the bench sends', () => {
  const sent = { ladderId: 'plank', rungId: 'plank_loaded', sets: 2, setting: undefined } as const;
  it('stands on the ladder with load and amount; what is not sent stays with its rung', async () => {
    const id = await newAthlete();
    const stand = async () => (await ladderStates(larkmoor, id))[0];
    await sendToLadder(id, { ...sent, load: 5, amount: 20 }, 10);
    await sendToLadder(
      id,
      { ...sent, load: undefined, amount: undefined, setting: 'Plate across the hips' },
      10,
    );
    expect(await stand()).toMatchObject({ load: 5, amount: 20, setting: 'Plate across the hips' });
    await sendToLadder(id, { ...sent, rungId: 'plank_full', load: undefined, amount: undefined }, 15);
    expect(await stand()).toMatchObject({ rungId: 'plank_full', load: null, amount: 15, setting: null });
  });
});
