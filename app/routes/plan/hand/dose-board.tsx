import clsx from 'clsx';
import { type KeyboardEvent, memo, useMemo, useRef } from 'react';
import { weekText } from '~/app/lib/format';
import { type QualityId, qualityIds, sideKeysOf } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import type { Lock } from '~/core/plan/hand/by-hand';
import { qualityWord } from '~/core/plan/hand/words';
import type { PlanWeek } from '~/core/plan/season';
import { counted, sentence } from '~/core/words/counted';
import { useDrag } from './drag';

/** Weeks as columns, qualities as courses of stones from foot to head, the sets of each week as its stone's height. */

export interface Picked {
  readonly week: number;
  readonly quality: LadderQuality;
}

interface BoardProps {
  readonly weeks: readonly PlanWeek[];
  /** What it is compared with, drawn in outline. */
  readonly ghost: readonly PlanWeek[] | undefined;
  readonly locks: readonly Lock[];
  readonly width: number;
  readonly picked: Picked;
  readonly onPick: (picked: Picked) => void;
  /** Sets of a quality while they are dragged, and where they were let go. */
  readonly onDrag: (at: Picked, sets: number) => void;
  readonly onSet: (at: Picked, sets: number) => void;
  readonly onCancel: () => void;
  /** Locks what is planned, or lets go of it. */
  readonly onLock: (at: Picked) => void;
  readonly onLockRow: (quality: LadderQuality) => void;
}

const rowHeight = 34;
/** Pixels a pointer is dragged for one set. */
const pixelsPerSet = 9;

/** Rows from head to foot, as the pillar stands. */
export const boardRows = (weeks: readonly PlanWeek[]): LadderQuality[] => {
  const planned = new Set(weeks.flatMap(({ cells }) => cells.map((cell) => cell.quality as string)));
  return [...(planned.has('neck_control') ? (['neck_control'] as const) : []), ...qualityIds.toReversed()];
};

const setsBySide = (week: PlanWeek | undefined, id: LadderQuality): readonly number[] => {
  const sides = id === 'neck_control' ? (['both'] as const) : sideKeysOf(id as QualityId);
  return sides.map(
    (side) => week?.cells.find((cell) => cell.quality === id && cell.side === side)?.sets ?? 0,
  );
};

/** Sets in words: "4 sets", "left 5, right 4 sets". */
const setsText = (sets: readonly number[]): string =>
  sets.length < 2 || sets[0] === sets[1]
    ? counted(sets[0] ?? 0, 'set')
    : `left ${sets[0]}, right ${counted(sets[1] ?? 0, 'set')}`;

/** Weeks and rows a key moves by, and sets. */
const moves: Readonly<Record<string, readonly [weeks: number, rows: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
  Home: [-200, 0],
  End: [200, 0],
  PageUp: [-4, 0],
  PageDown: [4, 0],
};
const setKeys: Readonly<Record<string, number>> = { '+': 1, '=': 1, '-': -1, Delete: -200 };

interface CellProps {
  readonly sets: readonly number[];
  readonly was: readonly number[] | undefined;
  readonly most: number;
  readonly low: boolean;
  readonly main: boolean;
  readonly off: boolean;
  readonly lock: Lock | undefined;
  readonly label: string;
  readonly picked: boolean;
  readonly current: boolean;
  readonly figure: boolean;
  readonly width: number;
  readonly at: Picked;
  /** The same object for as long as the board stands: a cell is drawn again only when it looks different. */
  readonly acts: Acts;
}

interface Acts extends Pick<BoardProps, 'onPick' | 'onDrag' | 'onSet' | 'onCancel'> {
  readonly onKey: (at: Picked, sets: number, event: KeyboardEvent) => void;
}

const heightOf = (sets: number, most: number): number =>
  sets === 0 ? 0 : Math.max(3, Math.round((sets / most) * (rowHeight - 5)));

