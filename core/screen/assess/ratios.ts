import type { SideKey } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { TestResult } from './assess';
import { realChangeOf } from './score';

export interface Ratio {
  readonly id: string;
  readonly name: string;
  readonly formula: string;
  readonly value: number;
  /** Root of the summed squared relative typical errors, as an absolute error of the ratio. */
  readonly error: number;
  readonly expected: string;
  /** What it says; undefined when the ratio is within its error of what is expected. */
  readonly says: string | undefined;
  readonly inputs: readonly {
    readonly label: string;
    readonly value: number;
    readonly onDate: string;
    readonly trialIds: readonly string[];
  }[];
}

export interface TestGap {
  readonly testId: string;
  readonly left: TestResult;
  readonly right: TestResult;
  /** Percent of the better side for higher-is-better measures; an absolute difference in the unit otherwise. */
  readonly amount: number;
  readonly unit: string;
  /** Set-up side that is worse; undefined when equal. */
  readonly worse: 'left' | 'right' | undefined;
  readonly beyondError: boolean;
}

const held = (results: readonly TestResult[], testId: string, side?: SideKey): TestResult | undefined =>
  results.find(
    (result) =>
      result.testId === testId &&
      result.value !== null &&
      result.value > 0 &&
      (side === undefined || result.side === side),
  );

function ratioOf(
  trade: Pick<Trade, 'test'>,
  id: string,
  name: string,
  top: TestResult | undefined,
  bottom: TestResult | undefined,
  expected: string,
  judge: (value: number, error: number) => string | undefined,
): Ratio[] {
  if (!top || !bottom || top.value === null || bottom.value === null) return [];
  const value = top.value / bottom.value;
  const relative = Math.hypot(top.typicalError / top.value, bottom.typicalError / bottom.value);
  const error = value * relative;
  const label = (result: TestResult) =>
    `${trade.test(result.testId).name}${result.side === 'both' ? '' : `, ${result.side}`}`;
  return [
    {
      id,
      name,
      formula: `${label(top)} / ${label(bottom)}`,
      value,
      error,
      expected,
      says: judge(value, error),
      inputs: [top, bottom].map((testResult) => ({
        label: label(testResult),
        value: testResult.value ?? 0,
        onDate: testResult.onDate,
        trialIds: testResult.trialIds,
      })),
    },
  ];
}

/** The trunk ratios for which both figures exist; each speaks only beyond its own error. */
export function ratios(trade: Pick<Trade, 'test'>, results: readonly TestResult[]): Ratio[] {
  const flexor = held(results, 'trunk_flexor_hold');
  const extensor = held(results, 'trunk_extensor_hold');
  const front = held(results, 'front_plank');
  const sideResults = results.filter(
    (result) => result.testId === 'side_plank' && result.value !== null && result.value > 0,
  );
  const weakerSide =
    sideResults.length > 0
      ? sideResults.reduce((a, b) => ((b.value ?? 0) < (a.value ?? 0) ? b : a))
      : undefined;
  return [
    ...ratioOf(
      trade,
      'flexor_extensor',
      'Flexor : extensor',
      flexor,
      extensor,
      '0.6 to 1.0',
      (value, error) => {
        if (value + error < 0.6) return 'Front short for the back.';
        return value - error > 1
          ? 'Back short for the front: late-event collapse is likelier in a hinge sport.'
          : undefined;
      },
    ),
    ...ratioOf(
      trade,
      'side_extensor',
      'Side : extensor',
      weakerSide,
      extensor,
      'below 0.75',
      (value, error) => (value - error > 0.75 ? 'Back short for the side.' : undefined),
    ),
    ...ratioOf(
      trade,
      'front_side',
      'Front plank : side plank',
      front,
      weakerSide,
      'no fixed figure',
      () => undefined,
    ),
  ];
}

/** Left against right of every sided test that has both. */
export function testGaps(trade: Pick<Trade, 'test'>, results: readonly TestResult[]): TestGap[] {
  const gaps: TestGap[] = [];
  for (const left of results) {
    if (left.side !== 'left') continue;
    const right = results.find(
      (result) => result.testId === left.testId && result.rungId === left.rungId && result.side === 'right',
    );
    if (!right) continue;
    const test = trade.test(left.testId);
    if (test.kind === 'grade' || left.value === null || right.value === null) {
      const difference = left.score - right.score;
      gaps.push({
        testId: test.id,
        left,
        right,
        amount: Math.abs(difference),
        unit: 'points of grade',
        worse: difference === 0 ? undefined : difference < 0 ? 'left' : 'right',
        beyondError: difference !== 0,
      });
      continue;
    }
    const difference = left.value - right.value;
    const leftIsWorse = test.lowerIsBetter ? difference > 0 : difference < 0;
    const better = test.lowerIsBetter ? Math.min(left.value, right.value) : Math.max(left.value, right.value);
    const proportional = !test.lowerIsBetter && better > 0;
    gaps.push({
      testId: test.id,
      left,
      right,
      amount: proportional ? (100 * Math.abs(difference)) / better : Math.abs(difference),
      unit: proportional ? '%' : test.unit,
      worse: difference === 0 ? undefined : leftIsWorse ? 'left' : 'right',
      beyondError:
        Math.abs(difference) >
        realChangeOf(left.typicalError, Math.min(left.trialIds.length, right.trialIds.length)),
    });
  }
  return gaps;
}
