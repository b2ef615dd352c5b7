import { cautions, disputes, ladderOf, ladders, rung, school, schools, screenTest } from '~/core/catalogue';
import type { Ladder, Rung } from '~/core/catalogue/schema';
import { shippedTrade } from '~/core/catalogue/trade';
import { type ClearanceForm, clear, openSigns } from './clear';
import {
  addFlexion,
  defaultFlexionCeiling,
  flexionCeiling,
  flexionOfSet,
  noFlexion,
  withinFlexion,
} from './flexion';
import { agreementSchema, answeredFormSchema } from './form';
import { cautionBars, openTestGate, replacementFor } from './gate';
import { heldByPain } from './pain';
import { kitBar, kitName, schoolBar } from './rung-bars';
import { signText, stopSigns } from './signs';
import { armSupport, formPosture, onTheBack, supportBarred } from './support';
import { aForm, gateOf, testDay } from './testing';

/** The small rules that the gate is made of, each at its edges. */

const allRungs = ladders.flatMap((ladder) => ladder.rungs);
const given = (over: Partial<Rung>): Rung => ({ ...rung('plank_full'), ...over });

describe('the ledger of loaded bending', () => {
  const bent = { lumbar: 'flexed', unit: 'hold_s', flexion_cycles_per_rep: 0 } as const;
  it('counts cycles by the rep, and seconds only of what is held bent', () => {
    expect(flexionOfSet({ lumbar: 'flexing', unit: 'reps', flexion_cycles_per_rep: 2 }, 12)).toEqual({
      cycles: 24,
      heldS: 0,
    });
    expect(flexionOfSet(bent, 30)).toEqual({ cycles: 0, heldS: 30 });
    expect(flexionOfSet({ ...bent, unit: 'reps' }, 30).heldS).toBe(0);
    expect(flexionOfSet({ ...bent, lumbar: 'neutral' }, 30).heldS).toBe(0);
  });
  it('adds up sets, and takes them away again', () => {
    const sum = addFlexion({ cycles: 10, heldS: 20 }, { cycles: 3, heldS: 5 }, 4);
    expect(sum).toEqual({ cycles: 22, heldS: 40 });
    expect(addFlexion(sum, { cycles: 2, heldS: 0 })).toEqual({ cycles: 24, heldS: 40 });
  });
  it('is within its ceiling up to it, and past it by either', () => {
    const ceiling = { cycles: 150, heldS: 240 };
    expect(withinFlexion(ceiling, ceiling)).toBe(true);
    expect(withinFlexion({ cycles: 150.1, heldS: 0 }, ceiling)).toBe(false);
    expect(withinFlexion({ cycles: 0, heldS: 240.1 }, ceiling)).toBe(false);
    expect(withinFlexion(noFlexion, noFlexion)).toBe(true);
  });
  it('is halved under 16 or with low bone density, and shut for a back that dislikes bending', () => {
    expect(flexionCeiling([])).toEqual(defaultFlexionCeiling);
    expect(flexionCeiling(['knee_pain'])).toEqual({ cycles: 150, heldS: 240 });
    expect(flexionCeiling(['under_16'])).toEqual({ cycles: 75, heldS: 120 });
    expect(flexionCeiling(['osteoporosis'], { cycles: 300, heldS: 480 })).toEqual({
      cycles: 150,
      heldS: 240,
    });
    expect(flexionCeiling(['disc_flexion_sensitive', 'under_16'])).toEqual(noFlexion);
    expect(gateOf({ flexion: { cycles: 9, heldS: 8 } }).flexion).toEqual({ cycles: 9, heldS: 8 });
  });
});

