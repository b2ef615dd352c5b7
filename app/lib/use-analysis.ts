import { type Remote, wrap } from 'comlink';
import { useEffect, useRef } from 'react';
import type { Analysis, Watched } from '~/core/signals/analyse';
import type { Trace } from '~/core/signals/instruments';
import type { TraceWorker } from '~/workers/traces';

/** The trace analysis in a worker; it starts with the first question and ends with the view. */
export function useAnalysis(): (
  trace: Trace,
  watched: Watched,
  testFaults: readonly string[],
) => Promise<Analysis> {
  const worker = useRef<{ end: () => void; remote: Remote<TraceWorker> } | undefined>(undefined);
  useEffect(() => () => worker.current?.end(), []);
  return (trace, watched, testFaults) => {
    if (!worker.current) {
      const made = new Worker(new URL('../../workers/traces.ts', import.meta.url), { type: 'module' });
      worker.current = { end: () => made.terminate(), remote: wrap<TraceWorker>(made) };
    }
    return worker.current.remote.analyse(trace, watched, testFaults);
  };
}
