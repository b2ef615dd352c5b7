import fc from 'fast-check';
import { discipline, disciplines, qualityIds, screenTest, screenTests } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { batteryMinutes, maximalOverload, orderBattery, proposeBattery } from '~/core/screen/battery/battery';
import { makeTrial } from '~/core/screen/trial/testing';
import { workingSide } from '~/core/screen/trial/trial';
import { type AssessInput, assess } from './assess';
import { realChangeOf, scoreUncapped, targetFor } from './score';

const person = { sex: 'female', sport: 'running', level: 'trained' } as const;
const input = (trials: AssessInput['trials'], today = '2026-11-20'): AssessInput => ({
  trials,
  person,
  today,
  trade: shippedTrade,
});
const capability = (result: ReturnType<typeof assess>, quality: string, side: string) => {
  const found = result.capabilities.find(
    (capability) => capability.quality === quality && capability.side === side,
  );
  if (!found) throw new Error('no such capability');
  return found;
};

describe('targets', () => {
  it('names its source and follows sex, sport, level and event', () => {
    expect(targetFor(screenTest('front_plank'), person)).toMatchObject({ value: 72, source: 'cohort' });
    expect(targetFor(screenTest('front_plank'), { ...person, sport: 'gymnastics' }).value).toBe(86);
    expect(targetFor(screenTest('hollow_stage'), { ...person, sport: 'gymnastics' }).value).toBe(120);
    expect(targetFor(screenTest('heel_tap_level'), { ...person, level: 'novice' }).value).toBe(2);
    expect(targetFor(screenTest('hinge_hold'), { ...person, eventMinutes: 10 }).value).toBe(60);
    expect(targetFor(screenTest('hinge_hold'), { ...person, eventMinutes: 240 }).value).toBe(180);
    expect(targetFor(screenTest('front_plank'), person, [{ value: 90 }])).toMatchObject({
      value: 90,
      source: 'own',
    });
  });
});

describe('scores', () => {
  it.each([
    ['front_plank', 36, null, 72, 50],
    ['pelvic_drop_stance', 9, null, 5, 60],
    ['pelvic_drop_stance', 15, null, 5, 0],
    ['leg_lowering_angle', 60, null, 30, 50],
    ['heel_tap_level', 1, null, 3, 50],
    ['heel_tap_level', -1, null, 3, 0],
    ['low_back_contact', 1, 'owned', 2, 50],
    ['bridge_foot_float', null, 'cued', 100, 70],
    ['breath_prone', 5, 'faulted', 5, 35],
  ] as const)('%s %s %s against %s scores %s', (id, value, grade, target, score) => {
    expect(scoreUncapped(screenTest(id), value, grade, target)).toBeCloseTo(score, 6);
  });

  it('never falls when a measure gets better', () => {
    for (const test of screenTests.filter((screenTest) => screenTest.kind !== 'grade')) {
      const target = targetFor(test, person).value;
      fc.assert(
        fc.property(
          fc.integer({ min: test.min, max: test.max }),
          fc.integer({ min: test.min, max: test.max }),
          (a, b) => {
            const [low, high] = [Math.min(a, b), Math.max(a, b)];
            const better = test.lowerIsBetter ? low : high;
            const worse = test.lowerIsBetter ? high : low;
            expect(scoreUncapped(test, better, null, target)).toBeGreaterThanOrEqual(
              scoreUncapped(test, worse, null, target),
            );
          },
        ),
        { numRuns: 30 },
      );
    }
  });

  it('gives the smallest real change of a hold: 1.96 x sqrt 2 x 12 s = 33 s', () => {
    expect(realChangeOf(12)).toBeCloseTo(33.26, 2);
    expect(realChangeOf(12, 4)).toBeCloseTo(16.63, 2);
  });
});

