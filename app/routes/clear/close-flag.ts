import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { closeFlag } from '~/server/commands/close-flag';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/close-flag';

export const loader = () => {
  throw notFound();
};

/** Closes a flag with its reason; what it held may be planned again. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const form = await request.formData();
  const { athleteId, flagId } = params;
  return answer(
    await closeFlag(principalIn(context), { athleteId, flagId, reason: form.get('reason') ?? '' }),
    href('/athletes/:athleteId', { athleteId }),
  );
}
