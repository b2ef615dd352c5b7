import type { IsoDay } from '~/core/body/dates';
import type { QualityId } from '~/core/catalogue';
import type { Flexion } from '~/core/clear/flexion';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { LadderQuality } from '~/core/dose/choose';
import type { WeakerSide } from '~/core/link/weaker-sides';
import type { Place } from '~/core/people/places';
import type { PlanWeek } from '~/core/plan/season';
import type { UnderWay } from './prescription';

/** A place with its own kit, and the minutes a session has there; those of the phase when null. */
export type PlaceOfDay = Pick<Place, 'name' | 'kit' | 'minutesPerSession'>;

/** What a week's sessions are made from. */
export interface ComposeInput {
  readonly athlete: DoseAthlete;
  readonly week: PlanWeek;
  /** The week's session days, in order. */
  readonly days: readonly IsoDay[];
  readonly minutesPerSession: number;
  /** The usual place's kit, where there are others; all the athlete's when left out. */
  readonly usualKit?: readonly string[] | undefined;
  /** Where a day's session is, when it is not at the usual place. */
  readonly placeOn?: ((day: IsoDay) => PlaceOfDay | undefined) | undefined;
  /** The side that starts and, while its gap acts, gets one more set. */
  readonly weakerSide: Readonly<Partial<Record<QualityId, WeakerSide>>>;
  /** Priority by quality, for the order of dropping. */
  readonly priority: Readonly<Partial<Record<LadderQuality, number>>>;
  /** Exercises under way, the newest first. */
  readonly underWay: readonly UnderWay[];
  /** The first day of the week's block: what began in it stays through it. */
  readonly blockStart: IsoDay;
  /** The first day that may still be planned; a week under way keeps what lies before it. */
  readonly fromDay: IsoDay;
  /** Days of this week that keep their session. */
  readonly doneDays: readonly IsoDay[];
  /** Loaded bending of this week that is done, or laid out and kept. */
  readonly bent?: Flexion | undefined;
  /** Days before an event on which a coach wants five minutes. */
  readonly primerDays?: readonly IsoDay[] | undefined;
}
