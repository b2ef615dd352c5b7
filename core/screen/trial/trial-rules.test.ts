import { type ScreenTest, screenTest } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import type { TestGate } from '~/core/clear/gate';
import { gateOf } from '~/core/clear/testing';
import { issue } from '~/core/result';
import { minuteRungs, repsInMinute, testOn } from './by-rung';
import { type Correction, correctedTrial, correctionSchema } from './correct';
import { makeTrial } from './testing';
import { countedFaults, directionsOf, meanOfParts, type Trial, trialProblems, workingSide } from './trial';

const free = gateOf().test('front_plank');
const problems = (trial: Partial<Trial>, test: Partial<ScreenTest> = {}, gate: Partial<TestGate> = {}) => {
  const its = { ...screenTest('front_plank'), name: 'Test', ...test };
  return trialProblems(
    { ...makeTrial(its.id, its.sided ? 'left' : 'both', 40), ...trial },
    its,
    { ...free, ...gate },
    shippedTrade,
  );
};

describe('what is wrong with a trial', () => {
  it('is nothing with a plain one', () => {
    expect(problems({})).toEqual([]);
  });
  it('is every bar of its gate, by the name of the test', () => {
    const bars = [issue('bar.held', { quality: 'x' }), issue('bar.not_cleared')];
    expect(problems({}, {}, { bars })).toEqual([
      issue('trial.barred', { quality: 'x', test: 'Test', bar: 'bar.held' }),
      issue('trial.barred', { test: 'Test', bar: 'bar.not_cleared' }),
    ]);
  });
  it('is a side it does not have, or has not said', () => {
    expect(problems({ side: 'both' }, { sided: true })).toEqual([
      issue('trial.needs_side', { test: 'Test' }),
    ]);
    expect(problems({ side: 'right' }, { sided: true })).toEqual([]);
    expect(problems({ side: 'left' })).toEqual([issue('trial.no_sides', { test: 'Test' })]);
    // The sides of a test on a rung are its rung's.
    expect(problems({ side: 'left', rungId: 'plank_full' }, { byRung: true })).toEqual([]);
  });
  it('is a grade that is missing when everything else was answered', () => {
    const missing = [issue('trial.needs_grade', { test: 'Test' })];
    expect(problems({}, { withGrade: true })).toEqual(missing);
    expect(problems({ value: null }, { kind: 'grade' })).toEqual(missing);
    expect(problems({ grade: 'owned' }, { withGrade: true })).toEqual([]);
    expect(problems({ answered: false }, { withGrade: true })).toEqual([]);
    for (const endReason of ['pain', 'stopped'] as const)
      expect(problems({ endReason }, { withGrade: true })).toEqual([]);
  });
  it('is a figure that is missing or outside the test', () => {
    expect(problems({ value: null })).toEqual([issue('trial.needs_figure', { test: 'Test', unit: 's' })]);
    for (const endReason of ['pain', 'stopped'] as const)
      expect(problems({ value: null, endReason })).toEqual([]);
    const outside = (value: number) => [
      issue('trial.outside', { test: 'Test', value, least: 5, most: 60, unit: 's' }),
    ];
    const range = { min: 5, max: 60 };
    expect(problems({ value: 4 }, range)).toEqual(outside(4));
    expect(problems({ value: 61 }, range)).toEqual(outside(61));
    expect([problems({ value: 5 }, range), problems({ value: 60 }, range)]).toEqual([[], []]);
    expect(problems({ value: 900, grade: 'owned' }, { kind: 'grade', ...range })).toEqual([]);
  });
  it('is a level over what a caution leaves', () => {
    const level = { kind: 'level' as const, min: 0, max: 5 };
    expect(problems({ value: 3 }, level, { maxLevel: 2 })).toEqual([
      issue('trial.level', { test: 'Test', level: 2 }),
    ]);
    expect(problems({ value: 2 }, level, { maxLevel: 2 })).toEqual([]);
    expect(problems({ value: 3 }, level)).toEqual([]);
    expect(problems({ value: 40 }, {}, { maxLevel: 2 })).toEqual([]);
  });
  it('is a rung where one is needed, and where none is', () => {
    expect(problems({}, { byRung: true })).toEqual([issue('trial.needs_rung', { test: 'Test' })]);
    expect(problems({ rungId: 'plank_full' })).toEqual([issue('trial.no_rung', { test: 'Test' })]);
  });
  it('is an angle that is missing, or outside the test or the caution', () => {
    const arcs = {
      kind: 'degrees' as const,
      min: 0,
      max: 120,
      directions: [
        { id: 'front', name: 'Front', target: 90 },
        { id: 'back', name: 'Back', target: 45 },
      ],
    };
    const parts = { front: 90, back: 40 };
    expect(problems({ parts }, arcs)).toEqual([]);
    expect(problems({ parts: { front: 90 } }, arcs)).toEqual([
      issue('trial.needs_angle', { test: 'Test', direction: 'back' }),
    ]);
    expect(problems({ parts: null }, arcs)).toHaveLength(2);
    expect(problems({ parts: { front: 90 }, endReason: 'pain' }, arcs)).toEqual([]);
    const outside = (value: number, most: number) => [
      issue('trial.angle_outside', { test: 'Test', direction: 'front', value, least: 0, most }),
    ];
    expect(problems({ parts: { ...parts, front: 121 } }, arcs)).toEqual(outside(121, 120));
    expect(problems({ parts: { ...parts, front: -1 } }, arcs)).toEqual(outside(-1, 120));
    expect(problems({ parts: { front: 61, back: 0 } }, arcs, { maxDeg: 60 })).toEqual(outside(61, 60));
    expect(problems({ parts: { front: 60, back: 0, limit: 60 } }, arcs, { maxDeg: 60 })).toEqual([]);
    expect(problems({ parts: { front: 120, back: 0 } }, arcs)).toEqual([]);
    // A direction a caution leaves out is neither asked nor taken.
    expect(problems({ parts: { front: 90 } }, arcs, { omits: ['back'] })).toEqual([]);
    expect(problems({ parts }, arcs, { omits: ['back'] })).toEqual([
      issue('trial.unknown_figure', { test: 'Test', id: 'back' }),
    ]);
    expect(directionsOf({ ...screenTest('front_plank') }, free)).toEqual([]);
  });
  it('is a figure beside it that is unknown or outside its range', () => {
    const figures = [
      { id: 'drop', name: 'Drop', unit: '°', min: 1, max: 30, typicalError: 1, lowerIsBetter: true },
    ];
    const said = (value: number) => [
      issue('trial.figure_outside', { figure: 'Drop', value, least: 1, most: 30, unit: '°' }),
    ];
    expect([
      problems({ parts: { drop: 1 } }, { figures }),
      problems({ parts: { drop: 30 } }, { figures }),
    ]).toEqual([[], []]);
    expect(problems({ parts: { drop: 0 } }, { figures })).toEqual(said(0));
    expect(problems({ parts: { drop: 31 } }, { figures })).toEqual(said(31));
    expect(problems({ parts: {} }, { figures })).toEqual([]);
    const unknown = (id: string) => [issue('trial.unknown_figure', { test: 'Test', id })];
    expect(problems({ parts: { other: 1 } }, { figures })).toEqual(unknown('other'));
    expect(problems({ parts: { limit: 30 } })).toEqual(unknown('limit'));
    expect(problems({ parts: { one_leg: 1 } })).toEqual([]);
  });
  it('is a fault that is unknown, comes after the end, or does not add up', () => {
    const fault = (faultId: string, atS: number | null = null) => ({ faultId, atS });
    expect(problems({ faults: [fault('made_up')] })).toEqual([
      issue('trial.unknown_fault', { id: 'made_up' }),
    ]);
    // A tenth of a second is the tap's own.
    expect(problems({ faults: [fault('hip_sag', 40.1)] })).toEqual([]);
    expect(problems({ faults: [fault('hip_sag', 40.2)] })).toEqual([
      issue('trial.fault_after_end', { atS: 40.2, value: 40 }),
    ]);
    expect(problems({ faults: [fault('hip_sag', 50)], value: null, endReason: 'pain' })).toEqual([]);
    expect(problems({ faults: [fault('hip_sag', 50)] }, { kind: 'count' })).toEqual([]);
    expect(problems({ t1S: 40.1 })).toEqual([]);
    expect(problems({ t1S: 40.2 })).toEqual([issue('trial.loss_after_end', { t1S: 40.2, value: 40 })]);
    expect(problems({ t1S: 50 }, { kind: 'count' })).toEqual([]);
    expect(problems({ t1S: 50, value: null, endReason: 'pain' })).toEqual([]);
    const counts = { kind: 'count' as const, countsFaults: true };
    expect(problems({ value: 1, faults: [fault('hip_sag'), fault('hip_sag')] }, counts)).toEqual([
      issue('trial.faults_exceed', { value: 1, faults: 2 }),
    ]);
    expect(problems({ value: 1, faults: [fault('hip_sag'), fault('pain')] }, counts)).toEqual([]);
    expect(problems({ value: null, endReason: 'pain', faults: [fault('hip_sag')] }, counts)).toEqual([]);
    expect(problems({ value: 1, faults: [fault('hip_sag'), fault('hip_sag')] }, { kind: 'count' })).toEqual(
      [],
    );
    expect(countedFaults([fault('a'), fault('pain'), fault('b')])).toBe(2);
  });
  it('is a faulted grade without a fault, once it is answered', () => {
    const graded = { withGrade: true };
    const missing = [issue('trial.needs_fault', { test: 'Test' })];
    expect(problems({ grade: 'faulted' }, graded)).toEqual(missing);
    expect(problems({ grade: 'cued' }, graded)).toEqual([]);
    expect(problems({ grade: 'faulted', answered: false }, graded)).toEqual([]);
    expect(problems({ grade: 'faulted', endReason: 'stopped' }, graded)).toEqual([]);
    expect(problems({ grade: 'faulted', faults: [{ faultId: 'hip_sag', atS: null }] }, graded)).toEqual([]);
  });
});

