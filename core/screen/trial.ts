import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import type { ScreenTest, SideKey } from '~/core/catalogue';
import { sideKeySchema } from '~/core/catalogue/schema';
import type { TestGate } from '~/core/clear/gates';
import { painRegions } from '~/core/clear/pain';
import { endReasons, feltPlaces, grades } from './words';

/** One attempt on one side, as sent by the station. Times in seconds from the start of the trial. */
export const trialSchema = z.object({
  id: z.uuid(),
  screeningId: z.uuid(),
  testId: z.string(),
  onDate: z.string().refine(isIsoDay, 'not a day'),
  /** The side that was set up. */
  side: sideKeySchema,
  /** In the test's unit; null for a grade-only test. */
  value: z.number().finite().nullable(),
  grade: z.enum(grades).nullable(),
  /** First loss of position, for holds. */
  t1S: z.number().min(0).max(3600).nullable(),
  faults: z.array(z.object({ faultId: z.string(), atS: z.number().min(0).max(3600).nullable() })).max(60),
  feltIn: z.enum(feltPlaces).nullable(),
  painScore: z.number().int().min(0).max(10),
  painRegion: z.enum(painRegions).nullable(),
  endReason: z.enum(endReasons),
  /** The cap that was in force, when a caution set one. */
  capS: z.number().positive().nullable(),
  recordedAt: z.iso.datetime(),
});
export type TrialInput = z.infer<typeof trialSchema>;

export interface Trial extends TrialInput {
  /** False when the standard warm-up was not ticked: the result is shown, not compared. */
  readonly comparable: boolean;
}

/** What is wrong with a trial for this test and clearance, in words; empty when it can be stored. */
export function trialProblems(trial: TrialInput, test: ScreenTest, gate: TestGate): string[] {
  const problems: string[] = [];
  if (!gate.allowed) problems.push(`${test.name} is left out for this athlete: ${gate.why}.`);
  if (test.sided && trial.side === 'both') problems.push(`${test.name} needs a side.`);
  if (!test.sided && trial.side !== 'both') problems.push(`${test.name} has no sides.`);
  if (test.kind === 'grade' || test.withGrade) {
    if (trial.grade === null && trial.endReason !== 'pain' && trial.endReason !== 'stopped')
      problems.push(`${test.name} needs a grade.`);
  }
  if (test.kind !== 'grade') {
    if (trial.value === null) {
      if (trial.endReason !== 'pain' && trial.endReason !== 'stopped')
        problems.push(`${test.name} needs a figure in ${test.unit}.`);
    } else if (trial.value < test.min || trial.value > test.max) {
      problems.push(`${test.name}: ${trial.value} is outside ${test.min} to ${test.max} ${test.unit}.`);
    }
  }
  if (gate.maxLevel !== undefined && test.kind === 'level' && (trial.value ?? 0) > gate.maxLevel) {
    problems.push(`${test.name} stops at level ${gate.maxLevel} for this athlete.`);
  }
  return problems;
}

/** The side of a quality that works when this side is set up. */
export function workingSide(setUp: SideKey, worksSide: 'same' | 'opposite'): SideKey {
  if (setUp === 'both' || worksSide === 'same') return setUp;
  return setUp === 'left' ? 'right' : 'left';
}
