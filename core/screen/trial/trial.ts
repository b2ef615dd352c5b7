import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import type { ScreenTest, SideKey } from '~/core/catalogue';
import { sideKeySchema } from '~/core/catalogue/schema';
import type { Trade } from '~/core/catalogue/trade';
import type { TestGate } from '~/core/clear/gate';
import { painRegions } from '~/core/clear/pain';
import { type Issue, issue } from '~/core/result';
import { loadUsed, mostTestLoad } from './test-load';
import { endReasons, type FeltPlace, feltPlaces, grades, readings } from './words';

/** One attempt on one side, as sent by the station. Times in seconds from the start of the trial. */
export const trialSchema = z.object({
  id: z.uuid(),
  screeningId: z.uuid(),
  testId: z.string().max(60),
  onDate: z.string().refine(isIsoDay, 'not a day'),
  /** The side that was set up. */
  side: sideKeySchema,
  /** In the test's unit; null for a grade-only test. */
  value: z.number().finite().nullable(),
  grade: z.enum(grades).nullable(),
  /** First loss of position, for holds. */
  t1S: z.number().min(0).max(3600).nullable(),
  faults: z
    .array(z.object({ faultId: z.string().max(60), atS: z.number().min(0).max(3600).nullable() }))
    .max(60),
  /** Where it was felt most. */
  feltIn: z.enum(feltPlaces).nullable(),
  /** Where else. */
  feltAlso: z.array(z.enum(feltPlaces)).max(feltPlaces.length).default([]),
  /** A tester's own words. */
  note: z.string().trim().max(300).nullable().default(null),
  painScore: z.number().int().min(0).max(10),
  painRegion: z.enum(painRegions).nullable(),
  endReason: z.enum(endReasons),
  /** The cap that was in force, when a caution set one. */
  capS: z.number().positive().nullable(),
  recordedAt: z.iso.datetime(),
  /** Figures measured beside it, by id: a test's directions, its extra figures, the `limit` of a caution in degrees. */
  parts: z
    .record(z.string().regex(/^[a-z_]{1,40}$/), z.number().finite())
    .nullable()
    .default(null),
  /** The rung a by-rung test was done on. */
  rungId: z.string().max(80).nullable().default(null),
  /** The questions after it are answered; until then it is the bare time, kept at the stop. */
  answered: z.boolean().default(true),
  /** Taken from a stand-in instrument or a drawn figure: shown, never counted as a real one. */
  simulated: z.boolean().default(false),
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

/** Every place a trial was felt in, the one where it was felt most first. */
export const feltPlacesOf = (trial: Pick<TrialInput, 'feltIn' | 'feltAlso'>): readonly FeltPlace[] =>
  trial.feltIn === null ? [] : [trial.feltIn, ...trial.feltAlso];

/** What is remarkable about how a trial came to be kept. */
export const trialMarks = ['outside_battery', 'after_close', 'third_maximal', 'future', 'over_cap'] as const;
export type TrialMark = (typeof trialMarks)[number];

export interface Trial extends TrialInput {
  readonly marks?: readonly TrialMark[] | undefined;
  /** False when the standard warm-up was not ticked: the result is shown, not compared. */
  readonly comparable: boolean;
  /** Who tested; null when not known any more. */
  readonly staffId?: string | null;
}

/** The directions of a test that are to be measured under these cautions. */
export function directionsOf(test: ScreenTest, gate: TestGate) {
  return (test.directions ?? []).filter((direction) => !gate.omits.includes(direction.id));
}

/** The figure of a test of several directions: their mean, in tenths of a degree. */
export function meanOfParts(parts: Readonly<Record<string, number>>, ids: readonly string[]): number {
  const sum = ids.reduce((total, id) => total + (parts[id] ?? 0), 0);
  return Math.round((10 * sum) / Math.max(1, ids.length)) / 10;
}

const unfinished = (trial: Pick<TrialInput, 'endReason'>): boolean =>
  trial.endReason === 'pain' || trial.endReason === 'stopped';

function partProblems(trial: TrialInput, test: ScreenTest, gate: TestGate): Issue[] {
  const problems: Issue[] = [];
  const parts = trial.parts ?? {};
  const directions = directionsOf(test, gate);
  for (const { id, name } of directions) {
    const value = parts[id];
    const most = gate.maxDeg ?? test.max;
    if (value === undefined) {
      if (!unfinished(trial))
        problems.push(issue('trial.needs_angle', { test: test.name, direction: name.toLowerCase() }));
    } else if (value < test.min || value > most)
      problems.push(
        issue('trial.angle_outside', {
          test: test.name,
          direction: name.toLowerCase(),
          value,
          least: test.min,
          most,
        }),
      );
  }
  const known = new Set([
    ...directions.map((direction) => direction.id),
    ...(test.directions ? ['limit'] : []),
    // How it was done under a caution stands beside the figure, and may stand there after the caution is gone.
    'one_leg',
    ...(test.load ? ['load'] : []),
    // The seconds a staged hold began with.
    ...(test.stages ? ['from_s'] : []),
  ]);
  const load = loadUsed(trial);
  const most = test.load?.by.endsWith('_N') ? mostTestLoad.N : mostTestLoad.kg;
  if (test.load && load !== undefined && !(load > 0 && load <= most))
    problems.push(issue('trial.load_outside', { test: test.name, load, most }));
  for (const figure of test.figures ?? []) {
    known.add(figure.id);
    const value = parts[figure.id];
    if (value !== undefined && (value < figure.min || value > figure.max))
      problems.push(
        issue('trial.figure_outside', {
          figure: figure.name,
          value,
          least: figure.min,
          most: figure.max,
          unit: figure.unit,
        }),
      );
  }
  for (const id of Object.keys(parts))
    if (!known.has(id)) problems.push(issue('trial.unknown_figure', { test: test.name, id }));
  return problems;
}

/** Faults of one trial must agree with its figure: none after its end, and where faults are the count, as many at least. */
function faultProblems(trial: TrialInput, test: ScreenTest, trade: Pick<Trade, 'hasFault'>): Issue[] {
  const problems: Issue[] = [];
  for (const { faultId, atS } of trial.faults) {
    if (!trade.hasFault(faultId)) problems.push(issue('trial.unknown_fault', { id: faultId }));
    if (test.kind === 'hold' && atS !== null && trial.value !== null && atS > trial.value + 0.1)
      problems.push(issue('trial.fault_after_end', { atS, value: trial.value }));
  }
  if (trial.t1S !== null && trial.value !== null && test.kind === 'hold' && trial.t1S > trial.value + 0.1)
    problems.push(issue('trial.loss_after_end', { t1S: trial.t1S, value: trial.value }));
  if (test.countsFaults && trial.value !== null && trial.value < countedFaults(trial.faults))
    problems.push(issue('trial.faults_exceed', { value: trial.value, faults: countedFaults(trial.faults) }));
  if (trial.answered && trial.grade === 'faulted' && !unfinished(trial) && trial.faults.length === 0)
    problems.push(issue('trial.needs_fault', { test: test.name }));
  return problems;
}

/** Faults that count; the pain mark is none of form. */
export const countedFaults = (faults: readonly { readonly faultId: string }[]): number =>
  faults.filter((fault) => fault.faultId !== 'pain').length;

/** What is wrong with a trial for this test and gate; empty when it can be stored. */
export function trialProblems(
  trial: TrialInput,
  test: ScreenTest,
  gate: TestGate,
  trade: Pick<Trade, 'hasFault'>,
): Issue[] {
  const problems: Issue[] = gate.bars.map((bar) => ({
    ...bar,
    code: 'trial.barred',
    values: { ...bar.values, test: test.name, bar: bar.code },
  }));
  if (test.sided && trial.side === 'both') problems.push(issue('trial.needs_side', { test: test.name }));
  if (!test.sided && !test.byRung && trial.side !== 'both')
    problems.push(issue('trial.no_sides', { test: test.name }));
  if (
    (test.kind === 'grade' || test.withGrade) &&
    trial.grade === null &&
    trial.answered &&
    !unfinished(trial)
  )
    problems.push(issue('trial.needs_grade', { test: test.name }));
  if (test.kind !== 'grade') {
    if (trial.value === null) {
      if (!unfinished(trial))
        problems.push(issue('trial.needs_figure', { test: test.name, unit: test.unit }));
    } else if (trial.value < test.min || trial.value > test.max)
      problems.push(
        issue('trial.outside', {
          test: test.name,
          value: trial.value,
          least: test.min,
          most: test.max,
          unit: test.unit,
        }),
      );
  }
  if (gate.maxLevel !== undefined && test.kind === 'level' && (trial.value ?? 0) > gate.maxLevel)
    problems.push(issue('trial.level', { test: test.name, level: gate.maxLevel }));
  if (test.byRung && !trial.rungId) problems.push(issue('trial.needs_rung', { test: test.name }));
  if (!test.byRung && trial.rungId) problems.push(issue('trial.no_rung', { test: test.name }));
  return [...problems, ...partProblems(trial, test, gate), ...faultProblems(trial, test, trade)];
}

/** The side of a quality that works when this side is set up. */
export function workingSide(setUp: SideKey, worksSide: 'same' | 'opposite'): SideKey {
  if (setUp === 'both' || worksSide === 'same') return setUp;
  return setUp === 'left' ? 'right' : 'left';
}
