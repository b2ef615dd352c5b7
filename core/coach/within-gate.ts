import { addFlexion, type Flexion, flexionOfSet, noFlexion, withinFlexion } from '~/core/clear/flexion';
import type { DoseAthlete } from '~/core/dose/athlete';
import { workSeconds } from '~/core/dose/work';
import { type Issue, issue } from '~/core/result';
import type { ComposeInput } from './compose-input';
import { withSets } from './lay-session';
import type { Prescription } from './prescription';

/** What the ledger of bending and the time on the back leave of a session. */

const setsInAll = (item: Pick<Prescription, 'sets' | 'sided' | 'extraSetSide'>) =>
  item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0);

/** Seconds a session lies on the back. */
export function onBackSeconds(
  { gate }: Pick<DoseAthlete, 'gate'>,
  items: readonly Pick<
    Prescription,
    'rungId' | 'unit' | 'amount' | 'tempo' | 'sets' | 'sided' | 'extraSetSide'
  >[],
): number {
  return items.reduce(
    (sum, item) =>
      gate.rung(item.rungId).onBack
        ? sum + workSeconds(item.unit, item.amount, item.tempo) * setsInAll(item)
        : sum,
    0,
  );
}

/** Loaded bending of some prescriptions. */
export function flexionOf(
  trade: Pick<DoseAthlete['trade'], 'rung'>,
  items: readonly Pick<Prescription, 'rungId' | 'amount' | 'sets' | 'sided' | 'extraSetSide'>[],
): Flexion {
  return items.reduce(
    (sum, item) => addFlexion(sum, flexionOfSet(trade.rung(item.rungId), item.amount), setsInAll(item)),
    noFlexion,
  );
}

/** A limit of a session: when it is passed, and which items weigh on it. */
interface Bound {
  readonly over: (items: readonly Prescription[]) => boolean;
  readonly weighs: (item: Prescription) => boolean;
  readonly about: Issue;
}

/** Takes sets (never under two), then exercises, of the least wanted of some items until the session is not over a bound. */
function trim(
  items: readonly Prescription[],
  { over, weighs, about }: Bound,
  wish: (item: Prescription) => number,
  leftOut: Issue[],
): Prescription[] {
  let kept = [...items];
  while (kept.some(weighs) && over(kept)) {
    const byWish = kept.filter(weighs).sort((a, b) => wish(a) - wish(b));
    const thinner = byWish.find((item) => item.sets > 2);
    if (thinner) kept = kept.map((item) => (item === thinner ? withSets(thinner, thinner.sets - 1) : item));
    else {
      const gone = byWish[0] as Prescription;
      leftOut.push({ ...about, values: { ...about.values, name: gone.name } });
      kept = kept.filter((item) => item !== gone);
    }
  }
  return kept;
}

/** What the ledger of bending and the time on the back leave of a session; what goes is told. */
export function withinGate(
  athlete: DoseAthlete,
  items: readonly Prescription[],
  bent: Flexion,
  wish: (item: Prescription) => number,
  leftOut: Issue[],
): Prescription[] {
  const { gate } = athlete;
  const inFlexion = trim(
    items,
    {
      over: (some) => !withinFlexion(addFlexion(bent, flexionOf(athlete.trade, some)), gate.flexion),
      weighs: (item) => !withinFlexion(flexionOf(athlete.trade, [item]), noFlexion),
      about: issue('compose.flexion', { cycles: gate.flexion.cycles, seconds: gate.flexion.heldS }),
    },
    wish,
    leftOut,
  );
  const mostOnBackS = gate.onBackSessionS ?? Number.POSITIVE_INFINITY;
  return trim(
    inFlexion,
    {
      over: (some) => onBackSeconds(athlete, some) > mostOnBackS,
      weighs: (item) => gate.rung(item.rungId).onBack,
      about: issue('compose.on_back', { minutes: Math.round(mostOnBackS / 60) }),
    },
    wish,
    leftOut,
  );
}

/** What of a session stays longest when something must go: the opener, then main exercises, then by priority. */
export const wishOf =
  (priority: ComposeInput['priority']) =>
  (item: Prescription): number =>
    (priority[item.quality] ?? 0) + (item.role === 'opener' ? 2 : item.role === 'main' ? 1 : 0);
