import { type Eased, type EasedRule, easedBy, easedRules } from '../eased';
import type { Hold } from '../hold';
import type { Rule } from './cells';
import type { LinearProgramme } from './linear';
import type { SeasonModel } from './season-model';
import type { Held } from './solver';

/**
 * What a rule costs a season: each that holds it somewhere is eased by a natural step and the season solved again. Prices of the
 * answer alone would not do: where many rules meet they are nought, or cancel each other.
 */

const tight = 1e-6;
const byColumn: readonly Hold[] = ['cap', 'set_cap', 'tier', 'gate'];
const groupsOf: Partial<Record<EasedRule, readonly Rule['group'][]>> = {
  minutes: ['minutes', 'entry'],
  ramp_total: ['ramp_total'],
  ramp: ['ramp'],
  total_cap: ['total_cap'],
  flexion: ['flexion'],
};

/** What doses bring to the events, in the points of the programme, without what floors and minutes cost. */
const broughtBy = (model: SeasonModel, { cost }: LinearProgramme, at: ArrayLike<number>): number =>
  model.gains.reduce((sum, column) => sum + (cost[column] ?? 0) * (at[column] ?? 0), 0);

/**
 * Eases each rule that holds a solved season, one at a time.
 *
 * @param held the programme as it was solved; it is left as it was found
 * @param doses its answer
 * @returns the rules that cost something, the dearest first; empty where the season brings nothing to compare with
 */
export function easeRules(
  model: SeasonModel,
  programme: LinearProgramme,
  held: Held,
  doses: ArrayLike<number>,
): Eased[] {
  const now = broughtBy(model, programme, doses);
  if (now <= 0) return [];
  const { rules } = model.programme;
  const setOf = new Map(model.cells.map((cell) => [`${cell.week}|${cell.row.id}`, cell.row.cost.dose]));
  const found = easedRules.flatMap((rule): Eased[] => {
    const by = easedBy[rule];
    const undo: (() => void)[] = [];
    if ((byColumn as readonly string[]).includes(rule)) {
      for (const { mostBy, most, column, row } of model.cells) {
        if (mostBy !== rule || (doses[column] ?? 0) < most - tight) continue;
        held.boundColumn(column, 0, most + by * row.cost.dose);
        undo.push(() => held.boundColumn(column, 0, most));
      }
    } else {
      const groups = groupsOf[rule] ?? [];
      for (const [index, its] of rules.entries()) {
        if (!groups.includes(its.group)) continue;
        const least = programme.rowLower[index] ?? 0;
        const most = programme.rowUpper[index] ?? 0;
        const step = rule === 'ramp' ? by * (setOf.get(`${its.week}|${its.quality}`) ?? 0) : by;
        if (rowValue(programme, index, doses) < most - tight) continue;
        held.boundRow(index, least, most + step);
        undo.push(() => held.boundRow(index, least, most));
      }
    }
    if (undo.length === 0) return [];
    const eased = held.solve();
    for (const back of undo) back();
    if (eased.status !== 'optimal') return [];
    return [{ rule, more: broughtBy(model, programme, eased.columns) / now - 1 }];
  });
  return found.filter(({ more }) => more > 0).sort((a, b) => b.more - a.more);
}

/** What a row comes to. */
function rowValue(programme: LinearProgramme, row: number, at: ArrayLike<number>): number {
  let value = 0;
  for (let i = programme.starts[row] ?? 0; i < (programme.starts[row + 1] ?? 0); i += 1)
    value += (programme.values[i] ?? 0) * (at[programme.indices[i] ?? 0] ?? 0);
  return value;
}
