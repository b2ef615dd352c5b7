import Papa from 'papaparse';
import type { IsoDay } from '~/core/body/dates';
import { parseDecimal } from '~/core/body/units';
import {
  type Columns,
  chosenColumns,
  dateOrderWords,
  guessColumns,
  guessDateOrder,
  plainWords,
  type RowError,
  readDate,
} from '~/core/formats/columns';
import type { DateOrder } from '~/core/formats/roster-fields';
import type { Table } from '~/core/formats/table';
import { type TrainingField, trainingFields } from './columns';
import { type FiledSession, longestSession } from './filed';
import type { SportSession } from './training';

/** Sport training as a table holds it, a line a session. Writes nothing. */

export interface TrainingMapping {
  readonly columns: Columns<TrainingField>;
  readonly dateOrder: DateOrder;
}

/** The mapping a file suggests, with what was asked for over it. */
export function trainingMapping(table: Table, asked: Readonly<Record<string, string>>): TrainingMapping {
  const guess = guessColumns<TrainingField>(table.headers, trainingFields);
  const columns = chosenColumns<TrainingField>(table.headers.length, trainingFields, guess, asked);
  const days = table.rows.slice(0, 50).map((row) => row[columns.onDate ?? -1] ?? '');
  const orders: readonly DateOrder[] = ['iso', 'dmy', 'mdy'];
  return {
    columns,
    dateOrder: orders.find((one) => one === asked.dateOrder) ?? guessDateOrder(days.filter(Boolean)),
  };
}

/** "18:30", "6:30 pm", "6 pm", "18.30", "1830" as HH:MM; undefined where it is no time of a day. */
export function readTimeOfDay(text: string): string | undefined {
  const found = /^(\d{1,2})(?:[:.h]?(\d{2}))?(?::\d{2})?\s*([ap])?\.?m?\.?$/i.exec(text.trim());
  if (!found) return undefined;
  const half = found[3]?.toLowerCase();
  // A bare figure is an hour only when it is said of which half of the day.
  if (found[2] === undefined && half === undefined) return undefined;
  const hour = Number(found[1]);
  const minute = Number(found[2] ?? 0);
  if (half !== undefined && (hour < 1 || hour > 12)) return undefined;
  const of24 = half === undefined ? hour : (hour % 12) + (half === 'p' ? 12 : 0);
  return of24 > 23 || minute > 59
    ? undefined
    : `${String(of24).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
}

/** "90", "1:30", "01:30:00", "1 h 30", "1.5 h", "45 min" in minutes; undefined where it is no length of time. */
export function readMinutes(text: string): number | undefined {
  const bare = text.trim().toLowerCase();
  const clock = /^(\d{1,2}):([0-5]\d)(?::([0-5]\d))?$/.exec(bare);
  if (clock) return Math.round(Number(clock[1]) * 60 + Number(clock[2]) + Number(clock[3] ?? 0) / 60);
  const hours =
    /^(\d{1,2}(?:[.,]\d+)?)\s*(?:h|hr|hrs|hours?|std)\.?\s*(?:([0-5]?\d)\s*(?:m|min|mins|minutes?)?\.?)?$/.exec(
      bare,
    );
  if (hours) return Math.round((parseDecimal(hours[1] ?? '') ?? 0) * 60 + Number(hours[2] ?? 0));
  const plain = parseDecimal(bare.replace(/\s*(?:m|min|mins|minutes?)\.?$/, ''));
  return plain === undefined ? undefined : Math.round(plain);
}

const riskWords: Readonly<Record<string, boolean>> = {
  '': false,
  no: false,
  n: false,
  false: false,
  '0': false,
  yes: true,
  y: true,
  true: true,
  '1': true,
  x: true,
  risk: true,
};

export interface TrainingRows {
  readonly sessions: readonly FiledSession[];
  readonly errors: readonly RowError[];
  /** Sessions that lie outside of the days that count. */
  readonly outside: number;
}

/**
 * Reads a table of sport training.
 *
 * @param window the first and last day that count; what lies outside is counted and left
 */
export function readTrainingRows(
  table: Table,
  { columns, dateOrder }: TrainingMapping,
  window: { readonly from: IsoDay; readonly to: IsoDay },
): TrainingRows {
  const errors: RowError[] = [];
  const sessions: FiledSession[] = [];
  const seen = new Map<string, number>();
  let outside = 0;
  table.rows.forEach((row, i) => {
    if (row.every((cell) => cell === '')) return;
    const line = i + 2;
    const cell = (field: TrainingField) => row[columns[field] ?? -1] ?? '';
    let sound = true;
    const bad = (field: TrainingField, reason: string): undefined => {
      const label = trainingFields.find(({ id }) => id === field)?.label ?? field;
      errors.push({ line, column: table.headers[columns[field] ?? -1] || label, reason });
      sound = false;
    };
    const said = cell('onDate');
    const onDate =
      readDate(said, dateOrder) ??
      bad('onDate', said === '' ? 'is empty' : `"${said}" is not a date (${dateOrderWords[dateOrder]})`);
    const start = cell('startsAt');
    const startsAt =
      start === '' ? null : (readTimeOfDay(start) ?? bad('startsAt', `"${start}" is not a time of day`));
    const length = cell('minutes');
    const minutes = readMinutes(length);
    if (minutes === undefined || minutes < 1 || minutes > longestSession)
      bad('minutes', length === '' ? 'is empty' : `"${length}" is not a length of 1 minute to a day`);
    const hard = cell('hardness');
    const hardness = hard === '' ? null : parseDecimal(hard.replace(/\s*\/\s*10$/, ''));
    if (
      hardness === undefined ||
      (hardness !== null && (!Number.isInteger(hardness) || hardness < 1 || hardness > 10))
    )
      bad('hardness', `"${hard}" is not a whole number 1 to 10`);
    const risk = riskWords[plainWords(cell('risk'))];
    if (risk === undefined) bad('risk', `"${cell('risk')}" is not yes or no`);
    const name = cell('name').replace(/\s+/g, ' ').slice(0, 120);
    if (name === '') bad('name', 'is empty');
    if (!sound || !onDate || startsAt === undefined || minutes === undefined || risk === undefined) return;
    if (onDate < window.from || onDate > window.to) {
      outside += 1;
      return;
    }
    const alike = `${onDate}|${startsAt ?? ''}|${name.toLowerCase()}`;
    const times = (seen.get(alike) ?? 0) + 1;
    seen.set(alike, times);
    // The second of one name and time on a day is another session.
    const key = `row|${alike}${times > 1 ? `|${times}` : ''}`;
    sessions.push({ key, onDate, startsAt, minutes, hardness: hardness ?? null, risk, name });
  });
  return { sessions, errors, outside };
}

/** Sport training as a file that can be read in again; cells that a spreadsheet would take for a formula are quoted. */
export function trainingCsv(sessions: readonly Omit<SportSession, 'id'>[]): string {
  const rows = sessions.map(
    ({ onDate, startsAt, minutes, hardness, risk, name }): Record<TrainingField, string | number> => ({
      onDate,
      startsAt: startsAt ?? '',
      minutes,
      hardness: hardness ?? '',
      risk: risk ? 'yes' : '',
      name,
    }),
  );
  return `${Papa.unparse(
    {
      fields: trainingFields.map(({ label }) => label),
      data: rows.map((row) => trainingFields.map(({ id }) => row[id])),
    },
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`;
}
