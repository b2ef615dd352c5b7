import { durationText } from '~/core/words/duration';

/** Training of the sport in words. */

export const weekdayNames = [
  'Sunday',
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
] as const;

/** Weekdays in the order of the practice's week. */
export const weekdaysFrom = (first: 0 | 1): number[] => Array.from({ length: 7 }, (_, i) => (i + first) % 7);

/** "18:30, 90 min, hard 7 of 10". */
export const sessionText = ({
  startsAt,
  minutes,
  hardness,
}: {
  readonly startsAt: string | null;
  readonly minutes: number;
  readonly hardness: number | null;
}): string =>
  [startsAt, durationText(minutes), hardness === null ? null : `hard ${hardness} of 10`]
    .filter(Boolean)
    .join(', ');
