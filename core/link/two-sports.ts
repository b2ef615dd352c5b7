import {
  type DemandProfile,
  type Discipline,
  type QualityId,
  qualityIds,
  sportLabel,
} from '~/core/catalogue';
import { usualSecondPercent } from '~/core/catalogue/sports';
import type { Trade } from '~/core/catalogue/trade';

/** An athlete of one sport, or of two that are weighted: the trunk is trained once, for both. */

export interface SportsOf {
  /** The main sport: its events, its exposure, its angles of the rungs. */
  readonly disciplineId: string;
  readonly secondDisciplineId?: string | null | undefined;
  /** The second sport's share of what is asked, 1 to 99 per cent. */
  readonly secondPercent?: number | null | undefined;
}

/**
 * What two sports ask together of each quality: the mean of both, weighted by their shares, to a tenth.
 *
 * @param share of the second, 0 to 1
 */
export const sharedProfile = (first: DemandProfile, second: DemandProfile, share: number): DemandProfile =>
  Object.fromEntries(
    qualityIds.map((id) => [id, Math.round(10 * (first[id] * (1 - share) + second[id] * share)) / 10]),
  ) as Record<QualityId, number>;

/** The second sport and its share, 0 to 1; undefined where there is one sport. */
export const secondOf = ({
  secondDisciplineId: disciplineId,
  secondPercent: percent,
}: SportsOf): { readonly disciplineId: string; readonly share: number } | undefined =>
  disciplineId ? { disciplineId, share: (percent ?? usualSecondPercent) / 100 } : undefined;

/** The main sport, asking what both ask. */
export function disciplineOf(trade: Pick<Trade, 'discipline'>, sports: SportsOf): Discipline {
  const first = trade.discipline(sports.disciplineId);
  const second = secondOf(sports);
  return second
    ? {
        ...first,
        profile: sharedProfile(first.profile, trade.discipline(second.disciplineId).profile, second.share),
      }
    : first;
}

/** "Running: marathon", or "Running: marathon, 30 % Cycling: road and time trial". */
export function sportsText(trade: Pick<Trade, 'discipline'>, sports: SportsOf): string {
  const label = (id: string) => sportLabel(trade.discipline(id));
  const second = secondOf(sports);
  return `${label(sports.disciplineId)}${second ? `, ${Math.round(100 * second.share)} % ${label(second.disciplineId)}` : ''}`;
}
