import { useEffect, useRef, useState } from 'react';
import { durationS, instruments, type Trace } from '~/core/signals/instruments';
import { type Mark, MarksEditor } from './marks-editor';

const speeds = [1, 4, 16] as const;

/** A recording played again: every channel under one another, a line that runs, the readings under the line. */
export function Replay({ trace, marks }: { trace: Trace; marks: readonly Mark[] }) {
  const seconds = durationS(trace);
  const [atS, setAtS] = useState(0);
  const [speed, setSpeed] = useState<number | undefined>();
  const from = useRef({ atS: 0, ms: 0 });
  const now = useRef(0);
  now.current = atS;
  useEffect(() => {
    if (speed === undefined) return;
    from.current = { atS: now.current >= seconds ? 0 : now.current, ms: performance.now() };
    let frame = requestAnimationFrame(function tick() {
      const next = from.current.atS + ((performance.now() - from.current.ms) / 1000) * speed;
      if (next >= seconds) {
        setAtS(seconds);
        setSpeed(undefined);
        return;
      }
      setAtS(next);
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [speed, seconds]);
  const channels = instruments[trace.instrument].channels.filter((channel) => trace.channels[channel.id]);
  const reading = (id: string) => {
    const value =
      trace.channels[id]?.[Math.min(Math.round(atS * trace.rateHz), Math.round(seconds * trace.rateHz) - 1)];
    return value === undefined || Number.isNaN(value) ? 'none' : value.toFixed(1);
  };
  const button = 'min-h-11 border border-ink px-4 aria-pressed:bg-ink aria-pressed:text-chalk';
  return (
    <div>
      <div className="no-print mb-3 flex flex-wrap items-center gap-2">
        {speeds.map((choice) => (
          <button
            key={choice}
            type="button"
            aria-pressed={speed === choice}
            className={button}
            onClick={() => setSpeed(speed === choice ? undefined : choice)}
          >
            {speed === choice ? 'Pause' : `Play ${choice} ×`}
          </button>
        ))}
        <input
          type="range"
          aria-label="Place in the recording, s"
          min={0}
          max={seconds}
          step={0.1}
          value={atS}
          onChange={(event) => {
            setSpeed(undefined);
            setAtS(Number(event.target.value));
          }}
          className="slider min-w-40 grow"
        />
        <span className="head figures w-24 text-right text-3xl">{atS.toFixed(1)} s</span>
      </div>
      <div className="relative space-y-2">
        {channels.map((channel) => (
          <div key={channel.id} className="border-t border-mortar">
            <MarksEditor trace={trace} channel={channel.id} marks={marks} />
            <p className="figures text-right text-note text-quiet">
              {reading(channel.id)} {channel.unit === 'deg' ? '°' : channel.unit}
            </p>
          </div>
        ))}
        <div
          aria-hidden="true"
          className="pointer-events-none absolute inset-y-0 w-0.5 bg-zest"
          style={{ left: `${(100 * atS) / Math.max(0.1, seconds)}%` }}
        />
      </div>
    </div>
  );
}
