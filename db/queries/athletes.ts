import { and, asc, desc, eq, gte, inArray, isNull, or, type SQL, sql } from 'drizzle-orm';
import { db, prepared } from '../client.server';
import {
  agreement,
  athlete,
  athleteFact,
  blackout,
  clearance,
  event,
  flag,
  importDraft,
  priorityRun,
  screening,
  seasonVersion,
  sessionLog,
} from '../schema';

export type AthleteRow = typeof athlete.$inferSelect;
export type AthleteValues = Omit<typeof athlete.$inferInsert, 'id' | 'practiceId' | 'version' | 'createdAt'>;

/** Everybody of the practice by name. */
export async function athletesOf(practiceId: string): Promise<AthleteRow[]> {
  return db
    .select()
    .from(athlete)
    .where(eq(athlete.practiceId, practiceId))
    .orderBy(asc(athlete.familyName), asc(athlete.givenName));
}

export async function athleteNames(practiceId: string): Promise<{ id: string; name: string }[]> {
  const rows = await prepared('athlete_names', (database, name) =>
    database
      .select({ id: athlete.id, givenName: athlete.givenName, familyName: athlete.familyName })
      .from(athlete)
      .where(eq(athlete.practiceId, sql.placeholder('practiceId')))
      .orderBy(asc(athlete.familyName), asc(athlete.givenName))
      .prepare(name),
  ).execute({ practiceId });
  return rows.map((row) => ({ id: row.id, name: `${row.givenName} ${row.familyName}` }));
}

/** One athlete of this practice; undefined for a foreign or unknown id. */
export async function athleteById(practiceId: string, id: string): Promise<AthleteRow | undefined> {
  const [row] = await db
    .select()
    .from(athlete)
    .where(and(eq(athlete.id, id), eq(athlete.practiceId, practiceId)));
  return row;
}

/** Holds an athlete for the length of a transaction, so that what follows sees the last word. */
export async function lockAthlete(practiceId: string, id: string): Promise<boolean> {
  const rows = await prepared('lock_athlete', (database, name) =>
    database
      .select({ id: athlete.id })
      .from(athlete)
      .where(
        and(eq(athlete.id, sql.placeholder('id')), eq(athlete.practiceId, sql.placeholder('practiceId'))),
      )
      .for('update')
      .prepare(name),
  ).execute({ practiceId, id });
  return rows.length > 0;
}

/** An athlete with all that decides what they may do, in one query: forms and words, open flags, events, ladders. */
export async function subjectRows(practiceId: string, id: string) {
  const row = await prepared('subject', (database, name) =>
    database.query.athlete
      .findFirst({
        where: and(
          eq(athlete.id, sql.placeholder('id')),
          eq(athlete.practiceId, sql.placeholder('practiceId')),
        ),
        with: {
          clearances: {
            orderBy: [asc(clearance.createdAt), asc(clearance.id)],
            with: { agreements: { orderBy: [asc(agreement.createdAt)] } },
          },
          flags: { where: isNull(flag.closedAt), orderBy: [asc(flag.openedAt)] },
          events: { orderBy: [asc(event.onDate)] },
          blackouts: { orderBy: [asc(blackout.fromDate)] },
          underWay: true,
          owned: true,
          tiers: true,
        },
      })
      .prepare(name),
  ).execute({ practiceId, id });
  if (!row) return undefined;
  const { clearances, flags, events, blackouts, underWay, owned, tiers, ...its } = row;
  return {
    athlete: its as AthleteRow,
    forms: clearances.map(({ agreements: _, ...form }) => form),
    agreements: clearances.flatMap((form) => form.agreements),
    flags,
    events,
    blackouts,
    underWay,
    owned: owned.map(({ rungId }) => rungId),
    tiers,
  };
}
/** How much trunk work an athlete does when a season begins, as it was answered. */
export async function setTrunkWork(
  practiceId: string,
  id: string,
  trunkWork: NonNullable<AthleteRow['trunkWork']>,
): Promise<void> {
  await db
    .update(athlete)
    .set({ trunkWork })
    .where(and(eq(athlete.id, id), eq(athlete.practiceId, practiceId)));
}

export type SubjectRows = NonNullable<Awaited<ReturnType<typeof subjectRows>>>;

export type AthleteFactRow = typeof athleteFact.$inferSelect;

/** Writes down what an athlete is from a day on. */
export async function addAthleteFact(row: typeof athleteFact.$inferInsert): Promise<void> {
  await db.insert(athleteFact).values(row).onConflictDoNothing({ target: athleteFact.id });
}

/** What an athlete was when something was made, on its day: the last fact written by then that held, else the first one. */
export async function athleteFactAt(
  practiceId: string,
  athleteId: string,
  { onDate, createdAt }: Pick<AthleteFactRow, 'onDate' | 'createdAt'>,
): Promise<AthleteFactRow | undefined> {
  const rows = await db
    .select()
    .from(athleteFact)
    .where(and(eq(athleteFact.practiceId, practiceId), eq(athleteFact.athleteId, athleteId)))
    .orderBy(asc(athleteFact.onDate), asc(athleteFact.createdAt));
  return rows.findLast((row) => row.onDate <= onDate && row.createdAt <= createdAt) ?? rows[0];
}

