import ICAL from 'ical.js';
import { addDays, daysBetween, type IsoDay, isIsoDay } from '~/core/body/dates';
import { type Patience, type Recurrence, readRecurrence, recurrenceDays } from './recurrence';
import { knownZone, minuteOf, momentOf, type WallTime, wallOf } from './zones';

/**
 * What a calendar file (RFC 5545) holds for some days: what comes again is told day by day, moved and called-off ones as they were
 * moved and called off, every time by the clock of one place. What cannot be read is named by its line; the rest is read.
 */

export const calendarLimits = {
  /** Entries of one file. */
  entries: 20_000,
  /** Days that come of them. */
  occurrences: 20_000,
  /** A line put together again. */
  lineLetters: 100_000,
  /** Of the file. */
  letters: 6_000_000,
  /** Days looked at for all that comes again. */
  days: 600_000,
  /** Problems that are named. */
  problems: 200,
} as const;

export interface CalendarOccurrence {
  /** The same for its whole life: its entry's, and which of its days it is. */
  readonly key: string;
  readonly title: string;
  readonly onDate: IsoDay;
  /** HH:MM; null for a whole day. */
  readonly startsAt: string | null;
  /** How long; for a whole day undefined, as for one that does not say. */
  readonly minutes: number | undefined;
  /** Whole days, 1 for one with times. */
  readonly days: number;
}

export interface CalendarProblem {
  /** Line of the file, the first being 1. */
  readonly line: number;
  readonly title: string;
  readonly reason: string;
}

export interface CalendarFound {
  /** What the calendar calls itself; empty when it does not. */
  readonly name: string;
  /** In the order of their days. */
  readonly occurrences: readonly CalendarOccurrence[];
  readonly problems: readonly CalendarProblem[];
  /** Entries that lie outside of the days asked for. */
  readonly outside: number;
  /** Days that were called off. */
  readonly cancelled: number;
  /** Zones nobody knows: their times were taken as they stand. */
  readonly unknownZones: readonly string[];
}

export type CalendarResult =
  | { readonly ok: true; readonly calendar: CalendarFound }
  | { readonly ok: false; readonly error: string };

interface Line {
  readonly at: number;
  readonly text: string;
}

/** Lines put together again where they were folded. */
function unfolded(text: string): Line[] {
  const lines: { at: number; parts: string[]; letters: number }[] = [];
  text.split(/\r\n|\r|\n/).forEach((one, i) => {
    const last = lines.at(-1);
    if (/^[ \t]/.test(one) && last && last.letters < calendarLimits.lineLetters) {
      last.parts.push(one.slice(1));
      last.letters += one.length;
    } else if (one.trim() !== '') lines.push({ at: i + 1, parts: [one], letters: one.length });
  });
  return lines.map(({ at, parts }) => ({ at, text: parts.join('') }));
}

/** What is read of an entry; the rest is nobody's business here. */
const wanted = new Set([
  'UID',
  'SUMMARY',
  'DTSTART',
  'DTEND',
  'DURATION',
  'RRULE',
  'RDATE',
  'EXDATE',
  'RECURRENCE-ID',
  'STATUS',
  'SEQUENCE',
]);

interface Block {
  readonly name: string;
  readonly at: number;
  readonly lines: readonly Line[];
  /** Lines in it that are none. */
  readonly broken: readonly Line[];
}

/** The file's entries and zones with their lines; an alarm inside of an entry is left out. */
function blocksOf(lines: readonly Line[]): { blocks: Block[]; unended: Line[] } {
  const blocks: Block[] = [];
  const unended: Line[] = [];
  let open: { name: string; at: Line; lines: Line[]; broken: Line[]; inside: string[] } | undefined;
  for (const line of lines) {
    const mark = /^(BEGIN|END):\s*([A-Za-z-]+)\s*$/i.exec(line.text);
    const name = mark?.[2]?.toUpperCase();
    if (mark?.[1]?.toUpperCase() === 'BEGIN') {
      if (name === 'VEVENT') {
        if (open) unended.push(open.at);
        open = { name, at: line, lines: [], broken: [], inside: [] };
      } else if (open && name) open.inside.push(name);
      continue;
    }
    if (!open) continue;
    if (mark) {
      if (open.inside.at(-1) === name) open.inside.pop();
      else if (name === open.name) {
        blocks.push({ name: open.name, at: open.at.at, lines: open.lines, broken: open.broken });
        open = undefined;
      }
      continue;
    }
    if (open.inside.length > 0) continue;
    const property = /^([A-Za-z0-9-]+)[;:]/.exec(line.text)?.[1]?.toUpperCase();
    if (property === undefined) open.broken.push(line);
    else if (wanted.has(property)) open.lines.push(line);
  }
  if (open) unended.push(open.at);
  return { blocks, unended };
}

