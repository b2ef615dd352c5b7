import { leverInWords } from '~/core/body/lever';
import type { Rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import { windowOf } from '~/core/dose/amounts';
import type { DoseAthlete } from '~/core/dose/athlete';
import { broughtIn, type Candidate, judgeHeld, type Wanted } from '~/core/dose/choose';
import { beyondOwn, leverAtContact, leverFor } from '~/core/dose/levers';
import { limitsOf, type Setup } from '~/core/dose/limits';
import { loadsFor } from '~/core/dose/loads';
import { phaseRules } from '~/core/dose/phases';

/** One step up or down from an exercise: a lever, a load or a rung that can be asked. */

/** Where a proposal leads from and to. */
export interface Step {
  readonly ladderId: string;
  readonly rungId: string;
  readonly sets: number;
  readonly amount: number;
  /** kg or N; null for none. */
  readonly load: number | null;
  /** Where its lever is set, cm or degrees; none for the rung's own. */
  readonly lever?: number | null | undefined;
}

/** A limit this far over the window's top has outgrown the rung. */
export const outgrown = 1.15;
/** A limit under this share of the window's lower edge is too little to stay, or to enter. */
const tooHard = 0.8;

/** What a step up or down is judged by. */
export interface StepInput {
  readonly athlete: DoseAthlete;
  readonly phase: Phase;
}

/** A rung as it is set up. */
export type SetUp = Setup & { readonly rung: Rung };

/** A limit over this share of another is the same. */
const sameLimit = 0.99;

/**
 * Where a lever that was set goes next: harder, through the rung's own (no setting any more) to its end; easier, back to its
 * own, if it was set beyond it.
 */
function leversFrom({ athlete }: StepInput, { rung, load, lever }: SetUp, step: 1 | -1): SetUp[] {
  if (lever === undefined || lever === null) return [];
  const beyond = (value: number) => beyondOwn(athlete, rung, value);
  if (step === -1) return beyond(lever) > 0 ? [{ rung, load }] : [];
  const limitAt = (value: number) => limitsOf(athlete, rung, load, value).weaker.amount;
  const now = limitAt(lever);
  // Where another limb asks for more, a step of this one may change nothing: it is passed over.
  const on = (leverFor(athlete, athlete.trade.ladderOf(rung.id), rung)?.values ?? [])
    .filter((value) => beyond(value) > beyond(lever) && limitAt(value) < sameLimit * now)
    .filter((value) => leverAtContact(athlete, rung, value) === value)
    .map((value) => ({ rung, load, lever: value }));
  const own = leverAtContact(athlete, rung, null) === null ? [{ rung, load }] : [];
  return beyond(lever) >= 0 ? on : [...on.filter((one) => beyond(one.lever) < 0), ...own];
}

/** Next levers, loads or rungs that can be entered, nearest first. */
function entries(input: StepInput, at: SetUp, step: 1 | -1): SetUp[] {
  const { rung, load, lever } = at;
  const { athlete, phase } = input;
  const { kilograms } = phaseRules[phase];
  const ladder = athlete.trade.ladderOf(rung.id);
  const loads = loadsFor(athlete, rung, kilograms);
  const loadsOn =
    step === 1
      ? loads.filter((value) => value > load + 1e-9)
      : loads.filter((value) => value < load - 1e-9).reverse();
  const rungs = step === 1 ? ladder.rungs : [...ladder.rungs].reverse();
  const others = rungs
    .filter((other) => (step === 1 ? other.level > rung.level : other.level < rung.level))
    .filter((other) => athlete.gate.rung(other.id).allowed)
    .flatMap((other) => {
      const its = loadsFor(athlete, other, kilograms);
      // Entered with its lightest load; left downward with its heaviest.
      const first = step === 1 ? its[0] : its.at(-1);
      return first === undefined ? [] : [{ rung: other, load: first }];
    });
  return [
    ...leversFrom(input, at, step),
    ...loadsOn.map((value) => ({ rung, load: value, lever })),
    ...others,
  ];
}

const wantedOf = (input: StepInput, quality: Wanted['quality']): Wanted => ({
  quality,
  phase: input.phase,
  gapActs: false,
  before: new Set(),
});

/** A rung and load as it would be asked now; undefined when it may not be, or is too hard to be worth a set. */
function asked(input: StepInput, { rung, ...setup }: SetUp): Candidate | undefined {
  const { quality } = input.athlete.trade.ladderOf(rung.id);
  return judgeHeld(input.athlete, rung.id, setup, wantedOf(input, quality));
}

export const stepOf = (found: Candidate, sets: number): Step => ({
  ladderId: found.ladder.id,
  rungId: found.rung.id,
  sets,
  amount: found.asked.amount,
  load: found.load > 0 ? found.load : null,
  lever: found.lever,
});

export const named = ({ rung, load, lever }: Pick<Candidate, 'rung' | 'load' | 'lever'>): string =>
  [
    load > 0 ? `${rung.name} with ${load} ${rung.load.by.endsWith('_N') ? 'N' : 'kg'}` : rung.name,
    lever === null ? '' : leverInWords(rung.posture, lever),
  ]
    .filter(Boolean)
    .join(', ');

/** Easier by one step of load or rung that can be asked. */
export function easier(input: StepInput, exercise: SetUp): Candidate | undefined {
  for (const entry of entries(input, exercise, -1)) {
    const found = asked(input, entry);
    if (found) return found;
  }
  return undefined;
}

/** Rungs above the one that is done that a step may go: an entry is no further from what is known. */
const furthest = 2;

/**
 * Harder by one step that is not too hard yet, or how far off the nearest is: the next load, else the next rung; one that is
 * outgrown before it is entered gives way to the one above it. Where the next rung is too hard, levers make the step smaller.
 */
export function harder(
  input: StepInput,
  exercise: SetUp,
): { found?: Candidate; nearest?: { rung: Rung; limit: number } } {
  const { athlete, phase } = input;
  let nearest: { rung: Rung; limit: number } | undefined;
  let easy: Candidate | undefined;
  for (const entry of entries(input, exercise, 1)) {
    const { weaker } = limitsOf(athlete, entry.rung, entry.load, entry.lever);
    const ladder = athlete.trade.ladderOf(entry.rung.id);
    const [low, high] = windowOf(ladder, entry.rung, phase);
    const found = asked(input, entry);
    const above = entry.rung.level - exercise.rung.level;
    if (easy && above > furthest) break;
    if (found && weaker.amount >= (found.asked.skill ? 1 : tooHard) * low) {
      if (above === 0 || found.asked.skill || weaker.amount <= outgrown * high) return { found };
      easy = found;
      continue;
    }
    nearest ??= { rung: entry.rung, limit: weaker.amount };
  }
  if (easy) return { found: easy };
  // Nothing whole is near enough: the next rung with its lever eased, else this one with its lever turned further.
  const turned = [nearest?.rung, (exercise.lever ?? null) === null ? exercise.rung : undefined].flatMap(
    (rung) => {
      if (!rung) return [];
      const [load] =
        rung.id === exercise.rung.id ? [exercise.load] : loadsFor(athlete, rung, phaseRules[phase].kilograms);
      const ladder = athlete.trade.ladderOf(rung.id);
      const found =
        load === undefined
          ? undefined
          : broughtIn(athlete, ladder, rung, load, wantedOf(input, ladder.quality));
      return found && found.outside === 0 && athlete.gate.rung(rung.id).allowed ? [found] : [];
    },
  );
  return turned[0] ? { found: turned[0] } : nearest ? { nearest } : {};
}
