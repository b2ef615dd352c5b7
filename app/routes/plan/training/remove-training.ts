import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { removeTraining } from '~/server/commands/training';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/remove-training';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  const { athleteId, trainingId } = params;
  return answer(
    await removeTraining(principalIn(context), { athleteId, id: trainingId }),
    href('/athletes/:athleteId/training', { athleteId }),
  );
}
