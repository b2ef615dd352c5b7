import { Link } from 'react-router';
import { weekdayText, weekText } from '~/app/lib/format';
import { addDays, isIsoDay, weekStartOf } from '~/core/body/dates';
import { practiceSessions } from '~/db/queries/coach';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import type { Route } from './+types/sessions';

export const meta: Route.MetaFunction = () => [{ title: 'Sessions · Zest Pillar' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const person = who(context);
  const today = todayIn(person.timeZone);
  const asked = new URL(request.url).searchParams.get('week');
  const weekStart = weekStartOf(asked && isIsoDay(asked) ? asked : today, person.firstWeekday);
  const sessions = await practiceSessions(person.practiceId, weekStart, addDays(weekStart, 6));
  return {
    today,
    weekStart,
    days: Array.from({ length: 7 }, (_, i) => addDays(weekStart, i)).map((day) => ({
      day,
      sessions: sessions
        .filter((each) => each.onDate === day)
        .map((each) => ({
          id: each.id,
          athleteId: each.athleteId,
          name: `${each.givenName} ${each.familyName}`,
          minutes: each.minutes,
          exercises: each.exercises,
          effort: each.effort,
          logged: each.logId !== null,
        })),
    })),
  };
}

export default function Sessions({ loaderData }: Route.ComponentProps) {
  const { days, today, weekStart } = loaderData;
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-4xl sm:text-5xl">What today</h1>
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
              {sessions.map((each) => (
                <li
                  key={each.id}
                  className="flex min-h-11 items-center justify-between gap-3 border-b border-mortar py-1"
                >
                  <Link
                    to={
                      each.logged
                        ? `/athletes/${each.athleteId}/coach?week=${weekStart}`
                        : `/athletes/${each.athleteId}/coach/${each.id}/log`
                    }
                    className="no-underline hover:underline"
                  >
                    {each.name}
                  </Link>
                  <span className="figures whitespace-nowrap text-[0.94rem] text-quiet">
                    {each.logged
                      ? `■ effort ${each.effort}`
                      : day < today
                        ? '□ not logged'
                        : `${each.exercises} exercises, ${each.minutes} min`}
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
