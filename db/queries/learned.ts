import { and, asc, eq, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db, prepared } from '../client.server';
import { lesson, sessionLog, setLog } from '../schema';

/** What logs taught of an athlete's limits, and what was done of each rung. */

export type LessonRow = typeof lesson.$inferSelect;

const newerLog = alias(sessionLog, 'newer_log');

/** Of several logs of a session the one that counts. */
const counts = (database: Pick<typeof db, 'select'>) =>
  notExists(
    database
      .select({ id: newerLog.id })
      .from(newerLog)
      .where(
        and(eq(newerLog.sessionId, sessionLog.sessionId), sql`${newerLog.version} > ${sessionLog.version}`),
      ),
  );

/** Lessons of an athlete, the oldest first. */
export async function lessonsOfAthlete(athleteId: string): Promise<LessonRow[]> {
  const rows = await prepared('lessons', (database, name) =>
    database
      .select({ lesson })
      .from(lesson)
      .innerJoin(sessionLog, eq(sessionLog.id, lesson.logId))
      .where(and(eq(lesson.athleteId, sql.placeholder('athleteId')), counts(database)))
      .orderBy(asc(lesson.onDate), asc(sessionLog.createdAt))
      .prepare(name),
  ).execute({ athleteId });
  return rows.map((row) => row.lesson);
}

/** Lessons of one log. */
export async function lessonsOfLog(logId: string): Promise<LessonRow[]> {
  return db
    .select()
    .from(lesson)
    .where(eq(lesson.logId, logId))
    .orderBy(asc(lesson.rungId), asc(lesson.side));
}

export async function insertLessons(rows: readonly (typeof lesson.$inferInsert)[]): Promise<void> {
  if (rows.length > 0)
    await db
      .insert(lesson)
      .values([...rows])
      .onConflictDoNothing();
}

/** What was done of a rung on one side under one load in one session. */
export interface DoneRow {
  rungId: string;
  side: 'left' | 'right' | 'both';
  load: number | null;
  lever: number | null;
  onDate: string;
  logId: string;
  /** Every set of it was clean. */
  clean: boolean;
  /** The best clean set; null when none was. */
  best: number | null;
}

/** Every rung an athlete has done, session by session, as far as limits need it. */
export async function doneOf(athleteId: string): Promise<DoneRow[]> {
  return prepared('done_rungs', (database, name) =>
    database
      .select({
        rungId: setLog.rungId,
        side: setLog.side,
        load: setLog.loadValue,
        lever: setLog.lever,
        onDate: sessionLog.onDate,
        logId: sessionLog.id,
        clean: sql<boolean>`bool_and(${setLog.faultId} is null and ${setLog.done} >= ${setLog.planned})`,
        best: sql<number | null>`max(${setLog.done}) filter (where ${setLog.faultId} is null)`,
      })
      .from(setLog)
      .innerJoin(sessionLog, eq(sessionLog.id, setLog.logId))
      .where(and(eq(sessionLog.athleteId, sql.placeholder('athleteId')), counts(database)))
      .groupBy(setLog.rungId, setLog.side, setLog.loadValue, setLog.lever, sessionLog.onDate, sessionLog.id)
      .prepare(name),
  ).execute({ athleteId });
}
