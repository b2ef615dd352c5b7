import fc from 'fast-check';
import ICAL from 'ical.js';
import { addDays } from '~/core/body/dates';
import { readRecurrence, recurrenceDays } from './recurrence';

const days = (rule: string, first: string, from = first, to = '2030-12-31') =>
  recurrenceDays(readRecurrence(rule), first, from, to, undefined, { days: 100_000 });

/** The same by another program, which does not end for rules that nobody can meet: it is asked easy ones alone. */
function byAnother(rule: string, first: string, to: string): string[] {
  const each = ICAL.Recur.fromString(rule).iterator(ICAL.Time.fromDateString(first));
  const found: string[] = [];
  for (let next = each.next(); next && next.toString().slice(0, 10) <= to; next = each.next())
    found.push(next.toString().slice(0, 10));
  return found;
}

describe('days that come again', () => {
  const weekday = fc.constantFrom('MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU');
  const several = fc.uniqueArray(weekday, { minLength: 1, maxLength: 4 }).map((all) => all.join(','));
  const easy = fc.oneof(
    fc.constant('FREQ=DAILY'),
    several.map((all) => `FREQ=WEEKLY;BYDAY=${all}`),
    fc.constantFrom('SU', 'MO').map((start) => `FREQ=WEEKLY;WKST=${start}`),
    fc.integer({ min: 1, max: 28 }).map((day) => `FREQ=MONTHLY;BYMONTHDAY=${day}`),
    fc.tuple(fc.constantFrom(1, 2, 3, 4, -1, -2), weekday).map(([n, day]) => `FREQ=MONTHLY;BYDAY=${n}${day}`),
    fc
      .tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 28 }))
      .map(([month, day]) => `FREQ=YEARLY;BYMONTH=${month};BYMONTHDAY=${day}`),
    fc
      .tuple(fc.integer({ min: 1, max: 12 }), fc.constantFrom(1, 2, -1), weekday)
      .map(([month, n, day]) => `FREQ=YEARLY;BYMONTH=${month};BYDAY=${n}${day}`),
  );
  it('are the ones an independent program finds', () => {
    fc.assert(
      fc.property(
        easy,
        fc.integer({ min: 1, max: 4 }),
        fc.nat(2000),
        fc.option(fc.integer({ min: 1, max: 30 })),
        (rule, interval, later, count) => {
          const whole = `${rule};INTERVAL=${interval}${count ? `;COUNT=${count}` : ''}`;
          const start = addDays('2019-01-01', later);
          // The first day is to be one of the rule's: what programs make of one that is not differs.
          const first = days(rule, addDays(start, -1), start, addDays(start, 1500))[0];
          if (first === undefined) throw new Error('the rule names no day');
          const to = addDays(first, 900);
          expect(days(whole, first, first, to)).toEqual(byAnother(whole, first, to));
        },
      ),
      { numRuns: 100 },
    );
  });
  it('of a later stretch are those that lie in it, counted from the first', () => {
    fc.assert(
      fc.property(
        easy,
        fc.integer({ min: 1, max: 5 }),
        fc.nat(3000),
        fc.nat(400),
        fc.option(fc.integer({ min: 1, max: 500 })),
        (rule, interval, on, long, count) => {
          const whole = `${rule};INTERVAL=${interval}${count ? `;COUNT=${count}` : ''}`;
          const from = addDays('2019-02-03', on);
          const to = addDays(from, long);
          const all = days(whole, '2019-02-03', '2019-02-03', to);
          expect(days(whole, '2019-02-03', from, to)).toEqual(all.filter((day) => day >= from));
        },
      ),
      { numRuns: 100 },
    );
  });
  it.each([
    [
      'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
      '2027-01-29',
      ['2027-01-29', '2027-02-26', '2027-03-31'],
    ],
    ['FREQ=MONTHLY', '2027-01-31', ['2027-01-31', '2027-03-31', '2027-05-31']],
    ['FREQ=MONTHLY;BYMONTHDAY=-1', '2027-01-31', ['2027-01-31', '2027-02-28', '2027-03-31']],
    ['FREQ=YEARLY', '2024-02-29', ['2024-02-29', '2028-02-29']],
    ['FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', '2027-01-01', ['2027-01-01']],
    ['FREQ=YEARLY;BYYEARDAY=-1', '2026-12-31', ['2026-12-31', '2027-12-31', '2028-12-31']],
    ['FREQ=YEARLY;BYWEEKNO=53', '2026-12-31', ['2026-12-31']],
    ['FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO', '2026-05-11', ['2026-05-11', '2027-05-17', '2028-05-15']],
    ['FREQ=YEARLY;BYDAY=20MO', '2026-05-18', ['2026-05-18', '2027-05-17', '2028-05-15']],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,SU;WKST=MO', '1997-08-05', ['1997-08-05', '1997-08-10', '1997-08-19']],
    ['FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,SU;WKST=SU', '1997-08-05', ['1997-08-05', '1997-08-17', '1997-08-19']],
    ['FREQ=DAILY;COUNT=2', '2026-11-27', ['2026-11-27', '2026-11-28']],
  ])('%s from %s', (rule, first, expected) => {
    expect(days(rule, first, first, addDays(first, 1500)).slice(0, 3)).toEqual(expected.slice(0, 3));
  });
  it('end for rules that nobody can meet, and for those that are counted for ages', () => {
    for (const rule of [
      'FREQ=DAILY;BYMONTH=2;BYMONTHDAY=31',
      'FREQ=DAILY;INTERVAL=7;BYDAY=TU',
      'FREQ=MONTHLY;BYDAY=1MO;BYSETPOS=3',
      'FREQ=YEARLY;BYMONTHDAY=15;BYDAY=-1SU;BYMONTH=1',
    ])
      expect(days(`${rule};COUNT=50`, '2016-01-06', '2026-01-01', '2028-01-01')).toEqual([]);
    expect(days('FREQ=DAILY;COUNT=999999999', '0001-01-01', '2026-01-01', '2028-01-01')).toEqual([]);
    expect(days('FREQ=YEARLY;INTERVAL=1000', '2026-01-01')).toEqual(['2026-01-01']);
  });
  it.each([
    ['FREQ=HOURLY', 'FREQ is HOURLY'],
    ['', 'FREQ is missing'],
    ['FREQ=DAILY;INTERVAL=0', 'INTERVAL is 0'],
    ['FREQ=DAILY;INTERVAL=1001', 'INTERVAL is 1001'],
    ['FREQ=DAILY;COUNT=-1', 'COUNT is -1'],
    ['FREQ=WEEKLY;BYDAY=XX', 'BYDAY is XX'],
    ['FREQ=MONTHLY;BYMONTHDAY=32', 'BYMONTHDAY is 32'],
    ['FREQ=YEARLY;BYMONTH=-1', 'BYMONTH is -1'],
    ['FREQ=DAILY;UNTIL=20270231', 'UNTIL is 20270231'],
    ['FREQ=DAILY;BYHOUR=8,18', 'BYHOUR has it come again within a day'],
  ])('%s cannot be followed: %s', (rule, why) => {
    expect(() => readRecurrence(rule)).toThrow(why);
  });
});
