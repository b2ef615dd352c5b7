import fc from 'fast-check';
import { cautions, ladderOf, ladders, rung, screenTest, screenTests } from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import { cautionBars, type Deed, replacementFor } from './gate';
import { disclaimer, stopSignIds, stopSigns } from './signs';
import { armSupport, formPosture } from './support';
import { gateOf, testDay } from './testing';

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
  ['neck_pain', ['hollow_stage', 'neck_extensor_hold', 'neck_flexor_hold', 'trunk_flexor_hold']],
  ['shoulder_pain', ['adductor_side_plank', 'bird_dog_hold', 'front_plank', 'press_out_hold', 'side_plank']],
  ['wrist_pain', ['bird_dog_hold']],
  ['knee_pain', ['hop_stick', 'step_down', 'tuck_hold']],
  ['hip_impingement', ['tuck_hold']],
  ['hamstring_strain', ['single_leg_bridge']],
  ['balance_risk', ['ball_seat_lift', 'hop_stick', 'perturbed_brace', 'roller_balance']],
  ['under_16', ['press_out_hold', 'suitcase_hold']],
];

describe('tests under one caution', () => {
  it.each(removed)('%s leaves out %j', (caution, tests) => {
    const out = screenTests
      .filter((test) => !gateOf({ cautions: [caution] }).test(test.id).allowed)
      .map((test) => test.id);
    expect(out.sort()).toEqual(tests);
  });
  it('knows a rule for every caution of the catalogue', () => {
    const known = new Set([...removed.map(([id]) => id), 'pregnancy', 'acute_back_pain']);
    expect(cautions.map((caution) => caution.id).filter((id) => !known.has(id))).toEqual([]);
  });
  it('allows nothing maximal, prone or unstable in pregnancy, and caps what is left', () => {
    const pregnant = gateOf({ cautions: ['pregnancy'] });
    const left = screenTests.filter((test) => pregnant.test(test.id).allowed);
    expect(left.some((test) => test.maximal || test.needs.includes('ball'))).toBe(false);
    for (const test of left.filter(({ kind }) => kind === 'hold'))
      expect(pregnant.test(test.id).capS).toBe(10);
  });
  it.each([
    ['postpartum', 'heel_tap_level', 3],
    ['extension_sensitive', 'heel_tap_level', 3],
    ['hypertension', 'heel_tap_level', undefined],
  ] as const)('%s stops %s at level %s', (caution, test, level) => {
    expect(gateOf({ cautions: [caution] }).test(test).maxLevel).toBe(level);
  });
  it.each([
    ['under_16', 'front_plank', 60],
    ['hypertension', 'side_plank', 10],
    ['extension_sensitive', 'trunk_extensor_hold', 60],
    ['knee_pain', 'front_plank', undefined],
    ['hypertension', 'step_down', undefined],
  ] as const)('%s caps %s at %s s', (caution, test, capS) => {
    expect(gateOf({ cautions: [caution] }).test(test).capS).toBe(capS);
  });
  it('adds the word a tester needs', () => {
    expect(gateOf({ cautions: ['balance_risk'] }).test('pelvic_drop_stance').notes).toEqual([
      'Stand by a wall.',
    ]);
    expect(gateOf({ cautions: ['extension_sensitive'] }).test('leg_lowering_angle').notes).toEqual([
      'One leg at a time, the other foot stands.',
    ]);
  });
});

describe('cautions together', () => {
  const some = fc.subarray(cautions.map((caution) => caution.id));
  it('never allow what one of them forbids, and take the strictest cap', () => {
    fc.assert(
      fc.property(some, some, fc.constantFrom(...screenTests), (a, b, test) => {
        const under = (ids: readonly string[]) => gateOf({ cautions: ids }).test(test.id);
        const both = under([...new Set([...a, ...b])]);
        const [one, two] = [under(a), under(b)];
        expect(both.allowed).toBe(one.allowed && two.allowed);
        const caps = [one.capS, two.capS].filter((cap): cap is number => cap !== undefined);
        expect(both.capS).toBe(caps.length > 0 ? Math.min(...caps) : undefined);
        expect(both.bars.length > 0).toBe(!both.allowed);
      }),
    );
  });
  it('bar a rung as soon as one of them does', () => {
    fc.assert(
      fc.property(some, some, fc.constantFrom(...ladders), (a, b, ladder) => {
        for (const rung of ladder.rungs) {
          const isBarred = (ids: readonly string[]) => cautionBars(ladder, rung, ids).length > 0;
          expect(isBarred([...a, ...b])).toBe(isBarred(a) || isBarred(b));
        }
      }),
    );
  });
});

