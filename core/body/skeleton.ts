import type { Body } from './anthropometry';

/** A point in the plane of the drawing, metres: x to the right, y up, the floor at 0. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
export type Pair<T> = readonly [T, T];

/**
 * The joint angles of a posture: the direction each segment points from its upper end, degrees, 0 to the right and 90 up.
 * Both the moments and the drawing come from these. Index 0 is the working side.
 */
export interface Skeleton {
  readonly view: 'side' | 'front';
  /** The joint that is placed, and where. */
  readonly anchor: 'hip' | 'shoulder' | 'ankle0' | 'ankle1' | 'knee0' | 'knee1' | 'hand0';
  readonly at: Point;
  /** Hip to lumbar hinge, lumbar hinge to T12, T12 to shoulder, shoulder to the head's centre. */
  readonly pelvis: number;
  readonly loin: number;
  readonly thorax: number;
  readonly head: number;
  readonly thigh: Pair<number>;
  readonly shank: Pair<number>;
  readonly foot: Pair<number>;
  readonly upperArm: Pair<number>;
  readonly forearm: Pair<number>;
  /** Arms that rest on the floor or along the trunk: their mass counts with the upper trunk. */
  readonly armOnTrunk: Pair<boolean>;
  /** Half distance of the hips and of the shoulders in this plane, metres: 0 from the side. */
  readonly halfHips: number;
  readonly halfShoulders: number;
  /** Share of the true length seen in this plane, for limbs that point at the viewer. */
  readonly seenThigh: Pair<number>;
  readonly seenShank: Pair<number>;
  readonly seenUpperArm: Pair<number>;
  readonly seenForearm: Pair<number>;
  readonly seenFoot: number;
}

export interface LegPose {
  readonly hip: Point;
  readonly knee: Point;
  readonly ankle: Point;
  readonly toe: Point;
}
export interface ArmPose {
  readonly shoulder: Point;
  readonly elbow: Point;
  readonly wrist: Point;
  readonly hand: Point;
}
export interface Pose {
  readonly view: 'side' | 'front';
  readonly hip: Point;
  readonly lumbar: Point;
  readonly t12: Point;
  readonly shoulder: Point;
  readonly head: Point;
  readonly legs: Pair<LegPose>;
  readonly arms: Pair<ArmPose>;
  readonly armOnTrunk: Pair<boolean>;
}

const whole: Pair<number> = [1, 1];
const none: Pair<boolean> = [false, false];

/** A skeleton from the parts that differ from a straight body seen from the side, standing at the origin. */
export function skeleton(
  parts: Partial<Skeleton> & { readonly trunk?: number } & Pick<Skeleton, 'anchor' | 'at'>,
): Skeleton {
  const trunk = parts.trunk ?? 90;
  return {
    view: parts.view ?? 'side',
    anchor: parts.anchor,
    at: parts.at,
    pelvis: parts.pelvis ?? trunk,
    loin: parts.loin ?? parts.pelvis ?? trunk,
    thorax: parts.thorax ?? trunk,
    head: parts.head ?? parts.thorax ?? trunk,
    thigh: parts.thigh ?? [-90, -90],
    shank: parts.shank ?? parts.thigh ?? [-90, -90],
    foot: parts.foot ?? [0, 0],
    upperArm: parts.upperArm ?? [-90, -90],
    forearm: parts.forearm ?? parts.upperArm ?? [-90, -90],
    armOnTrunk: parts.armOnTrunk ?? none,
    halfHips: parts.halfHips ?? 0,
    halfShoulders: parts.halfShoulders ?? 0,
    seenThigh: parts.seenThigh ?? whole,
    seenShank: parts.seenShank ?? whole,
    seenUpperArm: parts.seenUpperArm ?? whole,
    seenForearm: parts.seenForearm ?? whole,
    // From the front the feet point at the viewer.
    seenFoot: parts.seenFoot ?? (parts.view === 'front' ? 0.35 : 1),
  };
}

export const radians = (deg: number): number => (deg * Math.PI) / 180;
export const degrees = (rad: number): number => (rad * 180) / Math.PI;
export const cosDeg = (deg: number): number => Math.cos(radians(deg));
export const sinDeg = (deg: number): number => Math.sin(radians(deg));
export const mix = (a: number, b: number, share: number): number => a + (b - a) * share;

