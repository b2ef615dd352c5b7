import type { LadderQuality } from '~/core/dose/choose';
import { planDefaults as d } from '../defaults';
import type { SeasonFrame } from '../frame';
import { fitnessOf } from './gains';
import type { SeasonModel } from './season-model';
import type { Held, Solution } from './solver';

/** When a side gap has closed both sides go on alike: found by solving again, the closing week only ever moving later. */

const passes = 3;

/** Week from which a quality's gap is closed, by fitness alone; undefined when it never is. */
function closingWeek(
  frame: SeasonFrame,
  model: SeasonModel,
  quality: LadderQuality,
  found: Solution,
): number | undefined {
  const want = frame.wants.find(({ id }) => id === quality);
  const rows = frame.input.priorities.filter((row) => row.quality === quality);
  const weak = rows.find(({ side }) => side === want?.weaker);
  const strong = rows.find(({ side }) => side !== want?.weaker);
  if (weak?.capability === undefined || strong?.capability === undefined) return undefined;
  const cells = model.cells.filter(({ row }) => row.id === quality);
  for (let at = 1; at <= frame.weeks.length; at += 1) {
    let weaker = 0;
    let stronger = 0;
    for (const cell of cells) {
      if (cell.week >= at) continue;
      const fit = fitnessOf(frame, cell.week, 7 * at);
      stronger += fit * (found.columns[cell.column] ?? 0);
      weaker += fit * (found.columns[cell.weaker ?? cell.column] ?? 0);
    }
    const better = strong.capability * Math.exp(stronger / 100);
    const worse = weak.capability * Math.exp(weaker / 100);
    if ((better - worse) / better <= d.gapCloses) return at;
  }
  return undefined;
}

export interface Solved {
  readonly solution: Solution;
  /** Week from which a quality's sides go on alike. */
  readonly closed: ReadonlyMap<LadderQuality, number>;
}

/** Solves a season; where gaps close on the way, again with even sides from then on. */
export function solveClosing(frame: SeasonFrame, model: SeasonModel, held: Held): Solved {
  let solution = held.solve();
  const closed = new Map<LadderQuality, number>();
  const qualities = [...new Set(model.sides.map(({ quality }) => quality))];
  for (let pass = 1; pass < passes && solution.status === 'optimal'; pass += 1) {
    let moved = false;
    for (const quality of qualities) {
      const was = closed.get(quality);
      const found = closingWeek(frame, model, quality, solution);
      // A gap that was closed may turn out to close later, never again earlier.
      const at = was === undefined ? found : Math.max(was, found ?? Number.POSITIVE_INFINITY);
      if (at === undefined || at === was) continue;
      closed.set(quality, at);
      moved = true;
      for (const side of model.sides) {
        if (side.quality !== quality || side.locked) continue;
        const even = side.week >= at;
        held.coefficient(side.least, side.column, -(even ? 1 : d.weakerLeast));
        held.coefficient(side.most, side.column, -(even ? 1 : d.weakerToStronger));
      }
    }
    if (!moved) break;
    solution = held.solve();
  }
  return { solution, closed };
}
