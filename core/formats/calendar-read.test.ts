import fc from 'fast-check';
import { calendarLimits, readCalendar } from './calendar-read';
import { knownZone, momentOf, wallOf } from './zones';

const event = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'];
const file = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR', ''].join('\r\n');
const asked = { zone: 'Europe/Vienna', from: '2026-11-01', to: '2027-12-31' };
function read(text: string, over: Partial<typeof asked> = {}) {
  const found = readCalendar(text, { ...asked, ...over });
  if (!found.ok) throw new Error(found.error);
  return found.calendar;
}
const told = (text: string, over: Partial<typeof asked> = {}) =>
  read(text, over).occurrences.map(
    ({ onDate, startsAt, minutes, title }) => `${onDate} ${startsAt ?? 'all day'} ${minutes ?? '-'} ${title}`,
  );

describe('one entry', () => {
  it('is told by the clock of the practice, whatever clock it was written by', () => {
    const at = (start: string, end: string) =>
      told(file(...event('UID:a', 'SUMMARY:Run', `DTSTART${start}`, `DTEND${end}`)))[0];
    expect(at(':20261201T173000', ':20261201T190000')).toBe('2026-12-01 17:30 90 Run');
    expect(at(':20261201T173000Z', ':20261201T190000Z')).toBe('2026-12-01 18:30 90 Run');
    expect(at(':20270701T223000Z', ':20270701T233000Z')).toBe('2027-07-02 00:30 60 Run');
    const york = ';TZID=America/New_York';
    expect(at(`${york}:20261201T200000`, `${york}:20261201T210000`)).toBe('2026-12-02 02:00 60 Run');
    expect(at(';TZID=W. Europe Standard Time:20261201T080000', ':20261201T074500Z')).toBe(
      '2026-12-01 08:00 45 Run',
    );
    const mine = ';TZID=/calendar.example/2007/Europe/London';
    expect(at(`${mine}:20261201T080000`, `${mine}:20261201T090000`)).toBe('2026-12-01 09:00 60 Run');
    // Over the night the clocks go forward an hour is missing.
    const vienna = ';TZID=Europe/Vienna';
    expect(at(`${vienna}:20270327T230000`, `${vienna}:20270328T050000`)).toBe('2027-03-27 23:00 300 Run');
  });
  it('of a zone nobody knows is taken as it stands, and that is said', () => {
    const calendar = read(
      file(...event('UID:a', 'SUMMARY:Run', 'DTSTART;TZID=Atlantis:20261201T080000', 'DURATION:PT1H')),
    );
    expect(calendar.occurrences[0]).toMatchObject({ startsAt: '08:00', minutes: 60 });
    expect(calendar.unknownZones).toEqual(['Atlantis']);
  });
  it('has its length from an end or a duration, or says none; whole days are counted', () => {
    const of = (...lines: string[]) => read(file(...event('UID:a', 'SUMMARY:x', ...lines))).occurrences[0];
    expect(of('DTSTART:20261201T080000', 'DURATION:PT1H30M')?.minutes).toBe(90);
    expect(of('DTSTART:20261201T080000', 'DURATION:P1DT1H')?.minutes).toBe(1500);
    expect(of('DTSTART:20261201T080000')?.minutes).toBeUndefined();
    expect(of('DTSTART;VALUE=DATE:20261224', 'DTEND;VALUE=DATE:20270102')).toMatchObject({
      onDate: '2026-12-24',
      startsAt: null,
      days: 9,
      minutes: undefined,
    });
    expect(of('DTSTART;VALUE=DATE:20261224')?.days).toBe(1);
  });
  it('is read from folded lines and escaped words; alarms in it are passed over', () => {
    expect(
      told(
        file(
          ...event(
            'UID:a',
            'SUMMARY:Hill repeats\\, 6 x 3 mi',
            ' n easy',
            'DTSTART:20261201T080000',
            'DTEND:20261201T090000',
            'BEGIN:VALARM',
            'TRIGGER:-PT15M',
            'SUMMARY:No',
            'DTSTART:19990101T080000',
            'END:VALARM',
          ),
        ),
      ),
    ).toEqual(['2026-12-01 08:00 60 Hill repeats, 6 x 3 min easy']);
  });
});

