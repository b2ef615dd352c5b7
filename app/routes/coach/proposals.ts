import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { decideProposals } from '~/server/commands/decide-proposals';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { weekAsked } from '~/server/views/weeks';
import type { Route } from './+types/proposals';

export const loader = () => {
  throw notFound();
};

/** Decides the proposals of a form: ticked ones are accepted, the others not. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const form = await request.formData();
  const accept = form.getAll('accept').map(String);
  const asked = form.getAll('proposal').map(String);
  const week = weekAsked(principal, new URL(request.url).searchParams);
  return answer(
    await decideProposals(principal, {
      athleteId: params.athleteId,
      accept: accept.filter((id) => asked.includes(id)),
      reject: asked.filter((id) => !accept.includes(id)),
    }),
    `${href('/athletes/:athleteId/coach', { athleteId: params.athleteId })}?week=${week}`,
  );
}
