import type { Body } from '~/core/body/anthropometry';
import { momentsOf } from '~/core/body/moment';
import type { Load, Posture } from '~/core/body/posture';
import { noLoad } from '~/core/body/posture';
import { skeletonOf } from '~/core/body/postures';
import { bareFloor, type Setting } from '~/core/body/postures/setting';
import { type ArmPose, type LegPose, type Point, type Pose, poseOf } from '~/core/body/skeleton';
import { type Prop, propsOf } from './props';

/**
 * The drawing of a posture: the joints of the load model dressed with limbs, with the kit, the supports and the moment.
 * Lengths are in hundredths of the stature, x to the right and y down, the floor at 0, as SVG wants them.
 */

export interface Capsule {
  readonly a: Point;
  readonly b: Point;
  readonly ra: number;
  readonly rb: number;
}
export type Layer = 'far' | 'trunk' | 'near';
export interface Limb {
  readonly layer: Layer;
  readonly capsules: readonly Capsule[];
}

export interface MomentArc {
  readonly at: Point;
  readonly radius: number;
  /** Screen degrees from which to which the arc runs; the arrow stands at the end. */
  readonly fromDeg: number;
  readonly toDeg: number;
  /** Height over width: below 1 the arc lies flat, about the upright axis. */
  readonly flat: number;
}

export interface Scene {
  readonly limbs: readonly Limb[];
  readonly head: Point;
  readonly headRadius: number;
  /** Where the face is, seen from the side. */
  readonly nose: Point | undefined;
  readonly props: readonly Prop[];
  /** Where the body meets floor, box, ball or bar. */
  readonly supports: readonly Point[];
  readonly moment: MomentArc | undefined;
}

const headRadius = 6.1;

/** Half thicknesses at the upper and lower end of a segment. */
const girth = {
  thigh: [4.3, 3],
  shank: [3.1, 1.9],
  foot: [2, 1.3],
  upperArm: [2.6, 2],
  forearm: [2, 1.45],
  hand: [1.6, 1.3],
  pelvis: [5.3, 5],
  loin: [5, 5],
  thorax: [5.2, 4.8],
  neck: [2.9, 2.7],
} as const;

const capsule = (a: Point, b: Point, [ra, rb]: readonly [number, number]): Capsule => ({ a, b, ra, rb });

function armOf(arm: ArmPose): Capsule[] {
  return [
    capsule(arm.shoulder, arm.elbow, girth.upperArm),
    capsule(arm.elbow, arm.wrist, girth.forearm),
    capsule(arm.wrist, arm.hand, girth.hand),
  ];
}
function legOf(leg: LegPose): Capsule[] {
  return [
    capsule(leg.hip, leg.knee, girth.thigh),
    capsule(leg.knee, leg.ankle, girth.shank),
    capsule(leg.ankle, leg.toe, girth.foot),
  ];
}

/** Seen from the front: a torso from the shoulders to the hips. */
function frontTrunk(pose: Pose): Capsule[] {
  const [left, right] = pose.arms;
  return [
    capsule(left.shoulder, right.shoulder, [3, 3]),
    capsule(left.shoulder, pose.t12, [3, 6]),
    capsule(right.shoulder, pose.t12, [3, 6]),
    capsule(pose.shoulder, pose.t12, [3, 7.2]),
    capsule(pose.t12, pose.lumbar, [7.2, 6.4 * pose.waist]),
    capsule(pose.legs[0].hip, pose.legs[1].hip, [4.4, 4.4]),
    capsule(pose.lumbar, pose.hip, [6.4 * pose.waist, 5.4]),
  ];
}

function sideTrunk(pose: Pose): Capsule[] {
  const [loin, ribs] = [girth.loin[0] * pose.waist, girth.loin[1] * (1 + (pose.waist - 1) * 0.5)];
  const across = (a: Point, b: Point, radius: number) =>
    Math.hypot(a.x - b.x, a.y - b.y) > 0.5 ? [capsule(a, b, [radius, radius])] : [];
  return [
    capsule(pose.hip, pose.lumbar, [girth.pelvis[0], loin]),
    capsule(pose.lumbar, pose.t12, [loin, ribs]),
    capsule(pose.t12, pose.shoulder, [ribs, girth.thorax[1]]),
    // Turned at the viewer, shoulders and hips show their width.
    ...across(pose.arms[0].shoulder, pose.arms[1].shoulder, 3.9),
    ...across(pose.legs[0].hip, pose.legs[1].hip, 4.6),
  ];
}

