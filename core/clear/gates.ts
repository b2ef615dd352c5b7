import type { Posture } from '~/core/body/posture';
import { caution, type Ladder, type Rung, type ScreenTest, screenTest } from '~/core/catalogue';

/** Easier forms: one leg at a time, the other foot stands. */
export type TestForm = 'one_leg';

/** Tests a caution forbids or limits. Source: the cautions list of the practice's safety rules. */
interface TestRule {
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

const rules: Readonly<Record<string, TestRule>> = {
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
  neck_pain: { forbids: ['neck_flexor_hold', 'hollow_stage', 'trunk_flexor_hold'] },
  shoulder_pain: { forbids: ['front_plank', 'side_plank', 'adductor_side_plank', 'press_out_hold'] },
  wrist_pain: { notes: { bird_dog_hold: 'On forearms or fists.' } },
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

export interface TestGate {
  readonly testId: string;
  readonly allowed: boolean;
  /** Why it is left out, for the screen. */
  readonly why: string | undefined;
  /** The clock stops here and the result is stored as held. */
  readonly capS: number | undefined;
  readonly maxLevel: number | undefined;
  readonly maxDeg: number | undefined;
  readonly form: TestForm | undefined;
  /** Directions left out. */
  readonly omits: readonly string[];
  readonly notes: readonly string[];
}

const smallest = (values: readonly number[]): number | undefined =>
  values.length > 0 ? Math.min(...values) : undefined;

/** May this test be done under these cautions (and this clearance), and with which limits? */
export function gateTest(
  test: ScreenTest,
  cautions: readonly string[],
  allows: 'nothing' | 'breath_brace' | 'all' = 'all',
): TestGate {
  const breathBrace = test.stage === 1;
  const whys: string[] = [];
  if (allows === 'nothing') whys.push('not cleared');
  if (allows === 'breath_brace' && !breathBrace)
    whys.push('breath and brace tests only until a practitioner agrees');
  const caps: number[] = [];
  const levels: number[] = [];
  const degrees: number[] = [];
  const forms: TestForm[] = [];
  const omits: string[] = [];
  const notes: string[] = [];
  for (const id of cautions) {
    const rule = rules[id];
    if (!rule) continue;
    const name = caution(id).name.toLowerCase();
    if (rule.forbids?.includes(test.id) || (rule.onlyBreathBrace && !breathBrace)) whys.push(name);
    if (test.kind === 'hold' && rule.capHoldS !== undefined) caps.push(rule.capHoldS);
    const stopAt = rule.stopAtS?.[test.id];
    if (stopAt !== undefined) caps.push(stopAt);
    const level = rule.maxLevel?.[test.id];
    if (level !== undefined) levels.push(level);
    const most = rule.maxDeg?.[test.id];
    if (most !== undefined) degrees.push(most);
    const form = rule.forms?.[test.id];
    if (form) forms.push(form);
    omits.push(...(rule.omits?.[test.id] ?? []));
    const note = rule.notes?.[test.id];
    if (note) notes.push(note);
  }
  return {
    testId: test.id,
    allowed: whys.length === 0,
    why: whys.length > 0 ? whys.join('; ') : undefined,
    capS: smallest(caps),
    maxLevel: smallest(levels),
    maxDeg: smallest(degrees),
    form: forms[0],
    omits: [...new Set(omits)],
    notes,
  };
}

/** The shape of a test in its easier form, for the drawing and the load model. */
export function formPosture(posture: Posture, form: TestForm | undefined): Posture {
  if (form !== 'one_leg' || posture.archetype !== 'supine_limbs') return posture;
  return {
    ...posture,
    hips_deg: [posture.hips_deg[0], 45],
    knees_deg: [posture.knees_deg[0], 90],
    feet_down: [posture.feet_down[0], true],
  };
}

/** The allowed test that tells most about what a forbidden one would have told; undefined when there is none. */
export function replacementFor(testId: string, allowedTestIds: readonly string[]): string | undefined {
  const direct = screenTest(testId).feeds[0]?.quality;
  const serving = allowedTestIds.filter(
    (id) => id !== testId && screenTest(id).feeds.some((feed) => feed.quality === direct),
  );
  return serving.find((id) => screenTest(id).feeds[0]?.quality === direct) ?? serving[0];
}

/** Why a rung is barred by a caution; undefined when it is not. */
export function cautionBar(ladder: Ladder, rung: Rung, cautions: readonly string[]): string | undefined {
  for (const id of cautions) {
    const each = caution(id);
    if (
      each.avoid_families.includes(ladder.id) ||
      each.avoid_rungs.includes(rung.id) ||
      each.avoid_lumbar.includes(rung.lumbar)
    ) {
      return each.name.toLowerCase();
    }
  }
  return undefined;
}

/** Longest exercise hold in seconds these cautions allow; undefined when they set none. */
export function exerciseHoldCapS(cautions: readonly string[]): number | undefined {
  return cautions.some((id) => id === 'hypertension' || id === 'heart_disease' || id === 'pregnancy')
    ? 10
    : undefined;
}
