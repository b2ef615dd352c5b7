import { and, asc, desc, eq, gte, inArray, lte, ne, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { db, prepared } from '../client.server';
import {
  athlete,
  coreSession,
  liveSet,
  prescription,
  type SessionChange,
  sessionLog,
  setLog,
} from '../schema';
import type { LiveSetRow, LogWithSets } from './logs';

/** Sessions that were laid out, with their prescriptions. */

export type SessionRow = typeof coreSession.$inferSelect;
export type PrescriptionRow = typeof prescription.$inferSelect;

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

/** Appointments of some days that no session stands for any more: a calendar is to be told so. */
export async function goneSessions(practiceId: string, athleteId: string, from: string, to: string) {
  const standing = alias(coreSession, 'standing');
  return db
    .selectDistinctOn([coreSession.uid], {
      uid: coreSession.uid,
      onDate: coreSession.onDate,
      sequence: coreSession.sequence,
      changedAt: coreSession.changedAt,
    })
    .from(coreSession)
    .where(
      and(
        eq(coreSession.practiceId, practiceId),
        eq(coreSession.athleteId, athleteId),
        gte(coreSession.onDate, from),
        lte(coreSession.onDate, to),
        eq(coreSession.state, 'replaced'),
        notExists(
          db
            .select({ id: standing.id })
            .from(standing)
            .where(
              and(
                eq(standing.athleteId, athleteId),
                eq(standing.uid, coreSession.uid),
                ne(standing.state, 'replaced'),
              ),
            ),
        ),
      ),
    )
    .orderBy(coreSession.uid, desc(coreSession.sequence));
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
  return prepared('practice_sessions', (database, name) => {
    const between = and(
      eq(coreSession.practiceId, sql.placeholder('practiceId')),
      gte(coreSession.onDate, sql.placeholder('from')),
      lte(coreSession.onDate, sql.placeholder('to')),
    );
    const newest = database
      .selectDistinctOn([sessionLog.sessionId], {
        sessionId: sessionLog.sessionId,
        id: sessionLog.id,
        effort: sessionLog.effort,
      })
      .from(sessionLog)
      // A log may be of another day than its session.
      .innerJoin(coreSession, eq(coreSession.id, sessionLog.sessionId))
      .where(between)
      .orderBy(sessionLog.sessionId, desc(sessionLog.version))
      .as('newest');
    return database
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
        /** Sets told of a session under way, and when the last of them was. */
        setsTold: sql<number>`(select count(*)::int from ${liveSet} where ${liveSet.sessionId} = ${coreSession.id})`,
        lastSetAt: sql<
          string | null
        >`(select max(${liveSet.at}) from ${liveSet} where ${liveSet.sessionId} = ${coreSession.id})`,
        lastRungId: sql<
          string | null
        >`(select rung_id from ${liveSet} where ${liveSet.sessionId} = ${coreSession.id} order by ${liveSet.at} desc limit 1)`,
      })
      .from(coreSession)
      .innerJoin(athlete, eq(athlete.id, coreSession.athleteId))
      .leftJoin(newest, eq(newest.sessionId, coreSession.id))
      .where(and(between, ne(coreSession.state, 'replaced')))
      .orderBy(asc(coreSession.onDate), asc(athlete.familyName))
      .prepare(name);
  }).execute({ practiceId, from, to });
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
  values: {
    readonly state: SessionRow['state'];
    readonly changes: SessionChange[];
    readonly minutes?: number;
  },
): Promise<void> {
  await db
    .update(coreSession)
    .set({ ...values, revision: sql`${coreSession.revision} + 1` })
    .where(eq(coreSession.id, id));
}

/** Moves a session to another day. */
export async function moveSession(
  id: string,
  to: Pick<SessionRow, 'onDate' | 'weekStart' | 'place' | 'state' | 'changes'>,
): Promise<void> {
  await db
    .update(coreSession)
    .set({ ...to, revision: sql`${coreSession.revision} + 1` })
    .where(eq(coreSession.id, id));
}

/** Marks exercises as the coach's own, so that they stay when their week is made again. */
export async function markByHand(rows: readonly PrescriptionRow[]): Promise<void> {
  for (const row of rows)
    await db
      .update(prescription)
      .set({ detail: { ...row.detail, byHand: true } })
      .where(eq(prescription.id, row.id));
}

/** Writes new figures of a laid-out exercise. */
export async function changeItem(
  id: string,
  figures: Omit<typeof prescription.$inferInsert, 'id' | 'sessionId' | 'position'>,
): Promise<void> {
  await db.update(prescription).set(figures).where(eq(prescription.id, id));
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

/** The session that stands on a day of an athlete. */
export async function sessionOnDay(
  practiceId: string,
  athleteId: string,
  onDate: string,
): Promise<string | undefined> {
  const [row] = await db
    .select({ id: coreSession.id })
    .from(coreSession)
    .where(
      and(
        eq(coreSession.practiceId, practiceId),
        eq(coreSession.athleteId, athleteId),
        eq(coreSession.onDate, onDate),
        ne(coreSession.state, 'replaced'),
      ),
    );
  return row?.id;
}

/** A session for work nobody laid out; false when its id is taken. */
export async function insertUnplanned(
  row: Pick<
    typeof coreSession.$inferInsert,
    'id' | 'practiceId' | 'athleteId' | 'weekStart' | 'onDate' | 'createdAt'
  >,
): Promise<boolean> {
  const rows = await db
    .insert(coreSession)
    .values({ ...row, minutes: 0, state: 'unplanned' })
    .onConflictDoNothing({ target: coreSession.id })
    .returning({ id: coreSession.id });
  return rows.length > 0;
}

/** How long a session was. */
export async function setMinutes(id: string, minutes: number): Promise<void> {
  await db.update(coreSession).set({ minutes }).where(eq(coreSession.id, id));
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
