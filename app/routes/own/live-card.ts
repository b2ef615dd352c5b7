import { linkIn, notFound, principalIn } from '~/server/principal/middleware.server';
import { liveCardView } from '~/server/views/live';
import type { Route } from './+types/live-card';

/** The athlete's own session as it is taken to the mat, as data. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const agreed = linkIn(context).agreedAt !== null;
  const found = agreed ? await liveCardView(principalIn(context), params.sessionId) : undefined;
  if (!found) throw notFound('This session');
  return Response.json(found);
}
