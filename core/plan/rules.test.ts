import { addDays } from '~/core/body/dates';
import { type QualityId, qualities, sideKeysOf } from '~/core/catalogue';
import { gateOf, testDay } from '~/core/clear/testing';
import { anchorsOf, type Blackout, type PlanEvent, seasonCalendar, splitPhases } from './calendar';
import { type PeriodiseInput, type PlanPriority, periodise, planDefaults } from './periodise';
import { makeSeason, weekOf, withheldQualities } from './season-input';

/** The small rules that a season is made of, each at its edges. */

const startsOn = '2026-11-23';
const eventIn = (weeks: number, priority: PlanEvent['priority'] = 'A', id = `e${weeks}`): PlanEvent => ({
  id,
  name: id,
  onDate: addDays(startsOn, weeks * 7 - 2),
  priority,
});
const rowsOf = (id: QualityId, over: Partial<PlanPriority> = {}): PlanPriority[] =>
  sideKeysOf(id).map((side) => ({
    quality: id,
    side,
    priority: 0.3,
    capability: 80,
    demand: 4,
    weakerByGap: false,
    ...over,
  }));
const everything = qualities.flatMap(({ id }) => rowsOf(id));
const base: PeriodiseInput = {
  startsOn,
  events: [eventIn(17)],
  blackouts: [],
  firstWeekday: 1,
  level: 'advanced',
  ageYears: 30,
  sessionsPerWeek: 5,
  minutesPerSession: 45,
  priorities: everything,
  blocked: [],
  cautions: [],
};
const doseOf = (
  week: { cells: readonly { quality: string; side: string; dose: number }[] } | undefined,
  id: string,
) => {
  const cells = (week?.cells ?? []).filter((cell) => cell.quality === id);
  return cells.length === 0 ? 0 : cells.reduce((sum, cell) => sum + cell.dose, 0) / cells.length;
};

describe('phases before an event', () => {
  const counted = (weeks: number) => {
    const phases = splitPhases(weeks);
    return ['hold', 'ground', 'build', 'load', 'sport', 'sharpen']
      .map((phase) => phases.filter((its) => its === phase).length)
      .join(' ');
  };
  it.each([
    [1, '0 0 0 0 0 1'],
    [2, '0 1 0 0 0 1'],
    [3, '0 1 1 0 0 1'],
    [5, '0 1 2 0 1 1'],
    [7, '0 1 2 1 2 1'],
    [8, '0 1 2 1 2 2'],
    [11, '0 3 2 2 2 2'],
    [14, '0 3 5 2 2 2'],
    [17, '0 3 5 4 3 2'],
    [18, '0 3 6 4 3 2'],
    [19, '0 3 6 5 3 2'],
    [20, '0 3 6 5 4 2'],
    [21, '0 4 6 5 4 2'],
    [24, '3 4 6 5 4 2'],
  ])('%i weeks are hold, ground, build, load, sport, sharpen: %s', (weeks, phases) => {
    expect(counted(weeks)).toBe(phases);
    expect(splitPhases(weeks).at(-1)).toBe('sharpen');
  });
});

describe('the events a season is built from', () => {
  it('are all A events in their order; without one, the last of the most important', () => {
    expect(anchorsOf([eventIn(9), eventIn(4, 'B'), eventIn(3)]).map(({ id }) => id)).toEqual(['e3', 'e9']);
    expect(anchorsOf([eventIn(2, 'C'), eventIn(4, 'B'), eventIn(9, 'B')]).map(({ id }) => id)).toEqual([
      'e9',
    ]);
    expect(anchorsOf([eventIn(2, 'C')]).map(({ id }) => id)).toEqual(['e2']);
    expect(anchorsOf([])).toEqual([]);
  });
});

