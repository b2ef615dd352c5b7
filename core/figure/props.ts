import type { Body } from '~/core/body/anthropometry';
import { ballDiameterM } from '~/core/body/ball';
import type { Load, Posture } from '~/core/body/posture';
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
  | { readonly kind: 'ball'; readonly at: Point; readonly radius: number }
  | { readonly kind: 'weight'; readonly at: Point; readonly radius: number }
  /** A rope, band or cable with the arrow of its pull at the far end. */
  | { readonly kind: 'pull'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'spring'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'bar'; readonly from: Point; readonly to: Point };
export type Prop = Shape & { readonly box: Box };

const block = (x: number, y: number, width: number, height: number): Prop => ({
  kind: 'block',
  x,
  y,
  width,
  height,
  box: { left: x, right: x + width, top: y },
});
const ball = (at: Point, radius: number): Prop => ({
  kind: 'ball',
  at,
  radius,
  box: { left: at.x - radius, right: at.x + radius, top: at.y - radius },
});
const weight = (at: Point, radius: number): Prop => ({
  kind: 'weight',
  at,
  radius,
  box: { left: at.x - radius, right: at.x + radius, top: at.y - radius },
});
const line = (kind: 'pull' | 'spring' | 'bar', from: Point, to: Point): Prop => ({
  kind,
  from,
  to,
  box: { left: Math.min(from.x, to.x), right: Math.max(from.x, to.x), top: Math.min(from.y, to.y) },
});
const wall = (x: number, height = 100): Prop => block(x, -height, 3, height);
const shift = (p: Point, dx: number, dy: number): Point => ({ x: p.x + dx, y: p.y + dy });

function ofArchetype(p: Posture, pose: Pose, body: Body, setting: Setting, phase: number): Prop[] {
  const has = (kit: string) => setting.needs.includes(kit);
  const radius = (ballDiameterM(body) / body.statureM) * 50;
  const [leg, far] = pose.legs;
  const arm = pose.arms[0];
  switch (p.archetype) {
    case 'breathing':
      if (p.position === 'balloon') return [ball(shift(pose.head, -1, -14), 6)];
      return has('towel') ? [block(pose.lumbar.x - 5, -2.4, 13, 2.4)] : [];
    case 'brace_drill':
      return p.position === 'wall_band'
        ? [wall(pose.hip.x - 8.5, 105), line('pull', shift(pose.lumbar, -2, 0), shift(pose.lumbar, 30, 6))]
        : [];
    case 'supine_limbs':
      return p.arms === 'wall_press' ? [wall(arm.hand.x + 1.5, 62)] : [];
    case 'curl':
      if (p.legs === 'ball') return [ball({ x: pose.hip.x + 12, y: -radius }, radius)];
      return has('foam_roller') ? [block(pose.hip.x - 3, -2, 46, 2)] : [];
    case 'prone_bridge': {
      if (p.feet === 'ball')
        return [ball({ x: leg.ankle.x + (p.lifted === 'knee_tuck' ? -3 : 4), y: -radius }, radius)];
      const hands = p.hands === 'ball' || p.hands === 'ball_roll';
      return hands ? [ball({ x: (arm.elbow.x + arm.wrist.x) / 2 - 2, y: -radius }, radius)] : [];
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
        return has('loop_band') ? [line('bar', shift(leg.knee, 4, -1), shift(leg.knee, 1, 5))] : [];
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
      return has('box') ? [block(leg.ankle.x - 30, -18, 20, 18)] : [];
    }
    case 'carry':
      return [weight(shift(pose.arms[1].hand, 0, 5.5), 5)];
    case 'upright_cable': {
      if (has('medicine_ball')) return [weight(shift(arm.hand, 3, 0), 5)];
      // Drawn aslant: the pull comes across, from the viewer's side.
      const rise = p.action === 'chop' ? -30 : p.action === 'lift' ? 34 : 22;
      const to = shift(arm.hand, 15, rise);
      return [line('pull', arm.hand, { x: to.x, y: Math.min(to.y, -1) })];
    }
    case 'standing_leg':
      return [];
    case 'single_leg_stance': {
      const floor = leg.ankle;
      if (p.surface === 'pad') return [block(floor.x - 7, -3.5, 18, 3.5)];
      if (!has('box')) return [];
      if (p.task === 'squat') return [block(pose.hip.x - 14 - (1 - phase) * 6, -22, 18, 22)];
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
      const seat = ball({ x: pose.hip.x - 1, y: -radius * 0.97 }, radius);
      return has('band') ? [seat, line('pull', arm.hand, shift(arm.hand, 26, 4))] : [seat];
    }
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
      const height = (rollerDiameterM / body.statureM) * 100;
      return [block(pose.hip.x - 4, -height, 50, height)];
    }
    case 'neck_ball': {
      if (!has('ball')) return [];
      const back = p.direction === 'extensors';
      const r = radius * 0.62;
      const at = shift(pose.head, back ? -6.3 - r : 6.3 + r, 0);
      return [wall(back ? at.x - r - 3 : at.x + r, 108), ball(at, r)];
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
