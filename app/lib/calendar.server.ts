import { calendarFile } from '~/core/formats/calendar-file';
import type { Appointment, calendarView } from '~/server/views/calendar';
import { fileAnswer } from './file.server';

function summaryOf({ kind, name, minutes, cancelled }: Appointment): string {
  if (kind === 'event') return name ?? 'Event';
  const off = cancelled ? ', called off' : '';
  return kind === 'retest' ? `Trunk retest${off}` : `Trunk session${off || `, ${minutes} min`}`;
}

/** An athlete's sessions, retests and events as a calendar, to be taken into another one or subscribed to. */
export function calendarAnswer(view: Awaited<ReturnType<typeof calendarView>>): Response {
  const text = calendarFile(
    `Trunk sessions, ${view.name}`,
    view.entries.map((entry) => ({
      uid: entry.uid,
      onDate: entry.onDate,
      at: entry.at,
      location: entry.place,
      summary: summaryOf(entry),
      description: entry.kind === 'session' ? [...entry.lines, '', view.disclaimer].join('\n').trim() : '',
      stamp: view.stamp,
      changedAt: entry.changedAt,
      cancelled: entry.cancelled,
      sequence: entry.sequence,
    })),
    view.zone,
  );
  return fileAnswer(`Sessions ${view.name}.ics`, 'text/calendar', text);
}
