import { type News, onNews } from '~/db/news.server';

/**
 * News of a practice as server-sent events: what was written and whose it is, so that a page that shows it can look again. What
 * it says is read by whoever may read it.
 */

/** Streams one person may have open: a few windows on a few devices. */
const mostStreams = 12;
/** After so long a stream ends; the browser asks again, and is looked at again. */
const longestMs = 5 * 60_000;
/** So that what stands between knows that it lives. */
const beatMs = 20_000;
/** How soon the browser asks again, milliseconds. */
const retryMs = 1000;
/** Pieces that may wait for a slow listener before the stream is ended. */
const mostUnread = 200;

const open = new Map<string, Set<() => void>>();
let leaves = false;

/** A server that is asked to stop does not wait for who only listens. */
function endAtStop(): void {
  if (leaves) return;
  leaves = true;
  const endAll = () => {
    for (const streams of open.values()) for (const end of [...streams]) end();
  };
  process.on('SIGTERM', endAll);
  process.on('SIGINT', endAll);
}

export function newsStream(
  { practiceId, staffId }: { readonly practiceId: string; readonly staffId: string },
  signal: AbortSignal,
  /** When the page was made that listens: what was written since is told at once. */
  sinceMs?: number,
): Response {
  endAtStop();
  const mine = open.get(staffId) ?? new Set();
  if (mine.size >= mostStreams) return new Response('Too many windows listen.', { status: 429 });
  open.set(staffId, mine);
  const encoder = new TextEncoder();
  let stop = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (text: string) => {
        // A listener that does not read is not filled up.
        if ((controller.desiredSize ?? 0) < -mostUnread) return end();
        controller.enqueue(encoder.encode(text));
      };
      const event = (news: Omit<News, 'practiceId'> | { readonly what: 'missed' }) =>
        say(`data: ${JSON.stringify(news)}\n\n`);
      const deaf = onNews((news) => {
        if (news === 'missed') event({ what: 'missed' });
        else if (news.practiceId === practiceId) {
          const { practiceId: _, ...rest } = news;
          event(rest);
        }
      }, sinceMs);
      const beat = setInterval(() => say(':\n\n'), beatMs);
      const over = setTimeout(() => end(), longestMs);
      stop = () => {
        deaf();
        clearInterval(beat);
        clearTimeout(over);
        mine.delete(end);
        if (mine.size === 0 && open.get(staffId) === mine) open.delete(staffId);
      };
      function end() {
        stop();
        try {
          controller.close();
        } catch {
          // The listener went first.
        }
      }
      mine.add(end);
      signal.addEventListener('abort', end);
      say(`retry: ${retryMs}\n\n`);
    },
    cancel: () => stop(),
  });
  return new Response(body, {
    headers: {
      'Content-Type': 'text/event-stream',
      // Not to be gathered up and pressed together on the way.
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
}
