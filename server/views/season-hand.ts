import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import { phases } from '~/core/catalogue/phases';
import { qualityIds } from '~/core/catalogue/qualities';
import type { GrowingWeek } from '~/core/plan/block-ends';
import { draftOf } from '~/core/plan/hand/draft';
import { newestSeason, seasonById, seasonVersions } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { loadDose } from '../principal/dose';
import { forAthlete, type Principal } from '../principal/principal';
import { toPlanWeek } from '../principal/rows';
import { loadSeasonInput } from '../principal/season';
import { type AthleteStanding, isUuid, type Subject } from '../principal/subject';
import { endsView, exercisesAtEnds } from './targets';

/** What a page may send of a season: three years and a little, all qualities on both sides. */
const mostWeeks = 170;
const mostCells = 30;

/** Versions that are listed. */
const versionsShown = 30;

/**
 * A season to be moved by hand: the plan that stands from this week on, what it is solved from, and its versions.
 *
 * @param besideId a version to lay beside it
 * @returns null when nothing is planned
 */
export async function seasonHandView(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  besideId: string | null,
) {
  const { practiceId, today } = principal;
  const athleteId = subject.athlete.id;
  const newest = await newestSeason(practiceId, athleteId);
  if (!newest || standing.trials.length === 0) return null;
  const dosed = await loadDose(principal, subject, standing);
  const [input, versions, beside] = await Promise.all([
    loadSeasonInput(principal, subject, standing, newest, { dosed }),
    seasonVersions(practiceId, athleteId, versionsShown),
    besideId && isUuid(besideId) && besideId !== newest.season.id
      ? seasonById(practiceId, athleteId, besideId)
      : undefined,
  ]);
  const ahead = (weeks: readonly Parameters<typeof toPlanWeek>[0][]) =>
    weeks.map(toPlanWeek).filter((week) => week.startsOn >= input.startsOn);
  return {
    athleteId,
    today,
    input,
    base: { id: newest.season.id, weeks: ahead(newest.weeks), draft: draftOf(input) },
    plannedAt: newest.season.createdAt.toISOString(),
    beside: beside ? { id: beside.season.id, weeks: ahead(beside.weeks) } : null,
    versions: versions.map(({ createdAt, ...version }) => ({
      ...version,
      createdAt: createdAt.toISOString(),
      stands: version.id === newest.season.id,
    })),
    ends: endsView(
      forAthlete(principal, subject.athlete),
      subject,
      standing,
      dosed,
      // The weeks the desk shows, so that both cut long phases into the same blocks.
      ahead(newest.weeks),
    ),
    newId: newId(),
  };
}

const growing = z.object({
  startsOn: z.string().refine(isIsoDay),
  phase: z.enum(phases),
  cells: z
    .array(
      z.object({
        quality: z.enum([...qualityIds, 'neck_control']),
        tier: z.enum(['main', 'keep']),
        sets: z.number().min(0).max(100),
      }),
    )
    .max(mostCells),
});

/** Weeks as they lie on a desk, from a page; undefined when they are none. */
export const readGrowing = (sent: unknown): readonly GrowingWeek[] | undefined =>
  z.object({ weeks: z.array(growing).max(mostWeeks) }).safeParse(sent).data?.weeks;

/** Where blocks lead as weeks lie on the desk: exercises with their loads, and sides. Nothing is kept. */
export async function deskEndsView(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  weeks: readonly GrowingWeek[],
) {
  const dosed = await loadDose(principal, subject, standing);
  return exercisesAtEnds(forAthlete(principal, subject.athlete), subject, standing, dosed, weeks);
}
