import { parseDecimal } from '~/core/body/units';
import { longestS } from '~/core/signals/frames';
import { durationS, instrumentIds, instruments, type Trace } from '~/core/signals/instruments';
import { readTable } from './table';

/**
 * Traces as CSV: a header `t_s,<channel> [<unit>],...`, one line a sample, an empty cell for a missing reading. Times in
 * seconds from the start of the recording.
 */

export type TraceRead =
  | { readonly ok: true; readonly trace: Trace }
  | { readonly ok: false; readonly error: string };

const fail = (error: string): TraceRead => ({ ok: false, error });

/**
 * Reads a trace from CSV text (comma, semicolon or tab; decimal comma; BOM). The instrument is known by its channels; what
 * does not fit is refused with line and column, and nothing of it is taken.
 */
export function readTraceCsv(text: string): TraceRead {
  const read = readTable(text);
  if (!read.ok) return fail(read.error);
  const { headers, rows } = read.table;
  const time = headers.findIndex((header) => header.trim() === 't_s');
  if (time < 0) return fail('Line 1: there is no column t_s with the time in seconds.');
  const named = headers.map((header, column) => {
    const match = /^([a-z_]+)\s*\[([^\]]+)\]$/.exec(header.trim());
    return match ? { column, id: match[1] as string, unit: match[2] as string } : undefined;
  });
  const instrument = instrumentIds.find((id) =>
    instruments[id].channels.some((channel) => named.some((column) => column?.id === channel.id)),
  );
  if (!instrument)
    return fail(
      'Line 1: no column is a channel of an instrument, as cuff [mmHg], pelvis_drop [deg], force [N] or chest [cm].',
    );
  const { rateHz, channels } = instruments[instrument];
  const wanted = channels.flatMap((channel) => {
    const its = named.find((column) => column?.id === channel.id);
    return its ? [{ channel, ...its }] : [];
  });
  for (const { channel, column, unit } of wanted)
    if (unit !== channel.unit)
      return fail(`Line 1, column ${column + 1}: ${channel.name} comes in ${unit}, not in ${channel.unit}.`);
  const times: number[] = [];
  for (const [i, row] of rows.entries()) {
    const t = parseDecimal(row[time] ?? '');
    if (t === undefined || t < 0)
      return fail(`Line ${i + 2}, column ${time + 1}: “${row[time] ?? ''}” is no time.`);
    if (t > longestS) return fail(`Line ${i + 2}: a trace may last ${longestS} s at most.`);
    if (i > 0 && t < (times[i - 1] as number))
      return fail(`Line ${i + 2}: the time goes back from ${times[i - 1]} to ${t}.`);
    times.push(t);
  }
  if (times.length < 2) return fail('There are fewer than two samples.');
  const n = Math.round((times.at(-1) as number) * rateHz) + 1;
  const values: Record<string, Float64Array> = Object.fromEntries(
    wanted.map(({ channel }) => [channel.id, new Float64Array(n).fill(Number.NaN)]),
  );
  for (const [i, row] of rows.entries()) {
    const index = Math.round((times[i] as number) * rateHz);
    for (const { channel, column } of wanted) {
      const cell = (row[column] ?? '').trim();
      if (cell === '') continue;
      const value = parseDecimal(cell);
      if (value === undefined)
        return fail(`Line ${i + 2}, column ${column + 1}: “${cell.slice(0, 40)}” is no number.`);
      (values[channel.id] as Float64Array)[index] = value;
    }
  }
  return { ok: true, trace: { instrument, rateHz, channels: values } };
}

/** A trace in a line, for lists: instrument and length. */
export function traceText(trace: Trace): string {
  return `${instruments[trace.instrument].name}, ${Math.round(durationS(trace))} s`;
}
