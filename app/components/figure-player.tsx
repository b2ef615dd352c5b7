import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import { useEffect, useId, useRef, useState } from 'react';
import type { Body } from '~/core/body/anthropometry';
import { parseTempo, type Tempo } from '~/core/body/dose';
import type { Load, Posture } from '~/core/body/posture';
import { watchOf } from '~/core/figure/fault-form';
import { repPhase } from '~/core/figure/motion';
import { tellingPhase } from '~/core/figure/scene';
import { Figure } from './figure';

interface FigurePlayerProps {
  posture: Posture;
  needs: readonly string[];
  label: string;
  body: Body;
  load: Load;
  /** Held postures do not move. */
  still: boolean;
  tempo: string | undefined;
  className?: string;
  /** Faults of the exercise, the one to watch first among them: a ring follows its place. */
  faults?: readonly string[];
  /** What the model says at a phase, under the slider. */
  sayAt?: (phase: number) => string;
}

const usualTempo: Tempo = { outS: 2, holdS: 1, backS: 2 };
/** Standing still between two reps, so that one is told from the next, seconds. */
const betweenS = 0.6;

/** The large figure of a rung: it moves through the rep at the rung's tempo, or by hand. */
export function FigurePlayer({
  still,
  tempo,
  sayAt,
  faults = [],
  className,
  label,
  ...figure
}: FigurePlayerProps) {
  const [phase, setPhase] = useState<number>(tellingPhase(figure.posture));
  const [playing, setPlaying] = useState(false);
  const began = useRef(0);
  const id = useId();
  useEffect(() => {
    if (!playing) return;
    began.current = performance.now();
    const pace = parseTempo(tempo) ?? usualTempo;
    let frame = requestAnimationFrame(function draw(now) {
      setPhase(repPhase((now - began.current) / 1000, pace, betweenS));
      frame = requestAnimationFrame(draw);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, tempo]);
  return (
    <figure className={className}>
      <Figure
        {...figure}
        label={label}
        phase={phase}
        ghost={!still}
        watch={watchOf(faults, figure.posture, figure.body, figure.needs, phase)?.at}
        className="h-auto max-h-80 w-full"
      />
      {still ? null : (
        <figcaption className="mt-2 flex flex-wrap items-center gap-3">
          <button
            type="button"
            onClick={() => setPlaying(!playing)}
            className="inline-flex min-h-11 items-center gap-2 border border-ink px-3 font-bold"
          >
            {playing ? (
              <Pause aria-hidden="true" className="size-4" />
            ) : (
              <Play aria-hidden="true" className="size-4" />
            )}
            {playing ? 'Hold still' : 'Show a rep'}
          </button>
          <label htmlFor={id} className="sr-only">
            Place in the rep
          </label>
          <input
            id={id}
            type="range"
            min={0}
            max={100}
            value={Math.round(phase * 100)}
            aria-valuetext={`${Math.round(phase * 100)} % of the way${sayAt ? `, ${sayAt(phase)}` : ''}`}
            onChange={(event) => {
              setPlaying(false);
              setPhase(Number(event.target.value) / 100);
            }}
            className="slider min-w-32 grow"
          />
          {sayAt ? <output className="figures w-28 text-right">{sayAt(phase)}</output> : null}
        </figcaption>
      )}
    </figure>
  );
}
