import type { LinearProgramme } from './linear';

/** What a solver of linear programmes does for a season; which one it is stays outside. */

export interface Solution {
  readonly status: 'optimal' | 'infeasible' | 'failed';
  readonly objective: number;
  readonly columns: Float64Array;
  readonly rowPrices: Float64Array;
}

/** A programme a solver holds: changed a little and solved again it is warm. */
export interface Held {
  solve(): Solution;
  boundColumn(column: number, lower: number, upper: number): void;
  boundRow(row: number, lower: number, upper: number): void;
  price(column: number, cost: number): void;
  coefficient(row: number, column: number, value: number): void;
  /** Rows that show that nothing keeps all of them at once, each with its weight; undefined when it was not found. */
  proof(): ReadonlyMap<number, number> | undefined;
  /** Gives back its memory. */
  dispose(): void;
}

export interface Solver {
  hold(programme: LinearProgramme): Held;
  /** The same for a question beside it, which is not the next of a row. */
  holdAside(programme: LinearProgramme): Held;
}
