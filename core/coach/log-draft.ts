import type { Load, LoadKind } from '~/core/body/posture';
import { parseDecimal } from '~/core/body/units';
import type { AmountUnit, SideKey } from '~/core/catalogue';
import type { Side } from '~/core/catalogue/qualities';
import { inField, type LoadField } from '~/core/catalogue/rung-load';
import type { Reserve } from '~/core/dose/logged';
import { type Issue, issue, ok, type Result, refuse } from '~/core/result';
import type { LoggedSet } from './log-form';
import { plannedSets } from './planned-sets';

/**
 * A log as it is written: exercises as they were laid out until something else is said of them. Nothing is filled in that
 * did not happen: an amount that is not as asked, its reason and a load have to be said.
 */

export interface DraftSet {
  readonly setNo: number;
  readonly side: SideKey;
  /** It was otherwise than asked. */
  readonly otherwise: boolean;
  /** As typed; empty for what was asked. */
  readonly amount: string;
  /** What ended it; empty for nothing in particular. */
  readonly faultId: string;
}

/** A rung as a log needs it. */
export interface LoggableRung {
  readonly rungId: string;
  readonly name: string;
  readonly unit: AmountUnit;
  readonly sided: boolean;
  readonly loadBy: LoadKind;
  /** How its load is typed; null for one that takes none. */
  readonly loadField: LoadField | null;
}

export interface DraftExercise extends LoggableRung {
  /** Stands for the exercise while it is written. */
  readonly key: string;
  /** What was laid out; null for what was not. */
  readonly asked: { readonly amount: number; readonly load: Load | null } | null;
  /** The exercise it was done instead of. */
  readonly instead: string | null;
  readonly notDone: boolean;
  /** As typed, for every set; empty for what was asked. */
  readonly amount: string;
  /** As typed, in the unit of its field; empty for what was asked. */
  readonly load: string;
  readonly sets: readonly DraftSet[];
  readonly reserve: Reserve | null;
}

const asAsked = (setNo: number, side: SideKey): DraftSet => ({
  setNo,
  side,
  otherwise: false,
  amount: '',
  faultId: '',
});

/** An exercise that was laid out, as it was asked; sets sent while it was under way say what they were. */
export function draftOf(
  item: LoggableRung & {
    readonly sets: number;
    readonly firstSide: Side | null;
    readonly extraSetSide: Side | null;
    readonly amount: number;
    readonly load: Load | null;
    readonly withheld: boolean;
    readonly sent: readonly { setNo: number; side: SideKey; done: number; faultId: string | null }[];
  },
): DraftExercise {
  const { rungId, name, unit, sided, loadBy, loadField } = item;
  return {
    rungId,
    name,
    unit,
    sided,
    loadBy,
    loadField,
    key: rungId,
    asked: { amount: item.amount, load: item.load },
    instead: null,
    notDone: item.withheld,
    amount: '',
    load: '',
    reserve: null,
    sets: plannedSets(item).map(({ setNo, side }) => {
      const sent = item.sent.find((set) => set.setNo === setNo && set.side === side);
      return sent && (sent.done !== item.amount || sent.faultId !== null)
        ? { setNo, side, otherwise: true, amount: String(sent.done), faultId: sent.faultId ?? '' }
        : asAsked(setNo, side);
    }),
  };
}

/** One more set of an exercise, on both its sides. */
export function oneMore(exercise: DraftExercise): DraftExercise {
  const setNo = Math.max(0, ...exercise.sets.map((set) => set.setNo)) + 1;
  const sides: SideKey[] = exercise.sided ? ['left', 'right'] : ['both'];
  return { ...exercise, sets: [...exercise.sets, ...sides.map((side) => asAsked(setNo, side))] };
}

/** Its last set taken off again; one set stays. */
export function oneFewer(exercise: DraftExercise): DraftExercise {
  const last = Math.max(...exercise.sets.map((set) => set.setNo));
  return last <= 1 ? exercise : { ...exercise, sets: exercise.sets.filter((set) => set.setNo !== last) };
}

