import type { SideKey } from '~/core/catalogue/qualities';
import { plannedSets } from '~/core/coach/planned-sets';
import { changeOverS, workSeconds } from '~/core/dose/work';
import { formAt, type LiveCard, type LiveForm, type LiveItem, type Steps } from './card';

/** The order of a session: which set of which exercise on which side comes when, and how long is rested before it. */

export const skipReasons = ['time', 'kit', 'tired', 'pain', 'changed', 'stopped', 'other'] as const;
export type SkipReason = (typeof skipReasons)[number];

/** What was done of a set. */
export interface TurnResult {
  readonly rungId: string;
  readonly asked: number;
  /** Clean up to the loss, in the rung's unit. */
  readonly done: number;
  readonly faultId: string | null;
  readonly load: LiveForm['load'];
  readonly lever: number | null;
  /** Faults that were put right within the set. */
  readonly corrected: readonly string[];
}

/** One set on one side. */
export interface LiveTurn {
  readonly itemId: string;
  readonly setNo: number;
  readonly side: SideKey;
  readonly result?: TurnResult | undefined;
  readonly skipped?: SkipReason | undefined;
}

export const isOpen = (turn: LiveTurn): boolean => turn.result === undefined && turn.skipped === undefined;
export const sameTurn = (a: LiveTurn, b: LiveTurn): boolean =>
  a.itemId === b.itemId && a.setNo === b.setNo && a.side === b.side;
export const turnKey = ({ itemId, setNo, side }: LiveTurn): string => `${itemId}|${setNo}|${side}`;

/** Exercises that take turns: neighbours under one letter, or all but the opener when the session goes in rounds. */
function groupsOf(items: readonly LiveItem[], inRounds: boolean): LiveItem[][] {
  const groups: LiveItem[][] = [];
  let last: string | null = null;
  for (const item of items) {
    const letter = inRounds ? (item.role === 'opener' ? null : 'round') : (item.pair?.[0] ?? null);
    const group = groups.at(-1);
    if (letter !== null && letter === last && group) group.push(item);
    else groups.push([item]);
    last = letter;
  }
  return groups;
}

const setsOf = (item: LiveItem, steps: Steps): LiveTurn[] =>
  plannedSets({ ...item, sided: formAt(item, steps[item.id] ?? 0).sided }).map(({ setNo, side }) => ({
    itemId: item.id,
    setNo,
    side,
  }));

/** All sets of a session in the order they are done: the weaker side first, those that take turns set by set. */
export function turnsOf(items: readonly LiveItem[], inRounds: boolean, steps: Steps = {}): LiveTurn[] {
  return groupsOf(items, inRounds).flatMap((group) => {
    const sets = group.map((item) => setsOf(item, steps));
    const rounds = Math.max(0, ...sets.flat().map(({ setNo }) => setNo));
    return Array.from({ length: rounds }, (_, i) =>
      sets.flatMap((its) => its.filter(({ setNo }) => setNo === i + 1)),
    ).flat();
  });
}

/** Is a set over that may have been done with other sides than it has now? */
export const isOver = (turn: LiveTurn, over: readonly LiveTurn[]): boolean => {
  const its = over.filter(({ itemId, setNo }) => itemId === turn.itemId && setNo === turn.setNo);
  return (
    its.some(({ side }) => side === turn.side || side === 'both') ||
    (turn.side === 'both' &&
      its.some(({ side }) => side === 'left') &&
      its.some(({ side }) => side === 'right'))
  );
};

/** Turning to the other side, and back to an exercise whose place and kit stand ready, seconds. */
export const turnOverS = { side: 8, known: 10 } as const;

/**
 * The moment a set may begin, after the one before ended: the time to change over, and until its exercise has rested as long
 * as it asks. Who takes turns rests while the other works.
 *
 * @param endedMs the moment the set before ended
 * @param lastEndMs the moment the last set of the next one's exercise ended; undefined for its first
 */
export function restUntilMs(
  next: { readonly turn: LiveTurn; readonly restS: number },
  before: LiveTurn,
  endedMs: number,
  lastEndMs: number | undefined,
): number {
  const { turn, restS } = next;
  if (turn.itemId === before.itemId && turn.setNo === before.setNo) return endedMs + turnOverS.side * 1000;
  if (lastEndMs === undefined) return endedMs + changeOverS * 1000;
  const changing = turn.itemId === before.itemId ? 0 : turnOverS.known * 1000;
  return Math.max(endedMs + changing, lastEndMs + restS * 1000);
}

/** Seconds that what is still open takes: work, rests, changing over. */
export function secondsLeft(
  { items }: Pick<LiveCard, 'items'>,
  turns: readonly LiveTurn[],
  steps: Steps,
): number {
  let atMs = 0;
  let before: LiveTurn | undefined;
  const ends = new Map<string, number>();
  for (const turn of turns.filter(isOpen)) {
    const item = items.find(({ id }) => id === turn.itemId);
    if (!item) continue;
    const { unit, amount, tempo, restS } = formAt(item, steps[item.id] ?? 0);
    atMs = before ? restUntilMs({ turn, restS }, before, atMs, ends.get(item.id)) : atMs + changeOverS * 1000;
    atMs += workSeconds(unit, amount, tempo) * 1000;
    ends.set(item.id, atMs);
    before = turn;
  }
  return atMs / 1000;
}

/** What goes first when time is short: the last of these, from the end of the session. */
const kept = ['main', 'opener', 'accessory', 'keep', 'neck'] as const;

/**
 * The open sets that fit so many minutes: whole exercises go first, those that matter least and stand last; the focus and then
 * the other main exercises stay longest. At least one set stays.
 */
export function fitting(
  card: Pick<LiveCard, 'items' | 'focus'>,
  turns: readonly LiveTurn[],
  steps: Steps,
  minutes: number,
): LiveTurn[] {
  const open = turns.filter(isOpen);
  const worth = (item: LiveItem) =>
    item.quality === card.focus && item.role !== 'opener' ? -1 : kept.indexOf(item.role ?? 'main');
  const order = card.items
    .filter(({ id }) => open.some(({ itemId }) => itemId === id))
    .map((item, at) => ({ item, at }))
    .sort((a, b) => worth(a.item) - worth(b.item) || a.at - b.at)
    .map(({ item }) => item.id);
  let left = open;
  const fits = () => secondsLeft(card, left, steps) <= minutes * 60;
  while (!fits() && order.length > 1) {
    const gone = order.pop();
    left = left.filter(({ itemId }) => itemId !== gone);
  }
  while (!fits() && new Set(left.map(({ setNo }) => setNo)).size > 1) {
    const last = Math.max(...left.map(({ setNo }) => setNo));
    left = left.filter(({ setNo }) => setNo !== last);
  }
  return left;
}
