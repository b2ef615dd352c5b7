import {
  addDays as addDaysFns,
  differenceInCalendarDays,
  differenceInYears,
  format,
  isValid,
  parseISO,
} from 'date-fns';

/** A plain calendar day, YYYY-MM-DD, in the practice's time zone. */
export type IsoDay = string;

/** True for a real calendar day such as 2027-02-28; false for 2027-02-30. */
export function isIsoDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const date = parseISO(text);
  return isValid(date) && format(date, 'yyyy-MM-dd') === text;
}

/** The day n days later (earlier for a negative n). */
export function addDays(day: IsoDay, days: number): IsoDay {
  return format(addDaysFns(parseISO(day), days), 'yyyy-MM-dd');
}

/** Whole days from one day to another; negative when `to` is earlier. */
export function daysBetween(from: IsoDay, to: IsoDay): number {
  return differenceInCalendarDays(parseISO(to), parseISO(from));
}

/** Completed years on a day. */
export function ageOn(birthDate: IsoDay, day: IsoDay): number {
  return differenceInYears(parseISO(day), parseISO(birthDate));
}

/** 0 Sunday to 6 Saturday. */
export function weekdayOf(day: IsoDay): number {
  return parseISO(day).getDay();
}

/** The first day of the week that holds `day`. */
export function weekStartOf(day: IsoDay, firstWeekday: 0 | 1 = 1): IsoDay {
  return addDays(day, -((weekdayOf(day) - firstWeekday + 7) % 7));
}
