import { calm, ended, unbegun } from './moves';
import { countAt, endsAfterS } from './pacing';
import { atHand, doneSoFar, isRunning, type LiveState } from './state';

/** What time brings about, and how it is set going. */

/** A set that ran for so long unseen was not watched by anybody. */
export const unseenMs = 10_000;
/** Breaths before the first set last at most so long. */
export const breathingS = 60;
export function start(state: LiveState, atMs: number, wallMs: number): LiveState {
  const resumed = state.pausedAtMs === undefined ? state : resume(state, atMs);
  const begunWallMs = state.begunWallMs ?? wallMs;
  switch (resumed.phase) {
    case 'ready':
    case 'breathing':
    case 'rest':
      return {
        ...resumed,
        ...calm,
        begunWallMs,
        phase: resumed.leadS > 0 ? 'lead' : 'work',
        sinceMs: atMs,
        workFromMs: atMs + resumed.leadS * 1000,
      };
    case 'lead':
      return { ...resumed, phase: 'work', sinceMs: atMs, workFromMs: atMs };
    default:
      return state;
  }
}

export function resume(state: LiveState, atMs: number): LiveState {
  if (state.pausedAtMs === undefined) return state;
  const byMs = Math.max(0, atMs - state.pausedAtMs);
  return { ...state, pausedAtMs: undefined, restUntilMs: state.restUntilMs + byMs };
}

/** What time alone brings about. Unseen time is told by either clock: some devices stop the steady one while they sleep. */
export function tick(was: LiveState, atMs: number, wallMs: number): LiveState {
  const steadyGap = atMs - was.seenMs;
  const sleptMs = Math.max(0, wallMs - was.seenWallMs - steadyGap);
  const unseen = Math.max(steadyGap, sleptMs > unseenMs ? sleptMs : 0);
  const state: LiveState = { ...was, seenMs: atMs, seenWallMs: wallMs };
  if (was.pausedAtMs !== undefined) return state;
  if (isRunning(was) || was.phase === 'lead') {
    if (unseen > unseenMs) {
      if (was.phase === 'lead' && was.seenMs < was.workFromMs) return unbegun(state);
      // The clock stands where it was last seen.
      return { ...state, phase: 'asleep', broken: doneSoFar(was, was.seenMs) };
    }
  }
  switch (was.phase) {
    case 'breathing':
      return atMs - was.sinceMs >= breathingS * 1000 ? unbegun(state) : state;
    case 'lead':
      return atMs >= was.workFromMs
        ? tick({ ...state, phase: 'work', sinceMs: was.workFromMs }, atMs, wallMs)
        : state;
    case 'rest': {
      // A device that slept rested too.
      const now = atMs + (sleptMs > unseenMs ? sleptMs : 0);
      if (now < was.restUntilMs) return state;
      return was.handsFree && unseen <= unseenMs
        ? start({ ...state, phase: 'ready' }, atMs, wallMs)
        : { ...state, phase: 'ready' };
    }
    case 'work':
    case 'correcting': {
      const hand = atHand(was);
      const ends = hand && endsAfterS(hand.work, was.byPace);
      const endMs = ends === undefined ? Number.POSITIVE_INFINITY : was.workFromMs + ends * 1000;
      if (was.phase === 'correcting' && was.lost && atMs >= was.correctUntilMs && was.correctUntilMs <= endMs)
        return ended(state, was.correctUntilMs, was.lost.done, was.lost.faultId);
      if (!hand || atMs < endMs) return state;
      return ended(state, endMs, countAt(hand.work, ends ?? 0, was.taps, was.byPace), null);
    }
    default:
      return state;
  }
}
