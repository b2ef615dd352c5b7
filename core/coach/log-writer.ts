import Papa from 'papaparse';
import type { Trade } from '~/core/catalogue/trade';
import { whereText } from '~/core/clear/pain-map';
import { type LogField, logFields } from './log-columns';
import { type LoggedDay, namedExercise } from './log-rows';

/** Exercise by exercise, side by side, as they were begun. */
const placeOf = ({ rungId, side }: LoggedDay['sets'][number]): string => `${rungId} ${side}`;

/**
 * Logged sessions as a CSV file, a line for each run of like sets; read again it gives the same days. Loads are in kg, pulls in N;
 * cells that a spreadsheet would take for a formula are quoted.
 */
export function logsCsv(trade: Trade, days: readonly Omit<LoggedDay, 'lines'>[]): string {
  const called = new Map<string, string>();
  const nameOf = (rungId: string): string => {
    const known = called.get(rungId);
    if (known !== undefined) return known;
    const { name } = trade.rung(rungId);
    // A name that means something else too is no name to find it by.
    const says = namedExercise(trade, name).rungId === rungId ? name : rungId;
    called.set(rungId, says);
    return says;
  };
  const rows = days.flatMap((day) => {
    const runs: { set: LoggedDay['sets'][number]; times: number }[] = [];
    const order = [...new Set(day.sets.map(placeOf))];
    const sets = day.sets.toSorted((a, b) => order.indexOf(placeOf(a)) - order.indexOf(placeOf(b)));
    for (const set of sets) {
      const last = runs.at(-1);
      const alike =
        last &&
        last.set.rungId === set.rungId &&
        last.set.side === set.side &&
        last.set.done === set.done &&
        (last.set.load?.value ?? 0) === (set.load?.value ?? 0);
      if (alike && last.times < 12) last.times += 1;
      else runs.push({ set, times: 1 });
    }
    return runs.map(({ set, times }, i): Record<LogField, string | number> => {
      const first = i === 0;
      const load = set.load?.value ?? 0;
      return {
        onDate: day.onDate,
        exercise: nameOf(set.rungId),
        sets: times,
        amount: set.done,
        side: set.side === 'both' ? '' : set.side,
        load: load > 0 ? (set.load?.by.endsWith('_N') ? `${load} N` : load) : '',
        effort: day.effort,
        pain: first ? day.painScore : '',
        where: first && day.painScore > 0 ? whereText(day.painPlaces.slice(0, 1), day.painRegion) : '',
        sleep: first ? (day.sleepHours ?? '') : '',
        readiness: first ? (day.readiness ?? '') : '',
        note: first ? day.note : '',
      };
    });
  });
  return `${Papa.unparse(
    {
      fields: logFields.map(({ label }) => label),
      data: rows.map((row) => logFields.map(({ id }) => row[id])),
    },
    { escapeFormulae: true, newline: '\n' },
  )}\n`;
}
