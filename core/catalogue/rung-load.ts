import { type Body, gravity } from '~/core/body/anthropometry';
import { hasMoment, type Moments, momentsOf } from '~/core/body/moment';
import type { Load, LoadKind } from '~/core/body/posture';
import { kgPerLb } from '~/core/body/units';
import type { Side } from './qualities';
import type { Ladder, Rung } from './schema';

/** A rung's outside load for a body, and the moment it asks for. */

/** Catalogue loads suit a trained adult of this mass and scale with body mass. */
const loadForKg = 70;
/** Under 16: a weight stays within this share of body mass, a cable within this share of body weight. */
const youthShare = { kg: 0.1, N: 0.08 } as const;

/** The most a load may be for this body; undefined for a rung that takes none. */
export function mostLoad(rung: Rung, massKg: number, under16: boolean): number | undefined {
  const { by, max } = rung.load;
  if (by === 'none' || max <= 0) return undefined;
  const scaled = (max * massKg) / loadForKg;
  const youth = by.endsWith('_N') ? youthShare.N * massKg * gravity : youthShare.kg * massKg;
  return under16 ? Math.min(scaled, youth) : scaled;
}

/** The load a rung starts with for this body: kilograms to the half, newtons to the five. */
export function startLoad(rung: Rung, massKg: number, under16: boolean): Load {
  const { by, start } = rung.load;
  if (by === 'none' || start <= 0) return { by, value: 0 };
  const newtons = by.endsWith('_N');
  const scaled = (start * massKg) / loadForKg;
  const most = newtons ? youthShare.N * massKg * gravity : youthShare.kg * massKg;
  const value = under16 ? Math.min(scaled, most) : scaled;
  return { by, value: newtons ? Math.round(value / 5) * 5 : Math.round(value * 2) / 2 };
}

/** Qualities that are prescribed by breaths, time, reps and grade, whatever the posture. */
const withoutMoment: ReadonlySet<string> = new Set([
  'breath_brace',
  'pelvic_level',
  'reactive',
  'neck_control',
]);

/** Does the load model speak for this rung? */
export const rungHasMoment = (ladder: Pick<Ladder, 'quality'>, rung: Rung): boolean =>
  !withoutMoment.has(ladder.quality) && hasMoment(rung.posture.archetype);

/** Moments of a rung at its demanding instant, newton metres; undefined where the model does not speak. */
export function rungMoments(
  ladder: Pick<Ladder, 'quality'>,
  rung: Rung,
  body: Body,
  load: Load,
  phase = 1,
): Moments | undefined {
  return rungHasMoment(ladder, rung)
    ? momentsOf(rung.posture, body, load, phase, { needs: rung.needs })
    : undefined;
}

export const mainNm = (moments: Moments): number => moments.nm[moments.main] ?? 0;

/** Where a load sits, after its number. */
export const loadPlaces: Readonly<Record<LoadKind, string>> = {
  none: '',
  pelvis_kg: 'kg on the pelvis',
  vest_kg: 'kg vest',
  ankle_kg: 'kg at the ankle',
  hand_kg: 'kg in the hand',
  cable_N: 'N in the cable',
  band_N: 'N in the band',
  spring_N: 'N spring',
};

/** A band by its own readings. */
export interface BandSaid {
  readonly name: string;
  /** Distance from hook to hands, and the pull there; further is more. */
  readonly readings: readonly { readonly cm: number; readonly newtons: number }[];
}

/** How a practice says loads: nothing said, kilograms and newtons. */
export interface LoadSaid {
  readonly massUnit?: 'kg' | 'lb' | undefined;
  /** How many times the cable's stack outweighs what the hands feel. */
  readonly pulley?: number | undefined;
  readonly band?: BandSaid | undefined;
  /** There is no cable here: a band takes its place. */
  readonly bandForCable?: boolean | undefined;
}

const tenths = (value: number): number => Math.round(value * 10) / 10;
const inUnit = (kg: number, { massUnit = 'kg' }: LoadSaid): number =>
  tenths(massUnit === 'lb' ? kg / kgPerLb : kg);

/** Where to hold a band for a pull, centimetres from its hook; undefined outside its readings. */
export function bandDistanceCm({ readings }: BandSaid, newtons: number): number | undefined {
  for (const [i, far] of readings.entries()) {
    const near = readings[i - 1];
    if (!near || newtons < near.newtons || newtons > far.newtons) continue;
    const way = (newtons - near.newtons) / (far.newtons - near.newtons);
    return Math.round(near.cm + way * (far.cm - near.cm));
  }
  return undefined;
}

/** "2.5 kg on the pelvis", "20 lb in the hand", "15 kg on the stack", "blue band, 110 cm from the hook"; undefined for none. */
export function loadInWords({ by, value }: Load, said: LoadSaid = {}): string | undefined {
  if (value <= 0 || by === 'none') return undefined;
  const unit = said.massUnit ?? 'kg';
  if (by.endsWith('_kg')) return `${inUnit(value, said)} ${loadPlaces[by].replace(/^kg/, unit)}`;
  const isBand = by === 'band_N' || (by === 'cable_N' && said.bandForCable === true);
  if (by === 'cable_N' && !isBand && said.pulley !== undefined)
    return `${inUnit((value * said.pulley) / gravity, said)} ${unit} on the stack`;
  const cm = isBand && said.band ? bandDistanceCm(said.band, value) : undefined;
  if (cm !== undefined && said.band) return `${said.band.name || 'band'}, ${cm} cm from the hook`;
  return `${tenths(value)} ${loadPlaces[isBand ? 'band_N' : by]}`;
}

/** How a load is typed in a practice: what stands beside the field, and the kg or newtons of one unit of it. */
export interface LoadField {
  readonly label: string;
  readonly per: number;
}

/** The field of a rung's load; undefined for a rung that takes none. */
export function loadField(by: LoadKind, said: LoadSaid = {}): LoadField | undefined {
  if (by === 'none') return undefined;
  const unit = said.massUnit ?? 'kg';
  const perMass = unit === 'lb' ? kgPerLb : 1;
  if (by.endsWith('_kg')) return { label: loadPlaces[by].replace(/^kg/, unit), per: perMass };
  if (by === 'cable_N' && said.bandForCable !== true && said.pulley !== undefined)
    return { label: `${unit} on the stack`, per: (perMass * gravity) / said.pulley };
  return { label: loadPlaces[by === 'cable_N' && said.bandForCable ? 'band_N' : by], per: 1 };
}

/** A load in the unit of its field, as it is shown and typed. */
export const inField = (value: number, { per }: LoadField): number => tenths(value / per);

/**
 * What each side of a rung with one weight in one hand is called: the side is the wall that works, and the weight hangs from
 * the other hand. Undefined for a rung whose sides need no saying.
 */
export function handAndWall(
  rung: Pick<Rung, 'posture' | 'sided'>,
): Readonly<Record<Side, string>> | undefined {
  const { posture } = rung;
  return rung.sided && posture.archetype === 'carry' && posture.sides === 'one'
    ? { left: 'weight in the right hand', right: 'weight in the left hand' }
    : undefined;
}
