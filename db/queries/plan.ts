import { and, asc, desc, eq, gte, lt, lte, notExists, sql } from 'drizzle-orm';
import type { AimedDoses } from '~/core/plan/season';
import type { Issue } from '~/core/result';
import { db, prepared } from '../client.server';
import {
  blackout,
  event,
  goneEvent,
  planWeek,
  priorityRun,
  seasonVersion,
  staff,
  tierChoice,
  weekDose,
} from '../schema';

export type EventRow = typeof event.$inferSelect;
export type BlackoutRow = typeof blackout.$inferSelect;
export type SeasonRow = typeof seasonVersion.$inferSelect;
/** A quality's sets and dose of one side in a week. */
export interface PlanCell {
  quality: string;
  side: 'left' | 'right' | 'both';
  dose: number;
  sets: number;
  tier: 'main' | 'keep';
}
export type PlanWeekRow = typeof planWeek.$inferSelect & {
  cells: PlanCell[];
};

export async function addEvent(row: typeof event.$inferInsert): Promise<void> {
  await db.insert(event).values(row).onConflictDoNothing({ target: event.id });
}

/** Changes an event: its day, or what is said of it. */
export async function changeEvent(
  practiceId: string,
  athleteId: string,
  id: string,
  now: Partial<Pick<EventRow, 'name' | 'onDate' | 'priority' | 'minutes' | 'perMinute' | 'primer'>>,
  changedAt: Date,
): Promise<boolean> {
  const rows = await db
    .update(event)
    .set({ ...now, changedAt, sequence: sql`${event.sequence} + 1` })
    .where(and(eq(event.id, id), eq(event.practiceId, practiceId), eq(event.athleteId, athleteId)))
    .returning({ id: event.id });
  return rows.length > 0;
}

/** Removes an event, and keeps for calendars that it is off. */
export async function removeEvent(
  practiceId: string,
  athleteId: string,
  id: string,
  goneAt: Date,
): Promise<boolean> {
  const [row] = await db
    .delete(event)
    .where(and(eq(event.id, id), eq(event.practiceId, practiceId), eq(event.athleteId, athleteId)))
    .returning();
  if (!row) return false;
  const { name, onDate, sequence } = row;
  await db
    .insert(goneEvent)
    .values({ id, practiceId, athleteId, name, onDate, sequence: sequence + 1, goneAt })
    .onConflictDoNothing({ target: goneEvent.id });
  return true;
}

/** Events of some days that were removed and stand no more. */
export async function goneEvents(practiceId: string, athleteId: string, from: string, to: string) {
  return db
    .select()
    .from(goneEvent)
    .where(
      and(
        eq(goneEvent.practiceId, practiceId),
        eq(goneEvent.athleteId, athleteId),
        gte(goneEvent.onDate, from),
        lte(goneEvent.onDate, to),
        notExists(db.select({ id: event.id }).from(event).where(eq(event.id, goneEvent.id))),
      ),
    );
}

/** A coach's word on a quality: the newest stands. */
export async function putTier(row: typeof tierChoice.$inferInsert): Promise<void> {
  const { tier, reason, staffId, createdAt } = row;
  await db
    .insert(tierChoice)
    .values(row)
    .onConflictDoUpdate({
      target: [tierChoice.athleteId, tierChoice.quality],
      set: { tier, reason, staffId, createdAt },
    });
}

export async function removeTier(practiceId: string, athleteId: string, quality: string): Promise<void> {
  await db
    .delete(tierChoice)
    .where(
      and(
        eq(tierChoice.practiceId, practiceId),
        eq(tierChoice.athleteId, athleteId),
        eq(tierChoice.quality, quality),
      ),
    );
}

export async function addBlackout(row: typeof blackout.$inferInsert): Promise<void> {
  await db.insert(blackout).values(row).onConflictDoNothing({ target: blackout.id });
}

/** Moves days without training, or makes them fewer or more. */
export async function moveBlackout(
  practiceId: string,
  athleteId: string,
  id: string,
  days: { readonly fromDate: string; readonly toDate: string },
): Promise<boolean> {
  const rows = await db
    .update(blackout)
    .set(days)
    .where(and(eq(blackout.id, id), eq(blackout.practiceId, practiceId), eq(blackout.athleteId, athleteId)))
    .returning({ id: blackout.id });
  return rows.length > 0;
}

export async function removeBlackout(practiceId: string, athleteId: string, id: string): Promise<boolean> {
  const rows = await db
    .delete(blackout)
    .where(and(eq(blackout.id, id), eq(blackout.practiceId, practiceId), eq(blackout.athleteId, athleteId)))
    .returning({ id: blackout.id });
  return rows.length > 0;
}

