import { useId } from 'react';
import { type QualityId, quality, qualityIds } from '~/core/catalogue/qualities';

/** One quality-side of the figure. */
export interface PillarPart {
  quality: string;
  side: 'left' | 'right' | 'both';
  /** 0-120; null when untested. */
  capability: number | null;
  confidence: number;
  /** 0-5. */
  demand: number;
}

interface Half {
  capability: number | null;
  low: boolean;
}

interface Course {
  id: QualityId;
  demand: number;
  left: Half;
  right: Half;
  sided: boolean;
}

function coursesOf(parts: readonly PillarPart[]): Course[] {
  return qualityIds.map((id) => {
    const of = (side: string) =>
      parts.find((part) => part.quality === id && (part.side === side || part.side === 'both'));
    const half = (side: string): Half => {
      const part = of(side);
      return { capability: part?.capability ?? null, low: (part?.confidence ?? 0) < 0.5 };
    };
    return {
      id,
      demand: of('left')?.demand ?? 0,
      left: half('left'),
      right: half('right'),
      sided: quality(id).sided,
    };
  });
}

const shareOf = (half: Half) => (half.capability === null ? 0 : Math.min(1, half.capability / 100));

/** Courses of uneven halves tilt, and what stands on them shifts along: one sees where it would fall. */
function leaning(courses: readonly Course[], height: number, strength: number) {
  let shift = 0;
  return courses.map((course) => {
    const untested = course.left.capability === null || course.right.capability === null;
    const uneven = untested ? 0 : (shareOf(course.right) - shareOf(course.left)) * (course.demand / 5);
    const tilt = Math.max(-7, Math.min(7, uneven * -14 * strength));
    const at = { course, tilt, shift };
    shift = Math.max(-22, Math.min(22, shift + Math.sin((tilt * Math.PI) / 180) * height * 0.75));
    return at;
  });
}

function inWords(courses: readonly Course[]): string {
  return courses
    .map((course) => {
      const say = (half: Half) =>
        half.capability === null
          ? 'untested'
          : `${Math.round(half.capability)}${half.low ? ', low confidence' : ''}`;
      const name = quality(course.id).name;
      return course.sided
        ? `${name} left ${say(course.left)}, right ${say(course.right)}, asked ${course.demand} of 5`
        : `${name} ${say(course.left)}, asked ${course.demand} of 5`;
    })
    .join('; ');
}

/** A dressed stone from x0 to x1 with its outer corners cut. */
function stonePath(x0: number, x1: number, y: number, h: number, outer: 'left' | 'right' | 'none'): string {
  const c = Math.min(4, Math.abs(x1 - x0) / 3, h / 3);
  if (outer === 'left') return `M${x0 + c} ${y}H${x1}V${y + h}H${x0}V${y + c}Z`;
  if (outer === 'right') return `M${x0} ${y}H${x1}V${y + h - c}L${x1 - c} ${y + h}H${x0}Z`;
  return `M${x0} ${y}H${x1}V${y + h}H${x0}Z`;
}

interface PillarProps {
  parts: readonly PillarPart[];
  /** Quality and side that is next to be worked on: the one zest mark. */
  next?: { quality: string; side: string } | undefined;
  /** What the pillar has to carry: the event, on the lintel. */
  carries?: string | undefined;
}

/**
 * The signature figure: nine courses, foot to head. The outline is what the sport asks, the stone what the athlete has;
 * a missing piece is a visible gap, an untested half is empty and dotted, hatching marks low confidence.
 */
