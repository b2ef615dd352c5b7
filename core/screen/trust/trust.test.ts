import fc from 'fast-check';
import { screenTest } from '~/core/catalogue';
import { makeTrial } from '~/core/screen/trial/testing';
import { gaussian, mulberry32 } from '~/core/signals/random';
import {
  compareTesters,
  errorByTester,
  ownPercentiles,
  type RepeatPair,
  repeatPairs,
  type TrustTrial,
  typicalErrorOf,
  usedResults,
} from './trust';

const plank = screenTest('front_plank');
const trial = (
  athlete: number,
  onDate: string,
  value: number,
  more: Partial<TrustTrial> = {},
): TrustTrial => ({
  ...makeTrial('front_plank', 'both', value, {
    onDate,
    screeningId: `0190aaaa-0000-7000-8000-${String(athlete).padStart(4, '0')}${onDate.replaceAll('-', '')}`,
    recordedAt: `${onDate}T10:00:00.000Z`,
  }),
  athleteId: `a${athlete}`,
  staffId: 'fenna',
  ...more,
});
const pairsOf = (trials: TrustTrial[]) => repeatPairs(usedResults(plank, trials));

describe('limits', () => {
  const pair = (athlete: number, first: Partial<TrustTrial>, second: Partial<TrustTrial>, by: number) => ({
    first: { athleteId: `a${athlete}`, staffId: 'fenna', value: 60, ...first },
    second: { athleteId: `a${athlete}`, staffId: 'fenna', value: 60 + by, ...second },
  });
  const differences = [2, -1, 0, 3, -4, 1, -2, 1];
  const sd = Math.sqrt(36 / 7);

  it('of a typical error are those of chi squared: 16.013 and 1.690 with 7 degrees of freedom', () => {
    const pairs = differences.map((by, i) => pair(i, {}, {}, by)) as unknown as RepeatPair[];
    const found = typicalErrorOf(pairs);
    expect(found?.typicalError).toBeCloseTo(sd / Math.SQRT2, 9);
    expect(found?.shift).toBe(0);
    expect(found?.low).toBeCloseTo((sd / Math.SQRT2) * Math.sqrt(7 / 16.0128), 4);
    expect(found?.high).toBeCloseTo((sd / Math.SQRT2) * Math.sqrt(7 / 1.68987), 4);
  });
  it('of a tester’s bias are those of Student’s t: 2.3646 with 7 degrees of freedom', () => {
    const pairs = differences.map((by, i) =>
      pair(i, {}, { staffId: 'zed' }, by + 2),
    ) as unknown as RepeatPair[];
    const [found] = compareTesters(pairs);
    expect(found).toMatchObject({ a: 'fenna', b: 'zed', pairs: 8, bias: 2 });
    const half = (2.364624 * sd) / Math.sqrt(8);
    expect(found?.low).toBeCloseTo(2 - half, 4);
    expect(found?.high).toBeCloseTo(2 + half, 4);
    expect(found?.differ).toBe(2 > half);
    expect(found?.agreement).toBeCloseTo(1.96 * sd, 9);
  });
});

describe('the typical error', () => {
  const differences = [4, -3, 6, -5, 2, 0, -2, 5];
  const trials = differences.flatMap((difference, i) => [
    trial(i, '2026-11-01', 60),
    trial(i, '2026-11-04', 60 + difference),
  ]);
  it('is the SD of the differences over the root of two, with its limits', () => {
    // Worked by hand: mean 0.875, sum of squares 119 - 8 x 0.875^2 = 112.875, SD 4.0156, TE 2.8394.
    const estimate = typicalErrorOf(pairsOf(trials));
    expect(estimate).toMatchObject({ pairs: 8, athletes: 8, shift: 0.875 });
    expect(estimate?.typicalError).toBeCloseTo(2.8394, 3);
    // Limits by the table: 2.8394 x sqrt(7/16.013) = 1.877 and x sqrt(7/1.690) = 5.779.
    expect(Math.abs((estimate?.low ?? 0) - 1.877)).toBeLessThan(0.02);
    expect(Math.abs((estimate?.high ?? 0) - 5.779)).toBeLessThan(0.06);
  });
  it('needs eight athletes', () => {
    expect(typicalErrorOf(pairsOf(trials.slice(0, 14)))).toBeUndefined();
  });
  it('finds the error that was put in, within its own limits nearly always', () => {
    let inside = 0;
    for (let seed = 0; seed < 100; seed += 1) {
      const noise = gaussian(mulberry32(`te ${seed}`));
      const made = Array.from({ length: 20 }, (_, i) => [
        trial(i, '2026-11-01', 80 + 5 * noise()),
        trial(i, '2026-11-04', 80 + 5 * noise()),
      ]).flat();
      const estimate = typicalErrorOf(pairsOf(made));
      if (estimate && estimate.low <= 5 && 5 <= estimate.high) inside += 1;
    }
    expect(inside).toBeGreaterThanOrEqual(88);
  });
  it('does not change when everybody learns alike', () => {
    const learnt = trials.map((trial) =>
      trial.onDate === '2026-11-04' ? { ...trial, value: (trial.value ?? 0) + 10 } : trial,
    );
    expect(typicalErrorOf(pairsOf(learnt))?.typicalError).toBeCloseTo(
      typicalErrorOf(pairsOf(trials))?.typicalError ?? 0,
      9,
    );
  });
  it('is told for each tester who took both', () => {
    const mixed = trials.map((trial, i) => ({ ...trial, staffId: i < 8 ? 'fenna' : 'jonna' }));
    expect(
      errorByTester(pairsOf(mixed)).map((testerError) => [testerError.staffId, testerError.estimate.pairs]),
    ).toEqual([
      ['fenna', 4],
      ['jonna', 4],
    ]);
  });
});

describe('testers', () => {
  const between = (bias: number): RepeatPair[] =>
    pairsOf(
      Array.from({ length: 10 }, (_, i) => [
        trial(i, '2026-11-01', 60 + i, { staffId: i % 2 ? 'fenna' : 'jonna' }),
        trial(i, '2026-11-03', 60 + i + (i % 2 ? bias : -bias) + (i % 3) - 1, {
          staffId: i % 2 ? 'jonna' : 'fenna',
        }),
      ]).flat(),
    );
  it('are compared by who reads higher, whoever came first', () => {
    const [comparison] = compareTesters(between(6));
    expect(comparison).toMatchObject({ a: 'fenna', b: 'jonna', pairs: 10, differ: true });
    expect(comparison?.bias).toBeCloseTo(6, 0);
    expect(compareTesters(between(0))[0]?.differ).toBe(false);
  });
  it('need five pairs', () => {
    expect(compareTesters(between(6).slice(0, 4))).toEqual([]);
  });
});

describe('percentiles of the practice', () => {
  it('count from the worse end when lower is better', () => {
    const drop = screenTest('pelvic_drop_stance');
    const some = Array.from({ length: 21 }, (_, i) => ({
      athleteId: `a${i}`,
      side: 'left' as const,
      onDate: '2026-11-01',
      recordedAt: '',
      screeningId: '',
      value: i,
      staffId: null,
    }));
    expect(ownPercentiles(drop, some)?.at).toEqual({ 25: 15, 50: 10, 75: 5 });
  });
  it('are in order, whatever the figures', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 20, maxLength: 60 }), (values) => {
        const results = usedResults(
          plank,
          values.map((value, i) => trial(i, '2026-11-01', value)),
        );
        const at = ownPercentiles(plank, results)?.at;
        expect(at && at[25] <= at[50] && at[50] <= at[75]).toBe(true);
      }),
    );
  });
});
