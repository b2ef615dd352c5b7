import { href } from 'react-router';
import { z } from 'zod';
import { submitted } from '~/app/lib/reply.server';
import { addEvent } from '~/server/commands/plan';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/add-event';
import { typedEvent } from './typed-event';

export const loader = () => {
  throw notFound();
};

const typed = typedEvent.extend({ id: z.string() });

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: addEvent },
    await request.formData(),
    typed,
    (form) => addEvent(principal, { athleteId: params.athleteId, ...form, primer: form.primer === 'on' }),
    href('/athletes/:athleteId/plan', { athleteId: params.athleteId }),
  );
}