/** On the edge of the head, where the face is; turned at the viewer it comes in from the edge. */
function noseOf(pose: Pose): Point | undefined {
  if (pose.front === 0) return undefined;
  const [dx, dy] = [pose.head.x - pose.shoulder.x, pose.head.y - pose.shoulder.y];
  const length = Math.hypot(dx, dy) || 1;
  const reach = (headRadius * Math.cos((pose.twistDeg * Math.PI) / 180) * pose.front) / length;
  return { x: pose.head.x + dy * reach, y: pose.head.y - dx * reach };
}

const toScreen = (p: Point, H: number): Point => ({ x: (p.x / H) * 100, y: (-p.y / H) * 100 });

function screenPose(pose: Pose, H: number): Pose {
  const of = (p: Point) => toScreen(p, H);
  const leg = (l: LegPose): LegPose => ({
    hip: of(l.hip),
    knee: of(l.knee),
    ankle: of(l.ankle),
    toe: of(l.toe),
  });
  const arm = (a: ArmPose): ArmPose => ({
    shoulder: of(a.shoulder),
    elbow: of(a.elbow),
    wrist: of(a.wrist),
    hand: of(a.hand),
  });
  return {
    ...pose,
    hip: of(pose.hip),
    lumbar: of(pose.lumbar),
    t12: of(pose.t12),
    shoulder: of(pose.shoulder),
    head: of(pose.head),
    legs: [leg(pose.legs[0]), leg(pose.legs[1])],
    arms: [arm(pose.arms[0]), arm(pose.arms[1])],
  };
}

/** The arc about the axis of the main moment, turning the way gravity or the cable turns the body. */
function momentArc(
  p: Posture,
  pose: Pose,
  body: Body,
  load: Load,
  phase: number,
  setting: Setting,
): MomentArc | undefined {
  const moments = momentsOf(p, body, load, phase, setting);
  if (!((moments?.nm[moments.main] ?? 0) > 0.5) || !moments) return undefined;
  const at =
    moments.axis === 'spine'
      ? pose.t12
      : moments.axis === 'lumbar'
        ? pose.lumbar
        : moments.axis === 't12'
          ? pose.t12
          : moments.axis === 'hip'
            ? pose.hip
            : pose.shoulder;
  const radius = 11.5;
  const flat = 1;
  // Screen angles grow clockwise. A mass to the left falls anticlockwise, one to the right clockwise.
  switch (p.archetype) {
    case 'prone_bridge':
    case 'rollout':
      return { at, radius: 13.5, fromDeg: 38, toDeg: 146, flat };
    case 'side_bridge':
      return { at, radius: 19, fromDeg: 52, toDeg: 124, flat };
    case 'supine_bridge':
      return { at, radius: 13, fromDeg: 38, toDeg: 146, flat };
    case 'supine_limbs':
      // Legs that swing to the side turn the pelvis about the long axis.
      if (p.sideways) return { at, radius: 13, fromDeg: -150, toDeg: 130, flat: 0.34 };
      return moments.axis === 'hip'
        ? { at, radius, fromDeg: 285, toDeg: 190, flat }
        : { at, radius, fromDeg: 250, toDeg: 345, flat };
    case 'curl':
      return { at, radius, fromDeg: 235, toDeg: 335, flat };
    case 'quadruped':
    case 'prone_extension':
      return moments.axis === 'hip'
        ? { at, radius, fromDeg: 285, toDeg: 190, flat }
        : { at, radius, fromDeg: 255, toDeg: 350, flat };
    case 'standing_leg':
      return p.direction === 'front'
        ? { at, radius, fromDeg: -20, toDeg: 80, flat }
        : { at, radius, fromDeg: 200, toDeg: 100, flat };
    case 'carry':
      return { at, radius: 14, fromDeg: 300, toDeg: 400, flat };
    case 'upright_cable':
      return { at, radius: 15, fromDeg: -150, toDeg: 130, flat: 0.32 };
    default:
      return { at, radius, fromDeg: 270, toDeg: 365, flat };
  }
}

/** Joints on or near the floor, and hands on what they hold: where the body is carried. */
function supportsOf(pose: Pose): Point[] {
  const points = [
    ...pose.legs.flatMap((leg) => [leg.toe, leg.ankle, leg.knee]),
    ...pose.arms.flatMap((arm) => [arm.elbow, arm.hand]),
    pose.hip,
    pose.lumbar,
    pose.shoulder,
  ];
  const low = points.filter((p) => p.y > -6.2).map((p) => ({ x: p.x, y: 0 }));
  return low.sort((a, b) => a.x - b.x).filter((p, i, all) => i === 0 || p.x - (all[i - 1]?.x ?? 0) > 6);
}

