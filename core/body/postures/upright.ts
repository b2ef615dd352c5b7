import type { Body } from '../anthropometry';
import type { PostureOf } from '../posture';
import { mix, reach, type Skeleton, skeleton } from '../skeleton';
import { landedOn, landing } from './landing';
import { lyingHeight, type Setting } from './setting';

const standAt = (body: Body) => ({ x: 0, y: body.length.footHeight });

/** A leg from hip to ankle with the knee bent forward by so much; from the side, facing right. */
const softKnee = (bend: number): { thigh: number; shank: number } => ({
  thigh: -90 + bend,
  shank: -90 - bend,
});

export function standing(body: Body, trunkDeg = 90): Skeleton {
  const lean = 90 - trunkDeg;
  const { thigh, shank } = softKnee(3 + lean * 0.25);
  return skeleton({
    anchor: 'ankle0',
    at: standAt(body),
    trunk: trunkDeg,
    thigh: [thigh - lean * 0.1, thigh - lean * 0.1],
    shank: [shank + lean * 0.15, shank + lean * 0.15],
    upperArm: [-112 + lean * 0.2, -112 + lean * 0.2],
    forearm: [-20, -20],
    seenForearm: [0.5, 0.5],
    armOnTrunk: [true, true],
  });
}

/** Standing with a brace: fingers at the waist, a hand on the ribs, limbs that move, or a helper who pushes. */
export function braceStanding(p: PostureOf<'brace_drill'>, body: Body, phase: number): Skeleton {
  const tipped = p.position === 'hinge15';
  const own = standing(body, tipped ? mix(90, 75, phase) : 90);
  switch (p.task) {
    case 'breathe':
      return { ...own, upperArm: [-118, -104], forearm: [28, -22], waist: mix(0.95, 1.22, phase) };
    case 'limbs':
      return {
        ...own,
        anchor: 'ankle0',
        thigh: [own.thigh[0], mix(own.thigh[1], -18, phase)],
        shank: [own.shank[0], mix(own.shank[1], -96, phase)],
        foot: [0, mix(0, -14, phase)],
        upperArm: [mix(-112, 18, phase), mix(-60, -120, phase)],
        forearm: [mix(-70, 14, phase), mix(-20, -60, phase)],
        seenForearm: [1, 1],
        armOnTrunk: [true, true],
      };
    case 'pushes':
      return { ...own, upperArm: [-98, -98], forearm: [-80, -80], seenForearm: [1, 1] };
    default:
      return { ...own, waist: mix(0.97, 1.12, phase) };
  }
}

/** Back to a wall, knees soft: the standing hollow. */
export function wallStand(body: Body): Skeleton {
  return skeleton({
    anchor: 'ankle0',
    at: { x: 0.12 * body.statureM, y: body.length.footHeight },
    trunk: 90,
    thigh: [-62, -62],
    shank: [-100, -100],
    upperArm: [-84, -84],
    forearm: [-70, -70],
    armOnTrunk: [true, true],
  });
}

/** A bench high enough for a trunk to hang over its edge, in statures. */
export const overBenchHeight = 0.42;

export function hingeHold(p: PostureOf<'hinge_hold'>, body: Body, phase: number): Skeleton {
  const lean = p.trunk_deg_from_vertical * phase;
  const trunk = 90 - lean;
  const H = body.statureM;
  if (p.stance === 'bench')
    return skeleton({
      anchor: 'hip',
      at: { x: 0, y: (overBenchHeight + lyingHeight) * H },
      trunk,
      thigh: [180, 180],
      foot: [200, 200],
      upperArm: [trunk + 205, trunk + 205],
      forearm: [trunk - 40, trunk - 40],
      armOnTrunk: [true, true],
    });
  if (p.stance === 'seated')
    return skeleton({
      anchor: 'hip',
      at: { x: 0, y: body.length.shank + body.length.footHeight + 0.02 * H },
      trunk,
      thigh: [-2, -2],
      shank: [-88, -88],
      upperArm: [trunk + 184, trunk + 184],
      armOnTrunk: [true, true],
    });
  const reaching = p.arms === 'bars' || p.arms === 'hover';
  const deep = reaching && p.trunk_deg_from_vertical > 60;
  if (p.from) return landing(p, body, phase);
  const bend = Math.min(56, lean * (deep ? 0.78 : 0.42));
  const knees = softKnee(bend);
  const stanceShank = knees.shank + lean * (deep ? 0.3 : 0.24);
  const back = p.stance === 'single' ? mix(-90, trunk - 180, phase) : undefined;
  const crossed = p.arms === 'crossed';
  const bars = deep ? { upper: -74, fore: 22 } : { upper: -62, fore: -46 };
  return skeleton({
    anchor: 'ankle0',
    at: standAt(body),
    trunk,
    head: trunk + Math.min(24, lean * 0.35),
    thigh: [knees.thigh, back ?? knees.thigh],
    shank: [stanceShank, back ?? stanceShank],
    foot: [0, back === undefined ? 0 : back + 80],
    upperArm: reaching
      ? [bars.upper, bars.upper]
      : p.arms === 'overhead'
        ? [trunk, trunk]
        : crossed
          ? [trunk + 200, trunk + 200]
          : [trunk + 184, trunk + 184],
    forearm: reaching
      ? [bars.fore, bars.fore]
      : p.arms === 'overhead'
        ? [trunk, trunk]
        : crossed
          ? [trunk + 30, trunk + 30]
          : [trunk + 182, trunk + 182],
    armOnTrunk: reaching || p.arms === 'overhead' ? [false, false] : [true, true],
  });
}

