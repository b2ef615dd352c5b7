import { href } from 'react-router';
import { z } from 'zod';
import { submitted } from '~/app/lib/reply.server';
import { keepUsualTraining } from '~/server/commands/training';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/add-usual';
import { typedTraining } from './typed-training';

export const loader = () => {
  throw notFound();
};

const typed = typedTraining.extend({ weekday: z.coerce.number({ error: 'form.choose' }) });

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const { athleteId } = params;
  return submitted(
    { principal, command: keepUsualTraining },
    await request.formData(),
    typed,
    (form) => keepUsualTraining(principal, { athleteId, ...form }),
    href('/athletes/:athleteId/training', { athleteId }),
  );
}
