import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { logsFile } from '~/server/views/log-import';
import type { Route } from './+types/sessions-csv';

/** What an athlete has logged, as a file that can be read in again. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const csv = await logsFile(principalIn(context), await subjectIn({ params, context }));
  return new Response(csv, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': 'attachment; filename="sessions.csv"',
      'Cache-Control': 'private, no-store',
    },
  });
}
