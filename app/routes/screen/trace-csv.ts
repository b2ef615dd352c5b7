import { fileAnswer } from '~/app/lib/file.server';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { traceFile } from '~/server/views/recordings';
import type { Route } from './+types/trace-csv';

/** A recorded trace as CSV. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const file = await traceFile(principalIn(context), params.traceId);
  if (!file) throw notFound('This trace');
  return fileAnswer(file.name, 'text/csv', file.csv);
}
