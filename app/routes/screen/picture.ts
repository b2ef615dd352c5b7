import { stillById } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { isUuid, notFound } from '~/server/views/standing.server';
import type { Route } from './+types/picture';

/** The pixels of a still, for the practice that took it. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const still = isUuid(params.stillId) ? await stillById(who(context).practiceId, params.stillId) : undefined;
  if (!still) throw notFound('This still');
  return new Response(new Uint8Array(still.bytes), {
    headers: { 'Content-Type': still.mime, 'Cache-Control': 'private, no-store' },
  });
}
