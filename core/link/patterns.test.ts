import { discipline, screenTest } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { assess } from '~/core/screen/assess/assess';
import { testGaps } from '~/core/screen/assess/ratios';
import { makeTrial } from '~/core/screen/trial/testing';
import type { Trial } from '~/core/screen/trial/trial';
import { durationText } from '~/core/words/duration';
import { exposure, exposureClause, grouped } from './exposure';
import { link } from './link';
import { patterns } from './patterns';
import { levelText, qualitySideName, rawText, targetText } from './sentence';

const person = { sex: 'male', sport: 'cycling', level: 'trained' } as const;
const named = (trials: Trial[]) => {
  const { results } = assess({ trials, person, today: '2026-11-20', trade: shippedTrade });
  return patterns(shippedTrade, results, testGaps(shippedTrade, results)).map((pattern) => pattern.id);
};
const fault = (faultId: string) => [{ faultId, atS: null }];

describe('patterns', () => {
  it('names hip flexors doing the trunk’s work', () => {
    expect(
      named([makeTrial('leg_lowering_angle', 'both', 70, { faults: fault('hip_flexor_takeover') })]),
    ).toContain('hip_flexors_for_trunk');
    expect(named([makeTrial('leg_lowering_angle', 'both', 70)])).not.toContain('hip_flexors_for_trunk');
    expect(
      named([makeTrial('leg_lowering_angle', 'both', 30, { faults: fault('hip_flexor_takeover') })]),
    ).not.toContain('hip_flexors_for_trunk');
  });
  it('puts breath before strength when ribs, chest and brace agree', () => {
    const trials = [
      makeTrial('brace_breathing', 'both', 3, { faults: fault('rib_flare') }),
      makeTrial('breath_prone', 'both', 5, { grade: 'faulted', faults: fault('chest_breath') }),
    ];
    expect(named(trials)).toContain('breath_before_strength');
    expect(named(trials.slice(0, 1))).not.toContain('breath_before_strength');
  });
  it('points to the stance-side hip when drop and bridge agree on the side that works', () => {
    const drop = makeTrial('pelvic_drop_stance', 'left', 9);
    // The right foot floats: the left hip works.
    expect(named([drop, makeTrial('bridge_foot_float', 'right', null, { grade: 'faulted' })])).toContain(
      'stance_hip_left',
    );
    expect(named([drop, makeTrial('bridge_foot_float', 'left', null, { grade: 'faulted' })])).not.toContain(
      'stance_hip_left',
    );
  });
  it('speaks of flexor to extensor only beyond its error', () => {
    expect(
      named([makeTrial('trunk_flexor_hold', 'both', 60), makeTrial('trunk_extensor_hold', 'both', 180)]),
    ).toContain('flexor_extensor');
    expect(
      named([makeTrial('trunk_flexor_hold', 'both', 110), makeTrial('trunk_extensor_hold', 'both', 100)]),
    ).not.toContain('flexor_extensor');
  });
  it('calls two sided tests on one side a true deficit, on the side that works', () => {
    const trials = [
      makeTrial('side_plank', 'left', 40),
      makeTrial('side_plank', 'right', 90),
      // The loaded hand is opposite to the working side: a weak right hand is a weak left wall.
      makeTrial('suitcase_hold', 'right', 30),
      makeTrial('suitcase_hold', 'left', 60),
    ];
    expect(named(trials)).toContain('true_side_left');
    expect(named(trials.slice(0, 2))).not.toContain('true_side_left');
  });
  it('steps back when the low back is felt in two front-wall tests', () => {
    const felt = { feltIn: 'low back' as const };
    expect(
      named([makeTrial('front_plank', 'both', 60, felt), makeTrial('heel_tap_level', 'both', 2, felt)]),
    ).toContain('felt_low_back');
    expect(named([makeTrial('front_plank', 'both', 60, felt)])).not.toContain('felt_low_back');
  });
  it('sees late hip drive in a cramp, and missing timing behind good holds', () => {
    expect(
      named([makeTrial('single_leg_bridge', 'left', 30, { faults: fault('hamstring_cramp') })]),
    ).toContain('hip_drive_late');
    const strong = [
      makeTrial('front_plank', 'both', 120),
      makeTrial('hinge_hold', 'both', 100),
      makeTrial('perturbed_brace', 'both', 6),
    ];
    expect(named(strong)).toContain('timing_missing');
    expect(named([...strong.slice(0, 2), makeTrial('perturbed_brace', 'both', 1)])).not.toContain(
      'timing_missing',
    );
  });
  it('finds nothing in a sound athlete', () => {
    expect(
      named([
        makeTrial('front_plank', 'both', 110),
        makeTrial('side_plank', 'left', 95),
        makeTrial('side_plank', 'right', 96),
        makeTrial('perturbed_brace', 'both', 1),
      ]),
    ).toEqual([]);
  });
});

