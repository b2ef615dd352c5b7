import type { SideKey } from '~/core/catalogue';
import { type AssessInput, assess, type TestResult } from '~/core/screen/assess/assess';
import { realChangeOf } from '~/core/screen/assess/score';

export interface Change {
  readonly testId: string;
  readonly side: SideKey;
  readonly first: TestResult;
  readonly previous: TestResult;
  readonly latest: TestResult;
  /** Latest less previous in the test's unit, or in score points for grades. */
  readonly difference: number;
  /** Smallest real change, from the typical error. */
  readonly realFrom: number;
  readonly verdict: 'better' | 'worse' | 'within_error' | 'not_comparable';
}

export type ReviewInput = AssessInput;

/**
 * Retests: for each test and side done on two dates or more, the change against the last and the first time, and
 * whether it is real (beyond 1.96 x sqrt(2) x typical error of the result). Results without the standard warm-up are
 * shown and not compared.
 */
export function review(input: ReviewInput): Change[] {
  const dates = [...new Set(input.trials.map((trial) => trial.onDate))].sort();
  const history = new Map<string, TestResult[]>();
  for (const date of dates) {
    const { results } = assess({ ...input, trials: input.trials.filter((trial) => trial.onDate === date) });
    for (const result of results) {
      const key = `${result.testId}|${result.side}|${result.rungId ?? ''}`;
      history.set(key, [...(history.get(key) ?? []), result]);
    }
  }
  return [...history.values()].flatMap((row): Change[] => {
    const [first] = row;
    const latest = row.at(-1);
    const previous = row.at(-2);
    if (!first || !latest || !previous) return [];
    const test = input.trade.test(latest.testId);
    const graded = test.kind === 'grade' || latest.value === null || previous.value === null;
    const difference = graded ? latest.score - previous.score : (latest.value ?? 0) - (previous.value ?? 0);
    // Half a grade of error is about 17 points, so a change of one whole grade or more is real.
    const realFrom = graded
      ? 30
      : realChangeOf(latest.typicalError, Math.min(latest.trialIds.length, previous.trialIds.length));
    const real = graded ? Math.abs(difference) >= realFrom : Math.abs(difference) > realFrom;
    const up = graded || !test.lowerIsBetter ? difference > 0 : difference < 0;
    const comparable =
      latest.comparable &&
      previous.comparable &&
      latest.trialIds.length === previous.trialIds.length &&
      // One leg and both are two tests.
      latest.parts?.one_leg === previous.parts?.one_leg;
    const verdict = !comparable ? 'not_comparable' : !real ? 'within_error' : up ? 'better' : 'worse';
    return [{ testId: test.id, side: latest.side, first, previous, latest, difference, realFrom, verdict }];
  });
}
