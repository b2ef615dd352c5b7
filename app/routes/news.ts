import { newsStream } from '~/server/news/stream.server';
import { principalIn } from '~/server/principal/middleware.server';
import { staffIdOf } from '~/server/principal/principal';
import type { Route } from './+types/news';

/** What is written in the practice, as it is written. */
export function loader({ request, context }: Route.LoaderArgs): Response {
  const principal = principalIn(context);
  const since = Number(new URL(request.url).searchParams.get('since') || Number.NaN);
  return newsStream(
    { practiceId: principal.practiceId, staffId: staffIdOf(principal) },
    request.signal,
    Number.isFinite(since) ? since : undefined,
  );
}
