import type { AmountUnit } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { withinCap } from '~/core/dose/amounts';
import { kitAt, type PlacesGiven } from '~/core/people/places';
import { type Issue, issue } from '~/core/result';

/** A laid-out exercise, as far as the gate cares. */
export interface LaidOutItem {
  readonly id: string;
  readonly rungId: string;
  readonly name: string;
  readonly unit: AmountUnit;
  /** As it was laid out; caps shorten what is shown, never this. */
  readonly amount: number;
  readonly loadValue: number | null;
}

/** A laid-out exercise under the gate of a day. */
export interface GatedItem<T extends LaidOutItem = LaidOutItem> {
  readonly item: T;
  /** Why it is withheld; empty when it may be done. */
  readonly bars: readonly Issue[];
  readonly amount: number;
  readonly loadValue: number | null;
}

/** The gate of a session, which has the kit of its place. */
export const gateAt = (
  gate: Gate,
  athlete: PlacesGiven & { readonly kit: readonly string[] },
  place: string,
): Gate => ((athlete.places ?? []).length === 0 && place === '' ? gate : gate.withKit(kitAt(athlete, place)));

/** What the gate leaves of a laid-out exercise: withheld, shortened, lightened, or as it was. */
export function underGate<T extends LaidOutItem>(gate: Gate, trade: Trade, item: T): GatedItem<T> {
  const limits = gate.rung(item.rungId);
  const most = limits.loadMost ?? Number.POSITIVE_INFINITY;
  return {
    item,
    bars: limits.bars,
    amount: withinCap(trade.rung(item.rungId), item.amount, limits.capS),
    loadValue: item.loadValue === null ? null : Math.min(item.loadValue, most),
  };
}

/** How an exercise stood when it was last checked. */
export interface StoredCheck {
  readonly bars: readonly Issue[];
  readonly shownAmount: number;
  readonly shownLoad: number | null;
}

export interface Recheck {
  readonly itemId: string;
  readonly check: StoredCheck;
}

export interface SessionRecheck {
  /** Exercises whose check changed. */
  readonly items: readonly Recheck[];
  /** Nothing of it may be done: it is called off until something may again. */
  readonly calledOff: boolean;
  /** What the coach is told, one line a change; empty when nothing changed. */
  readonly changes: readonly Issue[];
}

const same = (a: StoredCheck, b: StoredCheck) =>
  a.shownAmount === b.shownAmount &&
  a.shownLoad === b.shownLoad &&
  JSON.stringify(a.bars) === JSON.stringify(b.bars);

/**
 * Checks a session not yet done against the gate as it is now. Nothing is dealt anew: exercises are withheld, shortened or
 * given back where they stand, and each change is said.
 */
export function recheckSession(
  gate: Gate,
  trade: Trade,
  session: {
    readonly calledOff: boolean;
    readonly items: readonly (LaidOutItem & { readonly check: StoredCheck })[];
  },
): SessionRecheck {
  const changes: Issue[] = [];
  const items: Recheck[] = [];
  let left = 0;
  for (const item of session.items) {
    const now = underGate(gate, trade, item);
    const check: StoredCheck = { bars: now.bars, shownAmount: now.amount, shownLoad: now.loadValue };
    if (now.bars.length === 0) left += 1;
    if (same(item.check, check)) continue;
    items.push({ itemId: item.id, check });
    const { name } = item;
    const was = item.check;
    if (check.bars.length > 0 && was.bars.length === 0)
      changes.push(
        issue('recheck.withheld', {
          ...(check.bars[0]?.values ?? {}),
          bar: check.bars[0]?.code ?? '',
          name,
        }),
      );
    else if (check.bars.length === 0 && was.bars.length > 0)
      changes.push(issue('recheck.given_back', { name }));
    else if (check.bars.length === 0 && check.shownAmount !== was.shownAmount)
      changes.push(
        issue('recheck.amount', { name, from: was.shownAmount, to: check.shownAmount, unit: item.unit }),
      );
    else if (check.bars.length === 0)
      changes.push(issue('recheck.load', { name, from: was.shownLoad ?? 0, to: check.shownLoad ?? 0 }));
  }
  const calledOff = session.items.length > 0 && left === 0;
  if (calledOff && !session.calledOff) changes.unshift(issue('recheck.called_off'));
  if (!calledOff && session.calledOff) changes.unshift(issue('recheck.on_again'));
  return { items, calledOff, changes };
}
