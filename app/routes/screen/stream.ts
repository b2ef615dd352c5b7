import { z } from 'zod';
import { instrumentIds } from '~/core/signals/instruments';
import { plantable } from '~/core/signals/plant';
import { instrumentStream } from '~/server/instruments/stream.server';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { staffIdOf } from '~/server/principal/principal';
import { isOurs } from '~/server/views/recordings';
import type { Route } from './+types/stream';

const asked = z.object({
  instrument: z.enum(instrumentIds),
  athlete: z.uuid(),
  /** Test, side and trial: together with the athlete they are the seed. */
  seed: z.string().max(120),
  play: z.enum(['hold', 'ready', 'gait', 'breath', 'push', 'sway']),
  seconds: z.coerce.number().min(5).max(620),
  fromMs: z.coerce.number().min(0).max(620_000).default(0),
  loss: z
    .union([z.literal('none'), z.literal('seeded'), z.coerce.number().min(3).max(600)])
    .default('seeded'),
  faults: z
    .string()
    .default('')
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(z.enum(plantable)).max(plantable.length)),
});

/** The live stream of a simulated instrument: lines of JSON as they leave it. */
export async function loader({ params, request, context }: Route.LoaderArgs): Promise<Response> {
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const read = asked.safeParse({ ...query, instrument: params.instrument });
  if (!read.success)
    return new Response(`This stream cannot be given: ${read.error.issues[0]?.path.join('.')}.`, {
      status: 400,
    });
  const principal = principalIn(context);
  if (!(await isOurs(principal, read.data.athlete))) throw notFound('This athlete');
  return instrumentStream(read.data, staffIdOf(principal), request.signal);
}
