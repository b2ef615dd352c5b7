import { screenTest } from '~/core/catalogue';
import { makeTrial } from '~/core/screen/trial/testing';
import {
  compareTesters,
  errorByTester,
  ownPercentiles,
  type RepeatPair,
  repeatPairs,
  type TrustTrial,
  typicalErrorOf,
  type UsedResult,
  usedResults,
} from './trust';

const plank = screenTest('front_plank');
const trial = (value: number | null, more: Partial<TrustTrial> = {}): TrustTrial => ({
  ...makeTrial('front_plank', 'both', value, { screeningId: 's1' }),
  athleteId: 'a1',
  staffId: 'fenna',
  ...more,
});
const result = (value: number, over: Partial<UsedResult> = {}): UsedResult => ({
  athleteId: 'a1',
  side: 'both',
  onDate: '2026-11-01',
  recordedAt: '2026-11-01T10:00:00.000Z',
  screeningId: 's1',
  value,
  staffId: 'fenna',
  ...over,
});
const pair = (athlete: number, by: number, over: [Partial<UsedResult>, Partial<UsedResult>] = [{}, {}]) => ({
  first: result(60, { athleteId: `a${athlete}`, ...over[0] }),
  second: result(60 + by, { athleteId: `a${athlete}`, ...over[1] }),
});

describe('the results that are used', () => {
  const values = (trials: TrustTrial[], test = plank) => usedResults(test, trials).map(({ value }) => value);
  it('leave out what cannot be compared, was not measured, or did not reach its end', () => {
    for (const more of [
      { comparable: false },
      { simulated: true },
      { value: null },
      { endReason: 'pain' },
      { endReason: 'stopped' },
      { endReason: 'cap' },
    ] as Partial<TrustTrial>[])
      expect(values([trial(60, more)])).toEqual([]);
    expect(values([trial(60, { endReason: 'done' })])).toEqual([60]);
  });
  it('are the best of each screen, side, rung and athlete', () => {
    expect(values([trial(50), trial(70), trial(60)])).toEqual([70]);
    const apart = [
      trial(50),
      trial(51, { screeningId: 's2' }),
      trial(52, { side: 'left' }),
      trial(53, { rungId: 'r' }),
      trial(54, { athleteId: 'a2' }),
    ];
    expect(values(apart)).toEqual([50, 51, 52, 53, 54]);
    const drop = screenTest('pelvic_drop_stance');
    expect(values([trial(9), trial(5), trial(7)], drop)).toEqual([5]);
  });
  it('are told with their day, screen and tester, the oldest first', () => {
    const at = (recordedAt: string, more: Partial<TrustTrial> = {}) =>
      trial(60, { recordedAt, screeningId: recordedAt, ...more });
    const found = usedResults(plank, [
      at('2026-11-03'),
      at('2026-11-01', { staffId: null }),
      at('2026-11-02'),
    ]);
    expect(found.map(({ recordedAt }) => recordedAt)).toEqual(['2026-11-01', '2026-11-02', '2026-11-03']);
    expect(found[0]).toEqual({
      athleteId: 'a1',
      side: 'both',
      onDate: '2026-11-20',
      recordedAt: '2026-11-01',
      screeningId: '2026-11-01',
      value: 60,
      staffId: null,
    });
    expect(found[1]?.staffId).toBe('fenna');
  });
});

describe('a repeat', () => {
  const pairs = (...results: UsedResult[]) =>
    repeatPairs(results).map((its) => [its.first.value, its.second.value]);
  const on = (value: number, onDate: string, over: Partial<UsedResult> = {}) =>
    result(value, { onDate, ...over });
  it('follows within a week', () => {
    expect(pairs(on(1, '2026-11-01'), on(2, '2026-11-08'))).toEqual([[1, 2]]);
    expect(pairs(on(1, '2026-11-01'), on(2, '2026-11-09'))).toEqual([]);
    expect(pairs(on(1, '2026-11-01'), on(2, '2026-11-01'))).toEqual([[1, 2]]);
    expect(pairs(on(1, '2026-11-02'), on(2, '2026-11-01'))).toEqual([]);
  });
  it('is used once; what came too late begins anew', () => {
    const days = ['2026-11-01', '2026-11-02', '2026-11-03', '2026-11-04'];
    expect(pairs(...days.map((day, i) => on(i, day)))).toEqual([
      [0, 1],
      [2, 3],
    ]);
    expect(pairs(on(1, '2026-11-01'), on(2, '2026-11-20'), on(3, '2026-11-22'))).toEqual([[2, 3]]);
  });
  it('is of one athlete and one side', () => {
    expect(pairs(on(1, '2026-11-01', { side: 'left' }), on(2, '2026-11-02', { side: 'right' }))).toEqual([]);
    expect(pairs(on(1, '2026-11-01'), on(2, '2026-11-02', { athleteId: 'a2' }))).toEqual([]);
  });
});

