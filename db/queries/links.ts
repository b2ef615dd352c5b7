import { and, desc, eq, gt, isNull, lt, or, sql } from 'drizzle-orm';
import { db, prepared } from '../client.server';
import { athleteLink, practice } from '../schema';
import type { PracticeRow } from './principal';

/** Links by which athletes come without an account. */

export type LinkRow = typeof athleteLink.$inferSelect;

export async function insertLink(row: typeof athleteLink.$inferInsert): Promise<boolean> {
  const rows = await db
    .insert(athleteLink)
    .values(row)
    .onConflictDoNothing({ target: athleteLink.id })
    .returning({ id: athleteLink.id });
  return rows.length > 0;
}

/** An athlete's links, the newest first. */
export const linksOf = (practiceId: string, athleteId: string): Promise<LinkRow[]> =>
  db
    .select()
    .from(athleteLink)
    .where(and(eq(athleteLink.practiceId, practiceId), eq(athleteLink.athleteId, athleteId)))
    .orderBy(desc(athleteLink.createdAt));

/** The link of a token, and its practice, while it holds. */
export async function linkBy(
  tokenHash: string,
  at: Date,
): Promise<{ link: LinkRow; practice: PracticeRow } | undefined> {
  const [row] = await prepared('link_by', (database, name) =>
    database
      .select({ link: athleteLink, practice })
      .from(athleteLink)
      .innerJoin(practice, eq(practice.id, athleteLink.practiceId))
      .where(
        and(
          eq(athleteLink.tokenHash, sql.placeholder('tokenHash')),
          isNull(athleteLink.revokedAt),
          gt(athleteLink.expiresAt, sql.placeholder('at')),
        ),
      )
      .prepare(name),
  ).execute({ tokenHash, at });
  return row;
}

/** The same by the calendar's own token. */
export async function linkByCalendar(
  calendarHash: string,
  at: Date,
): Promise<{ link: LinkRow; practice: PracticeRow } | undefined> {
  const [row] = await db
    .select({ link: athleteLink, practice })
    .from(athleteLink)
    .innerJoin(practice, eq(practice.id, athleteLink.practiceId))
    .where(
      and(
        eq(athleteLink.calendarHash, calendarHash),
        isNull(athleteLink.revokedAt),
        gt(athleteLink.expiresAt, at),
      ),
    );
  return row;
}

/** Ends a link; false when it is not this athlete's, or is over already. */
export async function revokeLink(
  practiceId: string,
  athleteId: string,
  id: string,
  at: Date,
): Promise<boolean> {
  const rows = await db
    .update(athleteLink)
    .set({ revokedAt: at })
    .where(
      and(
        eq(athleteLink.id, id),
        eq(athleteLink.practiceId, practiceId),
        eq(athleteLink.athleteId, athleteId),
        isNull(athleteLink.revokedAt),
      ),
    )
    .returning({ id: athleteLink.id });
  return rows.length > 0;
}

/** A link is opened once in so many minutes, however many of its pages are read. */
const openingMinutes = 10;

/** Writes down that a link was opened. */
export async function markOpened(id: string, at: Date): Promise<void> {
  const before = new Date(at.getTime() - openingMinutes * 60_000);
  await db
    .update(athleteLink)
    .set({ openedAt: at, openedTimes: sql`${athleteLink.openedTimes} + 1` })
    .where(and(eq(athleteLink.id, id), or(isNull(athleteLink.openedAt), lt(athleteLink.openedAt, before))));
}

/** Its words were agreed to. */
export async function agreeToLink(id: string, at: Date): Promise<void> {
  await db
    .update(athleteLink)
    .set({ agreedAt: at })
    .where(and(eq(athleteLink.id, id), isNull(athleteLink.agreedAt)));
}
