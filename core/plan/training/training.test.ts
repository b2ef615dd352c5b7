import fc from 'fast-check';
import { addDays, daysBetween } from '~/core/body/dates';
import { spread, trainingDays } from '../days';
import {
  lightestOf,
  riskCloseTo,
  type SportSession,
  type Training,
  trainingOn,
  trainingWeek,
} from './training';

const monday = '2026-11-23';
const day = (i: number) => addDays(monday, i);
const session = (over: Partial<SportSession> & { onDate: string }): SportSession => ({
  id: over.onDate + (over.startsAt ?? ''),
  startsAt: '10:00',
  minutes: 60,
  hardness: 5,
  risk: false,
  name: 'Run',
  ...over,
});
const training = (over: Partial<Training> = {}): Training => ({
  usual: [],
  dated: [],
  riskHours: 6,
  ...over,
});
const usual = (weekday: number, over: Partial<SportSession> = {}) => {
  const { onDate: _, ...rest } = session({ onDate: `w${weekday}`, ...over });
  return { ...rest, weekday };
};

describe('what is trained on a day', () => {
  it('is the usual week’s, unless the day has something of its own', () => {
    const all = training({
      usual: [usual(1, { name: 'Hills' }), usual(1, { name: 'Gym' }), usual(3)],
      dated: [session({ onDate: day(7), name: 'Camp' })],
    });
    expect(trainingOn(day(0), all).map(({ name }) => name)).toEqual(['Hills', 'Gym']);
    expect(trainingOn(day(1), all)).toEqual([]);
    expect(trainingOn(day(7), all).map(({ name }) => name)).toEqual(['Camp']);
  });
  it('adds up to a week in minutes, points, hard sessions and days of risk', () => {
    const all = training({
      usual: [
        usual(1, { hardness: 7 }),
        usual(2, { hardness: null }),
        usual(6, { minutes: 180, risk: true }),
      ],
    });
    expect(trainingWeek(monday, all)).toEqual({
      sessions: 3,
      minutes: 300,
      load: 60 * 7 + 60 * 5 + 180 * 5,
      hard: 1,
      riskDays: [day(5)],
    });
  });
});

describe('a session of risk', () => {
  const closed = (startsAt: string | null, riskHours: number) =>
    [0, 1, 2, 3, 4].filter((i) =>
      riskCloseTo(
        day(i),
        training({ riskHours, dated: [session({ onDate: day(3), startsAt, risk: true })] }),
      ),
    );
  it.each([
    ['10:00', 6, [3]],
    ['10:00', 10, [3]],
    ['10:00', 11, [2, 3]],
    ['05:59', 6, [2, 3]],
    ['06:00', 6, [3]],
    ['10:00', 34, [2, 3]],
    ['10:00', 35, [1, 2, 3]],
    ['10:00', 48, [1, 2, 3]],
    ['00:00', 0, [3]],
    [null, 6, [3]],
    [null, 13, [2, 3]],
  ])('at %s with %d hours closes its day and the days those hours reach into', (startsAt, hours, days) => {
    expect(closed(startsAt, hours)).toEqual(days);
  });
  it('says which it is, and one without risk closes nothing', () => {
    const dated = [session({ onDate: day(3), name: 'Downhill', risk: true }), session({ onDate: day(1) })];
    expect(riskCloseTo(day(3), training({ dated }))).toEqual({
      name: 'Downhill',
      onDate: day(3),
      startsAt: '10:00',
    });
    expect(riskCloseTo(day(1), training({ dated }))).toBeUndefined();
  });
});

describe('of days that lie as evenly', () => {
  const week = Array.from({ length: 7 }, (_, i) => day(i));
  it('those are taken with the least of the sport on them and on the day after', () => {
    // Two sessions: evenly they would lie on Monday and Thursday.
    expect(spread(week, 2)).toEqual([day(0), day(3)]);
    const hard = training({ usual: [usual(1, { hardness: 9, minutes: 90 }), usual(4, { hardness: 9 })] });
    // Before Monday's and Thursday's hard ones lie Sunday and Wednesday.
    expect(spread(week, 2, hard)).toEqual([day(1), day(4)]);
    // The day before a hard session counts as much as its own.
    const eve = training({ usual: [usual(2, { hardness: 9, minutes: 120 })] });
    expect(spread(week, 1, eve)).not.toContain(day(0));
    expect(spread(week, 1, eve)).not.toContain(day(1));
  });
  it('stay where they were when nothing of the sport is lighter elsewhere', () => {
    const same = training({ usual: [0, 1, 2, 3, 4, 5, 6].map((weekday) => usual(weekday)) });
    for (const count of [1, 2, 3, 4, 5]) expect(spread(week, count, same)).toEqual(spread(week, count));
  });
  it('are never closer together, never another number, and never heavier', () => {
    const aTraining = fc.array(
      fc.record({
        weekday: fc.nat(6),
        hardness: fc.integer({ min: 1, max: 10 }),
        minutes: fc.integer({ min: 10, max: 300 }),
      }),
      { maxLength: 9 },
    );
    fc.assert(
      fc.property(
        fc.subarray(week, { minLength: 1 }),
        fc.integer({ min: 1, max: 7 }),
        aTraining,
        (days, count, sessions) => {
          const all = training({ usual: sessions.map(({ weekday, ...over }) => usual(weekday, over)) });
          const plain = spread(days, count);
          const found = lightestOf(days, plain, all);
          const gaps = (of: readonly string[]) =>
            of.map((one, i) => daysBetween(one, of[i + 1] ?? addDays(of[0] as string, 7)));
          const heavy = (of: readonly string[]) =>
            of
              .flatMap((one) => [one, addDays(one, 1)])
              .flatMap((one) => trainingOn(one, all))
              .reduce((sum, { minutes, hardness }) => sum + minutes * (hardness ?? 5), 0);
          expect(found).toHaveLength(plain.length);
          expect(found.every((one) => days.includes(one))).toBe(true);
          expect([...found].sort()).toEqual(found);
          expect(Math.min(...gaps(found))).toBeGreaterThanOrEqual(Math.min(...gaps(plain)));
          expect(heavy(found)).toBeLessThanOrEqual(heavy(plain));
        },
      ),
    );
  });
  it('leave days of risk out whatever is lighter', () => {
    const all = training({ usual: [usual(6, { risk: true, minutes: 1 })] });
    const days = trainingDays(monday, { weekdays: [1, 6], events: [], blackouts: [], training: all });
    expect(days).toEqual([day(0)]);
  });
});
