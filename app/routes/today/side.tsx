import { href, Link } from 'react-router';
import { awayText } from '~/app/lib/format';
import { counted } from '~/core/words/counted';
import type { todayView } from '~/server/views/today';

/** What runs, what is planned for today, what comes. */
export function Side({
  training,
  sessions,
  events,
  today,
}: Pick<Awaited<ReturnType<typeof todayView>>, 'training' | 'sessions' | 'events' | 'today'>) {
  return (
    <div className="space-y-10">
      <section
        aria-labelledby="training-now"
        aria-live="polite"
        className={training.length === 0 ? 'sr-only' : undefined}
      >
        {training.length > 0 ? (
          <>
            <h2 id="training-now" className="border-b-2 border-ink pb-1 text-2xl">
              Training now
            </h2>
            <ul className="rule-list">
              {training.map(({ id, athleteId, name, sets, exercise, minutesAgo }) => (
                <li key={id} className="figures py-1.5">
                  <Link
                    to={href('/athletes/:athleteId/coach', { athleteId })}
                    className="font-bold no-underline hover:underline"
                  >
                    {name}
                  </Link>
                  <p className="text-aside text-quiet">
                    {counted(sets, 'set')} done, last {exercise}{' '}
                    {minutesAgo === 0 ? 'just now' : `${minutesAgo} min ago`}
                  </p>
                </li>
              ))}
            </ul>
          </>
        ) : null}
      </section>
      <section aria-labelledby="sessions-today">
        <h2 id="sessions-today" className="border-b-2 border-ink pb-1 text-2xl">
          Sessions today
        </h2>
        {sessions.length === 0 ? <p className="py-3 text-quiet">None planned.</p> : null}
        {sessions.some(({ logged, calledOff }) => !logged && !calledOff) ? (
          <p>
            <Link to={href('/live')} className="inline-flex min-h-11 items-center">
              Take some of them to the mat
            </Link>
          </p>
        ) : null}
        <ul className="rule-list">
          {sessions.map((session) => (
            <li key={session.id} className="figures flex min-h-11 items-center justify-between gap-3 py-1.5">
              <Link
                to={href('/athletes/:athleteId/coach/:sessionId/log', {
                  athleteId: session.athleteId,
                  sessionId: session.id,
                })}
                className="no-underline hover:underline"
              >
                {session.name}
              </Link>
              <span className="flex items-center gap-4 whitespace-nowrap text-quiet">
                {session.logged
                  ? 'logged'
                  : session.calledOff
                    ? 'called off'
                    : `${counted(session.exercises, 'exercise')}, ${session.minutes} min`}
                {session.logged || session.calledOff ? null : (
                  <Link
                    to={`${href('/live')}?session=${session.id}`}
                    aria-label={`Take ${session.name} to the mat`}
                    className="py-2 text-ink"
                  >
                    mat
                  </Link>
                )}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="events-coming">
        <h2 id="events-coming" className="border-b-2 border-ink pb-1 text-2xl">
          Events coming
        </h2>
        {events.length === 0 ? <p className="py-3 text-quiet">None in the next ten weeks.</p> : null}
        <ul className="rule-list">
          {events.map((event) => (
            <li key={event.athleteId + event.name} className="py-2">
              <p className="flex justify-between gap-3">
                <span>
                  <strong>{event.priority}</strong> {event.name}
                </span>
                <span className="figures whitespace-nowrap">{awayText(event.onDate, today)}</span>
              </p>
              <p className="text-aside text-quiet">
                <Link
                  to={href('/athletes/:athleteId/plan', { athleteId: event.athleteId })}
                  className="no-underline hover:underline"
                >
                  {event.athlete}
                </Link>
              </p>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
