import { addDays } from '~/core/body/dates';
import { openProposals } from '~/db/queries/ladders';
import { lessonsOfAthlete } from '~/db/queries/learned';
import { recentLogs, versionsOf } from '~/db/queries/logs';
import { newId } from '~/db/queries/practice';
import { type StoredSession, sessionById, sessionsBetween } from '~/db/queries/sessions';
import { ownDatabase } from '~/db/testing';
import { loadDose } from '../principal/dose';
import { loadStanding, subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, on, type TestPractice, testDay } from '../testing';
import { logOf, setsOf, todaysOf } from '../testing-logs';
import { editSession } from './edit-session';
import { keepLog } from './keep-log';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
let session: StoredSession;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
  session = await todaysOf(practice.coach, athleteId);
});
const logs = () => recentLogs(practice.practiceId, athleteId);
const flags = async () => (await subjectOf(practice.coach, athleteId))?.flags ?? [];

describe('a log that is corrected', () => {
  it('is another version: the old one stays to be read, and neither its lessons nor its proposals count any more', async () => {
    const first = logOf(session, { effort: 9, note: 'went badly' });
    // Two sets of every exercise lost halfway: limits fall, and steps back are proposed.
    const lost = setsOf(session).map((set) => ({
      ...set,
      done: Math.floor(set.done / 2),
      faultId: 'hip_sag',
    }));
    must(await keepLog(practice.coach, { ...first, sets: lost }));
    const before = await lessonsOfAthlete(athleteId);
    expect(before.some(({ why }) => why === 'lost')).toBe(true);
    const second = logOf(session, { effort: 5, corrects: first.id, note: 'wrong sheet' });
    must(await keepLog(practice.assistant, second));
    expect(await logs()).toMatchObject([{ id: second.id, version: 2, effort: 5, note: 'wrong sheet' }]);
    expect((await versionsOf(session.id)).map(({ note }) => note)).toEqual(['wrong sheet', 'went badly']);
    const after = await lessonsOfAthlete(athleteId);
    expect(after.every(({ logId, why }) => logId === second.id && why !== 'lost')).toBe(true);
    expect((await openProposals(practice.practiceId, athleteId)).map(({ logId }) => logId)).not.toContain(
      first.id,
    );
    // Sent again it changes nothing; against the old one it is refused.
    must(await keepLog(practice.assistant, second));
    expect(codesOf(await keepLog(practice.coach, logOf(session, { corrects: first.id })))).toEqual([
      'log.other',
    ]);
    expect(await versionsOf(session.id)).toHaveLength(2);
  });
  it('says more of the same pain: the flag that is open changes, none is closed, none is added', async () => {
    const first = logOf(session, { painScore: 6, painRegion: 'low back' });
    must(await keepLog(practice.coach, first));
    expect(await flags()).toMatchObject([{ id: first.id, region: 'low back' }]);
    const second = logOf(session, { painScore: 7, painRegion: 'knee', corrects: first.id });
    must(await keepLog(practice.coach, second));
    expect(await flags()).toMatchObject([{ id: first.id, region: 'knee' }]);
    must(await keepLog(practice.coach, logOf(session, { corrects: second.id })));
    expect(await flags()).toHaveLength(1);
  });
});

describe('a log of another day', () => {
  it('keeps its session where it was laid out and says when it was done; not ahead, not long ago', async () => {
    const yesterday = addDays(testDay, -1);
    const ahead = logOf(session, { onDate: addDays(testDay, 1) });
    expect(codesOf(await keepLog(practice.coach, ahead))).toEqual(['log.ahead']);
    expect(codesOf(await keepLog(practice.coach, { ...ahead, onDate: addDays(testDay, -401) }))).toEqual([
      'log.too_old',
    ]);
    expect(codesOf(await keepLog(practice.coach, { ...ahead, onDate: '2026-02-30' }))).toEqual(['log.day']);
    must(await keepLog(practice.coach, logOf(session, { onDate: yesterday })));
    expect(await logs()).toMatchObject([{ onDate: yesterday, sessionId: session.id }]);
    expect((await sessionById(practice.practiceId, session.id))?.onDate).toBe(testDay);
  });
  it('lets a session that lies ahead be done today', async () => {
    const later = (
      await sessionsBetween(practice.practiceId, athleteId, addDays(testDay, 1), addDays(testDay, 10))
    )[0] as StoredSession;
    expect(codesOf(await keepLog(practice.coach, logOf(later)))).toEqual(['log.ahead']);
    must(await keepLog(practice.coach, logOf(later, { onDate: testDay })));
    expect(await logs()).toMatchObject([{ sessionId: later.id, onDate: testDay }]);
  });
  it('before the newest one teaches, but proposes nothing', async () => {
    must(await keepLog(practice.coach, logOf(session)));
    const standing = await openProposals(practice.practiceId, athleteId);
    const old = {
      ...logOf(session, { effort: 10, painScore: 3, painRegion: 'knee' }),
      sessionId: newId(),
      onDate: addDays(testDay, -3),
      unplannedFor: athleteId,
    };
    must(await keepLog(practice.coach, old));
    expect((await lessonsOfAthlete(athleteId)).map(({ logId }) => logId)).toContain(old.id);
    expect(await openProposals(practice.practiceId, athleteId)).toEqual(standing);
  });
});

