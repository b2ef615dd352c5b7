import { addDays } from '~/core/body/dates';
import { workByWeek } from '~/core/review/over-time';
import { type PlanWeekRow, weeksBehind } from '~/db/queries/plan';
import { sessionsBetween } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import type { StandingSeason } from '../principal/season';
import { plannedAndDone } from '../principal/sessions';

/** Weeks behind a plan that are shown with it. */
const weeksBack = 26;

/** A week of the season as it is shown: with what was done of it, once it has begun. */
export type ShownWeek = Omit<PlanWeekRow, 'seasonVersionId'> & {
  readonly worked: { readonly planned: number; readonly done: number } | undefined;
};

/**
 * The season that stands, behind it the weeks it goes on from, and beside every week that has begun what was done of what was laid
 * out.
 */
export async function shownWeeks(
  principal: Principal,
  athleteId: string,
  newest: StandingSeason,
): Promise<ShownWeek[]> {
  const first = newest?.weeks[0]?.startsOn;
  if (!newest || !first) return [];
  const { practiceId, today, trade } = principal;
  // A season that is not planned again has nothing behind it.
  const behind: PlanWeekRow[] =
    newest.season.parentId === null
      ? []
      : (await weeksBehind(practiceId, athleteId, addDays(first, -7 * weeksBack), first)).map((week) => ({
          ...week,
          cells: [],
        }));
  const weeks = [...behind, ...newest.weeks];
  const from = weeks[0]?.startsOn ?? first;
  const begun = weeks.filter(({ startsOn }) => startsOn <= today);
  const sessions = await sessionsBetween(practiceId, athleteId, from, today);
  const { planned, done } = plannedAndDone(sessions);
  const work = begun.map((week) => workByWeek(trade, planned, done, week.startsOn, 1));
  return weeks.map(({ seasonVersionId: _, ...week }, i) => {
    const found = work[i]?.[0];
    return {
      ...week,
      worked: found && { planned: found.planned.sets, done: found.done.sets },
    };
  });
}