describe('what a clearance allows', () => {
  it('lets nothing through before clearance, and breath and brace while a practitioner is asked', () => {
    const stopped = gateOf({ stopSigns: ['night_pain'] });
    const asking = gateOf({ cautions: ['hernia'], agreed: false });
    for (const test of screenTests) {
      expect(stopped.test(test.id).allowed).toBe(false);
      if (test.stage !== 1)
        expect(asking.test(test.id).bars.map(({ code }) => code)).toContain('bar.breath_only');
    }
    expect(screenTests.some((test) => asking.test(test.id).allowed)).toBe(true);
  });
  it.each(['pregnancy', 'postpartum', 'hernia', 'acute_back_pain', 'heart_disease'])(
    '%s leaves breath and brace only of every ladder, until the agreement',
    (caution) => {
      const asking = gateOf({ cautions: [caution], agreed: false });
      for (const ladder of ladders) {
        if (ladder.quality === 'breath_brace') continue;
        for (const { id } of ladder.rungs)
          expect(asking.rung(id).bars.map(({ code }) => code)).toContain('bar.breath_only');
        expect(asking.may('plan', { quality: ladder.quality })[0]?.code).toBe('bar.breath_only');
      }
      expect(asking.may('plan', { quality: 'breath_brace' })).toEqual([]);
    },
  );
  it.each<Deed>(['test', 'plan', 'lay_out', 'show', 'send', 'raise'])(
    'refuses to %s a stopped athlete',
    (deed) => {
      expect(
        gateOf({ stopSigns: ['chest_faint'] })
          .may(deed)
          .map(({ code }) => code),
      ).toEqual(['clear.sign']);
      expect(gateOf().may(deed)).toEqual([]);
    },
  );
  it('lets a done session be logged whatever the clearance, and none that lies ahead', () => {
    const stopped = gateOf({ stopSigns: ['chest_faint'] });
    expect(stopped.may('log', { onDate: testDay })).toEqual([]);
    expect(stopped.may('log', { onDate: '2026-11-26' })[0]?.code).toBe('log.ahead');
  });
});

describe('a pain flag', () => {
  it('holds its qualities and no other, for rungs, tests and raising', () => {
    const gate = gateOf({ held: ['anti_lateral'] });
    expect(gate.rung('side_plank_full').bars.map(({ code }) => code)).toEqual(['bar.held']);
    expect(gate.test('side_plank').bars.map(({ code }) => code)).toEqual(['bar.held']);
    expect(gate.may('raise', { rungId: 'side_plank_full' })).toHaveLength(1);
    expect(gate.may('raise', { rungId: 'plank_full' })).toEqual([]);
    expect(gate.test('front_plank').allowed).toBe(true);
  });
});

describe('sore arms', () => {
  it('bar what stands on them: shoulders all of it, wrists what stands on the hand', () => {
    const shoulder = gateOf({ cautions: ['shoulder_pain'] });
    const wrist = gateOf({ cautions: ['wrist_pain'] });
    for (const ladder of ladders)
      for (const its of ladder.rungs) {
        const support = armSupport(its.posture);
        const barred = (gate: typeof shoulder) =>
          gate.rung(its.id).bars.some(({ code }) => code === 'bar.caution');
        if (support !== undefined) expect(barred(shoulder)).toBe(true);
        if (support === 'hand') expect(barred(wrist)).toBe(true);
      }
    expect(wrist.rung('plank_full').allowed).toBe(true);
  });
});

describe('pregnancy', () => {
  it('bounds what is done on the back after the first third, and by its day when it is known', () => {
    const unknown = gateOf({ cautions: ['pregnancy'] });
    expect(unknown.onBackSessionS).toBe(360);
    // 182 days before the day of birth the first third is over.
    const early = gateOf({ cautions: ['pregnancy'], dueOn: '2027-05-27' });
    const late = gateOf({ cautions: ['pregnancy'], dueOn: '2027-05-26' });
    expect([early.onBackSessionS, late.onBackSessionS]).toEqual([undefined, 360]);
    const lying = ladders
      .flatMap((ladder) => ladder.rungs)
      .find((its) => unknown.rung(its.id).onBack && its.unit !== 'hold_s');
    expect(lying && [unknown.rung(lying.id).capS, early.rung(lying.id).capS]).toEqual([120, undefined]);
  });
});

describe('under 16', () => {
  it('adds no load to a rung that is not owned, and bars one that begins with load', () => {
    const loaded = ladders
      .flatMap((ladder) => ladder.rungs)
      .filter((its) => its.load.by !== 'none' && its.load.start > 0);
    const fresh = gateOf({ cautions: ['under_16'] });
    const owning = gateOf({ cautions: ['under_16'], owned: new Set(loaded.map(({ id }) => id)) });
    for (const { id } of loaded) {
      expect(fresh.rung(id).bars.map(({ code }) => code)).toContain('bar.youth_load');
      expect(fresh.rung(id).loadMost).toBe(0);
      expect(owning.rung(id).bars.map(({ code }) => code)).not.toContain('bar.youth_load');
      expect(owning.rung(id).loadMost).toBeGreaterThan(0);
    }
    expect(gateOf().rung('carry_suitcase_hold').bars).toEqual([]);
  });
  it('ends holds at 60 s', () => {
    expect(gateOf({ cautions: ['under_16'] }).rung('plank_full').capS).toBe(60);
    expect(gateOf().rung('plank_full').capS).toBeUndefined();
  });
});

