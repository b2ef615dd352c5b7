import type { ScreenTest, SideKey } from '~/core/catalogue';
import { isTurnedOut } from '~/core/dose/turn-out';
import { type AssessInput, assess, type TestResult } from '~/core/screen/assess/assess';
import { realChangeOf } from '~/core/screen/assess/score';

/** How a result stands against an earlier one of the same test and side. */
export interface Difference {
  /** Later less earlier in the test's unit, or in score points for grades. */
  readonly difference: number;
  /** Smallest real change, from the typical error. */
  readonly realFrom: number;
  readonly verdict: 'better' | 'worse' | 'within_error' | 'not_comparable';
}

export interface Change extends Difference {
  readonly testId: string;
  readonly side: SideKey;
  readonly first: TestResult;
  readonly previous: TestResult;
  readonly latest: TestResult;
}

export type ReviewInput = AssessInput;

/** Half a grade of error is about 17 points, so a change of one whole grade or more is real. */
const realGradePoints = 30;

/** A grade counts in points of its score, everything else in the unit of the test. */
export const inPoints = (test: Pick<ScreenTest, 'kind'>, result: Pick<TestResult, 'value'>): boolean =>
  test.kind === 'grade' || result.value === null;

/** Smallest real change of a result done with so many trials: 1.96 x sqrt(2) x typical error. */
export const smallestReal = (test: Pick<ScreenTest, 'kind'>, result: TestResult, trials: number): number =>
  inPoints(test, result) ? realGradePoints : realChangeOf(result.typicalError, trials);

/**
 * Whether a result differs from an earlier one: real beyond 1.96 x sqrt(2) x typical error. Results without the standard
 * warm-up, of another number of trials or of one leg against both are not compared.
 */
export function differenceOf(
  test: Pick<ScreenTest, 'kind' | 'lowerIsBetter'>,
  previous: TestResult,
  latest: TestResult,
): Difference {
  const graded = inPoints(test, latest) || inPoints(test, previous);
  const difference = graded ? latest.score - previous.score : (latest.value ?? 0) - (previous.value ?? 0);
  const trials = Math.min(latest.trialIds.length, previous.trialIds.length);
  const realFrom = graded ? realGradePoints : smallestReal(test, latest, trials);
  const real = graded ? Math.abs(difference) >= realFrom : Math.abs(difference) > realFrom;
  const up = graded || !test.lowerIsBetter ? difference > 0 : difference < 0;
  const comparable =
    latest.comparable &&
    previous.comparable &&
    latest.trialIds.length === previous.trialIds.length &&
    // One leg and both are two tests, as are a leg turned out and a parallel one.
    latest.parts?.one_leg === previous.parts?.one_leg &&
    isTurnedOut(latest) === isTurnedOut(previous);
  const verdict = !comparable ? 'not_comparable' : !real ? 'within_error' : up ? 'better' : 'worse';
  return { difference, realFrom, verdict };
}

/** The results of each test, side and rung of choice, one for every day it was done, the oldest first. */
export function resultsByDay(input: ReviewInput): TestResult[][] {
  const dates = [...new Set(input.trials.map((trial) => trial.onDate))].sort();
  const history = new Map<string, TestResult[]>();
  for (const date of dates) {
    const { results } = assess({ ...input, trials: input.trials.filter((trial) => trial.onDate === date) });
    for (const result of results) {
      const key = `${result.testId}|${result.side}|${result.rungId ?? ''}`;
      history.set(key, [...(history.get(key) ?? []), result]);
    }
  }
  return [...history.values()];
}

/** Retests: each test and side done on two dates or more, against the last and beside the first time. */
export function review(input: ReviewInput): Change[] {
  return resultsByDay(input).flatMap((row): Change[] => {
    const [first] = row;
    const latest = row.at(-1);
    const previous = row.at(-2);
    if (!first || !latest || !previous) return [];
    const { testId, side } = latest;
    return [
      {
        testId,
        side,
        first,
        previous,
        latest,
        ...differenceOf(input.trade.test(testId), previous, latest),
      },
    ];
  });
}
