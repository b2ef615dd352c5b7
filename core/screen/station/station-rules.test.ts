import {
  elapsedS,
  endOfHold,
  isKeepable,
  openQuestions,
  readyStation,
  type StationEvent,
  type StationSpec,
  type StationState,
  stepStation,
  trialOf,
} from './station';

const run = (state: StationState, ...events: StationEvent[]) => events.reduce(stepStation, state);
const ready = (spec: Partial<StationSpec> = {}) => readyStation({ kind: 'hold', ...spec }, 'left');
const start: StationEvent = { type: 'start', atMs: 1000 };
const at = (seconds: number) => 1000 + seconds * 1000;
const stop = (seconds: number): StationEvent => ({ type: 'stop', atMs: at(seconds) });
const tick = (seconds: number): StationEvent => ({ type: 'tick', atMs: at(seconds) });
const corrected = (seconds: number): StationEvent => ({ type: 'corrected', atMs: at(seconds) });
const painStop = (seconds: number): StationEvent => ({ type: 'pain_stop', atMs: at(seconds) });
const fault = (seconds: number, faultId = 'hip_sag', action: 'stop' | 'allowed' = 'stop'): StationEvent => ({
  type: 'fault',
  faultId,
  action,
  atMs: at(seconds),
});
const beat = { by: 'beat', everyS: 4, most: 5, counts: false } as const;

const frame = {
  id: 'trial',
  screeningId: 'screen',
  testId: 'front_plank',
  onDate: '2026-11-25',
  capS: 10,
  recordedAt: '2026-11-25T10:00:00.000Z',
  rungId: null,
  traceId: 'trace',
  stillId: null,
  limitDeg: undefined,
  form: undefined,
};

describe('a station made ready', () => {
  it('knows what its test says, and nothing of a trial', () => {
    const nothing = {
      side: 'left',
      phase: 'ready',
      startedAtMs: undefined,
      correctUntilMs: undefined,
      corrected: false,
      t1S: undefined,
      value: undefined,
      grade: undefined,
      parts: {},
      faults: [],
      feltIn: [],
      note: '',
      painScore: undefined,
      painRegion: undefined,
      endReason: undefined,
      before: undefined,
    };
    expect(ready()).toEqual({
      ...nothing,
      kind: 'hold',
      withGrade: false,
      stopAtS: undefined,
      pace: undefined,
      directionIds: [],
      countsFaults: false,
      readBy: undefined,
    });
    const spec: StationSpec = {
      kind: 'degrees',
      withGrade: true,
      stopAtS: 9,
      pace: beat,
      directionIds: ['front'],
      countsFaults: true,
    };
    expect(readyStation(spec, 'left')).toEqual({ ...nothing, ...spec, readBy: 'eye' });
  });
});

