import { bridgeGaps, lowPass, median, quantile, turns } from './filter';

export interface Breath {
  /** Start of the in-breath. */
  readonly startS: number;
  readonly endS: number;
  /** Share of the belly in the movement, 0 to 1. */
  readonly bellyShare: number;
  /** Seconds by which the belly leads the chest in the in-breath; negative when it follows. */
  readonly bellyLeadS: number;
}

export interface BreathReading {
  readonly breaths: readonly Breath[];
  readonly perMin: number;
  /** Belly movement over chest movement, the median breath. */
  readonly bellyToChest: number;
  /** Share of breaths that the belly starts. */
  readonly bellyFirst: number;
  /** Stretches longer than two breaths without one. */
  readonly holds: readonly { readonly startS: number; readonly endS: number }[];
  readonly excursionCm: number;
}

/** Time at which a rising stretch passes its half. */
function halfTimeS(values: Float64Array, from: number, to: number, rateHz: number): number {
  const low = values[from] as number;
  const half = low + ((values[to] as number) - low) / 2;
  for (let i = from + 1; i <= to; i += 1) {
    const here = values[i] as number;
    const before = values[i - 1] as number;
    if (here >= half && here > before) return (i - 1 + (half - before) / (here - before)) / rateHz;
  }
  return to / rateHz;
}

function range(values: Float64Array, from: number, to: number): number {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = from; i <= to; i += 1) {
    const here = values[i] as number;
    if (here < low) low = here;
    if (here > high) high = here;
  }
  return Math.max(0, high - low);
}

/**
 * Breaths from the girth of chest and belly in cm: cycles of their sum (below 1 Hz, freed of slow shifts), who leads, how
 * much each moves, and stretches without a breath for longer than two of the median breath.
 */
export function readBreath(
  chest: ArrayLike<number>,
  belly: ArrayLike<number>,
  rateHz: number,
): BreathReading {
  const n = Math.min(chest.length, belly.length);
  const smooth = (values: ArrayLike<number>) => {
    const { filled } = bridgeGaps(Float64Array.from(Array.prototype.slice.call(values, 0, n)), rateHz);
    const fast = lowPass(filled, rateHz, 1);
    const slow = n > 20 * rateHz ? lowPass(filled, rateHz, 0.04) : undefined;
    return slow ? fast.map((value, i) => value - (slow[i] as number)) : fast;
  };
  const c = smooth(chest);
  const b = smooth(belly);
  const sum = c.map((value, i) => value + (b[i] as number));
  const spread = quantile(sum, 0.95) - quantile(sum, 0.05);
  const points = spread > 0.2 ? turns(sum, Math.max(0.15, 0.25 * spread)) : [];
  const breaths: Breath[] = [];
  for (let k = 0; k + 2 < points.length; k += 1) {
    const [low, high, next] = [points[k], points[k + 1], points[k + 2]];
    if (!low || !high || !next || low.high) continue;
    const bellyRange = range(b, low.index, high.index);
    const chestRange = range(c, low.index, high.index);
    breaths.push({
      startS: low.index / rateHz,
      endS: next.index / rateHz,
      bellyShare: bellyRange / Math.max(1e-9, bellyRange + chestRange),
      bellyLeadS: halfTimeS(c, low.index, high.index, rateHz) - halfTimeS(b, low.index, high.index, rateHz),
    });
  }
  const periodS = median(breaths.map((breath) => breath.endS - breath.startS));
  const holds: { startS: number; endS: number }[] = [];
  if (Number.isFinite(periodS)) {
    const times = [...points.map((point) => point.index / rateHz), n / rateHz];
    for (let i = 1; i < times.length; i += 1) {
      const from = times[i - 1] as number;
      const to = times[i] as number;
      if (to - from > 2 * periodS) holds.push({ startS: from, endS: to });
    }
  }
  const share = median(breaths.map((breath) => breath.bellyShare));
  return {
    breaths,
    perMin: Number.isFinite(periodS) ? 60 / periodS : 0,
    bellyToChest: Number.isFinite(share) ? share / Math.max(1e-9, 1 - share) : 0,
    bellyFirst:
      breaths.length > 0 ? breaths.filter((breath) => breath.bellyLeadS > 0).length / breaths.length : 0,
    holds,
    excursionCm: spread > 0.2 ? spread : 0,
  };
}