describe('a school', () => {
  const its = school('brace');
  const plain: Ladder = { ...ladderOf('plank_full'), schools: {} };
  it('leaves out a family it avoids, a low back it avoids, and what it disputes, each in its words', () => {
    expect(schoolBar(shippedTrade, plain, given({}), 'brace')).toEqual([]);
    expect(schoolBar(shippedTrade, { ...plain, schools: { brace: 'avoids' } }, given({}), 'brace')).toEqual([
      { code: 'bar.school', path: [], values: { school: its.name } },
    ]);
    expect(schoolBar(shippedTrade, { ...plain, schools: { brace: 'fits' } }, given({}), 'brace')).toEqual([]);
    for (const other of schools)
      for (const lumbar of other.avoid_lumbar)
        expect(schoolBar(shippedTrade, plain, given({ lumbar }), other.id)).toEqual([
          { code: 'bar.school_lumbar', path: [], values: { school: other.name, lumbar } },
        ]);
    for (const dispute of disputes)
      for (const other of schools) {
        const found = schoolBar(
          shippedTrade,
          plain,
          given({ disputed: dispute.id, lumbar: 'neutral' }),
          other.id,
        );
        expect(found).toEqual(
          dispute.used_by.includes(other.id)
            ? []
            : [
                {
                  code: 'bar.disputed',
                  path: [],
                  values: { school: other.name, exercise: dispute.exercise },
                },
              ],
        );
      }
  });
});

describe('kit', () => {
  it('that is missing is named; a mat and nothing are always there', () => {
    expect(kitBar(given({ needs: ['none'] }), [])).toEqual([]);
    expect(kitBar(given({ needs: ['mat'] }), [])).toEqual([]);
    expect(kitBar(given({ needs: ['ball', 'band', 'mat'] }), ['band'])).toEqual([
      { code: 'bar.kit', path: [], values: { needs: [kitName('ball')] } },
    ]);
    expect(kitName('ball')).toBe('stability ball');
    expect(kitName('a_new_thing')).toBe('a_new_thing');
  });
  it('of which one of several will do bars only when all are missing', () => {
    const either = given({ needs: ['mat'], needs_one_of: ['dumbbell', 'kettlebell'] });
    expect(kitBar(either, ['kettlebell'])).toEqual([]);
    expect(kitBar(either, ['ball'])).toEqual([
      { code: 'bar.kit_one_of', path: [], values: { needs: ['dumbbell', 'kettlebell'].map(kitName) } },
    ]);
  });
});

describe('what bears the weight', () => {
  const posture = (id: string) => rung(id).posture;
  const plank = posture('plank_full') as Extract<Rung['posture'], { archetype: 'prone_bridge' }>;
  it('is the hand or the forearm where the arms bear any', () => {
    expect(armSupport({ ...plank, hands: 'hand' })).toBe('hand');
    expect(armSupport({ ...plank, hands: 'forearm' } as typeof plank)).toBe('forearm');
    const of = (archetype: string) => allRungs.filter((its) => its.posture.archetype === archetype);
    for (const { posture: its } of of('quadruped')) expect(armSupport(its)).toBe('hand');
    for (const { posture: its } of of('rollout')) expect(armSupport(its)).toBe('forearm');
    for (const { posture: its } of [...of('supine_bridge'), ...of('curl')])
      expect(armSupport(its)).toBeUndefined();
  });
  it('is barred by sore shoulders on both, by sore wrists on the flat hand, by nothing else', () => {
    const onHand = { ...plank, hands: 'hand' } as typeof plank;
    const onForearm = { ...plank, hands: 'forearm' } as typeof plank;
    expect([supportBarred(onHand, 'shoulder_pain'), supportBarred(onForearm, 'shoulder_pain')]).toEqual([
      true,
      true,
    ]);
    expect([supportBarred(onHand, 'wrist_pain'), supportBarred(onForearm, 'wrist_pain')]).toEqual([
      true,
      false,
    ]);
    expect(supportBarred(onHand, 'knee_pain')).toBe(false);
    expect(supportBarred(posture('curl_down'), 'shoulder_pain')).toBe(false);
  });
  it('is the back for what lies on it: breathing but prone, drills lying, curls, bridges, dead bugs', () => {
    const breathing = allRungs.map((its) => its.posture).filter((its) => its.archetype === 'breathing');
    expect(breathing.length).toBeGreaterThan(0);
    for (const its of breathing) {
      if (its.archetype !== 'breathing') continue;
      expect(onTheBack({ ...its, position: 'prone' } as typeof its)).toBe(false);
      expect(onTheBack({ ...its, position: 'supine' } as typeof its)).toBe(true);
    }
    const drills = allRungs.map((its) => its.posture).filter((its) => its.archetype === 'brace_drill');
    for (const its of drills) {
      if (its.archetype !== 'brace_drill') continue;
      expect(onTheBack({ ...its, position: 'supine' } as typeof its)).toBe(true);
      expect(onTheBack({ ...its, position: 'standing' } as typeof its)).toBe(false);
    }
    expect(onTheBack(plank)).toBe(false);
    expect(onTheBack(posture('curl_down'))).toBe(true);
  });
  it('of an easier form is one leg lowered, the other foot on the floor with its knee bent', () => {
    const { posture: its } = screenTest('leg_lowering_angle');
    if (its.archetype !== 'supine_limbs') throw new Error('another posture');
    expect(formPosture(its, 'one_leg')).toEqual({
      ...its,
      hips_deg: [its.hips_deg[0], 45],
      knees_deg: [its.knees_deg[0], 90],
      feet_down: [its.feet_down[0], true],
    });
  });
});

