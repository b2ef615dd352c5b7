import { z } from 'zod';
import type { LoadKind, Posture } from '~/core/body/posture';

/** Zod shape of postures and loads; the types stand in core/body/posture, and the two are held together by the compiler. */

const pair = <T extends z.ZodType>(part: T) => z.tuple([part, part]).readonly();
const deg = z.number().min(-30).max(180);

const shapes = [
  z.object({
    archetype: z.literal('breathing'),
    position: z.enum(['prone', 'supine', 'supine_90_90', 'balloon']),
  }),
  z.object({
    archetype: z.literal('brace_drill'),
    position: z.enum(['supine', 'standing', 'hinge15', 'wall_band']),
    task: z.enum(['breathe', 'limbs', 'pushes']).optional(),
  }),
  z.object({
    archetype: z.literal('supine_limbs'),
    hips_deg: pair(deg),
    knees_deg: pair(deg),
    feet_down: pair(z.boolean()),
    arms: z.enum(['overhead', 'vertical', 'one_overhead', 'to_foot', 'wall_press', 'side']),
    thorax_lifted: z.boolean(),
    from: z
      .strictObject({
        hips_deg: pair(deg),
        knees_deg: pair(deg),
        arms: z.enum(['forward', 'vertical', 'overhead']),
        trunk_deg: deg,
      })
      .optional(),
    twist_deg: z.number().min(0).max(60).optional(),
    rock_deg: z.number().min(0).max(45).optional(),
    pelvis_lift_deg: z.number().min(0).max(60).optional(),
    sideways: z.boolean().optional(),
  }),
  z.object({
    archetype: z.literal('prone_bridge'),
    hands: z.enum(['forearm', 'hand', 'ball', 'ball_roll']),
    feet: z.enum(['knees', 'toes', 'one_foot', 'ball']),
    lever_H: z.number().min(0).max(0.3),
    lifted: z.enum(['none', 'leg', 'arm', 'arm_leg', 'knee_tuck']),
    pike_deg: z.number().min(0).max(110).optional(),
    foot_spacing_H: z.number().min(0).max(0.6).optional(),
    shanks_up: z.boolean().optional(),
    dip_deg: z.number().min(0).max(45).optional(),
    circles: z.boolean().optional(),
  }),
  z.object({
    archetype: z.literal('rollout'),
    base: z.enum(['kneel', 'stand']),
    reach_H: z.number().min(0).max(0.4),
  }),
  z.object({
    archetype: z.literal('side_bridge'),
    hand: z.enum(['forearm', 'hand']),
    feet: z.enum(['knees', 'feet', 'top_foot_bench']),
    top_leg: z.enum(['down', 'raised', 'moving']),
    rotate: z.boolean(),
    top_leg_deg: z.number().min(0).max(70).optional(),
  }),
  z.object({
    archetype: z.literal('supine_bridge'),
    feet: z.enum(['floor', 'ball_calves', 'ball_heels']),
    legs: z.enum(['both', 'one', 'march']),
    free_leg: z.enum(['bent', 'straight', 'raised', 'lowering']),
    knees_deg: z.number().min(0).max(140),
    curl: z.boolean(),
    articulate: z.boolean(),
    hips: z.enum(['kept', 'lifted']).optional(),
    heel_up: z.boolean().optional(),
  }),
  z.object({
    archetype: z.literal('quadruped'),
    lifted: z.enum(['none', 'arm', 'leg', 'arm_leg']),
    hold: z.boolean(),
  }),
  z.object({
    archetype: z.literal('prone_extension'),
    lift: z.enum(['alternate', 'chest', 'both']),
    arms: z.enum(['overhead', 'w', 'side']),
    rock_deg: z.number().min(0).max(45).optional(),
  }),
  z.object({
    archetype: z.literal('hinge_hold'),
    trunk_deg_from_vertical: z.number().min(0).max(90),
    arms: z.enum(['side', 'bars', 'hover', 'crossed', 'overhead']),
    stance: z.enum(['seated', 'both', 'single', 'bench']),
    knees_deg: z.number().min(0).max(110).optional(),
    from: z.enum(['tall', 'box']).optional(),
  }),
  z.object({
    archetype: z.literal('curl'),
    angle_deg: z.number().min(0).max(80),
    arms: z.enum(['reach', 'one_reach', 'crossed', 'behind_head']),
    legs: z.enum(['hooked', 'down', 'lifted', 'alternate', 'ball']),
    twist: z.boolean(),
  }),
  z.object({
    archetype: z.literal('carry'),
    sides: z.enum(['one', 'both']),
    moving: z.boolean(),
    bend_deg: z.number().min(0).max(40).optional(),
    travel: z.enum(['walk', 'there_and_back']).optional(),
  }),
  z.object({
    archetype: z.literal('upright_cable'),
    stance: z.enum(['tall_kneel', 'half_kneel', 'stand', 'split', 'single_leg']),
    action: z.enum(['press_out', 'hold', 'chop', 'lift']),
    direction: z.enum(['anti_rotation', 'diagonal_down', 'diagonal_up']),
    disturbed: z.enum(['taps', 'pulses', 'catch']).optional(),
  }),
  z.object({
    archetype: z.literal('standing_leg'),
    direction: z.enum(['front', 'side', 'back']),
    turn_out: z.boolean(),
    pulses: z.boolean(),
    stance: z.literal('single_leg'),
    angle_deg: z.number().min(0).max(120).optional(),
  }),
  z.object({
    archetype: z.literal('single_leg_stance'),
    task: z.enum(['stand', 'hinge', 'squat', 'step_down', 'hop_stick']),
    surface: z.enum(['floor', 'pad']),
    arms: z.literal('drive').optional(),
    travel: z.enum(['step', 'forward', 'side']).optional(),
  }),
  z.object({
    archetype: z.literal('seated_ball'),
    feet: z.enum(['two', 'one']),
    arms: z.enum(['any', 'reach', 'rein']),
    pelvis: z.enum(['tilts', 'bounces']).optional(),
  }),
  z.object({
    archetype: z.literal('spring_leg'),
    task: z.enum(['press_out', 'bar_press', 'bar_bridge', 'bridge_press', 'high_bridge']),
    springs: z.enum(['light', 'medium', 'heavy']),
    legs: z.literal('one').optional(),
  }),
  z.object({
    archetype: z.literal('roller_lie'),
    legs: z.enum(['feet_down', 'foot_lift', 'one_lift', 'tabletop']),
    arms: z.enum(['floor', 'elbows', 'none']),
  }),
  z.object({ archetype: z.literal('neck_ball'), direction: z.enum(['flexors', 'extensors']) }),
] as const;

/** An unknown key in a posture is a misspelt one. */
export const postureSchema = z.discriminatedUnion('archetype', [
  ...shapes.map((shape) => shape.strict()),
] as unknown as typeof shapes) satisfies z.ZodType<Posture>;

export const loadKindSchema = z.enum([
  'none',
  'pelvis_kg',
  'vest_kg',
  'ankle_kg',
  'hand_kg',
  'cable_N',
  'band_N',
  'spring_N',
]) satisfies z.ZodType<LoadKind>;
