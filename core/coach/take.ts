import type { Trade } from '~/core/catalogue/trade';
import type { Prescription } from './prescription';
import type { ProposalKind } from './progress';
import type { Step } from './steps';

/** Proposals that a coach takes: what moves, what is lighter next time, and how they are shown. */

/** Kinds that ask for more than before; they pass the gate. */
export const raises = (kind: ProposalKind): boolean => kind === 'next_rung' || kind === 'more';
/** Kinds that lead to another rung or load. */
export const moves = (kind: ProposalKind): boolean =>
  raises(kind) || kind === 'back' || kind === 'hold_quality';
/** Kinds that ask for less in the next session. */
export const eases = (kind: ProposalKind): boolean =>
  kind === 'back' || kind === 'less' || kind === 'shorter' || kind === 'hold_quality';

/** Proposals by what they change, in the order they are read: what hurts first, what is won last. */
export const proposalGroups = [
  { id: 'hold', name: 'Hold, for pain', kinds: ['hold_quality'] },
  { id: 'easier', name: 'Easier', kinds: ['back', 'shorter'] },
  { id: 'less', name: 'Less next time', kinds: ['less'] },
  { id: 'rung', name: 'A harder rung', kinds: ['next_rung'] },
  { id: 'load', name: 'More load, a longer lever', kinds: ['more'] },
  { id: 'stay', name: 'Owned, and stays', kinds: ['stay'] },
] as const satisfies readonly { id: string; name: string; kinds: readonly ProposalKind[] }[];

/** What a coach makes of a proposal; what is not said stays as proposed. */
export interface ProposalChange {
  readonly rungId?: string | undefined;
  /** kg or N; null for none. */
  readonly load?: number | null | undefined;
  /** Of the next session, in the rung's unit. */
  readonly sets?: number | undefined;
  readonly amount?: number | undefined;
}

export interface Taken {
  readonly kind: ProposalKind;
  readonly from: Step;
  readonly to: Step;
  /** The coach changed what was proposed. */
  readonly edited: boolean;
  /** Lighter work for the next session; null where the limits speak. */
  readonly less: { readonly sets: number; readonly amount: number } | null;
}

/** A proposal as a coach takes it: as it was made, or changed. */
export function takenOf(
  proposal: { readonly kind: ProposalKind; readonly before: Step; readonly after: Step },
  change: ProposalChange | undefined,
  trade: Pick<Trade, 'hasRung' | 'ladderOf'>,
): Taken {
  const { kind, before: from, after } = proposal;
  const rungId = change?.rungId ?? after.rungId;
  const another = rungId !== after.rungId;
  const to: Step = {
    ladderId: trade.hasRung(rungId) ? trade.ladderOf(rungId).id : after.ladderId,
    rungId,
    // Another rung has a load of its own.
    load: change?.load === undefined ? (another ? null : after.load) : change.load || null,
    lever: another ? null : after.lever,
    sets: change?.sets ?? after.sets,
    amount: change?.amount ?? after.amount,
  };
  const said = change?.sets !== undefined || change?.amount !== undefined;
  const eased = eases(kind) && !another;
  return {
    kind,
    from,
    to,
    edited: another || to.load !== after.load || to.sets !== after.sets || to.amount !== after.amount,
    less:
      said || eased
        ? {
            sets: change?.sets ?? (eased ? after.sets : Number.POSITIVE_INFINITY),
            amount: change?.amount ?? (eased ? after.amount : Number.POSITIVE_INFINITY),
          }
        : null,
  };
}

const sameExercise = (a: Step, b: Step): boolean =>
  a.rungId === b.rungId && (a.load ?? 0) === (b.load ?? 0) && (a.lever ?? null) === (b.lever ?? null);

/** Does it move the athlete to another rung or load? */
export const isMove = ({ kind, from, to, edited }: Omit<Taken, 'less'>): boolean =>
  edited ? !sameExercise(from, to) : moves(kind);

/** Exercises under way after some proposals were taken; a set-up stays with its rung. */
export function movedBy<
  T extends {
    readonly rungId: string;
    readonly ladderId: string;
    readonly setting?: string | null | undefined;
  },
>(
  underWay: readonly T[],
  taken: readonly Taken[],
): (T & { readonly load: number | null; readonly lever: number | null })[] {
  const moving = taken.filter(isMove);
  return underWay.flatMap((one) => {
    const move = moving.find(({ from }) => from.rungId === one.rungId);
    if (!move) return [];
    const { ladderId, rungId, load = null, lever = null } = move.to;
    return [{ ...one, ladderId, rungId, load, lever, setting: rungId === one.rungId ? one.setting : null }];
  });
}

/** Lighter work for the next session that has a rung; from then on the limits speak again. */
export type Lighter = ReadonlyMap<string, { readonly sets: number; readonly amount: number }>;

export const lighterBy = (taken: readonly Taken[]): Lighter =>
  new Map(taken.flatMap(({ to, less }) => (less ? [[to.rungId, less] as const] : [])));

/** Items with what is lighter taken off; what was used is taken out of the map, so that it holds for one session. */
export function lighten(
  items: readonly Prescription[],
  less: Map<string, { readonly sets: number; readonly amount: number }>,
): Prescription[] {
  return items.map((item) => {
    const asked = less.get(item.rungId);
    if (!asked) return item;
    less.delete(item.rungId);
    return { ...item, sets: Math.min(item.sets, asked.sets), amount: Math.min(item.amount, asked.amount) };
  });
}
