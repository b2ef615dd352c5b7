import { posturesApart } from '~/core/body/posture';
import type { Ladder, ScreenTest } from '~/core/catalogue/schema';

/** Seen in anything that is held or repeated. */
const anywhere = ['neck_strain', 'shoulder_shrug', 'breath_hold', 'rushing', 'tremor_ok'] as const;

/** Shapes of one archetype that differ by fewer words than this show the same faults. */
const nearShapes = 0.35;

/**
 * Faults a tester may see in a test, the likely ones of the test itself first: then those of the ladders that train its shape, then
 * what is seen in anything. Not asked here: pain, which has its own key, and side gaps, which are computed.
 */
export function fittingFaults(
  test: Pick<ScreenTest, 'posture' | 'faults' | 'sided'>,
  ladders: readonly Pick<Ladder, 'faults' | 'rungs'>[],
): string[] {
  const near = ladders.filter(({ rungs }) =>
    rungs.some((rung) => posturesApart(rung.posture, test.posture) < nearShapes),
  );
  const all = [...test.faults, ...near.flatMap(({ faults }) => faults), ...anywhere];
  return [...new Set(all)].filter(
    (id) =>
      test.faults.includes(id) ||
      (id !== 'pain' && id !== 'side_gap' && !cannotBe(id, test.posture.archetype)),
  );
}

const roundOnPurpose = new Set(['supine_limbs', 'curl', 'breathing']);

/** A rounded low back is what lying shapes with a flat back and curls ask for; a landing needs something to land from. */
const cannotBe = (faultId: string, archetype: string): boolean =>
  (faultId === 'lumbar_round' && roundOnPurpose.has(archetype)) || faultId === 'loud_landing';
