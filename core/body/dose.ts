import { type EnduranceLaw, limitS, smallestShare, trunkLaw } from './endurance';

/** Dose of a direction: 1.0 is one effort to failure. Doses of one direction add up. */

/** Length of a breath when the athlete's own is not known, seconds. */
export const usualBreathS = 5;

export interface Tempo {
  readonly outS: number;
  readonly holdS: number;
  readonly backS: number;
}

/** Reads "3-2-3" (seconds out, hold, back); undefined when it is not a tempo. */
export function parseTempo(text: string | null | undefined): Tempo | undefined {
  const found = /^(\d+)-(\d+)-(\d+)$/.exec(text ?? '');
  if (!found) return undefined;
  return { outS: Number(found[1]), holdS: Number(found[2]), backS: Number(found[3]) };
}

export const tempoS = (tempo: Tempo): number => tempo.outS + tempo.holdS + tempo.backS;

const floored = (share: number) => Math.max(smallestShare, share);

/** Dose of a hold: seconds over the limit of its moment. Shares below the smallest count as the smallest. */
export function holdDose(
  nm: number,
  greatestNm: number,
  seconds: number,
  law: EnduranceLaw = trunkLaw,
): number {
  return seconds / limitS(floored(nm / greatestNm), law);
}

/** Eight points along the way are enough: the moment changes smoothly. */
const points = 8;

/**
 * Dose of one dynamic rep: the integral of dt / T_lim over its tempo, by the midpoint rule.
 *
 * @param momentNm moment at a phase of the rep, 0 the easy end and 1 the demanding one
 */
export function repDose(
  momentNm: (phase: number) => number,
  greatestNm: number,
  tempo: Tempo,
  law: EnduranceLaw = trunkLaw,
): number {
  let moving = 0;
  for (let i = 0; i < points; i += 1)
    moving += 1 / limitS(floored(momentNm((i + 0.5) / points) / greatestNm), law);
  const wayS = tempo.outS + tempo.backS;
  const still = tempo.holdS > 0 ? holdDose(momentNm(1), greatestNm, tempo.holdS, law) : 0;
  return (wayS * moving) / points + still;
}

/**
 * Seconds at the demanding moment that cost as much as one rep at a tempo, so that reps can be compared with holds.
 *
 * @param momentNm moment at a phase of the rep, newton metres
 */
export function equivalentHoldS(
  momentNm: (phase: number) => number,
  tempo: Tempo,
  law: EnduranceLaw = trunkLaw,
): number {
  const peak = momentNm(1);
  if (!(peak > 0)) return 0;
  let moving = 0;
  for (let i = 0; i < points; i += 1) moving += (Math.max(0, momentNm((i + 0.5) / points)) / peak) ** -law.b1;
  return ((tempo.outS + tempo.backS) * moving) / points + tempo.holdS;
}

/** Dose of breaths held in a position. */
export function breathDose(
  nm: number,
  greatestNm: number,
  breaths: number,
  breathS: number = usualBreathS,
  law: EnduranceLaw = trunkLaw,
): number {
  return holdDose(nm, greatestNm, breaths * breathS, law);
}

/** Seconds a hold may be prescribed for at a share of its limit; shares above 0.8 belong to tests. */
export function prescribedHoldS(limit: number, share: number): number {
  return Math.floor(limit * Math.min(0.8, Math.max(0, share)));
}
