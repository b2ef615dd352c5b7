import { type ReactNode, useId } from 'react';

/** Fields of the forms by which a practice changes the library. */

export interface EditContext {
  /** Id of the next edit, so that a second click cannot edit twice. */
  editId: string;
  revision: number;
  busy: boolean;
  errors: Readonly<Record<string, string>>;
  /** The form the errors belong to. */
  failed: string | undefined;
}

/** A message as fields take theirs. */
export const list = (error: string | undefined) => (error ? [error] : undefined);

export function Hidden({ values }: { values: Readonly<Record<string, string | number>> }) {
  return Object.entries(values).map(([name, value]) => (
    <input key={name} type="hidden" name={name} value={value} />
  ));
}

/** A text of several lines. */
export function Area({
  label,
  name,
  value,
  hint,
  error,
  rows = 3,
}: {
  label: string;
  name: string;
  value: string;
  hint?: string;
  error: string | undefined;
  rows?: number;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-bold">
        {label}
      </label>
      <textarea
        id={id}
        name={name}
        defaultValue={value}
        rows={rows}
        aria-invalid={error ? true : undefined}
        aria-describedby={error || hint ? `${id}-say` : undefined}
        className="field-input"
      />
      {error || hint ? (
        <p id={`${id}-say`} className={error ? 'mt-1 text-aside font-bold' : 'mt-1 text-aside text-quiet'}>
          {error ? <span aria-hidden="true">▲ </span> : null}
          {error ?? hint}
        </p>
      ) : null}
    </div>
  );
}

/** What is wrong with the whole form. */
export function Said({ errors }: { errors: Readonly<Record<string, string>> }) {
  return errors.form ? (
    <p role="alert" className="border-l-4 border-ink bg-chalk px-4 py-2.5 font-bold">
      ▲ {errors.form}
    </p>
  ) : null;
}

export function Fold({ title, open, children }: { title: string; open: boolean; children: ReactNode }) {
  return (
    <details open={open} className="border-t border-mortar">
      <summary className="cursor-pointer py-2.5 font-bold">{title}</summary>
      <div className="pb-5">{children}</div>
    </details>
  );
}

export function Select({
  label,
  name,
  value,
  options,
}: {
  label: string;
  name: string;
  value: string;
  options: readonly (readonly [id: string, text: string])[];
}) {
  return (
    <label className="block">
      <span className="mb-1 block font-bold">{label}</span>
      <select name={name} defaultValue={value} className="field-input">
        {options.map(([id, text]) => (
          <option key={id} value={id}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}
