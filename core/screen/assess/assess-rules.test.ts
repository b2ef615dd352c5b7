import { type ScreenTest, screenTest } from '~/core/catalogue';
import type { OwnTarget } from '~/core/catalogue/edits';
import { shippedTrade } from '~/core/catalogue/trade';
import { makeTrial } from '~/core/screen/trial/testing';
import type { Trial } from '~/core/screen/trial/trial';
import { assess, type TestResult } from './assess';
import { ownTargetFor, ownTargetWho } from './own-target';
import { ratios, testGaps } from './ratios';
import { clampScore, realChangeOf, type ScreenedPerson, scoreTrial, scoreUncapped, targetFor } from './score';

const person: ScreenedPerson = { sex: 'female', sport: 'running', level: 'trained' };
const of = (trials: readonly Trial[], today = '2026-11-20', trade = shippedTrade) =>
  assess({ trials, person, today, trade });
const only = (trials: readonly Trial[]): TestResult => {
  const { results } = of(trials);
  if (results.length !== 1 || !results[0]) throw new Error(`${results.length} results`);
  return results[0];
};
const capabilityOf = (trials: readonly Trial[], quality: string, side: string, today?: string) => {
  const found = of(trials, today).capabilities.find((its) => its.quality === quality && its.side === side);
  if (!found) throw new Error('no such capability');
  return found;
};
const plank = screenTest('front_plank');

describe('a target', () => {
  const target = (its: Partial<ScreenTest['target']>, more: Partial<ScreenedPerson> = {}) => {
    const { value, note, source } = targetFor(
      { ...plank, target: { source: 'cohort', ...its } as ScreenTest['target'] },
      { ...person, ...more },
    );
    return [value, source, note];
  };
  const cohort = 'published healthy adults; check against your own source';
  const standard = 'a working standard among practitioners';
  it('is that of the sex, and of nobody’s sex the one for all or the mean', () => {
    const both = { male: 110, female: 72 };
    expect(target(both)).toEqual([72, 'cohort', cohort]);
    expect(target(both, { sex: 'male' })).toEqual([110, 'cohort', cohort]);
    expect(target(both, { sex: 'unspecified' })).toEqual([91, 'cohort', cohort]);
    expect(target({ ...both, any: 80 }, { sex: 'unspecified' })[0]).toBe(80);
    expect(target({ any: 80, male: 110 })[0]).toBe(80);
    expect(target({ male: 110 })[0]).toBe(0);
    expect(target({ any: 5, source: 'standard' })).toEqual([5, 'standard', standard]);
  });
  it('follows the sport by a figure or a factor, and the level of a novice', () => {
    expect(target({ any: 60, bySport: { running: 90 } })).toEqual([90, 'cohort', `${cohort}, running`]);
    expect(target({ any: 60, bySport: { skiing: 90 } })[0]).toBe(60);
    expect(target({ any: 61, timesBySport: { running: 1.2 } })).toEqual([
      73,
      'cohort',
      `${cohort}, × 1.2 for running`,
    ]);
    expect(target({ any: 60, timesBySport: { skiing: 1.2 } })).toEqual([60, 'cohort', cohort]);
    expect(target({ any: 3, novice: 2 }, { level: 'novice' })).toEqual([2, 'cohort', `${cohort}, novice`]);
    expect(target({ any: 3, novice: 2 })[0]).toBe(3);
    expect(target({ any: 3 }, { level: 'novice' })[0]).toBe(3);
  });
  it('of a hinge is a tenth of the event, between half a minute and three', () => {
    const hinge = (eventMinutes?: number) => targetFor(screenTest('hinge_hold'), { ...person, eventMinutes });
    expect([hinge(2).value, hinge(5).value, hinge(10).value, hinge(30).value, hinge(31).value]).toEqual([
      30, 30, 60, 180, 180,
    ]);
    expect(hinge(10)).toEqual({
      value: 60,
      source: 'standard',
      note: '10 % of an event of 10 min, between 30 and 180 s',
    });
    expect(hinge().value).toBe(90);
    expect(targetFor(plank, { ...person, eventMinutes: 10 }).value).toBe(72);
  });
  it('of the practice’s own comes first, and says whom it is for', () => {
    expect(targetFor(plank, person, [{ value: 90, sex: 'female', note: 'club' }])).toEqual({
      value: 90,
      source: 'own',
      note: "the practice's own figure, for women, club",
    });
    expect(targetFor(plank, person, [{ value: 90 }]).note).toBe("the practice's own figure, for everybody");
    expect(targetFor(plank, person, []).source).toBe('cohort');
  });
  it('of one’s own fits by sex, age, sport and level, and the narrowest wins, the last of equals', () => {
    const for16 = { sex: 'female', sport: 'running', level: 'trained', ageYears: 16 } as const;
    const pick = (targets: readonly OwnTarget[], who: Parameters<typeof ownTargetFor>[1] = for16) =>
      ownTargetFor(targets, who)?.value;
    expect(pick([])).toBe(undefined);
    expect(ownTargetFor(undefined, for16)).toBe(undefined);
    for (const wrong of [
      { sex: 'male' },
      { sport: 'skiing' },
      { level: 'novice' },
      { ageFrom: 17 },
      { ageTo: 15 },
    ])
      expect(pick([{ value: 1, ...wrong } as OwnTarget])).toBe(undefined);
    for (const right of [
      { sex: 'female' },
      { sport: 'running' },
      { level: 'trained' },
      { ageFrom: 16 },
      { ageTo: 16 },
    ])
      expect(pick([{ value: 2 }, { value: 1, ...right } as OwnTarget, { value: 3 }])).toBe(1);
    expect(pick([{ value: 1 }, { value: 2 }])).toBe(2);
    expect(
      pick([
        { value: 1, ageFrom: 10, ageTo: 20, sex: 'female' } as OwnTarget,
        { value: 2, sport: 'running' },
      ]),
    ).toBe(1);
    // Of an age nobody knows no target by age is taken.
    const ageless = { ...for16, ageYears: undefined };
    expect(pick([{ value: 1, ageFrom: 0 }], ageless)).toBe(undefined);
    expect(pick([{ value: 1, ageTo: 99 }], ageless)).toBe(undefined);
    expect(pick([{ value: 1, ageTo: 99 }], { ...for16, ageYears: 0 })).toBe(1);
  });
  it('says whom it is for', () => {
    const said = (target: Partial<OwnTarget>) => ownTargetWho({ value: 1, ...target });
    expect([
      said({}),
      said({ sex: 'male' }),
      said({ sex: 'female', ageFrom: 16, ageTo: 18, sport: 'gymnastics', level: 'novice' }),
      said({ ageFrom: 16 }),
      said({ ageTo: 18 }),
    ]).toEqual(['everybody', 'men', 'women, 16 to 18, gymnastics, novice', 'from 16', 'up to 18']);
  });
});

