import { highsSolver } from './lp/highs';
import type { Solver } from './lp/solver';
import { periodise } from './periodise';
import type { PeriodiseInput, SeasonPlan } from './season';

/** Plans with a solver that is loaded before the tests of a file. */
export function planned(): (input: PeriodiseInput) => SeasonPlan {
  let solver: Solver | undefined;
  beforeAll(async () => {
    solver = await highsSolver();
  });
  return (input) => {
    if (!solver) throw new Error('plan inside a test, not around it');
    return periodise(input, solver);
  };
}