const Cell = memo(
  function Cell(props: CellProps) {
    const { sets, was, most, lock, picked, at, acts } = props;
    // The sets at the moment the pointer went down: what is dragged is measured from there.
    const from = useRef(0);
    // What is locked is what was asked for, also while it collides.
    const strong = lock?.sets ?? Math.min(...sets);
    const drag = useDrag({
      onStart: () => {
        from.current = strong;
        acts.onPick(at);
      },
      onMove: ({ dy }) => {
        const next = Math.max(0, from.current - Math.round(dy / pixelsPerSet));
        if (next !== strong || lock) acts.onDrag(at, next);
      },
      onEnd: ({ dy }) => {
        const by = Math.round(dy / pixelsPerSet);
        if (by === 0) acts.onCancel();
        else acts.onSet(at, Math.max(0, from.current - by));
      },
      onCancel: () => acts.onCancel(),
    });
    return (
      // biome-ignore lint/a11y/useSemanticElements: a grid that is moved through by arrow keys
      <div
        {...drag}
        role="gridcell"
        tabIndex={picked ? 0 : -1}
        aria-label={props.label}
        aria-selected={picked}
        title={props.label}
        className={clsx('hand-cell', props.current && 'bg-sand/60', props.off && 'hand-cell-off')}
        style={{ width: `${props.width}px` }}
        onKeyDown={(event) => acts.onKey(at, strong, event)}
        onClick={() => acts.onPick(at)}
      >
        {sets.map((count, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: left and right stand where they stand
          <span key={i} className="relative flex grow basis-0 items-end">
            {was && was[i] !== count ? (
              <span className="hand-ghost" style={{ height: `${heightOf(was[i] ?? 0, most)}px` }} />
            ) : null}
            <span
              className={clsx('hand-stone', props.low && 'hand-stone-low', props.main && 'hand-stone-main')}
              style={{ height: `${heightOf(count, most)}px` }}
            />
          </span>
        ))}
        {props.figure && strong > 0 ? (
          <span className="hand-figure figures">
            {sets[0] === (sets[1] ?? sets[0]) ? strong : sets.join('|')}
          </span>
        ) : null}
        {lock ? <span className="hand-peg" /> : null}
      </div>
    );
  },
  (a, b) =>
    a.picked === b.picked &&
    a.current === b.current &&
    a.width === b.width &&
    a.most === b.most &&
    a.label === b.label &&
    a.low === b.low &&
    a.lock === b.lock &&
    a.main === b.main &&
    a.off === b.off &&
    a.figure === b.figure &&
    a.acts === b.acts &&
    String(a.was) === String(b.was),
);

