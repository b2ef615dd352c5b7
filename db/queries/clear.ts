import { and, desc, eq, isNull } from 'drizzle-orm';
import { db } from '../client.server';
import { agreement, clearance, flag } from '../schema';

export type ClearanceRow = typeof clearance.$inferSelect;
export type AgreementRow = typeof agreement.$inferSelect;
export type FlagRow = typeof flag.$inferSelect;

/** The newest safety form of an athlete with the practitioners' words on it. */
export async function newestClearance(
  practiceId: string,
  athleteId: string,
): Promise<{ form: ClearanceRow | undefined; agreements: AgreementRow[] }> {
  const rows = await db
    .select({ form: clearance, agreement })
    .from(clearance)
    .leftJoin(agreement, eq(agreement.clearanceId, clearance.id))
    .where(and(eq(clearance.practiceId, practiceId), eq(clearance.athleteId, athleteId)))
    .orderBy(desc(clearance.createdAt), desc(agreement.createdAt))
    .limit(50);
  const form = rows[0]?.form;
  return {
    form,
    agreements: rows.flatMap((row) => (row.form.id === form?.id && row.agreement ? [row.agreement] : [])),
  };
}

/** Adds an answered form; the same id twice is one form. */
export async function addClearance(row: typeof clearance.$inferInsert): Promise<void> {
  await db.insert(clearance).values(row).onConflictDoNothing({ target: clearance.id });
}

export async function addAgreement(row: typeof agreement.$inferInsert): Promise<void> {
  await db.insert(agreement).values(row).onConflictDoNothing({ target: agreement.id });
}

export async function addFlag(row: typeof flag.$inferInsert): Promise<void> {
  await db.insert(flag).values(row).onConflictDoNothing({ target: flag.id });
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
