import { notFound, principalIn } from '~/server/principal/middleware.server';
import { stillPixels } from '~/server/views/recordings';
import type { Route } from './+types/picture';

/** The pixels of a still, for the practice that took it. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const still = await stillPixels(principalIn(context), params.stillId);
  if (!still) throw notFound('This still');
  return new Response(new Uint8Array(still.bytes), {
    headers: { 'Content-Type': still.mime, 'Cache-Control': 'private, no-store' },
  });
}
