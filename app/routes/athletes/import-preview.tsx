import { data, Form, redirect, useNavigation, useSearchParams } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError, SelectField } from '~/app/components/field';
import { Scroller } from '~/app/components/scroller';
import { disciplineLabel } from '~/core/catalogue';
import { guessMapping, planRoster, type RosterMapping } from '~/core/formats/roster';
import { type DateOrder, type RosterField, rosterFields } from '~/core/formats/roster-fields';
import { readTable, type Table } from '~/core/formats/table';
import { athletesOf, confirmImport, draftById } from '~/db/queries/athletes';
import type { SignedIn } from '~/db/queries/practice';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { isUuid, notFound } from '~/server/views/standing.server';
import type { Route } from './+types/import-preview';

export const meta: Route.MetaFunction = () => [{ title: 'Check the roster · Zest Pillar' }];

const shownRows = 200;
const shownErrors = 100;

/** The mapping of the address over the guessed one. */
function mappingFrom(table: Table, params: URLSearchParams): RosterMapping {
  const guess = guessMapping(table);
  const columns: Partial<Record<RosterField, number>> = { ...guess.columns };
  for (const { id } of rosterFields) {
    const text = params.get(id);
    if (text === null) continue;
    const at = Number(text);
    if (text !== '' && Number.isInteger(at) && at >= 0 && at < table.headers.length) columns[id] = at;
    else delete columns[id];
  }
  const pick = <T extends string>(name: string, allowed: readonly T[], otherwise: T): T =>
    allowed.find((each) => each === params.get(name)) ?? otherwise;
  return {
    columns,
    massUnit: pick('massUnit', ['kg', 'lb'], guess.massUnit),
    lengthUnit: pick('lengthUnit', ['cm', 'm', 'in'], guess.lengthUnit),
    dateOrder: pick<DateOrder>('dateOrder', ['iso', 'dmy', 'mdy'], guess.dateOrder),
  };
}

async function preview(person: SignedIn, draftId: string | undefined, params: URLSearchParams) {
  const draft = isUuid(draftId) ? await draftById(person.practiceId, draftId) : undefined;
  if (!draft) throw notFound('This import');
  if (draft.confirmedAt) return { draft, done: true as const };
  const read = readTable(draft.content);
  if (!read.ok) throw notFound('This import');
  const mapping = mappingFrom(read.table, params);
  const known = await athletesOf(person.practiceId);
  const missing = rosterFields
    .filter((field) => field.required && mapping.columns[field.id] === undefined)
    .map((field) => field.label);
  const rows = missing.length > 0 ? [] : planRoster(read.table, mapping, known, todayIn(person.timeZone));
  return { draft, done: false as const, table: read.table, mapping, missing, rows };
}

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const result = await preview(who(context), params.draftId, new URL(request.url).searchParams);
  if (result.done) throw redirect('/athletes');
  const { draft, table, mapping, missing, rows } = result;
  const count = (status: string) => rows.filter((row) => row.status === status).length;
  return {
    fileName: draft.fileName,
    headers: table.headers,
    mapping,
    missing,
    counts: { new: count('new'), update: count('update'), same: count('same'), error: count('error') },
    errors: rows.flatMap((row) => (row.status === 'error' ? row.errors : [])).slice(0, shownErrors),
    rows: rows.slice(0, shownRows).flatMap((row) =>
      row.status === 'error'
        ? []
        : [
            {
              line: row.line,
              status: row.status,
              changes: row.changes,
              name: `${row.person.givenName} ${row.person.familyName}`,
              birthDate: row.person.birthDate,
              discipline: disciplineLabel(row.person.disciplineId),
              body: `${Math.round(row.person.massKg * 10) / 10} kg, ${row.person.statureM.toFixed(2)} m`,
            },
          ],
    ),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const form = await request.formData();
  const result = await preview(
    person,
    params.draftId,
    new URLSearchParams(String(form.get('mapping') ?? '')),
  );
  // A second confirmation (a double click, another tab) finds the import done.
  if (result.done) return redirect('/athletes');
  if (result.missing.length > 0)
    return data({ error: `Say which column holds: ${result.missing.join(', ')}.` }, { status: 400 });
  const writes = result.rows.flatMap((row) =>
    row.status === 'new' || row.status === 'update'
      ? [{ athleteId: row.athleteId, values: { ...row.person } }]
      : [],
  );
  const skip = form.get('skipErrors') === 'on';
  const wrong = result.rows.filter((row) => row.status === 'error').length;
  if (wrong > 0 && !skip)
    return data(
      {
        error: `${wrong} ${wrong === 1 ? 'row has an error' : 'rows have errors'}: mend the file, or tick that they are left out.`,
      },
      { status: 400 },
    );
  await confirmImport(person.practiceId, result.draft.id, writes, {
    kit: ['towel', 'wall', 'box', 'band'],
    weekdays: [1, 3, 5],
  });
  return redirect('/athletes');
}

