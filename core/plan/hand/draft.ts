import { addDays, daysBetween, type IsoDay } from '~/core/body/dates';
import type { LadderQuality } from '~/core/dose/choose';
import type { WayOut } from '../lp/colliding';
import type { DoseCell, PeriodiseInput, PlanWeek } from '../season';
import type { Giving, Lock, PhaseStart } from './by-hand';

/** A season that is being moved by hand: what is set in it so far, as steps that can be taken back. */

export interface Draft {
  readonly locks: readonly Lock[];
  readonly giving: readonly Giving[];
  /** Undefined: phases lie where the rules lay them. */
  readonly phaseStarts: readonly PhaseStart[] | undefined;
  /** Events that were moved, by id. */
  readonly events: Readonly<Record<string, IsoDay>>;
  /** Days without training that were moved, by id. */
  readonly blackouts: Readonly<Record<string, { readonly from: IsoDay; readonly to: IsoDay }>>;
}

export const draftOf = (input: Pick<PeriodiseInput, 'locks' | 'giving' | 'phaseStarts'>): Draft => ({
  locks: input.locks ?? [],
  giving: input.giving ?? [],
  phaseStarts: input.phaseStarts,
  events: {},
  blackouts: {},
});

/** The season's input with what is set by hand. */
export const inputWith = (input: PeriodiseInput, draft: Draft): PeriodiseInput => ({
  ...input,
  locks: draft.locks,
  giving: draft.giving,
  phaseStarts: draft.phaseStarts,
  events: input.events.map((event) => ({ ...event, onDate: draft.events[event.id] ?? event.onDate })),
  blackouts: input.blackouts.map((off) => ({ ...off, ...(draft.blackouts[off.id ?? ''] ?? {}) })),
});

const isAt = (startsOn: IsoDay, quality: LadderQuality) => (one: Pick<Lock, 'startsOn' | 'quality'>) =>
  one.startsOn === startsOn && one.quality === quality;

/** Locks a quality of a week at so many sets. */
export const lockSets = (draft: Draft, lock: Lock): Draft => ({
  ...draft,
  locks: [...draft.locks.filter((one) => !isAt(lock.startsOn, lock.quality)(one)), lock],
});

/** Lets go of locks: of a week, of a quality, of both, or of all. */
export const letGo = (
  draft: Draft,
  of: { readonly startsOn?: IsoDay | undefined; readonly quality?: LadderQuality | undefined } = {},
): Draft => ({
  ...draft,
  locks: draft.locks.filter(
    (lock) =>
      (of.startsOn !== undefined && lock.startsOn !== of.startsOn) ||
      (of.quality !== undefined && lock.quality !== of.quality),
  ),
});

/** The lock that keeps a quality of a week as its cells are; the side that does more is the weaker one. */
export function lockOfCells(
  startsOn: IsoDay,
  quality: LadderQuality,
  cells: readonly Pick<DoseCell, 'quality' | 'sets'>[],
): Lock {
  const sets = cells.filter((cell) => cell.quality === quality).map((cell) => cell.sets);
  const [least, most] = [Math.min(...sets), Math.max(...sets)];
  if (sets.length === 0) return { startsOn, quality, sets: 0 };
  return { startsOn, quality, sets: least, ...(most > least ? { weaker: most } : {}) };
}

/** Locks what is planned in some weeks as it stands: all of it, or of one quality. */
export function lockAsPlanned(
  draft: Draft,
  weeks: readonly Pick<PlanWeek, 'startsOn' | 'cells'>[],
  only?: LadderQuality,
): Draft {
  return weeks.reduce((all, { startsOn, cells }) => {
    const qualities = [...new Set(cells.map(({ quality }) => quality))].filter(
      (quality) => only === undefined || quality === only,
    );
    return qualities.reduce((now, quality) => lockSets(now, lockOfCells(startsOn, quality, cells)), all);
  }, draft);
}

/** Where phases begin in some weeks. */
export const startsOf = (weeks: readonly Pick<PlanWeek, 'startsOn' | 'phase'>[]): PhaseStart[] =>
  weeks
    .filter((week, i) => week.phase !== weeks[i - 1]?.phase)
    .map(({ startsOn, phase }) => ({ startsOn, phase }));

/**
 * Moves the edge at which a phase begins by whole weeks. It stays between its neighbours: no phase is pushed out whole, and the
 * week of the event the phases lead to keeps what it is.
 *
 * @param edge place of the phase among those that begin in these weeks; the first has no edge to move
 * @returns the draft as it was when the edge cannot move so far
 */
