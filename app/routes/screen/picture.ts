import { stillById } from '~/db/queries/screen';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { isUuid } from '~/server/principal/subject';
import type { Route } from './+types/picture';

/** The pixels of a still, for the practice that took it. */
export async function loader({ params, context }: Route.LoaderArgs): Promise<Response> {
  const { practiceId } = principalIn(context);
  const still = isUuid(params.stillId) ? await stillById(practiceId, params.stillId) : undefined;
  if (!still) throw notFound('This still');
  return new Response(new Uint8Array(still.bytes), {
    headers: { 'Content-Type': still.mime, 'Cache-Control': 'private, no-store' },
  });
}
