import type { Fault, MeasureKind, SideKey } from '~/core/catalogue';
import type { Pace } from '~/core/catalogue/schema';
import type { TestForm } from '~/core/clear/test-rules';
import type { TrialInput } from '~/core/screen/trial/trial';
import {
  type Ending,
  type EndReason,
  type FeltPlace,
  type Grade,
  isEnding,
  type Reading,
} from '~/core/screen/trial/words';
import { paceAt, paceEndS } from './pace';

/** Longest correction a running hold, or a set, survives, once. */
export const correctionMs = 3000;

/** Faults that end a trial or a set at once, whatever the correction. */
export const endAtOnce: ReadonlySet<string> = new Set([
  'pain',
  'hamstring_cramp',
  'balance_lost',
  'grip_lost',
]);

export interface SeenFault {
  readonly faultId: string;
  readonly atS: number | null;
}

/** What a station must know of its test. */
export interface StationSpec {
  readonly kind: MeasureKind;
  readonly withGrade?: boolean | undefined;
  /** The test's cap or the caution's, whichever is shorter. */
  readonly stopAtS?: number | undefined;
  readonly pace?: Pace | undefined;
  /** Directions that must each get an angle; the figure is their mean. */
  readonly directionIds?: readonly string[] | undefined;
  /** Its figure is the number of faults: taps add up by themselves. */
  readonly countsFaults?: boolean | undefined;
  /** The outside load it is done with, kg or N, until the tester says another. */
  readonly load?: number | undefined;
}

/** One trial in the making. Times are milliseconds of the caller's steady clock. */
export interface StationState {
  readonly kind: MeasureKind;
  readonly withGrade: boolean;
  readonly stopAtS: number | undefined;
  readonly pace: Pace | undefined;
  readonly directionIds: readonly string[];
  readonly countsFaults: boolean;
  readonly side: SideKey;
  readonly phase: 'ready' | 'running' | 'correcting' | 'answers';
  readonly startedAtMs: number | undefined;
  readonly correctUntilMs: number | undefined;
  readonly corrected: boolean;
  readonly t1S: number | undefined;
  /** Seconds of a hold, or the counted or read figure. */
  readonly value: number | undefined;
  readonly grade: Grade | undefined;
  /** Figures measured beside it: directions, extra figures. */
  readonly parts: Readonly<Record<string, number>>;
  /** How an angle was read. */
  readonly readBy: Reading | undefined;
  readonly faults: readonly SeenFault[];
  /** Where it was felt, the first place first: there most. */
  readonly feltIn: readonly FeltPlace[];
  readonly note: string;
  readonly painScore: number | undefined;
  readonly painRegion: string | undefined;
  readonly endReason: EndReason | undefined;
  readonly before: StationState | undefined;
}

export type StationEvent =
  /** A staged hold may begin at a later stage: with so many seconds on its clock. */
  | { readonly type: 'start'; readonly atMs: number; readonly fromS?: number | undefined }
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
  /** A figure read or counted; with how it was read, when that was not by eye. */
  | { readonly type: 'figure'; readonly value: number; readonly readBy?: Reading | undefined }
  | {
      readonly type: 'part';
      readonly id: string;
      readonly value: number | undefined;
      readonly readBy?: Reading;
    }
  | { readonly type: 'read_by'; readonly by: Reading }
  /** The first loss and the end of a running or ended hold, as the tester accepts or overrules them. */
  | { readonly type: 'marks'; readonly t1S: number | undefined; readonly t2S: number }
  | { readonly type: 'grade'; readonly grade: Grade }
  /** A place more, or one less. */
  | { readonly type: 'felt'; readonly place: FeltPlace }
  | { readonly type: 'note'; readonly text: string }
  /** How the hold ended that the clock was stopped on. */
  | { readonly type: 'ended'; readonly by: Ending }
  | { readonly type: 'pain'; readonly score: number; readonly region?: string | undefined }
  | { readonly type: 'undo' };

