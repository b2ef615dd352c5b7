import { findIana } from 'windows-iana';
import { addDays, type IsoDay } from '~/core/body/dates';

/** Times by the clocks of places, and the moments they are. */

/** A time as a clock on the wall has it. */
export interface WallTime {
  readonly day: IsoDay;
  /** HH:MM. */
  readonly time: string;
}

const formats = new Map<string, Intl.DateTimeFormat | null>();

function formatOf(zone: string): Intl.DateTimeFormat | null {
  const known = formats.get(zone);
  if (known !== undefined) return known;
  let made: Intl.DateTimeFormat | null;
  try {
    made = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
    });
  } catch {
    made = null;
  }
  formats.set(zone, made);
  return made;
}

/**
 * A zone by a name as calendars write it, "/x.example/20070129_1/Europe/Vienna" and "W. Europe Standard Time" too; undefined where
 * nobody knows it.
 */
export function knownZone(name: string): string | undefined {
  const bare = name.trim().replace(/^"|"$/g, '');
  const tail = /[A-Za-z_]+\/[A-Za-z_+-]+(?:\/[A-Za-z_+-]+)?$/.exec(bare)?.[0];
  return [bare, tail, findIana(bare)[0]].find(
    (one) => one !== undefined && one !== '' && formatOf(one) !== null,
  );
}

/** What the clocks of a zone show at a moment. */
export function wallOf(ms: number, zone: string): WallTime {
  const format = formatOf(zone);
  if (!format) throw new Error(`no zone is called ${zone}`);
  const parts = Object.fromEntries(format.formatToParts(ms).map(({ type, value }) => [type, value]));
  return { day: `${parts.year}-${parts.month}-${parts.day}`, time: `${parts.hour}:${parts.minute}` };
}

/** Minutes since 1970 of a wall's time, taken as if it were UTC. */
export const minuteOf = ({ day, time }: WallTime): number => Date.parse(`${day}T${time}Z`) / 60_000;

/**
 * The moment the clocks of a zone show a time. An hour that is there twice is the first of the two; one that is left out in spring
 * is the hour after it.
 */
export function momentOf(wall: WallTime, zone: string): number {
  const wanted = minuteOf(wall);
  const ahead = (minute: number) => minuteOf(wallOf(minute * 60_000, zone)) - minute;
  // The zone's lead on a day before and a day after: between them lies every change there can be.
  const leads = [
    ahead(minuteOf({ ...wall, day: addDays(wall.day, -1) })),
    ahead(minuteOf({ ...wall, day: addDays(wall.day, 1) })),
  ];
  const found = leads.map((lead) => wanted - lead).filter((minute) => minute + ahead(minute) === wanted);
  return (found.length > 0 ? Math.min(...found) : wanted - (leads[0] ?? 0)) * 60_000;
}
