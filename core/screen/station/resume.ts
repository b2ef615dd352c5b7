import type { SideKey } from '~/core/catalogue/qualities';
import type { TrialInput } from '~/core/screen/trial/trial';
import { feltPlaces } from '~/core/screen/trial/words';
import { readyStation, type StationSpec, type StationState } from './station';

/** A trial in the making that outlives its page: stored with times of the wall clock, taken up again by the steady one. */

function shifted(state: StationState, byMs: number): StationState {
  const moved = (ms: number | undefined) => (ms === undefined ? undefined : ms + byMs);
  return {
    ...state,
    startedAtMs: moved(state.startedAtMs),
    correctUntilMs: moved(state.correctUntilMs),
    // Steps to undo belong to the page they were made on.
    before: undefined,
  };
}

/**
 * A state as it can be stored.
 *
 * @param wallOffsetMs wall clock less steady clock, in milliseconds, of the page that stores
 */
export const storedStation = (state: StationState, wallOffsetMs: number): StationState =>
  shifted(state, wallOffsetMs);

/**
 * A stored state on the steady clock of another page: a running hold went on by the wall clock.
 *
 * @param wallOffsetMs wall clock less steady clock, in milliseconds, of the page that takes it up
 */
export const restoredStation = (stored: StationState, wallOffsetMs: number): StationState =>
  withPlaces(shifted(stored, -wallOffsetMs));

/** A state that an earlier version of this page stored knew one place, or none, and no note. */
function withPlaces(state: StationState): StationState {
  const felt: unknown = state.feltIn;
  if (Array.isArray(felt)) return state;
  return { ...state, feltIn: feltPlaces.filter((place) => place === felt), note: '' };
}

/** The station of a trial that was kept with its questions open, ready to be answered. */
export function stationOf(spec: StationSpec, trial: TrialInput): StationState {
  return {
    ...readyStation(spec, trial.side as SideKey),
    phase: 'answers',
    t1S: trial.t1S ?? undefined,
    value: trial.value ?? undefined,
    grade: trial.grade ?? undefined,
    parts: Object.fromEntries(
      Object.entries(trial.parts ?? {}).filter(([id]) => id !== 'limit' && id !== 'one_leg'),
    ),
    readBy: trial.readBy ?? undefined,
    faults: trial.faults,
    feltIn: trial.feltIn ? [trial.feltIn, ...(trial.feltAlso ?? [])] : [],
    note: trial.note ?? '',
    // Not asked yet: a bare trial carries a nought.
    painScore: trial.painScore === 0 ? undefined : trial.painScore,
    painRegion: trial.painRegion ?? undefined,
    endReason: trial.endReason,
  };
}

/** A trial that was a false start: it stays in the record and counts for nothing. */
export const notCounted = (trial: TrialInput): TrialInput => ({
  ...trial,
  value: null,
  grade: null,
  t1S: null,
  parts: null,
  faults: [],
  endReason: 'stopped',
  answered: true,
});
