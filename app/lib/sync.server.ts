import { receive } from '~/server/commands/sync';
import type { Principal } from '~/server/principal/principal';
import { statusOf } from './reply.server';

/** One entry of a device's outbox: performed by the same commands as the pages, and answered with what became of it. */
export async function syncAnswer(principal: Principal, request: Request): Promise<Response> {
  const sent: unknown = await request.json().catch(() => undefined);
  const result = await receive(principal, sent, request.headers.get('X-Device-Time'));
  return result.ok
    ? Response.json({ value: result.value ?? null })
    : Response.json({ issues: result.issues }, { status: statusOf(result.issues) });
}
