import { notFound, principalIn } from '~/server/principal/middleware.server';
import { liveCardView } from '~/server/views/live';
import type { Route } from './+types/live-card';

/** A session as it is taken to the mat, as data: the page that runs it asks for it, and asks again whether it changed. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const found = await liveCardView(principalIn(context), params.sessionId);
  if (!found) throw notFound('This session');
  return Response.json(found);
}
