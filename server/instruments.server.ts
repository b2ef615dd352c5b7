import type { InstrumentId } from '~/core/signals/instruments';
import { framesOf, type Plantable, plantedS } from '~/core/signals/plant';
import { type Play, simulate } from '~/core/signals/simulate';

/**
 * The instrument service. Hardware is replaced by seeded stand-ins that speak the open line protocol: one JSON frame
 * {t_ms, channel, value, unit} a line, sent as its time comes. Nothing is kept between requests: a stream that broke off is
 * asked for again from where the listener is.
 */

export interface StreamAsked {
  readonly instrument: InstrumentId;
  readonly athlete: string;
  readonly seed: string;
  readonly play: Play;
  readonly seconds: number;
  readonly fromMs: number;
  readonly loss: 'none' | 'seeded' | number;
  readonly faults: readonly Plantable[];
}

/** How often frames that are due are sent. */
const tickMs = 40;

export function instrumentStream(asked: StreamAsked, signal: AbortSignal): Response {
  const breaks = asked.faults.includes('disconnect');
  const away = (ms: number) => breaks && ms >= plantedS.from * 1000 && ms < plantedS.to * 1000;
  if (away(asked.fromMs)) return new Response('The instrument is not there.', { status: 503 });
  const seed = `${asked.athlete} ${asked.seed}`;
  const { trace } = simulate({
    seed,
    instrument: asked.instrument,
    play: asked.play,
    seconds: asked.seconds,
    lossS: asked.loss === 'seeded' ? undefined : asked.loss,
  });
  const frames = framesOf(trace, asked.faults, seed);
  let next = frames.findIndex((each) => each.frame.t_ms >= asked.fromMs);
  if (next < 0) next = frames.length;
  const encoder = new TextEncoder();
  const begun = performance.now() - asked.fromMs;
  let timer: ReturnType<typeof setInterval> | undefined;
  const stop = () => clearInterval(timer);
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const close = () => {
        stop();
        try {
          controller.close();
        } catch {
          // The listener went first.
        }
      };
      signal.addEventListener('abort', close);
      timer = setInterval(() => {
        const nowMs = performance.now() - begun;
        if (away(nowMs)) return close();
        let lines = '';
        for (let due = frames[next]; due && due.sentMs <= nowMs; due = frames[next]) {
          lines += `${JSON.stringify(due.frame)}\n`;
          next += 1;
        }
        if (lines) controller.enqueue(encoder.encode(lines));
        if (next >= frames.length) close();
      }, tickMs);
    },
    cancel: stop,
  });
  return new Response(body, {
    headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' },
  });
}
