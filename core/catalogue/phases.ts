/** Phases of a season, in their order. */
export const phases = ['ground', 'build', 'load', 'sport', 'sharpen', 'hold', 'restore'] as const;
export type Phase = (typeof phases)[number];
