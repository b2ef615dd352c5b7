import type { Rung } from '~/core/catalogue/schema';

/**
 * The weekly ledger of loaded bending: cycles of a bending low back, and seconds it is held bent under load. No law of
 * nature; practitioners disagree, so the ceiling is a budget that the practice can widen with a reason.
 */
export interface Flexion {
  readonly cycles: number;
  readonly heldS: number;
}
export const noFlexion: Flexion = { cycles: 0, heldS: 0 };
/** Default ceiling of a week; source: the practice's safety rules. */
export const defaultFlexionCeiling: Flexion = { cycles: 150, heldS: 240 };

/** The ceiling for these cautions: half under 16 or with low bone density, nothing for a back that dislikes bending. */
export function flexionCeiling(cautions: readonly string[], base: Flexion = defaultFlexionCeiling): Flexion {
  if (cautions.includes('disc_flexion_sensitive')) return noFlexion;
  const share = cautions.includes('under_16') || cautions.includes('osteoporosis') ? 0.5 : 1;
  return { cycles: base.cycles * share, heldS: base.heldS * share };
}

/** What one set bends: its cycles, and its seconds when the low back is held bent. */
export function flexionOfSet(
  rung: Pick<Rung, 'lumbar' | 'unit' | 'flexion_cycles_per_rep'>,
  amount: number,
): Flexion {
  return {
    cycles: rung.flexion_cycles_per_rep * amount,
    heldS: rung.lumbar === 'flexed' && rung.unit === 'hold_s' ? amount : 0,
  };
}

export const addFlexion = (a: Flexion, b: Flexion, times = 1): Flexion => ({
  cycles: a.cycles + b.cycles * times,
  heldS: a.heldS + b.heldS * times,
});

/** Is this within the ceiling? */
export const withinFlexion = (sum: Flexion, ceiling: Flexion): boolean =>
  sum.cycles <= ceiling.cycles + 1e-9 && sum.heldS <= ceiling.heldS + 1e-9;
