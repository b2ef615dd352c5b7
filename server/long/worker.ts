import { parentPort } from 'node:worker_threads';
import { type Works, works } from './works';

/** Long work in a thread of its own, one piece after another. */
parentPort?.on(
  'message',
  async ({ name, input }: { name: keyof Works; input: Parameters<Works[keyof Works]>[0] }) => {
    try {
      parentPort?.postMessage({ found: await works[name](input as never) });
    } catch (error) {
      parentPort?.postMessage({ error: error instanceof Error ? error.message : String(error) });
    }
  },
);
