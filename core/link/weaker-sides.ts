import type { QualityId, Side } from '~/core/catalogue/qualities';
import type { Priority } from './link';

export interface WeakerSide {
  readonly side: Side;
  /** The gap acts: this side gets more. */
  readonly acts: boolean;
  readonly gapPercent: number;
}

/** The weaker side of each quality that has one. */
export function weakerSides(
  priorities: readonly Pick<Priority, 'quality' | 'side' | 'gap'>[],
): Partial<Record<QualityId, WeakerSide>> {
  const weaker: Partial<Record<QualityId, WeakerSide>> = {};
  for (const { quality, side, gap } of priorities) {
    if (side === 'both' || gap.verdict === 'none' || gap.verdict === 'stronger') continue;
    weaker[quality] = { side, acts: gap.acting > 0, gapPercent: gap.gap * 100 };
  }
  return weaker;
}
