import { Fragment, useId } from 'react';
import type { Body } from '~/core/body/anthropometry';
import type { Load, Posture } from '~/core/body/posture';
import type { Point } from '~/core/body/skeleton';
import type { Prop } from '~/core/figure/props';
import { type Frame, tellingPhase } from '~/core/figure/scene';
import { arcPath, drawingOf, drawnBody, markPath, n, type Shape, springPath } from './figure-drawing';

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
  /** Where to look: a ring is drawn there. */
  watch?: Point | undefined;
  /** No floor: the figure stands on a line of the page. */
  bare?: boolean | undefined;
  className?: string | undefined;
}

const straight = ({ from, to }: { readonly from: Point; readonly to: Point }) =>
  `M${n(from.x)} ${n(from.y)}L${n(to.x)} ${n(to.y)}`;

function ArrowHead({ from, to }: { from: Point; to: Point }) {
  const angle = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  return (
    <path
      d="M1 0L-4.5 -2.9L-4.5 2.9Z"
      transform={`translate(${n(to.x)} ${n(to.y)}) rotate(${n(angle)})`}
      className="fig-arrow-head"
    />
  );
}

/** Where to look; its own ground makes it readable on the body. */
function Ring({ at, radius }: { at: Point; radius: number }) {
  return (
    <g>
      <circle cx={at.x} cy={at.y} r={radius} className="fig-ring-ground" />
      <circle cx={at.x} cy={at.y} r={radius} className="fig-ring" />
    </g>
  );
}

function Turn({ at, radius }: { at: Point; radius: number }) {
  const { line, head } = arcPath({ at, radius, fromDeg: -60, toDeg: 230, flat: 1 });
  return (
    <>
      <path d={line} fill="none" strokeWidth="1.5" />
      <path d={head} className="fig-moment-head" />
    </>
  );
}

/** Drawn over the body rather than behind it. */
const onTop: ReadonlySet<Prop['kind']> = new Set([
  'weight',
  'strap',
  'roll',
  'arrow',
  'turn',
  'ring',
  'ache',
  'shake',
  'speed',
  'thud',
  'bars',
  'held',
]);

function PropShape({ prop }: { prop: Prop }) {
  switch (prop.kind) {
    case 'block':
      return <rect x={prop.x} y={prop.y} width={prop.width} height={prop.height} className="fig-kit" />;
    case 'ball':
      return (
        <ellipse
          cx={prop.at.x}
          cy={prop.at.y}
          rx={prop.radius}
          ry={prop.radius * prop.flat}
          className="fig-kit"
        />
      );
    case 'roll':
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
    case 'strap':
      return (
        <g>
          <path d={straight(prop)} className="fig-strap" />
          <path d={straight(prop)} className="fig-strap-core" />
        </g>
      );
    case 'ring':
      return <Ring at={prop.at} radius={prop.radius} />;
    case 'turn':
      return (
        <g className="fig-moment">
          <Turn at={prop.at} radius={prop.radius} />
        </g>
      );
    case 'ache':
    case 'shake':
    case 'speed':
    case 'thud':
    case 'bars':
    case 'held':
      return (
        <g>
          <path d={markPath(prop)} className="fig-arrow-halo" />
          <path d={markPath(prop)} className="fig-mark" />
        </g>
      );
    case 'flight':
      return (
        <g>
          <path
            d={`M${n(prop.from.x)} ${n(prop.from.y)}Q${n(prop.over.x)} ${n(prop.over.y)} ${n(prop.to.x)} ${n(prop.to.y)}`}
            className="fig-line"
            strokeDasharray="2.4 2"
          />
          <ArrowHead from={prop.over} to={prop.to} />
        </g>
      );
    case 'arrow':
      return (
        <g>
          <path d={straight(prop)} className="fig-arrow-halo" />
          <path d={straight(prop)} className="fig-arrow" />
          <ArrowHead from={prop.from} to={prop.to} />
        </g>
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
      {shape.nose ? <circle cx={shape.nose.x} cy={shape.nose.y} r={1.7} className="fig-nose" /> : null}
    </g>
  );
}

interface DrawingProps {
  readonly shape: Shape;
  readonly frame: Frame;
  readonly label: string;
  /** Drawn faintly behind. */
  readonly behind?: Shape | undefined;
  readonly plain?: boolean | undefined;
  readonly watch?: Point | undefined;
  readonly bare?: boolean | undefined;
  readonly className?: string | undefined;
}

/** The drawn figure of a posture: what is drawn is what the load model computes. */
export function Figure({
  posture,
  needs,
  body = drawnBody,
  load,
  phase = tellingPhase(posture),
  ghost = false,
  ...shown
}: FigureProps) {
  const { shape, start, frame } = drawingOf({ posture, body, phase, needs, load });
  return <Drawing {...shown} shape={shape} frame={frame} behind={ghost ? start() : undefined} />;
}

/** A scene on its floor. */
export function Drawing({
  shape,
  frame,
  label,
  behind,
  plain = false,
  watch,
  bare = false,
  className,
}: DrawingProps) {
  const id = useId().replace(/[^a-z0-9]/gi, '');
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
      {behind ? <BodyShape shape={behind} ghost /> : null}
      {shape.props.map((prop, i) =>
        onTop.has(prop.kind) ? null : (
          // biome-ignore lint/suspicious/noArrayIndexKey: kit in a fixed drawing order
          <PropShape key={i} prop={prop} />
        ),
      )}
      <BodyShape shape={shape} />
      {shape.props.map((prop, i) =>
        onTop.has(prop.kind) ? (
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
      {watch ? <Ring at={watch} radius={7} /> : null}
    </svg>
  );
}
