import { useCallback } from 'react';
import { href, Link, useRouteLoaderData } from 'react-router';
import { pageTitle } from '~/app/lib/title';
import { LivePage } from '~/app/routes/coach/live/live-page';
import type { CardAnswer } from '~/app/routes/coach/live/use-live';
import { linkIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/live';
import type { loader as frame } from './frame';
import { OwnLines } from './own-lines';

export const meta: Route.MetaFunction = () => pageTitle('On the mat');

export function loader({ request, context }: Route.LoaderArgs) {
  const { athleteId } = linkIn(context);
  return { athleteId, asked: new URL(request.url).searchParams.getAll('session').slice(0, 1) };
}

/** The session on the athlete's own phone: the same as on the coach's tablet, for one. */
export default function OwnLive({ loaderData, params }: Route.ComponentProps) {
  const { token } = params;
  const own = useRouteLoaderData<typeof frame>('routes/own/frame');
  const loadCard = useCallback(
    async (sessionId: string): Promise<CardAnswer | undefined> => {
      try {
        const response = await fetch(href('/own/:token/live/:sessionId', { token, sessionId }));
        return response.ok ? ((await response.json()) as CardAnswer) : undefined;
      } catch {
        return undefined;
      }
    },
    [token],
  );
  return (
    <div className="fixed inset-0 z-40 overflow-y-auto">
      <LivePage
        owner={`link|${own?.athleteId ?? loaderData.athleteId}`}
        loadCard={loadCard}
        asked={loaderData.asked}
        people={[]}
        lines={<OwnLines token={token} here />}
        leave={
          <Link to={href('/own/:token', { token })} className="py-2">
            Leave, keep all
          </Link>
        }
        empty={
          <p className="text-xl">
            No session is chosen. <Link to={href('/own/:token', { token })}>Your card</Link>
          </p>
        }
      />
    </div>
  );
}
