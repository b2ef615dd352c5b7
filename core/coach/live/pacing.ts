import { parseTempo, type Tempo, tempoS, usualBreathS } from '~/core/body/dose';
import type { Pace } from '~/core/catalogue/schema';
import { cycleS, paceAt } from '~/core/screen/station/pace';
import type { LiveForm } from './card';

/** What is counted in a set while its clock runs, and when it is over by itself. */

/** A breath of the pacer: a little longer out than in. */
export const pacedBreath = { inS: 2, outS: usualBreathS - 2 } as const;
/** Tempo of reps without a written one. */
export const usualTempo: Tempo = { outS: 2, holdS: 0, backS: 2 };
/** Length of a set that goes for as many reps as it can, seconds. */
const minuteS = 60;

/** Work as far as it is paced. */
export interface Paced extends Pick<LiveForm, 'unit' | 'amount' | 'tempo'> {
  /** A set of as many reps as go into a minute. */
  readonly minute: boolean;
}

export const tempoOf = ({ tempo }: Pick<LiveForm, 'tempo'>): Tempo => parseTempo(tempo) ?? usualTempo;

/** What a set is counted by: breaths, reps at their tempo; a hold has breaths beside its seconds. Null where nothing paces. */
export function paceOf(work: Paced): Pace | null {
  const { unit, amount } = work;
  if (work.minute || unit === 'metres' || unit === 'reps_in_60s') return null;
  if (unit === 'reps')
    return { by: 'beat', everyS: tempoS(tempoOf(work)), most: Math.max(1, Math.ceil(amount)), counts: true };
  const most = unit === 'breaths' ? amount : amount / usualBreathS;
  return { by: 'breath', ...pacedBreath, most: Math.max(1, Math.ceil(most)), counts: unit === 'breaths' };
}

/** Seconds after which a set is over by itself; undefined where a person says so. */
export function endsAfterS(work: Paced, byPace: boolean): number | undefined {
  if (work.minute || work.unit === 'reps_in_60s') return minuteS;
  if (work.unit === 'hold_s') return work.amount;
  const pace = paceOf(work);
  return byPace && pace?.counts ? cycleS(pace) * pace.most : undefined;
}

/** Is what was done read off a clock or a pace, or does somebody have to say it? */
export const isCounted = (work: Paced, byPace: boolean): boolean =>
  work.unit === 'hold_s' || (byPace && paceOf(work)?.counts === true);

/**
 * What has been done so many seconds into a set, whole units that are finished.
 *
 * @param taps reps or breaths somebody counted by hand, which go before the pace
 */
export function countAt(work: Paced, seconds: number, taps: number, byPace: boolean): number {
  if (work.unit === 'hold_s') return Math.min(work.amount, Math.floor(Math.max(0, seconds) + 1e-9));
  if (taps > 0) return taps;
  const pace = paceOf(work);
  return byPace && pace?.counts ? Math.min(work.amount, paceAt(pace, seconds).done) : 0;
}