it('the side that works is the one set up, or the other one', () => {
  expect([
    workingSide('left', 'same'),
    workingSide('left', 'opposite'),
    workingSide('right', 'opposite'),
    workingSide('both', 'opposite'),
  ]).toEqual(['left', 'right', 'left', 'both']);
});

it('a mean of directions is in tenths, with nothing of nothing', () => {
  expect([
    meanOfParts({ a: 10, b: 15.25 }, ['a', 'b']),
    meanOfParts({ a: 10 }, ['a', 'b']),
    meanOfParts({}, []),
  ]).toEqual([12.6, 5, 0]);
});

describe('a test on a rung', () => {
  const reps = screenTest('minute_reps');
  const counted = minuteRungs(shippedTrade);
  it('takes its sides, shape, target and quality', () => {
    const [first] = counted;
    if (!first) throw new Error('no rung');
    const { rung } = first;
    expect(testOn(reps, shippedTrade, rung.id)).toEqual({
      ...reps,
      name: `${reps.name}: ${rung.name}`,
      sided: rung.sided,
      posture: rung.posture,
      target: { any: repsInMinute(rung), source: 'standard' },
      feeds: [{ quality: shippedTrade.ladderOf(rung.id).quality, weight: 3, worksSide: 'same' }],
    });
    expect(testOn(reps, shippedTrade, 'plank_full').target.any).toBe(20);
    for (const id of [null, undefined, '', 'gone']) expect(testOn(reps, shippedTrade, id)).toBe(reps);
    const plank = screenTest('front_plank');
    expect(testOn(plank, shippedTrade, rung.id)).toBe(plank);
  });
  it('is one that asks for reps in a minute, and is not hidden', () => {
    const ids = counted.map(({ rung }) => rung.id);
    expect(ids).toEqual(
      shippedTrade.ladders
        .flatMap((ladder) => ladder.rungs)
        .filter((rung) => rung.advance_when.reps_in_60s !== undefined || rung.unit === 'reps_in_60s')
        .map(({ id }) => id),
    );
    const [hidden] = ids;
    const trade = { ...shippedTrade, isHidden: (id: string) => id === hidden };
    expect(minuteRungs(trade).map(({ rung }) => rung.id)).toEqual(ids.slice(1));
    const plank = shippedTrade.rung('plank_full');
    expect(repsInMinute({ ...plank, unit: 'reps_in_60s' })).toBe(plank.goal.amount);
    expect(repsInMinute(plank)).toBe(undefined);
    expect(repsInMinute({ ...plank, advance_when: { reps_in_60s: 12, clean: true } })).toBe(12);
  });
});

