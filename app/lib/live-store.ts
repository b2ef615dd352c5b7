import { restoredLive, storedLive } from '~/core/coach/live/resume';
import type { LiveState } from '~/core/coach/live/state';

/** Sessions under way survive a reload on this device: kept with times of the wall clock, for whom they belong to. */

/** What was told of a session so far. */
export interface Told {
  readonly logId: string;
  readonly painId: string;
  readonly painTold: boolean;
  /** The log of another device, which this one is put together with. */
  readonly mergeWith: string | null;
  readonly sets: Readonly<Record<string, { readonly id: string; readonly said: string }>>;
}

interface Stored {
  readonly lanes: readonly { readonly state: LiveState; readonly told: Told }[];
  readonly shown: string | undefined;
}

/** States of another edition of this page cannot be taken up. */
const edition = 1;
const keyOf = (owner: string) => `zest-pillar.live.${edition}.${owner}`;
export const wallOffsetMs = () => Date.now() - performance.now();

/** What was under way here; nothing where nothing was, or where it cannot be read. */
export function loadLive(owner: string): Stored | undefined {
  try {
    const text = localStorage.getItem(keyOf(owner));
    if (!text) return undefined;
    const stored = JSON.parse(text) as Stored;
    const nowMs = performance.now();
    return {
      ...stored,
      lanes: stored.lanes.map(({ state, told }) => ({
        told,
        state: restoredLive(state, wallOffsetMs(), nowMs),
      })),
    };
  } catch {
    return undefined;
  }
}

/** Whose sessions are under way on this device, and not kept yet. */
export const namesUnderWay = (owner: string): string[] =>
  loadLive(owner)?.lanes.map(({ state }) => state.card.name) ?? [];

/** Keeps what is under way; false when this device has no room for it or forbids it. */
export function saveLive(owner: string, { lanes, shown }: Stored): boolean {
  try {
    if (lanes.length === 0) localStorage.removeItem(keyOf(owner));
    else
      localStorage.setItem(
        keyOf(owner),
        JSON.stringify({
          shown,
          lanes: lanes.map(({ state, told }) => ({ told, state: storedLive(state, wallOffsetMs()) })),
        }),
      );
    return true;
  } catch {
    return false;
  }
}

const keptKey = (owner: string) => `zest-pillar.live-kept.${owner}`;
/** Sessions that were kept from this device are remembered for so many. */
const mostKept = 40;

/** Sessions whose logs were kept on this device: what was last seen of them may not know it yet. */
export function keptHere(owner: string): string[] {
  try {
    return JSON.parse(localStorage.getItem(keptKey(owner)) ?? '[]') as string[];
  } catch {
    return [];
  }
}

export function rememberKept(owner: string, sessionId: string): void {
  try {
    const kept = [...keptHere(owner).filter((id) => id !== sessionId), sessionId].slice(-mostKept);
    localStorage.setItem(keptKey(owner), JSON.stringify(kept));
  } catch {
    // A full store: the server says so when it answers.
  }
}