export function DoseBoard(props: BoardProps) {
  const { weeks, ghost, locks, width, picked, onPick, onSet, onLock, onLockRow } = props;
  const grid = useRef<HTMLDivElement>(null);
  const rows = boardRows(weeks);
  const most = Math.max(
    1,
    ...[...weeks, ...(ghost ?? [])].flatMap(({ cells }) => cells.map(({ sets }) => sets)),
  );
  const lockOf = new Map(locks.map((lock) => [`${lock.startsOn}|${lock.quality}`, lock]));
  const ghostOf = new Map(ghost?.map((week) => [week.startsOn, week]));

  /** Moves to another cell, and the focus with it. */
  const go = (at: Picked) => {
    onPick(at);
    const place = `[data-at="${at.week}|${at.quality}"] > [role=gridcell]`;
    requestAnimationFrame(() => grid.current?.querySelector<HTMLElement>(place)?.focus());
  };

  const onKey = (at: Picked, sets: number, event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const row = rows.indexOf(at.quality);
    const to = (by: number, down: number) => {
      const week = Math.max(0, Math.min(weeks.length - 1, at.week + by));
      go({ week, quality: rows[Math.max(0, Math.min(rows.length - 1, row + down))] ?? at.quality });
    };
    const move = moves[event.key];
    const set = setKeys[event.key];
    if (move) to(...move);
    else if (set !== undefined) onSet(at, Math.max(0, sets + set));
    else if (event.key.toLowerCase() === 'l' || event.key === ' ') onLock(at);
    else return;
    event.preventDefault();
  };

  const latest = useRef({ ...props, onKey });
  latest.current = { ...props, onKey };
  const acts = useMemo(
    (): Acts => ({
      onPick: (at) => latest.current.onPick(at),
      onDrag: (at, sets) => latest.current.onDrag(at, sets),
      onSet: (at, sets) => latest.current.onSet(at, sets),
      onCancel: () => latest.current.onCancel(),
      onKey: (at, sets, event) => latest.current.onKey(at, sets, event),
    }),
    [],
  );

  return (
    // biome-ignore lint/a11y/useSemanticElements: a table of 500 moving parts, none of them a data cell alone
    <div ref={grid} role="grid" aria-label="Sets by week and quality" className="hand-board">
      {rows.map((id) => {
        const lockedWeeks = locks.filter((lock) => lock.quality === id).length;
        return (
          // biome-ignore lint/a11y/useSemanticElements: see the grid
          // biome-ignore lint/a11y/useFocusableInteractive: its cells are
          <div key={id} role="row" className="flex">
            {/* biome-ignore lint/a11y/useSemanticElements: see the grid */}
            {/* biome-ignore lint/a11y/useFocusableInteractive: it holds a button */}
            <div role="rowheader" className="hand-name">
              <button
                type="button"
                onClick={() => onLockRow(id)}
                aria-label={
                  lockedWeeks > 0 ? `Let go of ${qualityWord(id)}` : `Lock ${qualityWord(id)} as planned`
                }
                title={
                  lockedWeeks > 0 ? `Let go of ${qualityWord(id)}` : `Lock ${qualityWord(id)} as planned`
                }
                className="hand-row-lock"
              >
                <span
                  aria-hidden="true"
                  className={lockedWeeks > 0 ? 'hand-peg-mark' : 'hand-peg-mark hollow'}
                />
              </button>
              {sentence(qualityWord(id))}
            </div>
            {weeks.map((week, i) => {
              const at = { week: i, quality: id };
              const sets = setsBySide(week, id);
              const before = ghostOf.get(week.startsOn);
              const was = before ? setsBySide(before, id) : undefined;
              const lock = lockOf.get(`${week.startsOn}|${id}`);
              const changed = was && String(was) !== String(sets) ? `, before ${setsText(was)}` : '';
              return (
                <div key={week.startsOn} data-at={`${i}|${id}`} className="contents">
                  <Cell
                    sets={sets}
                    was={was}
                    most={most}
                    low={week.kind !== 'load'}
                    main={week.cells.some((cell) => cell.quality === id && cell.tier === 'main')}
                    off={week.sessions === 0}
                    lock={lock}
                    label={`${sentence(qualityWord(id))}, ${weekText(week.startsOn)}: ${setsText(sets)}${lock ? `, locked at ${lock.sets}` : ''}${changed}`}
                    picked={picked.week === i && picked.quality === id}
                    current={picked.week === i}
                    figure={width >= 44}
                    width={width}
                    at={at}
                    acts={acts}
                  />
                </div>
              );
            })}
          </div>
        );
      })}
      {/* biome-ignore lint/a11y/useSemanticElements: see the grid */}
      {/* biome-ignore lint/a11y/useFocusableInteractive: its cells are read, not moved */}
      <div role="row" className="flex">
        {/* biome-ignore lint/a11y/useSemanticElements: see the grid */}
        {/* biome-ignore lint/a11y/useFocusableInteractive: it is read */}
        <div role="rowheader" className="hand-name text-quiet">
          Minutes
        </div>
        {weeks.map((week) => (
          // biome-ignore lint/a11y/useSemanticElements: see the grid
          // biome-ignore lint/a11y/useFocusableInteractive: it is read
          <div
            key={week.startsOn}
            role="gridcell"
            className="figures grid h-7 shrink-0 place-items-center text-fine text-quiet"
            style={{ width: `${width}px` }}
            title={`${week.minutes} of ${week.minutesAvailable} minutes`}
          >
            {week.minutes}
          </div>
        ))}
      </div>
    </div>
  );
}