describe('the clock', () => {
  it('reads 0 before its start, and a hold no further than its end', () => {
    expect(elapsedS(ready(), at(5))).toBe(0);
    const hold = run(ready({ stopAtS: 10 }), start);
    expect([elapsedS(hold, at(4)), elapsedS(hold, at(40)), elapsedS(hold, at(-1))]).toEqual([4, 10, 0]);
    expect(elapsedS(run(ready(), start), at(40))).toBe(40);
    expect(elapsedS(run(ready({ kind: 'breaths', stopAtS: 10 }), start), at(40))).toBe(40);
  });
  it('ends a hold at its seconds, as held from its end on', () => {
    expect([
      endOfHold(9.994, 10),
      endOfHold(10, 10),
      endOfHold(10.4, 10),
      endOfHold(50.126, undefined),
    ]).toEqual([
      { heldS: 9.99, endReason: 'loss' },
      { heldS: 10, endReason: 'cap' },
      { heldS: 10, endReason: 'cap' },
      { heldS: 50.13, endReason: 'loss' },
    ]);
  });
  it('is started once and stopped while it runs', () => {
    const running = run(ready(), start);
    expect(running).toMatchObject({ phase: 'running', startedAtMs: 1000, before: ready() });
    expect(stepStation(running, { type: 'start', atMs: 9000 })).toBe(running);
    const still = ready();
    for (const event of [stop(3), tick(3), corrected(3)]) expect(stepStation(still, event)).toBe(still);
    const ended = run(running, stop(3));
    for (const event of [start, stop(4), tick(400), corrected(4)])
      expect(stepStation(ended, event)).toBe(ended);
    expect(ended).toMatchObject({ phase: 'answers', value: 3, endReason: 'loss' });
  });
  it('ends what is no hold as done, and only a pace ends it by itself', () => {
    const level = run(ready({ kind: 'level', pace: beat }), start);
    expect(stepStation(level, tick(19.9))).toBe(level);
    expect(stepStation(level, tick(20))).toMatchObject({
      phase: 'answers',
      endReason: 'done',
      value: undefined,
    });
    expect(stepStation(level, stop(7))).toMatchObject({ phase: 'answers', endReason: 'done' });
    const free = run(ready({ kind: 'count' }), start);
    expect(stepStation(free, tick(4000))).toBe(free);
    // A figure that was read stands before what the pace has counted.
    const counts = { by: 'breath', inS: 3, outS: 4, most: 10, counts: true } as const;
    const read = { ...run(ready({ kind: 'breaths', pace: counts }), start), value: 2 };
    expect(stepStation(read, stop(30)).value).toBe(2);
  });
  it('at its end is held; before it is lost', () => {
    const hold = () => run(ready({ stopAtS: 10 }), start);
    expect(stepStation(hold(), tick(9.99)).phase).toBe('running');
    expect(stepStation(hold(), tick(10))).toMatchObject({ value: 10, endReason: 'cap' });
    expect(stepStation(hold(), stop(10))).toMatchObject({ value: 10, endReason: 'cap' });
    expect(stepStation(hold(), stop(14))).toMatchObject({ value: 10, endReason: 'cap' });
    expect(stepStation(hold(), stop(9.5))).toMatchObject({ value: 9.5, endReason: 'loss' });
    const endless = run(ready(), start);
    expect(stepStation(endless, tick(9999))).toBe(endless);
  });
});

describe('a correction', () => {
  const hold = (stopAtS?: number) => run(ready({ stopAtS }), start, fault(5));
  it('has three seconds, counted from the loss', () => {
    expect(hold()).toMatchObject({ phase: 'correcting', t1S: 5, correctUntilMs: at(8) });
    expect(stepStation(hold(), tick(7.9)).phase).toBe('correcting');
    expect(stepStation(hold(), tick(8))).toMatchObject({ phase: 'answers', value: 8, endReason: 'loss' });
    // However late the tick comes.
    expect(stepStation(hold(60), tick(61))).toMatchObject({
      value: 8,
      endReason: 'loss',
      correctUntilMs: undefined,
    });
  });
  it('that would run past the end of the test ends there, as held', () => {
    expect(stepStation(hold(7), tick(7))).toMatchObject({ value: 7, endReason: 'cap' });
    expect(stepStation(hold(7), tick(9))).toMatchObject({ value: 7, endReason: 'cap' });
    expect(stepStation(hold(8), tick(9))).toMatchObject({ value: 8, endReason: 'loss' });
    expect(stepStation(hold(7), tick(6.9)).phase).toBe('correcting');
  });
  it('is had once; what else is seen meanwhile changes neither its end nor the first loss', () => {
    const seen = stepStation(hold(), fault(6, 'hip_pike'));
    expect(seen).toMatchObject({ phase: 'correcting', t1S: 5, correctUntilMs: at(8) });
    expect(seen.faults).toEqual([
      { faultId: 'hip_sag', atS: 5 },
      { faultId: 'hip_pike', atS: 6 },
    ]);
    const again = run(hold(), corrected(6));
    expect(again).toMatchObject({ phase: 'running', corrected: true, correctUntilMs: undefined });
    expect(stepStation(again, tick(30)).phase).toBe('running');
    expect(stepStation(again, fault(20.04))).toMatchObject({
      phase: 'answers',
      value: 20.04,
      t1S: 5,
      endReason: 'loss',
      faults: [
        { faultId: 'hip_sag', atS: 5 },
        { faultId: 'hip_sag', atS: 20 },
      ],
    });
    const running = run(ready(), start);
    expect(stepStation(running, corrected(2))).toBe(running);
  });
  it('may be stopped by hand', () => {
    expect(stepStation(hold(), stop(6))).toMatchObject({ value: 6, t1S: 5, endReason: 'loss' });
  });
});

