import type { AtHand, LiveState } from '~/core/coach/live/state';
import { amountText } from '~/core/dose/work';
import type { Deed } from './use-live';
import { needsSaying, sideName } from './words';

/** What the one big button says and does. */
export function mainDeed(state: LiveState, hand: AtHand): { says: string; deed: Deed } {
  const side = sideName(hand);
  const { form } = hand;
  switch (state.phase) {
    case 'work':
      if (needsSaying(hand, state.byPace) && !hand.work.minute && form.unit !== 'reps_in_60s')
        return state.taps > 0
          ? { says: `Stop at ${state.taps}`, deed: { type: 'stop' } }
          : {
              says: `Done: ${amountText(form.amount, form.unit)}`,
              deed: { type: 'stop', done: form.amount },
            };
      return { says: 'Stop the set', deed: { type: 'stop' } };
    case 'correcting':
      return { says: 'Back in place', deed: { type: 'corrected' } };
    case 'lead':
      return { says: 'Start now', deed: { type: 'start' } };
    case 'rest':
      return { says: side ? `Start ${side} now` : 'Start now', deed: { type: 'start' } };
    default:
      return { says: side ? `Start ${side}` : 'Start', deed: { type: 'start' } };
  }
}
