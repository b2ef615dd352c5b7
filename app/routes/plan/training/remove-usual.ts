import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { removeUsualTraining } from '~/server/commands/training';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/remove-usual';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  const { athleteId, usualId } = params;
  return answer(
    await removeUsualTraining(principalIn(context), { athleteId, id: usualId }),
    href('/athletes/:athleteId/training', { athleteId }),
  );
}
