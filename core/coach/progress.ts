import type { Rung, Side } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import { type HeldQuality, heldByPain, judgePain, type PainSettings } from '~/core/clear/pain';
import { regionsOf, whereText } from '~/core/clear/pain-map';
import { amountFor, windowOf } from '~/core/dose/amounts';
import type { DoseAthlete } from '~/core/dose/athlete';
import { isSkill } from '~/core/dose/character';
import { beyondOwn } from '~/core/dose/levers';
import { doseOfSet, limitsOf, startValue } from '~/core/dose/limits';
import { isClean, type SessionOutcome, type SetRecord } from '~/core/dose/logged';
import { minuteMet } from '~/core/dose/minute';
import { phaseRules } from '~/core/dose/phases';
import { amountText, prescriptionMinutes, workSeconds } from '~/core/dose/work';
import { repsInMinute } from '~/core/screen/trial/by-rung';
import { counted } from '~/core/words/counted';
import { dayInWords } from '~/core/words/days';
import type { UnderWay } from './prescription';
import { easier, harder, named, outgrown, type SetUp, type Step, stepOf } from './steps';

/** What a log proposes. Amounts follow the limits by themselves; rungs and loads move only when a coach says so. */

export type ProposalKind = 'next_rung' | 'more' | 'stay' | 'shorter' | 'back' | 'less' | 'hold_quality';

export interface Proposal {
  readonly ladderId: string;
  readonly kind: ProposalKind;
  readonly from: Step;
  readonly to: Step;
  /** The rung becomes owned when this is accepted. */
  readonly owns: string | null;
  readonly reason: string;
  readonly effect: ProposalEffect;
}

/** What a proposal changes in a session. */
export interface ProposalEffect {
  /** Dose of one side, before and after. */
  readonly doseBefore: number;
  readonly doseAfter: number;
  /** Dose of one set after it: a set more of one quality is always a legal step. */
  readonly doseOfSet: number;
  readonly minutesBefore: number;
  readonly minutesAfter: number;
}

export interface ProgressInput {
  readonly athlete: DoseAthlete;
  /** Logged sessions of the athlete, the newest last. */
  readonly outcomes: readonly SessionOutcome[];
  readonly underWay: readonly UnderWay[];
  /** The phase the athlete is in. */
  readonly phase: Phase;
  readonly painSettings?: PainSettings | undefined;
}

const setsOf = (outcome: SessionOutcome, rungId: string): SetRecord[] =>
  outcome.sets.filter((set) => set.rungId === rungId);

/** Both sides' best figures and the gap between them in percent of the better. */
function sideGapPercent(sets: readonly SetRecord[]): number {
  const best = (side: Side) => Math.max(0, ...sets.filter((set) => set.side === side).map((set) => set.done));
  const [left, right] = [best('left'), best('right')];
  const better = Math.max(left, right);
  return better === 0 ? 0 : (100 * (better - Math.min(left, right))) / better;
}

/** Sets that must reach the goal amount in a session. */
const goalSets = 2;

/**
 * Does one session meet a rung's mark? The goal amount clean on two sets (fewer where the goal asks for one), on both sides,
 * equal within the rung's own gap. Rungs whose catalogue mark is a number in a minute meet it by their goal amount too: a set
 * never asks for more than that.
 */
export function meetsCriterion(sets: readonly SetRecord[], rung: Rung): boolean {
  if (sets.length === 0 || !sets.every(isClean)) return false;
  const amount = rung.goal.amount;
  const sides: (Side | 'both')[] = rung.sided ? ['left', 'right'] : ['both'];
  const needed = Math.min(goalSets, rung.goal.sets);
  const enough = sides.every(
    (side) => sets.filter((set) => set.side === side && set.done >= amount).length >= needed,
  );
  return enough && (!rung.sided || sideGapPercent(sets) <= (rung.advance_when.side_gap_pct_max ?? 10));
}

/**
 * Qualities the pain of a session holds: those that load the hurt region, and those of exercises that pain ended; none while
 * it is mild and ended nothing.
 */
