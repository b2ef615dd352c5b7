import { createContext, type ReactNode, useCallback, useContext, useEffect, useRef } from 'react';
import { href } from 'react-router';
import { useLookAgain } from './look-again';

/** What was written in the practice: whose it is, and which command did it. */
export interface Heard {
  readonly what: string;
  readonly id?: string | null;
  readonly by?: string | null;
  readonly flagId?: string;
}

type Hear = (news: Heard) => void;
const NewsContext = createContext<((hear: Hear) => () => void) | null>(null);

/** Listens while the page is seen; what was missed meanwhile is said when it is seen again. */
export function NewsProvider({
  sinceMs,
  children,
}: {
  /** When the server made the first page: what was written since is heard. */
  sinceMs: number;
  children: ReactNode;
}) {
  const listeners = useRef(new Set<Hear>());
  const since = useRef(sinceMs);
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    let source: EventSource | undefined;
    let missed = false;
    const tell = (news: Heard) => {
      for (const hear of listeners.current) hear(news);
    };
    const close = () => {
      source?.close();
      source = undefined;
      missed = true;
    };
    const open = () => {
      if (source || document.visibilityState !== 'visible') return;
      source = new EventSource(`${href('/news')}?since=${since.current}`);
      source.onopen = () => {
        if (missed) tell({ what: 'missed' });
        missed = false;
      };
      source.onerror = () => {
        missed = true;
      };
      source.onmessage = ({ data }) => tell(JSON.parse(String(data)) as Heard);
    };
    const look = () => (document.visibilityState === 'visible' ? open() : close());
    look();
    document.addEventListener('visibilitychange', look);
    window.addEventListener('pagehide', close);
    return () => {
      document.removeEventListener('visibilitychange', look);
      window.removeEventListener('pagehide', close);
      close();
    };
  }, []);
  const hearing = useCallback((hear: Hear) => {
    listeners.current.add(hear);
    return () => {
      listeners.current.delete(hear);
    };
  }, []);
  return <NewsContext.Provider value={hearing}>{children}</NewsContext.Provider>;
}

/** Hears news of the practice. Where nobody listens (an athlete's own pages) nothing is heard. */
export function useNews(hear: Hear): void {
  const hearing = useContext(NewsContext);
  const latest = useRef(hear);
  latest.current = hear;
  useEffect(() => hearing?.((news) => latest.current(news)), [hearing]);
}

/** Pieces of news within so many milliseconds bring the page up to date once. */
const togetherMs = 150;

/** Brings the page up to date when something is written that it shows. */
export function useFresh(concerns: (news: Heard) => boolean): void {
  const lookAgain = useLookAgain();
  const soon = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(soon.current), []);
  useNews((news) => {
    if (news.what !== 'missed' && !concerns(news)) return;
    soon.current ??= setTimeout(() => {
      soon.current = undefined;
      void lookAgain();
    }, togetherMs);
  });
}

/** What an athlete's pages are brought up to date by. */
export const useFreshFor = (athleteId: string) => useFresh(({ id }) => id === athleteId);
