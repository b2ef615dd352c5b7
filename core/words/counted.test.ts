import { counted, listed, numbered, sentence } from './counted';
import { dayInWords } from './days';

describe('words for numbers', () => {
  it('are one of one, many of none and of more', () => {
    expect(counted(1, 'breath')).toBe('1 breath');
    expect(counted(0, 'breath')).toBe('0 breaths');
    expect(counted(2, 'breath')).toBe('2 breaths');
    expect(counted(1.5, 'dose')).toBe('1.5 doses');
    expect(counted(2, 'entry', 'entries')).toBe('2 entries');
    expect([0, 1, 2].map((n) => numbered(n, 'needs', 'need'))).toEqual(['need', 'needs', 'need']);
  });
  it('are listed with an and', () => {
    expect(listed([])).toBe('');
    expect(listed(['a'])).toBe('a');
    expect(listed(['a', 'b'])).toBe('a and b');
    expect(listed(['a', 'b', 'c'], 'or')).toBe('a, b or c');
  });
  it('begin a sentence with a large letter', () => {
    expect(sentence('pain flag open')).toBe('Pain flag open');
    expect(sentence('')).toBe('');
  });
});

describe('a day in words', () => {
  it('is never a row of digits', () => {
    expect(dayInWords('2026-11-05')).toBe('5 Nov 2026');
    expect(dayInWords('2027-01-31')).toBe('31 Jan 2027');
  });
});
