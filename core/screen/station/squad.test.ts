import fc from 'fast-check';
import {
  clockS,
  freeLetter,
  isAnswered,
  readySquad,
  restoredSquad,
  type SquadEvent,
  storedSquad,
} from './squad';
import { athlete, of, run, squad } from './testing';

const answered = (letter: string): SquadEvent => ({
  type: 'answer',
  letter,
  answers: { feltIn: 'trunk', painScore: 0 },
});

describe('squad clocks', () => {
  it('gives 24 athletes a letter each and no more', () => {
    const full = squad(30);
    expect(full.clocks.map((clock) => clock.letter).join('')).toBe('ABCDEFGHIJKLMNOPQRSTUVWX');
    expect(freeLetter(full)).toBeUndefined();
    expect(run(full, { type: 'join', athlete: athlete(99) })).toBe(full);
  });
  it('starts all at once and stops each by its letter, within 20 ms after ten minutes', () => {
    const state = run(
      readySquad([athlete(0, { stopAtS: 900 }), athlete(1, { stopAtS: 900 })], false),
      { type: 'start_all', atMs: 1234.567 },
      { type: 'stop', letter: 'A', atMs: 1234.567 + 600_000 + 7.4 },
    );
    expect(Math.abs((of(state, 'A').heldS ?? 0) - 600.0074)).toBeLessThan(0.02);
    expect(of(state, 'B').phase).toBe('running');
    expect(clockS(of(state, 'B'), 1234.567 + 600_000)).toBeCloseTo(600, 6);
  });
  it('lets a late one join and start alone', () => {
    const state = run(
      squad(2),
      { type: 'start_all', atMs: 0 },
      { type: 'join', athlete: athlete(7) },
      { type: 'start', letter: 'C', atMs: 9000 },
      { type: 'stop', letter: 'C', atMs: 29_000 },
    );
    expect(of(state, 'C')).toMatchObject({ name: 'Runner 7', heldS: 20, endReason: 'loss' });
    // Nobody twice.
    expect(run(state, { type: 'join', athlete: athlete(7) })).toBe(state);
  });
  it('takes a false start back, of one or of all', () => {
    const started = run(squad(3), { type: 'start_all', atMs: 0 });
    expect(of(run(started, { type: 'false_start', letter: 'B' }), 'B').phase).toBe('waiting');
    expect(run(started, { type: 'false_start' }).clocks.every((clock) => clock.phase === 'waiting')).toBe(
      true,
    );
  });
  it('stops at the end of the test or at a cap, as held', () => {
    const state = run(
      readySquad([athlete(0, { stopAtS: 10, capS: 10 }), athlete(1)], false),
      { type: 'start_all', atMs: 0 },
      { type: 'tick', atMs: 10_020 },
    );
    expect(of(state, 'A')).toMatchObject({ phase: 'stopped', heldS: 10, endReason: 'cap' });
    expect(of(state, 'B').phase).toBe('running');
  });
  it('keeps a clock only when it was asked where it was felt and for pain', () => {
    const stopped = run(squad(1), { type: 'start_all', atMs: 0 }, { type: 'stop', letter: 'A', atMs: 5000 });
    expect(run(stopped, { type: 'kept', letter: 'A' })).toBe(stopped);
    const painful = run(stopped, { type: 'answer', letter: 'A', answers: { feltIn: 'hip', painScore: 3 } });
    expect(isAnswered(of(painful, 'A'))).toBe(false);
    const kept = run(
      painful,
      { type: 'answer', letter: 'A', answers: { painRegion: 'knee' } },
      { type: 'kept', letter: 'A' },
    );
    expect(of(kept, 'A').phase).toBe('kept');
    expect(run(kept, { type: 'undo' })).toBe(kept);
  });
  it('ends by pain with its time, asks nothing but the pain, and leaves the other side out', () => {
    const ended = run(
      squad(2, true),
      { type: 'start_all', atMs: 0 },
      { type: 'stop', letter: 'A', atMs: 12_340, pain: true },
      { type: 'stop', letter: 'B', atMs: 30_000 },
    );
    expect(of(ended, 'A')).toMatchObject({ endReason: 'pain', faults: [{ faultId: 'pain', atS: 12.3 }] });
    const other = run(
      ended,
      { type: 'answer', letter: 'A', answers: { painScore: 6, painRegion: 'low back' } },
      answered('B'),
      { type: 'kept', letter: 'A' },
      { type: 'kept', letter: 'B' },
      { type: 'other_side' },
    );
    expect(of(other, 'A').phase).toBe('out');
    expect(of(other, 'B')).toMatchObject({ phase: 'waiting', side: 'left', heldS: undefined });
  });
  it('alternates the first side by athlete and changes it once', () => {
    const state = squad(2, true);
    expect(state.clocks.map((clock) => clock.side)).toEqual(['left', 'right']);
    const other = run(state, { type: 'other_side' });
    expect(other.clocks.map((clock) => clock.side)).toEqual(['right', 'left']);
    expect(run(other, { type: 'other_side' })).toBe(other);
    expect(run(squad(2), { type: 'other_side' }).round).toBe(0);
  });
  it('survives a reload: running clocks go on by the wall clock', () => {
    const running = run(squad(2), { type: 'start_all', atMs: 5000 });
    // This page began at wall time 1 000 000; the next one 30 s later.
    const stored = structuredClone(storedSquad(running, 1_000_000));
    const restored = restoredSquad(stored, 1_030_000);
    expect(clockS(of(restored, 'A'), 0)).toBe(25);
    expect(restored.before).toBeUndefined();
  });
  it('undo goes back step by step to the start, whatever was done', () => {
    const letter = fc.constantFrom('A', 'B', 'C');
    const at = fc.integer({ min: 0, max: 300_000 });
    const event: fc.Arbitrary<SquadEvent> = fc.oneof(
      at.map((atMs): SquadEvent => ({ type: 'start_all', atMs })),
      fc.tuple(letter, at).map(([l, atMs]): SquadEvent => ({ type: 'start', letter: l, atMs })),
      fc.tuple(letter, at).map(([l, atMs]): SquadEvent => ({ type: 'stop', letter: l, atMs })),
      letter.map((l): SquadEvent => ({ type: 'false_start', letter: l })),
      letter.map((l): SquadEvent => ({ type: 'leave', letter: l })),
      letter.map(answered),
      fc.constant<SquadEvent>({ type: 'join', athlete: athlete(9) }),
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 25 }), (events) => {
        const begin = squad(3);
        let state = run(begin, ...events);
        for (const clock of state.clocks) {
          expect(clockS(clock, 1_000_000)).toBeGreaterThanOrEqual(0);
          expect(clockS(clock, 1_000_000)).toBeLessThanOrEqual(240);
        }
        expect(new Set(state.clocks.map((clock) => clock.letter)).size).toBe(state.clocks.length);
        for (let i = 0; i < 30; i += 1) state = run(state, { type: 'undo' });
        expect(state).toBe(begin);
      }),
    );
  });
});
