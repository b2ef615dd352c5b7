import type { Fault, MeasureKind, SideKey } from '~/core/catalogue';
import type { EndReason, FeltPlace, Grade } from './words';

/** Longest correction a running hold survives, once. */
export const correctionMs = 3000;

/** Faults that end a trial at once, whatever the correction. */
const endAtOnce = new Set(['pain', 'hamstring_cramp', 'balance_lost', 'grip_lost']);

export interface SeenFault {
  readonly faultId: string;
  readonly atS: number | null;
}

/** One trial in the making. Times are milliseconds of the caller's steady clock. */
export interface StationState {
  readonly kind: MeasureKind;
  readonly withGrade: boolean;
  readonly stopAtS: number | undefined;
  readonly side: SideKey;
  readonly phase: 'ready' | 'running' | 'correcting' | 'answers';
  readonly startedAtMs: number | undefined;
  readonly correctUntilMs: number | undefined;
  readonly corrected: boolean;
  readonly t1S: number | undefined;
  /** Seconds of a hold, or the counted or read figure. */
  readonly value: number | undefined;
  readonly grade: Grade | undefined;
  readonly faults: readonly SeenFault[];
  readonly feltIn: FeltPlace | undefined;
  readonly painScore: number | undefined;
  readonly painRegion: string | undefined;
  readonly endReason: EndReason | undefined;
  readonly before: StationState | undefined;
}

export type StationEvent =
  | { readonly type: 'start'; readonly atMs: number }
  | { readonly type: 'tick'; readonly atMs: number }
  | { readonly type: 'stop'; readonly atMs: number }
  | { readonly type: 'pain_stop'; readonly atMs: number }
  | {
      readonly type: 'fault';
      readonly faultId: string;
      readonly action: Fault['action'];
      readonly atMs: number;
    }
  | { readonly type: 'corrected'; readonly atMs: number }
  | { readonly type: 'figure'; readonly value: number }
  | { readonly type: 'grade'; readonly grade: Grade }
  | { readonly type: 'felt'; readonly place: FeltPlace }
  | { readonly type: 'pain'; readonly score: number; readonly region?: string | undefined }
  | { readonly type: 'undo' };

/** A station made ready for a test on a side; `stopAtS` is the test's cap or the caution's, whichever is shorter. */
export function readyStation(
  kind: MeasureKind,
  withGrade: boolean,
  side: SideKey,
  stopAtS?: number,
): StationState {
  return {
    kind,
    withGrade,
    stopAtS,
    side,
    phase: 'ready',
    startedAtMs: undefined,
    correctUntilMs: undefined,
    corrected: false,
    t1S: undefined,
    value: undefined,
    grade: undefined,
    faults: [],
    feltIn: undefined,
    painScore: undefined,
    painRegion: undefined,
    endReason: undefined,
    before: undefined,
  };
}

const tenth = (seconds: number) => Math.round(seconds * 10) / 10;

/** Seconds since the start at this clock reading; 0 before it. */
export function elapsedS(state: StationState, atMs: number): number {
  if (state.startedAtMs === undefined) return 0;
  const seconds = (atMs - state.startedAtMs) / 1000;
  return Math.max(
    0,
    state.stopAtS === undefined
      ? seconds
      : Math.min(seconds, state.kind === 'hold' ? state.stopAtS : seconds),
  );
}

function end(state: StationState, seconds: number, reason: EndReason, before: StationState): StationState {
  const value = state.kind === 'hold' ? tenth(seconds) : state.value;
  return { ...state, phase: 'answers', value, endReason: reason, correctUntilMs: undefined, before };
}

/**
 * The rules of one trial: a pure step from state and event to the next state. A hold runs through one correction of at
 * most 3 s; a second loss, the correction running out, or a fault that ends at once stops the clock, and the cap stops
 * it as held. Events that make no sense in a phase change nothing.
 */
