import type { Load } from '~/core/body/posture';
import type { AmountUnit, Rung, Side } from '~/core/catalogue';
import { startLoad } from '~/core/catalogue/rung-load';

/** Where an athlete stands on one ladder: the rung, sets and amount of the next session. */
export interface LadderState {
  readonly ladderId: string;
  readonly rungId: string;
  readonly sets: number;
  readonly amount: number;
  /** Load set for this athlete, kg or N; null takes the catalogue's start. */
  readonly load?: number | null;
  /** Set-up for this athlete, in words. */
  readonly setting?: string | null;
}

export interface Prescription {
  readonly ladderId: string;
  readonly rungId: string;
  readonly name: string;
  readonly quality: string;
  readonly sets: number;
  readonly amount: number;
  readonly unit: AmountUnit;
  readonly sided: boolean;
  /** The side that starts, the weaker one when known. */
  readonly firstSide: Side | null;
  /** One more set on this side while its gap acts. */
  readonly extraSetSide: Side | null;
  readonly restS: number;
  readonly tempo: string | null;
  /** Outside load; null for body weight alone. */
  readonly load: Load | null;
  /** Hardest effort of 10 that a caution leaves. */
  readonly effortMost: number | null;
  readonly setting: string | null;
  readonly breath: string;
  readonly cues: readonly string[];
  readonly schoolCue: string | null;
  /** The amount in the school's own unit, when it counts otherwise. */
  readonly schoolAmount: string | null;
  readonly endsSet: readonly string[];
  readonly minutes: number;
  readonly dose: number;
  readonly why: { readonly this: string; readonly now: string; readonly muchness: string };
}

/** Seconds one breath takes when nothing is known of the athlete. */
const breathS = 5;
/** Seconds a rep takes without a written tempo. */
const repS = 4;
/** Finding the place, the kit and the position. */
const setUpS = 30;

/** Seconds of work in one set on one side. */
export function workSeconds(unit: AmountUnit, amount: number, tempo: string | null | undefined): number {
  switch (unit) {
    case 'hold_s':
      return amount;
    case 'breaths':
      return amount * breathS;
    case 'metres':
      // Metres count as seconds at 1.0 m/s.
      return amount;
    case 'reps_in_60s':
      return 60;
    case 'reps':
      return amount * (tempo ? tempo.split('-').reduce((sum, part) => sum + Number(part), 0) : repS);
  }
}

/** Seconds of one prescription: set-up, sets x work x sides, and the rests between sets. */
export function prescriptionSeconds(
  p: Pick<Prescription, 'unit' | 'amount' | 'tempo' | 'sided' | 'sets' | 'extraSetSide' | 'restS'>,
): number {
  const work = workSeconds(p.unit, p.amount, p.tempo);
  const extra = p.extraSetSide ? 1 : 0;
  return setUpS + work * (p.sets * (p.sided ? 2 : 1) + extra) + p.restS * Math.max(0, p.sets + extra - 1);
}

/** Dose of one set on one side: amount over the rung's goal amount, until the athlete's own best is known. */
export function setDose(rung: Rung, amount: number): number {
  return amount / rung.goal.amount;
}

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

/** "3 x 20 s each side, left first". */
export function workText(
  p: Pick<Prescription, 'sets' | 'amount' | 'unit' | 'sided' | 'firstSide' | 'extraSetSide'>,
): string {
  const side = p.sided ? ` each side${p.firstSide ? `, ${p.firstSide} first` : ''}` : '';
  const extra = p.extraSetSide ? `, one more ${p.extraSetSide}` : '';
  return `${p.sets} \u00d7 ${amountText(p.amount, p.unit)}${side}${extra}`;
}

/**
 * Load of a rung for this body; null for body weight. One set for the athlete comes before the starting load, and neither
 * passes what the gate leaves.
 *
 * @param most greatest load of the gate, kg or N by the rung's kind; undefined where nothing limits it
 */
export function prescribedLoad(
  rung: Rung,
  massKg: number,
  under16: boolean,
  own?: number | null,
  most?: number,
): Load | null {
  const start = startLoad(rung, massKg, under16);
  const value = Math.min(own ?? start.value, most ?? Number.POSITIVE_INFINITY);
  return start.by === 'none' || !(value > 0) ? null : { by: start.by, value };
}
