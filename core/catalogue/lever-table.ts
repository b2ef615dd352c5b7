import type { Body } from '~/core/body/anthropometry';
import { findCapacity, type KnownCapacity } from '~/core/body/capacity';
import type { IsoDay } from '~/core/body/dates';
import { type PredictedLimit, predictLimit, smallestShare } from '~/core/body/endurance';
import { angleKnob, type Knob, leverKnob, loadCounts, loadKnob, solveForMoment } from '~/core/body/inverse';
import { directionNames, limitByMoment, type Moments, relativePercent } from '~/core/body/moment';
import type { Archetype, Load, LoadKind, Posture } from '~/core/body/posture';
import jumps from './data/jumps.json';
import { loadPlaces, mainNm, rungMoments, startLoad } from './rung-load';
import type { Ladder, Rung } from './schema';

/** One rung of a ladder with its numbers for one body. */
export interface LeverRow {
  readonly rungId: string;
  readonly load: Load;
  readonly moments: Moments | undefined;
  /** Main moment, newton metres. */
  readonly nm: number | undefined;
  /** % of body weight x stature. */
  readonly relative: number | undefined;
  /** Against the athlete's capacity; undefined without one or under the smallest share. */
  readonly limit: PredictedLimit | undefined;
  /** Where the capacity comes from, or why there is no number. */
  readonly basis: string;
  /** Change of the moment from the rung before, %. */
  readonly jumpPercent: number | undefined;
  readonly bigJump: boolean;
  /** For a big jump: a step between. */
  readonly between: string | undefined;
  /** For a fall, or a jump that has no step of its own: why it stands where it stands. */
  readonly why: string | undefined;
}

/** A jump from rung to rung over this is marked, and a fall of more than that. */
export const bigJumpPercent = 25;
export const fallPercent = -1;

/** Steps and reasons that a coach would give where the numbers jump or fall; by rung. */
const said: Readonly<Record<string, { readonly step?: string; readonly why?: string }>> = jumps;
export const jumpsSaid: readonly string[] = Object.keys(said);

/** Load that can be added to an archetype without changing its shape, and the most of it (for 70 kg). */
const addable: Readonly<Partial<Record<Archetype, readonly [by: LoadKind, most: number]>>> = {
  prone_bridge: ['pelvis_kg', 20],
  supine_bridge: ['pelvis_kg', 40],
  rollout: ['vest_kg', 10],
  supine_limbs: ['ankle_kg', 3],
  side_bridge: ['vest_kg', 10],
  quadruped: ['ankle_kg', 2],
  prone_extension: ['ankle_kg', 2],
  hinge_hold: ['vest_kg', 10],
  carry: ['hand_kg', 36],
  upright_cable: ['cable_N', 160],
  curl: ['hand_kg', 5],
  standing_leg: ['ankle_kg', 1],
};

interface Step {
  readonly knob: Knob | undefined;
  readonly words: (value: number) => string;
}

/** Where the elbow or hand is already, in statures ahead of the shoulder. */
const supportNow = (p: Posture): number =>
  p.archetype === 'prone_bridge' ? p.lever_H : p.archetype === 'rollout' ? p.reach_H : 0;

/** The nearest weight that gyms have, kg: half kilograms to 5, whole ones to 12, then every 2. */
export function usualWeightKg(kg: number): number {
  const step = kg < 5 ? 0.5 : kg < 12 ? 1 : 2;
  return Math.max(0.5, Math.round(kg / step) * step);
}

