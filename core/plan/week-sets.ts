import type { LadderQuality } from '~/core/dose/choose';
import type { Tier } from './tiers';

/** A week in whole sets: the least that works for each quality, then more of what matters most, within every rule. */

/** What a set of a quality costs and is worth in a phase, from the prescription that would be given. */
export interface SetCost {
  /** Changing over, once an exposure, seconds. */
  readonly exposureS: number;
  /** One set with its rest, both sides of a sided rung, seconds. */
  readonly setS: number;
  /** Dose of one set, of one side. */
  readonly dose: number;
}

export interface WeekWant {
  readonly id: LadderQuality;
  readonly tier: Exclude<Tier, 'rest'>;
  readonly weight: number;
  readonly cost: SetCost;
  /** The weaker side gets one set more an exposure. */
  readonly weakerExtra: boolean;
  /** The least that is worth doing this week, sets; 0 when it is off. */
  readonly least: number;
  /** The most, sets, and what says so. */
  readonly most: number;
  readonly mostBy: Hold;
  readonly mostPerExposure: number;
  /** Sessions it opens whatever its sets, as breath and brace does until it is owned. */
  readonly opens?: number | undefined;
}

/** What holds a quality or a week down. */
export type Hold = 'cap' | 'gate' | 'caution' | 'ramp' | 'tier' | 'set_cap' | 'no_harder_rung' | 'flexion';

export interface WeekRoom {
  readonly sessions: number;
  /** Minutes the sets may take in all. */
  readonly minutes: number;
  /** Minutes the openers take besides. */
  readonly fixedMinutes: number;
  /** Most dose in all. */
  readonly doseMost: number;
}

export interface WeekSets {
  readonly sets: ReadonlyMap<LadderQuality, number>;
  readonly minutes: number;
  /** Why no more was laid on, when minutes are left. */
  readonly heldBy: readonly { readonly id: LadderQuality | undefined; readonly by: Hold | 'total' }[];
}

/** How often a quality comes in a week: main twice when there are two sessions, more often when its sets ask for it; keep once. */
export function exposuresOf(
  want: Pick<WeekWant, 'tier' | 'mostPerExposure' | 'opens'>,
  sets: number,
  sessions: number,
): number {
  if (sets <= 0) return 0;
  if (want.opens !== undefined) return Math.max(1, Math.min(want.opens, Math.floor(sets / 2)));
  const least = Math.ceil(sets / want.mostPerExposure);
  const wanted = want.tier === 'main' ? Math.min(2, Math.floor(sets / 2)) : 1;
  return Math.max(1, Math.min(sessions, Math.max(least, wanted)));
}

/** Seconds of so many sets of a quality in a week. */
export function secondsOf(want: WeekWant, sets: number, sessions: number): number {
  if (sets <= 0) return 0;
  const exposures = exposuresOf(want, sets, sessions);
  const extra = want.weakerExtra ? 0.7 * exposures : 0;
  return exposures * want.cost.exposureS + (sets + extra) * want.cost.setS;
}

const minutesOf = (
  wants: readonly WeekWant[],
  sets: ReadonlyMap<LadderQuality, number>,
  sessions: number,
): number => wants.reduce((sum, want) => sum + secondsOf(want, sets.get(want.id) ?? 0, sessions), 0) / 60;

/**
 * Whole sets of a week. The least of each is given as it stands (the caller has made it fit); then one set at a time to the
 * quality whose weight over what it has is largest, while minutes and dose last.
 */
export function fillWeek(wants: readonly WeekWant[], room: WeekRoom): WeekSets {
  const sets = new Map(wants.map((want) => [want.id, Math.min(want.least, Math.max(want.most, 0))]));
  const blocked = new Map<LadderQuality, Hold | 'total'>();
  const doseOf = () => wants.reduce((sum, want) => sum + (sets.get(want.id) ?? 0) * want.cost.dose, 0);
  for (;;) {
    const open = wants.filter((want) => want.least > 0 && !blocked.has(want.id));
    if (open.length === 0) break;
    const next = open.reduce((best, want) => {
      const worth = (one: WeekWant) =>
        one.weight / (secondsOf(one, (sets.get(one.id) ?? 0) + 1, room.sessions) || 1);
      return worth(want) > worth(best) ? want : best;
    });
    const now = sets.get(next.id) ?? 0;
    if (now + 1 > next.most) {
      blocked.set(next.id, next.mostBy);
      continue;
    }
    if (doseOf() + next.cost.dose > room.doseMost) {
      blocked.set(next.id, 'cap');
      continue;
    }
    sets.set(next.id, now + 1);
    if (minutesOf(wants, sets, room.sessions) + room.fixedMinutes > room.minutes + 1e-9) {
      sets.set(next.id, now);
      blocked.set(next.id, 'total');
    }
  }
  return {
    sets,
    minutes: minutesOf(wants, sets, room.sessions) + room.fixedMinutes,
    heldBy: [...blocked].map(([id, by]) => ({ id, by })),
  };
}

/** Least sets that fit into some minutes: mains first, then the keeps longest off, each whole or not at all. */
export function fitLeast(
  wants: readonly WeekWant[],
  room: Pick<WeekRoom, 'sessions' | 'minutes' | 'fixedMinutes'>,
  weeksOff: ReadonlyMap<LadderQuality, number>,
  keepsMost: number,
): Map<LadderQuality, number> {
  const least = new Map<LadderQuality, number>(wants.map((want) => [want.id, 0]));
  let used = room.fixedMinutes;
  const take = (want: WeekWant, sets: number): boolean => {
    const minutes = secondsOf(want, sets, room.sessions) / 60;
    if (sets <= 0 || used + minutes > room.minutes + 1e-9) return false;
    used += minutes;
    least.set(want.id, sets);
    return true;
  };
  const byWeight = (a: WeekWant, b: WeekWant) => b.weight - a.weight;
  // What opens the sessions comes first; then the mains, and of one that does not fit whole two sets.
  for (const want of wants.filter(({ opens }) => opens !== undefined)) take(want, want.least);
  for (const want of wants.filter(({ tier, opens }) => tier === 'main' && opens === undefined).sort(byWeight))
    if (!take(want, Math.min(want.least, want.most))) take(want, Math.min(2, want.most));
  let keeps = 0;
  const off = (want: WeekWant) => weeksOff.get(want.id) ?? 0;
  for (const want of wants
    .filter(({ tier, opens }) => tier === 'keep' && opens === undefined)
    .sort((a, b) => off(b) - off(a) || byWeight(a, b))) {
    if (keeps >= keepsMost) break;
    if (take(want, Math.min(want.least, want.most))) keeps += 1;
  }
  return least;
}
