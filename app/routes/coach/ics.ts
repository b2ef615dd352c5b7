import { calendarFile } from '~/core/formats/calendar-file';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { calendarView } from '~/server/views/coach';
import type { Route } from './+types/ics';

/** The athlete's laid-out sessions of this and the coming weeks, for any calendar. Importing again updates. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const view = await calendarView(principalIn(context), await subjectIn({ params, context }));
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
