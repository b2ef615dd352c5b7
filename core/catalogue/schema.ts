import { z } from 'zod';
import { loadKindSchema, postureSchema } from './posture-schema';
import { qualityIds } from './qualities';

/** Zod shapes of the shipped trade data; parsed once, at load. */

const id = z.string().regex(/^[a-z0-9_]+$/);
const dose = z.object({ sets: z.number().int().positive(), amount: z.number().positive() });

export const unitSchema = z.enum(['reps', 'hold_s', 'breaths', 'metres', 'reps_in_60s']);
export type AmountUnit = z.infer<typeof unitSchema>;

export const lumbarSchema = z.enum([
  'neutral',
  'flexed',
  'flexing',
  'extending',
  'rotating',
  'lateral',
  'articulating',
]);

export const qualityIdSchema = z.enum(qualityIds);
export const sideKeySchema = z.enum(['left', 'right', 'both']);

export const fitSchema = z.enum(['fits', 'adapts', 'avoids']);
export const ladderQualitySchema = z.union([qualityIdSchema, z.literal('neck_control')]);

export const rungSchema = z.object({
  id,
  name: z.string(),
  level: z.number().int().positive(),
  posture: postureSchema,
  unit: unitSchema,
  sided: z.boolean(),
  start: dose,
  goal: dose,
  tempo: z
    .string()
    .regex(/^\d+-\d+-\d+$/)
    .optional(),
  rest_s: z.number().nonnegative(),
  advance_when: z.object({
    breaths: z.number().optional(),
    reps: z.number().optional(),
    hold_s: z.number().optional(),
    metres: z.number().optional(),
    reps_in_60s: z.number().optional(),
    sets: z.number().optional(),
    clean: z.boolean(),
    side_gap_pct_max: z.number().optional(),
  }),
  regress_on: z.array(id),
  lumbar: lumbarSchema,
  flexion_cycles_per_rep: z.number(),
  load: z.object({ by: loadKindSchema, start: z.number(), step: z.number(), max: z.number() }),
  sports: z.array(id),
  needs: z.array(id),
  needs_one_of: z.array(id).optional(),
  requires: z.array(z.object({ rung: id, met: z.boolean() })).optional(),
  disputed: id.optional(),
  /** What to say on this rung, first things first; none on a practice's own rung means those of its ladder. */
  cues: z.array(z.string().trim().min(1).max(200)).max(6).default([]),
  /** Where this rung is breathed otherwise than its ladder. */
  breath: z.string().optional(),
  note: z.string(),
});
export type Rung = z.infer<typeof rungSchema>;

export const ladderSchema = z.object({
  id,
  name: z.string(),
  quality: ladderQualitySchema,
  also: z.array(ladderQualitySchema),
  purpose: z.string(),
  equipment: z.array(id),
  prerequisites: z.array(z.object({ rung: id, met: z.boolean() })),
  breath: z.string(),
  do: z.array(z.string()),
  avoid: z.array(z.string()),
  faults: z.array(id),
  cautions: z.array(id),
  schools: z.record(z.string(), fitSchema),
  rungs: z.array(rungSchema).min(1),
});
export type Ladder = z.infer<typeof ladderSchema>;

export const faultSchema = z.object({
  id,
  name: z.string(),
  look_for: z.string(),
  region: z.string(),
  suggests: z.string(),
  action: z.enum(['stop', 'correct', 'allowed']),
});
export type Fault = z.infer<typeof faultSchema>;

export const cautionSchema = z.object({
  id,
  name: z.string(),
  changes: z.string(),
  avoid_lumbar: z.array(lumbarSchema),
  avoid_families: z.array(id),
  avoid_rungs: z.array(id),
  load_max: z.number().optional(),
  prefer_families: z.array(id),
  refer_first: z.boolean(),
});
export type Caution = z.infer<typeof cautionSchema>;

/** Kinds of position in which a school has a cue of its own. */
export const positionSchema = z.enum(['lying', 'front', 'side', 'bridge', 'back', 'upright']);
export type Position = z.infer<typeof positionSchema>;

export const schoolSchema = z.object({
  id,
  name: z.string(),
  belief: z.string(),
  instructions: z.string(),
  doses: z.string(),
  chooses: z.string(),
  rejects: z.string(),
  /** What it counts held positions in: seconds, breaths, or seconds with breaths beside them. */
  counts: z.enum(['seconds', 'breaths', 'both']),
  /** One cue for each kind of position, in the school's way. */
  words: z.record(positionSchema, z.string()),
  avoid_lumbar: z.array(lumbarSchema),
});
export type School = z.infer<typeof schoolSchema>;

export const disputeSchema = z.object({
  id,
  exercise: z.string(),
  rungs: z.array(id),
  used_by: z.array(id),
  avoided_by: z.array(id),
  why_used: z.string(),
  why_avoided: z.string(),
  replacements: z.array(id),
  default: z.string(),
});
export type Dispute = z.infer<typeof disputeSchema>;

