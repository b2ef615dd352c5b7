import { and, asc, desc, eq, ne, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db, prepared } from '../client.server';
import { coreSession, liveSet, sessionLog, setLog } from '../schema';

/** What was done of a session: its logs, and the sets sent one by one before. */

export type LogRow = typeof sessionLog.$inferSelect;
export type SetRow = typeof setLog.$inferSelect;
export type LiveSetRow = typeof liveSet.$inferSelect;
export type LogWithSets = LogRow & { sets: SetRow[] };

const newerLog = alias(sessionLog, 'newer_log');

/** The newest logs of an athlete with their sets, the oldest first; of several logs of a session the one that counts. */
export async function recentLogs(practiceId: string, athleteId: string, limit = 12): Promise<LogWithSets[]> {
  const logs = await prepared('recent_logs', (database, name) =>
    database.query.sessionLog
      .findMany({
        where: (log) =>
          and(
            eq(log.practiceId, sql.placeholder('practiceId')),
            eq(log.athleteId, sql.placeholder('athleteId')),
            notExists(
              database
                .select({ id: newerLog.id })
                .from(newerLog)
                .where(and(eq(newerLog.sessionId, log.sessionId), sql`${newerLog.version} > ${log.version}`)),
            ),
          ),
        orderBy: [desc(sessionLog.onDate), desc(sessionLog.createdAt)],
        limit: sql.placeholder('limit'),
        with: { sets: { orderBy: [asc(setLog.setNo)] } },
      })
      .prepare(name),
  ).execute({ practiceId, athleteId, limit });
  return logs.reverse();
}

/** The log of a session that counts, the ids of all it has, and whether this id was kept before. */
export async function logState(
  sessionId: string,
  logId: string,
): Promise<{ newest: LogRow | undefined; ids: string[]; known: boolean }> {
  const rows = await versionsOf(sessionId);
  const ids = rows.map((row) => row.id);
  return { newest: rows[0], ids, known: ids.includes(logId) };
}

/** Every version of a session's log, the newest first. */
export async function versionsOf(sessionId: string): Promise<LogRow[]> {
  return db
    .select()
    .from(sessionLog)
    .where(eq(sessionLog.sessionId, sessionId))
    .orderBy(desc(sessionLog.version));
}

export async function insertLog(
  log: typeof sessionLog.$inferInsert,
  sets: readonly (typeof setLog.$inferInsert)[],
): Promise<void> {
  await db.insert(sessionLog).values(log);
  if (sets.length > 0) await db.insert(setLog).values([...sets]);
}

/** Another session of the same day that is logged already. */
export async function loggedTwin(
  session: Pick<typeof coreSession.$inferSelect, 'id' | 'athleteId' | 'onDate'>,
): Promise<string | undefined> {
  const [row] = await db
    .select({ id: coreSession.id })
    .from(coreSession)
    .innerJoin(sessionLog, eq(sessionLog.sessionId, coreSession.id))
    .where(
      and(
        eq(coreSession.athleteId, session.athleteId),
        eq(coreSession.onDate, session.onDate),
        ne(coreSession.id, session.id),
        ne(coreSession.state, 'replaced'),
      ),
    )
    .limit(1);
  return row?.id;
}

/** Keeps a set of a session under way; the same set again takes the newer figures. */
export async function putLiveSet(row: typeof liveSet.$inferInsert): Promise<void> {
  await db
    .insert(liveSet)
    .values(row)
    .onConflictDoUpdate({
      target: [liveSet.sessionId, liveSet.rungId, liveSet.setNo, liveSet.side],
      set: { done: row.done, faultId: row.faultId, at: row.at, staffId: row.staffId },
    });
}

/** Takes a set of a session under way off again; false when there is none. */
export async function dropLiveSet(
  set: Pick<LiveSetRow, 'sessionId' | 'rungId' | 'setNo' | 'side'>,
): Promise<boolean> {
  const rows = await db
    .delete(liveSet)
    .where(
      and(
        eq(liveSet.sessionId, set.sessionId),
        eq(liveSet.rungId, set.rungId),
        eq(liveSet.setNo, set.setNo),
        eq(liveSet.side, set.side),
      ),
    )
    .returning({ id: liveSet.id });
  return rows.length > 0;
}

/** The sets of a session that were sent one by one, once its log is kept. */
export async function clearLiveSets(sessionId: string): Promise<void> {
  await db.delete(liveSet).where(eq(liveSet.sessionId, sessionId));
}
