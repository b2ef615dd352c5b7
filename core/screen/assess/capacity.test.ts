import { bodyOf } from '~/core/body/anthropometry';
import { capacityFromHold, capacityFromStages, maxNm } from '~/core/body/endurance';
import { momentsOf } from '~/core/body/moment';
import { noLoad } from '~/core/body/posture';
import { type ScreenTest, screenTest } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import type { TestResult } from './assess';
import { screenedCapacities, testLoad } from './capacity';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });

describe('capacities from a screen', () => {
  const result = (
    testId: string,
    value: number,
    side: TestResult['side'] = 'both',
    held = false,
  ): TestResult => ({
    testId,
    side,
    onDate: '2026-11-02',
    value,
    grade: null,
    parts: null,
    rungId: null,
    readBy: null,
    feeds: screenTest(testId).feeds,
    typicalError: screenTest(testId).typicalError,
    target: { value: 60, source: 'standard', note: '' },
    scoreUncapped: 100,
    score: 100,
    held,
    lost: !held,
    reliability: 0.8,
    comparable: true,
    faultIds: [],
    feltIn: [],
    trialIds: ['t'],
  });
  it('come from holds alone, with the side that works', () => {
    const found = screenedCapacities(
      shippedTrade,
      [result('front_plank', 96), result('suitcase_hold', 50, 'right'), result('step_down', 4, 'left')],
      man,
    );
    expect(found.map((capacity) => [capacity.direction, capacity.posture.archetype, capacity.side])).toEqual([
      ['anti_extension', 'prone_bridge', 'both'],
      ['anti_lateral', 'carry', 'left'],
    ]);
    expect(found[0]?.source).toBe('Front plank, 96 s on 2 Nov 2026');
  });
  it('are lower bounds when a cap or the end of the test stopped the clock', () => {
    expect(
      screenedCapacities(shippedTrade, [result('front_plank', 10, 'both', true)], man)[0]?.capacity
        .lowerBound,
    ).toBe(true);
    expect(
      screenedCapacities(shippedTrade, [result('bird_dog_hold', 60, 'left')], man)[0]?.capacity.lowerBound,
    ).toBe(true);
    expect(
      screenedCapacities(shippedTrade, [result('bird_dog_hold', 40, 'left')], man)[0]?.capacity.lowerBound,
    ).toBe(false);
  });
  it('are lower bounds when the trunk did not lose it: at a cap that is the target too, or by another muscle', () => {
    const of = (over: Partial<TestResult>) =>
      screenedCapacities(shippedTrade, [{ ...result('front_plank', 60), ...over }], man)[0]?.capacity;
    expect(of({})?.lowerBound).toBe(false);
    expect(of({ lost: false })?.lowerBound).toBe(true);
  });
  it('read the stages of a hollow hold', () => {
    const short = screenedCapacities(shippedTrade, [result('hollow_stage', 50)], man)[0];
    const long = screenedCapacities(shippedTrade, [result('hollow_stage', 125)], man)[0];
    expect(short?.posture.archetype).toBe('supine_limbs');
    expect(maxNm(long?.capacity ?? capacityFromHold(1, 60, true))).toBeGreaterThan(
      maxNm(short?.capacity ?? capacityFromHold(1, 60, true)),
    );
  });
  it('load a test by its share of body mass or weight', () => {
    expect(testLoad(screenTest('suitcase_hold'), man)).toEqual({ by: 'hand_kg', value: 21 });
    expect(testLoad(screenTest('press_out_hold'), man).value).toBeCloseTo(68.6, 1);
    expect(testLoad(screenTest('front_plank'), man).value).toBe(0);
  });

  const mainNm = (posture: ScreenTest['posture'], load = noLoad) => {
    const moments = momentsOf(posture, man, load);
    return moments?.nm[moments.main] ?? 0;
  };
  const plank = screenTest('front_plank');
  it('are worked from the moment of the posture under the load of the test', () => {
    expect(screenedCapacities(shippedTrade, [result('front_plank', 96)], man)).toEqual([
      {
        direction: 'anti_extension',
        capacity: capacityFromHold(mainNm(plank.posture), 96, true),
        posture: plank.posture,
        nm: mainNm(plank.posture),
        side: 'both',
        onDate: '2026-11-02',
        source: 'Front plank, 96 s on 2 Nov 2026',
      },
    ]);
    const carry = screenTest('suitcase_hold');
    const [carried] = screenedCapacities(shippedTrade, [result('suitcase_hold', 90.4, 'right')], man);
    expect(carried?.capacity).toEqual(
      capacityFromHold(mainNm(carry.posture, testLoad(carry, man)), 90.4, false),
    );
    expect(carried?.source).toBe(`${carry.name} left, 90 s on 2 Nov 2026, at least`);
  });
  it('are none of what was not held', () => {
    const none = (over: Partial<TestResult>) =>
      screenedCapacities(shippedTrade, [{ ...result('front_plank', 60), ...over }], man);
    expect([
      none({ value: null }),
      none({ value: 0 }),
      none({ value: -1 }),
      none({ testId: 'step_down' }),
    ]).toEqual([[], [], [], []]);
  });
  it('of stages count each as long as it was held', () => {
    const hollow = screenTest('hollow_stage');
    const { holdS, postures } = hollow.stages ?? { holdS: 0, postures: [] };
    expect(postures.length).toBeGreaterThan(2);
    const of = (value: number, held = false) =>
      screenedCapacities(shippedTrade, [result('hollow_stage', value, 'both', held)], man)[0]?.capacity;
    const stages = (...heldS: number[]) =>
      heldS.map((seconds, i) => {
        const moments = momentsOf(postures[i] ?? plank.posture, man, noLoad);
        if (!moments) throw new Error('no moment');
        return { nm: moments.nm[moments.main] ?? 0, heldS: seconds, direction: moments.main };
      });
    expect(of(holdS + 5)).toEqual(capacityFromStages(stages(holdS, 5), true));
    expect(of(holdS)).toEqual(capacityFromStages(stages(holdS), true));
    expect(of(10)).toEqual(capacityFromStages(stages(10), true));
    expect(of(10, true)).toEqual(capacityFromStages(stages(10), false));
  });
});