describe('what a pain holds', () => {
  it('is what loads the region, once each; without a region or elsewhere, what was being done', () => {
    expect(heldByPain('knee', ['anti_lateral'])).toEqual(['pelvic_level', 'hip_extension', 'reactive']);
    expect(heldByPain('shoulder', [])).toEqual(['anti_extension', 'anti_lateral', 'anti_rotation']);
    expect(heldByPain('elsewhere', ['anti_lateral', 'anti_lateral'])).toEqual(['anti_lateral']);
    expect(heldByPain(null, ['reactive'])).toEqual(['reactive']);
    expect(heldByPain(undefined, [])).toEqual([]);
    for (const region of ['low back', 'below the knee'])
      expect(heldByPain(region, [])).not.toContain('breath_brace');
  });
});

describe('the signs', () => {
  it('are called by their words; one that is gone by its id', () => {
    for (const { id, text } of stopSigns) expect(signText(id)).toBe(text);
    expect(signText('a_sign_of_old')).toBe('a_sign_of_old');
  });
  it('that stop are told in the order of the form, each once, however they came', () => {
    const forms: ClearanceForm[] = [
      aForm({ id: 'a', stopSigns: ['night_pain'] }),
      aForm({ id: 'b', stopSigns: ['leg_numbness', 'night_pain'] }),
    ];
    expect(openSigns(forms, [])).toEqual(['leg_numbness', 'night_pain']);
    const word = (formId: string) => ({ formId, onDate: testDay, signs: ['night_pain'], cautions: [] });
    // A word on the older form does not answer the newer one.
    expect(openSigns(forms, [word('a')])).toEqual(['leg_numbness', 'night_pain']);
    expect(openSigns(forms, [word('b')])).toEqual(['leg_numbness']);
  });
});

describe('why an athlete may not be loaded', () => {
  const of = (form: Partial<ClearanceForm>, birthDate = '1990-05-02', settings?: object) =>
    clear([aForm(form)], [], birthDate, testDay, settings as never);
  it('is said with what decides it', () => {
    expect(clear([], [], '1990-05-02', testDay)).toMatchObject({
      state: 'missing',
      allows: 'nothing',
      cautions: [],
      issues: [{ code: 'clear.missing' }],
    });
    expect(of({ stopSigns: ['night_pain'] }).issues).toMatchObject([
      { code: 'clear.sign', values: { sign: 'night_pain' } },
    ]);
    expect(of({ onDate: '2026-03-01' }).issues).toMatchObject([
      { code: 'clear.expired', values: { onDate: '2026-03-01', months: 6 } },
    ]);
    expect(of({ consentGuardian: false }, '2010-01-01').issues).toMatchObject([
      { code: 'clear.consent_guardian', values: { years: 18 } },
    ]);
    expect(of({ cautions: ['hernia'] }).issues).toMatchObject([
      { code: 'clear.ask_first', values: { caution: 'hernia' } },
    ]);
    expect(of({}).issues).toEqual([]);
  });
  it('knows who is under 16 by the day', () => {
    expect(of({}, '2010-11-26').cautions).toEqual(['under_16']);
    expect(of({}, '2010-11-25').cautions).toEqual([]);
  });
});