describe('a fault', () => {
  it('of some kinds ends a hold at once', () => {
    for (const id of ['hamstring_cramp', 'balance_lost', 'grip_lost'])
      expect(run(ready(), start, fault(4, id))).toMatchObject({
        phase: 'answers',
        value: 4,
        t1S: 4,
        endReason: 'loss',
      });
    expect(run(ready(), start, fault(4.26, 'pain'))).toMatchObject({
      phase: 'answers',
      value: 4.26,
      endReason: 'pain',
      faults: [{ faultId: 'pain', atS: 4.3 }],
    });
  });
  it('that is allowed is noted, and ends nothing', () => {
    const state = run(ready(), start, fault(4, 'tremor_ok', 'allowed'));
    expect(state).toMatchObject({
      phase: 'running',
      t1S: undefined,
      faults: [{ faultId: 'tremor_ok', atS: 4 }],
    });
    expect(run(state, fault(9)).phase).toBe('correcting');
  });
  it('of a hold that has not begun is none; of a graded or counted test it is', () => {
    const hold = ready();
    expect(stepStation(hold, fault(0))).toBe(hold);
    expect(run(ready({ kind: 'grade' }), fault(0))).toMatchObject({
      phase: 'ready',
      value: undefined,
      faults: [{ faultId: 'hip_sag', atS: null }],
    });
    expect(run(ready({ kind: 'count' }), start, fault(3))).toMatchObject({
      phase: 'running',
      t1S: undefined,
      value: undefined,
      faults: [{ faultId: 'hip_sag', atS: 3 }],
    });
  });
  it('seen after the end has no time, and can be taken back', () => {
    const ended = run(ready(), start, stop(9));
    const seen = stepStation(ended, fault(12));
    expect(seen).toMatchObject({ value: 9, phase: 'answers', faults: [{ faultId: 'hip_sag', atS: null }] });
    expect(stepStation(seen, { type: 'undo' })).toBe(ended);
    expect(stepStation(ready(), { type: 'undo' })).toEqual(ready());
  });
  it('adds up by itself where faults are the figure, from what was read', () => {
    const counting = ready({ kind: 'count', countsFaults: true });
    const running = run(counting, start, fault(1), fault(2, 'tremor_ok', 'allowed'));
    expect(running.value).toBe(2);
    expect(run(counting, fault(0)).value).toBe(1);
    expect(run(counting, fault(0), fault(0)).value).toBe(2);
    const read = run(counting, { type: 'figure', value: 5 });
    expect(run(read, fault(0)).value).toBe(6);
    expect(run(ready({ kind: 'count' }), { type: 'figure', value: 5 }, fault(0)).value).toBe(5);
  });
});

describe('pain', () => {
  it('ends a trial whenever it is named, with its time while the clock runs', () => {
    expect(run(ready(), painStop(0))).toMatchObject({
      phase: 'answers',
      endReason: 'pain',
      faults: [{ faultId: 'pain', atS: null }],
    });
    expect(run(ready(), start, fault(2), painStop(3.14))).toMatchObject({
      phase: 'answers',
      value: 3.14,
      endReason: 'pain',
      faults: [
        { faultId: 'hip_sag', atS: 2 },
        { faultId: 'pain', atS: 3.1 },
      ],
    });
    const after = run(ready(), start, stop(9), fault(10), painStop(12));
    expect(after).toMatchObject({
      value: 9,
      endReason: 'pain',
      faults: [
        { faultId: 'hip_sag', atS: null },
        { faultId: 'pain', atS: null },
      ],
    });
    expect(stepStation(after, painStop(13))).toBe(after);
  });
});

