import fc from 'fast-check';
import { disciplineLabel, disciplines } from '~/core/catalogue';
import { findDiscipline, guessMapping, planRoster } from './roster';
import { rosterFields } from './roster-fields';
import { readTable } from './table';

const today = '2026-11-25';
const table = (text: string) => {
  const read = readTable(text);
  if (!read.ok) throw new Error(read.error);
  return read.table;
};

describe('guessing the mapping', () => {
  it.each([
    [
      'Given name;Family name;Born;Sport;Mass;Height',
      ['Given name', 'Family name', 'Born', 'Sport', 'Mass', 'Height'],
    ],
    [
      'Height (in),Weight (lbs),Surname,First Name,DOB,Discipline',
      ['First Name', 'Surname', 'DOB', 'Discipline', 'Weight (lbs)', 'Height (in)'],
    ],
    [
      'VORNAME\tNACHNAME\tGEBURTSDATUM\tSPORT\tGEWICHT\tGRÖSSE',
      ['VORNAME', 'NACHNAME', 'GEBURTSDATUM', 'SPORT', 'GEWICHT'],
    ],
  ])('finds the columns of %s', (header, expected) => {
    const read = table(
      `${header}\n${'x;x;x;x;x;x'.replaceAll(';', header.includes('\t') ? '\t' : header.includes(';') ? ';' : ',')}\n`,
    );
    const { columns } = guessMapping(read);
    const found = (
      ['givenName', 'familyName', 'birthDate', 'discipline', 'mass', 'stature'] as const
    ).flatMap((field) => (columns[field] === undefined ? [] : [read.headers[columns[field]]]));
    expect(found).toEqual(expected);
  });
  it('never gives one column to two fields', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...rosterFields.flatMap((field) => [...field.names]), 'other'), {
          minLength: 1,
          maxLength: 12,
        }),
        (headers) => {
          const { columns } = guessMapping({ headers, rows: [headers.map(() => '1')], delimiter: ',' });
          const used = Object.values(columns);
          expect(new Set(used).size).toBe(used.length);
        },
      ),
    );
  });
  it.each([
    ['1.67', 'm'],
    ['167', 'cm'],
    ['66', 'in'],
  ] as const)('takes a stature of %s for %s', (cell, unit) => {
    expect(guessMapping(table(`Height,Weight\n${cell},60\n`)).lengthUnit).toBe(unit);
  });
  it.each([
    ['1994-03-08', 'iso'],
    ['08.03.1994', 'dmy'],
    ['28/03/1994', 'dmy'],
    ['03/28/1994', 'mdy'],
  ] as const)('reads %s as %s', (cell, order) => {
    expect(guessMapping(table(`DOB,Weight\n${cell},60\n`)).dateOrder).toBe(order);
  });
});

describe('cells', () => {
  const row = (cells: Partial<Record<'born' | 'mass' | 'height' | 'sex' | 'level', string>>) => {
    const { born = '1990-01-02', mass = '60', height = '170', sex = '', level = '' } = cells;
    const read = table(
      `Given name;Family name;Born;Sport;Mass;Height;Sex;Level\nPia;Ode;${born};dance;${mass};${height};${sex};${level}\n`,
    );
    return planRoster(
      read,
      { ...guessMapping(read), lengthUnit: 'cm', massUnit: 'kg', dateOrder: 'iso' },
      [],
      today,
    )[0];
  };
  it.each([
    [{ mass: '132,3 lb' }, { massKg: 60.01 }],
    [{ mass: '60kg' }, { massKg: 60 }],
    [{ height: '1,70 m' }, { statureM: 1.7 }],
    [{ height: '67in' }, { statureM: 1.702 }],
    [{ sex: 'W' }, { sex: 'female' }],
    [{ sex: 'Man' }, { sex: 'male' }],
    [{ level: 'Novice' }, { level: 'novice' }],
    [{}, { sex: 'unspecified', level: 'trained' }],
  ] as const)('%j is read as %j', (cells, person) => {
    expect(row(cells)).toMatchObject({ status: 'new', person });
  });
  it.each([
    [{ mass: '' }, 'is empty'],
    [{ mass: '1e5' }, 'is not a number'],
    [{ mass: '600' }, 'outside 20 kg to 250 kg'],
    [{ height: '17' }, 'outside 0.90 m to 2.40 m'],
    [{ sex: 'x' }, 'is not female, male or empty'],
    [{ level: 'godlike' }, 'is not novice, trained or advanced'],
    [{ born: '2024-01-01' }, 'makes an age of 2'],
    [{ born: '1800-01-01' }, 'makes an age of 226'],
    [{ born: '1990-02-31' }, 'is not a date'],
  ] as const)('%j is refused: %s', (cells, reason) => {
    expect(row(cells)).toMatchObject({
      status: 'error',
      errors: [{ line: 2, reason: expect.stringContaining(reason) }],
    });
  });
});

describe('disciplines', () => {
  it('are found by id, label and name, each as itself', () => {
    for (const discipline of disciplines) {
      expect(findDiscipline(discipline.id)).toBe(discipline.id);
      expect(findDiscipline(disciplineLabel(discipline.id).toUpperCase())).toBe(discipline.id);
    }
  });
  it('a practice’s own are found as well, and before what is written alike', () => {
    const own = [
      { id: 'own_1', sportName: 'Running', name: 'hill marathon' },
      { id: 'own_2', sportName: 'Running', name: 'marathon' },
    ];
    const sports = [...own, ...disciplines];
    for (const text of ['own_1', 'Hill Marathon', 'Running: hill marathon', 'hill'])
      expect([text, findDiscipline(text, sports)]).toEqual([text, 'own_1']);
    expect(findDiscipline('marathon', sports)).toBe('own_2');
    expect(findDiscipline('running.marathon', sports)).toBe('running.marathon');
    expect(findDiscipline('marathon', own.slice(0, 1))).toBe('own_1');
    expect(findDiscipline('dance', own)).toBeUndefined();
  });
  it('are not guessed from nothing or from what fits several', () => {
    for (const text of ['', '  ', 'sport', 'alpine', 'cross-country', '!!'])
      expect(findDiscipline(text)).toBeUndefined();
  });
});

it('leaves what is stored where the file has no such column', () => {
  const read = table('Given name,Family name,Born,Sport,Mass,Height\nPia,Ode,1990-01-02,dance,60,170\n');
  const known = [
    {
      id: 'a',
      givenName: 'Pia',
      familyName: 'Ode',
      birthDate: '1990-01-02',
      disciplineId: 'dance',
      sex: 'female' as const,
      massKg: 60,
      statureM: 1.7,
      level: 'advanced' as const,
    },
  ];
  expect(planRoster(read, guessMapping(read), known, today)).toMatchObject([
    { status: 'same', person: { sex: 'female', level: 'advanced' } },
  ]);
});
