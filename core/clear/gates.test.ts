import fc from 'fast-check';
import { cautions, ladders, screenTest, screenTests } from '~/core/catalogue';
import { cautionBar, exerciseHoldCapS, formPosture, gateTest, replacementFor } from './gates';
import { disclaimer, stopSignIds, stopSigns } from './signs';

/** What each caution removes, written out from the practice's safety rules. */
const removed: [caution: string, tests: string[]][] = [
  ['disc_flexion_sensitive', ['hollow_stage', 'trunk_flexor_hold', 'tuck_hold']],
  ['extension_sensitive', ['arch_hold']],
  [
    'osteoporosis',
    ['hollow_stage', 'hop_stick', 'perturbed_brace', 'roller_balance', 'trunk_flexor_hold', 'tuck_hold'],
  ],
  ['postpartum', ['hollow_stage', 'hop_stick', 'leg_lowering_angle', 'suitcase_hold', 'trunk_flexor_hold']],
  [
    'pelvic_floor_symptoms',
    ['hollow_stage', 'hop_stick', 'leg_lowering_angle', 'suitcase_hold', 'trunk_flexor_hold'],
  ],
  ['hernia', ['hollow_stage', 'hop_stick', 'leg_lowering_angle', 'suitcase_hold', 'trunk_flexor_hold']],
  ['hypertension', []],
  ['heart_disease', []],
  ['neck_pain', ['hollow_stage', 'neck_flexor_hold', 'trunk_flexor_hold']],
  ['shoulder_pain', ['adductor_side_plank', 'front_plank', 'press_out_hold', 'side_plank']],
  ['wrist_pain', []],
  ['knee_pain', ['hop_stick', 'step_down', 'tuck_hold']],
  ['hip_impingement', ['tuck_hold']],
  ['hamstring_strain', ['single_leg_bridge']],
  ['balance_risk', ['ball_seat_lift', 'hop_stick', 'perturbed_brace', 'roller_balance']],
  ['under_16', ['press_out_hold', 'suitcase_hold']],
];

describe('tests under one caution', () => {
  it.each(removed)('%s leaves out %j', (caution, tests) => {
    const out = screenTests.filter((test) => !gateTest(test, [caution]).allowed).map((test) => test.id);
    expect(out.sort()).toEqual(tests);
  });
  it('knows a rule for every caution of the catalogue', () => {
    const known = new Set([...removed.map(([id]) => id), 'pregnancy', 'acute_back_pain']);
    expect(cautions.map((each) => each.id).filter((id) => !known.has(id))).toEqual([]);
  });
  it('allows nothing maximal, prone or unstable in pregnancy, and caps what is left', () => {
    const left = screenTests.filter((test) => gateTest(test, ['pregnancy']).allowed);
    expect(left.some((test) => test.maximal || test.needs.includes('ball'))).toBe(false);
    for (const test of left.filter((each) => each.kind === 'hold'))
      expect(gateTest(test, ['pregnancy']).capS).toBe(10);
  });
  it.each([
    ['postpartum', 'heel_tap_level', 3],
    ['extension_sensitive', 'heel_tap_level', 3],
    ['hypertension', 'heel_tap_level', undefined],
  ] as const)('%s stops %s at level %s', (caution, test, level) => {
    expect(gateTest(screenTest(test), [caution]).maxLevel).toBe(level);
  });
  it.each([
    ['under_16', 'front_plank', 60],
    ['hypertension', 'side_plank', 10],
    ['extension_sensitive', 'trunk_extensor_hold', 60],
    ['knee_pain', 'front_plank', undefined],
    ['hypertension', 'step_down', undefined],
  ] as const)('%s caps %s at %s s', (caution, test, capS) => {
    expect(gateTest(screenTest(test), [caution]).capS).toBe(capS);
  });
  it('adds the word a tester needs', () => {
    expect(gateTest(screenTest('pelvic_drop_stance'), ['balance_risk']).notes).toEqual(['Stand by a wall.']);
    expect(gateTest(screenTest('leg_lowering_angle'), ['extension_sensitive']).notes).toEqual([
      'One leg at a time, the other foot stands.',
    ]);
  });
});

describe('cautions together', () => {
  const some = fc.subarray(cautions.map((each) => each.id));
  it('never allow what one of them forbids, and take the strictest cap', () => {
    fc.assert(
      fc.property(some, some, fc.constantFrom(...screenTests), (a, b, test) => {
        const both = gateTest(test, [...a, ...b]);
        const [one, two] = [gateTest(test, a), gateTest(test, b)];
        expect(both.allowed).toBe(one.allowed && two.allowed);
        const caps = [one.capS, two.capS].filter((cap): cap is number => cap !== undefined);
        expect(both.capS).toBe(caps.length > 0 ? Math.min(...caps) : undefined);
        if (!both.allowed) expect(both.why).toBeTruthy();
      }),
    );
  });
  it('bar a rung as soon as one of them does', () => {
    fc.assert(
      fc.property(some, some, fc.constantFrom(...ladders), (a, b, ladder) => {
        for (const rung of ladder.rungs) {
          const barred =
            cautionBar(ladder, rung, a) !== undefined || cautionBar(ladder, rung, b) !== undefined;
          expect(cautionBar(ladder, rung, [...a, ...b]) !== undefined).toBe(barred);
        }
      }),
    );
  });
});

describe('clearance limits', () => {
  it('lets nothing through before clearance, and breath and brace while a practitioner is asked', () => {
    for (const test of screenTests) {
      expect(gateTest(test, [], 'nothing').allowed).toBe(false);
      expect(gateTest(test, [], 'breath_brace').allowed).toBe(test.stage === 1);
    }
  });
  it('caps exercise holds with blood pressure, heart disease and pregnancy only', () => {
    expect(['hypertension', 'heart_disease', 'pregnancy'].map((id) => exerciseHoldCapS([id]))).toEqual([
      10, 10, 10,
    ]);
    expect(exerciseHoldCapS(['knee_pain', 'under_16'])).toBeUndefined();
  });
});

describe('replacements', () => {
  it('never name the test itself, nor one that is not in the battery', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...screenTests),
        fc.subarray(screenTests.map((test) => test.id)),
        (test, battery) => {
          const stand = replacementFor(test.id, battery);
          if (stand === undefined) return;
          expect(stand).not.toBe(test.id);
          expect(battery).toContain(stand);
          expect(screenTest(stand).feeds.map((feed) => feed.quality)).toContain(test.feeds[0]?.quality);
        },
      ),
    );
  });
});

describe('the words of safety', () => {
  it('hold every sign once, and say plainly what this is not', () => {
    expect(new Set(stopSignIds).size).toBe(stopSigns.length);
    expect(stopSigns.length).toBeGreaterThanOrEqual(14);
    expect(disclaimer).toMatch(/Not medical advice/);
    expect(disclaimer).toMatch(/licensed practitioners come first/);
  });
});

describe('easier forms', () => {
  it('lower one leg at a time where the back dislikes arching, and draw it so', () => {
    const test = screenTest('leg_lowering_angle');
    const gate = gateTest(test, ['extension_sensitive']);
    expect(gate).toMatchObject({ allowed: true, form: 'one_leg' });
    expect(formPosture(test.posture, gate.form)).toMatchObject({ feet_down: [false, true] });
    expect(formPosture(test.posture, undefined)).toBe(test.posture);
    const plank = screenTest('front_plank').posture;
    expect(formPosture(plank, 'one_leg')).toBe(plank);
  });
});