export function painHolds(
  {
    trade,
    painSettings,
  }: { readonly trade: DoseAthlete['trade']; readonly painSettings?: PainSettings | undefined },
  outcome: Pick<SessionOutcome, 'sets' | 'painScore' | 'painRegion' | 'painPlaces'>,
): HeldQuality[] {
  const qualityOf = (set: SetRecord) => trade.ladderOf(set.rungId).quality;
  const known = outcome.sets.filter((set) => trade.hasRung(set.rungId));
  const ended = known.filter((set) => set.faultId === 'pain').map(qualityOf);
  const verdict = judgePain(outcome.painScore, outcome.painRegion, painSettings);
  if (verdict !== 'end' && ended.length === 0) return [];
  const pointed = regionsOf(outcome.painPlaces ?? []);
  const regions = pointed.length > 0 ? pointed : [outcome.painRegion];
  const doing = ended.length > 0 ? ended : known.map(qualityOf);
  return [...new Set([...ended, ...regions.flatMap((region) => heldByPain(region, doing))])];
}

interface Exercise extends SetUp {
  readonly lever: number | null;
  readonly sets: readonly SetRecord[];
  readonly from: Step;
}

/** After pain: an easier rung, half its goal at the most, and never more work than was asked. */
function easeOff(input: ProgressInput, exercise: Exercise): Step {
  const { from } = exercise;
  const found = easier(input, exercise);
  if (!found) return { ...from, amount: Math.max(1, Math.floor(from.amount * 0.7)) };
  const { rung } = found;
  const secondsOf = (of: Rung, sets: number, amount: number) => sets * workSeconds(of.unit, amount, of.tempo);
  const most = Math.min(
    secondsOf(exercise.rung, from.sets, from.amount),
    secondsOf(rung, rung.goal.sets, rung.goal.amount) / 2,
  );
  const sets = Math.min(from.sets, rung.goal.sets);
  const perUnit = workSeconds(rung.unit, 1, rung.tempo);
  const amount = Math.floor(Math.min(rung.goal.amount, most / (sets * perUnit)));
  const { ladderId, rungId, load, lever } = stepOf(found, from.sets);
  const base = { ladderId, rungId, load, lever };
  return amount >= 1
    ? { ...base, sets, amount }
    : { ...base, sets: 1, amount: Math.max(1, Math.floor(most / perUnit)) };
}

/** A step back in no more minutes than the exercise took, with two sets at least. */
function noLonger({ rung, from }: Exercise, to: Step, next: Rung): Step {
  const minutes = (of: Rung, { amount }: Step, sets: number) =>
    prescriptionMinutes({
      unit: of.unit,
      amount,
      tempo: of.tempo,
      sided: of.sided,
      sets,
      extraSetSide: null,
      restS: of.rest_s,
    });
  let { sets } = to;
  while (sets > 2 && minutes(next, to, sets) > minutes(rung, from, from.sets)) sets -= 1;
  return { ...to, sets };
}

function exerciseOf(input: ProgressInput, rungId: string): Exercise {
  const { athlete, outcomes, underWay } = input;
  const latest = outcomes.at(-1) as SessionOutcome;
  const sets = setsOf(latest, rungId);
  const rung = athlete.trade.rung(rungId);
  const loads = sets
    .map((set) => set.load ?? undefined)
    .filter((value): value is number => value !== undefined);
  const state = underWay.find((one) => one.rungId === rungId);
  const load = loads.length > 0 ? Math.max(...loads) : (state?.load ?? startValue(athlete, rung));
  const lever = sets.find((set) => set.lever !== undefined && set.lever !== null)?.lever ?? null;
  const perSide = rung.sided
    ? Math.min(...(['left', 'right'] as const).map((side) => sets.filter((set) => set.side === side).length))
    : sets.length;
  return {
    rung,
    load,
    lever,
    sets,
    from: {
      ladderId: sets[0]?.ladderId ?? athlete.trade.ladderOf(rungId).id,
      rungId,
      sets: Math.max(1, perSide),
      amount: Math.max(...sets.map((set) => set.planned)),
      load: load > 0 && rung.load.by !== 'none' ? load : null,
      lever,
    },
  };
}

/**
 * How a rung was mastered, in words: as many reps in 60 s as it asks for, or its goal met clean in this session and in the one
 * before that had it; undefined when it was not.
 */
