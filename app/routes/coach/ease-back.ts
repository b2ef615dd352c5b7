import { refusal } from '~/app/lib/reply.server';
import { easeBackIn } from '~/server/commands/ease-back';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/ease-back';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  const made = await easeBackIn(principalIn(context), { athleteId: params.athleteId });
  return made.ok ? made.value : refusal(made.issues);
}
