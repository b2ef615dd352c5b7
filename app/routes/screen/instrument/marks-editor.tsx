import clsx from 'clsx';
import { useId, useMemo, useRef } from 'react';
import { cleanTrace } from '~/core/signals/frames';
import { durationS, instruments, type Trace } from '~/core/signals/instruments';

const width = 640;
const height = 130;
const nudgeS = 0.1;
const tenth = (s: number) => Math.round(s * 10) / 10;

/** A channel as an SVG path: highest and lowest reading of each column of pixels. */
function pathOf(values: Float64Array, y: (value: number) => number): string {
  const columns = Math.min(width, values.length);
  const parts: string[] = [];
  let down = false;
  for (let column = 0; column < columns; column += 1) {
    const from = Math.floor((column * values.length) / columns);
    const to = Math.max(from + 1, Math.floor(((column + 1) * values.length) / columns));
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = from; i < to; i += 1) {
      const here = values[i] as number;
      if (here < low) low = here;
      if (here > high) high = here;
    }
    if (low > high) {
      down = false;
      continue;
    }
    const x = ((column + 0.5) * width) / columns;
    parts.push(
      `${down ? 'L' : 'M'}${x.toFixed(1)} ${y(high).toFixed(1)}L${x.toFixed(1)} ${y(low).toFixed(1)}`,
    );
    down = true;
  }
  return parts.join('');
}

export interface Mark {
  readonly id: string;
  readonly name: string;
  readonly atS: number;
}

/**
 * A recording with its marks. A mark is dragged, or nudged by the arrow keys in tenths of a second (with Shift in whole
 * ones); stretches the sensor spoilt are hatched.
 */
export function MarksEditor({
  trace,
  channel,
  marks,
  onMark,
}: {
  trace: Trace;
  channel: string;
  marks: readonly Mark[];
  /** Left out where the marks only show. */
  onMark?: ((id: string, atS: number) => void) | undefined;
}) {
  const hatch = useId();
  const frame = useRef<HTMLElement>(null);
  const seconds = Math.max(0.1, durationS(trace));
  const its = instruments[trace.instrument].channels.find((its) => its.id === channel);
  const { path, faults } = useMemo(() => {
    const clean = cleanTrace(trace);
    const values = clean.trace.channels[channel] ?? new Float64Array(0);
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (const here of values) {
      if (here < low) low = here;
      if (here > high) high = here;
    }
    const span = Math.max(1, high - low);
    return {
      path: pathOf(values, (value) => height - 10 - ((value - low) / span) * (height - 34)),
      faults: clean.faults.filter((fault) => fault.channel === channel),
    };
  }, [trace, channel]);
  const share = (s: number) => Math.min(1, Math.max(0, s / seconds));
  const secondsAt = (clientX: number) => {
    const box = frame.current?.getBoundingClientRect();
    return box ? share(((clientX - box.left) / box.width) * seconds) * seconds : 0;
  };
  return (
    <figure
      ref={frame}
      aria-label={`${its?.name ?? channel} over ${seconds.toFixed(0)} s, with its marks`}
      className="relative m-0 h-36 touch-none select-none"
    >
      <svg
        aria-hidden="true"
        viewBox={`0 0 ${width} ${height}`}
        preserveAspectRatio="none"
        className="absolute inset-0 size-full"
      >
        <defs>
          <pattern
            id={hatch}
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V7" stroke="currentColor" strokeWidth="1.5" opacity="0.5" />
          </pattern>
        </defs>
        {faults.map((fault) => (
          <rect
            key={`${fault.kind}${fault.startS}`}
            x={share(fault.startS) * width}
            width={Math.max(2, (share(fault.endS) - share(fault.startS)) * width)}
            y={0}
            height={height}
            fill={`url(#${hatch})`}
          />
        ))}
        <path
          d={path}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.2"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <span className="absolute left-0 top-0 text-fine">{its?.name}</span>
      {marks.map((mark, i) => (
        <div
          key={mark.id}
          className={clsx(
            'pointer-events-none absolute inset-y-0 border-l-2 border-current',
            i === 0 && marks.length > 1 && 'border-dashed',
          )}
          style={{ left: `${share(mark.atS) * 100}%` }}
        >
          <span
            className={clsx(
              'figures absolute whitespace-nowrap bg-[var(--mark-ground,transparent)] px-1 text-note font-bold',
              i % 2 === 0 ? 'top-5' : 'bottom-0',
              share(mark.atS) > 0.75 ? 'right-1' : 'left-1',
            )}
          >
            {mark.name} {mark.atS.toFixed(1)} s
          </span>
          {onMark ? (
            <div
              role="slider"
              tabIndex={0}
              aria-label={mark.name}
              aria-valuemin={0}
              aria-valuemax={tenth(seconds)}
              aria-valuenow={tenth(mark.atS)}
              aria-valuetext={`${tenth(mark.atS)} s`}
              className="pointer-events-auto absolute inset-y-0 -left-3.5 w-7 cursor-ew-resize"
              onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
              onPointerMove={(event) => {
                if (event.currentTarget.hasPointerCapture(event.pointerId))
                  onMark(mark.id, tenth(secondsAt(event.clientX)));
              }}
              onKeyDown={(event) => {
                if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
                event.preventDefault();
                event.stopPropagation();
                const step = (event.shiftKey ? 1 : nudgeS) * (event.key === 'ArrowLeft' ? -1 : 1);
                onMark(mark.id, tenth(share(mark.atS + step) * seconds));
              }}
            />
          ) : null}
        </div>
      ))}
    </figure>
  );
}