describe('the form as it is sent', () => {
  const form = {
    id: '0190aaaa-0000-7000-8000-000000000001',
    stopSigns: [],
    noStopSigns: true,
    cautions: [],
    consentAthlete: true,
    consentGuardian: false,
  };
  const said = (over: object) =>
    answeredFormSchema
      .safeParse({ ...form, ...over })
      .error?.issues.map(({ path, message }) => `${path.join('.')} ${message}`) ?? [];
  it('is refused at the field that is wrong', () => {
    expect(said({})).toEqual([]);
    expect(said({ noStopSigns: false })).toEqual(['noStopSigns form.sign_or_none']);
    expect(said({ stopSigns: ['night_pain'] })).toEqual(['noStopSigns form.sign_and_none']);
    expect(said({ stopSigns: ['night_pain'], noStopSigns: false })).toEqual([]);
    expect(said({ systolicMmHg: 120 })).toEqual(['diastolicMmHg form.both_pressures']);
    expect(said({ diastolicMmHg: 80 })).toEqual(['systolicMmHg form.both_pressures']);
    expect(said({ systolicMmHg: 120, diastolicMmHg: 80 })).toEqual([]);
    expect(said({ consentGuardian: true })).toEqual(['guardianName form.guardian_name']);
    expect(said({ consentGuardian: true, guardianName: 'G. Name' })).toEqual([]);
    expect(said({ cautions: ['under_16'] })).toEqual(['cautions.0 form.unknown_caution']);
    expect(said({ cautions: ['nothing_known'] })).toEqual(['cautions.0 form.unknown_caution']);
    for (const { id } of cautions.filter((its) => its.id !== 'under_16'))
      expect(said({ cautions: [id] })).toEqual([]);
  });
  it('a word names a sign or a caution', () => {
    const word = {
      id: form.id,
      formId: form.id,
      signs: [],
      cautions: [],
      name: 'A. B.',
      role: 'GP',
      onDate: testDay,
    };
    const why = (over: object) =>
      agreementSchema
        .safeParse({ ...word, ...over })
        .error?.issues.map(({ path, message }) => [path, message]);
    expect(why({})).toEqual([[['names'], 'agreement.names_nothing']]);
    expect(why({ signs: ['night_pain'] })).toBeUndefined();
    expect(why({ cautions: ['hernia'] })).toBeUndefined();
    expect(why({ signs: ['night_pain'], cautions: ['hernia'] })).toBeUndefined();
  });
});

describe('a caution’s greatest load', () => {
  const most = cautions.find((its) => its.load_max !== undefined);
  const at = (start: number, by: Rung['load']['by'] = 'kg_hand' as never) =>
    cautionBars(
      { ...ladderOf('plank_full'), id: 'none_of_the_families' },
      given({ id: 'none', lumbar: 'neutral', load: { ...rung('plank_loaded').load, by, start } }),
      [most?.id ?? ''],
    );
  it('bars what begins above it, not what begins at it or takes no load', () => {
    expect(most).toBeDefined();
    const { by } = rung('plank_loaded').load;
    expect(at(most?.load_max ?? 0, by)).toEqual([]);
    expect(at((most?.load_max ?? 0) + 0.5, by)).toHaveLength(1);
    expect(at((most?.load_max ?? 0) + 0.5, 'none')).toEqual([]);
  });
});

