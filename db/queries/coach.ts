import { and, asc, desc, eq, gte, inArray, lte, ne, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db, prepared } from '../client.server';
import {
  athlete,
  coreSession,
  ladderState,
  liveSet,
  prescription,
  proposal,
  type SessionChange,
  sessionLog,
  setLog,
} from '../schema';

export type SessionRow = typeof coreSession.$inferSelect;
export type PrescriptionRow = typeof prescription.$inferSelect;
export type LogRow = typeof sessionLog.$inferSelect;
export type ProposalRow = typeof proposal.$inferSelect;
export type SetRow = typeof setLog.$inferSelect;
export type LadderStateRow = typeof ladderState.$inferSelect;
export type LiveSetRow = typeof liveSet.$inferSelect;
export type LogWithSets = LogRow & { sets: SetRow[] };

export interface StoredSession extends SessionRow {
  items: PrescriptionRow[];
  /** The log that counts. */
  log: LogWithSets | undefined;
  /** Sets sent one by one while it is being done. */
  liveSets: LiveSetRow[];
}

const withAll = {
  items: { orderBy: [asc(prescription.position)] },
  liveSets: true as const,
  logs: { orderBy: [desc(sessionLog.version)], limit: 1, with: { sets: { orderBy: [asc(setLog.setNo)] } } },
};

const stored = ({
  logs,
  ...session
}: SessionRow & {
  items: PrescriptionRow[];
  liveSets: LiveSetRow[];
  logs: LogWithSets[];
}): StoredSession => ({
  ...session,
  log: logs[0],
});

/** An athlete's sessions of some days, each with its prescriptions and its log. What was laid out again is left out. */
export async function sessionsBetween(
  practiceId: string,
  athleteId: string,
  from: string,
  to: string,
): Promise<StoredSession[]> {
  const rows = await prepared('sessions_between', (database, name) =>
    database.query.coreSession
      .findMany({
        where: and(
          eq(coreSession.practiceId, sql.placeholder('practiceId')),
          eq(coreSession.athleteId, sql.placeholder('athleteId')),
          gte(coreSession.onDate, sql.placeholder('from')),
          lte(coreSession.onDate, sql.placeholder('to')),
          ne(coreSession.state, 'replaced'),
        ),
        orderBy: [asc(coreSession.onDate)],
        with: withAll,
      })
      .prepare(name),
  ).execute({ practiceId, athleteId, from, to });
  return rows.map(stored);
}

/** One session of this practice with its items, even one that was laid out again. */
export async function sessionById(practiceId: string, id: string): Promise<StoredSession | undefined> {
  const row = await db.query.coreSession.findFirst({
    where: and(eq(coreSession.practiceId, practiceId), eq(coreSession.id, id)),
    with: withAll,
  });
  return row && stored(row);
}

/** The practice's sessions between two days, for the lists. */
export async function practiceSessions(practiceId: string, from: string, to: string) {
  const newest = db
    .selectDistinctOn([sessionLog.sessionId], {
      sessionId: sessionLog.sessionId,
      id: sessionLog.id,
      effort: sessionLog.effort,
    })
    .from(sessionLog)
    .where(
      and(eq(sessionLog.practiceId, practiceId), gte(sessionLog.onDate, from), lte(sessionLog.onDate, to)),
    )
    .orderBy(sessionLog.sessionId, desc(sessionLog.version))
    .as('newest');
  return db
    .select({
      id: coreSession.id,
      athleteId: coreSession.athleteId,
      onDate: coreSession.onDate,
      minutes: coreSession.minutes,
      state: coreSession.state,
      givenName: athlete.givenName,
      familyName: athlete.familyName,
      logId: newest.id,
      effort: newest.effort,
      exercises: sql<number>`(select count(*)::int from ${prescription} where ${prescription.sessionId} = ${coreSession.id} and ${prescription.bars} = '[]'::jsonb)`,
    })
    .from(coreSession)
    .innerJoin(athlete, eq(athlete.id, coreSession.athleteId))
    .leftJoin(newest, eq(newest.sessionId, coreSession.id))
    .where(
      and(
        eq(coreSession.practiceId, practiceId),
        gte(coreSession.onDate, from),
        lte(coreSession.onDate, to),
        ne(coreSession.state, 'replaced'),
      ),
    )
    .orderBy(asc(coreSession.onDate), asc(athlete.familyName));
}

