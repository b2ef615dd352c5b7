import clsx from 'clsx';
import Check from 'lucide-react/icons/check';
import * as RadixCheckbox from 'radix-ui/checkbox';
import { type ComponentProps, type ReactNode, useId } from 'react';

interface FieldProps {
  label: string;
  hint?: ReactNode;
  errors?: string[] | undefined;
  children: (props: {
    id: string;
    'aria-invalid': boolean | undefined;
    'aria-describedby': string | undefined;
  }) => ReactNode;
  className?: string | undefined;
}

/** A label, a control, and beside it a hint or what is wrong with what was entered. */
export function Field({ label, hint, errors, children, className }: FieldProps) {
  const id = useId();
  const wrong = (errors?.length ?? 0) > 0;
  return (
    <div className={clsx('min-w-0', className)}>
      <label htmlFor={id} className="mb-1 block font-bold">
        {label}
      </label>
      {children({
        id,
        'aria-invalid': wrong || undefined,
        'aria-describedby': wrong || hint ? `${id}-say` : undefined,
      })}
      {wrong ? (
        <p id={`${id}-say`} className="mt-1 flex gap-2 text-aside font-bold">
          <span aria-hidden="true">▲</span>
          {errors?.join(' ')}
        </p>
      ) : hint ? (
        <p id={`${id}-say`} className="mt-1 text-aside text-quiet">
          {hint}
        </p>
      ) : null}
    </div>
  );
}

type Common = { label: string; hint?: ReactNode; errors?: string[] | undefined; className?: string };

export function TextField({ label, hint, errors, className, ...input }: Common & ComponentProps<'input'>) {
  return (
    <Field label={label} hint={hint} errors={errors} className={className}>
      {(props) => <input type="text" className="field-input" {...input} {...props} />}
    </Field>
  );
}

export function SelectField({
  label,
  hint,
  errors,
  className,
  children,
  ...select
}: Common & ComponentProps<'select'>) {
  return (
    <Field label={label} hint={hint} errors={errors} className={className}>
      {(props) => (
        <select className="field-input" {...select} {...props}>
          {children}
        </select>
      )}
    </Field>
  );
}

/** A square that is filled when ticked; the whole line is the target. */
export function CheckField({
  label,
  hint,
  ...box
}: { label: ReactNode; hint?: ReactNode } & ComponentProps<typeof RadixCheckbox.Root>) {
  const id = useId();
  return (
    <div className="flex min-h-11 items-start gap-3 py-1.5">
      <RadixCheckbox.Root
        id={id}
        className="mt-0.5 grid size-6 shrink-0 place-items-center rounded-[2px] border border-ink bg-chalk data-[state=checked]:bg-ink data-[state=checked]:text-chalk"
        {...box}
      >
        <RadixCheckbox.Indicator>
          <Check aria-hidden="true" className="size-4" strokeWidth={3} />
        </RadixCheckbox.Indicator>
      </RadixCheckbox.Root>
      <label htmlFor={id} className="grow">
        <span>{label}</span>
        {hint ? <span className="block text-aside text-quiet">{hint}</span> : null}
      </label>
    </div>
  );
}

/** What is wrong with a whole form, above its buttons. */
export function FormError({ children }: { children: ReactNode }) {
  return children ? (
    <p role="alert" className="hatched my-4 border-2 border-ink bg-chalk px-4 py-3 text-mortar">
      <span className="bg-chalk font-bold text-ink">{children}</span>
    </p>
  ) : null;
}