describe('a figure', () => {
  it('is no matter of a hold or a grade', () => {
    for (const kind of ['hold', 'grade'] as const) {
      const state = ready({ kind });
      expect(stepStation(state, { type: 'figure', value: 3 })).toBe(state);
    }
  });
  it('completes the trial, says how it was read, and leaves a pain its end', () => {
    expect(run(ready({ kind: 'degrees' }), { type: 'figure', value: 40 })).toMatchObject({
      phase: 'answers',
      value: 40,
      readBy: 'eye',
      endReason: 'done',
    });
    expect(run(ready({ kind: 'degrees' }), { type: 'figure', value: 40, readBy: 'still' }).readBy).toBe(
      'still',
    );
    expect(run(ready({ kind: 'level' }), painStop(0), { type: 'figure', value: 1 })).toMatchObject({
      value: 1,
      endReason: 'pain',
    });
  });
  it('is read by what is said, for angles alone', () => {
    expect(run(ready({ kind: 'degrees' }), { type: 'read_by', by: 'sensor' }).readBy).toBe('sensor');
    const level = ready({ kind: 'level' });
    expect(stepStation(level, { type: 'read_by', by: 'sensor' })).toBe(level);
  });
  it('of several directions is their mean in tenths; a figure beside it ends nothing', () => {
    const arcs = ready({ kind: 'degrees', directionIds: ['front', 'side'] });
    const part = (id: string, value: number | undefined): StationEvent => ({ type: 'part', id, value });
    const one = run(arcs, part('front', 90), part('sway', 3));
    expect(one).toMatchObject({
      phase: 'ready',
      value: undefined,
      parts: { front: 90, sway: 3 },
      readBy: 'eye',
    });
    const both = run(one, part('side', 71.5));
    expect(both).toMatchObject({ phase: 'answers', value: 80.8, endReason: 'done' });
    expect(run(both, part('sway', undefined))).toMatchObject({
      value: 80.8,
      parts: { front: 90, side: 71.5 },
    });
    expect(run(both, part('side', undefined))).toMatchObject({
      value: undefined,
      parts: { front: 90, sway: 3 },
    });
    expect(run(both, { type: 'undo' })).toBe(one);
    expect(run(one, painStop(0), part('side', 70)).endReason).toBe('pain');
    expect(run(arcs, { type: 'part', id: 'front', value: 9, readBy: 'still' }, part('side', 9)).readBy).toBe(
      'still',
    );
  });
});

describe('marks', () => {
  const marks = (t1S: number | undefined, t2S: number): StationEvent => ({ type: 'marks', t1S, t2S });
  const of = (state: StationState, event: StationEvent) => {
    const { t1S, value, endReason, phase } = stepStation(state, event);
    return { t1S, value, endReason, phase };
  };
  it('are of a hold that has begun', () => {
    for (const state of [ready(), run(ready({ kind: 'breaths' }), start)])
      expect(stepStation(state, marks(1, 2))).toBe(state);
  });
  it('end a running hold at what they say, within the test and in order', () => {
    const running = run(ready({ stopAtS: 60 }), start);
    const phase = 'answers';
    expect(of(running, marks(30.26, 40))).toEqual({ t1S: 30.3, value: 40, endReason: 'loss', phase });
    expect(of(running, marks(undefined, 60))).toEqual({ t1S: undefined, value: 60, endReason: 'cap', phase });
    expect(of(running, marks(50, 70))).toEqual({ t1S: 50, value: 60, endReason: 'cap', phase });
    expect(of(running, marks(50, 40))).toEqual({ t1S: 40, value: 40, endReason: 'loss', phase });
    expect(of(running, marks(-3, -2))).toEqual({ t1S: 0, value: 0, endReason: 'loss', phase });
    const endless = run(ready(), start);
    expect(of(endless, marks(undefined, 70))).toEqual({
      t1S: undefined,
      value: 70,
      endReason: 'loss',
      phase,
    });
  });
  it('leave an end its reason', () => {
    expect(of(run(ready({ stopAtS: 60 }), start, painStop(20)), marks(4, 18)).endReason).toBe('pain');
  });
});

