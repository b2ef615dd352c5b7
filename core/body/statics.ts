import { gravity } from './anthropometry';
import type { MassPoint } from './masses';

/** A rigid beam on two supports under vertical forces. */
export interface Beam {
  /** Newtons at the foot end and at the head end. */
  readonly caudalN: number;
  readonly cranialN: number;
  /** Moment about the axis from the free body on each side of it, newton metres; statics demands that they agree. */
  readonly fromCaudalNm: number;
  readonly fromCranialNm: number;
}

/**
 * Reactions and the moment at an axis of a body on two supports, all at horizontal positions in metres.
 *
 * @param masses what hangs on the beam; what lies on the floor carries itself and is left out
 * @param isCranial whether a mass belongs to the head side of the axis
 */
export function beam(
  masses: readonly MassPoint[],
  caudalX: number,
  cranialX: number,
  axisX: number,
  isCranial: (mass: MassPoint) => boolean,
): Beam {
  let weightN = 0;
  let aboutCaudal = 0;
  let cranialPull = 0;
  let caudalPull = 0;
  for (const mass of masses) {
    const newtons = mass.kg * gravity;
    weightN += newtons;
    aboutCaudal += newtons * (mass.at.x - caudalX);
    if (isCranial(mass)) cranialPull += newtons * (mass.at.x - axisX);
    else caudalPull += newtons * (axisX - mass.at.x);
  }
  const cranialN = aboutCaudal / (cranialX - caudalX);
  const caudalN = weightN - cranialN;
  return {
    caudalN,
    cranialN,
    fromCaudalNm: caudalN * (axisX - caudalX) - caudalPull,
    fromCranialNm: cranialN * (cranialX - axisX) - cranialPull,
  };
}

/** Moment of masses hung out to one side of an axis, newton metres; positive toward +x when `toward` is 1. */
export function cantileverNm(masses: readonly MassPoint[], axisX: number, toward: 1 | -1): number {
  let sum = 0;
  for (const mass of masses) sum += mass.kg * gravity * (mass.at.x - axisX) * toward;
  return sum;
}