/** A time as an entry writes it. */
interface Written {
  readonly day: IsoDay;
  /** HH:MM; undefined for a whole day. */
  readonly time: string | undefined;
  /** Undefined: the clock of wherever one is. */
  readonly zone: string | undefined;
}

type Property = readonly [
  name: string,
  parameters: Readonly<Record<string, unknown>>,
  type: string,
  ...unknown[],
];

/** An entry with its times as it writes them. */
interface Entry {
  readonly line: number;
  readonly uid: string;
  readonly title: string;
  readonly start: Written;
  readonly minutes: number | undefined;
  readonly days: number;
  readonly rule: Recurrence | undefined;
  readonly more: readonly Written[];
  readonly except: readonly Written[];
  readonly instance: { readonly of: Written; readonly onwards: boolean } | undefined;
  readonly cancelled: boolean;
  readonly sequence: number;
}

/** "P1DT2H30M" in minutes. */
function durationMinutes(text: string): number | undefined {
  const found = /^([+-]?)P(?:(\d+)W)?(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/.exec(text);
  if (!found) return undefined;
  const [weeks = 0, days = 0, hours = 0, minutes = 0, seconds = 0] = found
    .slice(2)
    .map((n) => Number(n ?? 0));
  return (found[1] === '-' ? -1 : 1) * (((weeks * 7 + days) * 24 + hours) * 60 + minutes + seconds / 60);
}

/** The clock an entry's times are told by, for one file. */
interface Clock {
  readonly zoneOf: (name: string) => string | undefined;
  readonly unknown: Set<string>;
}

function writtenOf([, parameters, , value]: readonly unknown[], { zoneOf, unknown }: Clock): Written {
  const found = /^(\d{4}-\d{2}-\d{2})(?:T(\d{2}:\d{2})(?::\d{2})?(Z?))?$/.exec(String(value));
  const day = found?.[1];
  if (!found || !day || !isIsoDay(day)) throw new Error(`"${String(value).slice(0, 40)}" is no time`);
  const time = found[2];
  if (time === undefined) return { day, time, zone: undefined };
  if (time > '23:59') throw new Error(`"${time}" is no time of a day`);
  if (found[3] === 'Z') return { day, time, zone: 'UTC' };
  const name = (parameters as Record<string, unknown>).tzid;
  if (typeof name !== 'string') return { day, time, zone: undefined };
  const zone = zoneOf(name);
  if (zone === undefined) unknown.add(name);
  return { day, time, zone };
}

function entryOf(block: Block, clock: Clock): Entry {
  const text = ['BEGIN:VEVENT', ...block.lines.map((line) => line.text), 'END:VEVENT'].join('\r\n');
  const [, properties] = ICAL.parse(text) as unknown as [string, readonly Property[]];
  const all = (name: string) => properties.filter((one) => one[0] === name);
  const one = (name: string) => all(name)[0];
  const said = (name: string): string => String(one(name)?.[3] ?? '');
  const starts = one('dtstart');
  if (!starts) throw new Error('it does not say when it starts');
  const start = writtenOf(starts, clock);
  const each = (name: string) =>
    all(name).flatMap(([title, parameters, type, ...values]) =>
      values.map((value) =>
        writtenOf([title, parameters, type, Array.isArray(value) ? value[0] : value], clock),
      ),
    );
  const ends = one('dtend');
  const end = ends && writtenOf(ends, clock);
  const lasts = durationMinutes(said('duration'));
  const moment = (at: Written) =>
    at.zone
      ? momentOf({ day: at.day, time: at.time ?? '00:00' }, at.zone) / 60_000
      : minuteOf({ day: at.day, time: at.time ?? '00:00' });
  const minutes = end ? moment(end) - moment(start) : lasts;
  if (minutes !== undefined && minutes < 0) throw new Error('it ends before it starts');
  const rule = one('rrule');
  const written = rule && block.lines.find(({ text: line }) => /^RRULE[;:]/i.test(line))?.text;
  const instance = one('recurrence-id');
  return {
    line: block.at,
    uid: said('uid').slice(0, 500),
    title: said('summary').replace(/\s+/g, ' ').trim().slice(0, 120),
    start,
    minutes: start.time === undefined || minutes === 0 ? undefined : minutes,
    days: start.time === undefined ? Math.max(1, Math.round((minutes ?? 1440) / 1440)) : 1,
    rule: written === undefined ? undefined : readRecurrence(written.slice(written.indexOf(':') + 1).trim()),
    more: each('rdate'),
    except: each('exdate'),
    instance: instance && {
      of: writtenOf(instance, clock),
      onwards: String(instance[1].range ?? '').toUpperCase() === 'THISANDFUTURE',
    },
    cancelled: said('status').toUpperCase() === 'CANCELLED',
    sequence: Number(said('sequence')) || 0,
  };
}

/** A time by the clock of another zone; a whole day, and what is told by no zone, stay as they are. */
function byClock(at: Written, zone: string): WallTime {
  const wall = { day: at.day, time: at.time ?? '00:00' };
  return at.time === undefined || at.zone === undefined || at.zone === zone
    ? wall
    : wallOf(momentOf(wall, at.zone), zone);
}

/** Which of its days one of a series is: its time by the clock of the series. */
const instanceKey = (at: Written, series: Written): string => {
  const wall =
    series.zone === undefined ? { day: at.day, time: at.time ?? '00:00' } : byClock(at, series.zone);
  return series.time === undefined || at.time === undefined ? wall.day : `${wall.day}T${wall.time}`;
};

/** Entries of one name: what comes again, and the days of it that were changed. */
interface Series {
  master: Entry | undefined;
  readonly changed: Entry[];
}

/**
 * Reads a calendar.
 *
 * @param text the file
 * @param asked the zone whose clock every time is told by, and the first and last day wanted
 */
export function readCalendar(
  text: string,
  asked: { readonly zone: string; readonly from: IsoDay; readonly to: IsoDay },
): CalendarResult {
  if (text.length > calendarLimits.letters)
    return {
      ok: false,
      error: `The calendar has ${Math.round(text.length / 100_000) / 10} million letters; at most ${calendarLimits.letters / 1_000_000} million are read. Export a part of it.`,
    };
  const lines = unfolded(text.replace(/^\ufeff/, ''));
  if (!/^BEGIN:\s*VCALENDAR\s*$/i.test(lines[0]?.text ?? ''))
    return { ok: false, error: 'This is not a calendar: it does not begin with BEGIN:VCALENDAR.' };
  const { blocks, unended } = blocksOf(lines);
  if (blocks.length > calendarLimits.entries)
    return {
      ok: false,
      error: `The calendar has ${blocks.length} entries; at most ${calendarLimits.entries} are read.`,
    };
  const problems: CalendarProblem[] = unended.map(({ at }) => ({
    line: at,
    title: '',
    reason: 'an entry begins here and does not end',
  }));
  const clock: Clock = { zoneOf: knownZone, unknown: new Set() };
  const series = new Map<string, Series>();
  for (const block of blocks) {
    try {
      const entry = entryOf(block, clock);
      // Without a name it is known by its line: importing it again cannot find it.
      const uid = entry.uid || `line ${block.at}`;
      const its = series.get(uid) ?? { master: undefined, changed: [] };
      series.set(uid, its);
      if (entry.instance) its.changed.push(entry);
      else if (!its.master || entry.sequence >= its.master.sequence) its.master = entry;
      for (const { at, text: line } of block.broken)
        problems.push({
          line: at,
          title: entry.title,
          reason: `"${line.slice(0, 40)}" is no line of a calendar and was passed over`,
        });
    } catch (error) {
      const title = block.lines.find((line) => /^SUMMARY[;:]/i.test(line.text))?.text ?? '';
      problems.push({
        line: block.at,
        title: title.slice(title.indexOf(':') + 1, 120),
        reason: error instanceof Error ? error.message.slice(0, 160) : 'it cannot be read',
      });
    }
  }
  const occurrences: CalendarOccurrence[] = [];
  let outside = 0;
  let cancelled = 0;
  const patience: Patience = { days: calendarLimits.days };
  for (const [uid, its] of series) {
    const found = occurrencesOf(uid, its, asked, patience);
    if (patience.days <= 0)
      return { ok: false, error: 'Too much comes again in this calendar; export a part of it.' };
    cancelled += found.cancelled;
    if (found.occurrences.length === 0 && found.cancelled === 0) outside += 1;
    for (const one of found.occurrences) occurrences.push(one);
    if (occurrences.length > calendarLimits.occurrences)
      return {
        ok: false,
        error: `More than ${calendarLimits.occurrences} days come of this calendar from ${asked.from} to ${asked.to}; export a part of it.`,
      };
  }
  const name = lines.find(({ text: line }) => /^X-WR-CALNAME[;:]/i.test(line))?.text ?? '';
  return {
    ok: true,
    calendar: {
      name: name
        .slice(name.indexOf(':') + 1)
        .trim()
        .slice(0, 120),
      occurrences: occurrences.sort(
        (a, b) =>
          a.onDate.localeCompare(b.onDate) ||
          (a.startsAt ?? '').localeCompare(b.startsAt ?? '') ||
          a.key.localeCompare(b.key),
      ),
      problems: named(problems.sort((a, b) => a.line - b.line)),
      outside,
      cancelled,
      unknownZones: [...clock.unknown],
    },
  };
}

/** The first problems by their lines, and how many more there are. */
function named(problems: readonly CalendarProblem[]): CalendarProblem[] {
  const more = problems.length - calendarLimits.problems;
  const shown = problems.slice(0, calendarLimits.problems);
  const next = problems[calendarLimits.problems];
  return more > 0 && next
    ? [...shown, { line: next.line, title: '', reason: `and ${more} more from here on` }]
    : shown;
}

function occurrencesOf(
  uid: string,
  { master, changed: words }: Series,
  { zone, from, to }: { readonly zone: string; readonly from: IsoDay; readonly to: IsoDay },
  patience: Patience,
): { occurrences: CalendarOccurrence[]; cancelled: number } {
  const occurrences: CalendarOccurrence[] = [];
  let cancelled = 0;
  const put = (entry: Entry, at: Written, key: string) => {
    const wall = byClock(at, zone);
    const last = addDays(wall.day, entry.days - 1);
    if (last < from || wall.day > to) return;
    if (entry.cancelled) {
      cancelled += 1;
      return;
    }
    occurrences.push({
      key: `${uid}|${key}`,
      title: entry.title,
      onDate: wall.day,
      startsAt: at.time === undefined ? null : wall.time,
      minutes: entry.minutes === undefined ? undefined : Math.round(entry.minutes),
      days: entry.days,
    });
  };
  const series = master?.start;
  const keyOf = (at: Written) => (series ? instanceKey(at, series) : at.day + (at.time ? `T${at.time}` : ''));
  // The newest word on a day counts.
  const changed = new Map<string, Entry>();
  for (const entry of words) {
    const key = keyOf((entry.instance as NonNullable<Entry['instance']>).of);
    if (entry.sequence >= (changed.get(key)?.sequence ?? 0)) changed.set(key, entry);
  }
  if (!master || master.cancelled) {
    if (master) put(master, master.start, keyOf(master.start));
    else for (const [key, entry] of changed) put(entry, entry.start, key);
    return { occurrences, cancelled };
  }
  const { start, rule } = master;
  // What does not come again is the same one wherever it is moved to.
  if (!rule && master.more.length === 0 && changed.size === 0) {
    put(master, start, '');
    return { occurrences, cancelled };
  }
  const except = new Set(master.except.map(keyOf));
  const reach = Math.max(2, master.days);
  const isOver = (day: IsoDay): boolean => {
    const until = rule?.until;
    if (!until) return false;
    const last = until.time === undefined ? until.day : '';
    if (last) return day > last;
    const end = { day: until.day, time: until.time?.slice(0, 5) ?? '00:00' };
    const wall = until.utc && start.zone ? wallOf(momentOf(end, 'UTC'), start.zone) : end;
    return start.time === undefined ? day > wall.day : `${day}T${start.time}` > `${wall.day}T${wall.time}`;
  };
  const ruled = rule
    ? recurrenceDays(
        rule,
        start.day,
        addDays(from, -reach),
        addDays(to, 2),
        rule.until ? isOver : undefined,
        patience,
      )
    : [start.day];
  const times = [
    ...ruled.map((day): Written => ({ ...start, day })),
    ...master.more.map(
      (at): Written => (at.time === undefined && start.time !== undefined ? { ...start, day: at.day } : at),
    ),
  ];
  const onwards = [...changed.values()]
    .filter(({ instance }) => instance?.onwards)
    .map((entry) => ({ entry, key: keyOf((entry.instance as NonNullable<Entry['instance']>).of) }))
    .sort((a, b) => a.key.localeCompare(b.key));
  const told = new Set<string>();
  for (const at of times) {
    const key = keyOf(at);
    if (told.has(key)) continue;
    told.add(key);
    const own = changed.get(key);
    if (own) {
      put(own, own.start, key);
      continue;
    }
    if (except.has(key) || except.has(at.day)) {
      if (at.day >= from && at.day <= to) cancelled += 1;
      continue;
    }
    const later = onwards.findLast((one) => one.key < key);
    if (later) put(later.entry, shifted(at, later.entry), key);
    else put(master, at, key);
  }
  // A day that was moved here from outside of the days asked for, or from one the rule does not name.
  for (const [key, entry] of changed) if (!told.has(key)) put(entry, entry.start, key);
  return { occurrences, cancelled };
}

/** A day of a series after one from which on all are moved: moved as far. */
function shifted(at: Written, { start, instance }: Entry): Written {
  if (!instance) return at;
  const by = daysBetween(instance.of.day, start.day);
  return { day: addDays(at.day, by), time: start.time, zone: start.zone };
}
