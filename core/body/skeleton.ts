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
  /** Direction of the hands; along the forearm unless they lie flat. */
  readonly hand: Pair<number>;
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
  /** Where the front of the body is: to the left of the way from hip to head, to its right, or toward the viewer. */
  readonly front: 1 | -1 | 0;
  /** Ribs turned on the pelvis, degrees; the face goes with them. */
  readonly twistDeg: number;
  /** Girth of the waist against its usual one: breath and brace widen it. */
  readonly waist: number;
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
  readonly front: 1 | -1 | 0;
  readonly twistDeg: number;
  readonly waist: number;
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
    hand: parts.hand ?? parts.forearm ?? parts.upperArm ?? [-90, -90],
    armOnTrunk: parts.armOnTrunk ?? none,
    halfHips: parts.halfHips ?? 0,
    halfShoulders: parts.halfShoulders ?? 0,
    seenThigh: parts.seenThigh ?? whole,
    seenShank: parts.seenShank ?? whole,
    seenUpperArm: parts.seenUpperArm ?? whole,
    seenForearm: parts.seenForearm ?? whole,
    // From the front the feet point at the viewer.
    seenFoot: parts.seenFoot ?? (parts.view === 'front' ? 0.35 : 1),
    front: parts.front ?? (parts.view === 'front' ? 0 : -1),
    twistDeg: parts.twistDeg ?? 0,
    waist: parts.waist ?? 1,
  };
}

export const radians = (deg: number): number => (deg * Math.PI) / 180;
export const degrees = (rad: number): number => (rad * 180) / Math.PI;
export const cosDeg = (deg: number): number => Math.cos(radians(deg));
export const sinDeg = (deg: number): number => Math.sin(radians(deg));
export const mix = (a: number, b: number, share: number): number => a + (b - a) * share;

/** Ankle to the ball of the foot, in statures; drawn, and used for the height of the ankle on the toes. */
export const footReach = 0.11;

interface Spot {
  x: number;
  y: number;
}
// Straight trunks and limbs repeat an angle from one segment to the next: the last direction is kept, which only saves
// time and changes no result.
let keptDeg = Number.NaN;
let keptCos = 0;
let keptSin = 0;
/** The point at a distance in a direction, degrees. */
export function along(from: Point, deg: number, metres: number): Spot {
  if (deg !== keptDeg) {
    const rad = (deg * Math.PI) / 180;
    keptCos = Math.cos(rad);
    keptSin = Math.sin(rad);
    keptDeg = deg;
  }
  return { x: from.x + keptCos * metres, y: from.y + keptSin * metres };
}
const shift = (point: Spot, dx: number, dy: number): void => {
  point.x += dx;
  point.y += dy;
};

const same = (pair: Pair<number>): boolean => pair[0] === pair[1];
const spot = ({ x, y }: Point): Spot => ({ x, y });
const copyLeg = (l: LegPose) => ({
  hip: spot(l.hip),
  knee: spot(l.knee),
  ankle: spot(l.ankle),
  toe: spot(l.toe),
});
const copyArm = (a: ArmPose) => ({
  shoulder: spot(a.shoulder),
  elbow: spot(a.elbow),
  wrist: spot(a.wrist),
  hand: spot(a.hand),
});

function legOf(s: Skeleton, body: Body, hip: Point, i: 0 | 1, feet: boolean) {
  const { thigh, shank } = body.length;
  const root =
    s.halfHips === 0 ? { x: hip.x, y: hip.y } : along(hip, s.pelvis + 90, i === 0 ? s.halfHips : -s.halfHips);
  const knee = along(root, s.thigh[i], thigh * s.seenThigh[i]);
  const ankle = along(knee, s.shank[i], shank * s.seenShank[i]);
  const toe = feet ? along(ankle, s.foot[i], footReach * body.statureM * s.seenFoot) : spot(ankle);
  return { hip: root, knee, ankle, toe };
}

function armOf(s: Skeleton, body: Body, shoulder: Point, i: 0 | 1) {
  const { upperArm, forearm, hand } = body.length;
  const root =
    s.halfShoulders === 0
      ? { x: shoulder.x, y: shoulder.y }
      : along(shoulder, s.thorax + 90, i === 0 ? s.halfShoulders : -s.halfShoulders);
  const elbow = along(root, s.upperArm[i], upperArm * s.seenUpperArm[i]);
  const wrist = along(elbow, s.forearm[i], forearm * s.seenForearm[i]);
  return { shoulder: root, elbow, wrist, hand: along(wrist, s.hand[i], hand * 0.5 * s.seenForearm[i]) };
}

