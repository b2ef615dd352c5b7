import type { Body } from '../anthropometry';
import { ballDiameterM } from '../ball';
import type { PostureOf } from '../posture';
import {
  mix,
  onOneTurn,
  type Pair,
  type Point,
  reach,
  rolledHip,
  type Skeleton,
  sinDeg,
  skeleton,
  turned,
} from '../skeleton';
import { lyingHeight, type Setting } from './setting';

/** Head to the right, feet to the left: a thigh `deg` above the floor points this way. */
const lifted = (deg: number) => 180 - deg;

/** Legs bent with both feet on the floor. */
export const hooked: { hips: number; knees: number } = { hips: 50, knees: 100 };

/** A foot near the floor lies flat; a lifted one is square to the shank. */
function footDeg(hip: number, knee: number, pointed: boolean): number {
  if (hip - knee < -25) return 180;
  return lifted(hip - knee) - (pointed ? 12 : knee < 10 ? 40 : 80);
}

/** @param pointed the line of the leg goes on through the foot */
export function legs(
  hips: Pair<number>,
  knees: Pair<number>,
  pointed = false,
): Pick<Skeleton, 'thigh' | 'shank' | 'foot'> {
  return {
    thigh: [lifted(hips[0]), lifted(hips[1])],
    shank: [lifted(hips[0] - knees[0]), lifted(hips[1] - knees[1])],
    foot: [footDeg(hips[0], knees[0], pointed), footDeg(hips[1], knees[1], pointed)],
  };
}

/** The hip joint of a body lying on the floor. */
export const hipAt = (body: Body) => ({ x: 0, y: lyingHeight * body.statureM });

/** How far the shoulder blades lift off the floor in the hollow shapes, degrees at T12. */
const hollowLift = 20;

/** The easy end of a rep from which the limbs travel. */
function startLeg(p: PostureOf<'supine_limbs'>, i: 0 | 1): [hip: number, knee: number] {
  const hip = p.hips_deg[i];
  const knee = p.knees_deg[i];
  if (p.from) return [p.from.hips_deg[i], p.from.knees_deg[i]];
  // A shape that rocks or turns as one keeps its limbs where they are.
  if (p.feet_down[i] || p.rock_deg || p.twist_deg) return [hip, knee];
  if (p.thorax_lifted) return [Math.max(hip, 105), Math.max(knee, 120)];
  if (p.sideways || (knee === 0 && hip < 85)) return [p.sideways ? 90 : 80, 0];
  if (p.arms === 'side' && hip >= 90 && knee >= 80) return [45, 90];
  return [Math.max(90, hip), knee === 0 ? 0 : 90];
}

const wallForearms: Pair<number> = [15, 15];
const alongFloor: Pair<number> = [180, 180];
/** Arms that reach past the hips toward the heels. */
const towardHeels = 176;

/** Where arms come from that end overhead or at a foot. */
const armsFrom = { forward: towardHeels, vertical: 90, overhead: 8 } as const;

/** Direction of both upper arms; `over` is where an arm on its way overhead has come to. */
function armsDeg(p: PostureOf<'supine_limbs'>, over: number, phase: number): Pair<number> {
  switch (p.arms) {
    case 'overhead':
      return [over, over];
    case 'one_overhead':
      return [90, over];
    case 'to_foot':
      // The far arm reaches for the near foot, the near one stays long.
      return [over, mix(armsFrom.overhead, 118, phase)];
    case 'vertical':
      return [90, 90];
    case 'wall_press':
      return [70, 70];
    case 'side':
      return p.thorax_lifted ? [towardHeels, towardHeels] : [183, 183];
  }
}

