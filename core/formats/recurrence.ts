import { addDays, daysBetween, type IsoDay, isIsoDay, weekdayOf } from '~/core/body/dates';

/**
 * Days on which something comes again (RFC 5545, RRULE), told by the day: what comes again within a day is no training. Each period
 * of the rule is looked at day by day, so that a rule nobody can meet ends like any other.
 */

const frequencies = ['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as const;
const weekdays = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA'] as const;

interface DayOfWeek {
  readonly weekday: number;
  /** The n-th of the month or year, from its end when negative; undefined for every one. */
  readonly nth: number | undefined;
}

export interface Recurrence {
  readonly frequency: (typeof frequencies)[number];
  readonly interval: number;
  readonly count: number | undefined;
  /** The last day, as the rule writes it, and its time HH:MM:SS where it has one. */
  readonly until:
    | { readonly day: IsoDay; readonly time: string | undefined; readonly utc: boolean }
    | undefined;
  readonly weekStart: number;
  readonly months: readonly number[];
  readonly monthDays: readonly number[];
  readonly yearDays: readonly number[];
  readonly weekNumbers: readonly number[];
  readonly days: readonly DayOfWeek[];
  readonly places: readonly number[];
}

const longestInterval = 1000;
/** Days looked at for one rule at most: forty years. What began longer ago and is counted from there is not followed. */
const mostDays = 14_610;

const numbers = (text: string | undefined, most: number, name: string): number[] =>
  (text ?? '')
    .split(',')
    .filter((part) => part !== '')
    .map((part) => {
      const value = Number(part);
      if (!Number.isInteger(value) || value === 0 || Math.abs(value) > most)
        throw new Error(`${name} is ${part}`);
      return value;
    });

function readDays(text: string | undefined): DayOfWeek[] {
  return (text ?? '')
    .split(',')
    .filter((part) => part !== '')
    .map((part) => {
      const found = /^([+-]?\d{1,2})?(SU|MO|TU|WE|TH|FR|SA)$/.exec(part);
      if (!found) throw new Error(`BYDAY is ${part}`);
      const weekday = weekdays.indexOf(found[2] as (typeof weekdays)[number]);
      return { weekday, nth: found[1] === undefined ? undefined : Number(found[1]) };
    });
}

function readUntil(text: string): NonNullable<Recurrence['until']> {
  const found = /^(\d{4})-?(\d{2})-?(\d{2})(?:T(\d{2}):?(\d{2}):?(\d{2})(Z?))?$/.exec(text);
  const day = found && `${found[1]}-${found[2]}-${found[3]}`;
  if (!day || !isIsoDay(day)) throw new Error(`UNTIL is ${text}`);
  return {
    day,
    time: found[4] === undefined ? undefined : `${found[4]}:${found[5]}:${found[6]}`,
    utc: found[7] === 'Z',
  };
}

/**
 * Reads a rule as it is written after RRULE.
 *
 * @throws an Error that says what of it cannot be read, or is not followed here
 */
export function readRecurrence(text: string): Recurrence {
  const parts = new Map(
    text
      .toUpperCase()
      .split(';')
      .filter(Boolean)
      .map((part): [string, string] => {
        const at = part.indexOf('=');
        return at < 0 ? [part, ''] : [part.slice(0, at), part.slice(at + 1)];
      }),
  );
  const frequency = frequencies.find((one) => one === parts.get('FREQ'));
  if (!frequency) throw new Error(`FREQ is ${parts.get('FREQ') || 'missing'}`);
  for (const within of ['BYHOUR', 'BYMINUTE', 'BYSECOND'])
    if ((parts.get(within) ?? '').includes(',')) throw new Error(`${within} has it come again within a day`);
  const whole = (name: string): number | undefined => {
    const given = parts.get(name);
    if (given === undefined) return undefined;
    const value = Number(given);
    if (!Number.isInteger(value) || value < 1) throw new Error(`${name} is ${given}`);
    return value;
  };
  const weekStart = weekdays.findIndex((one) => one === (parts.get('WKST') ?? 'MO'));
  if (weekStart < 0) throw new Error(`WKST is ${parts.get('WKST')}`);
  const until = parts.get('UNTIL');
  const interval = whole('INTERVAL') ?? 1;
  if (interval > longestInterval) throw new Error(`INTERVAL is ${interval}`);
  const months = numbers(parts.get('BYMONTH'), 12, 'BYMONTH');
  if (months.some((month) => month < 0)) throw new Error(`BYMONTH is ${parts.get('BYMONTH')}`);
  return {
    frequency,
    interval,
    count: whole('COUNT'),
    until: until === undefined ? undefined : readUntil(until),
    weekStart,
    months,
    monthDays: numbers(parts.get('BYMONTHDAY'), 31, 'BYMONTHDAY'),
    yearDays: numbers(parts.get('BYYEARDAY'), 366, 'BYYEARDAY'),
    weekNumbers: numbers(parts.get('BYWEEKNO'), 53, 'BYWEEKNO'),
    days: readDays(parts.get('BYDAY')),
    places: numbers(parts.get('BYSETPOS'), 366, 'BYSETPOS'),
  };
}

const yearOf = (day: IsoDay): number => Number(day.slice(0, 4));
const monthOf = (day: IsoDay): number => Number(day.slice(5, 7));
const monthDayOf = (day: IsoDay): number => Number(day.slice(8, 10));
const pad = (n: number) => String(n).padStart(2, '0');
const monthStart = (year: number, month: number): IsoDay =>
  `${String(year + Math.floor((month - 1) / 12)).padStart(4, '0')}-${pad(((((month - 1) % 12) + 12) % 12) + 1)}-01`;

/** The days of the period a number of steps after the one of the first day. */
function periodOf(
  { frequency, interval, weekStart }: Recurrence,
  first: IsoDay,
  step: number,
): [IsoDay, IsoDay] {
  const by = step * interval;
  if (frequency === 'DAILY') return [addDays(first, by), addDays(first, by + 1)];
  if (frequency === 'WEEKLY') {
    const from = addDays(first, -((weekdayOf(first) - weekStart + 7) % 7) + 7 * by);
    return [from, addDays(from, 7)];
  }
  if (frequency === 'MONTHLY') {
    const month = monthOf(first) + by;
    return [monthStart(yearOf(first), month), monthStart(yearOf(first), month + 1)];
  }
  return [monthStart(yearOf(first) + by, 1), monthStart(yearOf(first) + by + 1, 1)];
}

/** Where a day stands among those of a stretch, from its start and from its end. */
const isNth = (at: number, size: number, nth: readonly number[]): boolean =>
  nth.some((n) => (n > 0 ? at === n : at === size + n + 1));

/** The first day of a year's first week: the one with its fourth of January in it. */
const weekOneOf = (year: number, weekStart: number): IsoDay => {
  const fourth: IsoDay = `${String(year).padStart(4, '0')}-01-04`;
  return addDays(fourth, -((weekdayOf(fourth) - weekStart + 7) % 7));
};

function isInWeekNumber(day: IsoDay, rule: Recurrence): boolean {
  // The first and last days of a year may lie in a week of the one beside it; the rule speaks of the weeks of its own year.
  const first = weekOneOf(yearOf(day), rule.weekStart);
  const weeks = daysBetween(first, weekOneOf(yearOf(day) + 1, rule.weekStart)) / 7;
  const at = Math.floor(daysBetween(first, day) / 7) + 1;
  return isNth(at, weeks, rule.weekNumbers);
}

function isItsDay(day: IsoDay, rule: Recurrence): boolean {
  const monthFrom = monthStart(yearOf(day), monthOf(day));
  const monthDays = daysBetween(monthFrom, monthStart(yearOf(day), monthOf(day) + 1));
  const yearFrom = monthStart(yearOf(day), 1);
  const yearDays = daysBetween(yearFrom, monthStart(yearOf(day) + 1, 1));
  const yearDay = daysBetween(yearFrom, day) + 1;
  if (rule.months.length > 0 && !rule.months.includes(monthOf(day))) return false;
  if (rule.monthDays.length > 0 && !isNth(monthDayOf(day), monthDays, rule.monthDays)) return false;
  if (rule.yearDays.length > 0 && !isNth(yearDay, yearDays, rule.yearDays)) return false;
  if (rule.weekNumbers.length > 0 && !isInWeekNumber(day, rule)) return false;
  if (rule.days.length === 0) return true;
  // In a month, and in a year by its months, the n-th is that of the month; else that of the year.
  const ofMonth = rule.frequency === 'MONTHLY' || rule.months.length > 0;
  const [at, size] = ofMonth ? [monthDayOf(day), monthDays] : [yearDay, yearDays];
  return rule.days.some(
    ({ weekday, nth }) =>
      weekday === weekdayOf(day) &&
      (nth === undefined || (nth > 0 ? Math.ceil(at / 7) === nth : Math.ceil((size - at + 1) / 7) === -nth)),
  );
}

/** What a rule leaves unsaid is taken from the first day. */
function filled(rule: Recurrence, first: IsoDay): Recurrence {
  const { months, monthDays, yearDays, weekNumbers, days } = rule;
  const none = monthDays.length + yearDays.length + weekNumbers.length + days.length === 0;
  if (rule.frequency === 'WEEKLY')
    return none ? { ...rule, days: [{ weekday: weekdayOf(first), nth: undefined }] } : rule;
  if (rule.frequency === 'MONTHLY') return none ? { ...rule, monthDays: [monthDayOf(first)] } : rule;
  if (rule.frequency !== 'YEARLY') return rule;
  if (none)
    return {
      ...rule,
      monthDays: [monthDayOf(first)],
      months: months.length > 0 ? months : [monthOf(first)],
    };
  if (weekNumbers.length > 0 && days.length + monthDays.length + yearDays.length === 0)
    return { ...rule, days: [{ weekday: weekdayOf(first), nth: undefined }] };
  return rule;
}

/**
 * The days of a rule that lie between two days, in order. The first day is one of them whatever the rule says, and counts.
 *
 * @param isOver tells of a day of the rule whether it lies after its end
 */
export function recurrenceDays(
  asked: Recurrence,
  first: IsoDay,
  from: IsoDay,
  to: IsoDay,
  isOver: (day: IsoDay) => boolean = () => false,
): IsoDay[] {
  const rule = filled(asked, first);
  const found: IsoDay[] = first >= from && first <= to ? [first] : [];
  let counted = 1;
  let looked = 0;
  // Without a count, what lies before the days asked for needs no look.
  const days = { DAILY: 1, WEEKLY: 7, MONTHLY: 31, YEARLY: 366 }[rule.frequency] * rule.interval;
  const skipped = rule.count === undefined ? Math.floor(daysBetween(first, from) / days) - 1 : 0;
  for (let step = Math.max(0, skipped); looked < mostDays; step += 1) {
    const [begins, ends] = periodOf(rule, first, step);
    if (begins > to) break;
    const its: IsoDay[] = [];
    for (let day = begins; day < ends; day = addDays(day, 1)) {
      looked += 1;
      if (isItsDay(day, rule)) its.push(day);
    }
    const placed =
      rule.places.length === 0 ? its : its.filter((_, i) => isNth(i + 1, its.length, rule.places));
    for (const day of placed) {
      if (day <= first) continue;
      if (isOver(day) || (rule.count !== undefined && counted >= rule.count)) return found;
      counted += 1;
      if (day >= from && day <= to) found.push(day);
    }
  }
  return found;
}
