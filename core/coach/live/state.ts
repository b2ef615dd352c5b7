import type { PainRegion } from '~/core/clear/pain';
import type { Reserve } from '~/core/dose/logged';
import { formAt, type LiveCard, type LiveForm, type LiveItem, type Steps } from './card';
import { countAt, endsAfterS, type Paced } from './pacing';
import { isOpen, type LiveTurn, type SkipReason, turnsOf } from './turns';

/** Where a session under way stands. Times are milliseconds of the caller's steady clock. */

export const livePhases = [
  /** A set may begin. */
  'ready',
  /** Breathing before the first set. */
  'breathing',
  /** Getting into position: the clock of the set starts after it. */
  'lead',
  'work',
  /** Lost and being put right, once, for at most three seconds. */
  'correcting',
  'rest',
  /** The screen was off while a set ran: somebody has to say what came of it. */
  'asleep',
  /** Pain was named: how much, and where. */
  'pain',
  /** All sets are over: effort, pain, a note. */
  'closing',
  'sent',
] as const;
export type LivePhase = (typeof livePhases)[number];

export interface ToldPain {
  readonly score: number | undefined;
  readonly region: PainRegion | undefined;
  /** What it came in; null before or between exercises. */
  readonly rungId: string | null;
}

/** What is asked when all sets are over. */
export interface Closing {
  readonly effort: number | undefined;
  readonly painScore: number | undefined;
  readonly painRegion: PainRegion | undefined;
  /** Where it hurts on the map; its region follows from them. */
  readonly painPlaces?: readonly string[] | undefined;
  readonly sleepHours?: number | undefined;
  readonly readiness?: number | undefined;
  readonly note: string;
}

export interface LiveState {
  readonly card: LiveCard;
  readonly steps: Steps;
  readonly inRounds: boolean;
  readonly turns: readonly LiveTurn[];
  /** The turn at hand; the number of turns when none is left. */
  readonly at: number;
  readonly phase: LivePhase;
  /** When the phase began that has a clock. */
  readonly sinceMs: number;
  /** When the set's clock started. */
  readonly workFromMs: number;
  readonly correctUntilMs: number;
  readonly restUntilMs: number;
  /** Counted by hand in this set. */
  readonly taps: number;
  /** What was done clean when the loss came that is being put right, and its fault. */
  readonly lost: { readonly faultId: string; readonly done: number } | undefined;
  readonly corrected: readonly string[];
  /** A set that was broken off by a pause: what of it had been done. */
  readonly broken: number | undefined;
  readonly pausedAtMs: number | undefined;
  /** When the last set of an exercise ended, by exercise. */
  readonly ends: Readonly<Record<string, number>>;
  readonly reserve: Readonly<Record<string, Reserve>>;
  readonly pain: ToldPain | undefined;
  readonly closing: Closing;
  /** Sets begin by themselves after the rest. */
  readonly handsFree: boolean;
  /** Reps are counted by their tempo. */
  readonly byPace: boolean;
  readonly leadS: number;
  /** What changed of the card while it ran, as codes of issues with their values, until it was read. */
  readonly changes: readonly LiveChange[];
  /** The last moment somebody looked, by both clocks. */
  readonly seenMs: number;
  readonly seenWallMs: number;
  /** When the first set began, by the clock of the wall; for the record alone. */
  readonly begunWallMs: number | undefined;
  readonly before: LiveState | undefined;
}

/** What a card that changed while its session ran did to it. */
export interface LiveChange {
  readonly what: 'withheld' | 'gone' | 'new' | 'other';
  readonly name: string;
}

export interface LiveSettings {
  readonly handsFree: boolean;
  readonly byPace: boolean;
  /** Seconds to get into position. */
  readonly leadS: number;
}
export const usualLive: LiveSettings = { handsFree: false, byPace: true, leadS: 5 };

export const noClosing: Closing = {
  effort: undefined,
  painScore: undefined,
  painRegion: undefined,
  note: '',
};