export async function addPriorityRun(row: typeof priorityRun.$inferInsert): Promise<void> {
  await db.insert(priorityRun).values(row).onConflictDoNothing({ target: priorityRun.id });
}

/** Keeps a season version with its weeks and doses; `again` when this id was kept before. */
export async function addSeason(
  row: typeof seasonVersion.$inferInsert,
  weeks: readonly (Omit<typeof planWeek.$inferInsert, 'seasonVersionId'> & {
    cells: readonly PlanCell[];
  })[],
): Promise<'kept' | 'again'> {
  const kept = await db
    .insert(seasonVersion)
    .values(row)
    .onConflictDoNothing({ target: seasonVersion.id })
    .returning({ id: seasonVersion.id });
  if (kept.length === 0) return 'again';
  if (weeks.length > 0)
    await db
      .insert(planWeek)
      .values(weeks.map(({ cells: _, ...week }) => ({ ...week, seasonVersionId: row.id })));
  const doses = weeks.flatMap((week) =>
    week.cells.map((cell) => ({ ...cell, weekIndex: week.index, seasonVersionId: row.id })),
  );
  if (doses.length > 0) await db.insert(weekDose).values(doses);
  return 'kept';
}

/** What did not get on the cards of a week, as it was laid out last. */
export async function setLeftOut(
  seasonVersionId: string,
  index: number,
  leftOut: readonly Issue[],
): Promise<void> {
  await db
    .update(planWeek)
    .set({ leftOut: [...leftOut] })
    .where(and(eq(planWeek.seasonVersionId, seasonVersionId), eq(planWeek.index, index)));
}

/** Is this a season of this athlete? */
export async function isSeasonOf(athleteId: string, id: string): Promise<boolean> {
  const rows = await db
    .select({ id: seasonVersion.id })
    .from(seasonVersion)
    .where(and(eq(seasonVersion.id, id), eq(seasonVersion.athleteId, athleteId)));
  return rows.length > 0;
}

/** The newest season of an athlete with its weeks and doses, in one query. */
export async function newestSeason(
  practiceId: string,
  athleteId: string,
): Promise<{ season: Omit<SeasonRow, 'aimed'>; weeks: PlanWeekRow[] } | undefined> {
  const row = await prepared('newest_season', (database, name) =>
    database.query.seasonVersion
      .findFirst({
        where: and(
          eq(seasonVersion.practiceId, sql.placeholder('practiceId')),
          eq(seasonVersion.athleteId, sql.placeholder('athleteId')),
          eq(seasonVersion.aside, false),
        ),
        orderBy: [desc(seasonVersion.createdAt), desc(seasonVersion.id)],
        columns: { aimed: false },
        with: { weeks: { orderBy: [asc(planWeek.index)] }, doses: true },
      })
      .prepare(name),
  ).execute({ practiceId, athleteId });
  if (!row) return undefined;
  const { weeks, doses, ...season } = row;
  return { season, weeks: withCells(weeks, doses) };
}

const withCells = (
  weeks: readonly (typeof planWeek.$inferSelect)[],
  doses: readonly (typeof weekDose.$inferSelect)[],
): PlanWeekRow[] =>
  weeks.map((week) => ({
    ...week,
    cells: doses
      .filter((cell) => cell.weekIndex === week.index)
      .map(({ quality, side, dose, sets, tier }) => ({ quality, side, dose, sets, tier })),
  }));

/** What the plan that stands aimed at, which the next one stays near. */
export async function aimedOf(id: string): Promise<AimedDoses | undefined> {
  const [row] = await db
    .select({ aimed: seasonVersion.aimed })
    .from(seasonVersion)
    .where(eq(seasonVersion.id, id));
  return row?.aimed ?? undefined;
}

/**
 * Weeks that lie behind the plan that stands, each as it was planned last before it was over: a season that is planned again
 * begins with its week, and what was before stays in the versions before. The oldest first, without their cells.
 */
export async function weeksBehind(
  practiceId: string,
  athleteId: string,
  from: string,
  before: string,
): Promise<(typeof planWeek.$inferSelect)[]> {
  const rows = await db
    .selectDistinctOn([planWeek.startsOn], { week: planWeek })
    .from(planWeek)
    .innerJoin(seasonVersion, eq(seasonVersion.id, planWeek.seasonVersionId))
    .where(
      and(
        eq(seasonVersion.practiceId, practiceId),
        eq(seasonVersion.athleteId, athleteId),
        eq(seasonVersion.aside, false),
        gte(planWeek.startsOn, from),
        lt(planWeek.startsOn, before),
      ),
    )
    .orderBy(asc(planWeek.startsOn), desc(seasonVersion.createdAt), desc(seasonVersion.id));
  return rows.map(({ week }) => week);
}