describe('errors of testers', () => {
  it('need as many athletes as asked, and three pairs', () => {
    const many = (n: number, athletes: number): RepeatPair[] =>
      Array.from({ length: n }, (_, i) => pair(i % athletes, i % 3));
    expect(typicalErrorOf(many(8, 8))).toMatchObject({ pairs: 8, athletes: 8 });
    expect(typicalErrorOf(many(9, 7))).toBe(undefined);
    expect(typicalErrorOf(many(9, 7), 7)).toMatchObject({ pairs: 9, athletes: 7 });
    expect(typicalErrorOf(many(2, 2), 1)).toBe(undefined);
    expect(typicalErrorOf(many(3, 1), 1)).toMatchObject({ pairs: 3, athletes: 1, shift: 1 });
  });
  it('are of pairs one of them took both of, by three athletes at least', () => {
    const by = (first: string | null, second: string | null) =>
      [0, 1, 2].map((i) => pair(i, i, [{ staffId: first }, { staffId: second }]));
    const ids = (pairs: RepeatPair[], atLeast?: number) =>
      errorByTester(pairs, atLeast).map(({ staffId }) => staffId);
    expect(ids(by('fenna', 'fenna'))).toEqual(['fenna']);
    expect(ids(by('fenna', 'fenna').slice(0, 2))).toEqual([]);
    expect(ids(by('fenna', 'jonna'))).toEqual([]);
    expect(ids(by('jonna', 'fenna'))).toEqual([]);
    expect(ids(by(null, null))).toEqual([]);
    const mixed = [...by('fenna', 'fenna'), ...by('fenna', 'jonna'), ...by('jonna', 'jonna')];
    expect(errorByTester(mixed).map(({ staffId, estimate }) => [staffId, estimate.pairs])).toEqual([
      ['fenna', 3],
      ['jonna', 3],
    ]);
    expect(ids(by('fenna', 'fenna'), 4)).toEqual([]);
  });
  it('of two compare by the later name less the earlier, whoever took the first', () => {
    const pairs = [5, 6, 7, 6, 6].map((by, i) =>
      i % 2 === 0
        ? pair(i, by, [{ staffId: 'a' }, { staffId: 'b' }])
        : pair(i, -by, [{ staffId: 'b' }, { staffId: 'a' }]),
    );
    const [found] = compareTesters(pairs);
    expect(found).toMatchObject({ a: 'a', b: 'b', pairs: 5, bias: 6, differ: true });
    expect(found?.agreement).toBeCloseTo(1.96 * Math.sqrt(0.5), 9);
    // 2.776 with four degrees of freedom.
    expect((found?.high ?? 0) - 6).toBeCloseTo((2.776445 * Math.sqrt(0.5)) / Math.sqrt(5), 4);
    expect(6 - (found?.low ?? 0)).toBeCloseTo((2.776445 * Math.sqrt(0.5)) / Math.sqrt(5), 4);
    expect(compareTesters(pairs.slice(0, 4))).toEqual([]);
    const down = compareTesters(pairs.map(({ first, second }) => ({ first: second, second: first })));
    expect(down[0]).toMatchObject({ bias: 6, differ: true });
    const lower = [5, 6, 7, 6, 6].map((by, i) => pair(i, -by, [{ staffId: 'a' }, { staffId: 'b' }]));
    expect(compareTesters(lower)[0]).toMatchObject({ bias: -6, differ: true });
  });
  it('say nothing of one tester, or of nobody', () => {
    const five = (first: string | null, second: string | null) =>
      Array.from({ length: 5 }, (_, i) => pair(i, i, [{ staffId: first }, { staffId: second }]));
    for (const pairs of [five('a', 'a'), five(null, 'a'), five('a', null)])
      expect(compareTesters(pairs)).toEqual([]);
  });
});

describe('percentiles of one’s own', () => {
  const squad = (n: number) => Array.from({ length: n }, (_, i) => result(i * 4, { athleteId: `a${i}` }));
  const middle = (results: UsedResult[], test = plank) => ownPercentiles(test, results)?.at[50];
  it('need twenty athletes, and lie between figures', () => {
    expect(ownPercentiles(plank, squad(19))).toBe(undefined);
    expect(ownPercentiles(plank, squad(20))).toEqual({ athletes: 20, at: { 25: 19, 50: 38, 75: 57 } });
    expect(ownPercentiles(plank, squad(21))?.at).toEqual({ 25: 20, 50: 40, 75: 60 });
    expect(ownPercentiles(plank, [...squad(20)].reverse())?.at).toEqual({ 25: 19, 50: 38, 75: 57 });
  });
  it('take the newest of each, the better of one day', () => {
    // The athlete in the middle of 21, a10 with 40.
    const with10 = (value: number, onDate: string, first = false) => {
      const more = result(value, { athleteId: 'a10', onDate });
      return first ? [more, ...squad(21)] : [...squad(21), more];
    };
    expect(middle(with10(100, '2026-11-02'))).toBe(44);
    expect(middle(with10(100, '2026-10-01'))).toBe(40);
    expect(middle(with10(100, '2026-11-01'))).toBe(44);
    expect(middle(with10(0, '2026-11-01'))).toBe(40);
    expect(middle(with10(0, '2026-11-02', true))).toBe(36);
    const drop = screenTest('pelvic_drop_stance');
    expect(middle(with10(0, '2026-11-01'), drop)).toBe(36);
    expect(middle(with10(100, '2026-11-01'), drop)).toBe(40);
  });
});
