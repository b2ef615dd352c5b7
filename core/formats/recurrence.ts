import { type IsoDay, isIsoDay } from '~/core/body/dates';

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

/*
 * A file may hold thousands of rules, and each is looked at for hundreds of days: days are numbers here, since 1970, and their dates
 * are whole numbers' arithmetic (the proleptic Gregorian calendar, years from March on).
 */

const msADay = 86_400_000;
const numberOf = (day: IsoDay): number => Date.parse(day) / msADay;
const isoOf = (day: number): IsoDay => new Date(day * msADay).toISOString().slice(0, 10);
/** 0 Sunday to 6 Saturday. */
const weekdayAt = (day: number): number => (((day + 4) % 7) + 7) % 7;

/** The day a month begins, counted on into other years. */
function monthStart(year: number, month: number): number {
  const y = year + Math.floor((month - 1) / 12);
  const m = ((((month - 1) % 12) + 12) % 12) + 1;
  const shifted = m <= 2 ? y - 1 : y;
  const century = Math.floor(shifted / 400);
  const ofCentury = shifted - century * 400;
  const ofYear = Math.floor((153 * (m + (m > 2 ? -3 : 9)) + 2) / 5);
  return (
    century * 146_097 +
    ofCentury * 365 +
    Math.floor(ofCentury / 4) -
    Math.floor(ofCentury / 100) +
    ofYear -
    719_468
  );
}

interface DateParts {
  readonly year: number;
  readonly month: number;
  readonly date: number;
}

function partsOf(day: number): DateParts {
  const z = day + 719_468;
  const century = Math.floor(z / 146_097);
  const of = z - century * 146_097;
  const year = Math.floor(
    (of - Math.floor(of / 1460) + Math.floor(of / 36_524) - Math.floor(of / 146_096)) / 365,
  );
  const ofYear = of - (365 * year + Math.floor(year / 4) - Math.floor(year / 100));
  const shifted = Math.floor((5 * ofYear + 2) / 153);
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  return {
    year: year + century * 400 + (month <= 2 ? 1 : 0),
    month,
    date: ofYear - Math.floor((153 * shifted + 2) / 5) + 1,
  };
}

/** The first day of the period a number of steps after the one of the first day, and the day after its last. */
function periodOf(
  { frequency, interval, weekStart }: Recurrence,
  first: number,
  { year, month }: DateParts,
  step: number,
): [number, number] {
  const by = step * interval;
  if (frequency === 'DAILY') return [first + by, first + by + 1];
  if (frequency === 'WEEKLY') {
    const from = first - ((weekdayAt(first) - weekStart + 7) % 7) + 7 * by;
    return [from, from + 7];
  }
  if (frequency === 'MONTHLY') return [monthStart(year, month + by), monthStart(year, month + by + 1)];
  return [monthStart(year + by, 1), monthStart(year + by + 1, 1)];
}

/** Where a day stands among those of a stretch, from its start and from its end. */
const isNth = (at: number, size: number, nth: readonly number[]): boolean =>
  nth.some((n) => (n > 0 ? at === n : at === size + n + 1));

/** The first day of a year's first week: the one with its fourth of January in it. */
function weekOneOf(year: number, weekStart: number): number {
  const fourth = monthStart(year, 1) + 3;
  return fourth - ((weekdayAt(fourth) - weekStart + 7) % 7);
}

function isInWeekNumber(day: number, year: number, rule: Recurrence): boolean {
  // The first and last days of a year may lie in a week of the one beside it; the rule speaks of the weeks of its own year.
  const first = weekOneOf(year, rule.weekStart);
  const weeks = (weekOneOf(year + 1, rule.weekStart) - first) / 7;
  return isNth(Math.floor((day - first) / 7) + 1, weeks, rule.weekNumbers);
}

