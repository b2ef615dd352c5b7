import type { Posture } from '~/core/body/posture';
import type { LegPose, Pair, Point, Pose } from '~/core/body/skeleton';
import { arrow, mark, type Prop, ringAt, shift } from './props';

/** Every fault as a movement of the drawn joints, where to look for it, and where it shows best. */

export type SeenFrom = 'side' | 'front';

/** Unit vectors of a drawn body: up the trunk, and out of its front (to the viewer's right when seen from the front). */
export interface Axes {
  readonly up: Point;
  readonly out: Point;
}

export interface Fault {
  /** From where it shows. */
  readonly from: SeenFrom;
  /** Where it shows best; used when the exercise itself is drawn from elsewhere or has no such part. */
  readonly best: Posture;
  /** Shapes of the catalogue it can be shown on; none when only its best place shows it. */
  readonly on?: readonly Posture['archetype'][];
  readonly move?: (pose: Pose, axes: Axes) => Pose;
  /** Where to look. */
  readonly look: (pose: Pose, axes: Axes) => Point;
  readonly signs?: (pose: Pose, axes: Axes) => readonly Prop[];
}

const along = (p: Point, v: Point, by: number): Point => ({ x: p.x + v.x * by, y: p.y + v.y * by });
const mid = (a: Point, b: Point, share = 0.5): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
});
/** Clockwise on the screen. */
function around(p: Point, centre: Point, deg: number): Point {
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const [x, y] = [p.x - centre.x, p.y - centre.y];
  return { x: centre.x + x * c - y * s, y: centre.y + x * s + y * c };
}

export function axesOf(pose: Pose): Axes {
  const [dx, dy] = [pose.shoulder.x - pose.hip.x, pose.shoulder.y - pose.hip.y];
  const length = Math.hypot(dx, dy) || 1;
  const up = { x: dx / length, y: dy / length };
  const front = pose.front || -1;
  return { up, out: { x: up.y * front, y: -up.x * front } };
}

const down: Point = { x: 0, y: 1 };

type Joint = 'hip' | 'lumbar' | 't12' | 'shoulder' | 'head';

/** Joints of the trunk moved in a direction; limbs that hang on hip and shoulder begin where those have gone. */
function bent(pose: Pose, v: Point, by: Partial<Record<Joint, number>>, ownArms = true): Pose {
  const at = (joint: Joint) => along(pose[joint], v, by[joint] ?? 0);
  const legs = pose.legs.map((leg) => ({
    ...leg,
    hip: along(leg.hip, v, by.hip ?? 0),
    knee: along(leg.knee, v, (by.hip ?? 0) * 0.5),
  })) as unknown as Pose['legs'];
  const arms = pose.arms.map((arm) => ({
    ...arm,
    shoulder: ownArms ? along(arm.shoulder, v, by.shoulder ?? 0) : arm.shoulder,
  })) as unknown as Pose['arms'];
  return {
    ...pose,
    hip: at('hip'),
    lumbar: at('lumbar'),
    t12: at('t12'),
    shoulder: at('shoulder'),
    head: at('head'),
    legs,
    arms,
  };
}

/** Everything above the hinge turned about it, arms with it. */
function tipped(pose: Pose, deg: number, about: Point = pose.lumbar): Pose {
  const turn = (p: Point) => around(p, about, deg);
  return {
    ...pose,
    t12: turn(pose.t12),
    shoulder: turn(pose.shoulder),
    head: turn(pose.head),
    arms: pose.arms.map((arm) => ({
      shoulder: turn(arm.shoulder),
      elbow: turn(arm.elbow),
      wrist: turn(arm.wrist),
      hand: turn(arm.hand),
    })) as unknown as Pose['arms'],
  };
}

