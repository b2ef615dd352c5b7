import { type Body, gravity } from './anthropometry';
import { type MassPoint, massPoints, type Part } from './masses';
import { type Archetype, type Load, noLoad, type Posture, type PostureOf } from './posture';
import { skeletonOf } from './postures';
import { cableReach } from './postures/cable';
import { bareFloor, type Setting } from './postures/setting';
import { mix, type Pose, poseOf } from './skeleton';
import { beam, cantileverNm } from './statics';

/**
 * The moment a posture asks of the trunk: a static estimate for planning under vertical forces and rigid links, never a
 * tissue load. The joints it is computed from are the ones that are drawn.
 */

export type Direction =
  | 'anti_extension'
  | 'anti_lateral'
  | 'anti_rotation'
  | 'extension'
  | 'hip_extension'
  /** Curls, about T12. */
  | 'flexion';

export const directionNames: Readonly<Record<Direction, string>> = {
  anti_extension: 'resisting extension',
  anti_lateral: 'resisting side-bend',
  anti_rotation: 'resisting rotation',
  extension: 'back extension',
  hip_extension: 'hip extension',
  flexion: 'trunk flexion',
};

export interface Moments {
  /** The direction the archetype is about. */
  readonly main: Direction;
  /** Newton metres by direction; of one hip or side where it is sided. */
  readonly nm: Readonly<Partial<Record<Direction, number>>>;
  /** Where the main moment acts, for the drawing. */
  readonly axis: 'lumbar' | 't12' | 'hip' | 'shoulder' | 'spine';
  /** The same moment from both free bodies; given for postures on two supports. */
  readonly bothEndsNm?: readonly [caudal: number, cranial: number];
  /** Newtons on the supports at the feet and hands (or shoulders), for postures on two supports. */
  readonly supportN?: readonly [caudal: number, cranial: number];
  /** Moment about the standing hip, newton metres. */
  readonly stanceNm?: number;
}

/** Archetypes prescribed by breaths, time, reps and grade alone: the load model has nothing to say about them. */
const momentless: ReadonlySet<Archetype> = new Set([
  'breathing',
  'brace_drill',
  'roller_lie',
  'spring_leg',
  'seated_ball',
  'single_leg_stance',
  'neck_ball',
]);
export const hasMoment = (archetype: Archetype): boolean => !momentless.has(archetype);

/** Is a limit read from the moment? A standing leg raise ends with its height, not with the strength of the trunk. */
export const limitByMoment = ({ archetype }: { readonly archetype: Archetype }): boolean =>
  hasMoment(archetype) && archetype !== 'standing_leg';

/** Bars take this share of body weight off a hinge; hands that only hover take none. */
export const handsOnBarsShare = 0.15;
/** Feet of a plank stand this far apart unless the posture says otherwise, in statures. */
const footSpacing = 0.2;
/** A weight in the hand hangs this far outside the shoulder joint, in statures. */
const handOutside = 0.04;

const isCranial = (mass: MassPoint) => mass.cranial;
const leg = (part: Part) => part === 'leg0' || part === 'leg1';

function proneBridge(p: PostureOf<'prone_bridge'>, body: Body, pose: Pose, load: Load): Moments {
  const onForearm = p.hands !== 'hand';
  const kneeling = p.feet === 'knees';
  const lifted = p.lifted === 'arm' || p.lifted === 'arm_leg';
  // Forearms on the floor and the shanks of a kneeling plank carry themselves; a lifted arm hangs on the beam.
  const masses = massPoints(pose, body, load).filter(
    (m) =>
      !(m.end === 'lowerArm' && onForearm && !(lifted && m.part === 'arm1')) &&
      !(kneeling && !p.shanks_up && (m.end === 'shank' || m.end === 'foot')),
  );
  const arm = pose.arms[0];
  const caudalX = kneeling ? pose.legs[1].knee.x : pose.legs[1].ankle.x;
  const b = beam(masses, caudalX, onForearm ? arm.elbow.x : arm.wrist.x, pose.lumbar.x, isCranial);
  const H = body.statureM;
  const oneFoot = p.feet === 'one_foot' ? (b.caudalN * body.length.hipSpacing) / 2 : 0;
  const forearmN = onForearm ? body.mass.lowerArm * gravity : 0;
  const oneArm = lifted
    ? Math.min(
        ((b.cranialN + forearmN) * body.length.biacromial) / 2,
        (b.caudalN * (p.foot_spacing_H ?? footSpacing) * H) / 2,
      )
    : 0;
  const roll = Math.max(oneFoot, oneArm);
  return {
    main: 'anti_extension',
    nm: { anti_extension: b.fromCranialNm, ...(roll > 0 ? { anti_rotation: roll } : {}) },
    axis: 'lumbar',
    bothEndsNm: [b.fromCaudalNm, b.fromCranialNm],
    supportN: [b.caudalN, b.cranialN],
  };
}

