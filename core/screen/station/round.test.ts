import { shippedTrade } from '~/core/catalogue/trade';
import { bareTrial } from '~/core/screen/trial/words';
import { nextOpen, roundOf, shownFrom, trialsWith, type WaitingEntry } from './round';
import type { ShownTrial, StationTest } from './shown';

const pain = { easeFrom: 3, endFrom: 5 };
const testOf = (id: string, trials = 2): StationTest => {
  const { name, kind, unit, sided, levels } = shippedTrade.test(id);
  return { id, name, kind, unit, sided, levels, trials, bars: [] } as unknown as StationTest;
};
const plank = testOf('front_plank');
const side = testOf('side_plank', 1);
const taps = testOf('heel_tap_level', 1);
const shown = (id: string, test: StationTest, over: Partial<ShownTrial> = {}): ShownTrial => ({
  id,
  testId: test.id,
  side: 'both',
  text: '60 s',
  ended: 'loss',
  pain: false,
  sent: true,
  answered: true,
  simulated: false,
  marks: [],
  ...over,
});
const input = (over: object = {}) => ({
  ...bareTrial,
  id: 'a',
  screeningId: 's',
  testId: 'front_plank',
  onDate: '2026-11-25',
  side: 'both' as const,
  value: 61.26,
  grade: null,
  t1S: null,
  faults: [],
  feltIn: null,
  painScore: 0,
  painRegion: null,
  endReason: 'loss' as const,
  capS: null,
  recordedAt: '2026-11-25T10:00:00.000Z',
  ...over,
});

describe('a trial that waits', () => {
  it('is shown by its figure, its level in words, or its grade', () => {
    expect(shownFrom(input(), plank, pain)).toMatchObject({ text: '61.3 s', sent: false, pain: false });
    expect(shownFrom(input({ value: 2 }), taps, pain).text).toBe(taps.levels?.[2]);
    expect(shownFrom(input({ value: -1 }), taps, pain).text).toBe('not yet');
    expect(shownFrom(input({ value: null, grade: 'cued' }), plank, pain).text).toBe('cued');
    expect(shownFrom(input({ value: null }), plank, pain).text).toBe('no figure');
  });
  it('says pain from the score that ends a test, or when pain ended it', () => {
    expect(shownFrom(input({ painScore: 4, painRegion: 'thigh' }), plank, pain).pain).toBe(false);
    expect(shownFrom(input({ painScore: 5, painRegion: 'thigh' }), plank, pain).pain).toBe(true);
    expect(shownFrom(input({ endReason: 'pain' }), plank, pain).pain).toBe(true);
  });
  it('can be answered while its questions are open', () => {
    expect(shownFrom(input({ answered: false }), plank, pain).open?.id).toBe('a');
    expect(shownFrom(input({ answered: true }), plank, pain).open).toBeUndefined();
  });
  it('is put over the one the server knows, in its place; one taken out is gone; other screens stay out', () => {
    const waiting: WaitingEntry[] = [
      { op: 'amend', trial: input({ id: 'a', value: 70 }) },
      { op: 'void', trialId: 'b' },
      { op: 'trial', sent: true, trial: input({ id: 'f', value: 40 }) },
      { op: 'trial', trial: input({ id: 'd' }) },
      { op: 'trial', trial: input({ id: 'e', screeningId: 'other' }) },
      { op: 'log' },
      { op: 'warm_up' },
    ];
    const found = trialsWith(
      [shown('a', plank), shown('b', plank), shown('c', plank)],
      waiting,
      's',
      [plank],
      pain,
    );
    expect(found.map(({ id, text, sent }) => [id, text, sent])).toEqual([
      ['a', '70 s', false],
      ['c', '60 s', true],
      ['f', '40 s', true],
      ['d', '61.3 s', false],
    ]);
  });
});

describe('where a screen stands', () => {
  it('counts trials of a side that are done: not the one at hand, not a false start', () => {
    const trials = [
      shown('a', plank),
      shown('b', plank, { ended: 'stopped' }),
      shown('c', plank),
      shown('d', side, { side: 'left' }),
    ];
    const round = roundOf(trials, 'left', 'c');
    expect(round.countOf('front_plank', 'both')).toBe(1);
    expect(round.countOf('side_plank', 'left')).toBe(1);
    expect(round.countOf('side_plank', 'right')).toBe(0);
    expect(round.isDone(plank)).toBe(false);
    expect(roundOf(trials, 'left').isDone(plank)).toBe(true);
  });
  it('goes through the sides beginning with the first, and is done with both', () => {
    const none = roundOf([], 'right');
    expect(none.sidesOf(side)).toEqual(['right', 'left']);
    expect(none.sidesOf(plank)).toEqual(['both']);
    expect(none.openSide(side)).toBe('right');
    expect(none.openSide(plank)).toBe('both');
    expect(none.isBegun(side)).toBe(false);
    const one = roundOf([shown('a', side, { side: 'right' })], 'right');
    expect(one.openSide(side)).toBe('left');
    expect(one.isBegun(side)).toBe(true);
    expect(one.isDone(side)).toBe(false);
    const both = roundOf([shown('a', side, { side: 'right' }), shown('b', side, { side: 'left' })], 'right');
    expect(both.isDone(side)).toBe(true);
    expect(both.openSide(side)).toBe('right');
  });
  it('ends a test by pain on either side, but not by the pain of the trial at hand', () => {
    const hurt = [shown('a', side, { side: 'left', pain: true })];
    expect(roundOf(hurt, 'left').isDone(side)).toBe(true);
    expect(roundOf(hurt, 'left').endedByPain(side)).toBe(true);
    expect(roundOf(hurt, 'left', 'a').endedByPain(side)).toBe(false);
    expect(roundOf(hurt, 'left').endedByPain(plank)).toBe(false);
  });
  it('has nothing to do of a test that is barred, begun or not', () => {
    const held = { ...taps, bars: [{ code: 'bar.held', path: [], values: {} }] };
    const round = roundOf([], 'left');
    expect([round.isDone(held), round.isBegun(held), round.endedByPain(held)]).toEqual([true, false, false]);
    expect(nextOpen([side, held, plank], 0, round)).toBe(2);
  });
  it('goes on with the next test that is open, forward first, then from the start', () => {
    const tests = [plank, side, taps];
    const doneSide = roundOf([shown('a', side, { side: 'left', pain: true })], 'left');
    expect(nextOpen(tests, 0, doneSide)).toBe(2);
    expect(nextOpen(tests, 2, doneSide)).toBe(0);
    const allButHere = roundOf([shown('a', side, { pain: true }), shown('b', taps, { pain: true })], 'left');
    expect(nextOpen(tests, 0, allButHere)).toBeUndefined();
  });
});
