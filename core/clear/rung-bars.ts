import { equipment, type Ladder, type Rung } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { type Issue, issue } from '~/core/result';

/** Why a school leaves a rung out; empty when it does not. */
export function schoolBar(
  trade: Pick<Trade, 'school' | 'disputes'>,
  ladder: Ladder,
  rung: Rung,
  schoolId: string,
): Issue[] {
  const own = trade.school(schoolId);
  if (ladder.schools[schoolId] === 'avoids') return [issue('bar.school', { school: own.name })];
  if (own.avoid_lumbar.includes(rung.lumbar))
    return [issue('bar.school_lumbar', { school: own.name, lumbar: rung.lumbar })];
  const dispute = trade.disputes.find((disputed) => disputed.id === rung.disputed);
  if (dispute && !dispute.used_by.includes(schoolId))
    return [issue('bar.disputed', { school: own.name, exercise: dispute.exercise })];
  return [];
}

/** What a piece of kit is called; its id when it is not in the list. */
export const kitName = (id: string): string =>
  equipment.find((item) => item.id === id)?.name.toLowerCase() ?? id;

/** What kit a rung lacks; empty when nothing is missing. */
export function kitBar(rung: Rung, kit: readonly string[]): Issue[] {
  const missing = rung.needs.filter((need) => need !== 'none' && need !== 'mat' && !kit.includes(need));
  if (missing.length > 0) return [issue('bar.kit', { needs: missing.map(kitName) })];
  if (rung.needs_one_of && !rung.needs_one_of.some((need) => kit.includes(need)))
    return [issue('bar.kit_one_of', { needs: rung.needs_one_of.map(kitName) })];
  return [];
}
