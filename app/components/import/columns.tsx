import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { SelectField } from '~/app/components/field';
import { HeadCells } from '~/app/components/head-cells';
import type { ColumnField, RowError } from '~/core/formats/columns';
import { numbered } from '~/core/words/counted';

export interface Choice {
  readonly name: string;
  readonly label: string;
  readonly value: string;
  readonly options: readonly (readonly [string, string])[];
}

export const dateChoice = (value: string): Choice => ({
  name: 'dateOrder',
  label: 'Dates are',
  value,
  options: [
    ['iso', 'year-month-day'],
    ['dmy', 'day.month.year'],
    ['mdy', 'month/day/year'],
  ],
});
export const massChoice = (value: string, label: string): Choice => ({
  name: 'massUnit',
  label,
  value,
  options: [
    ['kg', 'kg'],
    ['lb', 'lb'],
  ],
});

export interface Mapping {
  /** All that is chosen, as an address and a form carry it. */
  readonly text: string;
  /** What is chosen for a name: by hand a moment ago, or as it was found. */
  readonly shown: (name: string, found: string | number) => string | number;
  readonly change: (name: string, value: string) => void;
}

/**
 * What is chosen of a file stands in the address, so that it can be looked at again. What was chosen on this
 * page is held besides: the address follows only when the file was looked through anew, and a choice made
 * before that must not lose the one before it.
 */
export function useMapping(): Mapping {
  const [params, setParams] = useSearchParams();
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const asked = (choices: Readonly<Record<string, string>>) =>
    new URLSearchParams({ ...Object.fromEntries(params), ...choices });
  return {
    text: asked(chosen).toString(),
    shown: (name, found) => chosen[name] ?? found,
    change: (name, value) => {
      const choices = { ...chosen, [name]: value };
      setChosen(choices);
      setParams(asked(choices), { replace: true, preventScrollReset: true });
    },
  };
}

/** Which column of a file holds what, and how its figures are written. */
export function ColumnChoices({
  fields,
  headers,
  columns,
  choices,
  mapping: { shown, change },
}: {
  fields: readonly ColumnField[];
  headers: readonly string[];
  columns: Readonly<Partial<Record<string, number>>>;
  choices: readonly Choice[];
  mapping: Mapping;
}) {
  return (
    <section aria-labelledby="columns" className="mt-6">
      <h2 id="columns" className="text-2xl">
        Which column holds what
      </h2>
      <div className="mt-3 grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
        {fields.map((field) => (
          <SelectField
            key={field.id}
            label={field.label}
            value={shown(field.id, columns[field.id] ?? '')}
            onChange={(event) => change(field.id, event.target.value)}
            errors={field.required && columns[field.id] === undefined ? ['Choose a column.'] : undefined}
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
        {choices.map(({ name, label, value, options }) => (
          <SelectField
            key={name}
            label={label}
            value={shown(name, value)}
            onChange={(event) => change(name, event.target.value)}
          >
            {options.map(([option, says]) => (
              <option key={option} value={option}>
                {says}
              </option>
            ))}
          </SelectField>
        ))}
      </div>
    </section>
  );
}

/** Lines that cannot be taken, each with its column and why. */
export function RowErrors({
  count,
  errors,
  of = 'Column',
}: {
  count: number;
  errors: readonly RowError[];
  /** What beside the line says where it is. */
  of?: string;
}) {
  if (errors.length === 0) return null;
  return (
    <section aria-labelledby="errors" className="mt-8 border-2 border-ink bg-chalk p-5">
      <h2 id="errors" className="text-2xl">
        {numbered(count, 'One row has an error', `${count} rows have errors`)}
      </h2>
      <table className="mt-2 w-full text-left">
        <thead>
          <tr>
            <HeadCells className="pr-4" names={['Line', of, 'What is wrong']} />
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
  );
}
