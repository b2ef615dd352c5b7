import type { Rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import type { Side } from '~/core/catalogue/qualities';
import type { LoadSaid } from '~/core/catalogue/rung-load';
import { addFlexion, type Flexion, withinFlexion } from '~/core/clear/flexion';
import { amountFor, leastAmount } from '~/core/dose/amounts';
import type { DoseAthlete } from '~/core/dose/athlete';
import { type Candidate, chooseRungs, type LadderQuality } from '~/core/dose/choose';
import { leverAtContact, leverFor } from '~/core/dose/levers';
import { doseOfSet, limitsOf, rungAt, startValue } from '~/core/dose/limits';
import { loadsFor } from '~/core/dose/loads';
import { phaseRules } from '~/core/dose/phases';
import { amountText, prescriptionMinutes, workSeconds } from '~/core/dose/work';
import type { WeakerSide } from '~/core/link/weaker-sides';
import { type Issue, issue } from '~/core/result';
import { type Prescription, prescriptionOf, type Role, setupText } from './prescription';
import { flexionOf, onBackSeconds } from './within-gate';

/** What a coach writes on a card by hand: any rung, sets, amount, load, rest and side the gate leaves. */

export interface HandFigures {
  readonly sets: number;
  /** In the rung's unit. */
  readonly amount: number;
  /** kg or N; null for none. */
  readonly load: number | null;
  /** Where its lever is set, cm or degrees; null for the rung's own. */
  readonly lever: number | null;
  readonly restS: number;
  /** The side that starts; null for a rung without sides, or where it does not matter. */
  readonly firstSide: Side | null;
  /** One more set on the side that starts. */
  readonly oneMore: boolean;
}

/** Sets of one exercise that fit on a card. */
export const handMost = { sets: 12, amount: 600, restS: 600 } as const;

/** Over this share of the limit a set is a test. Source: prescription rules. */
const testShare = 0.85;

/**
 * Why a rung may not be done with these figures, each with the field it concerns; empty when it may. A coach's hand goes
 * over what the rules would choose, never over the gate: cautions, caps, the school's and the kit's bars, and loads.
 */
export function handBars(a: DoseAthlete, rung: Rung, figures: HandFigures): Issue[] {
  const { bars, capS, effortMost, loadMost } = a.gate.rung(rung.id);
  const found: Issue[] = bars.map((bar) =>
    issue('hand.barred', { ...bar.values, name: rung.name, bar: bar.code }, ['rungId']),
  );
  const seconds = workSeconds(rung.unit, figures.amount, rung.tempo);
  const capped = rung.unit === 'hold_s' || rung.unit === 'breaths';
  if (capS !== undefined && capped && seconds > capS)
    found.push(issue('hand.cap', { seconds: capS, name: rung.name }, ['amount']));
  if (figures.load !== null && loadMost === undefined)
    found.push(issue('bench.no_load', { name: rung.name }, ['load']));
  else if (figures.load !== null && figures.load > (loadMost ?? 0) + 1e-9)
    found.push(
      issue(
        'bench.too_heavy',
        {
          load: figures.load,
          most: Math.round((loadMost ?? 0) * 10) / 10,
          name: rung.name,
          massKg: a.body.massKg,
        },
        ['load'],
      ),
    );
  if (figures.lever !== null) {
    const its = leverFor(a, a.trade.ladderOf(rung.id), rung);
    const [from, to] = [Math.min(...(its?.values ?? [])), Math.max(...(its?.values ?? []))];
    if (!its || figures.lever < from || figures.lever > to)
      found.push(
        its
          ? issue('hand.lever_range', { name: rung.name, from, to, unit: its.unit }, ['lever'])
          : issue('hand.no_lever', { name: rung.name }, ['lever']),
      );
  }
  if (effortMost !== undefined && found.length === 0) {
    const { weaker } = limitsOf(a, rung, figures.load ?? 0, figures.lever);
    const share = doseOfSet(figures.amount, weaker.amount);
    if (share > effortMost / 10 + 0.05)
      found.push(
        issue(
          'hand.effort',
          { effort: effortMost, most: amountText(Math.floor((weaker.amount * effortMost) / 10), rung.unit) },
          ['amount'],
        ),
      );
  }
  return found;
}

export interface HandInput {
  readonly athlete: DoseAthlete;
  readonly rung: Rung;
  readonly quality: LadderQuality;
  readonly role: Role;
  readonly figures: HandFigures;
  readonly phase: Phase;
  readonly setting: string | null;
}

/** An exercise as a coach wrote it, with the same numbers beside it as one of the rules: limit, share, what is in hand, dose, minutes. */
export function prescriptionByHand(input: HandInput): Prescription {
  const { athlete, rung, figures } = input;
  const { weaker: limit } = limitsOf(athlete, rung, figures.load ?? 0, figures.lever);
  const share = doseOfSet(figures.amount, limit.amount);
  const candidate: Candidate = {
    ladder: athlete.trade.ladderOf(rung.id),
    rung: rungAt(athlete, rung, figures.lever),
    load: figures.load ?? 0,
    lever: figures.lever,
    limit,
    asked: {
      amount: figures.amount,
      pieces: 1,
      share,
      inHand: Math.max(0, limit.amount - figures.amount),
      dose: share,
      skill: false,
      heldBy: 'hand',
    },
    outside: 0,
    rank: [0, 0, 0],
    steps: [],
  };
  const made = prescriptionOf({
    athlete,
    candidate,
    quality: input.quality,
    role: input.role,
    sets: figures.sets,
    phase: input.phase,
    weaker: undefined,
    setting: input.setting,
  });
  const timed = {
    ...made,
    restS: figures.restS,
    firstSide: rung.sided ? figures.firstSide : null,
    extraSetSide: rung.sided && figures.oneMore ? figures.firstSide : null,
  };
  return { ...timed, minutes: prescriptionMinutes(timed) };
}

/** What a coach should know of figures that may be done all the same. */
export function handNotes(made: Pick<Prescription, 'share' | 'sets' | 'name'>): Issue[] {
  return [
    ...(made.share > testShare
      ? [issue('hand.near_limit', { name: made.name, share: Math.round(made.share * 100) })]
      : []),
    ...(made.sets < 2 ? [issue('hand.one_set', { name: made.name })] : []),
  ];
}

/** Why a session with these exercises may not stand: too much bending in the week, too long on the back. */
export function handSessionBars(
  a: DoseAthlete,
  items: readonly Pick<
    Prescription,
    'rungId' | 'unit' | 'amount' | 'tempo' | 'sets' | 'sided' | 'extraSetSide'
  >[],
  bent: Flexion,
): Issue[] {
  const sum = addFlexion(bent, flexionOf(a.trade, items));
  const most = a.gate.onBackSessionS;
  return [
    ...(withinFlexion(sum, a.gate.flexion)
      ? []
      : [issue('hand.flexion', { cycles: a.gate.flexion.cycles, seconds: a.gate.flexion.heldS })]),
    ...(most !== undefined && onBackSeconds(a, items) > most
      ? [issue('hand.on_back', { minutes: Math.round(most / 60) })]
      : []),
  ];
}

/** What a rung would be asked in a phase: the amount of the rules, or its start where the rules would not ask for it. */
export function usualFigures(
  a: DoseAthlete,
  rung: Rung,
  phase: Phase,
  sets: number,
  weaker: WeakerSide | undefined,
): HandFigures {
  const ladder = a.trade.ladderOf(rung.id);
  const loads = loadsFor(a, rung, phaseRules[phase].kilograms);
  const load = loads[0] ?? Math.min(startValue(a, rung), a.gate.rung(rung.id).loadMost ?? 0);
  const { weaker: limit } = limitsOf(a, rung, load);
  const { capS } = a.gate.rung(rung.id);
  const asked = amountFor(a, ladder, rung, limit, phaseRules[phase].share)?.amount ?? leastAmount(rung);
  const perUnit = workSeconds(rung.unit, 1, rung.tempo);
  const capped = rung.unit === 'hold_s' || rung.unit === 'breaths';
  return {
    sets,
    amount: capS !== undefined && capped ? Math.max(1, Math.min(asked, Math.floor(capS / perUnit))) : asked,
    load: load > 0 ? load : null,
    lever: leverAtContact(a, rung, null),
    restS: rung.rest_s,
    firstSide: rung.sided ? (weaker?.side ?? 'left') : null,
    oneMore: false,
  };
}

/** A rung that could stand in an exercise's place, with its numbers. */
export interface Equivalent {
  readonly rungId: string;
  readonly name: string;
  readonly ladder: string;
  /** "20 s, 8 kg in the hand". */
  readonly work: string;
  /** Limit of the weaker side, in the rung's unit, and the share of it that would be asked. */
  readonly limit: string;
  readonly sharePercent: number;
  /** Dose of one set. */
  readonly dose: number;
}

/** Rungs that serve a quality in a phase, the best first, with what each would ask; those in the session already left out. */
export function equivalents(
  a: DoseAthlete,
  wanted: { readonly quality: LadderQuality; readonly phase: Phase; readonly gapActs: boolean },
  without: ReadonlySet<string>,
  { said, most = 8 }: { readonly said?: LoadSaid; readonly most?: number } = {},
): Equivalent[] {
  return chooseRungs(a, { ...wanted, before: new Set() })
    .candidates.filter(({ rung }) => !without.has(rung.id))
    .slice(0, most)
    .map(({ ladder, rung, load, lever, limit, asked }) => ({
      rungId: rung.id,
      name: rung.name,
      ladder: ladder.name,
      work: [
        amountText(asked.amount, rung.unit),
        setupText(rung, { load: load > 0 ? { by: rung.load.by, value: load } : null, lever }, said),
      ]
        .filter(Boolean)
        .join(', '),
      limit: `${amountText(Math.round(limit.amount), rung.unit)}${limit.orMore ? ' or more' : ''}`,
      sharePercent: Math.round(asked.share * 100),
      dose: Math.round(asked.dose * 100) / 100,
    }));
}

/** An exercise of a set that a practice keeps: its sets, and its amount and load as they were kept. */
export interface KeptExercise {
  readonly rungId: string;
  readonly sets: number;
  readonly amount: number;
  readonly load: number | null;
  /** Where its lever was set, cm or degrees; none for the rung's own. */
  readonly lever?: number | null | undefined;
}

/**
 * A kept exercise for one athlete: as it was kept where that is not near the limit and a cap allows it, else what the rules
 * would ask of this athlete, with as many sets.
 */
export function keptFigures(
  a: DoseAthlete,
  kept: KeptExercise,
  phase: Phase,
  weaker: WeakerSide | undefined,
): HandFigures {
  const rung = a.trade.rung(kept.rungId);
  const usual = usualFigures(a, rung, phase, kept.sets, weaker);
  const as: HandFigures = {
    ...usual,
    amount: kept.amount,
    load: kept.load,
    lever: kept.lever ?? null,
  };
  const { weaker: limit } = limitsOf(a, rung, as.load ?? 0, as.lever);
  const fits = doseOfSet(as.amount, limit.amount) <= testShare && handBars(a, rung, as).length === 0;
  return fits ? as : usual;
}
