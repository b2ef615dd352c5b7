import { useId } from 'react';
import type { Control, RangeControl, Values } from '~/core/bench/tool';

interface ControlsProps {
  controls: readonly Control[];
  values: Values;
  /** As typed, before bounds. */
  texts: Readonly<Record<string, string>>;
  problems: readonly string[];
  onChange: (key: string, text: string) => void;
}

/** Sliders with their numbers: drag, step with the arrow keys, or type. */
export function Controls({ controls, values, texts, problems, onChange }: ControlsProps) {
  return (
    <fieldset className="space-y-1">
      <legend className="sr-only">Figures</legend>
      {controls.map((control) =>
        control.kind === 'range' ? (
          <Slider
            key={control.key}
            control={control}
            value={Number(values[control.key])}
            text={texts[control.key]}
            problem={problems.find((problem) => problem.startsWith(`${control.label}:`))}
            onChange={(text) => onChange(control.key, text)}
          />
        ) : (
          <label
            key={control.key}
            className="grid grid-cols-[11rem_1fr] items-center gap-3 max-sm:grid-cols-1"
          >
            <span>{control.label}</span>
            <select
              className="field-input"
              value={String(values[control.key])}
              onChange={(event) => onChange(control.key, event.target.value)}
            >
              {control.options.map(([id, name]) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        ),
      )}
    </fieldset>
  );
}

function Slider({
  control,
  value,
  text,
  problem,
  onChange,
}: {
  control: RangeControl;
  value: number;
  text: string | undefined;
  problem: string | undefined;
  onChange: (text: string) => void;
}) {
  const id = useId();
  const say = problem ?? control.hint;
  return (
    <div className="grid grid-cols-[11rem_1fr_auto] items-center gap-x-3 max-sm:grid-cols-[1fr_auto]">
      <label htmlFor={id} className="leading-snug max-sm:col-span-2">
        {control.label}
      </label>
      <input
        type="range"
        aria-label={control.label}
        aria-valuetext={`${value} ${control.unit}`}
        min={control.min}
        max={control.max}
        step={control.step}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        className="slider w-full"
      />
      <span className="flex items-center gap-1.5">
        <input
          id={id}
          inputMode="decimal"
          value={text ?? String(value)}
          onChange={(event) => onChange(event.target.value)}
          aria-invalid={problem ? true : undefined}
          aria-describedby={say ? `${id}-say` : undefined}
          className="field-input figures w-20 text-right"
        />
        <span className="w-16 text-aside text-quiet">{control.unit}</span>
      </span>
      {say ? (
        <p
          id={`${id}-say`}
          className={
            problem ? 'col-span-full text-aside font-bold' : 'col-span-full -mt-1 pb-1 text-note text-quiet'
          }
        >
          {problem ? <span aria-hidden="true">▲ </span> : null}
          {say}
        </p>
      ) : null}
    </div>
  );
}
