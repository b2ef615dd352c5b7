import { traceById } from '~/db/queries/screen';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { isUuid } from '~/server/principal/subject';
import { dayIn } from '~/server/principal/today';
import type { Route } from './+types/trace-csv';

/** A recorded trace as CSV. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const { practiceId, timeZone } = principalIn(context);
  const trace = isUuid(params.traceId) ? await traceById(practiceId, params.traceId) : undefined;
  if (!trace) throw notFound('This trace');
  return new Response(trace.csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename="${trace.instrument}-${dayIn(timeZone, trace.recordedAt)}.csv"`,
      'Cache-Control': 'private, no-store',
    },
  });
}