describe('a score', () => {
  it('is the lower of figure and grade, of those the test takes', () => {
    expect(scoreUncapped(plank, null, null, 60)).toBe(0);
    expect(scoreUncapped(plank, 30, 'faulted', 60)).toBe(50);
    const graded = { ...plank, withGrade: true };
    expect([
      scoreUncapped(graded, 30, 'owned', 60),
      scoreUncapped(graded, 60, 'faulted', 60),
      scoreUncapped(graded, null, 'cued', 60),
    ]).toEqual([50, 35, 70]);
    expect(scoreUncapped(screenTest('bridge_foot_float'), 3, 'owned', 100)).toBe(100);
    expect(scoreUncapped(screenTest('bridge_foot_float'), 3, null, 100)).toBe(0);
  });
  it('counts levels from their first, and figures from their worst where less is better', () => {
    const level = { ...plank, kind: 'level' as const };
    expect([
      scoreUncapped({ ...level, min: 0 }, 1, null, 2),
      scoreUncapped({ ...level, min: -1 }, 1, null, 3),
      scoreUncapped({ ...level, min: -1 }, -1, null, 3),
    ]).toEqual([50, 50, 0]);
    const drop = { ...plank, kind: 'degrees' as const, lowerIsBetter: true, worst: 15 };
    expect([
      scoreUncapped(drop, 10, null, 5),
      scoreUncapped(drop, 20, null, 5),
      scoreUncapped({ ...drop, worst: undefined }, 10, null, 5),
    ]).toEqual([50, -50, 200]);
  });
  it('of directions is the mean of their own, within what a caution leaves', () => {
    const arcs = {
      ...screenTest('leg_raise_arc'),
      directions: [
        { id: 'front', name: 'Front', target: 90 },
        { id: 'side', name: 'Side', target: 60 },
      ],
    };
    const score = (parts: Record<string, number> | null) =>
      scoreTrial(arcs, { value: 70, grade: null, parts }, 70);
    expect([
      score({ front: 90, side: 30 }),
      score({ side: 30 }),
      score({}),
      score(null),
      score({ front: 45, side: 45, limit: 45 }),
      score({ front: 45, side: 45, limit: 100 }),
    ]).toEqual([75, 50, 0, 0, 100, 62.5]);
  });
  it('falls with an extra figure that has a target and is worse', () => {
    const its = {
      ...plank,
      figures: [
        {
          id: 'drop',
          name: 'Drop',
          unit: '°',
          min: 0,
          max: 30,
          typicalError: 1,
          lowerIsBetter: true,
          target: 5,
          worst: 15,
        },
        { id: 'force', name: 'Force', unit: 'N', min: 0, max: 30, typicalError: 1, lowerIsBetter: false },
        {
          id: 'reach',
          name: 'Reach',
          unit: 'cm',
          min: 0,
          max: 30,
          typicalError: 1,
          lowerIsBetter: false,
          target: 4,
        },
      ],
    };
    const score = (parts: Record<string, number> | null) =>
      scoreTrial(its, { value: 60, grade: null, parts }, 60);
    expect([
      score(null),
      score({}),
      score({ drop: 10 }),
      score({ drop: 1 }),
      score({ force: 1 }),
      score({ reach: 3, drop: 10 }),
    ]).toEqual([100, 100, 50, 100, 100, 50]);
    expect(scoreTrial(plank, { value: 30, grade: null, parts: { drop: 10 } }, 60)).toBe(50);
  });
  it('is shown between 0 and 120', () => {
    expect([clampScore(-3), clampScore(0), clampScore(70), clampScore(120), clampScore(140)]).toEqual([
      0, 0, 70, 120, 120,
    ]);
  });
  it('has a smallest real change that shrinks with the trials behind it', () => {
    expect(realChangeOf(10)).toBeCloseTo(27.72, 2);
    expect(realChangeOf(10, 0)).toBe(realChangeOf(10, 1));
    expect(realChangeOf(10, 4)).toBeCloseTo(13.86, 2);
  });
});

