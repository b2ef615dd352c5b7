import { addDays, daysBetween, type IsoDay, weekdayOf } from '~/core/body/dates';

/** Training of the sport itself: what lies beside the trunk work, and on which days it leaves no room for it. */

export interface SportSession {
  readonly id: string;
  readonly onDate: IsoDay;
  /** HH:MM by the practice's clock; null where it is not known. */
  readonly startsAt: string | null;
  readonly minutes: number;
  /** How hard, 1 to 10; null where nobody has said. */
  readonly hardness: number | null;
  /** A tired trunk protects badly in it: downhill, jumping, apparatus work. */
  readonly risk: boolean;
  readonly name: string;
}

/** A session of the usual week, 0 Sunday to 6 Saturday. */
export interface UsualSession extends Omit<SportSession, 'onDate'> {
  readonly weekday: number;
}

export interface Training {
  readonly usual: readonly UsualSession[];
  /** On their days: what is there takes the place of the usual week's session of that day. */
  readonly dated: readonly SportSession[];
  /** No trunk session in so many hours before a session of risk, nor on its day. */
  readonly riskHours: number;
}

/** Hours before a session of risk. Source: safety rules of this product, the back-to-back rule. */
export const usualRiskHours = 6;
export const mostRiskHours = 48;
/** What a session counts for whose hardness nobody has said, 1 to 10. */
export const middlingHardness = 5;
/** From this hardness on a session is a hard one. */
export const hardFrom = 7;

export const noTraining: Training = { usual: [], dated: [], riskHours: usualRiskHours };

/** Has anybody written any down? */
export const hasTraining = ({ usual, dated }: Pick<Training, 'usual' | 'dated'>): boolean =>
  usual.length > 0 || dated.length > 0;

const byDay = new WeakMap<readonly SportSession[], ReadonlyMap<IsoDay, readonly SportSession[]>>();

/** Dated sessions by their day; made once for a list, because a season asks for hundreds of days. */
function datedBy(dated: readonly SportSession[]): ReadonlyMap<IsoDay, readonly SportSession[]> {
  const known = byDay.get(dated);
  if (known) return known;
  const made = new Map<IsoDay, SportSession[]>();
  for (const one of dated) made.set(one.onDate, [...(made.get(one.onDate) ?? []), one]);
  byDay.set(dated, made);
  return made;
}

/** What is trained on a day. */
export function trainingOn(
  day: IsoDay,
  { usual, dated }: Pick<Training, 'usual' | 'dated'>,
): readonly (Omit<SportSession, 'onDate'> | UsualSession)[] {
  const weekday = weekdayOf(day);
  return datedBy(dated).get(day) ?? usual.filter((one) => one.weekday === weekday);
}

/** Minutes times how hard they are: what a session takes out of somebody, in points. Source: session-RPE arithmetic. */
export const loadOf = ({ minutes, hardness }: Pick<SportSession, 'minutes' | 'hardness'>): number =>
  minutes * (hardness ?? middlingHardness);

const loadOn = (day: IsoDay, training: Training): number =>
  trainingOn(day, training).reduce((sum, one) => sum + loadOf(one), 0);

const minuteOf = (startsAt: string | null): number => {
  const [hours, minutes] = (startsAt ?? '12:00').split(':').map(Number);
  return (hours ?? 12) * 60 + (minutes ?? 0);
};

/** A session of risk that a day is too close to. */
export interface RiskClose {
  readonly name: string;
  readonly onDate: IsoDay;
  readonly startsAt: string | null;
}

/**
 * The session of risk that leaves a day no room for trunk work: one on that day, or one that starts within the hours after it.
 * Where no start is known, noon is taken.
 */
export function riskCloseTo(day: IsoDay, training: Training): RiskClose | undefined {
  for (let ahead = 0; ahead <= Math.ceil(training.riskHours / 24); ahead += 1) {
    const onDate = addDays(day, ahead);
    const found = trainingOn(onDate, training).find(
      ({ risk, startsAt }) =>
        risk && (ahead === 0 || ahead * 24 * 60 + minuteOf(startsAt) - training.riskHours * 60 < 24 * 60),
    );
    if (found) return { name: found.name, onDate, startsAt: found.startsAt };
  }
  return undefined;
}

/** Points of the sport beside a trunk session: of its day, and of the day after, which it should leave fresh. */
const besideOn = (day: IsoDay, training: Training): number =>
  loadOn(day, training) + loadOn(addDays(day, 1), training);

/** Every way to take so many of some days, in their order. */
function choices(days: readonly IsoDay[], count: number): IsoDay[][] {
  if (count === 0) return [[]];
  return days.flatMap((day, i) => choices(days.slice(i + 1), count - 1).map((rest) => [day, ...rest]));
}

/** The shortest step between days that come again every week. */
const closest = (days: readonly IsoDay[]): number =>
  Math.min(
    ...days.map((day, i) => {
      const next = days[i + 1];
      return next ? daysBetween(day, next) : daysBetween(day, addDays(days[0] as IsoDay, 7));
    }),
  );

/**
 * Of all days of a week that lie as well apart as those chosen, the ones with the least of the sport on them and on the day after.
 *
 * @param among days of one week, in order
 * @param chosen some of them, as evenly as they lie
 */
export function lightestOf(
  among: readonly IsoDay[],
  chosen: readonly IsoDay[],
  training: Training,
): readonly IsoDay[] {
  if (chosen.length === 0 || !hasTraining(training)) return chosen;
  const apart = closest(chosen);
  const sum = (days: readonly IsoDay[]) => days.reduce((all, day) => all + besideOn(day, training), 0);
  return choices(among, chosen.length)
    .filter((days) => closest(days) >= apart)
    .reduce<readonly IsoDay[]>((best, days) => (sum(days) < sum(best) ? days : best), chosen);
}

export interface TrainingWeek {
  readonly sessions: number;
  readonly minutes: number;
  /** Minutes times hardness. */
  readonly load: number;
  readonly hard: number;
  /** Days of the week with a session of risk. */
  readonly riskDays: readonly IsoDay[];
}

/** A week of the sport in figures. */
export function trainingWeek(startsOn: IsoDay, training: Training): TrainingWeek {
  const days = Array.from({ length: 7 }, (_, i) => addDays(startsOn, i));
  const its = days.flatMap((day) => trainingOn(day, training));
  return {
    sessions: its.length,
    minutes: its.reduce((sum, one) => sum + one.minutes, 0),
    load: its.reduce((sum, one) => sum + loadOf(one), 0),
    hard: its.filter(({ hardness }) => (hardness ?? 0) >= hardFrom).length,
    riskDays: days.filter((day) => trainingOn(day, training).some(({ risk }) => risk)),
  };
}
