import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { useNews } from '~/app/lib/news';
import { useOutbox } from '~/app/lib/outbox/outbox';
import type { LiveCard } from '~/core/coach/live/card';
import type { GroupState } from '~/core/coach/live/group';
import { isOpenEnded, type LiveSettings, usualLive } from '~/core/coach/live/state';
import type { LiveEvent } from '~/core/coach/live/step';
import { type LiveGroup, makeLiveGroup } from './live-group';

/** Told of an event but its time, which is now. */
export type Deed = LiveEvent extends infer E
  ? E extends unknown
    ? Omit<E, 'atMs' | 'wallMs'>
    : never
  : never;

/** How often the state is asked what time has brought. */
const tickMs = 100;
/** How often the card on the server is looked at again. */
const cardEveryMs = 15_000;
const settingsKey = 'zest-pillar.live-settings';

/** Somebody whose session can be taken to the mat. */
export interface LivePerson {
  readonly sessionId: string;
  readonly name: string;
  readonly minutes: number;
  readonly exercises: number;
}

export interface CardAnswer {
  readonly card: LiveCard;
  readonly logId: string | null;
}
/** Asks for a card; undefined when it is not to be had now. */
export type LoadCard = (sessionId: string) => Promise<CardAnswer | undefined>;

export function loadSettings(): LiveSettings {
  try {
    return {
      ...usualLive,
      ...(JSON.parse(localStorage.getItem(settingsKey) ?? '{}') as Partial<LiveSettings>),
    };
  } catch {
    return usualLive;
  }
}

/** An event with its moment, by the steady clock and by that of the wall. */
export const now = (deed: Deed, atMs = performance.now()): LiveEvent =>
  ({ ...deed, atMs, wallMs: Date.now() }) as LiveEvent;

/** The sessions under way on this page: they run, survive a reload, and tell of themselves as they go. */
export function useLive(owner: string, loadCard: LoadCard) {
  const { keep } = useOutbox();
  const [group] = useState<LiveGroup>(() => makeLiveGroup(owner, (...entries) => keep(...entries)));
  const state = useSyncExternalStore<GroupState>(group.subscribe, group.read, group.read);
  const [restored, setRestored] = useState<boolean>();
  useEffect(() => setRestored(group.takeUp()), [group]);

  const running = state.lanes.some(isOpenEnded);
  useEffect(() => {
    if (!running) return;
    const look = () => group.send({ type: 'all', event: now({ type: 'tick' }) });
    const timer = setInterval(look, tickMs);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [group, running]);

  // The second it is left at is kept, not the last tap.
  useEffect(() => {
    const timer = setInterval(group.save, 2000);
    window.addEventListener('pagehide', group.save);
    return () => {
      clearInterval(timer);
      window.removeEventListener('pagehide', group.save);
    };
  }, [group]);

  const ids = state.lanes.map(({ card }) => card.sessionId).join();
  const look = useCallback(async () => {
    for (const sessionId of ids.split(',').filter(Boolean)) {
      const found = await loadCard(sessionId);
      if (!found) continue;
      if (found.logId) group.loggedElsewhere(sessionId, found.logId);
      group.send({ type: 'lane', sessionId, event: now({ type: 'changed', card: found.card }) });
    }
  }, [group, ids, loadCard]);
  useEffect(() => {
    if (!running) return;
    const ask = () => {
      if (document.visibilityState === 'visible' && navigator.onLine) void look();
    };
    if (restored) ask();
    const timer = setInterval(ask, cardEveryMs);
    window.addEventListener('online', ask);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', ask);
    };
  }, [running, look, restored]);

  // What somebody else wrote of these athletes is looked at when it is written; one's own sets are known.
  useNews(({ what, id }) => {
    if (!running || what === 'log.keep_set' || what === 'log.take_back_set') return;
    if (what === 'missed' || group.read().lanes.some(({ card }) => card.athleteId === id)) void look();
  });

  const join = useCallback(
    ({ card, logId }: CardAnswer, minutes?: number) => {
      group.send({
        type: 'join',
        card,
        atMs: performance.now(),
        wallMs: Date.now(),
        settings: loadSettings(),
        minutes,
      });
      if (logId) group.loggedElsewhere(card.sessionId, logId);
    },
    [group],
  );
  const settings = useCallback(
    (change: Partial<LiveSettings>) => {
      try {
        localStorage.setItem(settingsKey, JSON.stringify({ ...loadSettings(), ...change }));
      } catch {
        // Forbidden or full: it holds until the page is left.
      }
      group.send({ type: 'all', event: { type: 'settings', settings: change } });
    },
    [group],
  );
  return useMemo(
    () => ({ group, state, restored, running, join, settings }),
    [group, state, restored, running, join, settings],
  );
}
export type Live = ReturnType<typeof useLive>;
