import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import type { ScreenTest, SideKey } from '~/core/catalogue';
import { sideKeySchema } from '~/core/catalogue/schema';
import type { TestGate } from '~/core/clear/gates';
import { painRegions } from '~/core/clear/pain';
import { endReasons, feltPlaces, grades, readings } from './words';

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
  /** Figures measured beside it, by id: a test's directions, its extra figures, the `limit` of a caution in degrees. */
  parts: z
    .record(z.string().regex(/^[a-z_]+$/), z.number().finite())
    .nullable()
    .default(null),
  /** The rung a by-rung test was done on. */
  rungId: z.string().nullable().default(null),
  /** How an angle was read; null for measures that are not read. */
  readBy: z.enum(readings).nullable().default(null),
  /** The recorded trace of an instrument. */
  traceId: z.uuid().nullable().default(null),
  /** The still an angle was read from. */
  stillId: z.uuid().nullable().default(null),
  /** The trial this one corrects, and why; the corrected one stays stored. */
  supersedesId: z.uuid().nullable().default(null),
  reason: z.string().trim().max(300).nullable().default(null),
});
export type TrialInput = z.infer<typeof trialSchema>;

export interface Trial extends TrialInput {
  /** False when the standard warm-up was not ticked: the result is shown, not compared. */
  readonly comparable: boolean;
  /** Who tested; null when not known any more. */
  readonly staffId?: string | null;
}

/** The directions of a test that are to be measured under these cautions. */
export function directionsOf(test: ScreenTest, gate: TestGate) {
  return (test.directions ?? []).filter((each) => !gate.omits.includes(each.id));
}

/** The figure of a test of several directions: their mean, in tenths of a degree. */
export function meanOfParts(parts: Readonly<Record<string, number>>, ids: readonly string[]): number {
  const sum = ids.reduce((total, id) => total + (parts[id] ?? 0), 0);
  return Math.round((10 * sum) / Math.max(1, ids.length)) / 10;
}

function partProblems(trial: TrialInput, test: ScreenTest, gate: TestGate): string[] {
  const problems: string[] = [];
  const parts = trial.parts ?? {};
  const directions = directionsOf(test, gate);
  const scored = trial.endReason !== 'pain' && trial.endReason !== 'stopped';
  for (const { id, name } of directions) {
    const value = parts[id];
    const most = gate.maxDeg ?? test.max;
    if (value === undefined) {
      if (scored) problems.push(`${test.name} needs the angle to the ${name.toLowerCase()}.`);
    } else if (value < test.min || value > most)
      problems.push(`${test.name}, ${name.toLowerCase()}: ${value} is outside ${test.min} to ${most} °.`);
  }
  const known = new Set([
    ...directions.map((each) => each.id),
    ...(test.directions ? ['limit'] : []),
    // How it was done under a caution stands beside the figure, and may stand there after the caution is gone.
    'one_leg',
  ]);
  for (const figure of test.figures ?? []) {
    known.add(figure.id);
    const value = parts[figure.id];
    if (value !== undefined && (value < figure.min || value > figure.max))
      problems.push(`${figure.name}: ${value} is outside ${figure.min} to ${figure.max} ${figure.unit}.`);
  }
  for (const id of Object.keys(parts))
    if (!known.has(id)) problems.push(`${test.name} has no figure called ${id}.`);
  return problems;
}

/** What is wrong with a trial for this test and clearance, in words; empty when it can be stored. */
export function trialProblems(trial: TrialInput, test: ScreenTest, gate: TestGate): string[] {
  const problems: string[] = [];
  if (!gate.allowed) problems.push(`${test.name} is left out for this athlete: ${gate.why}.`);
  if (test.sided && trial.side === 'both') problems.push(`${test.name} needs a side.`);
  if (!test.sided && !test.byRung && trial.side !== 'both') problems.push(`${test.name} has no sides.`);
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
  if (test.byRung && !trial.rungId) problems.push(`${test.name} needs the rung it was done on.`);
  if (!test.byRung && trial.rungId) problems.push(`${test.name} is not done on a rung.`);
  return [...problems, ...partProblems(trial, test, gate)];
}

/** The side of a quality that works when this side is set up. */
export function workingSide(setUp: SideKey, worksSide: 'same' | 'opposite'): SideKey {
  if (setUp === 'both' || worksSide === 'same') return setUp;
  return setUp === 'left' ? 'right' : 'left';
}
