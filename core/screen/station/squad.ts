import type { Side, SideKey } from '~/core/catalogue';
import type { TrialInput } from '~/core/screen/trial/trial';
import { bareTrial, type EndReason, type FeltPlace } from '~/core/screen/trial/words';
import { endOfHold, type SeenFault } from './station';

/**
 * Many clocks of one test, as a pure step from state and event to the next state. Times are milliseconds of the caller's
 * steady clock, so that a changed wall clock moves nothing and nothing adds up.
 */

export const mostClocks = 24;
/** The letters of the clocks; Y and Z are left for the view. */
export const clockLetters = 'ABCDEFGHIJKLMNOPQRSTUVWX'.split('');

export interface SquadAthlete {
  readonly athleteId: string;
  readonly name: string;
  /** The side that starts, for sided tests. */
  readonly firstSide: Side;
  /** Seconds at which this athlete's clock stops: the test's end or a caution's cap. */
  readonly stopAtS: number;
  /** The cap a caution set. */
  readonly capS: number | undefined;
  /** The outside load this athlete takes, kg or N, and in words; none for a test without one. */
  readonly load?: { readonly value: number; readonly words: string } | undefined;
}

export interface SquadAnswers {
  readonly faults: readonly SeenFault[];
  readonly feltIn: FeltPlace | undefined;
  readonly painScore: number | undefined;
  readonly painRegion: string | undefined;
}

export interface SquadClock extends SquadAthlete, SquadAnswers {
  readonly letter: string;
  readonly side: SideKey;
  readonly phase: 'waiting' | 'running' | 'stopped' | 'kept' | 'out';
  readonly startedAtMs: number | undefined;
  /** Seconds held, in hundredths. */
  readonly heldS: number | undefined;
  readonly endReason: EndReason | undefined;
}

export interface SquadState {
  readonly sided: boolean;
  /** 0 the first side, 1 the other. */
  readonly round: 0 | 1;
  readonly clocks: readonly SquadClock[];
  readonly before: SquadState | undefined;
}

export type SquadEvent =
  | { readonly type: 'start_all'; readonly atMs: number }
  | { readonly type: 'start'; readonly letter: string; readonly atMs: number }
  | { readonly type: 'stop'; readonly letter: string; readonly atMs: number; readonly pain?: boolean }
  | { readonly type: 'false_start'; readonly letter?: string | undefined }
  | { readonly type: 'tick'; readonly atMs: number }
  | { readonly type: 'join'; readonly athlete: SquadAthlete }
  | { readonly type: 'leave'; readonly letter: string }
  | { readonly type: 'answer'; readonly letter: string; readonly answers: Partial<SquadAnswers> }
  | { readonly type: 'kept'; readonly letter: string }
  | { readonly type: 'other_side' }
  | { readonly type: 'undo' };

const noAnswers: SquadAnswers = {
  faults: [],
  feltIn: undefined,
  painScore: undefined,
  painRegion: undefined,
};

function readyClock(athlete: SquadAthlete, letter: string, sided: boolean, round: 0 | 1): SquadClock {
  const other: Side = athlete.firstSide === 'left' ? 'right' : 'left';
  return {
    ...athlete,
    ...noAnswers,
    letter,
    side: sided ? (round === 0 ? athlete.firstSide : other) : 'both',
    phase: 'waiting',
    startedAtMs: undefined,
    heldS: undefined,
    endReason: undefined,
  };
}

/** Clocks for up to 24 athletes, each under its letter; more are left out. */
export function readySquad(athletes: readonly SquadAthlete[], sided: boolean): SquadState {
  return {
    sided,
    round: 0,
    clocks: athletes
      .slice(0, mostClocks)
      .map((athlete, i) => readyClock(athlete, clockLetters[i] as string, sided, 0)),
    before: undefined,
  };
}

/** Seconds on a clock at a reading of the steady clock, no further than its end. */
export function clockS(clock: SquadClock, atMs: number): number {
  if (clock.heldS !== undefined) return clock.heldS;
  if (clock.startedAtMs === undefined) return 0;
  return Math.min(clock.stopAtS, Math.max(0, (atMs - clock.startedAtMs) / 1000));
}

function stopped(clock: SquadClock, atMs: number, reason?: EndReason): SquadClock {
  const seconds = clockS(clock, atMs);
  const { heldS, endReason } = endOfHold(seconds, clock.stopAtS);
  return {
    ...clock,
    phase: 'stopped',
    heldS,
    endReason: reason ?? endReason,
    faults:
      reason === 'pain'
        ? [...clock.faults, { faultId: 'pain', atS: Math.round(seconds * 10) / 10 }]
        : clock.faults,
  };
}

/** A clock stopped for good: every question answered. */
export function isAnswered(clock: SquadClock): boolean {
  if (clock.phase !== 'stopped') return false;
  const felt = clock.feltIn !== undefined || clock.endReason === 'pain';
  const { painScore, painRegion } = clock;
  return felt && painScore !== undefined && (painScore === 0 || painRegion !== undefined);
}

