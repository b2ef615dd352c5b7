import { Outlet } from 'react-router';
import { NewsProvider } from '~/app/lib/news';
import { OutboxProvider } from '~/app/lib/outbox/outbox';
import { principalIn, requirePrincipal } from '~/server/principal/middleware.server';
import type { Route } from './+types/signed-in';

export const links: Route.LinksFunction = () => [{ rel: 'manifest', href: '/app.webmanifest' }];

export const middleware: Route.MiddlewareFunction[] = [requirePrincipal];

/** A loader of its own, so that the middleware runs on every navigation in the browser too. */
export function loader({ context }: Route.LoaderArgs) {
  const { practiceId, staffId, now } = principalIn(context);
  return { practiceId, staffId, madeAtMs: now.getTime() };
}

/** What waits on this device belongs to the person of this practice who is signed in. */
export default function SignedInLayout({ loaderData }: Route.ComponentProps) {
  return (
    <OutboxProvider owner={`${loaderData.practiceId}|${loaderData.staffId}`}>
      <NewsProvider sinceMs={loaderData.madeAtMs}>
        <Outlet />
      </NewsProvider>
    </OutboxProvider>
  );
}