describe('the result of a test', () => {
  it('is whole, from the best of the newest day', () => {
    const trials = [
      makeTrial('front_plank', 'both', 90, { onDate: '2026-11-19' }),
      makeTrial('front_plank', 'both', 36, {
        feltIn: 'low back',
        faults: [
          { faultId: 'tremor_ok', atS: 1 },
          { faultId: 'hip_sag', atS: 2 },
        ],
      }),
      makeTrial('front_plank', 'both', 54, { faults: [{ faultId: 'breath_hold', atS: 9 }], parts: { a: 1 } }),
      makeTrial('front_plank', 'both', 40, { feltIn: null }),
    ];
    expect(only(trials)).toEqual({
      testId: 'front_plank',
      side: 'both',
      onDate: '2026-11-20',
      value: 54,
      grade: null,
      parts: { a: 1 },
      rungId: null,
      readBy: null,
      feeds: plank.feeds,
      target: {
        value: 72,
        source: 'cohort',
        note: 'published healthy adults; check against your own source',
      },
      scoreUncapped: 75,
      score: 75,
      held: false,
      lost: true,
      typicalError: 12,
      reliability: 0.8,
      comparable: true,
      faultIds: ['breath_hold', 'felt_low_back', 'hip_sag'],
      feltIn: ['low back', 'trunk'],
      trialIds: trials.slice(1).map(({ id }) => id),
    });
  });
  it('leaves out what says nothing of the athlete', () => {
    for (const more of [
      { endReason: 'pain' },
      { endReason: 'stopped' },
      { simulated: true },
      { value: null },
    ] as Partial<Trial>[])
      expect(of([makeTrial('front_plank', 'both', 40, more)]).results).toEqual([]);
    expect(of([makeTrial('breath_prone', 'both', 4)]).results).toEqual([]);
    expect(of([makeTrial('breath_prone', 'both', 4, { grade: 'owned' })]).results).toHaveLength(1);
    expect(of([makeTrial('bridge_foot_float', 'left', null)]).results).toEqual([]);
    expect(of([makeTrial('bridge_foot_float', 'left', null, { grade: 'cued' })]).results).toHaveLength(1);
    // A newer one that says nothing does not hide an older one that does.
    const older = makeTrial('front_plank', 'both', 40, { onDate: '2026-11-01' });
    expect(only([older, makeTrial('front_plank', 'both', 90, { endReason: 'pain' })]).onDate).toBe(
      '2026-11-01',
    );
  });
  it('held to a cap under its target is met at the cap, for half the reliability', () => {
    const held = (more: Partial<Trial>, value = 10) => only([makeTrial('front_plank', 'both', value, more)]);
    expect(held({ endReason: 'cap', capS: 10 })).toMatchObject({
      held: true,
      score: 100,
      reliability: 0.4,
      target: {
        value: 10,
        note: 'published healthy adults; check against your own source; held to the cap of 10 s',
      },
    });
    for (const more of [
      { endReason: 'loss', capS: 10 },
      { endReason: 'cap', capS: null },
    ] as Partial<Trial>[])
      expect(held(more)).toMatchObject({ held: false, reliability: 0.8, target: { value: 72 } });
    expect(held({ endReason: 'cap', capS: 72 }, 72).held).toBe(false);
    expect(held({ endReason: 'cap', capS: 71 }, 71).held).toBe(true);
  });
  it('of an angle counts for more when something measured it', () => {
    const read = (readBy: Trial['readBy']) =>
      only([makeTrial('leg_lowering_angle', 'both', 40, { readBy })]).reliability;
    expect([read(null), read('eye'), read('still'), read('sensor')]).toEqual([0.5, 0.5, 0.8, 0.8]);
    expect(only([makeTrial('front_plank', 'both', 40, { readBy: 'sensor' })]).reliability).toBe(0.8);
  });
  it('is one for each side and each rung, in order', () => {
    const results = of([
      makeTrial('side_plank', 'right', 40),
      makeTrial('minute_reps', 'both', 20, { rungId: 'curl_up_ball' }),
      makeTrial('side_plank', 'left', 50),
      makeTrial('minute_reps', 'both', 10, { rungId: 'curl_up_feet_down' }),
      makeTrial('front_plank', 'both', 60),
    ]).results;
    expect(results.map(({ testId, side, rungId, value }) => [testId, side, rungId, value])).toEqual([
      ['front_plank', 'both', null, 60],
      ['minute_reps', 'both', 'curl_up_ball', 20],
      ['minute_reps', 'both', 'curl_up_feet_down', 10],
      ['side_plank', 'left', null, 50],
      ['side_plank', 'right', null, 40],
    ]);
  });
});