export function supineLimbs(p: PostureOf<'supine_limbs'>, body: Body, phase: number): Skeleton {
  const start: Pair<[number, number]> = [startLeg(p, 0), startLeg(p, 1)];
  const hips: Pair<number> = [mix(start[0][0], p.hips_deg[0], phase), mix(start[1][0], p.hips_deg[1], phase)];
  const knees: Pair<number> = [
    mix(start[0][1], p.knees_deg[0], phase),
    mix(start[1][1], p.knees_deg[1], phase),
  ];
  const rock = -(p.rock_deg ?? 0) * (1 - phase);
  const fromTrunk = p.from?.trunk_deg ?? (p.thorax_lifted ? hollowLift : 0);
  const thorax = mix(fromTrunk, p.thorax_lifted ? hollowLift : 0, phase);
  const overAtEnd = (p.thorax_lifted ? hollowLift : 0) + 8;
  const over = mix(
    p.rock_deg ? overAtEnd : p.from ? armsFrom[p.from.arms] + fromTrunk : 90,
    overAtEnd,
    phase,
  );
  const under = legs(hips, knees, p.thorax_lifted);
  const twist = (p.twist_deg ?? 0) * phase;
  const arms = armsDeg(p, over, phase).map((deg) => deg + rock) as [number, number];
  const lift = (p.pelvis_lift_deg ?? 0) * phase;
  // Folding up from the floor the whole trunk rises; in a hollow only the shoulder blades do.
  const raised = fromTrunk > hollowLift ? mix(fromTrunk, 0, phase) : 0;
  // Turning on the back, one shoulder stays down and the middle of the chest rises.
  const rolled = twist > 0 && !p.thorax_lifted ? twist * 0.42 : 0;
  const spine = {
    pelvis: raised * 0.8 - lift + rock,
    loin: Math.max(raised * 0.9, p.thorax_lifted ? 4 : 0) - lift * 0.35 + rock,
    thorax: thorax + rock + rolled,
  };
  const seenArm = Math.cos((twist * Math.PI) / 180);
  const swing = p.sideways ? sidewaysSeen(hips) : undefined;
  return skeleton({
    anchor: 'hip',
    at: rolledHip(spine, body, lyingHeight * body.statureM),
    ...spine,
    head: (p.thorax_lifted || raised > 0 ? thorax + 14 : 2) + rock,
    thigh: swing ? [90, 90] : [under.thigh[0] + rock, under.thigh[1] + rock],
    shank: swing ? [90, 90] : [under.shank[0] + rock, under.shank[1] + rock],
    foot: swing ? [50, 50] : [under.foot[0] + rock, under.foot[1] + rock],
    ...(swing
      ? { seenThigh: swing, seenShank: swing, halfHips: turned(body.length.hipSpacing, 35 * phase) }
      : {}),
    upperArm: arms,
    forearm: p.arms === 'wall_press' ? wallForearms : p.arms === 'side' ? alongFloor : arms,
    ...(twist > 0
      ? {
          twistDeg: twist,
          halfShoulders: turned(body.length.biacromial, twist),
          seenUpperArm: [seenArm, seenArm],
          seenForearm: [seenArm, seenArm],
        }
      : {}),
    armOnTrunk: p.arms === 'side' ? [true, true] : [false, false],
    front: 1,
  });
}

/** Share of a leg's length that is seen from the side when it leans toward the viewer as far as its angle says. */
const sidewaysSeen = (hips: Pair<number>): Pair<number> => [sinDeg(hips[0]), sinDeg(hips[1])];

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
  alternate: [
    [30, 112],
    [0, 118],
  ],
  ball: [
    [-8, -8],
    [82, 82],
  ],
};

/** How far the ribs turn in a curl or a seated twist. */
const curlTwist = 38;

/** Curled up this far, the pelvis comes along: a lean-back from sitting. */
const seatedFromDeg = 40;
const seatedTallDeg = 82;

type ArmsOfCurl = Pick<Skeleton, 'upperArm' | 'forearm'> &
  Partial<Pick<Skeleton, 'seenUpperArm' | 'seenForearm'>>;

