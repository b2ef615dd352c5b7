import { daysBetween, type IsoDay } from '~/core/body/dates';
import { trunkLost } from '~/core/body/trunk-loss';
import { type QualityId, qualities, type ScreenTest, type SideKey, sideKeysOf } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { testOn } from '~/core/screen/trial/by-rung';
import { loadUsed } from '~/core/screen/trial/test-load';
import { feltPlacesOf, type Trial, workingSide } from '~/core/screen/trial/trial';
import type { Grade, Reading } from '~/core/screen/trial/words';
import { clampScore, type ScreenedPerson, scoreTrial, type Target, targetFor, targetUnder } from './score';

/** The best usable trial of one test on one set-up side, from the newest date it was done. */
export interface TestResult {
  readonly testId: string;
  /** The side that was set up. */
  readonly side: SideKey;
  readonly onDate: IsoDay;
  readonly value: number | null;
  readonly grade: Grade | null;
  /** Figures measured beside it. */
  readonly parts: Readonly<Record<string, number>> | null;
  /** The rung it was done on, when the test is done on a rung of choice. */
  readonly rungId: string | null;
  readonly readBy: Reading | null;
  /** What it tells about; for a rung of choice, its ladder's quality. */
  readonly feeds: ScreenTest['feeds'];
  readonly target: Target;
  /** Not clamped; may be below 0 or above 120. */
  readonly scoreUncapped: number;
  readonly score: number;
  /** Stopped at a cap and not lost: the figure is a lower bound. */
  readonly held: boolean;
  /** The trunk lost it: neither a cap, a stop, pain nor another muscle group ended it. Else a hold is a lower bound. */
  readonly lost: boolean;
  /** Of one trial, in the test's unit: the practice's own or the default. */
  readonly typicalError: number;
  readonly reliability: number;
  readonly comparable: boolean;
  /** Faults seen that are not allowed ones. */
  readonly faultIds: readonly string[];
  readonly feltIn: readonly string[];
  readonly trialIds: readonly string[];
}

export interface CapabilityPart {
  readonly result: TestResult;
  readonly weight: number;
}

/** What the athlete has of one quality on one side, with its provenance. */
export interface Capability {
  readonly quality: QualityId;
  readonly side: SideKey;
  /** Weighted mean of scores, 0-120; undefined when untested. */
  readonly capability: number | undefined;
  /** The same mean of unclamped scores, floored at 0; for side gaps. */
  readonly uncapped: number | undefined;
  readonly confidence: number;
  /** phi: share of its tests with at least one fault that is not allowed. */
  readonly faultLoad: number;
  readonly parts: readonly CapabilityPart[];
  /** It was not measured: somebody asks what if. */
  readonly supposed?: boolean | undefined;
}

export interface AssessInput {
  readonly trials: readonly Trial[];
  readonly person: ScreenedPerson;
  readonly today: IsoDay;
  /** The catalogue as the practice has it: own targets, rungs of choice. */
  readonly trade: Trade;
}

export interface Assessment {
  readonly results: readonly TestResult[];
  readonly capabilities: readonly Capability[];
}

/** Confidence halves with every 8 weeks of age of the result. */
export const confidenceHalfLifeDays = 56;
export const lowConfidence = 0.5;

/**
 * Trials ended by pain or stopped say nothing about the limit, those of stand-in instruments nothing about the athlete, and
 * those whose grade is still to be given nothing yet; they are kept and shown, and not scored.
 */
function usable(test: ScreenTest, trial: Trial): boolean {
  if (trial.endReason === 'pain' || trial.endReason === 'stopped' || trial.simulated) return false;
  const graded = test.kind === 'grade' || test.withGrade;
  return graded ? trial.grade !== null : trial.value !== null;
}

/** By eye an angle counts for less than by anything that measures. */
function reliabilityOf(test: ScreenTest, trial: Trial, held: boolean): number {
  const measured = trial.readBy !== null && trial.readBy !== 'eye' ? test.reliabilityMeasured : undefined;
  // A capped hold says that the cap was reached, not where the limit is.
  return (measured ?? test.reliability) / (held ? 2 : 1);
}