const withLeg = (pose: Pose, i: 0 | 1, change: (leg: LegPose) => LegPose): Pose => ({
  ...pose,
  legs: pose.legs.map((leg, at) => (at === i ? change(leg) : leg)) as unknown as Pair<LegPose>,
});
const legShifted = (leg: LegPose, dx: number, dy: number): LegPose => ({
  hip: shift(leg.hip, dx, dy),
  knee: shift(leg.knee, dx, dy),
  ankle: shift(leg.ankle, dx, dy),
  toe: shift(leg.toe, dx, dy),
});
const legTurned = (leg: LegPose, deg: number): LegPose => ({
  hip: leg.hip,
  knee: around(leg.knee, leg.hip, deg),
  ankle: around(leg.ankle, leg.hip, deg),
  toe: around(leg.toe, leg.hip, deg),
});

const plank: Posture = {
  archetype: 'prone_bridge',
  hands: 'forearm',
  feet: 'toes',
  lever_H: 0,
  lifted: 'none',
};
const bridge: Posture = {
  archetype: 'supine_bridge',
  feet: 'floor',
  legs: 'both',
  free_leg: 'bent',
  knees_deg: 95,
  curl: false,
  articulate: false,
};
const hinge: Posture = { archetype: 'hinge_hold', trunk_deg_from_vertical: 50, arms: 'side', stance: 'both' };
const onOneLeg: Posture = { archetype: 'single_leg_stance', task: 'stand', surface: 'floor' };
const landed: Posture = {
  archetype: 'single_leg_stance',
  task: 'hop_stick',
  surface: 'floor',
  travel: 'side',
};
const lyingLegs: Posture = {
  archetype: 'supine_limbs',
  hips_deg: [30, 30],
  knees_deg: [0, 0],
  feet_down: [false, false],
  arms: 'side',
  thorax_lifted: false,
};
const deadBug: Posture = { ...lyingLegs, hips_deg: [40, 90], knees_deg: [10, 90], arms: 'one_overhead' };
const allFours: Posture = { archetype: 'quadruped', lifted: 'arm_leg', hold: false };
const sideLeg: Posture = {
  archetype: 'standing_leg',
  direction: 'side',
  turn_out: true,
  pulses: false,
  stance: 'single_leg',
};
const frontLeg: Posture = { ...sideLeg, direction: 'front' };
const suitcase: Posture = { archetype: 'carry', sides: 'one', moving: false };
const upright: Posture = { archetype: 'brace_drill', position: 'standing' };
const lying: Posture = { archetype: 'breathing', position: 'supine' };
const hooked: Posture = { ...lyingLegs, hips_deg: [45, 45], knees_deg: [90, 90], feet_down: [true, true] };
const landing: Posture = {
  archetype: 'hinge_hold',
  trunk_deg_from_vertical: 35,
  arms: 'side',
  stance: 'both',
  knees_deg: 70,
  from: 'tall',
};

const spines = [
  'supine_limbs',
  'prone_bridge',
  'rollout',
  'quadruped',
  'hinge_hold',
  'standing_leg',
  'prone_extension',
  'seated_ball',
  'roller_lie',
] as const;
const bridges = ['prone_bridge', 'side_bridge', 'supine_bridge', 'rollout'] as const;

