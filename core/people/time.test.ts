import { minutesIn } from './places';
import { timeIn, timeInSchema } from './time';

const usual = { sessionsPerWeek: 3, minutesPerSession: 20, weekdays: [1, 3, 5] };
const sport = { sessionsPerWeek: 1, minutesPerSession: 12, weekdays: [2] };

describe('the time of a phase', () => {
  it('is its own where it has one, else the usual; without days said, all of them', () => {
    const given = { ...usual, timeIn: { sport } };
    expect(timeIn(given, 'sport')).toEqual(sport);
    expect(timeIn(given, 'load')).toEqual(usual);
    expect([minutesIn(given, 'sport'), minutesIn(given, 'load')]).toEqual([12, 60]);
    expect(timeIn({ ...usual, weekdays: undefined }, 'load').weekdays).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect(timeIn({ ...usual, timeIn: null }, 'load')).toEqual(usual);
    // What is not said of a phase follows the usual.
    const part = { sport: { minutesPerSession: 12 } };
    expect(timeIn({ ...usual, timeIn: part }, 'sport')).toEqual({ ...usual, minutesPerSession: 12 });
    expect(timeIn({ ...usual, sessionsPerWeek: 2, timeIn: part }, 'sport').sessionsPerWeek).toBe(2);
  });
  it('is bounded as the usual one is, in phases there are', () => {
    const reads = (said: object) => timeInSchema.safeParse(said);
    const codes = (more: object) =>
      reads({ sport: { ...sport, ...more } }).error?.issues.map(({ message }) => message);
    expect(reads({ sport, ground: usual }).success).toBe(true);
    expect(reads({}).success).toBe(true);
    expect(reads({ sport: { minutesPerSession: 12 } }).success).toBe(true);
    expect(codes({ sessionsPerWeek: 6 })).toEqual(['athlete.sessions']);
    expect(codes({ sessionsPerWeek: 0 })).toEqual(['athlete.sessions']);
    expect(codes({ minutesPerSession: 7 })).toEqual(['athlete.minutes']);
    expect(codes({ minutesPerSession: 20.5 })).toEqual(['athlete.minutes']);
    expect(codes({ weekdays: [] })).toEqual(['athlete.weekdays']);
    expect(reads({ summer: sport }).success).toBe(false);
  });
});
