/**
 * A plain calendar day, YYYY-MM-DD, in the practice's time zone. All arithmetic is on whole days of the proleptic
 * Gregorian calendar at midnight UTC, so that neither the server's time zone nor daylight saving can shift a day.
 */
export type IsoDay = string;

const msPerDay = 86_400_000;

/** True for a real calendar day such as 2027-02-28; false for 2027-02-30. */
export function isIsoDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const ms = Date.parse(text);
  return !Number.isNaN(ms) && new Date(ms).toISOString().slice(0, 10) === text;
}

/** The day n days later (earlier for a negative n). */
export function addDays(day: IsoDay, days: number): IsoDay {
  return new Date(Date.parse(day) + days * msPerDay).toISOString().slice(0, 10);
}

/** Whole days from one day to another; negative when `to` is earlier. */
export function daysBetween(from: IsoDay, to: IsoDay): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / msPerDay);
}

/** The day n months later, or the last of that month when it is shorter. */
export function addMonths(day: IsoDay, months: number): IsoDay {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const last = new Date(Date.UTC(year, month + months, 0));
  last.setUTCDate(Math.min(date, last.getUTCDate()));
  return last.toISOString().slice(0, 10);
}

/** Completed years on a day. */
export function ageOn(birthDate: IsoDay, day: IsoDay): number {
  const years = Number(day.slice(0, 4)) - Number(birthDate.slice(0, 4));
  return day.slice(5) < birthDate.slice(5) ? years - 1 : years;
}

/** 0 Sunday to 6 Saturday. */
export function weekdayOf(day: IsoDay): number {
  return new Date(Date.parse(day)).getUTCDay();
}

/** The first day of the week that holds `day`. */
export function weekStartOf(day: IsoDay, firstWeekday: 0 | 1 = 1): IsoDay {
  return addDays(day, -((weekdayOf(day) - firstWeekday + 7) % 7));
}
