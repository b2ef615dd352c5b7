import type { IsoDay } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import type { Flexion } from '~/core/clear/flexion';
import { type DoseAthlete, withKit } from '~/core/dose/athlete';
import type { LadderQuality } from '~/core/dose/choose';
import type { Standing } from '~/core/link/standing';
import { weakerSides } from '~/core/link/weaker-sides';
import { kitAt, minutesOn, placeNameOn, placeOn } from '~/core/people/places';
import { timeIn } from '~/core/people/time';
import type { Blackout } from '~/core/plan/calendar';
import { primerDays, sessionDaysOf } from '~/core/plan/days';
import type { PlanWeek } from '~/core/plan/season';
import { blocksOf } from '~/core/plan/tiers';
import type { Training } from '~/core/plan/training/training';
import type { ComposeInput } from './compose-input';
import type { UnderWay } from './prescription';
import type { RedoseInput } from './redose';
import { underWayAt } from './rooms';

export interface WeekGiven {
  readonly week: PlanWeek;
  /** The season's weeks, for the block the week lies in. */
  readonly weeks: readonly Pick<PlanWeek, 'phase' | 'startsOn'>[];
  readonly underWay: readonly UnderWay[];
  readonly blackouts: readonly Blackout[];
  readonly training?: Training | undefined;
  /** Days that already carry a session this week; they stay, whatever the settings say now. */
  readonly laidOutDays?: readonly IsoDay[] | undefined;
  /** The first day that may still be planned. */
  readonly fromDay: IsoDay;
  /** Days of this week that keep their session. */
  readonly doneDays: readonly IsoDay[];
  /** Loaded bending of what is kept. */
  readonly bent?: Flexion | undefined;
}

/** First day of the block a week lies in. */
export function blockStartOf(
  weeks: readonly Pick<PlanWeek, 'phase' | 'startsOn'>[],
  startsOn: IsoDay,
): IsoDay {
  const at = weeks.findIndex((week) => week.startsOn === startsOn);
  const block = blocksOf(weeks).find(({ from, to }) => at >= from && at < to);
  return weeks[block?.from ?? at]?.startsOn ?? startsOn;
}

/** How much each quality matters: of two sides the greater. */
function priorityOf(standing: Standing): Partial<Record<LadderQuality, number>> {
  const priority: Partial<Record<LadderQuality, number>> = {};
  for (const found of standing.linked.priorities)
    priority[found.quality] = Math.max(priority[found.quality] ?? 0, found.priority);
  return priority;
}

/** The athlete with the kit of a place. */
export const athleteAt = (
  { athlete: { places, kit } }: Pick<Standing, 'athlete'>,
  athlete: DoseAthlete,
  place: string,
): DoseAthlete => ((places ?? []).length === 0 ? athlete : withKit(athlete, kitAt({ places, kit }, place)));

/** The athlete with the kit of a day: that of its place. */
export const athleteOn = (
  standing: Pick<Standing, 'athlete'>,
  athlete: DoseAthlete,
  day: IsoDay,
  phase: Phase,
): DoseAthlete => athleteAt(standing, athlete, placeNameOn(standing.athlete, day, phase));

/** What `redose` takes, for where an athlete stands. */
export const redoseInput = (
  standing: Standing,
  athlete: DoseAthlete,
  given: Pick<RedoseInput, 'week' | 'underWay' | 'bent'> & {
    readonly onDate: IsoDay;
    /** Minutes of the session that the coach wrote by hand. */
    readonly byHandMinutes: number;
  },
): RedoseInput => ({
  athlete: athleteOn(standing, athlete, given.onDate, given.week.phase),
  week: given.week,
  weakerSide: weakerSides(standing.linked.priorities),
  underWay: underWayAt(given.underWay, placeNameOn(standing.athlete, given.onDate, given.week.phase)),
  minutesPerSession: minutesOn(standing.athlete, given.onDate, given.week.phase) - given.byHandMinutes,
  priority: priorityOf(standing),
  bent: given.bent,
});

/** What `compose` takes, for where an athlete stands. */
export function weekInput(standing: Standing, athlete: DoseAthlete, given: WeekGiven): ComposeInput {
  const { places, kit } = standing.athlete;
  const { weekdays, minutesPerSession } = timeIn(standing.athlete, given.week.phase);
  const days =
    given.laidOutDays && given.laidOutDays.length > 0
      ? given.laidOutDays
      : sessionDaysOf(
          given.week,
          {
            weekdays,
            events: standing.events,
            blackouts: given.blackouts,
            training: given.training,
          },
          given.fromDay,
        );
  return {
    athlete,
    week: given.week,
    days,
    minutesPerSession,
    usualKit: (places ?? []).length === 0 ? undefined : kit,
    placeOn: (day) => placeOn({ places }, day, given.week.phase),
    weakerSide: weakerSides(standing.linked.priorities),
    priority: priorityOf(standing),
    underWay: given.underWay,
    blockStart: blockStartOf(given.weeks, given.week.startsOn),
    fromDay: given.fromDay,
    doneDays: given.doneDays,
    bent: given.bent,
    primerDays: primerDays(given.week.startsOn, { events: standing.events, blackouts: given.blackouts }),
  };
}
