import { Fragment, useId } from 'react';
import type { Body } from '~/core/body/anthropometry';
import type { Load, Posture } from '~/core/body/posture';
import type { Prop } from '~/core/figure/props';
import { arcPath, drawingOf, drawnBody, n, type Shape, springPath } from './figure-drawing';

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
