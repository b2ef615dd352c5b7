import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { removeEvent } from '~/server/commands/plan';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/remove-event';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  return answer(
    await removeEvent(principalIn(context), { athleteId: params.athleteId, id: params.eventId }),
    href('/athletes/:athleteId/plan', { athleteId: params.athleteId }),
  );
}
