import type { Frame } from './frames';
import { durationS, instruments, samplesOf, type Trace } from './instruments';
import { mulberry32 } from './random';

/** Faults of an instrument that can be planted into its stream, to be noticed. */
export const plantable = ['dropouts', 'late', 'disconnect', 'saturation', 'stuck', 'wrong_unit'] as const;
export type Plantable = (typeof plantable)[number];

/** Units an instrument may come in by mistake, with their factor. */
const wrongUnits: Readonly<Record<string, { unit: string; times: number }>> = {
  mmHg: { unit: 'kPa', times: 0.133322 },
  deg: { unit: 'rad', times: Math.PI / 180 },
  N: { unit: 'lbf', times: 0.224809 },
  cm: { unit: 'in', times: 0.393701 },
};

/** A frame with the time at which it leaves the instrument. */
export interface SentFrame {
  readonly sentMs: number;
  readonly frame: Frame;
}

/** The stretch a planted fault takes, in seconds. */
export const plantedS = { from: 4, to: 7 } as const;

/**
 * The frames of one second of a trace as they leave the instrument, with faults planted: one reading in twelve and a burst of
 * 0.4 s dropped; readings up to 1.2 s late; silence from second 4 to 7 (the stream ends and must be asked for again); end of
 * range, one frozen value or a wrong unit in the same stretch. Each second draws its own numbers, so that a stream can begin
 * anywhere and nothing ahead of it is made.
 */
export function framesOfSecond(
  trace: Trace,
  faults: readonly Plantable[],
  seed: string,
  second: number,
): SentFrame[] {
  const random = mulberry32(`${seed} faults ${second}`);
  const has = (fault: Plantable) => faults.includes(fault);
  const { rateHz } = trace;
  const { channels } = instruments[trace.instrument];
  const frames: SentFrame[] = [];
  const frozenAt = Math.round(plantedS.from * rateHz);
  const until = Math.min(samplesOf(trace), Math.round((second + 1) * rateHz));
  for (let i = Math.round(second * rateHz); i < until; i += 1) {
    const t_ms = Math.round((1000 * i) / rateHz);
    const inStretch = t_ms >= plantedS.from * 1000 && t_ms < plantedS.to * 1000;
    const dropped = has('dropouts') && (random() < 1 / 12 || (t_ms >= 5000 && t_ms < 5400));
    const lateMs = has('late') && random() < 0.1 ? 300 + 900 * random() : 0;
    if (dropped || (has('disconnect') && inStretch)) continue;
    for (const channel of channels) {
      const values = trace.channels[channel.id];
      let value = values?.[has('stuck') && inStretch ? frozenAt : i] ?? Number.NaN;
      if (Number.isNaN(value)) continue;
      let { unit } = channel;
      if (has('saturation') && inStretch) value = channel.max;
      const wrong = wrongUnits[unit];
      if (has('wrong_unit') && wrong && inStretch) {
        unit = wrong.unit;
        value *= wrong.times;
      }
      frames.push({ sentMs: t_ms + lateMs, frame: { t_ms, channel: channel.id, value, unit } });
    }
  }
  return frames;
}

/** All frames of a trace in the order they leave the instrument. */
export function framesOf(trace: Trace, faults: readonly Plantable[], seed: string): SentFrame[] {
  const seconds = Math.ceil(durationS(trace));
  return Array.from({ length: seconds }, (_, second) => framesOfSecond(trace, faults, seed, second))
    .flat()
    .sort((a, b) => a.sentMs - b.sentMs);
}
