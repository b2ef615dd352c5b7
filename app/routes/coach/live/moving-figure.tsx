import { useEffect, useState } from 'react';
import { Figure } from '~/app/components/figure';
import type { LiveForm } from '~/core/coach/live/card';
import { tempoOf } from '~/core/coach/live/pacing';
import { repPhase } from '~/core/figure/motion';

/** The figure is drawn anew at most so often; more is not seen and costs a phone its breath. */
const framesPerS = 15;
/** Standing still between two reps while it only shows the way, seconds. */
const betweenS = 0.8;

/** The exercise as it moves at its tempo: with the set that runs, or by itself to show the way. Held ones stand still. */
export function MovingFigure({
  form,
  fromMs,
  className,
}: {
  form: LiveForm;
  /** When the set that runs began, by the steady clock; undefined to show the way. */
  fromMs: number | undefined;
  className?: string;
}) {
  const still = form.unit === 'hold_s' || form.unit === 'breaths';
  const [phase, setPhase] = useState(1);
  useEffect(() => {
    if (still || window.matchMedia('(prefers-reduced-motion: reduce)').matches) {
      setPhase(1);
      return;
    }
    const tempo = tempoOf(form);
    const began = fromMs ?? performance.now();
    const show = () => {
      const seconds = (performance.now() - began) / 1000;
      setPhase(Math.round(repPhase(seconds, tempo, fromMs === undefined ? betweenS : 0) * 40) / 40);
    };
    show();
    const timer = setInterval(show, 1000 / framesPerS);
    return () => clearInterval(timer);
  }, [still, form, fromMs]);
  return (
    <Figure
      posture={form.posture}
      needs={form.needs}
      load={form.load ?? undefined}
      phase={phase}
      ghost={!still}
      label={`${form.name}${still ? '' : ', moving at its tempo'}`}
      className={className}
    />
  );
}
