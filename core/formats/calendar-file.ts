import ical, { ICalCalendarMethod, ICalEventStatus, ICalEventTransparency } from 'ical-generator';
import { addDays, type IsoDay } from '~/core/body/dates';

export interface CalendarEntry {
  /** The same for its whole life: importing again updates instead of doubling. */
  readonly uid: string;
  readonly onDate: IsoDay;
  readonly summary: string;
  readonly description: string;
  /** When the file was made. */
  readonly stamp: Date;
  /** Not to be done: it stays in the file as cancelled, so that calendars take it out. */
  readonly cancelled: boolean;
  /** Grows when it changes, so that the newest word counts. */
  readonly sequence: number;
  /** When it last changed, where that is known. */
  readonly changedAt?: Date | undefined;
}

/**
 * An iCalendar file (RFC 5545) of whole-day entries: whole days need no time zone and stay on their day wherever the
 * athlete travels.
 */
export function calendarFile(name: string, entries: readonly CalendarEntry[]): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Zest Pillar', product: 'Sessions', language: 'EN' },
  });
  for (const entry of entries) {
    calendar.createEvent({
      id: entry.uid,
      start: new Date(`${entry.onDate}T00:00:00`),
      end: new Date(`${addDays(entry.onDate, 1)}T00:00:00`),
      allDay: true,
      floating: true,
      summary: entry.summary,
      description: entry.description,
      stamp: entry.stamp,
      status: entry.cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
      sequence: entry.sequence,
      // A whole day does not make somebody busy.
      transparency: ICalEventTransparency.TRANSPARENT,
      ...(entry.changedAt ? { lastModified: entry.changedAt } : {}),
    });
  }
  return calendar.toString();
}
