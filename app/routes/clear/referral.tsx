import { href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { WholePageError } from '~/app/components/error-page';
import { Scroller } from '~/app/components/scroller';
import { dayText, longDayText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { counted, listed } from '~/core/words/counted';
import { notFound, principalIn, standingIn } from '~/server/principal/middleware.server';
import { referralView } from '~/server/views/referral';
import type { Route } from './+types/referral';

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(loaderData?.name, 'Referral note');

export async function loader({ params, context }: Route.LoaderArgs) {
  const view = await referralView(principalIn(context), await standingIn({ params, context }), params.flagId);
  if (!view) throw notFound('This flag');
  return view;
}

export function ErrorBoundary() {
  return <WholePageError />;
}

const line = 'mt-8 border-t-2 border-ink pt-2 text-2xl';

/** A page to hand to a licensed practitioner: what was told, done, measured and stopped; what it is, they say. */
export default function Referral({ loaderData: view }: Route.ComponentProps) {
  const { flag, trial, session, held, heldSessions, cautions, measured, before } = view;
  return (
    <main className="mx-auto max-w-3xl px-4 py-6 sm:px-8 print:max-w-none print:p-0">
      <p className="no-print mb-6 flex flex-wrap items-center gap-6">
        <Link to={href('/athletes/:athleteId', { athleteId: view.athleteId })} className="mr-auto py-2">
          Back to {view.name}
        </Link>
        <Button look="next" type="button" onClick={() => window.print()}>
          Print the note
        </Button>
      </p>
      <p className="text-quiet">
        {view.practice}, {longDayText(view.today)} {view.today.slice(0, 4)}
      </p>
      <h1 className="mt-1 text-4xl">Referral note</h1>
      <p className="mt-1">To a licensed practitioner, from {view.by}, coach.</p>
      <p className="mt-4 text-lg">
        <strong>{view.name}</strong>, born {dayText(view.born)} ({counted(view.years, 'year')}),{' '}
        {view.sport.toLowerCase()}
        {view.event ? `; ${view.event.name} on ${dayText(view.event.onDate)}` : ''}.
      </p>
      <h2 className={line}>What was told</h2>
      <p className="mt-1 text-lg">{flag.text}</p>
      {flag.closed ? (
        <p>
          The coach’s flag was closed on {dayText(flag.closed.at.slice(0, 10))}: “{flag.closed.reason}”
        </p>
      ) : null}
      {trial ? (
        <p className="mt-1">
          Told in a test: {trial.test}
          {trial.side === 'both' ? '' : `, ${trial.side}`}, {trial.value}
          {trial.ended ? `, ended by ${trial.ended}` : ''}
          {trial.faults.length > 0 ? `; seen: ${listed(trial.faults)}` : ''}.
        </p>
      ) : null}
      {session ? (
        <>
          <p className="mt-1">
            The session of {dayText(session.onDate)}, effort {session.effort} of 10
            {session.where ? `, pain in: ${session.where}` : ''}
            {session.note ? `. Note: “${session.note}”` : ''}.
          </p>
          <ul className="mt-1 columns-1 sm:columns-2">
            {[...new Set(session.sets)].map((set) => (
              <li key={set}>{set}</li>
            ))}
          </ul>
        </>
      ) : null}
      <h2 className={line}>What was stopped</h2>
      {held.length > 0 ? (
        <>
          <p className="mt-1">
            Held since then, in tests and in training: {listed(held.map((name) => name.toLowerCase()))}.
          </p>
          <p>
            {heldSessions > 0
              ? `${counted(heldSessions, 'session')} of the next two weeks ${heldSessions === 1 ? 'is' : 'are'} changed or called off for it.`
              : 'No session of the next two weeks holds such work.'}
          </p>
        </>
      ) : (
        <p className="mt-1">Nothing is held now.</p>
      )}
      {cautions.length > 0 ? (
        <p>Known before, and trained around: {listed(cautions.map((name) => name.toLowerCase()))}.</p>
      ) : null}
      <h2 className={line}>What was measured</h2>
      {measured.length === 0 ? <p className="mt-1">Nothing yet.</p> : null}
      {measured.length > 0 ? (
        <Scroller label="What was measured">
          <table className="figures mt-1 w-full text-left">
            <thead className="text-aside text-quiet">
              <tr>
                {['Test', 'Side', 'Result', 'Seen', 'Day'].map((head) => (
                  <th key={head} scope="col" className="py-1 pr-4 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="rule-list">
              {measured.map((row) => (
                <tr key={row.key}>
                  <th scope="row" className="py-1 pr-4 font-normal">
                    {row.test}
                  </th>
                  <td className="py-1 pr-4">{row.side}</td>
                  <td className="py-1 pr-4 font-bold">{row.value}</td>
                  <td className="py-1 pr-4">{row.faults.join(', ')}</td>
                  <td className="whitespace-nowrap py-1">{dayText(row.onDate)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Scroller>
      ) : null}
      {before.length > 0 ? (
        <>
          <h2 className={line}>Told before</h2>
          <ul className="mt-1">
            {before.map(({ id, text, closed }) => (
              <li key={id}>
                {text} {closed ? `Closed ${dayText(closed.at.slice(0, 10))}: “${closed.reason}”` : 'Open.'}
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <section aria-labelledby="asked" className="break-inside-avoid">
        <h2 id="asked" className={line}>
          What the coach asks
        </h2>
        <p className="mt-1">
          Which of the work named above may be done, from when, and what is to be left out until then. It is
          not loaded before somebody licensed has said so.
        </p>
        <dl className="mt-5 space-y-6">
          {['May be done, and from when', 'Is to be left out', 'Name, profession, date, signature'].map(
            (asked) => (
              <div key={asked} className="border-b border-ink pb-10">
                <dt className="text-aside text-quiet">{asked}</dt>
                <dd />
              </div>
            ),
          )}
        </dl>
      </section>
      <p className="mt-6 text-aside text-quiet">
        Measured by a coach in training, with the error such tests have. Nothing here is a diagnosis.{' '}
        {view.disclaimer}
      </p>
    </main>
  );
}
