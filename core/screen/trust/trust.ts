import jstat from 'jstat';
import { daysBetween, type IsoDay } from '~/core/body/dates';
import type { ScreenTest, SideKey } from '~/core/catalogue';
import { scoreTrial } from '~/core/screen/assess/score';
import type { Trial } from '~/core/screen/trial/trial';
import { percentileAthletes, repeatAthletes, repeatDays } from './needs';

/** How far a practice can trust its figures: typical error from repeats, agreement of testers, percentiles of its own. */

/** Trials of one test with whose they are. */
export interface TrustTrial extends Trial {
  readonly athleteId: string;
}

/** One screen's result as it is used, with who took it. */
export interface UsedResult {
  readonly athleteId: string;
  readonly side: SideKey;
  readonly onDate: IsoDay;
  readonly recordedAt: string;
  readonly screeningId: string;
  readonly value: number;
  readonly staffId: string | null;
}

/** Two results of one athlete and side a few days apart. */
export interface RepeatPair {
  readonly first: UsedResult;
  readonly second: UsedResult;
}

/**
 * The result of each screen as it is used: the best comparable trial of a side, measured and not stopped. Tests that give no
 * number give none. Oldest first.
 */
export function usedResults(test: ScreenTest, trials: readonly TrustTrial[]): UsedResult[] {
  const best = new Map<string, { trial: TrustTrial; score: number }>();
  for (const trial of trials) {
    if (!trial.comparable || trial.simulated || trial.value === null) continue;
    // What ended otherwise says how long it was held at least, not how well the test repeats.
    if (trial.endReason !== 'loss' && trial.endReason !== 'done') continue;
    // Any target ranks trials of one test alike.
    const score = scoreTrial(test, trial, test.target.any ?? test.target.female ?? 1);
    const key = `${trial.athleteId}|${trial.side}|${trial.rungId ?? ''}|${trial.screeningId}`;
    const known = best.get(key);
    if (!known || score > known.score) best.set(key, { trial, score });
  }
  return [...best.values()]
    .map(({ trial }) => ({
      athleteId: trial.athleteId,
      side: trial.side,
      onDate: trial.onDate,
      recordedAt: trial.recordedAt,
      screeningId: trial.screeningId,
      value: trial.value as number,
      staffId: trial.staffId ?? null,
    }))
    .sort((a, b) => a.recordedAt.localeCompare(b.recordedAt));
}

/** Results of one athlete and side that follow one another within a week, each result in one pair at most. */
export function repeatPairs(results: readonly UsedResult[]): RepeatPair[] {
  const open = new Map<string, UsedResult>();
  const pairs: RepeatPair[] = [];
  for (const result of results) {
    const key = `${result.athleteId}|${result.side}`;
    const before = open.get(key);
    const apart = before ? daysBetween(before.onDate, result.onDate) : Number.POSITIVE_INFINITY;
    if (before && apart >= 0 && apart <= repeatDays) {
      pairs.push({ first: before, second: result });
      open.delete(key);
    } else open.set(key, result);
  }
  return pairs;
}

const { chisquare, studentt } = jstat.jStat;

export interface ErrorEstimate {
  /** SD of the differences over the root of two, in the test's unit. */
  readonly typicalError: number;
  /** 95 % confidence limits. */
  readonly low: number;
  readonly high: number;
  /** Mean of second less first: learning, fatigue. */
  readonly shift: number;
  readonly pairs: number;
  readonly athletes: number;
}

/**
 * Typical error from repeats: TE = SD(differences)/sqrt(2), with 95 % limits from chi squared. Undefined with fewer than
 * `atLeast` athletes (8 for one that may be used), or fewer than three pairs.
 */
export function typicalErrorOf(
  pairs: readonly RepeatPair[],
  atLeast = repeatAthletes,
): ErrorEstimate | undefined {
  const athletes = new Set(pairs.map((pair) => pair.first.athleteId)).size;
  if (athletes < atLeast || pairs.length < 3) return undefined;
  const differences = pairs.map((pair) => pair.second.value - pair.first.value);
  const shift = differences.reduce((sum, difference) => sum + difference, 0) / differences.length;
  const degrees = differences.length - 1;
  const sd = Math.sqrt(differences.reduce((sum, difference) => sum + (difference - shift) ** 2, 0) / degrees);
  const typicalError = sd / Math.SQRT2;
  return {
    typicalError,
    low: typicalError * Math.sqrt(degrees / chisquare.inv(0.975, degrees)),
    high: typicalError * Math.sqrt(degrees / chisquare.inv(0.025, degrees)),
    shift,
    pairs: pairs.length,
    athletes,
  };
}

