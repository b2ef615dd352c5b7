import {
  type Discipline,
  type QualityId,
  quality,
  qualityIds,
  type ScreenTest,
  type Side,
  screenTest,
} from '~/core/catalogue';
import { gateTest, replacementFor, type TestGate } from '~/core/clear/gates';
import { type TimedTest, timelineOf } from './timeline';

export interface BatteryItem {
  readonly testId: string;
  readonly why: string;
  readonly gate: TestGate;
  readonly minutes: number;
}

export interface LeftOut {
  readonly testId: string;
  readonly why: string;
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
  readonly cautions: readonly string[];
  readonly allows: 'nothing' | 'breath_brace' | 'all';
  /** Equipment ids at hand. */
  readonly kit: readonly string[];
  readonly minutes: number;
  readonly firstSide: Side;
  /** Tests the station offers, as the practice has them. */
  readonly tests: readonly ScreenTest[];
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
export function batteryMinutes(testIds: readonly string[]): number {
  return timelineOf(testIds.map((id) => timedTest(screenTest(id)))).minutes;
}

/** Breath and brace, control, single leg, loaded, maximal holds; the holds of one wall never side by side. */
export function orderBattery(testIds: readonly string[]): string[] {
  const staged = [...testIds].sort((a, b) => screenTest(a).stage - screenTest(b).stage);
  const ordered: string[] = [];
  const waiting = [...staged];
  while (waiting.length > 0) {
    const last = ordered.at(-1);
    const lastWall = last ? screenTest(last).feeds[0]?.quality : undefined;
    const stage = screenTest(waiting[0] as string).stage;
    const next = waiting.findIndex(
      (id) => screenTest(id).stage === stage && screenTest(id).feeds[0]?.quality !== lastWall,
    );
    ordered.push(...waiting.splice(Math.max(0, next), 1));
  }
  return ordered;
}

/** The first rule of the day that this choice of tests breaks: over two maximal holds on one quality. */
export function maximalOverload(testIds: readonly string[]): string | undefined {
  for (const id of qualityIds) {
    const maximal = testIds.filter(
      (testId) => screenTest(testId).maximal && screenTest(testId).feeds[0]?.quality === id,
    );
    if (maximal.length > 2)
      return `${maximal.length} maximal holds load ${quality(id).name.toLowerCase()} in one day; two are allowed. Split them over days.`;
  }
  return undefined;
}

/**
 * Proposes a battery for a sport: one direct test for each quality, the sport's preferred one first, then a second
 * view of the most demanded qualities while minutes last. Tests a caution forbids or kit cannot serve are left out
 * with the reason and what replaces them.
 */
export function proposeBattery(input: BatteryInput): Battery {
  const gates = new Map(input.tests.map((test) => [test.id, gateTest(test, input.cautions, input.allows)]));
  const gateOf = (id: string) => gates.get(id) as TestGate;
  const wanted = input.tests.filter((test) => hasKit(test, input.kit));
  const allowed = wanted.filter((test) => gateOf(test.id).allowed);
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
    const trial = orderBattery([...chosen.keys(), second.id]);
    if (batteryMinutes(trial) > input.minutes || maximalOverload(trial)) continue;
    chosen.set(
      second.id,
      `Second view of ${quality(id).name.toLowerCase()}, asked ${input.discipline.profile[id]} of 5`,
    );
  }

  const ordered = orderBattery([...chosen.keys()]);
  const forbidden = wanted.filter((test) => !gateOf(test.id).allowed);
  const covered = new Set(ordered.flatMap((id) => screenTest(id).feeds.map((feed) => feed.quality)));
  return {
    items: ordered.map((testId) => ({
      testId,
      why: chosen.get(testId) ?? '',
      gate: gateOf(testId),
      minutes: screenTest(testId).minutes,
    })),
    leftOut: forbidden.map((test) => ({
      testId: test.id,
      why: gateOf(test.id).why ?? '',
      replacedBy: replacementFor(test.id, ordered),
    })),
    minutes: batteryMinutes(ordered),
    uncovered: qualityIds.filter((id) => !covered.has(id)),
    firstSide: input.firstSide,
  };
}

/**
 * Tests over as many days as the rule of two maximal holds a quality asks for: each goes on the first day that bears it.
 * `today` are tests already done today; they count on the first day and are not in the result.
 */
export function splitOverDays(testIds: readonly string[], today: readonly string[] = []): string[][] {
  const days: string[][] = [[]];
  for (const id of testIds) {
    const fits = days.findIndex(
      (day, n) => maximalOverload([...new Set([...(n === 0 ? today : []), ...day, id])]) === undefined,
    );
    if (fits >= 0) days[fits]?.push(id);
    else days.push([id]);
  }
  return days;
}
