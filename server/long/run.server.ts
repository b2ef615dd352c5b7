import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { type Works, works } from './works';

/** Where the build puts the worker; the same place from the server and from the built pages. */
const workerFile = 'build/programs/worker.js';
/** Longer than this nobody waits. */
const longestMs = 60_000;

/** Does long work in a thread of its own, so that everybody else is answered meanwhile. */
export function inWorker<N extends keyof Works>(
  name: N,
  input: Parameters<Works[N]>[0],
): Promise<ReturnType<Works[N]>> {
  // Without a build (unit tests) there is nobody else to answer.
  if (!existsSync(workerFile) || process.env.NODE_ENV === 'test')
    return Promise.resolve(works[name](input) as ReturnType<Works[N]>);
  return new Promise((resolve, reject) => {
    const worker = new Worker(pathToFileURL(workerFile), { workerData: { name, input } });
    const late = setTimeout(() => {
      void worker.terminate();
      reject(new Error(`${name} took longer than ${longestMs / 1000} s`));
    }, longestMs);
    worker.once('message', (found: ReturnType<Works[N]>) => {
      clearTimeout(late);
      resolve(found);
    });
    worker.once('error', (error) => {
      clearTimeout(late);
      reject(error);
    });
  });
}