/** A station made ready for a test on a side. */
export function readyStation(spec: StationSpec, side: SideKey): StationState {
  return {
    kind: spec.kind,
    withGrade: spec.withGrade ?? false,
    stopAtS: spec.stopAtS,
    pace: spec.pace,
    directionIds: spec.directionIds ?? [],
    countsFaults: spec.countsFaults ?? false,
    side,
    phase: 'ready',
    startedAtMs: undefined,
    correctUntilMs: undefined,
    corrected: false,
    t1S: undefined,
    value: undefined,
    grade: undefined,
    parts: spec.load === undefined ? {} : { load: spec.load },
    readBy: spec.kind === 'degrees' ? 'eye' : undefined,
    faults: [],
    feltIn: [],
    note: '',
    painScore: undefined,
    painRegion: undefined,
    endReason: undefined,
    before: undefined,
  };
}

/** Times are kept in hundredths, so that rounding stays under the error of the clock. */
const hundredth = (seconds: number) => Math.round(seconds * 100) / 100;
const tenth = (value: number) => Math.round(value * 10) / 10;

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

/** The figure a pace has counted when it stops after so many seconds. */
function countedBy(state: StationState, seconds: number): number | undefined {
  return state.pace?.counts ? paceAt(state.pace, seconds).done : undefined;
}

/** What a hold is when its clock stops at a time: its seconds, and whether it was held to its end. The same at every clock. */
export function endOfHold(
  seconds: number,
  stopAtS: number | undefined,
): { readonly heldS: number; readonly endReason: 'cap' | 'loss' } {
  const heldS = hundredth(stopAtS === undefined ? seconds : Math.min(seconds, stopAtS));
  return { heldS, endReason: stopAtS !== undefined && seconds >= stopAtS ? 'cap' : 'loss' };
}

/** Where faults are the figure, one more. */
function countedUp(state: StationState): StationState {
  if (!state.countsFaults) return state;
  // A figure read higher than the taps stands, and grows with the next one.
  return { ...state, value: (state.value ?? 0) + 1 };
}

function end(state: StationState, seconds: number, reason: EndReason, before: StationState): StationState {
  const value = state.kind === 'hold' ? hundredth(seconds) : (state.value ?? countedBy(state, seconds));
  return { ...state, phase: 'answers', value, endReason: reason, correctUntilMs: undefined, before };
}

/** With one more angle or figure; the last direction makes the figure of the trial. */
function withPart(
  state: StationState,
  id: string,
  value: number | undefined,
  readBy: Reading | undefined,
): StationState {
  const { [id]: _, ...others } = state.parts;
  const parts = value === undefined ? others : { ...others, [id]: value };
  const next: StationState = { ...state, parts, readBy: readBy ?? state.readBy, before: state };
  const { directionIds } = state;
  if (!directionIds.includes(id)) return next;
  if (!directionIds.every((direction) => parts[direction] !== undefined))
    return { ...next, value: undefined };
  const mean =
    directionIds.reduce((sum, direction) => sum + (parts[direction] ?? 0), 0) / directionIds.length;
  return { ...next, value: tenth(mean), phase: 'answers', endReason: state.endReason ?? 'done' };
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
        ? {
            ...state,
            phase: 'running',
            startedAtMs: event.atMs - (event.fromS ?? 0) * 1000,
            parts: event.fromS ? { ...state.parts, from_s: event.fromS } : state.parts,
            before: state,
          }
        : state;
    case 'tick': {
      if (!running || state.startedAtMs === undefined) return state;
      if (state.kind !== 'hold') {
        const { pace } = state;
        return pace && elapsedS(state, event.atMs) >= paceEndS(pace)
          ? end(state, paceEndS(pace), 'done', state)
          : state;
      }
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
      return end(
        state,
        elapsedS(state, event.atMs),
        state.kind === 'hold' ? endOfHold(elapsedS(state, event.atMs), state.stopAtS).endReason : 'done',
        state,
      );
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
        return countedUp({
          ...state,
          faults: [...state.faults, { faultId: event.faultId, atS: null }],
          before: state,
        });
      }
      if (event.faultId === 'pain') return stepStation(state, { type: 'pain_stop', atMs: event.atMs });
      // Graded and counted tests need no clock to name a fault.
      if (!running)
        return state.kind === 'hold'
          ? state
          : countedUp({
              ...state,
              faults: [...state.faults, { faultId: event.faultId, atS: null }],
              before: state,
            });
      const seconds = elapsedS(state, event.atMs);
      const marked: StationState = {
        ...state,
        faults: [...state.faults, { faultId: event.faultId, atS: tenth(seconds) }],
        before: state,
      };
      if (state.kind !== 'hold' || event.action === 'allowed') return countedUp(marked);
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
        readBy: event.readBy ?? state.readBy,
        phase: 'answers',
        endReason: state.endReason ?? 'done',
        before: state,
      };
    case 'part':
      return withPart(state, event.id, event.value, event.readBy);
    case 'read_by':
      return state.kind === 'degrees' ? { ...state, readBy: event.by, before: state } : state;
    case 'marks': {
      if (state.kind !== 'hold' || state.phase === 'ready') return state;
      const t2S = Math.max(0, state.stopAtS === undefined ? event.t2S : Math.min(event.t2S, state.stopAtS));
      const t1S = event.t1S === undefined ? undefined : tenth(Math.min(Math.max(0, event.t1S), t2S));
      const reason = state.endReason ?? (t2S === state.stopAtS ? 'cap' : 'loss');
      return { ...end(state, t2S, reason, state), t1S };
    }
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
      if (state.phase !== 'answers') return state;
      return {
        ...state,
        feltIn: state.feltIn.includes(event.place)
          ? state.feltIn.filter((place) => place !== event.place)
          : [...state.feltIn, event.place],
        before: state,
      };
    case 'note':
      // Typing is undone where it is typed.
      return { ...state, note: event.text };
    case 'ended':
      return state.phase === 'answers' && state.kind === 'hold' && isEnding(state.endReason)
        ? { ...state, endReason: event.by, before: state }
        : state;
    case 'pain':
      return state.phase === 'answers'
        ? { ...state, painScore: event.score, painRegion: event.region, before: state }
        : state;
  }
}

