import clsx from 'clsx';
import { Fragment } from 'react';
import { href, Link } from 'react-router';
import { Button } from '~/app/components/button';
import { WholePageError } from '~/app/components/error-page';
import { FaultPair } from '~/app/components/fault-pair';
import { Figure } from '~/app/components/figure';
import { weekdayText, weekText } from '~/app/lib/format';
import { useFreshFor } from '~/app/lib/news';
import { pageTitle } from '~/app/lib/title';
import { barsText, issuesText } from '~/app/words/issue-text';
import { sessionSays } from '~/app/words/session-says';
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

/**
 * The week on paper: a page a session with the faults to watch on its back, or two to a page with a line to cut along. The amount is
 * the largest thing, to be read at arm's length.
 */
export default function CardView({ loaderData }: Route.ComponentProps) {
  const { weekStart, sessions, athleteId, cautions, withheld, layout } = loaderData;
  const week = `${href('/athletes/:athleteId/card', { athleteId })}?week=${weekStart}`;
  useFreshFor(athleteId);
  const half = layout === 'half';
  return (
    <main
      className={clsx('mx-auto max-w-4xl px-4 py-6 sm:px-8 print:max-w-none print:p-0', `sheets-${layout}`)}
    >
      <div className="no-print mb-6 flex flex-wrap items-center gap-x-6 gap-y-3">
        <Link
          to={`${href('/athletes/:athleteId/coach', { athleteId })}?week=${weekStart}`}
          className="mr-auto py-2"
        >
          Back to the week
        </Link>
        <Link to={half ? week : `${week}&pages=half`} className="py-2">
          {half ? 'A page a session, faults on the back' : 'Two sessions a page'}
        </Link>
        <Button look="next" type="button" onClick={() => window.print()}>
          Print the card
        </Button>
      </div>
      <h1 className="sr-only">
        {loaderData.name}, {weekText(weekStart)}
      </h1>
      {cautions.length > 0 ? (
        <ul className="sheet-cautions border border-ink px-4 py-2 text-aside">
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
        <Fragment key={session.id}>
          <Sheet session={session} card={loaderData} />
          {half ? null : <Back session={session} card={loaderData} />}
        </Fragment>
      ))}
    </main>
  );
}

type Card = Route.ComponentProps['loaderData'];
type Session = Card['sessions'][number];

/** Whose sheet it is, of which day. */
function SheetHead({ session, card, says }: { session: Session; card: Card; says: string }) {
  return (
    <header className="flex items-end justify-between gap-6 border-b-4 border-ink pb-2">
      <div>
        <h2 className="text-3xl">{weekdayText(session.onDate)}</h2>
        <p className="mt-0.5">
          <strong>{card.name}</strong> · {card.sport} · {card.practice}
        </p>
      </div>
      <p className="head figures text-3xl">{says}</p>
    </header>
  );
}

/** The more stands on a sheet, the smaller it is drawn, so that it stays one sheet. */
const sizeOf = (lines: number): string =>
  lines > 5 ? 'sheet-longest' : lines > 4 ? 'sheet-longer' : lines > 3 ? 'sheet-long' : '';

function Sheet({ session, card }: { session: Session; card: Card }) {
  return (
    <section
      className={clsx('sheet mt-8', sizeOf(session.items.length))}
      aria-label={weekdayText(session.onDate)}
    >
      <SheetHead session={session} card={card} says={sessionSays(session)} />
      <ol>
        {session.items.map((item) => (
          <Exercise key={item.id} item={item} brief={card.layout === 'half'} />
        ))}
      </ol>
      {session.planB ? (
        <p className="mt-2">
          <strong>Ten minutes only:</strong> {session.planB}.
        </p>
      ) : null}
      {session.withheld.length > 0 ? (
        <p className="mt-1 text-aside">
          Withheld: {session.withheld.map((item) => `${item.name} (${barsText(item.bars)})`).join('; ')}.
        </p>
      ) : null}
      <p className="mt-2 text-note">{card.disclaimer}</p>
    </section>
  );
}