function rollout(p: PostureOf<'rollout'>, body: Body, pose: Pose, load: Load, onBall: boolean): Moments {
  const kneeling = p.base === 'kneel';
  const masses = massPoints(pose, body, load).filter(
    (m) => !(onBall && m.end === 'lowerArm') && !(kneeling && (m.end === 'shank' || m.end === 'foot')),
  );
  const caudalX = kneeling ? pose.legs[0].knee.x : pose.legs[0].ankle.x;
  const arm = pose.arms[0];
  const b = beam(masses, caudalX, onBall ? arm.elbow.x : arm.hand.x, pose.lumbar.x, isCranial);
  return {
    main: 'anti_extension',
    nm: { anti_extension: b.fromCranialNm },
    axis: 'lumbar',
    bothEndsNm: [b.fromCaudalNm, b.fromCranialNm],
    supportN: [b.caudalN, b.cranialN],
  };
}

function sideBridge(
  p: PostureOf<'side_bridge'>,
  body: Body,
  pose: Pose,
  load: Load,
  onBench: boolean,
): Moments {
  const kneeling = p.feet === 'knees';
  const benchKnee = kneeling && onBench;
  const bench = p.feet === 'top_foot_bench' || benchKnee;
  const masses = massPoints(pose, body, load, [1]).filter(
    (m) =>
      !(m.part === 'arm0' && m.end === 'lowerArm' && p.hand === 'forearm') &&
      !(kneeling && (m.end === 'shank' || m.end === 'foot') && (!benchKnee || m.part === 'leg1')),
  );
  const support = pose.legs[bench ? 1 : 0];
  const caudalX = kneeling ? support.knee.x : support.ankle.x;
  const arm = pose.arms[0];
  const b = beam(masses, caudalX, p.hand === 'forearm' ? arm.elbow.x : arm.wrist.x, pose.lumbar.x, isCranial);
  return {
    main: 'anti_lateral',
    nm: { anti_lateral: b.fromCranialNm },
    axis: 'lumbar',
    bothEndsNm: [b.fromCaudalNm, b.fromCranialNm],
    supportN: [b.caudalN, b.cranialN],
  };
}

function supineLimbs(p: PostureOf<'supine_limbs'>, body: Body, pose: Pose, load: Load): Moments {
  const moving = ([0, 1] as const).filter((i) => !p.feet_down[i]);
  const masses = massPoints(pose, body, load, p.hips_deg[0] === p.hips_deg[1] ? moving : [0]);
  const free = masses.filter(
    (m) => (m.part === 'leg0' && !p.feet_down[0]) || (m.part === 'leg1' && !p.feet_down[1]),
  );
  const caudal = cantileverNm(free, pose.hip.x, -1);
  let cranial = 0;
  if (p.thorax_lifted)
    cranial = cantileverNm(
      masses.filter((m) => m.part !== 'mid' && isCranial(m)),
      pose.t12.x,
      1,
    );
  else if (p.arms !== 'wall_press' && p.arms !== 'side')
    cranial = cantileverNm(
      masses.filter((m) => m.part === 'arm0' || m.part === 'arm1'),
      pose.shoulder.x,
      1,
    );
  const legsWin = caudal >= cranial;
  return {
    main: 'anti_extension',
    nm: { anti_extension: Math.max(0, caudal, cranial) },
    axis: legsWin ? 'hip' : p.thorax_lifted ? 't12' : 'shoulder',
  };
}

/** Where a loop band sits: just above the knee, as a share of the thigh. */
const loopAt = 0.85;

