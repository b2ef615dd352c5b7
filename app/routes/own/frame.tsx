import { href, NavLink, Outlet, useLocation } from 'react-router';
import { WholePageError } from '~/app/components/error-page';
import { EditionLine } from '~/app/lib/edition';
import { OutboxProvider } from '~/app/lib/outbox/outbox';
import { linkIn, principalIn, requireLink } from '~/server/principal/middleware.server';
import type { Route } from './+types/frame';
import { OwnLines } from './own-lines';

export const middleware: Route.MiddlewareFunction[] = [requireLink];

/** A loader of its own, so that the middleware runs on every navigation in the browser too. */
export function loader({ context, params }: Route.LoaderArgs) {
  const { athleteId, holder, agreedAt } = linkIn(context);
  return {
    athleteId,
    holder,
    agreed: agreedAt !== null,
    practice: principalIn(context).practiceName,
    token: params.token,
  };
}

export const headers: Route.HeadersFunction = () => ({
  // The address is the key: it is told to nobody else. Its own forms say where they come from.
  'Referrer-Policy': 'same-origin',
  'X-Robots-Tag': 'noindex',
});

export function ErrorBoundary() {
  return <WholePageError />;
}

/** What an athlete sees of the practice: their own card, log and progress. */
export default function OwnFrame({ loaderData }: Route.ComponentProps) {
  const { token, athleteId, agreed } = loaderData;
  // A session on the mat has the screen to itself.
  const onTheMat = useLocation().pathname === href('/own/:token/live', { token });
  return (
    <OutboxProvider owner={`link|${athleteId}`} to={href('/own/:token/sync', { token })}>
      <link rel="manifest" href={href('/own/:token/app.webmanifest', { token })} />
      <div className="mx-auto max-w-2xl px-4 pb-16 pt-4">
        <header className="mb-3 flex flex-wrap items-baseline justify-between gap-x-6 border-b-2 border-ink pb-1">
          <p className="text-aside text-quiet">{loaderData.practice}</p>
          {agreed ? (
            <nav aria-label="Pages" className="flex gap-5">
              {[
                [href('/own/:token', { token }), 'Card'] as const,
                [href('/own/:token/progress', { token }), 'Progress'] as const,
              ].map(([to, says]) => (
                <NavLink
                  key={to}
                  to={to}
                  end
                  className={({ isActive }) =>
                    `inline-flex min-h-11 items-center ${isActive ? 'font-bold no-underline' : ''}`
                  }
                >
                  {says}
                </NavLink>
              ))}
            </nav>
          ) : null}
        </header>
        {onTheMat ? null : (
          <>
            <EditionLine />
            <OwnLines token={token} />
          </>
        )}
        <Outlet />
      </div>
    </OutboxProvider>
  );
}
