import type { Frame } from './frames';
import { instruments, type Trace } from './instruments';
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
 * The frames of a trace in the order they leave the instrument, with faults planted: one reading in twelve and a burst of
 * 0.4 s dropped; readings up to 1.2 s late; silence from second 4 to 7 (the stream ends and must be asked for again); end of
 * range, one frozen value or a wrong unit in the same stretch.
 */
export function framesOf(trace: Trace, faults: readonly Plantable[], seed: string): SentFrame[] {
  const random = mulberry32(`${seed} faults`);
  const has = (fault: Plantable) => faults.includes(fault);
  const frames: SentFrame[] = [];
  const channels = instruments[trace.instrument].channels;
  const frozen = new Map<string, number>();
  const n = Math.max(...channels.map((each) => trace.channels[each.id]?.length ?? 0));
  for (let i = 0; i < n; i += 1) {
    const t_ms = Math.round((1000 * i) / trace.rateHz);
    const inStretch = t_ms >= plantedS.from * 1000 && t_ms < plantedS.to * 1000;
    if (has('disconnect') && inStretch) continue;
    if (has('dropouts') && (random() < 1 / 12 || (t_ms >= 5000 && t_ms < 5400))) continue;
    const lateMs = has('late') && random() < 0.1 ? 300 + 900 * random() : 0;
    for (const channel of channels) {
      let value = trace.channels[channel.id]?.[i] ?? Number.NaN;
      if (Number.isNaN(value)) continue;
      let { unit } = channel;
      if (has('saturation') && inStretch) value = channel.max;
      if (has('stuck') && inStretch) {
        if (!frozen.has(channel.id)) frozen.set(channel.id, value);
        value = frozen.get(channel.id) as number;
      }
      const wrong = wrongUnits[unit];
      if (has('wrong_unit') && wrong && inStretch) {
        unit = wrong.unit;
        value *= wrong.times;
      }
      frames.push({ sentMs: t_ms + lateMs, frame: { t_ms, channel: channel.id, value, unit } });
    }
  }
  return frames.sort((a, b) => a.sentMs - b.sentMs);
}
