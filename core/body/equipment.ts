import { type Body, gravity } from './anthropometry';
import { ballDiameterM } from './ball';
import type { PostureOf } from './posture';
import { cosDeg, degrees } from './skeleton';

/** Arithmetic of the kit: bands, springs, cables, balls and the distance of the feet. */

export type Reading<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problems: string[] };

export interface BandPoint {
  readonly stretchCm: number;
  readonly forceN: number;
}

export interface BandFit {
  readonly points: readonly BandPoint[];
  /** Force at a stretch, newtons; beyond the last point the last slope goes on. */
  readonly forceAt: (stretchCm: number) => number;
  /** Stretch for a force, centimetres. */
  readonly stretchFor: (forceN: number) => number;
  /** Outside the measured points the fit only extrapolates. */
  readonly measuredTo: BandPoint;
}

/** A band is not stretched beyond this share of its resting length. */
export const mostStretchPercent = 250;

/** Slopes of a monotone cubic through points (Fritsch and Carlson, SIAM J Numer Anal 1980; 17: 238-246). */
function monotoneSlopes(points: readonly BandPoint[]): number[] {
  const secants = points.slice(1).map((p, i) => {
    const before = points[i] as BandPoint;
    return (p.forceN - before.forceN) / (p.stretchCm - before.stretchCm);
  });
  const slopes = points.map((_, i) => {
    const left = secants[i - 1];
    const right = secants[i];
    if (left === undefined) return right ?? 0;
    if (right === undefined) return left;
    return left * right <= 0 ? 0 : (left + right) / 2;
  });
  for (const [i, secant] of secants.entries()) {
    if (secant === 0) {
      slopes[i] = slopes[i + 1] = 0;
      continue;
    }
    const a = (slopes[i] ?? 0) / secant;
    const b = (slopes[i + 1] ?? 0) / secant;
    const size = Math.hypot(a, b);
    if (size > 3) {
      slopes[i] = (3 * a * secant) / size;
      slopes[i + 1] = (3 * b * secant) / size;
    }
  }
  return slopes;
}

/**
 * A monotone fit through two or more measured points of a band (slack is 0 cm, 0 N). Refuses points that are negative, at
 * one stretch twice, or whose force falls as the stretch grows, and says which.
 */
