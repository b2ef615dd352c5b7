import { type CatalogueEdits, noEdits, readEdits } from '~/core/catalogue/edits';
import { shippedTrade, type Trade, tradeOf } from '~/core/catalogue/trade';

export interface CatalogueOf {
  readonly practiceId: string;
  readonly catalogue: { readonly edits: CatalogueEdits; readonly revision: number };
}

/** The last built catalogue of each practice; derived, so that losing it costs only the building. */
const built = new Map<string, { revision: number; trade: Trade }>();
const mostKept = 200;

/** The catalogue as this practice has it. */
export function tradeFor({ practiceId, catalogue }: CatalogueOf): Trade {
  if (catalogue.revision === 0) return shippedTrade;
  const kept = built.get(practiceId);
  if (kept && kept.revision === catalogue.revision) return kept.trade;
  const trade = tradeOf(editsOf({ catalogue }), catalogue.revision);
  if (built.size >= mostKept) built.clear();
  built.set(practiceId, { revision: catalogue.revision, trade });
  return trade;
}

/** The practice's edits as they stand; entries that no longer fit are left out. */
export const editsOf = ({ catalogue }: Pick<CatalogueOf, 'catalogue'>): CatalogueEdits =>
  catalogue.revision === 0 ? noEdits : readEdits(catalogue.edits).edits;
