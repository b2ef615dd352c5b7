import { calendarFile } from '~/core/formats/calendar-file';
import type { calendarView } from '~/server/views/coach';

/** An athlete's sessions as a calendar, to be taken into another one or subscribed to. */
export function calendarAnswer(view: Awaited<ReturnType<typeof calendarView>>): Response {
  const text = calendarFile(
    `Trunk sessions, ${view.name}`,
    view.entries.map(({ minutes, lines, ...entry }) => ({
      ...entry,
      summary: entry.cancelled ? 'Trunk session, called off' : `Trunk session, ${minutes} min`,
      description: [...lines, '', view.disclaimer].join('\n').trim(),
    })),
  );
  const name = view.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return new Response(text, {
    headers: {
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': `attachment; filename="sessions-${name}.ics"`,
      'Cache-Control': 'private, no-store',
    },
  });
}
