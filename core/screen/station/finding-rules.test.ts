import { screenTest } from '~/core/catalogue';
import type { Analysis } from '~/core/signals/analyse';
import { findingOf, loweringAngleDeg, playIn, type TracedTest, unheardText, watchedIn } from './from-trace';
import { cycleS, paceAt, paceEndS, stageAt, stageText } from './pace';
import { onRung, otherOf, type StationTest, sideName, specOf } from './shown';

const analysis = (over: Partial<Analysis> = {}): Analysis => ({
  instrument: 'pelvis',
  durationS: 60,
  faults: [],
  channels: [],
  excursions: [],
  marks: { t1S: undefined, t2S: undefined } as Analysis['marks'],
  faultId: undefined,
  breath: undefined,
  sway: undefined,
  steps: [],
  sides: undefined,
  pushes: [],
  meanForceN: undefined,
  ...over,
});
const test = (over: Partial<TracedTest> = {}): TracedTest => ({
  id: 'front_plank',
  kind: 'hold',
  max: 600,
  figures: [],
  ...over,
});
const marks = (over: object) => ({ t1S: undefined, t2S: undefined, ...over }) as Analysis['marks'];
const channel = (id: string, greatest: number | undefined) =>
  ({ channel: id, greatest }) as Analysis['channels'][number];
const away = (id: string, startS: number, endS: number) =>
  ({ channel: id, kind: 'gap', startS, endS }) as Analysis['faults'][number];
const figure = (id: string, max = 100) => ({ id, max });

