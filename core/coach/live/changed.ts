import type { LiveCard, LiveItem } from './card';
import { told } from './moves';
import { atHand, doneSoFar, isRunning, type LiveChange, type LiveState } from './state';
import { isOpen, isOver, type LiveTurn, sameTurn, turnsOf } from './turns';

/** A card that changed while its session was under way. */

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The exercise a new card has in an old one's place. */
const nowOf = (card: LiveCard, was: LiveItem): LiveItem | undefined =>
  card.items.find(({ id }) => id === was.id) ??
  card.items.find(({ form }) => form.rungId === was.form.rungId);

function changesOf(before: LiveCard, after: LiveCard): LiveChange[] {
  const known = before.items.map((was) => ({ was, now: nowOf(after, was) }));
  const withheld = new Set(after.withheld.map(({ name }) => name));
  return [
    ...known.flatMap(({ was, now }): LiveChange[] => {
      const { name } = was.form;
      if (!now) return [{ what: withheld.has(name) ? 'withheld' : 'gone', name }];
      const content = ({ id: _, ...rest }: LiveItem) => rest;
      return same(content(was), content(now)) ? [] : [{ what: 'other', name: now.form.name }];
    }),
    ...after.items
      .filter((now) => !known.some((one) => one.now === now))
      .map(({ form }): LiveChange => ({ what: 'new', name: form.name })),
  ];
}

/**
 * Goes on with the card as it is now. What was done stays done; what is still open follows the new card, in its order. A set
 * that runs of an exercise that may not be done any more, or that is another one now, ends with what was done of it; one that
 * was shortened ends at its new amount.
 *
 * @returns the same state when nothing changed, or when the session is over
 */
export function changedCard(state: LiveState, card: LiveCard, atMs: number): LiveState {
  if (state.phase === 'sent' || card.sessionId !== state.card.sessionId) return state;
  const changes = changesOf(state.card, card);
  const stayed = state.card.items.every(({ id }) => card.items.some((now) => now.id === id));
  if (changes.length === 0 && stayed) return same(card, state.card) ? state : { ...state, card };
  const moved = new Map(state.card.items.map((was) => [was.id, nowOf(card, was)]));
  const touched = new Set(changes.map(({ name }) => name));
  const hand = atHand(state);
  const now = hand && moved.get(hand.item.id);
  const goesOn = now !== undefined && now.form.rungId === hand?.item.form.rungId;
  const running = isRunning(state) || state.phase === 'asleep';
  const over = state.turns
    .filter((turn) => !isOpen(turn))
    .map((turn): LiveTurn => ({ ...turn, itemId: moved.get(turn.itemId)?.id ?? turn.itemId }));
  if (hand && running && !goesOn)
    over.push(
      told(state, hand, state.phase === 'asleep' ? (state.broken ?? 0) : doneSoFar(state, atMs), null),
    );
  const gone = state.turns
    .filter((turn) => isOpen(turn) && !moved.get(turn.itemId))
    .filter((turn) => !over.some((one) => sameTurn(one, turn)))
    .map((turn): LiveTurn => ({ ...turn, skipped: 'changed' }));
  const past = [...over, ...gone];
  const steps = Object.fromEntries(
    Object.entries(state.steps).flatMap(([id, step]) => {
      const its = moved.get(id);
      return its && !touched.has(its.form.name) ? [[its.id, step]] : [];
    }),
  );
  const open = turnsOf(card.items, state.inRounds, steps).filter((turn) => !isOver(turn, past));
  const ended = state.phase === 'closing';
  // The exercise at hand stays at hand.
  const first = goesOn && hand ? open.filter((turn) => sameTurn(turn, { ...hand.turn, itemId: now.id })) : [];
  const turns = [...past, ...(ended ? [] : [...first, ...open.filter((turn) => !first.includes(turn))])];
  const at = turns.findIndex(isOpen);
  const next: LiveState = {
    ...state,
    card,
    turns,
    at: at < 0 ? turns.length : at,
    steps,
    ends: Object.fromEntries(Object.entries(state.ends).map(([id, ms]) => [moved.get(id)?.id ?? id, ms])),
    changes: [...state.changes, ...changes],
    // What was there before belongs to a card that is gone.
    before: undefined,
  };
  if (ended || state.phase === 'pain') return next;
  if (at < 0) return { ...next, phase: 'closing', pausedAtMs: undefined };
  if (goesOn) return next;
  return { ...next, phase: 'ready', taps: 0, lost: undefined, corrected: [], broken: undefined };
}
