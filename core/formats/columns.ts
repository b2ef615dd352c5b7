import { format, isValid, parse } from 'date-fns';
import { type IsoDay, isIsoDay } from '~/core/body/dates';
import type { DateOrder } from './roster-fields';

/** Which column of a file holds what, and how its dates are written. */

export interface ColumnField<Id extends string = string> {
  readonly id: Id;
  readonly label: string;
  readonly required: boolean;
  /** Headers it goes by, in small letters. */
  readonly names: readonly string[];
}
/** Column index by field; missing when the file has no such column. */
export type Columns<Id extends string> = Readonly<Partial<Record<Id, number>>>;

/** A line of a file that cannot be taken, and why. */
export interface RowError {
  /** Line of the file, the header being line 1. */
  readonly line: number;
  readonly column: string;
  readonly reason: string;
}

/** Words as they are compared: small letters without accents or signs. */
export const plainWords = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9/]+/g, ' ')
    .trim();

/** Guesses which column holds what from the header names; no column holds two things. */
export function guessColumns<Id extends string>(
  given: readonly string[],
  fields: readonly ColumnField<Id>[],
): Partial<Record<Id, number>> {
  const columns: Partial<Record<Id, number>> = {};
  const headers = given.map(plainWords);
  const find = (fits: (header: string) => boolean) =>
    headers.findIndex((header, i) => fits(header) && !Object.values(columns).includes(i));
  for (const { id, names } of fields) {
    const exact = find((header) => names.includes(header));
    const at =
      exact >= 0 ? exact : find((header) => names.some((name) => name.length > 3 && header.startsWith(name)));
    if (at >= 0) columns[id] = at;
  }
  return columns;
}

/** The columns that were asked for, by field, over the guessed ones; an empty word means none. */
export function chosenColumns<Id extends string>(
  width: number,
  fields: readonly ColumnField<Id>[],
  guess: Columns<Id>,
  asked: Readonly<Record<string, string>>,
): Columns<Id> {
  const columns: Partial<Record<Id, number>> = { ...guess };
  for (const { id } of fields) {
    const text = asked[id];
    if (text === undefined) continue;
    const at = Number(text);
    if (text !== '' && Number.isInteger(at) && at >= 0 && at < width) columns[id] = at;
    else delete columns[id];
  }
  return columns;
}

/** How a column of dates is written, as far as its cells tell. */
export function guessDateOrder(cells: readonly string[]): DateOrder {
  if (cells.every((cell) => /^\d{4}-/.test(cell))) return 'iso';
  const second = cells.map((cell) => Number(cell.split(/[./-]/)[1] ?? 0));
  return second.some((part) => part > 12) ? 'mdy' : 'dmy';
}

const datePatterns: Readonly<Record<DateOrder, readonly string[]>> = {
  iso: ['yyyy-MM-dd', 'yyyy/MM/dd'],
  dmy: ['dd.MM.yyyy', 'd.M.yyyy', 'dd/MM/yyyy', 'd/M/yyyy', 'dd-MM-yyyy'],
  mdy: ['MM/dd/yyyy', 'M/d/yyyy', 'MM-dd-yyyy', 'MM.dd.yyyy'],
};
export const dateOrderWords: Readonly<Record<DateOrder, string>> = {
  iso: 'year-month-day',
  dmy: 'day, month, year',
  mdy: 'month, day, year',
};

/** A date as a file writes it; undefined where it is none. */
export function readDate(text: string, order: DateOrder): IsoDay | undefined {
  for (const pattern of [...datePatterns[order], 'yyyy-MM-dd']) {
    const date = parse(text, pattern, new Date(2000, 0, 1));
    if (isValid(date)) {
      const day = format(date, 'yyyy-MM-dd');
      if (isIsoDay(day)) return day;
    }
  }
  return undefined;
}
