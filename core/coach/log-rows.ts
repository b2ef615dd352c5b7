import { addDays, type IsoDay } from '~/core/body/dates';
import type { Load } from '~/core/body/posture';
import { type MassUnit, parseDecimal, toMassKg } from '~/core/body/units';
import type { Ladder, Rung } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { type PainRegion, painRegions } from '~/core/clear/pain';
import { placeIds, places, regionsOf } from '~/core/clear/pain-map';
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
import { type LogField, logFields } from './log-columns';
import { type LoggedSet, logDaysBack } from './log-form';
import { searchScore } from './search-words';

/** Logged sessions as a file holds them: a line an exercise of a day, read under a mapping into days. Writes nothing. */

export interface LogMapping {
  readonly columns: Columns<LogField>;
  readonly massUnit: MassUnit;
  readonly dateOrder: DateOrder;
  /** Rungs for what the file calls its exercises, by their plain words. */
  readonly exercises: Readonly<Record<string, string>>;
}

/** An exercise as the file calls it. */
export interface NamedExercise {
  readonly text: string;
  /** Which it is; undefined while nobody has said. */
  readonly rungId: string | undefined;
  /** What it may be, the likeliest first. */
  readonly candidates: readonly string[];
}

export interface LoggedDay {
  readonly onDate: IsoDay;
  readonly lines: readonly number[];
  readonly effort: number;
  readonly painScore: number;
  readonly painRegion: PainRegion | null;
  readonly painPlaces: readonly string[];
  readonly sleepHours: number | null;
  readonly readiness: number | null;
  readonly note: string;
  readonly sets: readonly LoggedSet[];
}

export interface LogRows {
  /** In the order of their days. */
  readonly days: readonly LoggedDay[];
  readonly errors: readonly RowError[];
  readonly exercises: readonly NamedExercise[];
}

/** From this score on a name or one of its other names is meant wholly. */
const meantWholly = 26;
const candidatesShown = 8;
const mostLines = 5000;
/** A pain told of so many days ago still asks for a flag; an older one is kept with its session. */
export const flagWithinDays = 14;

/** What a file calls an exercise, held against names and other names; only one that is called so wholly is taken unasked. */
export function namedExercise(trade: Trade, text: string): NamedExercise {
  const wanted = plainWords(text);
  const scoredBy = (score: (ladder: Ladder, rung: Rung) => number) =>
    trade.ladders
      .flatMap((ladder) => ladder.rungs.map((rung) => ({ rung, score: score(ladder, rung) })))
      .filter((one) => one.score > 0)
      .sort((a, b) => b.score - a.score);
  const whole = scoredBy((ladder, rung) =>
    rung.id === text || plainWords(rung.name) === wanted
      ? Number.POSITIVE_INFINITY
      : searchScore(ladder, rung, text, true),
  );
  // What is called by no name as a whole may be known by some of its words.
  const words = wanted.split(' ').filter((word) => word.length > 2);
  const scored =
    whole.length > 0
      ? whole
      : scoredBy((ladder, rung) => words.reduce((sum, word) => sum + searchScore(ladder, rung, word), 0));
  const [best, second] = whole;
  const sure = best && best.score >= meantWholly && (second?.score ?? 0) < best.score;
  return {
    text,
    rungId: sure ? best.rung.id : undefined,
    candidates: scored.slice(0, candidatesShown).map(({ rung }) => rung.id),
  };
}

/** The mapping a file suggests, with what was asked for over it. */
export function logMapping(table: Table, asked: Readonly<Record<string, string>>): LogMapping {
  const guess = guessColumns<LogField>(table.headers, logFields);
  const columns = chosenColumns<LogField>(table.headers.length, logFields, guess, asked);
  const days = table.rows.slice(0, 50).map((row) => row[columns.onDate ?? -1] ?? '');
  const loadHeader = plainWords(table.headers[columns.load ?? -1] ?? '');
  const pick = <T extends string>(name: string, allowed: readonly T[], otherwise: T): T =>
    allowed.find((value) => value === asked[name]) ?? otherwise;
  return {
    columns,
    massUnit: pick<MassUnit>('massUnit', ['kg', 'lb'], /\blbs?\b|pound/.test(loadHeader) ? 'lb' : 'kg'),
    dateOrder: pick<DateOrder>('dateOrder', ['iso', 'dmy', 'mdy'], guessDateOrder(days.filter(Boolean))),
    exercises: Object.fromEntries(
      Object.entries(asked).flatMap(([name, rungId]) =>
        name.startsWith('is.') && rungId !== '' ? [[name.slice(3), rungId]] : [],
      ),
    ),
  };
}