const units: readonly {
  name: 'massUnit' | 'lengthUnit' | 'dateOrder';
  label: string;
  options: readonly (readonly [string, string])[];
}[] = [
  {
    name: 'massUnit',
    label: 'Masses are in',
    options: [
      ['kg', 'kg'],
      ['lb', 'lb'],
    ],
  },
  {
    name: 'lengthUnit',
    label: 'Statures are in',
    options: [
      ['cm', 'cm'],
      ['m', 'm'],
      ['in', 'in'],
    ],
  },
  {
    name: 'dateOrder',
    label: 'Dates are',
    options: [
      ['iso', 'year-month-day'],
      ['dmy', 'day.month.year'],
      ['mdy', 'month/day/year'],
    ],
  },
];

const words = { new: 'Add', update: 'Change', same: 'Same' } as const;

export default function ImportPreview({ loaderData, actionData }: Route.ComponentProps) {
  const { fileName, headers, mapping, missing, counts, errors, rows } = loaderData;
  const [params, setParams] = useSearchParams();
  const busy = useNavigation().state !== 'idle';
  const change = (name: string, value: string) => {
    const next = new URLSearchParams(params);
    next.set(name, value);
    setParams(next, { replace: true, preventScrollReset: true });
  };
  const writes = counts.new + counts.update;
  return (
    <>
      <h1 className="text-4xl">Check the roster</h1>
      <p className="mt-2 text-quiet">{fileName}. Nothing is written until you confirm below.</p>
      <section aria-labelledby="columns" className="mt-6">
        <h2 id="columns" className="text-2xl">
          Which column holds what
        </h2>
        <div className="mt-3 grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
          {rosterFields.map((field) => (
            <SelectField
              key={field.id}
              label={field.label}
              value={mapping.columns[field.id] ?? ''}
              onChange={(event) => change(field.id, event.target.value)}
              errors={
                field.required && mapping.columns[field.id] === undefined ? ['Choose a column.'] : undefined
              }
            >
              <option value="">{field.required ? 'Choose …' : 'Not in the file'}</option>
              {headers.map((header, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns of a file have no other identity
                <option key={`${header}-${i}`} value={i}>
                  {header || `Column ${i + 1}`}
                </option>
              ))}
            </SelectField>
          ))}
          {units.map((unit) => (
            <SelectField
              key={unit.name}
              label={unit.label}
              value={mapping[unit.name]}
              onChange={(event) => change(unit.name, event.target.value)}
            >
              {unit.options.map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </SelectField>
          ))}
        </div>
      </section>
      {errors.length > 0 ? (
        <section aria-labelledby="errors" className="mt-8 border-2 border-ink bg-chalk p-5">
          <h2 id="errors" className="text-2xl">
            {counts.error === 1 ? 'One row has an error' : `${counts.error} rows have errors`}
          </h2>
          <table className="mt-2 w-full text-left">
            <thead>
              <tr>
                <th scope="col" className="pr-4">
                  Line
                </th>
                <th scope="col" className="pr-4">
                  Column
                </th>
                <th scope="col">What is wrong</th>
              </tr>
            </thead>
            <tbody className="rule-list">
              {errors.map((error) => (
                <tr key={`${error.line}-${error.column}-${error.reason}`}>
                  <td className="py-1 pr-4">{error.line}</td>
                  <td className="py-1 pr-4 font-bold">{error.column}</td>
                  <td className="py-1">{error.reason}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ) : null}
      {missing.length === 0 ? (
        <section aria-labelledby="rows" className="mt-8">
          <h2 id="rows" className="figures text-2xl">
            {counts.new} to add, {counts.update} to change, {counts.same} the same
          </h2>
          <Scroller label="Rows of the file">
            <table className="mt-2 w-full min-w-[40rem] text-left">
              <tbody className="rule-list">
                {rows.map((row) => (
                  <tr key={row.line} className={row.status === 'same' ? 'text-quiet' : undefined}>
                    <td className="py-1 pr-4">{row.line}</td>
                    <td className="py-1 pr-4 font-bold">{words[row.status]}</td>
                    <td className="py-1 pr-4">{row.name}</td>
                    <td className="py-1 pr-4">{row.birthDate}</td>
                    <td className="py-1 pr-4">{row.discipline}</td>
                    <td className="py-1 pr-4">{row.body}</td>
                    <td className="py-1">{row.changes.join(', ')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Scroller>
        </section>
      ) : null}
      <Form method="post" className="mt-6">
        <input type="hidden" name="mapping" value={params.toString()} />
        {counts.error > 0 ? (
          <label className="flex min-h-11 items-center gap-3">
            <input type="checkbox" name="skipErrors" className="size-5 accent-[#26242e]" />
            Leave out the rows with errors
          </label>
        ) : null}
        <FormError>{actionData?.error}</FormError>
        <p className="mt-3 flex gap-3">
          <Button look="next" disabled={busy || missing.length > 0}>
            {writes === 0
              ? 'Nothing to write: done'
              : `Write ${writes} ${writes === 1 ? 'athlete' : 'athletes'}`}
          </Button>
          <ButtonLink look="quiet" to="/athletes/import">
            Choose another file
          </ButtonLink>
        </p>
      </Form>
    </>
  );
}
