import fc from 'fast-check';
import ICAL from 'ical.js';
import { calendarFile } from './calendar-file';
import { findDiscipline, guessMapping, type KnownAthlete, planRoster, type RosterRow } from './roster';
import { decodeTable, readTable } from './table';

const today = '2026-11-25';
const table = (text: string) => {
  const result = readTable(text);
  if (!result.ok) throw new Error(result.error);
  return result.table;
};
const plan = (text: string, known: KnownAthlete[] = []): RosterRow[] => {
  const read = table(text);
  return planRoster(read, guessMapping(read), known, today);
};

const comma =
  'Given name,Family name,Date of birth,Sex,Discipline,Weight (kg),Height (cm),Level\nMara,Quill,1994-03-08,f,marathon,58.4,167,trained\n';
const semicolon =
  '\ufeffVorname;Nachname;Geburtsdatum;Discipline;Gewicht;Height\r\nMara;Quill;08.03.1994;marathon;58,4;1,67\r\n';
const tabbed =
  'First name\tSurname\tDOB\tSport\tWeight lb\tHeight in\nMara\tQuill\t03/28/1994\tmarathon\t128.7\t65.7\n';

describe('reading tables', () => {
  it('takes comma, semicolon and tab, BOM, decimal comma, inches and pounds', () => {
    expect(plan(comma)[0]).toMatchObject({
      status: 'new',
      person: { massKg: 58.4, statureM: 1.67, birthDate: '1994-03-08', sex: 'female' },
    });
    expect(plan(semicolon)[0]).toMatchObject({
      status: 'new',
      person: { massKg: 58.4, statureM: 1.67, birthDate: '1994-03-08' },
    });
    expect(plan(tabbed)[0]).toMatchObject({
      status: 'new',
      person: { massKg: 58.377, statureM: 1.669, birthDate: '1994-03-28' },
    });
  });
  it('refuses empty, huge and binary files in words', () => {
    expect(decodeTable(new Uint8Array())).toEqual({ ok: false, error: 'The file is empty.' });
    expect(decodeTable(new Uint8Array(50 * 1024 * 1024))).toMatchObject({
      error: expect.stringContaining('50.0 MB'),
    });
    expect(decodeTable(new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 1, 2]))).toMatchObject({
      error: expect.stringContaining('binary'),
    });
    expect(readTable('name,age\n')).toMatchObject({ error: expect.stringContaining('nothing below') });
    expect(readTable('a,b\n"open,1\n')).toMatchObject({ error: expect.stringContaining('quotation mark') });
  });
  it('gives a table or a named error for any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        const decoded = decodeTable(bytes);
        if (!decoded.ok) return expect(decoded.error.length).toBeGreaterThan(5);
        const read = readTable(decoded.text);
        if (!read.ok) return expect(read.error.length).toBeGreaterThan(5);
        for (const row of planRoster(read.table, guessMapping(read.table), [], today))
          expect(['new', 'error']).toContain(row.status);
      }),
    );
  });
});

describe('the roster', () => {
  it('names line, column and reason of every wrong cell', () => {
    const rows = plan(
      'Given name,Family name,Date of birth,Discipline,Weight (kg),Height (cm)\nTom,Vale,1990-02-30,marathon,70,180\nAva,,1990-02-03,chess,7,abc\nMia,Orr,2031-01-01,marathon,60,170\n',
    );
    const errors = rows.flatMap((row) => (row.status === 'error' ? row.errors : []));
    expect(errors).toEqual([
      { line: 2, column: 'Date of birth', reason: '"1990-02-30" is not a date (year-month-day)' },
      { line: 3, column: 'Family name', reason: 'is empty' },
      { line: 3, column: 'Discipline', reason: '"chess" is not a sport of the library' },
      { line: 3, column: 'Weight (kg)', reason: '7 kg is 7 kg: outside 20 kg to 250 kg' },
      { line: 3, column: 'Height (cm)', reason: '"abc" is not a number' },
      { line: 4, column: 'Date of birth', reason: '2031-01-01 lies in the future' },
    ]);
  });
  it('changes nothing when the same file comes again, and updates what differs', () => {
    const first = plan(comma)[0];
    if (first?.status !== 'new') throw new Error('expected a new row');
    const known = [{ id: 'a1', ...first.person }];
    expect(plan(comma, known)[0]).toMatchObject({ status: 'same', athleteId: 'a1' });
    expect(plan(comma.replace('58.4', '60'), known)[0]).toMatchObject({
      status: 'update',
      changes: ['body mass'],
    });
    expect(plan(`${comma}mara,QUILL,1994-03-08,f,marathon,58.4,167,trained\n`)[1]).toMatchObject({
      status: 'error',
      errors: [{ line: 3, reason: 'is the same person as line 2' }],
    });
  });
  it('finds a discipline however it is written', () => {
    expect(findDiscipline('Time Trial')).toBe('cycling.time-trial');
    expect(findDiscipline('Running: marathon')).toBe('running.marathon');
    expect(findDiscipline('fell')).toBe('running.trail-fell-ultra');
    expect(findDiscipline('endurance')).toBe('riding.endurance');
    expect(findDiscipline('alpine')).toBeUndefined();
  });
});

