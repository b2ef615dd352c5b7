import { href, Link } from 'react-router';
import { Empty } from '~/app/components/notice';
import { SmallPillar } from '~/app/components/pillar';
import { awayText, longDayText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { matterWords } from '~/app/words/matters';
import { principalIn } from '~/server/principal/middleware.server';
import { todayView } from '~/server/views/today';
import type { Route } from './+types/today';

export const meta: Route.MetaFunction = () => pageTitle('Today');

export const loader = ({ context }: Route.LoaderArgs) => todayView(principalIn(context));

export default function Today({ loaderData }: Route.ComponentProps) {
  const { matters, sessions, events, today, nobody } = loaderData;
  return (
    <>
      <p className="text-quiet">{longDayText(today)}</p>
      <h1 className="mt-1 text-4xl sm:text-5xl">
        {matters.length === 0
          ? 'Nothing waits for you'
          : `${matters.length} ${matters.length === 1 ? 'thing needs' : 'things need'} you`}
      </h1>
      {nobody ? (
        <div className="mt-8">
          <Empty title="Start with the people">
            <p>
              <Link to={href('/athletes/new')}>Add an athlete</Link> or{' '}
              <Link to={href('/athletes/import')}>import a roster</Link>.
            </p>
          </Empty>
        </div>
      ) : null}
      {matters.filter(({ kind }) => kind === 'proposals').length > 1 ? (
        <p className="mt-4">
          <Link to={href('/proposals')}>Decide the proposals of everybody at once</Link>
        </p>
      ) : null}
      <div className="mt-7 grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <ol className="rule-list border-y border-mortar">
          {matters.map((matter, i) => {
            const words = matterWords(matter, today);
            return (
              <li
                key={matter.key}
                className="grid grid-cols-[3rem_1fr_auto] items-center gap-x-4 py-2.5 max-sm:grid-cols-[3rem_1fr]"
              >
                <SmallPillar parts={matter.pillar.parts} next={matter.pillar.next} />
                <div className="min-w-0">
                  <p className="leading-snug">
                    <Link
                      to={href('/athletes/:athleteId', { athleteId: matter.athleteId })}
                      className="font-bold no-underline hover:underline"
                    >
                      {matter.name}
                    </Link>
                    <span className="text-quiet">, </span>
                    {words.what}
                  </p>
                  <p className="text-aside leading-snug text-quiet">{words.why}</p>
                </div>
                <Link
                  to={`${href('/athletes/:athleteId', { athleteId: matter.athleteId })}${matter.path}`}
                  className={`max-sm:col-start-2 ${i === 0 ? 'stone inline-flex min-h-11 items-center bg-zest px-4 font-bold text-basalt no-underline' : 'inline-flex min-h-11 items-center whitespace-nowrap'}`}
                >
                  {words.action}
                </Link>
              </li>
            );
          })}
        </ol>
        <div className="space-y-10">
          <section aria-labelledby="sessions-today">
            <h2 id="sessions-today" className="border-b-2 border-ink pb-1 text-2xl">
              Sessions today
            </h2>
            {sessions.length === 0 ? <p className="py-3 text-quiet">None planned.</p> : null}
            <ul className="rule-list">
              {sessions.map((session) => (
                <li
                  key={session.id}
                  className="figures flex min-h-11 items-center justify-between gap-3 py-1.5"
                >
                  <Link
                    to={href('/athletes/:athleteId/coach/:sessionId/log', {
                      athleteId: session.athleteId,
                      sessionId: session.id,
                    })}
                    className="no-underline hover:underline"
                  >
                    {session.name}
                  </Link>
                  <span className="text-quiet whitespace-nowrap">
                    {session.logged
                      ? 'logged'
                      : session.calledOff
                        ? 'called off'
                        : `${session.exercises} exercises, ${session.minutes} min`}
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
      </div>
    </>
  );
}
