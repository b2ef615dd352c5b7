import { gaussian, mulberry32 } from '~/core/signals/random';

/** Seeded chance, so that a simulated season can be looked at again. */
export interface Chance {
  readonly next: () => number;
  readonly pick: <T>(from: readonly T[]) => T;
  readonly normal: () => number;
}

export function chanceOf(seed: number | string): Chance {
  const next = mulberry32(`season ${seed}`);
  const normal = gaussian(next);
  return { next, pick: (from) => from[Math.floor(next() * from.length)] as (typeof from)[number], normal };
}
