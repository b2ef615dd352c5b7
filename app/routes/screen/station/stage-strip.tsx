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
}: {
  stages: { holdS: number; postures: Posture[] };
  needs: string[];
  readS: () => number;
  running: boolean;
}) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    setSeconds(readS());
    if (!running) return;
    const timer = setInterval(() => setSeconds(readS()), 200);
    return () => clearInterval(timer);
  }, [readS, running]);
  const { stage, leftS } = stageAt(stages.holdS, stages.postures.length, seconds);
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
            <span className="figures block text-center text-note">{i + 1}</span>
          </li>
        ))}
      </ol>
      <p role="status" className="figures mt-2 text-lg">
        Stage {stage + 1} of {stages.postures.length}
        {running ? `, next in ${Math.ceil(leftS)} s` : `, ${stages.holdS} s each`}
      </p>
    </div>
  );
}