/** @param brief half a page has room for one cue */
function Exercise({ item, brief }: { item: Session['items'][number]; brief: boolean }) {
  const drawn = { posture: item.posture, needs: item.needs, plain: true } as const;
  const boxes = item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0);
  return (
    <li className="print-plain grid gap-x-5 border-b border-mortar py-3 sm:grid-cols-[1fr_auto]">
      <div className="min-w-0">
        <p className="text-xl leading-tight">
          {item.pair ? <span className="head mr-1.5">{item.pair}</span> : null}
          <strong>{item.name}</strong>
        </p>
        <p className="head figures sheet-amount">
          {item.sets} × {item.amountText}
        </p>
        <p className="text-lg leading-snug">
          {[item.sidesText, item.load, item.schoolAmount].filter(Boolean).join(', ')}
        </p>
      </div>
      <div className="flex items-end gap-2">
        {item.still ? null : (
          <Figure {...drawn} phase={0} label={`${item.name}, its start`} className="sheet-figure" />
        )}
        <Figure {...drawn} phase={1} label={`${item.name}, its end`} className="sheet-figure" />
      </div>
      <div className="mt-1 flex flex-wrap items-end sm:col-span-2 justify-between gap-x-6 gap-y-1">
        <p className="max-w-[46rem] leading-snug">
          {item.cues.slice(0, brief ? 1 : 2).map((cue) => `${cue}. `)}
          {brief ? '' : (item.schoolCue ?? '')} <strong>Breath</strong>{' '}
          {item.breath.split('. ')[0]?.replace(/\.$/, '')}. <strong>Ends</strong> {item.endsSet.join(', ')}.
          {item.setting ? (
            <>
              {' '}
              <strong>Set-up</strong> {item.setting}
            </>
          ) : null}
          {item.lastSet ? (
            <>
              {' '}
              <strong>{item.lastSet}.</strong>
            </>
          ) : null}
          {item.coachNote ? (
            <>
              {' '}
              <strong>Coach</strong> {item.coachNote}
            </>
          ) : null}
        </p>
        <p className="figures text-note">
          {[
            item.inHand,
            item.tempo ? `tempo ${item.tempo}` : null,
            `rest ${item.restS} s`,
            `${item.minutes} min`,
            qualityName(item.quality),
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <Boxes count={boxes} />
      </div>
    </li>
  );
}

/** A box to tick for every set, drawn so that it prints whatever the printer leaves out. */
function Boxes({ count }: { count: number }) {
  return (
    <svg
      aria-hidden="true"
      viewBox={`0 0 ${count * 26} 22`}
      className="h-[22px]"
      style={{ width: `${count * 26}px` }}
    >
      {Array.from({ length: count }, (_, i) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: identical boxes to tick
          key={i}
          x={i * 26 + 3}
          y={1}
          width={19}
          height={19}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.4}
        />
      ))}
    </svg>
  );
}

/** What to look for, for whoever stands beside: two faults an exercise, right and wrong. */
function Back({ session, card }: { session: Session; card: Card }) {
  const watched = session.items.reduce((sum, { watch }) => sum + watch.length, 0);
  return (
    <section
      className={clsx('sheet sheet-back mt-8', sizeOf(Math.ceil(watched / 2)))}
      aria-label={`Watch for, ${weekdayText(session.onDate)}`}
    >
      <SheetHead session={session} card={card} says="Watch for" />
      <ul className="grid gap-x-8 sm:grid-cols-2 print:grid-cols-2">
        {session.items.flatMap((item) =>
          item.watch.map((fault) => (
            <li key={item.id + fault.id} className="print-plain border-b border-mortar py-2">
              <FaultPair fault={fault} posture={item.posture} needs={item.needs} className="h-20" />
              <p className="leading-snug">
                <strong>
                  {item.name}: {fault.name.toLowerCase()}.
                </strong>{' '}
                {fault.lookFor}
              </p>
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
