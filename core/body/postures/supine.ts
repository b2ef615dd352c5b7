import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import { mix, type Pair, reach, type Skeleton, skeleton } from '../skeleton';
import { lyingHeight, type Setting } from './setting';

/** Head to the right, feet to the left: a thigh `deg` above the floor points this way. */
const lifted = (deg: number) => 180 - deg;

/** Legs bent with both feet on the floor. */
const hooked: { hips: number; knees: number } = { hips: 50, knees: 100 };

/** A foot near the floor lies flat; a lifted one is square to the shank. */
function footDeg(hip: number, knee: number): number {
  return hip - knee < -25 ? 180 : lifted(hip - knee) - (knee < 10 ? 40 : 80);
}

function legs(hips: Pair<number>, knees: Pair<number>): Pick<Skeleton, 'thigh' | 'shank' | 'foot'> {
  return {
    thigh: [lifted(hips[0]), lifted(hips[1])],
    shank: [lifted(hips[0] - knees[0]), lifted(hips[1] - knees[1])],
    foot: [footDeg(hips[0], knees[0]), footDeg(hips[1], knees[1])],
  };
}

/** The hip joint of a body lying on the floor. */
const hipAt = (body: Body) => ({ x: 0, y: lyingHeight * body.statureM });

/** How far the shoulder blades lift off the floor in the hollow shapes, degrees at T12. */
const hollowLift = 20;

/** The easy end of a rep from which the limbs travel. */
function startLeg(p: PostureOf<'supine_limbs'>, i: 0 | 1): [hip: number, knee: number] {
  const hip = p.hips_deg[i];
  const knee = p.knees_deg[i];
  if (p.feet_down[i]) return [hip, knee];
  if (p.thorax_lifted) return [Math.max(hip, 105), Math.max(knee, 120)];
  if (knee === 0 && hip < 85) return [80, 0];
  if (p.arms === 'side' && hip >= 90 && knee >= 80) return [45, 90];
  return [Math.max(90, hip), knee === 0 ? 0 : 90];
}

const wallForearms: Pair<number> = [15, 15];
const alongFloor: Pair<number> = [180, 180];

/** Direction of both upper arms; `over` is where an arm on its way overhead has come to. */
function armsDeg(arms: PostureOf<'supine_limbs'>['arms'], over: number, thoraxLifted: boolean): Pair<number> {
  switch (arms) {
    case 'overhead':
      return [over, over];
    case 'one_overhead':
      return [90, over];
    case 'vertical':
      return [90, 90];
    case 'wall_press':
      return [70, 70];
    case 'side':
      return thoraxLifted ? [176, 176] : [183, 183];
  }
}

export function supineLimbs(p: PostureOf<'supine_limbs'>, body: Body, phase: number): Skeleton {
  const start: Pair<[number, number]> = [startLeg(p, 0), startLeg(p, 1)];
  const hips: Pair<number> = [mix(start[0][0], p.hips_deg[0], phase), mix(start[1][0], p.hips_deg[1], phase)];
  const knees: Pair<number> = [
    mix(start[0][1], p.knees_deg[0], phase),
    mix(start[1][1], p.knees_deg[1], phase),
  ];
  const thorax = p.thorax_lifted ? hollowLift : 0;
  const over = mix(90, thorax + 8, phase);
  const under = legs(hips, knees);
  const arms = armsDeg(p.arms, over, p.thorax_lifted);
  return skeleton({
    anchor: 'hip',
    at: hipAt(body),
    trunk: 0,
    loin: p.thorax_lifted ? 4 : 0,
    thorax,
    head: p.thorax_lifted ? thorax + 14 : 2,
    thigh: under.thigh,
    shank: under.shank,
    foot: under.foot,
    upperArm: arms,
    forearm: p.arms === 'wall_press' ? wallForearms : p.arms === 'side' ? alongFloor : arms,
    armOnTrunk: p.arms === 'side' ? [true, true] : [false, false],
  });
}

