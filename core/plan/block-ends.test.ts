import { addDays } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import type { LadderQuality } from '~/core/dose/choose';
import { blocksAhead, type GrowingWeek, mainsOf, testAtEnd } from './block-ends';

const monday = '2027-01-04';
type Sets = Readonly<Record<string, readonly [tier: 'main' | 'keep', sets: number]>>;
const week = (at: number, phase: Phase, sets: Sets): GrowingWeek => ({
  startsOn: addDays(monday, 7 * at),
  phase,
  cells: Object.entries(sets).map(([quality, [tier, count]]) => ({
    quality: quality as LadderQuality,
    side: 'both' as const,
    tier,
    dose: count,
    sets: count,
  })),
});
const percent = (sessions: number) => 100 * 1.01 ** sessions;

describe('where blocks lead', () => {
  const weeks = [
    week(0, 'ground', { anti_extension: ['main', 4], reactive: ['keep', 2] }),
    week(1, 'ground', { anti_extension: ['main', 4], reactive: ['keep', 0] }),
    week(2, 'build', { anti_extension: ['keep', 2], reactive: ['main', 3] }),
    week(3, 'build', { reactive: ['main', 3] }),
  ];
  it('two clean sessions a week of a main quality, one of a kept one, none without sets; block upon block', () => {
    const [ground, build] = blocksAhead(weeks, monday);
    expect([ground?.phase, ground?.from, ground?.to]).toEqual(['ground', '2027-01-04', '2027-01-17']);
    expect([build?.phase, build?.from, build?.to]).toEqual(['build', '2027-01-18', '2027-01-31']);
    const grown = (block: typeof ground, quality: LadderQuality) =>
      100 * Math.exp(block?.grown.get(quality) ?? 0);
    expect(grown(ground, 'anti_extension')).toBeCloseTo(percent(4), 9);
    expect(grown(ground, 'reactive')).toBeCloseTo(percent(1), 9);
    expect(grown(build, 'anti_extension')).toBeCloseTo(percent(5), 9);
    expect(grown(build, 'reactive')).toBeCloseTo(percent(5), 9);
    expect(grown(build, 'hip_extension')).toBe(100);
  });
  it('weeks that are over add nothing, the one under way does; a block that is over leads nowhere', () => {
    const ground = (today: string) => blocksAhead(weeks, today)[0];
    expect(Math.exp(ground(addDays(monday, 6))?.grown.get('anti_extension') ?? 0)).toBeCloseTo(1.01 ** 4, 9);
    expect(Math.exp(ground(addDays(monday, 7))?.grown.get('anti_extension') ?? 0)).toBeCloseTo(1.01 ** 2, 9);
    expect(ground(addDays(monday, 7))?.current).toBe(true);
    const after = blocksAhead(weeks, addDays(monday, 14));
    expect(after.map(({ phase, current }) => [phase, current])).toEqual([['build', true]]);
    expect(blocksAhead(weeks, addDays(monday, 13)).map(({ current }) => current)).toEqual([true, false]);
    expect(after[0]?.grown.get('anti_extension')).toBeCloseTo(Math.log(1.01), 12);
    expect(blocksAhead(weeks, addDays(monday, 28))).toEqual([]);
  });
  it('is a test in its own unit, whole', () => {
    const [ground] = blocksAhead(weeks, monday);
    if (!ground) throw new Error('no block');
    expect(testAtEnd({ quality: 'anti_extension', now: 60 }, ground)).toBe(Math.round(60 * 1.01 ** 4));
    expect(testAtEnd({ quality: 'neck_control', now: 31.4 }, ground)).toBe(31);
  });
  it('names what a block puts first, once', () => {
    expect(mainsOf(weeks.slice(0, 2))).toEqual(['anti_extension']);
    expect(mainsOf(weeks)).toEqual(['anti_extension', 'reactive']);
  });
});
