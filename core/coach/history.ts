import { addDays, type IsoDay } from '~/core/body/dates';
import { qualities } from '~/core/catalogue/qualities';
import type { DoseAthlete } from '~/core/dose/athlete';
import { doseOfSet, limitOf } from '~/core/dose/limits';
import type { SetRecord } from '~/core/dose/logged';

/** Days a history reaches back, and the weeks in them. */
const historyDays = 28;
const historyWeeks = historyDays / 7;

/** Sets of one logged session with its day. */
export interface LoggedSets {
  readonly onDate: IsoDay;
  readonly sets: readonly Pick<SetRecord, 'rungId' | 'side' | 'done' | 'load' | 'lever'>[];
}

/**
 * Mean weekly dose of the four weeks before a day, by `quality|side`, from what was logged: amount over limit, the one dose
 * there is. An unsided rung of a sided quality counts for both sides; a sided rung of an unsided one adds its sides; rungs
 * that are gone count for nothing.
 */
export function doseHistory(
  athlete: DoseAthlete,
  logs: readonly LoggedSets[],
  before: IsoDay,
): Record<string, number> {
  const from = addDays(before, -historyDays);
  const history: Record<string, number> = {};
  const limits = new Map<string, number>();
  for (const log of logs) {
    if (log.onDate < from || log.onDate >= before) continue;
    for (const set of log.sets) {
      if (!athlete.trade.hasRung(set.rungId)) continue;
      const rung = athlete.trade.rung(set.rungId);
      const key = `${set.rungId}|${set.side}|${set.load ?? ''}|${set.lever ?? ''}`;
      const limit =
        limits.get(key) ??
        limitOf(athlete, set.rungId, rung.sided ? set.side : 'both', set.load ?? undefined, set.lever).amount;
      limits.set(key, limit);
      const { quality } = athlete.trade.ladderOf(set.rungId);
      const sided = qualities.some((known) => known.id === quality && known.sided);
      const sides = sided ? (set.side === 'both' ? ['left', 'right'] : [set.side]) : ['both'];
      const dose = doseOfSet(set.done, limit) / historyWeeks;
      for (const side of sides) history[`${quality}|${side}`] = (history[`${quality}|${side}`] ?? 0) + dose;
    }
  }
  return history;
}
