import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { db, prepared } from '../client.server';
import { ladderState, proposal } from '../schema';

/** Where athletes stand on their ladders, and the proposals to move them. */

export type ProposalRow = typeof proposal.$inferSelect;
export type LadderStateRow = typeof ladderState.$inferSelect;

/** Open proposals of these ladders give way to newer ones. */
export async function supersedeProposals(athleteId: string, ladderIds: readonly string[]): Promise<void> {
  if (ladderIds.length === 0) return;
  await db
    .update(proposal)
    .set({ status: 'superseded', decidedAt: new Date() })
    .where(
      and(
        eq(proposal.athleteId, athleteId),
        eq(proposal.status, 'open'),
        inArray(proposal.ladderId, [...ladderIds]),
      ),
    );
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
  staffId: string,
): Promise<void> {
  if (ids.length === 0) return;
  await db
    .update(proposal)
    .set({ status, decidedAt: new Date(), decidedBy: staffId })
    .where(inArray(proposal.id, [...ids]));
}

/** Moves an athlete on their ladders as proposals say; a load and a set-up stay with their rung, what is owned stays owned. */
export async function moveOnLadders(
  athleteId: string,
  proposals: readonly Pick<ProposalRow, 'id' | 'after' | 'owns'>[],
): Promise<void> {
  const moves = new Map<string, typeof ladderState.$inferInsert & { owned: string[] }>();
  for (const { id, after, owns } of proposals) {
    const { ladderId, rungId, sets, amount } = after;
    const owned = [...(moves.get(ladderId)?.owned ?? []), ...(owns ? [owns] : [])];
    moves.set(ladderId, { athleteId, ladderId, rungId, sets, amount, owned, proposalId: id });
  }
  if (moves.size === 0) return;
  const same = sql`${ladderState.rungId} = excluded.rung_id`;
  await db
    .insert(ladderState)
    .values([...moves.values()])
    .onConflictDoUpdate({
      target: [ladderState.athleteId, ladderState.ladderId],
      set: {
        rungId: sql`excluded.rung_id`,
        sets: sql`excluded.sets`,
        amount: sql`excluded.amount`,
        proposalId: sql`excluded.proposal_id`,
        updatedAt: new Date(),
        load: sql`case when ${same} then ${ladderState.load} end`,
        setting: sql`case when ${same} then ${ladderState.setting} end`,
        owned: sql`(select array(select distinct unnest(${ladderState.owned} || excluded.owned)))`,
      },
    });
}

export interface SentPrescription {
  readonly ladderId: string;
  readonly rungId: string;
  readonly sets: number;
  readonly amount: number | undefined;
  readonly load: number | undefined;
  readonly setting: string | undefined;
}

/**
 * Puts a rung with its load, amount or set-up on an athlete's ladder; what is undefined stays as it is while the rung
 * stays, and starts anew with another rung. The athlete must be one of the practice's.
 */
export async function sendToLadder(
  athleteId: string,
  sent: SentPrescription,
  startAmount: number,
): Promise<void> {
  const same = sql`${ladderState.rungId} = ${sent.rungId}`;
  await db
    .insert(ladderState)
    .values({
      athleteId,
      ladderId: sent.ladderId,
      rungId: sent.rungId,
      sets: sent.sets,
      amount: sent.amount ?? startAmount,
      load: sent.load ?? null,
      setting: sent.setting ?? null,
      owned: [],
    })
    .onConflictDoUpdate({
      target: [ladderState.athleteId, ladderState.ladderId],
      set: {
        rungId: sent.rungId,
        sets: sql`case when ${same} then ${ladderState.sets} else ${sent.sets} end`,
        amount: sent.amount ?? sql`case when ${same} then ${ladderState.amount} else ${startAmount} end`,
        load: sent.load ?? sql`case when ${same} then ${ladderState.load} end`,
        setting: sent.setting ?? sql`case when ${same} then ${ladderState.setting} end`,
        updatedAt: new Date(),
      },
    });
}
