import fc from 'fast-check';
import { addDays, addMonths, ageOn, daysBetween, isIsoDay, weekdayOf, weekStartOf } from './dates';
import { fromMassKg, fromStatureM, parseDecimal, toMassKg, toStatureM } from './units';

const day = fc
  .date({ min: new Date('1930-01-01'), max: new Date('2100-01-01'), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));

describe('days', () => {
  it('knows the calendar', () => {
    expect(isIsoDay('2028-02-29')).toBe(true);
    expect(isIsoDay('2027-02-29')).toBe(false);
    expect(isIsoDay('2027-13-01')).toBe(false);
    expect(isIsoDay('27-1-1')).toBe(false);
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
    expect(addMonths('2026-08-31', 6)).toBe('2027-02-28');
    expect(addMonths('2026-05-25', 6)).toBe('2026-11-25');
    expect(ageOn('2010-11-26', '2026-11-25')).toBe(15);
    expect(ageOn('2004-02-29', '2022-02-28')).toBe(17);
    expect(ageOn('2004-02-29', '2022-03-01')).toBe(18);
    expect(ageOn('2010-11-25', '2026-11-25')).toBe(16);
    expect(weekdayOf('2026-11-25')).toBe(3);
  });
  it('crosses the days on which clocks change without losing one', () => {
    expect(daysBetween('2027-03-27', '2027-03-29')).toBe(2);
    expect(addDays('2027-10-30', 2)).toBe('2027-11-01');
  });
  it('goes there and back, and every week starts on its first weekday', () => {
    fc.assert(
      fc.property(
        day,
        fc.integer({ min: -4000, max: 4000 }),
        fc.constantFrom(0 as const, 1 as const),
        (from, n, first) => {
          expect(daysBetween(from, addDays(from, n))).toBe(n);
          const start = weekStartOf(from, first);
          expect(weekdayOf(start)).toBe(first);
          expect(daysBetween(start, from)).toBeGreaterThanOrEqual(0);
          expect(daysBetween(start, from)).toBeLessThan(7);
        },
      ),
    );
  });
});

describe('units', () => {
  it('converts exactly: 128.7 lb, 65.7 in', () => {
    expect(toMassKg(128.7, 'lb')).toBeCloseTo(58.377, 3);
    expect(toStatureM(65.7, 'in')).toBeCloseTo(1.66878, 5);
    expect(fromMassKg(58.377, 'lb')).toBe(128.7);
    expect(fromStatureM(1.66878, 'in')).toBe(65.7);
    expect(fromStatureM(1.67, 'cm')).toBe(167);
  });
  it('reads numbers with point, comma or thin spaces, and nothing else', () => {
    expect(parseDecimal(' 58,4 ')).toBe(58.4);
    expect(parseDecimal('1\u202f234.5')).toBe(1234.5);
    for (const text of ['', '1e9', '12..3', '1,2,3', '0x10', 'NaN', '-', '9999999999'])
      expect(parseDecimal(text)).toBeUndefined();
  });
});