function supineBridge(p: PostureOf<'supine_bridge'>, body: Body, pose: Pose, load: Load): Moments {
  // Head and arms lie on the floor.
  const masses = massPoints(pose, body, load).filter(
    (m) => m.part !== 'head' && m.part !== 'arm0' && m.part !== 'arm1',
  );
  const one = p.legs !== 'both';
  const stance = pose.legs[0];
  const calf = p.feet === 'ball_calves' ? 0.6 : 1;
  const footX = stance.knee.x + (stance.ankle.x - stance.knee.x) * calf;
  const b = beam(
    masses,
    footX,
    pose.shoulder.x,
    pose.hip.x,
    (m) => !leg(m.part) || (one && m.part === 'leg1'),
  );
  const hips = one ? 1 : 2;
  const roll = one ? (b.caudalN * body.length.hipSpacing) / 2 : 0;
  // A loop above the knees pulls them together: each hip pushes out while it extends, and the two add as a resultant.
  const outNm = load.by === 'band_N' ? load.value * loopAt * body.length.thigh : 0;
  return {
    main: 'hip_extension',
    nm: {
      hip_extension: Math.hypot(b.fromCaudalNm / hips, outNm),
      ...(one ? { anti_rotation: roll } : {}),
    },
    axis: 'hip',
    bothEndsNm: [b.fromCaudalNm / hips, b.fromCranialNm / hips],
    supportN: [b.caudalN, b.cranialN],
  };
}

function quadruped(p: PostureOf<'quadruped'>, body: Body, pose: Pose, load: Load): Moments {
  const legUp = p.lifted === 'leg' || p.lifted === 'arm_leg';
  const armUp = p.lifted === 'arm' || p.lifted === 'arm_leg';
  const masses = massPoints(pose, body, load, [1]);
  const carried = masses.filter(
    (m) => !((m.end === 'shank' || m.end === 'foot') && !(legUp && m.part === 'leg1')),
  );
  const b = beam(carried, pose.legs[0].knee.x, pose.arms[1].wrist.x, pose.lumbar.x, isCranial);
  const ofLeg = legUp
    ? cantileverNm(
        masses.filter((m) => m.part === 'leg1'),
        pose.hip.x,
        -1,
      )
    : 0;
  const ofArm = armUp
    ? cantileverNm(
        masses.filter((m) => m.part === 'arm0'),
        pose.shoulder.x,
        1,
      )
    : 0;
  // Supports off the midline twist the trunk; it shifts sideways until hands and knees balance, which leaves this much.
  const offset = (armUp ? body.length.biacromial / 2 : 0) + (legUp ? body.length.hipSpacing / 2 : 0);
  const roll = ((b.cranialN * b.caudalN) / (b.cranialN + b.caudalN)) * offset;
  return {
    main: 'extension',
    nm: { extension: Math.max(0, ofLeg, ofArm), ...(offset > 0 ? { anti_rotation: roll } : {}) },
    axis: ofLeg >= ofArm ? 'hip' : 'shoulder',
    supportN: [b.caudalN, b.cranialN],
  };
}

function proneExtension(p: PostureOf<'prone_extension'>, body: Body, pose: Pose, load: Load): Moments {
  const masses = massPoints(pose, body, load);
  const alternate = p.lift === 'alternate';
  const legs = masses.filter((m) => m.part === 'leg0' || (!alternate && m.part === 'leg1'));
  const caudal = p.lift === 'chest' ? 0 : cantileverNm(legs, pose.hip.x, -1);
  const cranial = alternate
    ? cantileverNm(
        masses.filter((m) => m.part === 'arm1'),
        pose.shoulder.x,
        1,
      )
    : cantileverNm(masses.filter(isCranial), pose.lumbar.x, 1);
  return {
    main: 'extension',
    nm: { extension: Math.max(0, caudal, cranial) },
    axis: caudal > cranial ? 'hip' : alternate ? 'shoulder' : 'lumbar',
  };
}

function hingeHold(p: PostureOf<'hinge_hold'>, body: Body, pose: Pose, load: Load): Moments {
  const hung = load.by === 'hand_kg' ? load.value * gravity * (pose.shoulder.x - pose.lumbar.x) : 0;
  const masses = massPoints(pose, body, load.by === 'hand_kg' ? noLoad : load).filter(isCranial);
  // The arms pass the push of the bars on to the trunk at the shoulder, however far ahead the hands are.
  const onBars =
    p.arms === 'bars' ? handsOnBarsShare * body.massKg * gravity * (pose.shoulder.x - pose.lumbar.x) : 0;
  return {
    main: 'extension',
    nm: { extension: Math.max(0, cantileverNm(masses, pose.lumbar.x, 1) + hung - onBars) },
    axis: 'lumbar',
  };
}

function curl(body: Body, pose: Pose, load: Load): Moments {
  const masses = massPoints(pose, body, load).filter((m) => m.part !== 'mid' && isCranial(m));
  return {
    main: 'flexion',
    nm: { flexion: Math.max(0, cantileverNm(masses, pose.t12.x, 1)) },
    axis: 't12',
  };
}

