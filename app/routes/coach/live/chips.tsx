import clsx from 'clsx';
import type { ReactNode } from 'react';

export const chip =
  'min-h-11 border border-night-3 bg-night-2 px-3 text-body hover:border-chalk aria-pressed:bg-chalk aria-pressed:text-night disabled:opacity-40';

/** One of a few, in one tap; the same again takes it back where that is allowed. */
export function Chips<T extends string | number>({
  legend,
  options,
  chosen,
  onChoose,
  wide,
}: {
  legend: ReactNode;
  options: readonly (readonly [value: T, says: ReactNode])[];
  chosen: T | undefined;
  onChoose: (value: T) => void;
  /** Figures stand in a row of equal keys. */
  wide?: boolean;
}) {
  return (
    <fieldset>
      <legend className="mb-1 text-mortar">{legend}</legend>
      <div className={clsx('flex flex-wrap gap-1.5', wide && 'figures')}>
        {options.map(([value, says]) => (
          <button
            key={value}
            type="button"
            aria-pressed={chosen === value}
            onClick={() => onChoose(value)}
            className={clsx(chip, wide && 'min-w-11 px-2')}
          >
            {says}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

export const zeroToTen = Array.from({ length: 11 }, (_, n) => [n, n === 0 ? 'None' : n] as const);
export const oneToTen = Array.from({ length: 10 }, (_, n) => [n + 1, n + 1] as const);