describe('sides', () => {
  it('scores the side that works', () => {
    expect(workingSide('right', 'opposite')).toBe('left');
    const result = assess(
      input([
        makeTrial('bridge_foot_float', 'right', null, { grade: 'faulted' }),
        makeTrial('bridge_foot_float', 'left', null, { grade: 'owned' }),
      ]),
    );
    expect(capability(result, 'hip_extension', 'left').capability).toBe(35);
    expect(capability(result, 'hip_extension', 'right').capability).toBe(100);
  });

  it('mirrors when left and right are swapped', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 150 }),
        fc.integer({ min: 5, max: 150 }),
        fc.integer({ min: 0, max: 14 }),
        fc.integer({ min: 0, max: 14 }),
        (a, b, c, d) => {
          const one = assess(
            input([
              makeTrial('side_plank', 'left', a),
              makeTrial('side_plank', 'right', b),
              makeTrial('pelvic_drop_stance', 'left', c),
              makeTrial('pelvic_drop_stance', 'right', d),
            ]),
          );
          const two = assess(
            input([
              makeTrial('side_plank', 'right', a),
              makeTrial('side_plank', 'left', b),
              makeTrial('pelvic_drop_stance', 'right', c),
              makeTrial('pelvic_drop_stance', 'left', d),
            ]),
          );
          for (const quality of ['anti_lateral', 'pelvic_level']) {
            expect(capability(one, quality, 'left').capability).toBe(
              capability(two, quality, 'right').capability,
            );
          }
        },
      ),
    );
  });
});

describe('assess', () => {
  it('weighs the direct test three to one, worked by hand', () => {
    // Level pelvis left: drop 9° of 5° -> 60 (weight 3); single-leg bridge 36 of 45 s -> 80 (weight 1): (180 + 80) / 4 = 65.
    const result = assess(
      input([makeTrial('pelvic_drop_stance', 'left', 9), makeTrial('single_leg_bridge', 'left', 36)]),
    );
    const left = capability(result, 'pelvic_level', 'left');
    expect(left.capability).toBeCloseTo(65);
    // 1 - (1 - 0.5)(1 - 0.8) = 0.9.
    expect(left.confidence).toBeCloseTo(0.9);
    expect(left.parts.flatMap((part) => part.result.trialIds)).toHaveLength(2);
  });

  it('halves confidence in 8 weeks and keeps the value', () => {
    const trials = [makeTrial('front_plank', 'both', 72, { onDate: '2026-09-25' })];
    const result = capability(assess(input(trials, '2026-11-20')), 'anti_extension', 'both');
    expect(result.capability).toBe(100);
    expect(result.confidence).toBeCloseTo(0.4);
  });

  it('takes the best clean trial of the newest date and keeps faults of the day', () => {
    const result = assess(
      input([
        makeTrial('step_down', 'left', 2, { onDate: '2026-06-01' }),
        makeTrial('step_down', 'left', 12, { faults: [{ faultId: 'knee_in', atS: null }] }),
        makeTrial('step_down', 'left', 9, { faults: [{ faultId: 'tremor_ok', atS: null }] }),
      ]),
    );
    expect(result.results[0]).toMatchObject({ value: 9, onDate: '2026-11-20', faultIds: ['knee_in'] });
    expect(capability(result, 'pelvic_level', 'left').faultLoad).toBe(1);
  });

  it('leaves a trial ended by pain out of the score, and reads felt in the low back as a fault', () => {
    expect(assess(input([makeTrial('front_plank', 'both', 20, { endReason: 'pain' })])).results).toEqual([]);
    const felt = assess(input([makeTrial('front_plank', 'both', 60, { feltIn: 'low back' })]));
    expect(felt.results[0]?.faultIds).toEqual(['felt_low_back']);
  });

  it('scores a hold stopped by a caution against its cap, with half the reliability', () => {
    const result = assess(input([makeTrial('front_plank', 'both', 10, { endReason: 'cap', capS: 10 })]));
    expect(result.results[0]).toMatchObject({ score: 100, held: true, reliability: 0.4 });
  });
});

