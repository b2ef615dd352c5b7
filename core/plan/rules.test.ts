import { addDays } from '~/core/body/dates';
import { type QualityId, qualities, sideKeysOf } from '~/core/catalogue';
import { phases } from '~/core/catalogue/phases';
import { gateOf, testDay } from '~/core/clear/testing';
import { anAthlete } from '~/core/dose/testing';
import {
  anchorsOf,
  type Blackout,
  type PlanEvent,
  seasonCalendar,
  splitOpenBlock,
  splitPhases,
} from './calendar';
import { primerDays, sessionDaysOf, spread, trainingDays } from './days';
import type { PeriodiseInput, PlanPriority, PlanWeek } from './season';
import { goesOnFrom, seasonInput, weekOf, withheldQualities } from './season-input';
import { planned } from './testing';
import { blocksOf, mainsFor } from './tiers';

/** The small rules that a season is made of, each at its edges. */

const periodise = planned();
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
    [20, '0 4 6 5 3 2'],
    [21, '0 4 6 5 4 2'],
    [34, '0 6 10 8 8 2'],
    [40, '0 12 10 8 8 2'],
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
  it('is black when no day of a week is left, and counts the days that are not', () => {
    const at = (n: number) => calendar([eventIn(10)], days(addDays(startsOn, 7), n))[1];
    expect(at(6)).toMatchObject({ kind: 'load', blackDays: 6 });
    expect(at(7)).toMatchObject({ kind: 'black', blackDays: 7 });
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

describe('blocks and tiers', () => {
  it('are phases, the long ones in equal parts of six weeks at the most', () => {
    const { weeks } = periodise({ ...base, events: [eventIn(30)] });
    const blocks = blocksOf(weeks);
    expect(blocks[0]?.from).toBe(0);
    expect(blocks.at(-1)?.to).toBe(weeks.length);
    for (const [i, block] of blocks.entries()) {
      expect(block.to - block.from).toBeLessThanOrEqual(6);
      expect(new Set(weeks.slice(block.from, block.to).map(({ phase }) => phase))).toEqual(
        new Set([block.phase]),
      );
      if (i > 0) expect(block.from).toBe(blocks[i - 1]?.to);
    }
  });
  const tiersIn = (over: Partial<PeriodiseInput>, index = 4) => {
    const week = periodise({ ...base, ...over }).weeks[index];
    const of = (tier: string) => [
      ...new Set((week?.cells ?? []).filter((cell) => cell.tier === tier).map((cell) => cell.quality)),
    ];
    return { main: of('main'), keep: of('keep'), focus: week?.focus };
  };
  it('are one main quality at 30 minutes, two at 60, three at 90', () => {
    expect([30, 44, 45, 60, 74, 75, 90, 200].map(mainsFor)).toEqual([1, 1, 2, 2, 2, 3, 3, 3]);
    const at = (minutesPerSession: number) => tiersIn({ sessionsPerWeek: 2, minutesPerSession }).main.length;
    expect([at(15), at(30), at(45)]).toEqual([1, 2, 3]);
  });
  it('put what is short first, and name the block for it', () => {
    const priorities = everything.map((row) =>
      row.quality === 'extension_endurance' ? { ...row, priority: 0.9 } : row,
    );
    const { main, focus } = tiersIn({ priorities, sessionsPerWeek: 3, minutesPerSession: 20 });
    expect(main).toContain('extension_endurance');
    expect(focus).toBe('extension_endurance');
  });
  it('make breath and brace main while it is under 70, or was never tested', () => {
    const with_ = (capability: number | undefined) =>
      tiersIn({
        priorities: everything.map((row) => (row.quality === 'breath_brace' ? { ...row, capability } : row)),
        sessionsPerWeek: 2,
        minutesPerSession: 15,
      }).main;
    expect(with_(69)).toEqual(['breath_brace']);
    expect(with_(undefined)).toEqual(['breath_brace']);
    expect(with_(70)).not.toContain('breath_brace');
  });
  it('follow the coach’s hand', () => {
    const pinned = tiersIn({ tiers: { trunk_flexion_control: 'main', anti_lateral: 'rest' } });
    expect(pinned.main).toContain('trunk_flexion_control');
    expect([...pinned.main, ...pinned.keep]).not.toContain('anti_lateral');
    // What is pinned takes one of the places there are, and names the block.
    expect(pinned.main).toHaveLength(tiersIn({}).main.length);
    expect(pinned.focus).toBe('trunk_flexion_control');
    const four = ['trunk_flexion_control', 'reactive', 'hip_extension', 'anti_rotation'] as const;
    const all = tiersIn({ tiers: Object.fromEntries(four.map((id) => [id, 'main'])) });
    expect(all.main.toSorted()).toEqual(four.toSorted());
  });
  it('keep the neck in shape in its sports from an hour a week on', () => {
    const neck = (sport: string, minutesPerSession: number) =>
      periodise({ ...base, sport, sessionsPerWeek: 3, minutesPerSession }).weeks.some(({ cells }) =>
        cells.some(({ quality }) => quality === 'neck_control'),
      );
    expect([neck('cycling', 20), neck('cycling', 15), neck('running', 30)]).toEqual([true, false, false]);
  });
});

describe('a week in whole sets', () => {
  const setsOf = (week: PlanWeek | undefined, id: string) =>
    Math.max(0, ...(week?.cells ?? []).filter((cell) => cell.quality === id).map((cell) => cell.sets));
  it('enters a season by what is done now, and ten points more each load week', () => {
    const used = (over: Partial<PeriodiseInput>) =>
      periodise({ ...base, level: 'trained', sessionsPerWeek: 3, minutesPerSession: 20, ...over })
        .weeks.filter(({ kind }) => kind === 'load')
        .slice(0, 4)
        .map((week) => Math.round((100 * week.minutes) / week.minutesAvailable));
    for (const [trunkWork, first] of [
      ['none', 60],
      ['once', 70],
      ['more', 80],
    ] as const) {
      const [one, two, three] = used({ trunkWork });
      expect(one).toBeLessThanOrEqual(first);
      expect(one).toBeGreaterThan(first - 12);
      expect(two).toBeLessThanOrEqual(first + 10);
      expect(three).toBeLessThanOrEqual(first + 20);
    }
    expect(used({ level: 'novice' })[0]).toBeLessThanOrEqual(60);
    expect(used({ ageYears: 61 })[0]).toBeLessThanOrEqual(60);
    expect(used({ loadWeeksDone: 4 })[0]).toBeGreaterThan(85);
  });
  it('gives the weaker side more, within one and a half times, until the gap has closed, and both alike from then on', () => {
    const leads = (capability: number) => {
      const priorities = everything.map((row) => {
        const weak = row.quality === 'anti_lateral' && row.side === 'left';
        return { ...row, weakerByGap: weak, capability: weak ? capability : 80 };
      });
      return periodise({ ...base, priorities }).weeks.flatMap((week) => {
        const of = (side: string) =>
          week.cells.find((cell) => cell.quality === 'anti_lateral' && cell.side === side)?.sets ?? 0;
        return of('right') > 0 ? [of('left') / of('right')] : [];
      });
    };
    const never = leads(40);
    expect(Math.min(...never)).toBeGreaterThan(1);
    expect(Math.max(...never)).toBeLessThanOrEqual(1.5);
    // 70 of 80: a little over a tenth, closed after some weeks.
    const soon = leads(70);
    const closed = soon.findIndex((lead) => lead === 1);
    expect(closed).toBeGreaterThan(0);
    expect(closed).toBeLessThan(soon.length - 2);
    expect(Math.min(...soon.slice(0, closed))).toBeGreaterThan(1);
    expect(new Set(soon.slice(closed))).toEqual(new Set([1]));
  });
  it('is never one set: two or none', () => {
    for (const minutesPerSession of [8, 12, 20, 45])
      for (const week of periodise({ ...base, level: 'trained', sessionsPerWeek: 2, minutesPerSession })
        .weeks)
        for (const cell of week.cells) expect(cell.sets).toBeGreaterThanOrEqual(2);
  });
  it('keeps no quality off for more than five weeks in which it could have been on', () => {
    const { weeks } = periodise({ ...base, level: 'trained', sessionsPerWeek: 2, minutesPerSession: 15 });
    const before = weeks.filter(({ phase }) => phase !== 'sharpen' && phase !== 'restore');
    for (const { id } of qualities) {
      let off = 0;
      let most = 0;
      let began = false;
      for (const week of before) {
        const on = week.cells.some(({ quality }) => quality === id);
        began ||= on;
        off = on ? 0 : off + 1;
        if (began) most = Math.max(most, off);
      }
      expect(most).toBeLessThanOrEqual(6);
    }
  });
  it('says what waits, what holds a week down, and what a low week is', () => {
    const { weeks } = periodise({
      ...base,
      level: 'trained',
      sessionsPerWeek: 2,
      minutesPerSession: 15,
      events: [eventIn(17), eventIn(6, 'B')],
    });
    expect(weeks[0]?.reasons[0]).toMatch(/^Entry: 70 % of the offered minutes/);
    expect(weeks[0]?.waiting.length).toBeGreaterThan(0);
    expect(weeks[0]?.reasons.at(-1)).toMatch(/^Waiting this week: /);
    const said = (kind: string) => weeks.find((week) => week.kind === kind)?.reasons[0];
    expect(said('deload')).toBe('Deload: 50 to 57 % of the last load weeks.');
    expect(said('event')).toBe('B event: 55 to 70 % of the last load weeks.');
    expect(said('restore')).toBe('Restore: 40 to 60 % of the last load weeks.');
    const away = [{ from: startsOn, to: addDays(startsOn, 6), reason: 'travel' }];
    expect(periodise({ ...base, blackouts: away }).weeks[0]).toMatchObject({
      cells: [],
      minutes: 0,
      minutesAvailable: 0,
    });
  });
  it('has low weeks that are low, and an event week on the days far enough before it', () => {
    const { weeks } = periodise({
      ...base,
      level: 'trained',
      weekdays: [1, 3, 5],
      sessionsPerWeek: 3,
      minutesPerSession: 20,
    });
    for (const [i, week] of weeks.entries()) {
      const loads = weeks
        .slice(0, i)
        .filter(({ kind }) => kind === 'load')
        .slice(-2);
      if (week.kind === 'load' || loads.length < 2) continue;
      const share = week.minutes / (loads.reduce((sum, one) => sum + one.minutes, 0) / 2);
      // Of the whole sets as they are laid out, to the minute.
      const most = { deload: 0.57, event: 0.7, after: 0.6, restore: 0.6, sharpen: 0.6 }[
        week.kind as 'deload'
      ];
      expect(share).toBeLessThanOrEqual(most + 0.01);
      expect(share).toBeGreaterThan(0.15);
    }
    // The event is on a Saturday: Monday alone is left of three days.
    const event = weeks.find(({ eventIds }) => eventIds.length > 0);
    expect(event).toMatchObject({ sessions: 1, minutesAvailable: 20 });
  });
  it('has the time of its phase: sessions, minutes, days, and as many qualities first as fit', () => {
    const usual = { weekdays: [1, 3, 5], sessionsPerWeek: 3, minutesPerSession: 30 };
    const sport = { sessionsPerWeek: 1, minutesPerSession: 15, weekdays: [2] };
    const load = { sessionsPerWeek: 4, minutesPerSession: 40, weekdays: [0, 1, 2, 4] };
    const { weeks } = periodise({ ...base, ...usual, timeIn: { sport, load } });
    const plain = periodise({ ...base, ...usual }).weeks;
    const most = { sport: [1, 15], load: [4, 160], ground: [3, 90], build: [3, 90] } as const;
    for (const [i, week] of weeks.entries()) {
      const whole = most[week.phase as keyof typeof most];
      if (!whole) continue;
      expect([week.phase, week.sessions, week.minutesAvailable]).toEqual([week.phase, ...whole]);
      expect(week.minutes).toBeLessThanOrEqual(whole[1] + 0.5);
      expect(week.phase).toBe(plain[i]?.phase);
    }
    const mains = (of: typeof weeks, phase: string) =>
      new Set(
        of
          .filter((week) => week.phase === phase)
          .flatMap(({ cells }) => cells.flatMap(({ tier, quality }) => (tier === 'main' ? [quality] : []))),
      ).size;
    expect(mains(weeks, 'sport')).toBe(1);
    expect(mains(plain, 'sport')).toBeGreaterThan(1);
    // A low week of a short phase has its share of that phase, and no more than its minutes.
    for (const week of weeks) expect(week.minutes).toBeLessThanOrEqual(week.minutesAvailable + 0.5);
  });
  it('gives a week with fewer days its share, and one with none nothing', () => {
    const weekdays = [1, 3, 5];
    const off = (n: number) => [{ from: addDays(startsOn, 7), to: addDays(startsOn, 7 + n - 1), reason: '' }];
    const of = (n: number) =>
      periodise({ ...base, weekdays, sessionsPerWeek: 3, minutesPerSession: 20, blackouts: off(n) }).weeks[1];
    expect(of(2)?.minutesAvailable).toBe(40);
    expect(of(2)?.minutes).toBeLessThanOrEqual(40);
    expect(of(5)).toMatchObject({ sessions: 0, cells: [], kind: 'load' });
  });
  it('is nothing for what is blocked, left without a rung, or barred by a fresh bad back', () => {
    const has = (over: Partial<PeriodiseInput>, id: string) =>
      periodise({ ...base, ...over }).weeks.some(({ cells }) => cells.some(({ quality }) => quality === id));
    expect(has({}, 'anti_lateral')).toBe(true);
    expect(has({ blocked: ['anti_lateral'] }, 'anti_lateral')).toBe(false);
    const costs: PeriodiseInput['costs'] = Object.fromEntries(
      phases.flatMap((phase) =>
        qualities
          .filter(({ id }) => id !== 'anti_lateral')
          .map(({ id }) => [`${id}|${phase}`, { exposureS: 25, setS: 80, dose: 0.6 }]),
      ),
    );
    expect(has({ costs }, 'anti_lateral')).toBe(false);
    expect(has({ costs }, 'anti_rotation')).toBe(true);
    expect(periodise({ ...base, costs }).warnings.at(-1)).toMatch(/^No rung is left .*side wall/);
    expect(has({ cautions: ['acute_back_pain'] }, 'anti_lateral')).toBe(false);
    expect(has({ cautions: ['acute_back_pain'] }, 'breath_brace')).toBe(true);
  });
  it('under a caution has a lower cap, never under what works', () => {
    const most = (cautions: string[], id: QualityId) =>
      Math.max(
        ...periodise({ ...base, cautions, priorities: rowsOf(id, { priority: 1 }) }).weeks.map((week) =>
          setsOf(week, id),
        ),
      );
    for (const caution of ['postpartum', 'pregnancy', 'pelvic_floor_symptoms', 'hernia'])
      expect(most([caution], 'anti_extension')).toBeLessThan(most([], 'anti_extension'));
    expect(most(['hernia'], 'anti_extension')).toBeGreaterThanOrEqual(4);
    expect(most(['hernia'], 'anti_lateral')).toBe(most([], 'anti_lateral'));
  });
  it('opens nothing quick in the first two weeks while breath is low, and what was trained before its phase', () => {
    const low = everything.map((row) => (row.quality === 'breath_brace' ? { ...row, capability: 60 } : row));
    const history = { 'reactive|both': 2 };
    const quick = (priorities: PlanPriority[], i: number, more: Partial<PeriodiseInput> = {}) =>
      setsOf(periodise({ ...base, priorities, ...more }).weeks[i], 'reactive');
    expect(quick(everything, 0)).toBe(0);
    expect(quick(everything, 0, { history })).toBeGreaterThan(0);
    expect([0, 1].map((i) => quick(low, i, { history }))).toEqual([0, 0]);
    expect(quick(low, 2, { history })).toBeGreaterThan(0);
  });
  it('is for somebody under 16 that of a novice, and deloads every third week for novice, young and over 45', () => {
    const first = (over: Partial<PeriodiseInput>) =>
      periodise({ ...base, ...over }).weeks.findIndex(({ kind }) => kind === 'deload');
    expect([{ ageYears: 15 }, { level: 'novice' as const }, { ageYears: 46 }].map(first)).toEqual([2, 2, 2]);
    expect([{ ageYears: 45 }, {}].map(first)).toEqual([3, 3]);
    const peak = (over: Partial<PeriodiseInput>) =>
      Math.max(
        ...periodise({ ...base, ...over }).weeks.map(({ cells }) =>
          cells.reduce((sum, { dose }) => sum + dose, 0),
        ),
      );
    expect(peak({ ageYears: 15 })).toBeLessThan(peak({}));
  });
});

describe('a plan made again, and one without an event', () => {
  it('goes on in its phase and does not begin at Ground', () => {
    const phases = (under: PeriodiseInput['under']) =>
      periodise({ ...base, under }).weeks.map(({ phase }) => phase);
    expect(phases(undefined)[0]).toBe('ground');
    expect(phases({ phase: 'build', weeks: 4 })[0]).toBe('build');
    expect(phases({ phase: 'load', weeks: 9 })).not.toContain('build');
    expect(phases({ phase: 'load', weeks: 9 }).slice(0, 17).at(-1)).toBe('sharpen');
  });
  it('is an open block of Ground, Build and Load when there is no event', () => {
    const open = (openWeeks: number) => periodise({ ...base, events: [], openWeeks }).weeks;
    for (const n of [4, 8, 12]) {
      expect(open(n)).toHaveLength(n);
      expect(new Set(open(n).map(({ phase }) => phase))).toEqual(new Set(['ground', 'build', 'load']));
      expect(open(n).at(-1)?.retest).toBe(true);
    }
    expect(splitOpenBlock(8).join(' ')).toBe('ground ground build build build load load load');
    expect(periodise({ ...base, events: [] }).warnings[0]).toContain('open block');
  });
});

describe('the days of a week', () => {
  const saturday = addDays(startsOn, 5);
  const input = { weekdays: [1, 3, 5], events: [], blackouts: [] };
  const days = (over: object) => trainingDays(startsOn, { ...input, ...over }).map((day) => day.slice(8));
  const event = (onDate: string, priority: 'A' | 'B' | 'C') => [{ onDate, priority }];
  it('are the athlete’s weekdays less days off and days of risk', () => {
    expect(days({})).toEqual(['23', '25', '27']);
    expect(days({ blackouts: [{ from: '2026-11-24', to: '2026-11-25', reason: '' }] })).toEqual(['23', '27']);
    const downhill = {
      weekday: 5,
      startsAt: '10:00',
      minutes: 90,
      hardness: 8,
      risk: true,
      name: 'Downhill',
    };
    expect(days({ training: { usual: [downhill], dated: [], riskHours: 6 } })).toEqual(['23', '25']);
  });
  it('leave the four days before an A event free, three before a B event, over the edge of the week too', () => {
    expect(days({ events: event(saturday, 'A') })).toEqual(['23']);
    expect(days({ events: event(saturday, 'B') })).toEqual(['23']);
    expect(days({ events: event(saturday, 'C') })).toEqual(['23', '25', '27']);
    expect(days({ events: event('2026-12-01', 'A') })).toEqual(['23', '25']);
    expect(days({ events: event('2026-12-01', 'B') })).toEqual(['23', '25', '27']);
    // The rest of an A event's week is free.
    expect(days({ events: event('2026-11-24', 'A') })).toEqual([]);
  });
  it('of an A week without one left are one far enough before it, whatever weekday', () => {
    expect(days({ weekdays: [4, 5], events: event('2026-11-29', 'A') })).toEqual(['23']);
    expect(days({ weekdays: [4, 5], events: event('2026-11-29', 'B') })).toEqual([]);
  });
  it('of a week under way are the share of its sessions that the days left carry', () => {
    const week = { startsOn, sessions: 2 };
    const from = (fromDay: string, weekdays: number[]) =>
      sessionDaysOf(week, { ...input, weekdays }, fromDay).map((day) => day.slice(8));
    expect(from(startsOn, [1, 2, 3, 4])).toEqual(['23', '25']);
    expect(from('2026-11-25', [1, 2, 3, 4])).toEqual(['23', '25']);
    expect(from('2026-11-26', [1, 2, 3, 4])).toEqual(['23', '25', '26']);
    expect(from('2026-11-27', [1, 2, 3, 4])).toEqual(['23', '25']);
  });
  it('are spread as evenly as they lie', () => {
    expect(spread(['a', 'b', 'c', 'd', 'e'], 2)).toEqual(['a', 'c']);
    expect(spread(['a', 'b'], 3)).toEqual(['a', 'b']);
    expect(spread([], 3)).toEqual([]);
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
      athlete: { level: 'trained', sessionsPerWeek: 3, minutesPerSession: 20, weekdays: [1, 3, 5] },
      ageYears: 30,
      events: [eventIn(10)],
      gate: gateOf(),
      linked: {
        priorities: everything.map((row) => ({ ...row, gap: { acting: row.side === 'left' ? 0.5 : 0 } })),
        blocked: [],
      },
    } as never;
    const given = { athlete: anAthlete(), firstWeekday: 1 as const, blackouts: [], history: {} };
    expect(seasonInput(standing, given).startsOn).toBe('2026-11-23');
    expect(seasonInput(standing, { ...given, firstWeekday: 0 }).startsOn).toBe('2026-11-22');
    expect(seasonInput(standing, { ...given, startDay: '2026-12-02' }).startsOn).toBe('2026-11-30');
    const week = periodise(seasonInput(standing, given)).weeks[0];
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

describe('days for five minutes', () => {
  const event = (onDate: string, primer?: boolean) => ({ onDate, primer });
  const days = (events: readonly { onDate: string; primer?: boolean | undefined }[], blackouts = noDaysOff) =>
    primerDays('2026-11-23', { events, blackouts });
  const noDaysOff: readonly { from: string; to: string; reason: string }[] = [];
  it('lie before the events that want them, over the edge of a week too, and never on a day without training', () => {
    expect(days([event('2026-11-29', true)])).toEqual(['2026-11-28']);
    expect(days([event('2026-11-30', true)])).toEqual(['2026-11-29']);
    expect(days([event('2026-11-23', true), event('2026-11-26'), event('2026-11-27', false)])).toEqual([]);
    const off = [{ from: '2026-11-28', to: '2026-11-28', reason: 'travel' }];
    expect(days([event('2026-11-29', true)], off)).toEqual([]);
  });
});

describe('a season that goes on from one that stands', () => {
  const { weeks } = {
    weeks: seasonCalendar({
      startsOn,
      events: [eventIn(14), eventIn(30)],
      blackouts: [],
      firstWeekday: 1,
      deloadEvery: 4,
    }),
  };
  const at = (index: number) => weeks[index]?.startsOn ?? '';
  it('counts on to its low weeks and retests, and not over an event', () => {
    const low = weeks.findIndex(({ kind }) => kind === 'deload');
    expect(goesOnFrom(weeks, at(low))).toMatchObject({
      under: { phase: weeks[low]?.phase, weeks: low, sinceLow: low, sinceTest: low },
      loadWeeksDone: low,
    });
    expect(goesOnFrom(weeks, at(low + 1))?.under).toMatchObject({ sinceLow: 0, sinceTest: 0 });
    expect(goesOnFrom(weeks, at(low + 3))?.under).toMatchObject({ sinceLow: 2, sinceTest: 2 });
    // Two weeks after the event of the 14th.
    expect(goesOnFrom(weeks, at(16))?.under.weeks).toBe(2);
    expect(goesOnFrom(weeks, addDays(at(0), -1))).toBeUndefined();
  });
  it('counts on over versions that began in the middle themselves', () => {
    const rest = weeks.slice(2);
    const before = {
      under: { phase: 'ground' as const, weeks: 2, sinceLow: 2, sinceTest: 2 },
      loadWeeksDone: 2,
    };
    expect(goesOnFrom(rest, at(3), before)).toMatchObject({
      under: { weeks: 3, sinceLow: 3, sinceTest: 3 },
      loadWeeksDone: 3,
    });
  });
  it('keeps the rhythm: whatever the week it is planned again in, low weeks and retests stay where they were', () => {
    for (let index = 1; index < 12; index += 1) {
      const on = goesOnFrom(weeks, at(index));
      const again = seasonCalendar({
        startsOn: at(index),
        events: [eventIn(14), eventIn(30)],
        blackouts: [],
        firstWeekday: 1,
        deloadEvery: 4,
        under: on?.under,
      });
      const said = (all: readonly { startsOn: string; kind: string; phase: string; retest: boolean }[]) =>
        all.map((week) => `${week.startsOn} ${week.kind} ${week.phase} ${week.retest}`);
      expect(said(again)).toEqual(said(weeks.slice(index)));
    }
  });
});
