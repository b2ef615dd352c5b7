import { and, asc, desc, eq } from 'drizzle-orm';
import { db } from '../client.server';
import { blackout, event, planWeek, priorityRun, seasonVersion, weekDose } from '../schema';

export type EventRow = typeof event.$inferSelect;
export type BlackoutRow = typeof blackout.$inferSelect;
export type SeasonRow = typeof seasonVersion.$inferSelect;
export type PlanWeekRow = typeof planWeek.$inferSelect & {
  cells: { quality: string; side: 'left' | 'right' | 'both'; dose: number }[];
};

export async function eventsOf(practiceId: string, athleteId: string): Promise<EventRow[]> {
  return db
    .select()
    .from(event)
    .where(and(eq(event.practiceId, practiceId), eq(event.athleteId, athleteId)))
    .orderBy(asc(event.onDate));
}

export async function blackoutsOf(practiceId: string, athleteId: string): Promise<BlackoutRow[]> {
  return db
    .select()
    .from(blackout)
    .where(and(eq(blackout.practiceId, practiceId), eq(blackout.athleteId, athleteId)))
    .orderBy(asc(blackout.fromDate));
}

export async function addEvent(row: typeof event.$inferInsert): Promise<void> {
  await db.insert(event).values(row).onConflictDoNothing({ target: event.id });
}

export async function removeEvent(practiceId: string, athleteId: string, id: string): Promise<void> {
  await db
    .delete(event)
    .where(and(eq(event.id, id), eq(event.practiceId, practiceId), eq(event.athleteId, athleteId)));
}

export async function addBlackout(row: typeof blackout.$inferInsert): Promise<void> {
  await db.insert(blackout).values(row).onConflictDoNothing({ target: blackout.id });
}

export async function removeBlackout(practiceId: string, athleteId: string, id: string): Promise<void> {
  await db
    .delete(blackout)
    .where(and(eq(blackout.id, id), eq(blackout.practiceId, practiceId), eq(blackout.athleteId, athleteId)));
}

export async function addPriorityRun(row: typeof priorityRun.$inferInsert): Promise<void> {
  await db.insert(priorityRun).values(row).onConflictDoNothing({ target: priorityRun.id });
}

/** Keeps a season version whole: its weeks and doses with it, or nothing. */
export async function addSeason(
  row: typeof seasonVersion.$inferInsert,
  weeks: readonly (Omit<typeof planWeek.$inferInsert, 'seasonVersionId'> & {
    cells: readonly { quality: string; side: 'left' | 'right' | 'both'; dose: number }[];
  })[],
  run: typeof priorityRun.$inferInsert,
): Promise<'kept' | 'again'> {
  return db.transaction(async (tx) => {
    const kept = await tx
      .insert(seasonVersion)
      .values(row)
      .onConflictDoNothing({ target: seasonVersion.id })
      .returning({ id: seasonVersion.id });
    if (kept.length === 0) return 'again';
    await tx.insert(priorityRun).values(run);
    if (weeks.length > 0)
      await tx
        .insert(planWeek)
        .values(weeks.map(({ cells: _, ...week }) => ({ ...week, seasonVersionId: row.id })));
    const doses = weeks.flatMap((week) =>
      week.cells.map((cell) => ({ ...cell, weekIndex: week.index, seasonVersionId: row.id })),
    );
    if (doses.length > 0) await tx.insert(weekDose).values(doses);
    return 'kept';
  });
}

/** The newest season of an athlete with its weeks and doses. */
export async function newestSeason(
  practiceId: string,
  athleteId: string,
): Promise<{ season: SeasonRow; weeks: PlanWeekRow[] } | undefined> {
  const [season] = await db
    .select()
    .from(seasonVersion)
    .where(and(eq(seasonVersion.practiceId, practiceId), eq(seasonVersion.athleteId, athleteId)))
    .orderBy(desc(seasonVersion.createdAt))
    .limit(1);
  if (!season) return undefined;
  const [weeks, doses] = await Promise.all([
    db.select().from(planWeek).where(eq(planWeek.seasonVersionId, season.id)).orderBy(asc(planWeek.index)),
    db.select().from(weekDose).where(eq(weekDose.seasonVersionId, season.id)),
  ]);
  return {
    season,
    weeks: weeks.map((week) => ({
      ...week,
      cells: doses
        .filter((dose) => dose.weekIndex === week.index)
        .map(({ quality, side, dose }) => ({ quality, side, dose })),
    })),
  };
}

/** Every athlete's newest season as phases and kinds only, for the practice's season view. */
export async function seasonStrips(practiceId: string) {
  const newest = db
    .selectDistinctOn([seasonVersion.athleteId], { id: seasonVersion.id, athleteId: seasonVersion.athleteId })
    .from(seasonVersion)
    .where(eq(seasonVersion.practiceId, practiceId))
    .orderBy(seasonVersion.athleteId, desc(seasonVersion.createdAt))
    .as('newest');
  return db
    .select({
      athleteId: newest.athleteId,
      startsOn: planWeek.startsOn,
      phase: planWeek.phase,
      kind: planWeek.kind,
      retest: planWeek.retest,
      minutes: planWeek.minutes,
    })
    .from(planWeek)
    .innerJoin(newest, eq(newest.id, planWeek.seasonVersionId))
    .orderBy(newest.athleteId, planWeek.index);
}

export async function eventsOfPractice(practiceId: string): Promise<EventRow[]> {
  return db.select().from(event).where(eq(event.practiceId, practiceId)).orderBy(asc(event.onDate));
}
