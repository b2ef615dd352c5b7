import { useState } from 'react';
import type { StationTest } from '~/core/screen/station/shown';

const key = 'min-h-12 min-w-12 border border-night-3 bg-night-2 px-4 text-xl font-bold hover:border-chalk';

/** The read or counted figure of a test without a clock: levels by their words, small counts by one tap, others by steps. */
export function FigureInput({
  test,
  value,
  onFigure,
}: {
  test: StationTest;
  value: number | undefined;
  onFigure: (value: number) => void;
}) {
  const [draft, setDraft] = useState<string>('');
  const most = test.kind === 'level' ? (test.maxLevel ?? test.max) : test.max;
  if (test.kind === 'level') {
    const levels = Array.from({ length: most - test.min + 1 }, (_, i) => test.min + i);
    return (
      <fieldset className="space-y-2">
        <legend className="mb-2 text-mortar">Last clean level</legend>
        {levels.map((level) => (
          <button
            key={level}
            type="button"
            aria-pressed={value === level}
            onClick={() => onFigure(level)}
            className={`${key} block w-full text-left text-lg aria-pressed:bg-chalk aria-pressed:text-night`}
          >
            {level < 0 ? 'Not yet' : (test.levels?.[level] ?? `Level ${level}`)}
          </button>
        ))}
      </fieldset>
    );
  }
  if (most <= 10) {
    return (
      <fieldset>
        <legend className="mb-2 text-mortar">{test.unit}</legend>
        <div className="flex flex-wrap gap-2">
          {Array.from({ length: most - test.min + 1 }, (_, i) => test.min + i).map((count) => (
            <button
              key={count}
              type="button"
              aria-pressed={value === count}
              onClick={() => onFigure(count)}
              className={`${key} figures head text-3xl aria-pressed:bg-chalk aria-pressed:text-night sm:min-h-16 sm:min-w-16`}
            >
              {count}
            </button>
          ))}
        </div>
      </fieldset>
    );
  }
  const step = test.kind === 'degrees' ? 0.5 : 1;
  // What was counted already stands until another figure is typed.
  const number = draft === '' ? (value ?? Number.NaN) : Number(draft.replace(',', '.'));
  const valid = Number.isFinite(number) && number >= test.min && number <= most;
  const bump = (by: number) =>
    setDraft(
      String(Math.min(most, Math.max(test.min, (Number.isFinite(number) ? number : (value ?? 0)) + by))),
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!valid) return;
        // What comes next is answered by keys, not typed.
        event.currentTarget.querySelector('input')?.blur();
        onFigure(number);
      }}
    >
      <label className="block text-mortar" htmlFor="figure">
        {test.unit}
      </label>
      <div className="mt-2 flex flex-wrap items-stretch gap-2">
        <button type="button" className={key} onClick={() => bump(-step)} aria-label={`${step} less`}>
          −
        </button>
        <input
          id="figure"
          data-typed-figure
          inputMode="decimal"
          autoComplete="off"
          value={draft}
          placeholder={value === undefined ? '' : String(value)}
          onChange={(event) => setDraft(event.target.value)}
          aria-invalid={draft !== '' && !valid}
          className="head figures w-36 border border-night-3 bg-night-2 px-3 text-5xl"
        />
        <button type="button" className={key} onClick={() => bump(step)} aria-label={`${step} more`}>
          +
        </button>
        <button type="submit" disabled={!valid} className={`${key} disabled:text-mortar/60`}>
          Take {draft === '' ? (value ?? 'the figure') : draft}
        </button>
      </div>
      {draft !== '' && !valid ? (
        <p className="mt-2 font-bold" role="alert">
          ▲ {test.min} to {most} {test.unit}
        </p>
      ) : null}
    </form>
  );
}
