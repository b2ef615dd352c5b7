import { gravity } from '~/core/body/anthropometry';
import { trunkLaw } from '~/core/body/endurance';
import type { Load } from '~/core/body/posture';
import type { ScreenTest } from '~/core/catalogue';

/** Loads of tests: what a share of the body comes to, what of the rack is nearest, and what another load does to a target. */

/** The load a test asks of a body, kg or N; undefined for a test without one. */
export function askedLoad(test: Pick<ScreenTest, 'load'>, massKg: number): Load | undefined {
  if (!test.load) return undefined;
  const { by, bodyShare } = test.load;
  return { by, value: bodyShare * massKg * (by.endsWith('_N') ? gravity : 1) };
}

/** What of a rack comes nearest to the load a test asks for; as asked where the rack has nothing of the kind. */
export function loadAtHand(asked: Load, exist: readonly number[]): Load {
  const nearest = exist.reduce<number | undefined>(
    (best, one) =>
      best === undefined || Math.abs(one - asked.value) < Math.abs(best - asked.value) ? one : best,
    undefined,
  );
  const rounded = asked.by.endsWith('_N') ? Math.round(asked.value) : Math.round(asked.value * 2) / 2;
  return { by: asked.by, value: nearest ?? rounded };
}

/** The most a test's load can have been: beyond it a figure is a slip of the finger. */
export const mostTestLoad = { kg: 200, N: 1500 } as const;

/** The load a trial was done with, as it was written down; undefined where nobody did. */
export const loadUsed = (trial: { readonly parts: Readonly<Record<string, number>> | null }) =>
  trial.parts?.load;

/** Within this much of what is asked a load is the load that is asked. */
const sameLoad = 0.01;
/** A load so far off says little of the target. */
const mostShift = 4;

/** How much longer a hold should be under the load that was used than under the one that is asked: limits fall as its moment grows. */
export function holdFactor(asked: Load, used: number | undefined): number {
  if (used === undefined || !(used > 0) || Math.abs(used / asked.value - 1) <= sameLoad) return 1;
  return Math.min(mostShift, Math.max(1 / mostShift, (used / asked.value) ** trunkLaw.b1));
}
