import { bodyOf } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { capacityFromHold, limitS, maxNm } from '~/core/body/endurance';
import { afterWeeks, observeSet } from '~/core/body/estimate';
import { rung } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { followLogs, setMoment } from './follow-logs';
import type { SessionOutcome } from './progress';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const setMomentOf = (its: ReturnType<typeof rung>, body: typeof man, under16: boolean) =>
  setMoment(shippedTrade.ladderOf(its.id), its, body, under16);
const plankNm = setMomentOf(rung('plank_full'), man, false)?.nm ?? 0;
const start: KnownCapacity = {
  direction: 'anti_extension',
  archetype: 'prone_bridge',
  side: 'both',
  onDate: '2026-10-01',
  source: 'Front plank, 90 s on 2026-10-01',
  capacity: capacityFromHold(plankNm, 90, true),
};
const session = (onDate: string, done: number, planned: number, faultId: string | null): SessionOutcome => ({
  logId: onDate,
  onDate,
  effort: 6,
  painScore: 0,
  painRegion: null,
  sets: [{ ladderId: 'plank', rungId: 'plank_full', setNo: 1, side: 'both', planned, done, faultId }],
});
const follow = (...outcomes: SessionOutcome[]) =>
  followLogs([start], outcomes, man, false, shippedTrade)[0] as KnownCapacity;

describe('capacity after the logs', () => {
  it('falls with a first set lost early and rises with one beyond the prediction', () => {
    expect(maxNm(follow(session('2026-10-08', 60, 80, 'hip_sag')).capacity)).toBeLessThan(
      maxNm(start.capacity),
    );
    expect(maxNm(follow(session('2026-10-08', 130, 130, null)).capacity)).toBeGreaterThan(
      maxNm(start.capacity),
    );
  });
  it('stays with ordinary clean sets, and says nothing new', () => {
    const after = follow(session('2026-10-08', 45, 45, null));
    expect(maxNm(after.capacity)).toBeCloseTo(maxNm(start.capacity), 9);
    expect(after.source).toBe(start.source);
  });
  it('passes over sessions from before the screen', () => {
    expect(follow(session('2026-09-08', 20, 80, 'hip_sag'))).toEqual(start);
  });
  it('does not listen to a session of pain', () => {
    expect(follow({ ...session('2026-10-08', 20, 80, 'hip_sag'), painScore: 5 }).source).toBe(start.source);
  });
  it('names the log it followed', () => {
    expect(follow(session('2026-10-08', 60, 80, 'hip_sag')).source).toContain(
      'followed by the log of 2026-10-08',
    );
  });
  it('reads reps as seconds at the top', () => {
    const asked = setMomentOf(rung('dead_bug_opposite_straight'), man, false);
    expect(asked?.secondsPerUnit).toBeGreaterThan(2);
    expect(asked?.secondsPerUnit).toBeLessThan(8);
    expect(setMomentOf(rung('breath_prone'), man, false)).toBeUndefined();
  });
});

