import type { Body } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { type Capacity, capacityFromHold, capacityFromStages } from '~/core/body/endurance';
import { type Direction, momentsOf } from '~/core/body/moment';
import { type Load, noLoad, type Posture } from '~/core/body/posture';
import type { ScreenTest } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { askedLoad, loadUsed } from '~/core/screen/trial/test-load';
import { workingSide } from '~/core/screen/trial/trial';
import { dayInWords } from '~/core/words/days';
import type { TestResult } from './assess';

/** Screened holds to capacities: what the athlete's own limits say of the greatest moments. */

/** The outside load a result was won with: as it was written down, else what the test asks of this body. */
export function testLoad(
  test: Pick<ScreenTest, 'load'>,
  body: Body,
  result?: Pick<TestResult, 'parts'>,
): Load {
  const asked = askedLoad(test, body.massKg);
  return asked ? { by: asked.by, value: (result && loadUsed(result)) ?? asked.value } : noLoad;
}

function mainOf(posture: Posture, body: Body, load: Load): { direction: Direction; nm: number } | undefined {
  const moments = momentsOf(posture, body, load);
  const nm = moments?.nm[moments.main];
  return moments && nm ? { direction: moments.main, nm } : undefined;
}

/** The capacity behind one result, and its direction; undefined for results that are no hold of a known moment. */
function fromResult(
  trade: Pick<Trade, 'test'>,
  result: TestResult,
  body: Body,
): { direction: Direction; capacity: Capacity; posture: Posture; nm: number } | undefined {
  const test = trade.test(result.testId);
  if (test.kind !== 'hold' || result.value === null || !(result.value > 0)) return undefined;
  // A clock that was stopped at a cap, be it the test's or the athlete's own, tells no more than "at least".
  const toLoss = result.lost && !result.held && !(test.stopAt !== undefined && result.value >= test.stopAt);
  const load = testLoad(test, body, result);
  if (test.stages) {
    const { holdS, postures } = test.stages;
    const stages = postures.flatMap((posture, i) => {
      // Stages it began after were not held, whatever the clock says.
      const begun = i * holdS >= (result.parts?.from_s ?? 0);
      const heldS = begun ? Math.min(holdS, Math.max(0, (result.value ?? 0) - i * holdS)) : 0;
      const main = mainOf(posture, body, load);
      return main && heldS > 0 ? [{ nm: main.nm, heldS, direction: main.direction }] : [];
    });
    const direction = stages[0]?.direction;
    const hardest = Math.max(0, ...stages.map(({ nm }) => nm));
    const at = postures[Math.min(postures.length, Math.ceil((result.value ?? 0) / holdS)) - 1];
    return (
      direction && at && { direction, capacity: capacityFromStages(stages, toLoss), posture: at, nm: hardest }
    );
  }
  const main = mainOf(test.posture, body, load);
  return (
    main && {
      direction: main.direction,
      capacity: capacityFromHold(main.nm, result.value, toLoss),
      posture: test.posture,
      nm: main.nm,
    }
  );
}

/** Capacities from the newest screened holds (seconds to loss, or to a cap as lower bounds), each with its source. */
export function screenedCapacities(
  trade: Pick<Trade, 'test'>,
  results: readonly TestResult[],
  body: Body,
): KnownCapacity[] {
  return results.flatMap((result): KnownCapacity[] => {
    const found = fromResult(trade, result, body);
    if (!found) return [];
    const test = trade.test(result.testId);
    const side = workingSide(result.side, test.feeds[0]?.worksSide ?? 'same');
    return [
      {
        ...found,
        side,
        onDate: result.onDate,
        source: `${test.name}${side === 'both' ? '' : ` ${side}`}, ${Math.round(result.value ?? 0)} s on ${dayInWords(result.onDate)}${found.capacity.lowerBound ? ', at least' : ''}`,
      },
    ];
  });
}
