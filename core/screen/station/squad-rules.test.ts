import {
  clockLetters,
  clockS,
  freeLetter,
  isAnswered,
  mostClocks,
  readySquad,
  restoredSquad,
  type SquadClock,
  type SquadEvent,
  type SquadState,
  squadTrial,
  stepSquad,
  storedSquad,
} from './squad';
import { athlete, of, run, squad } from './testing';

const all: SquadEvent = { type: 'start_all', atMs: 1000 };
const stop = (letter: string, seconds: number, pain?: boolean): SquadEvent => ({
  type: 'stop',
  letter,
  atMs: 1000 + seconds * 1000,
  ...(pain === undefined ? {} : { pain }),
});

describe('a clock', () => {
  it('made ready knows its athlete, its letter and its side, and nothing else', () => {
    const state = squad(2, true);
    expect(state).toMatchObject({ sided: true, round: 0, before: undefined });
    expect(of(state, 'B')).toEqual({
      ...athlete(1),
      letter: 'B',
      side: 'right',
      phase: 'waiting',
      startedAtMs: undefined,
      heldS: undefined,
      endReason: undefined,
      faults: [],
      feltIn: undefined,
      painScore: undefined,
      painRegion: undefined,
    });
    expect(of(squad(1), 'A').side).toBe('both');
    expect(squad(99).clocks).toHaveLength(mostClocks);
    expect(clockLetters).toHaveLength(mostClocks);
  });
  it('reads its seconds, never below 0, no further than its end, and its figure when it has one', () => {
    const running = of(run(squad(1), all), 'A');
    expect([
      clockS(of(squad(1), 'A'), 9e9),
      clockS(running, 0),
      clockS(running, 6000),
      clockS(running, 9e9),
    ]).toEqual([0, 0, 5, 240]);
    expect(clockS({ ...running, heldS: 7 }, 9e9)).toBe(7);
  });
  it('is stopped by hand as lost, at its end as held, with pain as that', () => {
    const running = run(squad(2), all);
    expect(of(run(running, stop('A', 12.344)), 'A')).toMatchObject({
      phase: 'stopped',
      heldS: 12.34,
      endReason: 'loss',
      faults: [],
    });
    expect(of(run(running, stop('A', 240)), 'A')).toMatchObject({ heldS: 240, endReason: 'cap' });
    expect(of(run(running, stop('A', 12.34, true)), 'A')).toMatchObject({
      heldS: 12.34,
      endReason: 'pain',
      faults: [{ faultId: 'pain', atS: 12.3 }],
    });
    expect(of(run(running, stop('A', 5, false)), 'A').endReason).toBe('loss');
    expect(of(run(running, stop('A', 5)), 'B').phase).toBe('running');
  });
  it('is answered when it was asked where it was felt and for pain', () => {
    const stopped: SquadClock = { ...of(run(squad(1), all, stop('A', 5)), 'A') };
    expect(isAnswered(stopped)).toBe(false);
    expect(isAnswered({ ...stopped, feltIn: 'hip' })).toBe(false);
    expect(isAnswered({ ...stopped, painScore: 0 })).toBe(false);
    expect(isAnswered({ ...stopped, feltIn: 'hip', painScore: 0 })).toBe(true);
    expect(isAnswered({ ...stopped, feltIn: 'hip', painScore: 2 })).toBe(false);
    expect(isAnswered({ ...stopped, feltIn: 'hip', painScore: 2, painRegion: 'knee' })).toBe(true);
    // Who stopped for pain is not asked where else it was felt.
    expect(isAnswered({ ...stopped, endReason: 'pain', painScore: 2, painRegion: 'knee' })).toBe(true);
    expect(isAnswered({ ...stopped, phase: 'kept', feltIn: 'hip', painScore: 0 })).toBe(false);
  });
});