describe('the gate, to the letter', () => {
  it('says which quality is held, which test and which rung is unknown, and which day lies ahead', () => {
    const gate = gateOf({ held: ['anti_lateral'] });
    const quality = { quality: 'anti_lateral' };
    expect(gate.test('side_plank').bars[0]?.values).toEqual(quality);
    expect(gate.may('plan', quality)).toEqual([{ code: 'bar.held', path: [], values: quality }]);
    expect(gate.test('gone').bars).toEqual([{ code: 'bar.unknown_test', path: [], values: { id: 'gone' } }]);
    expect(gate.rung('gone')).toMatchObject({
      allowed: false,
      onBack: false,
      bars: [{ code: 'bar.unknown_rung', values: { id: 'gone' } }],
    });
    expect(gate.may('log', { onDate: '2026-12-01' })[0]?.values).toEqual({ onDate: '2026-12-01' });
    expect(gate.may('log')).toEqual([]);
    expect(gate.may('test')).toEqual([]);
    expect(gate.may('test', { testId: 'side_plank' })).toHaveLength(1);
    expect(gate.may('show')).toEqual([]);
  });
  it('says of a barred test which caution it is, and leaves no limit where there is none', () => {
    const gate = gateOf({ cautions: ['knee_pain'] });
    expect(gate.test('hop_stick').bars).toEqual([
      {
        code: 'bar.caution',
        path: [],
        values: { caution: 'knee_pain', barName: cautions.find(({ id }) => id === 'knee_pain')?.name },
      },
    ]);
    expect(gate.test('front_plank')).toEqual({
      ...openTestGate('front_plank'),
    });
    expect(gate.test('adductor_side_plank').notes).toEqual(['With the knee, not the foot, on the bench.']);
  });
  it('bounds an angle and leaves directions out, once each', () => {
    expect(gateOf({ cautions: ['hip_impingement'] }).test('leg_raise_arc')).toMatchObject({
      maxDeg: 60,
      omits: [],
    });
    expect(gateOf({ cautions: ['hamstring_strain'] }).test('leg_raise_arc')).toMatchObject({
      maxDeg: undefined,
      omits: ['front'],
    });
    expect(gateOf().test('leg_raise_arc')).toMatchObject({
      maxDeg: undefined,
      form: undefined,
      capS: undefined,
    });
  });
  it('leaves breath and brace tests to a fresh bad back, and nothing else', () => {
    const gate = gateOf({ cautions: ['acute_back_pain'] });
    for (const test of shippedTrade.tests)
      expect(gate.test(test.id).bars.map(({ code }) => code)).toEqual(
        test.stage === 1 ? [] : ['bar.caution'],
      );
  });
  it('of one who is not cleared bars every rung and every quality alike', () => {
    const gate = gateOf({ stopSigns: ['night_pain'], held: ['anti_lateral'] });
    expect(gate.rung('side_plank_full').bars.map(({ code }) => code)).toEqual(['bar.not_cleared']);
    expect(gate.test('side_plank').bars.map(({ code }) => code)).toContain('bar.not_cleared');
  });
  it('keeps to the practice’s settings', () => {
    const settings = { guardianUnderYears: 18, renewMonths: 1 };
    expect(gateOf({ settings: settings as never }).clearance.state).toBe('expired');
    expect(gateOf().clearance.state).toBe('cleared');
  });
  it('of an open day leaves everything free', () => {
    expect(openTestGate('side_plank')).toEqual({
      testId: 'side_plank',
      allowed: true,
      bars: [],
      capS: undefined,
      maxLevel: undefined,
      maxDeg: undefined,
      form: undefined,
      omits: [],
      notes: [],
    });
  });
  it('under 16 bars a rung that begins with load, and leaves one that takes none without a figure', () => {
    const young = gateOf({ cautions: ['under_16'] });
    for (const its of allRungs) {
      const begins = its.load.by !== 'none' && its.load.start > 0;
      expect(young.rung(its.id).bars.some(({ code }) => code === 'bar.youth_load')).toBe(begins);
      expect(young.rung(its.id).loadMost).toBe(its.load.by === 'none' ? undefined : 0);
    }
  });
});

it('what stands in for a test is one whose first quality is the same, before one that feeds it beside others', () => {
  const feeding = (id: string, ...qualities: string[]) => ({
    id,
    feeds: qualities.map((quality) => ({ quality })),
  });
  const rows = [
    feeding('asked', 'a'),
    feeding('beside', 'b', 'a'),
    feeding('direct', 'a', 'b'),
    feeding('none'),
  ];
  const trade = { test: (id: string) => rows.find((row) => row.id === id) } as never;
  expect(replacementFor(trade, 'asked', ['beside', 'direct'])).toBe('direct');
  expect(replacementFor(trade, 'asked', ['beside', 'none'])).toBe('beside');
  expect(replacementFor(trade, 'asked', ['asked', 'none'])).toBeUndefined();
});
