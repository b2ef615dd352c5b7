import { fileAnswer } from '~/app/lib/file.server';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { trainingFile } from '~/server/views/training';
import type { Route } from './+types/csv';

/** An athlete's training of the sport, as a file that can be read in again. */
export const loader = async ({ params, context }: Route.LoaderArgs): Promise<Response> =>
  fileAnswer(
    'training.csv',
    'text/csv',
    await trainingFile(principalIn(context), await subjectIn({ params, context })),
  );
