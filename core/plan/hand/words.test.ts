import { becauseTexts, byHandText, givingText, wayText } from './words';

const startsOn = '2027-01-04';
const lock = (quality: 'anti_lateral' | 'hip_extension', sets: number, at = startsOn) => ({
  startsOn: at,
  quality,
  sets,
});

describe('what collides', () => {
  it('is said week by week, what was set by hand before the rules it meets', () => {
    expect(
      becauseTexts([
        { kind: 'rule', rule: 'minutes', startsOn },
        { kind: 'lock', lock: { ...lock('anti_lateral', 4), weaker: 6 } },
        { kind: 'bar', lock: lock('hip_extension', 1, '2026-12-28'), bar: 'no_days' },
        { kind: 'rule', rule: 'ramp', startsOn, quality: 'anti_lateral' },
      ]),
    ).toEqual([
      'Week of 28 Dec 2026: hip drive, locked at 1 set: no day of the week is left for it',
      'Week of 4 Jan 2027: side wall, locked at 4 and 6 sets; the minutes of the week; the ramp of side wall',
    ]);
  });
});

describe('what is set by hand', () => {
  it('is counted in words, and nothing is said of nothing', () => {
    expect(byHandText({})).toBe('');
    expect(byHandText({ locks: [], phaseStarts: [], giving: [] })).toBe('');
    expect(byHandText({ locks: [lock('anti_lateral', 3)] })).toBe('1 dose');
    expect(
      byHandText({
        locks: [lock('anti_lateral', 3), lock('hip_extension', 2)],
        phaseStarts: [{ startsOn, phase: 'load' }],
        giving: [
          { startsOn, rule: 'minutes', by: 3 },
          { startsOn, rule: 'entry', by: 1 },
        ],
      }),
    ).toBe('2 doses, where phases begin and 2 rules that give');
  });
});

describe('a way out', () => {
  it('says what to do with locks', () => {
    expect(
      wayText({
        kind: 'locks',
        changes: [
          { lock: lock('anti_lateral', 8), to: lock('anti_lateral', 6) },
          { lock: lock('hip_extension', 2), to: lock('hip_extension', 3) },
          { lock: lock('hip_extension', 2, '2026-12-28'), to: lock('hip_extension', 0, '2026-12-28') },
        ],
      }),
    ).toBe(
      'Lower side wall to 6 sets in the week of 4 Jan 2027, raise hip drive to 3 sets in the week of 4 Jan 2027 and let go of hip drive in the week of 28 Dec 2026',
    );
  });
  it('says by how much a rule gives, and of many only the first', () => {
    expect(givingText({ startsOn, rule: 'minutes', by: 3.5 })).toBe(
      'Week of 4 Jan 2027: 3.5 minutes more than the week has',
    );
    expect(givingText({ startsOn, rule: 'ramp', quality: 'anti_lateral', by: 1 })).toBe(
      'Week of 4 Jan 2027: 1 effort more of side wall than its ramp lets it grow',
    );
    expect(givingText({ startsOn, rule: 'low_week', by: 2 })).toBe(
      'Week of 4 Jan 2027: 2 minutes more than a low week has',
    );
    const giving = Array.from({ length: 6 }, () => ({ startsOn, rule: 'flexion' as const, by: 0.4 }));
    expect(wayText({ kind: 'rule', rule: 'flexion', giving })).toMatch(/ and 2 more$/);
  });
});