describe('gentle cautions', () => {
  it('cap exercise holds and effort with blood pressure, heart disease and pregnancy only', () => {
    for (const id of ['hypertension', 'heart_disease', 'pregnancy'])
      expect(gateOf({ cautions: [id] }).rung('plank_full')).toMatchObject({ capS: 10, effortMost: 5 });
    expect(gateOf({ cautions: ['knee_pain'] }).rung('plank_full')).toMatchObject({
      capS: undefined,
      effortMost: undefined,
    });
  });
});

describe('high blood pressure', () => {
  it('opens a rung above the middle of its ladder once the one below it is owned', () => {
    const { rungs } = shippedTrade.ladder('plank');
    const middle = Math.ceil(rungs.length / 2);
    const codes = (id: string, cautions: string[], owned: string[] = []) =>
      gateOf({ cautions, owned: new Set(owned) })
        .rung(id)
        .bars.map(({ code }) => code)
        .filter((code) => code === 'bar.half_height');
    for (const [i, rung] of rungs.entries()) {
      expect(codes(rung.id, ['hypertension'])).toEqual(i < middle ? [] : ['bar.half_height']);
      expect(codes(rung.id, ['heart_disease'])).toEqual(i < middle ? [] : ['bar.half_height']);
      expect(codes(rung.id, ['pregnancy'])).toEqual([]);
      const below = rungs[i - 1];
      if (below) expect(codes(rung.id, ['hypertension'], [below.id])).toEqual([]);
      expect(codes(rung.id, ['hypertension'], [rung.id])).toEqual([]);
    }
  });
});

describe('a rung', () => {
  it('is barred by the practice’s hand, the school and the kit, each said', () => {
    const trade = tradeOf({ ...noEdits, rungs: { plank_full: { patch: {}, hidden: true } } });
    expect(
      gateOf({ trade })
        .rung('plank_full')
        .bars.map(({ code }) => code),
    ).toEqual(['bar.hidden']);
    expect(gateOf({ schoolId: 'brace' }).rung('curl_down').allowed).toBe(false);
    expect(gateOf({ schoolId: 'draw_in' }).rung('curl_down').bars).toEqual([]);
    expect(gateOf({ kit: [] }).rung('ball_plank').bars).toEqual([
      { code: 'bar.kit', path: [], values: { needs: ['stability ball'] } },
    ]);
  });
  it('that is no longer in the library is barred and breaks nothing', () => {
    expect(
      gateOf()
        .rung('gone_long_ago')
        .bars.map(({ code }) => code),
    ).toEqual(['bar.unknown_rung']);
    expect(gateOf().test('gone_long_ago')).toMatchObject({ allowed: false });
  });
  it('is barred by family, by itself and by its load', () => {
    expect(cautionBars(ladderOf('hollow_tuck'), rung('hollow_tuck'), ['osteoporosis'])[0]?.values).toEqual({
      caution: 'osteoporosis',
      barName: 'Low bone density',
    });
    expect(cautionBars(ladderOf('plank_loaded'), rung('plank_loaded'), ['under_16'])).toHaveLength(1);
    expect(cautionBars(ladderOf('plank_full'), rung('plank_full'), ['under_16'])).toEqual([]);
  });
});

describe('replacements', () => {
  it('never name the test itself, nor one that is not in the battery', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...screenTests),
        fc.subarray(screenTests.map((test) => test.id)),
        (test, battery) => {
          const stand = replacementFor(shippedTrade, test.id, battery);
          if (stand === undefined) return;
          expect(stand).not.toBe(test.id);
          expect(battery).toContain(stand);
          expect(screenTest(stand).feeds.map((feed) => feed.quality)).toContain(test.feeds[0]?.quality);
        },
      ),
    );
  });
  it('test the same quality directly where one is left', () => {
    const stand = (test: string, battery: readonly string[]) => replacementFor(shippedTrade, test, battery);
    expect(stand('hollow_stage', ['front_plank', 'trunk_flexor_hold'])).toBe('trunk_flexor_hold');
    expect(stand('hop_stick', ['front_plank'])).toBeUndefined();
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
    const gate = gateOf({ cautions: ['extension_sensitive'] }).test(test.id);
    expect(gate).toMatchObject({ allowed: true, form: 'one_leg' });
    expect(formPosture(test.posture, gate.form)).toMatchObject({ feet_down: [false, true] });
    expect(formPosture(test.posture, undefined)).toBe(test.posture);
    const plank = screenTest('front_plank').posture;
    expect(formPosture(plank, 'one_leg')).toBe(plank);
  });
});
