import { type Capacity, type EnduranceLaw, shareAt, trunkLaw, varianceOfBand } from './endurance';

/**
 * Capacity follows the logs: a Kalman step on the logarithm of the greatest moment. Between observations the variance
 * grows by `driftPerWeek`; an observation pulls the estimate by its own variance.
 */

/** Variance of ln M_max gained per week without news: a band of x/÷ 1.35 opens to about x/÷ 1.5 in eight weeks. */
export const driftPerWeek = varianceOfBand(1.1);

/** How far an observation can be trusted, as an 80 % band on its time. */
export const observationBands = {
  /** A screened hold, timed by a tester. */
  screen: 1.35,
  /** The first set of a direction in a logged session. */
  log: 1.6,
} as const;

/** Why a set tells nothing about the limit. */
const silentEnds: ReadonlySet<string> = new Set(['pain', 'grip_lost', 'hamstring_cramp', 'felt_low_back']);

export interface SetObservation {
  /** Moment held, newton metres. */
  readonly nm: number;
  readonly heldS: number;
  readonly plannedS: number;
  /** The fault that ended it; null for a clean set. */
  readonly endedBy: string | null;
  /** The first set of its direction in the session. */
  readonly first: boolean;
  /** Dose of this direction already done in the session (1 = one effort to failure). */
  readonly doseBefore: number;
}

/** The estimate after some weeks without news. */
export function afterWeeks(capacity: Capacity, weeks: number): Capacity {
  return { ...capacity, variance: capacity.variance + Math.max(0, weeks) * driftPerWeek };
}

/**
 * One Kalman step with an observed ln M_max.
 *
 * @param observed ln of the greatest moment the observation speaks for
 * @param variance its variance
 */
export function kalmanStep(capacity: Capacity, observed: number, variance: number): Capacity {
  const gain = capacity.variance / (capacity.variance + variance);
  return {
    lnMaxNm: capacity.lnMaxNm + gain * (observed - capacity.lnMaxNm),
    variance: (1 - gain) * capacity.variance,
    lowerBound: false,
  };
}

/**
 * What one logged set says. A set lost before its plan is an observation; a clean set only raises a lower bound, so it
 * counts when it went beyond what was expected. Sets ended by pain, grip, cramp or another place say nothing. A later set
 * counts after adding the dose already done: the fresh limit was longer by that share.
 *
 * @returns the new capacity, the same one when the set says nothing
 */
export function observeSet(capacity: Capacity, set: SetObservation, law: EnduranceLaw = trunkLaw): Capacity {
  if (set.endedBy !== null && silentEnds.has(set.endedBy)) return capacity;
  if (!(set.nm > 0) || !(set.heldS > 0)) return capacity;
  if (!set.first && set.doseBefore >= 0.95) return capacity;
  const freshS = set.first ? set.heldS : set.heldS / (1 - set.doseBefore);
  const spoken = Math.log(set.nm / Math.min(1, shareAt(freshS, law)));
  const lost = set.endedBy !== null && set.heldS < set.plannedS;
  if (lost) {
    // Shorter than b0: only known that the moment was within the greatest one.
    if (freshS < law.b0S && spoken <= capacity.lnMaxNm && capacity.lowerBound) return capacity;
    return kalmanStep(capacity, spoken, varianceOfBand(observationBands.log, law));
  }
  if (spoken <= capacity.lnMaxNm) return capacity;
  return { ...kalmanStep(capacity, spoken, varianceOfBand(observationBands.log, law)), lowerBound: true };
}
