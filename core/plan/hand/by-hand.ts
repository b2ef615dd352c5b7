import type { IsoDay } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import type { LadderQuality } from '~/core/dose/choose';
import type { Hold } from '../hold';

/** What a coach sets in a season by hand: doses that stay, phases that begin when they are told to, rules that give a little. */

/** Sets of a quality in a week that stay as they are. */
export interface Lock {
  /** First day of the week. */
  readonly startsOn: IsoDay;
  readonly quality: LadderQuality;
  /** Whole sets, of the stronger side where the sides differ; 0 leaves the quality out. */
  readonly sets: number;
  /** Whole sets of the weaker side, where that is set too. */
  readonly weaker?: number | undefined;
}

/** A phase begins with this week. */
export interface PhaseStart {
  readonly startsOn: IsoDay;
  readonly phase: Phase;
}

/** Rules that may give in one week; a caution is not among them, nor are the most of a quality, a phase and the sides. */
export const givingRules = [
  'minutes',
  'entry',
  'ramp_total',
  'ramp',
  'low_week',
  'total_cap',
  'flexion',
] as const;
export type GivingRule = (typeof givingRules)[number];

/** A rule gives in a week: minutes, or dose where it is about dose. */
export interface Giving {
  readonly startsOn: IsoDay;
  readonly rule: GivingRule;
  /** For the rules of one quality. */
  readonly quality?: LadderQuality | undefined;
  readonly by: number;
}

export interface ByHand {
  readonly locks?: readonly Lock[] | undefined;
  readonly phaseStarts?: readonly PhaseStart[] | undefined;
  readonly giving?: readonly Giving[] | undefined;
}

/** Why a lock cannot be, whatever else gives. */
export type LockBar = Hold | 'no_days' | 'no_rung';

/** A lock that cannot be as it is, and the most sets that can. */
export interface BarredLock {
  readonly lock: Lock;
  readonly bar: LockBar;
  readonly most: number;
}

/** By how much a rule gives in a week. */
export function givenBy(
  giving: readonly Giving[] | undefined,
  startsOn: IsoDay,
  rule: string,
  quality?: LadderQuality,
): number {
  return (giving ?? [])
    .filter((one) => one.startsOn === startsOn && one.rule === rule && one.quality === quality)
    .reduce((sum, { by }) => sum + by, 0);
}

/** Phases of weeks with those set by hand: each lasts until the next begins. Weeks before the first stay as they are. */
export function phasesByHand(
  weeks: readonly { readonly startsOn: IsoDay; readonly phase: Phase }[],
  starts: readonly PhaseStart[] | undefined,
): Phase[] {
  const sorted = [...(starts ?? [])].sort((a, b) => a.startsOn.localeCompare(b.startsOn));
  return weeks.map(
    (week) => sorted.findLast(({ startsOn }) => startsOn <= week.startsOn)?.phase ?? week.phase,
  );
}

/** A quality's row in a week, as far as locks go. */
interface Lockable {
  readonly id: LadderQuality;
  readonly most: number;
  readonly mostBy: Hold;
  readonly locked?: Pick<Lock, 'sets' | 'weaker'> | undefined;
}

/**
 * Rows of a week with its locks: what is locked is on with its sets whatever its turn, what is locked at nought is off.
 *
 * @param rowOf the row of a quality that is not on by itself; undefined when no rung is left for it
 * @param order of the rows
 */
export function withLocks<R extends Lockable>(
  rows: readonly R[],
  locks: readonly Lock[],
  rowOf: (id: LadderQuality) => R | undefined,
  order: readonly LadderQuality[],
): { readonly rows: readonly R[]; readonly barred: readonly BarredLock[] } {
  if (locks.length === 0) return { rows, barred: [] };
  const barred: BarredLock[] = [];
  const locked = new Map<LadderQuality, R | undefined>();
  for (const lock of locks) {
    if (lock.sets === 0) {
      locked.set(lock.quality, undefined);
      continue;
    }
    const row = rows.find(({ id }) => id === lock.quality) ?? rowOf(lock.quality);
    const most = row ? Math.floor(row.most + 1e-9) : 0;
    if (!row || most < 1) barred.push({ lock, bar: row?.mostBy ?? 'no_rung', most: 0 });
    else if (lock.sets > most) barred.push({ lock, bar: row.mostBy, most });
    if (row && most >= 1)
      locked.set(lock.quality, { ...row, locked: { ...lock, sets: Math.min(lock.sets, most) } });
  }
  // In the order they have without locks: a season that is changed a little is the same programme a little changed.
  const forced = [...locked.keys()].filter((id) => !rows.some((row) => row.id === id));
  const all = [...rows.map(({ id }) => id), ...forced].sort((a, b) => order.indexOf(a) - order.indexOf(b));
  return {
    rows: all.flatMap((id) => {
      const row = locked.has(id) ? locked.get(id) : rows.find((one) => one.id === id);
      return row ? [row] : [];
    }),
    barred,
  };
}
