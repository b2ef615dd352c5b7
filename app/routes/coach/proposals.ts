import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { decideProposals, proposalChange } from '~/server/commands/decide-proposals';
import { principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { proposalPreview } from '~/server/views/proposals';
import { weekAsked } from '~/server/views/weeks';
import type { Route } from './+types/proposals';
import { proposalsSent } from './proposal-form';

/** What the ticked proposals would make of the cards, and what each could be changed to. */
export async function loader({ params, request, context }: Route.LoaderArgs) {
  const asking = { params, context };
  const { accept, changes } = proposalsSent(new URL(request.url).searchParams);
  // What cannot be read yet changes nothing in a look ahead; deciding it says why.
  const readable = Object.entries(changes).flatMap(([id, change]) => {
    const read = proposalChange.safeParse(change);
    return read.success ? [[id, read.data] as const] : [];
  });
  return proposalPreview(
    principalIn(context),
    await subjectIn(asking),
    await standingIn(asking),
    accept,
    Object.fromEntries(readable),
  );
}

/** Decides the proposals of a form: ticked ones are accepted, the others not. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const { asked, accept, changes } = proposalsSent(await request.formData());
  const week = weekAsked(principal, new URL(request.url).searchParams);
  return answer(
    await decideProposals(principal, {
      athleteId: params.athleteId,
      accept,
      reject: asked.filter((id) => !accept.includes(id)),
      changes,
    }),
    `${href('/athletes/:athleteId/coach', { athleteId: params.athleteId })}?week=${week}`,
  );
}
