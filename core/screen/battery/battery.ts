import {
  type Discipline,
  type QualityId,
  quality,
  qualityIds,
  type ScreenTest,
  type Side,
} from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { type Gate, replacementFor, type TestGate } from '~/core/clear/gate';
import { kitName } from '~/core/clear/rung-bars';
import { type Issue, issue } from '~/core/result';
import { type TimedTest, timelineOf } from './timeline';

export interface BatteryItem {
  readonly testId: string;
  readonly why: string;
  readonly gate: TestGate;
  readonly minutes: number;
}

export interface LeftOut {
  readonly testId: string;
  readonly bars: readonly Issue[];
  readonly replacedBy: string | undefined;
}

export interface Battery {
  readonly items: readonly BatteryItem[];
  readonly leftOut: readonly LeftOut[];
  /** Tests with set-up and rests that other tests do not fill. */
  readonly minutes: number;
  /** Qualities nothing in the battery tests. */
  readonly uncovered: readonly QualityId[];
  /** Side that starts in sided tests. */
  readonly firstSide: Side;
}

export interface BatteryInput {
  readonly discipline: Discipline;
  /** The catalogue as the practice has it; tests the station offers are taken. */
  readonly trade: Trade;
  readonly gate: Pick<Gate, 'test'>;
  /** Equipment ids at hand. */
  readonly kit: readonly string[];
  readonly minutes: number;
  readonly firstSide: Side;
}

/** Tests a sport prefers for a quality, best first; others follow by directness. */
const preferred: Readonly<Record<string, readonly string[]>> = {
  any: [
    'breath_prone',
    'brace_breathing',
    'heel_tap_level',
    'side_plank',
    'bridge_foot_float',
    'pelvic_drop_stance',
    'hop_stick',
    'trunk_flexor_hold',
    'trunk_extensor_hold',
  ],
  running: ['step_down', 'pelvic_drop_stance', 'single_leg_bridge', 'bird_dog_hold'],
  cycling: ['hinge_hold', 'trunk_extensor_hold', 'bird_dog_hold'],
  riding: ['ball_seat_lift', 'suitcase_hold', 'hinge_hold', 'adductor_side_plank'],
  skiing: ['press_out_hold', 'front_plank', 'trunk_extensor_hold', 'tuck_hold'],
  gymnastics: ['hollow_stage', 'arch_hold', 'front_plank', 'leg_lowering_angle'],
};

function rank(test: ScreenTest, sport: string): number {
  const bySport = preferred[sport]?.indexOf(test.id) ?? -1;
  const byAny = preferred.any?.indexOf(test.id) ?? -1;
  return (bySport >= 0 ? 20 - bySport : 0) + (byAny >= 0 ? 5 : 0) + test.reliability * 2 - test.minutes / 5;
}

/** Is everything a test needs at hand? A cable stands in for a band. */
export function hasKit(test: ScreenTest, kit: readonly string[]): boolean {
  return test.needs.every(
    (need) =>
      need === 'mat' || need === 'none' || kit.includes(need) || (need === 'band' && kit.includes('cable')),
  );
}

/** Which of a test's kit is not at hand. */
export const kitIssue = (test: ScreenTest, kit: readonly string[]): Issue =>
  issue('bar.kit', { needs: test.needs.filter((need) => !kit.includes(need)).map(kitName) });

/** A test as the timeline needs it; `restS` where the practice wants another rest than the test's own. */
export function timedTest(test: ScreenTest, restS: number = test.restS): TimedTest {
  return {
    id: test.id,
    minutes: test.minutes,
    restS,
    qualities: test.feeds.map((feed) => feed.quality),
    stage: test.stage,
    maximal: test.maximal,
  };
}

/** Minutes of a battery in order: the warm-up, each test, and the rests that no other test fills. */
export function batteryMinutes(trade: Pick<Trade, 'test'>, testIds: readonly string[]): number {
  return timelineOf(testIds.map((id) => timedTest(trade.test(id)))).minutes;
}

/** Breath and brace, control, single leg, loaded, maximal holds; the holds of one wall never side by side. */
export function orderBattery(trade: Pick<Trade, 'test'>, testIds: readonly string[]): string[] {
  const stageOf = (id: string) => trade.test(id).stage;
  const wallOf = (id: string) => trade.test(id).feeds[0]?.quality;
  const ordered: string[] = [];
  const waiting = [...testIds].sort((a, b) => stageOf(a) - stageOf(b));
  while (waiting.length > 0) {
    const last = ordered.at(-1);
    const lastWall = last ? wallOf(last) : undefined;
    const stage = stageOf(waiting[0] as string);
    const next = waiting.findIndex((id) => stageOf(id) === stage && wallOf(id) !== lastWall);
    ordered.push(...waiting.splice(Math.max(0, next), 1));
  }
  return ordered;
}

