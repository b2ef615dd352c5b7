import { addDays } from '~/core/body/dates';
import { setsOfPractice } from '~/db/queries/exercise-sets';
import { lessonsOfLog } from '~/db/queries/learned';
import { newId } from '~/db/queries/practice';
import type { StoredSession } from '~/db/queries/sessions';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, sessionsOf, type TestPractice, testDay } from '../testing';
import { logOf } from '../testing-logs';
import { editSession } from './edit-session';
import { keepExerciseSet, removeExerciseSet } from './exercise-sets';
import { keepLog } from './keep-log';
import { layOut } from './lay-out';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
});

const sessions = () => sessionsOf(practice.coach, athleteId);
const first = async (): Promise<StoredSession> => {
  const found = (await sessions()).find(({ onDate, items }) => onDate >= testDay && items.length > 2);
  if (!found) throw new Error('no session');
  return found;
};
const rungs = (session: StoredSession) => session.items.map(({ rungId }) => rungId);
const edit = (session: StoredSession, what: object, over: object = {}) =>
  editSession(practice.coach, {
    athleteId,
    sessionId: session.id,
    revision: session.revision,
    edit: what,
    ...over,
  });
const figures = { sets: 3, amount: 20, load: null, restS: 40, firstSide: null, oneMore: false, note: '' };
const asNow = async (session: StoredSession, id: string) => {
  const found = (await sessions()).find((one) => one.id === id);
  expect(found?.onDate).toBe(session.onDate);
  return found as StoredSession;
};
const itemAt = (session: StoredSession, at: number) => {
  const item = session.items[at];
  if (!item) throw new Error(`no item ${at}`);
  return item;
};