describe('work nobody laid out', () => {
  const day = addDays(testDay, -2);
  const plank = { rungId: 'plank_full', setNo: 1, side: 'both', done: 40, faultId: null, load: null };
  const unplanned = (over: object = {}) => ({
    ...logOf(session, { sets: [plank, { ...plank, setNo: 2 }] }),
    sessionId: newId(),
    onDate: day,
    unplannedFor: athleteId,
    ...over,
  });
  it('gets a session of its own day, counts in the limits, and is kept once', async () => {
    const sent = unplanned();
    must(await keepLog(practice.assistant, sent));
    must(await keepLog(practice.assistant, sent));
    expect(await sessionById(practice.practiceId, sent.sessionId)).toMatchObject({
      state: 'unplanned',
      onDate: day,
      seasonVersionId: null,
      items: [],
      log: { sets: [{ planned: 40, done: 40 }, { setNo: 2 }] },
    });
    const subject = await subjectOf(practice.coach, athleteId);
    if (!subject) throw new Error('gone');
    const dosed = await loadDose(practice.coach, subject, await loadStanding(practice.coach, subject));
    expect(dosed.cleanSessions.get('plank_full')).toBe(1);
    // Corrected like any other.
    must(
      await keepLog(practice.coach, unplanned({ sessionId: sent.sessionId, corrects: sent.id, effort: 8 })),
    );
    expect((await logs()).map(({ effort }) => effort)).toEqual([8]);
    expect((await sessionById(practice.practiceId, sent.sessionId))?.state).toBe('unplanned');
  });
  it('is written in the session of its day when one stands there; its athlete must be of the practice; it needs an exercise', async () => {
    expect(codesOf(await keepLog(practice.coach, unplanned({ onDate: testDay })))).toEqual(['log.day_taken']);
    expect(codesOf(await keepLog(practice.coach, unplanned({ sets: [] })))).toEqual(['log.nothing']);
    expect(codesOf(await keepLog(practice.coach, unplanned({ onDate: null })))).toEqual(['log.day']);
    expect(codesOf(await keepLog(practice.coach, unplanned({ unplannedFor: null })))).toEqual([
      'session.gone',
    ]);
    const elsewhere = await aPractice();
    expect(codesOf(await keepLog(elsewhere.coach, unplanned()))).toEqual(['athlete.gone']);
    // The id of another practice's session is not overwritten.
    const theirs = await aPlanned(elsewhere.coach);
    const taken = await todaysOf(elsewhere.coach, theirs);
    expect(codesOf(await keepLog(practice.coach, unplanned({ sessionId: taken.id })))).toEqual([
      'session.gone',
    ]);
    expect(await logs()).toEqual([]);
  });
});

describe('another exercise, another load, more sets', () => {
  it('are kept as they were done', async () => {
    const [first, ...rest] = setsOf(session);
    if (!first) throw new Error('no sets');
    const other = { rungId: 'carry_suitcase_walk', setNo: 1, side: 'left', done: 30, faultId: null };
    const sets = [
      ...rest.filter(({ rungId }) => rungId !== first.rungId),
      { ...other, load: { by: 'hand_kg', value: 18 } },
    ];
    must(await keepLog(practice.coach, logOf(session, { sets })));
    const [log] = await logs();
    expect(log?.sets).toContainEqual(
      expect.objectContaining({
        rungId: 'carry_suitcase_walk',
        side: 'left',
        done: 30,
        loadValue: 18,
        loadUnit: 'kg',
      }),
    );
    expect(log?.sets.map(({ rungId }) => rungId)).not.toContain(first.rungId);
  });
});

describe('a skipped session', () => {
  it('that was done after all is logged, and stands as planned again', async () => {
    must(
      await editSession(practice.coach, {
        athleteId,
        sessionId: session.id,
        revision: session.revision,
        edit: { op: 'stand', state: 'skipped', reason: 'tired' },
      }),
    );
    must(await keepLog(await on(practice.assistant, testDay), logOf(session)));
    expect(await sessionById(practice.practiceId, session.id)).toMatchObject({
      state: 'planned',
      log: { effort: 6 },
    });
  });
});
