import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import X from 'lucide-react/icons/x';
import type { Timeline } from '~/core/screen/battery/timeline';

export interface BuilderTest {
  id: string;
  name: string;
  minutes: number;
  restS: number;
  qualities: readonly string[];
  stage: number;
  maximal: boolean;
  sided: boolean;
  spotter: boolean;
  target: string;
  source: string;
  tests: string;
  why: string | undefined;
  capS: number | undefined;
  notes: readonly string[];
  missing: string | undefined;
}

const small = 'grid size-11 place-items-center rounded-[2px] hover:bg-chalk disabled:text-mortar';
const clockText = (minutes: number) =>
  `${Math.floor(minutes)}:${String(Math.round((minutes % 1) * 60)).padStart(2, '0')}`;

/** The tests in the order they are done: when each begins, what is waited for, moved up and down, taken out. */
export function OrderList({
  tests,
  timeline,
  onMove,
  onRemove,
  onRest,
}: {
  tests: readonly BuilderTest[];
  timeline: Timeline;
  onMove: (id: string, by: 1 | -1) => void;
  onRemove: (id: string) => void;
  onRest: (id: string, restS: number) => void;
}) {
  return (
    <ol className="rule-list mt-3 border-y border-mortar">
      {tests.map((test, i) => {
        const step = timeline.steps[i];
        return (
          <li
            key={test.id}
            className="grid gap-x-3 py-2 max-sm:grid-cols-[3.4rem_1fr] sm:grid-cols-[3.4rem_1fr_auto]"
          >
            <input type="hidden" name="testIds" value={test.id} />
            <input type="hidden" name="rests" value={`${test.id}:${test.restS}`} />
            <span className="figures pt-1 text-quiet">{step ? clockText(step.startMin) : ''}</span>
            <div className="min-w-0">
              <p className="leading-snug">
                <strong>{test.name}</strong>{' '}
                <span className="figures text-aside text-quiet">
                  {clockText(test.minutes)} min{test.sided ? ', both sides' : ''}; target {test.target}{' '}
                  {test.source}
                </span>
              </p>
              <p className="text-aside leading-snug text-quiet">
                {[
                  test.why ?? `Added: ${test.tests || 'the rung decides'}`,
                  test.capS === undefined ? '' : `Stops at ${test.capS} s, a caution`,
                  ...test.notes,
                  test.spotter ? 'Spotter or wall' : '',
                  test.missing ? `▲ Not at hand: ${test.missing}` : '',
                ]
                  .filter(Boolean)
                  .join('. ')}
              </p>
              <label className="inline-flex items-center gap-1.5 text-aside text-quiet">
                Rest before
                <input
                  type="number"
                  min={0}
                  max={900}
                  step={15}
                  value={test.restS}
                  onChange={(event) =>
                    onRest(test.id, Math.min(900, Math.max(0, Number(event.target.value) || 0)))
                  }
                  className="figures min-h-8 w-16 border-b border-mortar bg-transparent px-1 text-right text-ink"
                />
                s
                {step && step.waitMin > 0.01 ? (
                  <strong className="figures text-ink">, wait {clockText(step.waitMin)}</strong>
                ) : null}
              </label>
            </div>
            <span className="flex max-sm:col-start-2 max-sm:-mt-8 max-sm:justify-end">
              <button
                type="button"
                className={small}
                disabled={i === 0}
                aria-label={`${test.name} earlier`}
                onClick={() => onMove(test.id, -1)}
              >
                <ArrowUp aria-hidden="true" className="size-5" />
              </button>
              <button
                type="button"
                className={small}
                disabled={i === tests.length - 1}
                aria-label={`${test.name} later`}
                onClick={() => onMove(test.id, 1)}
              >
                <ArrowDown aria-hidden="true" className="size-5" />
              </button>
              <button
                type="button"
                className={small}
                aria-label={`Leave ${test.name} out`}
                onClick={() => onRemove(test.id)}
              >
                <X aria-hidden="true" className="size-5" />
              </button>
            </span>
          </li>
        );
      })}
    </ol>
  );
}