/** A step between two rungs that asks for half the jump, in words; undefined when no knob reaches it. */
function stepBetween(easy: Rung, hard: Rung, easyNm: number, hardNm: number, body: Body): string | undefined {
  const wanted = (easyNm + hardNm) / 2;
  const near = { needs: easy.needs };
  const [by, most] = addable[easy.posture.archetype] ?? ['none', 0];
  const steps: Step[] = [
    {
      knob: angleKnob(hard.posture, body, { needs: hard.needs }),
      words: (value) =>
        hard.posture.archetype === 'hinge_hold'
          ? `${hard.name}, trunk only ${Math.round(value)}° from upright`
          : `${hard.name}, legs only down to ${Math.round(90 - value)}° above the floor`,
    },
    {
      knob: leverKnob(easy.posture, body, near),
      words: (value) =>
        `${easy.name}, support ${Math.round((value - supportNow(easy.posture)) * body.statureM * 100)} cm further ahead`,
    },
    {
      knob: !loadCounts(easy.posture, body, by, near)
        ? undefined
        : loadKnob(easy.posture, body, by, (most * body.massKg) / 70, near),
      words: (value) =>
        `${easy.name} with ${by.endsWith('_N') ? Math.round(value / 5) * 5 : usualWeightKg(value)} ${loadPlaces[by]}`,
    },
  ];
  for (const { knob, words } of steps) {
    if (!knob) continue;
    const value = solveForMoment(knob, wanted);
    if (typeof value === 'number') return words(value);
  }
  return undefined;
}

/**
 * The lever table of a ladder: each rung's moment for a body under its starting load, the predicted limit against what is
 * known of the athlete, and the jump from the rung before (of the same direction), with a step between where it is big.
 */
export function leverTable(
  ladder: Ladder,
  body: Body,
  known: readonly KnownCapacity[] = [],
  under16 = false,
  onDay?: IsoDay,
): LeverRow[] {
  let before: { rung: Rung; nm: number; main: string } | undefined;
  return ladder.rungs.map((rung) => {
    const load = startLoad(rung, body.massKg, under16);
    const moments = rungMoments(ladder, rung, body, load);
    if (!moments) {
      return {
        rungId: rung.id,
        load,
        moments,
        nm: undefined,
        relative: undefined,
        limit: undefined,
        basis: 'No moment: prescribed by amount and grade.',
        jumpPercent: undefined,
        bigJump: false,
        between: undefined,
        why: undefined,
      };
    }
    const nm = mainNm(moments);
    const found = limitByMoment(rung.posture)
      ? findCapacity(known, { direction: moments.main, posture: rung.posture, nm, onDay })
      : undefined;
    const limit = found && nm > 0 ? predictLimit(nm, found.capacity) : undefined;
    const basis = !limitByMoment(rung.posture)
      ? 'Its limit comes from the amount over the best, not from the moment.'
      : !found
        ? `No hold of ${directionNames[moments.main]} screened yet: no limit.`
        : !limit
          ? `Under ${smallestShare * 100} % of the greatest moment: prescribed by amount.`
          : `${found.source}${found.prior ? ', another shape of the same direction: a wide band' : ''}.`;
    const same = before && before.main === moments.main ? before : undefined;
    const jumpPercent = same && same.nm > 1 ? (100 * (nm - same.nm)) / same.nm : undefined;
    const bigJump = jumpPercent !== undefined && jumpPercent > bigJumpPercent;
    const marked = bigJump || (jumpPercent !== undefined && jumpPercent < fallPercent);
    const words = marked ? said[rung.id] : undefined;
    const between =
      words?.step ??
      (same && bigJump && !words ? stepBetween(same.rung, rung, same.nm, nm, body) : undefined);
    if (nm > 1) before = { rung, nm, main: moments.main };
    return {
      rungId: rung.id,
      load,
      moments,
      nm,
      relative: relativePercent(nm, body),
      limit,
      basis,
      jumpPercent,
      bigJump,
      between,
      why: words?.why,
    };
  });
}

/** Main moments of a ladder's rungs for a body under their starting loads, newton metres; rungs without one are left out. */
export function ladderNm(ladder: Ladder, body: Body, under16 = false): number[] {
  return ladder.rungs.flatMap((rung) => {
    const moments = rungMoments(ladder, rung, body, startLoad(rung, body.massKg, under16));
    return moments ? [mainNm(moments)] : [];
  });
}
