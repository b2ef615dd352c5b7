import { z } from 'zod';
import { qualityIds } from './qualities';
import { fitSchema, lumbarSchema, positionSchema, rungSchema, schoolSchema, unitSchema } from './schema';

/**
 * A practice's own hand on the catalogue. Each entry keeps only what was changed, so that the rest follows when the shipped
 * data is upgraded; own rungs are kept whole. Every change is also a line of history with its reason.
 */

const text = (most: number) => z.string().trim().min(1, 'Write something.').max(most);
const amount = z.object({
  sets: z.number().int().min(1).max(12),
  amount: z.number().positive().max(600),
});

export const rungPatchSchema = z
  .object({
    name: text(120),
    note: text(600),
    cues: z.array(text(200)).max(6, 'Six cues at the most; more are not heard.'),
    unit: unitSchema,
    sided: z.boolean(),
    needs: z.array(z.string().max(40)).max(8),
    /** Sides may differ by this share, percent, before it moves on. */
    side_gap_pct_max: z.number().min(0, 'From 0 to 50 %.').max(50, 'From 0 to 50 %.'),
    start: amount,
    goal: amount,
    rest_s: z.number().min(0).max(600),
    tempo: z.string().regex(/^\d{1,2}-\d{1,2}-\d{1,2}$/, 'Seconds out, hold, back, as 3-2-3.'),
    load: z.object({
      start: z.number().min(0).max(300),
      step: z.number().min(0).max(100),
      max: z.number().min(0).max(300),
    }),
  })
  .partial()
  .strict();
export type RungPatch = z.infer<typeof rungPatchSchema>;

export const ladderPatchSchema = z
  .object({
    purpose: text(400),
    breath: text(600),
    do: z.array(text(200)).min(1, 'Keep at least one cue.').max(12),
    avoid: z.array(text(200)).max(12),
  })
  .partial()
  .strict();
export type LadderPatch = z.infer<typeof ladderPatchSchema>;

export const ownTargetSchema = z
  .object({
    value: z.number().positive().max(1000),
    sex: z.enum(['male', 'female']).optional(),
    /** Years, both ends included. */
    ageFrom: z.number().int().min(6).max(100).optional(),
    ageTo: z.number().int().min(6).max(100).optional(),
    sport: z.string().max(40).optional(),
    level: z.enum(['novice', 'trained', 'advanced']).optional(),
    /** Where it comes from, in the practice's words. */
    note: z.string().trim().max(200).optional(),
  })
  .strict()
  .refine((target) => (target.ageFrom ?? 0) <= (target.ageTo ?? 200), {
    error: 'The age band ends before it begins.',
    path: ['ageTo'],
  });
/** A target of the practice for some of its athletes. */
export type OwnTarget = z.infer<typeof ownTargetSchema>;

export const testPatchSchema = z
  .object({
    /** For everybody no narrower target fits; null takes it back. */
    target: z.number().positive().max(1000).nullable(),
    targets: z.array(ownTargetSchema).max(40),
    /** The practice's own typical error, in the test's unit; null takes it back. */
    typicalError: z.number().positive().max(200).nullable(),
    tell: text(300),
    setUp: text(600),
  })
  .partial()
  .strict();
export type TestPatch = z.infer<typeof testPatchSchema>;

/** A school of the practice's own: a copy of a shipped one, with what it says, counts, fits and leaves out. */
export const ownSchoolSchema = z
  .object({
    /** The shipped school it was copied from; what it does not say of a ladder or a dispute is as there. */
    from: z.string().max(40),
    name: text(60),
    belief: text(600),
    instructions: text(600),
    doses: text(400),
    chooses: text(400),
    rejects: text(400),
    counts: schoolSchema.shape.counts,
    words: z.record(positionSchema, text(240)),
    avoid_lumbar: z.array(lumbarSchema),
    /** By ladder. */
    fits: z.record(z.string().max(80), fitSchema),
    /** By dispute: is what practitioners disagree on used here? */
    uses: z.record(z.string().max(80), z.boolean()),
  })
  .strict();
export type OwnSchool = z.infer<typeof ownSchoolSchema>;

/** What is asked of a quality: 0 to 5, in halves. */
const demand = z.number().min(0, 'From 0 to 5.').max(5, 'From 0 to 5.').multipleOf(0.5, 'In halves.');
const sportFields = {
  /** By quality, where it is not what it is copied from or shipped with. */
  profile: z.partialRecord(z.enum(qualityIds), demand),
  asks: text(200),
  /** Of the event, where it says none of its own. */
  minutes: z.number().min(0.1, 'From 0.1 to 2880 minutes.').max(2880, 'From 0.1 to 2880 minutes.'),
  perMinute: z.number().min(1, 'From 1 to 400 a minute.').max(400, 'From 1 to 400 a minute.'),
};
/** A sport or goal of the practice's own: a copy of a shipped one under a name of its own. */
export const ownSportSchema = z.object({ from: z.string().max(80), name: text(60), ...sportFields }).strict();
export type OwnSport = z.infer<typeof ownSportSchema>;
/** What the practice says otherwise of a sport; an own one stands in it whole. */
export const sportPatchSchema = ownSportSchema.partial();
export type SportPatch = z.infer<typeof sportPatchSchema>;

const state = <P extends z.ZodType>(patch: P) => z.object({ patch, hidden: z.boolean() });

