import { otherSide } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { TestResult } from '~/core/screen/assess/assess';
import { ratios, type TestGap } from '~/core/screen/assess/ratios';

/** A combination of findings with a likely mechanism to check; never a diagnosis. */
export interface Pattern {
  readonly id: string;
  readonly found: string;
  readonly check: string;
}

/** Names the combinations present in an athlete's results. */
export function patterns(
  trade: Pick<Trade, 'test'>,
  results: readonly TestResult[],
  gaps: readonly TestGap[],
): Pattern[] {
  const of = (testId: string) => results.filter((result) => result.testId === testId);
  const has = (testId: string, faultId: string) =>
    of(testId).some((testResult) => testResult.faultIds.includes(faultId));
  const low = (testId: string, below = 70) => of(testId).some((testResult) => testResult.score < below);
  const found: Pattern[] = [];

  if (
    low('leg_lowering_angle') &&
    results.some((result) => result.faultIds.includes('hip_flexor_takeover'))
  ) {
    found.push({
      id: 'hip_flexors_for_trunk',
      found: 'Leg lowering lost high and hip flexors take over.',
      check: "Hip flexors may be doing the trunk's work.",
    });
  }
  if (
    low('brace_breathing') &&
    results.some((result) => result.faultIds.includes('rib_flare')) &&
    results.some((result) => result.faultIds.includes('chest_breath'))
  ) {
    found.push({
      id: 'breath_before_strength',
      found: 'Ribs flare, chest breathing, few breaths under the brace.',
      check: 'Breath before strength.',
    });
  }
  for (const drop of of('pelvic_drop_stance')) {
    if (drop.side === 'both' || drop.value === null || drop.value <= drop.target.value) continue;
    const bridge = of('bridge_foot_float').find(
      (testResult) => testResult.side === otherSide(drop.side) && testResult.score < 100,
    );
    if (bridge) {
      found.push({
        id: `stance_hip_${drop.side}`,
        found: `Pelvis drops in ${drop.side} stance and tips in the bridge over the ${drop.side} foot.`,
        check: `Check stance-side hip control, ${drop.side}.`,
      });
    }
    if (drop.faultIds.includes('trunk_lean')) {
      found.push({
        id: `compensated_drop_${drop.side}`,
        found: `Drop with trunk lean in ${drop.side} stance.`,
        check: 'A compensated drop: the lean hides part of it.',
      });
    }
  }
  for (const ratio of ratios(trade, results)) {
    if (ratio.id === 'flexor_extensor' && ratio.says)
      found.push({
        id: 'flexor_extensor',
        found: `Flexor : extensor ${ratio.value.toFixed(2)}.`,
        check: ratio.says,
      });
  }
  const real = gaps.filter((gap) => gap.worse && (gap.unit !== '%' || gap.amount > 10) && gap.beyondError);
  const weakerOf = (gap: TestGap) =>
    trade.test(gap.testId).feeds[0]?.worksSide === 'opposite' ? otherSide(gap.worse ?? 'both') : gap.worse;
  for (const side of ['left', 'right'] as const) {
    const same = real.filter((gap) => weakerOf(gap) === side);
    if (same.length >= 2) {
      found.push({
        id: `true_side_${side}`,
        found: `${same.length} sided tests are worse on the ${side}: ${same.map((gap) => trade.test(gap.testId).name.toLowerCase()).join(', ')}.`,
        check: `A true side deficit, ${side}.`,
      });
    }
  }
  const frontWall = results.filter(
    (result) => trade.test(result.testId).feeds[0]?.quality === 'anti_extension',
  );
  if (frontWall.filter((testResult) => testResult.faultIds.includes('felt_low_back')).length >= 2) {
    found.push({
      id: 'felt_low_back',
      found: 'Felt in the low back in two front-wall tests.',
      check: 'Step back a rung and re-check contact.',
    });
  }
  if (has('bridge_foot_float', 'hamstring_cramp') || has('single_leg_bridge', 'hamstring_cramp')) {
    found.push({
      id: 'hip_drive_late',
      found: 'Hamstring cramp in a bridge.',
      check: 'Hip drive late: shorten the lever, cue the heel, glute first.',
    });
  }
  const holds = results.filter((result) => trade.test(result.testId).kind === 'hold');
  const reactive = results.filter((result) => trade.test(result.testId).feeds[0]?.quality === 'reactive');
  if (
    holds.length >= 2 &&
    holds.every((hold) => hold.score >= 85) &&
    reactive.some((testResult) => testResult.score < 70)
  ) {
    found.push({
      id: 'timing_missing',
      found: 'Good holds, poor quick brace.',
      check: 'Strength is there, timing is missing: choose moving and reactive rungs.',
    });
  }
  return found;
}
