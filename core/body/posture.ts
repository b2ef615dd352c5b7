/**
 * Postures as the catalogue writes them: the most demanding instant of a rep or hold. Where a posture has two values, the
 * first is the working side.
 */

type Pair<T> = readonly [T, T];

export interface PostureByArchetype {
  breathing: { readonly position: 'prone' | 'supine' | 'supine_90_90' | 'balloon' };
  brace_drill: {
    readonly position: 'supine' | 'standing' | 'hinge15' | 'wall_band';
    /** What goes on while the brace is kept; fingers at the waist when nothing is said. */
    readonly task?: 'breathe' | 'limbs' | 'pushes' | undefined;
  };
  supine_limbs: {
    /** Thigh above the floor; 90 is vertical, more tucks toward the chest. */
    readonly hips_deg: Pair<number>;
    /** Knee flexion; 0 is straight. */
    readonly knees_deg: Pair<number>;
    /** Only a foot that carries weight is down. */
    readonly feet_down: Pair<boolean>;
    readonly arms: 'overhead' | 'vertical' | 'one_overhead' | 'to_foot' | 'wall_press' | 'side';
    readonly thorax_lifted: boolean;
    /** The easy end of the rep, where it is not the usual one. */
    readonly from?:
      | {
          readonly hips_deg: Pair<number>;
          readonly knees_deg: Pair<number>;
          readonly arms: 'forward' | 'vertical' | 'overhead';
          /** Trunk above the floor. */
          readonly trunk_deg: number;
        }
      | undefined;
    /** Ribs turned on the pelvis at the demanding end. */
    readonly twist_deg?: number | undefined;
    /** The whole shape rocks back this far and returns. */
    readonly rock_deg?: number | undefined;
    /** Pelvis rolled up off the floor at the demanding end. */
    readonly pelvis_lift_deg?: number | undefined;
    /** The legs travel to the side instead of down: the same angle, turned about the long axis. */
    readonly sideways?: boolean | undefined;
  };
  prone_bridge: {
    readonly hands: 'forearm' | 'hand' | 'ball' | 'ball_roll';
    readonly feet: 'knees' | 'toes' | 'one_foot' | 'ball';
    /** Elbow or hand ahead of the shoulder, in statures. */
    readonly lever_H: number;
    readonly lifted: 'none' | 'leg' | 'arm' | 'arm_leg' | 'knee_tuck';
    /** Fold at the hips at the easy end of the rep; the demanding end is the straight line. */
    readonly pike_deg?: number | undefined;
    /** Distance of the feet, in statures; wider returns more roll. */
    readonly foot_spacing_H?: number | undefined;
    /** The pelvis turns this far to the side at the demanding end. */
    readonly dip_deg?: number | undefined;
    /** The hands roll the ball in circles. */
    readonly circles?: boolean | undefined;
    /** From the knees with the shanks held up: they hang on the beam instead of lying on the floor. */
    readonly shanks_up?: boolean | undefined;
  };
  rollout: { readonly base: 'kneel' | 'stand'; readonly reach_H: number };
  side_bridge: {
    readonly hand: 'forearm' | 'hand';
    readonly feet: 'knees' | 'feet' | 'top_foot_bench';
    readonly top_leg: 'down' | 'raised' | 'moving';
    readonly rotate: boolean;
    /** Raised leg from the line of the body. */
    readonly top_leg_deg?: number | undefined;
  };
  supine_bridge: {
    readonly feet: 'floor' | 'ball_calves' | 'ball_heels';
    readonly legs: 'both' | 'one' | 'march';
    readonly free_leg: 'bent' | 'straight' | 'raised' | 'lowering';
    readonly knees_deg: number;
    readonly curl: boolean;
    readonly articulate: boolean;
    /** Hips kept up all through, or lifted from the floor in every rep; said where it is not the usual way of the move. */
    readonly hips?: 'kept' | 'lifted' | undefined;
    /** The free heel is lightened, its toes stay down. */
    readonly heel_up?: boolean | undefined;
  };
  quadruped: { readonly lifted: 'none' | 'arm' | 'leg' | 'arm_leg'; readonly hold: boolean };
  prone_extension: {
    readonly lift: 'alternate' | 'chest' | 'both';
    readonly arms: 'overhead' | 'w' | 'side';
    /** The whole shape rocks this far toward the chest and returns. */
    readonly rock_deg?: number | undefined;
  };
  hinge_hold: {
    readonly trunk_deg_from_vertical: number;
    /** `bars`: the hands lean on them; `hover`: the same reach with nothing under the hands. */
    readonly arms: 'side' | 'bars' | 'hover' | 'crossed' | 'overhead';
    /** `bench`: face down, legs strapped to a bench, the trunk free over its edge. */
    readonly stance: 'seated' | 'both' | 'single' | 'bench';
    /** Knee flexion; a hinge's own soft knee when it is not said. */
    readonly knees_deg?: number | undefined;
    /** A landing: dropped from tall on the toes, or from a box. */
    readonly from?: 'tall' | 'box' | undefined;
  };
  curl: {
    readonly angle_deg: number;
    readonly arms: 'reach' | 'one_reach' | 'crossed' | 'behind_head';
    /** `alternate`: one knee drawn in while the other leg stretches out. */
    readonly legs: 'hooked' | 'down' | 'lifted' | 'alternate' | 'ball';
    readonly twist: boolean;
  };
  carry: {
    readonly sides: 'one' | 'both';
    readonly moving: boolean;
    /** Side bend toward the weight. */
    readonly bend_deg?: number;
    /** Steps on the spot unless it walks, or walks there and back. */
    readonly travel?: 'walk' | 'there_and_back' | undefined;
  };
  upright_cable: {
    readonly stance: 'tall_kneel' | 'half_kneel' | 'stand' | 'split' | 'single_leg';
    readonly action: 'press_out' | 'hold' | 'chop' | 'lift';
    readonly direction: 'anti_rotation' | 'diagonal_down' | 'diagonal_up';
    /** A hold that is disturbed. */
    readonly disturbed?: 'taps' | 'pulses' | 'catch' | undefined;
  };
  standing_leg: {
    readonly direction: 'front' | 'side' | 'back';
    readonly turn_out: boolean;
    readonly pulses: boolean;
    readonly stance: 'single_leg';
    /** Leg from the vertical; usual 60 front, 45 side, 35 back. */
    readonly angle_deg?: number;
  };
  single_leg_stance: {
    readonly task: 'stand' | 'hinge' | 'squat' | 'step_down' | 'hop_stick';
    readonly surface: 'floor' | 'pad';
    readonly arms?: 'drive' | undefined;
    /** How a landing is come to. */
    readonly travel?: 'step' | 'forward' | 'side' | undefined;
  };
  seated_ball: {
    readonly feet: 'two' | 'one';
    readonly arms: 'any' | 'reach' | 'rein';
    readonly pelvis?: 'tilts' | 'bounces' | undefined;
  };
  spring_leg: {
    /** `bar_bridge` rolls up with long legs, `bridge_press` bends and presses on the way, `high_bridge` does so with the hips up. */
    readonly task: 'press_out' | 'bar_press' | 'bar_bridge' | 'bridge_press' | 'high_bridge';
    readonly springs: 'light' | 'medium' | 'heavy';
    readonly legs?: 'one' | undefined;
  };
  roller_lie: {
    readonly legs: 'feet_down' | 'foot_lift' | 'one_lift' | 'tabletop';
    readonly arms: 'floor' | 'elbows' | 'none';
  };
  neck_ball: { readonly direction: 'flexors' | 'extensors' };
}