/** An exercise that was not laid out, or that was done instead of one that was: as many sets, its amount still to be said. */
export function unplannedExercise(rung: LoggableRung, key: string, instead?: DraftExercise): DraftExercise {
  const sets = instead ? new Set(instead.sets.map((set) => set.setNo)).size : 1;
  const { rungId, name, unit, sided, loadBy, loadField } = rung;
  let made: DraftExercise = {
    rungId,
    name,
    unit,
    sided,
    loadBy,
    loadField,
    key,
    asked: null,
    instead: instead?.name ?? null,
    notDone: false,
    amount: '',
    load: '',
    reserve: null,
    sets: [],
  };
  for (let i = 0; i < sets; i += 1) made = oneMore(made);
  return made;
}

/** An exercise as an earlier log has it, to be corrected. */
export function draftFromLog(
  exercise: DraftExercise,
  logged: readonly {
    readonly setNo: number;
    readonly side: SideKey;
    readonly done: number;
    readonly faultId: string | null;
    readonly load: Load | null;
  }[],
  reserve: Reserve | null,
): DraftExercise {
  if (logged.length === 0) return { ...exercise, notDone: true };
  const load = logged.find((set) => set.load !== null)?.load ?? null;
  const first = exercise.sets[0]?.side;
  const inOrder = logged.toSorted(
    (a, b) => a.setNo - b.setNo || Number(b.side === first) - Number(a.side === first),
  );
  const asked = exercise.asked;
  const sameLoad = (load?.value ?? 0) === (asked?.load?.value ?? 0);
  return {
    ...exercise,
    notDone: false,
    load: sameLoad ? '' : String(exercise.loadField ? inField(load?.value ?? 0, exercise.loadField) : 0),
    reserve,
    sets: inOrder.map(({ setNo, side, done, faultId }) =>
      asked && done === asked.amount && faultId === null
        ? asAsked(setNo, side)
        : { setNo, side, otherwise: true, amount: String(done), faultId: faultId ?? '' },
    ),
  };
}

/** How many things are otherwise than they were laid out. */
export const exceptionsOf = (exercises: readonly DraftExercise[]): number =>
  exercises.reduce((sum, { asked, notDone, amount, load, sets }) => {
    if (asked === null || notDone) return sum + 1;
    const whole = (amount.trim() === '' ? 0 : 1) + (load.trim() === '' ? 0 : 1);
    return sum + whole + sets.filter((set) => set.otherwise).length;
  }, 0);

/**
 * The sets of a log as it is sent, and what was left after the last ones.
 *
 * @returns issues `log.lost_at` and `log.how_much` (an amount is missing or no number) and `log.load` with the exercise's key
 * and the set in their path
 */
export function setsOf(
  exercises: readonly DraftExercise[],
): Result<{ sets: LoggedSet[]; reserve: Record<string, Reserve> }> {
  const issues: Issue[] = [];
  const reserve: Record<string, Reserve> = {};
  const sets = exercises.flatMap((exercise): LoggedSet[] => {
    if (exercise.notDone) return [];
    const { key, rungId, name, asked, loadBy, loadField } = exercise;
    const number = (typed: string) => {
      const value = parseDecimal(typed);
      return value !== undefined && value >= 0 ? value : undefined;
    };
    let load: LoggedSet['load'] = null;
    if (exercise.load.trim() !== '') {
      const value = number(exercise.load);
      if (value === undefined) issues.push(issue('log.load', { name }, [key, 'load']));
      else load = { by: loadBy, value: Math.round(value * (loadField?.per ?? 1) * 1000) / 1000 };
    }
    const typed = exercise.amount.trim() === '' ? undefined : number(exercise.amount);
    if (exercise.amount.trim() !== '' && typed === undefined)
      issues.push(issue('log.how_much', { name }, [key, 'amount']));
    const whole = typed ?? asked?.amount;
    if (exercise.reserve) reserve[rungId] = exercise.reserve;
    let told = whole !== undefined;
    const made = exercise.sets.flatMap(({ setNo, side, otherwise, amount, faultId }): LoggedSet[] => {
      const done = otherwise ? number(amount) : whole;
      if (done === undefined) {
        if (otherwise)
          issues.push(issue('log.lost_at', { name, set: setNo, side }, [key, `${setNo}.${side}`]));
        else told = false;
        return [];
      }
      return [{ rungId, setNo, side, done, faultId: otherwise ? faultId || null : null, load }];
    });
    if (!told && exercise.sets.some((set) => !set.otherwise) && exercise.amount.trim() === '')
      issues.push(issue('log.how_much', { name }, [key, 'amount']));
    return made;
  });
  return issues.length > 0 ? refuse(issues) : ok({ sets, reserve });
}
