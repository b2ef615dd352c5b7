import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import { clockS, type SquadClock } from '~/core/screen/station/squad';

const phaseWords: Readonly<Record<SquadClock['phase'], string>> = {
  waiting: 'Ready',
  running: 'Tap to stop',
  stopped: 'Stopped',
  kept: 'Kept',
  out: 'Not here',
};

/** One athlete's clock: the whole tile is the button. It writes its own figure at every frame while it runs. */
export function ClockTile({
  clock,
  onPress,
}: {
  clock: SquadClock;
  /** With the time of the press on the steady clock. */
  onPress: (atMs: number) => void;
}) {
  const figure = useRef<HTMLSpanElement>(null);
  const running = clock.phase === 'running';
  useEffect(() => {
    const show = () => {
      if (figure.current) figure.current.textContent = clockS(clock, performance.now()).toFixed(1);
    };
    show();
    if (!running) return;
    let frame = requestAnimationFrame(function tick() {
      show();
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [clock, running]);
  const ended =
    clock.endReason === 'cap' ? 'held' : clock.endReason === 'pain' ? 'pain' : phaseWords[clock.phase];
  return (
    <button
      type="button"
      aria-label={`${clock.letter}, ${clock.name}${clock.side === 'both' ? '' : `, ${clock.side} side`}${clock.load ? `, ${clock.load.words}` : ''}: ${running ? 'stop' : clock.phase === 'waiting' ? 'start' : ended}`}
      disabled={clock.phase === 'stopped' || clock.phase === 'kept' || clock.phase === 'out'}
      onPointerDown={(event) => {
        // The press counts, not the release.
        if (event.button === 0) onPress(event.timeStamp);
      }}
      onClick={(event) => {
        // A key or a screen reader presses without a pointer.
        if (event.detail === 0) onPress(event.timeStamp);
      }}
      className={clsx(
        'grid min-h-28 touch-manipulation select-none grid-cols-[auto_1fr] content-between gap-x-3 border-2 p-2.5 text-left leading-tight',
        running
          ? 'border-chalk bg-chalk text-night'
          : clock.phase === 'waiting'
            ? 'border-night-3 bg-night-2'
            : clock.phase === 'stopped'
              ? 'border-dashed border-chalk bg-night'
              : 'border-night-3 bg-night text-mortar',
      )}
    >
      <span className="head text-3xl">{clock.letter}</span>
      <span className="truncate pt-1 text-right text-body">
        {clock.name}
        {clock.side === 'both' ? null : <span className="block capitalize">{clock.side}</span>}
        {clock.load ? <span className="figures block text-note">{clock.load.words}</span> : null}
      </span>
      <span ref={figure} className="head figures col-span-2 text-right text-title leading-none">
        0.0
      </span>
      <span className="col-span-2 text-right text-note">{ended}</span>
    </button>
  );
}