describe('a capability', () => {
  it('of what was not tested is unknown', () => {
    expect(capabilityOf([], 'anti_extension', 'both')).toEqual({
      quality: 'anti_extension',
      side: 'both',
      capability: undefined,
      uncapped: undefined,
      confidence: 0,
      faultLoad: 0,
      parts: [],
    });
    expect(of([]).capabilities).toHaveLength(13);
  });
  it('is the mean of its parts by weight, capped and not, with the share of them that had a fault', () => {
    // Front plank 144 of 72 s counts 120 of at most 120, three times; the hollow 30 of 60 s once.
    const trials = [
      makeTrial('front_plank', 'both', 144, { faults: [{ faultId: 'hip_sag', atS: 1 }] }),
      makeTrial('hollow_stage', 'both', 30),
    ];
    const found = capabilityOf(trials, 'anti_extension', 'both');
    expect(found.capability).toBeCloseTo((3 * 120 + 50) / 4, 9);
    expect(found.uncapped).toBeCloseTo((3 * 200 + 50) / 4, 9);
    expect(found.faultLoad).toBe(0.5);
    expect(found.confidence).toBeCloseTo(1 - 0.2 * 0.2, 9);
    expect(found.parts.map(({ result, weight }) => [result.testId, weight])).toEqual([
      ['front_plank', 3],
      ['hollow_stage', 1],
    ]);
  });
  it('is never below nothing', () => {
    // A drop of 30° of at most 15° scores -150.
    const found = capabilityOf([makeTrial('pelvic_drop_stance', 'left', 30)], 'pelvic_level', 'left');
    expect([found.capability, found.uncapped]).toEqual([0, 0]);
  });
  it('loses confidence with age, and none to a day that is still to come', () => {
    const confidence = (today: string) =>
      capabilityOf([makeTrial('front_plank', 'both', 60)], 'anti_extension', 'both', today).confidence;
    expect([confidence('2026-11-20'), confidence('2026-11-19')]).toEqual([
      expect.closeTo(0.8),
      expect.closeTo(0.8),
    ]);
    expect(confidence('2027-01-15')).toBeCloseTo(0.4, 9);
  });
  it('of a side is fed by the side that works, and by tests without sides', () => {
    const trials = [
      makeTrial('suitcase_hold', 'right', 30),
      makeTrial('suitcase_hold', 'left', 60),
      makeTrial('side_plank', 'left', 37),
    ];
    expect(
      capabilityOf(trials, 'anti_lateral', 'left').parts.map(({ result }) => [result.testId, result.side]),
    ).toEqual([
      ['side_plank', 'left'],
      ['suitcase_hold', 'right'],
    ]);
    expect(
      capabilityOf(trials, 'anti_lateral', 'right').parts.map(({ result }) => [result.testId, result.side]),
    ).toEqual([['suitcase_hold', 'left']]);
    const tuck = [makeTrial('hop_stick', 'left', 3), makeTrial('tuck_hold', 'both', 30)];
    const reactive = of(tuck).capabilities.filter(({ quality }) => quality === 'reactive');
    expect(reactive.every(({ parts }) => parts.some(({ result }) => result.testId === 'tuck_hold'))).toBe(
      true,
    );
  });
  it('without sides takes the worse side of a test, whichever came first', () => {
    for (const [left, right] of [
      [45, 27],
      [27, 45],
    ] as const) {
      const found = capabilityOf(
        [makeTrial('bird_dog_hold', 'left', left), makeTrial('bird_dog_hold', 'right', right)],
        'extension_endurance',
        'both',
      );
      expect(found.parts.map(({ result }) => result.value)).toEqual([27]);
    }
  });
});

