import fc from 'fast-check';
import { addDays } from '~/core/body/dates';
import type { CalendarOccurrence } from '~/core/formats/calendar-read';
import { readTable } from '~/core/formats/table';
import { filedCalendar, titlesOf } from './from-calendar';
import { readMinutes, readTimeOfDay, readTrainingRows, trainingCsv, trainingMapping } from './from-rows';

const window = { from: '2026-11-01', to: '2028-11-01' };
function read(text: string, asked: Record<string, string> = {}) {
  const table = readTable(text);
  if (!table.ok) throw new Error(table.error);
  return readTrainingRows(table.table, trainingMapping(table.table, asked), window);
}

describe('a time of day', () => {
  it.each([
    ['18:30', '18:30'],
    ['6:05', '06:05'],
    ['6:30 pm', '18:30'],
    ['12:15 am', '00:15'],
    ['12 pm', '12:00'],
    ['7am', '07:00'],
    ['18.30', '18:30'],
    ['1830', '18:30'],
    ['07:45:30', '07:45'],
    ['24:00', undefined],
    ['18:60', undefined],
    ['13 pm', undefined],
    ['7', undefined],
    ['soon', undefined],
    ['', undefined],
  ])('%s is %s', (text, time) => {
    expect(readTimeOfDay(text)).toBe(time);
  });
});

describe('a length', () => {
  it.each([
    ['90', 90],
    ['1:30', 90],
    ['01:30:40', 91],
    ['1 h 30', 90],
    ['1h30min', 90],
    ['1.5 h', 90],
    ['1,25 hours', 75],
    ['2 hrs', 120],
    ['45 min', 45],
    ['45.4', 45],
    ['long', undefined],
    ['', undefined],
    ['-5', -5],
  ])('%s is %s minutes', (text, minutes) => {
    expect(readMinutes(text)).toBe(minutes);
  });
});

describe('a table of training', () => {
  it('is read by its headers, with commas or semicolons, with risk and without', () => {
    const { sessions, errors } = read(
      'Date;Start;Duration;RPE;Risk;Title\n02.12.2026;18:30;1:15;8;;Hills\n05.12.2026;10:00;90;;yes;Downhill\n',
    );
    expect(errors).toEqual([]);
    expect(sessions).toEqual([
      {
        key: 'row|2026-12-02|18:30|hills',
        onDate: '2026-12-02',
        startsAt: '18:30',
        minutes: 75,
        hardness: 8,
        risk: false,
        name: 'Hills',
      },
      expect.objectContaining({ onDate: '2026-12-05', minutes: 90, hardness: null, risk: true }),
    ]);
  });
  it('names each line that cannot be taken, by its column, and takes none of it', () => {
    const { sessions, errors } = read(
      [
        'Day,Starts at,Minutes,"How hard, 1 to 10",Of risk for a tired trunk,What it is',
        '2026-13-01,18:30,60,5,,Run',
        '2026-12-01,25:00,60,5,,Run',
        '2026-12-01,18:30,0,5,,Run',
        '2026-12-01,18:30,1441,5,,Run',
        '2026-12-01,18:30,60,11,,Run',
        '2026-12-01,18:30,60,5.5,,Run',
        '2026-12-01,18:30,60,5,maybe,Run',
        '2026-12-01,18:30,60,5,no,',
        ',,,,,',
        '2026-12-01,,60,7/10,no,Good',
      ].join('\n'),
    );
    expect(errors.map(({ line, column }) => `${line} ${column}`)).toEqual([
      '2 Day',
      '3 Starts at',
      '4 Minutes',
      '5 Minutes',
      '6 How hard, 1 to 10',
      '7 How hard, 1 to 10',
      '8 Of risk for a tired trunk',
      '9 What it is',
    ]);
    expect(sessions.map(({ name, hardness }) => [name, hardness])).toEqual([['Good', 7]]);
  });
  it('counts what lies outside of the days that count, and leaves it', () => {
    const { sessions, outside, errors } = read(
      'date,minutes,title\n2026-10-31,60,Old\n2026-11-01,60,First\n2028-11-01,60,Last\n2028-11-02,60,Late\n',
    );
    expect(sessions.map(({ name }) => name)).toEqual(['First', 'Last']);
    expect([outside, errors.length]).toEqual([2, 0]);
  });
  it('knows a session again by its day, time and name; two alike are two', () => {
    const rows = 'date,minutes,title\n2026-12-01,60,Run\n2026-12-01,30,Run\n';
    const keys = read(rows).sessions.map(({ key }) => key);
    expect(new Set(keys).size).toBe(2);
    expect(read(rows.replace('60', '75')).sessions.map(({ key }) => key)).toEqual(keys);
  });
  it('written out is read in again the same', () => {
    const a = fc.record({
      onDate: fc.nat(700).map((days) => addDays(window.from, days)),
      startsAt: fc.option(
        fc.tuple(fc.nat(23), fc.nat(59)).map((of) => of.map((n) => String(n).padStart(2, '0')).join(':')),
      ),
      minutes: fc.integer({ min: 1, max: 1440 }),
      hardness: fc.option(fc.integer({ min: 1, max: 10 })),
      risk: fc.boolean(),
      name: fc.constantFrom('Hills', 'Бег', 'Long, slow "run"', 'Ride; easy', '=sum'),
    });
    fc.assert(
      fc.property(fc.array(a, { minLength: 1, maxLength: 12 }), (sessions) => {
        const back = read(trainingCsv(sessions));
        expect(back.errors).toEqual([]);
        expect(back.sessions.map(({ key: _, ...one }) => one)).toEqual(
          // A cell that a spreadsheet would take for a formula is written with a mark before it.
          sessions.map((one) => (one.name === '=sum' ? { ...one, name: "'=sum" } : one)),
        );
      }),
    );
  });
});