describe('the calendar', () => {
  const calendar = (events: PlanEvent[], blackouts: Blackout[] = [], deloadEvery = 4) =>
    seasonCalendar({ startsOn, events, blackouts, firstWeekday: 1, deloadEvery });
  const days = (from: string, n: number): Blackout[] => [{ from, to: addDays(from, n - 1), reason: '' }];
  it('is black from four days of a week without training, counted by the day', () => {
    const at = (n: number) => calendar([eventIn(10)], days(addDays(startsOn, 7), n))[1];
    expect(at(3)).toMatchObject({ kind: 'load', blackDays: 3 });
    expect(at(4)).toMatchObject({ kind: 'black', blackDays: 4 });
    expect(at(8)).toMatchObject({ kind: 'black', blackDays: 7 });
  });
  it('has an easy week for a B event, after an A event that is not the last, and none for a C event', () => {
    const kinds = (events: PlanEvent[]) => calendar(events).map(({ kind }) => kind);
    expect(kinds([eventIn(14), eventIn(5, 'B')])[4]).toBe('event');
    expect(kinds([eventIn(14), eventIn(5, 'C')])[4]).not.toBe('event');
    expect(kinds([eventIn(5), eventIn(20)])[5]).toBe('after');
    expect(kinds([eventIn(5)]).slice(-2)).toEqual(['restore', 'restore']);
    expect(calendar([eventIn(5), eventIn(20)])[5]?.phase).toBe('restore');
  });
  it('begins a later cycle without Ground, and holds between two events within six weeks', () => {
    const phases = (gap: number) => calendar([eventIn(8), eventIn(8 + gap)]).map(({ phase }) => phase);
    expect(phases(6).slice(8, 14)).toEqual(['hold', 'hold', 'hold', 'hold', 'hold', 'sharpen']);
    expect(phases(12).slice(8)).not.toContain('ground');
    expect(phases(12)[8]).toBe('restore');
  });
  it('deloads every so many load weeks, and lets a low week within two stand in for it', () => {
    const every = (n: number) =>
      calendar([eventIn(17)], [], n).flatMap(({ kind }, i) => (kind === 'deload' ? [i] : []));
    expect(every(4).slice(0, 2)).toEqual([3, 7]);
    expect(every(3).slice(0, 2)).toEqual([2, 5]);
    const near = calendar([eventIn(17), eventIn(5, 'B')]).map(({ kind }) => kind);
    expect(near.slice(2, 5)).toEqual(['load', 'load', 'event']);
  });
  it('retests at a low week four weeks after the last, never within a week of an event, and at the end', () => {
    const weeks = calendar([eventIn(17)]);
    const tests = weeks.flatMap(({ retest, index }) => (retest ? [index] : []));
    expect(tests).toContain(3);
    expect(tests.at(-1)).toBe(weeks.length - 1);
    for (const [i, index] of tests.entries())
      if (i > 0) expect(index - (tests[i - 1] ?? 0)).toBeGreaterThanOrEqual(2);
    const important = calendar([eventIn(17), eventIn(4, 'B')]);
    expect(important[3]?.retest).toBe(false);
    expect(calendar([eventIn(17), eventIn(4, 'C')])[3]?.retest).toBe(true);
  });
  it('starts on the practice’s first day of the week, and leaves out events before it', () => {
    const sunday = seasonCalendar({
      startsOn: '2026-11-25',
      events: [eventIn(4), { ...eventIn(1), onDate: '2026-11-20' }],
      blackouts: [],
      firstWeekday: 0,
      deloadEvery: 4,
    });
    expect(sunday[0]?.startsOn).toBe('2026-11-22');
    expect(sunday.flatMap(({ eventIds }) => eventIds)).toEqual(['e4']);
    expect(calendar([])).toEqual([]);
  });
});

