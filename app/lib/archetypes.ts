import type { Archetype } from '~/core/body/posture';

/** Postures in a coach's words. */
export const archetypeNames: Readonly<Record<Archetype, string>> = {
  breathing: 'breathing',
  brace_drill: 'brace drill',
  supine_limbs: 'on the back, limbs moving',
  prone_bridge: 'front plank',
  rollout: 'rollout',
  side_bridge: 'side plank',
  supine_bridge: 'bridge',
  quadruped: 'all fours',
  prone_extension: 'face down, lifting',
  hinge_hold: 'hinge',
  curl: 'curl',
  carry: 'carry',
  upright_cable: 'cable or band, upright',
  standing_leg: 'standing leg raise',
  single_leg_stance: 'single-leg stance',
  seated_ball: 'seated on a ball',
  spring_leg: 'springs',
  roller_lie: 'on a roller',
  neck_ball: 'neck',
};
