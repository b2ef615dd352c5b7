/**
 * Postures as the catalogue writes them: the most demanding instant of a rep or hold. Where a posture has two values, the
 * first is the working side.
 */

type Pair<T> = readonly [T, T];

export interface PostureByArchetype {
  breathing: { readonly position: 'prone' | 'supine' | 'supine_90_90' | 'balloon' };
  brace_drill: { readonly position: 'supine' | 'standing' | 'hinge15' | 'wall_band' };
  supine_limbs: {
    /** Thigh above the floor; 90 is vertical, more tucks toward the chest. */
    readonly hips_deg: Pair<number>;
    /** Knee flexion; 0 is straight. */
    readonly knees_deg: Pair<number>;
    /** Only a foot that carries weight is down. */
    readonly feet_down: Pair<boolean>;
    readonly arms: 'overhead' | 'vertical' | 'one_overhead' | 'wall_press' | 'side';
    readonly thorax_lifted: boolean;
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
    readonly free_leg: 'bent' | 'straight' | 'lowering';
    readonly knees_deg: number;
    readonly curl: boolean;
    readonly articulate: boolean;
  };
  quadruped: { readonly lifted: 'none' | 'arm' | 'leg' | 'arm_leg'; readonly hold: boolean };
  prone_extension: {
    readonly lift: 'alternate' | 'chest' | 'both';
    readonly arms: 'overhead' | 'w' | 'side';
  };
  hinge_hold: {
    readonly trunk_deg_from_vertical: number;
    /** `bars`: the hands lean on them; `hover`: the same reach with nothing under the hands. */
    readonly arms: 'side' | 'bars' | 'hover' | 'crossed' | 'overhead';
    /** `bench`: face down, legs strapped to a bench, the trunk free over its edge. */
    readonly stance: 'seated' | 'both' | 'single' | 'bench';
  };
  curl: {
    readonly angle_deg: number;
    readonly arms: 'reach' | 'crossed' | 'behind_head';
    readonly legs: 'hooked' | 'down' | 'lifted' | 'ball';
    readonly twist: boolean;
  };
  carry: {
    readonly sides: 'one' | 'both';
    readonly moving: boolean;
    /** Side bend toward the weight. */
    readonly bend_deg?: number;
  };
  upright_cable: {
    readonly stance: 'tall_kneel' | 'half_kneel' | 'stand' | 'split' | 'single_leg';
    readonly action: 'press_out' | 'hold' | 'chop' | 'lift';
    readonly direction: 'anti_rotation' | 'diagonal_down' | 'diagonal_up';
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
  };
  seated_ball: { readonly feet: 'two' | 'one'; readonly arms: 'any' };
  spring_leg: {
    readonly task: 'press_out' | 'bar_press' | 'bar_bridge';
    readonly springs: 'light' | 'medium' | 'heavy';
  };
  roller_lie: {
    readonly legs: 'feet_down' | 'one_lift' | 'tabletop';
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
