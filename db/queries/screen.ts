import { and, asc, desc, eq, getTableColumns, isNull, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db } from '../client.server';
import { battery, screening, still, trace, trial } from '../schema';

export type ScreeningRow = typeof screening.$inferSelect;
export type TrialRow = typeof trial.$inferSelect & { comparable: boolean };

export async function addScreening(row: typeof screening.$inferInsert): Promise<void> {
  await db.insert(screening).values(row).onConflictDoNothing({ target: screening.id });
}

/** Opens a screen, or adds a test to the one of this id; false when the id is another athlete's or practice's. */
export async function openScreening(row: typeof screening.$inferInsert): Promise<boolean> {
  const rows = await db
    .insert(screening)
    .values(row)
    .onConflictDoUpdate({
      target: screening.id,
      set: {
        testIds: sql`(select array_agg(distinct each) from unnest(${screening.testIds} || excluded.test_ids) each)`,
      },
      setWhere: and(eq(screening.practiceId, row.practiceId), eq(screening.athleteId, row.athleteId)),
    })
    .returning({ id: screening.id });
  return rows.length > 0;
}

export async function screeningById(practiceId: string, id: string): Promise<ScreeningRow | undefined> {
  const [row] = await db
    .select()
    .from(screening)
    .where(and(eq(screening.id, id), eq(screening.practiceId, practiceId)));
  return row;
}

export async function screeningsOf(practiceId: string, athleteId: string): Promise<ScreeningRow[]> {
  return db
    .select()
    .from(screening)
    .where(and(eq(screening.practiceId, practiceId), eq(screening.athleteId, athleteId)))
    .orderBy(desc(screening.onDate), desc(screening.createdAt))
    .limit(50);
}

export async function completeScreening(practiceId: string, id: string): Promise<void> {
  await db
    .update(screening)
    .set({ completedAt: new Date() })
    .where(and(eq(screening.id, id), eq(screening.practiceId, practiceId), isNull(screening.completedAt)));
}

/** A later trial that corrects this one. */
const correction = alias(trial, 'correction');
const notCorrected = () =>
  notExists(
    db
      .select({ id: correction.id })
      .from(correction)
      .where(and(eq(correction.supersedesId, trial.id), isNull(correction.voidedAt))),
  );

/**
 * All trials of an athlete that stand (not voided, not corrected by a later one), the oldest first; comparable when the
 * warm-up was ticked.
 */
export async function trialsOf(practiceId: string, athleteId: string): Promise<TrialRow[]> {
  const rows = await db
    .select({ trial, comparable: screening.warmUpDone })
    .from(trial)
    .innerJoin(screening, eq(screening.id, trial.screeningId))
    .where(
      and(
        eq(trial.practiceId, practiceId),
        eq(trial.athleteId, athleteId),
        isNull(trial.voidedAt),
        notCorrected(),
      ),
    )
    .orderBy(asc(trial.recordedAt));
  return rows.map((row) => ({ ...row.trial, comparable: row.comparable }));
}

/** Keeps a trial once: `again` when this id was kept before. */
export async function addTrial(row: typeof trial.$inferInsert): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(trial)
    .values(row)
    .onConflictDoNothing({ target: trial.id })
    .returning({ id: trial.id });
  return rows.length > 0 ? 'kept' : 'again';
}

/** Voids a trial (undo); it stays stored. False when it is not this practice's. */
export async function voidTrial(practiceId: string, id: string): Promise<boolean> {
  const rows = await db
    .update(trial)
    .set({ voidedAt: new Date() })
    .where(and(eq(trial.id, id), eq(trial.practiceId, practiceId)))
    .returning({ id: trial.id });
  return rows.length > 0;
}

export type TraceRow = typeof trace.$inferSelect;

/** Keeps a recording once: `again` when this id was kept before. */
export async function addTrace(row: typeof trace.$inferInsert): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(trace)
    .values(row)
    .onConflictDoNothing({ target: trace.id })
    .returning({ id: trace.id });
  return rows.length > 0 ? 'kept' : 'again';
}

export async function traceById(practiceId: string, id: string): Promise<TraceRow | undefined> {
  const [row] = await db
    .select()
    .from(trace)
    .where(and(eq(trace.id, id), eq(trace.practiceId, practiceId)));
  return row;
}

/** Recordings of an athlete without their samples, the newest first. */
export async function tracesOf(practiceId: string, athleteId: string): Promise<Omit<TraceRow, 'csv'>[]> {
  const { csv: _, ...columns } = getTableColumns(trace);
  return db
    .select(columns)
    .from(trace)
    .where(and(eq(trace.practiceId, practiceId), eq(trace.athleteId, athleteId)))
    .orderBy(desc(trace.recordedAt))
    .limit(50);
}

