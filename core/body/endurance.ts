/**
 * How long a moment can be held. Sustained isometric trunk effort: T = 22.69 x f^-2.27 seconds with f the share of the
 * greatest moment (Frey Law and Avin, Ergonomics 2010; the population curve). A 5 % error in the moment is about 11 % in
 * the time.
 */

export interface EnduranceLaw {
  /** Seconds at the greatest moment. */
  readonly b0S: number;
  /** Power of the share; negative. */
  readonly b1: number;
}
export const trunkLaw: EnduranceLaw = { b0S: 22.69, b1: -2.27 };

/** Below this share the law extrapolates: no limit is shown, and doses take this share instead. */
export const smallestShare = 0.15;

/** An 80 % band runs this many standard deviations to each side. */
const z80 = 1.2816;

/** Seconds a share of the greatest moment can be held. The share must be above 0; above 1 the time falls below b0. */
export function limitS(share: number, law: EnduranceLaw = trunkLaw): number {
  if (!(share > 0)) throw new RangeError('The share of the greatest moment must be above 0.');
  return law.b0S * share ** law.b1;
}

/** The share of the greatest moment that gives a limit in seconds. */
export function shareAt(seconds: number, law: EnduranceLaw = trunkLaw): number {
  if (!(seconds > 0)) throw new RangeError('A limit must be above 0 seconds.');
  return (seconds / law.b0S) ** (1 / law.b1);
}

/** The greatest moment of one direction in one archetype, as far as it is known. */
export interface Capacity {
  /** Natural logarithm of the greatest moment in newton metres. */
  readonly lnMaxNm: number;
  /** Variance of that logarithm. */
  readonly variance: number;
  /** Only known to be at least this much: a hold that was too short for the law, or stopped before it was lost. */
  readonly lowerBound: boolean;
  /** Lost before b0: the moment itself was beyond what the law speaks of. The time it was held is honest, no more than that. */
  readonly short?: boolean;
}

export const maxNm = (capacity: Capacity): number => Math.exp(capacity.lnMaxNm);

/** Width of the 80 % band on a time, as a factor, from the variance of ln M_max. */
export function bandFactor(variance: number, law: EnduranceLaw = trunkLaw): number {
  return Math.exp(z80 * Math.abs(law.b1) * Math.sqrt(variance));
}

/** The variance of ln M_max behind an 80 % band on the time of x/÷ `factor`. */
export function varianceOfBand(factor: number, law: EnduranceLaw = trunkLaw): number {
  return (Math.log(factor) / (z80 * Math.abs(law.b1))) ** 2;
}

/** Bands on a predicted limit: from a hold of the same archetype, and from another archetype of the direction. */
export const bands = { sameArchetype: 1.35, otherArchetype: 2 } as const;

/** No data of one athlete narrows a band below this: postures differ in more than their moment. */
const narrowestBand = 1.1;

/**
 * Capacity from one hold of a known moment to honest loss.
 *
 * @param nm moment of the posture held, newton metres
 * @param heldS seconds to loss, or to where it was stopped
 * @param toLoss false when a cap or the coach stopped it: the figure is then a lower bound
 */
export function capacityFromHold(
  nm: number,
  heldS: number,
  toLoss: boolean,
  law: EnduranceLaw = trunkLaw,
): Capacity {
  if (!(nm > 0) || !(heldS > 0)) throw new RangeError('A hold needs a moment and a time above 0.');
  // Below b0 the law only extrapolates. It is followed all the same, so that nobody is promised 23 s after a hold of 5.
  return {
    lnMaxNm: Math.log(nm / shareAt(heldS, law)),
    variance: varianceOfBand(bands.sameArchetype, law),
    lowerBound: !toLoss || heldS < law.b0S,
    ...(toLoss && heldS < law.b0S ? { short: true } : {}),
  };
}

/**
 * Capacity from a staged hold: stages of known moments held one after another to loss. The capacity is the one at which
 * the stages add up to exactly one effort to failure.
 */
export function capacityFromStages(
  stages: readonly { readonly nm: number; readonly heldS: number }[],
  toLoss: boolean,
  law: EnduranceLaw = trunkLaw,
): Capacity {
  const done = stages.filter((stage) => stage.heldS > 0 && stage.nm > 0);
  if (done.length === 0)
    throw new RangeError('A staged hold needs a stage with a moment and a time above 0.');
  // Dose = sum t/b0 (M/Mmax)^-b1 = 1 has a closed form.
  const sum = done.reduce((total, { nm, heldS }) => total + (heldS / law.b0S) * nm ** -law.b1, 0);
  const greatest = Math.max(...done.map((stage) => stage.nm));
  const solved = sum ** (-1 / law.b1);
  return {
    lnMaxNm: Math.log(solved),
    variance: varianceOfBand(bands.sameArchetype, law),
    lowerBound: !toLoss || solved < greatest,
    ...(toLoss && solved < greatest ? { short: true } : {}),
  };
}

export interface PredictedLimit {
  readonly share: number;
  readonly seconds: number;
  /** 80 % band. */
  readonly fromS: number;
  readonly toS: number;
  /** Holds as `seconds` or more. */
  readonly lowerBound: boolean;
}

/**
 * Predicted limit of a posture of this moment. Undefined below the smallest share, where the law would only
 * extrapolate. At a share of 1 and above the posture is beyond the capacity: seconds fall below b0.
 */
export function predictLimit(
  nm: number,
  capacity: Capacity,
  law: EnduranceLaw = trunkLaw,
): PredictedLimit | undefined {
  const share = nm / maxNm(capacity);
  if (!(share >= smallestShare - 1e-9)) return undefined;
  const seconds = limitS(share, law);
  const factor = Math.max(narrowestBand, bandFactor(capacity.variance, law));
  return {
    share,
    seconds,
    fromS: seconds / factor,
    toS: seconds * factor,
    // What was lost short is known where it was lost; on easier shapes it may be more.
    lowerBound: capacity.lowerBound && !(capacity.short === true && share >= 1),
  };
}

/** The same capacity seen from another archetype of its direction: a prior with the wide band. */
export function asPrior(capacity: Capacity, law: EnduranceLaw = trunkLaw): Capacity {
  return {
    ...capacity,
    variance: Math.max(capacity.variance, varianceOfBand(bands.otherArchetype, law)),
  };
}

/** Variance of ln M_max gained per week without news: a band of x/÷ 1.35 opens to x/÷ 1.8 in 26 weeks. */
export const driftPerWeek = (varianceOfBand(1.8) - varianceOfBand(bands.sameArchetype)) / 26;

/** The same capacity some weeks later: nothing was heard since, so its band is wider. */
export function atAge(capacity: Capacity, weeks: number): Capacity {
  return { ...capacity, variance: capacity.variance + Math.max(0, weeks) * driftPerWeek };
}

/** Shares of the limit a set is prescribed at. */
export const holdShares = { easy: 0.5, working: 0.65, hard: 0.8 } as const;

/** Holds under this are over before they begin; over that they are no training of the trunk. */
const sensibleS = { least: 3, most: 600 } as const;

/** What to say of a limit that no training rung should have; nothing of one that it may. */
export const limitWord = (seconds: number): string =>
  seconds < sensibleS.least
    ? ' Under 3 s: not to be trained yet.'
    : seconds > sensibleS.most
      ? ' Over 10 min: no training as it is, add load or take a harder rung.'
      : '';