/** Seen from the front. The weight hangs on side 1: the working side is the other one. */
export function carry(p: PostureOf<'carry'>, body: Body, phase: number): Skeleton {
  if (p.travel) return carryWalked(body, phase);
  const step = p.moving ? phase : 0;
  const lean = -(p.bend_deg ?? 0) * phase;
  return skeleton({
    view: 'front',
    anchor: p.moving ? 'ankle1' : 'ankle0',
    at: { x: p.moving ? 0.05 * body.statureM : -0.06 * body.statureM, y: body.length.footHeight },
    pelvis: 90,
    loin: 90 + lean * 0.5,
    thorax: 90 + lean,
    head: 90 + lean,
    halfHips: body.length.hipSpacing / 2,
    halfShoulders: body.length.biacromial / 2,
    thigh: [-92, -89],
    shank: [-92, -89],
    seenThigh: [mix(1, 0.3, step), 1],
    foot: [-100, -80],
    upperArm: [-100, -84],
    forearm: [-88, -90],
  });
}

/** On the way, seen from the side: a step with either leg. */
function carryWalked(body: Body, phase: number): Skeleton {
  const [ahead, behind] = [mix(-68, -110, phase), mix(-110, -68, phase)];
  const bent = (deg: number) => deg - 8 - Math.max(0, -deg - 96) * 1.1;
  return skeleton({
    anchor: 'hip',
    at: { x: 0, y: body.length.footHeight + (body.length.thigh + body.length.shank) * 0.955 },
    trunk: 89,
    thigh: [ahead, behind],
    shank: [bent(ahead), bent(behind)],
    foot: [ahead > -90 ? 14 : -46, behind > -90 ? 14 : -46],
    upperArm: [mix(-112, -74, phase), -90],
    forearm: [mix(-92, -48, phase), -90],
  });
}

/** Leg from the vertical when the catalogue does not say, degrees. */
export const legRaiseDeg = { front: 60, side: 45, back: 35 } as const;

export function standingLeg(p: PostureOf<'standing_leg'>, body: Body, phase: number): Skeleton {
  const angle = (p.angle_deg ?? legRaiseDeg[p.direction]) * (p.pulses ? mix(0.85, 1, phase) : phase);
  if (p.direction === 'side')
    return skeleton({
      view: 'front',
      anchor: 'ankle1',
      at: { x: 0.05 * body.statureM, y: body.length.footHeight },
      trunk: 90,
      halfHips: body.length.hipSpacing / 2,
      halfShoulders: body.length.biacromial / 2,
      thigh: [-90 - angle, -90],
      shank: [-90 - angle, -90],
      foot: [-90 - angle - 12, -78],
      upperArm: [200, -20],
      forearm: [196, -16],
    });
  const sign = p.direction === 'front' ? 1 : -1;
  return skeleton({
    anchor: 'ankle1',
    at: standAt(body),
    trunk: p.direction === 'back' ? 90 - angle * 0.25 : 90,
    thigh: [-90 + sign * angle, -90],
    shank: [-90 + sign * angle, -90],
    foot: [-90 + sign * angle + mix(90, sign > 0 ? 18 : 60, phase), 0],
    upperArm: [-58, -58],
    forearm: [-35, -35],
    armOnTrunk: [true, true],
  });
}

