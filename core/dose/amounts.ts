import { usualBreathS } from '~/core/body/dose';
import type { Ladder, Rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import type { DoseAthlete } from './athlete';
import { isSkill } from './character';
import { doseOfSet, type Limit } from './limits';
import { phaseRules, type Window } from './phases';
import { workSeconds } from './work';

/** From a limit to what is asked of a set. */

/** Longest amounts that still train: above them an exercise is made harder, not longer. Source: prescription rules. */
const longest = { hold_s: 60, hinge_s: 120, reps: 15, breaths: 12, metres: 60 } as const;
/** Less than this is not prescribed: a rung easier is. */
const least = { hold_s: 8, reps: 4, breaths: 3, metres: 8 } as const;
/** A first session on a rung stays under this share of the lower edge of its band. */
const firstShare = 0.9;
/** A skill rung needs at least this much room above its start. */
const skillShare = 0.85;
/** A skill rung is entered, by choice, with half as much again in hand as its start asks. */
const skillEntry = 1.5;
/** Most short holds that one exercise is cut into, a side. */
const mostPieces = 12;
/** Rest between holds that a cap keeps short. */
export const pieceRestS = 10;

/** Sports that hold a hinge for hours: their back wall may be held longer. */
const hingeSports: ReadonlySet<string> = new Set(['cycling', 'riding', 'skiing']);

/** The window of limits a rung of a phase should have, in the rung's own unit. */
export function windowOf(ladder: Pick<Ladder, 'quality'>, rung: Rung, phase: Phase): Window {
  const { holdL, repsL } = phaseRules[phase];
  if (isSkill(ladder, rung))
    return [skillEntry * rung.start.amount, (skillEntry * rung.goal.amount) / skillShare];
  if (rung.unit === 'breaths') return [holdL[0] / usualBreathS, holdL[1] / usualBreathS];
  if (rung.unit !== 'reps') return holdL;
  // A rung of few, slow reps is judged by its own measure.
  const few = Math.min(1, rung.goal.amount / 10);
  return [repsL[0] * few, repsL[1] * few];
}

const roundAmount = (rung: Rung, amount: number, down: boolean): number => {
  const inFives = (rung.unit === 'hold_s' || rung.unit === 'metres') && amount >= 15;
  const step = inFives ? 5 : 1;
  // A hair under a whole rep is that rep.
  return (down ? Math.floor(amount / step + 1e-6) : Math.round(amount / step)) * step;
};

export function leastAmount(rung: Rung): number {
  if (rung.unit === 'reps' || rung.unit === 'reps_in_60s') return Math.min(least.reps, rung.start.amount);
  return least[rung.unit];
}

function longestAmount(a: Pick<DoseAthlete, 'sport'>, ladder: Pick<Ladder, 'quality'>, rung: Rung): number {
  if (rung.unit === 'hold_s')
    return ladder.quality === 'extension_endurance' && hingeSports.has(a.sport)
      ? longest.hinge_s
      : longest.hold_s;
  return rung.unit === 'reps_in_60s' ? longest.reps : longest[rung.unit];
}

export interface AskedAmount {
  /** Of one set, in the rung's unit; a cap has shortened it. */
  readonly amount: number;
  /** Pieces one set is cut into by a cap: sets x pieces, with short rests. */
  readonly pieces: number;
  /** Share of the limit that was asked for. */
  readonly share: number;
  /** What is left in hand after a set, in the unit; undefined where none is said: skill, capped holds, unsure limits. */
  readonly inHand: number | undefined;
  /** Dose of one whole set. */
  readonly dose: number;
  readonly skill: boolean;
  /** What held the amount, as a code. */
  readonly heldBy: 'share' | 'first' | 'longest' | 'effort' | 'cap' | 'skill' | 'hand';
}

/** The clock of a cap: how much of the unit fits into so many seconds; at least one. */
export function withinCap(rung: Rung, amount: number, capS: number | undefined): number {
  if (capS === undefined) return amount;
  const seconds = workSeconds(rung.unit, amount, rung.tempo);
  return seconds <= capS ? amount : Math.max(1, Math.floor((amount * capS) / seconds));
}

/** An estimate may be wrong by a third either way: more than this share of it is not asked, whatever the phase. */
const estimatedMost = 0.64;
/** Rounding asks at most this share of the limit more; beyond it the next smaller amount that can be counted is asked. */
const roundedUpMost = 0.055;

/**
 * What one set of a rung asks: share x L of the weaker side, rounded, within what the rung, a first session, an effort cap and
 * a cap of seconds leave. Undefined when that is too little to be worth a set: take a rung easier.
 */
export function amountFor(
  a: DoseAthlete,
  ladder: Ladder,
  rung: Rung,
  limit: Limit,
  share: number,
): AskedAmount | undefined {
  const { capS, effortMost } = a.gate.rung(rung.id);
  const skill = isSkill(ladder, rung);
  if (skill) {
    if (limit.amount < rung.start.amount / skillShare) return undefined;
    const step = rung.unit === 'hold_s' || rung.unit === 'metres' ? 5 : 1;
    const grown = rung.start.amount + step * Math.floor((a.cleanSessions.get(rung.id) ?? 0) / 2);
    const wanted = Math.max(rung.start.amount, Math.min(rung.goal.amount, grown));
    const amount = withinCap(rung, wanted, capS);
    return {
      amount,
      pieces: Math.min(mostPieces, Math.ceil(wanted / amount)),
      share: doseOfSet(amount, limit.amount),
      inHand: undefined,
      dose: doseOfSet(wanted, limit.amount),
      skill,
      heldBy: 'skill',
    };
  }
  const trusted = limit.basis === 'estimated' ? Math.min(share, estimatedMost) : share;
  const eased = effortMost === undefined ? trusted : Math.min(trusted, effortMost / 10);
  const most = longestAmount(a, ladder, rung);
  const first = a.done.has(rung.id) ? Number.POSITIVE_INFINITY : firstShare * limit.from;
  const wanted = Math.min(eased * limit.amount, first, most);
  const rounded = roundAmount(rung, wanted, false);
  const over = rounded > Math.min(first, most, (eased + roundedUpMost) * limit.amount) + 1e-9;
  const whole = over ? roundAmount(rung, wanted, true) : rounded;
  const amount = withinCap(rung, whole, capS);
  if (whole < leastAmount(rung)) return undefined;
  const capped = amount < whole;
  return {
    amount,
    pieces: capped ? Math.ceil(whole / amount) : 1,
    share: whole / limit.amount,
    inHand: capped ? undefined : Math.max(0, limit.amount - amount),
    dose: doseOfSet(whole, limit.amount),
    skill,
    heldBy: capped
      ? 'cap'
      : wanted === first
        ? 'first'
        : wanted === most
          ? 'longest'
          : eased < trusted
            ? 'effort'
            : 'share',
  };
}