export type Question = 'figure' | 'grade' | 'fault' | 'felt' | 'pain';

/** What is still to be answered before the trial is complete, in the order it is asked. */
export function openQuestions(state: StationState): readonly Question[] {
  if (state.phase !== 'answers') return [];
  const open: Question[] = [];
  const broken = state.endReason === 'pain' || state.endReason === 'stopped';
  if (!broken && state.kind !== 'grade' && state.kind !== 'hold' && state.value === undefined)
    open.push('figure');
  if (!broken && (state.kind === 'grade' || state.withGrade) && state.grade === undefined) open.push('grade');
  if (!broken && state.grade === 'faulted' && state.faults.length === 0) open.push('fault');
  if (!broken && state.feltIn.length === 0) open.push('felt');
  if (state.painScore === undefined || (state.painScore > 0 && state.painRegion === undefined))
    open.push('pain');
  return open;
}

/** Everything of a trial that its station does not know. */
export type TrialFrame = Pick<
  TrialInput,
  'id' | 'screeningId' | 'testId' | 'onDate' | 'capS' | 'recordedAt' | 'rungId' | 'traceId' | 'stillId'
> & {
  /** Degrees a caution leaves for a leg raise. */
  readonly limitDeg: number | undefined;
  /** The easier form a caution set. */
  readonly form: TestForm | undefined;
};

/** The finished trial of a station, ready to be sent. */
export function trialOf(state: StationState, frame: TrialFrame): TrialInput {
  const { limitDeg, form, ...rest } = frame;
  const parts: Record<string, number> = { ...state.parts };
  if (limitDeg !== undefined) parts.limit = limitDeg;
  if (form) parts[form] = 1;
  return {
    ...rest,
    side: state.side,
    value: state.value ?? null,
    grade: state.grade ?? null,
    t1S: state.t1S ?? null,
    faults: state.faults.map((fault) => ({ ...fault })),
    feltIn: state.feltIn[0] ?? null,
    feltAlso: state.feltIn.slice(1),
    note: state.note.trim() === '' ? null : state.note.trim().slice(0, 300),
    painScore: state.painScore ?? 0,
    painRegion: (state.painRegion ?? null) as TrialInput['painRegion'],
    endReason: state.endReason ?? 'done',
    parts: Object.keys(parts).length > 0 ? parts : null,
    answered: openQuestions(state).length === 0,
    simulated: false,
    readBy: state.readBy ?? null,
    supersedesId: null,
    reason: null,
  };
}

/** Can what stopped be kept, its questions open: is there a figure, or a grade, or was it broken off? */
export function isKeepable(state: StationState): boolean {
  if (state.phase !== 'answers') return false;
  const open = openQuestions(state);
  if (open.includes('figure')) return false;
  return state.kind !== 'grade' || state.grade !== undefined || state.endReason === 'pain';
}
