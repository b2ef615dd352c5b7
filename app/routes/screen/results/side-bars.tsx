import clsx from 'clsx';

export interface BarSide {
  readonly side: 'left' | 'right' | 'both';
  readonly text: string;
  /** Score, 0 to 120: 100 is the target. */
  readonly score: number;
  readonly held: boolean;
  readonly comparable: boolean;
}

const whole = 120;

function Bar({ bar, toLeft }: { bar: BarSide; toLeft: boolean }) {
  const share = Math.min(whole, Math.max(0, bar.score)) / whole;
  const target = `${(100 / whole) * 100}%`;
  return (
    <span className="relative block h-5 bg-sand print:border print:border-mortar print:bg-white">
      <span
        className={clsx(
          'absolute inset-y-0 [print-color-adjust:exact]',
          toLeft ? 'right-0' : 'left-0',
          bar.comparable ? 'bg-ink' : 'hatched border border-ink text-ink',
        )}
        style={{ width: `${share * 100}%` }}
      />
      <span
        className="absolute -inset-y-[3px] w-0.5 bg-quiet [print-color-adjust:exact]"
        style={toLeft ? { right: target } : { left: target }}
      />
    </span>
  );
}

/** Left and right of one test as bars from the middle; an unsided result as one bar. The raw figure stands beside. */
export function SideBars({ bars, label }: { bars: readonly BarSide[]; label: string }) {
  const of = (side: BarSide['side']) => bars.find((bar) => bar.side === side);
  const [left, right, both] = [of('left'), of('right'), of('both')];
  const figure = (bar: BarSide | undefined, end: boolean) => (
    <span className={clsx('figures leading-tight', end && 'text-right')}>
      {bar ? (
        <>
          <strong>{bar.text}</strong>
          {bar.held ? ', held' : ''}
        </>
      ) : (
        <span className="text-quiet">none</span>
      )}
    </span>
  );
  const nothing = <span className="h-5 border border-dashed border-mortar" />;
  if (both && !left && !right)
    return (
      <div
        className="grid grid-cols-[1fr_6.5rem] items-center gap-2"
        role="img"
        aria-label={`${label}: ${both.text}`}
      >
        <Bar bar={both} toLeft={false} />
        {figure(both, false)}
      </div>
    );
  return (
    <div
      className="grid grid-cols-[5rem_1fr_1fr_5rem] items-center gap-x-2"
      role="img"
      aria-label={`${label}: left ${left?.text ?? 'none'}, right ${right?.text ?? 'none'}`}
    >
      {figure(left, true)}
      {left ? <Bar bar={left} toLeft /> : nothing}
      {right ? <Bar bar={right} toLeft={false} /> : nothing}
      {figure(right, false)}
    </div>
  );
}
