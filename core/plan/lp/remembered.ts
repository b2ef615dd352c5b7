import type { LinearProgramme } from './linear';
import type { Held, Solver } from './solver';

/**
 * A solver that remembers the programme it solved last. One of the same shape is that programme a little changed: only what
 * differs is told, and it starts from the answer it has. Another shape begins anew.
 */

const same = (a: ArrayLike<number>, b: ArrayLike<number>): boolean => {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i += 1) if (a[i] !== b[i]) return false;
  return true;
};

const sameShape = (a: LinearProgramme, b: LinearProgramme): boolean =>
  a.columns === b.columns && a.rows === b.rows && same(a.starts, b.starts) && same(a.indices, b.indices);

const copied = (programme: LinearProgramme): LinearProgramme => ({
  ...programme,
  cost: programme.cost.slice(),
  lower: programme.lower.slice(),
  upper: programme.upper.slice(),
  rowLower: programme.rowLower.slice(),
  rowUpper: programme.rowUpper.slice(),
  values: programme.values.slice(),
});

/** Tells a held programme what is different in another of the same shape. */
function change(held: Held, was: LinearProgramme, now: LinearProgramme): void {
  for (let column = 0; column < now.columns; column += 1) {
    const [lower, upper, cost] = [now.lower[column], now.upper[column], now.cost[column]] as [
      number,
      number,
      number,
    ];
    if (was.lower[column] !== lower || was.upper[column] !== upper) held.boundColumn(column, lower, upper);
    if (was.cost[column] !== cost) held.price(column, cost);
  }
  for (let row = 0; row < now.rows; row += 1) {
    const [least, most] = [now.rowLower[row], now.rowUpper[row]] as [number, number];
    if (was.rowLower[row] !== least || was.rowUpper[row] !== most) held.boundRow(row, least, most);
    for (let i = now.starts[row] ?? 0; i < (now.starts[row + 1] ?? 0); i += 1) {
      const value = now.values[i] as number;
      if (was.values[i] !== value) held.coefficient(row, now.indices[i] as number, value);
    }
  }
}

/** Keeps what a held programme was told, so that the next can be compared with it. */
function noting(held: Held, now: LinearProgramme): Held {
  return {
    ...held,
    boundColumn(column, lower, upper) {
      now.lower[column] = lower;
      now.upper[column] = upper;
      held.boundColumn(column, lower, upper);
    },
    boundRow(row, lower, upper) {
      now.rowLower[row] = lower;
      now.rowUpper[row] = upper;
      held.boundRow(row, lower, upper);
    },
    price(column, cost) {
      now.cost[column] = cost;
      held.price(column, cost);
    },
    coefficient(row, column, value) {
      for (let i = now.starts[row] ?? 0; i < (now.starts[row + 1] ?? 0); i += 1)
        if (now.indices[i] === column) now.values[i] = value;
      held.coefficient(row, column, value);
    },
    // It stays until another takes its place.
    dispose() {},
  };
}

/** @returns a solver that holds one programme at a time, and says whether the last one was begun anew */
export function remembering(solver: Solver): Solver & { readonly cold: () => boolean } {
  let last: { readonly held: Held; readonly now: LinearProgramme } | undefined;
  let cold = true;
  return {
    hold(programme) {
      cold = !last || !sameShape(last.now, programme);
      const now = copied(programme);
      if (last && !cold) change(last.held, last.now, programme);
      else {
        last?.held.dispose();
        last = undefined;
      }
      last = { held: last?.held ?? solver.hold(programme), now };
      return noting(last.held, now);
    },
    holdAside: (programme) => solver.holdAside(programme),
    cold: () => cold,
  };
}
