import { and, asc, desc, eq, lt } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { db } from '../client.server';
import { audit, type PracticeSettings, practice, type Role, staff } from '../schema';
import type { StaffRow } from './principal';

/** The practice, its people, and the trail of what they did. */

export const newId = (): string => uuidv7();

export interface AuditEntry {
  /** Now, unless another moment is given. */
  readonly at?: Date | undefined;
  readonly practiceId: string;
  /** Null where an athlete acts by a link. */
  readonly staffId: string | null;
  readonly action: string;
  readonly subject: string;
  readonly subjectId?: string | undefined;
  readonly detail?: Record<string, string | number | boolean | null> | undefined;
}

export async function writeAudit(entry: AuditEntry): Promise<void> {
  await db.insert(audit).values({ id: uuidv7(), ...entry });
}

export interface AuditLine {
  readonly id: string;
  readonly at: Date;
  readonly action: string;
  readonly subject: string;
  readonly subjectId: string | null;
  readonly detail: Record<string, string | number | boolean | null> | null;
  readonly by: string | null;
}

/** The trail, the newest first, a page at a time: what came before `before`. */
export async function auditTrail(
  practiceId: string,
  page: { readonly before?: Date | undefined; readonly limit: number },
): Promise<AuditLine[]> {
  return db
    .select({
      id: audit.id,
      at: audit.at,
      action: audit.action,
      subject: audit.subject,
      subjectId: audit.subjectId,
      detail: audit.detail,
      by: staff.name,
    })
    .from(audit)
    .leftJoin(staff, eq(staff.id, audit.staffId))
    .where(and(eq(audit.practiceId, practiceId), page.before ? lt(audit.at, page.before) : undefined))
    .orderBy(desc(audit.at), desc(audit.id))
    .limit(page.limit);
}

/** The names of everybody who works or worked here, by id. */
export async function staffNames(practiceId: string): Promise<Map<string, string>> {
  const rows = await db
    .select({ id: staff.id, name: staff.name })
    .from(staff)
    .where(eq(staff.practiceId, practiceId));
  return new Map(rows.map((row) => [row.id, row.name]));
}

/** Everybody of the practice, by name; passwords stay where they are. */
export async function staffOf(practiceId: string): Promise<Omit<StaffRow, 'passwordHash'>[]> {
  const rows = await db.select().from(staff).where(eq(staff.practiceId, practiceId)).orderBy(asc(staff.name));
  return rows.map(({ passwordHash: _, ...row }) => row);
}

export async function staffById(practiceId: string, id: string): Promise<StaffRow | undefined> {
  const [row] = await db
    .select()
    .from(staff)
    .where(and(eq(staff.id, id), eq(staff.practiceId, practiceId)));
  return row;
}

/** Holds the owners of a practice, so that the last one cannot go while another is being changed. */
export async function lockOwners(practiceId: string): Promise<{ id: string }[]> {
  return db
    .select({ id: staff.id })
    .from(staff)
    .where(and(eq(staff.practiceId, practiceId), eq(staff.role, 'owner'), eq(staff.disabled, false)))
    .for('update');
}

/** Adds a person once; false when the e-mail belongs to somebody already. */
export async function addStaff(row: typeof staff.$inferInsert): Promise<boolean> {
  const rows = await db.insert(staff).values(row).onConflictDoNothing().returning({ id: staff.id });
  if (rows.length > 0) return true;
  const [known] = await db.select({ id: staff.id }).from(staff).where(eq(staff.id, row.id));
  return known !== undefined;
}

export async function changeStaff(
  practiceId: string,
  id: string,
  values: Partial<{
    role: Role;
    disabled: boolean;
    passwordHash: string;
    mustChangePassword: boolean;
    name: string;
  }>,
): Promise<boolean> {
  const rows = await db
    .update(staff)
    .set(values)
    .where(and(eq(staff.id, id), eq(staff.practiceId, practiceId)))
    .returning({ id: staff.id });
  return rows.length > 0;
}

export async function addPractice(row: typeof practice.$inferInsert): Promise<void> {
  await db.insert(practice).values(row);
}

/** Saves the practice's settings unless somebody saved since; false when so. */
export async function savePractice(
  practiceId: string,
  version: number,
  values: {
    name: string;
    timeZone: string;
    schoolId: string;
    firstWeekday: number;
    settings: PracticeSettings;
  },
): Promise<boolean> {
  const rows = await db
    .update(practice)
    .set({ ...values, version: version + 1 })
    .where(and(eq(practice.id, practiceId), eq(practice.version, version)))
    .returning({ id: practice.id });
  return rows.length > 0;
}
