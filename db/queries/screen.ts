import { and, asc, desc, eq, getTableColumns, isNull, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db, prepared } from '../client.server';
import { battery, screening, still, trace, trial } from '../schema';

export type ScreeningRow = typeof screening.$inferSelect;
export type TrialRow = typeof trial.$inferSelect & { comparable: boolean };

export async function addScreening(row: typeof screening.$inferInsert): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(screening)
    .values(row)
    .onConflictDoNothing({ target: screening.id })
    .returning({ id: screening.id });
  return rows.length > 0 ? 'kept' : 'again';
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

/** Ends a screen; false when it was ended before. */
export async function completeScreening(practiceId: string, id: string, at: Date): Promise<boolean> {
  const rows = await db
    .update(screening)
    .set({ completedAt: at })
    .where(and(eq(screening.id, id), eq(screening.practiceId, practiceId), isNull(screening.completedAt)))
    .returning({ id: screening.id });
  return rows.length > 0;
}

/** Says whether the standard warm-up was done; results without it are not compared. */
export async function changeWarmUp(
  practiceId: string,
  id: string,
  done: boolean,
  at: Date,
): Promise<boolean> {
  const rows = await db
    .update(screening)
    .set({ warmUpDone: done, warmUpAt: done ? at : null })
    .where(and(eq(screening.id, id), eq(screening.practiceId, practiceId)))
    .returning({ id: screening.id });
  return rows.length > 0;
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
  const rows = await prepared('trials', (database, name) =>
    database
      .select({ trial, comparable: screening.warmUpDone })
      .from(trial)
      .innerJoin(screening, eq(screening.id, trial.screeningId))
      .where(
        and(
          eq(trial.practiceId, sql.placeholder('practiceId')),
          eq(trial.athleteId, sql.placeholder('athleteId')),
          isNull(trial.voidedAt),
          notCorrected(),
        ),
      )
      .orderBy(asc(trial.recordedAt))
      .prepare(name),
  ).execute({ practiceId, athleteId });
  return rows.map((row) => ({ ...row.trial, comparable: row.comparable }));
}

/** Is there any trial of an athlete that was not undone? */
export async function hasTrials(practiceId: string, athleteId: string): Promise<boolean> {
  const rows = await prepared('has_trials', (database, name) =>
    database
      .select({ id: trial.id })
      .from(trial)
      .where(
        and(
          eq(trial.practiceId, sql.placeholder('practiceId')),
          eq(trial.athleteId, sql.placeholder('athleteId')),
          isNull(trial.voidedAt),
        ),
      )
      .limit(1)
      .prepare(name),
  ).execute({ practiceId, athleteId });
  return rows.length > 0;
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

/** One trial of this practice, undone or not, held for the length of a transaction. */
export async function lockTrial(
  practiceId: string,
  id: string,
): Promise<typeof trial.$inferSelect | undefined> {
  const [row] = await prepared('lock_trial', (database, name) =>
    database
      .select()
      .from(trial)
      .where(and(eq(trial.id, sql.placeholder('id')), eq(trial.practiceId, sql.placeholder('practiceId'))))
      .for('update')
      .prepare(name),
  ).execute({ practiceId, id });
  return row;
}

/** Trials of an athlete on a day that were not undone, corrected ones among them. */
export async function trialsOn(practiceId: string, athleteId: string, day: string) {
  return prepared('trials_on', (database, name) =>
    database
      .select({ id: trial.id, testId: trial.testId, side: trial.side, endReason: trial.endReason })
      .from(trial)
      .where(
        and(
          eq(trial.practiceId, sql.placeholder('practiceId')),
          eq(trial.athleteId, sql.placeholder('athleteId')),
          eq(trial.onDate, sql.placeholder('day')),
          isNull(trial.voidedAt),
          isNull(trial.supersedesId),
        ),
      )
      .prepare(name),
  ).execute({ practiceId, athleteId, day });
}

/** Answers the questions of a trial that was kept at the stop. */
export async function amendTrial(
  id: string,
  values: Partial<typeof trial.$inferInsert> & { amendmentId: string },
): Promise<void> {
  await db.update(trial).set(values).where(eq(trial.id, id));
}

/** Voids a trial (undo); it stays stored. */
export async function voidTrial(practiceId: string, id: string, at: Date): Promise<void> {
  await db
    .update(trial)
    .set({ voidedAt: at })
    .where(and(eq(trial.id, id), eq(trial.practiceId, practiceId), isNull(trial.voidedAt)));
}

/** What recordings of an athlete come from, by id. */
export async function sourcesOf(
  practiceId: string,
  athleteId: string,
  ids: { readonly traceId: string | null; readonly stillId: string | null },
): Promise<{ trace: 'simulated' | 'imported' | undefined; still: 'photo' | 'drawn' | undefined }> {
  const of = <T extends typeof trace | typeof still>(table: T) =>
    and(eq(table.practiceId, practiceId), eq(table.athleteId, athleteId));
  const [traces, stills] = await Promise.all([
    ids.traceId
      ? db
          .select({ source: trace.source })
          .from(trace)
          .where(and(of(trace), eq(trace.id, ids.traceId)))
      : [],
    ids.stillId
      ? db
          .select({ source: still.source })
          .from(still)
          .where(and(of(still), eq(still.id, ids.stillId)))
      : [],
  ]);
  return { trace: traces[0]?.source, still: stills[0]?.source };
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
export async function saveBattery(row: typeof battery.$inferInsert): Promise<string> {
  const [saved] = await db
    .insert(battery)
    .values(row)
    .onConflictDoUpdate({
      target: [battery.practiceId, battery.name],
      set: { testIds: row.testIds, rests: row.rests ?? {}, staffId: row.staffId },
    })
    .returning({ id: battery.id });
  return saved?.id ?? row.id;
}

export async function removeBattery(practiceId: string, id: string): Promise<boolean> {
  const rows = await db
    .delete(battery)
    .where(and(eq(battery.id, id), eq(battery.practiceId, practiceId)))
    .returning({ id: battery.id });
  return rows.length > 0;
}

export type HistoryRow = TrialRow & { correctedBy: string | null };

/** Every trial of an athlete, those undone, corrected and standing alike, the oldest first. */
export async function trialHistoryOf(practiceId: string, athleteId: string): Promise<HistoryRow[]> {
  const rows = await prepared('trial_history', (database, name) =>
    database
      .select({ trial, comparable: screening.warmUpDone, correctedBy: correction.id })
      .from(trial)
      .innerJoin(screening, eq(screening.id, trial.screeningId))
      .leftJoin(correction, and(eq(correction.supersedesId, trial.id), isNull(correction.voidedAt)))
      .where(
        and(
          eq(trial.practiceId, sql.placeholder('practiceId')),
          eq(trial.athleteId, sql.placeholder('athleteId')),
        ),
      )
      .orderBy(asc(trial.recordedAt), asc(trial.id))
      .prepare(name),
  ).execute({ practiceId, athleteId });
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

/** A correction of a trial that stands, when there is one. */
export async function correctionOf(trialId: string): Promise<string | undefined> {
  const [row] = await db
    .select({ id: trial.id })
    .from(trial)
    .where(and(eq(trial.supersedesId, trialId), isNull(trial.voidedAt)));
  return row?.id;
}
