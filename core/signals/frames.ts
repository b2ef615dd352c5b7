import { type Channel, type Instrument, type InstrumentId, instruments, type Trace } from './instruments';

/** One reading of the open line protocol: a line of JSON. Time in ms since the recording began. */
export interface Frame {
  readonly t_ms: number;
  readonly channel: string;
  readonly value: number;
  readonly unit: string;
}

/** Longest recording that is taken. */
export const longestS = 3600;

/** Reads one line. What is wrong with it is said in words; nothing is thrown. */
export function parseFrame(text: string): { ok: true; frame: Frame } | { ok: false; error: string } {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return { ok: false, error: 'not JSON' };
  }
  if (typeof read !== 'object' || read === null) return { ok: false, error: 'not a frame' };
  const { t_ms, channel, value, unit } = read as Record<string, unknown>;
  if (typeof t_ms !== 'number' || !Number.isFinite(t_ms) || t_ms < 0)
    return { ok: false, error: 't_ms is no time' };
  if (t_ms > longestS * 1000) return { ok: false, error: `t_ms is past ${longestS} s` };
  if (typeof channel !== 'string') return { ok: false, error: 'channel is missing' };
  if (typeof value !== 'number' || !Number.isFinite(value)) return { ok: false, error: 'value is no number' };
  if (typeof unit !== 'string') return { ok: false, error: 'unit is missing' };
  return { ok: true, frame: { t_ms, channel, value, unit } };
}

export type NoticeKind = 'silent' | 'gaps' | 'late' | 'saturated' | 'stuck' | 'unit' | 'unreadable';

/** Something amiss with the instrument, for the tester. */
export interface Notice {
  readonly kind: NoticeKind;
  readonly text: string;
}

/** A frame this much older than the newest one has come late. */
const lateMs = 250;
const stuckS = 0.5;
const saturatedS = 0.3;
const silentMs = 1000;

interface Lane {
  readonly channel: Channel;
  values: Float64Array;
  length: number;
}

/** Builds the trace of a live stream frame by frame, and watches the instrument. */
export class TraceBuilder {
  readonly instrument: Instrument;
  private readonly lanes: Map<string, Lane>;
  private lateCount = 0;
  private unreadable = 0;
  private foreignUnit: Frame | undefined;
  private newestMs = -1;
  private heardAtMs: number | undefined;

  constructor(id: InstrumentId) {
    this.instrument = instruments[id];
    this.lanes = new Map(
      this.instrument.channels.map((channel) => [
        channel.id,
        { channel, values: new Float64Array(1024).fill(Number.NaN), length: 0 },
      ]),
    );
  }

  /** Takes one frame, heard at a reading of the caller's steady clock. */
  add(frame: Frame, heardAtMs: number): void {
    this.heardAtMs = heardAtMs;
    const lane = this.lanes.get(frame.channel);
    if (!lane) {
      this.unreadable += 1;
      return;
    }
    if (frame.unit !== lane.channel.unit) {
      this.foreignUnit = frame;
      return;
    }
    if (frame.t_ms < this.newestMs - lateMs) this.lateCount += 1;
    this.newestMs = Math.max(this.newestMs, frame.t_ms);
    const index = Math.round((frame.t_ms * this.instrument.rateHz) / 1000);
    if (index >= lane.values.length) {
      const grown = new Float64Array(Math.max(index + 1, lane.values.length * 2)).fill(Number.NaN);
      grown.set(lane.values.subarray(0, lane.length));
      lane.values = grown;
    }
    lane.values[index] = frame.value;
    lane.length = Math.max(lane.length, index + 1);
  }

  /** A line that could not be read. */
  miss(): void {
    this.unreadable += 1;
  }

  get lastMs(): number {
    return Math.max(0, this.newestMs);
  }

  /** The newest reading of a channel; undefined before the first. */
  newest(channel: string): number | undefined {
    const lane = this.lanes.get(channel);
    for (let i = (lane?.length ?? 0) - 1; lane && i >= 0; i -= 1)
      if (!Number.isNaN(lane.values[i])) return lane.values[i];
    return undefined;
  }

  /** The readings of a channel from a sample on, without copying. */
  tail(channel: string, from: number): Float64Array {
    const lane = this.lanes.get(channel);
    return lane ? lane.values.subarray(Math.max(0, from), lane.length) : new Float64Array(0);
  }

  get samples(): number {
    return Math.max(0, ...[...this.lanes.values()].map((lane) => lane.length));
  }

  /**
   * The recording so far. One that broke off more than a second before `lastedMs`, the length of what was watched, is made as
   * long as that, so that its end is seen to be missing.
   */
  trace(lastedMs = 0): Trace {
    const lasted = Math.floor((Math.min(lastedMs, longestS * 1000) * this.instrument.rateHz) / 1000);
    const n = lasted - this.samples > (silentMs * this.instrument.rateHz) / 1000 ? lasted : this.samples;
    const channels: Record<string, Float64Array> = {};
    for (const [id, lane] of this.lanes) {
      const values = new Float64Array(n).fill(Number.NaN);
      values.set(lane.values.subarray(0, Math.min(n, lane.length)));
      channels[id] = values;
    }
    return { instrument: this.instrument.id, rateHz: this.instrument.rateHz, channels };
  }

