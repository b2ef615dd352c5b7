import { asPrior, type Capacity, maxNm } from './endurance';
import type { Direction } from './moment';
import type { Archetype } from './posture';

/** What is known of an athlete's capacities, and how a posture finds the one that speaks for it. */
export interface KnownCapacity {
  readonly direction: Direction;
  readonly archetype: Archetype;
  readonly side: 'left' | 'right' | 'both';
  readonly capacity: Capacity;
  /** Day of the newest observation behind it. */
  readonly onDate: string;
  /** Where it comes from, in words: "Front plank, 96 s on 2026-11-02". */
  readonly source: string;
}

export interface CapacityFound {
  readonly capacity: Capacity;
  readonly source: string;
  /** Taken over from another archetype of the direction, with the wide band. */
  readonly prior: boolean;
}

/**
 * The capacity that speaks for a direction in an archetype: one of the same archetype, else one of the same direction as a
 * prior. Of several (two sides, two archetypes) the smaller one, to stay on the safe side.
 */
export function findCapacity(
  known: readonly KnownCapacity[],
  direction: Direction,
  archetype: Archetype,
): CapacityFound | undefined {
  const smallest = (list: readonly KnownCapacity[]) =>
    list.reduce<KnownCapacity | undefined>(
      (least, capacity) => (!least || maxNm(capacity.capacity) < maxNm(least.capacity) ? capacity : least),
      undefined,
    );
  const ofDirection = known.filter((capacity) => capacity.direction === direction);
  const same = smallest(ofDirection.filter((capacity) => capacity.archetype === archetype));
  if (same) return { capacity: same.capacity, source: same.source, prior: false };
  const other = smallest(ofDirection);
  return other && { capacity: asPrior(other.capacity), source: other.source, prior: true };
}