describe('a ratio', () => {
  const ratio = (id: string, trials: readonly Trial[]) =>
    ratios(shippedTrade, of(trials).results).find((its) => its.id === id);
  const flexor = (value: number) => makeTrial('trunk_flexor_hold', 'both', value);
  const extensor = (value: number) => makeTrial('trunk_extensor_hold', 'both', value);
  it('is whole: formula, value, error and where its figures come from', () => {
    const trials = [makeTrial('side_plank', 'left', 60), makeTrial('side_plank', 'right', 40), extensor(100)];
    const error = 0.4 * Math.hypot(9 / 40, 15 / 100);
    expect(ratio('side_extensor', trials)).toEqual({
      id: 'side_extensor',
      name: 'Side : extensor',
      formula: `${screenTest('side_plank').name}, right / ${screenTest('trunk_extensor_hold').name}`,
      value: 0.4,
      error: expect.closeTo(error, 12),
      expected: 'below 0.75',
      says: undefined,
      inputs: [
        {
          label: `${screenTest('side_plank').name}, right`,
          value: 40,
          onDate: '2026-11-20',
          trialIds: [trials[1]?.id],
        },
        {
          label: screenTest('trunk_extensor_hold').name,
          value: 100,
          onDate: '2026-11-20',
          trialIds: [trials[2]?.id],
        },
      ],
    });
  });
  it('takes the weaker side, in whatever order', () => {
    const of2 = (left: number, right: number) =>
      ratio('front_side', [
        makeTrial('front_plank', 'both', 100),
        makeTrial('side_plank', 'left', left),
        makeTrial('side_plank', 'right', right),
      ]);
    expect([of2(40, 50)?.value, of2(50, 40)?.value]).toEqual([2.5, 2.5]);
    expect(of2(40, 50)).toMatchObject({ says: undefined, expected: 'no fixed figure' });
  });
  it('speaks only beyond its error, to either side', () => {
    const says = (front: number, back: number) =>
      ratio('flexor_extensor', [flexor(front), extensor(back)])?.says;
    expect(says(40, 200)).toBe('Front short for the back.');
    expect(says(102, 200)).toBe(undefined);
    expect(says(150, 170)).toBe(undefined);
    expect(says(180, 170)).toBe(undefined);
    expect(says(220, 100)).toBe(
      'Back short for the front: late-event collapse is likelier in a hinge sport.',
    );
    const side = (seconds: number) =>
      ratio('side_extensor', [makeTrial('side_plank', 'left', seconds), extensor(100)])?.says;
    expect([side(70), side(85), side(130)]).toEqual([undefined, undefined, 'Back short for the side.']);
  });
  it('is none without both figures, or with one of nothing', () => {
    expect(ratios(shippedTrade, of([flexor(100)]).results)).toEqual([]);
    expect(ratios(shippedTrade, of([extensor(100)]).results)).toEqual([]);
    expect(ratio('flexor_extensor', [flexor(0), extensor(90)])).toBe(undefined);
    expect(ratio('side_extensor', [makeTrial('side_plank', 'left', 0), extensor(90)])).toBe(undefined);
  });
});

