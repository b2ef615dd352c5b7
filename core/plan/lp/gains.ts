import type { SideKey } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import { planDefaults as d } from '../defaults';
import { type FrameWeek, goalsOf, type SeasonFrame } from '../frame';
import { isTrunkQuality } from '../tiers';
import type { Cell, Rule } from './cells';
import { column, constant, type Programme, sum } from './linear';

/**
 * What doses bring to the events: fitness that fades in weeks less fatigue that fades in days, in points of 100 times the
 * natural log of capability; the first points of what is short are worth most, and what would be lost is counted too.
 */

const decay = (days: number, tau: number): number => (days < 0 ? 0 : Math.exp(-days / tau));

/** Mean over a week's sessions of what fitness or fatigue of a dose is left on a day. */
function left(week: Pick<FrameWeek, 'sessionDays'>, day: number, tau: number): number {
  const n = week.sessionDays.length;
  return n === 0
    ? 0
    : week.sessionDays.reduce((total, at) => total + (at < day ? decay(day - at, tau) : 0), 0) / n;
}

/** Fitness alone that a dose of a week leaves on a day, in points. */
export const fitnessOf = (frame: SeasonFrame, week: number, day: number): number => {
  const its = frame.weeks[week];
  return its ? d.pointsPerDose[frame.level] * left(its, day, d.tau1Days) : 0;
};

interface SideOf {
  readonly side: SideKey;
  readonly capability: number;
  /** Its share of all that matters, and what a lost point of it costs. */
  readonly share: number;
  readonly loss: number;
}

/** What a quality's sides can do, and what they are worth. */
function sidesOf({ input }: SeasonFrame, id: LadderQuality): SideOf[] {
  if (!isTrunkQuality(id)) return [];
  // What the sport asks keeps a little worth even where nothing is short.
  const worthOf = (priority: number, demand: number) => Math.max(priority, 0.02 * (demand / 5));
  const total = input.priorities.reduce((all, row) => all + worthOf(row.priority, row.demand), 0) || 1;
  return input.priorities
    .filter(({ quality }) => quality === id)
    .map((row) => {
      const share = worthOf(row.priority, row.demand) / total;
      return {
        side: row.side,
        capability: Math.max(d.capabilityLeast, row.capability ?? d.capabilityUntested),
        share,
        loss: Math.max(1.5 * share, (0.3 * (row.demand / 5)) / Math.max(total, 1)),
      };
    });
}

/** What is lost of what was trained before the season, if nothing were done, in points. */
function startOf(frame: SeasonFrame, id: LadderQuality, side: SideKey, day: number): number {
  const dose = frame.input.history?.[`${id}|${side}`] ?? 0;
  if (dose === 0) return 0;
  const perDose = d.pointsPerDose[frame.level];
  const kept = (tau: number) =>
    Array.from({ length: 26 }, (_, k) => decay(7 * k + 3.5, tau)).reduce((a, b) => a + b, 0);
  const fit = perDose * dose * kept(d.tau1Days);
  const tired = d.rho * perDose * dose * kept(d.tau2Days);
  return -fit * (1 - decay(day, d.tau1Days)) + tired * (1 - decay(day, d.tau2Days));
}

/** Adds the worth of every side at every event to a programme of doses; gives the columns that hold it. */
export function addGains(frame: SeasonFrame, programme: Programme<Rule>, cells: readonly Cell[]): number[] {
  const columns: number[] = [];
  const perDose = d.pointsPerDose[frame.level];
  const goals = goalsOf(frame);
  const width = d.pieceWidth * d.capQuality[frame.level];
  /** Dose past half of the cap, of a column; made once. */
  const past = new Map<number, number>();
  const pastOf = (col: number, most: number): number | undefined => {
    if (most <= width) return undefined;
    const known = past.get(col);
    if (known !== undefined) return known;
    const over = programme.add();
    programme.atMost({ group: 'definition' }, sum([1, column(col)], [-1, column(over)]), constant(width));
    past.set(col, over);
    return over;
  };
  for (const { id, weaker } of frame.wants) {
    const its = cells.filter(({ row }) => row.id === id);
    if (its.length === 0) continue;
    for (const side of sidesOf(frame, id)) {
      for (const goal of goals) {
        let change = constant(startOf(frame, id, side.side, goal.day));
        for (const cell of its) {
          const week = frame.weeks[cell.week];
          const fit = week ? left(week, goal.day, d.tau1Days) : 0;
          if (!week || fit === 0) continue;
          const tired = left(week, goal.day, d.tau2Days);
          const weak = cell.weaker !== undefined && side.side === weaker;
          const col = weak ? (cell.weaker as number) : cell.column;
          const over = pastOf(col, weak ? cell.most * d.weakerToStronger : cell.most);
          change = sum(
            [1, change],
            [perDose * (fit - d.rho * tired), column(col)],
            ...(over === undefined ? [] : [[-perDose * fit * (1 - d.pieceWorth), column(over)] as const]),
          );
        }
        const need = Math.min(d.needMost, Math.max(0, 100 * Math.log(100 / side.capability)));
        const firstWidth = Math.min(d.gainFirst, Math.max(need, 2));
        const [one, two, three] = d.gainWorth;
        const worth = goal.weight * side.share;
        const pieces = [
          programme.add(worth * one, 0, firstWidth),
          programme.add(worth * two, 0, Math.max(0, need - firstWidth)),
          programme.add(worth * three),
        ];
        const lost = programme.add(-goal.weight * side.loss);
        columns.push(...pieces, lost);
        programme.equal(
          { group: 'gain', quality: id },
          sum(...pieces.map((piece) => [1, column(piece)] as const), [-1, column(lost)]),
          change,
        );
      }
    }
  }
  return columns;
}
