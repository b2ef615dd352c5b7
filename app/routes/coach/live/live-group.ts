import { v7 as uuidv7 } from 'uuid';
import { loadLive, rememberKept, saveLive, type Told } from '~/app/lib/live-store';
import { judgePain } from '~/core/clear/pain';
import { type GroupEvent, type GroupState, stepGroup } from '~/core/coach/live/group';
import { doneSets, logOf } from '~/core/coach/live/outcome';
import type { LiveState } from '~/core/coach/live/state';
import type { SyncEntryInput } from '~/core/sync/entries';

/** Sessions under way on this page, outside of React: time passes without anything being drawn anew. */

const newTold = (): Told => ({
  logId: uuidv7(),
  painId: uuidv7(),
  painTold: false,
  mergeWith: null,
  sets: {},
});

const unseen: ReadonlySet<string> = new Set(['seenMs', 'seenWallMs']);
/** Nothing but the time it was last looked at has changed. */
const sameToSee = (a: LiveState, b: LiveState): boolean =>
  a === b ||
  Object.keys(a).every((key) => unseen.has(key) || a[key as keyof LiveState] === b[key as keyof LiveState]);

export interface LiveGroup {
  readonly read: () => GroupState;
  readonly subscribe: (listener: () => void) => () => void;
  readonly send: (event: GroupEvent) => void;
  /** Takes up what was under way on this device; gives whether there was anything. */
  readonly takeUp: () => boolean;
  /** Another device has logged this session. */
  readonly loggedElsewhere: (sessionId: string, logId: string) => void;
  readonly isLoggedElsewhere: (sessionId: string) => boolean;
  /** Sends the log of a session whose questions are answered. */
  readonly finish: (sessionId: string) => void;
  /** Is what is under way kept on this device? */
  readonly isStored: () => boolean;
  readonly save: () => void;
}

/**
 * @param keep puts entries into the outbox
 */
export function makeLiveGroup(
  owner: string,
  keep: (...entries: readonly SyncEntryInput[]) => Promise<void>,
): LiveGroup {
  let state: GroupState = { lanes: [], shown: undefined };
  let drawn = state;
  let told: Readonly<Record<string, Told>> = {};
  let stored = true;
  let saved: unknown[] = [];
  const listeners = new Set<() => void>();
  const toldOf = (sessionId: string): Told => told[sessionId] ?? newTold();
  const say = (sessionId: string, change: Partial<Told>) => {
    told = { ...told, [sessionId]: { ...toldOf(sessionId), ...change } };
  };

  const save = () => {
    if (saved[0] === state && saved[1] === told && stored) return;
    saved = [state, told];
    stored = saveLive(owner, {
      shown: state.shown,
      lanes: state.lanes
        .filter(({ phase }) => phase !== 'sent')
        .map((lane) => ({ state: lane, told: toldOf(lane.card.sessionId) })),
    });
  };

  /** Sends what was done since it was last told: sets one by one, sets taken back, a pain that ends the session. */
  const tell = (lane: LiveState) => {
    const { sessionId } = lane.card;
    if (lane.phase === 'sent') return;
    const { sets: before, painId, painTold } = toldOf(sessionId);
    const sets: Record<string, { id: string; said: string }> = {};
    const entries: SyncEntryInput[] = [];
    for (const { set } of doneSets(lane)) {
      const key = `${set.rungId}|${set.setNo}|${set.side}`;
      const said = JSON.stringify(set);
      const known = before[key];
      if (known?.said === said) sets[key] = known;
      else {
        const id = uuidv7();
        sets[key] = { id, said };
        entries.push({ op: 'set', set: { ...set, id, sessionId } });
      }
    }
    for (const [key, { said }] of Object.entries(before)) {
      if (sets[key]) continue;
      const { rungId, setNo, side } = JSON.parse(said);
      entries.push({ op: 'unset', set: { sessionId, rungId, setNo, side } });
    }
    const { pain } = lane;
    const ends =
      pain?.score !== undefined &&
      (pain.score === 0 || pain.region !== undefined) &&
      judgePain(pain.score, pain.region, lane.card.pain) === 'end';
    if (pain?.score !== undefined && ends && !painTold)
      entries.unshift({
        op: 'pain',
        pain: {
          id: painId,
          sessionId,
          score: pain.score,
          region: pain.region ?? null,
          rungId: pain.rungId,
        },
      });
    if (entries.length === 0) return;
    say(sessionId, { sets, painTold: painTold || ends });
    void keep(...entries);
  };

  const settle = (next: GroupState) => {
    if (next === state) return;
    const before = state;
    state = next;
    // The ids of what will be sent are made once, so that nothing can be sent twice.
    for (const { card } of next.lanes) if (!told[card.sessionId]) say(card.sessionId, {});
    const seen =
      next.shown === before.shown &&
      next.lanes.length === before.lanes.length &&
      next.lanes.every((lane, i) => sameToSee(lane, before.lanes[i] as LiveState));
    if (seen) return;
    for (const lane of next.lanes)
      if (!before.lanes.some((other) => other.turns === lane.turns && other.pain === lane.pain)) tell(lane);
    drawn = next;
    save();
    for (const listener of listeners) listener();
  };

  return {
    read: () => drawn,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    send: (event) => settle(stepGroup(state, event)),
    takeUp: () => {
      const found = loadLive(owner);
      if (!found || found.lanes.length === 0) return false;
      told = Object.fromEntries(found.lanes.map((lane) => [lane.state.card.sessionId, lane.told]));
      settle({ lanes: found.lanes.map((lane) => lane.state), shown: found.shown });
      return true;
    },
    loggedElsewhere: (sessionId, logId) => {
      if (toldOf(sessionId).mergeWith === logId || toldOf(sessionId).logId === logId) return;
      say(sessionId, { mergeWith: logId });
      drawn = { ...state };
      save();
      for (const listener of listeners) listener();
    },
    isLoggedElsewhere: (sessionId) => toldOf(sessionId).mergeWith !== null,
    finish: (sessionId) => {
      const lane = state.lanes.find(({ card }) => card.sessionId === sessionId);
      const { logId, painId, painTold, mergeWith } = toldOf(sessionId);
      const log = lane && logOf(lane, logId, painTold ? painId : null, new Date().toISOString());
      if (!log) return;
      void keep({ op: 'log', log: { ...log, mergeWith } });
      rememberKept(owner, sessionId);
      settle(stepGroup(state, { type: 'lane', sessionId, event: { type: 'sent' } }));
    },
    isStored: () => stored,
    save,
  };
}
