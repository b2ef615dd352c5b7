import type { QualityId } from '~/core/catalogue';
import type { StopSignId } from '~/core/clear/signs';
import type { UsualSession } from '~/core/plan/training/training';
import people from './people.json';

/** A made-up athlete of the demo practice. Nobody here is a real person. */
export interface DemoPerson {
  readonly given: string;
  readonly family: string;
  readonly sex: 'female' | 'male';
  readonly age: number;
  readonly disciplineId: string;
  readonly level: 'novice' | 'trained' | 'advanced';
  readonly massKg: number;
  readonly statureM: number;
  readonly kit?: readonly string[];
  readonly cautions?: readonly string[];
  readonly stop?: StopSignId;
  /** A practitioner's word on the form. */
  readonly agreed?: { readonly role: string; readonly lifts: 'stop_and_refer' | 'ask_first' };
  readonly guardian?: string;
  /** Score in percent of the target at the newest screen, by quality or quality|side; 88 where not given. */
  readonly has?: Readonly<Partial<Record<QualityId | `${QualityId}|left` | `${QualityId}|right`, number>>>;
  readonly faults?: Readonly<Record<string, string>>;
  /** Days before today of each screen; the last is the newest. */
  readonly screens: readonly number[];
  readonly event?: {
    readonly name: string;
    readonly inDays: number;
    readonly priority: 'A' | 'B' | 'C';
    readonly minutes?: number;
    readonly perMinute?: number;
  };
  readonly second?: { readonly name: string; readonly inDays: number; readonly priority: 'B' | 'C' };
  /** Weeks of logged work behind; 0 for a plan that starts now; missing for no plan. */
  readonly weeksDone?: number;
  /** Weeks before today that were missed. */
  readonly missedWeeks?: readonly number[];
  /** Training of the sport in a usual week. */
  readonly usualWeek?: readonly Omit<UsualSession, 'id'>[];
  readonly painFlag?: boolean;
  readonly note?: string;
  readonly perWeek?: number;
  readonly minutes?: number;
}

/** The athletes of the demo practice, in people.json. */
export const demoPeople = people as unknown as readonly DemoPerson[];
