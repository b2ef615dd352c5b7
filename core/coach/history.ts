import { addDays, type IsoDay } from '~/core/body/dates';
import { qualities } from '~/core/catalogue/qualities';
import type { Trade } from '~/core/catalogue/trade';
import { setDose } from './prescription';
import type { SetRecord } from './progress';

/** Days a history reaches back, and the weeks in them. */
const historyDays = 28;
const historyWeeks = historyDays / 7;

/** Sets of one logged session with its day. */
export interface LoggedSets {
  readonly onDate: IsoDay;
  readonly sets: readonly Pick<SetRecord, 'rungId' | 'side' | 'done'>[];
}

/**
 * Mean weekly dose of the four weeks before a day, by `quality|side`, from what was logged. An unsided rung of a sided
 * quality counts for both sides; rungs that are gone count for nothing.
 */
export function doseHistory(
  trade: Trade,
  logs: readonly LoggedSets[],
  before: IsoDay,
): Record<string, number> {
  const from = addDays(before, -historyDays);
  const history: Record<string, number> = {};
  for (const log of logs) {
    if (log.onDate < from || log.onDate >= before) continue;
    for (const set of log.sets) {
      if (!trade.hasRung(set.rungId)) continue;
      const { quality } = trade.ladderOf(set.rungId);
      const sided = qualities.some((known) => known.id === quality && known.sided);
      const sides = sided ? (set.side === 'both' ? ['left', 'right'] : [set.side]) : ['both'];
      const dose = setDose(trade.rung(set.rungId), set.done) / historyWeeks;
      for (const side of sides) history[`${quality}|${side}`] = (history[`${quality}|${side}`] ?? 0) + dose;
    }
  }
  return history;
}
