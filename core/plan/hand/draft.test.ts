import type { PlanWeek } from '../season';
import { day, prioritiesFrom, startsOn } from '../seasons-testing';
import type { Lock } from './by-hand';
import {
  begin,
  changesIn,
  type Draft,
  draftOf,
  inputWith,
  letGo,
  lockAsPlanned,
  lockOfCells,
  lockSets,
  moveBlackout,
  moveEdge,
  moveEvent,
  onTopOf,
  redo,
  startsOf,
  step,
  take,
  undo,
} from './draft';

const none = draftOf({});
const lock = (week: number, quality: Lock['quality'], sets: number): Lock => ({
  startsOn: day(7 * week),
  quality,
  sets,
});
const cell = (quality: Lock['quality'], side: 'left' | 'right' | 'both', sets: number) =>
  ({ quality, side, sets, dose: 1, tier: 'main' }) as const;
const week = (at: number, phase: PlanWeek['phase'], cells: PlanWeek['cells'] = []) => ({
  startsOn: day(7 * at),
  phase,
  cells,
});
const withAll = (...locks: Lock[]): Draft => locks.reduce(lockSets, none);

describe('locks of a draft', () => {
  it('stand once for a week and quality, the newest, and are let go by week, by quality, by both, or all', () => {
    const draft = withAll(
      lock(1, 'hip_extension', 2),
      lock(1, 'anti_lateral', 3),
      lock(2, 'anti_lateral', 4),
      lock(1, 'hip_extension', 5),
    );
    const left = (of: Parameters<typeof letGo>[1]) =>
      letGo(draft, of).locks.map(({ startsOn: at, quality, sets }) => [at, quality, sets]);
    expect(draft.locks).toHaveLength(3);
    expect(left({ startsOn: day(7) })).toEqual([[day(14), 'anti_lateral', 4]]);
    expect(left({ quality: 'anti_lateral' })).toEqual([[day(7), 'hip_extension', 5]]);
    expect(left({ startsOn: day(7), quality: 'anti_lateral' })).toEqual([
      [day(14), 'anti_lateral', 4],
      [day(7), 'hip_extension', 5],
    ]);
    expect(left({})).toEqual([]);
  });
  it('are read off cells: the side that does more is the weaker one', () => {
    const cells = [
      cell('anti_lateral', 'left', 5),
      cell('anti_lateral', 'right', 4),
      cell('reactive', 'both', 3),
    ];
    expect(lockOfCells(startsOn, 'anti_lateral', cells)).toEqual({
      startsOn,
      quality: 'anti_lateral',
      sets: 4,
      weaker: 5,
    });
    expect(lockOfCells(startsOn, 'reactive', cells)).toEqual({ startsOn, quality: 'reactive', sets: 3 });
    expect(lockOfCells(startsOn, 'hip_extension', cells).sets).toBe(0);
  });
  it('keep whole weeks, or a quality through all of them, as planned', () => {
    const weeks = [
      week(0, 'build', [cell('reactive', 'both', 3), cell('anti_extension', 'both', 4)]),
      week(1, 'build', [cell('reactive', 'both', 2)]),
    ];
    expect(lockAsPlanned(none, weeks).locks).toHaveLength(3);
    expect(lockAsPlanned(none, weeks, 'reactive').locks.map(({ sets }) => sets)).toEqual([3, 2]);
    expect(lockAsPlanned(none, weeks, 'hip_extension').locks).toEqual([]);
  });
});

describe('an edge of phases', () => {
  const weeks = (['ground', 'ground', 'build', 'build', 'load', 'sharpen', 'restore'] as const).map(
    (phase, i) => week(i, phase),
  );
  const moved = (edge: number, by: number) =>
    moveEdge(none, weeks, edge, by).phaseStarts?.map(({ startsOn: at, phase }) => [at, phase]);
  it('moves by weeks and takes nothing else along', () => {
    expect(startsOf(weeks).map(({ phase }) => phase)).toEqual([
      'ground',
      'build',
      'load',
      'sharpen',
      'restore',
    ]);
    expect(moved(1, 1)).toEqual([
      [day(0), 'ground'],
      [day(21), 'build'],
      [day(28), 'load'],
      [day(35), 'sharpen'],
      [day(42), 'restore'],
    ]);
    expect(moved(2, -1)?.[2]).toEqual([day(21), 'load']);
  });
  it('stays between its neighbours, and the first is no edge', () => {
    for (const [edge, by] of [
      [1, 2],
      [1, -2],
      [3, -1],
      [4, 1],
      [0, 1],
      [9, 1],
      [1, 0],
    ] as const)
      expect(moved(edge, by)).toBeUndefined();
  });
});