describe('what comes again', () => {
  const weekly = (...more: string[]) =>
    event(
      'UID:w',
      'SUMMARY:Club',
      'DTSTART;TZID=Europe/London:20261103T190000',
      'DTEND;TZID=Europe/London:20261103T203000',
      'RRULE:FREQ=WEEKLY;COUNT=6',
      ...more,
    );
  it('keeps its hour by its own clock over the change of the clocks', () => {
    const text = file(
      ...event(
        'UID:w',
        'SUMMARY:Club',
        'DTSTART;TZID=America/New_York:20270301T070000',
        'DURATION:PT1H',
        'RRULE:FREQ=WEEKLY;COUNT=5',
      ),
    );
    // America changes on 14 March, Europe on the 28th.
    expect(told(text).map((one) => one.slice(0, 16))).toEqual([
      '2027-03-01 13:00',
      '2027-03-08 13:00',
      '2027-03-15 12:00',
      '2027-03-22 12:00',
      '2027-03-29 13:00',
    ]);
  });
  it('leaves out what was excepted, by time, by whole day and by another clock', () => {
    const text = file(
      ...weekly(
        'EXDATE;TZID=Europe/London:20261110T190000',
        'EXDATE;VALUE=DATE:20261117',
        'EXDATE:20261124T190000Z',
      ),
    );
    expect(told(text).map((one) => one.slice(0, 10))).toEqual(['2026-11-03', '2026-12-01', '2026-12-08']);
    expect(read(text).cancelled).toBe(3);
  });
  it('follows a day that was moved, one that was called off, and one that was added', () => {
    const moved = event(
      'UID:w',
      'SUMMARY:Club, moved',
      'RECURRENCE-ID;TZID=Europe/London:20261110T190000',
      'DTSTART;TZID=Europe/London:20261111T070000',
      'DTEND;TZID=Europe/London:20261111T080000',
    );
    const off = event(
      'UID:w',
      'SUMMARY:Club',
      'STATUS:CANCELLED',
      'RECURRENCE-ID:20261117T190000Z',
      'DTSTART:20261117T190000Z',
    );
    const text = file(...moved, ...weekly('RDATE;TZID=Europe/London:20261120T190000'), ...off);
    expect(told(text)).toEqual([
      '2026-11-03 20:00 90 Club',
      '2026-11-11 08:00 60 Club, moved',
      '2026-11-20 20:00 90 Club',
      '2026-11-24 20:00 90 Club',
      '2026-12-01 20:00 90 Club',
      '2026-12-08 20:00 90 Club',
    ]);
    // A day keeps its name when it is moved, so that importing again finds it.
    const keys = read(text).occurrences.map(({ key }) => key);
    expect(keys[1]).toBe('w|2026-11-10T19:00');
    expect(new Set(keys).size).toBe(6);
  });
  it('is not what does not come again: that keeps its name wherever it is moved to', () => {
    const key = (start: string) =>
      read(file(...event('UID:a', 'SUMMARY:Race', `DTSTART${start}`, 'DURATION:PT1H'))).occurrences[0]?.key;
    expect(key(':20261201T080000')).toBe('a|');
    expect(key(':20261205T090000')).toBe('a|');
  });
  it('follows a change from one day on', () => {
    const text = file(
      ...weekly(),
      ...event(
        'UID:w',
        'SUMMARY:Club, later',
        'RECURRENCE-ID;RANGE=THISANDFUTURE;TZID=Europe/London:20261124T190000',
        'DTSTART;TZID=Europe/London:20261125T200000',
        'DURATION:PT1H',
      ),
    );
    expect(told(text).slice(2)).toEqual([
      '2026-11-17 20:00 90 Club',
      '2026-11-25 21:00 60 Club, later',
      '2026-12-02 21:00 60 Club, later',
      '2026-12-09 21:00 60 Club, later',
    ]);
  });
  it('ends with its last day by its own clock', () => {
    const until = (end: string) =>
      told(
        file(
          ...event(
            'UID:w',
            'SUMMARY:x',
            'DTSTART;TZID=America/New_York:20261201T200000',
            'DURATION:PT1H',
            `RRULE:FREQ=DAILY;UNTIL=${end}`,
          ),
        ),
      ).length;
    expect(until('20261203T010000Z')).toBe(2);
    expect(until('20261203T005959Z')).toBe(1);
    expect(until('20261203')).toBe(3);
  });
  it('is the newest word of an entry that is there twice, and nothing when it was called off', () => {
    const one = (sequence: number, summary: string, ...more: string[]) =>
      event(
        'UID:a',
        `SEQUENCE:${sequence}`,
        `SUMMARY:${summary}`,
        'DTSTART:20261201T080000',
        'DURATION:PT1H',
        ...more,
      );
    expect(told(file(...one(2, 'new'), ...one(1, 'old')))).toEqual(['2026-12-01 08:00 60 new']);
    const off = read(file(...one(1, 'x', 'RRULE:FREQ=DAILY;COUNT=3'), ...one(2, 'x', 'STATUS:CANCELLED')));
    expect(off.occurrences).toEqual([]);
    expect(off.cancelled).toBe(1);
  });
  it('of ten years and more is read for the days that are asked for alone', () => {
    const text = file(
      ...event('UID:a', 'SUMMARY:Every day', 'DTSTART:20050101T060000', 'DURATION:PT30M', 'RRULE:FREQ=DAILY'),
      ...event(
        'UID:b',
        'SUMMARY:Long ago',
        'DTSTART:20050101T060000',
        'DURATION:PT30M',
        'RRULE:FREQ=DAILY;COUNT=10',
      ),
    );
    const calendar = read(text, { from: '2026-11-01', to: '2026-11-30' });
    expect(calendar.occurrences).toHaveLength(30);
    expect(calendar.outside).toBe(1);
  });
});

