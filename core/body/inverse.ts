import type { Body } from './anthropometry';
import { limitS, shareAt, smallestShare, trunkLaw } from './endurance';
import { mainMomentNm } from './moment';
import type { Load, LoadKind, Posture } from './posture';
import type { Setting } from './postures/setting';

/** "What weight makes this a 30-second plank?": load, lever or angle for a wanted limit. */

export type Solved =
  | { readonly ok: true; readonly value: number; readonly nm: number; readonly limitS: number }
  | { readonly ok: false; readonly why: string };

/** What is turned to reach the wanted limit. */
export interface Knob {
  readonly name: string;
  readonly unit: string;
  readonly easiest: number;
  readonly hardest: number;
  readonly nmAt: (value: number) => number;
}

const shown = (seconds: number) => `${Math.round(seconds)} s`;

/**
 * The setting of a knob at which the limit is the wanted number of seconds, by bisection (the moment grows from the
 * easiest to the hardest setting). Refuses limits the law cannot speak for, and says what the ends of the range give.
 */
export function solveForLimit(knob: Knob, greatestNm: number, wantedS: number): Solved {
  if (!(greatestNm > 0))
    return { ok: false, why: 'The greatest moment is not known: screen a hold of this direction first.' };
  if (!(wantedS >= trunkLaw.b0S))
    return {
      ok: false,
      why: `A limit under ${trunkLaw.b0S} s asks for more than the greatest moment the law knows: choose ${Math.ceil(trunkLaw.b0S)} s or more.`,
    };
  const share = shareAt(wantedS);
  if (share < smallestShare)
    return {
      ok: false,
      why: `${shown(wantedS)} would be under ${smallestShare * 100} % of the greatest moment, where the law only extrapolates: choose ${shown(limitS(smallestShare))} or less.`,
    };
  const wantedNm = share * greatestNm;
  const limitOf = (nm: number) =>
    nm > 0 ? shown(limitS(Math.max(nm / greatestNm, smallestShare))) : 'no limit';
  const solved = solveForMoment(knob, wantedNm);
  if (solved === 'below')
    return {
      ok: false,
      why: `Too hard at its easiest: with ${knob.name} ${knob.easiest} ${knob.unit} the limit is ${limitOf(knob.nmAt(knob.easiest))}. Choose an easier rung.`,
    };
  if (solved === 'above')
    return {
      ok: false,
      why: `Too easy at its hardest: with ${knob.name} ${knob.hardest} ${knob.unit} the limit is still ${limitOf(knob.nmAt(knob.hardest))}. Choose a harder rung.`,
    };
  const nm = knob.nmAt(solved);
  return { ok: true, value: solved, nm, limitS: limitS(nm / greatestNm) };
}

/**
 * The setting of a knob that asks for a moment; `below` when even the easiest setting asks for more, `above` when the
 * hardest asks for less.
 */
export function solveForMoment(knob: Knob, wantedNm: number): number | 'below' | 'above' {
  if (wantedNm < knob.nmAt(knob.easiest)) return 'below';
  if (wantedNm > knob.nmAt(knob.hardest)) return 'above';
  // Regula falsi with the Illinois step: two or three rounds where the moment is linear, and always inside the range.
  let low = knob.easiest;
  let high = knob.hardest;
  let under = knob.nmAt(low) - wantedNm;
  let over = knob.nmAt(high) - wantedNm;
  for (let i = 0; i < 60 && over > under; i += 1) {
    const value = high - (over * (high - low)) / (over - under);
    const off = knob.nmAt(value) - wantedNm;
    if (Math.abs(off) < 1e-9) return value;
    if (off < 0) {
      low = value;
      under = off;
      over /= 2;
    } else {
      high = value;
      over = off;
      under /= 2;
    }
  }
  return (low + high) / 2;
}

const nm = (p: Posture, body: Body, load: Load, setting: Setting) =>
  mainMomentNm(p, body, load, 1, setting) ?? 0;
const bare: Load = { by: 'none', value: 0 };

/** Turns the outside load of a posture, from none to `most` (kg or N). */
export function loadKnob(p: Posture, body: Body, by: LoadKind, most: number, setting: Setting): Knob {
  return {
    name: 'a load of',
    unit: by.endsWith('_N') ? 'N' : 'kg',
    easiest: 0,
    hardest: most,
    nmAt: (value) => nm(p, body, { by, value }, setting),
  };
}

/** Does this load ask for more than the body alone? One that sits over a support, or hangs where another limb asks for more, does not. */
export const loadFelt = (p: Posture, body: Body, load: Load, setting: Setting): boolean =>
  nm(p, body, load, setting) > nm(p, body, bare, setting) * 1.001 + 1e-6;

/** Does a kind of load change what a posture asks for? One that adds nothing is not offered. */
export function loadCounts(p: Posture, body: Body, by: LoadKind, setting: Setting): boolean {
  if (by === 'none' || by === 'spring_N') return false;
  const without = nm(p, body, bare, setting);
  return nm(p, body, { by, value: by.endsWith('_N') ? 100 : 10 }, setting) > without * 1.01 + 1e-6;
}

/** Turns the lever of a plank or the reach of a rollout, in statures; undefined for postures without one. */
export function leverKnob(p: Posture, body: Body, setting: Setting): Knob | undefined {
  if (p.archetype === 'prone_bridge')
    return {
      name: 'a lever of',
      unit: 'statures',
      easiest: 0,
      hardest: 0.17,
      nmAt: (value) => nm({ ...p, lever_H: value }, body, bare, setting),
    };
  if (p.archetype === 'rollout')
    return {
      name: 'a reach of',
      unit: 'statures',
      easiest: 0.02,
      hardest: 0.35,
      nmAt: (value) => nm({ ...p, reach_H: value }, body, bare, setting),
    };
  return undefined;
}

/** Turns an angle: legs of supine shapes (from upright down), the trunk of a hinge; undefined for postures without one. */
export function angleKnob(p: Posture, body: Body, setting: Setting): Knob | undefined {
  if (p.archetype === 'supine_limbs' && !p.feet_down[0])
    return {
      name: 'legs lowered by',
      unit: 'degrees from upright',
      easiest: 0,
      hardest: 90,
      nmAt: (value) => {
        const both = p.hips_deg[0] === p.hips_deg[1];
        const hips: readonly [number, number] = [90 - value, both ? 90 - value : p.hips_deg[1]];
        return nm({ ...p, hips_deg: hips }, body, bare, setting);
      },
    };
  if (p.archetype === 'hinge_hold')
    return {
      name: 'a hinge of',
      unit: 'degrees from upright',
      easiest: 0,
      hardest: 90,
      nmAt: (value) => nm({ ...p, trunk_deg_from_vertical: value }, body, bare, setting),
    };
  return undefined;
}