export const editsSchema = z.object({
  rungs: z.record(z.string(), state(rungPatchSchema)),
  ladders: z.record(z.string(), state(ladderPatchSchema)),
  tests: z.record(z.string(), state(testPatchSchema)),
  /** Own rungs by id, with the ladder they stand on and the rung below them. */
  added: z.record(
    z.string(),
    z.object({ ladderId: z.string(), afterRungId: z.string().nullable(), rung: rungSchema }),
  ),
  /** Own schools by id, whole. */
  schools: z.record(z.string(), state(ownSchoolSchema)).default({}),
  /** Shipped sports by id with what is said otherwise; own ones whole. */
  sports: z.record(z.string(), state(sportPatchSchema)).default({}),
});
/** What holds now, folded from the history. */
export type CatalogueEdits = z.infer<typeof editsSchema>;

export const noEdits: CatalogueEdits = {
  rungs: {},
  ladders: {},
  tests: {},
  added: {},
  schools: {},
  sports: {},
};

export type EditKind = 'rung' | 'ladder' | 'test' | 'school' | 'sport';

const entryId = z.string().min(1).max(80);

/** One change, as it is sent and stands in the history. */
export const catalogueEditSchema = z.union([
  z.object({ op: z.literal('change'), kind: z.literal('rung'), entryId, patch: rungPatchSchema }),
  z.object({ op: z.literal('change'), kind: z.literal('ladder'), entryId, patch: ladderPatchSchema }),
  z.object({ op: z.literal('change'), kind: z.literal('test'), entryId, patch: testPatchSchema }),
  z.object({ op: z.literal('change'), kind: z.literal('school'), entryId, patch: ownSchoolSchema.partial() }),
  z.object({ op: z.literal('change'), kind: z.literal('sport'), entryId, patch: sportPatchSchema }),
  z.object({
    op: z.enum(['hide', 'restore']),
    kind: z.enum(['rung', 'ladder', 'test', 'school', 'sport']),
    entryId,
  }),
  z.object({ op: z.literal('add'), kind: z.literal('school'), entryId, school: ownSchoolSchema }),
  z.object({ op: z.literal('add'), kind: z.literal('sport'), entryId, sport: ownSportSchema }),
  z.object({
    op: z.literal('add'),
    kind: z.literal('rung'),
    entryId,
    ladderId: z.string().max(80),
    afterRungId: z.string().max(80).nullable(),
    rung: rungSchema,
  }),
]);
export type CatalogueEdit = z.infer<typeof catalogueEditSchema>;

const shelves = {
  rung: 'rungs',
  ladder: 'ladders',
  test: 'tests',
  school: 'schools',
  sport: 'sports',
} as const;

/**
 * The edits after one more. A change adds to what was changed before; hiding keeps the changes; restoring takes both back
 * to the shipped entry (an own rung that is restored shows again as it was added, an own school as it is).
 */
export function withEdit(edits: CatalogueEdits, edit: CatalogueEdit): CatalogueEdits {
  if (edit.op === 'add' && edit.kind === 'school')
    return {
      ...edits,
      schools: { ...edits.schools, [edit.entryId]: { patch: edit.school, hidden: false } },
    };
  if (edit.op === 'add' && edit.kind === 'sport')
    return { ...edits, sports: { ...edits.sports, [edit.entryId]: { patch: edit.sport, hidden: false } } };
  if (edit.op === 'add')
    return {
      ...edits,
      added: {
        ...edits.added,
        [edit.entryId]: { ladderId: edit.ladderId, afterRungId: edit.afterRungId, rung: edit.rung },
      },
    };
  const shelf = shelves[edit.kind];
  const { [edit.entryId]: before, ...others } = edits[shelf] as Record<
    string,
    { patch: object; hidden: boolean }
  >;
  if (edit.op === 'restore')
    // An own school or sport has nothing shipped to go back to: it is offered again.
    return before && (edit.kind === 'school' || 'from' in before.patch)
      ? { ...edits, [shelf]: { ...others, [edit.entryId]: { ...before, hidden: false } } }
      : { ...edits, [shelf]: others };
  const patch = edit.op === 'change' ? { ...before?.patch, ...edit.patch } : (before?.patch ?? {});
  const hidden = edit.op === 'hide' ? true : (before?.hidden ?? false);
  return { ...edits, [shelf]: { ...others, [edit.entryId]: { patch, hidden } } };
}

/** Only what differs from the entry as it stands: the patch of a whole form. */
export function differences<T extends object>(before: T, after: Partial<T>): Partial<T> {
  const changed: Partial<T> = {};
  for (const key of Object.keys(after) as (keyof T)[])
    if (JSON.stringify(after[key]) !== JSON.stringify(before[key])) changed[key] = after[key] as T[keyof T];
  return changed;
}

/** Reads stored edits; entries that no longer fit the schema are dropped and named, the rest stays. */
export function readEdits(stored: unknown): { edits: CatalogueEdits; dropped: string[] } {
  const whole = editsSchema.safeParse(stored);
  if (whole.success) return { edits: whole.data, dropped: [] };
  const edits = structuredClone(noEdits) as CatalogueEdits;
  const dropped: string[] = [];
  const shapes = {
    rungs: rungPatchSchema,
    ladders: ladderPatchSchema,
    tests: testPatchSchema,
    schools: ownSchoolSchema,
    sports: sportPatchSchema,
  } as const;
  const record = (stored ?? {}) as Record<string, Record<string, unknown> | undefined>;
  for (const shelf of ['rungs', 'ladders', 'tests', 'schools', 'sports'] as const)
    for (const [id, value] of Object.entries(record[shelf] ?? {})) {
      const read = state(shapes[shelf]).safeParse(value);
      if (read.success) (edits[shelf] as Record<string, unknown>)[id] = read.data;
      else dropped.push(id);
    }
  for (const [id, value] of Object.entries(record.added ?? {})) {
    const read = editsSchema.shape.added.valueType.safeParse(value);
    if (read.success) edits.added[id] = read.data;
    else dropped.push(id);
  }
  return { edits, dropped };
}
