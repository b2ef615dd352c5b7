import { href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { WholePageError } from '~/app/components/error-page';
import { Figure } from '~/app/components/figure';
import { SmallPillar } from '~/app/components/pillar';
import { weekdayText, weekText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { barsText, issuesText } from '~/app/words/issue-text';
import { qualityName } from '~/core/catalogue/qualities';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import { cardView } from '~/server/views/coach';
import type { Route } from './+types/card';

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(loaderData?.name, 'Card');

export const loader = async ({ params, request, context }: Route.LoaderArgs) =>
  cardView(principalIn(context), await standingIn({ params, context }), new URL(request.url).searchParams);

export function ErrorBoundary() {
  return <WholePageError />;
}

/** The week on paper: large figures, boxes to tick, black and white safe. */
export default function CardView({ loaderData }: Route.ComponentProps) {
  const { name, practice, weekStart, sessions, athleteId, cautions, pillar, sport, withheld } = loaderData;
  return (
    <main className="mx-auto max-w-4xl px-4 py-6 sm:px-8 print:max-w-none print:p-0">
      <div className="no-print mb-6 flex flex-wrap items-center justify-between gap-3">
        <Link to={`${href('/athletes/:athleteId/coach', { athleteId })}?week=${weekStart}`} className="py-2">
          Back to the week
        </Link>
        <Button look="next" type="button" onClick={() => window.print()}>
          Print the card
        </Button>
      </div>
      <header className="flex items-end justify-between gap-6 border-b-4 border-ink pb-3">
        <div>
          <h1 className="text-4xl">{name}</h1>
          <p className="mt-1">
            {weekText(weekStart)} · {sport} · {practice}
          </p>
        </div>
        <SmallPillar parts={pillar} />
      </header>
      {cautions.length > 0 ? (
        <ul className="mt-3 border border-ink px-4 py-2 text-aside">
          {cautions.map((caution) => (
            <li key={caution.id}>
              △ <strong>{caution.name}.</strong> {caution.changes}
            </li>
          ))}
        </ul>
      ) : null}
      {sessions.length === 0 ? (
        <p className="mt-6 text-lg">
          {withheld.length === 0
            ? 'No sessions in this week.'
            : `Not cleared: no sessions are shown. ${issuesText(withheld)}`}
        </p>
      ) : null}
      {sessions.map((session) => (
        <section key={session.id} className="mt-6" aria-label={weekdayText(session.onDate)}>
          <h2 className="flex justify-between border-b border-ink pb-1 text-2xl">
            {weekdayText(session.onDate)}{' '}
            <span className="figures font-text text-base font-normal">{session.minutes} min</span>
          </h2>
          <ol>
            {session.items.map((item) => (
              <li
                key={item.id}
                className="print-plain grid grid-cols-[5.5rem_1fr_17rem] gap-x-5 border-b border-mortar py-2.5 max-sm:grid-cols-[4.5rem_1fr]"
              >
                <Figure
                  posture={item.posture}
                  needs={item.needs}
                  label={`${item.name}, drawn`}
                  plain
                  className="h-16 w-full"
                />
                <div>
                  <p className="text-lg leading-tight">
                    {item.pair ? <span className="head mr-1.5">{item.pair}</span> : null}
                    <strong>{item.name}</strong>{' '}
                    <span className="text-aside">{qualityName(item.quality)}</span>
                  </p>
                  <p className="text-aside leading-snug">
                    {item.cues[0]}. {item.cues[1] ? `${item.cues[1]}. ` : ''}
                    {item.schoolCue ?? ''}
                  </p>
                  <p className="text-note leading-snug">
                    <strong>Breath</strong> {item.breath.split('. ')[0]?.replace(/\.$/, '')}.{' '}
                    <strong>Ends</strong> {item.endsSet.join(', ')}.
                  </p>
                  {item.coachNote ? (
                    <p className="text-note leading-snug">
                      <strong>Coach</strong> {item.coachNote}
                    </p>
                  ) : null}
                  {item.setting ? (
                    <p className="text-note leading-snug">
                      <strong>Set-up</strong> {item.setting}
                    </p>
                  ) : null}
                </div>
                <div className="text-right max-sm:col-start-2 max-sm:text-left">
                  <p className="head figures text-xl leading-tight">{item.work}</p>
                  <p className="figures text-note">
                    {item.schoolAmount ? `${item.schoolAmount}, ` : ''}
                    {item.load ? `${item.load}, ` : ''}
                    {item.inHand ? `${item.inHand}, ` : ''}
                    {item.tempo ? `tempo ${item.tempo}, ` : ''}rest {item.restS} s, {item.minutes} min
                  </p>
                  <p aria-hidden="true" className="mt-1 flex justify-end gap-1.5 max-sm:justify-start">
                    {Array.from(
                      { length: item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0) },
                      (_, i) => (
                        // biome-ignore lint/suspicious/noArrayIndexKey: identical boxes to tick
                        <span key={i} className="inline-block size-4 border border-ink" />
                      ),
                    )}
                  </p>
                </div>
              </li>
            ))}
          </ol>
          {session.planB ? (
            <p className="mt-1 text-aside">
              <strong>Ten minutes only:</strong> {session.planB}.
            </p>
          ) : null}
          {session.withheld.length > 0 ? (
            <p className="mt-1 text-aside">
              Withheld: {session.withheld.map((item) => `${item.name} (${barsText(item.bars)})`).join('; ')}.
            </p>
          ) : null}
        </section>
      ))}
      <p className="mt-6 border-t border-ink pt-2 text-aside">{loaderData.disclaimer}</p>
    </main>
  );
}