export type StillRow = typeof still.$inferSelect;

/** Keeps a still once: `again` when this id was kept before. */
export async function addStill(row: typeof still.$inferInsert): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(still)
    .values(row)
    .onConflictDoNothing({ target: still.id })
    .returning({ id: still.id });
  return rows.length > 0 ? 'kept' : 'again';
}

export async function stillById(practiceId: string, id: string): Promise<StillRow | undefined> {
  const [row] = await db
    .select()
    .from(still)
    .where(and(eq(still.id, id), eq(still.practiceId, practiceId)));
  return row;
}

/** Stills of an athlete without their pixels, the newest first. */
export async function stillsOf(practiceId: string, athleteId: string): Promise<Omit<StillRow, 'bytes'>[]> {
  const { bytes: _, ...columns } = getTableColumns(still);
  return db
    .select(columns)
    .from(still)
    .where(and(eq(still.practiceId, practiceId), eq(still.athleteId, athleteId)))
    .orderBy(desc(still.createdAt))
    .limit(50);
}

export type BatteryRow = typeof battery.$inferSelect;

/** Batteries the practice keeps, by name. */
export async function batteriesOf(practiceId: string): Promise<BatteryRow[]> {
  return db.select().from(battery).where(eq(battery.practiceId, practiceId)).orderBy(asc(battery.name));
}

/** Keeps a battery under its name; one of the same name takes the new tests. */
export async function saveBattery(row: typeof battery.$inferInsert): Promise<void> {
  await db
    .insert(battery)
    .values(row)
    .onConflictDoUpdate({
      target: [battery.practiceId, battery.name],
      set: { testIds: row.testIds, rests: row.rests ?? {}, staffId: row.staffId },
    });
}

export async function removeBattery(practiceId: string, id: string): Promise<void> {
  await db.delete(battery).where(and(eq(battery.id, id), eq(battery.practiceId, practiceId)));
}

export type HistoryRow = TrialRow & { correctedBy: string | null };

/** Every trial of an athlete, those undone, corrected and standing alike, the oldest first. */
export async function trialHistoryOf(practiceId: string, athleteId: string): Promise<HistoryRow[]> {
  const rows = await db
    .select({ trial, comparable: screening.warmUpDone, correctedBy: correction.id })
    .from(trial)
    .innerJoin(screening, eq(screening.id, trial.screeningId))
    .leftJoin(correction, and(eq(correction.supersedesId, trial.id), isNull(correction.voidedAt)))
    .where(and(eq(trial.practiceId, practiceId), eq(trial.athleteId, athleteId)))
    .orderBy(asc(trial.recordedAt), asc(trial.id));
  return rows.map((row) => ({ ...row.trial, comparable: row.comparable, correctedBy: row.correctedBy }));
}

/** Standing trials of one test by everybody of the practice, the oldest first. */
export async function trialsOfTest(practiceId: string, testId: string): Promise<TrialRow[]> {
  const rows = await db
    .select({ trial, comparable: screening.warmUpDone })
    .from(trial)
    .innerJoin(screening, eq(screening.id, trial.screeningId))
    .where(
      and(eq(trial.practiceId, practiceId), eq(trial.testId, testId), isNull(trial.voidedAt), notCorrected()),
    )
    .orderBy(asc(trial.recordedAt));
  return rows.map((row) => ({ ...row.trial, comparable: row.comparable }));
}

/**
 * Keeps a correction: a new trial that supersedes an old one. `again` when it was kept before; `stale` when the old one was
 * corrected or undone meanwhile, or is not this practice's.
 */
export async function correctTrial(
  row: typeof trial.$inferInsert & { supersedesId: string },
): Promise<'kept' | 'again' | 'stale'> {
  return db.transaction(async (tx) => {
    const [known] = await tx.select({ id: trial.id }).from(trial).where(eq(trial.id, row.id));
    if (known) return 'again';
    // Hold the old trial first; only then does a look for other corrections see those that waited for it.
    const [old] = await tx
      .select({ id: trial.id })
      .from(trial)
      .where(
        and(eq(trial.id, row.supersedesId), eq(trial.practiceId, row.practiceId), isNull(trial.voidedAt)),
      )
      .for('update');
    if (!old) return 'stale';
    const [other] = await tx
      .select({ id: trial.id })
      .from(trial)
      .where(and(eq(trial.supersedesId, row.supersedesId), isNull(trial.voidedAt)));
    if (other) return 'stale';
    await tx.insert(trial).values(row);
    return 'kept';
  });
}
