import { bodyOf } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { capacityFromHold, maxNm } from '~/core/body/endurance';
import { rung, screenTest } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import type { TestResult } from '~/core/screen/assess/assess';
import { screenedCapacities, testLoad } from '~/core/screen/assess/capacity';
import { followLogs, setMoment } from './follow-logs';
import type { SessionOutcome } from './progress';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const setMomentOf = (its: ReturnType<typeof rung>, body: typeof man, under16: boolean) =>
  setMoment(shippedTrade.ladderOf(its.id), its, body, under16);
const plankNm = setMomentOf(rung('plank_full'), man, false)?.nm ?? 0;
const start: KnownCapacity = {
  direction: 'anti_extension',
  archetype: 'prone_bridge',
  side: 'both',
  onDate: '2026-10-01',
  source: 'Front plank, 90 s on 2026-10-01',
  capacity: capacityFromHold(plankNm, 90, true),
};
const session = (onDate: string, done: number, planned: number, faultId: string | null): SessionOutcome => ({
  logId: onDate,
  onDate,
  effort: 6,
  painScore: 0,
  painRegion: null,
  sets: [{ ladderId: 'plank', rungId: 'plank_full', setNo: 1, side: 'both', planned, done, faultId }],
});
const follow = (...outcomes: SessionOutcome[]) =>
  followLogs([start], outcomes, man, false, shippedTrade)[0] as KnownCapacity;

describe('capacity after the logs', () => {
  it('falls with a first set lost early and rises with one beyond the prediction', () => {
    expect(maxNm(follow(session('2026-10-08', 60, 80, 'hip_sag')).capacity)).toBeLessThan(
      maxNm(start.capacity),
    );
    expect(maxNm(follow(session('2026-10-08', 130, 130, null)).capacity)).toBeGreaterThan(
      maxNm(start.capacity),
    );
  });
  it('stays with ordinary clean sets, and says nothing new', () => {
    const after = follow(session('2026-10-08', 45, 45, null));
    expect(maxNm(after.capacity)).toBeCloseTo(maxNm(start.capacity), 9);
    expect(after.source).toBe(start.source);
  });
  it('passes over sessions from before the screen', () => {
    expect(follow(session('2026-09-08', 20, 80, 'hip_sag'))).toEqual(start);
  });
  it('does not listen to a session of pain', () => {
    expect(follow({ ...session('2026-10-08', 20, 80, 'hip_sag'), painScore: 5 }).source).toBe(start.source);
  });
  it('names the log it followed', () => {
    expect(follow(session('2026-10-08', 60, 80, 'hip_sag')).source).toContain(
      'followed by the log of 2026-10-08',
    );
  });
  it('reads reps as seconds at the top', () => {
    const asked = setMomentOf(rung('dead_bug_opposite_straight'), man, false);
    expect(asked?.secondsPerUnit).toBeGreaterThan(2);
    expect(asked?.secondsPerUnit).toBeLessThan(8);
    expect(setMomentOf(rung('breath_prone'), man, false)).toBeUndefined();
  });
});

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
    expect(found.map((capacity) => [capacity.direction, capacity.archetype, capacity.side])).toEqual([
      ['anti_extension', 'prone_bridge', 'both'],
      ['anti_lateral', 'carry', 'left'],
    ]);
    expect(found[0]?.source).toBe('Front plank, 96 s on 2026-11-02');
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
  it('read the stages of a hollow hold', () => {
    const short = screenedCapacities(shippedTrade, [result('hollow_stage', 50)], man)[0];
    const long = screenedCapacities(shippedTrade, [result('hollow_stage', 125)], man)[0];
    expect(short?.archetype).toBe('supine_limbs');
    expect(maxNm(long?.capacity ?? start.capacity)).toBeGreaterThan(maxNm(short?.capacity ?? start.capacity));
  });
  it('load a test by its share of body mass or weight', () => {
    expect(testLoad(screenTest('suitcase_hold'), man)).toEqual({ by: 'hand_kg', value: 21 });
    expect(testLoad(screenTest('press_out_hold'), man).value).toBeCloseTo(68.6, 1);
    expect(testLoad(screenTest('front_plank'), man).value).toBe(0);
  });
});