it('writes sessions that an independent parser reads back, on their day, with stable ids', () => {
  const text = calendarFile('Sessions', [
    {
      uid: 'session-1@zest-pillar',
      onDate: '2027-03-28',
      summary: 'Trunk session, 24 min',
      description: 'Side plank, 3 × 20 s;\nfree breath, always',
      stamp: new Date('2026-11-25T08:00:00Z'),
      cancelled: false,
      sequence: 7,
      changedAt: new Date('2026-11-24T17:30:00Z'),
    },
    {
      uid: 'session-2@zest-pillar',
      onDate: '2027-03-29',
      summary: 'Trunk session, called off',
      description: 'x',
      stamp: new Date('2026-11-25T08:00:00Z'),
      cancelled: true,
      sequence: 7,
    },
  ]);
  const calendar = new ICAL.Component(ICAL.parse(text));
  const event = new ICAL.Event(calendar.getFirstSubcomponent('vevent') as ICAL.Component);
  expect(event.uid).toBe('session-1@zest-pillar');
  expect(event.startDate.toString()).toBe('2027-03-28');
  expect(event.startDate.isDate).toBe(true);
  expect(event.endDate.toString()).toBe('2027-03-29');
  expect(event.description).toContain('3 × 20 s;\nfree breath, always');
  // A whole day makes nobody busy; what changed when is said, where it is known.
  const said = (of: ICAL.Component | undefined, name: string) => of?.getFirstPropertyValue(name)?.toString();
  const [first, second] = calendar.getAllSubcomponents('vevent');
  expect([said(first, 'transp'), said(second, 'transp')]).toEqual(['TRANSPARENT', 'TRANSPARENT']);
  expect([said(first, 'last-modified'), said(second, 'last-modified')]).toEqual([
    '2026-11-24T17:30:00Z',
    undefined,
  ]);
  expect([said(first, 'sequence'), said(second, 'sequence')]).toEqual(['7', '7']);
  expect([said(first, 'status'), said(second, 'status')]).toEqual(['CONFIRMED', 'CANCELLED']);
});

describe('entries with a time', () => {
  const entry = {
    uid: 'session-1@zest-pillar',
    onDate: '2027-03-27',
    summary: 'Trunk session, 24 min',
    description: '',
    stamp: new Date('2026-11-25T08:00:00Z'),
    cancelled: false,
    sequence: 0,
  };
  const read = (text: string) => {
    const calendar = new ICAL.Component(ICAL.parse(text));
    for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(zone);
    return calendar.getAllSubcomponents('vevent').map((one) => {
      const event = new ICAL.Event(one);
      const moment = (time: ICAL.Time) => time.toJSDate().toISOString();
      return {
        wall: event.startDate.toString(),
        zone: one.getFirstProperty('dtstart')?.getParameter('tzid'),
        from: moment(event.startDate),
        to: moment(event.endDate),
        transp: one.getFirstPropertyValue('transp'),
      };
    });
  };
  afterEach(() => ICAL.TimezoneService.reset());
  it('stand at that hour by the clocks of their zone, before and after these are put forward, and make busy', () => {
    const at = { time: '17:30', minutes: 24 };
    const days = ['2027-03-27', '2027-03-29'].map((onDate) => ({ ...entry, onDate, uid: onDate, at }));
    for (const [zone, before, ended, after] of [
      ['Europe/Oslo', '16:30', '16:54', '15:30'],
      ['America/Santiago', '20:30', '20:54', '20:30'],
      ['Asia/Kathmandu', '11:45', '12:09', '11:45'],
    ] as const)
      expect(read(calendarFile('Sessions', days, zone))).toEqual([
        {
          wall: '2027-03-27T17:30:00',
          zone,
          from: `2027-03-27T${before}:00.000Z`,
          to: `2027-03-27T${ended}:00.000Z`,
          transp: 'OPAQUE',
        },
        expect.objectContaining({ wall: '2027-03-29T17:30:00', from: `2027-03-29T${after}:00.000Z` }),
      ]);
  });
  it('end on the next day when they go past midnight; those of a whole day beside them stay so', () => {
    const text = calendarFile(
      'Sessions',
      [
        { ...entry, at: { time: '23:50', minutes: 20 } },
        { ...entry, uid: 'race' },
      ],
      'Europe/Oslo',
    );
    expect(read(text)).toMatchObject([
      { from: '2027-03-27T22:50:00.000Z', to: '2027-03-27T23:10:00.000Z' },
      { wall: '2027-03-27', zone: undefined, transp: 'TRANSPARENT' },
    ]);
    expect(calendarFile('Sessions', [entry], 'Europe/Oslo')).not.toContain('VTIMEZONE');
  });
});