describe('a side gap', () => {
  const gap = (testId: string, left: Partial<Trial>, right: Partial<Trial>) => {
    const [found] = testGaps(
      shippedTrade,
      of([makeTrial(testId, 'left', null, left), makeTrial(testId, 'right', null, right)]).results,
    );
    return found && [found.amount, found.unit, found.worse, found.beyondError];
  };
  it('of a hold is percent of the better side, real beyond the error of both', () => {
    expect(gap('side_plank', { value: 40 }, { value: 80 })).toEqual([50, '%', 'left', true]);
    expect(gap('side_plank', { value: 80 }, { value: 60 })).toEqual([25, '%', 'right', false]);
    expect(gap('side_plank', { value: 60 }, { value: 60 })).toEqual([0, '%', undefined, false]);
    // 1.96 x the root of two x 9 s are 24.9 s.
    expect(gap('side_plank', { value: 84 }, { value: 60 })?.[3]).toBe(false);
    expect(gap('side_plank', { value: 85 }, { value: 60 })?.[3]).toBe(true);
    expect(gap('side_plank', { value: 0 }, { value: 0 })).toEqual([0, 's', undefined, false]);
  });
  it('where less is better is the difference itself', () => {
    expect(gap('pelvic_drop_stance', { value: 11 }, { value: 6 })).toEqual([5, '°', 'left', true]);
    expect(gap('pelvic_drop_stance', { value: 5 }, { value: 6 })).toEqual([1, '°', 'right', false]);
  });
  it('of grades is in their points', () => {
    expect(gap('bridge_foot_float', { grade: 'owned' }, { grade: 'faulted' })).toEqual([
      65,
      'points of grade',
      'right',
      true,
    ]);
    expect(gap('bridge_foot_float', { grade: 'cued' }, { grade: 'owned' })?.slice(2)).toEqual(['left', true]);
    expect(gap('bridge_foot_float', { grade: 'cued' }, { grade: 'cued' })).toEqual([
      0,
      'points of grade',
      undefined,
      false,
    ]);
  });
  it('counts the trials of the side that had fewer', () => {
    const trials = [
      ...[60, 84, 60, 60].map((value) => makeTrial('side_plank', 'left', value)),
      makeTrial('side_plank', 'right', 60),
    ];
    expect(testGaps(shippedTrade, of(trials).results)[0]?.beyondError).toBe(false);
    const more = [...trials, ...[60, 60, 60].map((value) => makeTrial('side_plank', 'right', value))];
    expect(testGaps(shippedTrade, of(more).results)[0]?.beyondError).toBe(true);
  });
  it('is of one test on one rung that has both sides', () => {
    expect(testGaps(shippedTrade, of([makeTrial('side_plank', 'left', 40)]).results)).toEqual([]);
    expect(testGaps(shippedTrade, of([makeTrial('side_plank', 'right', 40)]).results)).toEqual([]);
    const sided = shippedTrade.ladders
      .flatMap((ladder) => ladder.rungs)
      .filter((rung) => rung.sided)
      .slice(0, 2)
      .map(({ id }) => id);
    const apart = [
      makeTrial('minute_reps', 'left', 20, { rungId: sided[0] ?? null }),
      makeTrial('minute_reps', 'right', 20, { rungId: sided[1] ?? null }),
      makeTrial('side_plank', 'right', 20),
    ];
    expect(testGaps(shippedTrade, of(apart).results)).toEqual([]);
  });
});
