import { ageOn, type IsoDay } from '~/core/body/dates';
import {
  bodyLimits,
  type LengthUnit,
  type MassUnit,
  parseDecimal,
  toMassKg,
  toStatureM,
} from '~/core/body/units';
import { type Discipline, disciplines, sportLabel } from '~/core/catalogue';
import {
  type Columns,
  dateOrderWords,
  guessColumns,
  guessDateOrder,
  plainWords,
  type RowError,
  readDate,
} from './columns';
import { type DateOrder, type RosterField, rosterFields } from './roster-fields';
import type { Table } from './table';

export interface RosterMapping {
  readonly columns: Columns<RosterField>;
  readonly massUnit: MassUnit;
  readonly lengthUnit: LengthUnit;
  readonly dateOrder: DateOrder;
}

export interface RosterPerson {
  readonly givenName: string;
  readonly familyName: string;
  readonly birthDate: IsoDay;
  readonly disciplineId: string;
  readonly sex: 'male' | 'female' | 'unspecified';
  readonly massKg: number;
  readonly statureM: number;
  readonly level: 'novice' | 'trained' | 'advanced';
}

export type RosterRow =
  | {
      readonly line: number;
      readonly status: 'new' | 'update' | 'same';
      readonly person: RosterPerson;
      readonly athleteId: string | undefined;
      readonly changes: readonly string[];
    }
  | { readonly line: number; readonly status: 'error'; readonly errors: readonly RowError[] };

export interface KnownAthlete extends RosterPerson {
  readonly id: string;
}

