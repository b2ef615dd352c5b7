import { bridgeGaps, line, lowPass, median } from './filter';
import type { TraceFault } from './frames';
import type { LossRule } from './instruments';

/** A stretch in which a channel was away from its baseline for longer than the dwell. */
export interface Excursion {
  readonly channel: string;
  readonly startS: number;
  /** When it came back; undefined when it had not by the end. */
  readonly endS: number | undefined;
  /** Greatest deviation, with its sign. */
  readonly peak: number;
}

/** What the baseline of a channel was: value at time 0, drift, and the breath ripple over it. */
export interface Baseline {
  readonly value: number;
  /** Drift that was removed, in units per minute. */
  readonly driftPerMin: number;
}

export interface ChannelLoss {
  readonly baseline: Baseline;
  /** Smoothed deviation from the baseline. */
  readonly deviation: Float64Array;
  readonly excursions: readonly Excursion[];
}

/** Seconds at the start in which the athlete settles. */
const settleS = 0.5;
/** The first clean seconds make the baseline: a loss before their end cannot be told. */
export const baselineEndS = 2.5;
/** A sensor drifts less than this; a faster slide is the athlete. */
const mostDriftPerMin = 3;

/** Time, to a fraction of a sample, at which |deviation| passes a level between samples i-1 and i. */
function crossing(deviation: Float64Array, i: number, level: number, rateHz: number): number {
  const before = Math.abs(deviation[i - 1] as number);
  const here = Math.abs(deviation[i] as number);
  const share = here === before ? 0 : (level - before) / (here - before);
  return (i - 1 + Math.min(1, Math.max(0, share))) / rateHz;
}

function excursionsOf(
  channel: string,
  deviation: Float64Array,
  doubtful: Uint8Array,
  rateHz: number,
  rule: LossRule,
  scale: number,
): Excursion[] {
  const enter = rule.enter * scale;
  const release = rule.release * scale;
  const found: Excursion[] = [];
  let startS: number | undefined;
  let sure = 0;
  let peak = 0;
  const close = (endS: number | undefined) => {
    if (startS !== undefined && sure / rateHz >= rule.dwellS) found.push({ channel, startS, endS, peak });
    startS = undefined;
  };
  for (let i = Math.max(1, Math.round(settleS * rateHz)); i < deviation.length; i += 1) {
    const size = Math.abs(deviation[i] as number);
    if (startS === undefined) {
      if (size > enter && doubtful[i] === 0) {
        startS = crossing(deviation, i, enter, rateHz);
        sure = 1;
        peak = deviation[i] as number;
      }
    } else if (size < release) close(crossing(deviation, i, release, rateHz));
    else {
      // Bridged gaps neither prove nor end an excursion.
      if (doubtful[i] === 0) sure += 1;
      if (size > Math.abs(peak)) peak = deviation[i] as number;
    }
  }
  close(undefined);
  return found;
}

/** The median of each whole second after settling, which shocks do not move. */
function secondMedians(x: Float64Array, rateHz: number): { at: number[]; value: number[] } {
  const at: number[] = [];
  const value: number[] = [];
  const step = Math.max(1, Math.round(rateHz));
  for (let from = Math.round(settleS * rateHz); from + step <= x.length; from += step) {
    at.push((from + step / 2) / rateHz);
    value.push(x.slice(from, from + step).sort()[step >> 1] as number);
  }
  return { at, value };
}

/** Period of the strongest wave between 2 and 8 s in a stretch, by autocorrelation; undefined when there is none. */
function wavePeriodS(x: Float64Array, rateHz: number): number | undefined {
  const step = Math.max(1, Math.floor(rateHz / 10));
  const coarse: number[] = [];
  for (let i = 0; i < x.length; i += step) coarse.push(x[i] as number);
  const coarseHz = rateHz / step;
  const { intercept, slope } = line(
    coarse.map((_, i) => i),
    coarse,
  );
  const flat = coarse.map((value, i) => value - intercept - slope * i);
  const power = flat.reduce((sum, value) => sum + value * value, 0);
  if (power < 1e-9) return undefined;
  let best: { lag: number; at: number } | undefined;
  const most = Math.min(Math.floor(8 * coarseHz), flat.length >> 1);
  for (let lag = Math.ceil(2 * coarseHz); lag <= most; lag += 1) {
    let sum = 0;
    for (let i = lag; i < flat.length; i += 1) sum += (flat[i] as number) * (flat[i - lag] as number);
    const at = (sum / power) * (flat.length / (flat.length - lag));
    if (!best || at > best.at) best = { lag, at };
  }
  return best && best.at > 0.4 ? best.lag / coarseHz : undefined;
}

/** How far past the stretch it was read from a ripple still fits. */
const rippleAheadS = 4;

/**
 * The breath's ripple over a baseline, carried a little past the end of the stretch it was read from: least squares of a
 * sine and a cosine of the wave's own period over its last four waves. Taken off `deviation` in place; nothing when no wave
 * stands out.
 */
