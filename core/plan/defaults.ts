import type { Phase } from '~/core/catalogue/phases';
import type { LadderQuality } from '~/core/dose/choose';

/** Of the last load weeks' minutes: the least and the most of a low week. */
export type LowShare = readonly [least: number, most: number];

/** Defaults of the plan, each a setting. Source: the prescription rules and what was measured with them over made-up seasons. */
export const planDefaults = {
  capQuality: { novice: 4, trained: 7, advanced: 10 },
  capTotal: { novice: 24, trained: 40, advanced: 56 },
  rampTotal: 0.1,
  rampQuality: 0.25,
  rampTotalYouth: 0.07,
  rampQualityYouth: 0.15,
  /** What a quality may always grow by, dose; and all of them together, minutes. */
  rampStep: 0.15,
  rampStepMinutes: 3,
  /** Load weeks whose mean a quality's ramp starts from, and the week's in all. */
  rampWeeks: 4,
  rampTotalWeeks: 2,
  /** The first load week's share of the offered minutes, by what is done now; each load week 10 points more. */
  entry: { none: 0.6, once: 0.7, more: 0.8 },
  entryLess: 0.1,
  entryStep: 0.1,
  /** Share of a load week's minutes that is to be used, from this load week on. */
  fillLeast: 0.9,
  fillFrom: 3,
  lowShare: {
    deload: [0.5, 0.57],
    event: [0.55, 0.7],
    after: [0.4, 0.6],
    restore: [0.4, 0.6],
    sharpen: [0.4, 0.6],
  } satisfies Record<string, LowShare>,
  /** An event week carries no more than this share of the days it has left. */
  eventDays: 0.9,
  leastKeep: 2,
  keepMost: 4,
  keepMostLong: 6,
  /** A week of so many minutes may keep more. */
  longWeek: 75,
  /** While a gap acts the weaker side does at least and at most so much of the stronger. */
  weakerLeast: 1.25,
  weakerToStronger: 1.5,
  /** A gap under this share acts no more. */
  gapCloses: 0.1,
  /** Dose of bent trunk a week, in efforts. */
  flexion: 6,
  /** What was trained before is never gated below this share of its cap. */
  leastGateTrained: 0.3,
  /** Weeks until breath and brace is checked again, and the share of the caps they open. */
  breathWeeks: 2,
  breathGate: 0.5,
  /** Fitness and fatigue: days they last, points of capability a dose gives, and what it takes for as long as fatigue lasts. */
  tau1Days: 42,
  tau2Days: 7,
  rho: 2,
  pointsPerDose: { novice: 2, trained: 1.2, advanced: 0.8 },
  /** Past half of a quality's cap a dose is worth this share. */
  pieceWidth: 0.5,
  pieceWorth: 0.7,
  /** Worth of a point: of the first ten or so, of the rest of what is short, and of what goes beyond. */
  gainFirst: 10,
  gainWorth: [1, 0.6, 0.15],
  needMost: 60,
  capabilityLeast: 5,
  capabilityUntested: 70,
  eventWeight: { A: 1, B: 0.35 },
  /** Prices: points for a dose or a minute. */
  priceSmooth: 0.02,
  priceStay: 0.01,
  priceSoftLock: 2,
  priceFloor: 20,
  priceFill: 0.3,
} as const;

/** Share of the quality cap a phase opens; everything else is fully open. */
export const phaseGates: Readonly<Partial<Record<Phase, Partial<Record<LadderQuality, number>>>>> = {
  ground: {
    anti_rotation: 0.5,
    trunk_flexion_control: 0.5,
    anti_extension: 0.6,
    anti_lateral: 0.6,
    extension_endurance: 0.6,
    hip_extension: 0.6,
    reactive: 0,
  },
  build: { reactive: 0.35 },
  load: { reactive: 0.7 },
  hold: { reactive: 0.7 },
  restore: {
    anti_extension: 0.6,
    anti_lateral: 0.6,
    anti_rotation: 0.6,
    extension_endurance: 0.6,
    hip_extension: 0.6,
    trunk_flexion_control: 0.6,
    reactive: 0.3,
  },
};

/** Bent-trunk share of a quality's dose. */
export const flexionShare: Readonly<Partial<Record<LadderQuality, number>>> = {
  anti_extension: 0.3,
  trunk_flexion_control: 1,
};

/** What is left of an open gate before breath and brace was checked again. */
export function breathGates(id: LadderQuality, open: number): number {
  if (id === 'breath_brace' || id === 'pelvic_level') return open;
  return id === 'reactive' ? 0 : Math.min(open, planDefaults.breathGate);
}

/** Share of a quality's cap a caution leaves. */
export function cautionFactor(id: LadderQuality, cautions: readonly string[]): number {
  let factor = 1;
  const has = (...ids: string[]) => ids.some((caution) => cautions.includes(caution));
  if (has('acute_back_pain') && id !== 'breath_brace') factor = 0;
  if (
    has('postpartum', 'pregnancy', 'pelvic_floor_symptoms', 'hernia') &&
    ['anti_extension', 'trunk_flexion_control', 'reactive'].includes(id)
  )
    factor = Math.min(factor, 0.5);
  if (has('hypertension') && ['anti_extension', 'anti_lateral', 'extension_endurance'].includes(id))
    factor = Math.min(factor, 0.7);
  return factor;
}

/** How far a plan is looked ahead and back, days. Source: this product. */
export const planReach = {
  ahead: 730,
  /** Days without training at a stretch. */
  off: 180,
  /** Training of the sport is written from so many days ago on: what lies further back closes nothing any more. */
  trainingBack: 28,
} as const;
