import { Fragment, useId } from 'react';
import { type Body, bodyOf } from '~/core/body/anthropometry';
import type { Load, Posture } from '~/core/body/posture';
import type { Point } from '~/core/body/skeleton';
import type { Prop } from '~/core/figure/props';
import { type Capsule, type Frame, frameOf, type MomentArc, type Scene, sceneOf } from '~/core/figure/scene';

/** A body to draw when none is chosen. */
const drawnBody: Body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'unspecified' });

export interface FigureProps {
  posture: Posture;
  needs: readonly string[];
  /** What the picture shows, for those who do not see it. */
  label: string;
  body?: Body | undefined;
  load?: Load | undefined;
  /** 0 the easy end of the rep, 1 the demanding one. */
  phase?: number | undefined;
  /** A faint picture of the easy end behind. */
  ghost?: boolean | undefined;
  /** Small pictures leave the supports and the moment out. */
  plain?: boolean | undefined;
  /** No floor: the figure stands on a line of the page. */
  bare?: boolean | undefined;
  className?: string | undefined;
}

const n = (value: number) => value.toFixed(1);

/** Outline of two circles and the band between them: a limb. */
function limbPath({ a, b, ra, rb }: Capsule): string {
  const d = Math.hypot(b.x - a.x, b.y - a.y);
  if (d <= Math.abs(ra - rb)) {
    const [c, r] = ra >= rb ? [a, ra] : [b, rb];
    return `M${n(c.x - r)} ${n(c.y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`;
  }
  const angle = Math.atan2(b.y - a.y, b.x - a.x);
  const tilt = Math.acos((ra - rb) / d);
  const on = (c: Point, r: number, t: number) => `${n(c.x + r * Math.cos(t))} ${n(c.y + r * Math.sin(t))}`;
  return `M${on(a, ra, angle - tilt)}L${on(b, rb, angle - tilt)}A${n(rb)} ${n(rb)} 0 0 1 ${on(b, rb, angle + tilt)}L${on(a, ra, angle + tilt)}A${n(ra)} ${n(ra)} 0 1 1 ${on(a, ra, angle - tilt)}Z`;
}

function arcPath({ at, radius, fromDeg, toDeg, flat }: MomentArc): { line: string; head: string } {
  const on = (deg: number, r = radius): Point => ({
    x: at.x + r * Math.cos((deg * Math.PI) / 180),
    y: at.y + r * flat * Math.sin((deg * Math.PI) / 180),
  });
  const start = on(fromDeg);
  const end = on(toDeg);
  const sweep = toDeg > fromDeg ? 1 : 0;
  const back = toDeg - (sweep ? 20 : -20);
  const inner = on(back, radius - 2.1);
  const outer = on(back, radius + 2.1);
  return {
    line: `M${n(start.x)} ${n(start.y)}A${radius} ${n(radius * flat)} 0 ${Math.abs(back - fromDeg) > 180 ? 1 : 0} ${sweep} ${n(on(back).x)} ${n(on(back).y)}`,
    head: `M${n(end.x)} ${n(end.y)}L${n(inner.x)} ${n(inner.y)}L${n(outer.x)} ${n(outer.y)}Z`,
  };
}

function springPath(from: Point, to: Point): string {
  const turns = 14;
  const dx = (to.x - from.x) / turns;
  const dy = (to.y - from.y) / turns;
  const size = Math.hypot(dx, dy) || 1;
  let path = `M${n(from.x)} ${n(from.y)}`;
  for (let i = 1; i < turns; i += 1) {
    const side = i % 2 ? 1.7 : -1.7;
    path += `L${n(from.x + dx * i - (dy / size) * side)} ${n(from.y + dy * i + (dx / size) * side)}`;
  }
  return `${path}L${n(to.x)} ${n(to.y)}`;
}

function PropShape({ prop }: { prop: Prop }) {
  switch (prop.kind) {
    case 'block':
      return <rect x={prop.x} y={prop.y} width={prop.width} height={prop.height} className="fig-kit" />;
    case 'ball':
      return <circle cx={prop.at.x} cy={prop.at.y} r={prop.radius} className="fig-kit" />;
    case 'weight':
      return <circle cx={prop.at.x} cy={prop.at.y} r={prop.radius} className="fig-weight" />;
    case 'spring':
      return <path d={springPath(prop.from, prop.to)} className="fig-line" />;
    case 'bar':
      return (
        <path
          d={`M${n(prop.from.x)} ${n(prop.from.y)}L${n(prop.to.x)} ${n(prop.to.y)}`}
          className="fig-line"
          strokeWidth={2}
        />
      );
    case 'pull': {
      const angle = (Math.atan2(prop.to.y - prop.from.y, prop.to.x - prop.from.x) * 180) / Math.PI;
      return (
        <g>
          <path
            d={`M${n(prop.from.x)} ${n(prop.from.y)}L${n(prop.to.x)} ${n(prop.to.y)}`}
            className="fig-line"
          />
          <path
            d="M4 0L-1.5 -2.4L-1.5 2.4Z"
            transform={`translate(${n(prop.to.x)} ${n(prop.to.y)}) rotate(${n(angle)})`}
            fill="currentColor"
          />
        </g>
      );
    }
  }
}

/** A scene with its limbs as paths, in their drawing order. */
interface Shape extends Scene {
  readonly paths: readonly { readonly far: boolean; readonly d: string }[];
}

