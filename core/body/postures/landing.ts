import type { Body } from '../anthropometry';
import type { PostureOf } from '../posture';
import { mix, type Skeleton, skeleton } from '../skeleton';

/** A low box that is stepped off, in statures: its height and where its edges lie. */
export const landingBox = { height: 0.18, left: -0.36, right: -0.14 } as const;

/** From tall on the toes or from a box to a freeze with hips back and knees bent. */
export function landing(p: PostureOf<'hinge_hold'>, body: Body, phase: number): Skeleton {
  const H = body.statureM;
  const { footHeight } = body.length;
  const knees = p.knees_deg ?? 70;
  const trunk = mix(90, 90 - p.trunk_deg_from_vertical, phase);
  const thigh = mix(-90, -90 + knees * 0.64, phase);
  const shank = mix(-90, -90 - knees * 0.36, phase);
  const box = p.from === 'box';
  const rise = box ? landingBox.height : 0.045;
  const arm = box ? mix(-90, -55, phase) : mix(88, -118, phase);
  return skeleton({
    anchor: 'ankle0',
    at: { x: box ? mix(-0.2, 0.06, phase) * H : 0, y: footHeight + rise * (1 - phase) * H },
    trunk,
    head: trunk + Math.min(24, p.trunk_deg_from_vertical * 0.35 * phase),
    // Stepping off, one foot is over the edge already.
    thigh: [thigh, box ? mix(-58, thigh, phase) : thigh],
    shank: [shank, box ? mix(-92, shank, phase) : shank],
    foot: box ? [0, mix(-16, 0, phase)] : [mix(-38, 0, phase), mix(-38, 0, phase)],
    upperArm: [arm, arm],
    forearm: [
      box ? mix(-80, -20, phase) : mix(84, -96, phase),
      box ? mix(-80, -20, phase) : mix(84, -96, phase),
    ],
    armOnTrunk: [true, true],
  });
}

/** Where a landing comes from, in statures: how far away, and how high on the way. */
export const landingWay = {
  step: { x: -0.16, y: 0.05 },
  forward: { x: -0.2, y: 0.11 },
  side: { x: 0.34, y: 0.1 },
} as const;

/** In the air on the way, then stuck on one leg. */
export function landedOn(travel: keyof typeof landingWay, body: Body, phase: number): Skeleton {
  const H = body.statureM;
  const way = landingWay[travel];
  const at = { x: way.x * (1 - phase) * H, y: body.length.footHeight + way.y * (1 - phase) * H };
  if (travel === 'side')
    return skeleton({
      view: 'front',
      anchor: 'ankle0',
      at,
      trunk: mix(94, 88, phase),
      halfHips: body.length.hipSpacing / 2,
      halfShoulders: body.length.biacromial / 2,
      thigh: [mix(-104, -88, phase), mix(-72, -84, phase)],
      seenThigh: [mix(0.96, 0.8, phase), mix(1, 0.55, phase)],
      shank: [mix(-100, -92, phase), mix(-76, -88, phase)],
      seenShank: [1, mix(0.95, 0.5, phase)],
      foot: [-100, -80],
      upperArm: [mix(-150, -140, phase), mix(-30, -40, phase)],
      forearm: [mix(-160, -110, phase), mix(-20, -70, phase)],
    });
  // A step lands on the other foot, a hop on the same: the free leg comes from behind or hangs bent.
  const step = travel === 'step';
  return skeleton({
    anchor: 'ankle0',
    at,
    trunk: mix(84, 64, phase),
    thigh: [mix(step ? -54 : -62, -50, phase), mix(step ? -104 : -96, -72, phase)],
    shank: [mix(step ? -80 : -92, -112, phase), mix(step ? -124 : -158, -166, phase)],
    foot: [mix(-12, 0, phase), mix(step ? -62 : -118, -150, phase)],
    upperArm: [mix(-118, -24, phase), mix(-60, -24, phase)],
    forearm: [mix(-96, -12, phase), mix(-30, -12, phase)],
  });
}