describe('a finding', () => {
  it('of a hold is its first loss and its end', () => {
    expect(
      findingOf(test(), analysis({ marks: marks({ t1S: 30.26, t2S: 41 }), faultId: 'hip_sag' })),
    ).toEqual({
      t1S: 30.26,
      t2S: 41,
      timed: true,
      lossBetween: undefined,
      faultId: 'hip_sag',
      value: undefined,
      parts: {},
      says: ['First loss at 30.3 s'],
    });
    expect(findingOf(test(), analysis()).says).toEqual([]);
    expect(findingOf(test({ kind: 'grade' }), analysis({ marks: marks({ t1S: 3, t2S: 4 }) }))).toMatchObject({
      t1S: undefined,
      t2S: undefined,
      timed: false,
      says: [],
    });
  });
  it('of a loss nobody heard begin is an interval, and no time', () => {
    const between = { fromS: 10, toS: 12.34, kind: 'gap' as const };
    const found = findingOf(test(), analysis({ marks: marks({ t1S: 10, t2S: 20, between }) }));
    expect(found).toMatchObject({ t1S: undefined, t2S: undefined, timed: false, lossBetween: between });
    expect(found.says).toEqual([
      'First loss between 10.0 and 12.3 s: the signal was away. No exact time from it',
    ]);
    expect(unheardText({ ...between, kind: 'stuck' })).toBe(
      'between 10.0 and 12.3 s: the sensor was not to be read',
    );
  });
  it('of a sensor that was not heard is none, and says so once', () => {
    const deaf = analysis({ faults: [away('pelvis_drop', 10, 50)], channels: [channel('pelvis_drop', 9)] });
    const found = findingOf(test({ figures: [figure('drop_deg')] }), deaf);
    expect(found.parts).toEqual({});
    expect(found.timed).toBe(false);
    expect(found.says).toHaveLength(1);
    expect(found.says[0]).toMatch(/from 10\.0 to 50\.0 s: no figure from it$/);
  });
  it('measures beside it only what the test takes, within its range', () => {
    const channels = [channel('pelvis_drop', 7.26), channel('pelvis_turn', 50), channel('cuff', 12)];
    const found = findingOf(
      test({ kind: 'grade', figures: [figure('drop_deg', 30), figure('turn_deg', 30), figure('sway_deg')] }),
      analysis({ channels }),
    );
    expect(found.parts).toEqual({ drop_deg: 7.3, turn_deg: 30 });
    expect(found.says).toEqual(['Greatest drop, °: 7.3', 'Greatest turn, °: 30']);
    const others = findingOf(
      test({
        kind: 'grade',
        figures: ['cuff_mmhg', 'sway_deg', 'excursion_cm', 'push_n'].map((id) => figure(id)),
      }),
      analysis({
        channels: [channel('cuff', 12)],
        sway: { radiusDeg: 2.24 } as Analysis['sway'],
        breath: { breaths: [], holds: [], excursionCm: 4.5, bellyToChest: 1, perMin: 9, bellyFirst: 1 },
        pushes: [{ newtons: 40 }, { newtons: 61 }] as unknown as Analysis['pushes'],
      }),
    );
    expect(others.parts).toEqual({ cuff_mmhg: 12, sway_deg: 2.2, excursion_cm: 4.5, push_n: 50.5 });
    expect(others.says).toEqual([
      'Greatest change of the cuff, mmHg: 12',
      'Sway that holds 95 % of the time, °: 2.2',
      'Excursion, cm: 4.5',
      'Mean of 2 pushes, N: 50.5',
    ]);
    const still = analysis({
      breath: { breaths: [], holds: [], excursionCm: 0, bellyToChest: 1, perMin: 9, bellyFirst: 1 },
    });
    expect(
      findingOf(test({ kind: 'grade', figures: [figure('excursion_cm'), figure('push_n')] }), still).parts,
    ).toEqual({});
  });
  it('counts the breaths before the breath was held', () => {
    const breathing = (more: object = {}) =>
      analysis({
        instrument: 'belt',
        breath: {
          breaths: [5, 10, 15.2, 15.3, 20].map((endS) => ({ endS })) as never,
          holds: [],
          excursionCm: 4,
          bellyToChest: 1.26,
          perMin: 11.6,
          bellyFirst: 1,
          ...more,
        },
      });
    const counted = (a: Analysis, max = 10) => findingOf(test({ kind: 'breaths', max }), a);
    expect(counted(breathing())).toMatchObject({
      value: 5,
      says: ['5 breaths, belly to chest 1.3, 12 a minute'],
    });
    expect(counted(breathing(), 3).value).toBe(3);
    const held = counted(breathing({ holds: [{ startS: 15, endS: 30 }] }));
    expect(held.value).toBe(3);
    expect(held.says).toEqual(['3 breaths, belly to chest 1.3, 12 a minute', 'Breath held from 15 s.']);
    const deaf = counted({ ...breathing(), faults: [away('chest', 0, 50)] });
    expect(deaf.value).toBe(undefined);
    expect(deaf.says).toHaveLength(1);
  });
  it('counts paced breaths before the loss', () => {
    const pace = { by: 'breath', inS: 3, outS: 4, most: 10, counts: true } as const;
    const counted = (m: object, over: Partial<TracedTest> = {}) =>
      findingOf(
        test({ kind: 'breaths', max: 10, pace, ...over }),
        analysis({ instrument: 'cuff', marks: marks(m) }),
      );
    expect(counted({ t1S: 27.9 })).toMatchObject({
      value: 3,
      says: ['3 paced breaths before the loss at 27.9 s'],
    });
    expect(counted({})).toMatchObject({ value: 8, says: ['8 paced breaths before the end'] });
    expect(counted({}, { max: 5 }).value).toBe(5);
    expect(counted({}, { pace: undefined }).value).toBe(undefined);
    expect(counted({ between: { fromS: 1, toS: 2, kind: 'gap' } }).value).toBe(undefined);
  });
  it('reads the angle of a lowering off its time, and a drop off its channel', () => {
    const sweep = { by: 'sweep', everyS: 10, most: 1, counts: false } as const;
    const lowering = (m: object, over: Partial<TracedTest> = {}) =>
      findingOf(
        test({ id: 'leg_lowering_angle', kind: 'degrees', max: 90, pace: sweep, ...over }),
        analysis({ instrument: 'cuff', marks: marks(m) }),
      );
    expect(lowering({ t1S: 6 })).toMatchObject({
      value: 36,
      says: ['Contact lost at 6 s of a 10 s lowering: 36°'],
    });
    expect(lowering({})).toMatchObject({ value: 0, says: ['Contact lost never of a 10 s lowering: 0°'] });
    expect(lowering({ between: { fromS: 1, toS: 2, kind: 'gap' } }).value).toBe(undefined);
    expect(lowering({ t1S: 6 }, { pace: undefined }).value).toBe(undefined);
    expect(lowering({ t1S: 6 }, { kind: 'count' }).value).toBe(undefined);
    const drop = (greatest: number | undefined, more: Partial<Analysis> = {}) =>
      findingOf(
        test({ id: 'pelvic_drop_stance', kind: 'degrees', max: 30, pace: sweep }),
        analysis({ channels: [channel('pelvis_drop', greatest)], ...more }),
      );
    expect(drop(8.26)).toMatchObject({ value: 8.3, says: ['Largest drop 8.3°'] });
    expect(drop(44).value).toBe(30);
    expect(drop(undefined)).toMatchObject({ value: undefined, says: [] });
    expect(drop(8, { faults: [away('pelvis_drop', 0, 40)] }).value).toBe(undefined);
    expect([
      loweringAngleDeg(0, 10),
      loweringAngleDeg(3.34, 10),
      loweringAngleDeg(10, 10),
      loweringAngleDeg(20, 10),
    ]).toEqual([90, 60, 0, 0]);
  });
  it('watches and plays what the test is about', () => {
    expect([
      watchedIn('front_plank', 'belt'),
      watchedIn('perturbed_brace', 'loadcell'),
      watchedIn('front_plank', 'pelvis'),
    ]).toEqual(['breath', 'push', 'hold']);
    expect(
      ['front_plank', 'perturbed_brace', 'ball_seat_lift', 'pelvic_drop_stance'].map((id) =>
        playIn(id, 'pelvis'),
      ),
    ).toEqual(['hold', 'push', 'sway', 'sway']);
    expect(playIn('ball_seat_lift', 'belt')).toBe('breath');
  });
});

