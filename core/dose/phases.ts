import type { Phase } from '~/core/catalogue/phases';

/** Phases of a season, and what each asks of a limit: windows, share, sets. Source: the prescription rules; every figure a default. */

export const phaseNames: Readonly<Record<Phase, string>> = {
  ground: 'Ground',
  build: 'Build',
  load: 'Load',
  sport: 'Sport',
  sharpen: 'Sharpen',
  hold: 'Hold',
  restore: 'Restore',
};

export const phaseAims: Readonly<Record<Phase, string>> = {
  ground: 'Breathe, brace, own contact and a level pelvis',
  build: 'Endurance of holds, both sides equal',
  load: 'Strength: lever, weight, one limb',
  sport: 'Dynamic, reactive, sport shapes',
  sharpen: 'Freshness: dose down, intensity kept, nothing new',
  hold: 'Keep what is there',
  restore: 'Easy control, then re-screen',
};

export type Window = readonly [low: number, high: number];

export interface PhaseRule {
  /** Limits a rung of the phase has: seconds of holds and metres, and reps. Breaths take the hold window over five. */
  readonly holdL: Window;
  readonly repsL: Window;
  /** Share of the limit that is asked of a set. */
  readonly share: number;
  /** Sets of one exposure: the least and the most. */
  readonly sets: Window;
  /** May kilograms be added? */
  readonly kilograms: boolean;
  /** Rungs stay as they are; a window is only for what has none yet. */
  readonly keepsRungs: boolean;
}

export const phaseRules: Readonly<Record<Phase, PhaseRule>> = {
  ground: {
    holdL: [45, 120],
    repsL: [12, 30],
    share: 0.5,
    sets: [2, 3],
    kilograms: false,
    keepsRungs: false,
  },
  build: { holdL: [35, 90], repsL: [10, 25], share: 0.6, sets: [2, 3], kilograms: true, keepsRungs: false },
  load: { holdL: [23, 50], repsL: [7, 16], share: 0.7, sets: [3, 4], kilograms: true, keepsRungs: false },
  sport: { holdL: [23, 60], repsL: [7, 20], share: 0.6, sets: [2, 4], kilograms: true, keepsRungs: false },
  sharpen: { holdL: [35, 90], repsL: [10, 25], share: 0.65, sets: [2, 2], kilograms: true, keepsRungs: true },
  hold: { holdL: [35, 90], repsL: [10, 25], share: 0.65, sets: [2, 3], kilograms: true, keepsRungs: true },
  restore: {
    holdL: [45, 120],
    repsL: [12, 30],
    share: 0.45,
    sets: [2, 2],
    kilograms: false,
    keepsRungs: false,
  },
};
