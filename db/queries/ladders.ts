import { and, asc, eq, inArray, type SQL, sql } from 'drizzle-orm';
import { db, prepared } from '../client.server';
import { athlete, ownedRung, proposal, underWay } from '../schema';

/** The exercises athletes are on, what they own, and the proposals to move them. */

export type ProposalRow = typeof proposal.$inferSelect;
export type UnderWayRow = typeof underWay.$inferSelect;

/** Open proposals of an athlete give way, as far as they are those. */
async function supersede(athleteId: string, those: SQL): Promise<void> {
  await db
    .update(proposal)
    .set({ status: 'superseded', decidedAt: new Date() })
    .where(and(eq(proposal.athleteId, athleteId), eq(proposal.status, 'open'), those));
}

/** Open proposals of these ladders give way to newer ones. */
export async function supersedeProposals(athleteId: string, ladderIds: readonly string[]): Promise<void> {
  if (ladderIds.length > 0) await supersede(athleteId, inArray(proposal.ladderId, [...ladderIds]));
}

/** What logs proposed that were corrected, as far as nobody decided it. */
export async function supersedeProposalsOfLogs(athleteId: string, logIds: readonly string[]): Promise<void> {
  if (logIds.length > 0) await supersede(athleteId, inArray(proposal.logId, [...logIds]));
}

export async function insertProposals(rows: readonly (typeof proposal.$inferInsert)[]): Promise<void> {
  if (rows.length > 0) await db.insert(proposal).values([...rows]);
}

export async function openProposals(practiceId: string, athleteId: string): Promise<ProposalRow[]> {
  return prepared('open_proposals', (database, name) =>
    database
      .select()
      .from(proposal)
      .where(
        and(
          eq(proposal.practiceId, sql.placeholder('practiceId')),
          eq(proposal.athleteId, sql.placeholder('athleteId')),
          eq(proposal.status, 'open'),
        ),
      )
      .orderBy(asc(proposal.createdAt), asc(proposal.id))
      .prepare(name),
  ).execute({ practiceId, athleteId });
}

/** Open proposals of an athlete among some ids, held for deciding. */
export async function lockProposals(
  practiceId: string,
  athleteId: string,
  ids: readonly string[],
): Promise<ProposalRow[]> {
  if (ids.length === 0) return [];
  return db
    .select()
    .from(proposal)
    .where(
      and(
        eq(proposal.practiceId, practiceId),
        eq(proposal.athleteId, athleteId),
        eq(proposal.status, 'open'),
        inArray(proposal.id, [...ids]),
      ),
    )
    .for('update');
}

export async function decideAll(
  ids: readonly string[],
  status: 'accepted' | 'rejected',
  by: { readonly staffId: string; readonly at: Date },
): Promise<void> {
  if (ids.length === 0) return;
  await db
    .update(proposal)
    .set({ status, decidedAt: by.at, decidedBy: by.staffId })
    .where(inArray(proposal.id, [...ids]));
}

/**
 * Decided proposals of an athlete among some ids, held for taking the decision back; each with whether something newer was
 * proposed for its ladder since.
 */
export async function lockDecided(practiceId: string, athleteId: string, ids: readonly string[]) {
  if (ids.length === 0) return [];
  return db
    .select({
      row: proposal,
      newer: sql<boolean>`exists (select 1 from proposal n where n.athlete_id = ${proposal.athleteId} and n.ladder_id in (${proposal.ladderId}, ${proposal.after} ->> 'ladderId', coalesce(${proposal.taken} ->> 'ladderId', '')) and n.log_id <> ${proposal.logId} and n.created_at > ${proposal.createdAt})`,
    })
    .from(proposal)
    .where(
      and(
        eq(proposal.practiceId, practiceId),
        eq(proposal.athleteId, athleteId),
        inArray(proposal.status, ['accepted', 'rejected']),
        inArray(proposal.id, [...ids]),
      ),
    )
    .for('update');
}

/** Opens decided proposals again, and takes off what was owned by them. */
export async function reopen(athleteId: string, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await db
    .update(proposal)
    .set({ status: 'open', decidedAt: null, decidedBy: null, taken: null })
    .where(inArray(proposal.id, [...ids]));
  await db
    .delete(ownedRung)
    .where(and(eq(ownedRung.athleteId, athleteId), inArray(ownedRung.proposalId, [...ids])));
}

/** What it was before, as far as the proposal did not say. */
export async function setBefore(id: string, before: ProposalRow['before']): Promise<void> {
  await db.update(proposal).set({ before }).where(eq(proposal.id, id));
}

/** What a coach took instead of what was proposed. */
export async function setTaken(id: string, taken: NonNullable<ProposalRow['taken']>): Promise<void> {
  await db.update(proposal).set({ taken }).where(eq(proposal.id, id));
}

/** Every open proposal of a practice with whose it is, by name. */
export async function practiceProposals(practiceId: string) {
  return db
    .select({ proposal, givenName: athlete.givenName, familyName: athlete.familyName })
    .from(proposal)
    .innerJoin(athlete, eq(athlete.id, proposal.athleteId))
    .where(and(eq(proposal.practiceId, practiceId), eq(proposal.status, 'open')))
    .orderBy(asc(athlete.familyName), asc(athlete.givenName), asc(athlete.id), asc(proposal.createdAt));
}

/** Rungs owned by a practice's athletes. */
export async function ownedInPractice(practiceId: string) {
  return db
    .select({ athleteId: ownedRung.athleteId, rungId: ownedRung.rungId })
    .from(ownedRung)
    .innerJoin(athlete, eq(athlete.id, ownedRung.athleteId))
    .where(eq(athlete.practiceId, practiceId));
}

/** Writes down what an athlete owns; a rung is owned once and never lost. */
export async function addOwned(rows: readonly (typeof ownedRung.$inferInsert)[]): Promise<void> {
  if (rows.length > 0)
    await db
      .insert(ownedRung)
      .values([...rows])
      .onConflictDoNothing();
}

/** Writes down exercises under way: one a quality, role and place, the newest stands. */
export async function putUnderWay(rows: readonly (typeof underWay.$inferInsert)[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insert(underWay)
    .values([...rows])
    .onConflictDoUpdate({
      target: [underWay.athleteId, underWay.quality, underWay.role, underWay.place],
      set: {
        ladderId: sql`excluded.ladder_id`,
        rungId: sql`excluded.rung_id`,
        load: sql`excluded.load`,
        lever: sql`excluded.lever`,
        setting: sql`excluded.setting`,
        since: sql`excluded.since`,
        proposalId: sql`excluded.proposal_id`,
        updatedAt: sql`excluded.updated_at`,
      },
    });
}