export function moveEdge(
  draft: Draft,
  weeks: readonly Pick<PlanWeek, 'startsOn' | 'phase'>[],
  edge: number,
  by: number,
): Draft {
  const starts = startsOf(weeks);
  const moved = starts[edge];
  const before = starts[edge - 1];
  if (!moved || !before || by === 0) return draft;
  const startsOn = addDays(moved.startsOn, 7 * by);
  const last = weeks.at(-1)?.startsOn ?? startsOn;
  const after = starts[edge + 1]?.startsOn ?? addDays(last, 7);
  if (startsOn <= before.startsOn || startsOn >= after) return draft;
  return { ...draft, phaseStarts: starts.map((one, i) => (i === edge ? { ...one, startsOn } : one)) };
}

export const moveEvent = (draft: Draft, id: string, onDate: IsoDay): Draft => ({
  ...draft,
  events: { ...draft.events, [id]: onDate },
});

/** Moves days off as they are, or one of their ends. */
export function moveBlackout(
  draft: Draft,
  off: { readonly id: string; readonly from: IsoDay; readonly to: IsoDay },
  by: { readonly from: number; readonly to: number },
): Draft {
  const from = addDays(off.from, by.from);
  const to = addDays(off.to, by.to);
  return daysBetween(from, to) < 0
    ? draft
    : { ...draft, blackouts: { ...draft.blackouts, [off.id]: { from, to } } };
}

/** Takes a way out of what collides. */
export function take(draft: Draft, way: WayOut): Draft {
  if (way.kind === 'rule') return { ...draft, giving: [...draft.giving, ...way.giving] };
  return way.changes.reduce((all, { lock, to }) => {
    const without = letGo(all, lock);
    // Nought where nothing can be is no lock.
    return to.sets === 0 ? without : lockSets(without, to);
  }, draft);
}

/** What differs of two lists by key: what is new or other in `now`, and the keys that are gone. */
function differences<T>(was: readonly T[], now: readonly T[], keyOf: (one: T) => string) {
  const before = new Map(was.map((one) => [keyOf(one), JSON.stringify(one)]));
  const kept = new Set(now.map(keyOf));
  return {
    put: now.filter((one) => before.get(keyOf(one)) !== JSON.stringify(one)),
    gone: new Set([...before.keys()].filter((key) => !kept.has(key))),
  };
}

const lockKey = ({ startsOn, quality }: Lock) => `${startsOn}|${quality}`;
const givingKey = ({ startsOn, rule, quality }: Giving) => `${startsOn}|${rule}|${quality ?? ''}`;

/**
 * What one coach changed since `base`, put on what stands now: each change alone, so that nothing else of either is lost. Where
 * both changed the same, it is the one that is put on top.
 */
export function onTopOf(base: Draft, mine: Draft, theirs: Draft): Draft {
  const merged = <T>(of: (draft: Draft) => readonly T[], keyOf: (one: T) => string): T[] => {
    const { put, gone } = differences(of(base), of(mine), keyOf);
    const keys = new Set(put.map(keyOf));
    return [...of(theirs).filter((one) => !gone.has(keyOf(one)) && !keys.has(keyOf(one))), ...put];
  };
  const phasesMoved = JSON.stringify(base.phaseStarts) !== JSON.stringify(mine.phaseStarts);
  return {
    locks: merged(({ locks }) => locks, lockKey),
    giving: merged(({ giving }) => giving, givingKey),
    phaseStarts: phasesMoved ? mine.phaseStarts : theirs.phaseStarts,
    events: { ...theirs.events, ...mine.events },
    blackouts: { ...theirs.blackouts, ...mine.blackouts },
  };
}

/** How many things a draft changes. */
export function changesIn(base: Draft, draft: Draft): number {
  const count = <T>(was: readonly T[], now: readonly T[], keyOf: (one: T) => string) => {
    const { put, gone } = differences(was, now, keyOf);
    return put.length + gone.size;
  };
  return (
    count(base.locks, draft.locks, lockKey) +
    count(base.giving, draft.giving, givingKey) +
    // However many begin with other weeks: phases were moved.
    (JSON.stringify(base.phaseStarts) === JSON.stringify(draft.phaseStarts) ? 0 : 1) +
    Object.keys(draft.events).length +
    Object.keys(draft.blackouts).length
  );
}

/** Steps of a draft: what was before, and what was taken back. */
export interface Steps {
  readonly past: readonly Draft[];
  readonly now: Draft;
  readonly future: readonly Draft[];
}

const mostSteps = 200;

export const begin = (now: Draft): Steps => ({ past: [], now, future: [] });
export const step = (steps: Steps, next: Draft): Steps =>
  JSON.stringify(next) === JSON.stringify(steps.now)
    ? steps
    : { past: [...steps.past, steps.now].slice(-mostSteps), now: next, future: [] };
export function undo(steps: Steps): Steps {
  const before = steps.past.at(-1);
  if (!before) return steps;
  return { past: steps.past.slice(0, -1), now: before, future: [steps.now, ...steps.future] };
}
export function redo(steps: Steps): Steps {
  const [next, ...future] = steps.future;
  return next ? { past: [...steps.past, steps.now], now: next, future } : steps;
}