describe('a step', () => {
  it('that means nothing for a clock leaves the very state', () => {
    const waiting = squad(2, true);
    const running = run(waiting, all);
    const stopped = run(running, stop('A', 5), stop('B', 6));
    const nothing: [SquadState, SquadEvent][] = [
      [waiting, stop('A', 5)],
      [waiting, { type: 'tick', atMs: 9e9 }],
      [waiting, { type: 'false_start' }],
      [waiting, { type: 'kept', letter: 'A' }],
      [waiting, { type: 'undo' }],
      [waiting, { type: 'answer', letter: 'A', answers: { painScore: 0 } }],
      [waiting, { type: 'start', letter: 'Z', atMs: 5 }],
      [running, all],
      [running, { type: 'start', letter: 'A', atMs: 5 }],
      [running, { type: 'leave', letter: 'A' }],
      [running, { type: 'tick', atMs: 6000 }],
      [running, { type: 'other_side' }],
      [running, { type: 'answer', letter: 'A', answers: { painScore: 0 } }],
      [stopped, stop('A', 7)],
      [stopped, { type: 'other_side' }],
      [stopped, all],
      [stopped, { type: 'kept', letter: 'A' }],
    ];
    for (const [state, event] of nothing) expect(stepSquad(state, event)).toBe(state);
  });
  it('can be taken back, but ticks and keeping are none', () => {
    const running = run(squad(2), all);
    expect(run(running, stop('A', 5), { type: 'undo' })).toBe(running);
    const ticked = run(running, { type: 'tick', atMs: 1000 + 240_000 });
    expect(ticked.clocks.map(({ phase, endReason }) => [phase, endReason])).toEqual([
      ['stopped', 'cap'],
      ['stopped', 'cap'],
    ]);
    expect(run(ticked, { type: 'undo' })).toEqual(squad(2));
    const kept = run(
      running,
      stop('A', 5),
      { type: 'answer', letter: 'A', answers: { feltIn: 'hip', painScore: 0 } },
      { type: 'kept', letter: 'A' },
    );
    expect(of(kept, 'A').phase).toBe('kept');
    expect(kept.before).toBe(undefined);
  });
  it('starts one or all that wait', () => {
    const one = run(squad(3), { type: 'start', letter: 'B', atMs: 500 });
    expect(one.clocks.map(({ phase }) => phase)).toEqual(['waiting', 'running', 'waiting']);
    const rest = run(one, all);
    expect(rest.clocks.map(({ startedAtMs }) => startedAtMs)).toEqual([1000, 500, 1000]);
  });
  it('of a false start takes back what runs or stopped, of one or of all, and not what is kept', () => {
    const state = run(
      squad(3, true),
      all,
      stop('A', 5),
      stop('B', 6),
      { type: 'answer', letter: 'A', answers: { feltIn: 'hip', painScore: 0 } },
      { type: 'kept', letter: 'A' },
    );
    const back = run(state, { type: 'false_start' });
    expect(back.clocks.map(({ phase }) => phase)).toEqual(['kept', 'waiting', 'waiting']);
    expect(of(back, 'B')).toEqual(of(squad(3, true), 'B'));
    expect(run(state, { type: 'false_start', letter: 'B' }).clocks.map(({ phase }) => phase)).toEqual([
      'kept',
      'waiting',
      'running',
    ]);
    expect(run(state, { type: 'undo' })).toBe(state);
  });
  it('lets a late one join under a free letter, once, on the side of the round', () => {
    const gone = run(squad(2, true), { type: 'leave', letter: 'A' });
    expect(of(gone, 'A').phase).toBe('out');
    expect(freeLetter(gone)).toBe('C');
    const joined = run(gone, { type: 'join', athlete: athlete(8) });
    expect(of(joined, 'C')).toMatchObject({ ...athlete(8), side: 'left', phase: 'waiting' });
    expect(run(joined, { type: 'undo' })).toBe(gone);
    expect(run(joined, { type: 'join', athlete: athlete(8) })).toBe(joined);
    const full = squad(24);
    expect(freeLetter(full)).toBe(undefined);
    expect(run(full, { type: 'join', athlete: athlete(99) })).toBe(full);
    expect(freeLetter({ ...squad(3), clocks: squad(3).clocks.filter(({ letter }) => letter !== 'B') })).toBe(
      'B',
    );
  });
});

describe('the other side', () => {
  const kept = (letter: string, seconds: number, pain = false): SquadEvent[] => [
    stop(letter, seconds, pain),
    {
      type: 'answer',
      letter,
      answers: { feltIn: 'hip', painScore: pain ? 5 : 0, painRegion: pain ? 'knee' : undefined },
    },
    { type: 'kept', letter },
  ];
  it('is turned to once, of a sided test, when nothing is under way', () => {
    const state = run(
      squad(4, true),
      { type: 'leave', letter: 'D' },
      all,
      ...kept('A', 5),
      ...kept('B', 6, true),
      ...kept('C', 7),
    );
    const turned = run(state, { type: 'other_side' });
    expect(turned).toMatchObject({ round: 1, before: undefined });
    expect(turned.clocks.map(({ letter, phase, side }) => [letter, phase, side])).toEqual([
      ['A', 'waiting', 'right'],
      ['B', 'out', 'right'],
      ['C', 'waiting', 'right'],
      ['D', 'out', 'right'],
    ]);
    expect(of(turned, 'A').heldS).toBe(undefined);
    expect(run(turned, { type: 'other_side' })).toBe(turned);
    // A false start of the second round goes back to the second side.
    expect(of(run(turned, all, { type: 'false_start' }), 'A').side).toBe('right');
    expect(of(run(turned, { type: 'join', athlete: athlete(9) }), 'E').side).toBe('left');
    const unsided = squad(2);
    expect(run(unsided, { type: 'other_side' })).toBe(unsided);
  });
});

describe('the trial of a clock', () => {
  const frame = {
    id: 't',
    screeningId: 's',
    testId: 'front_plank',
    onDate: '2026-11-25',
    recordedAt: '2026-11-25T10:00:00.000Z',
  };
  it('is its time and its answers', () => {
    const state = run(readySquad([athlete(0, { capS: 30, stopAtS: 30 })], true), all, stop('A', 12), {
      type: 'answer',
      letter: 'A',
      answers: {
        feltIn: 'hip',
        painScore: 2,
        painRegion: 'knee',
        faults: [{ faultId: 'hip_sag', atS: null }],
      },
    });
    expect(squadTrial(of(state, 'A'), frame)).toMatchObject({
      ...frame,
      side: 'left',
      value: 12,
      grade: null,
      t1S: null,
      faults: [{ faultId: 'hip_sag', atS: null }],
      feltIn: 'hip',
      painScore: 2,
      painRegion: 'knee',
      endReason: 'loss',
      capS: 30,
      answered: true,
      simulated: false,
    });
    expect(squadTrial(of(squad(1), 'A'), frame)).toMatchObject({
      value: null,
      feltIn: null,
      painScore: 0,
      painRegion: null,
      endReason: 'done',
      capS: null,
      answered: false,
    });
  });
});

it('what is stored runs on by the wall clock, and waits where it waited', () => {
  const state = run(squad(2), { type: 'start', letter: 'A', atMs: 4000 });
  const stored = storedSquad(state, 100_000);
  expect(stored.clocks.map(({ startedAtMs }) => startedAtMs)).toEqual([104_000, undefined]);
  expect(stored.before).toBe(undefined);
  expect(restoredSquad(stored, 90_000).clocks.map(({ startedAtMs }) => startedAtMs)).toEqual([
    14_000,
    undefined,
  ]);
});
