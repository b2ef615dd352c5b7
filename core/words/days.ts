import type { IsoDay } from '~/core/body/dates';

export const monthNames = [
  'Jan',
  'Feb',
  'Mar',
  'Apr',
  'May',
  'Jun',
  'Jul',
  'Aug',
  'Sep',
  'Oct',
  'Nov',
  'Dec',
] as const;

/** "25 Nov 2026": a day in a sentence; nobody reads 2026-11-25 aloud. */
export const dayInWords = (day: IsoDay): string =>
  `${Number(day.slice(8, 10))} ${monthNames[Number(day.slice(5, 7)) - 1]} ${day.slice(0, 4)}`;