const sideWords: Readonly<Record<string, 'left' | 'right' | 'both'>> = {
  '': 'both',
  both: 'both',
  each: 'both',
  'each side': 'both',
  l: 'left',
  left: 'left',
  r: 'right',
  right: 'right',
};

/** "45", "0:45", "45 s", "1 min 10 s", "12 reps"; undefined where it is no amount. */
export function readAmount(text: string): number | undefined {
  const bare = text.trim().toLowerCase();
  const clock = /^(\d{1,2}):([0-5]\d)$/.exec(bare);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  const minutes = /^(\d{1,2})\s*min(?:\s*([0-5]?\d)\s*s)?$/.exec(bare);
  if (minutes) return Number(minutes[1]) * 60 + Number(minutes[2] ?? 0);
  return parseDecimal(bare.replace(/\s*(?:s|sec|secs|seconds|reps?|breaths?|m|metres)$/, ''));
}

/** Where it hurt, as a place of the map, a region, or words of one. */
function readWhere(text: string): { region: PainRegion; placeIds: string[] } | undefined {
  const wanted = plainWords(text);
  const place = places.find(({ id, name }) => id === text || plainWords(name) === wanted);
  if (place && placeIds.includes(place.id))
    return { region: regionsOf([place.id])[0] ?? 'elsewhere', placeIds: [place.id] };
  const region = painRegions.find((one) => plainWords(one) === wanted);
  return region && { region, placeIds: [] };
}

/** A load as the file says it, in the rung's own kind; a reason where it has none or says another. */
function readLoad(text: string, rung: Rung, unit: MassUnit): Load | null | string {
  if (text === '' || plainWords(text) === 'none') return null;
  const newton = /n$/i.test(text);
  const own = /(kg|lbs?)$/i.exec(text)?.[1]?.toLowerCase();
  const value = parseDecimal(text.replace(/\s*(kg|lbs?|n)$/i, ''));
  if (value === undefined || value < 0) return `"${text}" is not a load`;
  if (value === 0) return null;
  if (rung.load.by === 'none') return `${rung.name} takes no load`;
  if (rung.load.by.endsWith('_N'))
    return newton ? { by: rung.load.by, value } : `the pull of ${rung.name} is said in N`;
  if (newton) return `the load of ${rung.name} is said in ${unit}`;
  const meant: MassUnit = own === undefined ? unit : own === 'kg' ? 'kg' : 'lb';
  return { by: rung.load.by, value: Math.round(toMassKg(value, meant) * 100) / 100 };
}

interface Line {
  readonly line: number;
  readonly onDate: IsoDay;
  readonly rung: Rung;
  readonly sets: number;
  readonly amount: number;
  readonly sides: readonly LoggedSet['side'][];
  readonly load: Load | null;
  readonly effort: number | undefined;
  readonly painScore: number;
  readonly where: ReturnType<typeof readWhere>;
  readonly sleepHours: number | undefined;
  readonly readiness: number | undefined;
  readonly note: string;
}

/**
 * Reads a file of logged sessions. Lines of one day are one session: its effort is the hardest that is said, its pain the worst;
 * notes are put together. A line that is wrong in any column takes its day with it, so that no session is half there.
 *
 * @param today nothing is logged ahead
 */