/** Every fault of the catalogue by its id. */
export const forms: Readonly<Record<string, Fault>> = {
  lumbar_arch: {
    from: 'side',
    best: deadBug,
    on: [...spines, 'supine_bridge'],
    move: (pose, { out }) => bent(pose, out, { lumbar: 4.2, t12: 3.4, hip: 0.6, shoulder: 0.4 }),
    look: (pose, { out }) => along(mid(pose.lumbar, pose.t12), out, -3.5),
  },
  lumbar_round: {
    from: 'side',
    best: hinge,
    on: ['hinge_hold', 'quadruped', 'seated_ball'],
    move: (pose, { out }) => bent(pose, out, { hip: 2.6, lumbar: -3.2, t12: -3.4, shoulder: 1.2, head: 3 }),
    look: (pose, { out }) => along(mid(pose.lumbar, pose.t12), out, -3.5),
  },
  rib_flare: {
    from: 'side',
    best: deadBug,
    on: ['supine_limbs', 'brace_drill', 'standing_leg', 'roller_lie'],
    move: (pose, { out }) => bent(pose, out, { t12: 4.4, lumbar: 1.4, shoulder: -0.6, head: -1 }),
    look: (pose, { out }) => along(pose.t12, out, 5.5),
  },
  chest_breath: {
    from: 'side',
    best: lying,
    on: ['breathing'],
    move: (pose, { out }) => ({ ...bent(pose, out, { shoulder: 2.4, t12: 2.6 }), waist: 0.84 }),
    look: (pose, { out }) => along(mid(pose.t12, pose.shoulder, 0.7), out, 5),
    signs: (pose, { out }) => {
      const at = along(mid(pose.t12, pose.shoulder, 0.6), out, 8);
      return [arrow(at, along(at, out, 8))];
    },
  },
  breath_hold: {
    from: 'side',
    best: upright,
    look: (pose, { out }) => along(pose.head, out, 5),
    signs: (pose, { out }) => [mark('held', along(pose.head, out, 15))],
  },
  belly_dome: {
    from: 'side',
    best: lyingLegs,
    on: ['supine_limbs', 'brace_drill', 'roller_lie'],
    move: (pose, { out }) => ({ ...bent(pose, out, { lumbar: 2.4, t12: 1.4 }), waist: 1.32 }),
    look: (pose, { out }) => along(mid(pose.lumbar, pose.t12, 0.3), out, 6),
  },
  hip_sag: {
    from: 'side',
    best: plank,
    on: bridges,
    move: (pose) => {
      // No lower than the floor.
      const room = Math.max(2, Math.min(8.5, -pose.hip.y - 6));
      return bent(pose, down, { hip: room, lumbar: room * 0.85, t12: room * 0.4 });
    },
    look: (pose) => pose.hip,
  },
  hip_pike: {
    from: 'side',
    best: plank,
    on: ['prone_bridge', 'rollout'],
    move: (pose) => bent(pose, down, { hip: -11, lumbar: -9, t12: -4 }),
    look: (pose) => shift(pose.hip, 0, -2),
  },
  pelvis_drop: {
    from: 'front',
    best: onOneLeg,
    on: ['single_leg_stance'],
    move: (pose) => {
      const dropped = withLeg(pose, 1, (leg) => legShifted(leg, 1.5, 4.6));
      const lifted = withLeg(dropped, 0, (leg) => ({ ...leg, hip: shift(leg.hip, -2, -1) }));
      return bent(
        { ...lifted, hip: mid(lifted.legs[0].hip, lifted.legs[1].hip) },
        { x: -1, y: 0 },
        { t12: 1.5, shoulder: 1 },
      );
    },
    look: (pose) => pose.legs[1].hip,
  },
  pelvis_rotate: {
    from: 'side',
    best: allFours,
    on: ['quadruped', 'supine_bridge', 'prone_bridge'],
    move: (pose, { out }) => {
      const far = withLeg(pose, 1, (leg) => legShifted(leg, -out.x * 5, -out.y * 5));
      return withLeg(far, 0, (leg) => ({ ...leg, hip: along(leg.hip, out, 2) }));
    },
    look: (pose, { out }) => along(pose.hip, out, -3),
  },
  hip_hike: {
    from: 'front',
    best: sideLeg,
    on: ['single_leg_stance'],
    move: (pose) => {
      const i = pose.legs[0].ankle.y < pose.legs[1].ankle.y ? 0 : 1;
      const up = withLeg(pose, i, (leg) => legShifted(leg, 0, -5));
      return { ...up, hip: mid(up.legs[0].hip, up.legs[1].hip) };
    },
    look: (pose) => {
      const [a, b] = pose.legs;
      return a.hip.y < b.hip.y ? a.hip : b.hip;
    },
  },
  trunk_lean: {
    from: 'front',
    best: onOneLeg,
    on: ['single_leg_stance', 'carry', 'upright_cable'],
    move: (pose) => tipped(pose, pose.legs[0].hip.x < pose.legs[1].hip.x ? -13 : 13),
    look: (pose) => pose.t12,
  },
  knee_in: {
    from: 'front',
    best: landed,
    on: ['single_leg_stance'],
    move: (pose) => withLeg(pose, 0, (leg) => ({ ...leg, knee: shift(leg.knee, 6, 0.5) })),
    look: (pose) => pose.legs[0].knee,
  },
  knee_out: {
    from: 'front',
    best: landed,
    on: ['single_leg_stance'],
    move: (pose) => withLeg(pose, 0, (leg) => ({ ...leg, knee: shift(leg.knee, -6, 0.5) })),
    look: (pose) => pose.legs[0].knee,
  },
  one_leg_leads: {
    from: 'side',
    best: lyingLegs,
    move: (pose) => withLeg(pose, 1, (leg) => legTurned(leg, 24)),
    look: (pose) => pose.legs[1].ankle,
  },
  neck_strain: {
    from: 'side',
    best: { archetype: 'curl', angle_deg: 28, arms: 'reach', legs: 'hooked', twist: false },
    on: ['curl', 'neck_ball', 'prone_bridge', 'quadruped', 'supine_limbs'],
    move: (pose, { out, up }) => ({ ...pose, head: along(along(pose.head, out, 4.4), up, -2) }),
    look: (pose) => mid(pose.shoulder, pose.head, 0.6),
  },
  shoulder_shrug: {
    from: 'front',
    best: suitcase,
    on: ['carry', 'upright_cable', 'single_leg_stance'],
    move: (pose, { up }) => ({
      ...pose,
      arms: pose.arms.map((arm) => ({
        shoulder: along(arm.shoulder, up, 4),
        elbow: along(arm.elbow, up, 3),
        wrist: along(arm.wrist, up, 2.5),
        hand: along(arm.hand, up, 2.5),
      })) as unknown as Pose['arms'],
    }),
    look: (pose) => pose.arms[1].shoulder,
  },
  shoulder_collapse: {
    from: 'side',
    best: plank,
    on: ['prone_bridge', 'quadruped', 'rollout'],
    move: (pose) => bent(pose, down, { shoulder: 4.6, t12: 2.4, head: 5 }, false),
    look: (pose) => shift(pose.arms[0].shoulder, 0, -1),
  },
  hip_flexor_takeover: {
    from: 'side',
    best: lyingLegs,
    on: ['supine_limbs'],
    move: (pose, { out }) =>
      bent(
        withLeg(
          withLeg(pose, 0, (leg) => legTurned(leg, 12)),
          1,
          (leg) => legTurned(leg, 12),
        ),
        out,
        { lumbar: 2 },
      ),
    look: (pose, { out }) => along(mid(pose.hip, pose.legs[0].knee, 0.2), out, 3),
    signs: (pose, { out }) => [ringAt('ache', along(mid(pose.hip, pose.legs[0].knee, 0.2), out, 3), 5)],
  },
  hamstring_cramp: {
    from: 'side',
    best: bridge,
    on: ['supine_bridge'],
    look: (pose) => mid(pose.legs[0].hip, pose.legs[0].knee, 0.55),
    signs: (pose, { out }) => [
      ringAt('ache', along(mid(pose.legs[0].hip, pose.legs[0].knee, 0.55), out, -6.5), 5),
    ],
  },
  glutes_off: {
    from: 'side',
    best: bridge,
    on: ['supine_bridge'],
    move: (pose) => bent(pose, down, { hip: 2.6, lumbar: -0.6 }),
    look: (pose, { out }) => along(pose.hip, out, -4.5),
  },
  felt_low_back: {
    from: 'side',
    best: lyingLegs,
    on: [...spines, 'supine_bridge'],
    look: (pose, { out }) => along(pose.lumbar, out, -3),
    signs: (pose, { out }) => [ringAt('ache', along(pose.lumbar, out, -8.5), 5)],
  },
  pain: {
    from: 'side',
    best: upright,
    look: (pose) => pose.lumbar,
    signs: (pose) => [
      ringAt('ache', shift(pose.lumbar, -11, 0), 5),
      ringAt('ache', shift(pose.legs[0].knee, 10, 0), 5),
      ringAt('ache', shift(pose.shoulder, -11, 0), 5),
    ],
  },
  tremor_ok: {
    from: 'side',
    best: plank,
    on: ['prone_bridge', 'rollout'],
    look: (pose) => mid(pose.hip, pose.t12),
    signs: (pose) => [mark('shake', mid(pose.lumbar, pose.t12))],
  },
  rushing: {
    from: 'side',
    best: deadBug,
    on: ['supine_limbs', 'quadruped'],
    look: (pose) => pose.legs[0].ankle,
    signs: (pose) => [mark('speed', shift(pose.legs[0].ankle, 14, -13))],
  },
  side_gap: {
    from: 'front',
    best: onOneLeg,
    look: (pose) => pose.legs[1].hip,
    signs: (pose) => [mark('bars', shift(pose.hip, 31, 0))],
  },
  turn_out_lost: {
    from: 'front',
    best: sideLeg,
    move: (pose) =>
      withLeg(pose, 0, (leg) => ({
        ...leg,
        knee: shift(leg.knee, 1.5, 2.5),
        toe: around(leg.toe, leg.ankle, -70),
      })),
    look: (pose) => pose.legs[0].ankle,
  },
  line_lost: {
    from: 'side',
    best: frontLeg,
    on: ['supine_limbs', 'standing_leg'],
    move: (pose) =>
      withLeg(pose, 0, (leg) => {
        const knee = along(leg.knee, { x: 0, y: -1 }, 2.6);
        const ankle = around(leg.ankle, leg.knee, leg.ankle.x > leg.knee.x ? 24 : -24);
        return { ...leg, knee, ankle, toe: shift(ankle, leg.ankle.x > leg.knee.x ? 4 : -4, -6.5) };
      }),
    look: (pose) => pose.legs[0].knee,
  },
  foot_takeover: {
    from: 'side',
    best: bridge,
    move: (pose) =>
      withLeg(pose, 0, (leg) => ({ ...leg, ankle: shift(leg.ankle, -1, -5.5), toe: shift(leg.toe, 0, 0.4) })),
    look: (pose) => pose.legs[0].ankle,
  },
  leg_push_cheat: {
    from: 'side',
    best: hooked,
    look: (pose) => pose.legs[0].ankle,
    signs: (pose) => [arrow(shift(pose.legs[0].ankle, 0, -17), shift(pose.legs[0].ankle, 0, -4))],
  },
  arm_push_cheat: {
    from: 'side',
    best: lyingLegs,
    look: (pose) => pose.arms[0].hand,
    signs: (pose) => [arrow(shift(pose.arms[0].hand, 0, -18), shift(pose.arms[0].hand, 0, -4))],
  },
  balance_lost: {
    from: 'front',
    best: onOneLeg,
    on: ['single_leg_stance'],
    move: (pose) =>
      withLeg(tipped(pose, 17, pose.hip), 1, (leg) => ({
        ...leg,
        knee: shift(leg.knee, 7, 6),
        ankle: { x: leg.ankle.x + 15, y: -3.5 },
        toe: { x: leg.toe.x + 17, y: -1.5 },
      })),
    look: (pose) => pose.legs[1].ankle,
  },
  loud_landing: {
    from: 'side',
    best: landing,
    move: (pose) => bent(tipped(pose, 30, pose.hip), down, { lumbar: 1 }),
    look: (pose) => pose.t12,
    signs: (pose) => [mark('thud', { x: pose.legs[0].ankle.x + 4, y: -1 })],
  },
  grip_lost: {
    from: 'front',
    best: suitcase,
    look: (pose) => pose.arms[1].hand,
    signs: (pose) => [arrow(shift(pose.arms[1].hand, 0, 15), shift(pose.arms[1].hand, 0, 27))],
  },
  partial_range: {
    from: 'side',
    best: bridge,
    on: ['supine_bridge'],
    move: (pose) => bent(pose, down, { hip: 8, lumbar: 6, t12: 2 }),
    look: (pose) => pose.hip,
  },
};
