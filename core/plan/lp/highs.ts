import loadHighs from 'highs';
import type { LinearProgramme } from './linear';
import type { Held, Solver } from './solver';

type Highs = Awaited<ReturnType<typeof loadHighs>>;

function held(highs: Highs, programme: LinearProgramme): Held {
  const open = (values: Float64Array) =>
    values.map((value) =>
      value === Number.POSITIVE_INFINITY
        ? highs.infinity
        : value === Number.NEGATIVE_INFINITY
          ? -highs.infinity
          : value,
    );
  const model = highs.createModel({
    numCols: programme.columns,
    numRows: programme.rows,
    sense: highs.constants.objectiveSense.maximize,
    colCost: programme.cost,
    colLower: open(programme.lower),
    colUpper: open(programme.upper),
    rowLower: open(programme.rowLower),
    rowUpper: open(programme.rowUpper),
    matrix: {
      format: 'csr',
      numRows: programme.rows,
      numCols: programme.columns,
      starts: programme.starts,
      indices: programme.indices,
      values: programme.values,
    },
  });
  model.options.set({ output_flag: false });
  const bound = (value: number) => open(Float64Array.of(value))[0] as number;
  return {
    solve() {
      model.run();
      const status = model.getModelStatus();
      const { optimal, infeasible } = highs.constants.modelStatus;
      const solved = status === optimal ? model.getSolution() : undefined;
      return {
        status: status === optimal ? 'optimal' : status === infeasible ? 'infeasible' : 'failed',
        objective: solved ? model.getObjectiveValue() : Number.NaN,
        columns: solved?.colValue ?? new Float64Array(programme.columns),
        rowPrices: solved?.rowDual ?? new Float64Array(programme.rows),
      };
    },
    proof() {
      // What presolve finds out it does not tell.
      model.options.set({ presolve: 'off' });
      model.run();
      const ray = model.getDualRay()?.values;
      model.options.set({ presolve: 'choose' });
      if (!ray) return undefined;
      const rows = new Map<number, number>();
      for (let row = 0; row < programme.rows; row += 1)
        if (Math.abs(ray[row] ?? 0) > 1e-9) rows.set(row, ray[row] as number);
      return rows;
    },
    boundColumn: (column, lower, upper) => void model.changeColBounds(column, bound(lower), bound(upper)),
    boundRow: (row, lower, upper) => void model.changeRowBounds(row, bound(lower), bound(upper)),
    price: (column, cost) => void model.changeColCost(column, cost),
    coefficient: (row, column, value) => void model.changeCoefficient(row, column, value),
    dispose: () => model.dispose(),
  };
}

/**
 * Loads HiGHS, a solver of linear programmes compiled to WebAssembly.
 *
 * @param wasmUrl where its program lies, in a browser
 */
export async function highsSolver(wasmUrl?: string): Promise<Solver> {
  const highs = await loadHighs(wasmUrl === undefined ? {} : { locateFile: () => wasmUrl });
  const hold = (programme: LinearProgramme) => held(highs, programme);
  return { hold, holdAside: hold };
}
