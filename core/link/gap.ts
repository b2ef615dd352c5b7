import { otherSide, type QualityId, type SideKey } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Capability } from '~/core/screen/assess/assess';
import type { TestGap } from '~/core/screen/assess/ratios';

export interface GapArithmetic {
  /** (better - worse) / better of the uncapped capability. */
  readonly gap: number;
  /** clamp((gap - acting) / 0.20, 0, 1) for the weaker side when it is real; else 0. */
  readonly acting: number;
  readonly verdict: 'none' | 'stronger' | 'small' | 'within_error' | 'beyond_error' | 'repeated';
}

const clamp01 = (value: number) => Math.min(1, Math.max(0, value));

/** Sided tests of a quality whose own results agree that `weaker` is the weaker working side. */
function agreeing(
  trade: Pick<Trade, 'test'>,
  gaps: readonly TestGap[],
  id: QualityId,
  weaker: SideKey,
): { real: boolean; count: number } {
  let real = false;
  let count = 0;
  for (const gap of gaps) {
    const feed = trade.test(gap.testId).feeds.find((feed) => feed.quality === id);
    if (!feed || !gap.worse) continue;
    const worseWorking = feed.worksSide === 'same' ? gap.worse : otherSide(gap.worse);
    if (worseWorking !== weaker) continue;
    count += 1;
    if (gap.beyondError) real = true;
  }
  return { real, count };
}

/** The side gap of one quality-side, with the rule that made it act or not. */
export function gapOf(
  trade: Pick<Trade, 'test'>,
  capability: Capability,
  other: Capability | undefined,
  gaps: readonly TestGap[],
  actingFrom: number,
): GapArithmetic {
  if (capability.side === 'both' || capability.uncapped === undefined || other?.uncapped === undefined)
    return { gap: 0, acting: 0, verdict: 'none' };
  const better = Math.max(capability.uncapped, other.uncapped);
  const gap = better === 0 ? 0 : (better - Math.min(capability.uncapped, other.uncapped)) / better;
  if (capability.uncapped > other.uncapped || gap === 0)
    return { gap, acting: 0, verdict: gap === 0 ? 'none' : 'stronger' };
  const acting = clamp01((gap - actingFrom) / 0.2);
  if (acting === 0) return { gap, acting: 0, verdict: 'small' };
  const evidence = agreeing(trade, gaps, capability.quality, capability.side);
  if (evidence.real) return { gap, acting, verdict: 'beyond_error' };
  if (evidence.count >= 2) return { gap, acting, verdict: 'repeated' };
  return { gap, acting: 0, verdict: 'within_error' };
}

/** What the list of gaps says of one test: the same as the sentence of the quality it tells of first. */
export type SaidGap = 'even' | 'beyond_error' | 'repeated' | 'within_error';

/**
 * A test's own gap in words that agree with the priorities: beyond its error; within it, but a second test of the quality shows
 * the same side; or within it and alone.
 */
export function gapSaid(trade: Pick<Trade, 'test'>, gap: TestGap, gaps: readonly TestGap[]): SaidGap {
  if (!gap.worse) return 'even';
  if (gap.beyondError) return 'beyond_error';
  const [feed] = trade.test(gap.testId).feeds;
  if (!feed) return 'within_error';
  const weaker = feed.worksSide === 'same' ? gap.worse : otherSide(gap.worse);
  return agreeing(trade, gaps, feed.quality as QualityId, weaker).count >= 2 ? 'repeated' : 'within_error';
}