export function Pillar({ parts, next, carries }: PillarProps) {
  const uid = useId().replace(/[^a-z0-9]/gi, '');
  const courses = coursesOf(parts);
  const height = 44;
  const gap = 6;
  const mid = 290;
  const halfMax = 118;
  const base = 516;
  const rows = leaning(courses, height, 1);
  const topShift = rows.at(-1)?.shift ?? 0;
  return (
    <svg
      viewBox="-16 0 576 566"
      role="img"
      aria-label={`Pillar. ${inWords(courses)}`}
      className="h-auto w-full"
    >
      <defs>
        <pattern
          id={`${uid}gap`}
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(38)"
        >
          <line x1="0" y1="0" x2="0" y2="6" stroke="currentColor" strokeWidth="1" opacity="0.35" />
        </pattern>
        <pattern
          id={`${uid}low`}
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-52)"
        >
          <rect width="5" height="5" fill="var(--pillar-low, var(--color-quiet))" />
          <line
            x1="0"
            y1="0"
            x2="0"
            y2="5"
            stroke="var(--pillar-ground, var(--color-paper))"
            strokeWidth="1.6"
          />
        </pattern>
      </defs>
      <g transform={`translate(${mid + topShift} 45)`}>
        <path
          d={`M-${halfMax + 22} 0H${halfMax + 22}V14H-${halfMax + 22}Z`}
          fill="var(--pillar-stone, var(--color-ink))"
        />
        <path
          d={`M-${halfMax + 8} 17H${halfMax + 8}V22H-${halfMax + 8}Z`}
          fill="var(--pillar-stone, var(--color-ink))"
          opacity="0.75"
        />
        {carries ? (
          <text y="-11" textAnchor="middle" fontSize="19" fontWeight="700" fill="currentColor">
            {carries}
          </text>
        ) : null}
      </g>
      {rows.map(({ course, tilt, shift }, i) => {
        const y = base - (i + 1) * (height + gap) + gap;
        const w = (course.demand / 5) * halfMax;
        const x = mid + shift;
        const label = quality(course.id).name;
        const isNext = next?.quality === course.id;
        return (
          <g key={course.id}>
            <g transform={`rotate(${tilt.toFixed(2)} ${x} ${y + height})`}>
              {(['left', 'right'] as const).map((side) => {
                const half = course[side];
                const sign = side === 'left' ? -1 : 1;
                const inner = x + sign * 2;
                const outer = x + sign * w;
                const filled = inner + (outer - inner) * shareOf(half);
                const [a, b] = side === 'left' ? [outer, inner] : [inner, outer];
                const missing = half.capability !== null && shareOf(half) < 0.995;
                const mark = isNext && (next?.side === side || next?.side === 'both');
                return (
                  <g key={side}>
                    <path
                      d={stonePath(a, b, y, height, side)}
                      fill="none"
                      stroke="currentColor"
                      strokeWidth="1"
                      strokeDasharray={half.capability === null ? '2 4' : undefined}
                    />
                    {missing && !mark ? (
                      <path
                        d={
                          side === 'left'
                            ? stonePath(outer, filled, y, height, 'left')
                            : stonePath(filled, outer, y, height, 'right')
                        }
                        fill={`url(#${uid}gap)`}
                      />
                    ) : null}
                    {mark && (missing || half.capability === null) ? (
                      <path
                        d={
                          side === 'left'
                            ? stonePath(outer, filled, y, height, 'left')
                            : stonePath(filled, outer, y, height, 'right')
                        }
                        fill="var(--color-zest)"
                        stroke="var(--color-ink)"
                        strokeWidth="1"
                      />
                    ) : null}
                    {half.capability !== null && shareOf(half) > 0 ? (
                      <path
                        d={
                          side === 'left'
                            ? stonePath(filled, inner, y, height, missing ? 'none' : 'left')
                            : stonePath(inner, filled, y, height, missing ? 'none' : 'right')
                        }
                        fill={half.low ? `url(#${uid}low)` : 'var(--pillar-stone, var(--color-ink))'}
                        opacity={i % 2 ? 0.88 : 1}
                      />
                    ) : null}
                  </g>
                );
              })}
            </g>
            <text
              x="130"
              y={y + height / 2 + 6}
              textAnchor="end"
              fontSize="17.5"
              fontWeight={isNext ? 700 : 400}
              fill="currentColor"
            >
              {label}
            </text>
            <text
              x="440"
              y={y + height / 2 + 6}
              fontSize="17.5"
              fill="currentColor"
              style={{ fontVariantNumeric: 'tabular-nums' }}
            >
              {course.sided ? `${numeral(course.left)} | ${numeral(course.right)}` : numeral(course.left)}
            </text>
            {[1, 2, 3, 4, 5].map((n) => (
              <rect
                key={n}
                x={509 + n * 8}
                y={y + height / 2 - 3}
                width="5.5"
                height="5.5"
                fill={n <= course.demand ? 'currentColor' : 'none'}
                stroke="currentColor"
                strokeWidth="0.7"
                opacity="0.7"
              />
            ))}
          </g>
        );
      })}
      <rect x={mid - 150} y={base + 4} width="300" height="12" fill="var(--pillar-stone, var(--color-ink))" />
      <rect
        x={mid - 172}
        y={base + 18}
        width="344"
        height="9"
        fill="var(--pillar-stone, var(--color-ink))"
        opacity="0.7"
      />
      <text x={mid - 60} y={base + 43} textAnchor="middle" fontSize="16" fill="currentColor">
        left
      </text>
      <text x={mid + 60} y={base + 43} textAnchor="middle" fontSize="16" fill="currentColor">
        right
      </text>
    </svg>
  );
}

