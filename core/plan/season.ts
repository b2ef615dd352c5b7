import type { IsoDay } from '~/core/body/dates';
import type { QualityId, SideKey } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import type { PlacesGiven } from '~/core/people/places';
import type { TimeGiven } from '~/core/people/time';
import type { Blackout, CalendarWeek, PlanEvent, UnderWayPlan } from './calendar';
import type { Eased } from './eased';
import type { ByHand } from './hand/by-hand';
import type { Tier } from './tiers';
import type { Training } from './training/training';
import type { TrunkWork } from './trunk-work';
import type { SetCost } from './week-sets';

/** What a season is made from, and what comes of it. */

export type Level = 'novice' | 'trained' | 'advanced';

/** What `periodise` needs to know of a priority: the rest of it stays with `link`. */
export interface PlanPriority {
  readonly quality: QualityId;
  readonly side: SideKey;
  /** P of the priority arithmetic; 0 for untested. */
  readonly priority: number;
  readonly capability: number | undefined;
  /** What the sport asks of it, 0 to 5. */
  readonly demand: number;
  /** The weaker side of a gap that acts. */
  readonly weakerByGap: boolean;
}

export interface PeriodiseInput extends ByHand, TimeGiven, PlacesGiven {
  readonly startsOn: IsoDay;
  readonly events: readonly PlanEvent[];
  readonly blackouts: readonly Blackout[];
  readonly firstWeekday: 0 | 1;
  readonly level: Level;
  readonly ageYears: number;
  readonly priorities: readonly PlanPriority[];
  /** Qualities nothing may be planned for. */
  readonly blocked: readonly QualityId[];
  readonly cautions: readonly string[];
  /** Mean weekly dose of the last four weeks by `quality|side`; missing means none. */
  readonly history?: Readonly<Record<string, number>> | undefined;
  /** Training of the sport beside it. */
  readonly training?: Training | undefined;
  /** Ladder sport id, for what a sport keeps in shape. */
  readonly sport?: string | undefined;
  readonly trunkWork?: TrunkWork | undefined;
  /** Load weeks already behind a plan that is made again. */
  readonly loadWeeksDone?: number | undefined;
  readonly under?: UnderWayPlan | undefined;
  /** Weeks of an open block, for an athlete without an event. */
  readonly openWeeks?: number | undefined;
  /** Tiers set by hand. */
  readonly tiers?: Readonly<Partial<Record<LadderQuality, Tier>>> | undefined;
  /** Breath and brace is owned: it opens one session a week. */
  readonly breathOwned?: boolean | undefined;
  /** Ground ends when it is mastered, and is or is not; left out it ends on its date. */
  readonly groundMastered?: boolean | undefined;
  /**
   * A set of a quality in a phase, from the prescription that would be given, by `quality|phase`; missing when no rung is left
   * for it. Left out whole: a plain set at the phase's share.
   */
  readonly costs?: Readonly<Record<string, SetCost>> | undefined;
  /**
   * What the plan that stands aimed at: where it is all the same, a plan that is made again stays with it. Weeks that are not in
   * it are free.
   */
  readonly accepted?: AimedDoses | undefined;
}

/** Doses as they were found, before they became whole sets, by first day of the week and `quality|side`. */
export type AimedDoses = Readonly<Record<IsoDay, Readonly<Record<string, number>>>>;

export interface DoseCell {
  readonly quality: LadderQuality;
  readonly side: SideKey;
  /** 1.0 is one effort to failure; of one side for sided qualities. */
  readonly dose: number;
  /** Sets of this side. */
  readonly sets: number;
  readonly tier: Exclude<Tier, 'rest'>;
}

export interface PlanWeek extends CalendarWeek {
  readonly cells: readonly DoseCell[];
  /** Minutes these sets take. */
  readonly minutes: number;
  readonly minutesAvailable: number;
  /** Sessions the days of the week leave. */
  readonly sessions: number;
  /** The main quality this block is named for. */
  readonly focus: LadderQuality | null;
  /** Kept qualities that wait this week, the longest off first. */
  readonly waiting: readonly LadderQuality[];
  /** Which rules hold this week down, in words. */
  readonly reasons: readonly string[];
}

export interface SeasonPlan {
  readonly weeks: readonly PlanWeek[];
  readonly warnings: readonly string[];
  readonly aimed: AimedDoses;
  /** What easing each rule would bring, where it was asked for; the dearest first. */
  readonly eased: readonly Eased[];
}
