/** Conversions at the edge of the product; inside, masses are kilograms and lengths metres. */

/** International avoirdupois pound, exact by definition. */
export const kgPerLb = 0.45359237;
/** International inch, exact by definition. */
const mPerInch = 0.0254;

export type MassUnit = 'kg' | 'lb';
export type LengthUnit = 'cm' | 'm' | 'in';

/** Kilograms from a figure in the given unit. */
export function toMassKg(value: number, unit: MassUnit): number {
  return unit === 'lb' ? value * kgPerLb : value;
}

/** Metres from a figure in the given unit. */
export function toStatureM(value: number, unit: LengthUnit): number {
  if (unit === 'in') return value * mPerInch;
  return unit === 'cm' ? value / 100 : value;
}

/** A figure in the practice's unit, rounded for a form field. */
export function fromMassKg(massKg: number, unit: MassUnit): number {
  return Math.round((unit === 'lb' ? massKg / kgPerLb : massKg) * 10) / 10;
}

/** A stature in the practice's unit, rounded for a form field. */
export function fromStatureM(statureM: number, unit: LengthUnit): number {
  if (unit === 'in') return Math.round((statureM / mPerInch) * 10) / 10;
  return unit === 'cm' ? Math.round(statureM * 1000) / 10 : Math.round(statureM * 1000) / 1000;
}

/** Bodies the product accepts; outside these a figure is taken for a slip of the pen. */
export const bodyLimits = { massKg: { min: 20, max: 250 }, statureM: { min: 0.9, max: 2.4 } } as const;

/** Reads "58.4", "58,4" or "1 234,5" as a number; undefined when it is not one. */
export function parseDecimal(text: string): number | undefined {
  const compact = text.trim().replace(/[\s\u00a0\u202f]/g, '');
  if (!/^[+-]?\d{1,9}(?:[.,]\d{1,6})?$/.test(compact)) return undefined;
  return Number(compact.replace(',', '.'));
}

/** Seconds, in minutes from two minutes on: "48 s", "3 min 20 s". */
export function secondsText(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 120) return `${whole} s`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)} min${rest > 0 && whole < 600 ? ` ${rest} s` : ''}`;
}
