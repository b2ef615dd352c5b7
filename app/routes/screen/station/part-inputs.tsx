import { useState } from 'react';
import { parseDecimal } from '~/core/body/units';
import type { StationTest } from '~/core/screen/station/shown';
import type { StationEvent, StationState } from '~/core/screen/station/station';
import { type Reading, readings } from '~/core/screen/trial/words';

interface Field {
  id: string;
  name: string;
  unit: string;
  min: number;
  max: number;
  hint: string;
}

function PartField({
  field,
  value,
  onValue,
}: {
  field: Field;
  value: number | undefined;
  onValue: (value: number | undefined) => void;
}) {
  const [draft, setDraft] = useState(value === undefined ? '' : String(value));
  const number = parseDecimal(draft);
  const empty = draft.trim() === '';
  const valid = empty || (number !== undefined && number >= field.min && number <= field.max);
  const id = `part-${field.id}`;
  return (
    <div className="self-end">
      <label htmlFor={id} className="block">
        {field.name}, {field.unit} <span className="text-mortar">{field.hint}</span>
      </label>
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        value={draft}
        aria-invalid={!valid}
        aria-describedby={valid ? undefined : `${id}-wrong`}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => {
          if (valid && number !== value) onValue(number);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
        }}
        className="head figures mt-1 w-full border border-night-3 bg-night-2 px-3 py-1.5 text-3xl"
      />
      {valid ? null : (
        <p id={`${id}-wrong`} role="alert" className="mt-1 font-bold">
          ▲ {field.min} to {field.max} {field.unit}
        </p>
      )}
    </div>
  );
}

type Send = (event: StationEvent) => void;

/** The angle of each direction; the last one makes the mean. */
export function DirectionInputs({
  test,
  state,
  send,
}: {
  test: StationTest;
  state: StationState;
  send: Send;
}) {
  return (
    <fieldset>
      <legend className="mb-2 text-mortar">Largest angle before the pelvis tilts or turns</legend>
      <div className="grid max-w-xl gap-4 sm:grid-cols-3">
        {test.directions.map((direction) => (
          <PartField
            key={direction.id}
            field={{
              ...direction,
              unit: '°',
              min: test.min,
              max: direction.most,
              hint: `target ${direction.target}`,
            }}
            value={state.parts[direction.id]}
            onValue={(value) => send({ type: 'part', id: direction.id, value })}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** Figures that may be measured beside the grade. Left empty, the grade stands alone. */
export function ExtraFigures({ test, state, send }: { test: StationTest; state: StationState; send: Send }) {
  return (
    <fieldset className="mt-6">
      <legend className="mb-2 text-mortar">Measured, if it was</legend>
      <div className="grid max-w-xl gap-4 sm:grid-cols-3">
        {test.figures.map((figure) => (
          <PartField
            key={`${figure.id} ${state.parts[figure.id] ?? ''}`}
            field={{ ...figure, hint: figure.target === undefined ? 'noted' : `target ${figure.target}` }}
            value={state.parts[figure.id]}
            onValue={(value) => send({ type: 'part', id: figure.id, value })}
          />
        ))}
      </div>
    </fieldset>
  );
}

const readingWords: Readonly<Record<Reading, string>> = {
  eye: 'By eye',
  goniometer: 'Goniometer',
  sensor: 'Sensor',
  still: 'Still',
};

/** How the angle is read; what measures counts for more than the eye. */
export function ReadBy({ by, send }: { by: Reading | undefined; send: Send }) {
  return (
    <fieldset className="mt-4">
      <legend className="mb-2 text-mortar">Read</legend>
      <div className="flex flex-wrap gap-2">
        {readings.map((reading) => (
          <button
            key={reading}
            type="button"
            aria-pressed={by === reading}
            onClick={() => send({ type: 'read_by', by: reading })}
            className="min-h-11 border border-night-3 bg-night-2 px-4 hover:border-chalk aria-pressed:bg-chalk aria-pressed:text-night"
          >
            {readingWords[reading]}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