/** How many rows of a table an athlete has, `where` said of it as t. */
const counted = (table: string, athleteId: unknown, where: SQL, name: string) =>
  sql<number>`(select count(*)::int from ${sql.raw(table)} t where t.athlete_id = ${athleteId} and ${where})`.as(
    name,
  );

/** The newest screen, season and log: what places an athlete on the path. */
const pathParts = {
  screenings: {
    columns: { id: true as const, onDate: true as const, completedAt: true as const },
    orderBy: [desc(screening.onDate), desc(screening.createdAt)],
    limit: 1 as const,
  },
  seasons: {
    columns: { startsOn: true as const },
    where: eq(seasonVersion.aside, false),
    orderBy: [desc(seasonVersion.createdAt), desc(seasonVersion.id)],
    limit: 1 as const,
  },
  logs: { columns: { onDate: true as const }, orderBy: [desc(sessionLog.onDate)], limit: 1 as const },
};
const openProposals = (athleteId: unknown) =>
  counted('proposal', athleteId, sql`t.status = 'open'`, 'open_proposals');

/**
 * Everybody by name with what a list shows beside each: newest form, screen, pillar, log; next event; open flags and
 * proposals. One query, whatever the size of the roster.
 */
export async function rosterRows(practiceId: string, today: string, breathMarks: readonly string[]) {
  return prepared('roster', (database, name) =>
    database.query.athlete
      .findMany({
        columns: {
          id: true,
          givenName: true,
          familyName: true,
          birthDate: true,
          disciplineId: true,
          schoolId: true,
          kit: true,
          places: true,
          massKg: true,
        },
        where: eq(athlete.practiceId, sql.placeholder('practiceId')),
        orderBy: [asc(athlete.familyName), asc(athlete.givenName)],
        with: {
          // The newest form of each, and every older one that named a sign: those stay until somebody licensed answers them.
          clearances: {
            where: (form) =>
              or(
                sql`cardinality(${form.stopSigns}) > 0`,
                gte(form.systolicMmHg, 180),
                gte(form.diastolicMmHg, 110),
                sql`not exists (select 1 from clearance newer where newer.athlete_id = ${form.athleteId} and newer.created_at > ${form.createdAt})`,
              ),
            orderBy: [asc(clearance.createdAt), asc(clearance.id)],
            with: { agreements: true },
          },
          flags: {
            columns: { id: true, kind: true, text: true, qualities: true },
            where: isNull(flag.closedAt),
            orderBy: [asc(flag.openedAt)],
          },
          ...pathParts,
          runs: { columns: { cells: true }, orderBy: [desc(priorityRun.createdAt)], limit: 1 },
          events: {
            columns: { name: true, onDate: true, priority: true },
            where: gte(event.onDate, sql.placeholder('today')),
            orderBy: [asc(event.onDate)],
            limit: 1,
          },
        },
        extras: (row) => ({
          openProposals: openProposals(row.id),
          // Sessions ahead that a check called off or thinned after they were laid out.
          changedSessions: counted(
            'core_session',
            row.id,
            // What a coach's hand or a log changed is known to whoever did it.
            sql`t.on_date >= ${sql.placeholder('today')} and t.state in ('planned', 'called_off') and exists (select 1 from jsonb_array_elements(t.changes) change where change -> 'what' ->> 'code' like 'recheck.%')`,
            'changed_sessions',
          ),
          // Planned days that went by since the last session that was done, and whether somebody answered the break.
          missedSince: counted(
            'core_session',
            row.id,
            sql`t.on_date < ${sql.placeholder('today')} and t.on_date > (select max(l.on_date) from session_log l where l.athlete_id = t.athlete_id) and t.state not in ('replaced', 'unplanned') and not exists (select 1 from session_log l where l.session_id = t.id) and not exists (select 1 from live_set s where s.session_id = t.id)`,
            'missed_since',
          ),
          // Where Ground ends when it is mastered: the phases of this week and the next in the season that stands.
          groundThen: sql<
            string | null
          >`(case when ${row.groundEnds} = 'mastery' then (select string_agg(w.phase, ' ' order by w.starts_on) from plan_week w where w.season_version_id = (select v.id from season_version v where v.athlete_id = ${row.id} and not v.aside order by v.created_at desc, v.id desc limit 1) and w.starts_on > ${sql.placeholder('today')}::date - 7 and w.starts_on <= ${sql.placeholder('today')}::date + 7) end)`.as(
            'ground_then',
          ),
          ownsBreath:
            sql<boolean>`exists (select 1 from owned_rung o where o.athlete_id = ${row.id} and o.rung_id = any(string_to_array(${sql.placeholder('breathMarks')}, ' ')))`.as(
              'owns_breath',
            ),
          breaksAnswered:
            sql<number>`(select count(*)::int from audit t where t.practice_id = ${row.practiceId} and t.subject_id = ${row.id} and t.action in ('week.repeat', 'week.ease_back') and t.at::date > (select max(l.on_date) from session_log l where l.athlete_id = ${row.id}))`.as(
              'breaks_answered',
            ),
        }),
      })
      .prepare(name),
  ).execute({ practiceId, today, breathMarks: breathMarks.join(' ') });
}