export interface TesterError {
  readonly staffId: string;
  readonly estimate: ErrorEstimate;
}

/** Typical error of each tester who took both of a pair, with at least three athletes; a small n says so by its limits. */
export function errorByTester(pairs: readonly RepeatPair[], atLeast = 3): TesterError[] {
  const testers = new Set(pairs.map((pair) => pair.first.staffId));
  return [...testers].flatMap((staffId): TesterError[] => {
    if (staffId === null) return [];
    const own = pairs.filter((pair) => pair.first.staffId === staffId && pair.second.staffId === staffId);
    const estimate = typicalErrorOf(own, atLeast);
    return estimate ? [{ staffId, estimate }] : [];
  });
}

export interface TesterComparison {
  readonly a: string;
  readonly b: string;
  readonly pairs: number;
  /** Mean of b's figure less a's, with its 95 % limits. */
  readonly bias: number;
  readonly low: number;
  readonly high: number;
  /** 95 % of single differences lie within bias +- this. */
  readonly agreement: number;
  /** The limits leave 0 out: the testers read differently. */
  readonly differ: boolean;
}

/** Testers two by two, where each took one of a pair: who reads higher, and how far single figures lie apart. */
export function compareTesters(pairs: readonly RepeatPair[], atLeast = 5): TesterComparison[] {
  const groups = new Map<string, { a: string; b: string; differences: number[] }>();
  for (const { first, second } of pairs) {
    if (!first.staffId || !second.staffId || first.staffId === second.staffId) continue;
    const [a, b] = [first.staffId, second.staffId].sort() as [string, string];
    const group = groups.get(`${a}|${b}`) ?? { a, b, differences: [] };
    group.differences.push(first.staffId === a ? second.value - first.value : first.value - second.value);
    groups.set(`${a}|${b}`, group);
  }
  return [...groups.values()].flatMap(({ a, b, differences }): TesterComparison[] => {
    const n = differences.length;
    if (n < atLeast) return [];
    const bias = differences.reduce((sum, difference) => sum + difference, 0) / n;
    const sd = Math.sqrt(
      differences.reduce((sum, difference) => sum + (difference - bias) ** 2, 0) / (n - 1),
    );
    const half = (studentt.inv(0.975, n - 1) * sd) / Math.sqrt(n);
    return [
      {
        a,
        b,
        pairs: n,
        bias,
        low: bias - half,
        high: bias + half,
        agreement: 1.96 * sd,
        differ: bias - half > 0 || bias + half < 0,
      },
    ];
  });
}

export interface Percentiles {
  readonly athletes: number;
  /** Value at each percent, in the test's unit; for lower-is-better tests the percent counts from the worse end. */
  readonly at: Readonly<Record<25 | 50 | 75, number>>;
}

/**
 * Percentiles of the practice's own athletes: the newest result of each, the better side of a sided test. Undefined with
 * fewer than 20.
 */
export function ownPercentiles(
  test: Pick<ScreenTest, 'lowerIsBetter'>,
  results: readonly UsedResult[],
): Percentiles | undefined {
  const newest = new Map<string, UsedResult>();
  const better = (a: number, b: number) => (test.lowerIsBetter ? a < b : a > b);
  for (const result of results) {
    const known = newest.get(result.athleteId);
    const later = !known || result.onDate > known.onDate;
    if (later || (result.onDate === known.onDate && better(result.value, known.value)))
      newest.set(result.athleteId, result);
  }
  if (newest.size < percentileAthletes) return undefined;
  const sorted = [...newest.values()].map((result) => result.value).sort((a, b) => a - b);
  if (test.lowerIsBetter) sorted.reverse();
  const at = (percent: number) => {
    const place = (percent / 100) * (sorted.length - 1);
    const low = Math.floor(place);
    const high = Math.min(sorted.length - 1, low + 1);
    return (sorted[low] as number) + (place - low) * ((sorted[high] as number) - (sorted[low] as number));
  };
  return { athletes: newest.size, at: { 25: at(25), 50: at(50), 75: at(75) } };
}
