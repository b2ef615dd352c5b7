import { existsSync } from 'node:fs';
import { threadsOf } from './threads';
import { type Works, works } from './works';

/** Where the build puts the worker; the same place from the server and from the built pages. */
const workerFile = 'build/programs/worker.js';
const longestMs = 60_000;
/** As many as leave the thread that answers everybody its share of a small machine. */
const mostThreads = 2;

const threads = threadsOf(workerFile, mostThreads, longestMs);

/** Does long work in a thread of its own, so that everybody else is answered meanwhile. */
export async function inWorker<N extends keyof Works>(
  name: N,
  input: Parameters<Works[N]>[0],
): Promise<Awaited<ReturnType<Works[N]>>> {
  type Found = Awaited<ReturnType<Works[N]>>;
  // Without a build (unit tests) there is nobody else to answer.
  if (!existsSync(workerFile) || process.env.NODE_ENV === 'test')
    return (await works[name](input as never)) as Found;
  return (await threads.ask(name, input)) as Found;
}