/** Sessions from a day on that nobody has logged, with their items: what a change of the gate checks again. */
export async function openSessions(
  practiceId: string,
  athleteId: string,
  fromDay: string,
): Promise<(SessionRow & { items: PrescriptionRow[] })[]> {
  return db.query.coreSession.findMany({
    where: (session) =>
      and(
        eq(session.practiceId, practiceId),
        eq(session.athleteId, athleteId),
        gte(session.onDate, fromDay),
        ne(session.state, 'replaced'),
        notExists(
          db.select({ id: sessionLog.id }).from(sessionLog).where(eq(sessionLog.sessionId, session.id)),
        ),
      ),
    orderBy: [asc(coreSession.onDate)],
    with: { items: { orderBy: [asc(prescription.position)] } },
  });
}

/** Writes down what a check changed of a session: its state, what the coach is told, one revision more. */
export async function changeSession(
  id: string,
  values: { readonly state: SessionRow['state']; readonly changes: SessionChange[] },
): Promise<void> {
  await db
    .update(coreSession)
    .set({ ...values, revision: sql`${coreSession.revision} + 1` })
    .where(eq(coreSession.id, id));
}

export async function changeItemCheck(
  id: string,
  check: Pick<PrescriptionRow, 'bars' | 'shownAmount' | 'shownLoad'>,
): Promise<void> {
  await db.update(prescription).set(check).where(eq(prescription.id, id));
}

/** Sets sessions aside: they are shown no more, and a log begun on one of them still finds it. */
export async function setAside(ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await db
    .update(coreSession)
    .set({ state: 'replaced', revision: sql`${coreSession.revision} + 1` })
    .where(inArray(coreSession.id, [...ids]));
}

export interface NewSession {
  session: typeof coreSession.$inferInsert;
  items: (typeof prescription.$inferInsert)[];
}

export async function insertSessions(sessions: readonly NewSession[]): Promise<void> {
  if (sessions.length === 0) return;
  await db.insert(coreSession).values(sessions.map((laidOut) => laidOut.session));
  const items = sessions.flatMap((laidOut) => laidOut.items);
  if (items.length > 0) await db.insert(prescription).values(items);
}

const newerLog = alias(sessionLog, 'newer_log');

/** The newest logs of an athlete with their sets, the oldest first; of several logs of a session the one that counts. */
export async function recentLogs(practiceId: string, athleteId: string, limit = 12): Promise<LogWithSets[]> {
  const logs = await prepared('recent_logs', (database, name) =>
    database.query.sessionLog
      .findMany({
        where: (log) =>
          and(
            eq(log.practiceId, sql.placeholder('practiceId')),
            eq(log.athleteId, sql.placeholder('athleteId')),
            notExists(
              database
                .select({ id: newerLog.id })
                .from(newerLog)
                .where(and(eq(newerLog.sessionId, log.sessionId), sql`${newerLog.version} > ${log.version}`)),
            ),
          ),
        orderBy: [desc(sessionLog.onDate), desc(sessionLog.createdAt)],
        limit: sql.placeholder('limit'),
        with: { sets: { orderBy: [asc(setLog.setNo)] } },
      })
      .prepare(name),
  ).execute({ practiceId, athleteId, limit });
  return logs.reverse();
}

/** Holds a session for the length of a transaction. */
export async function lockSession(practiceId: string, id: string): Promise<boolean> {
  const rows = await db
    .select({ id: coreSession.id })
    .from(coreSession)
    .where(and(eq(coreSession.id, id), eq(coreSession.practiceId, practiceId)))
    .for('update');
  return rows.length > 0;
}

