import { addDays } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import { testDay } from '~/core/clear/testing';
import type { LadderQuality } from '~/core/dose/choose';
import { limitsOf } from '~/core/dose/limits';
import { phaseRules } from '~/core/dose/phases';
import { anAthlete, holdResult } from '~/core/dose/testing';
import { blockTargets, type TargetsInput } from './targets';

const monday = '2026-11-23';
const week = (i: number, phase: Phase, cells: [LadderQuality, 'main' | 'keep', number][]) => ({
  startsOn: addDays(monday, 7 * i),
  phase,
  kind: 'load' as const,
  cells: cells.map(([quality, tier, sets]) => ({ quality, tier, sets, side: 'both' as const, dose: 1 })),
});
const weeks = (n: number, phase: Phase, cells: [LadderQuality, 'main' | 'keep', number][], from = 0) =>
  Array.from({ length: n }, (_, i) => week(from + i, phase, cells));
const front = holdResult({ test: 'front_plank', seconds: 99 });
const given = (over: Partial<TargetsInput>): TargetsInput => ({
  athlete: anAthlete({ today: testDay }),
  weeks: weeks(4, 'build', [['anti_extension', 'main', 6]]),
  results: [front],
  weakerSide: {},
  held: [],
  ...over,
});
const first = (over: Partial<TargetsInput> = {}) => {
  const [block] = blockTargets(given(over));
  const [quality] = block?.qualities ?? [];
  if (!block || !quality) throw new Error('no target');
  return { block, quality };
};

describe('what a block is to reach', () => {
  it('is the screened seconds grown by 1 % a clean session, two a week, over its weeks', () => {
    const { block, quality } = first();
    expect(block).toMatchObject({ from: monday, to: addDays(monday, 27) });
    expect(quality.tests).toEqual([
      {
        quality: 'anti_extension',
        testId: 'front_plank',
        side: 'both',
        now: 99,
        atEnd: Math.round(99 * 1.01 ** 8),
        orMore: false,
      },
    ]);
    const two = first({ weeks: weeks(2, 'build', [['anti_extension', 'main', 6]]) });
    expect(two.quality.tests[0]?.atEnd).toBe(Math.round(99 * 1.01 ** 4));
  });
  it('counts kept weeks once, weeks without a set not at all, and what lies behind never', () => {
    const mixed = [
      week(-2, 'build', [['anti_extension', 'main', 6]]),
      week(-1, 'build', [['anti_extension', 'main', 6]]),
      week(0, 'build', [['anti_extension', 'main', 6]]),
      week(1, 'build', [['anti_extension', 'keep', 2]]),
      week(2, 'build', [['anti_extension', 'main', 0]]),
    ];
    expect(first({ weeks: mixed }).quality.tests[0]?.atEnd).toBe(Math.round(99 * 1.01 ** 3));
    expect(blockTargets(given({ weeks: weeks(3, 'build', [['anti_extension', 'main', 6]], -5) }))).toEqual(
      [],
    );
  });
  it('goes on from block to block, and only main qualities have one', () => {
    const two = blockTargets(
      given({
        weeks: [
          ...weeks(3, 'build', [
            ['anti_extension', 'main', 6],
            ['anti_lateral', 'keep', 2],
          ]),
          ...weeks(3, 'load', [['anti_extension', 'main', 6]], 3),
        ],
      }),
    );
    expect(two.map(({ qualities }) => qualities.map(({ quality }) => quality))).toEqual([
      ['anti_extension'],
      ['anti_extension'],
    ]);
    expect(two[1]?.qualities[0]?.tests[0]?.atEnd).toBe(Math.round(99 * 1.01 ** 12));
  });
  it('names the exercise with the sets of its phase, its load and the limit it will have', () => {
    const { quality } = first();
    const { exercise } = quality;
    if (!exercise) throw new Error('no exercise');
    expect(exercise.sets).toEqual(phaseRules.build.sets);
    const athlete = anAthlete({ today: testDay });
    const rung = athlete.trade.rung(exercise.rungId);
    const now = limitsOf(athlete, rung, exercise.load ?? 0).weaker.amount;
    expect(exercise.limit / now).toBeCloseTo(1.01 ** 8, 1);
    expect(exercise.amount).toBeLessThan(exercise.limit);
  });
  it('stays on the exercise that is under way through its block', () => {
    const held = [{ quality: 'anti_extension' as const, rungId: 'plank_knees', load: null }];
    expect(first({ held }).quality.exercise?.rungId).toBe('plank_knees');
    const later = weeks(3, 'load', [['anti_extension', 'main', 6]], 1);
    expect(first({ held, weeks: later }).quality.exercise?.rungId).not.toBe('plank_knees');
  });
  it('says a gap that acts, and a hold that was never lost as "or more"', () => {
    const side = (acts: boolean) => ({ anti_extension: { side: 'left' as const, acts, gapPercent: 22.6 } });
    expect(first({ weakerSide: side(true) }).quality.gapPercent).toBe(23);
    expect(first({ weakerSide: side(false) }).quality.gapPercent).toBeNull();
    const capped = holdResult({ test: 'front_plank', seconds: 60, lost: false });
    expect(first({ results: [capped] }).quality.tests[0]?.orMore).toBe(true);
  });
});
