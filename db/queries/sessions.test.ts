import { addDays } from '~/core/body/dates';
import { aPlanned, aPractice, sessionsOf, type TestPractice, testDay } from '~/server/testing';
import { ownDatabase } from '../testing';
import { clearLiveSets, insertLog, loggedTwin, logState, putLiveSet, recentLogs } from './logs';
import { newId } from './practice';
import {
  insertSessions,
  openSessions,
  practiceSessions,
  type StoredSession,
  sessionById,
  sessionsBetween,
  setAside,
  standAsLogged,
} from './sessions';

ownDatabase();

let practice: TestPractice;
let practiceId: string;
let athleteId: string;
let laidOut: StoredSession[];
beforeAll(async () => {
  practice = await aPractice();
  practiceId = practice.practiceId;
});
beforeEach(async () => {
  athleteId = await aPlanned(practice.coach);
  laidOut = await sessionsOf(practice.coach, athleteId);
});

const session = (i = 0): StoredSession => {
  const found = laidOut[i];
  if (!found) throw new Error('no session');
  return found;
};
const log = (of: StoredSession, version: number, over: object = {}) => ({
  id: newId(),
  practiceId,
  athleteId,
  sessionId: of.id,
  onDate: of.onDate,
  version,
  effort: 5,
  painScore: 0,
  note: '',
  staffId: practice.coach.staffId,
  ...over,
});
const until = addDays(testDay, 30);

describe('sessions of some days', () => {
  it('come by their day, from the first to the last of them, without those that were laid out again', async () => {
    const days = laidOut.map(({ onDate }) => onDate);
    expect(days).toEqual([...days].sort());
    expect(days.length).toBeGreaterThan(2);
    const { id, onDate } = session(1);
    const between = (from: string, to: string) => sessionsBetween(practiceId, athleteId, from, to);
    expect((await between(onDate, onDate)).map((found) => found.id)).toEqual([id]);
    await setAside([id]);
    expect(await between(onDate, onDate)).toEqual([]);
    // A log begun on it still finds it.
    expect((await sessionById(practiceId, id))?.state).toBe('replaced');
  });
  it('carry their items in order and the log that counts', async () => {
    const first = session();
    expect(first.items.map(({ position }) => position)).toEqual(first.items.map((_, i) => i));
    await insertLog(log(first, 1, { effort: 4 }), []);
    await insertLog(log(first, 2, { effort: 8 }), []);
    expect((await sessionById(practiceId, first.id))?.log?.effort).toBe(8);
    const listed = await practiceSessions(practiceId, first.onDate, first.onDate);
    expect(listed.find(({ id }) => id === first.id)?.effort).toBe(8);
  });
  it('of the practice count only exercises that nothing bars', async () => {
    const first = session();
    const copy = newId();
    const { items, log: _log, liveSets: _sets, ...row } = first;
    await setAside([first.id]);
    await insertSessions([
      {
        session: { ...row, id: copy, state: 'planned' },
        items: items.map((item, i) => ({
          ...item,
          id: newId(),
          sessionId: copy,
          bars: i === 0 ? [{ code: 'bar.hidden', path: [], values: {} }] : [],
        })),
      },
    ]);
    const listed = await practiceSessions(practiceId, first.onDate, first.onDate);
    expect(listed.find(({ id }) => id === copy)?.exercises).toBe(items.length - 1);
    expect(listed.find(({ id }) => id === first.id)).toBeUndefined();
  });
});

describe('sessions that are open', () => {
  it('are those from a day on that nobody has logged', async () => {
    const all = (await openSessions(practiceId, athleteId, testDay)).map(({ id }) => id);
    expect(all).toContain(session().id);
    await insertLog(log(session(), 1), []);
    expect((await openSessions(practiceId, athleteId, testDay)).map(({ id }) => id)).toEqual(
      all.filter((id) => id !== session().id),
    );
    expect(await openSessions(practiceId, athleteId, until)).toEqual([]);
  });
});

describe('logs', () => {
  it('of an athlete are the newest version of each session, the oldest first', async () => {
    const [a, b] = [session(0), session(1)];
    await insertLog(log(b, 1, { effort: 3 }), []);
    await insertLog(log(a, 1, { effort: 4 }), []);
    await insertLog(log(a, 2, { effort: 6 }), []);
    expect((await recentLogs(practiceId, athleteId)).map(({ effort }) => effort)).toEqual([6, 3]);
    expect((await recentLogs(practiceId, athleteId, 1)).map(({ effort }) => effort)).toEqual([3]);
  });
  it('say which one counts and whether an id was kept before', async () => {
    const first = log(session(), 1);
    expect(await logState(session().id, first.id)).toEqual({
      newest: undefined,
      ids: [],
      known: false,
    });
    await insertLog(first, []);
    const second = log(session(), 2);
    await insertLog(second, []);
    expect(await logState(session().id, first.id)).toMatchObject({
      newest: { id: second.id },
      ids: [second.id, first.id],
      known: true,
    });
    expect((await logState(session().id, newId())).known).toBe(false);
  });
  it('of another session of the same day are found, and the one that was logged stands', async () => {
    const first = session();
    const { items: _items, log: _log, liveSets: _sets, ...row } = first;
    const twin = { ...row, id: newId() };
    await setAside([first.id]);
    await insertSessions([{ session: { ...twin, state: 'planned' }, items: [] }]);
    expect(await loggedTwin(first)).toBeUndefined();
    await insertLog({ ...log(first, 1), sessionId: twin.id }, []);
    expect(await loggedTwin(first)).toBe(twin.id);
    expect(await loggedTwin(twin)).toBeUndefined();
    await standAsLogged(first);
    expect((await sessionById(practiceId, first.id))?.state).toBe('planned');
    expect((await sessionById(practiceId, twin.id))?.state).toBe('replaced');
  });
});

it('a set of a session under way is kept once, with its newest figures, until the log is', async () => {
  const [item] = session().items;
  if (!item) throw new Error('no item');
  const set = {
    id: newId(),
    practiceId,
    sessionId: session().id,
    rungId: item.rungId,
    setNo: 1,
    side: 'both' as const,
    done: 10,
    faultId: null,
    at: new Date(),
    staffId: practice.coach.staffId,
  };
  await putLiveSet(set);
  await putLiveSet({ ...set, id: newId(), done: 14 });
  await putLiveSet({ ...set, id: newId(), setNo: 2 });
  const held = async () =>
    (await sessionById(practiceId, session().id))?.liveSets.map(({ done }) => done).sort();
  expect(await held()).toEqual([10, 14]);
  await clearLiveSets(session().id);
  expect(await held()).toEqual([]);
});