/** The log of a session that counts, and whether this id was kept before. */
export async function logState(
  sessionId: string,
  logId: string,
): Promise<{ newest: LogRow | undefined; known: boolean }> {
  const rows = await db
    .select()
    .from(sessionLog)
    .where(eq(sessionLog.sessionId, sessionId))
    .orderBy(desc(sessionLog.version));
  return { newest: rows[0], known: rows.some((row) => row.id === logId) };
}

export async function insertLog(
  log: typeof sessionLog.$inferInsert,
  sets: readonly (typeof setLog.$inferInsert)[],
): Promise<void> {
  await db.insert(sessionLog).values(log);
  if (sets.length > 0) await db.insert(setLog).values([...sets]);
}

/** A session that was logged stands, and another of its day that nobody logged is set aside. */
export async function standAsLogged(session: Pick<SessionRow, 'id' | 'athleteId' | 'onDate'>): Promise<void> {
  await db
    .update(coreSession)
    .set({ state: 'replaced', revision: sql`${coreSession.revision} + 1` })
    .where(
      and(
        eq(coreSession.athleteId, session.athleteId),
        eq(coreSession.onDate, session.onDate),
        ne(coreSession.id, session.id),
        ne(coreSession.state, 'replaced'),
      ),
    );
  await db
    .update(coreSession)
    .set({ state: 'planned' })
    .where(and(eq(coreSession.id, session.id), ne(coreSession.state, 'planned')));
}

/** Another session of the same day that is logged already. */
export async function loggedTwin(
  session: Pick<SessionRow, 'id' | 'athleteId' | 'onDate'>,
): Promise<string | undefined> {
  const [row] = await db
    .select({ id: coreSession.id })
    .from(coreSession)
    .innerJoin(sessionLog, eq(sessionLog.sessionId, coreSession.id))
    .where(
      and(
        eq(coreSession.athleteId, session.athleteId),
        eq(coreSession.onDate, session.onDate),
        ne(coreSession.id, session.id),
        ne(coreSession.state, 'replaced'),
      ),
    )
    .limit(1);
  return row?.id;
}

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

export async function decideProposal(
  id: string,
  status: 'accepted' | 'rejected',
  staffId: string,
): Promise<void> {
  await db
    .update(proposal)
    .set({ status, decidedAt: new Date(), decidedBy: staffId })
    .where(eq(proposal.id, id));
}

/** Moves an athlete on a ladder as a proposal says; a load and a set-up stay with their rung, what is owned stays owned. */
export async function moveOnLadder(
  athleteId: string,
  to: { ladderId: string; rungId: string; sets: number; amount: number },
  owns: string | null,
  proposalId: string,
): Promise<void> {
  const owned = owns ? [owns] : [];
  const { ladderId, rungId, sets, amount } = to;
  const same = sql`${ladderState.rungId} = ${rungId}`;
  await db
    .insert(ladderState)
    .values({ athleteId, ladderId, rungId, sets, amount, owned, proposalId })
    .onConflictDoUpdate({
      target: [ladderState.athleteId, ladderState.ladderId],
      set: {
        rungId,
        sets,
        amount,
        proposalId,
        updatedAt: new Date(),
        load: sql`case when ${same} then ${ladderState.load} end`,
        setting: sql`case when ${same} then ${ladderState.setting} end`,
        ...(owned.length > 0
          ? {
              owned: sql`(select array(select distinct unnest(${ladderState.owned} || array[${owns}]::text[])))`,
            }
          : {}),
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

/** Keeps a set of a session under way; the same set again takes the newer figures. */
export async function putLiveSet(row: typeof liveSet.$inferInsert): Promise<void> {
  await db
    .insert(liveSet)
    .values(row)
    .onConflictDoUpdate({
      target: [liveSet.sessionId, liveSet.rungId, liveSet.setNo, liveSet.side],
      set: { done: row.done, faultId: row.faultId, at: row.at, staffId: row.staffId },
    });
}

/** The sets of a session that were sent one by one, once its log is kept. */
export async function clearLiveSets(sessionId: string): Promise<void> {
  await db.delete(liveSet).where(eq(liveSet.sessionId, sessionId));
}
