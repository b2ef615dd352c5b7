import { calendarAnswer } from '~/app/lib/calendar.server';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { calendarView } from '~/server/views/calendar';
import type { Route } from './+types/ics';

/** The athlete's laid-out sessions of this and the coming weeks, for any calendar. Importing again updates. */
export const loader = async ({ params, context }: Route.LoaderArgs): Promise<Response> =>
  calendarAnswer(await calendarView(principalIn(context), await subjectIn({ params, context })));