describe('a calendar’s entries', () => {
  const at = (over: Partial<CalendarOccurrence>): CalendarOccurrence => ({
    key: `${over.title}${over.onDate ?? ''}`,
    title: 'Run',
    onDate: '2026-12-01',
    startsAt: '18:00',
    minutes: 60,
    days: 1,
    ...over,
  });
  const all = [
    at({ title: 'Club run', onDate: '2026-12-01' }),
    at({ title: 'club  RUN', onDate: '2026-12-08' }),
    at({ title: 'Downhill session' }),
    at({ title: 'Family holiday', startsAt: null, minutes: undefined, days: 9, onDate: '2026-12-24' }),
    at({ title: 'Winter championship', startsAt: null, minutes: undefined, onDate: '2027-02-20' }),
    at({ title: 'Call', minutes: undefined }),
    at({ title: 'Бег' }),
    at({ title: 'Йога' }),
  ];
  it('are put together by their titles in any script, and taken for what they seem to be', () => {
    const titles = titlesOf(all, {});
    expect(titles.map(({ title, times, use, risk }) => [title, times, use, risk])).toEqual([
      ['Club run', 2, 'training', false],
      ['Call', 1, 'out', false],
      ['Downhill session', 1, 'training', true],
      ['Family holiday', 1, 'off', false],
      ['Winter championship', 1, 'out', false],
      ['Бег', 1, 'training', false],
      ['Йога', 1, 'training', false],
    ]);
  });
  it('are what a coach says they are', () => {
    const titles = titlesOf(all, {
      'use.winter championship': 'A',
      'hard.club run': '8',
      'risk.downhill session': 'no',
      'risk.club run': 'yes',
      'use.call': 'training',
      'use.йога': 'out',
      'hard.бег': '11',
    });
    const { sessions, events, daysOff, withoutMinutes } = filedCalendar(all, titles);
    expect(sessions.map(({ name, hardness, risk }) => [name, hardness, risk])).toEqual([
      ['Club run', 8, true],
      ['club  RUN', 8, true],
      ['Downhill session', null, false],
      ['Бег', null, false],
    ]);
    expect(events).toEqual([
      {
        key: 'Winter championship2027-02-20',
        name: 'Winter championship',
        onDate: '2027-02-20',
        priority: 'A',
      },
    ]);
    expect(daysOff).toEqual([
      { key: 'Family holiday2026-12-24', from: '2026-12-24', to: '2027-01-01', reason: 'Family holiday' },
    ]);
    expect(withoutMinutes).toBe(1);
  });
});
