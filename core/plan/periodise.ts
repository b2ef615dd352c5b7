import { catalogueVersion } from '~/core/catalogue';
import { type SeasonFrame, seasonFrame } from './frame';
import { type Solved, solveClosing } from './lp/closing';
import { type SeasonModel, seasonModel } from './lp/season-model';
import type { Solver } from './lp/solver';
import { reasonsOf, warningsOf } from './reasons';
import type { PeriodiseInput, PlanWeek, SeasonPlan } from './season';
import { wholeSets } from './whole-sets';

/**
 * Priorities to plan: phases back-planned from the events, blocks with tiers, the best doses the rules allow, and whole sets of
 * them for every quality, week and side. Every week says which rules held it down.
 *
 * @throws {Error} when the solver gives no answer, which without locks no input leads to
 */
export function periodise(input: PeriodiseInput, solver: Solver): SeasonPlan {
  const frame = seasonFrame(input);
  const model = seasonModel(frame);
  const { doses, closed } = bestDoses(frame, model, solver);
  const whole = wholeSets(frame, model, doses, closed);
  return {
    weeks: frame.weeks.map((week): PlanWeek => {
      const made = whole[week.index];
      const { index, startsOn, phase, kind, retest, blackDays, eventIds, sessions, waiting } = week;
      return {
        index,
        startsOn,
        phase,
        kind,
        retest,
        blackDays,
        eventIds,
        cells: made?.cells ?? [],
        minutes: Math.round(made?.minutes ?? 0),
        minutesAvailable: week.minutesAvailable,
        sessions,
        focus: week.block.focus ?? null,
        waiting,
        reasons: reasonsOf(frame, model, week, doses, made),
      };
    }),
    warnings: warningsOf(frame),
    catalogueVersion,
  };
}

/** The best doses of a season, by column of its model. */
function bestDoses(
  frame: SeasonFrame,
  model: SeasonModel,
  solver: Solver,
): { readonly doses: ArrayLike<number>; readonly closed: Solved['closed'] } {
  if (model.cells.length === 0) return { doses: [], closed: new Map() };
  const held = solver.hold(model.programme.done());
  try {
    const { solution, closed } = solveClosing(frame, model, held);
    if (solution.status !== 'optimal') throw new Error(`The season was not solved: ${solution.status}.`);
    return { doses: solution.columns, closed };
  } finally {
    held.dispose();
  }
}
