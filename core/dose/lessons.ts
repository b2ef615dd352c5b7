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
export const groupShare = 0.8;
/** How much a lesson moves what it is asked about: all of it on its own rung, a share on the others of its group. */
function shareFor(lesson: Lesson, about: LessonAbout): number {
  const own = lesson.rungId === about.rungId;
  if (!own && lesson.group !== about.group) return 0;
  const share = own ? 1 : groupShare;
  if (lesson.side === about.side || lesson.side === 'both') return share;
  // An unsided rung is moved by both sides together.
  return about.side === 'both' ? share / 2 : 0;
}

/** What lessons since a day (that day's own left out: its test is newer) add up to, in logs. */
export function shiftOf(lessons: readonly Lesson[], about: LessonAbout, since: IsoDay | undefined): number {
  let sum = 0;
  for (const lesson of lessons) {
    if (since !== undefined && lesson.onDate <= since) continue;
    sum += lesson.moved * shareFor(lesson, about);
  }
  return sum;
}

/** Was a limit really lost since a day? Until then a lower bound stays "or more". */
export const lostSince = (
  lessons: readonly Lesson[],
  about: LessonAbout,
  since: IsoDay | undefined,
): boolean =>
  lessons.some(
    (lesson) =>
      (lesson.why === 'lost' || lesson.why === 'none') &&
      (since === undefined || lesson.onDate > since) &&
      shareFor(lesson, about) > 0,
  );
