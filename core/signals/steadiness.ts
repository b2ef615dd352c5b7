import { bridgeGaps, line, lowPass, quantile, turns } from './filter';

export interface Tremble {
  /** Root of the mean square about a moving mean of about 2 s. */
  readonly rms: number;
  /** Its growth per minute: the slope over windows of 5 s; 0 with fewer than three of them. */
  readonly perMin: number;
}

/** How much a held channel trembles, and how that grows with fatigue. */
export function trembleOf(values: Float64Array, rateHz: number): Tremble {
  const slow = lowPass(values, rateHz, 0.25);
  const size = Math.round(5 * rateHz);
  const at: number[] = [];
  const rms: number[] = [];
  let whole = 0;
  let part = 0;
  for (let i = 0; i < values.length; i += 1) {
    const off = (values[i] as number) - (slow[i] as number);
    whole += off * off;
    part += off * off;
    if ((i + 1) % size === 0) {
      at.push((i + 1 - size / 2) / rateHz);
      rms.push(Math.sqrt(part / size));
      part = 0;
    }
  }
  return {
    rms: values.length > 0 ? Math.sqrt(whole / values.length) : 0,
    perMin: at.length >= 3 ? line(at, rms).slope * 60 : 0,
  };
}

export interface Sway {
  /** Area of the ellipse that holds 95 % of the points, in square degrees. */
  readonly areaDeg2: number;
  /** Length of the way per second. */
  readonly pathDegPerS: number;
  /** Radius that holds 95 % of the time. */
  readonly radiusDeg: number;
}

/** Sway in two directions, from deviations in degrees. 5.991 is the 95 % point of chi squared with 2 degrees of freedom. */
export function swayOf(a: Float64Array, b: Float64Array, rateHz: number): Sway {
  const n = Math.min(a.length, b.length);
  if (n < 2) return { areaDeg2: 0, pathDegPerS: 0, radiusDeg: 0 };
  let ma = 0;
  let mb = 0;
  for (let i = 0; i < n; i += 1) {
    ma += (a[i] as number) / n;
    mb += (b[i] as number) / n;
  }
  let aa = 0;
  let bb = 0;
  let ab = 0;
  let path = 0;
  const radius = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const da = (a[i] as number) - ma;
    const db = (b[i] as number) - mb;
    aa += (da * da) / (n - 1);
    bb += (db * db) / (n - 1);
    ab += (da * db) / (n - 1);
    radius[i] = Math.sqrt(da * da + db * db);
    if (i > 0) {
      const sa = (a[i] as number) - (a[i - 1] as number);
      const sb = (b[i] as number) - (b[i - 1] as number);
      path += Math.sqrt(sa * sa + sb * sb);
    }
  }
  return {
    areaDeg2: Math.PI * 5.991 * Math.sqrt(Math.max(0, aa * bb - ab * ab)),
    pathDegPerS: path / ((n - 1) / rateHz),
    radiusDeg: quantile(radius, 0.95),
  };
}

export interface StepDrop {
  readonly atS: number;
  readonly stance: 'left' | 'right';
  readonly dropDeg: number;
}

/**
 * Drop of the pelvis in each step of a walk or run, from the frontal angle: positive peaks are left stance, negative ones
 * right. Measured from the level before the first step; foot strikes are smoothed away below 5 Hz.
 */
export function stepDrops(drop: ArrayLike<number>, rateHz: number): StepDrop[] {
  const { filled } = bridgeGaps(drop, rateHz);
  const smooth = lowPass(filled, rateHz, 5);
  const stillS = Math.min(1.5, smooth.length / rateHz / 4);
  let level = 0;
  const still = Math.max(1, Math.round(stillS * rateHz));
  for (let i = 0; i < still; i += 1) level += (smooth[i] ?? 0) / still;
  const spread = quantile(smooth, 0.95) - quantile(smooth, 0.05);
  if (!(spread > 1)) return [];
  return turns(smooth, Math.max(0.8, 0.3 * spread)).flatMap((turn): StepDrop[] => {
    const dropDeg = turn.high ? turn.value - level : level - turn.value;
    return dropDeg > 0.3 ? [{ atS: turn.index / rateHz, stance: turn.high ? 'left' : 'right', dropDeg }] : [];
  });
}

export interface SideDrop {
  readonly left: { readonly steps: number; readonly meanDeg: number };
  readonly right: { readonly steps: number; readonly meanDeg: number };
  /** Percent of the greater mean; undefined without both sides. */
  readonly gapPercent: number | undefined;
}

/** Left against right over the steps of a walk or run. */
export function sideDrops(steps: readonly StepDrop[]): SideDrop {
  const of = (stance: 'left' | 'right') => {
    const its = steps.filter((step) => step.stance === stance);
    return {
      steps: its.length,
      meanDeg: its.length > 0 ? its.reduce((sum, step) => sum + step.dropDeg, 0) / its.length : 0,
    };
  };
  const left = of('left');
  const right = of('right');
  const most = Math.max(left.meanDeg, right.meanDeg);
  return {
    left,
    right,
    gapPercent:
      left.steps > 0 && right.steps > 0 && most > 0
        ? (100 * Math.abs(left.meanDeg - right.meanDeg)) / most
        : undefined,
  };
}

export interface Push {
  readonly atS: number;
  readonly newtons: number;
}

/** Pushes on a load cell: rises of at least 10 N over the level, and their peaks. */
export function pushesOf(force: ArrayLike<number>, rateHz: number): Push[] {
  const { filled } = bridgeGaps(force, rateHz);
  const smooth = lowPass(filled, rateHz, 8);
  const level = quantile(smooth, 0.3);
  return turns(smooth, 10).flatMap((turn) =>
    turn.high && turn.value - level >= 10 ? [{ atS: turn.index / rateHz, newtons: turn.value - level }] : [],
  );
}