function masteredBy(input: ProgressInput, { rung, sets }: Exercise): string | undefined {
  // An easier lever meets no mark of the rung itself.
  const onItsLever = (some: readonly SetRecord[]) =>
    some.every((set) => beyondOwn(input.athlete, rung, set.lever) >= 0);
  const meets = (some: readonly SetRecord[]) => meetsCriterion(some, rung) && onItsLever(some);
  const bothSides = rung.sided ? ', both sides' : '';
  const on = input.outcomes.at(-1)?.onDate ?? '';
  if (minuteMet(sets, rung) && onItsLever(sets))
    return `${rung.name} reached ${repsInMinute(rung)} clean reps in 60 s on ${dayInWords(on)}${bothSides}`;
  if (!meets(sets)) return undefined;
  const before = input.outcomes
    .slice(0, -1)
    .filter((outcome) => setsOf(outcome, rung.id).length > 0)
    .at(-1);
  return before && meets(setsOf(before, rung.id))
    ? `${rung.name} met its goal clean on two sets on ${dayInWords(before.onDate)} and ${dayInWords(on)}${bothSides}`
    : undefined;
}

/**
 * Logs to proposals: one for each exercise of the newest session that is to change, never applied by itself. Pain first; then
 * two lost sets that leave a rung too hard, an effort of 9 or 10, and the next step: when the limit is 15 % over the top of the
 * phase's window, or the goal was met clean on two sets in two sessions. A load step where the rung has one, else the next rung.
 */
export function progress(input: ProgressInput): Proposal[] {
  return proposed(input).map((proposal) => ({ ...proposal, effect: effectOf(input.athlete, proposal) }));
}

/** Dose and minutes of an exercise in a session before and after a step, with the limits as they stand now. */
export function effectOf(
  athlete: DoseAthlete,
  { from, to }: { readonly from: Step; readonly to: Step },
): ProposalEffect {
  const of = ({ rungId, sets, amount, load, lever }: Step) => {
    const rung = athlete.trade.rung(rungId);
    const perSet = doseOfSet(amount, limitsOf(athlete, rung, load ?? 0, lever).weaker.amount);
    const { unit, tempo, sided, rest_s: restS } = rung;
    return {
      perSet: Math.round(perSet * 100) / 100,
      dose: Math.round(perSet * sets * 100) / 100,
      minutes: prescriptionMinutes({ unit, amount, tempo, sided, sets, extraSetSide: null, restS }),
    };
  };
  const [before, after] = [of(from), of(to)];
  return {
    doseBefore: before.dose,
    doseAfter: after.dose,
    doseOfSet: after.perSet,
    minutesBefore: before.minutes,
    minutesAfter: after.minutes,
  };
}

/** Is what a proposal adds to a session no more than one set: the step that a ramp always leaves? */
export const insideRamp = ({ doseBefore, doseAfter, doseOfSet: one }: ProposalEffect): boolean =>
  // Three figures rounded to hundredths may miss each other by that much.
  doseAfter <= doseBefore + one + 0.015;

