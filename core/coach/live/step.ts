import type { PainRegion } from '~/core/clear/pain';
import type { Reserve } from '~/core/dose/logged';
import { type LiveCard, type LiveFault, mayStep } from './card';
import { changedCard } from './changed';
import { fault, pain, painTold } from './loss';
import { calm, ended, replaced, settled, skippedAll, unbegun } from './moves';
import { reordered, short, stepped } from './rearrange';
import {
  atHand,
  type Closing,
  doneSoFar,
  isRunning,
  type LiveSettings,
  type LiveState,
  openTurns,
} from './state';
import { resume, start, tick } from './time';
import { isOpen, type LiveTurn, type SkipReason, sameTurn, turnsOf } from './turns';

export type LiveEvent =
  /** Begins the set, ends the rest early, or skips getting into position. */
  | { readonly type: 'start'; readonly atMs: number; readonly wallMs: number }
  | { readonly type: 'tick'; readonly atMs: number; readonly wallMs: number }
  /** The set is over, as far as it was counted; or by what somebody says was done. */
  | { readonly type: 'stop'; readonly atMs: number; readonly done?: number | undefined }
  | { readonly type: 'fault'; readonly fault: Pick<LiveFault, 'id' | 'action'>; readonly atMs: number }
  | { readonly type: 'corrected' }
  | { readonly type: 'pain'; readonly atMs: number }
  | { readonly type: 'pain_told'; readonly score: number; readonly region?: PainRegion | undefined }
  /** One more rep or breath counted by hand; the last one ends the set. */
  | { readonly type: 'tap'; readonly atMs: number }
  /** What was done of the last set, put right afterwards. */
  | { readonly type: 'amend'; readonly done: number; readonly faultId: string | null }
  | { readonly type: 'reserve'; readonly rungId: string; readonly left: Reserve | undefined }
  | { readonly type: 'pause'; readonly atMs: number }
  | { readonly type: 'resume'; readonly atMs: number }
  /** What was done before a pause broke the set counts. */
  | { readonly type: 'count_broken'; readonly atMs: number }
  | { readonly type: 'asleep'; readonly was: 'held' | 'lost' | 'again'; readonly atMs: number }
  | { readonly type: 'back' }
  | { readonly type: 'other_side' }
  | {
      readonly type: 'skip';
      readonly what: 'set' | 'exercise';
      readonly reason: SkipReason;
      readonly atMs: number;
    }
  /** The kit is taken: the exercise goes to the end. */
  | { readonly type: 'later' }
  | { readonly type: 'step'; readonly by: 1 | -1 }
  | { readonly type: 'rounds'; readonly on: boolean }
  /** Ten minutes and no more, or as many as are left for who comes late. */
  | { readonly type: 'short'; readonly minutes?: number | undefined }
  | { readonly type: 'breathe'; readonly atMs: number }
  | { readonly type: 'changed'; readonly card: LiveCard; readonly atMs: number }
  | { readonly type: 'changes_read' }
  | { readonly type: 'finish'; readonly atMs: number }
  | { readonly type: 'answer'; readonly answers: Partial<Closing> }
  | { readonly type: 'sent' }
  | { readonly type: 'settings'; readonly settings: Partial<LiveSettings> }
  | { readonly type: 'undo'; readonly atMs: number };

/** Undo goes back so many steps. */
const undoSteps = 40;

function trimmed(state: LiveState, depth: number): LiveState {
  if (!state.before) return state;
  return { ...state, before: depth === 0 ? undefined : trimmed(state.before, depth - 1) };
}

