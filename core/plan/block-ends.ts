import { addDays, type IsoDay } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import type { SideKey } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import { growth, growthsAWeek } from '~/core/dose/growth';
import type { DoseCell, PlanWeek } from './season';
import { blocksOf } from './tiers';

/**
 * Where a block of planned sets leads: how much each quality has grown at its end, if the sets are done clean. Plain arithmetic of
 * the weeks, so that it can be made again while they are moved by hand.
 */

/** What of a week says how much it makes grow. */
export type GrowingWeek = Pick<PlanWeek, 'startsOn' | 'phase'> & {
  readonly cells: readonly Pick<DoseCell, 'quality' | 'tier' | 'sets'>[];
};

/** The same of a week in a few words, to be sent where the library is. */
export const growingPart = ({ startsOn, phase, cells }: GrowingWeek): GrowingWeek => ({
  startsOn,
  phase,
  cells: cells.map(({ quality, tier, sets }) => ({ quality, tier, sets })),
});

export interface BlockAhead<W extends GrowingWeek = GrowingWeek> {
  readonly phase: Phase;
  readonly from: IsoDay;
  readonly to: IsoDay;
  readonly weeks: readonly W[];
  /** It is under way. */
  readonly current: boolean;
  /** Growth of each quality from today to its end, in logs. */
  readonly grown: ReadonlyMap<LadderQuality, number>;
}

/** A test at the end of a block. */
export interface TestAhead {
  readonly quality: LadderQuality;
  readonly testId: string;
  readonly side: SideKey;
  /** As screened, in the test's unit. */
  readonly now: number;
  /** Never lost when it was screened: it is that or more. */
  readonly orMore: boolean;
}

/** Clean sessions a week of a quality with sets in it: a main quality is done twice or more, a kept one once. */
const sessionsAWeek = (tier: 'main' | 'keep'): number => (tier === 'main' ? growthsAWeek : 1);

/** How much each quality grows in a week, in logs. */
function growthIn(week: GrowingWeek): Map<LadderQuality, number> {
  const found = new Map<LadderQuality, number>();
  for (const { quality, tier, sets } of week.cells)
    if (sets > 0) found.set(quality, Math.max(found.get(quality) ?? 0, growth * sessionsAWeek(tier)));
  return found;
}

/** The blocks that are not over, each with what has grown at its end. Weeks that are over add nothing: they are in the limits. */
export function blocksAhead<W extends GrowingWeek>(weeks: readonly W[], today: IsoDay): BlockAhead<W>[] {
  const grown = new Map<LadderQuality, number>();
  return blocksOf(weeks).flatMap((block): BlockAhead<W>[] => {
    const its = weeks.slice(block.from, block.to);
    const [first, last] = [its[0], its.at(-1)];
    if (!first || !last) return [];
    const to = addDays(last.startsOn, 6);
    if (to < today) return [];
    for (const week of its.filter((one) => addDays(one.startsOn, 6) >= today))
      for (const [quality, more] of growthIn(week)) grown.set(quality, (grown.get(quality) ?? 0) + more);
    return [
      {
        phase: block.phase,
        from: first.startsOn,
        to,
        weeks: its,
        current: first.startsOn <= today,
        grown: new Map(grown),
      },
    ];
  });
}

/** What a test reaches at the end of a block, in its unit. */
export const testAtEnd = (
  { quality, now }: Pick<TestAhead, 'quality' | 'now'>,
  { grown }: Pick<BlockAhead, 'grown'>,
): number => Math.round(now * Math.exp(grown.get(quality) ?? 0));

/** Qualities a block puts first, in the order its weeks name them. */
export const mainsOf = (weeks: readonly GrowingWeek[]): LadderQuality[] => [
  ...new Set(
    weeks.flatMap(({ cells }) => cells).flatMap((cell) => (cell.tier === 'main' ? [cell.quality] : [])),
  ),
];
