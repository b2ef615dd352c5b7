import { href } from 'react-router';
import { z } from 'zod';
import { submitted } from '~/app/lib/reply.server';
import { keepTraining } from '~/server/commands/training';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/add-training';
import { typedTraining } from './typed-training';

export const loader = () => {
  throw notFound();
};

const typed = typedTraining.extend({ onDate: z.string({ error: 'form.not_a_day' }) });

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const { athleteId } = params;
  return submitted(
    { principal, command: keepTraining },
    await request.formData(),
    typed,
    (form) => keepTraining(principal, { athleteId, ...form }),
    href('/athletes/:athleteId/training', { athleteId }),
  );
}
