import type { SideKey } from '~/core/catalogue/qualities';
import { restoredStation, storedStation } from '~/core/screen/station/resume';
import type { StationState } from '~/core/screen/station/station';

/** A trial in the making survives a reload on this device: kept with times of the wall clock, under its screen. */

export interface TrialInTheMaking {
  readonly testId: string;
  readonly rungId: string | undefined;
  readonly side: SideKey;
  readonly state: StationState;
  /** Its id once its figure was kept; empty before. */
  readonly trialId: string;
  readonly recordedAt: string;
}

const keyOf = (screeningId: string) => `zest-pillar.trial.${screeningId}`;
export const wallOffsetMs = () => Date.now() - performance.now();
/** A clock that seems to have run longer was left behind, not held. */
const longestMs = 3600_000;

/** The trial a reload interrupted; undefined when there is none worth taking up. */
export function loadTrial(screeningId: string): TrialInTheMaking | undefined {
  try {
    const text = localStorage.getItem(keyOf(screeningId));
    if (!text) return undefined;
    const stored = JSON.parse(text) as TrialInTheMaking;
    const state = restoredStation(stored.state, wallOffsetMs());
    if (state.phase === 'ready' && state.faults.length === 0 && Object.keys(state.parts).length === 0)
      return undefined;
    const running = state.startedAtMs !== undefined && state.phase !== 'answers';
    return running && performance.now() - (state.startedAtMs ?? 0) > longestMs
      ? undefined
      : { ...stored, state };
  } catch {
    return undefined;
  }
}

export function saveTrial(screeningId: string, trial: TrialInTheMaking): void {
  try {
    localStorage.setItem(
      keyOf(screeningId),
      JSON.stringify({ ...trial, state: storedStation(trial.state, wallOffsetMs()) }),
    );
  } catch {
    // A full or forbidden store: the trial itself goes by the outbox.
  }
}

export function clearTrial(screeningId: string): void {
  localStorage.removeItem(keyOf(screeningId));
}
