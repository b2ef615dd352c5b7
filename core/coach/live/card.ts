import type { Load, Posture } from '~/core/body/posture';
import type { AmountUnit, Fault, Side } from '~/core/catalogue';
import type { PainSettings } from '~/core/clear/pain';
import type { Role } from '~/core/coach/prescription';
import type { Issue } from '~/core/result';

/** A session as it is taken to the mat: all that is needed to do it, hours away from the server. */

/** A loss of form that is looked for, with what is done about it. */
export type LiveFault = Pick<Fault, 'id' | 'name' | 'action'> & { readonly look: string };

/** One way of doing an exercise: a rung with its load and lever, and how much of it. */
export interface LiveForm {
  readonly rungId: string;
  readonly name: string;
  readonly posture: Posture;
  readonly needs: readonly string[];
  readonly unit: AmountUnit;
  /** In the unit, of one set and side. */
  readonly amount: number;
  readonly sided: boolean;
  /** What its sides are called, where left and right do not say it. */
  readonly sideWords: Readonly<Record<Side, string>> | null;
  readonly load: Load | null;
  /** Where its lever is set, cm or degrees; null for the rung's own. */
  readonly lever: number | null;
  /** Load and lever in words. */
  readonly setUp: string | null;
  readonly restS: number;
  readonly tempo: string | null;
  readonly breath: string;
  readonly cues: readonly string[];
  readonly endsSet: readonly string[];
  readonly faults: readonly LiveFault[];
  /** "about 15 s in hand". */
  readonly inHand: string | null;
  /** Clean reps in 60 s its last set goes for; null where it is a set like the others. */
  readonly minuteMark: number | null;
  /** Hardest effort of 10 that a caution leaves. */
  readonly effortMost: number | null;
}

export interface LiveItem {
  readonly id: string;
  readonly quality: string;
  readonly role: Role | null;
  /** A1 and A2 take turns; so do A1 to A4 of a circuit. */
  readonly pair: string | null;
  readonly sets: number;
  readonly firstSide: Side | null;
  readonly extraSetSide: Side | null;
  readonly note: string | null;
  readonly form: LiveForm;
  /** One step easier or harder, then two: the nearest first. */
  readonly easier: readonly LiveForm[];
  readonly harder: readonly LiveForm[];
}

export interface LiveCard {
  readonly sessionId: string;
  readonly athleteId: string;
  readonly name: string;
  readonly onDate: string;
  /** The quality its ten minutes go to, when there are no more. */
  readonly focus: string | null;
  readonly cautions: readonly string[];
  readonly pain: PainSettings;
  readonly items: readonly LiveItem[];
  /** What may not be done today, and why. */
  readonly withheld: readonly { readonly name: string; readonly bars: readonly Issue[] }[];
}

/** How far an exercise was made easier (below 0) or harder (above 0). */
export type Steps = Readonly<Record<string, number>>;

/** An exercise as it is done at a step. */
export function formAt(item: LiveItem, step: number): LiveForm {
  if (step === 0) return item.form;
  const forms = step < 0 ? item.easier : item.harder;
  return forms[Math.abs(step) - 1] ?? forms.at(-1) ?? item.form;
}

/** Is there anything easier (-1) or harder (+1) than this step? */
export const mayStep = (item: LiveItem, step: number, by: 1 | -1): boolean =>
  step + by >= -item.easier.length && step + by <= item.harder.length;