/**
 * From angles to joints: forward kinematics from the hip, then moved so that the anchor joint lies where it should.
 *
 * @param feet false leaves the toes at the ankle: the moments count a foot's mass there
 */
export function poseOf(s: Skeleton, body: Body, feet = true): Pose {
  const { length } = body;
  const hip: Spot = { x: 0, y: 0 };
  const lumbar = along(hip, s.pelvis, length.toLumbar);
  const t12 = along(lumbar, s.loin, length.toT12 - length.toLumbar);
  const shoulder = along(t12, s.thorax, length.toShoulder - length.toT12);
  const head = along(shoulder, s.head, length.toHead - length.toShoulder);
  const leg0 = legOf(s, body, hip, 0, feet);
  const arm0 = armOf(s, body, shoulder, 0);
  // From the side, a second limb at the same angles lies over the first.
  const legs = [
    leg0,
    s.halfHips === 0 &&
    same(s.thigh) &&
    same(s.shank) &&
    same(s.foot) &&
    same(s.seenThigh) &&
    same(s.seenShank)
      ? copyLeg(leg0)
      : legOf(s, body, hip, 1, feet),
  ] as const;
  const arms = [
    arm0,
    s.halfShoulders === 0 &&
    same(s.upperArm) &&
    same(s.forearm) &&
    same(s.hand) &&
    same(s.seenUpperArm) &&
    same(s.seenForearm)
      ? copyArm(arm0)
      : armOf(s, body, shoulder, 1),
  ] as const;
  const placed = anchorOf(s.anchor, hip, shoulder, legs, arms);
  const dx = s.at.x - placed.x;
  const dy = s.at.y - placed.y;
  shift(hip, dx, dy);
  shift(lumbar, dx, dy);
  shift(t12, dx, dy);
  shift(shoulder, dx, dy);
  shift(head, dx, dy);
  for (const l of legs) {
    shift(l.hip, dx, dy);
    shift(l.knee, dx, dy);
    shift(l.ankle, dx, dy);
    shift(l.toe, dx, dy);
  }
  for (const a of arms) {
    shift(a.shoulder, dx, dy);
    shift(a.elbow, dx, dy);
    shift(a.wrist, dx, dy);
    shift(a.hand, dx, dy);
  }
  return {
    view: s.view,
    hip,
    lumbar,
    t12,
    shoulder,
    head,
    legs,
    arms,
    armOnTrunk: s.armOnTrunk,
    front: s.front,
    twistDeg: s.twistDeg,
    waist: s.waist,
  };
}

function anchorOf(
  anchor: Skeleton['anchor'],
  hip: Point,
  shoulder: Point,
  legs: Pair<LegPose>,
  arms: Pair<ArmPose>,
): Point {
  switch (anchor) {
    case 'hip':
      return hip;
    case 'shoulder':
      return shoulder;
    case 'ankle0':
      return legs[0].ankle;
    case 'ankle1':
      return legs[1].ankle;
    case 'knee0':
      return legs[0].knee;
    case 'knee1':
      return legs[1].knee;
    case 'hand0':
      return arms[0].hand;
  }
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

/** A direction on one turn from 0, so that two of them can be mixed. */
export const onOneTurn = (deg: number): number => (deg < 0 ? deg + 360 : deg);

/** Half distance of two joints across the body as it is seen from the side when the part is turned, metres. */
export const turned = (acrossM: number, deg: number): number => (acrossM / 2) * sinDeg(deg);

/**
 * Height at which a body that rolls lies on the floor: its hip joint, so that the lowest of the joints of its trunk is no lower
 * than a lying hip, metres.
 */
export function rolledHip(
  parts: { readonly pelvis: number; readonly loin: number; readonly thorax: number },
  body: Body,
  lyingM: number,
): Point {
  const { toLumbar, toT12, toShoulder } = body.length;
  const lumbar = toLumbar * sinDeg(parts.pelvis);
  const t12 = lumbar + (toT12 - toLumbar) * sinDeg(parts.loin);
  const shoulder = t12 + (toShoulder - toT12) * sinDeg(parts.thorax);
  return { x: 0, y: lyingM - Math.min(0, lumbar, t12, shoulder) };
}