describe('the dose of a week', () => {
  it('opens a quality that was trained already before its phase does', () => {
    const fresh = periodise(base).weeks[0];
    const trained = periodise({ ...base, history: { 'reactive|both': 2 } }).weeks[0];
    expect(fresh?.phase).toBe('ground');
    expect(doseOf(fresh, 'reactive')).toBe(0);
    expect(doseOf(trained, 'reactive')).toBeGreaterThan(0);
    // Three tenths of the cap, whatever was done before.
    const much = periodise({ ...base, history: { 'reactive|both': 50 } }).weeks[0];
    expect(doseOf(much, 'reactive')).toBeLessThanOrEqual(planDefaults.capQuality.advanced * 0.3 + 0.05);
  });
  it('fades with the weeks without training, as exp(-days / 42)', () => {
    const only = { ...base, priorities: rowsOf('breath_brace'), history: { 'breath_brace|both': 4 } };
    const after = (blackWeeks: number) => {
      const blackouts =
        blackWeeks === 0
          ? []
          : [{ from: addDays(startsOn, 7), to: addDays(startsOn, 7 + 7 * blackWeeks - 1), reason: '' }];
      const { weeks } = periodise({ ...only, blackouts });
      return { first: doseOf(weeks[0], 'breath_brace'), next: doseOf(weeks[1 + blackWeeks], 'breath_brace') };
    };
    for (const blackWeeks of [1, 2]) {
      const { first, next } = after(blackWeeks);
      const faded = first * Math.exp((-7 * blackWeeks) / planDefaults.fadeDays);
      const most = Math.min(
        faded * (1 + planDefaults.rampTotal) + planDefaults.rampTotalStep,
        faded * (1 + planDefaults.rampQuality) + planDefaults.rampQualityStep,
      );
      expect(next).toBeGreaterThan(faded - 0.03);
      expect(next).toBeLessThanOrEqual(most + 0.03);
      expect(most - next).toBeLessThan(0.06);
    }
  });
  it('gives the weaker side half as much again as the stronger, and keeps the mean', () => {
    const priorities = sideKeysOf('anti_lateral').map((side) => ({
      ...(rowsOf('anti_lateral')[0] as PlanPriority),
      side,
      weakerByGap: side === 'left',
    }));
    const [week] = periodise({ ...base, priorities }).weeks;
    const side = (its: string) => week?.cells.find((cell) => cell.side === its)?.dose ?? 0;
    expect(side('left')).toBeGreaterThan(side('right'));
    expect(side('left') / side('right')).toBeGreaterThan(1.35);
    expect(side('left') / side('right')).toBeLessThan(1.65);
    const [even] = periodise({ ...base, priorities: rowsOf('anti_lateral') }).weeks;
    expect(doseOf(even, 'anti_lateral')).toBeCloseTo(doseOf(week, 'anti_lateral'), 1);
  });
  it('is nothing for what is blocked or barely wanted, and says what was never tested', () => {
    const blocked = periodise({ ...base, blocked: ['anti_lateral'] });
    expect(
      blocked.weeks.flatMap(({ cells }) => cells).some(({ quality }) => quality === 'anti_lateral'),
    ).toBe(false);
    const low = periodise({ ...base, priorities: rowsOf('anti_lateral', { priority: 0.005, demand: 0.5 }) });
    expect(low.weeks.flatMap(({ cells }) => cells)).toEqual([]);
    const kept = periodise({ ...base, priorities: rowsOf('anti_lateral', { priority: 0, demand: 2.5 }) });
    expect(kept.weeks.flatMap(({ cells }) => cells).length).toBeGreaterThan(0);
    const untested = periodise({ ...base, priorities: rowsOf('breath_brace', { capability: undefined }) });
    expect(untested.warnings).toEqual(['Untested, so given the minimum only: breath and brace.']);
    expect(periodise(base).warnings).toEqual([]);
  });
  it('is held down by cautions: nothing but breath for a fresh bad back, half or 0.7 of the cap for some', () => {
    const cap = (cautions: string[], id: QualityId) =>
      Math.max(
        ...periodise({
          ...base,
          cautions,
          priorities: rowsOf(id, { priority: 1 }),
          history: Object.fromEntries(sideKeysOf(id).map((side) => [`${id}|${side}`, 100])),
        }).weeks.map((week) => doseOf(week, id)),
      );
    const whole = planDefaults.capQuality.advanced;
    expect(cap([], 'anti_extension')).toBeCloseTo(whole, 1);
    expect(cap(['acute_back_pain'], 'anti_extension')).toBe(0);
    expect(cap(['acute_back_pain'], 'breath_brace')).toBeCloseTo(whole, 1);
    for (const caution of ['postpartum', 'pregnancy', 'pelvic_floor_symptoms', 'hernia']) {
      expect(cap([caution], 'anti_extension')).toBeCloseTo(whole * 0.5, 1);
      expect(cap([caution], 'trunk_flexion_control')).toBeCloseTo(whole * 0.5, 1);
      expect(cap([caution], 'anti_lateral')).toBeCloseTo(whole, 1);
    }
    for (const id of ['anti_extension', 'anti_lateral', 'extension_endurance'] as const)
      expect(cap(['hypertension'], id)).toBeCloseTo(whole * 0.7, 1);
    expect(cap(['hypertension'], 'anti_rotation')).toBeCloseTo(whole, 1);
    expect(cap(['hernia', 'hypertension'], 'anti_extension')).toBeCloseTo(whole * 0.5, 1);
  });
  it('is for somebody under 16 that of a novice with slower ramps, whatever the level says', () => {
    const young = periodise({ ...base, ageYears: 15 });
    const novice = periodise({ ...base, level: 'novice' });
    const total = (week: (typeof young.weeks)[number]) =>
      week.cells.reduce((sum, cell) => sum + cell.dose, 0);
    const peak = (plan: typeof young) => Math.max(...plan.weeks.map(total));
    expect(peak(young)).toBeLessThan(peak(novice));
    expect(peak(periodise({ ...base, ageYears: 16 }))).toBeGreaterThan(peak(novice));
    const deloads = (plan: typeof young) => plan.weeks.findIndex(({ kind }) => kind === 'deload');
    expect([deloads(young), deloads(novice), deloads(periodise({ ...base, ageYears: 46 }))]).toEqual([
      2, 2, 2,
    ]);
    expect([deloads(periodise({ ...base, ageYears: 45 })), deloads(periodise(base))]).toEqual([3, 3]);
  });
  it('fits the minutes: shrunk towards one set each, then the least wanted dropped', () => {
    const history = Object.fromEntries(
      qualities.flatMap(({ id }) => sideKeysOf(id).map((side) => [`${id}|${side}`, 4])),
    );
    const at = (minutesPerSession: number, sessionsPerWeek = 3) =>
      periodise({ ...base, sessionsPerWeek, minutesPerSession, history, priorities: everything }).weeks[1];
    const wide = at(45, 5);
    const narrow = at(12);
    expect(narrow?.minutes).toBeLessThanOrEqual((narrow?.minutesAvailable ?? 0) + 1);
    expect(narrow?.minutesAvailable).toBe(30);
    expect(narrow?.reasons[0]).toBe('30 minutes hold this week.');
    expect(wide?.reasons.some((reason) => reason.includes('minutes hold'))).toBe(false);
    const least = at(8, 1);
    expect(least?.minutes).toBeLessThanOrEqual(7);
    expect(least?.cells.length).toBeLessThan(wide?.cells.length ?? 0);
    const wanted = periodise({
      ...base,
      history,
      sessionsPerWeek: 1,
      minutesPerSession: 8,
      priorities: [
        ...rowsOf('breath_brace', { priority: 0.9 }),
        ...rowsOf('anti_extension', { priority: 0.1 }),
        ...rowsOf('extension_endurance', { priority: 0.2 }),
        ...rowsOf('hip_extension', { priority: 0.15 }),
      ],
    }).weeks[1];
    expect(wanted?.cells.some(({ quality }) => quality === 'breath_brace')).toBe(true);
    expect(wanted?.cells.some(({ quality }) => quality === 'anti_extension')).toBe(false);
  });
  it('of a week of rest says its share of the load weeks', () => {
    const { weeks } = periodise({ ...base, events: [eventIn(17), eventIn(6, 'B')] });
    const said = (kind: string) => weeks.find((week) => week.kind === kind)?.reasons.at(-1);
    expect(said('deload')).toBe('Deload: 55 % of the last load weeks.');
    expect(said('event')).toBe('B event: 70 % of the last load weeks.');
    expect(said('restore')).toBe('Restore: 50 % of the last load weeks.');
    const sharpen = weeks.filter((week) => week.kind === 'sharpen').map((week) => week.reasons.at(-1));
    expect(sharpen).toEqual([
      'Sharpen: 60 % of the last load weeks, nothing new.',
      'Event week: 45 % of the last load weeks, early in the week.',
    ]);
    const black = periodise({
      ...base,
      blackouts: [{ from: startsOn, to: addDays(startsOn, 6), reason: '' }],
    }).weeks[0];
    expect(black).toMatchObject({
      cells: [],
      minutes: 0,
      minutesAvailable: 0,
      reasons: ['Blackout: nothing planned.'],
    });
  });
  it('opens half of the rest in the first two weeks while breath is low, and no quick brace', () => {
    const low = [
      ...everything.filter(({ quality }) => quality !== 'breath_brace'),
      ...rowsOf('breath_brace', { capability: 69 }),
    ];
    const fine = [
      ...everything.filter(({ quality }) => quality !== 'breath_brace'),
      ...rowsOf('breath_brace', { capability: 70 }),
    ];
    const history = Object.fromEntries(
      qualities.flatMap(({ id }) => sideKeysOf(id).map((side) => [`${id}|${side}`, 100])),
    );
    const week = (priorities: PlanPriority[], i: number) =>
      periodise({ ...base, priorities, history }).weeks[i];
    expect(doseOf(week(low, 0), 'reactive')).toBe(0);
    expect(doseOf(week(low, 1), 'reactive')).toBe(0);
    expect(doseOf(week(low, 2), 'reactive')).toBeGreaterThan(0);
    expect(doseOf(week(fine, 0), 'reactive')).toBeGreaterThan(0);
  });
});

