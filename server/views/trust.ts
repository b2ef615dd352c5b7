import { screenTest } from '~/core/catalogue';
import type { TestPatch } from '~/core/catalogue/edits';
import { ok, type Result, refuse } from '~/core/result';
import { realChangeOf } from '~/core/screen/assess/score';
import { percentileAthletes, repeatAthletes } from '~/core/screen/trust/needs';
import {
  compareTesters,
  errorByTester,
  ownPercentiles,
  repeatPairs,
  typicalErrorOf,
  usedResults,
} from '~/core/screen/trust/trust';
import { counted } from '~/core/words/counted';
import { newId, staffNames } from '~/db/queries/practice';
import { trialsOfTest } from '~/db/queries/screen';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import { toTrial } from '../principal/rows';

const oneDecimal = (value: number) => Math.round(value * 10) / 10;

/** The test Trust opens with. */
const usualTest = 'side_plank';

/** The test of an address; an unknown one gives way to the usual. */
export function trustTest(principal: Principal, query: URLSearchParams): string {
  const id = query.get('test') ?? usualTest;
  return principal.trade.hasTest(id) ? id : usualTest;
}

/** Repeats and percentiles of one test, from every standing trial of the practice. */
async function evidence(principal: Principal, testId: string) {
  const test = principal.trade.test(testId);
  const rows = await trialsOfTest(principal.practiceId, testId);
  const results = usedResults(
    test,
    rows.map((row) => ({ ...toTrial(row), athleteId: row.athleteId })),
  );
  const pairs = repeatPairs(results);
  return {
    test,
    pairs,
    found: typicalErrorOf(pairs),
    athletes: new Set(pairs.map((pair) => pair.first.athleteId)).size,
    percentiles: ownPercentiles(test, results),
    tested: new Set(results.map((result) => result.athleteId)).size,
  };
}

export async function trustView(principal: Principal, testId: string) {
  const { trade } = principal;
  const [{ test, pairs, found, athletes, percentiles, tested }, names] = await Promise.all([
    evidence(principal, testId),
    staffNames(principal.practiceId),
  ]);
  const nameOf = (id: string) => names.get(id) ?? 'somebody who has left';
  return {
    tests: trade.tests.filter(({ kind }) => kind !== 'grade').map(({ id, name }) => ({ id, name })),
    test: { id: test.id, name: test.name, unit: test.unit, lower: test.lowerIsBetter },
    inUse: test.typicalError,
    ownError: trade.ownTest(testId).typicalError ?? undefined,
    shipped: screenTest(testId).typicalError,
    realFrom: oneDecimal(realChangeOf(test.typicalError)),
    found,
    athletes,
    pairs: pairs.length,
    byTester: errorByTester(pairs).map(({ staffId, estimate }) => ({ name: nameOf(staffId), estimate })),
    between: compareTesters(pairs).map((comparison) => ({
      ...comparison,
      aName: nameOf(comparison.a),
      bName: nameOf(comparison.b),
    })),
    percentiles,
    tested,
    ownTarget: trade.ownTest(testId).target ?? undefined,
    mayEdit: can(principal, 'catalogue.edit'),
    edit: { editId: newId(), revision: principal.catalogue.revision },
  };
}

/** What Trust offers to take over as our own: the error of our repeats, the default again, or a percentile as target. */
export type TrustOffer =
  | { readonly take: 'error' }
  | { readonly take: 'default_error' }
  | { readonly take: 'target'; readonly percent: 25 | 50 | 75 };

/** The edit of an offer. The figures are found anew, so that nobody can put others in their place. */
export async function offeredEdit(
  principal: Principal,
  testId: string,
  offer: TrustOffer,
): Promise<Result<{ patch: TestPatch; reason: string }>> {
  if (offer.take === 'default_error')
    return ok({ patch: { typicalError: null }, reason: 'Back to the default error.' });
  const { found, percentiles } = await evidence(principal, testId);
  if (offer.take === 'error') {
    if (!found) return refuse('trust.few_repeats', { athletes: repeatAthletes });
    return ok({
      patch: { typicalError: Math.round(found.typicalError * 100) / 100 },
      reason: `From ${counted(found.pairs, 'repeat')} of ${counted(found.athletes, 'athlete')}, 95 % limits ${found.low.toFixed(1)} to ${found.high.toFixed(1)}.`,
    });
  }
  if (!percentiles) return refuse('trust.few_results', { athletes: percentileAthletes });
  return ok({
    patch: { target: oneDecimal(percentiles.at[offer.percent]) },
    reason: `The ${offer.percent} % point of ${percentiles.athletes} of our own athletes.`,
  });
}