/** Guesses which column holds what from the header names, and the units and date order from names and cells. */
export function guessMapping(table: Table): RosterMapping {
  const columns = guessColumns(table.headers, rosterFields);
  const headers = table.headers.map(plainWords);
  const header = (field: RosterField) => headers[columns[field] ?? -1] ?? '';
  const cells = (field: RosterField) => table.rows.slice(0, 50).map((row) => row[columns[field] ?? -1] ?? '');
  const numbers = (field: RosterField) =>
    cells(field)
      .map((cell) => parseDecimal(cell.replace(/[a-z"]+$/i, '')) ?? Number.NaN)
      .filter(Number.isFinite);
  const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
  const stature = median(numbers('stature'));
  const dateOrder = guessDateOrder(cells('birthDate').filter(Boolean));
  return {
    columns,
    massUnit: /\blbs?\b|pound/.test(header('mass')) ? 'lb' : 'kg',
    lengthUnit: /\bin\b|inch/.test(header('stature'))
      ? 'in'
      : stature > 0 && stature < 3
        ? 'm'
        : stature >= 40 && stature < 90
          ? 'in'
          : 'cm',
    dateOrder,
  };
}

/** A sport a file may name. */
export type NamedSport = Pick<Discipline, 'id' | 'sportName' | 'name'>;

/**
 * Finds a discipline by id, name or "sport name" however it is written; a sport alone when it has one discipline.
 *
 * @param sports that may be named; of two that are written alike the first
 */
export function findDiscipline(
  text: string,
  sports: readonly NamedSport[] = disciplines,
): string | undefined {
  const wanted = plainWords(text);
  if (wanted === '') return undefined;
  const known = sports.find(({ id }) => id === text.trim().toLowerCase());
  if (known) return known.id;
  const exact = sports.find((discipline) =>
    [
      discipline.id,
      discipline.name,
      sportLabel(discipline),
      `${discipline.sportName} ${discipline.name}`,
    ].some((name) => plainWords(name) === wanted),
  );
  if (exact) return exact.id;
  const starts = sports.filter(
    (discipline) =>
      plainWords(discipline.name).startsWith(wanted) ||
      plainWords(`${discipline.sportName} ${discipline.name}`).startsWith(wanted),
  );
  const inside = sports.filter((discipline) => plainWords(discipline.name).split(' ').includes(wanted));
  return starts.length === 1 ? starts[0]?.id : inside.length === 1 ? inside[0]?.id : undefined;
}

const personKey = (person: Pick<RosterPerson, 'givenName' | 'familyName' | 'birthDate'>) =>
  `${plainWords(person.givenName)}|${plainWords(person.familyName)}|${person.birthDate}`;

const changeLabels: Readonly<Record<string, string>> = {
  disciplineId: 'discipline',
  sex: 'sex',
  massKg: 'body mass',
  statureM: 'stature',
  level: 'level',
};

/**
 * Reads every row of a roster under a mapping and says what confirming would do: add, update, leave the same, or which
 * line and column is wrong and why. Writes nothing. People are recognised by names and date of birth, so the same file
 * read twice changes nothing.
 */
export function planRoster(
  table: Table,
  mapping: RosterMapping,
  known: readonly KnownAthlete[],
  today: IsoDay,
  sports: readonly NamedSport[] = disciplines,
): RosterRow[] {
  const byKey = new Map(known.map((athlete) => [personKey(athlete), athlete]));
  const seen = new Map<string, number>();
  return table.rows.flatMap((row, i): RosterRow[] => {
    const line = i + 2;
    if (row.every((cell) => cell === '')) return [];
    const errors: RowError[] = [];
    const columnName = (field: RosterField) =>
      table.headers[mapping.columns[field] ?? -1] ?? rosterFields.find((f) => f.id === field)?.label ?? field;
    const bad = (field: RosterField, reason: string) => {
      errors.push({ line, column: columnName(field), reason });
      return undefined;
    };
    const cell = (field: RosterField) => row[mapping.columns[field] ?? -1] ?? '';
    const name = (field: 'givenName' | 'familyName') => {
      const value = cell(field);
      if (value === '') return bad(field, 'is empty');
      return value.length > 80 ? bad(field, `has ${value.length} letters; 80 at most`) : value;
    };
    const figure = (
      field: 'mass' | 'stature',
      unit: MassUnit | LengthUnit,
      convert: (value: number) => number,
      limits: { min: number; max: number },
      shown: (value: number) => string,
    ) => {
      const text = cell(field);
      if (text === '') return bad(field, 'is empty');
      const ownUnit = /(kg|lbs?|cm|m|in|")$/i.exec(text)?.[1]?.toLowerCase();
      const value = parseDecimal(text.replace(/(kg|lbs?|cm|m|in|")$/i, ''));
      if (value === undefined) return bad(field, `"${text}" is not a number`);
      const meant = ownUnit === 'lbs' ? 'lb' : ownUnit === '"' ? 'in' : (ownUnit ?? unit);
      const si =
        field === 'mass'
          ? toMassKg(value, meant === 'lb' ? 'lb' : 'kg')
          : meant === unit
            ? convert(value)
            : toStatureM(value, meant as LengthUnit);
      if (si < limits.min || si > limits.max)
        return bad(
          field,
          `${text} ${ownUnit ? '' : unit} is ${shown(si)}: outside ${shown(limits.min)} to ${shown(limits.max)}`.replace(
            '  ',
            ' ',
          ),
        );
      return Math.round(si * 1000) / 1000;
    };

    const givenName = name('givenName');
    const familyName = name('familyName');
    const birthText = cell('birthDate');
    const birthDate =
      birthText === ''
        ? bad('birthDate', 'is empty')
        : (readDate(birthText, mapping.dateOrder) ??
          bad('birthDate', `"${birthText}" is not a date (${dateOrderWords[mapping.dateOrder]})`));
    if (birthDate) {
      if (birthDate > today) bad('birthDate', `${birthDate} lies in the future`);
      else if (ageOn(birthDate, today) < 5 || ageOn(birthDate, today) > 100)
        bad('birthDate', `${birthDate} makes an age of ${ageOn(birthDate, today)}; 5 to 100 are taken`);
    }
    const disciplineText = cell('discipline');
    const disciplineId =
      disciplineText === ''
        ? bad('discipline', 'is empty')
        : (findDiscipline(disciplineText, sports) ??
          bad('discipline', `"${disciplineText}" is not a sport of the library`));
    const sexText = plainWords(cell('sex'));
    const sex =
      sexText === ''
        ? 'unspecified'
        : ['f', 'w', 'female', 'woman', 'girl'].includes(sexText)
          ? 'female'
          : ['m', 'male', 'man', 'boy'].includes(sexText)
            ? 'male'
            : bad('sex', `"${cell('sex')}" is not female, male or empty`);
    const massKg = figure(
      'mass',
      mapping.massUnit,
      (v) => toMassKg(v, mapping.massUnit),
      bodyLimits.massKg,
      (v) => `${Math.round(v)} kg`,
    );
    const statureM = figure(
      'stature',
      mapping.lengthUnit,
      (v) => toStatureM(v, mapping.lengthUnit),
      bodyLimits.statureM,
      (v) => `${v.toFixed(2)} m`,
    );
    const levelText = plainWords(cell('level'));
    const level =
      levelText === ''
        ? 'trained'
        : ((['novice', 'trained', 'advanced'] as const).find((level) => level === levelText) ??
          bad('level', `"${cell('level')}" is not novice, trained or advanced`));

    if (
      errors.length > 0 ||
      !givenName ||
      !familyName ||
      !birthDate ||
      !disciplineId ||
      !sex ||
      massKg === undefined ||
      statureM === undefined ||
      !level
    ) {
      return [{ line, status: 'error', errors }];
    }
    const person: RosterPerson = {
      givenName,
      familyName,
      birthDate,
      disciplineId,
      sex,
      massKg,
      statureM,
      level,
    };
    const key = personKey(person);
    const earlier = seen.get(key);
    if (earlier !== undefined)
      return [
        {
          line,
          status: 'error',
          errors: [
            { line, column: columnName('familyName'), reason: `is the same person as line ${earlier}` },
          ],
        },
      ];
    seen.set(key, line);
    const match = byKey.get(key);
    if (!match) return [{ line, status: 'new', person, athleteId: undefined, changes: [] }];
    // A column the file does not have leaves what is stored.
    const merged: RosterPerson = {
      ...person,
      sex: sexText === '' ? match.sex : person.sex,
      level: levelText === '' ? match.level : person.level,
    };
    const changes = (Object.keys(changeLabels) as (keyof RosterPerson)[])
      .filter((field) => merged[field] !== match[field])
      .map((field) => changeLabels[field] ?? field);
    return [
      { line, status: changes.length > 0 ? 'update' : 'same', person: merged, athleteId: match.id, changes },
    ];
  });
}
