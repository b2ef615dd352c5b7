import type { Posture } from '~/core/body/posture';
import type { TestForm } from './test-rules';

/** What bears the weight of a posture, as far as cautions care. */

/** Where the arms bear weight: on the flat hand, or on the forearm; undefined where they bear none. */
export function armSupport(posture: Posture): 'hand' | 'forearm' | undefined {
  switch (posture.archetype) {
    case 'prone_bridge':
      return posture.hands === 'hand' ? 'hand' : 'forearm';
    case 'side_bridge':
      return posture.hand;
    case 'quadruped':
      return 'hand';
    case 'rollout':
      // Forearms on a ball, or hands on what rolls: the shoulder bears it, the wrist stays straight.
      return 'forearm';
    default:
      return undefined;
  }
}

/** Arm supports a caution bars: sore shoulders all of them, sore wrists those on the flat hand. */
const barredSupports: Readonly<Record<string, readonly ('hand' | 'forearm')[]>> = {
  shoulder_pain: ['hand', 'forearm'],
  wrist_pain: ['hand'],
};

/** Does this caution bar what bears the weight of the posture? */
export function supportBarred(posture: Posture, caution: string): boolean {
  const support = armSupport(posture);
  return support !== undefined && (barredSupports[caution]?.includes(support) ?? false);
}

const backArchetypes: ReadonlySet<string> = new Set([
  'supine_limbs',
  'supine_bridge',
  'curl',
  'spring_leg',
  'roller_lie',
  'neck_ball',
]);

/** Is it done lying on the back? */
export function onTheBack(posture: Posture): boolean {
  if (posture.archetype === 'breathing') return posture.position !== 'prone';
  if (posture.archetype === 'brace_drill') return posture.position === 'supine';
  return backArchetypes.has(posture.archetype);
}

/** The shape of a test in its easier form, for the drawing and the load model. */
export function formPosture(posture: Posture, form: TestForm | undefined): Posture {
  if (form !== 'one_leg' || posture.archetype !== 'supine_limbs') return posture;
  return {
    ...posture,
    hips_deg: [posture.hips_deg[0], 45],
    knees_deg: [posture.knees_deg[0], 90],
    feet_down: [posture.feet_down[0], true],
  };
}
