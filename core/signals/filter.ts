/** Filters of evenly sampled signals. All keep the length and the phase. */

/**
 * The signal with its gaps (NaN) bridged by straight lines, and where the bridges are longer than `longestS` seconds: there
 * nothing may be concluded. An empty signal becomes zeros, all of it doubtful.
 */
export function bridgeGaps(
  values: ArrayLike<number>,
  rateHz: number,
  longestS = 0.5,
): { filled: Float64Array; doubtful: Uint8Array } {
  const n = values.length;
  const filled = new Float64Array(n);
  const doubtful = new Uint8Array(n);
  const longest = longestS * rateHz;
  let last = -1;
  for (let i = 0; i <= n; i += 1) {
    const here = i < n ? (values[i] as number) : Number.NaN;
    if (i < n && !Number.isFinite(here)) continue;
    const from = last >= 0 ? (filled[last] as number) : i < n ? here : 0;
    const to = i < n ? here : from;
    const gap = i - last - 1;
    for (let k = last + 1; k < i; k += 1) {
      filled[k] = from + ((to - from) * (k - last)) / (gap + 1);
      if (gap > longest) doubtful[k] = 1;
    }
    if (i < n) filled[i] = here;
    last = i;
  }
  return { filled, doubtful };
}

/** One pass of a second-order Butterworth low-pass, in place, forwards or backwards, started at rest at its first value. */
function pass(x: Float64Array, b: number, a1: number, a2: number, backwards: boolean): void {
  const n = x.length;
  const first = x[backwards ? n - 1 : 0] as number;
  let x1 = first;
  let x2 = first;
  let y1 = first;
  let y2 = first;
  for (let k = 0; k < n; k += 1) {
    const i = backwards ? n - 1 - k : k;
    const x0 = x[i] as number;
    const y0 = b * (x0 + 2 * x1 + x2) - a1 * y1 - a2 * y2;
    x2 = x1;
    x1 = x0;
    y2 = y1;
    y1 = y0;
    x[i] = y0;
  }
}

/**
 * Low-pass of second order run forwards and backwards, so that nothing shifts in time. The ends are mirrored about their
 * last value, so that they do not ring. Butterworth by the bilinear transform.
 */
export function lowPass(values: Float64Array, rateHz: number, cutoffHz: number): Float64Array {
  const n = values.length;
  if (n === 0) return new Float64Array(0);
  const k = Math.tan((Math.PI * Math.min(cutoffHz, rateHz * 0.45)) / rateHz);
  const norm = 1 / (1 + Math.SQRT2 * k + k * k);
  const b = k * k * norm;
  const a1 = 2 * (k * k - 1) * norm;
  const a2 = (1 - Math.SQRT2 * k + k * k) * norm;
  const pad = Math.min(n - 1, Math.ceil((2 * rateHz) / cutoffHz));
  const x = new Float64Array(n + 2 * pad);
  const start = values[0] as number;
  const end = values[n - 1] as number;
  for (let i = 0; i < pad; i += 1) {
    x[i] = 2 * start - (values[pad - i] as number);
    x[pad + n + i] = 2 * end - (values[n - 2 - i] as number);
  }
  x.set(values, pad);
  pass(x, b, a1, a2, false);
  pass(x, b, a1, a2, true);
  return x.slice(pad, pad + n);
}

/** The middle value of some numbers; NaN of none. */
export function median(values: readonly number[]): number {
  if (values.length === 0) return Number.NaN;
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Value below which this share of the numbers lies. */
export function quantile(values: ArrayLike<number>, share: number): number {
  const sorted = Float64Array.from(values).sort();
  if (sorted.length === 0) return Number.NaN;
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  const high = Math.min(sorted.length - 1, low + 1);
  return (sorted[low] as number) + (at - low) * ((sorted[high] as number) - (sorted[low] as number));
}

/** Least-squares line through points; slope 0 through their mean when there are fewer than two different x. */
export function line(x: readonly number[], y: readonly number[]): { intercept: number; slope: number } {
  const n = x.length;
  if (n === 0) return { intercept: 0, slope: 0 };
  const mx = x.reduce((sum, value) => sum + value, 0) / n;
  const my = y.reduce((sum, value) => sum + value, 0) / n;
  let sxx = 0;
  let sxy = 0;
  for (let i = 0; i < n; i += 1) {
    const dx = (x[i] as number) - mx;
    sxx += dx * dx;
    sxy += dx * ((y[i] as number) - my);
  }
  const slope = sxx > 1e-12 ? sxy / sxx : 0;
  return { intercept: my - slope * mx, slope };
}

/**
 * Turning points of a signal: it has turned when it has come back by `reversal` from its last extreme. Alternating highs
 * and lows with their sample.
 */
export function turns(
  values: Float64Array,
  reversal: number,
): { index: number; value: number; high: boolean }[] {
  const found: { index: number; value: number; high: boolean }[] = [];
  if (values.length === 0) return found;
  let high = 0;
  let low = 0;
  let rising: boolean | undefined;
  for (let i = 1; i < values.length; i += 1) {
    const here = values[i] as number;
    if (here > (values[high] as number)) high = i;
    if (here < (values[low] as number)) low = i;
    if (rising !== false && (values[high] as number) - here >= reversal) {
      if (rising) found.push({ index: high, value: values[high] as number, high: true });
      rising = false;
      low = i;
    } else if (rising !== true && here - (values[low] as number) >= reversal) {
      if (rising === false) found.push({ index: low, value: values[low] as number, high: false });
      rising = true;
      high = i;
    }
  }
  return found;
}
