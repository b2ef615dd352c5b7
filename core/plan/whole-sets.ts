import type { QualityId, SideKey } from '~/core/catalogue/qualities';
import { sideKeysOf } from '~/core/catalogue/qualities';
import { planDefaults as d, flexionShare } from './defaults';
import type { FrameRow, FrameWeek, SeasonFrame } from './frame';
import type { Cell } from './lp/cells';
import type { Solved } from './lp/closing';
import { evaluate } from './lp/linear';
import type { SeasonModel } from './lp/season-model';
import type { DoseCell } from './season';
import { minutesOf } from './week-sets';

/**
 * Doses to whole sets, week by week: each down to the sets that fit, never under its least, then one set at a time to whichever
 * lacks most, while the minutes the doses took last and every ramp on what was already rounded is kept within half a set.
 * Nothing is carried over: it gains nothing and makes weeks unlike each other.
 */

/** A ramp may be broken by half a set, the one in all by so many minutes. */
const rampSlackSets = 0.5;
const rampSlackMinutes = 2;

export interface WholeWeek {
  readonly cells: readonly DoseCell[];
  readonly minutes: number;
}

interface Rounding {
  readonly cell: Cell;
  sets: number;
  /** Sets more of the weaker side. */
  extra: number;
}

/** Sets the weaker side may have more. */
const mostExtra = (sets: number): number => Math.floor(sets * (d.weakerToStronger - 1));

const doseOfSets = (sets: number, row: FrameRow): number => sets * row.cost.dose;

/**
 * Sets of a week's doses.
 *
 * @param rounded doses of all columns as they were rounded so far; those of the week are filled in
 * @param loadMinutes mean of the last load weeks, were they whole, in sets
 */
function roundWeek(
  week: FrameWeek,
  cells: readonly Cell[],
  sums: NonNullable<SeasonModel['weeks'][number]>,
  doses: ArrayLike<number>,
  rounded: Float64Array,
  loadMinutes: number | undefined,
  meanPriority: number,
  isClosed: (cell: Cell) => boolean,
): WholeWeek {
  const { sessions } = week;
  const eps = 1e-6;
  const all = cells.map((cell): Rounding => {
    const { row } = cell;
    const strong = (doses[cell.column] ?? 0) / row.cost.dose;
    const weak = cell.weaker === undefined ? strong : (doses[cell.weaker] ?? 0) / row.cost.dose;
    const { locked } = row;
    const sets = locked ? locked.sets : Math.max(row.least, Math.floor(strong + eps));
    if (locked?.weaker !== undefined) return { cell, sets, extra: locked.weaker - sets };
    // While its gap acts the weaker side has one set more at least.
    const acts = cell.weaker !== undefined && !isClosed(cell) ? 1 : 0;
    const extra = Math.max(0, Math.min(Math.max(acts, Math.floor(weak + eps) - sets), mostExtra(sets)));
    return { cell, sets, extra };
  });
  const minutes = () =>
    all.reduce((sum, { cell, sets, extra }) => sum + minutesOf(cell.row, sets, extra, sessions), 0);
  /** The most dose of all, and of what bends the trunk, are not rounded over by more than half of the set that is added. */
  const keepsCaps = ({ row }: Cell) => {
    const half = eps + rampSlackSets * row.cost.dose;
    for (const { cell, sets, extra } of all) {
      rounded[cell.column] = doseOfSets(sets, cell.row);
      if (cell.weaker !== undefined) rounded[cell.weaker] = doseOfSets(sets + extra, cell.row);
    }
    return (
      evaluate(sums.total, rounded) <= sums.totalMost + half &&
      evaluate(sums.bent, rounded) <= sums.bentMost + half * (flexionShare[row.id] ?? 0)
    );
  };
  // A load week may use what it was offered; a low week no more than its share of the load weeks as they were rounded.
  const room =
    eps +
    (week.low
      ? Math.min(
          week.minutesAvailable,
          loadMinutes === undefined ? evaluate(sums.minutes, doses) : sums.mostShare * loadMinutes,
        )
      : Math.min(
          sums.entryMinutes,
          week.minutesAvailable,
          (sums.bound ? evaluate(sums.bound, rounded) : Number.POSITIVE_INFINITY) + rampSlackMinutes,
        ));
  const lacks = ({ cell, sets }: Rounding) => (doses[cell.column] ?? 0) / cell.row.cost.dose - sets;
  const lacksExtra = ({ cell, sets, extra }: Rounding) =>
    cell.weaker === undefined ? 0 : (doses[cell.weaker] ?? 0) / cell.row.cost.dose - sets - extra;
  const worth = ({ cell }: Rounding) => 0.25 + cell.row.want.priority / meanPriority;
  const mayGrow = ({ cell, sets }: Rounding): boolean => {
    if (cell.row.locked) return false;
    const dose = doseOfSets(sets + 1, cell.row);
    if (dose > cell.most + eps) return false;
    return (
      cell.bound === undefined ||
      dose <= evaluate(cell.bound, rounded) + rampSlackSets * cell.row.cost.dose + eps
    );
  };
  const mayLead = ({ cell, sets, extra }: Rounding): boolean =>
    cell.weaker !== undefined &&
    cell.row.locked?.weaker === undefined &&
    !isClosed(cell) &&
    extra + 1 <= mostExtra(sets);
  const anyLocked = all.some(({ cell }) => cell.row.locked);
  // Whole sets and their changing over may take more than the doses did: what has most above its least gives way.
  for (;;) {
    if (minutes() <= room) break;
    const leads = all.filter(({ cell, extra }) => extra > 0 && cell.row.locked?.weaker === undefined);
    const above = all.filter(({ cell, sets }) => !cell.row.locked && sets > cell.row.least);
    const least = (rows: readonly Rounding[], by: (one: Rounding) => number) =>
      rows.reduce((a, b) => (by(b) < by(a) ? b : a));
    if (above.length > 0) {
      const gives = least(above, (one) => lacks(one) * worth(one));
      gives.sets -= 1;
      gives.extra = Math.min(gives.extra, mostExtra(gives.sets));
    } else if (leads.length > 0) least(leads, worth).extra -= 1;
    else {
      // What a coach locked takes its place: what matters least waits.
      const others = anyLocked ? all.filter(({ cell, sets }) => !cell.row.locked && sets > 0) : [];
      if (others.length === 0) break;
      least(others, worth).sets = 0;
    }
  }
  const grow = (wanted: boolean): boolean => {
    const steps = all.flatMap((one) => [
      ...(mayGrow(one) ? [{ one, lead: false, by: lacks(one) * worth(one), lacking: lacks(one) }] : []),
      ...(mayLead(one)
        ? [{ one, lead: true, by: lacksExtra(one) * worth(one), lacking: lacksExtra(one) }]
        : []),
    ]);
    for (const step of steps.sort((a, b) => b.by - a.by)) {
      if (wanted ? step.lacking <= eps : step.lacking <= -1) continue;
      const { one, lead } = step;
      if (lead) one.extra += 1;
      else one.sets += 1;
      if (minutes() <= room && keepsCaps(one.cell)) return true;
      if (lead) one.extra -= 1;
      else one.sets -= 1;
    }
    return false;
  };
  while (grow(true));
  while (grow(false));
  for (const { cell, sets, extra } of all) {
    rounded[cell.column] = doseOfSets(sets, cell.row);
    if (cell.weaker !== undefined) rounded[cell.weaker] = doseOfSets(sets + extra, cell.row);
  }
  return { cells: all.flatMap(cellsOf), minutes: minutes() };
}

