import { href } from 'react-router';
import { answer, submitted } from '~/app/lib/reply.server';
import { changeEvent, removeEvent } from '~/server/commands/plan';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/event';
import { typedEvent } from './typed-event';

export const loader = () => {
  throw notFound();
};

/** Changes an event, or removes it. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const { athleteId, eventId } = params;
  const to = href('/athletes/:athleteId/plan', { athleteId });
  const form = await request.formData();
  if (form.get('intent') !== 'change')
    return answer(await removeEvent(principal, { athleteId, id: eventId }), to);
  return submitted(
    { principal, command: changeEvent },
    form,
    typedEvent,
    (typed) => changeEvent(principal, { ...typed, athleteId, id: eventId, primer: typed.primer === 'on' }),
    to,
  );
}
