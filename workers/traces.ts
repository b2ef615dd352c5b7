import { expose } from 'comlink';
import { analyse } from '~/core/signals/analyse';

/** Reads traces beside the page, so that a long one never blocks it. */
const traces = { analyse };
export type TraceWorker = typeof traces;

expose(traces);
