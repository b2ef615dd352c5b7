import { data, Form, href, Link, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { Empty } from '~/app/components/notice';
import { SmallPillar } from '~/app/components/pillar';
import { awayText, longDayText } from '~/app/lib/format';
import { requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { Decided } from '~/app/routes/coach/decided';
import { matterWords } from '~/app/words/matters';
import { counted, numbered, sentence } from '~/core/words/counted';
import { decideProposals } from '~/server/commands/decide-proposals';
import { decideSeveral } from '~/server/commands/decide-several';
import { principalIn } from '~/server/principal/middleware.server';
import { practiceProposalsView } from '~/server/views/proposals';
import { todayView } from '~/server/views/today';
import type { Route } from './+types/today';

export const meta: Route.MetaFunction = () => pageTitle('Today');

export const loader = ({ context }: Route.LoaderArgs) => todayView(principalIn(context));

/** Takes, for the ticked athletes, what stays inside the rules; the rest stays open. */
export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, decideProposals.action);
  const ticked = new Set((await request.formData()).getAll('athlete').map(String));
  const { groups } = await practiceProposalsView(principal);
  const decided = await decideSeveral(
    principal,
    groups
      .flatMap(({ proposals }) => proposals)
      .filter(({ athleteId, inRamp, bars }) => ticked.has(athleteId) && inRamp && bars.length === 0),
  );
  return data(decided, { status: decided.refused.length > 0 && decided.taken === 0 ? 409 : 200 });
}

/** Ticks of athletes stand in the list, the button above it: they belong together by this. */
const decideForm = 'decide';

export default function Today({ loaderData, actionData }: Route.ComponentProps) {
  const { people, sessions, events, today, nobody, mayDecide } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const deciding = people.filter(({ matters }) => matters.some(({ kind }) => kind === 'proposals'));
  return (
    <>
      <p className="text-quiet">{longDayText(today)}</p>
      <h1 className="mt-1 text-4xl sm:text-5xl">
        {people.length === 0
          ? 'Nothing waits for you'
          : `${counted(people.length, 'athlete')} ${numbered(people.length, 'needs', 'need')} you`}
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
      {actionData ? <Decided {...actionData} /> : null}
      {mayDecide && deciding.length > 0 ? (
        <Form
          method="post"
          id={decideForm}
          key={deciding.map(({ athleteId }) => athleteId).join()}
          className="mt-4 flex flex-wrap items-center gap-x-5 gap-y-2"
        >
          <Button disabled={busy}>{busy ? 'Taking them …' : 'Take what is inside the rules'}</Button>
          <span className="text-aside text-quiet">for the athletes ticked below; the rest stays open.</span>
          <Link to={href('/proposals')} className="py-2">
            Look at all of them first
          </Link>
        </Form>
      ) : null}
      <div className="mt-7 grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <ol className="rule-list border-y border-mortar">
          {people.map((person, i) => (
            <li
              key={person.athleteId}
              className="grid grid-cols-[3rem_1fr] gap-x-4 py-2.5"
              aria-label={person.name}
            >
              <SmallPillar parts={person.pillar.parts} next={person.pillar.next} />
              <div className="min-w-0">
                <p className="flex items-center justify-between gap-4 leading-snug">
                  <Link
                    to={href('/athletes/:athleteId', { athleteId: person.athleteId })}
                    className="font-bold no-underline hover:underline"
                  >
                    {person.name}
                  </Link>
                  {mayDecide && deciding.includes(person) ? (
                    <label className="-my-1 flex min-h-11 cursor-pointer items-center gap-2 text-aside">
                      <input
                        type="checkbox"
                        form={decideForm}
                        name="athlete"
                        value={person.athleteId}
                        defaultChecked
                        className="size-6"
                        aria-label={`Take the changes of ${person.name}`}
                      />
                      take
                    </label>
                  ) : null}
                </p>
                <ul>
                  {person.matters.map((matter, at) => {
                    const words = matterWords(matter, today);
                    const first = i === 0 && at === 0;
                    return (
                      <li
                        key={matter.key}
                        className="grid items-center gap-x-4 leading-snug sm:grid-cols-[1fr_auto]"
                      >
                        <p className="min-w-0">
                          {sentence(words.what)}. <span className="text-aside text-quiet">{words.why}</span>
                        </p>
                        <Link
                          to={`${href('/athletes/:athleteId', { athleteId: matter.athleteId })}${matter.path}`}
                          aria-label={`${words.action}, ${person.name}`}
                          className={
                            first
                              ? 'stone justify-self-start inline-flex min-h-11 items-center bg-zest px-4 font-bold text-basalt no-underline'
                              : 'justify-self-start inline-flex min-h-11 items-center whitespace-nowrap'
                          }
                        >
                          {words.action}
                        </Link>
                      </li>
                    );
                  })}
                </ul>
              </div>
            </li>
          ))}
        </ol>
        <div className="space-y-10">
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
      </div>
    </>
  );
}