describe('a correction', () => {
  const id = '0190aaaa-0000-7000-8000-0000000000ff';
  const correction = (over: Partial<Correction> = {}): Correction => ({
    id,
    trialId: '0190aaaa-0000-7000-8000-0000000000fe',
    takeOut: false,
    value: null,
    grade: null,
    reason: 'misread',
    ...over,
  });
  const stands = (old: Trial, over: Partial<Correction>) => {
    const result = correctedTrial(shippedTrade, old, correction(over));
    if (!result.ok) throw new Error(JSON.stringify(result.issues));
    return result.value;
  };
  const refused = (old: Trial, over: Partial<Correction>) => {
    const result = correctedTrial(shippedTrade, old, correction(over));
    return result.ok ? [] : result.issues.map(({ code, path }) => [code, path.join('.')]);
  };
  const plank = (more: Partial<Trial> = {}) => makeTrial('front_plank', 'both', 60, more);
  it('gives the trial another figure, and says of what and why', () => {
    const old = plank({
      t1S: 20,
      faults: [{ faultId: 'hip_sag', atS: 20 }],
      staffId: 'x',
      marks: ['future'],
    });
    const { comparable: _c, staffId: _s, marks: _m, ...same } = old;
    expect(stands(old, { value: 50 })).toEqual({
      ...same,
      id,
      value: 50,
      answered: true,
      supersedesId: old.id,
      reason: 'misread',
    });
  });
  it('ends what lay after the new end', () => {
    const old = plank({
      t1S: 45,
      faults: [
        { faultId: 'hip_sag', atS: 45 },
        { faultId: 'hip_sag', atS: 30 },
        { faultId: 'breath_hold', atS: null },
        { faultId: 'hip_pike', atS: 40 },
      ],
    });
    const shorter = stands(old, { value: 40 });
    expect(shorter.t1S).toBe(40);
    expect(shorter.faults.map(({ faultId, atS }) => `${faultId} ${atS}`)).toEqual([
      'hip_sag 30',
      'breath_hold null',
      'hip_pike 40',
    ]);
    expect(stands(old, { grade: 'cued' })).toMatchObject({
      t1S: 45,
      value: 60,
      grade: 'cued',
      faults: old.faults,
    });
    expect(stands(plank(), { value: 40 }).t1S).toBe(null);
    // What is no hold keeps its faults.
    const steps = makeTrial('step_down', 'left', 3, { faults: [{ faultId: 'knee_in', atS: 50 }] });
    expect(stands(steps, { value: 4 }).faults).toHaveLength(1);
  });
  it('of a hold that was held makes it lost, unless it is the same figure', () => {
    const held = plank({ endReason: 'cap', capS: 60 });
    expect(stands(held, { value: 50 }).endReason).toBe('loss');
    expect(stands(held, { value: 60 }).endReason).toBe('cap');
    expect(stands(held, {}).endReason).toBe('cap');
    expect(stands(plank({ endReason: 'done' }), { value: 50 }).endReason).toBe('done');
  });
  it('takes a trial out of the count', () => {
    const old = plank({ t1S: 20, faults: [{ faultId: 'hip_sag', atS: 20 }], parts: { one_leg: 1 } });
    expect(stands(old, { takeOut: true, value: 50 })).toMatchObject({
      value: null,
      grade: null,
      t1S: null,
      parts: null,
      faults: [],
      endReason: 'stopped',
      supersedesId: old.id,
    });
  });
  it('keeps a grade its grade, and its figure none', () => {
    const old = makeTrial('bridge_foot_float', 'left', null, { grade: 'cued' });
    expect(stands(old, { grade: 'owned' })).toMatchObject({ grade: 'owned', value: null });
    expect(stands(old, {}).grade).toBe('cued');
    expect(stands({ ...old, value: 5 }, {}).value).toBe(null);
  });
  it('of several directions scales them to the new mean', () => {
    const arcs = makeTrial('leg_raise_arc', 'left', 60, {
      parts: { front: 90, side: 60, back: 30, limit: 100 },
    });
    expect(stands(arcs, { value: 40 }).parts).toEqual({ front: 60, side: 40, back: 20, limit: 100 });
    expect(stands(arcs, {}).parts).toEqual(arcs.parts);
    const none = makeTrial('leg_raise_arc', 'left', 0, { parts: { front: 0, side: 0, back: 0 } });
    expect(stands(none, { value: 5 }).parts).toEqual(none.parts);
    // A direction that was left out does not count to the mean.
    const two = makeTrial('leg_raise_arc', 'left', 45, {
      parts: { front: 60, side: 30 },
      endReason: 'stopped',
    });
    expect(stands(two, { value: 90 }).parts).toEqual({ front: 120, side: 60 });
    expect(stands(plank({ parts: { one_leg: 1 } }), { value: 30 }).parts).toEqual({ one_leg: 1 });
  });
  it('is refused where no figure can be so', () => {
    expect(refused(plank(), { value: 9999 })).toEqual([['trial.outside', 'value']]);
    expect(refused(plank(), { value: Number.NaN })).toEqual([['trial.impossible', 'value']]);
    expect(
      refused(makeTrial('step_down', 'left', 3, { faults: [{ faultId: 'knee_in', atS: null }] }), {
        value: 0,
      }),
    ).toEqual([['trial.faults_exceed', 'value']]);
  });
  it('needs a reason of three letters, without what cannot be seen', () => {
    const read = (reason: string) => correctionSchema.safeParse({ ...correction(), trialId: id, reason });
    expect(read('  mis\u200bread ').data?.reason).toBe('misread');
    expect(read(' ab ').error?.issues[0]?.message).toBe('trial.reason');
    expect(read('x'.repeat(301)).error?.issues[0]?.message).toBe('form.too_long');
    expect(
      correctionSchema.safeParse({ ...correction(), trialId: id, value: 'x' }).error?.issues[0]?.message,
    ).toBe('form.number');
  });
});
