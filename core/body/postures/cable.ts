import type { Body } from '../anthropometry';
import type { PostureOf } from '../posture';
import { mix, type Pair, type Point, reach, type Skeleton, skeleton } from '../skeleton';
import { jointHeight } from './setting';

/** Reach of the hands from the spine axis, in statures: pressed out to the full, and drawn in. */
export const cableReach = { near: 0.1, far: 0.4 } as const;

type Legs = Partial<Skeleton> & Pick<Skeleton, 'anchor' | 'at'>;

/** Legs of each stance seen from the front, the working side to the left; what points at the viewer is short. */
function stanceLegs(stance: PostureOf<'upright_cable'>['stance'], body: Body): Legs {
  const H = body.statureM;
  const half = body.length.hipSpacing / 2;
  const floor = body.length.footHeight;
  const knee = jointHeight * H;
  const down = -90;
  switch (stance) {
    case 'tall_kneel':
      return {
        anchor: 'knee0',
        at: { x: -half, y: knee },
        shank: [down, down],
        seenShank: [0.08, 0.08],
        seenFoot: 0.1,
      };
    case 'half_kneel':
      return {
        anchor: 'knee1',
        at: { x: half, y: knee },
        thigh: [-158, down],
        seenThigh: [0.42, 1],
        shank: [-90, down],
        seenShank: [0.95, 0.08],
      };
    case 'stand':
      return {
        anchor: 'ankle0',
        at: { x: -half - 0.03 * H, y: floor },
        thigh: [-95, -85],
        shank: [-92, -88],
      };
    case 'split':
      return {
        anchor: 'ankle0',
        at: { x: -half - 0.03 * H, y: floor },
        thigh: [-106, -80],
        seenThigh: [0.74, 0.92],
        shank: [-90, -86],
        seenShank: [1, 0.72],
      };
    case 'single_leg':
      return {
        anchor: 'ankle0',
        at: { x: -0.02 * H, y: floor },
        thigh: [-87, -78],
        seenThigh: [1, 0.3],
        shank: [-91, -92],
        seenShank: [1, 0.96],
      };
  }
}

/** Way of the hands seen from the front, from mid-shoulder, in statures; the cable comes from the right. */
const handsWay: Record<PostureOf<'upright_cable'>['action'], [from: Pair<number>, to: Pair<number>]> = {
  press_out: [
    [0, -0.07],
    [0, -0.06],
  ],
  hold: [
    [0, -0.06],
    [0, -0.06],
  ],
  chop: [
    [0.2, 0.2],
    [-0.16, -0.26],
  ],
  lift: [
    [0.18, -0.28],
    [-0.17, 0.2],
  ],
};

/** Seen from the front: what pulls comes across from the right, and the trunk does not follow it. */
export function uprightCable(p: PostureOf<'upright_cable'>, body: Body, phase: number): Skeleton {
  const { length, statureM: H } = body;
  const [from, to] = handsWay[p.action];
  const hands: Point = { x: mix(from[0], to[0], phase) * H, y: mix(from[1], to[1], phase) * H };
  const out = p.action === 'press_out' ? phase : p.action === 'hold' ? 1 : 0;
  const first = length.upperArm;
  const second = length.forearm + length.hand * 0.5;
  // Pressed out at the viewer an arm is seen end on: both parts shorten until they lie in one line.
  const arm = (shoulderX: number, bend: 1 | -1) => {
    const root = { x: shoulderX, y: 0 };
    const straight = Math.hypot(hands.x - root.x, hands.y - root.y) / (first + second);
    const seen = Math.min(1, mix(1, Math.max(0.2, straight), out));
    const [upper, fore] = reach(root, hands, first * seen, second * seen, bend);
    return { upper, fore, seen };
  };
  const left = arm(-length.biacromial / 2, -1);
  const right = arm(length.biacromial / 2, 1);
  return skeleton({
    view: 'front',
    trunk: 90,
    halfHips: length.hipSpacing / 2,
    halfShoulders: length.biacromial / 2,
    foot: [-100, -80],
    ...stanceLegs(p.stance, body),
    upperArm: [left.upper, right.upper],
    forearm: [left.fore, right.fore],
    seenUpperArm: [left.seen, right.seen],
    seenForearm: [left.seen, right.seen],
  });
}
