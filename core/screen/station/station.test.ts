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

  it('asks where it was felt and for pain before it can be kept', () => {
    const ended = run(hold(), { type: 'start', atMs: 0 }, { type: 'stop', atMs: 30_000 });
    expect(openQuestions(ended)).toEqual(['felt', 'pain']);
    const painful = run(ended, { type: 'felt', place: 'trunk' }, { type: 'pain', score: 2 });
    expect(openQuestions(painful)).toEqual(['pain']);
    expect(openQuestions(run(painful, { type: 'pain', score: 2, region: 'low back' }))).toEqual([]);
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
