import { mayStep } from '~/core/coach/live/card';
import { type AtHand, isRunning, type LiveState, openTurns } from '~/core/coach/live/state';
import { type SkipReason, secondsLeft } from '~/core/coach/live/turns';
import { amountText } from '~/core/dose/work';
import { chip } from './chips';
import type { Deed } from './use-live';

const reasons: readonly (readonly [SkipReason, string])[] = [
  ['time', 'No time'],
  ['kit', 'Kit not there'],
  ['tired', 'Too tired'],
  ['other', 'Another reason'],
];

/** "4 x 8 kg ... instead": what a step up or down would be, in its own words. */
function stepSays({ item, form }: AtHand, step: number, by: 1 | -1): string | undefined {
  if (!mayStep(item, step, by)) return undefined;
  const to = step + by;
  const next = to === 0 ? item.form : (to < 0 ? item.easier : item.harder)[Math.abs(to) - 1];
  if (!next) return undefined;
  const name = next.name === form.name ? '' : next.name;
  return [
    name,
    next.setUp === form.setUp ? '' : (next.setUp ?? 'no load'),
    amountText(next.amount, next.unit),
  ]
    .filter(Boolean)
    .join(', ');
}

/** What can be changed of a session on the spot, out of the way of the one thing to do next. */
export function Tools({
  state,
  hand,
  onDeed,
}: {
  state: LiveState;
  hand: AtHand;
  onDeed: (deed: Deed) => void;
}) {
  const busy = isRunning(state) || state.phase === 'lead';
  const step = state.steps[hand.item.id] ?? 0;
  const easier = stepSays(hand, step, -1);
  const harder = stepSays(hand, step, 1);
  const open = openTurns(state);
  const minutes = Math.max(1, Math.round(secondsLeft(state.card, state.turns, state.steps) / 60));
  const others = open.some(({ itemId }) => itemId !== hand.item.id);
  const swaps = hand.turn.side !== 'both';
  return (
    <div className="space-y-2">
      <div className="grid gap-2 sm:grid-cols-2">
        {easier ? (
          <button
            type="button"
            disabled={busy}
            className={`${chip} py-2 text-left leading-tight`}
            onClick={() => onDeed({ type: 'step', by: -1 })}
          >
            <strong>Easier</strong> <span className="block text-aside text-mortar">{easier}</span>
          </button>
        ) : null}
        {harder ? (
          <button
            type="button"
            disabled={busy}
            className={`${chip} py-2 text-left leading-tight`}
            onClick={() => onDeed({ type: 'step', by: 1 })}
          >
            <strong>Harder</strong> <span className="block text-aside text-mortar">{harder}</span>
          </button>
        ) : null}
      </div>
      <div className="flex flex-wrap gap-2">
        {swaps ? (
          <button
            type="button"
            disabled={busy}
            className={chip}
            onClick={() => onDeed({ type: 'other_side' })}
          >
            Other side first
          </button>
        ) : null}
        {others ? (
          <button type="button" disabled={busy} className={chip} onClick={() => onDeed({ type: 'later' })}>
            Do it later
          </button>
        ) : null}
        <details className="relative">
          <summary className={`${chip} flex cursor-pointer items-center`}>Leave it out</summary>
          <div className="mt-2 space-y-2 border-l-2 border-night-3 pl-3">
            {(['set', 'exercise'] as const).map((what) => (
              <fieldset key={what}>
                <legend className="text-mortar">{what === 'set' ? 'This set' : 'The whole exercise'}</legend>
                <div className="flex flex-wrap gap-1.5">
                  {reasons.map(([reason, says]) => (
                    <button
                      key={reason}
                      type="button"
                      className={chip}
                      onClick={() => onDeed({ type: 'skip', what, reason })}
                    >
                      {says}
                    </button>
                  ))}
                </div>
              </fieldset>
            ))}
          </div>
        </details>
        {minutes > 10 && others ? (
          <button type="button" disabled={busy} className={chip} onClick={() => onDeed({ type: 'short' })}>
            Ten minutes only
          </button>
        ) : null}
        {state.card.items.length > 2 ? (
          <button
            type="button"
            disabled={busy}
            aria-pressed={state.inRounds}
            className={chip}
            onClick={() => onDeed({ type: 'rounds', on: !state.inRounds })}
          >
            In rounds
          </button>
        ) : null}
        <button type="button" className={chip} onClick={() => onDeed({ type: 'finish' })}>
          Finish here
        </button>
      </div>
      <p className="text-aside text-mortar">About {minutes} min left</p>
    </div>
  );
}