export function fitBand(measured: readonly BandPoint[]): Reading<BandFit> {
  const problems: string[] = [];
  const sorted = [...measured].sort((a, b) => a.stretchCm - b.stretchCm);
  if (measured.length < 2) problems.push('Measure the band at two stretches or more.');
  for (const p of measured)
    if (!(p.stretchCm > 0) || !(p.forceN > 0))
      problems.push(`${p.stretchCm} cm, ${p.forceN} N: both must be above 0.`);
  for (const [i, p] of sorted.entries()) {
    const next = sorted[i + 1];
    if (!next) continue;
    if (next.stretchCm === p.stretchCm) problems.push(`Two readings at ${p.stretchCm} cm: keep one.`);
    else if (next.forceN <= p.forceN)
      problems.push(
        `The force falls from ${p.forceN} N at ${p.stretchCm} cm to ${next.forceN} N at ${next.stretchCm} cm: read the scale again.`,
      );
  }
  if (problems.length > 0) return { ok: false, problems };
  const points: BandPoint[] = [{ stretchCm: 0, forceN: 0 }, ...sorted];
  const slopes = monotoneSlopes(points);
  const last = points.at(-1) as BandPoint;
  const lastSlope = Math.max(slopes.at(-1) ?? 0, 1e-6);
  const forceAt = (stretchCm: number): number => {
    if (stretchCm <= 0) return 0;
    if (stretchCm >= last.stretchCm) return last.forceN + lastSlope * (stretchCm - last.stretchCm);
    const i = points.findIndex((p) => p.stretchCm > stretchCm) - 1;
    const a = points[i] as BandPoint;
    const b = points[i + 1] as BandPoint;
    const h = b.stretchCm - a.stretchCm;
    const t = (stretchCm - a.stretchCm) / h;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * a.forceN +
      (t3 - 2 * t2 + t) * h * (slopes[i] ?? 0) +
      (-2 * t3 + 3 * t2) * b.forceN +
      (t3 - t2) * h * (slopes[i + 1] ?? 0)
    );
  };
  const stretchFor = (forceN: number): number => {
    if (forceN <= 0) return 0;
    if (forceN >= last.forceN) return last.stretchCm + (forceN - last.forceN) / lastSlope;
    let low = 0;
    let high = last.stretchCm;
    for (let k = 0; k < 50; k += 1) {
      const middle = (low + high) / 2;
      if (forceAt(middle) < forceN) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return { ok: true, value: { points: sorted, forceAt, stretchFor, measuredTo: last } };
}

export interface BandStand {
  readonly forceN: number;
  readonly stretchCm: number;
  readonly stretchPercent: number;
  /** From the anchor to the hand. */
  readonly distanceCm: number;
  readonly warnings: readonly string[];
}

/** How far to stand for a wanted force: resting length plus stretch, with warnings beyond the data and beyond 250 %. */
export function standFor(fit: BandFit, restCm: number, forceN: number): BandStand {
  const stretchCm = fit.stretchFor(forceN);
  const stretchPercent = (100 * stretchCm) / restCm;
  const warnings: string[] = [];
  if (stretchPercent > mostStretchPercent)
    warnings.push(
      `${Math.round(stretchPercent)} % stretch: bands tear beyond ${mostStretchPercent} %. Take a heavier band or a lower force.`,
    );
  if (stretchCm > fit.measuredTo.stretchCm)
    warnings.push(
      `Measured to ${fit.measuredTo.stretchCm} cm only: ${Math.round(stretchCm)} cm is drawn on from the last slope.`,
    );
  return { forceN, stretchCm, stretchPercent, distanceCm: restCm + stretchCm, warnings };
}

/** Force of a spring: preload plus rate x travel, newtons. */
export const springForceN = (rateNPerCm: number, travelCm: number, preloadN = 0): number =>
  preloadN + rateNPerCm * travelCm;

/** Springs help a leg press and resist a bridge against the bar: which way difficulty runs when they get lighter. */
export function lighterSpringIs(task: PostureOf<'spring_leg'>['task']): 'easier' | 'harder' {
  return task === 'press_out' || task === 'bar_press' ? 'easier' : 'harder';
}

/** Force at the handle of a stack through pulleys, newtons. `ratio` 2 halves the weight felt. */
export const cableForceN = (stackKg: number, ratio = 1): number => (stackKg * gravity) / ratio;
/** Stack weight for a force at the handle, kilograms. */
export const stackForN = (forceN: number, ratio = 1): number => (forceN * ratio) / gravity;

export interface BallFit {
  /** The size to buy, centimetres. */
  readonly diameterCm: number;
  /** Seat height when sat on as it is now, centimetres. */
  readonly seatCm: number;
  /** How far it must flatten for hips and knees to be square, as a share; undefined without a knee to go by. */
  readonly flattenTo: number | undefined;
  readonly air: 'right' | 'more' | 'less' | 'unknown';
}

/** How much a ball gives under a seated body, as a share of its diameter. */
export const usualFlattening = 0.12;
/** Pumped hard it still gives so much; softer than the second it rolls badly. Shares of the diameter. */
const flattens = { least: 0.05, most: 0.25 } as const;
/** Sizes balls are sold in, centimetres. */
const ballSizesCm = [45, 55, 65, 75, 85] as const;
/** The seat is square within so much, centimetres. */
const squareWithinCm = 1.5;

/**
 * Ball size for hips and knees square when seated. The height of the back of the knee decides: the size that comes to it with the
 * usual give, nearest; the air then brings it there. Without a knee the stature band goes.
 *
 * @param flattening how much it flattens now, as a share of the diameter
 */
export function fitBall(statureM: number, kneeHeightCm?: number, flattening = usualFlattening): BallFit {
  if (kneeHeightCm === undefined) {
    const diameterCm = Math.round(100 * ballDiameterM({ statureM }));
    return { diameterCm, seatCm: diameterCm * (1 - flattening), flattenTo: undefined, air: 'unknown' };
  }
  const give = (cm: number) => 1 - kneeHeightCm / cm;
  const fits = ballSizesCm.filter((cm) => give(cm) >= flattens.least && give(cm) <= flattens.most);
  const nearest = (sizes: readonly number[]) =>
    sizes.reduce((a, b) =>
      Math.abs(give(b) - usualFlattening) < Math.abs(give(a) - usualFlattening) ? b : a,
    );
  const diameterCm = nearest(fits.length > 0 ? fits : ballSizesCm);
  const seatCm = diameterCm * (1 - flattening);
  const off = kneeHeightCm - seatCm;
  return {
    diameterCm,
    seatCm,
    flattenTo: Math.min(flattens.most, Math.max(flattens.least, give(diameterCm))),
    air: Math.abs(off) <= squareWithinCm ? 'right' : off > 0 ? 'more' : 'less',
  };
}

export interface FootDistance {
  readonly kneeDeg: number;
  /** Where the work goes. */
  readonly shifts: 'glutes' | 'even' | 'hamstrings';
}

/**
 * Knee flexion in a bridge from the distance seat to heel on the floor at the start (cosine rule with thigh and shank), and
 * what it shifts: closer than 100 degrees of flexion more glutes, under 80 more hamstrings. Undefined when the legs are
 * not that long.
 */
export function footDistance(body: Body, seatToHeelCm: number): FootDistance | undefined {
  const { thigh, shank } = body.length;
  const d = seatToHeelCm / 100;
  if (!(d > Math.abs(thigh - shank) && d < thigh + shank)) return undefined;
  const kneeDeg = 180 - degrees(Math.acos((thigh ** 2 + shank ** 2 - d ** 2) / (2 * thigh * shank)));
  return { kneeDeg, shifts: kneeDeg > 100 ? 'glutes' : kneeDeg < 80 ? 'hamstrings' : 'even' };
}

/** Seat to heel for a knee angle in a bridge, centimetres. */
export function seatToHeelCm(body: Body, kneeDeg: number): number {
  const { thigh, shank } = body.length;
  return 100 * Math.sqrt(thigh ** 2 + shank ** 2 + 2 * thigh * shank * cosDeg(kneeDeg));
}
