import type { Body } from '~/core/body/anthropometry';
import { ballDiameterM } from '~/core/body/ball';
import type { Load, Posture } from '~/core/body/posture';
import { landingBox, landingWay } from '~/core/body/postures/landing';
import { neckBenchHeight } from '~/core/body/postures/neck';
import { benchHeight } from '~/core/body/postures/prone';
import type { Setting } from '~/core/body/postures/setting';
import { rollerDiameterM } from '~/core/body/postures/supine';
import { overBenchHeight, stepHeight } from '~/core/body/postures/upright';
import type { Point, Pose } from '~/core/body/skeleton';

/** The kit around a figure, in the units of the scene. */

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
}
type Shape =
  | {
      readonly kind: 'block';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    }
  /** Pressed from above a ball is flatter than it is wide. */
  | { readonly kind: 'ball'; readonly at: Point; readonly radius: number; readonly flat: number }
  | { readonly kind: 'weight'; readonly at: Point; readonly radius: number }
  /** A rope, band or cable with the arrow of its pull at the far end. */
  | { readonly kind: 'pull'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'spring'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'bar'; readonly from: Point; readonly to: Point }
  /** A band or cuff round a limb, drawn over it. */
  | { readonly kind: 'strap'; readonly from: Point; readonly to: Point }
  /** Something small that lies in front of the body. */
  | { readonly kind: 'roll'; readonly at: Point; readonly radius: number }
  /** A push, or a way: an arrow whose head is where it arrives. */
  | { readonly kind: 'arrow'; readonly from: Point; readonly to: Point }
  /** A way through the air. */
  | { readonly kind: 'flight'; readonly from: Point; readonly over: Point; readonly to: Point }
  /** Round and round. */
  | { readonly kind: 'turn'; readonly at: Point; readonly radius: number }
  /** The end of the rep is held. */
  | { readonly kind: 'held'; readonly at: Point }
  /** What to look at, and what is felt there. */
  | { readonly kind: 'ring' | 'ache'; readonly at: Point; readonly radius: number }
  /** Small lines of shaking, haste or a hard contact. */
  | { readonly kind: 'shake' | 'speed' | 'thud'; readonly at: Point }
  /** One side against the other. */
  | { readonly kind: 'bars'; readonly at: Point };
export type Prop = Shape & { readonly box: Box };

const block = (x: number, y: number, width: number, height: number): Prop => ({
  kind: 'block',
  x,
  y,
  width,
  height,
  box: { left: x, right: x + width, top: y },
});
const ball = (at: Point, radius: number, flat = 1): Prop => ({
  kind: 'ball',
  at,
  radius,
  flat,
  box: { left: at.x - radius, right: at.x + radius, top: at.y - radius },
});
const weight = (at: Point, radius: number): Prop => ({
  kind: 'weight',
  at,
  radius,
  box: { left: at.x - radius, right: at.x + radius, top: at.y - radius },
});
const round = (at: Point, radius: number) => ({
  left: at.x - radius,
  right: at.x + radius,
  top: at.y - radius,
});
/** A mark at a place. */
export const mark = (kind: 'shake' | 'speed' | 'thud' | 'bars' | 'held', at: Point): Prop => ({
  kind,
  at,
  box: round(at, 8),
});
/** A ring round a place, or the sign of what is felt there. */
export const ringAt = (kind: 'ring' | 'ache' | 'turn' | 'roll', at: Point, radius: number): Prop => ({
  kind,
  at,
  radius,
  box: round(at, radius),
});
export const arrow = (from: Point, to: Point): Prop => line('arrow', from, to);
const flight = (from: Point, over: Point, to: Point): Prop => ({
  kind: 'flight',
  from,
  over,
  to,
  box: {
    left: Math.min(from.x, to.x),
    right: Math.max(from.x, to.x),
    top: Math.min(from.y, over.y, to.y),
  },
});
const line = (kind: 'pull' | 'spring' | 'bar' | 'strap' | 'arrow', from: Point, to: Point): Prop => ({
  kind,
  from,
  to,
  box: { left: Math.min(from.x, to.x), right: Math.max(from.x, to.x), top: Math.min(from.y, to.y) },
});
const wall = (x: number, height = 100): Prop => block(x, -height, 3, height);
export const shift = (p: Point, dx: number, dy: number): Point => ({ x: p.x + dx, y: p.y + dy });

