import { parentPort, workerData } from 'node:worker_threads';
import { type Works, works } from './works';

/** One piece of long work in a thread of its own, answered once. */
const { name, input } = workerData as { name: keyof Works; input: Parameters<Works[keyof Works]>[0] };
parentPort?.postMessage(works[name](input));
