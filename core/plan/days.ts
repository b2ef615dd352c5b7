import { addDays, daysBetween, type IsoDay, weekdayOf } from '~/core/body/dates';
import { type Blackout, blackedOut, type PlanEvent } from './calendar';
import { lightestOf, noTraining, riskCloseTo, type Training } from './training/training';

/** On which days of a week the trunk may be trained. */

/** No session in so many days before an event; the day itself and what follows it in its week is left free too. */
export const freeBefore = { A: 4, B: 3, C: 0 } as const;

export interface DaysInput {
  /** Weekdays the athlete trains the trunk on, 0 Sunday to 6 Saturday. */
  readonly weekdays: readonly number[];
  readonly events: readonly Pick<PlanEvent, 'onDate' | 'priority'>[];
  readonly blackouts: readonly Blackout[];
  /** Training of the sport: sessions of risk close days, and of days that are left the lighter ones are taken. */
  readonly training?: Training | undefined;
}

const allDays = (startsOn: IsoDay): IsoDay[] => Array.from({ length: 7 }, (_, i) => addDays(startsOn, i));

/** Is a day too close before an event, or the event's own? Events of the next week reach over the week's edge. */
export function nearEvent(day: IsoDay, { events }: Pick<DaysInput, 'events'>): boolean {
  return events.some((event) => {
    const before = daysBetween(day, event.onDate);
    return before >= 0 && before <= freeBefore[event.priority];
  });
}

/** Days of a week before an event whose coach wants a primer there; a day without training stays one. */
export function primerDays(
  startsOn: IsoDay,
  input: {
    readonly events: readonly (Pick<PlanEvent, 'onDate'> & { readonly primer?: boolean | undefined })[];
    readonly blackouts: readonly Blackout[];
  },
): IsoDay[] {
  const days = new Set(input.events.filter(({ primer }) => primer).map(({ onDate }) => addDays(onDate, -1)));
  return allDays(startsOn).filter((day) => days.has(day) && !blackedOut(day, input.blackouts));
}

/** After an A event the rest of its week is free. */
function afterEvent(day: IsoDay, startsOn: IsoDay, { events }: Pick<DaysInput, 'events'>): boolean {
  return events.some((event) => event.priority === 'A' && event.onDate >= startsOn && event.onDate < day);
}

/**
 * Days of a week that may carry a session: the athlete's weekdays less days off, days close before an event, and days too
 * close to a sport session of risk. In the week of an A event where none of them is left, any weekday far enough before it.
 */
export function trainingDays(startsOn: IsoDay, input: DaysInput): IsoDay[] {
  const free = allDays(startsOn).filter(
    (day) =>
      !blackedOut(day, input.blackouts) &&
      !nearEvent(day, input) &&
      !afterEvent(day, startsOn, input) &&
      !(input.training && riskCloseTo(day, input.training)),
  );
  const usual = free.filter((day) => input.weekdays.includes(weekdayOf(day)));
  if (usual.length > 0) return usual;
  const eventWeek = input.events.some(
    (event) => event.priority === 'A' && event.onDate >= startsOn && event.onDate <= addDays(startsOn, 6),
  );
  return eventWeek ? free.slice(0, 1) : [];
}

/** So many days out of a week's, as evenly as they lie; of those that lie as evenly, the ones with the least of the sport. */
export function spread(
  days: readonly IsoDay[],
  count: number,
  training: Training = noTraining,
): readonly IsoDay[] {
  const n = Math.min(count, days.length);
  const even = Array.from({ length: n }, (_, i) => days[Math.floor((i * days.length) / n)] as IsoDay);
  return lightestOf(days, even, training);
}

/**
 * The days of a planned week that get a session, as evenly as they lie. In a week under way what is left of it gets its share
 * of the sessions, and no more: missed ones are not crammed in.
 */
export function sessionDaysOf(
  week: { readonly startsOn: IsoDay; readonly sessions: number },
  input: Omit<DaysInput, 'weekdays'> & { readonly weekdays?: readonly number[] | undefined },
  fromDay: IsoDay = week.startsOn,
): IsoDay[] {
  const all = trainingDays(week.startsOn, { ...input, weekdays: input.weekdays ?? [0, 1, 2, 3, 4, 5, 6] });
  const planned = spread(all, week.sessions, input.training);
  const left = all.filter((day) => day >= fromDay);
  const wanted = Math.min(left.length, Math.ceil((week.sessions * left.length) / Math.max(1, all.length)));
  const ahead = planned.filter((day) => day >= fromDay);
  if (ahead.length >= wanted) return [...planned];
  return [...planned.filter((day) => day < fromDay), ...spread(left, wanted, input.training)];
}