/** Across a limb at a share of its length. */
function across(a: Point, b: Point, share: number, half: number): [Point, Point] {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = Math.hypot(dx, dy) || 1;
  const at = { x: a.x + dx * share, y: a.y + dy * share };
  const [nx, ny] = [(-dy / length) * half, (dx / length) * half];
  return [shift(at, nx, ny), shift(at, -nx, -ny)];
}

/** A ball pressed flat between the floor and what lies on it. */
function pressedBall(x: number, topY: number, radius: number): Prop {
  const half = -topY / 2;
  const wide = Math.min(radius * 1.06, half * 1.25);
  return ball({ x, y: -half }, wide, half / wide);
}

/** A foam roller along the spine. */
function rollerUnder(pose: Pose, body: Body): Prop {
  const height = (rollerDiameterM / body.statureM) * 100;
  return block(pose.hip.x - 4, -height, 50, height);
}

/** A small arrow that grows as a breath or a brace does; none at its beginning. */
const grown = (from: Point, way: Point, phase: number): Prop[] =>
  phase < 0.1 ? [] : [arrow(from, shift(from, way.x * (3 + 6 * phase), way.y * (3 + 6 * phase)))];

/** Where a walk goes: on, or there and back with a turn. */
function waysOf(travel: 'walk' | 'there_and_back'): Prop[] {
  const on = arrow({ x: 22, y: -3 }, { x: 38, y: -3 });
  return travel === 'walk' ? [on] : [on, arrow({ x: -22, y: -3 }, { x: -38, y: -3 })];
}