describe('answers', () => {
  const ended = run(ready(), start, stop(9));
  it('are taken when there is something to answer', () => {
    const running = run(ready(), start);
    for (const event of [
      { type: 'grade', grade: 'owned' },
      { type: 'felt', place: 'trunk' },
      { type: 'pain', score: 2 },
    ] as const)
      expect(stepStation(running, event)).toBe(running);
    expect(run(ended, { type: 'grade', grade: 'owned' })).toMatchObject({
      grade: 'owned',
      endReason: 'loss',
    });
    expect(run(ended, { type: 'felt', place: 'trunk' }).feltIn).toEqual(['trunk']);
    // The first place is where it was felt most; a second press takes a place away.
    const felt = run(ended, { type: 'felt', place: 'low back' }, { type: 'felt', place: 'arms' });
    expect(felt.feltIn).toEqual(['low back', 'arms']);
    expect(run(felt, { type: 'felt', place: 'low back' }).feltIn).toEqual(['arms']);
    expect(run(felt, { type: 'undo' }).feltIn).toEqual(['low back']);
    expect(trialOf(felt, frame)).toMatchObject({ feltIn: 'low back', feltAlso: ['arms'] });
    expect(openQuestions(felt)).toEqual(['pain']);
    expect(run(ended, { type: 'pain', score: 2, region: 'knee' })).toMatchObject({
      painScore: 2,
      painRegion: 'knee',
    });
    expect(run(ready({ kind: 'grade' }), { type: 'grade', grade: 'cued' })).toMatchObject({
      phase: 'answers',
      endReason: 'done',
    });
  });
  it('are asked in order, and no more than a broken trial can give', () => {
    const questions = (state: StationState) => openQuestions(state).join(' ');
    expect(questions(run(ready(), start))).toBe('');
    expect(questions(ended)).toBe('felt pain');
    const level = { ...ready({ kind: 'level', withGrade: true }), phase: 'answers' as const };
    expect(questions(level)).toBe('figure grade felt pain');
    expect(questions({ ...level, value: 0 })).toBe('grade felt pain');
    expect(questions({ ...level, value: 0, grade: 'owned' })).toBe('felt pain');
    expect(questions({ ...level, value: 0, grade: 'faulted' })).toBe('fault felt pain');
    expect(questions({ ...level, value: 0, grade: 'faulted', faults: [{ faultId: 'a', atS: null }] })).toBe(
      'felt pain',
    );
    const grade = { ...ready({ kind: 'grade' }), phase: 'answers' as const };
    expect(questions(grade)).toBe('grade felt pain');
    for (const endReason of ['pain', 'stopped'] as const)
      expect(questions({ ...level, grade: 'faulted', endReason })).toBe('pain');
    expect(questions({ ...ended, feltIn: ['hip'], painScore: 0 })).toBe('');
    expect(questions({ ...ended, feltIn: ['hip'], painScore: 1 })).toBe('pain');
    expect(questions({ ...ended, feltIn: ['hip'], painScore: 1, painRegion: 'knee' })).toBe('');
  });
  it('are kept as far as they go once there is something to keep', () => {
    expect(isKeepable(ready())).toBe(false);
    expect(isKeepable(run(ready(), start))).toBe(false);
    expect(isKeepable(ended)).toBe(true);
    const level = { ...ready({ kind: 'level' }), phase: 'answers' as const };
    expect([isKeepable(level), isKeepable({ ...level, value: 1 })]).toEqual([false, true]);
    const grade = { ...ready({ kind: 'grade' }), phase: 'answers' as const };
    expect([
      isKeepable(grade),
      isKeepable({ ...grade, grade: 'owned' }),
      isKeepable({ ...grade, endReason: 'pain' }),
      isKeepable({ ...grade, endReason: 'done' }),
    ]).toEqual([false, true, true, false]);
  });
});

