import { firstLearned, type Lesson, lostSince, shiftOf } from './lessons';

/** What a lesson moves: itself whole, its group by a share, one side by half what both are. */

const lesson = (over: Partial<Lesson> = {}): Lesson => ({
  onDate: '2026-11-02',
  rungId: 'a',
  group: 'g',
  side: 'both',
  moved: 0.1,
  before: 1,
  after: 1.1,
  why: 'clean',
  ...over,
});
const about = (rungId: string, group: string, side: Lesson['side'] = 'both') => ({ rungId, group, side });

describe('what lessons add up to', () => {
  const of = (its: Lesson, who: ReturnType<typeof about>, since?: string) => shiftOf([its], who, since);
  it('is all of it on the rung itself, 0.8 of it on the others of its group, nothing elsewhere', () => {
    expect(of(lesson(), about('a', 'g'))).toBeCloseTo(0.1, 12);
    expect(of(lesson(), about('b', 'g'))).toBeCloseTo(0.08, 12);
    expect(of(lesson(), about('b', 'h'))).toBe(0);
    // A rung that was edited into another group is itself all the same, and is counted once.
    expect(of(lesson(), about('a', 'h'))).toBeCloseTo(0.1, 12);
  });
  it('is of its side, and half of it for what has no sides', () => {
    expect(of(lesson({ side: 'left' }), about('a', 'g', 'left'))).toBeCloseTo(0.1, 12);
    expect(of(lesson({ side: 'left' }), about('a', 'g', 'right'))).toBe(0);
    expect(of(lesson({ side: 'left' }), about('a', 'g', 'both'))).toBeCloseTo(0.05, 12);
    expect(of(lesson({ side: 'left' }), about('b', 'g', 'both'))).toBeCloseTo(0.04, 12);
    expect(of(lesson(), about('a', 'g', 'right'))).toBeCloseTo(0.1, 12);
  });
  it('counts from the day after a test, and grows with the list', () => {
    expect(of(lesson(), about('a', 'g'), '2026-11-01')).toBeCloseTo(0.1, 12);
    expect(of(lesson(), about('a', 'g'), '2026-11-02')).toBe(0);
    const growing = [lesson()];
    expect(shiftOf(growing, about('a', 'g'), undefined)).toBeCloseTo(0.1, 12);
    growing.push(lesson({ onDate: '2026-11-09' }));
    expect(shiftOf(growing, about('a', 'g'), undefined)).toBeCloseTo(0.2, 12);
    expect(firstLearned(growing, 'a')).toBe('2026-11-02');
    expect(firstLearned(growing, 'b')).toBeUndefined();
  });
  it('tells of a loss by lost sets or nothing left, of its own side and since a day', () => {
    const lost = (over: Partial<Lesson>, since?: string) =>
      lostSince([lesson(over)], about('a', 'g', 'left'), since);
    expect(lost({ why: 'lost' })).toBe(true);
    expect(lost({ why: 'none' })).toBe(true);
    for (const why of ['clean', 'little', 'planned', 'lots'] as const) expect(lost({ why })).toBe(false);
    expect(lost({ why: 'lost', side: 'right' })).toBe(false);
    expect(lost({ why: 'lost' }, '2026-11-02')).toBe(false);
    expect(lost({ why: 'lost', rungId: 'b', group: 'h' })).toBe(false);
  });
});
