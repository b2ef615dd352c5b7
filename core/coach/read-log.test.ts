import { shippedTrade } from '~/core/catalogue/trade';
import type { LoggedSet } from './log-form';
import { type LaidOut, readSets } from './read-log';

const laidOut: readonly LaidOut[] = [
  {
    rungId: 'side_plank_full',
    sets: 2,
    sided: true,
    firstSide: 'left',
    extraSetSide: null,
    amount: 30,
    load: null,
    lever: null,
  },
  {
    rungId: 'carry_suitcase_walk',
    sets: 2,
    sided: true,
    firstSide: 'left',
    extraSetSide: null,
    amount: 25,
    load: { by: 'hand_kg', value: 20 },
    lever: null,
  },
];
const set = (over: Partial<LoggedSet> = {}): LoggedSet => ({
  rungId: 'side_plank_full',
  setNo: 1,
  side: 'left',
  done: 30,
  faultId: null,
  load: null,
  ...over,
});
const read = (...sent: LoggedSet[]) => readSets(shippedTrade, laidOut, sent, 70);
const codes = (...sent: LoggedSet[]) => {
  const found = read(...sent);
  return found.ok ? [] : found.issues.map(({ code, path }) => `${code} ${path.join('.')}`);
};
const kept = (...sent: LoggedSet[]) => {
  const found = read(...sent);
  if (!found.ok) throw new Error(JSON.stringify(found.issues));
  return found.value;
};

describe('sets of a log against what was laid out', () => {
  it('a side must fit the exercise, on what was laid out and on what was not', () => {
    expect(codes(set(), set({ side: 'both' }))).toEqual(['log.side sets.1']);
    expect(codes(set({ rungId: 'carry_suitcase_walk', side: 'both', done: 25 }))).toEqual([
      'log.side sets.0',
    ]);
    expect(codes(set({ rungId: 'plank_full', side: 'right' }))).toEqual(['log.side sets.0']);
    expect(codes(set({ rungId: 'plank_full', side: 'both' }))).toEqual([]);
  });
  it('no set is told twice, and an exercise must be in the library', () => {
    expect(codes(set(), set())).toEqual(['log.twice sets.1']);
    expect(codes(set({ rungId: 'made_up' }))).toEqual(['log.unknown_set sets.0']);
  });
  it('six sets more than laid out, twelve of what was not', () => {
    expect(codes(set({ setNo: 8 }))).toEqual([]);
    expect(codes(set({ setNo: 9 }))).toEqual(['log.too_many sets.0']);
    expect(codes(set({ rungId: 'plank_full', side: 'both', setNo: 12 }))).toEqual([]);
    expect(codes(set({ rungId: 'plank_full', side: 'both', setNo: 13 }))).toEqual(['log.too_many sets.0']);
  });
  it('four times what was asked, or its goal, is a slip', () => {
    const goal = shippedTrade.rung('side_plank_full').goal.amount;
    expect(codes(set({ done: 4 * Math.max(goal, 30) }))).toEqual([]);
    expect(codes(set({ done: 4 * Math.max(goal, 30) + 1 }))).toEqual(['log.beyond sets.0']);
  });
  it('a load is of the kind the exercise takes, and one that can be lifted', () => {
    const carried = (by: 'hand_kg' | 'vest_kg', value: number) =>
      codes(set({ rungId: 'carry_suitcase_walk', done: 25, load: { by, value } }));
    expect(carried('hand_kg', 140)).toEqual([]);
    expect(carried('hand_kg', 140.5)).toEqual(['log.load_beyond sets.0']);
    expect(carried('vest_kg', 5)).toEqual(['log.load_kind sets.0']);
    expect(carried('vest_kg', 0)).toEqual([]);
  });
  it('the load that was asked stands when none is said; another one, and none, when it is', () => {
    const of = (load: LoggedSet['load']) =>
      kept(set({ rungId: 'carry_suitcase_walk', done: 25, load }))[0]?.load;
    expect(of(null)).toEqual({ by: 'hand_kg', value: 20 });
    expect(of({ by: 'hand_kg', value: 24 })).toEqual({ by: 'hand_kg', value: 24 });
    expect(of({ by: 'hand_kg', value: 0 })).toEqual({ by: 'hand_kg', value: 0 });
  });
  it('a set laid out was asked its amount; one more, or another exercise, was asked what was done of it', () => {
    const planned = (over: Partial<LoggedSet>) => kept(set(over))[0]?.planned;
    expect(planned({ done: 20 })).toBe(30);
    expect(planned({ setNo: 3, done: 20 })).toBe(20);
    expect(planned({ setNo: 3, done: 45 })).toBe(30);
    expect(planned({ setNo: 3, done: 20, faultId: 'hip_sag' })).toBe(30);
    expect(planned({ rungId: 'plank_full', side: 'both', done: 50 })).toBe(50);
  });
});
