import type { Body } from '~/core/body/anthropometry';
import { type CapacityFound, findCapacity, type KnownCapacity } from '~/core/body/capacity';
import type { IsoDay } from '~/core/body/dates';
import { capacityFromHold } from '~/core/body/endurance';
import { hasMoment, limitByMoment, momentsOf } from '~/core/body/moment';
import type { Load, LoadKind, Posture } from '~/core/body/posture';

/** The instruments of the bench: each turns a few figures into one answer that can be traced, copied and sent on. */

export interface RangeControl {
  readonly kind: 'range';
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly initial: number;
  readonly hint?: string;
}
export interface ChoiceControl {
  readonly kind: 'choice';
  readonly key: string;
  readonly label: string;
  readonly options: readonly (readonly [id: string, name: string])[];
  readonly initial: string;
}
export type Control = RangeControl | ChoiceControl;

/** The rung an instrument speaks of. */
export interface BenchRung {
  readonly id: string;
  readonly name: string;
  readonly posture: Posture;
  readonly needs: readonly string[];
  /** The load model speaks for this rung. */
  readonly hasMoment: boolean;
  readonly loadBy: LoadKind;
  readonly loadMost: number;
  readonly unit: 'reps' | 'hold_s' | 'breaths' | 'metres' | 'reps_in_60s';
  readonly goalAmount: number;
  readonly tempo: string | undefined;
  readonly sided: boolean;
  readonly flexionCyclesPerRep: number;
}

export interface BenchContext {
  readonly body: Body;
  readonly known: readonly KnownCapacity[];
  /** The day it is asked for; evidence widens with its age. Left out for a body of the house's own. */
  readonly today?: IsoDay | undefined;
  readonly rung: BenchRung;
  /** Results of both sides the ratios start from; the figures of an example without. */
  readonly pair?: Pair | undefined;
  /** Weeks of the chosen athlete, the newest last: how often the low back was bent under load. */
  readonly flexionWeeks: readonly { readonly weekStart: string; readonly cycles: number }[];
}

/** The newest results of a test on both sides, and of the back hold they are read against. */
export interface Pair {
  readonly testId: string;
  readonly name: string;
  readonly unit: string;
  readonly left: number;
  readonly right: number;
  readonly typicalError: number;
  readonly against?:
    | { readonly name: string; readonly value: number; readonly typicalError: number }
    | undefined;
}

/** A curve beside an answer: the fit, the readings it goes through, and where the answer lies. */
export interface Plot {
  readonly label: string;
  readonly x: string;
  readonly y: string;
  readonly line: readonly (readonly [number, number])[];
  readonly readings: readonly (readonly [number, number])[];
  readonly at: readonly [number, number];
  /** From here on the curve only extrapolates. */
  readonly solidTo: number;
}

export interface Answer {
  readonly figures: readonly { readonly label: string; readonly value: string; readonly unit: string }[];
  readonly formula: string;
  readonly inputs: readonly string[];
  readonly band: string;
  readonly source: string;
  /** What is wrong with the figures, or must be known before they are used. */
  readonly warnings: readonly string[];
  /** One line to copy or to put on a prescription. */
  readonly text: string;
  readonly plot?: Plot;
  /** What a prescription can take over besides the line. */
  readonly send?: {
    readonly load?: number;
    readonly amount?: number;
    /** Centimetres or degrees, as the lever of its posture is set; in words for the button. */
    readonly lever?: { readonly value: number; readonly said: string };
  };
}

export interface DrawnPosture {
  readonly posture: Posture;
  readonly needs: readonly string[];
  readonly load: Load;
  readonly label: string;
}

export type Values = Readonly<Record<string, number | string>>;

export interface Tool {
  readonly id: string;
  readonly name: string;
  readonly question: string;
  readonly usesRung: boolean;
  /** It starts from an athlete's results of both sides. */
  readonly usesPair?: boolean;
  /** It reads the weeks' logged bending. */
  readonly usesLogs?: boolean;
  readonly controls: (context: BenchContext) => readonly Control[];
  readonly answer: (values: Values, context: BenchContext) => Answer;
  readonly draw?: (values: Values, context: BenchContext) => DrawnPosture | undefined;
}

export interface ReadValues {
  readonly values: Values;
  readonly problems: readonly string[];
}

/** Reads control values from text (an address); what is missing takes its initial value, what is out of range its nearest bound, said in words. */
export function readValues(controls: readonly Control[], given: (key: string) => string | null): ReadValues {
  const values: Record<string, number | string> = {};
  const problems: string[] = [];
  for (const control of controls) {
    const text = given(control.key);
    if (control.kind === 'choice') {
      const known = control.options.some(([id]) => id === text);
      values[control.key] = known && text !== null ? text : control.initial;
      continue;
    }
    if (text === null || text.trim() === '') {
      values[control.key] = control.initial;
      continue;
    }
    const value = Number(text.replace(',', '.'));
    if (!Number.isFinite(value)) {
      problems.push(
        `${control.label}: "${text}" is not a number; ${control.initial} ${control.unit} stands in.`,
      );
      values[control.key] = control.initial;
    } else if (value < control.min || value > control.max) {
      const bound = value < control.min ? control.min : control.max;
      problems.push(
        `${control.label}: ${value} ${control.unit} is outside ${control.min} to ${control.max}; ${bound} ${control.unit} stands in.`,
      );
      values[control.key] = bound;
    } else values[control.key] = Number(value.toFixed(3));
  }
  return { values, problems };
}

/** A slider from its bounds: `[least, most, step]`. */
export const range = (
  key: string,
  label: string,
  unit: string,
  [min, max, step]: readonly [number, number, number],
  initial: number,
  hint?: string,
): Control => ({ kind: 'range', key, label, unit, min, max, step, initial, ...(hint ? { hint } : {}) });

export const num = (values: Values, key: string): number => Number(values[key] ?? 0);
export const word = (values: Values, key: string): string => String(values[key] ?? '');

export const round = (value: number, digits = 0): string => value.toFixed(digits);

/** The control for a hold the athlete lost at the rung as it stands, which gives the capacity when none is known. */
export const bestHold: RangeControl = {
  kind: 'range',
  key: 'best',
  label: 'Held to loss, without load',
  unit: 's',
  min: 0,
  max: 300,
  step: 1,
  initial: 0,
  hint: '0 takes what is known of the athlete.',
};

export const setting = (rung: Pick<BenchRung, 'needs'>) => ({ needs: rung.needs });

/** The capacity an instrument works with: the hold typed in, else what is known of the athlete. */
export function capacityIn(
  values: Values,
  { rung, body, known, today }: BenchContext,
): CapacityFound | undefined {
  const moments =
    rung.hasMoment && hasMoment(rung.posture.archetype)
      ? momentsOf(rung.posture, body, { by: rung.loadBy, value: 0 }, 1, setting(rung))
      : undefined;
  if (!moments) return undefined;
  const nm = moments.nm[moments.main] ?? 0;
  const best = num(values, 'best');
  if (best > 0 && nm > 0)
    return {
      capacity: capacityFromHold(nm, best, true),
      source: `Held ${best} s to loss${best < 22.69 ? ': under 22.7 s only a lower bound' : ''}`,
      prior: false,
      evidence: undefined,
    };
  return limitByMoment(rung.posture)
    ? findCapacity(known, { direction: moments.main, posture: rung.posture, nm, onDay: today })
    : undefined;
}
