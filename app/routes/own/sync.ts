import { statusOf } from '~/app/lib/reply.server';
import { receive } from '~/server/commands/sync';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/sync';

export const loader = () => {
  throw notFound();
};

/** One entry of a phone's outbox, as its athlete sends it. */
export async function action({ request, context }: Route.ActionArgs): Promise<Response> {
  const sent: unknown = await request.json().catch(() => undefined);
  const result = await receive(principalIn(context), sent, request.headers.get('X-Device-Time'));
  return result.ok
    ? Response.json({ value: result.value ?? null })
    : Response.json({ issues: result.issues }, { status: statusOf(result.issues) });
}
