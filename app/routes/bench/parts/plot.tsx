import type { Plot } from '~/core/bench/tool';

const width = 460;
const height = 230;
const pad = { left: 46, right: 14, top: 14, bottom: 40 };

/** A round step that gives three to six marks on an axis. */
function marks(most: number): number[] {
  const rough = most / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((n) => n * power).find((n) => n >= rough) ?? rough;
  return Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step);
}

/** The curve behind an answer: solid where it was measured, broken where it is drawn on. */
export function PlotView({ plot }: { plot: Plot }) {
  const xMost = Math.max(1, ...plot.line.map(([x]) => x));
  const yMost = Math.max(1, ...plot.line.map(([, y]) => y), plot.at[1]) * 1.05;
  const x = (value: number) => pad.left + ((width - pad.left - pad.right) * value) / xMost;
  const y = (value: number) => height - pad.bottom - ((height - pad.top - pad.bottom) * value) / yMost;
  const path = (points: Plot['line']) =>
    points.map(([px, py], i) => `${i === 0 ? 'M' : 'L'}${x(px).toFixed(1)} ${y(py).toFixed(1)}`).join('');
  const solid = plot.line.filter(([px]) => px <= plot.solidTo + 1e-9);
  const drawnOn = plot.line.filter(([px]) => px >= plot.solidTo - xMost / 32);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${plot.label}: ${Math.round(plot.at[1])} ${plot.y} at ${Math.round(plot.at[0])} ${plot.x}`}
      className="figures h-auto w-full max-w-lg"
    >
      {marks(yMost).map((value) => (
        <g key={value}>
          <path d={`M${pad.left} ${y(value)}H${width - pad.right}`} stroke="currentColor" opacity="0.16" />
          <text x={pad.left - 7} y={y(value) + 4} textAnchor="end" fontSize="12" fill="currentColor">
            {value}
          </text>
        </g>
      ))}
      {marks(xMost).map((value) => (
        <text
          key={value}
          x={x(value)}
          y={height - pad.bottom + 17}
          textAnchor="middle"
          fontSize="12"
          fill="currentColor"
        >
          {value}
        </text>
      ))}
      <path
        d={`M${pad.left} ${height - pad.bottom}H${width - pad.right}`}
        stroke="currentColor"
        strokeWidth="1.5"
      />
      <path
        d={`M${x(plot.at[0])} ${height - pad.bottom}V${y(plot.at[1])}H${pad.left}`}
        fill="none"
        stroke="currentColor"
        strokeDasharray="2 4"
      />
      <path d={path(drawnOn)} fill="none" stroke="currentColor" strokeWidth="2" strokeDasharray="5 5" />
      <path d={path(solid)} fill="none" stroke="currentColor" strokeWidth="2.5" />
      {plot.readings.map(([px, py]) => (
        <rect
          key={`${px} ${py}`}
          x={x(px) - 4}
          y={y(py) - 4}
          width="8"
          height="8"
          fill="var(--color-paper)"
          stroke="currentColor"
          strokeWidth="1.6"
        />
      ))}
      <circle cx={x(plot.at[0])} cy={y(plot.at[1])} r="5.5" fill="currentColor" />
      <text x={width - pad.right} y={height - 6} textAnchor="end" fontSize="12" fill="currentColor">
        {plot.x}
      </text>
      <text x={pad.left - 7} y={11} textAnchor="end" fontSize="12" fill="currentColor">
        {plot.y}
      </text>
    </svg>
  );
}
