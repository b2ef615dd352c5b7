import type { ReactNode } from 'react';
import { href, Link, useParams } from 'react-router';
import { Figure } from '~/app/components/figure';
import { Folded } from '~/app/components/folded';
import { qualityName } from '~/core/catalogue/qualities';
import type { ItemView } from '~/server/views/session';

/** The first line of an exercise: what, whether a coach wrote it, how much. */
export function ItemHead({ item }: { item: Pick<ItemView, 'name' | 'byHand' | 'work'> }) {
  return (
    <div className="flex flex-wrap items-baseline justify-between gap-x-6">
      <p className="text-lg leading-snug">
        <strong>{item.name}</strong>
        {item.byHand ? <span className="ml-2 text-aside text-quiet">by hand</span> : null}
      </p>
      <p className="head figures text-xl">{item.work}</p>
    </div>
  );
}

export const itemRowClass = 'grid grid-cols-[2.2rem_5.5rem_1fr] gap-x-3 py-3 max-sm:grid-cols-[2.2rem_1fr]';

/** One exercise of a session; it opens to its cues, its breath, what ends the set, and why it is there. */
export function SessionItem({ item, at: i, handle }: { item: ItemView; at: number; handle?: ReactNode }) {
  const { athleteId = '' } = useParams();
  return (
    <>
      <div>
        <span aria-hidden="true" className="head figures block text-2xl leading-tight text-quiet">
          {item.pair ?? i + 1}
        </span>
        {handle}
      </div>
      <Figure
        posture={item.posture}
        needs={item.needs}
        label={`${item.name}, drawn`}
        plain
        className="h-16 w-full max-sm:hidden"
      />
      <div className="min-w-0">
        <ItemHead item={item} />
        <p className="flex flex-wrap justify-between gap-x-6 text-aside text-quiet">
          <span>
            {qualityName(item.quality)}
            {item.load ? `, ${item.load}` : ''}
            {item.inHand ? `, ${item.inHand}` : ''}
            {item.effortMost ? `, effort ${item.effortMost} of 10 at most` : ''}
            {item.schoolAmount ? `, ${item.schoolAmount}` : ''}
            {item.tempo ? `, tempo ${item.tempo}` : ''}, rest {item.restS} s
          </span>
          <span className="figures">{item.minutes} min</span>
        </p>
        {item.lastSet ? <p className="text-aside font-bold">{item.lastSet}.</p> : null}
        {item.coachNote ? <p className="text-aside">“{item.coachNote}”</p> : null}
        <Folded summary="How, and why this" className="mt-1 py-1.5">
          <div className="grid gap-x-8 gap-y-2 border-l-2 border-mortar pl-4 text-body md:grid-cols-2">
            <div>
              {item.setting ? (
                <p className="mb-1">
                  <strong>Set-up.</strong> {item.setting}
                </p>
              ) : null}
              <p>{item.note}</p>
              <ul className="mt-1 list-inside list-['–_']">
                {item.cues.map((cue) => (
                  <li key={cue}>{cue}</li>
                ))}
              </ul>
              {item.schoolCue ? <p className="mt-1">In this school: {item.schoolCue}</p> : null}
            </div>
            <div>
              <p>
                <strong>Breath.</strong> {item.breath}
              </p>
              <p className="mt-1">
                <strong>Ends the set:</strong> {item.endsSet.join(', ')}.
              </p>
              <p className="mt-1">
                <strong>Why this.</strong> {item.why.this}
              </p>
              <p>
                <strong>Why now.</strong> {item.why.now}
              </p>
              <p>
                <strong>Why this much.</strong> {item.why.muchness}
              </p>
              <p className="mt-1">
                <Link
                  to={`${href('/athletes/:athleteId/review/over-time', { athleteId })}?exercise=${item.rungId}`}
                  className="inline-block py-1.5"
                >
                  Its sets and load over time<span className="sr-only">, {item.name}</span>
                </Link>
              </p>
            </div>
          </div>
        </Folded>
      </div>
    </>
  );
}

/** The exercises of a session in order. */
export function SessionItems({ items }: { items: readonly ItemView[] }) {
  return (
    <ol className="rule-list">
      {items.map((item, i) => (
        <li key={item.id} className={itemRowClass}>
          <SessionItem item={item} at={i} />
        </li>
      ))}
    </ol>
  );
}
