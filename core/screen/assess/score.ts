import type { ScreenTest } from '~/core/catalogue';
import type { OwnTarget } from '~/core/catalogue/edits';
import { askedLoad, holdFactor } from '~/core/screen/trial/test-load';
import { type Grade, gradeScores } from '~/core/screen/trial/words';
import { ownTargetFor, ownTargetWho } from './own-target';

export interface ScreenedPerson {
  readonly sex: 'male' | 'female' | 'unspecified';
  /** Ladder sport id. */
  readonly sport: string;
  readonly level: 'novice' | 'trained' | 'advanced';
  /** For tests that ask for a share of it. */
  readonly massKg?: number | undefined;
  /** Completed years, for targets by age. */
  readonly ageYears?: number | undefined;
  /** Expected time of the main event, for targets that depend on it. */
  readonly eventMinutes?: number | undefined;
}

export interface Target {
  readonly value: number;
  readonly source: 'cohort' | 'standard' | 'own';
  /** How it came about, in words. */
  readonly note: string;
}

const sourceNotes = {
  cohort: 'published healthy adults; check against your own source',
  standard: 'a working standard among practitioners',
  own: "the practice's own figure",
} as const;

/** The target of a test for this person, in the test's unit. The practice's own that fits most closely comes first. */
export function targetFor(
  test: ScreenTest,
  person: ScreenedPerson,
  ownTargets?: readonly OwnTarget[],
): Target {
  const own = ownTargetFor(ownTargets, person);
  if (own)
    return {
      value: own.value,
      source: 'own',
      note: [sourceNotes.own, `for ${ownTargetWho(own)}`, own.note ?? ''].filter(Boolean).join(', '),
    };
  const { target } = test;
  const note = sourceNotes[target.source];
  if (test.id === 'hinge_hold' && person.eventMinutes !== undefined) {
    const value = Math.round(Math.min(180, Math.max(30, person.eventMinutes * 60 * 0.1)));
    return {
      value,
      source: target.source,
      note: `10 % of an event of ${person.eventMinutes} min, between 30 and 180 s`,
    };
  }
  const bySport = target.bySport?.[person.sport];
  if (bySport !== undefined)
    return { value: bySport, source: target.source, note: `${note}, ${person.sport}` };
  if (person.level === 'novice' && target.novice !== undefined)
    return { value: target.novice, source: target.source, note: `${note}, novice` };
  const mean =
    target.male !== undefined && target.female !== undefined ? (target.male + target.female) / 2 : 0;
  const bySex = person.sex === 'unspecified' ? undefined : target[person.sex];
  const base = bySex ?? target.any ?? mean;
  const times = target.timesBySport?.[person.sport] ?? 1;
  return {
    value: Math.round(base * times),
    source: target.source,
    note: times === 1 ? note : `${note}, × ${times} for ${person.sport}`,
  };
}

/** The target of a trial that was done with another load than the test asks for. */
export function targetUnder(
  target: Target,
  test: ScreenTest,
  person: ScreenedPerson,
  used: number | undefined,
): Target {
  const asked = person.massKg === undefined ? undefined : askedLoad(test, person.massKg);
  const factor = asked && test.kind === 'hold' ? holdFactor(asked, used) : 1;
  if (!asked || used === undefined || factor === 1) return target;
  const unit = asked.by.endsWith('_N') ? 'N' : 'kg';
  return {
    ...target,
    value: Math.round(target.value * factor),
    note: `${target.note}; ${target.value} ${test.unit} with ${Math.round(asked.value * 10) / 10} ${unit}, done with ${used} ${unit}`,
  };
}

/**
 * Score of a result against its target, not clamped: 100 is the target met. Holds, breaths and counts in proportion;
 * lower-is-better measures 100 (worst - measured)/(worst - target); levels 100 (level + 1)/(target + 1);
 * grades 100 / 70 / 35 / 0. With both a grade and a number the lower score counts.
 */
export function scoreUncapped(
  test: ScreenTest,
  value: number | null,
  grade: Grade | null,
  target: number,
): number {
  const scores: number[] = [];
  if (grade !== null && (test.kind === 'grade' || test.withGrade)) scores.push(gradeScores[grade]);
  if (value !== null && test.kind !== 'grade') {
    if (test.kind === 'level') {
      // low_back_contact counts its levels from 1 and 0 is "not yet"; heel taps count from 0 and -1 is "not yet".
      const steps = test.min < 0 ? value + 1 : value;
      const wanted = test.min < 0 ? target + 1 : target;
      scores.push((100 * steps) / wanted);
    } else scores.push(figureScore(value, target, test));
  }
  return scores.length > 0 ? Math.min(...scores) : 0;
}

/** A lower-is-better figure: 100 at the target, 0 at the worst. Others in proportion. */
function figureScore(
  value: number,
  target: number,
  { lowerIsBetter, worst }: { lowerIsBetter: boolean; worst?: number | undefined },
): number {
  return lowerIsBetter ? (100 * ((worst ?? 0) - value)) / ((worst ?? 0) - target) : (100 * value) / target;
}

/**
 * Score of a whole trial, not clamped: as `scoreUncapped`, with the figures measured beside it. Several directions score
 * their mean, each against its own target (or the limit a caution set, when that is lower); an extra figure with a target
 * counts when it is lower than the rest.
 */
export function scoreTrial(
  test: ScreenTest,
  trial: {
    readonly value: number | null;
    readonly grade: Grade | null;
    readonly parts?: Readonly<Record<string, number>> | null;
  },
  target: number,
): number {
  const parts = trial.parts ?? {};
  if (test.directions) {
    const limit = parts.limit ?? Number.POSITIVE_INFINITY;
    const scores = test.directions.flatMap((direction) => {
      const value = parts[direction.id];
      return value === undefined ? [] : [(100 * value) / Math.min(direction.target, limit)];
    });
    return scores.length > 0 ? scores.reduce((sum, score) => sum + score, 0) / scores.length : 0;
  }
  const extras = (test.figures ?? []).flatMap((figure) => {
    const value = parts[figure.id];
    return value === undefined || figure.target === undefined
      ? []
      : [figureScore(value, figure.target, figure)];
  });
  return Math.min(scoreUncapped(test, trial.value, trial.grade, target), ...extras);
}

/** Shown scores stay within 0 to 120. */
export function clampScore(score: number): number {
  return Math.min(120, Math.max(0, score));
}

/** Smallest change of one result that is real: 1.96 x sqrt(2) x TE / sqrt(trials behind each result). */
export function realChangeOf(typicalError: number, trials = 1): number {
  return (1.96 * Math.SQRT2 * typicalError) / Math.sqrt(Math.max(1, trials));
}