export type Archetype = keyof PostureByArchetype;
export type PostureOf<A extends Archetype> = { readonly archetype: A } & PostureByArchetype[A];
export type Posture = { [A in Archetype]: PostureOf<A> }[Archetype];

/** Outside load: kilograms on the body, or newtons in a cable, band or spring. `none` is body weight alone. */
export type LoadKind =
  | 'none'
  | 'pelvis_kg'
  | 'vest_kg'
  | 'ankle_kg'
  | 'hand_kg'
  | 'cable_N'
  | 'band_N'
  | 'spring_N';
export interface Load {
  readonly by: LoadKind;
  /** Kilograms or newtons as `by` says. An ankle weight is per moving ankle, a hand weight the total held. */
  readonly value: number;
}
export const noLoad: Load = { by: 'none', value: 0 };

/** Numbers of a posture say how far, words say how: words that differ put two shapes apart, these most. */
const wordsApart: Readonly<Record<string, number>> = {
  /** Which leg carries decides which muscle ends the hold. */
  'side_bridge.feet:top_foot_bench': 1,
  'supine_limbs.thorax_lifted:true': 0.5,
};

/**
 * How far two shapes of one archetype lie apart beyond their moments, 0 the same: one for another muscle that ends the hold,
 * a tenth for every other word that differs.
 */
export function posturesApart(a: Posture, b: Posture): number {
  if (a.archetype !== b.archetype) return Number.POSITIVE_INFINITY;
  const [one, other] = [a, b] as unknown as readonly Record<string, unknown>[];
  let apart = 0;
  for (const key of Object.keys({ ...one, ...other })) {
    const [x, y] = [one?.[key], other?.[key]];
    if (typeof x === 'number' || typeof y === 'number' || Array.isArray(x) || Array.isArray(y)) continue;
    if (x === y) continue;
    apart +=
      wordsApart[`${a.archetype}.${key}:${String(x)}`] ??
      wordsApart[`${a.archetype}.${key}:${String(y)}`] ??
      0.1;
  }
  return apart;
}
