import { caution, type Ladder, type QualityId, type Rung } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import type { Issue } from '~/core/result';

export interface RungContext {
  /** The catalogue as the practice has it. */
  readonly trade: Trade;
  /** What may be offered, and why not. */
  readonly gate: Gate;
  readonly schoolId: string;
  /** Ladder sport id. */
  readonly sport: string;
  /** Rungs the athlete owns. */
  readonly owned: ReadonlySet<string>;
  /** Capability 0-120 by quality, the weaker side; missing when untested. */
  readonly capability: Readonly<Partial<Record<QualityId, number>>>;
}

const offered = (rungId: string, { gate }: Pick<RungContext, 'gate'>): boolean => gate.rung(rungId).allowed;

/** A prerequisite is met when it, or a harder rung of its ladder, is owned, or its quality already scores 70 or more. */
function prerequisiteMet(rungId: string, context: RungContext): boolean {
  const { trade } = context;
  if (!trade.hasRung(rungId)) return true;
  const its = trade.ladderOf(rungId);
  const level = trade.rung(rungId).level;
  if (its.rungs.some((rung) => rung.level >= level && context.owned.has(rung.id))) return true;
  // A prerequisite that cannot be offered here is waived; the coach sees the rung's own notes.
  if (!offered(rungId, context)) return true;
  return its.quality !== 'neck_control' && (context.capability[its.quality] ?? 0) >= 70;
}

export interface RungOffer {
  readonly ladder: Ladder;
  readonly rung: Rung;
  /** Rungs of the ladder that can be offered, easiest first. */
  readonly available: readonly Rung[];
  readonly barred: readonly { readonly rung: Rung; readonly bars: readonly Issue[] }[];
}

/** Where to enter a ladder: low for a weak or untested quality, higher for a strong one, owned rungs behind. */
function entryRung(available: readonly Rung[], id: QualityId, context: RungContext): Rung | undefined {
  const capability = context.capability[id] ?? 0;
  const share = capability < 50 ? 0 : capability < 75 ? 0.25 : capability < 95 ? 0.4 : 0.6;
  const byScore = Math.floor(share * available.length);
  const afterOwned = available.findLastIndex((rung) => context.owned.has(rung.id)) + 1;
  let at = Math.min(available.length - 1, Math.max(byScore, afterOwned));
  while (at > 0 && !(available[at]?.requires ?? []).every((need) => prerequisiteMet(need.rung, context)))
    at -= 1;
  return available[at];
}

/**
 * Ladders that serve a quality in this context, the best first, each with the rung to stand on. Ranking: a ladder
 * already under way, prerequisites met, the sport named by the rung, what a caution prefers, the school's fit, then
 * teaching order.
 */
export function offersFor(
  id: QualityId,
  context: RungContext,
  underWay: ReadonlyMap<string, string>,
): RungOffer[] {
  const offers: { offer: RungOffer; rank: number }[] = [];
  for (const [order, ladder] of context.trade.ladders.entries()) {
    if (ladder.quality !== id) continue;
    const judged = ladder.rungs.map((rung) => ({ rung, bars: context.gate.rung(rung.id).bars }));
    const available = judged.filter((judgement) => judgement.bars.length === 0).map(({ rung }) => rung);
    const current = underWay.get(ladder.id);
    const standing =
      available.find((r) => r.id === current) ??
      (current ? nearestEasier(available, levelOf(context.trade, current)) : undefined);
    const chosen = standing ?? entryRung(available, id, context);
    if (!chosen) continue;
    const ready = ladder.prerequisites.every((need) => prerequisiteMet(need.rung, context));
    const { cautions } = context.gate;
    const unworried = ladder.cautions.every((id) => !cautions.includes(id));
    const preferred = cautions.some((id) => caution(id).prefer_families.includes(ladder.id));
    const rank =
      (current ? 100 : 0) +
      (ready ? 40 : 0) +
      (chosen.sports.includes(context.sport) ? 10 : 0) +
      (ladder.schools[context.schoolId] === 'fits' ? 6 : 0) +
      (preferred ? 8 : 0) +
      (unworried ? 4 : 0) -
      order * 0.1;
    offers.push({
      offer: {
        ladder,
        rung: chosen,
        available,
        barred: judged.filter((judgement) => judgement.bars.length > 0),
      },
      rank,
    });
  }
  return offers.sort((a, b) => b.rank - a.rank).map((offer) => offer.offer);
}

const levelOf = (trade: Trade, rungId: string): number =>
  trade.hasRung(rungId) ? trade.rung(rungId).level : 1;

/** The hardest available rung not above the level of a barred one; the easiest when all are above. */
function nearestEasier(available: readonly Rung[], level: number): Rung | undefined {
  return available.findLast((rung) => rung.level <= level) ?? available[0];
}

/** The next harder or easier available rung on the ladder of a rung. */
export function neighbourRung(rungId: string, step: 1 | -1, context: RungContext): Rung | undefined {
  const its = context.trade.ladderOf(rungId);
  const level = context.trade.rung(rungId).level;
  const available = its.rungs.filter((rung) => offered(rung.id, context));
  return step === 1
    ? available.find((other) => other.level > level)
    : available.findLast((other) => other.level < level);
}
