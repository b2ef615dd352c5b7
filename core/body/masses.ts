import type { Body } from './anthropometry';
import type { Load } from './posture';
import type { Point, Pose } from './skeleton';

/** Which part of the body a mass belongs to; limbs carry their index, 0 the working side. */
export type Part = 'head' | 'upper' | 'vest' | 'mid' | 'lower' | 'arm0' | 'arm1' | 'leg0' | 'leg1';

export interface MassPoint {
  readonly part: Part;
  /** On the head side of the lumbar hinge. */
  readonly cranial: boolean;
  /** A segment that may rest on the floor and then carries itself. */
  readonly end: 'lowerArm' | 'shank' | 'foot' | null;
  readonly kg: number;
  readonly at: Point;
}

const between = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});

/** The point at a distance from the hip joint along the trunk, which may be bent at the hinge and at T12. */
function onTrunk(pose: Pose, body: Body, metres: number): Point {
  const { toLumbar, toT12, toShoulder } = body.length;
  if (metres <= toLumbar) return between(pose.hip, pose.lumbar, metres / toLumbar);
  if (metres <= toT12) return between(pose.lumbar, pose.t12, (metres - toLumbar) / (toT12 - toLumbar));
  return between(pose.t12, pose.shoulder, (metres - toT12) / (toShoulder - toT12));
}

/**
 * The body of a pose as point masses (kg at metres), with the outside load where it sits: on the pelvis at the
 * lower-trunk centre, a vest half-way between the mid- and upper-trunk centres, an ankle weight on each of `loadedLegs`, a hand weight shared by
 * both hands. Cable, band and spring forces are no masses.
 */
export function massPoints(
  pose: Pose,
  body: Body,
  load: Load,
  loadedLegs: readonly (0 | 1)[] = [0],
): MassPoint[] {
  const { mass, limbCom, trunkCom } = body;
  const upperAt = onTrunk(pose, body, trunkCom.upper);
  const lowerAt = onTrunk(pose, body, trunkCom.lower);
  const points: MassPoint[] = [
    { part: 'head', cranial: true, end: null, kg: mass.head, at: pose.head },
    {
      part: 'upper',
      cranial: true,
      end: null,
      kg: mass.upperTrunk,
      at: upperAt,
    },
    { part: 'mid', cranial: true, end: null, kg: mass.midTrunk, at: onTrunk(pose, body, trunkCom.mid) },
    {
      part: 'lower',
      cranial: false,
      end: null,
      kg: mass.lowerTrunk + (load.by === 'pelvis_kg' ? load.value : 0),
      at: lowerAt,
    },
  ];
  if (load.by === 'vest_kg' && load.value > 0)
    points.push({
      part: 'vest',
      cranial: true,
      end: null,
      kg: load.value,
      at: onTrunk(pose, body, (trunkCom.mid + trunkCom.upper) / 2),
    });
  for (const i of [0, 1] as const) {
    const arm = pose.arms[i];
    const resting = pose.armOnTrunk[i];
    const armPart = i === 0 ? 'arm0' : 'arm1';
    const held = load.by === 'hand_kg' ? load.value / 2 : 0;
    points.push(
      {
        part: armPart,
        cranial: true,
        end: null,
        kg: mass.upperArm,
        at: resting ? upperAt : between(arm.shoulder, arm.elbow, limbCom.upperArm),
      },
      {
        part: armPart,
        cranial: true,
        end: 'lowerArm',
        kg: mass.lowerArm,
        at: resting
          ? upperAt
          : between(arm.elbow, arm.wrist, body.length.lowerArmReach / body.length.forearm),
      },
    );
    if (held > 0)
      points.push({
        part: armPart,
        cranial: true,
        end: 'lowerArm',
        kg: held,
        at: resting ? upperAt : arm.hand,
      });
    const leg = pose.legs[i];
    const legPart = i === 0 ? 'leg0' : 'leg1';
    const cuff = load.by === 'ankle_kg' && loadedLegs.includes(i) ? load.value : 0;
    points.push(
      {
        part: legPart,
        cranial: false,
        end: null,
        kg: mass.thigh,
        at: between(leg.hip, leg.knee, limbCom.thigh),
      },
      {
        part: legPart,
        cranial: false,
        end: 'shank',
        kg: mass.shank,
        at: between(leg.knee, leg.ankle, limbCom.shank),
      },
      { part: legPart, cranial: false, end: 'foot', kg: mass.foot + cuff, at: leg.ankle },
    );
  }
  return points;
}
