import { calendarAnswer } from '~/app/lib/calendar.server';
import { requestAddressContext } from '~/server/principal/context';
import { calendarPrincipal, notFound } from '~/server/principal/middleware.server';
import { subjectOf } from '~/server/principal/subject';
import { calendarView } from '~/server/views/calendar';
import type { Route } from './+types/calendar';

/** An athlete's sessions for a calendar that subscribes to them: by a token that opens nothing else. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const principal = await calendarPrincipal(params.token, context.get(requestAddressContext));
  const subject = await subjectOf(principal, principal.athleteId ?? undefined);
  if (!subject) throw notFound('This calendar');
  return calendarAnswer(await calendarView(principal, subject));
}
