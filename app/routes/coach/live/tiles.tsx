import clsx from 'clsx';
import { memo, useEffect, useRef } from 'react';
import { atHand, doneSoFar, isRunning, type LiveState, secondsToGo } from '~/core/coach/live/state';
import { amountText } from '~/core/dose/work';
import { mainDeed } from './main-deed';
import { SetWall } from './set-wall';
import type { Deed } from './use-live';
import { sideName } from './words';

const phaseWord: Readonly<Record<LiveState['phase'], string>> = {
  ready: 'ready',
  breathing: 'breathing',
  lead: 'in',
  work: '',
  correcting: 'put right',
  rest: 'rest',
  asleep: 'asked',
  pain: 'stopped',
  closing: 'asked',
  sent: 'kept',
};

/** A group side by side: each with their own exercise and clock; a tap on a name brings all of it to the front. */
export function Tiles({
  lanes,
  shown,
  onShow,
  onDeed,
}: {
  lanes: readonly LiveState[];
  shown: string | undefined;
  onShow: (sessionId: string) => void;
  onDeed: (sessionId: string, deed: Deed) => void;
}) {
  return (
    <ul className="mb-4 grid gap-2 sm:grid-cols-2 xl:grid-cols-4">
      {lanes.map((lane) => (
        <li key={lane.card.sessionId} className="grid min-w-0">
          <Tile state={lane} shown={lane.card.sessionId === shown} onShow={onShow} onDeed={onDeed} />
        </li>
      ))}
    </ul>
  );
}

const Tile = memo(function Tile({
  state,
  shown,
  onShow,
  onDeed,
}: {
  state: LiveState;
  shown: boolean;
  onShow: (sessionId: string) => void;
  onDeed: (sessionId: string, deed: Deed) => void;
}) {
  const figure = useRef<HTMLSpanElement>(null);
  const latest = useRef(state);
  latest.current = state;
  const counts = isRunning(state) || state.phase === 'rest' || state.phase === 'lead';
  useEffect(() => {
    const show = () => {
      const now = latest.current;
      const atMs = performance.now();
      if (figure.current)
        figure.current.textContent = isRunning(now)
          ? String(doneSoFar(now, atMs))
          : now.phase === 'rest' || now.phase === 'lead'
            ? String(Math.ceil(secondsToGo(now, atMs)))
            : '';
    };
    show();
    if (!counts) return;
    const timer = setInterval(show, 200);
    return () => clearInterval(timer);
  }, [counts]);
  const hand = atHand(state);
  const main = hand && mainDeed(state, hand);
  const { name, sessionId } = state.card;
  const acts = main && ['ready', 'breathing', 'lead', 'work', 'correcting', 'rest'].includes(state.phase);
  return (
    <section
      aria-label={name}
      className={clsx(
        'grid min-w-0 content-between border-2 bg-night-2 p-2 [&>*]:min-w-0',
        shown ? 'border-chalk' : 'border-night-3',
      )}
    >
      <button
        type="button"
        aria-pressed={shown}
        onClick={() => onShow(sessionId)}
        className="min-h-11 text-left leading-tight"
      >
        <span className="flex items-baseline justify-between gap-2">
          <strong className="truncate text-lg">{name}</strong>
          <span className="text-aside text-mortar">
            {phaseWord[state.phase]} <span ref={figure} className="head figures text-3xl text-chalk" />
          </span>
        </span>
        <span className="block truncate text-aside">
          {hand
            ? [hand.form.name, amountText(hand.form.amount, hand.form.unit), sideName(hand)]
                .filter(Boolean)
                .join(', ')
            : 'Effort and pain are asked'}
        </span>
      </button>
      <SetWall small state={state} className="my-1.5" />
      {acts && main ? (
        <p className="flex gap-1.5">
          <button
            type="button"
            aria-label={`${main.says}, ${name}`}
            onClick={() => onDeed(sessionId, main.deed)}
            className={clsx(
              'min-h-12 grow px-2 font-bold',
              isRunning(state) ? 'border-2 border-chalk' : 'bg-chalk text-night',
            )}
          >
            {main.says}
          </button>
          <button
            type="button"
            aria-label={`Stop: pain, ${name}`}
            onClick={() => onDeed(sessionId, { type: 'pain' })}
            className="min-h-12 border border-night-3 px-3"
          >
            Pain
          </button>
        </p>
      ) : (
        <button
          type="button"
          onClick={() => onShow(sessionId)}
          className="min-h-12 border border-night-3 px-2"
        >
          {state.phase === 'sent' ? 'Done' : 'Answer'}
        </button>
      )}
    </section>
  );
});