describe('battery', () => {
  const all = ['mat', 'towel', 'box', 'band', 'dumbbell', 'ball'];
  it.each(disciplines.map((discipline) => discipline.id))('covers all nine qualities for %s', (id) => {
    const battery = proposeBattery({
      trade: shippedTrade,
      gate: gateOf(),
      discipline: discipline(id),
      kit: all,
      minutes: 60,
      firstSide: 'left',
    });
    expect(battery.uncovered).toEqual([]);
    expect(battery.items.length).toBeGreaterThanOrEqual(9);
    expect(
      maximalOverload(
        shippedTrade,
        battery.items.map((item) => item.testId),
      ),
    ).toBeUndefined();
  });
  it('goes breath, control, single leg, loaded, maximal', () => {
    const battery = proposeBattery({
      trade: shippedTrade,
      gate: gateOf(),
      discipline: discipline('running.marathon'),
      kit: all,
      minutes: 45,
      firstSide: 'left',
    });
    const stages = battery.items.map((item) => screenTest(item.testId).stage);
    expect(stages).toEqual([...stages].sort((a, b) => a - b));
  });
  it('leaves out what a caution forbids, with the reason and what replaces it', () => {
    const battery = proposeBattery({
      trade: shippedTrade,
      gate: gateOf({ cautions: ['disc_flexion_sensitive'] }),
      discipline: discipline('gymnastics.rhythmic'),
      kit: all,
      minutes: 60,
      firstSide: 'left',
    });
    expect(battery.items.some((item) => item.testId === 'hollow_stage')).toBe(false);
    expect(battery.leftOut).toContainEqual(
      expect.objectContaining({
        testId: 'hollow_stage',
        bars: [expect.objectContaining({ code: 'bar.caution' })],
      }),
    );
    // Only the leg raise still tells of the shape.
    expect(battery.items.map((item) => item.testId)).toContain('leg_raise_arc');
    expect(battery.uncovered).toEqual([]);
  });
  it('offers only breath and brace before a practitioner agrees', () => {
    const battery = proposeBattery({
      trade: shippedTrade,
      gate: gateOf({ cautions: ['pregnancy'], agreed: false }),
      discipline: discipline('dance'),
      kit: all,
      minutes: 60,
      firstSide: 'left',
    });
    expect(battery.items.every((item) => screenTest(item.testId).stage === 1)).toBe(true);
  });
  it('counts rests only where no other test fills them', () => {
    expect(batteryMinutes(shippedTrade, ['front_plank', 'side_plank'])).toBe(13);
    expect(orderBattery(shippedTrade, ['side_plank', 'breath_prone', 'front_plank'])[0]).toBe('breath_prone');
    expect(
      maximalOverload(shippedTrade, ['front_plank', 'hinge_hold', 'arch_hold', 'trunk_extensor_hold']),
    ).toMatchObject({
      code: 'battery.maximal',
      values: { holds: 3 },
    });
  });
  it('keeps every gate the cautions set, whatever the sport', () => {
    const cautions = ['under_16', 'hypertension', 'knee_pain', 'pregnancy', 'osteoporosis', 'hernia'];
    fc.assert(
      fc.property(fc.subarray(cautions), fc.constantFrom(...disciplines), (some, discipline) => {
        const gate = gateOf({ cautions: some });
        const battery = proposeBattery({
          trade: shippedTrade,
          gate,
          discipline: discipline,
          kit: all,
          minutes: 60,
          firstSide: 'right',
        });
        for (const item of battery.items) expect(gate.test(item.testId).allowed).toBe(true);
        expect(new Set(battery.items.map((item) => item.testId)).size).toBe(battery.items.length);
        expect(qualityIds).toEqual(expect.arrayContaining([...battery.uncovered]));
      }),
    );
  });
});

describe('a simulated trial', () => {
  it('is no result', () => {
    const simulated = makeTrial('front_plank', 'both', 90, { simulated: true });
    expect(assess(input([simulated])).results).toEqual([]);
    expect(assess(input([simulated, makeTrial('front_plank', 'both', 40)])).results[0]?.value).toBe(40);
  });
});