/** The point at a distance in a direction. */
export function along(from: Point, deg: number, metres: number): Point {
  const rad = radians(deg);
  return { x: from.x + Math.cos(rad) * metres, y: from.y + Math.sin(rad) * metres };
}

/** Ankle to the ball of the foot, in statures; drawn, and used for the height of the ankle on the toes. */
export const footReach = 0.11;

/** From angles to joints: forward kinematics from the hip, then moved so that the anchor joint lies where it should. */
export function poseOf(s: Skeleton, body: Body): Pose {
  const { length } = body;
  const origin: Point = { x: 0, y: 0 };
  const lumbar = along(origin, s.pelvis, length.toLumbar);
  const t12 = along(lumbar, s.loin, length.toT12 - length.toLumbar);
  const shoulder = along(t12, s.thorax, length.toShoulder - length.toT12);
  const head = along(shoulder, s.head, length.toHead - length.toShoulder);
  const leg = (i: 0 | 1): LegPose => {
    const hip = s.halfHips === 0 ? origin : along(origin, s.pelvis + 90, i === 0 ? s.halfHips : -s.halfHips);
    const knee = along(hip, s.thigh[i], length.thigh * s.seenThigh[i]);
    const ankle = along(knee, s.shank[i], length.shank * s.seenShank[i]);
    return { hip, knee, ankle, toe: along(ankle, s.foot[i], footReach * body.statureM * s.seenFoot) };
  };
  const arm = (i: 0 | 1): ArmPose => {
    const root =
      s.halfShoulders === 0
        ? shoulder
        : along(shoulder, s.thorax + 90, i === 0 ? s.halfShoulders : -s.halfShoulders);
    const elbow = along(root, s.upperArm[i], length.upperArm * s.seenUpperArm[i]);
    const wrist = along(elbow, s.forearm[i], length.forearm * s.seenForearm[i]);
    return {
      shoulder: root,
      elbow,
      wrist,
      hand: along(wrist, s.forearm[i], length.hand * 0.5 * s.seenForearm[i]),
    };
  };
  const legs: Pair<LegPose> = [leg(0), leg(1)];
  const arms: Pair<ArmPose> = [arm(0), arm(1)];
  const placed = {
    hip: origin,
    shoulder,
    ankle0: legs[0].ankle,
    ankle1: legs[1].ankle,
    knee0: legs[0].knee,
    knee1: legs[1].knee,
    hand0: arms[0].hand,
  }[s.anchor];
  const dx = s.at.x - placed.x;
  const dy = s.at.y - placed.y;
  const move = (p: Point): Point => ({ x: p.x + dx, y: p.y + dy });
  const moveLeg = (l: LegPose): LegPose => ({
    hip: move(l.hip),
    knee: move(l.knee),
    ankle: move(l.ankle),
    toe: move(l.toe),
  });
  const moveArm = (a: ArmPose): ArmPose => ({
    shoulder: move(a.shoulder),
    elbow: move(a.elbow),
    wrist: move(a.wrist),
    hand: move(a.hand),
  });
  return {
    view: s.view,
    hip: move(origin),
    lumbar: move(lumbar),
    t12: move(t12),
    shoulder: move(shoulder),
    head: move(head),
    legs: [moveLeg(legs[0]), moveLeg(legs[1])],
    arms: [moveArm(arms[0]), moveArm(arms[1])],
    armOnTrunk: s.armOnTrunk,
  };
}

/**
 * Direction of the first of two linked segments from `from` to `to`, degrees, and of the second: two-bone inverse
 * kinematics. `bend` 1 puts the middle joint to the left of the line, -1 to its right. A target out of reach is met by a
 * straight limb toward it.
 */
export function reach(from: Point, to: Point, first: number, second: number, bend: 1 | -1): [number, number] {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const straight = degrees(Math.atan2(dy, dx));
  const d = Math.min(first + second - 1e-9, Math.max(Math.abs(first - second) + 1e-9, Math.hypot(dx, dy)));
  const cosA = (first * first + d * d - second * second) / (2 * first * d);
  const a = straight + bend * degrees(Math.acos(Math.min(1, Math.max(-1, cosA))));
  const middle = along(from, a, first);
  return [a, degrees(Math.atan2(to.y - middle.y, to.x - middle.x))];
}
