import type { IsoDay } from '~/core/body/dates';
import type { SportSession } from './training';

/** What a file of sport training comes to, before anything is written. */

/** Known again by its key when the file comes again. */
export interface FiledSession extends Omit<SportSession, 'id'> {
  readonly key: string;
}
export interface FiledEvent {
  readonly key: string;
  readonly name: string;
  readonly onDate: IsoDay;
  readonly priority: 'A' | 'B' | 'C';
}
export interface FiledDaysOff {
  readonly key: string;
  readonly from: IsoDay;
  readonly to: IsoDay;
  readonly reason: string;
}
export interface Filed {
  readonly sessions: readonly FiledSession[];
  readonly events: readonly FiledEvent[];
  readonly daysOff: readonly FiledDaysOff[];
}

export const longestSession = 1440;

/** Words that name what a tired trunk protects badly in. Source: safety rules of this product (downhill, jumping, apparatus work). */
const riskWords =
  /\b(downhill|jump(s|ing)?|vault|apparatus|uneven bars|high bar|beam|rings|slalom|giant slalom|super-?g|freestyle|cross[- ]country course|trampoline|tumbling)\b/i;
/** Does a name suggest a session of risk? A coach says whether it is one. */
export const soundsRisky = (name: string): boolean => riskWords.test(name);
