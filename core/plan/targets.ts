import { addDays, type IsoDay } from '~/core/body/dates';
import type { QualityId, SideKey } from '~/core/catalogue/qualities';
import type { DoseAthlete } from '~/core/dose/athlete';
import { type Candidate, chooseRungs, judgeHeld, type LadderQuality } from '~/core/dose/choose';
import { growth, growthsAWeek } from '~/core/dose/learn';
import type { Setup } from '~/core/dose/limits';
import { phaseRules, type Window } from '~/core/dose/phases';
import type { WeakerSide } from '~/core/link/weaker-sides';
import type { TestResult } from '~/core/screen/assess/assess';
import type { PlanWeek } from './season';
import { blocksOf } from './tiers';

/**
 * What a block is to reach: seconds, reps and kilograms at its end if its sets are done clean. The growth is that of the log's
 * lessons (1 % a clean session, two a week at most) and nothing else, so that a target is what the sheet will say, not a wish.
 */

export interface TestTarget {
  readonly testId: string;
  readonly side: SideKey;
  /** As screened, in the test's unit. */
  readonly now: number;
  readonly atEnd: number;
  /** Never lost when it was screened: it is that or more. */
  readonly orMore: boolean;
}

export interface ExerciseTarget {
  readonly rungId: string;
  /** The least and the most of an exposure. */
  readonly sets: Window;
  readonly amount: number;
  /** kg or N; null for none. */
  readonly load: number | null;
  readonly lever?: number | null | undefined;
  /** L of the weaker side at the end of the block. */
  readonly limit: number;
}

export interface QualityTarget {
  readonly quality: LadderQuality;
  readonly tests: readonly TestTarget[];
  /** The main exercise at the end of the block; null when nothing may be done for it. */
  readonly exercise: ExerciseTarget | null;
  /** Gap between the sides now, in percent, when it acts; it is to come within ten. */
  readonly gapPercent: number | null;
}

export interface BlockTargets {
  readonly from: IsoDay;
  readonly to: IsoDay;
  readonly qualities: readonly QualityTarget[];
}

export interface TargetsInput {
  readonly athlete: DoseAthlete;
  readonly weeks: readonly Pick<PlanWeek, 'startsOn' | 'phase' | 'cells' | 'kind'>[];
  readonly results: readonly TestResult[];
  readonly weakerSide: Readonly<Partial<Record<QualityId, WeakerSide>>>;
  /** Main exercises the athlete is on. */
  readonly held: readonly {
    readonly quality: LadderQuality;
    readonly rungId: string;
    readonly load: number | null;
    readonly lever?: number | null | undefined;
  }[];
}

/** Clean sessions a week of a quality with so many sets in it: a main quality is done twice or more, a kept one once. */
const sessionsAWeek = (tier: 'main' | 'keep'): number => (tier === 'main' ? growthsAWeek : 1);

/** How much each quality grows in a week, in logs. */
function growthIn(week: TargetsInput['weeks'][number]): Map<LadderQuality, number> {
  const found = new Map<LadderQuality, number>();
  for (const { quality, tier, sets } of week.cells)
    if (sets > 0) found.set(quality, Math.max(found.get(quality) ?? 0, growth * sessionsAWeek(tier)));
  return found;
}

/** Holds and repetitions grow; grades, levels, angles and counts of faults or landings are met, not outgrown. */
function testTargets(input: TargetsInput, quality: LadderQuality, moved: number): TestTarget[] {
  return input.results.flatMap((result): TestTarget[] => {
    const test = input.athlete.trade.test(result.testId);
    const direct = test.feeds[0]?.quality === quality;
    if (!direct || result.value === null || !(result.value > 0)) return [];
    if (test.kind !== 'hold' && !(test.kind === 'count' && test.unit.startsWith('reps'))) return [];
    return [
      {
        testId: result.testId,
        side: result.side,
        now: result.value,
        atEnd: Math.round(result.value * Math.exp(moved)),
        orMore: !result.lost,
      },
    ];
  });
}

/** The targets of every block that is not over, from today's limits on. */
export function blockTargets(input: TargetsInput): BlockTargets[] {
  const { athlete, weeks } = input;
  const moved = new Map<LadderQuality, number>();
  let held = new Map<LadderQuality, { rungId: string } & Setup>(
    input.held.map(({ quality, rungId, load, lever }) => [quality, { rungId, load: load ?? 0, lever }]),
  );
  return blocksOf(weeks).flatMap((block): BlockTargets[] => {
    const its = weeks.slice(block.from, block.to);
    const [first, last] = [its[0], its.at(-1)];
    if (!first || !last) return [];
    const to = addDays(last.startsOn, 6);
    if (to < athlete.today) return [];
    const current = first.startsOn <= athlete.today;
    for (const week of its.filter((one) => addDays(one.startsOn, 6) >= athlete.today))
      for (const [quality, more] of growthIn(week)) moved.set(quality, (moved.get(quality) ?? 0) + more);
    const mains = [
      ...new Set(
        its.flatMap(({ cells }) => cells).flatMap((cell) => (cell.tier === 'main' ? [cell.quality] : [])),
      ),
    ];
    const then: DoseAthlete = { ...athlete, grown: { from: athlete, by: new Map(moved) } };
    const next = new Map(held);
    const qualities = mains.map((quality): QualityTarget => {
      const weaker = input.weakerSide[quality as QualityId];
      const gapActs = weaker?.acts ?? false;
      const wanted = { quality, phase: block.phase, gapActs, before: new Set<string>() };
      const on = held.get(quality);
      const found: Candidate | undefined =
        ((current || phaseRules[block.phase].keepsRungs) && on && judgeHeld(then, on.rungId, on, wanted)) ||
        chooseRungs(then, on ? { ...wanted, held: on } : wanted).candidates[0];
      if (found) next.set(quality, { rungId: found.rung.id, load: found.load, lever: found.lever });
      return {
        quality,
        tests: testTargets(input, quality, moved.get(quality) ?? 0),
        exercise: found
          ? {
              rungId: found.rung.id,
              sets: phaseRules[block.phase].sets,
              amount: found.asked.amount,
              load: found.load > 0 ? found.load : null,
              lever: found.lever,
              limit: Math.round(found.limit.amount),
            }
          : null,
        gapPercent: weaker?.acts ? Math.round(weaker.gapPercent) : null,
      };
    });
    held = next;
    return [{ from: first.startsOn, to, qualities }];
  });
}
