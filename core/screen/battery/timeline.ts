/** When each test of a battery begins, with the rests that nothing else fills. Knows no catalogue, so that it runs anywhere. */

export const warmUpMinutes = 5;

export interface TimedTest {
  readonly id: string;
  readonly minutes: number;
  /** Rest before it, since the last test that loads one of the same qualities. */
  readonly restS: number;
  readonly qualities: readonly string[];
  readonly stage: number;
  readonly maximal: boolean;
}

export interface TimelineStep {
  readonly id: string;
  readonly startMin: number;
  /** Minutes to wait before it because no other test fills the rest. */
  readonly waitMin: number;
  readonly endMin: number;
}

export interface Timeline {
  readonly steps: readonly TimelineStep[];
  readonly minutes: number;
  /** What breaks the order of a screen, in words. */
  readonly warnings: readonly string[];
}

const stageNames = ['breath and brace', 'control', 'single leg', 'loaded shapes', 'maximal holds'] as const;

/**
 * Lays a battery out in time: the warm-up, then each test as soon as the one before has ended and its own rest since any
 * test that shares a quality has passed.
 */
export function timelineOf(tests: readonly TimedTest[], warmUpMin = warmUpMinutes): Timeline {
  const steps: TimelineStep[] = [];
  const warnings: string[] = [];
  const loadedUntil = new Map<string, number>();
  let now = warmUpMin;
  let highest = 0;
  for (const test of tests) {
    const rested = Math.max(
      now,
      ...test.qualities.map((quality) => {
        const ended = loadedUntil.get(quality);
        return ended === undefined ? 0 : ended + test.restS / 60;
      }),
    );
    const endMin = rested + test.minutes;
    steps.push({ id: test.id, startMin: rested, waitMin: rested - now, endMin });
    for (const quality of test.qualities) loadedUntil.set(quality, endMin);
    if (test.stage < highest)
      warnings.push(
        `${stageNames[test.stage - 1] ?? 'a test'} after ${stageNames[highest - 1] ?? 'a later stage'}`,
      );
    highest = Math.max(highest, test.stage);
    now = endMin;
  }
  return { steps, minutes: Math.round(now), warnings: [...new Set(warnings)] };
}
