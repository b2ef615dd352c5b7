import { durationS, type InstrumentId } from '~/core/signals/instruments';
import { framesOfSecond, type Plantable, plantedS, type SentFrame } from '~/core/signals/plant';
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

/** Streams one person may have open: a few instruments on a few stations. */
const mostStreams = 6;
const openStreams = new Map<string, number>();

/** Counts a stream of a person; gives what ends it, or nothing when there are too many. */
function counted(person: string): (() => void) | undefined {
  const now = openStreams.get(person) ?? 0;
  if (now >= mostStreams) return undefined;
  openStreams.set(person, now + 1);
  let ended = false;
  return () => {
    if (ended) return;
    ended = true;
    const left = (openStreams.get(person) ?? 1) - 1;
    if (left > 0) openStreams.set(person, left);
    else openStreams.delete(person);
  };
}

/** Pieces that may wait for a slow listener before the stream is ended. */
const mostUnread = 200;
/** How often frames that are due are sent. */
const tickMs = 40;

export function instrumentStream(asked: StreamAsked, person: string, signal: AbortSignal): Response {
  const breaks = asked.faults.includes('disconnect');
  const away = (ms: number) => breaks && ms >= plantedS.from * 1000 && ms < plantedS.to * 1000;
  if (away(asked.fromMs)) return new Response('The instrument is not there.', { status: 503 });
  const end = counted(person);
  if (!end) return new Response('Too many instruments are open.', { status: 429 });
  const seed = `${asked.athlete} ${asked.seed}`;
  const { trace } = simulate({
    seed,
    instrument: asked.instrument,
    play: asked.play,
    seconds: asked.seconds,
    lossS: asked.loss === 'seeded' ? undefined : asked.loss,
  });
  const seconds = Math.ceil(durationS(trace));
  let second = Math.floor(asked.fromMs / 1000);
  let waiting: SentFrame[] = [];
  const encoder = new TextEncoder();
  const begun = performance.now() - asked.fromMs;
  let timer: ReturnType<typeof setInterval> | undefined;
  const stop = () => {
    clearInterval(timer);
    end();
  };
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
        // A listener that does not read is not filled up.
        if ((controller.desiredSize ?? 0) < -mostUnread) return close();
        const nowMs = performance.now() - begun;
        if (away(nowMs)) return close();
        // One second ahead is made, no more: a stream costs what it sends.
        for (; second < seconds && second * 1000 <= nowMs; second += 1)
          waiting.push(
            ...framesOfSecond(trace, asked.faults, seed, second).filter(
              (sent) => sent.frame.t_ms >= asked.fromMs,
            ),
          );
        const due = waiting.filter((sent) => sent.sentMs <= nowMs).sort((a, b) => a.sentMs - b.sentMs);
        if (due.length > 0) {
          waiting = waiting.filter((sent) => sent.sentMs > nowMs);
          controller.enqueue(encoder.encode(due.map((frame) => `${JSON.stringify(frame.frame)}\n`).join('')));
        }
        if (second >= seconds && waiting.length === 0) close();
      }, tickMs);
    },
    cancel: stop,
  });
  return new Response(body, {
    headers: { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' },
  });
}
