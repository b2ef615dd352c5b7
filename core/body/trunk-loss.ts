/**
 * What ended a hold or a set without telling anything of the trunk: pain and the low back, another muscle group that gave
 * in first, or haste. Such an end is no loss of the trunk: what was held stands as a lower bound.
 */
const elsewhereFaults: ReadonlySet<string> = new Set([
  'pain',
  'felt_low_back',
  'grip_lost',
  'hamstring_cramp',
  'neck_strain',
  'hip_flexor_takeover',
  'shoulder_shrug',
  'shoulder_collapse',
  'foot_takeover',
  'rushing',
]);
const elsewherePlaces: ReadonlySet<string> = new Set(['low back', 'neck', 'front of hip', 'arms']);

/** Does this fault end a set without the trunk having given in? */
export const endsElsewhere = (faultId: string): boolean => elsewhereFaults.has(faultId);

/**
 * Did the trunk lose a trial? Only a loss of position does, felt where it belongs, with at least one fault of the trunk
 * among those seen when any were.
 */
export function trunkLost(trial: {
  readonly endReason: string;
  readonly feltIn: string | null;
  readonly faults: readonly { readonly faultId: string }[];
}): boolean {
  if (trial.endReason !== 'loss') return false;
  if (trial.feltIn !== null && elsewherePlaces.has(trial.feltIn)) return false;
  const seen = trial.faults.filter(({ faultId }) => faultId !== 'tremor_ok');
  return seen.length === 0 || seen.some(({ faultId }) => !endsElsewhere(faultId));
}
