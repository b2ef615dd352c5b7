import { href, Link } from 'react-router';
import { weekdayText, weekText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { addDays } from '~/core/body/dates';
import { counted } from '~/core/words/counted';
import { principalIn } from '~/server/principal/middleware.server';
import { sessionsView } from '~/server/views/coach';
import type { Route } from './+types/sessions';

export const meta: Route.MetaFunction = () => pageTitle('Sessions');

export const loader = ({ request, context }: Route.LoaderArgs) =>
  sessionsView(principalIn(context), new URL(request.url).searchParams);

export default function Sessions({ loaderData }: Route.ComponentProps) {
  const { days, today, weekStart } = loaderData;
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-4xl sm:text-5xl">Sessions</h1>
        <nav aria-label="Weeks" className="flex gap-5">
          <Link to={`?week=${addDays(weekStart, -7)}`} className="py-2">
            Week before
          </Link>
          <Link to="?" className="py-2">
            This week
          </Link>
          <Link to={`?week=${addDays(weekStart, 7)}`} className="py-2">
            Week after
          </Link>
        </nav>
      </header>
      <p className="mt-1 text-quiet">{weekText(weekStart)}</p>
      <div className="mt-6 space-y-8">
        {days.map(({ day, sessions }) => (
          <section key={day} aria-labelledby={`d${day}`}>
            <h2
              id={`d${day}`}
              className={`pb-1 text-2xl ${day === today ? 'border-b-[6px] border-zest' : 'border-b border-ink'}`}
            >
              {weekdayText(day)}
              {day === today ? ', today' : ''}
            </h2>
            {sessions.length === 0 ? <p className="py-2 text-quiet">None.</p> : null}
            <ul className="grid gap-x-10 sm:grid-cols-2 xl:grid-cols-3">
              {sessions.map((session) => (
                <li
                  key={session.id}
                  className="flex min-h-11 items-center justify-between gap-3 border-b border-mortar py-1"
                >
                  <Link
                    to={
                      session.logged
                        ? `${href('/athletes/:athleteId/coach', { athleteId: session.athleteId })}?week=${weekStart}`
                        : href('/athletes/:athleteId/coach/:sessionId/log', {
                            athleteId: session.athleteId,
                            sessionId: session.id,
                          })
                    }
                    className="no-underline hover:underline"
                  >
                    {session.name}
                  </Link>
                  <span className="figures whitespace-nowrap text-aside text-quiet">
                    {session.logged
                      ? `■ effort ${session.effort}`
                      : session.passedOver
                        ? session.passedOver
                        : session.calledOff
                          ? '▨ called off'
                          : day < today
                            ? '▨ missed'
                            : `${counted(session.exercises, 'exercise')}, ${session.minutes} min`}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}
