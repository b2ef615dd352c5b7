import { addDays, type IsoDay } from '~/core/body/dates';
import type { SideKey } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { type Counted, workOfItem } from '~/core/coach/week-totals';
import type { SetRecord } from '~/core/dose/logged';
import { workSeconds } from '~/core/dose/work';
import type { TestResult } from '~/core/screen/assess/assess';
import {
  type Difference,
  differenceOf,
  inPoints,
  type ReviewInput,
  resultsByDay,
  smallestReal,
} from './review';

/** What was measured and done, day by day and week by week. */

/** Items by a key, in the order of their first. */
function grouped<T, K>(items: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

/** One time a test was done on one side. */
export interface TestPoint {
  readonly result: TestResult;
  /** In the test's unit, or in score points (0 to 120) for grades. */
  readonly value: number;
  /** Where the true figure lies with 95 %: 1.96 typical errors of the mean of its trials to both sides, not below 0. */
  readonly low: number;
  readonly high: number;
  /** Against the time before; null for the first. */
  readonly since: Difference | null;
}

/** A test as it went, with a line for each side. */
export interface TestHistory {
  readonly testId: string;
  readonly rungId: string | null;
  readonly inPoints: boolean;
  /** In the unit of the points; of the newest result. */
  readonly target: number;
  readonly lines: readonly { readonly side: SideKey; readonly points: readonly TestPoint[] }[];
}

const sideOrder: readonly SideKey[] = ['left', 'right', 'both'];
/** A grade that owns the form scores this. */
const fullScore = 100;

/** Every test that was done, with its figures by day; the ones done on most days first. */
export function testHistories(input: ReviewInput): TestHistory[] {
  const rows = grouped(resultsByDay(input), ([first]) => `${first?.testId}|${first?.rungId ?? ''}`);
  return [...rows.values()]
    .flatMap((sides): TestHistory[] => {
      const newest = sides
        .flat()
        .reduce<TestResult | undefined>((a, b) => (a && a.onDate >= b.onDate ? a : b), undefined);
      if (!newest) return [];
      const test = input.trade.test(newest.testId);
      const points = sides.flat().some((result) => inPoints(test, result));
      return [
        {
          testId: newest.testId,
          rungId: newest.rungId,
          inPoints: points,
          target: points ? fullScore : newest.target.value,
          lines: sides
            .map((results) => ({
              side: results[0]?.side ?? 'both',
              points: results.map((result, at): TestPoint => {
                const value = points ? result.score : (result.value ?? 0);
                // The smallest real change is sqrt(2) times what one result may err by.
                const error = smallestReal(test, result, result.trialIds.length) / Math.SQRT2;
                const before = results[at - 1];
                return {
                  result,
                  value,
                  low: Math.max(Math.min(0, value), value - error),
                  high: value + error,
                  since: before ? differenceOf(test, before, result) : null,
                };
              }),
            }))
            .sort((a, b) => sideOrder.indexOf(a.side) - sideOrder.indexOf(b.side)),
        },
      ];
    })
    .sort((a, b) => daysOf(b) - daysOf(a));
}

const daysOf = ({ lines }: TestHistory): number =>
  new Set(lines.flatMap(({ points }) => points.map(({ result }) => result.onDate))).size;

/** What was done on one day. */
export interface DayWork {
  readonly onDate: IsoDay;
  readonly sets: readonly SetRecord[];
}

/** One exercise on one day, counted for the side that did more. */
export interface ExerciseDay {
  readonly onDate: IsoDay;
  readonly sets: number;
  /** Of all sets, in the unit of the rung. */
  readonly amount: number;
  /** The longest set. */
  readonly most: number;
  /** The heaviest outside load, kg or N by the rung's kind; null for none. */
  readonly load: number | null;
}

const amountOf = (sets: readonly SetRecord[]): number => sets.reduce((sum, { done }) => sum + done, 0);

/** The sets of the side that did more; those of both sides count for each. */
function fullerSide(sets: readonly SetRecord[]): readonly SetRecord[] {
  const both = sets.filter(({ side }) => side === 'both');
  const [left, right] = (['left', 'right'] as const).map((side) => sets.filter((set) => set.side === side));
  return [...both, ...(amountOf(left ?? []) >= amountOf(right ?? []) ? (left ?? []) : (right ?? []))];
}

/** An exercise's sets, amount and load by day, the oldest first. Sets of nothing count for nothing. */
export function exerciseDays(days: readonly DayWork[], rungId: string): ExerciseDay[] {
  return [...grouped(days, ({ onDate }) => onDate)]
    .sort(([a], [b]) => a.localeCompare(b))
    .flatMap(([onDate, work]): ExerciseDay[] => {
      const sets = work
        .flatMap((one) => fullerSide(one.sets.filter((set) => set.rungId === rungId)))
        .filter(({ done }) => done > 0);
      if (sets.length === 0) return [];
      const loads = sets.flatMap(({ load }) => (load === null || load === undefined ? [] : [load]));
      return [
        {
          onDate,
          sets: sets.length,
          amount: amountOf(sets),
          most: Math.max(...sets.map(({ done }) => done)),
          load: loads.length > 0 ? Math.max(...loads) : null,
        },
      ];
    });
}

/** The exercises that were done, those of most days first. */
export function exercisesDone(days: readonly DayWork[]): string[] {
  const on = new Map<string, Set<IsoDay>>();
  for (const { onDate, sets } of days)
    for (const { rungId, done } of sets)
      if (done > 0) on.set(rungId, (on.get(rungId) ?? new Set()).add(onDate));
  return [...on].sort(([, a], [, b]) => b.size - a.size).map(([rungId]) => rungId);
}

/** Sets and time under tension, of one side. */
export interface Work {
  readonly sets: number;
  readonly seconds: number;
}

export interface WeekWork {
  readonly weekStart: IsoDay;
  readonly planned: Work;
  readonly done: Work;
}

const summed = (works: readonly Work[]): Work =>
  works.reduce((a, b) => ({ sets: a.sets + b.sets, seconds: a.seconds + b.seconds }), {
    sets: 0,
    seconds: 0,
  });

/** What a day's sets come to, each exercise counted for the side that did more; rungs that are gone have no tempo. */
function workDone(trade: Pick<Trade, 'rung' | 'hasRung'>, sets: readonly SetRecord[]): Work {
  return summed(
    [...grouped(sets, ({ rungId }) => rungId)].map(([rungId, all]) => {
      const counts = fullerSide(all).filter(({ done }) => done > 0);
      const rung = trade.hasRung(rungId) ? trade.rung(rungId) : undefined;
      const seconds = rung
        ? counts.reduce((total, { done }) => total + workSeconds(rung.unit, done, rung.tempo), 0)
        : 0;
      return { sets: counts.length, seconds };
    }),
  );
}

/**
 * Planned beside done, week by week without a gap, the oldest first. What was planned counts where it stood, also when nobody
 * did it; what was done counts on the day it was done.
 *
 * @param from the first day of the first week, as a week begins in this practice
 * @param weeks how many
 */
export function workByWeek(
  trade: Pick<Trade, 'rung' | 'hasRung'>,
  planned: readonly { readonly onDate: IsoDay; readonly items: readonly Counted[] }[],
  done: readonly DayWork[],
  from: IsoDay,
  weeks: number,
): WeekWork[] {
  return Array.from({ length: weeks }, (_, at) => {
    const weekStart = addDays(from, at * 7);
    const next = addDays(weekStart, 7);
    const inWeek = ({ onDate }: { readonly onDate: IsoDay }) => onDate >= weekStart && onDate < next;
    return {
      weekStart,
      planned: summed(
        planned.filter(inWeek).flatMap(({ items }) => items.map((item) => workOfItem(trade, item))),
      ),
      done: summed(done.filter(inWeek).map(({ sets }) => workDone(trade, sets))),
    };
  });
}
