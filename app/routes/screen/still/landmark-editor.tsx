import clsx from 'clsx';
import { useRef, useState } from 'react';
import { angleKinds, type Landmarks, type Point, type StillAngle } from '~/core/screen/still/still';

const zooms = [1, 1.5, 2, 3, 4, 6, 8] as const;

/** Lines between landmarks that show what is measured. */
const lines: Readonly<Record<StillAngle, readonly (readonly [string, string])[]>> = {
  pelvic_drop: [['iliac_left', 'iliac_right']],
  trunk_lean: [['pelvis', 'shoulders']],
  knee_line: [
    ['hip', 'knee'],
    ['knee', 'ankle'],
  ],
  leg_angle: [['hip', 'ankle']],
  hip_turn_out: [
    ['heel', 'toe'],
    ['ahead_near', 'ahead_far'],
  ],
};

/**
 * A still with its landmarks. Each is dragged, or nudged by the arrow keys one pixel of the picture at a time (ten with
 * Shift); the picture is zoomed by + and - or the buttons and moved by scrolling.
 */
export function LandmarkEditor({
  url,
  width,
  height,
  angle,
  landmarks,
  onMove,
}: {
  url: string;
  width: number;
  height: number;
  angle: StillAngle;
  landmarks: Landmarks;
  /** Left out where the landmarks only show. */
  onMove?: ((id: string, to: Point) => void) | undefined;
}) {
  const [zoom, setZoom] = useState(0);
  const picture = useRef<HTMLDivElement>(null);
  const within = (x: number, y: number): Point => [
    Math.round(Math.min(width, Math.max(0, x))),
    Math.round(Math.min(height, Math.max(0, y))),
  ];
  const pixelAt = (clientX: number, clientY: number): Point => {
    const box = picture.current?.getBoundingClientRect();
    return box
      ? within(((clientX - box.left) / box.width) * width, ((clientY - box.top) / box.height) * height)
      : [0, 0];
  };
  const change = (by: 1 | -1) => setZoom((was) => Math.min(zooms.length - 1, Math.max(0, was + by)));
  const drawn = [...lines[angle], ...(landmarks.plumb_top ? ([['plumb_top', 'plumb_bottom']] as const) : [])];
  const button = 'grid size-11 place-items-center border border-current text-xl disabled:opacity-40';
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the keys act for the landmarks inside
    <div
      onKeyDown={(event) => {
        if (event.key === '+' || event.key === '=') change(1);
        else if (event.key === '-') change(-1);
      }}
    >
      <div className="max-h-[62vh] overflow-auto border border-current">
        <div
          ref={picture}
          className="relative mx-auto touch-none"
          style={{
            width: zoom === 0 ? `min(100%, ${(62 * width) / height}vh)` : `${100 * (zooms[zoom] ?? 1)}%`,
            aspectRatio: `${width} / ${height}`,
          }}
        >
          <img src={url} alt="The still" draggable={false} className="absolute inset-0 size-full" />
          <svg aria-hidden="true" viewBox={`0 0 ${width} ${height}`} className="absolute inset-0 size-full">
            {drawn.map(([a, b]) => {
              const [from, to] = [landmarks[a], landmarks[b]];
              return from && to ? (
                <g key={a + b} vectorEffect="non-scaling-stroke">
                  {[
                    ['#17161c', 4],
                    ['#f7a41d', 2],
                  ].map(([stroke, strokeWidth]) => (
                    <path
                      key={stroke}
                      d={`M${from.join(' ')}L${to.join(' ')}`}
                      stroke={String(stroke)}
                      strokeWidth={strokeWidth}
                      strokeDasharray={a === 'plumb_top' ? '6 5' : undefined}
                      vectorEffect="non-scaling-stroke"
                    />
                  ))}
                </g>
              ) : null;
            })}
          </svg>
          {angleKinds[angle].landmarks.map(({ id, name }) => {
            const point = landmarks[id];
            if (!point) return null;
            const place = { left: `${(100 * point[0]) / width}%`, top: `${(100 * point[1]) / height}%` };
            const ring =
              'absolute size-11 -translate-x-1/2 -translate-y-1/2 rounded-full before:absolute before:inset-[13px] before:rounded-full before:border-2 before:border-night before:outline-2 before:outline-chalk before:content-[""]';
            if (!onMove) return <span key={id} aria-hidden="true" className={ring} style={place} />;
            return (
              <button
                key={id}
                type="button"
                aria-label={`${name}, x ${point[0]}, y ${point[1]}`}
                className={clsx(ring, 'cursor-move focus-visible:outline-3 focus-visible:outline-zest')}
                style={place}
                onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
                onPointerMove={(event) => {
                  if (event.currentTarget.hasPointerCapture(event.pointerId))
                    onMove(id, pixelAt(event.clientX, event.clientY));
                }}
                onKeyDown={(event) => {
                  const step = event.shiftKey ? 10 : 1;
                  const by = (
                    {
                      ArrowLeft: [-step, 0],
                      ArrowRight: [step, 0],
                      ArrowUp: [0, -step],
                      ArrowDown: [0, step],
                    } as const
                  )[event.key as 'ArrowLeft'];
                  if (!by) return;
                  event.preventDefault();
                  onMove(id, within(point[0] + by[0], point[1] + by[1]));
                }}
              />
            );
          })}
        </div>
      </div>
      <p className="mt-2 flex items-center gap-2">
        <button
          type="button"
          className={button}
          aria-label="Smaller"
          disabled={zoom === 0}
          onClick={() => change(-1)}
        >
          −
        </button>
        <button
          type="button"
          className={button}
          aria-label="Larger"
          disabled={zoom === zooms.length - 1}
          onClick={() => change(1)}
        >
          +
        </button>
        <span className="figures">{zooms[zoom]} ×</span>
        {onMove ? (
          <span className="text-aside">Tab to a landmark; arrow keys move it by a pixel.</span>
        ) : null}
      </p>
    </div>
  );
}
