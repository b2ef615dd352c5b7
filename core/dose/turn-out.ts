import type { IsoDay } from '~/core/body/dates';
import type { Posture } from '~/core/body/posture';
import type { TestResult } from '~/core/screen/assess/assess';

/** How far a leg was turned out when its height was measured: the range of the leg raises that are done turned out. */
export interface TurnOut {
  /** Of the hip that turns out less, degrees; 0 for parallel legs. */
  readonly deg: number;
  readonly onDate: IsoDay;
}

/** Less than this is read as parallel: it lies within what the eye takes for straight ahead. */
const parallelBelowDeg = 10;

/** Was a leg raise measured with the leg turned out? One where nobody said so was parallel. */
export const isTurnedOut = ({ parts }: Pick<TestResult, 'parts'>): boolean =>
  (parts?.turn_out_deg ?? 0) >= parallelBelowDeg;

/** From the newest leg raises that say it; undefined where none does. */
export function turnOutOf(
  results: readonly Pick<TestResult, 'testId' | 'parts' | 'onDate'>[],
): TurnOut | undefined {
  const said = results.flatMap(({ testId, parts, onDate }) =>
    testId === 'leg_raise_arc' && parts?.turn_out_deg !== undefined
      ? [{ deg: parts.turn_out_deg, onDate }]
      : [],
  );
  const newest = said
    .map(({ onDate }) => onDate)
    .sort()
    .at(-1);
  const deg = Math.min(...said.filter(({ onDate }) => onDate === newest).map((one) => one.deg));
  return newest === undefined
    ? undefined
    : { deg: deg < parallelBelowDeg ? 0 : Math.round(deg), onDate: newest };
}

/** Is this shape done turned out? */
export const turnsOut = (p: Posture): boolean => p.archetype === 'standing_leg' && p.turn_out;