export function readLogRows(table: Table, mapping: LogMapping, trade: Trade, today: IsoDay): LogRows {
  const errors: RowError[] = [];
  const named = new Map<string, NamedExercise>();
  const broken = new Set<IsoDay>();
  const lines: Line[] = [];
  const { columns } = mapping;
  const head = (field: LogField) =>
    table.headers[columns[field] ?? -1] || (logFields.find(({ id }) => id === field)?.label ?? field);
  if (table.rows.length > mostLines)
    return {
      days: [],
      errors: [{ line: 1, column: '', reason: `${table.rows.length} lines; at most ${mostLines} are read` }],
      exercises: [],
    };
  table.rows.forEach((row, i) => {
    if (row.every((cell) => cell === '')) return;
    const line = i + 2;
    const cell = (field: LogField) => row[columns[field] ?? -1] ?? '';
    let sound = true;
    const bad = (field: LogField, reason: string) => {
      errors.push({ line, column: head(field), reason });
      sound = false;
      return undefined;
    };
    const figure = (field: LogField, from: number, to: number, whole: boolean) => {
      const text = cell(field);
      if (text === '') return undefined;
      const value = parseDecimal(text);
      if (value === undefined || value < from || value > to || (whole && !Number.isInteger(value)))
        return bad(field, `"${text}" is not ${whole ? 'a whole number ' : ''}${from} to ${to}`);
      return value;
    };
    const dayText = cell('onDate');
    const onDate =
      readDate(dayText, mapping.dateOrder) ??
      bad(
        'onDate',
        dayText === '' ? 'is empty' : `"${dayText}" is not a date (${dateOrderWords[mapping.dateOrder]})`,
      );
    if (onDate !== undefined && onDate > today) bad('onDate', `${onDate} lies ahead`);
    if (onDate !== undefined && onDate < addDays(today, -logDaysBack))
      bad('onDate', `${onDate} is more than ${logDaysBack} days ago`);

    const text = cell('exercise');
    const key = plainWords(text);
    if (text !== '' && !named.has(key)) {
      const found = namedExercise(trade, text);
      const said = mapping.exercises[key];
      named.set(key, said !== undefined && trade.hasRung(said) ? { ...found, rungId: said } : found);
    }
    const rungId = named.get(key)?.rungId;
    const rung = rungId !== undefined ? trade.rung(rungId) : undefined;
    if (text === '') bad('exercise', 'is empty');
    else if (!rung) bad('exercise', `"${text}" is no exercise of the library: choose which it is`);

    const sets = figure('sets', 1, 12, true) ?? 1;
    const amountText = cell('amount');
    const amount = readAmount(amountText);
    if (amount === undefined || amount < 0 || amount > 3600)
      bad('amount', amountText === '' ? 'is empty' : `"${amountText}" is not an amount`);
    const side = sideWords[plainWords(cell('side'))];
    if (side === undefined) bad('side', `"${cell('side')}" is not left, right or both`);
    else if (rung && !rung.sided && side !== 'both')
      bad('side', `${rung.name} is done with both sides at once`);
    const load = rung ? readLoad(cell('load'), rung, mapping.massUnit) : null;
    if (typeof load === 'string') bad('load', load);
    const effort = figure('effort', 1, 10, true);
    const painScore = figure('pain', 0, 10, true) ?? 0;
    const whereText = cell('where');
    const where = whereText === '' ? undefined : readWhere(whereText);
    if (whereText !== '' && !where)
      bad('where', `"${whereText}" is none of ${painRegions.join(', ')}, nor a place of the map`);
    else if (painScore > 0 && !where) bad('where', 'is empty, and there was pain');
    const sleepHours = figure('sleep', 0, 16, false);
    const readiness = figure('readiness', 1, 5, true);
    const note = cell('note');
    if (note.length > 500) bad('note', `has ${note.length} letters; 500 at most`);
    if (sound && onDate !== undefined && rung && amount !== undefined && typeof load !== 'string')
      lines.push({
        line,
        onDate,
        rung,
        sets,
        amount,
        sides: !rung.sided ? ['both'] : side === 'both' || side === undefined ? ['left', 'right'] : [side],
        load,
        effort,
        painScore,
        where,
        sleepHours,
        readiness,
        note,
      });
    else if (onDate !== undefined) broken.add(onDate);
  });

  const byDay = new Map<IsoDay, Line[]>();
  for (const one of lines) byDay.set(one.onDate, [...(byDay.get(one.onDate) ?? []), one]);
  const days = [...byDay]
    .filter(([onDate]) => !broken.has(onDate))
    .sort(([a], [b]) => a.localeCompare(b))
    .flatMap(([onDate, its]) => {
      const efforts = its.flatMap(({ effort }) => effort ?? []);
      if (efforts.length === 0) {
        errors.push({
          line: its[0]?.line ?? 1,
          column: head('effort'),
          reason: `is empty on every line of ${onDate}`,
        });
        return [];
      }
      const hurt = its.reduce((worst, one) => (one.painScore > worst.painScore ? one : worst));
      const counts = new Map<string, number>();
      return [
        {
          onDate,
          lines: its.map(({ line }) => line),
          effort: Math.max(...efforts),
          painScore: hurt.painScore,
          painRegion: hurt.painScore > 0 ? (hurt.where?.region ?? null) : null,
          painPlaces: hurt.painScore > 0 ? (hurt.where?.placeIds ?? []) : [],
          sleepHours: its.find(({ sleepHours }) => sleepHours !== undefined)?.sleepHours ?? null,
          readiness: its.find(({ readiness }) => readiness !== undefined)?.readiness ?? null,
          note: [...new Set(its.map(({ note }) => note).filter(Boolean))].join('\n').slice(0, 1000),
          sets: its.flatMap((one) =>
            Array.from({ length: one.sets }).flatMap(() =>
              one.sides.map((side): LoggedSet => {
                const key = `${one.rung.id} ${side}`;
                const setNo = (counts.get(key) ?? 0) + 1;
                counts.set(key, setNo);
                return {
                  rungId: one.rung.id,
                  setNo,
                  side,
                  done: one.amount,
                  faultId: null,
                  load: one.load,
                };
              }),
            ),
          ),
        },
      ];
    });
  return { days, errors: errors.sort((a, b) => a.line - b.line), exercises: [...named.values()] };
}
