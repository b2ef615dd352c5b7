import { catalogueVersion } from '~/core/catalogue';
import type { Eased } from './eased';
import { type SeasonFrame, seasonFrame } from './frame';
import { type Solved, solveClosing } from './lp/closing';
import { easeRules } from './lp/relax';
import { type SeasonModel, seasonModel } from './lp/season-model';
import type { Solver } from './lp/solver';
import { reasonsOf, warningsOf } from './reasons';
import type { PeriodiseInput, PlanWeek, SeasonPlan } from './season';
import { wholeSets } from './whole-sets';

/**
 * Priorities to plan: phases back-planned from the events, blocks with tiers, the best doses the rules allow, and whole sets of
 * them for every quality, week and side. Every week says which rules held it down.
 *
 * @param more whether to find out what each rule costs, which takes as many solutions again
 * @throws {Error} when the solver gives no answer, which without locks no input leads to
 */
export function periodise(
  input: PeriodiseInput,
  solver: Solver,
  { explain = false }: { readonly explain?: boolean } = {},
): SeasonPlan {
  const frame = seasonFrame(input);
  const model = seasonModel(frame);
  const { doses, closed, eased } = bestDoses(frame, model, solver, explain);
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
    eased,
    catalogueVersion,
  };
}

/** The best doses of a season, by column of its model. */
function bestDoses(
  frame: SeasonFrame,
  model: SeasonModel,
  solver: Solver,
  explain: boolean,
): {
  readonly doses: ArrayLike<number>;
  readonly closed: Solved['closed'];
  readonly eased: readonly Eased[];
} {
  if (model.cells.length === 0) return { doses: [], closed: new Map(), eased: [] };
  const programme = model.programme.done();
  const held = solver.hold(programme);
  try {
    const { solution, closed } = solveClosing(frame, model, held);
    if (solution.status !== 'optimal') throw new Error(`The season was not solved: ${solution.status}.`);
    const doses = solution.columns;
    return { doses, closed, eased: explain ? easeRules(model, programme, held, doses) : [] };
  } finally {
    held.dispose();
  }
}
