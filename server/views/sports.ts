import { qualityName, sportLabel } from '~/core/catalogue';
import { qualityIds } from '~/core/catalogue/qualities';
import type { Trade, TradeDiscipline } from '~/core/catalogue/trade';
import type { Principal } from '../principal/principal';
import { historyOf } from './catalogue';

const cellsOf = ({ profile, otherwise }: TradeDiscipline) =>
  qualityIds.map((id) => ({
    id,
    name: qualityName(id),
    demand: profile[id],
    /** Said otherwise than it is shipped, or copied. */
    own: otherwise.includes(id),
  }));

const shown = (trade: Trade, sport: TradeDiscipline) => ({
  id: sport.id,
  name: sport.name,
  label: sportLabel(sport),
  asks: sport.asks,
  hidden: sport.hidden,
  copiedFrom: sport.from === null ? null : sportLabel(trade.discipline(sport.from)),
  cells: cellsOf(sport),
});

/** What each sport asks, the shipped ones and the practice's own. */
export function sportsView({ trade }: Pick<Principal, 'trade'>) {
  return {
    qualities: qualityIds.map((id) => ({ id, name: qualityName(id) })),
    sports: trade.disciplines.map((sport) => shown(trade, sport)),
  };
}

/** One sport as it is read and changed; undefined when there is none of that id. */
export async function sportView(principal: Principal, id: string) {
  const { trade, catalogue } = principal;
  const sport = trade.disciplines.find((one) => one.id === id);
  if (!sport) return undefined;
  return {
    ...shown(trade, sport),
    exposure: sport.exposure,
    revision: catalogue.revision,
    history: await historyOf(principal, [id]),
  };
}
export type SportView = NonNullable<Awaited<ReturnType<typeof sportView>>>;