function takeRippleOff(deviation: Float64Array, rateHz: number, toS: number): void {
  const to = Math.min(deviation.length, Math.round(toS * rateHz));
  const from = Math.max(Math.round(settleS * rateHz), to - Math.round(60 * rateHz));
  const periodS = to - from > 5 * rateHz ? wavePeriodS(deviation.subarray(from, to), rateHz) : undefined;
  if (periodS === undefined) return;
  const begin = Math.max(from, to - Math.round(4 * periodS * rateHz));
  const end = Math.min(deviation.length, to + Math.round(rippleAheadS * rateHz));
  const omega = (2 * Math.PI) / (periodS * rateHz);
  let ss = 0;
  let cc = 0;
  let sc = 0;
  let sy = 0;
  let cy = 0;
  let mean = 0;
  for (let i = begin; i < to; i += 1) mean += (deviation[i] as number) / (to - begin);
  for (let i = begin; i < to; i += 1) {
    const s = Math.sin(omega * i);
    const c = Math.cos(omega * i);
    const y = (deviation[i] as number) - mean;
    ss += s * s;
    cc += c * c;
    sc += s * c;
    sy += s * y;
    cy += c * y;
  }
  const determinant = ss * cc - sc * sc;
  if (determinant < 1e-9) return;
  const a = (sy * cc - cy * sc) / determinant;
  const b = (cy * ss - sy * sc) / determinant;
  for (let i = begin; i < end; i += 1)
    deviation[i] = (deviation[i] as number) - a * Math.sin(omega * i) - b * Math.cos(omega * i);
}

/**
 * Losses of position of one channel: smoothed without shift, freed of drift and breath ripple, compared with the first
 * clean seconds by a threshold with hysteresis and dwell. The baseline is read anew from all that lies before the first
 * loss until the answer stands still.
 */
export function channelLoss(
  channel: string,
  values: ArrayLike<number>,
  rateHz: number,
  rule: LossRule,
): ChannelLoss {
  const { filled, doubtful } = bridgeGaps(values, rateHz);
  const smooth = lowPass(filled, rateHz, rule.cutoffHz);
  const n = smooth.length;
  const endS = n / rateHz;
  const seconds = secondMedians(smooth, rateHz);
  /** Medians of the whole seconds that end by then, at least those of the first clean ones. */
  const until = (toS: number) => {
    const count = seconds.at.filter((atS) => atS + 0.5 <= Math.max(baselineEndS, toS)).length;
    return { at: seconds.at.slice(0, count), value: seconds.value.slice(0, count) };
  };
  let value = seconds.value.length > 0 ? median(until(baselineEndS).value) : (smooth[0] ?? 0);
  let slopePerS = 0;
  const deviation = new Float64Array(n);
  let excursions: Excursion[] = [];
  let before = Number.NaN;
  for (let round = 0; round < 4; round += 1) {
    const slope = slopePerS / rateHz;
    for (let i = 0; i < n; i += 1) deviation[i] = (smooth[i] as number) - value - slope * i;
    if (round > 0) takeRippleOff(deviation, rateHz, before - 1.5);
    const scale = rule.relative ? Math.max(1, Math.abs(value)) : 1;
    excursions = excursionsOf(channel, deviation, doubtful, rateHz, rule, scale);
    const lossS = excursions[0]?.startS ?? endS;
    if (Math.abs(lossS - before) < 0.02) break;
    before = lossS;
    const clean = until(lossS - 1.5);
    if (clean.at.length >= 8) {
      const fitted = line(clean.at, clean.value);
      const most = mostDriftPerMin / 60;
      slopePerS = rule.relative ? 0 : Math.min(most, Math.max(-most, fitted.slope));
      value = median(clean.value.map((value, i) => value - slopePerS * (clean.at[i] as number)));
    } else if (clean.value.length > 0) value = median(clean.value);
  }
  return { baseline: { value, driftPerMin: slopePerS * 60 }, deviation, excursions };
}

/** A stretch, in seconds from the start, in which something happened and no instrument saw when. */
export interface Unheard {
  readonly fromS: number;
  readonly toS: number;
  /** What was the matter with the sensor meanwhile. */
  readonly kind: TraceFault['kind'];
}

/** First loss and end of a hold from its excursions. */
export interface Marks {
  readonly t1S: number | undefined;
  readonly t2S: number | undefined;
  /** The first loss lies in here and has no exact time; then there is no t1 and no t2. */
  readonly between: Unheard | undefined;
  /** The excursion behind the first loss, from when it showed. */
  readonly first: Excursion | undefined;
}

/** A loss that shows this soon after the signal is back began while it was away, s. */
export const backS = 0.1;

/** The fault of the sensor under which an excursion began. */
const faultAt = (excursion: Excursion, faults: readonly TraceFault[]): TraceFault | undefined =>
  faults.find(
    ({ channel, startS, endS }) =>
      channel === excursion.channel && startS <= excursion.startS && excursion.startS <= endS + backS,
  );

/**
 * t1 is the first loss. One that comes back within the correction lets the hold go on until the next loss; one that does
 * not ends it when the correction is over. One that began while its channel was away, stuck or out of range has no time.
 *
 * @param faults what was wrong with the sensor, by channel
 */
export function marksOf(
  excursions: readonly Excursion[],
  faults: readonly TraceFault[] = [],
  correctionS = 3,
): Marks {
  const inOrder = [...excursions].sort((a, b) => a.startS - b.startS);
  const [first] = inOrder;
  if (!first) return { t1S: undefined, t2S: undefined, between: undefined, first: undefined };
  const fault = faultAt(first, faults);
  if (fault) {
    const between = { fromS: fault.startS, toS: fault.endS, kind: fault.kind };
    return { t1S: undefined, t2S: undefined, between, first };
  }
  const { startS: t1S, endS } = first;
  if (endS === undefined || endS - t1S > correctionS)
    return { t1S, t2S: t1S + correctionS, between: undefined, first };
  const second = inOrder.find(({ startS }) => startS > endS);
  return { t1S, t2S: second?.startS, between: undefined, first };
}