/** Adds an athlete under a client-made id; a second save of the same form changes nothing. */
export async function addAthlete(
  practiceId: string,
  id: string,
  values: AthleteValues,
): Promise<'kept' | 'again'> {
  const rows = await db
    .insert(athlete)
    .values({ ...values, id, practiceId })
    .onConflictDoNothing({ target: athlete.id })
    .returning({ id: athlete.id });
  return rows.length > 0 ? 'kept' : 'again';
}

/** Saves a form made from `version`. `stale` when somebody saved since: nothing is overwritten. */
export async function saveAthlete(
  practiceId: string,
  id: string,
  version: number,
  values: AthleteValues,
): Promise<'saved' | 'stale'> {
  const rows = await db
    .update(athlete)
    .set({ ...values, version: version + 1 })
    .where(and(eq(athlete.id, id), eq(athlete.practiceId, practiceId), eq(athlete.version, version)))
    .returning({ id: athlete.id });
  return rows.length > 0 ? 'saved' : 'stale';
}

export async function keepDraft(
  practiceId: string,
  id: string,
  fileName: string,
  content: string,
  athleteId: string | null,
): Promise<void> {
  await db
    .insert(importDraft)
    .values({ id, practiceId, fileName, content, athleteId })
    .onConflictDoNothing({ target: importDraft.id });
}

export async function draftById(practiceId: string, id: string) {
  const [row] = await db
    .select()
    .from(importDraft)
    .where(and(eq(importDraft.id, id), eq(importDraft.practiceId, practiceId)));
  return row;
}

/** Claims a draft for its confirmation; undefined when it was confirmed before. Its content goes. */
export async function claimDraft(practiceId: string, draftId: string): Promise<string | undefined> {
  const [row] = await db
    .update(importDraft)
    .set({ confirmedAt: new Date(), content: '' })
    .where(
      and(
        eq(importDraft.id, draftId),
        eq(importDraft.practiceId, practiceId),
        isNull(importDraft.confirmedAt),
      ),
    )
    .returning({ id: importDraft.id });
  return row?.id;
}

/** Rows of one insert at the most: a statement takes some 65 000 figures. */
const rowsAtOnce = 500;

/** Adds many athletes; gives their ids in the same order. */
export async function addAthletes(
  practiceId: string,
  rows: readonly (AthleteValues & { readonly id: string })[],
): Promise<void> {
  for (let i = 0; i < rows.length; i += rowsAtOnce)
    await db.insert(athlete).values(rows.slice(i, i + rowsAtOnce).map((row) => ({ ...row, practiceId })));
}

export async function addAthleteFacts(rows: readonly (typeof athleteFact.$inferInsert)[]): Promise<void> {
  for (let i = 0; i < rows.length; i += rowsAtOnce)
    await db.insert(athleteFact).values(rows.slice(i, i + rowsAtOnce));
}

/** Changes an athlete whatever version it has, counting one more. */
export async function overwriteAthlete(
  practiceId: string,
  id: string,
  values: Partial<AthleteValues>,
): Promise<void> {
  await db
    .update(athlete)
    .set({ ...values, version: sql`${athlete.version} + 1` })
    .where(and(eq(athlete.id, id), eq(athlete.practiceId, practiceId)));
}

/** Athletes of the practice among some ids. */
export async function athletesById(practiceId: string, ids: readonly string[]): Promise<AthleteRow[]> {
  if (ids.length === 0) return [];
  return db
    .select()
    .from(athlete)
    .where(and(eq(athlete.practiceId, practiceId), inArray(athlete.id, [...ids])));
}

/** The few facts beside the subject that place an athlete on the path, in one query. */
export async function pathFacts(practiceId: string, athleteId: string) {
  const row = await prepared('path_facts', (database, name) =>
    database.query.athlete
      .findFirst({
        columns: {},
        where: and(
          eq(athlete.id, sql.placeholder('athleteId')),
          eq(athlete.practiceId, sql.placeholder('practiceId')),
        ),
        with: pathParts,
        extras: (its) => ({ openProposals: openProposals(its.id) }),
      })
      .prepare(name),
  ).execute({ practiceId, athleteId });
  return {
    screen: row?.screenings[0],
    seasonDay: row?.seasons[0]?.startsOn,
    lastLogDay: row?.logs[0]?.onDate,
    openProposals: row?.openProposals ?? 0,
  };
}