describe('exposure in words', () => {
  it.each([
    [0.3, '18 s'],
    [1.5, '90 s'],
    [2.2, '2.2 min'],
    [54, '54 min'],
    [220, '3 h 40'],
    [300, '5 h 00'],
  ])('%d min is %s', (minutes, text) => expect(durationText(minutes)).toBe(text));
  it('groups digits', () => {
    expect(grouped(38_280)).toBe('38\u202f280');
    expect(grouped(999)).toBe('999');
    expect(grouped(1_234_567.4)).toBe('1\u202f234\u202f567');
  });
  it.each([
    ['running.marathon', 'left', /puts the left leg down about 19.140 times/],
    ['running.marathon', 'both', /38.280 steps/],
    ['cycling.time-trial', 'left', /4.968 pedal strokes/],
    ['riding.dressage', 'both', /640 strides/],
    ['skiing.cross-country-skate', 'both', /1.440 cycles/],
    ['gymnastics.artistic', 'both', /one routine of 90 s holds about 18 shapes and landings/],
  ] as const)('%s, %s', (id, side, says) => {
    expect(exposureClause(exposure(discipline(id)), side)).toMatch(says);
  });
  it('takes the event’s own figures before the defaults, one by one', () => {
    expect(exposure(discipline('running.marathon'), { minutes: 180 })).toMatchObject({
      perMinute: 174,
      total: 31_320,
      source: 'event',
    });
    expect(exposure(discipline('running.marathon'), { minutes: null, perMinute: null }).source).toBe(
      'default',
    );
    expect(exposure(discipline('gymnastics.artistic')).perSide).toBeUndefined();
  });
});

describe('figures in words', () => {
  it('says raw results as a coach reads them', () => {
    expect(rawText(shippedTrade, { testId: 'front_plank', value: 61.4, grade: null })).toBe('61.4 s');
    expect(rawText(shippedTrade, { testId: 'pelvic_drop_stance', value: 9, grade: null })).toBe('9°');
    expect(rawText(shippedTrade, { testId: 'bridge_foot_float', value: null, grade: 'not_yet' })).toBe(
      'not yet',
    );
    expect(rawText(shippedTrade, { testId: 'breath_prone', value: 5, grade: 'cued' })).toBe(
      '5 clean breaths, cued',
    );
    expect(rawText(shippedTrade, { testId: 'front_plank', value: null, grade: null })).toBe('no figure');
    expect(levelText(screenTest('heel_tap_level'), 2)).toBe('level 2 Tabletop heel tap');
    expect(levelText(screenTest('heel_tap_level'), -1)).toBe('not yet');
    expect(levelText(screenTest('low_back_contact'), 1)).toBe('legs straight');
  });
  it('says targets beside them', () => {
    expect(targetText(shippedTrade, 'front_plank', 72)).toBe('72 s');
    expect(targetText(shippedTrade, 'pelvic_drop_stance', 5)).toBe('5°');
    expect(targetText(shippedTrade, 'bridge_foot_float', 100)).toBe('owned');
    expect(targetText(shippedTrade, 'heel_tap_level', 3)).toBe('level 3');
    expect(targetText(shippedTrade, 'step_down', 4)).toBe('4');
  });
  it('names a quality with its side', () => {
    expect(qualitySideName('pelvic_level', 'left')).toBe('Level pelvis, left stance');
    expect(qualitySideName('anti_lateral', 'right')).toBe('Side wall, right');
    expect(qualitySideName('reactive', 'both')).toBe('Quick brace');
  });
});

describe('what a link is made of', () => {
  const linkOf = (settings?: Parameters<typeof link>[0]['settings']) =>
    link({
      trade: shippedTrade,
      assessment: assess({
        trials: [makeTrial('front_plank', 'both', 55, { faults: fault('hip_sag') })],
        person,
        today: '2026-11-20',
        trade: shippedTrade,
      }),
      discipline: discipline('cycling.time-trial'),
      gate: gateOf(),
      kit: [],
      settings,
    });
  const front = (result: ReturnType<typeof link>) =>
    result.priorities.find((priority) => priority.quality === 'anti_extension');
  it('follows the practice’s weights', () => {
    // D = 3/5, S = 0.5, phi = 1.
    expect(front(linkOf())?.priority).toBeCloseTo(0.6 * (0.6 * 0.5 + 0.15), 6);
    expect(
      front(
        linkOf({ weights: { shortfall: 1, sideGap: 0, faults: 0 }, actingGap: 0.1, breathFirstBelow: 70 }),
      )?.priority,
    ).toBeCloseTo(0.6 * 0.5, 6);
  });
  it('carries the version of the trade data, and only tests that can be done settle a doubt', () => {
    const result = linkOf();
    expect(result.catalogueVersion).toMatch(/^\d{4}\.\d+(\.\d+)?$/);
    // No bench is at hand: the bench hold cannot be asked for.
    const back = result.priorities.find((priority) => priority.quality === 'extension_endurance');
    expect(back?.settleBy).toBe('bird_dog_hold');
    expect(back?.sentence).toContain(
      'Not tested yet; the sport asks 5 of 5. Bird dog hold (5 min) would settle it.',
    );
  });
});
