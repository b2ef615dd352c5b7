import clsx from 'clsx';
import { Link } from 'react-router';
import { Figure } from '~/app/components/figure';
import { issueText } from '~/app/words/issue-text';
import type { Body } from '~/core/body/anthropometry';
import { limitWord } from '~/core/body/endurance';
import type { Posture } from '~/core/body/posture';
import { secondsText } from '~/core/body/units';
import type { Issue } from '~/core/result';
import type { ShownRow } from '~/server/views/rung';
import { jumpText, nmText } from './numbers';

interface Line extends ShownRow {
  id: string;
  name: string;
  posture: Posture;
  needs: readonly string[];
  dynamic: boolean;
  out: Issue | undefined;
  state: 'owned' | 'stands' | 'open';
  own: 'changed' | 'added' | undefined;
}

const stateWords = { owned: 'owned', stands: 'stands here', open: '' } as const;

/** One rung between the rails of its ladder: figure, name, moment as the length of the rung, and the jump below it. */
export function RungLine({
  rung,
  number,
  most,
  body,
  here,
  to,
}: {
  rung: Line;
  number: number;
  most: number;
  body: Body;
  here: boolean;
  to: string;
}) {
  const big = rung.bigJump;
  return (
    <li className="relative">
      {/* The rails run through every rung; the figure stands on its own crossbar. */}
      <span aria-hidden="true" className="absolute inset-y-0 left-0 z-10 w-[6px] bg-ink" />
      <span
        aria-hidden="true"
        className="absolute inset-y-0 left-[7.25rem] z-10 w-[6px] bg-ink max-sm:left-[5.5rem]"
      />
      <Link
        to={to}
        aria-current={here ? 'true' : undefined}
        className={clsx(
          'grid grid-cols-[7.6rem_1fr] items-end gap-x-4 py-2 pr-2 no-underline max-sm:grid-cols-[5.85rem_1fr]',
          here ? 'bg-chalk outline outline-2 -outline-offset-2 outline-ink' : 'hover:bg-chalk/70',
          rung.out && 'text-quiet',
        )}
      >
        <span className="block">
          <Figure
            posture={rung.posture}
            needs={rung.needs}
            label=""
            body={body}
            load={rung.load}
            plain
            bare
            className="mx-auto h-[4.5rem] w-24 max-sm:w-[4.5rem]"
          />
          <span
            aria-hidden="true"
            className={clsx('block h-[5px]', rung.out ? 'hatched border-y border-quiet' : 'bg-current')}
          />
        </span>
        <span className="min-w-0">
          <span className="flex flex-wrap items-baseline gap-x-2">
            <strong className="leading-snug">
              {number}. {rung.name}
            </strong>
            {rung.own ? (
              <span className="whitespace-nowrap border border-quiet px-1 text-fine">
                {rung.own === 'added' ? 'our own' : 'changed by us'}
              </span>
            ) : null}
            {rung.state === 'open' ? null : (
              <span className="whitespace-nowrap text-note">
                <span aria-hidden="true">{rung.state === 'stands' ? '◼' : '✓'} </span>
                {stateWords[rung.state]}
              </span>
            )}
          </span>
          {rung.nm !== undefined && rung.nm > 0.5 ? (
            <span
              aria-hidden="true"
              className={clsx('mt-1 block h-[7px]', rung.out ? 'hatched border border-quiet' : 'bg-ink')}
              style={{ width: `${Math.max(2, (100 * rung.nm) / most)}%` }}
            />
          ) : null}
          <span className="figures mt-1 flex flex-wrap gap-x-4 text-aside">
            {rung.nm === undefined ? (
              <span className="text-quiet">by amount and grade</span>
            ) : (
              <>
                <span>
                  <strong>{nmText(rung.nm)}</strong> N·m
                </span>
                <span className="text-quiet">{(rung.relative ?? 0).toFixed(1)} % of weight × stature</span>
                {rung.limit ? (
                  <span>
                    {Math.round(rung.limit.share * 100)} % of capacity, limit{' '}
                    {secondsText(rung.limit.seconds)}
                    {rung.limit.lowerBound ? ' or more' : ''}{' '}
                    <span className="text-quiet">
                      ({secondsText(rung.limit.fromS)} to {secondsText(rung.limit.toS)})
                      {limitWord(rung.limit.seconds)}
                    </span>
                  </span>
                ) : null}
              </>
            )}
          </span>
          {rung.out ? <span className="block text-aside">Left out: {issueText(rung.out)}</span> : null}
        </span>
      </Link>
      {rung.jumpPercent !== undefined && Math.abs(rung.jumpPercent) >= 1 ? (
        <p
          className={clsx(
            'figures ml-[8.6rem] flex flex-wrap gap-x-3 py-1 text-note max-sm:ml-[6.85rem]',
            big ? 'text-ink' : 'text-quiet',
          )}
        >
          <span className={clsx(big && 'border border-ink px-1.5 font-bold')}>
            {big ? <span aria-hidden="true">▲ </span> : null}
            {jumpText(rung.jumpPercent)}
          </span>
          {rung.between ? (
            <span>Between: {rung.between}.</span>
          ) : rung.why ? (
            <span>{rung.why}</span>
          ) : big ? (
            <span>No single step lies between: stay longer on the rung below.</span>
          ) : null}
        </p>
      ) : null}
    </li>
  );
}
