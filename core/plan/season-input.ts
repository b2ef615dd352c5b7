import { addDays, type IsoDay, weekStartOf } from '~/core/body/dates';
import { phases } from '~/core/catalogue/phases';
import { type QualityId, qualityIds } from '~/core/catalogue/qualities';
import type { DoseAthlete } from '~/core/dose/athlete';
import { costsOf } from '~/core/dose/cost';
import type { Standing } from '~/core/link/standing';
import type { Blackout, UnderWayPlan } from './calendar';
import { groundCriteria, isMastered } from './mastery';
import type { PeriodiseInput, PlanPriority, PlanWeek } from './season';

/** Priorities as `periodise` takes them. */
export function planPriorities(standing: Pick<Standing, 'linked'>): PlanPriority[] {
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
  readonly training?: PeriodiseInput['training'];
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
export const breathOwned = ({ trade, owned }: Pick<DoseAthlete, 'trade' | 'owned'>): boolean =>
  breathMarks(trade).some((id) => owned.has(id));

/** The rungs of which any says that breath and brace is owned. */
export const breathMarks = ({ ladders }: Pick<DoseAthlete['trade'], 'ladders'>): string[] => [
  'brace_breathe',
  ...ladders
    .filter((ladder) => ladder.quality === 'breath_brace')
    .flatMap((ladder) => ladder.rungs.at(-1)?.id ?? []),
];

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
    training: given.training,
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
    timeIn: athlete.timeIn,
    places: athlete.places,
    sport: given.athlete.sport,
    trunkWork: given.trunkWork,
    loadWeeksDone: given.loadWeeksDone,
    under: given.under,
    openWeeks: given.openWeeks,
    tiers: given.tiers,
    breathOwned: breathOwned(given.athlete),
    groundMastered:
      athlete.groundEnds === 'mastery'
        ? isMastered(groundCriteria(priorities, breathOwned(given.athlete)))
        : undefined,
  };
  const costOf = costsOf(given.athlete, (quality) => ({ gapActs: acting.has(quality) }));
  // Of every phase: one that is not in the season now may be moved into it by hand.
  const costs = Object.fromEntries(
    phases.flatMap((phase) =>
      ([...qualityIds, 'neck_control'] as const).flatMap((id) => {
        const cost = costOf(id, phase);
        return cost ? [[`${id}|${phase}`, cost]] : [];
      }),
    ),
  );
  return { ...input, costs };
}

/** Where a plan that is made again stands; what lay behind the version before is in `before`. */
export interface Behind {
  readonly under: UnderWayPlan;
  readonly loadWeeksDone: number;
}

/**
 * How a season goes on from one that stands: the phase it is in, the weeks of its cycle that lie behind, its load weeks, and how
 * long the last low week and the last retest are ago.
 *
 * @param before the same of the version that stands, which began in the middle of a season itself
 * @returns undefined when the day lies outside it
 */
export function goesOnFrom(
  weeks: readonly Pick<PlanWeek, 'startsOn' | 'phase' | 'kind' | 'retest'>[],
  startsOn: IsoDay,
  before: Partial<Behind> = {},
): Behind | undefined {
  const week = weekOf(weeks, startsOn);
  if (!week) return undefined;
  const behind = weeks.filter((one) => one.startsOn < startsOn);
  /** Weeks at the end of those behind until one is found; all, and what was before them, when none is. */
  const since = (found: (one: (typeof behind)[number]) => boolean, earlier: number | undefined): number => {
    const at = behind.findLastIndex(found);
    return at < 0 ? behind.length + (earlier ?? 0) : behind.length - 1 - at;
  };
  return {
    under: {
      phase: week.phase,
      // An event ends a cycle: what lies before it is no part of the next.
      weeks: since((one) => one.phase === 'sharpen' && week.phase !== 'sharpen', before.under?.weeks),
      sinceLow: since((one) => one.kind !== 'load', before.under?.sinceLow),
      sinceTest: since((one) => one.retest, before.under?.sinceTest),
    },
    loadWeeksDone: (before.loadWeeksDone ?? 0) + behind.filter(({ kind }) => kind === 'load').length,
  };
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
