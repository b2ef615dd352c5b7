import type { Body } from './anthropometry';
import type { Posture } from './posture';

/**
 * A lever that is set for an athlete: how far a support lies ahead of the shoulder, or how far a limb or the trunk is turned.
 * It brings a shape to a limit the way a weight does, in steps that can be seen or measured with a tape.
 */
export interface Lever {
  readonly unit: 'cm' | 'deg';
  /** As the posture has it. */
  readonly own: number;
  /** Which way it gets harder: a leg near the floor, everything else far out. */
  readonly harder: 1 | -1;
  /** Every value that can be set up, the easiest first; so far from its own that it stays the same exercise. */
  readonly values: readonly number[];
}

/** Steps of a tape and of an angle read by eye. */
const stepOf = { cm: 2, deg: 5 } as const;
/** How far a lever leaves its own value: further than that it is another rung. Statures for supports, degrees for angles. */
const furthest = { support: 0.08, reach: 0.1, leg: 30, trunk: 25 } as const;
/** Where supports and limbs end, whatever the rung. */
const ends = { support: [0, 0.17], reach: [0.06, 0.35], leg: [5, 85], trunk: [15, 90] } as const;

type What = keyof typeof furthest;

const angles: ReadonlySet<What> = new Set(['leg', 'trunk']);

/** What can be turned in a posture; undefined for shapes without a lever of their own. */
function whatOf(p: Posture): { readonly what: What; readonly at: number } | undefined {
  switch (p.archetype) {
    case 'prone_bridge':
      // A knee that is drawn up, or hips that fold, are the exercise: the support stays where it is.
      return p.lifted === 'knee_tuck' || p.pike_deg ? undefined : { what: 'support', at: p.lever_H };
    case 'rollout':
      return { what: 'reach', at: p.reach_H };
    case 'supine_limbs':
      return p.feet_down[0] || p.hips_deg[0] > ends.leg[1] ? undefined : { what: 'leg', at: p.hips_deg[0] };
    case 'hinge_hold':
      return { what: 'trunk', at: p.trunk_deg_from_vertical };
    default:
      return undefined;
  }
}

/**
 * The lever of a posture for a body: centimetres that the support lies ahead of the shoulder, the angle of the thigh above the
 * floor, or the trunk's from upright, degrees; undefined for shapes that have none.
 */
export function leverOf(p: Posture, body: Body): Lever | undefined {
  const found = whatOf(p);
  if (!found) return undefined;
  const { what, at } = found;
  const unit = angles.has(what) ? 'deg' : 'cm';
  const scale = unit === 'deg' ? 1 : body.statureM * 100;
  const step = stepOf[unit];
  const from = Math.max(ends[what][0], at - furthest[what]) * scale;
  const to = Math.min(ends[what][1], at + furthest[what]) * scale;
  const values: number[] = [];
  // A hair under a whole step is that step.
  const least = Math.max(0, Math.ceil(from / step - 1e-6));
  for (let n = least; n * step <= to + 1e-6; n += 1) values.push(n * step);
  const harder = what === 'leg' ? -1 : 1;
  if (harder < 0) values.reverse();
  return values.length === 0 ? undefined : { unit, own: Math.round(at * scale), harder, values };
}

/** A posture with its lever at a value of `leverOf`; one without a lever stays as it is. */
export function withLever(p: Posture, value: number, body: Pick<Body, 'statureM'>): Posture {
  const statures = value / (body.statureM * 100);
  switch (p.archetype) {
    case 'prone_bridge':
      return { ...p, lever_H: statures };
    case 'rollout':
      return { ...p, reach_H: statures };
    case 'supine_limbs':
      // Both legs go together where they were together.
      return { ...p, hips_deg: [value, p.hips_deg[0] === p.hips_deg[1] ? value : p.hips_deg[1]] };
    case 'hinge_hold':
      return { ...p, trunk_deg_from_vertical: value };
    default:
      return p;
  }
}

const supports = { forearm: 'elbows', hand: 'hands', ball: 'elbows', ball_roll: 'elbows' } as const;

/** What is set, and from where it is read: "Elbows", "ahead of the shoulders"; undefined for shapes without a lever. */
export function leverNamed(p: Posture): { readonly name: string; readonly from: string } | undefined {
  const what = whatOf(p)?.what;
  if (what === undefined) return undefined;
  if (what === 'leg') return { name: 'Thigh', from: 'above the floor' };
  if (what === 'trunk') return { name: 'Trunk', from: 'from upright' };
  const hands = p.archetype === 'prone_bridge' && p.hands === 'hand';
  return {
    name: what === 'reach' ? 'Reach' : hands ? 'Hands' : 'Elbows',
    from: 'ahead of the shoulders',
  };
}

/** What is lowered: straight legs, or thighs over bent knees; one or both. */
function limbsOf(p: Extract<Posture, { archetype: 'supine_limbs' }>): string {
  const straight = p.knees_deg[0] < 20;
  const one = straight ? 'leg' : 'thigh';
  return p.hips_deg[0] === p.hips_deg[1] ? `${one}s` : `working ${one}`;
}

/** "elbows 6 cm ahead of the shoulders", "trunk 40° from upright"; undefined for shapes without a lever. */
export function leverInWords(p: Posture, value: number): string | undefined {
  switch (p.archetype) {
    case 'prone_bridge':
      return value <= 0
        ? `${supports[p.hands]} under the shoulders`
        : `${supports[p.hands]} ${value} cm ahead of the shoulders`;
    case 'rollout':
      return `out to ${value} cm ahead of the shoulders, no further`;
    case 'supine_limbs':
      return `${limbsOf(p)} ${value}° above the floor at the lowest`;
    case 'hinge_hold':
      return `trunk ${value}° from upright`;
    default:
      return undefined;
  }
}
