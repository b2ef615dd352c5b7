import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import { mix, type Pair, reach, type Skeleton, skeleton } from '../skeleton';
import { jointHeight, lyingHeight, type Setting } from './setting';

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

/** Reach of the hands from the spine axis, in statures: pressed out to the full, and drawn in. */
export const cableReach = { near: 0.1, far: 0.4 } as const;

/** Where the hands are drawn at full reach; the handle makes up the rest. */
const handsOut = 0.38;

/** From the side, facing right; the cable pulls across, toward the viewer's left front. */
export function uprightCable(p: PostureOf<'upright_cable'>, body: Body, phase: number): Skeleton {
  const { length } = body;
  const H = body.statureM;
  const knee = jointHeight * H;
  const stances: Record<typeof p.stance, Partial<Skeleton> & Pick<Skeleton, 'anchor' | 'at'>> = {
    tall_kneel: { anchor: 'knee0', at: { x: 0, y: knee }, shank: [180, 180], foot: [180, 180] },
    half_kneel: {
      anchor: 'knee1',
      at: { x: 0, y: knee },
      thigh: [-4, -90],
      shank: [-88, 180],
      foot: [0, 186],
    },
    stand: { anchor: 'ankle0', at: standAt(body), thigh: [-84, -84], shank: [-97, -97] },
    split: {
      anchor: 'ankle0',
      at: { x: 0.22 * H, y: length.footHeight },
      thigh: [-50, -112],
      shank: [-94, -142],
      foot: [0, -60],
    },
    single_leg: {
      anchor: 'ankle0',
      at: standAt(body),
      thigh: [-86, -40],
      shank: [-95, -110],
      foot: [0, -25],
    },
  };
  // Hands travel on a straight or diagonal path at chest height; the arms follow.
  const path: Record<typeof p.action, [from: Pair<number>, to: Pair<number>]> = {
    press_out: [
      [cableReach.near, -0.02],
      [handsOut, -0.02],
    ],
    hold: [
      [handsOut, -0.02],
      [handsOut, -0.02],
    ],
    chop: [
      [0.2, 0.22],
      [0.22, -0.24],
    ],
    lift: [
      [0.2, -0.26],
      [0.22, 0.2],
    ],
  };
  const [from, to] = path[p.action];
  const [upper, fore] = reach(
    { x: 0, y: 0 },
    { x: mix(from[0], to[0], phase) * H, y: mix(from[1], to[1], phase) * H },
    length.upperArm,
    length.forearm + length.hand * 0.5,
    -1,
  );
  return skeleton({ trunk: 90, ...stances[p.stance], upperArm: [upper, upper], forearm: [fore, fore] });
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
    const drop = box ? mix(-7, 0, phase) : 0;
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
      seenThigh: [1, box ? 1 : 0.35],
      seenShank: [1, box ? 0.86 : 1],
      foot: [-100, -80],
      upperArm: [-104, -76],
      forearm: [-92, -88],
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

export function seatedBall(p: PostureOf<'seated_ball'>, body: Body, phase: number): Skeleton {
  const H = body.statureM;
  const hip = { x: 0, y: ballDiameterM(body) * 0.93 + 0.05 * H };
  const [thigh, shank] = reach(
    hip,
    { x: 0.255 * H, y: body.length.footHeight },
    body.length.thigh,
    body.length.shank,
    1,
  );
  const lift = p.feet === 'one' ? 20 * phase : 0;
  return skeleton({
    anchor: 'hip',
    at: hip,
    trunk: 90,
    thigh: [thigh, thigh + lift],
    shank: [shank, shank + lift * 0.2],
    foot: [0, 0],
    upperArm: p.feet === 'one' ? [-40, -40] : [-70, -70],
    forearm: p.feet === 'one' ? [-6, -6] : [-10, -10],
  });
}

/** Standing with a ball between head and wall. */
export function neckBall(p: PostureOf<'neck_ball'>, body: Body): Skeleton {
  const back = p.direction === 'extensors';
  const lean = back ? 96 : 84;
  return skeleton({
    anchor: 'ankle0',
    at: standAt(body),
    trunk: lean,
    thigh: [lean - 180, lean - 180],
    upperArm: [-96, -96],
    forearm: [-80, -80],
    armOnTrunk: [true, true],
  });
}
