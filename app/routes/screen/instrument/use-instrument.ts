import { type RefObject, useEffect, useRef, useState } from 'react';
import { href } from 'react-router';
import { type Notice, parseFrame, TraceBuilder } from '~/core/signals/frames';
import type { InstrumentId } from '~/core/signals/instruments';
import type { Plantable } from '~/core/signals/plant';
import type { Play } from '~/core/signals/simulate';

export interface Rehearsal {
  /** When the simulated athlete loses control. */
  readonly loss: 'seeded' | 'none' | number;
  readonly faults: readonly Plantable[];
}

export interface Watching {
  readonly instrument: InstrumentId | undefined;
  readonly athleteId: string;
  /** Test, side and trial. */
  readonly seed: string;
  readonly play: Play;
  readonly seconds: number;
  readonly rehearsal: Rehearsal;
  /** Reading of the steady clock at which the trial began; undefined before it. */
  readonly sinceMs: number | undefined;
  /** The trial is over: nothing more is taken. */
  readonly over: boolean;
}

export type InstrumentState = 'off' | 'connecting' | 'live' | 'lost';

const againMs = 400;
/** How long an idle stream lasts before it begins again. */
const idleS = 60;

/** Reads lines of a response until it ends. */
async function readLines(body: ReadableStream<Uint8Array>, take: (line: string) => void): Promise<void> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + decoder.decode(value, { stream: true })).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line) take(line);
  }
}

/**
 * Listens to an instrument. Before the trial it shows what comes; with the start a new recording begins at time 0. A stream
 * that breaks off is asked for again from where the clock is, as long as the trial lasts; the recording keeps its gap.
 */
export function useInstrument(watching: Watching): {
  builder: RefObject<TraceBuilder | undefined>;
  originMs: RefObject<number>;
  state: InstrumentState;
  notices: readonly Notice[];
} {
  const builder = useRef<TraceBuilder | undefined>(undefined);
  const originMs = useRef(0);
  const recording = useRef<number | undefined>(undefined);
  const [state, setState] = useState<InstrumentState>('off');
  const [notices, setNotices] = useState<readonly Notice[]>([]);
  const { instrument, athleteId, seed, play, seconds, sinceMs, over } = watching;
  const { loss } = watching.rehearsal;
  const faults = watching.rehearsal.faults.join(',');
  useEffect(() => {
    if (!instrument) {
      builder.current = undefined;
      setState('off');
      setNotices([]);
      return;
    }
    if (over) return;
    let origin = sinceMs ?? performance.now();
    // An undone stop goes on with the same recording.
    if (sinceMs === undefined || recording.current !== sinceMs)
      builder.current = new TraceBuilder(instrument);
    recording.current = sinceMs;
    originMs.current = origin;
    let mine = builder.current ?? new TraceBuilder(instrument);
    builder.current = mine;
    const lasts = sinceMs === undefined ? idleS : seconds;
    const controller = new AbortController();
    const { signal } = controller;
    const listen = async () => {
      while (!signal.aborted) {
        if (performance.now() - origin > lasts * 1000) {
          if (sinceMs !== undefined) return;
          // Before the trial it begins again and again, so that it may be waited for.
          origin = performance.now();
          originMs.current = origin;
          mine = new TraceBuilder(instrument);
          builder.current = mine;
        }
        const fromMs = Math.max(0, Math.round(performance.now() - origin));
        const query = new URLSearchParams({
          athlete: athleteId,
          seed,
          play: sinceMs === undefined ? 'ready' : play,
          seconds: String(lasts),
          fromMs: String(fromMs),
          loss: String(loss),
          faults: sinceMs === undefined ? '' : faults,
        });
        try {
          const response = await fetch(
            `${href('/instruments/:instrument/stream', { instrument })}?${query}`,
            { signal },
          );
          // A sign-in that has run out answers with a page, not with readings.
          const readings = response.headers.get('content-type')?.includes('ndjson') ?? false;
          if (response.ok && response.body && readings) {
            setState('live');
            await readLines(response.body, (line) => {
              const read = parseFrame(line);
              if (read.ok) mine.add(read.frame, performance.now());
              else mine.miss();
            });
          }
        } catch {
          // A lost network and an ended view look alike here; the loop asks again unless the view has ended.
        }
        if (signal.aborted) return;
        if (performance.now() - origin > lasts * 1000) continue;
        setState('lost');
        await new Promise((resolve) => setTimeout(resolve, againMs));
      }
    };
    setState('connecting');
    void listen();
    const watch = setInterval(() => setNotices(mine.notices(performance.now())), againMs);
    return () => {
      controller.abort();
      clearInterval(watch);
    };
  }, [instrument, athleteId, seed, play, seconds, loss, faults, sinceMs, over]);
  return { builder, originMs, state, notices };
}