const curlLegs: Record<PostureOf<'curl'>['legs'], [Pair<number>, Pair<number>]> = {
  hooked: [
    [hooked.hips, hooked.hips],
    [hooked.knees, hooked.knees],
  ],
  down: [
    [0, hooked.hips],
    [0, hooked.knees],
  ],
  lifted: [
    [90, 90],
    [90, 90],
  ],
  ball: [
    [-8, -8],
    [82, 82],
  ],
};

/** Curled up this far, the pelvis comes along: a lean-back from sitting. */
const seatedFromDeg = 40;
const seatedTallDeg = 82;

/** Leaning back, the arms reach for the knees; in a twist the hands stay before the chest. */
function curlArms(
  p: PostureOf<'curl'>,
  thorax: number,
  seated: boolean,
): { readonly upper: number; readonly fore: number } {
  if (p.arms === 'crossed') return { upper: thorax + 195, fore: thorax + 50 };
  if (p.arms === 'behind_head') return { upper: thorax + 70, fore: thorax - 58 };
  if (!seated) return { upper: thorax + 168, fore: 178 };
  return p.twist ? { upper: 262, fore: 105 } : { upper: 215, fore: 170 };
}

export function curl(p: PostureOf<'curl'>, body: Body, phase: number): Skeleton {
  const seated = p.angle_deg >= seatedFromDeg;
  // Leaning back from sitting tall, or curling up from the floor; a seated twist keeps its lean.
  const angle = seated ? mix(p.twist ? p.angle_deg : seatedTallDeg, p.angle_deg, phase) : p.angle_deg * phase;
  const [hips, knees] = curlLegs[p.legs];
  const onBall = p.legs === 'ball';
  const thorax = onBall ? angle : seated ? angle + 6 : angle;
  const under = onBall
    ? ballLegs(body)
    : seated && p.legs === 'lifted'
      ? legs([60, 60], [62, 62])
      : legs(hips, knees);
  const arms = curlArms(p, thorax, seated);
  const behind = p.arms === 'behind_head';
  return skeleton({
    anchor: 'hip',
    at: onBall ? { x: 0, y: ballDiameterM(body) - 0.01 * body.statureM } : hipAt(body),
    pelvis: onBall ? 8 : seated ? angle * 0.85 : 0,
    loin: onBall ? 4 : seated ? angle * 0.95 : angle * 0.25,
    thorax,
    head: thorax + 12,
    thigh: under.thigh,
    shank: under.shank,
    foot: under.foot,
    upperArm: [arms.upper, arms.upper],
    forearm: [arms.fore, arms.fore],
    seenUpperArm: behind ? [0.7, 0.7] : [1, 1],
    seenForearm: seated && p.twist ? [0.6, 0.6] : [1, 1],
    armOnTrunk: p.arms === 'crossed' ? [true, true] : [false, false],
  });
}

/** Seat on the edge of the ball, feet on the floor in front of it. */
function ballLegs(body: Body): Pick<Skeleton, 'thigh' | 'shank' | 'foot'> {
  const H = body.statureM;
  const hip = { x: 0, y: ballDiameterM(body) - 0.01 * H };
  const ankle = { x: -0.34 * H, y: body.length.footHeight };
  const [thigh, shank] = reach(hip, ankle, body.length.thigh, body.length.shank, -1);
  return { thigh: [thigh, thigh], shank: [shank, shank], foot: [180, 180] };
}

const onRibs = { upperArm: [193, 193], forearm: [150, 150], armOnTrunk: [true, true] } as const;

export function breathing(p: PostureOf<'breathing'>, body: Body, setting: Setting): Skeleton {
  if (p.position === 'prone')
    return skeleton({
      anchor: 'hip',
      at: hipAt(body),
      trunk: 0,
      head: -4,
      ...legs([0, 0], [0, 0]),
      foot: [200, 200],
      upperArm: [4, 4],
      forearm: [172, 172],
      seenForearm: [0.55, 0.55],
      armOnTrunk: [true, true],
    });
  const tucked = p.position === 'supine_90_90' || p.position === 'balloon';
  const straight = setting.needs.includes('towel');
  return skeleton({
    anchor: 'hip',
    at: hipAt(body),
    trunk: 0,
    head: 3,
    ...(tucked
      ? legs([98, 98], [98, 98])
      : straight
        ? legs([0, 0], [0, 0])
        : legs([hooked.hips, hooked.hips], [hooked.knees, hooked.knees])),
    ...(p.position === 'balloon'
      ? { upperArm: [130, 183], forearm: [5, 180], armOnTrunk: [true, true], head: 10 }
      : onRibs),
  });
}

