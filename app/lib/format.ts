import { format, parseISO } from 'date-fns';
import { addDays, daysBetween } from '~/core/body/dates';

/** "14 Nov" in this year, "14 Nov 2025" in another. */
export function dayText(day: string, today?: string): string {
  return format(parseISO(day), today && day.slice(0, 4) === today.slice(0, 4) ? 'd MMM' : 'd MMM yyyy');
}

export const weekdayText = (day: string) => format(parseISO(day), 'EEEE d MMM');

/** "in 11 weeks", "in 3 days", "today", "2 weeks ago". */
export function awayText(day: string, today: string): string {
  const days = daysBetween(today, day);
  if (days === 0) return 'today';
  const size = Math.abs(days);
  const text = size < 14 ? `${size} day${size === 1 ? '' : 's'}` : `${Math.round(size / 7)} weeks`;
  return days > 0 ? `in ${text}` : `${text} ago`;
}

/** "23 to 29 Nov". */
export function weekText(weekStart: string): string {
  const end = addDays(weekStart, 6);
  const sameMonth = weekStart.slice(0, 7) === end.slice(0, 7);
  return `${format(parseISO(weekStart), sameMonth ? 'd' : 'd MMM')} to ${format(parseISO(end), 'd MMM')}`;
}