/** Cells of a quality as a plan lists them. */
function cellsOf({ cell: { row }, sets, extra }: Rounding): DoseCell[] {
  if (sets <= 0) return [];
  const of = (side: SideKey, count: number): DoseCell => ({
    quality: row.id,
    side,
    sets: count,
    dose: Math.round(doseOfSets(count, row) * 100) / 100,
    tier: row.tier,
  });
  if (!row.want.sided) return [of('both', sets)];
  return sideKeysOf(row.id as QualityId).map((side) =>
    of(side, sets + (side === row.want.weaker ? extra : 0)),
  );
}

/** Whole sets of every week of a season whose doses are found. */
export function wholeSets(
  frame: SeasonFrame,
  model: SeasonModel,
  doses: ArrayLike<number>,
  closed: Solved['closed'],
): (WholeWeek | undefined)[] {
  const rounded = new Float64Array(doses.length);
  const priorities = frame.wants.map(({ priority }) => priority);
  const mean = priorities.reduce((sum, one) => sum + one, 0) / Math.max(1, priorities.length) || 1;
  const byWeek = new Map<number, Cell[]>();
  for (const cell of model.cells) byWeek.set(cell.week, [...(byWeek.get(cell.week) ?? []), cell]);
  const loads: number[] = [];
  return frame.weeks.map((week) => {
    const sums = model.weeks[week.index];
    if (!sums) return undefined;
    const recent = loads.slice(-d.rampTotalWeeks);
    const whole = roundWeek(
      week,
      byWeek.get(week.index) ?? [],
      sums,
      doses,
      rounded,
      recent.length > 0 ? recent.reduce((all, one) => all + one, 0) / recent.length : undefined,
      mean,
      ({ week: at, row }) => at >= (closed.get(row.id) ?? Number.POSITIVE_INFINITY),
    );
    if (!week.low) loads.push(whole.minutes / week.share);
    return whole;
  });
}