describe('a pace', () => {
  const breath = { by: 'breath', inS: 3, outS: 5, most: 2, counts: true } as const;
  const beat = { by: 'beat', everyS: 4, most: 2, counts: false } as const;
  it('goes in and out, beats, and is over', () => {
    expect([cycleS(breath), paceEndS(breath), cycleS(beat), paceEndS(beat)]).toEqual([8, 16, 4, 8]);
    const at = (s: number) => paceAt(breath, s);
    expect(at(-1)).toEqual({ phase: 'in', done: 0, share: 0, leftS: 3 });
    expect(at(1.5)).toEqual({ phase: 'in', done: 0, share: 0.5, leftS: 1.5 });
    expect(at(3)).toEqual({ phase: 'out', done: 0, share: 0, leftS: 5 });
    expect(at(5.5)).toEqual({ phase: 'out', done: 0, share: 0.5, leftS: 2.5 });
    expect(at(8)).toEqual({ phase: 'in', done: 1, share: 0, leftS: 3 });
    expect(at(16)).toEqual({ phase: 'over', done: 2, share: 1, leftS: 0 });
    expect(at(99).done).toBe(2);
    expect(paceAt(beat, 5)).toEqual({ phase: 'beat', done: 1, share: 0.25, leftS: 3 });
    expect(paceAt(beat, 8).phase).toBe('over');
  });
  it('of stages holds each as long, and the last to its end', () => {
    expect([
      stageAt(30, 3, -5),
      stageAt(30, 3, 0),
      stageAt(30, 3, 30),
      stageAt(30, 3, 75),
      stageAt(30, 3, 200),
    ]).toEqual([
      { stage: 0, heldS: 0, leftS: 30 },
      { stage: 0, heldS: 0, leftS: 30 },
      { stage: 1, heldS: 0, leftS: 30 },
      { stage: 2, heldS: 15, leftS: 15 },
      { stage: 2, heldS: 30, leftS: 0 },
    ]);
    expect([stageText(30, 3, 75.4), stageText(30, 3, 89), stageText(30, 3, 90)]).toEqual([
      'stage 3 of 3, 15 s into it',
      'stage 3 of 3, 29 s into it',
      'all 3 stages',
    ]);
  });
});

describe('a test at the station', () => {
  const posture = screenTest('front_plank').posture;
  const reps = {
    id: 'minute_reps',
    kind: 'count',
    withGrade: false,
    countsFaults: true,
    stopAtS: 60,
    pace: undefined,
    sided: false,
    target: '20 reps',
    directions: [{ id: 'front', name: 'Front', target: 90, most: 60 }],
    rungs: [
      { id: 'one', name: 'One', ladder: 'L', sided: true, target: 12, posture, bars: [] },
      { id: 'two', name: 'Two', ladder: 'L', sided: false, target: 15, posture, bars: [] },
    ],
  } as unknown as StationTest;
  it('is done on the rung that is chosen', () => {
    expect(onRung(reps, undefined)).toBe(reps);
    expect(onRung(reps, 'gone')).toBe(reps);
    expect(onRung(reps, 'one')).toEqual({
      ...reps,
      rungId: 'one',
      sided: true,
      sideMeans: 'Side that works',
      posture,
      target: '12 reps',
      targetNote: 'the reps in 60 s this rung asks for',
    });
    expect(onRung(reps, 'two')).toMatchObject({ rungId: 'two', sided: false, sideMeans: undefined });
  });
  it('says to its clock what it must know', () => {
    expect(specOf(reps)).toEqual({
      kind: 'count',
      withGrade: false,
      stopAtS: 60,
      pace: undefined,
      directionIds: ['front'],
      countsFaults: true,
    });
    expect([sideName('both'), sideName('left'), otherOf('left'), otherOf('right')]).toEqual([
      '',
      'left',
      'right',
      'left',
    ]);
  });
});
