import { chosenColumns, type RowError } from '~/core/formats/columns';
import {
  guessMapping,
  type KnownAthlete,
  type NamedSport,
  planRoster,
  type RosterMapping,
  type RosterPerson,
} from '~/core/formats/roster';
import { type DateOrder, rosterFields } from '~/core/formats/roster-fields';
import { readTable, type Table } from '~/core/formats/table';
import { highsSolver } from '~/core/plan/lp/highs';
import type { Solver } from '~/core/plan/lp/solver';
import { type SolvedSeason, solveSeason } from '~/core/plan/periodise';
import type { PeriodiseInput } from '~/core/plan/season';

/** Work too long for the thread that answers everybody. Inputs and results are plain data, which threads can hand over. */

export interface RosterWork {
  readonly content: string;
  /** What the address says over the guessed mapping. */
  readonly asked: Readonly<Record<string, string>>;
  readonly known: readonly KnownAthlete[];
  /** Sports a row may name, those of the practice's own first. */
  readonly sports: readonly NamedSport[];
  readonly today: string;
  /** Every row to write, for a confirmation; a preview shows the first ones. */
  readonly whole: boolean;
}

const shownRows = 200;
const shownErrors = 100;

/** The mapping that was asked for, over the guessed one. */
function mappingOf(table: Table, asked: RosterWork['asked']): RosterMapping {
  const guess = guessMapping(table);
  const pick = <T extends string>(name: string, allowed: readonly T[], otherwise: T): T =>
    allowed.find((value) => value === asked[name]) ?? otherwise;
  return {
    columns: chosenColumns(table.headers.length, rosterFields, guess.columns, asked),
    massUnit: pick('massUnit', ['kg', 'lb'], guess.massUnit),
    lengthUnit: pick('lengthUnit', ['cm', 'm', 'in'], guess.lengthUnit),
    dateOrder: pick<DateOrder>('dateOrder', ['iso', 'dmy', 'mdy'], guess.dateOrder),
  };
}

export interface RosterFound {
  readonly headers: readonly string[];
  readonly mapping: RosterMapping;
  /** Required fields no column holds. */
  readonly missing: readonly string[];
  readonly counts: {
    readonly new: number;
    readonly update: number;
    readonly same: number;
    readonly error: number;
  };
  readonly errors: readonly RowError[];
  readonly rows: readonly {
    readonly line: number;
    readonly status: 'new' | 'update' | 'same';
    readonly changes: readonly string[];
    readonly person: RosterPerson;
  }[];
  readonly writes: readonly { readonly athleteId: string | undefined; readonly values: RosterPerson }[];
}

/** What a roster file would do; undefined when it is no table. */
function readRoster({ content, asked, known, sports, today, whole }: RosterWork): RosterFound | undefined {
  const read = readTable(content);
  if (!read.ok) return undefined;
  const { table } = read;
  const mapping = mappingOf(table, asked);
  const missing = rosterFields
    .filter((field) => field.required && mapping.columns[field.id] === undefined)
    .map((field) => field.label);
  const rows = missing.length > 0 ? [] : planRoster(table, mapping, known, today, sports);
  const count = (status: string) => rows.filter((row) => row.status === status).length;
  const readable = rows.flatMap((row) => (row.status === 'error' ? [] : [row]));
  return {
    headers: table.headers,
    mapping,
    missing,
    counts: { new: count('new'), update: count('update'), same: count('same'), error: count('error') },
    errors: rows.flatMap((row) => (row.status === 'error' ? row.errors : [])).slice(0, shownErrors),
    rows: readable
      .slice(0, shownRows)
      .map(({ line, status, changes, person }) => ({ line, status, changes, person })),
    writes: whole
      ? readable.flatMap(({ status, athleteId, person }) =>
          status === 'same' ? [] : [{ athleteId, values: person }],
        )
      : [],
  };
}

let solver: Promise<Solver> | undefined;

/** The season of an input, or what collides in it; the solver is loaded once. */
async function planSeason(input: PeriodiseInput): Promise<SolvedSeason> {
  solver ??= highsSolver();
  return solveSeason(input, await solver, { explain: true });
}

export const works = { roster: readRoster, season: planSeason } as const;
export type Works = typeof works;
