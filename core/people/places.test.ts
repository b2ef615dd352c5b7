import { z } from 'zod';
import {
  kitAnywhere,
  kitAt,
  minutesIn,
  minutesOn,
  type Place,
  placeNameOn,
  placeOn,
  placesSchema,
} from './places';

// A Monday, and the Tuesday after it.
const monday = '2026-11-23';
const tuesday = '2026-11-24';
const gym: Place = {
  name: 'Gym',
  weekdays: [1, 4],
  phases: [],
  kit: ['box', 'cable'],
  minutesPerSession: 40,
};
const hall: Place = {
  name: 'Hall',
  weekdays: [],
  phases: ['sport'],
  kit: ['wall'],
  minutesPerSession: null,
};
const usual = { sessionsPerWeek: 3, minutesPerSession: 20, weekdays: [1, 2, 4], places: [gym, hall] };

describe('the place of a day', () => {
  it('is the first that has its weekday and its phase, else the usual', () => {
    expect(placeOn(usual, monday, 'load')).toBe(gym);
    expect(placeOn(usual, tuesday, 'load')).toBeUndefined();
    expect(placeOn(usual, tuesday, 'sport')).toBe(hall);
    expect(placeOn(usual, monday, 'sport')).toBe(gym);
    expect(placeOn({ places: [hall, gym] }, monday, 'sport')).toBe(hall);
    expect([placeNameOn(usual, tuesday, 'load'), placeNameOn(usual, monday, 'load')]).toEqual(['', 'Gym']);
    expect(placeOn({}, monday, 'load')).toBeUndefined();
    const both: Place = { ...gym, phases: ['load'] };
    expect(placeOn({ places: [both] }, monday, 'build')).toBeUndefined();
    expect(placeOn({ places: [both] }, monday, 'load')).toBe(both);
  });
  it('on a journey it is where the journey leads, whatever else has the day', () => {
    const camp: Place = { ...hall, name: 'Camp', phases: [], from: '2026-11-24', to: '2026-11-30' };
    const given = { ...usual, places: [gym, camp] };
    const names = (...days: string[]) => days.map((day) => placeNameOn(given, day, 'load'));
    expect(names('2026-11-23', '2026-11-24', '2026-11-30', '2026-12-01', '2026-12-03')).toEqual([
      'Gym',
      'Camp',
      'Camp',
      '',
      'Gym',
    ]);
    expect(placeNameOn({ places: [{ ...camp, weekdays: [2] }] }, '2026-11-25', 'load')).toBe('');
    // A week of a phase is a usual one.
    expect(minutesIn({ ...given, places: [{ ...camp, minutesPerSession: 45 }] }, 'load')).toBe(60);
  });
  it('has minutes of its own, or those of the phase', () => {
    expect(minutesOn(usual, monday, 'load')).toBe(40);
    expect(minutesOn(usual, tuesday, 'load')).toBe(20);
    expect(minutesOn({ ...usual, timeIn: { sport: { minutesPerSession: 12 } } }, tuesday, 'sport')).toBe(12);
  });
  it('a week has its sessions, each as long as its days are in the mean', () => {
    // Mondays and Thursdays 40, Tuesdays 20.
    expect(minutesIn(usual, 'load')).toBeCloseTo(3 * ((40 + 20 + 40) / 3));
    expect(minutesIn({ ...usual, weekdays: [2] }, 'load')).toBe(60);
    expect(minutesIn({ ...usual, weekdays: [1, 2], sessionsPerWeek: 2 }, 'load')).toBe(60);
    expect(minutesIn({ ...usual, places: null }, 'load')).toBe(60);
  });
  it('what there is anywhere is what there is at one of them', () => {
    expect(kitAnywhere({ kit: ['band'], places: [gym, hall] })).toEqual(['band', 'box', 'cable', 'wall']);
    expect(kitAnywhere({ kit: ['band'] })).toEqual(['band']);
    const of = { kit: ['band'], places: [gym, hall] };
    expect([kitAt(of, 'Hall'), kitAt(of, ''), kitAt(of, 'gone')]).toEqual([['wall'], ['band'], ['band']]);
  });
});

describe('places as they are written down', () => {
  const reads = (places: readonly object[]) =>
    placesSchema(z.enum(['box', 'cable', 'wall'])).safeParse(places);
  const codes = (...places: object[]) =>
    reads(places).error?.issues.map(({ path, message }) => [path, message]);
  it('have a name each, minutes within bounds, kit that exists; three at most', () => {
    expect(reads([gym, hall]).success).toBe(true);
    expect(reads([{ ...gym, name: '  Gym\u0000 ' }]).data?.[0]?.name).toBe('Gym');
    expect(codes({ ...gym, name: ' ' })).toEqual([[[0, 'name'], 'place.name']]);
    expect(codes(gym, { ...hall, name: 'Gym' })).toEqual([[[1, 'name'], 'place.twice']]);
    expect(codes({ ...gym, minutesPerSession: 46 })).toEqual([[[0, 'minutesPerSession'], 'athlete.minutes']]);
    expect(codes({ ...gym, kit: ['anvil'] })?.[0]?.[0]).toEqual([0, 'kit', 0]);
    expect(codes(...['a', 'b', 'c', 'd'].map((name) => ({ ...gym, name })))).toEqual([[[], 'place.most']]);
    const between = (from: string | null, to: string | null) => codes({ ...gym, from, to });
    expect(between('2026-12-01', '2026-12-01')).toBeUndefined();
    expect(between('2026-12-02', '2026-12-01')).toEqual([[[0, 'to'], 'place.days']]);
    expect(between('2026-12-02', null)).toEqual([[[0, 'to'], 'place.days']]);
    expect(between(null, '2026-12-02')).toEqual([[[0, 'to'], 'place.days']]);
    expect(between('2026-13-02', '2026-12-02')?.[0]).toEqual([[0, 'from'], 'form.not_a_day'].slice(0, 2));
    expect(codes({ ...gym, weekdays: [7] })?.[0]?.[0]).toEqual([0, 'weekdays', 0]);
  });
});