/** A session before its first set. */
export function readyLive(card: LiveCard, atMs: number, wallMs: number, settings = usualLive): LiveState {
  const turns = turnsOf(card.items, false);
  return {
    card,
    steps: {},
    inRounds: false,
    turns,
    at: 0,
    phase: turns.length === 0 ? 'closing' : 'ready',
    sinceMs: atMs,
    workFromMs: atMs,
    correctUntilMs: atMs,
    restUntilMs: atMs,
    taps: 0,
    lost: undefined,
    corrected: [],
    broken: undefined,
    pausedAtMs: undefined,
    ends: {},
    reserve: {},
    pain: undefined,
    closing: noClosing,
    ...settings,
    changes: [],
    seenMs: atMs,
    seenWallMs: wallMs,
    begunWallMs: undefined,
    before: undefined,
  };
}

export const itemOf = ({ card }: Pick<LiveState, 'card'>, itemId: string): LiveItem | undefined =>
  card.items.find(({ id }) => id === itemId);

export interface AtHand {
  readonly turn: LiveTurn;
  readonly item: LiveItem;
  readonly form: LiveForm;
  readonly work: Paced;
}

/** A turn with its exercise as it is done now. */
export function handOf(state: LiveState, turn: LiveTurn | undefined): AtHand | undefined {
  const item = turn && itemOf(state, turn.itemId);
  if (!turn || !item) return undefined;
  const form = formAt(item, state.steps[item.id] ?? 0);
  const lastSet = Math.max(
    ...state.turns.filter(({ itemId }) => itemId === item.id).map(({ setNo }) => setNo),
  );
  const minute = form.minuteMark !== null && turn.setNo === lastSet;
  return { turn, item, form, work: { unit: form.unit, amount: form.amount, tempo: form.tempo, minute } };
}

/** The turn at hand; undefined when none is left. */
export const atHand = (state: LiveState): AtHand | undefined => handOf(state, state.turns[state.at]);

/** The open turn after the one at hand. */
export const nextUp = (state: LiveState): AtHand | undefined =>
  handOf(
    state,
    state.turns.find((turn, i) => i > state.at && isOpen(turn)),
  );

const runs = ({ phase }: Pick<LiveState, 'phase'>): boolean => phase === 'work' || phase === 'correcting';
export const isRunning = runs;

/** Is there anything left to do or to answer? */
export const isOpenEnded = ({ phase }: Pick<LiveState, 'phase'>): boolean => phase !== 'sent';

/** Seconds on the clock of the set at hand; 0 before it runs. */
export const workedS = (state: LiveState, atMs: number): number =>
  runs(state) ? Math.max(0, (atMs - state.workFromMs) / 1000) : 0;

/** What has been done of the set at hand, in its unit. */
export function doneSoFar(state: LiveState, atMs: number): number {
  const hand = atHand(state);
  if (!hand || !runs(state)) return 0;
  const seconds = workedS(state, atMs);
  const ends = endsAfterS(hand.work, state.byPace);
  return countAt(hand.work, ends === undefined ? seconds : Math.min(seconds, ends), state.taps, state.byPace);
}

/** Seconds of rest, or of getting into position, that are left; 0 in every other phase. */
export function secondsToGo(state: LiveState, atMs: number): number {
  const now = state.pausedAtMs ?? atMs;
  if (state.phase === 'rest') return Math.max(0, (state.restUntilMs - now) / 1000);
  if (state.phase === 'lead') return Math.max(0, (state.workFromMs - now) / 1000);
  return 0;
}

/** Open turns of an exercise, or of all. */
export const openTurns = ({ turns }: Pick<LiveState, 'turns'>, itemId?: string): LiveTurn[] =>
  turns.filter((turn) => isOpen(turn) && (itemId === undefined || turn.itemId === itemId));

/** Was this the last set of its exercise? Then what was left is asked. */
export function asksReserve(state: LiveState): AtHand | undefined {
  const last = state.turns.findLast(({ result }) => result !== undefined);
  const hand = handOf(state, last);
  const clean = last?.result && last.result.faultId !== 'pain';
  return hand && clean && openTurns(state, hand.item.id).length === 0 && hand.item.role !== 'opener'
    ? hand
    : undefined;
}

/** Exercises that were left out, with why: those of which no set was done. */
export function leftOut(state: LiveState): { readonly item: LiveItem; readonly reason: SkipReason }[] {
  return state.card.items.flatMap((item) => {
    const its = state.turns.filter(({ itemId }) => itemId === item.id);
    const reason = its.find(({ skipped }) => skipped !== undefined)?.skipped;
    return reason && its.every(({ skipped }) => skipped !== undefined) ? [{ item, reason }] : [];
  });
}