/** A season of an athlete, the one that stands or another, whole. */
export async function seasonById(
  practiceId: string,
  athleteId: string,
  id: string,
): Promise<{ season: typeof seasonVersion.$inferSelect; weeks: PlanWeekRow[] } | undefined> {
  const row = await db.query.seasonVersion.findFirst({
    where: and(
      eq(seasonVersion.practiceId, practiceId),
      eq(seasonVersion.athleteId, athleteId),
      eq(seasonVersion.id, id),
    ),
    with: { weeks: { orderBy: [asc(planWeek.index)] }, doses: true },
  });
  if (!row) return undefined;
  const { weeks, doses, ...season } = row;
  return { season, weeks: withCells(weeks, doses) };
}

/** Versions of an athlete's season, the newest first, without their weeks. */
export async function seasonVersions(practiceId: string, athleteId: string, limit: number) {
  return db
    .select({
      id: seasonVersion.id,
      parentId: seasonVersion.parentId,
      how: seasonVersion.how,
      aside: seasonVersion.aside,
      createdAt: seasonVersion.createdAt,
      by: staff.name,
    })
    .from(seasonVersion)
    .leftJoin(staff, eq(staff.id, seasonVersion.staffId))
    .where(and(eq(seasonVersion.practiceId, practiceId), eq(seasonVersion.athleteId, athleteId)))
    .orderBy(desc(seasonVersion.createdAt), desc(seasonVersion.id))
    .limit(limit);
}

export type PriorityRunRow = typeof priorityRun.$inferSelect;

/** Rankings of an athlete as they were kept, the newest first. */
export async function priorityRunsOf(
  practiceId: string,
  athleteId: string,
  limit = 20,
): Promise<PriorityRunRow[]> {
  return db
    .select()
    .from(priorityRun)
    .where(and(eq(priorityRun.practiceId, practiceId), eq(priorityRun.athleteId, athleteId)))
    .orderBy(desc(priorityRun.createdAt))
    .limit(limit);
}

export async function priorityRunById(practiceId: string, id: string): Promise<PriorityRunRow | undefined> {
  const [row] = await db
    .select()
    .from(priorityRun)
    .where(and(eq(priorityRun.practiceId, practiceId), eq(priorityRun.id, id)));
  return row;
}

/**
 * Weeks of a retest in all seasons an athlete was planned, newest season first: those the newest has no more are off.
 */
export async function retestWeeks(practiceId: string, athleteId: string, from: string) {
  return db
    .select({
      seasonId: seasonVersion.id,
      startsOn: planWeek.startsOn,
      plannedAt: seasonVersion.createdAt,
    })
    .from(planWeek)
    .innerJoin(seasonVersion, eq(seasonVersion.id, planWeek.seasonVersionId))
    .where(
      and(
        eq(seasonVersion.practiceId, practiceId),
        eq(seasonVersion.athleteId, athleteId),
        eq(planWeek.retest, true),
        eq(seasonVersion.aside, false),
        gte(planWeek.startsOn, from),
      ),
    )
    .orderBy(desc(seasonVersion.createdAt), asc(planWeek.startsOn));
}

/** Every athlete's newest season as phases and kinds only, for the practice's season view. */
export async function seasonStrips(practiceId: string) {
  return prepared('season_strips', (database, name) => {
    const newest = database
      .selectDistinctOn([seasonVersion.athleteId], {
        id: seasonVersion.id,
        athleteId: seasonVersion.athleteId,
      })
      .from(seasonVersion)
      .where(and(eq(seasonVersion.practiceId, sql.placeholder('practiceId')), eq(seasonVersion.aside, false)))
      .orderBy(seasonVersion.athleteId, desc(seasonVersion.createdAt), desc(seasonVersion.id))
      .as('newest');
    return database
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
      .orderBy(newest.athleteId, planWeek.index)
      .prepare(name);
  }).execute({ practiceId });
}

export async function eventsOfPractice(practiceId: string): Promise<EventRow[]> {
  return prepared('practice_events', (database, name) =>
    database
      .select()
      .from(event)
      .where(eq(event.practiceId, sql.placeholder('practiceId')))
      .orderBy(asc(event.onDate))
      .prepare(name),
  ).execute({ practiceId });
}
