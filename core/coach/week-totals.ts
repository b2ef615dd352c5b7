import type { Load } from '~/core/body/posture';
import type { AmountUnit } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { workSeconds } from '~/core/dose/work';

/** What a week adds up to for each quality, in the words a coach counts in: sets, time under tension, reps, weights. */

export interface Counted {
  readonly quality: string;
  readonly rungId: string;
  readonly sets: number;
  readonly amount: number;
  readonly unit: AmountUnit;
  readonly sided: boolean;
  readonly extraSetSide: string | null;
  readonly load: Load | null;
}

export interface QualityTotal {
  readonly quality: string;
  /** Of one side; the weaker one's extra sets are in it. */
  readonly sets: number;
  /** Under tension, of one side. */
  readonly seconds: number;
  /** Of exercises counted in reps, of one side. */
  readonly reps: number;
  /** The heaviest load used; null for body weight alone. */
  readonly topLoad: Load | null;
}

/** Sets of one side, the weaker one's extra set among them, and their time under tension. */
export function workOfItem(
  trade: Pick<Trade, 'rung'>,
  item: Counted,
): { readonly sets: number; readonly seconds: number } {
  const sets = item.sets + (item.extraSetSide ? 1 : 0);
  return { sets, seconds: sets * workSeconds(item.unit, item.amount, trade.rung(item.rungId).tempo) };
}

/** Totals by quality, the most time first. */
export function weekTotals(trade: Pick<Trade, 'rung'>, items: readonly Counted[]): QualityTotal[] {
  const totals = new Map<string, QualityTotal>();
  for (const item of items) {
    const before = totals.get(item.quality) ?? {
      quality: item.quality,
      sets: 0,
      seconds: 0,
      reps: 0,
      topLoad: null,
    };
    const { sets, seconds } = workOfItem(trade, item);
    const inReps = item.unit === 'reps' || item.unit === 'reps_in_60s';
    const heavier = item.load && item.load.value > (before.topLoad?.value ?? 0) ? item.load : before.topLoad;
    totals.set(item.quality, {
      quality: item.quality,
      sets: before.sets + sets,
      seconds: before.seconds + seconds,
      reps: before.reps + (inReps ? sets * item.amount : 0),
      topLoad: heavier,
    });
  }
  return [...totals.values()].sort((a, b) => b.seconds - a.seconds || a.quality.localeCompare(b.quality));
}
