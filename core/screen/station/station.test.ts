import fc from 'fast-check';
import {
  elapsedS,
  openQuestions,
  readyStation,
  type StationEvent,
  type StationState,
  stepStation,
} from './station';

const run = (state: StationState, ...events: StationEvent[]) => events.reduce(stepStation, state);
const hold = () => readyStation({ kind: 'hold', stopAtS: 240 }, 'left');
const sag = (atMs: number): StationEvent => ({ type: 'fault', faultId: 'hip_sag', action: 'stop', atMs });

describe('a timed hold', () => {
  it('runs through one correction and ends at the second loss; t1 and t2 are kept', () => {
    const state = run(
      hold(),
      { type: 'start', atMs: 1000 },
      sag(42_000),
      { type: 'corrected', atMs: 44_000 },
      sag(52_300),
    );
    expect(state).toMatchObject({ phase: 'answers', t1S: 41, value: 51.3, endReason: 'loss' });
    expect(state.faults).toEqual([
      { faultId: 'hip_sag', atS: 41 },
      { faultId: 'hip_sag', atS: 51.3 },
    ]);
  });

  it('ends when the correction runs out after 3 s', () => {
    const correcting = run(hold(), { type: 'start', atMs: 0 }, sag(20_000));
    expect(correcting.phase).toBe('correcting');
    expect(run(correcting, { type: 'tick', atMs: 22_999 }).phase).toBe('correcting');
    expect(run(correcting, { type: 'tick', atMs: 23_400 })).toMatchObject({
      phase: 'answers',
      value: 23,
      endReason: 'loss',
    });
  });

  it('stops at the cap as held', () => {
    const state = run(
      readyStation({ kind: 'hold', stopAtS: 10 }, 'both'),
      { type: 'start', atMs: 0 },
      { type: 'tick', atMs: 10_050 },
    );
    expect(state).toMatchObject({ phase: 'answers', value: 10, endReason: 'cap' });
  });

  it('takes shaking as no fault of the hold', () => {
    const state = run(
      hold(),
      { type: 'start', atMs: 0 },
      { type: 'fault', faultId: 'tremor_ok', action: 'allowed', atMs: 5000 },
    );
    expect(state).toMatchObject({ phase: 'running', t1S: undefined });
    expect(state.faults).toHaveLength(1);
  });

  it('ends at once on pain or cramp', () => {
    const start: StationEvent = { type: 'start', atMs: 0 };
    expect(run(hold(), start, { type: 'pain_stop', atMs: 8000 })).toMatchObject({
      phase: 'answers',
      endReason: 'pain',
      value: 8,
    });
    expect(
      run(hold(), start, { type: 'fault', faultId: 'hamstring_cramp', action: 'stop', atMs: 9000 }),
    ).toMatchObject({ endReason: 'loss', value: 9 });
  });

  it('takes pain named after the end as the reason, once, and undo takes it back', () => {
    const ended = run(hold(), { type: 'start', atMs: 0 }, { type: 'stop', atMs: 30_000 });
    const painful = run(ended, { type: 'pain_stop', atMs: 31_000 });
    expect(painful).toMatchObject({ phase: 'answers', value: 30, endReason: 'pain' });
    expect(run(painful, { type: 'pain_stop', atMs: 32_000 }).faults).toHaveLength(1);
    expect(run(painful, { type: 'undo' }).endReason).toBe('loss');
  });

  it('asks where it was felt and for pain before it can be kept', () => {
    const ended = run(hold(), { type: 'start', atMs: 0 }, { type: 'stop', atMs: 30_000 });
    expect(openQuestions(ended)).toEqual(['felt', 'pain']);
    const painful = run(ended, { type: 'felt', place: 'trunk' }, { type: 'pain', score: 2 });
    expect(openQuestions(painful)).toEqual(['pain']);
    expect(openQuestions(run(painful, { type: 'pain', score: 2, region: 'low back' }))).toEqual([]);
  });
});

describe('graded and counted tests', () => {
  it('takes a grade without a clock', () => {
    const state = run(readyStation({ kind: 'grade' }, 'left'), { type: 'grade', grade: 'cued' });
    expect(state).toMatchObject({ phase: 'answers', grade: 'cued', endReason: 'done' });
  });
  it('asks for the grade beside a figure', () => {
    const state = run(readyStation({ kind: 'breaths', withGrade: true }, 'both'), {
      type: 'figure',
      value: 4,
    });
    expect(openQuestions(state)).toEqual(['grade', 'felt', 'pain']);
  });
});