/** Leaning back, the arms reach for the knees; in a twist the hands stay before the chest and come round with it. */
function curlArms(p: PostureOf<'curl'>, thorax: number, seated: boolean, phase: number): ArmsOfCurl {
  const both = (upper: number, fore: number): ArmsOfCurl => ({
    upperArm: [upper, upper],
    forearm: [fore, fore],
  });
  const behind = [thorax + 70, thorax - 58] as const;
  if (p.arms === 'crossed') return both(thorax + 195, thorax + 50);
  if (p.arms === 'behind_head') {
    const seen = { seenUpperArm: [0.7, 0.7] } as const;
    // Turned away, the far elbow leads across the body.
    if (p.twist)
      return {
        upperArm: [behind[0], mix(behind[0], thorax + 120, phase)],
        forearm: [behind[1], mix(behind[1], thorax + 10, phase)],
        ...seen,
      };
    return { ...both(...behind), ...seen };
  }
  if (p.arms === 'one_reach')
    return { upperArm: [behind[0], thorax + 168], forearm: [behind[1], 178], seenUpperArm: [0.7, 1] };
  if (!seated) return both(thorax + 168, 178);
  if (!p.twist) return both(215, 170);
  // The hands before the breastbone point at the viewer when the chest has turned.
  const [upper, fore] = [mix(1, 0.35, phase), mix(0.75, 0.35, phase)];
  return { ...both(262, 105), seenUpperArm: [upper, upper], seenForearm: [fore, fore] };
}

export function curl(p: PostureOf<'curl'>, body: Body, phase: number, setting: Setting): Skeleton {
  const seated = p.angle_deg >= seatedFromDeg;
  // Leaning back from sitting tall, or curling up from the floor; a seated twist keeps its lean.
  const angle = seated ? mix(p.twist ? p.angle_deg : seatedTallDeg, p.angle_deg, phase) : p.angle_deg * phase;
  const [hips, knees] = curlLegs[p.legs];
  const onBall = p.legs === 'ball';
  const onRoller = setting.needs.includes('foam_roller') ? rollerDiameterM : 0;
  const thorax = onBall ? angle : seated ? angle + 6 : angle;
  const away = { x: 0, y: lyingHeight * body.statureM + onRoller };
  const under = onBall
    ? ballLegs(body)
    : onRoller
      ? feetBeside(away, body)
      : p.legs === 'alternate'
        ? legs(
            [mix(90, hips[0], phase), mix(90, hips[1], phase)],
            [mix(90, knees[0], phase), mix(90, knees[1], phase)],
          )
        : seated && p.legs === 'lifted'
          ? legs([60, 60], [62, 62])
          : legs(hips, knees);
  const twist = p.twist ? curlTwist * phase : 0;
  return skeleton({
    anchor: 'hip',
    at: onBall ? { x: 0, y: ballDiameterM(body) - 0.01 * body.statureM } : away,
    pelvis: onBall ? 8 : seated ? angle * 0.85 : 0,
    loin: onBall ? 4 : seated ? angle * 0.95 : angle * 0.25,
    thorax,
    head: thorax + 12,
    thigh: under.thigh,
    shank: under.shank,
    foot: under.foot,
    ...curlArms(p, thorax, seated, phase),
    ...(twist > 0 ? { twistDeg: twist, halfShoulders: turned(body.length.biacromial, twist) } : {}),
    armOnTrunk: p.arms === 'crossed' ? [true, true] : [false, false],
    front: 1,
  });
}

/** Both legs from a hip to feet that stand flat so far from it, metres. */
export function feetFlat(hip: Point, awayM: number, body: Body): Pick<Skeleton, 'thigh' | 'shank' | 'foot'> {
  const ankle = { x: hip.x - awayM, y: body.length.footHeight };
  const [thigh, shank] = reach(hip, ankle, body.length.thigh, body.length.shank, -1).map(onOneTurn) as [
    number,
    number,
  ];
  return { thigh: [thigh, thigh], shank: [shank, shank], foot: [180, 180] };
}

/** Feet flat on the floor beside a roller. */
const feetBeside = (hip: Point, body: Body) => feetFlat(hip, 0.3 * body.statureM, body);

/** Seat on the edge of the ball, feet on the floor in front of it. */
const ballLegs = (body: Body) =>
  feetFlat({ x: 0, y: ballDiameterM(body) - 0.01 * body.statureM }, 0.34 * body.statureM, body);

const onRibs = { upperArm: [193, 193], forearm: [150, 150], armOnTrunk: [true, true] } as const;
/** Girth of the waist breathed out and breathed in. */
const breathed = [0.93, 1.2] as const;

