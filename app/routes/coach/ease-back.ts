import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { easeBackIn } from '~/server/commands/ease-back';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/ease-back';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  return answer(
    await easeBackIn(principalIn(context), { athleteId: params.athleteId }),
    href('/athletes/:athleteId/coach', { athleteId: params.athleteId }),
  );
}