function carry(p: PostureOf<'carry'>, body: Body, load: Load, phase: number): Moments {
  const arm = body.length.biacromial / 2 + handOutside * body.statureM;
  // Equal weights in both hands cancel: nothing is left to resist.
  const newtons = p.sides === 'both' || load.by !== 'hand_kg' ? 0 : load.value * gravity;
  // Bent to the side, the trunk's own weight comes in.
  const pose = p.bend_deg ? poseOf(skeletonOf(p, body, phase), body) : undefined;
  const trunk = pose
    ? Math.max(0, cantileverNm(massPoints(pose, body, noLoad).filter(isCranial), pose.lumbar.x, 1))
    : 0;
  return { main: 'anti_lateral', nm: { anti_lateral: newtons * arm + trunk }, axis: 'spine' };
}

function uprightCable(p: PostureOf<'upright_cable'>, body: Body, load: Load, phase: number): Moments {
  const newtons = load.by === 'cable_N' || load.by === 'band_N' ? load.value : 0;
  const share = p.action === 'hold' ? 1 : phase;
  const reachM = mix(cableReach.near, cableReach.far, share) * body.statureM;
  return { main: 'anti_rotation', nm: { anti_rotation: newtons * reachM }, axis: 'spine' };
}

const raiseDirections = { front: 'anti_extension', side: 'anti_lateral', back: 'extension' } as const;

function standingLeg(p: PostureOf<'standing_leg'>, body: Body, pose: Pose, load: Load): Moments {
  const masses = massPoints(pose, body, load);
  const free = masses.filter((m) => m.part === 'leg0');
  const main = raiseDirections[p.direction];
  const half = body.length.hipSpacing / 2;
  const lateral = p.direction === 'side' ? Math.abs(cantileverNm(free, pose.legs[1].hip.x, -1)) : 0;
  const legKg = body.mass.thigh + body.mass.shank + body.mass.foot;
  const above = (body.massKg - 2 * legKg) * gravity * half;
  return {
    main,
    nm: { [main]: Math.abs(cantileverNm(free, pose.legs[0].hip.x, p.direction === 'front' ? 1 : -1)) },
    axis: 'hip',
    stanceNm: above + (lateral > 0 ? lateral : legKg * gravity * 2 * half),
  };
}

/**
 * Moments of a posture for a body (newton metres), under an outside load, at a phase of the rep.
 *
 * @returns undefined for archetypes without a moment
 */
export function momentsOf(
  p: Posture,
  body: Body,
  load: Load = noLoad,
  phase = 1,
  setting: Setting = bareFloor,
): Moments | undefined {
  if (!hasMoment(p.archetype)) return undefined;
  if (p.archetype === 'carry') return carry(p, body, load, phase);
  if (p.archetype === 'upright_cable') return uprightCable(p, body, load, phase);
  // A leg that leans to the side has the lever of the same angle lowered forward.
  const levered = p.archetype === 'supine_limbs' && p.sideways ? { ...p, sideways: false } : p;
  const pose = poseOf(skeletonOf(levered, body, phase, setting), body, false);
  switch (p.archetype) {
    case 'prone_bridge':
      return proneBridge(p, body, pose, load);
    case 'rollout':
      return rollout(p, body, pose, load, setting.needs.includes('ball'));
    case 'side_bridge':
      return sideBridge(p, body, pose, load, setting.needs.includes('box'));
    case 'supine_limbs':
      return supineLimbs(p, body, pose, load);
    case 'supine_bridge':
      return supineBridge(p, body, pose, load);
    case 'quadruped':
      return quadruped(p, body, pose, load);
    case 'prone_extension':
      return proneExtension(p, body, pose, load);
    case 'hinge_hold':
      return hingeHold(p, body, pose, load);
    case 'curl':
      return curl(body, pose, load);
    case 'standing_leg':
      return standingLeg(p, body, pose, load);
    default:
      return undefined;
  }
}

/** The moment in the main direction, newton metres; undefined for archetypes without one. */
export function mainMomentNm(
  p: Posture,
  body: Body,
  load: Load = noLoad,
  phase = 1,
  setting: Setting = bareFloor,
): number | undefined {
  const moments = momentsOf(p, body, load, phase, setting);
  return moments?.nm[moments.main];
}

/** A moment as % of body weight x stature, which compares bodies. */
export const relativePercent = (nm: number, body: Body): number =>
  (100 * nm) / (body.massKg * gravity * body.statureM);
