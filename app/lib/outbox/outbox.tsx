import {
  createContext,
  type ReactNode,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { href } from 'react-router';
import { useLookAgain } from '~/app/lib/look-again';
import type { Issue } from '~/core/result';
import type { SyncEntryInput } from '~/core/sync/entries';
import { sendNext } from './send';
import { change, inTurn, isHeldByPage, putAll, remove, type Waiting, waitingOf } from './store';

export type OutboxState = 'idle' | 'sending' | 'away' | 'signed_out';

/** What became of an entry somebody waits for. */
export type Delivery =
  | { readonly what: 'sent'; readonly value: unknown }
  | { readonly what: 'refused'; readonly n: number; readonly issues: readonly Issue[] }
  /** Kept here; it is sent when the server answers again. */
  | { readonly what: 'waiting' };

export interface Outbox {
  /** Practice and person whose device this is. */
  readonly owner: string;
  /** Not sent yet, in order. */
  readonly waiting: readonly Waiting[];
  /** Sent, but the page was not brought up to date since: without them what was done here would vanish for a moment. */
  readonly gone: readonly Waiting[];
  /** What waits here has been looked at; before, nothing can be said of it. */
  readonly known: boolean;
  /** Something is on its way onto this device: a page left now would lose it. */
  readonly keeping: boolean;
  /** Refused: each with its reason, until a person decides. */
  readonly aside: readonly Waiting[];
  readonly state: OutboxState;
  /** Keeps entries on this device and sends them in order. */
  readonly keep: (...entries: readonly SyncEntryInput[]) => Promise<void>;
  /** The same for one entry, and says what became of it. */
  readonly deliver: (entry: SyncEntryInput) => Promise<Delivery>;
  /** Takes entries back that were not sent; gives whether none of them had gone. */
  readonly withdraw: (of: (entry: SyncEntryInput) => boolean) => Promise<boolean>;
  /** Takes one off this device. */
  readonly drop: (n: number) => Promise<void>;
  /** Sends one again that was set aside; with what mends it, where something does. */
  readonly again: (n: number, entry?: SyncEntryInput) => Promise<void>;
  /** This device has no room: what waits would be lost with the page. */
  readonly cramped: boolean;
  readonly retry: () => Promise<void>;
}

const OutboxContext = createContext<Outbox | undefined>(undefined);

/** What waits on this device for the person who is signed in. */
export function useOutbox(): Outbox {
  const outbox = useContext(OutboxContext);
  if (!outbox) throw new Error('useOutbox outside its provider');
  return outbox;
}

/** Entries sent within so many milliseconds bring the page up to date once. */
const togetherMs = 150;
const backoffMs = [500, 1000, 2000, 4000, 8000] as const;

/**
 * Entries are first kept in the browser's own database, then sent in order, each as often as it takes (the server knows
 * their ids). A lost network, a database that is away or an expired sign-in leaves them here.
 */
export function OutboxProvider({
  owner,
  to = href('/sync'),
  children,
}: {
  owner: string;
  /** The address that takes entries. */
  to?: string;
  children: ReactNode;
}) {
  const [all, setAll] = useState<readonly Waiting[]>([]);
  const [state, setState] = useState<OutboxState>('idle');
  const [gone, setGone] = useState<readonly Waiting[]>([]);
  const [puts, setPuts] = useState(0);
  const [known, setKnown] = useState(false);
  const lookAgain = useLookAgain();
  const running = useRef(false);
  const asked = useRef(false);
  const tries = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const awaited = useRef(new Map<number, (delivery: Delivery) => void>());

  const read = useCallback(async () => {
    setAll(await waitingOf(owner));
    setKnown(true);
  }, [owner]);

  const settle = useCallback((n: number, delivery: Delivery) => {
    awaited.current.get(n)?.(delivery);
    awaited.current.delete(n);
  }, []);

  const flush = useCallback(async () => {
    if (running.current) {
      asked.current = true;
      return;
    }
    running.current = true;
    clearTimeout(timer.current);
    const letWait = () => {
      for (const n of [...awaited.current.keys()]) settle(n, { what: 'waiting' });
    };
    try {
      for (;;) {
        const outcome = await sendNext(owner, to);
        if (outcome.what === 'nothing') {
          if (asked.current) {
            asked.current = false;
            continue;
          }
          setState('idle');
          tries.current = 0;
          return;
        }
        if (outcome.what === 'signed_out') {
          setState('signed_out');
          letWait();
          return;
        }
        if (outcome.what === 'away') {
          setState('away');
          letWait();
          const wait = backoffMs[Math.min(tries.current, backoffMs.length - 1)];
          tries.current += 1;
          timer.current = setTimeout(() => void flush(), wait);
          return;
        }
        setState('sending');
        if (outcome.what === 'sent') setGone((before) => [...before, outcome.it]);
        await read();
        if (outcome.what === 'sent') settle(outcome.it.n, { what: 'sent', value: outcome.value });
        else settle(outcome.n, outcome);
      }
    } finally {
      running.current = false;
      await read();
    }
  }, [owner, to, read, settle]);

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

  // Whatever page is open shows what the server has been told meanwhile, once when several went after each other.
  useEffect(() => {
    if (gone.length === 0) return;
    const soon = setTimeout(async () => {
      // Behind the page's own change, which React also makes as a transition.
      if (await lookAgain())
        startTransition(() => setGone((before) => before.filter((one) => !gone.includes(one))));
    }, togetherMs);
    return () => clearTimeout(soon);
  }, [gone, lookAgain]);

  const outbox = useMemo<Outbox>(() => {
    const put = async (entries: readonly SyncEntryInput[]) => {
      setPuts((n) => n + 1);
      try {
        const numbers = await putAll(owner, entries);
        await read();
        return numbers;
      } finally {
        setPuts((n) => n - 1);
      }
    };
    return {
      owner,
      waiting: all.filter((waiting) => !waiting.refused),
      gone,
      aside: all.filter((waiting) => waiting.refused),
      known,
      keeping: puts > 0,
      state,
      keep: async (...entries) => {
        await put(entries);
        void flush();
      },
      deliver: async (entry) => {
        const [n] = await put([entry]);
        return new Promise<Delivery>((resolve) => {
          if (n !== undefined) awaited.current.set(n, resolve);
          void flush();
        });
      },
      withdraw: (of) =>
        inTurn(async () => {
          const mine = (await waitingOf(owner)).filter((waiting) => of(waiting.entry));
          for (const { n } of mine) await remove(n);
          await read();
          return mine.length > 0;
        }),
      drop: async (n) => {
        await remove(n);
        await read();
      },
      cramped: all.some(isHeldByPage),
      again: async (n, entry) => {
        await change(n, { refused: undefined, broke: undefined, ...(entry ? { entry } : {}) });
        await flush();
      },
      retry: flush,
    };
  }, [owner, all, gone, known, puts, state, flush, read]);
  return <OutboxContext.Provider value={outbox}>{children}</OutboxContext.Provider>;
}
