import { and, asc, desc, eq, getTableColumns, isNull, notExists } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db } from '../client.server';
import { screening, trace, trial } from '../schema';

export type ScreeningRow = typeof screening.$inferSelect;
export type TrialRow = typeof trial.$inferSelect & { comparable: boolean };

export async function addScreening(row: typeof screening.$inferInsert): Promise<void> {
  await db.insert(screening).values(row).onConflictDoNothing({ target: screening.id });
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
