import { href, Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Empty, Reasons } from '~/app/components/notice';
import { Pillar } from '~/app/components/pillar';
import { SeasonWall } from '~/app/components/season-wall';
import { awayText, dayText } from '~/app/lib/format';
import { athleteTitle } from '~/app/lib/title';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import { overview } from '~/server/views/athlete';
import type { Route } from './+types/overview';

export const meta = athleteTitle();

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  overview(principalIn(context), await standingIn({ params, context }));

export default function Overview({ loaderData }: Route.ComponentProps) {
  const { id, pillar, event, today, top, results, weeks, events, blocked, screened, note } = loaderData;
  const next = top[0] ? { quality: top[0].quality, side: top[0].side } : undefined;
  return (
    <>
      <div className="grid gap-10 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
        <div className="max-lg:order-2">
          <Pillar
            parts={pillar}
            next={next}
            carries={event ? `${event.name}, ${awayText(event.onDate, today)}` : undefined}
          />
          {note ? <p className="mt-2 text-center text-quiet">“{note}”</p> : null}
        </div>
        <div>
          {blocked ? (
            <Empty title="Not cleared">
              <Reasons issues={blocked.issues} />
              <p className="mt-3">
                <ButtonLink look="next" to={href('/athletes/:athleteId/clear', { athleteId: id })}>
                  {blocked.state === 'missing' || blocked.state === 'expired'
                    ? 'Answer the safety form'
                    : 'Open the safety form'}
                </ButtonLink>
              </p>
            </Empty>
          ) : !screened ? (
            <Empty title="Nothing measured yet">
              <p>A first screen takes about three quarters of an hour and fills the pillar.</p>
              <p className="mt-4">
                <ButtonLink look="next" to={href('/athletes/:athleteId/screen', { athleteId: id })}>
                  Choose the battery
                </ButtonLink>
              </p>
            </Empty>
          ) : (
            <section aria-labelledby="holds-back">
              <h2 id="holds-back" className="text-3xl">
                What holds back, in this sport
              </h2>
              <ol className="rule-list mt-3">
                {top.map((priority, i) => (
                  <li key={priority.key} className="grid grid-cols-[2.6rem_1fr] py-4">
                    <span aria-hidden="true" className="head figures text-4xl">
                      {i + 1}
                    </span>
                    <p>
                      <strong>{priority.name}.</strong> {priority.sentence}
                    </p>
                  </li>
                ))}
                {top.length === 0 ? (
                  <li className="py-4">Nothing falls short of what the sport asks.</li>
                ) : null}
              </ol>
              <Link to={href('/athletes/:athleteId/link', { athleteId: id })}>
                All priorities and their arithmetic
              </Link>
            </section>
          )}
          {results.length > 0 ? (
            <section aria-labelledby="last-results" className="mt-9">
              <h2 id="last-results" className="text-2xl">
                Last results
              </h2>
              <table className="mt-2 w-full text-left">
                <tbody className="rule-list">
                  {results.map((result) => (
                    <tr key={result.key}>
                      <th scope="row" className="py-1.5 pr-3 font-normal">
                        {result.name}
                      </th>
                      <td className="py-1.5 pr-3 font-bold">{result.raw}</td>
                      <td className="py-1.5 pr-3 text-quiet">of {result.target}</td>
                      <td className="py-1.5 text-right text-quiet whitespace-nowrap">
                        {dayText(result.onDate, today)}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          ) : null}
        </div>
      </div>
      {weeks.length > 0 ? (
        <section aria-labelledby="season" className="mt-12">
          <h2 id="season" className="text-2xl">
            Season
          </h2>
          <div className="mt-3">
            <SeasonWall weeks={weeks} events={events} today={today} />
          </div>
        </section>
      ) : null}
    </>
  );
}