function ofArchetype(p: Posture, pose: Pose, body: Body, setting: Setting, phase: number): Prop[] {
  const has = (kit: string) => setting.needs.includes(kit);
  const radius = (ballDiameterM(body) / body.statureM) * 50;
  const [leg, far] = pose.legs;
  const arm = pose.arms[0];
  switch (p.archetype) {
    case 'breathing':
      if (p.position === 'balloon') return [ball(shift(pose.head, -1, -8 - 6 - 3 * phase), 4 + 3.5 * phase)];
      return [
        // The breath out presses the towel; the breath in lifts what is free to rise.
        ...(has('towel')
          ? [
              ringAt('roll', { x: pose.lumbar.x + 2, y: -2.3 }, 2.6),
              ...grown(shift(pose.t12, 0, -20), { x: 0, y: 1 }, phase),
            ]
          : grown(shift(pose.t12, 0, -11), { x: 0, y: -1 }, phase)),
      ];
    case 'brace_drill':
      if (p.position === 'wall_band')
        return [
          wall(pose.hip.x - 8.5, 105),
          line('pull', shift(pose.lumbar, -2, 0), shift(pose.lumbar, 30, 6)),
        ];
      if (p.task === 'limbs') return [line('pull', arm.hand, shift(arm.hand, 24, -3))];
      // A helper's two fingers: at the shoulder, then at the pelvis from behind.
      if (p.task === 'pushes')
        return phase < 0.5
          ? [arrow(shift(pose.shoulder, 26, 2), shift(pose.shoulder, 7, 2))]
          : [arrow(shift(pose.hip, -27, 0), shift(pose.hip, -8, 0))];
      // Lying, the low belly is switched on inward; upright, the whole wall pushes the fingers out.
      return p.position === 'supine'
        ? grown(shift(pose.lumbar, 0, -19), { x: 0, y: 1 }, phase)
        : [
            ...grown(shift(pose.lumbar, 8, 0), { x: 1, y: 0 }, phase),
            ...grown(shift(pose.lumbar, -8, 0), { x: -1, y: 0 }, phase),
          ];
    case 'supine_limbs':
      return p.arms === 'wall_press' ? [wall(arm.hand.x + 1.5, 62)] : [];
    case 'curl':
      if (p.legs === 'ball') return [ball({ x: pose.hip.x + 12, y: -radius }, radius)];
      return has('foam_roller') ? [rollerUnder(pose, body)] : [];
    case 'prone_bridge': {
      if (p.feet === 'ball')
        return [ball({ x: leg.ankle.x + (p.lifted === 'knee_tuck' ? -3 : 4), y: -radius }, radius)];
      const hands = p.hands === 'ball' || p.hands === 'ball_roll';
      if (!hands) return [];
      const under = { x: (arm.elbow.x + arm.wrist.x) / 2 - 2, y: -radius };
      return [ball(under, radius), ...(p.circles ? [ringAt('turn', shift(under, 0, -2), 8)] : [])];
    }
    case 'rollout':
      return has('ball')
        ? [ball({ x: (arm.elbow.x + arm.wrist.x) / 2 - 3, y: -radius * 0.9 }, radius * 0.9)]
        : [ball({ x: arm.hand.x, y: -5 }, 5)];
    case 'side_bridge': {
      if (p.feet !== 'top_foot_bench' && !has('box')) return [];
      const at = p.feet === 'knees' ? far.knee : far.ankle;
      return [block(at.x - 19, -benchHeight * 100, 24, benchHeight * 100)];
    }
    case 'supine_bridge': {
      if (p.feet === 'floor')
        return has('loop_band') ? [line('strap', ...across(leg.hip, leg.knee, 0.82, 4.6))] : [];
      const at =
        p.feet === 'ball_calves'
          ? { x: leg.knee.x + (leg.ankle.x - leg.knee.x) * 0.6, y: -radius }
          : { x: leg.ankle.x - 1, y: -radius };
      return [ball(at, radius)];
    }
    case 'hinge_hold': {
      if (p.stance === 'bench')
        return [
          block(leg.ankle.x - 4, -overBenchHeight * 100, pose.hip.x - leg.ankle.x + 6, overBenchHeight * 100),
        ];
      if (p.stance === 'seated') return [block(pose.hip.x - 14, pose.hip.y + 5, 20, -pose.hip.y - 5)];
      if (p.arms === 'bars') return [line('bar', arm.hand, { x: arm.hand.x, y: 0 })];
      if (p.from !== 'box') return [];
      return [
        block(
          landingBox.left * 100,
          -landingBox.height * 100,
          (landingBox.right - landingBox.left) * 100,
          landingBox.height * 100,
        ),
        flight({ x: -14, y: -24 }, { x: -2, y: -30 }, { x: 8, y: -8 }),
      ];
    }
    case 'carry':
      return [weight(shift(pose.arms[1].hand, 0, 5.5), 5), ...(p.travel ? waysOf(p.travel) : [])];
    case 'upright_cable': {
      if (p.disturbed === 'catch')
        return [
          weight({ x: arm.hand.x + 40 * (1 - phase), y: arm.hand.y - 12 * (1 - phase) }, 5),
          ...(phase < 0.5
            ? [flight(shift(arm.hand, 33, -12), shift(arm.hand, 24, -14), shift(arm.hand, 9, -3))]
            : []),
        ];
      // What pulls is anchored at the side: high for a chop, low for a lift, level for a press.
      const height = p.action === 'chop' ? 100 : p.action === 'lift' ? 5 : -arm.hand.y;
      const post = { x: 47, y: -height };
      const hand = arm.hand;
      const disturbance =
        p.disturbed === 'taps'
          ? [arrow(shift(hand, -15, -13), shift(hand, -4, -4))]
          : p.disturbed === 'pulses'
            ? [arrow(shift(hand, -3, 9), shift(hand, -12, 9)), arrow(shift(hand, 3, 9), shift(hand, 12, 9))]
            : [];
      return [block(post.x, -105, 2.5, 105), line('pull', hand, post), ...disturbance];
    }
    case 'standing_leg': {
      if (!p.pulses) return [];
      const toe = shift(leg.toe, 6, -1);
      return [arrow(toe, shift(toe, 1.5, -8)), arrow(shift(toe, 0, 2), shift(toe, -1.5, 10))];
    }
    case 'single_leg_stance': {
      const floor = leg.ankle;
      if (p.travel) {
        const way = landingWay[p.travel];
        const side = way.x > 0 ? 1 : -1;
        const from = { x: way.x * 100 + side * 12, y: -1.5 };
        return [flight(from, { x: from.x / 2, y: -14 - way.y * 110 }, { x: side * 7, y: -2 })];
      }
      if (p.surface === 'pad') return [block(floor.x - 7, -3.5, 18, 3.5)];
      if (!has('box')) return [];
      if (p.task === 'squat') return [block(floor.x - 29, -25, 18, 25)];
      return [
        block(
          floor.x - (p.task === 'stand' ? 12 : 16),
          -stepHeight * 100,
          p.task === 'stand' ? 16 : 21,
          stepHeight * 100,
        ),
      ];
    }
    case 'seated_ball': {
      const seat = pressedBall(pose.hip.x - 1, pose.hip.y + 5, radius);
      return has('band') ? [seat, line('pull', arm.hand, shift(arm.hand, 26, -2))] : [seat];
    }
    case 'quadruped':
      return p.hold ? [mark('held', { x: pose.hip.x - 26, y: pose.hip.y - 22 })] : [];
    case 'spring_leg': {
      const foot = leg.ankle;
      if (p.task === 'press_out')
        return [
          wall(pose.head.x + 14, 92),
          line('spring', shift(foot, 1, 0), { x: pose.head.x + 14, y: -64 }),
        ];
      const tower = Math.min(leg.toe.x, leg.ankle.x) - 26;
      return [
        block(tower - 3, -98, 3, 98),
        line('spring', shift(foot, 0, -3.5), { x: tower, y: p.task === 'bar_press' ? -18 : -90 }),
        line('bar', shift(foot, -5, -3.5), shift(foot, 6, -3.5)),
      ];
    }
    case 'roller_lie': {
      return [rollerUnder(pose, body)];
    }
    case 'neck_ball': {
      if (!has('ball'))
        return p.direction === 'extensors'
          ? [
              block(
                leg.ankle.x - 4,
                -neckBenchHeight * 100,
                pose.shoulder.x - leg.ankle.x + 5,
                neckBenchHeight * 100,
              ),
            ]
          : [];
      // Under the upper back and the head, or under the upper back alone.
      const x = p.direction === 'extensors' ? pose.shoulder.x + 2 : pose.t12.x - 3;
      return [pressedBall(x, pose.t12.y + 5, radius)];
    }
    default:
      return [];
  }
}

/** Weights on the body, where the load model puts them. */
function ofLoad(pose: Pose, load: Load, p: Posture): Prop[] {
  if (!(load.value > 0)) return [];
  switch (load.by) {
    case 'pelvis_kg':
      return [
        block(
          pose.hip.x + (pose.lumbar.x - pose.hip.x) * 0.6 - 6,
          Math.min(pose.hip.y, pose.lumbar.y) - 9.5,
          12,
          3.4,
        ),
      ];
    case 'ankle_kg':
      return [
        weight(pose.legs[p.archetype === 'quadruped' || p.archetype === 'side_bridge' ? 1 : 0].ankle, 3.2),
      ];
    case 'hand_kg':
      return p.archetype === 'carry' || p.archetype === 'upright_cable'
        ? []
        : [weight(pose.arms[0].hand, 3.6)];
    default:
      return [];
  }
}

/** What stands, rolls or pulls around a pose, and what it carries. */
export function propsOf(
  p: Posture,
  pose: Pose,
  body: Body,
  setting: Setting,
  load: Load,
  phase: number,
): Prop[] {
  return [...ofArchetype(p, pose, body, setting, phase), ...ofLoad(pose, load, p)];
}
