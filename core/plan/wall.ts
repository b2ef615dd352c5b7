import { addDays, type IsoDay } from '~/core/body/dates';

/**
 * A season laid like masonry: every week a course whose height is its minutes and whose stones are the qualities of the week,
 * laid into piers from the ground up, a pier for each block. An event stands on top of what was built for it, a low week is a
 * thin course, a week off an opening.
 */

export interface LaidWeek {
  readonly startsOn: IsoDay;
  readonly phase: string;
  readonly kind: string;
  readonly minutes: number;
  /** Sets that were laid out for it and sets that were done, once it is over or under way. */
  readonly worked?: { readonly planned: number; readonly done: number } | undefined;
  readonly cells?:
    | readonly { readonly quality: string; readonly sets: number; readonly tier: string }[]
    | undefined;
}

export interface Course {
  /** Place of its week in the season. */
  readonly week: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly state: 'done' | 'now' | 'ahead';
  /** Share of its height that is laid: what was done of what was planned; of a week nobody counted, all or nothing. */
  readonly laid: number;
  readonly look: 'load' | 'low' | 'event' | 'opening';
  /** Upright joints between the stones, from the left edge of the course. */
  readonly joints: readonly number[];
}

export interface Pier {
  readonly x: number;
  readonly width: number;
  /** Its top, from the ground at 0 upward as negative y. */
  readonly top: number;
  readonly phase: string;
  readonly courses: readonly Course[];
  /** The event that stands on it, as places in the list given. */
  readonly events: readonly number[];
}

export interface Wall {
  readonly width: number;
  readonly height: number;
  readonly piers: readonly Pier[];
}

/** Measures of a wall, in units of its drawing. */
export interface WallSize {
  readonly pier: number;
  readonly gap: number;
  /** Height of the tallest pier. */
  readonly height: number;
  /** A course is never thinner than this. */
  readonly least: number;
}

const lookOf = (kind: string): Course['look'] =>
  kind === 'load' ? 'load' : kind === 'black' ? 'opening' : kind === 'event' ? 'event' : 'low';

/** What of a week is laid. More than was planned fills it, and no more. */
const laidOf = ({ worked }: LaidWeek, over: boolean): number => {
  if (!worked) return over ? 1 : 0;
  return worked.planned > 0 ? Math.min(1, worked.done / worked.planned) : worked.done > 0 ? 1 : 0;
};

/** A pier has at most so many courses: longer stretches of one phase stand as several. */
const most = 6;

/** Weeks by pier: a new one after a low week, after an event, and with a new phase; a low week ends the pier it lies on. */
function groupsOf(weeks: readonly LaidWeek[], held: readonly (readonly number[])[]): number[][] {
  const groups: number[][] = [];
  for (const [i, week] of weeks.entries()) {
    const last = groups.at(-1);
    const before = weeks[i - 1];
    const ends =
      before === undefined ||
      (before.phase !== week.phase && week.kind !== 'deload') ||
      (held[i - 1]?.length ?? 0) > 0 ||
      (before.kind !== 'load' && before.kind !== 'black' && week.kind === 'load') ||
      (last?.length ?? 0) >= most;
    if (ends || !last) groups.push([i]);
    else last.push(i);
  }
  return groups;
}

/** A stone narrower than this share of its course is laid with its neighbours as one. */
const narrowest = 0.12;

/**
 * Stones of a course: the qualities by their sets, those that come first the widest of all, the small ones together. Courses turn
 * about, so that joints do not stand over each other.
 */
function jointsOf(week: LaidWeek, width: number, turned: boolean): number[] {
  const byQuality = new Map<string, number>();
  for (const { quality, sets, tier } of week.cells ?? [])
    byQuality.set(quality, (byQuality.get(quality) ?? 0) + sets * (tier === 'main' ? 1.6 : 1));
  const all = [...byQuality.values()].filter((sets) => sets > 0).sort((a, b) => b - a);
  const whole = all.reduce((sum, sets) => sum + sets, 0);
  const wide = all.filter((sets) => sets / whole >= narrowest);
  const rest = whole - wide.reduce((sum, sets) => sum + sets, 0);
  const stones = rest > 0 ? [...wide, rest] : wide;
  let at = 0;
  const joints = stones.slice(0, -1).map((sets) => {
    at += (sets / whole) * width;
    return Math.round(at * 10) / 10;
  });
  return turned ? joints.map((joint) => Math.round((width - joint) * 10) / 10).reverse() : joints;
}

/**
 * The wall of a season.
 *
 * @param events days of events; each stands on the week it lies in
 * @param today the course of its week is the one being laid
 */
export function wallOf(
  weeks: readonly LaidWeek[],
  events: readonly IsoDay[],
  today: IsoDay,
  size: WallSize,
): Wall {
  const held = weeks.map(({ startsOn }) => {
    const until = addDays(startsOn, 6);
    return events.flatMap((day, i) => (day >= startsOn && day <= until ? [i] : []));
  });
  const groups = groupsOf(weeks, held);
  const minutesOf = (group: readonly number[]) => group.reduce((sum, i) => sum + (weeks[i]?.minutes ?? 0), 0);
  const tallest = Math.max(1, ...groups.map(minutesOf));
  // A week off is open as high as a usual week is.
  const working = weeks.map(({ minutes }) => minutes).filter((minutes) => minutes > 0);
  const usual = working.length > 0 ? working.reduce((a, b) => a + b, 0) / working.length : tallest;
  const unit = size.height / tallest;
  const piers = groups.map((group, at): Pier => {
    const x = at * (size.pier + size.gap);
    let y = 0;
    const courses = group.flatMap((i): Course[] => {
      const week = weeks[i];
      if (!week) return [];
      const look = lookOf(week.kind);
      const height = Math.max(size.least, (look === 'opening' ? usual * 0.6 : week.minutes) * unit);
      y -= height;
      const until = addDays(week.startsOn, 6);
      return [
        {
          week: i,
          x,
          y,
          width: size.pier,
          height,
          state: until < today ? 'done' : week.startsOn <= today ? 'now' : 'ahead',
          laid: laidOf(week, until < today),
          look,
          joints: look === 'opening' ? [] : jointsOf(week, size.pier, (i - (group[0] ?? 0)) % 2 === 1),
        },
      ];
    });
    return {
      x,
      width: size.pier,
      top: y,
      phase: weeks[group[0] ?? 0]?.phase ?? '',
      courses,
      events: group.flatMap((i) => held[i] ?? []),
    };
  });
  return {
    width: Math.max(0, piers.length * (size.pier + size.gap) - size.gap),
    height: Math.max(0, ...piers.map(({ top }) => -top)),
    piers,
  };
}
