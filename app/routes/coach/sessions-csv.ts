import { fileAnswer } from '~/app/lib/file.server';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { logsFile } from '~/server/views/log-import';
import type { Route } from './+types/sessions-csv';

/** What an athlete has logged, as a file that can be read in again. */
export const loader = async ({ params, context }: Route.LoaderArgs): Promise<Response> =>
  fileAnswer(
    'sessions.csv',
    'text/csv',
    await logsFile(principalIn(context), await subjectIn({ params, context })),
  );
