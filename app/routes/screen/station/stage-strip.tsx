import clsx from 'clsx';
import { useEffect, useState } from 'react';
import { Figure } from '~/app/components/figure';
import type { Posture } from '~/core/body/posture';
import { stageAt } from '~/core/screen/station/pace';

/** The shapes of a staged hold in their order; the one to be held now stands out and says how long it lasts. */
export function StageStrip({
  stages,
  needs,
  readS,
  running,
  from,
  onFrom,
}: {
  stages: { holdS: number; postures: Posture[] };
  needs: string[];
  readS: () => number;
  running: boolean;
  /** The stage it begins with, counted from 0; it can be chosen until the clock runs. */
  from: number;
  onFrom: ((stage: number) => void) | undefined;
}) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    setSeconds(readS());
    if (!running) return;
    const timer = setInterval(() => setSeconds(readS()), 200);
    return () => clearInterval(timer);
  }, [readS, running]);
  const at = stageAt(stages.holdS, stages.postures.length, seconds);
  const stage = onFrom ? from : at.stage;
  const { leftS } = at;
  return (
    <div className="mt-4">
      <ol aria-label="Stages" className="grid grid-cols-3 gap-1.5 sm:grid-cols-6">
        {stages.postures.map((posture, i) => (
          <li
            key={JSON.stringify(posture)}
            aria-current={i === stage ? 'step' : undefined}
            className={clsx(
              'border p-1',
              i === stage
                ? 'border-2 border-chalk'
                : i < stage
                  ? 'border-night-3 opacity-60'
                  : 'border-night-3',
            )}
          >
            <Figure
              posture={posture}
              needs={needs}
              label={`Stage ${i + 1}`}
              plain
              className="h-14 w-full [--fig-ground:var(--color-night)]"
            />
            {onFrom ? (
              <button
                type="button"
                aria-pressed={i === from}
                aria-label={`Begin with stage ${i + 1}`}
                onClick={() => onFrom(i)}
                className="figures block min-h-11 w-full text-center aria-pressed:bg-chalk aria-pressed:text-night"
              >
                {i + 1}
              </button>
            ) : (
              <span className="figures block text-center text-note">{i + 1}</span>
            )}
          </li>
        ))}
      </ol>
      <p role="status" className="figures mt-2 text-lg">
        {onFrom && from > 0 ? 'Begins with stage' : 'Stage'} {stage + 1} of {stages.postures.length}
        {running ? `, next in ${Math.ceil(leftS)} s` : `, ${stages.holdS} s each`}
      </p>
    </div>
  );
}
