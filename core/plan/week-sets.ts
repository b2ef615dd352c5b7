import type { LadderQuality } from '~/core/dose/choose';
import { flexionShare, planDefaults } from './defaults';
import type { Tier } from './tiers';

/** Whole sets of a week: what they take, and the least of each that fits. */

/** What a set of a quality costs and is worth in a phase, from the prescription that would be given. */
export interface SetCost {
  /** Changing over, once an exposure, seconds. */
  readonly exposureS: number;
  /** One set with its rest, both sides of a sided rung, seconds. */
  readonly setS: number;
  /** Dose of one set, of one side. */
  readonly dose: number;
}

export interface WeekRow {
  readonly id: LadderQuality;
  readonly tier: Exclude<Tier, 'rest'>;
  readonly cost: SetCost;
  readonly mostPerExposure: number;
  /** Sessions it opens whatever its sets, as breath and brace does until it is owned. */
  readonly opens?: number | undefined;
  /** Sets that a coach has locked, which come first and whether they fit or not. */
  readonly locked?: { readonly sets: number; readonly weaker?: number | undefined } | undefined;
}

/** How often a quality comes in a week: main twice when there are two sessions, more often when its sets ask for it; keep once. */
export function exposuresOf(
  row: Pick<WeekRow, 'tier' | 'mostPerExposure' | 'opens'>,
  sets: number,
  sessions: number,
): number {
  if (sets <= 0) return 0;
  if (row.opens !== undefined) return Math.max(1, Math.min(row.opens, Math.floor(sets / 2)));
  const least = Math.ceil(sets / row.mostPerExposure);
  const wanted = row.tier === 'main' ? Math.min(2, Math.floor(sets / 2)) : 1;
  return Math.max(1, Math.min(sessions, Math.max(least, wanted)));
}

/** One side alone takes this share of a set of both with its rest. */
export const oneSideShare = 0.7;

/** Minutes of so many sets of a quality in a week, and of sets more on one side. */
export function minutesOf(row: WeekRow, sets: number, oneSided: number, sessions: number): number {
  if (sets <= 0) return 0;
  const exposures = exposuresOf(row, sets, sessions);
  return (exposures * row.cost.exposureS + (sets + oneSideShare * oneSided) * row.cost.setS) / 60;
}

/**
 * Least sets that fit into some minutes: what is locked, what opens the sessions, then mains, then the keeps longest off, each whole or not at
 * all; of a main that does not fit whole, two sets.
 */
export function fitLeast(
  rows: readonly (WeekRow & {
    readonly least: number;
    readonly want: { readonly weight: number; readonly weaker: unknown };
  })[],
  room: {
    readonly sessions: number;
    readonly minutes: number;
    /** The most dose of all, and of what bends the trunk. */
    readonly dose: number;
    readonly bent: number;
  },
  weeksOff: ReadonlyMap<LadderQuality, number>,
  keepsMost: number,
): Map<LadderQuality, number> {
  const least = new Map<LadderQuality, number>(rows.map((row) => [row.id, 0]));
  let used = 0;
  let dose = 0;
  let bent = 0;
  const take = (row: (typeof rows)[number], sets: number): boolean => {
    // A weaker side has one set more an exposure.
    const extra = row.want.weaker ? exposuresOf(row, sets, room.sessions) : 0;
    const minutes = minutesOf(row, sets, extra, room.sessions);
    const more = sets * row.cost.dose * (row.want.weaker ? (1 + planDefaults.weakerLeast) / 2 : 1);
    const moreBent = more * (flexionShare[row.id] ?? 0);
    const fits =
      used + minutes <= room.minutes + 1e-9 && dose + more <= room.dose && bent + moreBent <= room.bent;
    if (sets <= 0 || !(fits || row.locked)) return false;
    used += minutes;
    dose += more;
    bent += moreBent;
    least.set(row.id, sets);
    return true;
  };
  type Row = (typeof rows)[number];
  const byWeight = (a: Row, b: Row) => b.want.weight - a.want.weight;
  let keeps = 0;
  for (const row of rows) {
    if (!row.locked) continue;
    take(row, row.locked.sets);
    if (row.tier === 'keep' && row.opens === undefined) keeps += 1;
  }
  const free = rows.filter(({ locked }) => locked === undefined);
  for (const row of free.filter(({ opens }) => opens !== undefined)) take(row, row.least);
  for (const row of free.filter(({ tier, opens }) => tier === 'main' && opens === undefined).sort(byWeight))
    if (!take(row, row.least)) take(row, 2);
  const off = (row: Row) => weeksOff.get(row.id) ?? 0;
  for (const row of free
    .filter(({ tier, opens }) => tier === 'keep' && opens === undefined)
    .sort((a, b) => off(b) - off(a) || byWeight(a, b))) {
    if (keeps >= keepsMost) break;
    if (take(row, row.least)) keeps += 1;
  }
  return least;
}
