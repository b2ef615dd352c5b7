import { qualityName, type SideKey } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { setupText } from '~/core/coach/prescription';
import type { DoseAthlete } from '~/core/dose/athlete';
import { amountText } from '~/core/dose/work';
import { setUpText } from '~/core/link/sentence';
import { weakerSides } from '~/core/link/weaker-sides';
import type { GrowingWeek } from '~/core/plan/block-ends';
import { type BlockTargets, blockTargets, growingTests, type QualityTarget } from '~/core/plan/targets';
import type { Principal } from '../principal/principal';
import { toUnderWay } from '../principal/rows';
import type { AthleteStanding, Subject } from '../principal/subject';

/** What blocks are to reach, in words. */

/** Targets of the blocks that are not over. */
export const targetsOf = (
  subject: Subject,
  standing: AthleteStanding,
  dosed: DoseAthlete,
  weeks: readonly GrowingWeek[],
): BlockTargets[] =>
  blockTargets({
    athlete: dosed,
    weeks,
    results: standing.assessment.results,
    weakerSide: weakerSides(standing.linked.priorities),
    held: subject.underWay.map(toUnderWay).filter(({ role, place }) => role === 'main' && !place),
  });

/** A test with how it is set up: "Side plank, left side down", in its unit. */
function testNamed(trade: Trade, testId: string, side: SideKey) {
  const { name, unit } = trade.test(testId);
  const set = setUpText(trade, testId, side);
  return { name: `${name}${set ? `, ${set}` : ''}`, unit };
}

/**
 * What the desk needs to say where blocks lead while weeks are moved: the tests that grow, and of the plan that stands the exercises
 * and sides at each block's end.
 */
export function endsView(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  dosed: DoseAthlete,
  weeks: readonly GrowingWeek[],
) {
  const { trade } = principal;
  return {
    tests: growingTests({ athlete: dosed, results: standing.assessment.results }).map((test) => ({
      ...test,
      ...testNamed(trade, test.testId, test.side),
    })),
    planned: exercisesAtEnds(principal, subject, standing, dosed, weeks),
  };
}

/** Exercises and sides at the end of each block that is not over, in words. */
export const exercisesAtEnds = (
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  dosed: DoseAthlete,
  weeks: readonly GrowingWeek[],
) =>
  targetsOf(subject, standing, dosed, weeks).map(({ from, to, qualities }) => ({
    from,
    to,
    qualities: qualities.map((target) => {
      const { exercise, sides } = targetView(principal, target);
      return { quality: target.quality, exercise, sides };
    }),
  }));

/** A target in words: "Side plank, left 46 s → 52 s", "Plank with a vest, 3 to 4 × 25 s, 6 kg vest". */
export function targetView(
  { trade, loads }: Principal,
  { quality, tests, exercise, gapPercent }: QualityTarget,
) {
  const rung = exercise && trade.rung(exercise.rungId);
  const its =
    exercise && rung
      ? setupText(
          rung,
          { load: exercise.load ? { by: rung.load.by, value: exercise.load } : null, lever: exercise.lever },
          loads,
        )
      : null;
  return {
    quality: qualityName(quality),
    tests: tests.map(({ testId, side, now, atEnd, orMore }) => {
      const { name, unit } = testNamed(trade, testId, side);
      return `${name}: ${Math.round(now)} → ${atEnd} ${unit}${orMore ? ' or more' : ''}`;
    }),
    exercise:
      exercise && rung
        ? [
            `${rung.name}, ${exercise.sets[0] === exercise.sets[1] ? exercise.sets[0] : `${exercise.sets[0]} to ${exercise.sets[1]}`} \u00d7 ${amountText(exercise.amount, rung.unit)}`,
            its,
            `limit ${amountText(exercise.limit, rung.unit)}`,
          ]
            .filter(Boolean)
            .join(', ')
        : null,
    sides: gapPercent === null ? null : `sides from ${gapPercent} % apart to within 10 %`,
  };
}