/** Maximal holds of one quality a body bears in a day. */
export const maximalHoldsADay = 2;

/** The first rule of the day that this choice of tests breaks: over two maximal holds on one quality. */
export function maximalOverload(trade: Pick<Trade, 'test'>, testIds: readonly string[]): Issue | undefined {
  for (const id of qualityIds) {
    const holds = testIds.filter(
      (testId) => trade.test(testId).maximal && trade.test(testId).feeds[0]?.quality === id,
    ).length;
    if (holds > maximalHoldsADay)
      return issue('battery.maximal', { holds, quality: quality(id).name.toLowerCase() });
  }
  return undefined;
}

/**
 * Proposes a battery for a sport: one direct test for each quality, the sport's preferred one first, then a second
 * view of the most demanded qualities while minutes last. Tests a caution forbids or kit cannot serve are left out
 * with the reason and what replaces them.
 */
export function proposeBattery(input: BatteryInput): Battery {
  const { trade, gate } = input;
  const minutesOf = (testIds: readonly string[]) => batteryMinutes(trade, testIds);
  const wanted = trade.stationTests.filter((test) => hasKit(test, input.kit));
  const allowed = wanted.filter((test) => gate.test(test.id).allowed);
  const chosen = new Map<string, string>();
  const byDemand = [...qualityIds].sort((a, b) => input.discipline.profile[b] - input.discipline.profile[a]);
  const sorted = [...allowed].sort(
    (a, b) => rank(b, input.discipline.sport) - rank(a, input.discipline.sport),
  );
  const direct = (id: QualityId) => sorted.filter((test) => test.feeds[0]?.quality === id);
  const partly = (id: QualityId) => sorted.filter((test) => test.feeds.some((feed) => feed.quality === id));

  for (const id of qualityIds) {
    const test = direct(id)[0] ?? partly(id)[0];
    if (test && !chosen.has(test.id))
      chosen.set(test.id, `${quality(id).name}: asked ${input.discipline.profile[id]} of 5`);
  }
  for (const id of byDemand) {
    if (input.discipline.profile[id] < 4) break;
    const second = partly(id).find((test) => !chosen.has(test.id));
    if (!second) continue;
    const longer = orderBattery(trade, [...chosen.keys(), second.id]);
    if (minutesOf(longer) > input.minutes || maximalOverload(trade, longer)) continue;
    chosen.set(
      second.id,
      `Second view of ${quality(id).name.toLowerCase()}, asked ${input.discipline.profile[id]} of 5`,
    );
  }

  const ordered = orderBattery(trade, [...chosen.keys()]);
  const forbidden = wanted.filter((test) => !gate.test(test.id).allowed);
  const covered = new Set(ordered.flatMap((id) => trade.test(id).feeds.map((feed) => feed.quality)));
  return {
    items: ordered.map((testId) => ({
      testId,
      why: chosen.get(testId) ?? '',
      gate: gate.test(testId),
      minutes: trade.test(testId).minutes,
    })),
    leftOut: forbidden.map((test) => ({
      testId: test.id,
      bars: gate.test(test.id).bars,
      replacedBy: replacementFor(trade, test.id, ordered),
    })),
    minutes: minutesOf(ordered),
    uncovered: qualityIds.filter((id) => !covered.has(id)),
    firstSide: input.firstSide,
  };
}

/**
 * Tests over as many days as the rule of two maximal holds a quality asks for: each goes on the first day that bears it.
 * `today` are tests already done today; they count on the first day and are not in the result.
 */
export function splitOverDays(
  trade: Pick<Trade, 'test'>,
  testIds: readonly string[],
  today: readonly string[] = [],
): string[][] {
  const days: string[][] = [[]];
  for (const id of testIds) {
    const fits = days.findIndex(
      (day, n) => maximalOverload(trade, [...new Set([...(n === 0 ? today : []), ...day, id])]) === undefined,
    );
    if (fits >= 0) days[fits]?.push(id);
    else days.push([id]);
  }
  return days;
}
