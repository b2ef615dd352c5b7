import type { IsoDay } from '~/core/body/dates';
import type { QualityId } from '~/core/catalogue/qualities';
import type { DoseAthlete } from '~/core/dose/athlete';
import { type Candidate, chooseRungs, judgeHeld, type LadderQuality } from '~/core/dose/choose';
import type { Setup } from '~/core/dose/limits';
import { phaseRules, type Window } from '~/core/dose/phases';
import type { WeakerSide } from '~/core/link/weaker-sides';
import type { TestResult } from '~/core/screen/assess/assess';
import { blocksAhead, type GrowingWeek, mainsOf, type TestAhead, testAtEnd } from './block-ends';

/**
 * What a block is to reach: seconds, reps and kilograms at its end if its sets are done clean. The growth is that of the log's
 * lessons (1 % a clean session, two a week at most) and nothing else, so that a target is what the sheet will say, not a wish.
 */

export interface TestTarget extends TestAhead {
  readonly atEnd: number;
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
  readonly weeks: readonly GrowingWeek[];
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

/** Holds and repetitions grow; grades, levels, angles and counts of faults or landings are met, not outgrown. */
export const growingTests = ({ athlete, results }: Pick<TargetsInput, 'athlete' | 'results'>): TestAhead[] =>
  results.flatMap((result): TestAhead[] => {
    const test = athlete.trade.test(result.testId);
    const quality = test.feeds[0]?.quality;
    if (quality === undefined || result.value === null || !(result.value > 0)) return [];
    if (test.kind !== 'hold' && !(test.kind === 'count' && test.unit.startsWith('reps'))) return [];
    const { testId, side, value } = result;
    return [{ quality, testId, side, now: value, orMore: !result.lost }];
  });

/** The targets of every block that is not over, from today's limits on. */
export function blockTargets(input: TargetsInput): BlockTargets[] {
  const { athlete, weeks } = input;
  const tests = growingTests(input);
  let held = new Map<LadderQuality, { rungId: string } & Setup>(
    input.held.map(({ quality, rungId, load, lever }) => [quality, { rungId, load: load ?? 0, lever }]),
  );
  return blocksAhead(weeks, athlete.today).map((block): BlockTargets => {
    const { current, grown } = block;
    const then: DoseAthlete = { ...athlete, grown: { from: athlete, by: grown } };
    const next = new Map(held);
    const qualities = mainsOf(block.weeks).map((quality): QualityTarget => {
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
        tests: tests
          .filter((test) => test.quality === quality)
          .map((test) => ({ ...test, atEnd: testAtEnd(test, block) })),
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
    return { from: block.from, to: block.to, qualities };
  });
}
