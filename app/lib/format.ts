import { addDays, daysBetween, weekdayOf } from '~/core/body/dates';
import { counted } from '~/core/words/counted';
import { monthNames } from '~/core/words/days';

const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];

const longDay = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  timeZone: 'UTC',
});

const dateOf = (day: string) => Number(day.slice(8));
const dayMonth = (day: string) => `${dateOf(day)} ${monthNames[Number(day.slice(5, 7)) - 1]}`;

/** "14 Nov" in this year, "14 Nov 2025" in another. */
export function dayText(day: string, today?: string): string {
  return today && day.slice(0, 4) === today.slice(0, 4)
    ? dayMonth(day)
    : `${dayMonth(day)} ${day.slice(0, 4)}`;
}

/** "Wednesday 25 Nov". */
export const weekdayText = (day: string) => `${weekdays[weekdayOf(day)]} ${dayMonth(day)}`;

/** "Thursday 26 November". */
export const longDayText = (day: string) => longDay.format(new Date(`${day}T00:00:00Z`));

/** "in 11 weeks", "in 3 days", "today", "2 weeks ago". */
export function awayText(day: string, today: string): string {
  const days = daysBetween(today, day);
  if (days === 0) return 'today';
  const size = Math.abs(days);
  const text = size < 14 ? counted(size, 'day') : counted(Math.round(size / 7), 'week');
  return days > 0 ? `in ${text}` : `${text} ago`;
}

/** "23 to 29 Nov". */
export function weekText(weekStart: string): string {
  const end = addDays(weekStart, 6);
  return `${weekStart.slice(0, 7) === end.slice(0, 7) ? dateOf(weekStart) : dayMonth(weekStart)} to ${dayMonth(end)}`;
}

/** "18:02" by the clock of the reader. */
export function timeText(moment: string): string {
  const at = new Date(moment);
  return `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`;
}

/** "14 Nov 2026 18:02" of a moment. */
export const momentText = (moment: string) => `${dayText(moment.slice(0, 10))} ${timeText(moment)}`;
