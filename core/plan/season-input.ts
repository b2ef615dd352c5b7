import { addDays, type IsoDay, weekStartOf } from '~/core/body/dates';
import { type QualityId, qualityIds } from '~/core/catalogue/qualities';
import type { Standing } from '~/core/link/standing';
import type { Blackout } from './calendar';
import { type PeriodiseInput, type PlanPriority, periodise, type SeasonPlan } from './periodise';

/** Priorities as `periodise` takes them. */
function planPriorities(standing: Pick<Standing, 'linked'>): PlanPriority[] {
  return standing.linked.priorities.map(({ quality, side, priority, capability, demand, gap }) => ({
    quality,
    side,
    priority,
    capability,
    demand,
    weakerByGap: gap.acting > 0,
  }));
}

/**
 * Qualities a season gives nothing: those no rung is left for, and those the clearance withholds. An open pain flag is not
 * among them: it holds the card, not the season.
 */
export function withheldQualities(standing: Pick<Standing, 'linked' | 'gate'>): QualityId[] {
  const blocked = new Set(standing.linked.blocked.map((entry) => entry.quality));
  return qualityIds.filter(
    (id) =>
      blocked.has(id) || standing.gate.may('plan', { quality: id }).some((bar) => bar.code !== 'bar.held'),
  );
}

export interface SeasonMade {
  readonly plan: SeasonPlan;
  readonly startsOn: IsoDay;
}

/** Priorities to season: where an athlete stands, their days without training and their history, to weeks of doses. */
export function makeSeason(
  standing: Standing,
  given: {
    readonly firstWeekday: 0 | 1;
    readonly blackouts: readonly Blackout[];
    readonly history: NonNullable<PeriodiseInput['history']>;
    /** The day it starts from; today when left out. */
    readonly startDay?: IsoDay | undefined;
  },
): SeasonMade {
  const { athlete, gate } = standing;
  const startsOn = weekStartOf(given.startDay ?? standing.today, given.firstWeekday);
  const plan = periodise({
    startsOn,
    events: standing.events.map(({ id, name, onDate, priority }) => ({ id, name, onDate, priority })),
    blackouts: given.blackouts,
    firstWeekday: given.firstWeekday,
    level: athlete.level,
    ageYears: standing.ageYears,
    sessionsPerWeek: athlete.sessionsPerWeek,
    minutesPerSession: athlete.minutesPerSession,
    priorities: planPriorities(standing),
    blocked: withheldQualities(standing),
    cautions: gate.cautions,
    history: given.history,
  });
  return { plan, startsOn };
}

/**
 * The week of a season a day lies in. Weeks keep the first day they were planned with, so that a practice that moves its
 * week from Monday to Sunday and back loses none.
 */
export function weekOf<W extends { readonly startsOn: IsoDay }>(
  weeks: readonly W[],
  day: IsoDay,
): W | undefined {
  return weeks.findLast((week) => week.startsOn <= day && addDays(week.startsOn, 7) > day);
}
