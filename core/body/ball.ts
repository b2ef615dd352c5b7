/**
 * Ball diameter for a stature, metres: hips and knees square when seated. The stature bands balls are sold by: under
 * 155 cm 45; to 170: 55; to 185: 65; to 200: 75; above: 85 cm.
 */
export function ballDiameterM({ statureM }: { readonly statureM: number }): number {
  if (statureM < 1.55) return 0.45;
  if (statureM < 1.7) return 0.55;
  if (statureM < 1.85) return 0.65;
  return statureM <= 2 ? 0.75 : 0.85;
}
