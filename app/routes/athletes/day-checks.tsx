import { CheckField } from '~/app/components/field';

/** Days of the week to tick, Monday first. */
export const days = [
  [1, 'Mon'],
  [2, 'Tue'],
  [3, 'Wed'],
  [4, 'Thu'],
  [5, 'Fri'],
  [6, 'Sat'],
  [0, 'Sun'],
] as const;

/** A row of things to tick, each by its short name. */
export function TickRow({
  name,
  choices,
  isTicked,
  errors,
}: {
  name: string;
  choices: readonly (readonly [value: string | number, label: string])[];
  isTicked: (value: string) => boolean;
  errors?: string[] | undefined;
}) {
  return (
    <>
      <div className="flex flex-wrap gap-x-5">
        {choices.map(([value, label]) => (
          <CheckField
            key={value}
            label={label}
            name={name}
            value={String(value)}
            defaultChecked={isTicked(String(value))}
          />
        ))}
      </div>
      {errors?.length ? <p className="font-bold">▲ {errors.join(' ')}</p> : null}
    </>
  );
}
