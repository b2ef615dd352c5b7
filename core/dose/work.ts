import { usualBreathS } from '~/core/body/dose';
import type { AmountUnit } from '~/core/catalogue';

/** How long the work of a prescription takes, and how amounts are said. */

/** Seconds a rep takes without a written tempo. */
const repS = 4;
/** Changing over to an exercise: the place, the kit, the position. */
export const changeOverS = 25;

/** Seconds of work in one set on one side. */
export function workSeconds(unit: AmountUnit, amount: number, tempo: string | null | undefined): number {
  switch (unit) {
    case 'hold_s':
      return amount;
    case 'breaths':
      return amount * usualBreathS;
    case 'metres':
      // Metres count as seconds at 1.0 m/s.
      return amount;
    case 'reps_in_60s':
      return 60;
    case 'reps':
      return amount * (tempo ? tempo.split('-').reduce((sum, part) => sum + Number(part), 0) : repS);
  }
}

export interface TimedWork {
  readonly unit: AmountUnit;
  readonly amount: number;
  readonly tempo: string | null | undefined;
  readonly sided: boolean;
  readonly sets: number;
  readonly extraSetSide: unknown;
  readonly restS: number;
}

/** Seconds of one prescription: changing over, sets x work x sides, and the rests between sets. */
export function prescriptionSeconds(p: TimedWork): number {
  const work = workSeconds(p.unit, p.amount, p.tempo);
  const extra = p.extraSetSide ? 1 : 0;
  return (
    changeOverS + work * (p.sets * (p.sided ? 2 : 1) + extra) + p.restS * Math.max(0, p.sets + extra - 1)
  );
}

/** Minutes of one prescription, in tenths. */
export const prescriptionMinutes = (p: TimedWork): number => Math.round(prescriptionSeconds(p) / 6) / 10;

const unitWords: Readonly<Record<AmountUnit, readonly [one: string, many: string]>> = {
  reps: ['rep', 'reps'],
  hold_s: ['s', 's'],
  breaths: ['breath', 'breaths'],
  metres: ['m', 'm'],
  reps_in_60s: ['rep in 60 s', 'reps in 60 s'],
};

/** "8 reps", "20 s", "1 breath". */
export function amountText(amount: number, unit: AmountUnit): string {
  return `${amount} ${unitWords[unit][amount === 1 ? 0 : 1]}`;
}

/** What an amount is counted in: "reps", "s", "breaths". */
export const unitText = (unit: AmountUnit): string => unitWords[unit][1];

/** "Last set: as many clean reps as you can in 60 s; 20 is the mark"; null for a set like the others. */
export const minuteText = (mark: number | null): string | null =>
  mark === null ? null : `Last set: as many clean reps as you can in 60 s; ${mark} is the mark`;