export function singleLegStance(
  p: PostureOf<'single_leg_stance'>,
  body: Body,
  phase: number,
  setting: Setting,
): Skeleton {
  const H = body.statureM;
  const box = setting.needs.includes('box');
  const raise = p.surface === 'pad' ? 0.035 * H : box ? stepHeight * H : 0;
  const foot = { x: 0, y: body.length.footHeight + raise };
  if (p.task === 'stand') {
    const drop = box ? mix(-11, 0, phase) : 0;
    // Arms drive past each other: one comes up bent at the viewer while the other goes back.
    const swing = p.arms === 'drive';
    return skeleton({
      view: 'front',
      anchor: 'ankle0',
      at: { x: -0.05 * H, y: foot.y },
      trunk: 90,
      pelvis: 90 + drop,
      halfHips: body.length.hipSpacing / 2,
      halfShoulders: body.length.biacromial / 2,
      thigh: [-90, -86],
      shank: [-90, -90],
      seenThigh: [1, box ? 1 : swing ? 0.2 : 0.35],
      seenShank: [1, box ? 0.86 : 1],
      foot: [-100, -80],
      upperArm: swing ? [mix(-100, -112, phase), mix(-62, -76, phase)] : [-104, -76],
      seenUpperArm: swing ? [mix(0.35, 1, phase), mix(1, 0.35, phase)] : [1, 1],
      forearm: swing ? [mix(70, -96, phase), mix(-84, 105, phase)] : [-92, -88],
    });
  }
  if (p.task === 'hinge')
    return skeleton({
      anchor: 'ankle0',
      at: foot,
      trunk: mix(90, 22, phase),
      thigh: [mix(-90, -72, phase), mix(-90, -166, phase)],
      shank: [mix(-90, -98, phase), mix(-95, -166, phase)],
      foot: [0, mix(0, -100, phase)],
      upperArm: [-90, -90],
    });
  if (p.travel) return landedOn(p.travel, body, phase);
  const depth = p.task === 'hop_stick' ? mix(0.35, 0.7, phase) : phase;
  const bend = mix(2, p.task === 'squat' ? 62 : 50, depth);
  const knees = softKnee(bend);
  const forward = p.task === 'squat' ? [-30, -38] : p.task === 'step_down' ? [-40, -82] : [-62, -156];
  return skeleton({
    anchor: 'ankle0',
    at:
      p.task === 'squat'
        ? { x: 0, y: body.length.footHeight }
        : p.task === 'step_down'
          ? foot
          : { x: 0, y: body.length.footHeight },
    trunk: mix(90, 62, depth),
    thigh: [knees.thigh, mix(-84, forward[0] ?? -60, depth)],
    shank: [mix(-90, -118, depth), mix(-96, forward[1] ?? -60, depth)],
    foot: [0, (forward[1] ?? -90) < -120 ? mix(0, -200, depth) : 20],
    upperArm: [mix(-90, -20, depth), mix(-90, -20, depth)],
    forearm: [mix(-85, -8, depth), mix(-85, -8, depth)],
  });
}

/** A step at mid-shin, in statures. */
export const stepHeight = 0.13;

/** Height of the top of a ball that is sat on: thighs level or a hair above it, metres. */
export const seatM = (body: Body): number =>
  body.length.shank + body.length.footHeight - 0.03 * body.statureM;

export function seatedBall(p: PostureOf<'seated_ball'>, body: Body, phase: number): Skeleton {
  const H = body.statureM;
  const bounce = p.pelvis === 'bounces' ? mix(0.012, -0.012, phase) * H : 0;
  const hip = { x: 0, y: seatM(body) + 0.052 * H + bounce };
  const [thigh, shank] = reach(
    hip,
    { x: body.length.thigh * 0.98, y: body.length.footHeight },
    body.length.thigh,
    body.length.shank,
    1,
  );
  const lift = p.feet === 'one' ? 24 * phase : 0;
  // Seat bones roll under and back; the chest stays over them.
  const tilt = p.pelvis === 'tilts' ? mix(-24, 20, phase) : 0;
  const arms: Record<typeof p.arms, Pick<Skeleton, 'upperArm' | 'forearm'>> = {
    any: { upperArm: [-58, -58], forearm: [-30, -30] },
    reach: { upperArm: [mix(-58, 34, phase), -58], forearm: [mix(-30, 34, phase), -30] },
    rein: { upperArm: [mix(-98, -84, phase), mix(-98, -84, phase)], forearm: [-4, -4] },
  };
  return skeleton({
    anchor: 'hip',
    at: hip,
    trunk: 90,
    pelvis: 90 + tilt,
    loin: 90 - tilt * 0.4,
    thigh: [thigh, thigh + lift],
    shank: [shank, shank + lift * 0.5],
    foot: [0, 0],
    ...arms[p.arms],
  });
}
