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

const waiting: Piece[] = [];
const idle: Worker[] = [];
let threads = 0;

/** Gives the next piece of work to a thread that has none. Threads are kept: what they loaded once stays quick. */
function next(): void {
  const piece = waiting[0];
  if (!piece) return;
  let worker = idle.pop();
  if (!worker) {
    if (threads >= mostThreads) return;
    threads += 1;
    worker = new Worker(pathToFileURL(workerFile));
  }
  waiting.shift();
  give(worker, piece);
}

function give(worker: Worker, piece: Piece): void {
  worker.ref();
  const over = () => {
    clearTimeout(late);
    worker.removeAllListeners();
  };
  const lose = (error: Error) => {
    over();
    threads -= 1;
    void worker.terminate();
    piece.fail(error);
    next();
  };
  const late = setTimeout(
    () => lose(new Error(`${piece.name} took longer than ${longestMs / 1000} s`)),
    longestMs,
  );
  worker.once('message', ({ found, error }: { found?: unknown; error?: string }) => {
    over();
    // A thread that has nothing to do does not keep the program alive.
    worker.unref();
    idle.push(worker);
    if (error === undefined) piece.settle(found);
    else piece.fail(new Error(error));
    next();
  });
  worker.once('error', lose);
  worker.once('exit', (code) => lose(new Error(`the worker ended with ${code}`)));
  worker.postMessage({ name: piece.name, input: piece.input });
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
