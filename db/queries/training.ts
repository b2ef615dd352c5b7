import { and, asc, eq, gte, inArray, sql } from 'drizzle-orm';
import { db, prepared } from '../client.server';
import { athlete, sportTraining, usualTraining } from '../schema';

export type UsualRow = typeof usualTraining.$inferSelect;
export type SportRow = typeof sportTraining.$inferSelect;

/** The usual week of an athlete, and what lies on its days from a day on. */
export async function trainingRows(
  practiceId: string,
  athleteId: string,
  from: string,
): Promise<{ usual: UsualRow[]; dated: SportRow[] }> {
  const row = await prepared('training', (database, name) =>
    database.query.athlete
      .findFirst({
        columns: { id: true },
        where: and(
          eq(athlete.id, sql.placeholder('athleteId')),
          eq(athlete.practiceId, sql.placeholder('practiceId')),
        ),
        with: {
          usual: {
            orderBy: [asc(usualTraining.weekday), asc(usualTraining.startsAt), asc(usualTraining.id)],
          },
          dated: {
            where: gte(sportTraining.onDate, sql.placeholder('from')),
            orderBy: [asc(sportTraining.onDate), asc(sportTraining.startsAt), asc(sportTraining.id)],
          },
        },
      })
      .prepare(name),
  ).execute({ practiceId, athleteId, from });
  return { usual: row?.usual ?? [], dated: row?.dated ?? [] };
}

/** Keeps a session of the usual week as it is said now. An id that is somebody else's is left alone. */
export async function putUsual(row: typeof usualTraining.$inferInsert): Promise<boolean> {
  const { id: _, practiceId, athleteId, ...said } = row;
  const kept = await db
    .insert(usualTraining)
    .values(row)
    .onConflictDoUpdate({
      target: usualTraining.id,
      set: said,
      setWhere: and(eq(usualTraining.practiceId, practiceId), eq(usualTraining.athleteId, athleteId)),
    })
    .returning({ id: usualTraining.id });
  return kept.length > 0;
}

export async function removeUsual(practiceId: string, athleteId: string, id: string): Promise<boolean> {
  const rows = await db
    .delete(usualTraining)
    .where(
      and(
        eq(usualTraining.id, id),
        eq(usualTraining.practiceId, practiceId),
        eq(usualTraining.athleteId, athleteId),
      ),
    )
    .returning({ id: usualTraining.id });
  return rows.length > 0;
}

/** Rows of one insert at the most: a statement takes some 65 000 figures. */
const rowsAtOnce = 1000;

/** Keeps sessions on their days as they are said now; gives how many. Ids that are somebody else's are left alone. */
export async function putSport(
  practiceId: string,
  athleteId: string,
  rows: readonly Omit<typeof sportTraining.$inferInsert, 'practiceId' | 'athleteId'>[],
): Promise<number> {
  let kept = 0;
  for (let at = 0; at < rows.length; at += rowsAtOnce) {
    const written = await db
      .insert(sportTraining)
      .values(rows.slice(at, at + rowsAtOnce).map((row) => ({ ...row, practiceId, athleteId })))
      .onConflictDoUpdate({
        target: sportTraining.id,
        set: {
          onDate: sql`excluded.on_date`,
          startsAt: sql`excluded.starts_at`,
          minutes: sql`excluded.minutes`,
          hardness: sql`excluded.hardness`,
          risk: sql`excluded.risk`,
          name: sql`excluded.name`,
          source: sql`excluded.source`,
        },
        setWhere: and(eq(sportTraining.practiceId, practiceId), eq(sportTraining.athleteId, athleteId)),
      })
      .returning({ id: sportTraining.id });
    kept += written.length;
  }
  return kept;
}

/** Removes sessions on their days; gives how many there were. */
export async function removeSport(
  practiceId: string,
  athleteId: string,
  ids: readonly string[],
): Promise<number> {
  if (ids.length === 0) return 0;
  const rows = await db
    .delete(sportTraining)
    .where(
      and(
        inArray(sportTraining.id, [...ids]),
        eq(sportTraining.practiceId, practiceId),
        eq(sportTraining.athleteId, athleteId),
      ),
    )
    .returning({ id: sportTraining.id });
  return rows.length;
}
