import { UTCDate } from '@date-fns/utc';
import { differenceInYears, addMonths as plusMonths } from 'date-fns';

/**
 * A plain calendar day, YYYY-MM-DD, in the practice's time zone. All arithmetic is on whole days of the proleptic
 * Gregorian calendar at midnight UTC, so that neither the server's time zone nor daylight saving can shift a day.
 */
export type IsoDay = string;

const at = (day: IsoDay) => new UTCDate(day);
/** Midnight of a day. Days in UTC all have the same length, so counting them needs no calendar, and pages count thousands. */
const msAt = (day: IsoDay): number => Date.parse(day);
const msADay = 86_400_000;
const dayOf = (date: Date): IsoDay => date.toISOString().slice(0, 10);

/** True for a real calendar day such as 2027-02-28; false for 2027-02-30. */
export function isIsoDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const date = at(text);
  return !Number.isNaN(date.getTime()) && dayOf(date) === text;
}

/** The day n days later (earlier for a negative n). */
export const addDays = (day: IsoDay, days: number): IsoDay => dayOf(new Date(msAt(day) + days * msADay));

/** The earlier of two days. */
export const earlierOf = (a: IsoDay, b: IsoDay): IsoDay => (a.localeCompare(b) <= 0 ? a : b);

/** The later of two days. */
export const laterOf = (a: IsoDay, b: IsoDay): IsoDay => (earlierOf(a, b) === a ? b : a);

/** Whole days from one day to another; negative when `to` is earlier. */
export const daysBetween = (from: IsoDay, to: IsoDay): number => (msAt(to) - msAt(from)) / msADay;

/** The day n months later, or the last of that month when it is shorter. */
export const addMonths = (day: IsoDay, months: number): IsoDay => dayOf(plusMonths(at(day), months));

/** Completed years on a day; who was born on 29 February has their birthday on 1 March in other years. */
export const ageOn = (birthDate: IsoDay, day: IsoDay): number => differenceInYears(at(day), at(birthDate));

/** 0 Sunday to 6 Saturday. */
export const weekdayOf = (day: IsoDay): number => new Date(msAt(day)).getUTCDay();

/** The first day of the week that holds `day`. */
export const weekStartOf = (day: IsoDay, firstWeekday: 0 | 1 = 1): IsoDay =>
  addDays(day, -((weekdayOf(day) - firstWeekday + 7) % 7));