const numeral = (half: Half) => (half.capability === null ? '–' : String(Math.round(half.capability)));

/** Corners of a rectangle turned about a point, as a closed path. */
function turned(x0: number, x1: number, y: number, h: number, tilt: number, cx: number, cy: number): string {
  const sin = Math.sin((tilt * Math.PI) / 180);
  const cos = Math.cos((tilt * Math.PI) / 180);
  const n = (value: number) => Math.round(value * 10) / 10;
  const corner = (x: number, py: number) =>
    `${n(cx + (x - cx) * cos - (py - cy) * sin)} ${n(cy + (x - cx) * sin + (py - cy) * cos)}`;
  return `M${corner(x0, y)}L${corner(x1, y)}L${corner(x1, y + h)}L${corner(x0, y + h)}Z`;
}

/** The same figure, small, for lists and cards: five paths, so that a long list stays light. */
export function SmallPillar({ parts, next }: Pick<PillarProps, 'parts' | 'next'>) {
  const courses = coursesOf(parts);
  const paths = { outline: '', dotted: '', stone: '', low: '', mark: '' };
  for (const [i, { course, tilt, shift }] of leaning(courses, 5, 1.3).entries()) {
    const y = 52 - (i + 1) * 5.6;
    const w = Math.max(4, (course.demand / 5) * 20);
    const x = 24 + shift * 0.22;
    for (const side of ['left', 'right'] as const) {
      const half = course[side];
      const sign = side === 'left' ? -1 : 1;
      const inner = x + sign * 0.4;
      const outer = x + sign * w;
      const filled = inner + (outer - inner) * shareOf(half);
      const draw = (from: number, to: number) => turned(from, to, y, 5, tilt, x, y + 5);
      paths[half.capability === null ? 'dotted' : 'outline'] += draw(inner, outer);
      if (next?.quality === course.id && (next.side === side || next.side === 'both'))
        paths.mark += draw(filled, outer);
      if (half.capability !== null && filled !== inner)
        paths[half.low ? 'low' : 'stone'] += draw(inner, filled);
    }
  }
  return (
    <svg
      viewBox="0 0 48 60"
      width="40"
      height="50"
      role="img"
      aria-label={parts.length === 0 ? 'Not screened yet' : `Pillar. ${inWords(courses)}`}
      className="block"
    >
      <path d={paths.outline} fill="none" stroke="currentColor" strokeWidth="0.5" />
      <path d={paths.dotted} fill="none" stroke="currentColor" strokeWidth="0.5" strokeDasharray="1 1.4" />
      <path d={paths.stone} fill="currentColor" />
      <path d={paths.low} fill="currentColor" opacity="0.45" />
      <path d={paths.mark} fill="var(--color-zest)" stroke="currentColor" strokeWidth="0.5" />
      <rect x="2" y="53" width="44" height="2.6" fill="currentColor" />
    </svg>
  );
}