describe('a coach’s hand on a session', () => {
  it('changes figures, with their limit, dose and minutes, and keeps them when the week is laid out again', async () => {
    const session = await first();
    const item = itemAt(session, 1);
    const { sessionId } = must(
      await edit(session, {
        op: 'change',
        itemId: item.id,
        figures: { ...figures, sets: 4, amount: 9, note: 'heels down' },
      }),
    );
    const now = await asNow(session, sessionId);
    const row = itemAt(now, 1);
    expect(row).toMatchObject({ rungId: item.rungId, sets: 4, amount: 9, restS: 40 });
    expect(row.detail).toMatchObject({ byHand: true, note: 'heels down' });
    expect(row.detail.share).toBeCloseTo(9 / (row.detail.limit ?? 0), 1);
    expect(row.dose).toBeCloseTo((4 * 9) / (row.detail.limit ?? 0), 1);
    expect(now.minutes).not.toBe(0);
    expect(now.revision).toBeGreaterThan(session.revision - 1);
    expect(now.changes.at(-1)?.what.code).toMatch(/^hand\./);
    must(await layOut(practice.coach, { athleteId }));
    const again = (await sessions()).find(({ onDate }) => onDate === session.onDate);
    expect(again?.items.find(({ rungId }) => rungId === item.rungId)).toMatchObject({ sets: 4, amount: 9 });
  });

  it('sets a lever, which the log is read against and the week keeps; not further than the rung goes', async () => {
    const added = must(await edit(await first(), { op: 'add', rungId: 'hinge_stand' }));
    const session = (await sessions()).find(({ id }) => id === added.sessionId) as StoredSession;
    const item = session.items.at(-1) as StoredSession['items'][number];
    const change = (lever: number) =>
      edit(session, { op: 'change', itemId: item.id, figures: { ...figures, lever } });
    expect(codesOf(await change(80))).toContain('hand.lever_range');
    const { sessionId } = must(await change(50));
    const now = await asNow(session, sessionId);
    const row = now.items.find(({ rungId }) => rungId === 'hinge_stand');
    expect(row?.detail.lever).toBe(50);
    // Further down asks for more: the limit beside it is that of the lever.
    expect(row?.detail.limit).toBeLessThan((item.detail.limit ?? 0) * 0.7);
    must(await layOut(practice.coach, { athleteId }));
    const again = (await sessions()).find(({ onDate }) => onDate === session.onDate) as StoredSession;
    expect(again.items.find(({ rungId }) => rungId === 'hinge_stand')?.detail.lever).toBe(50);
    const { logId } = must(await keepLog(practice.coach, logOf(again, { reserve: { hinge_stand: 'lots' } })));
    const logged = (await sessions()).find(({ id }) => id === again.id)?.log;
    const levers = logged?.sets.map(({ rungId, lever }) => [rungId, lever]) ?? [];
    expect(levers).toContainEqual(['hinge_stand', 50]);
    expect(levers.filter(([, lever]) => lever !== null).every(([id]) => id === 'hinge_stand')).toBe(true);
    const lesson = (await lessonsOfLog(logId)).find(({ rungId }) => rungId === 'hinge_stand');
    expect(lesson).toMatchObject({ why: 'lots' });
    expect(lesson?.before).toBeCloseTo(row?.detail.limit ?? 0, -1);
    // What has no lever takes none.
    expect(
      codesOf(
        await edit((await sessions()).at(-1) as StoredSession, {
          op: 'change',
          itemId: itemAt((await sessions()).at(-1) as StoredSession, 0).id,
          figures: { ...figures, amount: 3, lever: 10 },
        }),
      ),
    ).toContain('hand.no_lever');
  });

  it('swaps, adds, takes off and reorders', async () => {
    let session = await first();
    const before = rungs(session);
    const swapped = must(
      await edit(session, {
        op: 'swap',
        itemId: itemAt(session, 1).id,
        rungId: 'sl_stand',
        lasting: false,
      }),
    );
    session = await asNow(session, swapped.sessionId);
    expect(rungs(session)).toEqual([before[0], 'sl_stand', ...before.slice(2)]);
    const added = must(await edit(session, { op: 'add', rungId: 'neck_nod_supine' }));
    session = await asNow(session, added.sessionId);
    expect(rungs(session).at(-1)).toBe('neck_nod_supine');
    expect(session.items.at(-1)?.detail).toMatchObject({ byHand: true, role: 'neck' });
    const moved = must(await edit(session, { op: 'place', itemId: itemAt(session, 1).id, at: 0 }));
    session = await asNow(session, moved.sessionId);
    expect(rungs(session).slice(0, 2)).toEqual(['sl_stand', before[0]]);
    const gone = must(await edit(session, { op: 'remove', itemId: itemAt(session, 1).id }));
    session = await asNow(session, gone.sessionId);
    expect(rungs(session)).toEqual(['sl_stand', ...before.slice(2), 'neck_nod_supine']);
    // Turns that were parted are turns no more.
    const pairs = session.items.map(({ detail }) => detail.pair ?? null);
    for (const [i, pair] of pairs.entries())
      if (pair?.endsWith('1')) expect(pairs[i + 1]).toBe(`${pair[0]}2`);
  });

  it('moves the session to a free day of its week, and an exercise to another session', async () => {
    const session = await first();
    const week = (await sessions()).filter(
      ({ weekStart, onDate }) => weekStart === session.weekStart && onDate >= testDay,
    );
    const days = Array.from({ length: 7 }, (_, i) => addDays(session.weekStart, i));
    const free = days.find((day) => day > testDay && !week.some(({ onDate }) => onDate === day)) as string;
    const other = week.find(({ id }) => id !== session.id);
    if (other) {
      expect(codesOf(await edit(session, { op: 'to_day', onDate: other.onDate }))).toEqual([
        'hand.day_taken',
      ]);
      const item = session.items.find(({ rungId }) => !rungs(other).includes(rungId));
      if (item) {
        must(await edit(session, { op: 'to_session', itemId: item.id, toSessionId: other.id }));
        const now = await sessions();
        const at = (onDate: string) => now.find((one) => one.onDate === onDate) as StoredSession;
        expect(rungs(at(other.onDate))).toContain(item.rungId);
        expect(rungs(at(session.onDate))).not.toContain(item.rungId);
      }
    }
    const standing = await first();
    expect(codesOf(await edit(standing, { op: 'to_day', onDate: addDays(standing.weekStart, 14) }))).toEqual([
      'hand.other_week',
    ]);
    must(await edit(standing, { op: 'to_day', onDate: free }));
    expect((await sessions()).find(({ id }) => id === standing.id)?.onDate).toBe(free);
  });

  it('refuses what the gate bars, what is there already, what has changed since, and writes nothing then', async () => {
    const session = await first();
    const item = itemAt(session, 1);
    const { rungId } = itemAt(session, 2);
    const refused = async (what: object, code: string, over: object = {}) =>
      expect(codesOf(await edit(session, what, over))).toContain(code);
    await refused({ op: 'add', rungId }, 'hand.there');
    await refused({ op: 'add', rungId: 'no_such_rung' }, 'hand.choose');
    await refused({ op: 'swap', itemId: newId(), rungId: 'sl_stand', lasting: false }, 'hand.item_gone');
    await refused({ op: 'remove', itemId: item.id }, 'hand.stale', { revision: session.revision + 1 });
    await refused({ op: 'remove', itemId: item.id }, 'session.gone', { sessionId: newId() });
    await refused({ op: 'change', itemId: item.id, figures: { ...figures, sets: 0 } }, 'hand.sets');
    await refused(
      { op: 'change', itemId: item.id, figures: { ...figures, amount: Number.NaN } },
      'hand.amount',
    );
    // Kit that is not there: the spring tower.
    await refused({ op: 'add', rungId: 'spring_press_out' }, 'hand.barred');
    expect(await sessions()).toContainEqual(session);
  });

  it('lets a swap last: what is under way is the new rung', async () => {
    const session = await first();
    const item = itemAt(session, 1);
    const underWay = async () =>
      (await subjectOf(practice.coach, athleteId))?.underWay.find(
        (one) => one.quality === item.quality && one.role === item.detail.role,
      )?.rungId;
    const before = await underWay();
    must(await edit(session, { op: 'swap', itemId: item.id, rungId: 'sl_stand', lasting: false }));
    expect(await underWay()).toBe(before);
    const again = await first();
    const there = again.items.find(({ rungId }) => rungId === 'sl_stand');
    must(await edit(again, { op: 'swap', itemId: there?.id, rungId: 'sl_hinge', lasting: true }));
    expect((await subjectOf(practice.coach, athleteId))?.underWay.map(({ rungId }) => rungId)).toContain(
      'sl_hinge',
    );
  });

  it('moves a session to a free day of the next week, where it stays as it is when that week is laid out again', async () => {
    const session = await first();
    const next = addDays(session.weekStart, 7);
    const taken = new Set((await sessions()).map(({ onDate }) => onDate));
    const free = Array.from({ length: 7 }, (_, i) => addDays(next, i)).find(
      (day) => !taken.has(day),
    ) as string;
    must(await edit(session, { op: 'to_day', onDate: free }));
    const moved = async () => (await sessions()).find(({ onDate }) => onDate === free);
    expect(await moved()).toMatchObject({ id: session.id, weekStart: next });
    must(await layOut(practice.coach, { athleteId }));
    const now = await moved();
    expect(now && rungs(now)).toEqual(expect.arrayContaining(rungs(session)));
  });

  it('a session may be skipped, missed once its day is there, and put on again; it follows nothing meanwhile', async () => {
    const session = await first();
    const later = (await sessions()).find(({ onDate }) => onDate > testDay) as StoredSession;
    const found = async (id: string) => (await sessions()).find((one) => one.id === id) as StoredSession;
    expect(codesOf(await edit(later, { op: 'stand', state: 'missed', reason: '' }))).toEqual([
      'hand.missed_ahead',
    ]);
    must(await edit(later, { op: 'stand', state: 'skipped', reason: 'travel' }));
    const skipped = await found(later.id);
    expect(skipped.state).toBe('skipped');
    expect(skipped.changes.at(-1)?.what).toMatchObject({
      code: 'hand.skipped',
      values: { reason: 'travel' },
    });
    const item = itemAt(skipped, 0);
    expect(codesOf(await edit(skipped, { op: 'remove', itemId: item.id }))).toEqual(['hand.not_standing']);
    // Its day is not dealt anew, and what it held goes nowhere else.
    must(await layOut(practice.coach, { athleteId }));
    expect(await found(later.id)).toMatchObject({ state: 'skipped', onDate: later.onDate });
    must(await edit(await found(later.id), { op: 'stand', state: 'planned', reason: '' }));
    expect((await found(later.id)).state).toBe('planned');
    const today = (await sessions()).find(({ onDate }) => onDate === session.onDate) as StoredSession;
    expect(today.onDate).toBe(testDay);
    must(await edit(today, { op: 'stand', state: 'missed', reason: '' }));
    expect((await found(today.id)).state).toBe('missed');
    // A missed one that gets another day is on again.
    const free = [1, 2, 3, 4].map((days) => addDays(testDay, days));
    const taken = new Set((await sessions()).map(({ onDate }) => onDate));
    const day = free.find((one) => !taken.has(one));
    must(await edit(await found(today.id), { op: 'to_day', onDate: day }));
    expect(await found(today.id)).toMatchObject({ state: 'planned', onDate: day });
  });

  it('an exercise comes to the place it is put in another session', async () => {
    const session = await first();
    const other = (await sessions()).find(
      ({ id, weekStart, onDate }) =>
        id !== session.id && weekStart === session.weekStart && onDate >= testDay,
    );
    const item = other && session.items.find(({ rungId }) => !rungs(other).includes(rungId));
    if (!other || !item) throw new Error('nothing to move');
    must(await edit(session, { op: 'to_session', itemId: item.id, toSessionId: other.id, at: 0 }));
    const now = (await sessions()).find(({ onDate }) => onDate === other.onDate) as StoredSession;
    expect(rungs(now)).toEqual([item.rungId, ...rungs(other)]);
  });

  it('keeps its exercises as a set, which is added whole to another: as kept where it fits the athlete, once each', async () => {
    const session = await first();
    const id = newId();
    const keep = (name: string, setId = id) =>
      keepExerciseSet(practice.coach, { id: setId, athleteId, sessionId: session.id, name });
    expect(codesOf(await keep('x'))).toEqual(['kept.name']);
    must(await keep('circuit'));
    // The same name again is the same set.
    must(await keep('circuit', newId()));
    expect(await setsOfPractice(practice.practiceId)).toMatchObject([{ id, name: 'circuit' }]);
    const other = (await sessions()).find(
      ({ id: its, onDate, items }) =>
        its !== session.id &&
        onDate >= testDay &&
        rungs(session).filter((r) => !items.some((i) => i.rungId === r)).length > 1,
    );
    if (!other) throw new Error('no other session');
    must(await edit(other, { op: 'add_set', setId: id, inRounds: true }));
    const now = (await sessions()).find(({ onDate }) => onDate === other.onDate) as StoredSession;
    expect(new Set(rungs(now))).toEqual(new Set([...rungs(other), ...rungs(session)]));
    expect(rungs(now)).toHaveLength(new Set(rungs(now)).size);
    // In rounds they take turns, by a letter no others have; those that were there keep theirs.
    const turnsOf = (its: StoredSession) =>
      its.items.map(({ rungId, detail }) => [rungId, detail.pair ?? null] as const);
    const fresh = turnsOf(now).filter(([rungId]) => !rungs(other).includes(rungId));
    const letter = fresh[0]?.[1]?.[0];
    expect(fresh.length).toBeGreaterThan(1);
    expect(fresh.map(([, pair]) => pair)).toEqual(fresh.map((_, i) => `${letter}${i + 1}`));
    expect(turnsOf(now).filter(([rungId]) => rungs(other).includes(rungId))).toEqual(turnsOf(other));
    expect(turnsOf(other).map(([, pair]) => pair?.[0])).not.toContain(letter);
    expect(codesOf(await edit(now, { op: 'add_set', setId: id }))).toEqual(['kept.nothing']);
    expect(codesOf(await edit(now, { op: 'add_set', setId: newId() }))).toEqual(['kept.gone']);
    const elsewhere = await aPractice();
    expect(await setsOfPractice(elsewhere.practiceId)).toEqual([]);
    expect(codesOf(await removeExerciseSet(elsewhere.coach, { id }))).toEqual(['kept.gone']);
    must(await removeExerciseSet(practice.coach, { id }));
    expect(await setsOfPractice(practice.practiceId)).toEqual([]);
  });
});