describe('days that are moved', () => {
  const input = {
    startsOn,
    firstWeekday: 1 as const,
    level: 'trained' as const,
    ageYears: 30,
    sessionsPerWeek: 3,
    minutesPerSession: 20,
    events: [
      { id: 'a', name: 'a', onDate: day(80), priority: 'A' as const },
      { id: 'b', name: 'b', onDate: day(40), priority: 'B' as const },
    ],
    blackouts: [
      { id: 'x', from: day(10), to: day(14), reason: 'travel' },
      { from: day(50), to: day(51), reason: 'supposed' },
    ],
    blocked: [],
    cautions: [],
    priorities: prioritiesFrom([], undefined),
  };
  it('are in the input, and the others where they were', () => {
    const draft = moveBlackout(
      moveEvent(none, 'b', day(47)),
      { id: 'x', from: day(10), to: day(14) },
      { from: 2, to: 3 },
    );
    const { events, blackouts } = inputWith(input, draft);
    expect(events.map(({ onDate }) => onDate)).toEqual([day(80), day(47)]);
    expect(blackouts).toEqual([
      { id: 'x', from: day(12), to: day(17), reason: 'travel' },
      { from: day(50), to: day(51), reason: 'supposed' },
    ]);
  });
  it('never end before they begin', () => {
    const off = { id: 'x', from: day(10), to: day(14) };
    expect(moveBlackout(none, off, { from: 5, to: 0 })).toBe(none);
    expect(moveBlackout(none, off, { from: 4, to: 0 }).blackouts).toEqual({
      x: { from: day(14), to: day(14) },
    });
  });
});

describe('steps', () => {
  it('go back and forth, forget what was taken back at the next, and none is made of nothing', () => {
    const [one, two, three] = [
      withAll(lock(0, 'reactive', 1)),
      withAll(lock(0, 'reactive', 2)),
      withAll(lock(0, 'reactive', 3)),
    ] as const;
    const at = step(step(begin(none), one), two);
    expect(undo(at).now).toBe(one);
    expect(undo(undo(undo(at))).now).toBe(none);
    expect(redo(undo(at)).now).toBe(two);
    expect(redo(at)).toBe(at);
    expect(redo(step(undo(at), three)).now).toBe(three);
    const back = undo(at);
    expect(step(back, { ...one })).toBe(back);
  });
});

describe('a way out', () => {
  it('is taken: locks become what they may be, nought is no lock, and a rule gives on top of what it gave', () => {
    const draft = withAll(lock(1, 'reactive', 6), lock(2, 'hip_extension', 4), lock(3, 'anti_lateral', 2));
    const out = take(draft, {
      kind: 'locks',
      changes: [
        { lock: lock(1, 'reactive', 6), to: lock(1, 'reactive', 3) },
        { lock: lock(2, 'hip_extension', 4), to: lock(2, 'hip_extension', 0) },
      ],
    });
    expect(out.locks).toEqual([lock(3, 'anti_lateral', 2), lock(1, 'reactive', 3)]);
    const given = { startsOn, rule: 'minutes', by: 3 } as const;
    const twice = take(take(none, { kind: 'rule', rule: 'minutes', giving: [given] }), {
      kind: 'rule',
      rule: 'minutes',
      giving: [given],
    });
    expect(twice.giving).toEqual([given, given]);
  });
});

describe('two coaches', () => {
  const base = withAll(lock(1, 'reactive', 2), lock(2, 'reactive', 2), lock(3, 'reactive', 2));
  it('lose nothing of each other: what one set, changed or let go is put on what the other did', () => {
    const mine = moveEvent(
      lockSets(
        letGo(lockSets(base, lock(1, 'reactive', 5)), { startsOn: day(14) }),
        lock(9, 'hip_extension', 3),
      ),
      'a',
      day(70),
    );
    const theirs = moveEvent(
      lockSets(letGo(base, { startsOn: day(21) }), lock(8, 'anti_lateral', 4)),
      'b',
      day(40),
    );
    const both = onTopOf(base, mine, theirs);
    expect(both.locks.map(({ startsOn: at, quality, sets }) => `${at} ${quality} ${sets}`).sort()).toEqual(
      [`${day(7)} reactive 5`, `${day(63)} hip_extension 3`, `${day(56)} anti_lateral 4`].sort(),
    );
    expect(both.events).toEqual({ a: day(70), b: day(40) });
  });
  it('the one on top wins where both changed the same, and phases come from who moved them', () => {
    const mine = lockSets(base, lock(1, 'reactive', 5));
    const theirs = {
      ...lockSets(base, lock(1, 'reactive', 4)),
      phaseStarts: [{ startsOn, phase: 'load' as const }],
      giving: [{ startsOn, rule: 'minutes' as const, by: 2 }],
    };
    const both = onTopOf(base, mine, theirs);
    expect(both.locks.filter(({ startsOn: at }) => at === day(7))).toEqual([lock(1, 'reactive', 5)]);
    expect(both.phaseStarts).toEqual(theirs.phaseStarts);
    expect(both.giving).toEqual(theirs.giving);
    const own = { ...mine, phaseStarts: [{ startsOn, phase: 'build' as const }] };
    expect(onTopOf(base, own, theirs).phaseStarts).toEqual(own.phaseStarts);
  });
  it('changes are counted once each', () => {
    const draft = moveEvent(
      {
        ...lockSets(letGo(base, { startsOn: day(7) }), lock(5, 'reactive', 1)),
        phaseStarts: startsOf([week(0, 'load'), week(1, 'sport')]),
      },
      'a',
      day(3),
    );
    expect(changesIn(base, draft)).toBe(4);
    expect(changesIn(base, { ...base })).toBe(0);
  });
});
