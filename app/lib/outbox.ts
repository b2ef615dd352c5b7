import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Landmarks, StillAngle } from '~/core/screen/still/still';
import type { TrialInput } from '~/core/screen/trial/trial';

/** A recording as it is sent. */
export interface TraceEntry {
  id: string;
  athleteId: string;
  testId: string | null;
  side: 'left' | 'right' | 'both';
  source: 'simulated' | 'imported';
  recordedAt: string;
  csv: string;
}

/** A still as it is sent, with its landmarks in pixels. */
export interface StillEntry {
  id: string;
  athleteId: string;
  angle: StillAngle;
  source: 'photo' | 'drawn';
  landmarks: Landmarks;
  base64: string;
}

/** What a trial refers to and goes before it. */
export interface Recorded {
  trace?: TraceEntry | undefined;
  still?: StillEntry | undefined;
}

/** A screen opened on this device, perhaps while the server is away. */
export interface OpenedScreening {
  id: string;
  athleteId: string;
  testId: string;
  onDate: string;
  firstSide: 'left' | 'right';
  warmUpDone: boolean;
}

/** What waits on this device to be sent: a recording, a trial to keep, or one to void. */
export type OutboxEntry =
  | { key: string; at: number; op: 'trace'; trace: TraceEntry }
  | { key: string; at: number; op: 'still'; still: StillEntry }
  | { key: string; at: number; op: 'open'; screening: OpenedScreening }
  | { key: string; at: number; op: 'close'; screeningId: string }
  | { key: string; at: number; op: 'add'; trial: TrialInput }
  | { key: string; at: number; op: 'void'; trialId: string };

interface OutboxSchema extends DBSchema {
  entries: { key: string; value: OutboxEntry; indexes: { at: number } };
}

export type OutboxState = 'clear' | 'sending' | 'waiting' | 'signed-out' | 'refused';

let opened: Promise<IDBPDatabase<OutboxSchema>> | undefined;
function store(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('zest-pillar', 1, {
    upgrade(db) {
      db.createObjectStore('entries', { keyPath: 'key' }).createIndex('at', 'at');
    },
  });
  return opened;
}

const backoffMs = [500, 1000, 2000, 4000];

/**
 * Trials are first kept in the browser's own database, then sent in order, each once (the server knows their ids). A
 * lost network, a database that is away or an expired sign-in leaves them here, and they are sent when it is back.
 */
export function useOutbox(onSent: () => void) {
  const [entries, setEntries] = useState<readonly OutboxEntry[]>([]);
  const [state, setState] = useState<OutboxState>('clear');
  const [refusal, setRefusal] = useState<string | undefined>();
  const busy = useRef(false);
  const tries = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const sent = useRef(onSent);
  sent.current = onSent;

  const flush = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    clearTimeout(timer.current);
    try {
      const db = await store();
      let any = false;
      for (;;) {
        const waiting = await db.getAllFromIndex('entries', 'at');
        setEntries(waiting);
        const first = waiting[0];
        if (!first) {
          setState('clear');
          setRefusal(undefined);
          if (any) sent.current();
          tries.current = 0;
          return;
        }
        setState('sending');
        const response = await fetch('/trials', {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify(first),
          signal: AbortSignal.timeout(first.op === 'trace' || first.op === 'still' ? 30_000 : 8000),
        });
        if (response.ok) {
          await db.delete('entries', first.key);
          any = true;
          continue;
        }
        if (response.status === 401) {
          setState('signed-out');
          return;
        }
        if (response.status >= 400 && response.status < 500) {
          const body = (await response.json().catch(() => ({}))) as { error?: string };
          setRefusal(body.error ?? 'The server did not accept this trial.');
          setState('refused');
          return;
        }
        throw new Error(`status ${response.status}`);
      }
    } catch {
      setState('waiting');
      timer.current = setTimeout(
        () => void flush(),
        backoffMs[Math.min(tries.current, backoffMs.length - 1)],
      );
      tries.current += 1;
    } finally {
      busy.current = false;
    }
  }, []);

  const put = useCallback(
    async (entry: OutboxEntry) => {
      const db = await store();
      await db.put('entries', entry);
      setEntries(await db.getAllFromIndex('entries', 'at'));
      void flush();
    },
    [flush],
  );

  useEffect(() => {
    void flush();
    const retry = () => void flush();
    window.addEventListener('online', retry);
    window.addEventListener('focus', retry);
    return () => {
      window.removeEventListener('online', retry);
      window.removeEventListener('focus', retry);
      clearTimeout(timer.current);
    };
  }, [flush]);

  /** Keeps a trial, after the recordings it refers to. */
  const keep = useCallback(
    async (trial: TrialInput, { trace, still }: Recorded = {}) => {
      const at = Date.now();
      if (trace) await put({ key: trace.id, at, op: 'trace', trace });
      if (still) await put({ key: still.id, at: at + 0.2, op: 'still', still });
      await put({ key: trial.id, at: at + 0.5, op: 'add', trial });
    },
    [put],
  );
  /** Opens a screen under an id made here; sent before the trials that follow. */
  const openScreening = useCallback(
    (screening: OpenedScreening) =>
      put({ key: `open-${screening.id}-${screening.testId}`, at: Date.now(), op: 'open', screening }),
    [put],
  );
  const closeScreening = useCallback(
    (screeningId: string) =>
      put({ key: `close-${screeningId}`, at: Date.now() + 1, op: 'close', screeningId }),
    [put],
  );
  const voidTrial = useCallback(
    (trialId: string) => put({ key: `void-${trialId}`, at: Date.now(), op: 'void', trialId }),
    [put],
  );
  /** Takes a refused trial off this device. */
  const drop = useCallback(async () => {
    const db = await store();
    const first = (await db.getAllFromIndex('entries', 'at'))[0];
    if (first) await db.delete('entries', first.key);
    setRefusal(undefined);
    void flush();
  }, [flush]);
  return { entries, state, refusal, keep, openScreening, closeScreening, voidTrial, drop, retry: flush };
}