export function breathing(p: PostureOf<'breathing'>, body: Body, setting: Setting, phase: number): Skeleton {
  const waist = mix(...breathed, phase);
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
      waist,
    });
  const tucked = p.position === 'supine_90_90' || p.position === 'balloon';
  const straight = setting.needs.includes('towel');
  // Pressed on to the towel breathing out; blowing empties the waist.
  const out = straight || p.position === 'balloon';
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
    waist: out ? mix(breathed[1], breathed[0], phase) : waist,
    front: 1,
  });
}

export function braceSupine(body: Body, phase: number): Skeleton {
  return skeleton({
    anchor: 'hip',
    at: hipAt(body),
    trunk: 0,
    head: 3,
    ...legs([hooked.hips, hooked.hips], [hooked.knees, hooked.knees]),
    upperArm: [196, 196],
    forearm: [165, 165],
    armOnTrunk: [true, true],
    waist: mix(1.08, 0.92, phase),
    front: 1,
  });
}

/** Foam roller under the spine, metres. */
export const rollerDiameterM = 0.15;

export function rollerLie(p: PostureOf<'roller_lie'>, body: Body, phase: number): Skeleton {
  const hip = { x: 0, y: lyingHeight * body.statureM + rollerDiameterM };
  const down = feetBeside(hip, body);
  const [thighDown, shankDown] = [down.thigh[0], down.shank[0]];
  const free: Record<typeof p.legs, [thigh: number, shank: number, footDeg: number]> = {
    feet_down: [thighDown, shankDown, 180],
    // Bent as it was, the thigh goes a hand's width nearer to the chest.
    foot_lift: [
      mix(thighDown, thighDown - 18, phase),
      mix(shankDown, shankDown - 14, phase),
      180 - 6 * phase,
    ],
    one_lift: [mix(thighDown, lifted(38), phase), mix(shankDown, lifted(36), phase), mix(180, 110, phase)],
    tabletop: [mix(90, lifted(48), phase), mix(180, lifted(-38), phase), mix(100, 160, phase)],
  };
  const held: [number, number, number] = p.legs === 'tabletop' ? [90, 180, 100] : [thighDown, shankDown, 180];
  const working = free[p.legs];
  const arms = {
    floor: { upperArm: [207, 207], forearm: [196, 196] },
    elbows: { upperArm: [222, 222], forearm: [170, 170] },
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
    waist: p.legs === 'feet_down' ? mix(...breathed, phase) : 1,
    front: 1,
  });
}

/** Hips and legs of each piece of work on the tower: incline of the bridge, hip angle above the floor, knee, at both ends. */
const springWork: Record<
  PostureOf<'spring_leg'>['task'],
  { readonly bridge: Pair<number>; readonly hip: Pair<number>; readonly knee: Pair<number> }
> = {
  press_out: { bridge: [0, 0], hip: [95, 40], knee: [95, 3] },
  bar_press: { bridge: [0, 0], hip: [95, 80], knee: [100, 12] },
  bar_bridge: { bridge: [0, 38], hip: [84, 80], knee: [10, 10] },
  bridge_press: { bridge: [8, 30], hip: [112, 84], knee: [95, 22] },
  high_bridge: { bridge: [46, 46], hip: [104, 66], knee: [84, 14] },
};

export function springLeg(p: PostureOf<'spring_leg'>, body: Body, phase: number): Skeleton {
  const { bridge, hip, knee } = springWork[p.task];
  const [trunk, hips, knees] = [bridge, hip, knee].map(([from, to]) => mix(from, to, phase)) as [
    number,
    number,
    number,
  ];
  const one = p.legs === 'one';
  // The free leg is still, straight beside the working one.
  const under = legs([hips, one ? 50 : hips], [knees, one ? 4 : knees]);
  const loops = p.task === 'press_out';
  return skeleton({
    anchor: 'shoulder',
    at: { x: body.length.toShoulder, y: lyingHeight * body.statureM },
    trunk: -trunk,
    head: 4,
    ...under,
    ...(loops ? {} : { foot: [90, one ? under.foot[1] : 90] }),
    upperArm: [184, 184],
    forearm: [180, 180],
    armOnTrunk: [true, true],
    front: 1,
  });
}
