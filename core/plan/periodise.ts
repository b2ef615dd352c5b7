import type { Eased } from './eased';
import { type SeasonFrame, seasonFrame } from './frame';
import type { BarredLock, Lock } from './hand/by-hand';
import { sideColumns } from './lp/cells';
import { type Solved, solveClosing } from './lp/closing';
import { type Colliding, findColliding } from './lp/colliding';
import { easeRules } from './lp/relax';
import { type SeasonModel, seasonModel } from './lp/season-model';
import type { Solver } from './lp/solver';
import { reasonsOf, warningsOf } from './reasons';
import type { AimedDoses, PeriodiseInput, PlanWeek, SeasonPlan } from './season';
import { wholeSets } from './whole-sets';

/** A season, or what in it cannot all be kept. */
export type SolvedSeason =
  | { readonly ok: true; readonly plan: SeasonPlan }
  | { readonly ok: false; readonly colliding: Colliding };

/**
 * Priorities to plan: phases back-planned from the events, blocks with tiers, the best doses the rules allow, and whole sets of
 * them for every quality, week and side. Every week says which rules held it down. What is locked by hand stays; where it
 * cannot, the answer is what collides, with ways out that were tried.
 *
 * @param explain whether to find out what each rule costs, which takes as many solutions again
 * @throws {Error} when the solver gives no answer at all
 */
export function solveSeason(
  input: PeriodiseInput,
  solver: Solver,
  { explain = false }: { readonly explain?: boolean } = {},
): SolvedSeason {
  const found = attempt(input, solver, explain);
  return found.ok ? found : { ok: false, colliding: tried(input, solver, found.colliding) };
}

/** Other locks are tried before they are offered: with fewer sets of one the next may be in the way. */
const mostTries = 6;

/** The ways out of what collides, the one about locks followed to where nothing collides any more. */
function tried(input: PeriodiseInput, solver: Solver, { because, offers }: Colliding): Colliding {
  const aside: Solver = { hold: solver.holdAside, holdAside: solver.holdAside };
  const keyOf = ({ startsOn, quality }: Lock) => `${startsOn}|${quality}`;
  const was = new Map((input.locks ?? []).map((lock) => [keyOf(lock), lock]));
  const now = new Map(was);
  let next = offers.find((offer) => offer.kind === 'locks');
  for (let i = 0; i < mostTries && next; i += 1) {
    for (const { lock, to } of next.changes)
      if (to.sets === 0) now.delete(keyOf(lock));
      else now.set(keyOf(lock), to);
    const found = attempt({ ...input, locks: [...now.values()] }, aside, false);
    next = found.ok ? undefined : found.colliding.offers.find((offer) => offer.kind === 'locks');
  }
  const changes = [...was].flatMap(([key, lock]) => {
    const to = now.get(key);
    if (to?.sets === lock.sets && to.weaker === lock.weaker) return [];
    return [{ lock, to: to ?? { startsOn: lock.startsOn, quality: lock.quality, sets: 0 } }];
  });
  const rest = offers.filter((offer) => offer.kind !== 'locks');
  return { because, offers: changes.length > 0 ? [{ kind: 'locks', changes }, ...rest] : rest };
}

/** A season, or what collides in it with the first ways out that were found. */
function attempt(input: PeriodiseInput, solver: Solver, explain: boolean): SolvedSeason {
  const frame = seasonFrame(input);
  const [first] = frame.barred;
  if (first) return { ok: false, colliding: collidingBars(frame.barred) };
  const model = seasonModel(frame);
  const found = bestDoses(frame, model, solver, explain);
  if ('because' in found) return { ok: false, colliding: found };
  const { doses, closed, eased } = found;
  const whole = wholeSets(frame, model, settled(doses), closed);
  return {
    ok: true,
    plan: {
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
          minutesAvailable: Math.round(week.minutesAvailable),
          sessions,
          focus: week.block.focus ?? null,
          waiting,
          reasons: reasonsOf(frame, model, week, doses, made),
        };
      }),
      aimed: aimedDoses(frame, model, settled(doses)),
      warnings: warningsOf(frame),
      eased,
    },
  };
}

/** A season without anything set by hand, which always is one. */
export function periodise(
  input: PeriodiseInput,
  solver: Solver,
  more: { readonly explain?: boolean } = {},
): SeasonPlan {
  const found = solveSeason(input, solver, more);
  if (!found.ok) throw new Error('The season was not solved: what is set by hand collides.');
  return found.plan;
}

/** Doses by week, quality and side; every week is in it, so that what rests there is told from a week that is new. */
function aimedDoses(frame: SeasonFrame, model: SeasonModel, doses: ArrayLike<number>): AimedDoses {
  const byWeek = frame.weeks.map((): Record<string, number> => ({}));
  for (const cell of model.cells)
    for (const [side, column] of sideColumns(cell)) {
      const its = byWeek[cell.week];
      if (its) its[`${cell.row.id}|${side}`] = doses[column] ?? 0;
    }
  return Object.fromEntries(frame.weeks.map(({ startsOn }, i) => [startsOn, byWeek[i] ?? {}]));
}

/** Where the solver came from shows in the last digits of a dose; whole sets must not turn on them. */
const settled = (doses: ArrayLike<number>): Float64Array =>
  Float64Array.from(doses, (dose) => Math.round(dose * 1e6) / 1e6);

/** The best doses of a season, by column of its model; or what collides. */
function bestDoses(
  frame: SeasonFrame,
  model: SeasonModel,
  solver: Solver,
  explain: boolean,
):
  | Colliding
  | {
      readonly doses: ArrayLike<number>;
      readonly closed: Solved['closed'];
      readonly eased: readonly Eased[];
    } {
  if (model.cells.length === 0) return { doses: [], closed: new Map(), eased: [] };
  const programme = model.programme.done();
  const held = solver.hold(programme);
  try {
    const { solution, closed } = solveClosing(frame, model, held);
    if (solution.status === 'infeasible') return findColliding(frame, model, programme, held, solver);
    if (solution.status !== 'optimal') throw new Error(`The season was not solved: ${solution.status}.`);
    const doses = solution.columns;
    return { doses, closed, eased: explain ? easeRules(model, programme, held, doses) : [] };
  } finally {
    held.dispose();
  }
}

/** Locks that cannot be whatever else gives; the way out is the most that can. */
const collidingBars = (barred: readonly BarredLock[]): Colliding => ({
  because: barred.map(({ lock, bar }) => ({ kind: 'bar', lock, bar })),
  offers: [
    {
      kind: 'locks',
      changes: barred.map(({ lock, most }) => ({ lock, to: { ...lock, sets: most, weaker: undefined } })),
    },
  ],
});
