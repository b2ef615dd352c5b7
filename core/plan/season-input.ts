import { addDays, type IsoDay, weekStartOf } from '~/core/body/dates';
import { type QualityId, qualityIds } from '~/core/catalogue/qualities';
import type { DoseAthlete } from '~/core/dose/athlete';
import { costsOf } from '~/core/dose/cost';
import type { Standing } from '~/core/link/standing';
import type { Blackout } from './calendar';
import { calendarOf } from './frame';
import type { PeriodiseInput, PlanPriority } from './season';

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

export interface SeasonGiven {
  /** The athlete as doses see them: what a set of each quality costs is read from the rungs they would be given. */
  readonly athlete: DoseAthlete;
  readonly firstWeekday: 0 | 1;
  readonly blackouts: readonly Blackout[];
  readonly history: NonNullable<PeriodiseInput['history']>;
  /** The day it starts from; today when left out. */
  readonly startDay?: IsoDay | undefined;
  readonly trunkWork?: PeriodiseInput['trunkWork'];
  readonly loadWeeksDone?: PeriodiseInput['loadWeeksDone'];
  readonly under?: PeriodiseInput['under'];
  readonly openWeeks?: PeriodiseInput['openWeeks'];
  readonly tiers?: PeriodiseInput['tiers'];
}

/** Breath and brace is owned when its hardest mark, breathing freely under a brace, is. */
const breathOwned = (athlete: DoseAthlete): boolean =>
  athlete.trade.ladders
    .filter((ladder) => ladder.quality === 'breath_brace')
    .some((ladder) => {
      const top = ladder.rungs.at(-1);
      return top !== undefined && athlete.owned.has(top.id);
    }) || athlete.owned.has('brace_breathe');

/**
 * What a season is made from: where an athlete stands, their days without training and their history, as data alone, so that
 * it can be solved anywhere.
 */
export function seasonInput(standing: Standing, given: SeasonGiven): PeriodiseInput {
  const { athlete, gate } = standing;
  const priorities = planPriorities(standing);
  const acting = new Set(priorities.filter((row) => row.weakerByGap).map((row) => row.quality as string));
  const input: PeriodiseInput = {
    startsOn: weekStartOf(given.startDay ?? standing.today, given.firstWeekday),
    events: standing.events.map(({ id, name, onDate, priority }) => ({ id, name, onDate, priority })),
    blackouts: given.blackouts,
    firstWeekday: given.firstWeekday,
    level: athlete.level,
    ageYears: standing.ageYears,
    sessionsPerWeek: athlete.sessionsPerWeek,
    minutesPerSession: athlete.minutesPerSession,
    priorities,
    blocked: withheldQualities(standing),
    cautions: gate.cautions,
    history: given.history,
    weekdays: athlete.weekdays,
    sport: given.athlete.sport,
    trunkWork: given.trunkWork,
    loadWeeksDone: given.loadWeeksDone,
    under: given.under,
    openWeeks: given.openWeeks,
    tiers: given.tiers,
    breathOwned: breathOwned(given.athlete),
  };
  const costOf = costsOf(given.athlete, (quality) => ({ gapActs: acting.has(quality) }));
  const phases = new Set(calendarOf(input).map(({ phase }) => phase));
  const costs = Object.fromEntries(
    [...phases].flatMap((phase) =>
      ([...qualityIds, 'neck_control'] as const).flatMap((id) => {
        const cost = costOf(id, phase);
        return cost ? [[`${id}|${phase}`, cost]] : [];
      }),
    ),
  );
  return { ...input, costs };
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
