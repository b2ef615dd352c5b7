import type { ScreenTest } from '~/core/catalogue';
import type { Rung } from '~/core/catalogue/schema';
import type { Trade } from '~/core/catalogue/trade';

/** Reps in 60 s a rung asks for before the next one; undefined when it is not counted against the clock. */
export function repsInMinute(rung: Rung): number | undefined {
  return rung.advance_when.reps_in_60s ?? (rung.unit === 'reps_in_60s' ? rung.goal.amount : undefined);
}

/** Rungs a minute of reps can be done on, in the order of their ladders. */
export function minuteRungs(trade: Trade): { rung: Rung; ladderId: string }[] {
  return trade.ladders.flatMap((ladder) =>
    ladder.rungs
      .filter((rung) => repsInMinute(rung) !== undefined && !trade.isHidden(rung.id))
      .map((rung) => ({ rung, ladderId: ladder.id })),
  );
}

/**
 * A test as it stands for one trial: for a test done on a rung of choice, with that rung's sides, its target (the reps in
 * 60 s it asks for) and its ladder's quality. Other tests, and rungs that are gone, stand as they are.
 */
export function testOn(test: ScreenTest, trade: Trade, rungId: string | null | undefined): ScreenTest {
  if (!test.byRung || !rungId || !trade.hasRung(rungId)) return test;
  const rung = trade.rung(rungId);
  const { quality } = trade.ladderOf(rungId);
  return {
    ...test,
    name: `${test.name}: ${rung.name}`,
    sided: rung.sided,
    posture: rung.posture,
    target: { any: repsInMinute(rung) ?? test.target.any ?? rung.goal.amount, source: 'standard' },
    feeds: [{ quality, weight: 3, worksSide: 'same' }],
  };
}
