import { and, asc, desc, eq, gte, inArray, isNull, lte, ne, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { db, type Tx } from '../client.server';
import {
  athlete,
  coreSession,
  flag,
  ladderState,
  prescription,
  proposal,
  sessionLog,
  setLog,
} from '../schema';

export type SessionRow = typeof coreSession.$inferSelect;
export type PrescriptionRow = typeof prescription.$inferSelect;
export type LogRow = typeof sessionLog.$inferSelect;
export type ProposalRow = typeof proposal.$inferSelect;
export type SetRow = typeof setLog.$inferSelect;

export interface StoredSession extends SessionRow {
  items: PrescriptionRow[];
  log: LogRow | undefined;
}

async function withItems(sessions: { session: SessionRow; log: LogRow | null }[]): Promise<StoredSession[]> {
  const ids = sessions.map((row) => row.session.id);
  const items =
    ids.length > 0
      ? await db
          .select()
          .from(prescription)
          .where(inArray(prescription.sessionId, ids))
          .orderBy(asc(prescription.position))
      : [];
  return sessions.map(({ session, log }) => ({
    ...session,
    log: log ?? undefined,
    items: items.filter((item) => item.sessionId === session.id),
  }));
}

/** An athlete's sessions of some days, each with its prescriptions and its log. */
export async function sessionsBetween(
  practiceId: string,
  athleteId: string,
  from: string,
  to: string,
): Promise<StoredSession[]> {
  const rows = await db
    .select({ session: coreSession, log: sessionLog })
    .from(coreSession)
    .leftJoin(sessionLog, eq(sessionLog.sessionId, coreSession.id))
    .where(
      and(
        eq(coreSession.practiceId, practiceId),
        eq(coreSession.athleteId, athleteId),
        gte(coreSession.onDate, from),
        lte(coreSession.onDate, to),
      ),
    )
    .orderBy(asc(coreSession.onDate));
  return withItems(rows);
}

/** One session of this practice with its items. */
export async function sessionById(practiceId: string, id: string): Promise<StoredSession | undefined> {
  const rows = await db
    .select({ session: coreSession, log: sessionLog })
    .from(coreSession)
    .leftJoin(sessionLog, eq(sessionLog.sessionId, coreSession.id))
    .where(and(eq(coreSession.practiceId, practiceId), eq(coreSession.id, id)));
  return (await withItems(rows))[0];
}

/** The practice's sessions between two days, for the lists. */
export async function practiceSessions(practiceId: string, from: string, to: string) {
  return db
    .select({
      id: coreSession.id,
      athleteId: coreSession.athleteId,
      onDate: coreSession.onDate,
      minutes: coreSession.minutes,
      givenName: athlete.givenName,
      familyName: athlete.familyName,
      logId: sessionLog.id,
      effort: sessionLog.effort,
      exercises: sql<number>`(select count(*)::int from ${prescription} where ${prescription.sessionId} = ${coreSession.id})`,
    })
    .from(coreSession)
    .innerJoin(athlete, eq(athlete.id, coreSession.athleteId))
    .leftJoin(sessionLog, eq(sessionLog.sessionId, coreSession.id))
    .where(
      and(eq(coreSession.practiceId, practiceId), gte(coreSession.onDate, from), lte(coreSession.onDate, to)),
    )
    .orderBy(asc(coreSession.onDate), asc(athlete.familyName));
}

export interface NewSession {
  session: typeof coreSession.$inferInsert;
  items: (typeof prescription.$inferInsert)[];
}

/** Replaces the sessions of a week that are not logged, in one transaction. Logged days stay as they are. */
export async function replaceWeek(
  practiceId: string,
  athleteId: string,
  weekStart: string,
  fromDay: string,
  sessions: readonly NewSession[],
): Promise<void> {
  await db.transaction(async (tx) => {
    // One writer for an athlete's week at a time.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`week|${athleteId}|${weekStart}`}))`);
    const old = await tx
      .select({ id: coreSession.id, onDate: coreSession.onDate, logId: sessionLog.id })
      .from(coreSession)
      .leftJoin(sessionLog, eq(sessionLog.sessionId, coreSession.id))
      .where(
        and(
          eq(coreSession.practiceId, practiceId),
          eq(coreSession.athleteId, athleteId),
          eq(coreSession.weekStart, weekStart),
        ),
      );
    const removable = old.filter((row) => !row.logId && row.onDate >= fromDay).map((row) => row.id);
    if (removable.length > 0) await tx.delete(coreSession).where(inArray(coreSession.id, removable));
    const keptDays = new Set(old.filter((row) => !removable.includes(row.id)).map((row) => row.onDate));
    const fresh = sessions.filter(
      (each) => !keptDays.has(each.session.onDate) && each.session.onDate >= fromDay,
    );
    await insertSessions(tx, fresh);
  });
}

async function insertSessions(tx: Tx, sessions: readonly NewSession[]): Promise<void> {
  if (sessions.length === 0) return;
  await tx.insert(coreSession).values(sessions.map((each) => each.session));
  const items = sessions.flatMap((each) => each.items);
  if (items.length > 0) await tx.insert(prescription).values(items);
}

/** Where an athlete of this practice stands on the ladders. */
export async function ladderStates(practiceId: string, athleteId: string) {
  const rows = await db
    .select({ state: ladderState })
    .from(ladderState)
    .innerJoin(athlete, eq(athlete.id, ladderState.athleteId))
    .where(and(eq(ladderState.athleteId, athleteId), eq(athlete.practiceId, practiceId)));
  return rows.map((row) => row.state);
}

/** The newest logs of an athlete with their sets, the oldest first. */
export async function recentLogs(
  practiceId: string,
  athleteId: string,
  limit = 12,
): Promise<(LogRow & { sets: SetRow[] })[]> {
  const logs = await db
    .select()
    .from(sessionLog)
    .where(and(eq(sessionLog.practiceId, practiceId), eq(sessionLog.athleteId, athleteId)))
    .orderBy(desc(sessionLog.onDate), desc(sessionLog.createdAt))
    .limit(limit);
  const sets =
    logs.length > 0
      ? await db
          .select()
          .from(setLog)
          .where(
            inArray(
              setLog.logId,
              logs.map((log) => log.id),
            ),
          )
          .orderBy(asc(setLog.setNo))
      : [];
  return logs.reverse().map((log) => ({ ...log, sets: sets.filter((set) => set.logId === log.id) }));
}

/**
 * Keeps a log with its sets, the proposals made from it and a flag when pain asks for one; all or nothing. `again` when
 * this session was logged before (a double click, another tab): nothing is written twice.
 */
export async function keepLog(
  log: typeof sessionLog.$inferInsert,
  sets: readonly (typeof setLog.$inferInsert)[],
  proposals: readonly (typeof proposal.$inferInsert)[],
  painFlag: typeof flag.$inferInsert | undefined,
): Promise<'kept' | 'again'> {
  return db.transaction(async (tx) => {
    const kept = await tx
      .insert(sessionLog)
      .values(log)
      .onConflictDoNothing()
      .returning({ id: sessionLog.id });
    if (kept.length === 0) return 'again';
    if (sets.length > 0) await tx.insert(setLog).values([...sets]);
    const ladders = proposals.map((each) => each.ladderId);
    if (ladders.length > 0) {
      await tx
        .update(proposal)
        .set({ status: 'superseded', decidedAt: new Date() })
        .where(
          and(
            eq(proposal.athleteId, log.athleteId),
            eq(proposal.status, 'open'),
            inArray(proposal.ladderId, ladders),
            ne(proposal.logId, log.id),
          ),
        );
      await tx.insert(proposal).values([...proposals]);
    }
    if (painFlag) await tx.insert(flag).values(painFlag);
    return 'kept';
  });
}

export async function openProposals(practiceId: string, athleteId: string): Promise<ProposalRow[]> {
  return db
    .select()
    .from(proposal)
    .where(
      and(
        eq(proposal.practiceId, practiceId),
        eq(proposal.athleteId, athleteId),
        eq(proposal.status, 'open'),
      ),
    )
    .orderBy(asc(proposal.createdAt), asc(proposal.id));
}

/** Decides open proposals: accepted ones move the athlete on their ladder, in one transaction. Returns how many were decided. */
export async function decideProposals(
  practiceId: string,
  athleteId: string,
  acceptIds: readonly string[],
  rejectIds: readonly string[],
  staffId: string,
): Promise<number> {
  const ids = [...acceptIds, ...rejectIds];
  if (ids.length === 0) return 0;
  return db.transaction(async (tx) => {
    const open = await tx
      .select()
      .from(proposal)
      .where(
        and(
          eq(proposal.practiceId, practiceId),
          eq(proposal.athleteId, athleteId),
          eq(proposal.status, 'open'),
          inArray(proposal.id, ids),
        ),
      )
      .for('update');
    for (const each of open) {
      const accepted = acceptIds.includes(each.id);
      await tx
        .update(proposal)
        .set({ status: accepted ? 'accepted' : 'rejected', decidedAt: new Date(), decidedBy: staffId })
        .where(eq(proposal.id, each.id));
      if (!accepted) continue;
      const owned = each.owns ? [each.owns] : [];
      await tx
        .insert(ladderState)
        .values({
          athleteId,
          ladderId: each.ladderId,
          rungId: each.after.rungId,
          sets: each.after.sets,
          amount: each.after.amount,
          owned,
          proposalId: each.id,
        })
        .onConflictDoUpdate({
          target: [ladderState.athleteId, ladderState.ladderId],
          set: {
            rungId: each.after.rungId,
            sets: each.after.sets,
            amount: each.after.amount,
            proposalId: each.id,
            updatedAt: new Date(),
            // A load and a set-up belong to their rung; a new rung starts without them.
            load: sql`case when ${ladderState.rungId} = ${each.after.rungId} then ${ladderState.load} end`,
            setting: sql`case when ${ladderState.rungId} = ${each.after.rungId} then ${ladderState.setting} end`,
            ...(owned.length > 0
              ? {
                  owned: sql`(select array(select distinct unnest(${ladderState.owned} || array[${each.owns}]::text[])))`,
                }
              : {}),
          },
        });
    }
    return open.length;
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

/** Qualities held by the open pain flags of an athlete. */
export async function heldBy(practiceId: string, athleteId: string): Promise<string[]> {
  const rows = await db
    .select({ qualities: flag.qualities })
    .from(flag)
    .where(
      and(
        eq(flag.practiceId, practiceId),
        eq(flag.athleteId, athleteId),
        eq(flag.kind, 'pain'),
        isNull(flag.closedAt),
      ),
    );
  return [...new Set(rows.flatMap((row) => row.qualities))];
}

export const newId = (): string => uuidv7();
