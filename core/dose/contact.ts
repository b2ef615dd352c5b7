import type { IsoDay } from '~/core/body/dates';
import type { Posture } from '~/core/body/posture';
import type { TestResult } from '~/core/screen/assess/assess';

/** How far straight legs may be lowered with the low back in contact: the angle of the screen sets the range of the rungs. */
export interface Contact {
  /** Legs above the floor where contact was lost, degrees, on the safe side in steps that the eye can read. */
  readonly deg: number;
  readonly onDate: IsoDay;
}

const stepDeg = 5;

/** From the newest lowering that was measured; undefined where none was. */
export function contactOf(
  results: readonly Pick<TestResult, 'testId' | 'value' | 'onDate'>[],
): Contact | undefined {
  const newest = results
    .filter(({ testId, value }) => testId === 'leg_lowering_angle' && value !== null)
    .reduce<(typeof results)[number] | undefined>(
      (a, b) => (a === undefined || b.onDate >= a.onDate ? b : a),
      undefined,
    );
  return newest
    ? { deg: Math.ceil((newest.value ?? 0) / stepDeg) * stepDeg, onDate: newest.onDate }
    : undefined;
}

/**
 * Does the contact angle stop the legs of this shape before its own lowest place? Both legs lowered together with a flat back, as
 * they were tested.
 */
export function stopsAtContact(p: Posture, contact: Contact | undefined): contact is Contact {
  if (!contact || p.archetype !== 'supine_limbs' || p.thorax_lifted || p.sideways) return false;
  const [one, other] = p.hips_deg;
  const lowered = one === other && one < 85 && p.knees_deg.every((deg) => deg < 20) && !p.feet_down[0];
  return lowered && contact.deg > one;
}