  /** What is amiss now, the gravest first. */
  notices(nowMs: number): Notice[] {
    const found: Notice[] = [];
    if (this.heardAtMs !== undefined && nowMs - this.heardAtMs > silentMs)
      found.push({
        kind: 'silent',
        text: `No reading for ${Math.round((nowMs - this.heardAtMs) / 1000)} s: the instrument is gone. The trial goes on without it.`,
      });
    if (this.foreignUnit) {
      const { channel, unit } = this.foreignUnit;
      const wanted = this.lanes.get(channel)?.channel;
      found.push({
        kind: 'unit',
        text: `${wanted?.name ?? channel} comes in ${unit}, not in ${wanted?.unit ?? 'its unit'}. It is not used.`,
      });
    }
    const { rateHz } = this.instrument;
    for (const { channel, values, length } of this.lanes.values()) {
      const from = Math.max(0, length - Math.round(5 * rateHz));
      const recent = values.subarray(from, length);
      if (runAtEnd(recent, (a) => a >= channel.max || a <= channel.min) / rateHz >= saturatedS)
        found.push({
          kind: 'saturated',
          text: `${channel.name} is at the end of the sensor's range. These readings are left out.`,
        });
      else if (runAtEnd(recent, (a, b) => a === b) / rateHz >= 2 * stuckS)
        found.push({ kind: 'stuck', text: `${channel.name} does not move: the sensor may be stuck.` });
      const missing = recent.reduce((sum, value) => sum + (Number.isNaN(value) ? 1 : 0), 0);
      if (recent.length > rateHz && missing / recent.length > 0.02)
        found.push({
          kind: 'gaps',
          text: `${channel.name}: ${Math.round((100 * missing) / recent.length)} % of the last readings are missing.`,
        });
    }
    if (this.lateCount > 0)
      found.push({
        kind: 'late',
        text: `${this.lateCount} readings came late and were put in their place.`,
      });
    if (this.unreadable > 0)
      found.push({ kind: 'unreadable', text: `${this.unreadable} lines could not be read.` });
    return found;
  }
}

/** How many readings at the end, gaps aside, hold with the last one. */
function runAtEnd(values: Float64Array, holds: (value: number, last: number) => boolean): number {
  let last = Number.NaN;
  let run = 0;
  for (let i = values.length - 1; i >= 0; i -= 1) {
    const here = values[i] as number;
    if (Number.isNaN(here)) continue;
    if (Number.isNaN(last)) last = here;
    if (!holds(here, last)) return run;
    run += 1;
  }
  return run;
}

export interface TraceFault {
  readonly kind: 'gap' | 'saturated' | 'stuck';
  readonly channel: string;
  readonly startS: number;
  readonly endS: number;
}

/**
 * A whole recording with its sensor's faults taken out: stretches stuck on one value for half a second and more, at the end
 * of the range for 0.3 s and more become gaps; gaps over half a second are named too.
 */
export function cleanTrace(trace: Trace): { trace: Trace; faults: TraceFault[] } {
  const { rateHz } = trace;
  const faults: TraceFault[] = [];
  const channels: Record<string, Float64Array> = {};
  for (const channel of instruments[trace.instrument].channels) {
    const raw = trace.channels[channel.id];
    if (!raw) continue;
    const values = raw.slice();
    const mark = (kind: TraceFault['kind'], from: number, to: number) => {
      faults.push({ kind, channel: channel.id, startS: from / rateHz, endS: to / rateHz });
      values.fill(Number.NaN, from, to);
    };
    const shortest = Math.floor(saturatedS * rateHz);
    let from = 0;
    for (let i = 1; i <= raw.length; i += 1) {
      if (i < raw.length && sameRun(raw, i, channel)) continue;
      if (i - from >= shortest) {
        const seconds = (i - from) / rateHz;
        const first = raw[from] as number;
        const kind = Number.isNaN(first)
          ? 'gap'
          : first >= channel.max || first <= channel.min
            ? 'saturated'
            : 'stuck';
        const least = kind === 'saturated' ? saturatedS : stuckS;
        if (seconds >= least) mark(kind, from, i);
      }
      from = i;
    }
    channels[channel.id] = values;
  }
  return { trace: { ...trace, channels }, faults };
}

/** Is sample i in the same run (gap, end of range, one value) as the one before? No closure: it is asked of every sample. */
function sameRun(values: Float64Array, i: number, { min, max }: Channel): boolean {
  const here = values[i] as number;
  const before = values[i - 1] as number;
  if (here === before) return true;
  if (Number.isNaN(here) || Number.isNaN(before)) return Number.isNaN(here) && Number.isNaN(before);
  return (here >= max || here <= min) && (before >= max || before <= min);
}