/** The joints of a posture in the units of the drawing. */
export function drawnPose(p: Posture, body: Body, phase: number, setting: Setting): Pose {
  return screenPose(poseOf(skeletonOf(p, body, phase, setting), body), body.statureM);
}

function limbsOf(p: Posture, pose: Pose): Limb[] {
  const front = pose.view === 'front';
  const lyingFront = p.archetype === 'side_bridge';
  // A foot set far behind is lighter, as everything far away.
  const stride = p.archetype === 'upright_cable' && (p.stance === 'split' || p.stance === 'half_kneel');
  const limbs: Limb[] = front
    ? [
        { layer: stride ? 'far' : 'near', capsules: legOf(pose.legs[lyingFront ? 0 : 1]) },
        { layer: 'near', capsules: legOf(pose.legs[lyingFront ? 1 : 0]) },
        { layer: 'trunk', capsules: frontTrunk(pose) },
        { layer: 'near', capsules: armOf(pose.arms[1]) },
        { layer: 'near', capsules: armOf(pose.arms[0]) },
      ]
    : [
        { layer: 'far', capsules: armOf(pose.arms[1]) },
        { layer: 'far', capsules: legOf(pose.legs[1]) },
        { layer: 'trunk', capsules: sideTrunk(pose) },
        { layer: 'near', capsules: legOf(pose.legs[0]) },
        { layer: 'near', capsules: armOf(pose.arms[0]) },
      ];
  limbs.splice(2, 0, {
    layer: 'trunk',
    capsules: [capsule(pose.shoulder, pose.head, girth.neck)],
  });
  return limbs;
}

/**
 * The scene of a posture.
 *
 * @param phase 0 the easy end of the rep, 1 the demanding one
 * @param alter what a fault does to the joints and to what is drawn around them
 */
export function sceneOf(
  p: Posture,
  body: Body,
  phase = 1,
  setting: Setting = bareFloor,
  load: Load = noLoad,
  alter?: {
    readonly pose: (pose: Pose) => Pose;
    readonly props: (props: readonly Prop[], pose: Pose) => readonly Prop[];
  },
): Scene {
  const right = drawnPose(p, body, phase, setting);
  const pose = alter ? alter.pose(right) : right;
  const props = propsOf(p, pose, body, setting, load, phase);
  return {
    limbs: limbsOf(p, pose),
    head: pose.head,
    headRadius,
    nose: noseOf(pose),
    props: alter ? alter.props(props, pose) : props,
    supports: supportsOf(pose),
    moment: alter ? undefined : momentArc(p, pose, body, load, phase, setting),
  };
}

/** Moves whose easy end says more of them than their demanding one: folded hips, a closed shape, a ball that comes flying. */
export function tellingPhase(p: Posture): 0 | 1 {
  const folded = p.archetype === 'prone_bridge' && (p.pike_deg ?? 0) > 0;
  const closed = p.archetype === 'supine_limbs' && (p.from?.trunk_deg ?? 0) > 40;
  return folded || closed ? 0 : 1;
}

export interface Frame {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A frame that holds the whole rep, easy end first, with the floor near its lower edge. */
export function frameOf(scenes: readonly Scene[]): Frame {
  const xs: number[] = [];
  const ys: number[] = [0];
  for (const scene of scenes) {
    for (const { capsules } of scene.limbs)
      for (const c of capsules) {
        xs.push(c.a.x - c.ra, c.a.x + c.ra, c.b.x - c.rb, c.b.x + c.rb);
        ys.push(c.a.y - c.ra, c.b.y - c.rb);
      }
    xs.push(scene.head.x - headRadius, scene.head.x + headRadius);
    ys.push(scene.head.y - headRadius);
  }
  for (const [i, { props }] of scenes.entries())
    for (const prop of props) {
      // A cable is drawn from where the hands are; only its last place needs room.
      if (prop.kind === 'pull' && i < scenes.length - 1) continue;
      xs.push(prop.box.left, prop.box.right);
      ys.push(prop.box.top);
    }
  const left = Math.min(...xs);
  const right = Math.max(...xs);
  const top = Math.min(...ys);
  const width = Math.max(92, right - left + 8);
  const height = Math.max(58, -top + 10);
  const middle = (left + right) / 2;
  return { x: middle - width / 2, y: 7 - height, width, height };
}
