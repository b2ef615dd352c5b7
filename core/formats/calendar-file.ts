import { TZDate } from '@date-fns/tz';
import ical, { ICalCalendarMethod, ICalEventStatus, ICalEventTransparency } from 'ical-generator';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import { addDays, type IsoDay } from '~/core/body/dates';
import { momentOf } from './zones';

export interface CalendarEntry {
  /** The same for its whole life: importing again updates instead of doubling. */
  readonly uid: string;
  readonly onDate: IsoDay;
  /** When it begins and how long it takes; left out it is of the whole day. */
  readonly at?: { readonly time: string; readonly minutes: number } | undefined;
  /** Where it is, when that is said. */
  readonly location?: string | undefined;
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

/** The rules of a zone's clocks, under the name that is asked for; null where they are not known. */
function zoneRules(zone: string): string | null {
  const [rules] = tzlib_get_ical_block(zone);
  return rules?.startsWith('BEGIN') ? rules.replace(/^(TZID|X-LIC-LOCATION):.*$/gm, `$1:${zone}`) : null;
}

/**
 * An iCalendar file (RFC 5545). Entries of a whole day need no time zone and stay on their day wherever the athlete travels; those
 * with a time say it by the clocks of a zone, whose rules go with them.
 *
 * @param zone IANA name, of the entries with a time
 */
export function calendarFile(name: string, entries: readonly CalendarEntry[], zone = 'UTC'): string {
  const timed = entries.some(({ at }) => at !== undefined);
  const moment = (day: IsoDay, time: string, minutes = 0) =>
    new TZDate(momentOf({ day, time }, zone) + minutes * 60_000, zone);
  const calendar = ical({
    name,
    ...(timed ? { timezone: { name: zone, generator: zoneRules } } : {}),
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Zest Pillar', product: 'Sessions', language: 'EN' },
  });
  for (const entry of entries) {
    calendar.createEvent({
      id: entry.uid,
      ...(entry.at
        ? {
            start: moment(entry.onDate, entry.at.time),
            end: moment(entry.onDate, entry.at.time, entry.at.minutes),
            timezone: zone,
          }
        : {
            start: new Date(`${entry.onDate}T00:00:00`),
            end: new Date(`${addDays(entry.onDate, 1)}T00:00:00`),
            allDay: true,
            floating: true,
          }),
      summary: entry.summary,
      description: entry.description,
      stamp: entry.stamp,
      status: entry.cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
      sequence: entry.sequence,
      // A whole day does not make somebody busy.
      transparency: entry.at ? ICalEventTransparency.OPAQUE : ICalEventTransparency.TRANSPARENT,
      ...(entry.location ? { location: entry.location } : {}),
      ...(entry.changedAt ? { lastModified: entry.changedAt } : {}),
    });
  }
  return calendar.toString();
}
