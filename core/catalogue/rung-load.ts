import { type Body, gravity } from '~/core/body/anthropometry';
import { hasMoment, type Moments, momentsOf } from '~/core/body/moment';
import type { Load, LoadKind } from '~/core/body/posture';
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

/** "2.5 kg on the pelvis"; undefined for none. */
export const loadInWords = (load: Load): string | undefined =>
  load.value > 0 && load.by !== 'none' ? `${load.value} ${loadPlaces[load.by]}` : undefined;

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