export function stepStation(state: StationState, event: StationEvent): StationState {
  const running = state.phase === 'running' || state.phase === 'correcting';
  switch (event.type) {
    case 'undo':
      return state.before ?? state;
    case 'start':
      return state.phase === 'ready'
        ? { ...state, phase: 'running', startedAtMs: event.atMs, before: state }
        : state;
    case 'tick': {
      if (!running || state.kind !== 'hold' || state.startedAtMs === undefined) return state;
      const started = state.startedAtMs;
      const capMs = state.stopAtS === undefined ? Number.POSITIVE_INFINITY : started + state.stopAtS * 1000;
      if (
        state.phase === 'correcting' &&
        state.correctUntilMs !== undefined &&
        event.atMs >= state.correctUntilMs &&
        state.correctUntilMs <= capMs
      ) {
        return end(state, (state.correctUntilMs - started) / 1000, 'loss', state);
      }
      return event.atMs >= capMs && state.stopAtS !== undefined
        ? end(state, state.stopAtS, 'cap', state)
        : state;
    }
    case 'stop':
      if (!running) return state;
      return end(state, elapsedS(state, event.atMs), state.kind === 'hold' ? 'loss' : 'done', state);
    case 'pain_stop':
      // Pain named after the end still ends the test: the figure is kept and not scored.
      if (state.phase === 'answers') {
        if (state.endReason === 'pain') return state;
        return {
          ...state,
          endReason: 'pain',
          faults: [...state.faults, { faultId: 'pain', atS: null }],
          before: state,
        };
      }
      return {
        ...end(state, elapsedS(state, event.atMs), 'pain', state),
        faults: [
          ...state.faults,
          { faultId: 'pain', atS: running ? tenth(elapsedS(state, event.atMs)) : null },
        ],
      };
    case 'fault': {
      if (state.phase === 'answers') {
        return { ...state, faults: [...state.faults, { faultId: event.faultId, atS: null }], before: state };
      }
      if (event.faultId === 'pain') return stepStation(state, { type: 'pain_stop', atMs: event.atMs });
      // Graded and counted tests need no clock to name a fault.
      if (!running)
        return state.kind === 'hold'
          ? state
          : { ...state, faults: [...state.faults, { faultId: event.faultId, atS: null }], before: state };
      const seconds = elapsedS(state, event.atMs);
      const marked: StationState = {
        ...state,
        faults: [...state.faults, { faultId: event.faultId, atS: tenth(seconds) }],
        before: state,
      };
      if (state.kind !== 'hold' || event.action === 'allowed') return marked;
      const first = { ...marked, t1S: state.t1S ?? tenth(seconds) };
      if (endAtOnce.has(event.faultId)) return end(first, seconds, 'loss', state);
      if (state.phase === 'correcting') return first;
      if (state.corrected) return end(first, seconds, 'loss', state);
      return { ...first, phase: 'correcting', correctUntilMs: event.atMs + correctionMs };
    }
    case 'corrected':
      return state.phase === 'correcting'
        ? { ...state, phase: 'running', correctUntilMs: undefined, corrected: true, before: state }
        : state;
    case 'figure':
      if (state.kind === 'hold' || state.kind === 'grade') return state;
      return {
        ...state,
        value: event.value,
        phase: 'answers',
        endReason: state.endReason ?? 'done',
        before: state,
      };
    case 'grade': {
      if (state.kind === 'grade' || state.phase === 'answers') {
        return {
          ...state,
          grade: event.grade,
          phase: 'answers',
          endReason: state.endReason ?? 'done',
          before: state,
        };
      }
      return state;
    }
    case 'felt':
      return state.phase === 'answers' ? { ...state, feltIn: event.place, before: state } : state;
    case 'pain':
      return state.phase === 'answers'
        ? { ...state, painScore: event.score, painRegion: event.region, before: state }
        : state;
  }
}

/** What is still to be answered before the trial can be kept, in the order it is asked. */
export function openQuestions(state: StationState): readonly ('figure' | 'grade' | 'felt' | 'pain')[] {
  if (state.phase !== 'answers') return [];
  const open: ('figure' | 'grade' | 'felt' | 'pain')[] = [];
  const broken = state.endReason === 'pain' || state.endReason === 'stopped';
  if (!broken && state.kind !== 'grade' && state.kind !== 'hold' && state.value === undefined)
    open.push('figure');
  if (!broken && (state.kind === 'grade' || state.withGrade) && state.grade === undefined) open.push('grade');
  if (!broken && state.feltIn === undefined) open.push('felt');
  if (state.painScore === undefined || (state.painScore > 0 && state.painRegion === undefined))
    open.push('pain');
  return open;
}
