import { restoredSquad, type SquadState, storedSquad } from '~/core/screen/station/squad';

/** Clocks survive a reload on this device: kept with times of the wall clock, under day and test. */

interface Stored {
  readonly state: SquadState;
  /** The screen of each athlete that was opened here. */
  readonly screenings: Readonly<Record<string, string>>;
  /** The trial of each clock and round, and what was last told of it. */
  readonly trials: Readonly<Record<string, { readonly id: string; readonly told: string }>>;
}

const keyOf = (day: string, testId: string) => `zest-pillar.squad.${day}.${testId}`;
const wallOffsetMs = () => Date.now() - performance.now();

export function loadSquad(day: string, testId: string): Stored | undefined {
  try {
    const text = localStorage.getItem(keyOf(day, testId));
    if (!text) return undefined;
    const stored = JSON.parse(text) as Stored;
    return { ...stored, state: restoredSquad(stored.state, wallOffsetMs()) };
  } catch {
    return undefined;
  }
}

export function saveSquad(day: string, testId: string, stored: Stored): void {
  localStorage.setItem(
    keyOf(day, testId),
    JSON.stringify({ ...stored, state: storedSquad(stored.state, wallOffsetMs()) }),
  );
}

export function clearSquad(day: string, testId: string): void {
  localStorage.removeItem(keyOf(day, testId));
}
