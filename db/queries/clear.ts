import { and, desc, eq, isNull } from 'drizzle-orm';
import { db } from '../client.server';
import { agreement, athlete, clearance, flag } from '../schema';

export type ClearanceRow = typeof clearance.$inferSelect;
export type AgreementRow = typeof agreement.$inferSelect;
export type FlagRow = typeof flag.$inferSelect;

/** Adds an answered form; the same id twice is one form. */
export async function addClearance(row: typeof clearance.$inferInsert): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(clearance)
    .values(row)
    .onConflictDoNothing({ target: clearance.id })
    .returning({ id: clearance.id });
  return rows.length > 0 ? 'kept' : 'again';
}

/** The newest safety form of an athlete. */
export async function newestFormId(practiceId: string, athleteId: string): Promise<string | undefined> {
  const [row] = await db
    .select({ id: clearance.id })
    .from(clearance)
    .where(and(eq(clearance.practiceId, practiceId), eq(clearance.athleteId, athleteId)))
    .orderBy(desc(clearance.createdAt), desc(clearance.id))
    .limit(1);
  return row?.id;
}

export async function addAgreement(row: typeof agreement.$inferInsert): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(agreement)
    .values(row)
    .onConflictDoNothing({ target: agreement.id })
    .returning({ id: agreement.id });
  return rows.length > 0 ? 'kept' : 'again';
}

/** Raises a flag once for its id; told again with more known, an open one takes the words. */
export async function addFlag(row: typeof flag.$inferInsert): Promise<'raised' | 'again'> {
  const rows = await db
    .insert(flag)
    .values(row)
    .onConflictDoNothing({ target: flag.id })
    .returning({ id: flag.id });
  if (rows.length > 0) return 'raised';
  const { text, region, qualities } = row;
  await db
    .update(flag)
    .set({ text, region, qualities })
    .where(and(eq(flag.id, row.id), eq(flag.practiceId, row.practiceId), isNull(flag.closedAt)));
  return 'again';
}

/** Every flag of an athlete, open or closed, the newest first. */
export async function flagsOf(practiceId: string, athleteId: string): Promise<FlagRow[]> {
  return db
    .select()
    .from(flag)
    .where(and(eq(flag.practiceId, practiceId), eq(flag.athleteId, athleteId)))
    .orderBy(desc(flag.openedAt));
}

/** A flag of this practice with whose it is. */
export async function flagWithName(practiceId: string, id: string) {
  const [row] = await db
    .select({ flag, givenName: athlete.givenName, familyName: athlete.familyName })
    .from(flag)
    .innerJoin(athlete, eq(athlete.id, flag.athleteId))
    .where(and(eq(flag.id, id), eq(flag.practiceId, practiceId)));
  return row;
}

/** Closes a flag with a reason; false when it is not this practice's or closed already. */
export async function closeFlag(
  practiceId: string,
  athleteId: string,
  id: string,
  reason: string,
  staffId: string,
): Promise<boolean> {
  const rows = await db
    .update(flag)
    .set({ closedAt: new Date(), closedReason: reason, closedBy: staffId })
    .where(
      and(
        eq(flag.id, id),
        eq(flag.practiceId, practiceId),
        eq(flag.athleteId, athleteId),
        isNull(flag.closedAt),
      ),
    )
    .returning({ id: flag.id });
  return rows.length > 0;
}
