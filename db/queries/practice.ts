import { and, count, eq, gt, lt, or } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { CatalogueEdits } from '~/core/catalogue/edits';
import { db } from '../client.server';
import { audit, authSession, type PracticeSettings, practice, signInFailure, staff } from '../schema';

export interface SignedIn {
  staffId: string;
  staffName: string;
  email: string;
  role: 'owner' | 'coach' | 'assistant';
  practiceId: string;
  practiceName: string;
  timeZone: string;
  firstWeekday: 0 | 1;
  schoolId: string;
  settings: PracticeSettings;
  practiceVersion: number;
  /** The practice's own hand on the catalogue, and how many edits it took. */
  catalogue: { edits: CatalogueEdits; revision: number };
}

export async function practiceCount(): Promise<number> {
  const [row] = await db.select({ n: count() }).from(practice);
  return row?.n ?? 0;
}

export async function staffByEmail(email: string) {
  const [row] = await db.select().from(staff).where(eq(staff.email, email.trim().toLowerCase()));
  return row;
}

export async function openAuthSession(tokenHash: string, staffId: string, expiresAt: Date): Promise<void> {
  await db.insert(authSession).values({ tokenHash, staffId, expiresAt });
}

export async function closeAuthSession(tokenHash: string): Promise<void> {
  await db.delete(authSession).where(eq(authSession.tokenHash, tokenHash));
}

/** The person behind a session cookie, while it has not expired and they still work here. */
export async function signedInBy(tokenHash: string): Promise<SignedIn | undefined> {
  const [row] = await db
    .select({ staff, practice })
    .from(authSession)
    .innerJoin(staff, eq(staff.id, authSession.staffId))
    .innerJoin(practice, eq(practice.id, staff.practiceId))
    .where(
      and(
        eq(authSession.tokenHash, tokenHash),
        gt(authSession.expiresAt, new Date()),
        eq(staff.disabled, false),
      ),
    );
  if (!row) return undefined;
  return {
    staffId: row.staff.id,
    staffName: row.staff.name,
    email: row.staff.email,
    role: row.staff.role,
    practiceId: row.practice.id,
    practiceName: row.practice.name,
    timeZone: row.practice.timeZone,
    firstWeekday: row.practice.firstWeekday === 0 ? 0 : 1,
    schoolId: row.practice.schoolId,
    settings: row.practice.settings,
    practiceVersion: row.practice.version,
    catalogue: { edits: row.practice.catalogue, revision: row.practice.catalogueRevision },
  };
}

/** Failed sign-ins since a time for this e-mail or from this address. */
export async function failuresSince(
  email: string,
  address: string,
  since: Date,
): Promise<{ byEmail: number; byAddress: number }> {
  const rows = await db
    .select({ email: signInFailure.email })
    .from(signInFailure)
    .where(
      and(
        gt(signInFailure.at, since),
        or(eq(signInFailure.email, email), eq(signInFailure.address, address)),
      ),
    )
    .limit(200);
  return { byEmail: rows.filter((row) => row.email === email).length, byAddress: rows.length };
}

export async function recordFailure(email: string, address: string): Promise<void> {
  await db.insert(signInFailure).values({ id: uuidv7(), email, address });
}

/** Removes expired sessions and old failures; called at start. */
export async function sweepAuth(): Promise<void> {
  await db.delete(authSession).where(lt(authSession.expiresAt, new Date()));
  await db.delete(signInFailure).where(lt(signInFailure.at, new Date(Date.now() - 24 * 3600_000)));
}

export async function writeAudit(entry: {
  practiceId: string;
  staffId: string;
  action: string;
  subject: string;
  subjectId?: string;
}): Promise<void> {
  await db.insert(audit).values({ id: uuidv7(), ...entry });
}

/** The names of everybody who works or worked here, by id. */
export async function staffNames(practiceId: string): Promise<Map<string, string>> {
  const rows = await db
    .select({ id: staff.id, name: staff.name })
    .from(staff)
    .where(eq(staff.practiceId, practiceId));
  return new Map(rows.map((row) => [row.id, row.name]));
}

/** Saves the practice's settings unless somebody saved since; false when so. */
export async function savePractice(
  practiceId: string,
  version: number,
  values: { name: string; schoolId: string; firstWeekday: number; settings: PracticeSettings },
): Promise<boolean> {
  const rows = await db
    .update(practice)
    .set({ ...values, version: version + 1 })
    .where(and(eq(practice.id, practiceId), eq(practice.version, version)))
    .returning({ id: practice.id });
  return rows.length > 0;
}
