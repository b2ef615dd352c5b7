import { useEffect } from 'react';
import { Form, href, Link, useRouteLoaderData } from 'react-router';
import { WholePageError } from '~/app/components/error-page';
import { OutboxLine } from '~/app/lib/outbox/outbox-line';
import { pageTitle } from '~/app/lib/title';
import { LivePage } from '~/app/routes/coach/live/live-page';
import type { CardAnswer } from '~/app/routes/coach/live/use-live';
import type { loader as signedIn } from '~/app/routes/signed-in';
import { mostInGroup } from '~/core/coach/live/group';
import { counted } from '~/core/words/counted';
import { principalIn } from '~/server/principal/middleware.server';
import { liveView } from '~/server/views/live';
import type { Route } from './+types/live';

export const meta: Route.MetaFunction = () => pageTitle('On the mat');

export const loader = ({ request, context }: Route.LoaderArgs) =>
  liveView(principalIn(context), new URL(request.url).searchParams);

export function ErrorBoundary() {
  return <WholePageError />;
}

async function loadCard(sessionId: string): Promise<CardAnswer | undefined> {
  try {
    const response = await fetch(href('/live/:sessionId', { sessionId }));
    return response.ok && !response.redirected ? ((await response.json()) as CardAnswer) : undefined;
  } catch {
    return undefined;
  }
}

export default function Live({ loaderData }: Route.ComponentProps) {
  const { asked, people } = loaderData;
  const me = useRouteLoaderData<typeof signedIn>('routes/signed-in');
  const others = people.map(({ sessionId }) => sessionId).join();
  // Whoever comes late can be taken in without network: the cards of the day are fetched while there is one.
  useEffect(() => {
    let over = false;
    const fetchAll = async () => {
      for (const sessionId of others.split(',').filter(Boolean)) {
        if (over || !navigator.onLine || !navigator.serviceWorker?.controller) return;
        await loadCard(sessionId);
      }
    };
    void fetchAll();
    return () => {
      over = true;
    };
  }, [others]);
  return (
    <LivePage
      owner={`${me?.practiceId ?? ''}|${me?.staffId ?? ''}`}
      loadCard={loadCard}
      asked={asked}
      people={people}
      leave={
        <Link to={href('/')} className="py-2">
          Leave, keep all
        </Link>
      }
      logAt={({ athleteId, sessionId }) =>
        href('/athletes/:athleteId/coach/:sessionId/log', { athleteId, sessionId })
      }
      lines={<OutboxLine />}
      empty={<Choose people={people} />}
    />
  );
}

/** Who is taken to the mat. */
function Choose({ people }: { people: Route.ComponentProps['loaderData']['people'] }) {
  if (people.length === 0)
    return (
      <p className="text-xl">
        No session is left for today. Any other day’s begins from its week:{' '}
        <Link to={href('/sessions')}>sessions</Link>.
      </p>
    );
  return (
    <Form method="get" className="max-w-2xl">
      <h2 className="text-4xl">Who is here?</h2>
      <p className="text-mortar">One, or up to {mostInGroup} side by side.</p>
      <ul className="my-4 divide-y divide-night-3 border-y border-night-3">
        {people.map(({ sessionId, name, minutes, exercises }) => (
          <li key={sessionId}>
            <label className="flex min-h-12 cursor-pointer items-center gap-3 py-1">
              <input type="checkbox" name="session" value={sessionId} className="size-6" />
              <span className="grow text-xl">{name}</span>
              <span className="figures text-mortar">
                {counted(exercises, 'exercise')}, {minutes} min
              </span>
            </label>
          </li>
        ))}
      </ul>
      <button type="submit" className="stone min-h-14 bg-zest px-6 text-xl font-bold text-night">
        To the mat
      </button>
    </Form>
  );
}