describe('the trial of a station', () => {
  it('is all that was seen, measured and answered', () => {
    const state = run(
      ready({ stopAtS: 60 }),
      start,
      fault(4),
      stop(5.5),
      { type: 'felt', place: 'hip' },
      { type: 'pain', score: 2, region: 'knee' },
    );
    const { limitDeg: _, form: __, ...rest } = frame;
    expect(trialOf(state, frame)).toEqual({
      ...rest,
      side: 'left',
      value: 5.5,
      grade: null,
      t1S: 4,
      faults: [{ faultId: 'hip_sag', atS: 4 }],
      feltIn: 'hip',
      feltAlso: [],
      note: null,
      painScore: 2,
      painRegion: 'knee',
      endReason: 'loss',
      parts: null,
      answered: true,
      simulated: false,
      readBy: null,
      supersedesId: null,
      reason: null,
    });
  });
  it('says what is not known yet, what a caution changed, and that it is not answered', () => {
    const state = { ...ready({ kind: 'degrees' }), parts: { sway: 2 } };
    expect(trialOf(state, { ...frame, limitDeg: 30, form: 'knees_bent' as never })).toMatchObject({
      value: null,
      grade: null,
      t1S: null,
      feltIn: null,
      painScore: 0,
      painRegion: null,
      endReason: 'done',
      parts: { sway: 2, limit: 30, knees_bent: 1 },
      readBy: 'eye',
    });
    expect(trialOf(run(ready(), start, stop(5)), frame).answered).toBe(false);
    expect(trialOf(state, { ...frame, limitDeg: 0 }).parts).toEqual({ sway: 2, limit: 0 });
  });
});

describe('how a hold ended', () => {
  const ended = run(ready(), start, stop(20));
  it('is said after the clock stopped, and only a lost position is a limit', () => {
    expect(ended.endReason).toBe('loss');
    const enough = run(ended, { type: 'ended', by: 'gave_up' });
    expect(trialOf(enough, frame)).toMatchObject({ endReason: 'gave_up', value: 20 });
    expect(run(enough, { type: 'ended', by: 'slipped' }).endReason).toBe('slipped');
    expect(run(enough, { type: 'undo' }).endReason).toBe('loss');
  });
  it('is not asked of what reached its cap, ended by pain, or has no clock', () => {
    const capped = run(ready({ stopAtS: 10 }), start, stop(12));
    expect(capped.endReason).toBe('cap');
    expect(run(capped, { type: 'ended', by: 'gave_up' })).toBe(capped);
    const pained = run(ready(), start, { type: 'pain_stop', atMs: 3000 });
    expect(run(pained, { type: 'ended', by: 'slipped' })).toBe(pained);
    const running = run(ready(), start);
    expect(run(running, { type: 'ended', by: 'slipped' })).toBe(running);
    const graded = run(ready({ kind: 'grade' }), { type: 'grade', grade: 'cued' });
    expect(run(graded, { type: 'ended', by: 'slipped' })).toBe(graded);
  });
  it('takes a note, as short as a note is, and no blank one', () => {
    const noted = run(ended, { type: 'note', text: '  left foot slid on the mat ' });
    expect(trialOf(noted, frame).note).toBe('left foot slid on the mat');
    expect(trialOf(run(noted, { type: 'note', text: '   ' }), frame).note).toBeNull();
    expect(trialOf(run(noted, { type: 'note', text: 'x'.repeat(400) }), frame).note).toHaveLength(300);
  });
});

describe('a staged hold', () => {
  it('may begin at a later stage: its clock begins there, and says so', () => {
    const later = run(ready({ stopAtS: 180 }), { type: 'start', atMs: 1000, fromS: 60 });
    expect(elapsedS(later, 1000)).toBe(60);
    expect(later.parts).toEqual({ from_s: 60 });
    const stopped = run(later, { type: 'stop', atMs: 13_500 });
    expect(stopped.value).toBe(72.5);
    expect(trialOf(stopped, frame).parts).toEqual({ from_s: 60 });
    // It still ends at its cap.
    expect(run(later, { type: 'tick', atMs: 122_000 })).toMatchObject({ endReason: 'cap', value: 180 });
    expect(run(ready(), { type: 'start', atMs: 0, fromS: 0 }).parts).toEqual({});
  });
});
