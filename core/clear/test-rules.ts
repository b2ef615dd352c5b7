/** Easier forms: one leg at a time, the other foot stands. */
export type TestForm = 'one_leg';

/** What a caution forbids or limits of tests. Source: the cautions list of the practice's safety rules. */
export interface TestRule {
  readonly forbids?: readonly string[];
  readonly onlyBreathBrace?: boolean;
  /** No test to loss: holds stop here and are stored as held. */
  readonly capHoldS?: number;
  readonly maxLevel?: Readonly<Record<string, number>>;
  readonly stopAtS?: Readonly<Record<string, number>>;
  readonly notes?: Readonly<Record<string, string>>;
  /** Greatest angle of a leg raise. */
  readonly maxDeg?: Readonly<Record<string, number>>;
  /** An easier form of a test that stands in for it. */
  readonly forms?: Readonly<Record<string, TestForm>>;
  /** Directions of a test that are left out. */
  readonly omits?: Readonly<Record<string, readonly string[]>>;
}

const afterBirthLike: TestRule = {
  forbids: ['hop_stick', 'hollow_stage', 'leg_lowering_angle', 'trunk_flexor_hold', 'suitcase_hold'],
  maxLevel: { heel_tap_level: 3 },
};

export const testRules: Readonly<Record<string, TestRule>> = {
  acute_back_pain: { onlyBreathBrace: true },
  disc_flexion_sensitive: { forbids: ['hollow_stage', 'trunk_flexor_hold', 'tuck_hold'] },
  extension_sensitive: {
    forbids: ['arch_hold'],
    maxLevel: { heel_tap_level: 3 },
    stopAtS: { trunk_extensor_hold: 60 },
    forms: { leg_lowering_angle: 'one_leg' },
    notes: { leg_lowering_angle: 'One leg at a time, the other foot stands.' },
  },
  osteoporosis: {
    forbids: [
      'hollow_stage',
      'trunk_flexor_hold',
      'tuck_hold',
      'hop_stick',
      'perturbed_brace',
      'roller_balance',
    ],
  },
  pregnancy: {
    forbids: [
      'breath_prone',
      'front_plank',
      'trunk_extensor_hold',
      'arch_hold',
      'low_back_contact',
      'heel_tap_level',
      'leg_lowering_angle',
      'dead_bug_breaths',
      'hollow_stage',
      'trunk_flexor_hold',
      'side_plank',
      'single_leg_bridge',
      'bridge_foot_float',
      'two_leg_press_timing',
      'hinge_hold',
      'ball_seat_lift',
      'roller_balance',
      'adductor_side_plank',
      'tuck_hold',
      'neck_flexor_hold',
      'neck_extensor_hold',
      'hop_stick',
      'perturbed_brace',
    ],
    capHoldS: 10,
  },
  postpartum: afterBirthLike,
  pelvic_floor_symptoms: afterBirthLike,
  hernia: afterBirthLike,
  hypertension: { capHoldS: 10 },
  heart_disease: { capHoldS: 10 },
  neck_pain: { forbids: ['neck_flexor_hold', 'neck_extensor_hold', 'hollow_stage', 'trunk_flexor_hold'] },
  // Tests held up by the arms fall under the support they need (support.ts); this one pushes through the shoulder.
  shoulder_pain: { forbids: ['press_out_hold'] },
  knee_pain: {
    forbids: ['hop_stick', 'step_down', 'tuck_hold'],
    notes: { adductor_side_plank: 'With the knee, not the foot, on the bench.' },
  },
  hip_impingement: {
    forbids: ['tuck_hold'],
    maxDeg: { leg_raise_arc: 60 },
    notes: { leg_raise_arc: 'No higher than 60 degrees.' },
  },
  hamstring_strain: {
    forbids: ['single_leg_bridge'],
    omits: { leg_raise_arc: ['front'] },
    notes: { leg_raise_arc: 'Leave the front out.' },
  },
  balance_risk: {
    forbids: ['ball_seat_lift', 'roller_balance', 'hop_stick', 'perturbed_brace'],
    notes: { pelvic_drop_stance: 'Stand by a wall.', step_down: 'Stand by a wall.' },
  },
  under_16: { forbids: ['press_out_hold', 'suitcase_hold'], capHoldS: 60 },
};
