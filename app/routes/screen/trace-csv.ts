import { traceById } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { isUuid, notFound } from '~/server/views/standing.server';
import type { Route } from './+types/trace-csv';

/** A recorded trace as CSV. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const trace = isUuid(params.traceId) ? await traceById(who(context).practiceId, params.traceId) : undefined;
  if (!trace) throw notFound('This trace');
  const name = `${trace.instrument}-${trace.recordedAt.toISOString().slice(0, 10)}.csv`;
  return new Response(trace.csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename="${name}"`,
    },
  });
}
