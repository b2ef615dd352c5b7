import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { removeBlackout } from '~/server/commands/plan';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/remove-blackout';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  return answer(
    await removeBlackout(principalIn(context), { athleteId: params.athleteId, id: params.blackoutId }),
    href('/athletes/:athleteId/plan', { athleteId: params.athleteId }),
  );
}