function proposed(input: ProgressInput): Omit<Proposal, 'effect'>[] {
  const latest = input.outcomes.at(-1);
  if (!latest) return [];
  const { athlete, phase } = input;
  const pain = judgePain(latest.painScore, latest.painRegion, input.painSettings);
  const rungIds = [...new Set(latest.sets.map((set) => set.rungId))].filter(athlete.trade.hasRung);
  const held = painHolds({ trade: athlete.trade, painSettings: input.painSettings }, latest);
  const where = whereText(latest.painPlaces ?? [], latest.painRegion);
  const painWords = `Pain ${latest.painScore} of 10${where ? ` (${where})` : ''}`;
  const hardBefore = (input.outcomes.at(-2)?.effort ?? 0) >= 9;

  return rungIds.flatMap((rungId): Omit<Proposal, 'effect'>[] => {
    const exercise = exerciseOf(input, rungId);
    const { rung, sets, from } = exercise;
    const ladder = athlete.trade.ladderOf(rungId);
    const make = (
      kind: ProposalKind,
      to: Step,
      reason: string,
      owns: string | null = null,
    ): Omit<Proposal, 'effect'>[] => [{ ladderId: ladder.id, kind, from, to, owns, reason }];
    const placeOf = (to: Step): string =>
      to.rungId === rungId ? 'the same rung, shorter' : athlete.trade.rung(to.rungId).name;
    const painSet = sets.some((set) => set.faultId === 'pain');
    const painElsewhere = !painSet && latest.sets.some((set) => set.faultId === 'pain');
    if ((painSet || pain === 'end') && held.includes(ladder.quality)) {
      const to = easeOff(input, exercise);
      return make(
        'hold_quality',
        to,
        `${painWords}${painSet ? ' ended this exercise' : ''}: hold this quality until a coach closes the flag; then start again at ${placeOf(to)}.`,
      );
    }
    // The hurt region has no part in this exercise: nothing is added while it hurts.
    if (pain === 'end' || painElsewhere) return [];
    if (pain === 'ease') {
      const to = easeOff(input, exercise);
      return make('back', to, `${painWords}: swap to ${placeOf(to)}, no more work than before.`);
    }

    const { weaker } = limitsOf(athlete, rung, exercise.load, exercise.lever);
    const [, high] = windowOf(ladder, rung, phase);
    const limit = amountText(Math.round(weaker.amount), rung.unit);
    const lost = sets.filter((set) => set.faultId !== null);
    if (lost.length >= 2) {
      const faults = [
        ...new Set(lost.map((set) => athlete.trade.fault(set.faultId ?? '').name.toLowerCase())),
      ];
      const still = amountFor(athlete, ladder, rung, weaker, phaseRules[phase].share);
      if (still) return [];
      const found = easier(input, exercise);
      if (!found) return [];
      return make(
        'back',
        noLonger(exercise, stepOf(found, from.sets), found.rung),
        `${counted(lost.length, 'set')} lost to ${faults.join(' and ')}: the limit is now ${limit}, too little for this phase. Back to ${named(found)}.`,
      );
    }
    if (latest.effort >= 9) {
      if (hardBefore)
        return make(
          'less',
          { ...from, amount: Math.max(1, Math.round(from.amount * 0.7)) },
          `Effort ${latest.effort} of 10, twice in a row: 70 % of the dose next time.`,
        );
      const state = input.underWay.find((one) => one.rungId === rungId);
      if (state?.role !== 'keep' || from.sets <= 2) return [];
      return make(
        'less',
        { ...from, sets: from.sets - 1 },
        `Effort ${latest.effort} of 10: the same rung, one set fewer.`,
      );
    }
    if (lost.length > 0) return [];
    const mastered = masteredBy(input, exercise);
    const over = !isSkill(ladder, rung) && weaker.amount > outgrown * high;
    const capped = athlete.gate.rung(rungId).effortMost !== undefined;
    if (!mastered && !over) return [];
    const ownLimit = limitsOf(athlete, rung, exercise.load).weaker.amount;
    const owns = mastered || ownLimit >= rung.goal.amount ? rungId : null;
    const why =
      mastered ??
      `The limit of ${limit} is over the ${amountText(Math.round(high), rung.unit)} this phase works with`;
    if (capped)
      return owns && mastered
        ? make('stay', from, `${why}: owned. A caution caps the effort, so it goes no further.`, owns)
        : [];
    const { found, nearest } = harder(input, exercise);
    if (found)
      return make(
        found.rung.id === rungId ? 'more' : 'next_rung',
        stepOf(found, from.sets),
        `${why}. Next is ${named(found)}, entered at ${Math.round(found.asked.share * 100)} % of its limit of ${amountText(Math.round(found.limit.amount), found.rung.unit)}.`,
        owns,
      );
    if (mastered && !athlete.owned.has(rungId))
      return make(
        'stay',
        from,
        nearest
          ? `${why}: owned. ${nearest.rung.name} is still too hard, its limit ${amountText(Math.round(nearest.limit), nearest.rung.unit)}.`
          : `${why}: owned, and the last step of ${ladder.name.toLowerCase()} open here.`,
        rungId,
      );
    return [];
  });
}
