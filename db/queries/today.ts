import { and, eq, gt, inArray, sql } from 'drizzle-orm';
import { db, prepared } from '../client.server';
import { putOff } from '../schema';

/** What people put off on their Today. */

/** What this person put off and is not due again. */
export async function putOffBy(staffId: string, today: string) {
  return prepared('put_off', (database, name) =>
    database
      .select({ athleteId: putOff.athleteId, sign: putOff.sign, until: putOff.until })
      .from(putOff)
      .where(and(eq(putOff.staffId, sql.placeholder('staffId')), gt(putOff.until, sql.placeholder('today'))))
      .prepare(name),
  ).execute({ staffId, today });
}

/** Puts off, or until another day what was put off before. */
export async function setPutOff(rows: readonly (typeof putOff.$inferInsert)[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insert(putOff)
    .values([...rows])
    .onConflictDoUpdate({
      target: [putOff.staffId, putOff.athleteId, putOff.sign],
      set: { until: sql`excluded.until`, createdAt: sql`excluded.created_at` },
    });
}

/** Brings everything back that this person put off for some athletes; tells how many there were. */
export async function dropPutOff(staffId: string, athleteIds: readonly string[]): Promise<number> {
  const dropped = await db
    .delete(putOff)
    .where(and(eq(putOff.staffId, staffId), inArray(putOff.athleteId, [...athleteIds])))
    .returning({ sign: putOff.sign });
  return dropped.length;
}
