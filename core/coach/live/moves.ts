import { type AtHand, atHand, handOf, type LiveState } from './state';
import { isOpen, type LiveTurn, restUntilMs, type SkipReason, sameTurn } from './turns';

/** What every step of a session is made of: a set that is over, the next one, a rest between. */

export const replaced = (turns: readonly LiveTurn[], turn: LiveTurn): LiveTurn[] =>
  turns.map((one) => (sameTurn(one, turn) ? turn : one));

export const skippedAll = (turns: readonly LiveTurn[], which: (turn: LiveTurn) => boolean, why: SkipReason) =>
  turns.map((turn) => (isOpen(turn) && which(turn) ? { ...turn, skipped: why } : turn));

/** The open turn from a place on; from the front again when there is none behind; the end when there is none at all. */
export function nextOpen(turns: readonly LiveTurn[], from: number): number {
  const behind = turns.findIndex((turn, i) => i >= from && isOpen(turn));
  if (behind >= 0) return behind;
  const any = turns.findIndex(isOpen);
  return any >= 0 ? any : turns.length;
}

export const calm = { taps: 0, lost: undefined, corrected: [], broken: undefined } as const;

/** On to the next open turn, with the rest before it; or to the questions. */
function onward(state: LiveState, before: LiveTurn, atMs: number): LiveState {
  const at = nextOpen(state.turns, state.at);
  const hand = handOf(state, state.turns[at]);
  const next = { ...state, ...calm, at, sinceMs: atMs };
  if (!hand) return { ...next, phase: 'closing', pausedAtMs: undefined };
  return {
    ...next,
    phase: 'rest',
    restUntilMs: restUntilMs(
      { turn: hand.turn, restS: hand.form.restS },
      before,
      atMs,
      state.ends[hand.item.id],
    ),
  };
}

/** The turn at hand with what was done of it clean, and what ended it. */
export const told = (
  { corrected }: Pick<LiveState, 'corrected'>,
  { turn, form }: AtHand,
  done: number,
  faultId: string | null,
): LiveTurn => ({
  ...turn,
  result: {
    rungId: form.rungId,
    asked: form.amount,
    done,
    faultId,
    load: form.load,
    lever: form.lever,
    corrected,
  },
});

/** The set at hand is over at a moment, with what was done clean and what ended it. */
export function ended(state: LiveState, endMs: number, done: number, faultId: string | null): LiveState {
  const hand = atHand(state);
  if (!hand) return state;
  const turns = replaced(state.turns, told(state, hand, done, faultId));
  const ends = { ...state.ends, [hand.item.id]: endMs };
  return onward({ ...state, turns, ends }, hand.turn, endMs);
}

/** The set at hand is not begun. */
export const unbegun = (state: LiveState): LiveState => ({ ...state, ...calm, phase: 'ready' });

/** At the next open turn, ready; or at the questions when none is left. */
export function settled(state: LiveState): LiveState {
  const at = nextOpen(state.turns, state.at);
  return { ...state, ...calm, at, phase: at < state.turns.length ? 'ready' : 'closing' };
}