describe('what a season is made from', () => {
  const linked = { priorities: [], blocked: [{ quality: 'anti_lateral', why: '' }] } as never;
  it('gives nothing to what has no rung or is withheld; an open flag holds the card, not the season', () => {
    expect(withheldQualities({ linked, gate: gateOf({ held: ['reactive'] }) })).toEqual(['anti_lateral']);
    const asking = withheldQualities({ linked, gate: gateOf({ cautions: ['hernia'], agreed: false }) });
    expect(asking).toHaveLength(qualities.length - 1);
    expect(asking).not.toContain('breath_brace');
  });
  it('starts with the week of the day it is given, or of today', () => {
    const standing = {
      today: testDay,
      athlete: { level: 'trained', sessionsPerWeek: 3, minutesPerSession: 20 },
      ageYears: 30,
      events: [eventIn(10)],
      gate: gateOf(),
      linked: {
        priorities: everything.map((row) => ({ ...row, gap: { acting: row.side === 'left' ? 0.5 : 0 } })),
        blocked: [],
      },
    } as never;
    const given = { firstWeekday: 1 as const, blackouts: [], history: {} };
    expect(makeSeason(standing, given).startsOn).toBe('2026-11-23');
    expect(makeSeason(standing, { ...given, firstWeekday: 0 }).startsOn).toBe('2026-11-22');
    expect(makeSeason(standing, { ...given, startDay: '2026-12-02' }).startsOn).toBe('2026-11-30');
    const week = makeSeason(standing, given).plan.weeks[0];
    const of = (its: string) =>
      week?.cells.find((cell) => cell.quality === 'anti_lateral' && cell.side === its)?.dose ?? 0;
    expect(of('left')).toBeGreaterThan(of('right'));
  });
  it('finds the week of a day, from its first day to its seventh, of two the later', () => {
    const weeks = [{ startsOn: '2026-11-23' }, { startsOn: '2026-11-29' }, { startsOn: '2026-12-06' }];
    expect(weekOf(weeks, '2026-11-22')).toBeUndefined();
    expect(weekOf(weeks, '2026-11-23')).toBe(weeks[0]);
    expect(weekOf(weeks, '2026-11-28')).toBe(weeks[0]);
    expect(weekOf(weeks, '2026-11-29')).toBe(weeks[1]);
    expect(weekOf(weeks, '2026-12-12')).toBe(weeks[2]);
    expect(weekOf(weeks, '2026-12-13')).toBeUndefined();
  });
});
