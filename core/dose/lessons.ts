import type { IsoDay } from '~/core/body/dates';
import type { SideKey } from '~/core/catalogue';
import type { Reserve } from './logged';

/**
 * What the log teaches: L <- L^(1-g) x (amount / r)^g, one lesson an exercise, side and session. This is the one way in which
 * logs move limits; capacities follow it (M_max moves by the lesson over 2.27).
 */

export interface LessonAbout {
  readonly rungId: string;
  readonly group: string;
  readonly side: SideKey;
}

export interface Lesson extends LessonAbout {
  readonly onDate: IsoDay;
  /** Natural logarithm of the limit after over the limit before. */
  readonly moved: number;
  readonly before: number;
  readonly after: number;
  readonly why: LessonWhy;
}
export type LessonWhy = 'clean' | 'lost' | Reserve;

/** What is learned on a rung moves the others of its group by this share, in logs. */
const groupShare = 0.8;
/** How much a lesson moves what it is asked about: all of it on its own rung, a share on the others of its group. */
function shareFor(lesson: Lesson, about: LessonAbout): number {
  const own = lesson.rungId === about.rungId;
  if (!own && lesson.group !== about.group) return 0;
  const share = own ? 1 : groupShare;
  if (lesson.side === about.side || lesson.side === 'both') return share;
  // An unsided rung is moved by both sides together.
  return about.side === 'both' ? share / 2 : 0;
}

/** Lessons by what they are about; of a list that only grows it holds as many as it had when it was read. */
interface Shelf {
  readonly length: number;
  readonly byGroup: ReadonlyMap<string, readonly Lesson[]>;
  readonly byRung: ReadonlyMap<string, readonly Lesson[]>;
}
const shelves = new WeakMap<readonly Lesson[], Shelf>();

function by(lessons: readonly Lesson[], key: 'group' | 'rungId'): Map<string, Lesson[]> {
  const shelf = new Map<string, Lesson[]>();
  for (const lesson of lessons) {
    const its = shelf.get(lesson[key]);
    if (its) its.push(lesson);
    else shelf.set(lesson[key], [lesson]);
  }
  return shelf;
}

/** Lists are read hundreds of times for one card: each is put in order once. */
function shelfOf(lessons: readonly Lesson[]): Shelf {
  const kept = shelves.get(lessons);
  if (kept && kept.length === lessons.length) return kept;
  const shelf: Shelf = {
    length: lessons.length,
    byGroup: by(lessons, 'group'),
    byRung: by(lessons, 'rungId'),
  };
  shelves.set(lessons, shelf);
  return shelf;
}

/** Tells each lesson that moves what is asked about since a day (that day's own left out: its test is newer). */
function eachMover(
  lessons: readonly Lesson[],
  about: LessonAbout,
  since: IsoDay | undefined,
  tell: (lesson: Lesson) => void,
): void {
  const { byGroup, byRung } = shelfOf(lessons);
  const counts = ({ onDate }: Lesson) => since === undefined || onDate > since;
  for (const lesson of byGroup.get(about.group) ?? []) if (counts(lesson)) tell(lesson);
  // A rung that was of another group then is itself all the same.
  for (const lesson of byRung.get(about.rungId) ?? [])
    if (lesson.group !== about.group && counts(lesson)) tell(lesson);
}

/** The day a rung was first learned of; undefined when it never was. */
export const firstLearned = (lessons: readonly Lesson[], rungId: string): IsoDay | undefined =>
  shelfOf(lessons).byRung.get(rungId)?.[0]?.onDate;

/** What lessons since a day add up to, in logs. */
export function shiftOf(lessons: readonly Lesson[], about: LessonAbout, since: IsoDay | undefined): number {
  let sum = 0;
  eachMover(lessons, about, since, (lesson) => {
    sum += lesson.moved * shareFor(lesson, about);
  });
  return sum;
}

/** Was a limit really lost since a day? Until then a lower bound stays "or more". */
export function lostSince(
  lessons: readonly Lesson[],
  about: LessonAbout,
  since: IsoDay | undefined,
): boolean {
  let lost = false;
  eachMover(lessons, about, since, (lesson) => {
    lost ||= (lesson.why === 'lost' || lesson.why === 'none') && shareFor(lesson, about) > 0;
  });
  return lost;
}
