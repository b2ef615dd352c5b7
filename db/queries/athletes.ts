import { and, asc, count, desc, eq, gte, inArray, isNull } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { db } from '../client.server';
import {
  agreement,
  athlete,
  clearance,
  event,
  flag,
  importDraft,
  priorityRun,
  proposal,
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
  const rows = await db
    .select({ id: athlete.id, givenName: athlete.givenName, familyName: athlete.familyName })
    .from(athlete)
    .where(eq(athlete.practiceId, practiceId))
    .orderBy(asc(athlete.familyName), asc(athlete.givenName));
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

/** What a list shows beside each athlete: newest form, screen, pillar, log; next event; open flags and proposals. */
export async function rosterState(practiceId: string, today: string) {
  const [forms, agreements, screens, runs, events, flags, proposals, logs, seasons] = await Promise.all([
    db
      .selectDistinctOn([clearance.athleteId])
      .from(clearance)
      .where(eq(clearance.practiceId, practiceId))
      .orderBy(clearance.athleteId, desc(clearance.createdAt)),
    db.select().from(agreement).where(eq(agreement.practiceId, practiceId)),
    db
      .selectDistinctOn([screening.athleteId], {
        athleteId: screening.athleteId,
        onDate: screening.onDate,
        id: screening.id,
        completedAt: screening.completedAt,
      })
      .from(screening)
      .where(eq(screening.practiceId, practiceId))
      .orderBy(screening.athleteId, desc(screening.onDate), desc(screening.createdAt)),
    db
      .selectDistinctOn([priorityRun.athleteId], {
        athleteId: priorityRun.athleteId,
        cells: priorityRun.cells,
      })
      .from(priorityRun)
      .where(eq(priorityRun.practiceId, practiceId))
      .orderBy(priorityRun.athleteId, desc(priorityRun.createdAt)),
    db
      .selectDistinctOn([event.athleteId])
      .from(event)
      .where(and(eq(event.practiceId, practiceId), gte(event.onDate, today)))
      .orderBy(event.athleteId, asc(event.onDate)),
    db
      .select()
      .from(flag)
      .where(and(eq(flag.practiceId, practiceId), isNull(flag.closedAt)))
      .orderBy(asc(flag.openedAt)),
    db
      .select({ athleteId: proposal.athleteId, n: count() })
      .from(proposal)
      .where(and(eq(proposal.practiceId, practiceId), eq(proposal.status, 'open')))
      .groupBy(proposal.athleteId),
    db
      .selectDistinctOn([sessionLog.athleteId], {
        athleteId: sessionLog.athleteId,
        onDate: sessionLog.onDate,
      })
      .from(sessionLog)
      .where(eq(sessionLog.practiceId, practiceId))
      .orderBy(sessionLog.athleteId, desc(sessionLog.onDate)),
    db
      .selectDistinctOn([seasonVersion.athleteId], {
        athleteId: seasonVersion.athleteId,
        startsOn: seasonVersion.startsOn,
      })
      .from(seasonVersion)
      .where(eq(seasonVersion.practiceId, practiceId))
      .orderBy(seasonVersion.athleteId, desc(seasonVersion.createdAt)),
  ]);
  return { forms, agreements, screens, runs, events, flags, proposals, logs, seasons };
}

/** Adds an athlete under a client-made id; a second save of the same form changes nothing. */
export async function addAthlete(practiceId: string, id: string, values: AthleteValues): Promise<void> {
  await db
    .insert(athlete)
    .values({ ...values, id, practiceId })
    .onConflictDoNothing({ target: athlete.id });
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

export async function keepDraft(practiceId: string, fileName: string, content: string): Promise<string> {
  const id = uuidv7();
  await db.insert(importDraft).values({ id, practiceId, fileName, content });
  return id;
}

export async function draftById(practiceId: string, id: string) {
  const [row] = await db
    .select()
    .from(importDraft)
    .where(and(eq(importDraft.id, id), eq(importDraft.practiceId, practiceId)));
  return row;
}

export interface RosterWrite {
  athleteId: string | undefined;
  values: Pick<
    AthleteValues,
    'givenName' | 'familyName' | 'birthDate' | 'sex' | 'disciplineId' | 'level' | 'massKg' | 'statureM'
  >;
}

/** Confirms an import in one transaction; a second confirmation of the same draft does nothing. */
export async function confirmImport(
  practiceId: string,
  draftId: string,
  writes: readonly RosterWrite[],
  defaults: Pick<AthleteValues, 'kit' | 'weekdays'>,
): Promise<'done' | 'again'> {
  return db.transaction(async (tx) => {
    const claimed = await tx
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
    if (claimed.length === 0) return 'again';
    const fresh = writes.filter((write) => write.athleteId === undefined);
    for (let i = 0; i < fresh.length; i += 500) {
      await tx
        .insert(athlete)
        .values(
          fresh
            .slice(i, i + 500)
            .map((write) => ({ ...defaults, ...write.values, id: uuidv7(), practiceId })),
        );
    }
    const known = writes.filter((write) => write.athleteId !== undefined);
    const ids = known.map((write) => write.athleteId as string);
    const versions =
      ids.length > 0
        ? await tx
            .select({ id: athlete.id, version: athlete.version })
            .from(athlete)
            .where(and(eq(athlete.practiceId, practiceId), inArray(athlete.id, ids)))
        : [];
    for (const write of known) {
      const version = versions.find((row) => row.id === write.athleteId)?.version ?? 1;
      await tx
        .update(athlete)
        .set({ ...write.values, version: version + 1 })
        .where(and(eq(athlete.id, write.athleteId as string), eq(athlete.practiceId, practiceId)));
    }
    return 'done';
  });
}

/** The few facts that place one athlete on the path. */
export async function pathFacts(practiceId: string, athleteId: string, today: string) {
  const [screens, seasons, events, logs, proposals, flags] = await Promise.all([
    db
      .select({ onDate: screening.onDate, completedAt: screening.completedAt, id: screening.id })
      .from(screening)
      .where(and(eq(screening.practiceId, practiceId), eq(screening.athleteId, athleteId)))
      .orderBy(desc(screening.onDate), desc(screening.createdAt))
      .limit(1),
    db
      .select({ startsOn: seasonVersion.startsOn })
      .from(seasonVersion)
      .where(and(eq(seasonVersion.practiceId, practiceId), eq(seasonVersion.athleteId, athleteId)))
      .orderBy(desc(seasonVersion.createdAt))
      .limit(1),
    db
      .select()
      .from(event)
      .where(and(eq(event.practiceId, practiceId), eq(event.athleteId, athleteId), gte(event.onDate, today)))
      .orderBy(asc(event.onDate)),
    db
      .select({ onDate: sessionLog.onDate })
      .from(sessionLog)
      .where(and(eq(sessionLog.practiceId, practiceId), eq(sessionLog.athleteId, athleteId)))
      .orderBy(desc(sessionLog.onDate))
      .limit(1),
    db
      .select({ n: count() })
      .from(proposal)
      .where(
        and(
          eq(proposal.practiceId, practiceId),
          eq(proposal.athleteId, athleteId),
          eq(proposal.status, 'open'),
        ),
      ),
    db
      .select()
      .from(flag)
      .where(and(eq(flag.practiceId, practiceId), eq(flag.athleteId, athleteId), isNull(flag.closedAt)))
      .orderBy(asc(flag.openedAt)),
  ]);
  return {
    screen: screens[0],
    seasonDay: seasons[0]?.startsOn,
    events,
    lastLogDay: logs[0]?.onDate,
    openProposals: proposals[0]?.n ?? 0,
    flags,
  };
}