describe('what is wrong with a file', () => {
  it('is said by its line, and the rest is read', () => {
    const text = file(
      ...event('UID:a', 'SUMMARY:Good', 'DTSTART:20261201T080000', 'DURATION:PT1H'),
      ...event('UID:b', 'SUMMARY:No start'),
      ...event('UID:c', 'SUMMARY:No day', 'DTSTART:20261341T080000'),
      ...event('UID:d', 'SUMMARY:Backwards', 'DTSTART:20261201T080000', 'DTEND:20261201T070000'),
      ...event('UID:e', 'SUMMARY:Each hour', 'DTSTART:20261201T080000', 'RRULE:FREQ=HOURLY'),
      ...event(
        'UID:f',
        'SUMMARY:Wrongly folded',
        'and its second half',
        'DTSTART:20261202T080000',
        'DURATION:PT1H',
      ),
      'BEGIN:VEVENT',
      'UID:g',
    );
    const { occurrences, problems } = read(text);
    expect(occurrences.map(({ title }) => title)).toEqual(['Good', 'Wrongly folded']);
    expect(problems.map(({ line, title, reason }) => `${line} ${title}: ${reason}`)).toEqual([
      '9 No start: it does not say when it starts',
      expect.stringMatching(/^13 No day: .*no time/),
      '18 Backwards: it ends before it starts',
      '24 Each hour: FREQ is HOURLY',
      '33 Wrongly folded: "and its second half" is no line of a calendar and was passed over',
      '37 : an entry begins here and does not end',
    ]);
  });
  it('that is none is refused', () => {
    expect(readCalendar('Date,Minutes\n2026-12-01,60\n', asked)).toMatchObject({ ok: false });
    expect(readCalendar('', asked)).toMatchObject({ ok: false });
  });
  it('that has too much in it is refused with what is too much', () => {
    const many = file(
      ...Array.from({ length: 60 }, (_, i) =>
        event(`UID:${i}`, 'SUMMARY:x', 'DTSTART:20200101T080000', 'DURATION:PT1H', 'RRULE:FREQ=DAILY'),
      ).flat(),
    );
    const found = readCalendar(many, asked);
    expect(found).toMatchObject({
      ok: false,
      error: expect.stringContaining(String(calendarLimits.occurrences)),
    });
  });
  it('that keeps one looking for what never comes, or is longer than anybody’s, is refused in time', () => {
    const never = event(
      'UID:x',
      'SUMMARY:x',
      'DTSTART:20160106T080000',
      'DURATION:PT1H',
      'RRULE:FREQ=DAILY;COUNT=9999;BYMONTH=2;BYMONTHDAY=31',
    );
    const many = file(
      ...Array.from({ length: 150 }, (_, i) => never.map((line) => line.replace('UID:x', `UID:${i}`))).flat(),
    );
    expect(readCalendar(many, asked)).toEqual({
      ok: false,
      error: expect.stringContaining('Too much comes again'),
    });
    const long = file('X-NOTE:'.padEnd(calendarLimits.letters, 'x'));
    expect(readCalendar(long, asked)).toEqual({
      ok: false,
      error: expect.stringContaining('million letters'),
    });
  });
  it('names the first of its problems and says how many more there are', () => {
    const { problems } = read(file(...Array.from({ length: 300 }, () => event('UID:a', 'SUMMARY:x')).flat()));
    expect(problems).toHaveLength(calendarLimits.problems + 1);
    expect(problems.at(-1)?.reason).toBe('and 100 more from here on');
  });
  it('never ends the program: of any lines come days, or a word on what is wrong', () => {
    const line = fc.oneof(
      fc.constantFrom(
        'BEGIN:VEVENT',
        'END:VEVENT',
        'BEGIN:VALARM',
        'END:VALARM',
        'UID:a',
        'SUMMARY:x',
        'STATUS:CANCELLED',
      ),
      fc.constantFrom(
        'RECURRENCE-ID:20261201T080000',
        'EXDATE:20261208T080000',
        'RDATE;VALUE=PERIOD:20261201T080000/PT1H',
      ),
      fc.constantFrom(
        'DTSTART:20261201T080000',
        'DTSTART;VALUE=DATE:20261201',
        'DTSTART;TZID=:1',
        'DTEND:20261201T0800',
      ),
      fc.constantFrom(
        'RRULE:FREQ=DAILY',
        'RRULE:FREQ=YEARLY;INTERVAL=999;BYDAY=-53MO',
        'RRULE:',
        'DURATION:P',
        ' folded',
      ),
      fc.string({ maxLength: 30 }),
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 25 }), (lines) => {
        const found = readCalendar(file(...lines), asked);
        expect(found.ok).toBe(true);
        if (!found.ok) return;
        for (const { onDate, days } of found.calendar.occurrences) {
          expect(onDate <= asked.to).toBe(true);
          expect(days).toBeGreaterThan(0);
        }
      }),
      { numRuns: 400 },
    );
  });
});

