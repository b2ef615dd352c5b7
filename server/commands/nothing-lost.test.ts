import { addDays } from '~/core/body/dates';
import { recentLogs } from '~/db/queries/logs';
import { newId } from '~/db/queries/practice';
import { trialsOf } from '~/db/queries/screen';
import { sessionById, sessionsBetween } from '~/db/queries/sessions';
import { ownDatabase } from '~/db/testing';
import {
  aCleared,
  aPlanned,
  aPractice,
  aScreen,
  codesOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
  trialOf,
} from '../testing';
import { logOf, setsOf, todaysOf as todaysSession } from '../testing-logs';
import { changeWarmUp } from './close-screening';
import { keepLog } from './keep-log';
import { amendTrial, keepTrial } from './keep-trial';
import { layOut } from './lay-out';
import { keepLiveSet } from './live-session';
import { setPrescription } from './set-prescription';
import { saveSettings } from './settings';
import { receive } from './sync';

ownDatabase();

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});

const todaysOf = (athleteId: string) => todaysSession(practice.coach, athleteId);

describe('a trial kept at its stop', () => {
  it('takes its answers later, once, and nothing else of it can change', async () => {
    const { assistant } = practice;
    const athleteId = await aCleared(assistant);
    const screeningId = await aScreen(assistant, athleteId);
    const bare = trialOf(screeningId, 'side_plank', { side: 'left', value: 41.3, answered: false });
    must(await keepTrial(assistant, { trial: bare }));
    const amend = (over: object, amendmentId = newId()) =>
      amendTrial(assistant, { amendmentId, trial: { ...bare, answered: true, ...over } });
    expect(codesOf(await amend({ side: 'right' }))).toEqual(['trial.settled']);
    expect(codesOf(await amend({ testId: 'front_plank' }))).toEqual(['trial.settled']);
    const amendmentId = newId();
    must(await amend({ feltIn: 'hip' }, amendmentId));
    must(await amend({ feltIn: 'hip' }, amendmentId));
    expect(codesOf(await amend({ feltIn: 'trunk' }))).toEqual(['trial.answered']);
    expect(await trialsOf(practice.practiceId, athleteId)).toMatchObject([
      { value: 41.3, feltIn: 'hip', answered: true },
    ]);
  });
  it('stopped twice takes the later time, while its questions are open', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    const bare = trialOf(await aScreen(coach, athleteId), 'front_plank', { value: 20, answered: false });
    must(await keepTrial(coach, { trial: bare }));
    must(await amendTrial(coach, { amendmentId: newId(), trial: { ...bare, value: 33 } }));
    must(await amendTrial(coach, { amendmentId: newId(), trial: { ...bare, value: 33, answered: true } }));
    expect((await trialsOf(practice.practiceId, athleteId))[0]).toMatchObject({ value: 33, answered: true });
  });
  it('has its warm-up corrected, and is compared or not', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach);
    const screeningId = await aScreen(coach, athleteId);
    must(await keepTrial(coach, { trial: trialOf(screeningId, 'front_plank') }));
    must(await changeWarmUp(coach, { screeningId, done: false }));
    expect((await trialsOf(practice.practiceId, athleteId))[0]?.comparable).toBe(false);
    must(await changeWarmUp(coach, { screeningId, done: true }));
    expect((await trialsOf(practice.practiceId, athleteId))[0]?.comparable).toBe(true);
  });
});

describe('laying out again', () => {
  it('leaves a session alone that has a set or a log, and sets others aside without deleting them', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const session = await todaysOf(athleteId);
    const [set] = setsOf(session);
    must(await keepLiveSet(coach, { ...set, id: newId(), sessionId: session.id }));
    const others = (await sessionsOf(coach, athleteId)).filter(({ id }) => id !== session.id);
    must(
      await setPrescription(coach, { athleteId, rungId: 'plank_full', amount: 11, setting: 'feet apart' }),
    );
    must(await layOut(coach, { athleteId }));
    expect((await todaysOf(athleteId)).id).toBe(session.id);
    for (const { id } of others) expect(await sessionById(practice.practiceId, id)).toBeDefined();
  });
  it('keeps a log begun on a session that was laid out again meanwhile', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const before = await todaysOf(athleteId);
    must(
      await setPrescription(coach, { athleteId, rungId: 'plank_full', amount: 11, setting: 'feet apart' }),
    );
    must(await keepLog(coach, logOf(before, { note: 'begun before' })));
    const logs = await recentLogs(practice.practiceId, athleteId);
    expect(logs).toMatchObject([{ note: 'begun before', sessionId: before.id }]);
    const today = (await sessionsBetween(practice.practiceId, athleteId, testDay, testDay)).map(
      ({ id }) => id,
    );
    expect(today).toEqual([before.id]);
  });
  it('changes nothing when nothing changed', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const before = (await sessionsOf(coach, athleteId)).map(({ id }) => id);
    expect(must(await layOut(coach, { athleteId })).laidOut).toBe(0);
    expect((await sessionsOf(coach, athleteId)).map(({ id }) => id)).toEqual(before);
  });
  it('goes with the week from Monday to Sunday and back, and keeps everything', async () => {
    const { owner, coach } = practice;
    const athleteId = await aPlanned(coach);
    must(await keepLog(coach, logOf(await todaysOf(athleteId))));
    const kept = async () =>
      (
        await sessionsBetween(practice.practiceId, athleteId, addDays(testDay, -30), addDays(testDay, 30))
      ).map(({ onDate, log }) => `${onDate}${log ? ' logged' : ''}`);
    const before = await kept();
    const week = async (firstWeekday: 0 | 1) => {
      const principal = await on(owner, testDay);
      const { settings, practiceName: name, timeZone, schoolId, practiceVersion: version } = principal;
      must(await saveSettings(principal, { ...settings, name, timeZone, schoolId, firstWeekday, version }));
      must(await layOut(await on(coach, testDay), { athleteId }));
    };
    await week(0);
    const sunday = await kept();
    expect(sunday.filter((day) => day.endsWith('logged'))).toEqual(
      before.filter((day) => day.endsWith('logged')),
    );
    await week(1);
    expect(await kept()).toEqual(before);
  });
});

