import { bodyLimits } from './units';

/** A body as the load model sees it: segment masses and lengths from mass, stature and sex, or as measured. */

export type Sex = 'female' | 'male' | 'unspecified';

/** Gravity, m/s2 (standard). */
export const gravity = 9.80665;

export interface BodyInput {
  readonly massKg: number;
  readonly statureM: number;
  readonly sex: Sex;
  /** Measured lengths in metres replace their estimates. */
  readonly measuredM?: Partial<Record<LengthName, number>> | undefined;
}

/**
 * Lengths as fractions of stature (Drillis and Contini). `toLumbar` ... `toHead` run along the trunk from the hip joint:
 * lumbar hinge L4/L5, T12 pivot, shoulder, head's centre of mass. `lowerArmReach` is where forearm and hand act beyond
 * the elbow of a straight arm.
 */
const fractions = {
  shank: 0.246,
  thigh: 0.245,
  footHeight: 0.039,
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  biacromial: 0.259,
  hipSpacing: 0.1,
  toLumbar: 0.06,
  toT12: 0.17,
  toShoulder: 0.288,
  toHead: 0.398,
  lowerArmReach: 0.1,
} as const;
export type LengthName = keyof typeof fractions;
const lengthNames = Object.keys(fractions) as LengthName[];

/**
 * Mass fractions (% of body mass) and centres of mass (% from the proximal end; along the trunk: fractions of stature
 * from the hip joint). Adjusted Zatsiorsky set, J Biomech 1996; 29: 1223-1230.
 */
const segmentSets = {
  male: {
    head: 6.94,
    upperTrunk: 15.96,
    midTrunk: 16.33,
    lowerTrunk: 11.17,
    upperArm: 2.71,
    forearm: 1.62,
    hand: 0.61,
    thigh: 14.16,
    shank: 4.33,
    foot: 1.37,
    comUpperArm: 57.72,
    comThigh: 40.95,
    comShank: 44.59,
    comLowerTrunk: 0.0325,
    comMidTrunk: 0.152,
    comUpperTrunk: 0.276,
  },
  female: {
    head: 6.68,
    upperTrunk: 15.45,
    midTrunk: 14.65,
    lowerTrunk: 12.47,
    upperArm: 2.55,
    forearm: 1.38,
    hand: 0.56,
    thigh: 14.78,
    shank: 4.81,
    foot: 1.29,
    comUpperArm: 57.54,
    comThigh: 36.12,
    comShank: 44.16,
    comLowerTrunk: 0.053,
    comMidTrunk: 0.17,
    comUpperTrunk: 0.288,
  },
} as const;
type SegmentFigure = keyof typeof segmentSets.male;

export interface Body {
  readonly massKg: number;
  readonly statureM: number;
  readonly sex: Sex;
  /** Metres. */
  readonly length: Readonly<Record<LengthName, number>>;
  /** Kilograms; limbs for one side. `lowerArm` is forearm and hand together. */
  readonly mass: {
    readonly head: number;
    readonly upperTrunk: number;
    readonly midTrunk: number;
    readonly lowerTrunk: number;
    readonly upperArm: number;
    readonly lowerArm: number;
    readonly thigh: number;
    readonly shank: number;
    readonly foot: number;
  };
  /** Centres of mass of the trunk parts along the trunk from the hip joint, metres. */
  readonly trunkCom: { readonly lower: number; readonly mid: number; readonly upper: number };
  /** Centres of mass from the proximal joint, as a share of the segment. */
  readonly limbCom: { readonly upperArm: number; readonly thigh: number; readonly shank: number };
}

export type BodyRead =
  | { readonly ok: true; readonly body: Body }
  | { readonly ok: false; readonly problems: string[] };

const between = (value: number, { min, max }: { min: number; max: number }) => value >= min && value <= max;

function problemsOf(input: { massKg: number | undefined; statureM: number | undefined }): string[] {
  const problems: string[] = [];
  const { massKg, statureM } = input;
  if (massKg === undefined || Number.isNaN(massKg)) problems.push('Body mass is missing.');
  else if (!between(massKg, bodyLimits.massKg))
    problems.push(
      `A body mass of ${massKg} kg is outside ${bodyLimits.massKg.min} to ${bodyLimits.massKg.max} kg.`,
    );
  if (statureM === undefined || Number.isNaN(statureM)) problems.push('Stature is missing.');
  else if (!between(statureM, bodyLimits.statureM))
    problems.push(
      `A stature of ${statureM} m is outside ${bodyLimits.statureM.min} to ${bodyLimits.statureM.max} m.`,
    );
  return problems;
}

/**
 * Builds a body from outside figures. Gives the problems in words (missing, zero or absurd mass, stature or measured
 * length) instead of throwing.
 */
export function readBody(
  input: Omit<BodyInput, 'massKg' | 'statureM'> & {
    massKg?: number | undefined;
    statureM?: number | undefined;
  },
): BodyRead {
  const { massKg, statureM } = input;
  const problems = problemsOf({ massKg, statureM });
  if (problems.length === 0 && statureM !== undefined)
    for (const [name, value] of Object.entries(input.measuredM ?? {})) {
      const usual = fractions[name as LengthName] * statureM;
      if (!(value >= usual * 0.6 && value <= usual * 1.5))
        problems.push(
          `A measured ${name} of ${value} m is not near the ${usual.toFixed(2)} m usual for this stature.`,
        );
    }
  if (problems.length > 0 || massKg === undefined || statureM === undefined) return { ok: false, problems };
  return { ok: true, body: bodyOf({ ...input, massKg, statureM }) };
}

/**
 * The body of a mass (kg), stature (m) and sex; sex not given takes the mean of both sets. Mass fractions are normalised
 * to sum to 1. Throws a RangeError on figures outside `bodyLimits`; use `readBody` for figures from outside.
 */
export function bodyOf(input: BodyInput): Body {
  const problems = problemsOf(input);
  if (problems.length > 0) throw new RangeError(problems.join(' '));
  const { massKg, statureM, sex } = input;
  const of = (name: SegmentFigure) =>
    sex === 'unspecified' ? (segmentSets.male[name] + segmentSets.female[name]) / 2 : segmentSets[sex][name];
  const arm = of('upperArm') + of('forearm') + of('hand');
  const leg = of('thigh') + of('shank') + of('foot');
  const sum = of('head') + of('upperTrunk') + of('midTrunk') + of('lowerTrunk') + 2 * (arm + leg);
  const kg = (share: number) => (share / sum) * massKg;
  const length = {} as Record<LengthName, number>;
  for (const name of lengthNames) length[name] = input.measuredM?.[name] ?? fractions[name] * statureM;
  return {
    massKg,
    statureM,
    sex,
    length,
    mass: {
      head: kg(of('head')),
      upperTrunk: kg(of('upperTrunk')),
      midTrunk: kg(of('midTrunk')),
      lowerTrunk: kg(of('lowerTrunk')),
      upperArm: kg(of('upperArm')),
      lowerArm: kg(of('forearm') + of('hand')),
      thigh: kg(of('thigh')),
      shank: kg(of('shank')),
      foot: kg(of('foot')),
    },
    trunkCom: {
      lower: of('comLowerTrunk') * statureM,
      mid: of('comMidTrunk') * statureM,
      upper: of('comUpperTrunk') * statureM,
    },
    limbCom: {
      upperArm: of('comUpperArm') / 100,
      thigh: of('comThigh') / 100,
      shank: of('comShank') / 100,
    },
  };
}
