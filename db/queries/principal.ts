import { and, count, eq, gt, lt, or, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { db, prepared } from '../client.server';
import { authSession, practice, signInTry, staff } from '../schema';

/** Who signs in, and the browsers that are. */

export type StaffRow = typeof staff.$inferSelect;
export type PracticeRow = typeof practice.$inferSelect;

export async function practiceById(id: string): Promise<PracticeRow | undefined> {
  const [row] = await db.select().from(practice).where(eq(practice.id, id));
  return row;
}

export async function practiceCount(): Promise<number> {
  const [row] = await db.select({ n: count() }).from(practice);
  return row?.n ?? 0;
}

export async function staffByEmail(email: string): Promise<StaffRow | undefined> {
  const [row] = await db.select().from(staff).where(eq(staff.email, email.trim().toLowerCase()));
  return row;
}

export async function openAuthSession(tokenHash: string, staffId: string, expiresAt: Date): Promise<void> {
  await db.insert(authSession).values({ tokenHash, staffId, expiresAt });
}

export async function closeAuthSession(tokenHash: string): Promise<void> {
  await db.delete(authSession).where(eq(authSession.tokenHash, tokenHash));
}

/** Signs a person out of every browser but one. */
export async function closeAuthSessionsOf(staffId: string, exceptHash?: string): Promise<void> {
  const rows = await db
    .select({ tokenHash: authSession.tokenHash })
    .from(authSession)
    .where(eq(authSession.staffId, staffId));
  for (const { tokenHash } of rows) if (tokenHash !== exceptHash) await closeAuthSession(tokenHash);
}

/** The person and practice behind a session cookie, while it has not expired and they still work here. */
export async function signedInBy(
  tokenHash: string,
): Promise<{ staff: StaffRow; practice: PracticeRow } | undefined> {
  const [row] = await prepared('signed_in', (database, name) =>
    database
      .select({ staff, practice })
      .from(authSession)
      .innerJoin(staff, eq(staff.id, authSession.staffId))
      .innerJoin(practice, eq(practice.id, staff.practiceId))
      .where(
        and(
          eq(authSession.tokenHash, sql.placeholder('tokenHash')),
          gt(authSession.expiresAt, sql`now()`),
          eq(staff.disabled, false),
        ),
      )
      .prepare(name),
  ).execute({ tokenHash });
  return row;
}

/** Writes a try down before the password is looked at, so that tries at the same moment count one another. */
export async function beginTry(email: string, address: string): Promise<string> {
  const id = uuidv7();
  await db.insert(signInTry).values({ id, email, address });
  return id;
}

/** A try that succeeded, or was refused for the limit's sake, is taken back. */
export async function endTry(id: string): Promise<void> {
  await db.delete(signInTry).where(eq(signInTry.id, id));
}

/** Tries since a time: of this e-mail from this address, of this e-mail from anywhere, and from this address. */
export async function triesSince(
  email: string,
  address: string,
  since: Date,
): Promise<{ pair: number; email: number; address: number }> {
  const rows = await db
    .select({ email: signInTry.email, address: signInTry.address })
    .from(signInTry)
    .where(and(gt(signInTry.at, since), or(eq(signInTry.email, email), eq(signInTry.address, address))))
    .limit(1000);
  return {
    pair: rows.filter((row) => row.email === email && row.address === address).length,
    email: rows.filter((row) => row.email === email).length,
    address: rows.filter((row) => row.address === address).length,
  };
}

/** Removes expired sessions and old tries; called at start. */
export async function sweepAuth(): Promise<void> {
  await db.delete(authSession).where(lt(authSession.expiresAt, new Date()));
  await db.delete(signInTry).where(lt(signInTry.at, new Date(Date.now() - 24 * 3600_000)));
}

/** After the right password the tries of this e-mail from this address are forgotten. */
export async function forgetTries(email: string, address: string): Promise<void> {
  await db.delete(signInTry).where(and(eq(signInTry.email, email), eq(signInTry.address, address)));
}

/** How many practices there are, with the door held shut for others who want to be the first. */
export async function lockPractices(): Promise<number> {
  await db.execute(sql`select pg_advisory_xact_lock(hashtext('first practice'))`);
  return practiceCount();
}
