import type { Rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import { repsInMinute } from '~/core/screen/trial/by-rung';
import type { DoseAthlete } from './athlete';
import { isClean, type SetRecord } from './logged';

/**
 * Reps against the clock: a drill is begun with about ten controlled reps; once they are easy, its last set is as many clean ones
 * as go into a minute, and only then comes the next challenge. Source: rules of prescribing, dynamic drills.
 */

/** Work that ends at the limit of control has its phases; the others build up to it or rest from it. */
const phases: ReadonlySet<Phase> = new Set(['build', 'load', 'sport']);

/**
 * Clean reps in 60 s that the last set of a rung goes for, when its goal amount is asked already; null where the rung is not
 * counted against the clock, not that far, or a caution holds the athlete back.
 */
export function minuteMark(
  { gate }: Pick<DoseAthlete, 'gate'>,
  rung: Rung,
  amount: number,
  phase: Phase,
): number | null {
  const mark = repsInMinute(rung);
  const held = gate.cautions.length > 0 || gate.rung(rung.id).effortMost !== undefined;
  return mark === undefined || held || amount < rung.goal.amount || !phases.has(phase) ? null : mark;
}

/** Was the mark of the minute met clean, on each side where the rung has sides? */
export function minuteMet(sets: readonly SetRecord[], rung: Rung): boolean {
  const mark = repsInMinute(rung);
  const sides = rung.sided ? (['left', 'right'] as const) : (['both'] as const);
  return (
    mark !== undefined &&
    sides.every((side) => sets.some((set) => set.side === side && isClean(set) && set.done >= mark))
  );
}
