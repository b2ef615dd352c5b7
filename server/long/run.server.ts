import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { type Works, works } from './works';

/** Where the build puts the worker; the same place from the server and from the built pages. */
const workerFile = 'build/programs/worker.js';
/** Longer than this nobody waits for one piece of work. */
const longestMs = 60_000;
/** Threads at most: as many as leave the one that answers everybody its share of a small machine. */
const mostThreads = 2;

type Found<N extends keyof Works> = Awaited<ReturnType<Works[N]>>;

interface Piece {
  readonly name: keyof Works;
  readonly input: unknown;
  readonly settle: (found: unknown) => void;
  readonly fail: (error: Error) => void;
}

interface Thread {
  readonly worker: Worker;
  piece: Piece | undefined;
  late: ReturnType<typeof setTimeout> | undefined;
}

const waiting: Piece[] = [];
const threads = new Set<Thread>();

/** A thread that answers one piece after another; what it loaded once stays quick. */
function begin(): Thread {
  const thread: Thread = { worker: new Worker(pathToFileURL(workerFile)), piece: undefined, late: undefined };
  threads.add(thread);
  const over = (): Piece | undefined => {
    const { piece } = thread;
    clearTimeout(thread.late);
    thread.piece = undefined;
    return piece;
  };
  thread.worker.on('message', ({ found, error }: { found?: unknown; error?: string }) => {
    const piece = over();
    // A thread that has nothing to do does not keep the program alive.
    thread.worker.unref();
    if (error === undefined) piece?.settle(found);
    else piece?.fail(new Error(error));
    next();
  });
  const lost = (why: Error) => {
    threads.delete(thread);
    over()?.fail(why);
    next();
  };
  thread.worker.on('error', lost);
  thread.worker.on('exit', () => lost(new Error('the thread ended')));
  return thread;
}

/** Gives the pieces that wait to the threads that are free. */
function next(): void {
  for (;;) {
    const free = [...threads].find(({ piece }) => piece === undefined);
    const thread = free ?? (threads.size < mostThreads && waiting.length > 0 ? begin() : undefined);
    const piece = thread && waiting.shift();
    if (!thread || !piece) return;
    thread.piece = piece;
    thread.worker.ref();
    thread.late = setTimeout(() => {
      piece.fail(new Error(`${piece.name} took longer than ${longestMs / 1000} s`));
      void thread.worker.terminate();
    }, longestMs);
    thread.worker.postMessage({ name: piece.name, input: piece.input });
  }
}

/** Does long work in a thread of its own, so that everybody else is answered meanwhile. */
export function inWorker<N extends keyof Works>(name: N, input: Parameters<Works[N]>[0]): Promise<Found<N>> {
  // Without a build (unit tests) there is nobody else to answer.
  if (!existsSync(workerFile) || process.env.NODE_ENV === 'test')
    return Promise.resolve(works[name](input as never) as Found<N> | Promise<Found<N>>);
  return new Promise((settle, fail) => {
    waiting.push({ name, input, settle: settle as (found: unknown) => void, fail });
    next();
  });
}
