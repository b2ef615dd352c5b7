import { type SideKey, sideKeysOf } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import type { FrameRow } from '../frame';
import type { Hold } from '../hold';
import { isTrunkQuality } from '../tiers';
import type { Expr } from './linear';

/** What a season's programme is about: the doses, and the rules its rows stand for. */

/** The rules rows stand for, so that an answer can say which held it. */
export type RuleGroup =
  | 'definition'
  | 'gain'
  | 'cap'
  | 'total_cap'
  | 'flexion'
  | 'ramp'
  | 'ramp_total'
  | 'entry'
  | 'fill'
  | 'minutes'
  | 'low_week'
  | 'least'
  | 'sides'
  | 'smooth'
  | 'stay';

export interface Rule {
  readonly group: RuleGroup;
  readonly week?: number;
  readonly quality?: LadderQuality;
}

/** Doses of one quality in one week. A quality whose sides are even, or has none, has one column for both. */
export interface Cell {
  readonly week: number;
  readonly row: FrameRow;
  /** Column of its dose: of the stronger side, where the sides differ. */
  readonly column: number;
  /** Column of the weaker side's dose, where the sides differ. */
  readonly weaker: number | undefined;
  /** What its growth, or its low week, lets it be. */
  readonly bound: Expr | undefined;
  /** The most dose, and what says so. */
  readonly most: number;
  readonly mostBy: Hold;
}

/** Column of the dose of every side. */
export const sideColumns = ({
  row: { id, want },
  column,
  weaker,
}: Pick<Cell, 'row' | 'column' | 'weaker'>): (readonly [SideKey, number])[] =>
  (isTrunkQuality(id) ? sideKeysOf(id) : (['both'] as const)).map((side) => [
    side,
    weaker !== undefined && side === want.weaker ? weaker : column,
  ]);