describe('clocks', () => {
  it('show a moment, and the moment is found again', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          'Europe/Vienna',
          'America/New_York',
          'Asia/Kolkata',
          'Pacific/Apia',
          'Australia/Lord_Howe',
        ),
        fc.integer({ min: 0, max: 40_000_000 }),
        (zone, minute) => {
          const wall = wallOf(minute * 60_000, zone);
          const back = momentOf(wall, zone) / 60_000;
          // An hour that is there twice is the first of the two.
          expect(minute - back).toBeGreaterThanOrEqual(0);
          expect(minute - back).toBeLessThanOrEqual(60);
          expect(wallOf(back * 60_000, zone)).toEqual(wall);
        },
      ),
    );
  });
  it('take an hour that is left out for the one after it, and one that is there twice for the first', () => {
    const at = (day: string, time: string) =>
      new Date(momentOf({ day, time }, 'Europe/Vienna')).toISOString();
    expect(at('2027-03-28', '02:30')).toBe('2027-03-28T01:30:00.000Z');
    expect(at('2027-10-31', '02:30')).toBe('2027-10-31T00:30:00.000Z');
    expect(at('2027-10-31', '03:30')).toBe('2027-10-31T02:30:00.000Z');
  });
  it('are known by more than one name', () => {
    expect(knownZone('Europe/Vienna')).toBe('Europe/Vienna');
    expect(knownZone('W. Europe Standard Time')).toBe('Europe/Berlin');
    expect(knownZone('Atlantis')).toBeUndefined();
    expect(knownZone('')).toBeUndefined();
  });
});
