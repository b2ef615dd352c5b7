import { notFound, principalIn } from '~/server/principal/middleware.server';
import { raisedFlag } from '~/server/views/today';
import type { Route } from './+types/raised-flag';

/** What a flag says that has just been raised, and whose it is. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const flag = await raisedFlag(principalIn(context), params.flagId);
  if (!flag) throw notFound('This flag');
  return Response.json(flag);
}