export function braceSupine(body: Body): Skeleton {
  return skeleton({
    anchor: 'hip',
    at: hipAt(body),
    trunk: 0,
    head: 3,
    ...legs([hooked.hips, hooked.hips], [hooked.knees, hooked.knees]),
    upperArm: [196, 196],
    forearm: [165, 165],
    armOnTrunk: [true, true],
  });
}

/** Foam roller under the spine, metres. */
export const rollerDiameterM = 0.15;

export function rollerLie(p: PostureOf<'roller_lie'>, body: Body, phase: number): Skeleton {
  const H = body.statureM;
  const hip = { x: 0, y: lyingHeight * H + rollerDiameterM };
  const foot = { x: -0.3 * H, y: body.length.footHeight };
  const onOneTurn = (deg: number) => (deg + 360) % 360;
  const [thighDown, shankDown] = reach(hip, foot, body.length.thigh, body.length.shank, -1).map(
    onOneTurn,
  ) as [number, number];
  const free: Record<typeof p.legs, [thigh: number, shank: number, footDeg: number]> = {
    feet_down: [thighDown, shankDown, 180],
    one_lift: [mix(thighDown, lifted(38), phase), mix(shankDown, lifted(36), phase), 110],
    tabletop: [mix(90, lifted(48), phase), mix(180, lifted(-38), phase), 160],
  };
  const held: [number, number, number] = p.legs === 'tabletop' ? [90, 180, 100] : [thighDown, shankDown, 180];
  const working = free[p.legs];
  const arms = {
    floor: { upperArm: [207, 207], forearm: [196, 196] },
    elbows: { upperArm: [222, 222], forearm: [80, 80] },
    none: { upperArm: [90, 90], forearm: [90, 90] },
  } as const;
  return skeleton({
    anchor: 'hip',
    at: hip,
    trunk: 0,
    head: 3,
    thigh: [working[0], held[0]],
    shank: [working[1], held[1]],
    foot: [working[2], held[2]],
    ...arms[p.arms],
    armOnTrunk: [true, true],
  });
}

export function springLeg(p: PostureOf<'spring_leg'>, body: Body, phase: number): Skeleton {
  const arms = { upperArm: [184, 184], forearm: [180, 180], armOnTrunk: [true, true] } as const;
  if (p.task === 'press_out')
    return skeleton({
      anchor: 'hip',
      at: hipAt(body),
      trunk: 0,
      head: 3,
      ...legs([mix(85, 40, phase), mix(85, 40, phase)], [mix(95, 3, phase), mix(95, 3, phase)]),
      ...arms,
    });
  const bridge = p.task === 'bar_bridge' ? mix(0, 26, phase) : 0;
  const H = body.statureM;
  const knee = mix(100, p.task === 'bar_press' ? 12 : 30, phase);
  const hip = p.task === 'bar_press' ? mix(95, 80, phase) : mix(85, 62, phase);
  return skeleton({
    anchor: 'shoulder',
    at: { x: body.length.toShoulder, y: lyingHeight * H },
    trunk: -bridge,
    head: 4,
    ...legs([hip, hip], [knee, knee]),
    foot: [90, 90],
    ...arms,
  });
}

export function neckNod(body: Body, phase: number): Skeleton {
  return skeleton({
    anchor: 'hip',
    at: hipAt(body),
    trunk: 0,
    ...legs([hooked.hips, hooked.hips], [hooked.knees, hooked.knees]),
    thorax: 1,
    head: mix(2, 24, phase),
    upperArm: [184, 184],
    forearm: [180, 180],
    armOnTrunk: [true, true],
  });
}
