import type { LiveState } from './state';

/** A session that outlives its page: stored with times of the wall clock, taken up again by the steady one of another page. */

const moments = ['sinceMs', 'workFromMs', 'correctUntilMs', 'restUntilMs', 'seenMs'] as const;

function shifted(state: LiveState, byMs: number): LiveState {
  const moved = Object.fromEntries(moments.map((name) => [name, state[name] + byMs])) as Pick<
    LiveState,
    (typeof moments)[number]
  >;
  return {
    ...state,
    ...moved,
    pausedAtMs: state.pausedAtMs === undefined ? undefined : state.pausedAtMs + byMs,
    ends: Object.fromEntries(Object.entries(state.ends).map(([id, ms]) => [id, ms + byMs])),
    // Steps to undo belong to the page they were made on.
    before: undefined,
  };
}

/**
 * A state as it can be stored.
 *
 * @param wallOffsetMs wall clock less steady clock of the page that stores, milliseconds
 */
export const storedLive = (state: LiveState, wallOffsetMs: number): LiveState => shifted(state, wallOffsetMs);

/**
 * A stored state on the steady clock of another page: what ran goes on from the second it was left at; how long it was left is
 * told by the next tick. A wall clock that was set back moves nothing back.
 *
 * @param wallOffsetMs wall clock less steady clock of the page that takes it up, milliseconds
 * @param nowMs its steady clock now
 */
export function restoredLive(stored: LiveState, wallOffsetMs: number, nowMs: number): LiveState {
  const state = shifted(stored, -wallOffsetMs);
  return state.seenMs > nowMs ? shifted(state, nowMs - state.seenMs) : state;
}