function resultOf(
  test: ScreenTest,
  side: SideKey,
  trials: readonly Trial[],
  input: AssessInput,
): TestResult | undefined {
  const usableTrials = trials.filter((trial) => usable(test, trial));
  const newest = usableTrials
    .map((trial) => trial.onDate)
    .sort()
    .at(-1);
  if (newest === undefined) return undefined;
  const ofDay = usableTrials.filter((trial) => trial.onDate === newest);
  const usual = targetFor(test, input.person, input.trade.ownTargets[test.id]);
  const scored = ofDay.map((trial) => {
    const baseTarget = targetUnder(usual, test, input.person, loadUsed(trial));
    const held = trial.endReason === 'cap' && trial.capS !== null && trial.capS < baseTarget.value;
    const target =
      held && trial.capS !== null
        ? { ...baseTarget, value: trial.capS, note: `${baseTarget.note}; held to the cap of ${trial.capS} s` }
        : baseTarget;
    return { trial, held, target, score: scoreTrial(test, trial, target.value) };
  });
  const best = scored.reduce((a, b) => (b.score > a.score ? b : a));
  const seen = new Set(ofDay.flatMap((trial) => trial.faults.map((fault) => fault.faultId)));
  if (ofDay.some((trial) => feltPlacesOf(trial).includes('low back'))) seen.add('felt_low_back');
  return {
    testId: test.id,
    side,
    onDate: newest,
    value: best.trial.value,
    grade: best.trial.grade,
    parts: best.trial.parts,
    rungId: best.trial.rungId,
    readBy: best.trial.readBy,
    feeds: test.feeds,
    target: best.target,
    scoreUncapped: best.score,
    score: clampScore(best.score),
    held: best.held,
    lost: trunkLost(best.trial),
    typicalError: test.typicalError,
    reliability: reliabilityOf(test, best.trial, best.held),
    comparable: best.trial.comparable,
    faultIds: [...seen].filter((id) => input.trade.fault(id).action !== 'allowed').sort(),
    feltIn: [...new Set(ofDay.flatMap(feltPlacesOf))],
    trialIds: ofDay.map((trial) => trial.id),
  };
}

function weightedMean(pairs: readonly (readonly [value: number, weight: number])[]): number {
  const total = pairs.reduce((sum, [, weight]) => sum + weight, 0);
  return pairs.reduce((sum, [value, weight]) => sum + value * weight, 0) / total;
}

/** An unsided quality takes its worse side from a sided test; a sided one takes the side that works. */
function partsFor(quality: QualityId, side: SideKey, results: readonly TestResult[]): CapabilityPart[] {
  const byTest = new Map<string, TestResult[]>();
  for (const result of results) {
    const key = `${result.testId}|${result.rungId ?? ''}`;
    byTest.set(key, [...(byTest.get(key) ?? []), result]);
  }
  const parts: CapabilityPart[] = [];
  for (const ofTest of byTest.values()) {
    const feed = ofTest[0]?.feeds.find((feed) => feed.quality === quality);
    if (!feed) continue;
    const fitting =
      side === 'both'
        ? ofTest
        : ofTest.filter(
            (result) => result.side === 'both' || workingSide(result.side, feed.worksSide) === side,
          );
    const first = fitting[0];
    if (!first) continue;
    const worst = fitting.reduce((a, b) => (b.scoreUncapped < a.scoreUncapped ? b : a), first);
    parts.push({ result: worst, weight: feed.weight });
  }
  return parts;
}

/**
 * Observations to capacity. Takes an athlete's trials (voided ones left out), gives the newest result of each test
 * and side, and from them the capability of each quality and side with its confidence and fault load.
 * Scores of age keep their value and lose confidence (half-life 8 weeks).
 */
export function assess(input: AssessInput): Assessment {
  const groups = new Map<string, Trial[]>();
  for (const trial of input.trials) {
    const key = `${trial.testId}|${trial.side}|${trial.rungId ?? ''}`;
    const group = groups.get(key);
    if (group) group.push(trial);
    else groups.set(key, [trial]);
  }
  const { trade } = input;
  const results: TestResult[] = [];
  for (const [key, trials] of groups) {
    const [testId = '', side = 'both', rungId = ''] = key.split('|');
    const test = testOn(trade.test(testId), trade, rungId);
    const result = resultOf(test, side as SideKey, trials, input);
    if (result) results.push(result);
  }
  results.sort((a, b) => a.testId.localeCompare(b.testId) || a.side.localeCompare(b.side));

  const capabilities = qualities.flatMap(({ id }) =>
    sideKeysOf(id).map((side): Capability => {
      const parts = partsFor(id, side, results);
      if (parts.length === 0) {
        return {
          quality: id,
          side,
          capability: undefined,
          uncapped: undefined,
          confidence: 0,
          faultLoad: 0,
          parts,
        };
      }
      const doubt = parts.reduce((product, { result }) => {
        const age = Math.max(0, daysBetween(result.onDate, input.today));
        const ageFactor = 0.5 ** (age / confidenceHalfLifeDays);
        return product * (1 - result.reliability * ageFactor);
      }, 1);
      return {
        quality: id,
        side,
        capability: weightedMean(parts.map(({ result, weight }) => [result.score, weight])),
        uncapped: Math.max(
          0,
          weightedMean(parts.map(({ result, weight }) => [result.scoreUncapped, weight])),
        ),
        confidence: 1 - doubt,
        faultLoad: parts.filter(({ result }) => result.faultIds.length > 0).length / parts.length,
        parts,
      };
    }),
  );
  return { results, capabilities };
}