describe('two who log one session', () => {
  it('the second is told whose log stands; both may be put together, the worse pain counts', async () => {
    const { coach, assistant } = practice;
    const athleteId = await aPlanned(coach);
    const session = await todaysOf(athleteId);
    const [first, ...rest] = setsOf(session);
    if (!first) throw new Error('no sets');
    must(
      await keepLog(
        assistant,
        logOf(session, { sets: [first], painScore: 2, painRegion: 'knee', note: 'theirs' }),
      ),
    );
    const mine = logOf(session, { sets: rest, note: 'mine', effort: 8 });
    const refused = await keepLog(coach, mine);
    if (refused.ok) throw new Error('overwritten');
    expect(refused.issues[0]).toMatchObject({
      code: 'log.other',
      values: { by: 'The assistant', note: 'theirs' },
    });
    must(await keepLog(coach, { ...mine, mergeWith: String(refused.issues[0]?.values.logId) }));
    const [log] = await recentLogs(practice.practiceId, athleteId);
    expect(log).toMatchObject({
      effort: 8,
      painScore: 2,
      painRegion: 'knee',
      note: 'theirs\nmine',
      version: 2,
    });
    expect(log?.sets).toHaveLength(rest.length + 1);
    // Sent again it changes nothing.
    must(await keepLog(coach, { ...mine, mergeWith: String(refused.issues[0]?.values.logId) }));
    expect(await recentLogs(practice.practiceId, athleteId)).toHaveLength(1);
  });
  it('a set that is not of the session, or beyond what was laid out, is refused', async () => {
    const { coach } = practice;
    const session = await todaysOf(await aPlanned(coach));
    const [set] = setsOf(session);
    expect(codesOf(await keepLog(coach, logOf(session, { sets: [{ ...set, rungId: 'made_up' }] })))).toEqual([
      'log.unknown_set',
    ]);
    expect(codesOf(await keepLog(coach, logOf(session, { sets: [{ ...set, setNo: 39 }] })))).toEqual([
      'log.too_many',
    ]);
    expect(codesOf(await keepLog(coach, logOf(session, { sets: [{ ...set, done: 3000 }] })))).toEqual([
      'log.beyond',
    ]);
    expect(codesOf(await keepLog(coach, logOf(session, { sets: [{ ...set, faultId: 'x' }] })))).toEqual([
      'trial.unknown_fault',
    ]);
  });
});

describe('what a device sends', () => {
  it('is one of the entries there are, each the same as on the pages; anything else is refused with its reason', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const session = await todaysOf(athleteId);
    must(await receive(coach, { op: 'log', log: logOf(session) }));
    const id = newId();
    const opened = {
      id,
      athleteId,
      testId: 'front_plank',
      onDate: testDay,
      firstSide: 'left',
      warmUpDone: true,
    };
    must(await receive(coach, { op: 'open', screening: opened }));
    must(await receive(coach, { op: 'warm_up', screeningId: id, done: false }));
    const trial = trialOf(id, 'front_plank', { answered: false });
    must(await receive(coach, { op: 'trial', trial }));
    must(await receive(coach, { op: 'amend', amendmentId: newId(), trial: { ...trial, answered: true } }));
    must(await receive(coach, { op: 'void', trialId: trial.id }));
    must(await receive(coach, { op: 'close', screeningId: id }));
    for (const sent of [
      undefined,
      null,
      'x',
      7,
      {},
      { op: 'drop' },
      { op: 'trial' },
      { op: 'log', log: { id: 'x' } },
    ])
      expect(new Set(codesOf(await receive(coach, sent)))).toEqual(new Set(['sync.unread']));
    expect(
      codesOf(
        await receive(coach, {
          op: 'trial',
          trial: { ...trialOf(id, 'front_plank'), testId: 'x'.repeat(5_000_000) },
        }),
      ),
    ).toEqual(['sync.unread']);
    expect(
      codesOf(
        await receive(coach, { op: 'open', screening: { ...opened, id: newId(), onDate: '2026-11-01' } }),
      ),
    ).toEqual(['screen.too_old']);
  });
});
