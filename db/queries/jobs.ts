import { and, asc, count, desc, eq, inArray, notExists, sql } from 'drizzle-orm';
import type { Issue } from '~/core/result';
import { db } from '../client.server';
import { athlete, type ItemState, job, jobItem, seasonVersion } from '../schema';

/** A queue of work for many athletes: whoever is free takes the next one, in as many processes as there are. */

/** After so long somebody who took one is thought to be gone. */
const lostAfter = sql`interval '10 minutes'`;

/** Athletes of a practice a job is for: those without a season, or all; of one sport where that is said. */
export async function athletesFor(
  practiceId: string,
  who: 'without' | 'all',
  disciplineId: string | null = null,
): Promise<string[]> {
  const rows = await db
    .select({ id: athlete.id })
    .from(athlete)
    .where(
      and(
        eq(athlete.practiceId, practiceId),
        disciplineId === null ? undefined : eq(athlete.disciplineId, disciplineId),
        who === 'all'
          ? undefined
          : notExists(
              db
                .select({ id: seasonVersion.id })
                .from(seasonVersion)
                .where(and(eq(seasonVersion.athleteId, athlete.id), eq(seasonVersion.aside, false))),
            ),
      ),
    )
    .orderBy(asc(athlete.familyName), asc(athlete.givenName), asc(athlete.id));
  return rows.map(({ id }) => id);
}

export async function addJob(
  row: typeof job.$inferInsert,
  items: readonly { readonly athleteId: string; readonly seasonId: string }[],
): Promise<boolean> {
  const kept = await db.insert(job).values(row).onConflictDoNothing({ target: job.id }).returning();
  if (kept.length === 0) return false;
  for (let from = 0; from < items.length; from += 1000)
    await db
      .insert(jobItem)
      .values(items.slice(from, from + 1000).map((item) => ({ ...item, jobId: row.id })));
  return true;
}

/** Takes the next one that waits, or one whose taker is gone; nobody else gets it meanwhile. */
export async function takeItem(now: Date) {
  const next = db
    .select({ jobId: jobItem.jobId, athleteId: jobItem.athleteId })
    .from(jobItem)
    .innerJoin(job, eq(job.id, jobItem.jobId))
    .where(
      sql`${jobItem.state} = 'waiting' or (${jobItem.state} = 'doing' and ${jobItem.startedAt} < ${now.toISOString()}::timestamptz - ${lostAfter})`,
    )
    .orderBy(asc(job.createdAt), asc(jobItem.seasonId))
    .limit(1)
    .for('update', { of: jobItem, skipLocked: true })
    .as('next');
  const [taken] = await db
    .update(jobItem)
    .set({ state: 'doing', startedAt: now })
    .from(next)
    .where(and(eq(jobItem.jobId, next.jobId), eq(jobItem.athleteId, next.athleteId)))
    .returning({ jobId: jobItem.jobId, athleteId: jobItem.athleteId, seasonId: jobItem.seasonId });
  if (!taken) return undefined;
  const [its] = await db
    .select({ practiceId: job.practiceId, staffId: job.staffId, template: job.template })
    .from(job)
    .where(eq(job.id, taken.jobId));
  return its && { ...taken, ...its };
}

export async function endItem(
  jobId: string,
  athleteId: string,
  state: ItemState,
  why: Issue | null,
): Promise<void> {
  await db
    .update(jobItem)
    .set({ state, why })
    .where(and(eq(jobItem.jobId, jobId), eq(jobItem.athleteId, athleteId)));
}

/** Cancels what waits; what is being done is done. */
export async function cancelJob(practiceId: string, id: string): Promise<number | undefined> {
  const [its] = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.id, id), eq(job.practiceId, practiceId)));
  if (!its) return undefined;
  const rows = await db
    .update(jobItem)
    .set({ state: 'cancelled' })
    .where(and(eq(jobItem.jobId, id), eq(jobItem.state, 'waiting')))
    .returning({ athleteId: jobItem.athleteId });
  return rows.length;
}

/** The newest job of a practice, how many of its athletes are in which state, and who was refused. */
export async function newestJob(practiceId: string) {
  const [its] = await db
    .select()
    .from(job)
    .where(eq(job.practiceId, practiceId))
    .orderBy(desc(job.createdAt), desc(job.id))
    .limit(1);
  if (!its) return undefined;
  const [states, refused] = await Promise.all([
    db
      .select({ state: jobItem.state, athletes: count() })
      .from(jobItem)
      .where(eq(jobItem.jobId, its.id))
      .groupBy(jobItem.state),
    db
      .select({
        athleteId: jobItem.athleteId,
        why: jobItem.why,
        givenName: athlete.givenName,
        familyName: athlete.familyName,
      })
      .from(jobItem)
      .innerJoin(athlete, eq(athlete.id, jobItem.athleteId))
      .where(and(eq(jobItem.jobId, its.id), inArray(jobItem.state, ['refused'])))
      .orderBy(asc(athlete.familyName), asc(athlete.givenName)),
  ]);
  const of = (state: ItemState) => states.find((one) => one.state === state)?.athletes ?? 0;
  return { ...its, of, refused };
}
