import { daysBetween, type IsoDay } from './dates';
import { asPrior, atAge, type Capacity, maxNm } from './endurance';
import type { Direction } from './moment';
import { type Posture, posturesApart } from './posture';

/** What is known of an athlete's capacities, and how a posture finds the evidence that speaks for it. */
export interface KnownCapacity {
  readonly direction: Direction;
  /** The shape that was held, and the moment it asked for, newton metres. */
  readonly posture: Posture;
  readonly nm: number;
  readonly side: 'left' | 'right' | 'both';
  readonly capacity: Capacity;
  /** Day of the newest observation behind it. */
  readonly onDate: IsoDay;
  /** Where it comes from, in words: "Front plank, 96 s on 2026-11-02". */
  readonly source: string;
}

/** What is asked of the trunk, for which a capacity is looked for. */
export interface Asked {
  readonly direction: Direction;
  readonly posture: Posture;
  readonly nm: number;
  /** The side that works; left out or `both` takes the weaker side of the evidence. */
  readonly side?: 'left' | 'right' | 'both' | undefined;
  /** The day it is asked for: evidence widens with its age. */
  readonly onDay?: IsoDay | undefined;
}

export interface CapacityFound {
  readonly capacity: Capacity;
  readonly source: string;
  /** Taken over from another archetype of the direction, with the wide band. */
  readonly prior: boolean;
  /** The evidence itself, as it was measured. */
  readonly evidence: KnownCapacity | undefined;
}

/** Another archetype is further than any two shapes of one. */
const otherArchetype = 10;

/** How far a piece of evidence is from what is asked: shape first, then the moment, in logs. */
function distance(known: KnownCapacity, asked: Asked): number {
  const shape =
    known.posture.archetype === asked.posture.archetype
      ? posturesApart(known.posture, asked.posture)
      : otherArchetype;
  return shape + Math.abs(Math.log(Math.max(asked.nm, 1e-6) / Math.max(known.nm, 1e-6)));
}

const serves = (known: KnownCapacity, side: Asked['side']): boolean =>
  side === undefined || side === 'both' || known.side === 'both' || known.side === side;

/** Nearest first; of equally near ones the newest, then the weaker side. */
function nearestOf(known: readonly KnownCapacity[], asked: Asked): KnownCapacity | undefined {
  return known
    .map((evidence) => ({ evidence, far: distance(evidence, asked) }))
    .sort(
      (a, b) =>
        (Math.abs(a.far - b.far) < 1e-6 ? 0 : a.far - b.far) ||
        (a.evidence.side === b.evidence.side ? b.evidence.onDate.localeCompare(a.evidence.onDate) : 0) ||
        maxNm(a.evidence.capacity) - maxNm(b.evidence.capacity),
    )[0]?.evidence;
}

/**
 * The capacity that speaks for a shape: the best evidence, never the smallest number. Of the same archetype the shape whose
 * limbs and moment match best, the newest of it; an honest loss before a lower bound, unless the bound proves more. Without
 * one of the archetype, another one of the direction as a prior with the wide band. Bands open with age.
 */
export function findCapacity(known: readonly KnownCapacity[], asked: Asked): CapacityFound | undefined {
  const ofDirection = known.filter(
    (capacity) => capacity.direction === asked.direction && serves(capacity, asked.side),
  );
  const same = ofDirection.filter((capacity) => capacity.posture.archetype === asked.posture.archetype);
  const among = same.length > 0 ? same : ofDirection;
  const honest = nearestOf(
    among.filter(({ capacity }) => !capacity.lowerBound),
    asked,
  );
  const bound = nearestOf(
    among.filter(
      ({ capacity }) => capacity.lowerBound && (!honest || maxNm(capacity) > maxNm(honest.capacity)),
    ),
    asked,
  );
  const evidence = bound ?? honest;
  if (!evidence) return undefined;
  const prior = same.length === 0;
  const weeks = asked.onDay === undefined ? 0 : daysBetween(evidence.onDate, asked.onDay) / 7;
  return {
    capacity: atAge(prior ? asPrior(evidence.capacity) : evidence.capacity, weeks),
    source: evidence.source,
    prior,
    evidence,
  };
}
