import { href } from 'react-router';
import { z } from 'zod';
import { submitted } from '~/app/lib/reply.server';
import { addBlackout } from '~/server/commands/plan';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/add-blackout';

export const loader = () => {
  throw notFound();
};

const typed = z.object({
  id: z.string(),
  from: z.string({ error: 'form.not_a_day' }),
  to: z.string({ error: 'form.not_a_day' }),
  reason: z.string({ error: 'blackout.reason' }),
});

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: addBlackout },
    await request.formData(),
    typed,
    (form) => addBlackout(principal, { athleteId: params.athleteId, ...form }),
    href('/athletes/:athleteId/plan', { athleteId: params.athleteId }),
  );
}