function isItsDay(day: number, rule: Recurrence): boolean {
  const { days } = rule;
  // What most rules ask for is asked first.
  const weekday = weekdayAt(day);
  if (days.length > 0 && !days.some((one) => one.weekday === weekday)) return false;
  const { year, month, date } = partsOf(day);
  if (rule.months.length > 0 && !rule.months.includes(month)) return false;
  const monthDays = () => monthStart(year, month + 1) - monthStart(year, month);
  const yearDay = () => day - monthStart(year, 1) + 1;
  const yearDays = () => monthStart(year + 1, 1) - monthStart(year, 1);
  if (rule.monthDays.length > 0 && !isNth(date, monthDays(), rule.monthDays)) return false;
  if (rule.yearDays.length > 0 && !isNth(yearDay(), yearDays(), rule.yearDays)) return false;
  if (rule.weekNumbers.length > 0 && !isInWeekNumber(day, year, rule)) return false;
  if (days.every(({ nth }) => nth === undefined)) return true;
  // In a month, and in a year by its months, the n-th is that of the month; else that of the year.
  const ofMonth = rule.frequency === 'MONTHLY' || rule.months.length > 0;
  const [at, size] = ofMonth ? [date, monthDays()] : [yearDay(), yearDays()];
  return days.some(
    (one) =>
      one.weekday === weekday &&
      (one.nth === undefined ||
        (one.nth > 0 ? Math.ceil(at / 7) === one.nth : Math.ceil((size - at + 1) / 7) === -one.nth)),
  );
}

/** What a rule leaves unsaid is taken from the first day. */
function filled(rule: Recurrence, first: number, { month, date }: DateParts): Recurrence {
  const { months, monthDays, yearDays, weekNumbers, days } = rule;
  const none = monthDays.length + yearDays.length + weekNumbers.length + days.length === 0;
  const itsWeekday = [{ weekday: weekdayAt(first), nth: undefined }];
  if (rule.frequency === 'WEEKLY') return none ? { ...rule, days: itsWeekday } : rule;
  if (rule.frequency === 'MONTHLY') return none ? { ...rule, monthDays: [date] } : rule;
  if (rule.frequency !== 'YEARLY') return rule;
  if (none) return { ...rule, monthDays: [date], months: months.length > 0 ? months : [month] };
  if (weekNumbers.length > 0 && days.length + monthDays.length + yearDays.length === 0)
    return { ...rule, days: itsWeekday };
  return rule;
}

/** Days that may still be looked at, for all rules of a file together. */
export interface Patience {
  days: number;
}

/**
 * The days of a rule that lie between two days, in order. The first day is one of them whatever the rule says, and counts.
 *
 * @param isOver tells of a day of the rule whether it lies after its end; left out it has none
 * @param patience is used up by every day that is looked at; when nothing of it is left, what was found so far is given
 */
export function recurrenceDays(
  asked: Recurrence,
  firstDay: IsoDay,
  fromDay: IsoDay,
  toDay: IsoDay,
  isOver?: (day: IsoDay) => boolean,
  patience: Patience = { days: mostDays },
): IsoDay[] {
  const [first, from, to] = [numberOf(firstDay), numberOf(fromDay), numberOf(toDay)];
  const parts = partsOf(first);
  const rule = filled(asked, first, parts);
  const found: IsoDay[] = first >= from && first <= to ? [firstDay] : [];
  let counted = 1;
  let looked = 0;
  // Without a count, what lies before the days asked for needs no look.
  const days = { DAILY: 1, WEEKLY: 7, MONTHLY: 31, YEARLY: 366 }[rule.frequency] * rule.interval;
  const skipped = rule.count === undefined ? Math.floor((from - first) / days) - 1 : 0;
  for (let step = Math.max(0, skipped); looked < mostDays && patience.days > 0; step += 1) {
    const [begins, ends] = periodOf(rule, first, parts, step);
    if (begins > to) break;
    looked += ends - begins;
    patience.days -= ends - begins;
    const its: number[] = [];
    for (let day = begins; day < ends; day += 1) if (isItsDay(day, rule)) its.push(day);
    const placed =
      rule.places.length === 0 ? its : its.filter((_, i) => isNth(i + 1, its.length, rule.places));
    for (const day of placed) {
      if (day <= first) continue;
      if ((rule.count !== undefined && counted >= rule.count) || isOver?.(isoOf(day))) return found;
      counted += 1;
      if (day >= from && day <= to) found.push(isoOf(day));
    }
  }
  return found;
}