describe('paced tests', () => {
  const pace = { by: 'breath', inS: 3, outS: 4, most: 10, counts: true } as const;
  const breathing = () => run(readyStation({ kind: 'breaths', pace }, 'both'), { type: 'start', atMs: 500 });

  it('counts finished breaths when the tester stops at the first loss', () => {
    expect(run(breathing(), { type: 'stop', atMs: 500 + 27_900 })).toMatchObject({
      phase: 'answers',
      value: 3,
      endReason: 'done',
    });
  });
  it('ends by itself when the pace has run out, with every breath counted', () => {
    expect(run(breathing(), { type: 'tick', atMs: 500 + 69_999 }).phase).toBe('running');
    expect(run(breathing(), { type: 'tick', atMs: 500 + 70_000 })).toMatchObject({
      phase: 'answers',
      value: 10,
    });
  });
  it('leaves the figure to the tester when the pace only sets the tempo', () => {
    const beat = { by: 'beat', everyS: 4, most: 5, counts: false } as const;
    const ended = run(
      readyStation({ kind: 'level', pace: beat }, 'both'),
      { type: 'start', atMs: 0 },
      { type: 'tick', atMs: 20_000 },
    );
    expect(openQuestions(ended)[0]).toBe('figure');
    expect(run(ended, { type: 'figure', value: 2 }).value).toBe(2);
  });
});

describe('angles in several directions', () => {
  const arcs = () => readyStation({ kind: 'degrees', directionIds: ['front', 'side', 'back'] }, 'left');

  it('makes the mean when the last one is in, and takes it back when one is cleared', () => {
    const two = run(
      arcs(),
      { type: 'part', id: 'front', value: 90 },
      { type: 'part', id: 'back', value: 40 },
    );
    expect(two).toMatchObject({ phase: 'ready', value: undefined });
    const three = run(two, { type: 'part', id: 'side', value: 70 });
    expect(three).toMatchObject({ phase: 'answers', value: 66.7, readBy: 'eye' });
    expect(run(three, { type: 'part', id: 'side', value: undefined })).toMatchObject({ value: undefined });
  });
  it('keeps how the angle was read', () => {
    const read = run(arcs(), { type: 'part', id: 'front', value: 88, readBy: 'still' });
    expect(read.readBy).toBe('still');
    expect(run(readyStation({ kind: 'hold' }, 'both'), { type: 'read_by', by: 'sensor' }).readBy).toBe(
      undefined,
    );
  });
});

describe('marks of a trace', () => {
  it('set first loss and end of a hold, never past the cap', () => {
    const ended = run(hold(), { type: 'start', atMs: 0 }, { type: 'stop', atMs: 60_000 });
    expect(run(ended, { type: 'marks', t1S: 41.24, t2S: 52.3 })).toMatchObject({ t1S: 41.2, value: 52.3 });
    expect(run(ended, { type: 'marks', t1S: 500, t2S: 400 })).toMatchObject({ t1S: 240, value: 240 });
    expect(run(hold(), { type: 'marks', t1S: 1, t2S: 2 }).phase).toBe('ready');
  });
});

describe('undo', () => {
  it('goes back one step at a time, always to the ready state', () => {
    const event: fc.Arbitrary<StationEvent> = fc.oneof(
      fc.constant<StationEvent>({ type: 'start', atMs: 0 }),
      fc.integer({ min: 1, max: 300_000 }).map((atMs): StationEvent => ({ type: 'tick', atMs })),
      fc.integer({ min: 1, max: 300_000 }).map(sag),
      fc.integer({ min: 1, max: 300_000 }).map((atMs): StationEvent => ({ type: 'corrected', atMs })),
      fc.integer({ min: 1, max: 300_000 }).map((atMs): StationEvent => ({ type: 'stop', atMs })),
      fc.constant<StationEvent>({ type: 'felt', place: 'hip' }),
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 20 }), (events) => {
        let state = run(hold(), ...events);
        expect(elapsedS(state, 1_000_000)).toBeLessThanOrEqual(240);
        if (state.value !== undefined) expect(state.value).toBeLessThanOrEqual(240);
        for (let i = 0; i < 30; i += 1) state = stepStation(state, { type: 'undo' });
        expect(state).toMatchObject({ phase: 'ready', faults: [], value: undefined });
      }),
    );
  });
});