/** The letter a newcomer gets; undefined when all are taken. */
export function freeLetter(state: SquadState): string | undefined {
  const taken = new Set(state.clocks.map((clock) => clock.letter));
  return clockLetters.find((letter) => !taken.has(letter));
}

/** One step. What makes no sense for a clock leaves it as it is; ticks and keeping are no steps for undo. */
export function stepSquad(state: SquadState, event: SquadEvent): SquadState {
  const change = (step: (clock: SquadClock) => SquadClock, undoable = true): SquadState => {
    const clocks = state.clocks.map(step);
    return clocks.every((clock, i) => clock === state.clocks[i])
      ? state
      : { ...state, clocks, before: undoable ? state : state.before };
  };
  const one = (letter: string, step: (clock: SquadClock) => SquadClock, undoable = true) =>
    change((clock) => (clock.letter === letter ? step(clock) : clock), undoable);
  switch (event.type) {
    case 'start_all':
      return change((clock) =>
        clock.phase === 'waiting' ? { ...clock, phase: 'running', startedAtMs: event.atMs } : clock,
      );
    case 'start':
      return one(event.letter, (clock) =>
        clock.phase === 'waiting' ? { ...clock, phase: 'running', startedAtMs: event.atMs } : clock,
      );
    case 'stop':
      return one(event.letter, (clock) =>
        clock.phase === 'running' ? stopped(clock, event.atMs, event.pain ? 'pain' : undefined) : clock,
      );
    case 'false_start': {
      const back = (clock: SquadClock): SquadClock =>
        clock.phase === 'running' || clock.phase === 'stopped'
          ? { ...readyClock(clock, clock.letter, state.sided, state.round) }
          : clock;
      return event.letter === undefined ? change(back) : one(event.letter, back);
    }
    case 'tick':
      return change(
        (clock) =>
          clock.phase === 'running' && clockS(clock, event.atMs) >= clock.stopAtS
            ? stopped(clock, event.atMs)
            : clock,
        false,
      );
    case 'join': {
      const letter = freeLetter(state);
      if (!letter || state.clocks.some((clock) => clock.athleteId === event.athlete.athleteId)) return state;
      return {
        ...state,
        clocks: [...state.clocks, readyClock(event.athlete, letter, state.sided, state.round)],
        before: state,
      };
    }
    case 'leave':
      return one(event.letter, (clock) => (clock.phase === 'waiting' ? { ...clock, phase: 'out' } : clock));
    case 'answer':
      return one(event.letter, (clock) =>
        clock.phase === 'stopped' ? { ...clock, ...event.answers } : clock,
      );
    case 'kept': {
      const next = one(
        event.letter,
        (clock) => (isAnswered(clock) ? { ...clock, phase: 'kept' } : clock),
        false,
      );
      // What is kept is mended by a correction, not by undo.
      return next === state ? state : { ...next, before: undefined };
    }
    case 'other_side': {
      const busy = state.clocks.some((clock) => clock.phase === 'running' || clock.phase === 'stopped');
      if (!state.sided || state.round === 1 || busy) return state;
      return {
        ...state,
        round: 1,
        clocks: state.clocks.map((clock) =>
          clock.phase === 'out' || clock.endReason === 'pain'
            ? { ...clock, phase: 'out' }
            : readyClock(clock, clock.letter, true, 1),
        ),
        before: undefined,
      };
    }
    case 'undo':
      return state.before ?? state;
  }
}

/** The trial of a stopped clock. */
export function squadTrial(
  clock: SquadClock,
  frame: Pick<TrialInput, 'id' | 'screeningId' | 'testId' | 'onDate' | 'recordedAt'>,
): TrialInput {
  return {
    ...frame,
    side: clock.side,
    value: clock.heldS ?? null,
    grade: null,
    t1S: null,
    faults: clock.faults.map((fault) => ({ ...fault })),
    feltIn: clock.feltIn ?? null,
    painScore: clock.painScore ?? 0,
    painRegion: (clock.painRegion ?? null) as TrialInput['painRegion'],
    endReason: clock.endReason ?? 'done',
    capS: clock.capS ?? null,
    ...bareTrial,
    parts: clock.load ? { load: clock.load.value } : null,
    answered: isAnswered(clock),
  };
}

/** A state as it can be stored, with times of the wall clock; undo steps are left out. */
export function storedSquad(state: SquadState, wallOffsetMs: number): SquadState {
  return {
    ...state,
    before: undefined,
    clocks: state.clocks.map((clock) => ({
      ...clock,
      startedAtMs: clock.startedAtMs === undefined ? undefined : clock.startedAtMs + wallOffsetMs,
    })),
  };
}

/** A stored state on the steady clock of another page: running clocks run on by the wall clock. */
export function restoredSquad(stored: SquadState, wallOffsetMs: number): SquadState {
  return storedSquad(stored, -wallOffsetMs);
}
