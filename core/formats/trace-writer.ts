import { instruments, samplesOf, type Trace } from '~/core/signals/instruments';

const columnOf = (id: string, unit: string) => `${id} [${unit}]`;

/** A trace as CSV text, by itself light enough for the station. Reading it again gives the same trace. */
export function traceCsv(trace: Trace): string {
  const channels = instruments[trace.instrument].channels.filter((channel) => trace.channels[channel.id]);
  const lines = [['t_s', ...channels.map((channel) => columnOf(channel.id, channel.unit))].join(',')];
  const n = samplesOf(trace);
  for (let i = 0; i < n; i += 1) {
    let row = String(Math.round((i / trace.rateHz) * 1000) / 1000);
    for (const { id } of channels) {
      const value = trace.channels[id]?.[i] ?? Number.NaN;
      row += Number.isNaN(value) ? ',' : `,${value}`;
    }
    lines.push(row);
  }
  return `${lines.join('\n')}\n`;
}