interface Drawing {
  readonly shape: Shape;
  /** The easy end of the rep, for those who draw it behind. */
  readonly start: () => Shape;
  readonly frame: Frame;
}

const shapeOf = (scene: Scene): Shape => ({
  ...scene,
  paths: scene.limbs.map((limb) => ({
    far: limb.layer === 'far',
    d: limb.capsules.map(limbPath).join(''),
  })),
});

function draw(
  posture: Posture,
  body: Body,
  phase: number,
  needs: readonly string[],
  load: Load | undefined,
): Drawing {
  const at = (where: number) => sceneOf(posture, body, where, { needs }, load);
  const start = at(0);
  const scene = phase === 0 ? start : at(phase);
  return {
    shape: shapeOf(scene),
    start: () => shapeOf(start),
    frame: frameOf([start, phase === 1 ? scene : at(1)]),
  };
}

/** Drawings by posture, and in it by body, load and end of the rep: a page shows dozens of them. */
const drawn = new WeakMap<Posture, Map<string, Drawing>>();
/** So many of one posture; the others are drawn again. */
const keptOfOne = 24;

function drawingOf({
  posture,
  body,
  phase,
  needs,
  load,
}: Pick<FigureProps, 'posture' | 'needs' | 'load'> & {
  readonly body: Body;
  readonly phase: number;
}): Drawing {
  // Between its ends a moving figure is drawn once and never again.
  if (phase !== 0 && phase !== 1) return draw(posture, body, phase, needs, load);
  const kept = drawn.get(posture) ?? new Map<string, Drawing>();
  drawn.set(posture, kept);
  const { massKg, statureM, sex } = body;
  const key = [phase, massKg, statureM, sex, load?.by, load?.value, ...needs].join(' ');
  const drawing = kept.get(key) ?? draw(posture, body, phase, needs, load);
  if (kept.size >= keptOfOne) kept.clear();
  kept.set(key, drawing);
  return drawing;
}

function BodyShape({ shape, ghost = false }: { shape: Shape; ghost?: boolean }) {
  return (
    <g className={ghost ? 'fig-ghost' : undefined}>
      {shape.paths.map(({ d, far }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: limbs stand in a fixed drawing order
        <Fragment key={i}>
          <path d={d} className="fig-seam" />
          <path d={d} className={far ? 'fig-far' : 'fig-near'} />
        </Fragment>
      ))}
      <circle cx={shape.head.x} cy={shape.head.y} r={shape.headRadius + 0.5} className="fig-head" />
    </g>
  );
}

/** The drawn figure of a posture: what is drawn is what the load model computes. */
export function Figure({
  posture,
  needs,
  label,
  body = drawnBody,
  load,
  phase = 1,
  ghost = false,
  plain = false,
  bare = false,
  className,
}: FigureProps) {
  const id = useId().replace(/[^a-z0-9]/gi, '');
  const { shape, start, frame } = drawingOf({ posture, body, phase, needs, load });
  const arc = !plain && shape.moment ? arcPath(shape.moment) : undefined;
  return (
    <svg
      viewBox={`${n(frame.x)} ${n(frame.y)} ${n(frame.width)} ${n(frame.height - (bare ? 7 : 0))}`}
      preserveAspectRatio="xMidYMax meet"
      role="img"
      aria-label={label}
      aria-hidden={label === '' || undefined}
      className={className}
    >
      {bare ? null : (
        <defs>
          <pattern
            id={`${id}floor`}
            width="4"
            height="4"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(38)"
          >
            <line x1="0" y1="0" x2="0" y2="4" stroke="currentColor" strokeWidth="0.8" opacity="0.55" />
          </pattern>
        </defs>
      )}
      {bare ? null : (
        <>
          <rect x={frame.x} y="0.6" width={frame.width} height="5" fill={`url(#${id}floor)`} />
          <path
            d={`M${n(frame.x)} 0.3H${n(frame.x + frame.width)}`}
            stroke="currentColor"
            strokeWidth="0.9"
          />
        </>
      )}
      {ghost ? <BodyShape shape={start()} ghost /> : null}
      {shape.props.map((prop, i) =>
        prop.kind === 'weight' ? null : (
          // biome-ignore lint/suspicious/noArrayIndexKey: kit in a fixed drawing order
          <PropShape key={i} prop={prop} />
        ),
      )}
      <BodyShape shape={shape} />
      {shape.props.map((prop, i) =>
        prop.kind === 'weight' ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: kit in a fixed drawing order
          <PropShape key={i} prop={prop} />
        ) : null,
      )}
      {plain
        ? null
        : shape.supports.map((at) => (
            <path
              key={n(at.x)}
              d={`M${n(at.x)} 0.8L${n(at.x - 2.6)} 5L${n(at.x + 2.6)} 5Z`}
              className="fig-support"
            />
          ))}
      {arc && shape.moment ? (
        <g className="fig-moment">
          <path d={`${arc.line}${arc.head}`} className="fig-halo" />
          <path d={arc.line} fill="none" strokeWidth="1.5" />
          <path d={arc.head} className="fig-moment-head" />
          <circle cx={shape.moment.at.x} cy={shape.moment.at.y} r="1.9" className="fig-axis" />
        </g>
      ) : null}
    </svg>
  );
}
