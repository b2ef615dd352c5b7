import { type Plantable, plantable } from '~/core/signals/plant';
import type { Rehearsal } from './use-instrument';

const faultWords: Readonly<Record<Plantable, string>> = {
  dropouts: 'readings dropped',
  late: 'readings late',
  disconnect: 'gone from second 4 to 7',
  saturation: 'end of range from second 4 to 7',
  stuck: 'stuck from second 4 to 7',
  wrong_unit: 'wrong unit from second 4 to 7',
};

const box = 'min-h-11 border border-night-3 bg-night-2 px-2 text-chalk';

/** What the stand-in plays: when control is lost, and what is wrong with the instrument. */
export function Rehearse({
  value,
  onChange,
}: {
  value: Rehearsal;
  onChange: (rehearsal: Rehearsal) => void;
}) {
  return (
    <details className="text-aside">
      <summary className="flex min-h-11 cursor-pointer items-center text-mortar underline decoration-night-3 decoration-2 underline-offset-4">
        A simulated instrument: what it plays
      </summary>
      <div className="flex flex-wrap gap-4 pb-2">
        <label>
          <span className="block text-mortar">Control is lost</span>
          <select
            className={box}
            value={String(value.loss)}
            onChange={({ target }) =>
              onChange({
                ...value,
                loss:
                  target.value === 'none' || target.value === 'seeded' ? target.value : Number(target.value),
              })
            }
          >
            <option value="seeded">when this athlete does</option>
            <option value="6">after 6 s</option>
            <option value="20">after 20 s</option>
            <option value="none">never</option>
          </select>
        </label>
        <label>
          <span className="block text-mortar">The instrument is</span>
          <select
            className={box}
            value={value.faults[0] ?? ''}
            onChange={({ target }) =>
              onChange({ ...value, faults: plantable.filter((known) => known === target.value) })
            }
          >
            <option value="">sound</option>
            {plantable.map((planted) => (
              <option key={planted} value={planted}>
                {faultWords[planted]}
              </option>
            ))}
          </select>
        </label>
      </div>
    </details>
  );
}