describe('a set in a log', () => {
  const aSet = (over: Partial<SessionOutcome['sets'][number]>): SessionOutcome['sets'][number] => ({
    ladderId: 'plank',
    rungId: 'plank_full',
    setNo: 1,
    side: 'both',
    planned: 130,
    done: 130,
    faultId: null,
    ...over,
  });
  const day = (
    onDate: string,
    sets: SessionOutcome['sets'],
    more: Partial<SessionOutcome> = {},
  ): SessionOutcome => ({ logId: onDate, onDate, effort: 6, painScore: 0, painRegion: null, sets, ...more });
  const heard = (known: KnownCapacity, ...outcomes: SessionOutcome[]) =>
    followLogs([known], outcomes, man, false, shippedTrade)[0] as KnownCapacity;
  const first = { endedBy: null, first: true, doseBefore: 0 };

  it('is heard with the weeks that passed since, and dates what it says', () => {
    const found = heard(start, day('2026-11-26', [aSet({})]));
    expect(found.capacity).toEqual(
      observeSet(afterWeeks(start.capacity, 8), { ...first, nm: plankNm, heldS: 130, plannedS: 130 }),
    );
    expect(found).toMatchObject({
      onDate: '2026-11-26',
      source: `${start.source}; followed by the log of 2026-11-26`,
    });
  });
  it('counts from the last session that said something', () => {
    const [a, b] = [day('2026-10-15', [aSet({})]), day('2026-11-26', [aSet({ planned: 150, done: 150 })])];
    const after = heard(start, a).capacity;
    const expected = observeSet(afterWeeks(after, 6), { ...first, nm: plankNm, heldS: 150, plannedS: 150 });
    expect(heard(start, a, b).capacity).toEqual(expected);
    // In whatever order they are given.
    expect(heard(start, b, a)).toEqual(heard(start, a, b));
  });
  it('of the day of the screen is part of it, and one of an unknown rung is passed over', () => {
    expect(heard(start, day(start.onDate, [aSet({})]))).toEqual(start);
    expect(heard(start, day('2026-10-08', [aSet({ rungId: 'gone' }), aSet({})])).capacity).toEqual(
      heard(start, day('2026-10-08', [aSet({})])).capacity,
    );
  });
  it('speaks for its own direction and posture only', () => {
    for (const rungId of ['side_plank_full', 'dead_bug_arms_feet_up', 'breath_prone'])
      expect(heard(start, day('2026-10-08', [aSet({ rungId, planned: 500, done: 500 })]))).toEqual(start);
    const { direction, archetype } = setMomentOf(rung('side_plank_full'), man, false) ?? start;
    // The same posture in another direction, and the other way round.
    for (const other of [
      { ...start, direction },
      { ...start, archetype },
    ])
      expect(heard(other, day('2026-10-08', [aSet({})]))).toEqual(other);
  });
  it('of reps is read as the seconds its reps cost at the top', () => {
    const asked = setMomentOf(rung('plank_leg_lift'), man, false);
    if (!asked) throw new Error('no moment');
    const known = { ...start, direction: asked.direction, archetype: asked.archetype };
    const found = heard(
      known,
      day('2026-10-08', [aSet({ rungId: 'plank_leg_lift', planned: 12, done: 5, faultId: 'hip_sag' })]),
    );
    expect(found.capacity).toEqual(
      observeSet(afterWeeks(known.capacity, 1), {
        ...first,
        endedBy: 'hip_sag',
        nm: asked.nm,
        heldS: 5 * asked.secondsPerUnit,
        plannedS: 12 * asked.secondsPerUnit,
      }),
    );
    expect(asked.secondsPerUnit).not.toBeCloseTo(1, 1);
  });
  it('after another is heard with what was done before it', () => {
    const found = heard(
      start,
      day('2026-10-08', [
        aSet({ done: 40, planned: 40 }),
        aSet({ done: 50, planned: 80, faultId: 'hip_sag' }),
      ]),
    );
    const week = afterWeeks(start.capacity, 1);
    const one = observeSet(week, { ...first, nm: plankNm, heldS: 40, plannedS: 40 });
    const doseBefore = 40 / limitS(plankNm / maxNm(one));
    expect(found.capacity).toEqual(
      observeSet(one, { nm: plankNm, heldS: 50, plannedS: 80, endedBy: 'hip_sag', first: false, doseBefore }),
    );
    const third = heard(
      start,
      day('2026-10-08', [
        aSet({ done: 20, planned: 20 }),
        aSet({ done: 20, planned: 20 }),
        aSet({ done: 50, planned: 80, faultId: 'hip_sag' }),
      ]),
    );
    expect(third.capacity).toEqual(
      observeSet(one, {
        nm: plankNm,
        heldS: 50,
        plannedS: 80,
        endedBy: 'hip_sag',
        first: false,
        doseBefore: 20 / limitS(plankNm / maxNm(week)) + 20 / limitS(plankNm / maxNm(week)),
      }),
    );
  });
  it('of a session with pain above 3 says nothing, at 3 it does', () => {
    const at = (painScore: number) => heard(start, day('2026-10-08', [aSet({})], { painScore })).onDate;
    expect([at(3), at(4)]).toEqual(['2026-10-08', start.onDate]);
  });
  it('of the other side says nothing of this one; of both it does', () => {
    const asked = setMomentOf(rung('side_plank_full'), man, false);
    if (!asked) throw new Error('no moment');
    const left: KnownCapacity = {
      ...start,
      direction: asked.direction,
      archetype: asked.archetype,
      side: 'left',
      capacity: capacityFromHold(asked.nm, 40, true),
    };
    const at = (known: KnownCapacity, side: 'left' | 'right' | 'both') =>
      heard(known, day('2026-10-08', [aSet({ rungId: 'side_plank_full', side })])).onDate;
    const known = { left, both: { ...left, side: 'both' as const } };
    expect([at(known.left, 'left'), at(known.left, 'right'), at(known.left, 'both')]).toEqual([
      '2026-10-08',
      start.onDate,
      '2026-10-08',
    ]);
    expect([at(known.both, 'left'), at(known.both, 'right')]).toEqual(['2026-10-08', '2026-10-08']);
  });
});
