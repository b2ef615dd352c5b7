import type { QualityId, ScreenTest, Side } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate, TestGate } from '~/core/clear/gate';
import { type Issue, issue } from '~/core/result';
import { hasKit, kitIssue, timedTest } from './battery';
import { timelineOf } from './timeline';

/** The side that starts: the other one than last time; without a last time, by the athlete, so that half start left. */
export function startingSide(last: Side | undefined, athleteId: string): Side {
  if (last) return last === 'left' ? 'right' : 'left';
  return athleteId.charCodeAt(athleteId.length - 1) % 2 === 0 ? 'left' : 'right';
}

export interface PurposeInput {
  /** The catalogue as the practice has it; tests the station offers are taken. */
  readonly trade: Pick<Trade, 'stationTests'>;
  readonly gate: Pick<Gate, 'test'>;
  readonly kit: readonly string[];
}

interface Chosen {
  readonly testId: string;
  readonly why: string;
  readonly gate: TestGate;
}

/** Rest before a test of a re-check: setting up is rest enough for one trial, but not before a maximal hold. */
export const quickRestS = (test: ScreenTest): number => (test.maximal ? test.restS : 0);

interface Candidate {
  readonly test: ScreenTest;
  readonly chosen: Chosen;
  readonly worth: number;
}

export const quickTests = 3;
export const quickMinutes = 5;

/** Minutes of one trial (of each side) of a test: its share of the whole, without the rests between the trials. */
export function oneTrialMinutes(test: ScreenTest): number {
  const rests = ((test.trials - 1) * test.restS) / 60;
  return Math.max(0.5, (test.minutes - rests) / test.trials);
}

/**
 * The quick re-check: for each of the top three qualities one test, together in five minutes with one trial each. Tests done
 * before come first, as they can be compared; then direct ones; then short ones. Fewer than three when five minutes or the
 * cautions leave no more.
 */
export function quickRecheck(
  input: PurposeInput,
  top: readonly { readonly quality: QualityId; readonly name: string }[],
  doneBefore: readonly string[],
): { items: Chosen[]; minutes: number } {
  const allowed = input.trade.stationTests.flatMap((test) => {
    const gate = input.gate.test(test.id);
    return gate.allowed && hasKit(test, input.kit) && !test.byRung ? [{ test, gate }] : [];
  });
  const wanted = [...new Map(top.map((priority) => [priority.quality, priority])).values()].slice(
    0,
    quickTests,
  );
  const candidates = wanted.map(({ quality, name }) =>
    allowed
      .filter(({ test }) => test.feeds.some((feed) => feed.quality === quality))
      .map(({ test, gate }): Candidate => {
        const direct = test.feeds[0]?.quality === quality;
        const before = doneBefore.includes(test.id);
        return {
          test,
          chosen: {
            testId: test.id,
            gate,
            why: `${name}${direct ? '' : ', in part'}${before ? '; done before' : ''}`,
          },
          // A quality told at all is worth more than any way of telling it.
          worth: 10 + (before ? 3 : 0) + (direct ? 2 : 0) - oneTrialMinutes(test) / 10,
        };
      })
      .sort((a, b) => b.worth - a.worth)
      .slice(0, 8),
  );
  let best: { items: Chosen[]; minutes: number; worth: number } = { items: [], minutes: 0, worth: 0 };
  const search = (at: number, picked: readonly Candidate[], minutes: number, worth: number): void => {
    if (worth > best.worth) best = { items: picked.map((candidate) => candidate.chosen), minutes, worth };
    if (at === candidates.length) return;
    for (const candidate of candidates[at] ?? []) {
      if (picked.some((one) => one.test === candidate.test)) continue;
      // Easy before hard; rests that no other test fills count.
      const more = [...picked, candidate].sort((a, b) => a.test.stage - b.test.stage);
      const timed = more.map(({ test }) => ({
        ...timedTest(test, quickRestS(test)),
        minutes: oneTrialMinutes(test),
      }));
      const total = timelineOf(timed, 0).steps.at(-1)?.endMin ?? 0;
      if (total <= quickMinutes + 1e-9) search(at + 1, more, total, worth + candidate.worth);
    }
    search(at + 1, picked, minutes, worth);
  };
  search(0, [], 0, 0);
  return { items: best.items, minutes: best.minutes };
}

/** A test of a purpose that cannot be done now: barred, kit not at hand, or not cleared to hop. */
export interface PurposeLeftOut {
  readonly testId: string;
  readonly bars: readonly Issue[];
}

/**
 * After a leg injury: timing of both legs, the floating bridge, step-downs, and hops only when the practitioner has cleared
 * them. The single-leg tests stand in for what the two-legged ones would hide.
 */
export function returnBattery(
  input: PurposeInput,
  mayHop: boolean,
): { items: Chosen[]; leftOut: PurposeLeftOut[] } {
  const order: readonly (readonly [string, string])[] = [
    ['two_leg_press_timing', 'does one leg lead, or leave its line'],
    ['bridge_foot_float', 'does the pelvis stay level when a foot lightens'],
    ['step_down', 'control on one leg, bending'],
    ['hop_stick', 'landing on one leg'],
  ];
  const items: Chosen[] = [];
  const leftOut: PurposeLeftOut[] = [];
  for (const [testId, why] of order) {
    const test = input.trade.stationTests.find((offered) => offered.id === testId);
    if (!test) continue;
    const gate = input.gate.test(testId);
    if (!gate.allowed) leftOut.push({ testId, bars: gate.bars });
    else if (!hasKit(test, input.kit)) leftOut.push({ testId, bars: [kitIssue(test, input.kit)] });
    else if (testId === 'hop_stick' && !mayHop) leftOut.push({ testId, bars: [issue('bar.no_hop')] });
    else items.push({ testId, why, gate });
  }
  return { items, leftOut };
}