export const doseRuleSchema = z.object({
  id,
  text: z.string(),
  parameters: z.record(z.string(), z.unknown()),
});
export const principleSchema = z.object({ id, text: z.string() });
export const leverSchema = z.object({ id, text: z.string(), changes: z.array(z.string()) });
export const rulesOfTheTradeSchema = z.object({
  dose_rules: z.array(doseRuleSchema),
  principles: z.array(principleSchema),
  progression_levers: z.array(leverSchema),
});

export const equipmentSchema = z.object({ id, name: z.string(), note: z.string().optional() });
export type Equipment = z.infer<typeof equipmentSchema>;

/** How a trial is measured. */
export const measureKindSchema = z.enum(['hold', 'breaths', 'degrees', 'level', 'grade', 'count']);
export type MeasureKind = z.infer<typeof measureKindSchema>;

export const targetSchema = z.object({
  /** Target for anyone, or by sex. In the test's own unit. */
  any: z.number().optional(),
  male: z.number().optional(),
  female: z.number().optional(),
  /** Other figure for some sports (ladder sport ids) or a novice. */
  bySport: z.record(z.string(), z.number()).optional(),
  timesBySport: z.record(z.string(), z.number()).optional(),
  novice: z.number().optional(),
  source: z.enum(['cohort', 'standard', 'own']),
});

export const paceSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('breath'),
    inS: z.number().positive(),
    outS: z.number().positive(),
    /** Cycles after which it ends. */
    most: z.number().int().positive(),
    /** The finished cycles are the figure of the trial. */
    counts: z.boolean(),
  }),
  z.object({
    by: z.enum(['beat', 'sweep']),
    everyS: z.number().positive(),
    most: z.number().int().positive(),
    counts: z.boolean(),
  }),
]);
export type Pace = z.infer<typeof paceSchema>;

export const testSchema = z.object({
  id,
  name: z.string(),
  /** 1 breath and brace, 2 control, 3 single leg, 4 loaded or sport shapes, 5 maximal holds. */
  stage: z.number().int().min(1).max(5),
  kind: measureKindSchema,
  /** A grade is given beside the number and the lower score counts. */
  withGrade: z.boolean(),
  unit: z.string(),
  lowerIsBetter: z.boolean(),
  /** Score 0 for lower-is-better measures. */
  worst: z.number().optional(),
  min: z.number(),
  max: z.number(),
  /** The clock or count stops here. */
  stopAt: z.number().optional(),
  levels: z.array(z.string()).optional(),
  /** Measured in several directions; the result is the mean of their scores. */
  directions: z.array(z.object({ id, name: z.string(), target: z.number().positive() })).optional(),
  /** Its figure is the number of faults seen, so that every tap on a fault counts. */
  countsFaults: z.boolean().optional(),
  /** Rungs whose amount it measures: its figure is their limit. */
  stands_for: z.array(id).optional(),
  /** The tester chooses a rung, which gives target and quality. */
  byRung: z.boolean().optional(),
  /** Figures that may be measured beside the grade or number; one with a target is scored, and the lowest counts. */
  figures: z
    .array(
      z.object({
        id,
        name: z.string(),
        unit: z.string(),
        min: z.number(),
        max: z.number(),
        typicalError: z.number().positive(),
        lowerIsBetter: z.boolean(),
        target: z.number().positive().optional(),
        worst: z.number().positive().optional(),
      }),
    )
    .optional(),
  /** What sets the pace: a breath pacer, a metronome's beat, or a sweep of fixed length. */
  pace: paceSchema.optional(),
  /** Instruments that can watch the test, the fittest first. */
  instruments: z.array(z.enum(['cuff', 'pelvis', 'loadcell', 'belt'])).optional(),
  /** Angles a still can give for it. */
  stills: z.array(z.enum(['leg_angle', 'pelvic_drop', 'trunk_lean', 'knee_line', 'hip_turn_out'])).optional(),
  /** The shape that is held or done, for the load model and the drawing. */
  posture: postureSchema,
  /** Outside load as a share of body mass (kg) or body weight (N). */
  load: z.object({ by: loadKindSchema, bodyShare: z.number().positive() }).optional(),
  /** Shapes held one after another, easiest first. */
  stages: z.object({ holdS: z.number().positive(), postures: z.array(postureSchema).min(2) }).optional(),
  sided: z.boolean(),
  /** What the side means at set-up, for the side switch. */
  sideMeans: z.string().optional(),
  trials: z.number().int().positive(),
  typicalError: z.number().positive(),
  reliability: z.number().min(0).max(1),
  /** Reliability when read by an instrument, a goniometer or a still rather than by eye. */
  reliabilityMeasured: z.number().min(0).max(1).optional(),
  target: targetSchema,
  feeds: z.array(
    z.object({
      quality: ladderQualitySchema,
      weight: z.number().positive(),
      worksSide: z.enum(['same', 'opposite']),
    }),
  ),
  needs: z.array(id),
  minutes: z.number().positive(),
  restS: z.number().nonnegative(),
  maximal: z.boolean(),
  spotter: z.boolean(),
  faults: z.array(id),
  setUp: z.string(),
  stand: z.string(),
  tell: z.string(),
  stopRule: z.string(),
});
export type ScreenTest = z.infer<typeof testSchema>;