function change(state: LiveState, event: LiveEvent): LiveState {
  const hand = atHand(state);
  const between = state.phase === 'ready' || state.phase === 'rest' || state.phase === 'breathing';
  switch (event.type) {
    case 'start':
      return start(state, event.atMs, event.wallMs);
    case 'stop':
      return hand && isRunning(state)
        ? ended(
            state,
            event.atMs,
            event.done ?? state.lost?.done ?? doneSoFar(state, event.atMs),
            state.lost?.faultId ?? null,
          )
        : state;
    case 'fault':
      return event.fault.id === 'pain'
        ? pain(state, event.atMs)
        : fault(state, event.fault.id, event.fault.action, event.atMs);
    case 'corrected':
      return state.phase === 'correcting' && state.lost
        ? { ...state, phase: 'work', corrected: [...state.corrected, state.lost.faultId], lost: undefined }
        : state;
    case 'pain':
      return pain(state, event.atMs);
    case 'pain_told':
      return painTold(state, event.score, event.region);
    case 'amend': {
      const last = state.turns.findLast(({ result }) => result !== undefined);
      if (!last?.result || state.phase === 'sent') return state;
      const result = { ...last.result, done: event.done, faultId: event.faultId };
      return { ...state, turns: replaced(state.turns, { ...last, result }) };
    }
    case 'reserve': {
      const { [event.rungId]: _, ...others } = state.reserve;
      return {
        ...state,
        reserve: event.left === undefined ? others : { ...others, [event.rungId]: event.left },
      };
    }
    case 'pause':
      if (state.pausedAtMs !== undefined) return state;
      if (isRunning(state))
        return {
          ...unbegun(state),
          broken: doneSoFar(state, event.atMs) || undefined,
          pausedAtMs: event.atMs,
        };
      if (state.phase === 'lead' || state.phase === 'breathing')
        return { ...unbegun(state), pausedAtMs: event.atMs };
      return between ? { ...state, pausedAtMs: event.atMs } : state;
    case 'resume':
      return resume(state, event.atMs);
    case 'count_broken':
      return state.broken !== undefined && state.phase === 'ready'
        ? ended({ ...state, pausedAtMs: undefined }, event.atMs, state.broken, null)
        : state;
    case 'asleep':
      if (state.phase !== 'asleep' || !hand) return state;
      if (event.was === 'again') return unbegun(state);
      return ended(state, event.atMs, event.was === 'held' ? hand.form.amount : (state.broken ?? 0), null);
    case 'back': {
      if (!between && state.phase !== 'closing') return state;
      const at = state.turns.findLastIndex((turn, i) => i < state.at && !isOpen(turn));
      const turn = state.turns[at];
      if (!turn) return state;
      const { itemId, setNo, side } = turn;
      const turns = replaced(state.turns, { itemId, setNo, side });
      return { ...state, ...calm, turns, at, phase: 'ready', pausedAtMs: undefined };
    }
    case 'other_side': {
      if (!between || !hand || hand.turn.side === 'both') return state;
      const { itemId } = hand.turn;
      // Within each set that has both its sides still to come, the other one goes first.
      const turns = state.turns.map((turn, i) => {
        if (turn.itemId !== itemId || !isOpen(turn)) return turn;
        const other = state.turns.find(
          (one) => one.itemId === itemId && one.setNo === turn.setNo && one.side !== turn.side && isOpen(one),
        );
        return other && i >= state.at ? other : turn;
      });
      return { ...state, turns };
    }
    case 'skip': {
      if (!hand || state.phase === 'closing' || state.phase === 'sent') return state;
      const its = (turn: LiveTurn) =>
        event.what === 'set' ? sameTurn(turn, hand.turn) : turn.itemId === hand.turn.itemId;
      return settled({ ...state, turns: skippedAll(state.turns, its, event.reason), pausedAtMs: undefined });
    }
    case 'later': {
      if (!between || !hand) return state;
      const open = openTurns(state);
      const its = open.filter(({ itemId }) => itemId === hand.turn.itemId);
      return its.length === open.length
        ? state
        : reordered(state, [...open.filter((turn) => !its.includes(turn)), ...its]);
    }
    case 'step': {
      if (!hand || isRunning(state) || state.phase === 'lead') return state;
      const step = state.steps[hand.item.id] ?? 0;
      return mayStep(hand.item, step, event.by) ? stepped(state, hand.item, step + event.by) : state;
    }
    case 'rounds': {
      if (!between || state.inRounds === event.on) return state;
      const order = turnsOf(state.card.items, event.on, state.steps);
      const place = ({ itemId, setNo }: LiveTurn) =>
        order.findIndex((turn) => turn.itemId === itemId && turn.setNo === setNo);
      const open = openTurns(state).toSorted((a, b) => place(a) - place(b));
      return reordered({ ...state, inRounds: event.on }, open);
    }
    case 'short':
      return short(state, event.minutes);
    case 'breathe':
      return state.phase === 'ready' && state.pausedAtMs === undefined
        ? { ...state, phase: 'breathing', sinceMs: event.atMs }
        : state;
    case 'finish':
      if (state.phase === 'closing' || state.phase === 'sent') return state;
      return {
        ...(isRunning(state) ? ended(state, event.atMs, doneSoFar(state, event.atMs), null) : state),
        ...calm,
        pausedAtMs: undefined,
        phase: 'closing',
      };
    default:
      return state;
  }
}

/** One rep or breath more by hand. */
function tapped(state: LiveState, atMs: number): LiveState {
  const hand = atHand(state);
  if (!hand || state.phase !== 'work' || hand.work.unit === 'hold_s' || hand.work.unit === 'metres')
    return state;
  const taps = state.taps + 1;
  const whole = !hand.work.minute && hand.work.unit !== 'reps_in_60s' && taps >= hand.form.amount;
  return whole
    ? { ...ended(state, atMs, hand.form.amount, null), before: trimmed({ ...state }, undoSteps) }
    : { ...state, taps };
}

/** A set that was ended by mistake runs on when that is said at once; later it is begun again. */
const mistakeMs = 3000;

function undone(state: LiveState, atMs: number): LiveState {
  const { before } = state;
  if (!before || state.phase === 'sent') return state;
  const back = { ...before, seenMs: state.seenMs, seenWallMs: state.seenWallMs };
  if (!isRunning(before) && before.phase !== 'lead') return back;
  if (atMs - before.seenMs <= mistakeMs) return back;
  return { ...unbegun(back), broken: doneSoFar(before, before.seenMs) || undefined };
}

/** A session that is stopped leaves nothing open. */
const closed = (state: LiveState): LiveState =>
  state.phase === 'closing' && state.turns.some(isOpen)
    ? { ...state, turns: skippedAll(state.turns, () => true, 'stopped'), at: state.turns.length }
    : state;

/**
 * One step of a session: from a state and an event to the next state. What makes no sense in a phase changes nothing. Ticks,
 * taps, settings and the answers at the end are no steps for undo; all else is, and undo gives back what was there before it.
 */
export function stepLive(state: LiveState, event: LiveEvent): LiveState {
  switch (event.type) {
    case 'undo':
      return undone(state, event.atMs);
    case 'tick':
      return tick(state, event.atMs, event.wallMs);
    case 'tap':
      return tapped(state, event.atMs);
    case 'settings':
      return { ...state, ...event.settings };
    case 'answer':
      return state.phase === 'closing'
        ? { ...state, closing: { ...state.closing, ...event.answers } }
        : state;
    case 'changed':
      return changedCard(state, event.card, event.atMs);
    case 'changes_read':
      return { ...state, changes: [] };
    case 'sent':
      return state.phase === 'closing' ? { ...state, phase: 'sent', before: undefined } : state;
    default: {
      const next = change(state, event);
      if (next === state) return state;
      return closed({ ...next, before: trimmed({ ...state }, undoSteps) });
    }
  }
}
