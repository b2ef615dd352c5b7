import { makeTrial } from '~/core/screen/trial/testing';
import type { TrialInput } from '~/core/screen/trial/trial';
import { notCounted, restoredStation, stationOf, storedStation } from './resume';
import { readyStation, type StationSpec, stepStation } from './station';

const spec = {
  kind: 'hold',
  withGrade: false,
  directionIds: [],
  countsFaults: false,
} as unknown as StationSpec;

describe('a hold that outlives its page', () => {
  it('goes on by the wall clock: the second page counts what passed between', () => {
    const running = stepStation(readyStation(spec, 'left'), { type: 'start', atMs: 1000 });
    // The first page's steady clock began at 10 000 on the wall, the second's at 25 000.
    const stored = storedStation(running, 10_000);
    const restored = restoredStation(stored, 25_000);
    expect(restored.startedAtMs).toBe(1000 + 10_000 - 25_000);
    expect(restored).toMatchObject({ phase: 'running', side: 'left' });
    const stopped = stepStation(restored, { type: 'stop', atMs: 4000 });
    // 4 000 on the second clock is 29 000 on the wall; it began at 11 000.
    expect(stopped.value).toBeCloseTo(18, 9);
  });
  it('moves the time of a correction too, and keeps no step to undo', () => {
    const running = stepStation(readyStation(spec, 'left'), { type: 'start', atMs: 0 });
    const correcting = { ...running, correctUntilMs: 5000, before: readyStation(spec, 'left') };
    expect(storedStation(correcting, 100)).toMatchObject({ correctUntilMs: 5100, before: undefined });
    expect(storedStation(running, 100).correctUntilMs).toBeUndefined();
  });
});

describe('a state stored by an earlier version', () => {
  it('knew one place or none, and no note', () => {
    const { note: _, ...older } = readyStation(spec, 'left');
    const taken = (feltIn: unknown) =>
      restoredStation({ ...older, feltIn } as unknown as ReturnType<typeof readyStation>, 0);
    expect(taken('hip')).toMatchObject({ feltIn: ['hip'], note: '' });
    expect(taken(undefined)).toMatchObject({ feltIn: [], note: '' });
    expect(taken('nowhere')).toMatchObject({ feltIn: [] });
  });
});

describe('a trial with its questions open', () => {
  const { comparable: _c, ...bare } = makeTrial('front_plank', 'both', 42, {
    t1S: 30,
    feltIn: null,
    parts: { limit: 60, one_leg: 1, drop_deg: 4 },
  });
  it('is taken up where it was: its figures stand, its nought of pain was never asked', () => {
    const state = stationOf(spec, bare as TrialInput);
    expect(state).toMatchObject({
      phase: 'answers',
      value: 42,
      t1S: 30,
      parts: { drop_deg: 4 },
      painScore: undefined,
      feltIn: [],
      note: '',
      grade: undefined,
      readBy: undefined,
      painRegion: undefined,
    });
    expect(
      stationOf(spec, { ...bare, painScore: 3, painRegion: 'knee', parts: null } as TrialInput),
    ).toMatchObject({
      painScore: 3,
      painRegion: 'knee',
      parts: {},
    });
  });
  it('that was a false start stays and counts for nothing', () => {
    expect(notCounted({ ...bare, answered: false } as TrialInput)).toMatchObject({
      id: bare.id,
      value: null,
      grade: null,
      t1S: null,
      parts: null,
      faults: [],
      endReason: 'stopped',
      answered: true,
    });
  });
});
