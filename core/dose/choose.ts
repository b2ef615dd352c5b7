import { caution, type Ladder, type Rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import { type Issue, issue } from '~/core/result';
import { type AskedAmount, amountFor, windowOf } from './amounts';
import type { DoseAthlete } from './athlete';
import { fitsPhase, tooQuickFor } from './character';
import { leverAtContact, leverFor, leverKept } from './levers';
import { type Limit, limitOf, limitsOf, rungAt, type Setup } from './limits';
import { loadsFor } from './loads';
import { phaseRules } from './phases';

/** Which rung: candidates of all ladders of a quality, filtered, then ranked by how well they fit the phase. */

export type LadderQuality = Ladder['quality'];

export interface Wanted {
  readonly quality: LadderQuality;
  readonly phase: Phase;
  /** The weaker side of the quality acts. */
  readonly gapActs: boolean;
  /** Rungs that were trained in the block before; what is new since is worth a step. */
  readonly before: ReadonlySet<string>;
  /** The rung held so far: a new block goes below it only when it is too hard. */
  readonly held?: ({ readonly rungId: string } & Setup) | undefined;
  /** Ladders that are not to be taken, such as the main exercise's for an accessory. */
  readonly without?: ReadonlySet<string> | undefined;
  /** Qualities of pairs and rungs that were just done well and are to be left behind. */
  readonly above?: { readonly ladderId: string; readonly level: number } | undefined;
}

export interface Candidate {
  readonly ladder: Ladder;
  /** With its lever set, where it is. */
  readonly rung: Rung;
  /** kg or N; 0 for none. */
  readonly load: number;
  /** Where its lever is set for this athlete, cm or degrees; null for the rung's own. */
  readonly lever: number | null;
  readonly limit: Limit;
  readonly asked: AskedAmount;
  /** How far the limit lies outside the window, in logs; 0 inside. */
  readonly outside: number;
  /** Why it stands where it stands, each worth a step. */
  readonly steps: readonly string[];
  readonly rank: readonly [outside: number, steps: number, fromMiddle: number];
}

/** Breath and brace under this, or never tested, is trained first. Source: prescription rules, tiers. */
const breathFirstBelow = 70;

/** Does breath and brace come before the other qualities? Then it is a main quality of every block. */
export const breathFirst = (a: Pick<DoseAthlete, 'capability'>): boolean =>
  (a.capability('breath_brace', 'both') ?? 0) < breathFirstBelow;

/** A prerequisite is met when it or a harder rung of its ladder is owned, its limit reaches its goal, or it cannot be offered here. */
function prerequisiteMet(a: DoseAthlete, rungId: string, lowerHalf: boolean): boolean {
  if (!a.trade.hasRung(rungId)) return true;
  const its = a.trade.ladderOf(rungId);
  const rung = a.trade.rung(rungId);
  // While breath and brace comes first it is trained beside the lower half of the other ladders.
  if (its.quality === 'breath_brace' && lowerHalf && breathFirst(a)) return true;
  if (its.rungs.some((other) => other.level >= rung.level && a.owned.has(other.id))) return true;
  if (!a.gate.rung(rungId).allowed) return true;
  const sides = rung.sided ? (['left', 'right'] as const) : (['both'] as const);
  if (sides.every((side) => limitOf(a, rungId, side).amount >= rung.goal.amount * 0.999)) return true;
  return (
    its.quality !== 'neck_control' &&
    Math.min(
      ...(['both', 'left', 'right'] as const).map(
        (side) => a.capability(its.quality, side) ?? Number.POSITIVE_INFINITY,
      ),
      a.capability(its.quality, 'both') ?? a.capability(its.quality, 'left') ?? 0,
    ) >= 70
  );
}

/** Rungs above the hardest one done, owned, or within reach by its limit that an entry may go. */
const entryRungs = 2;

/** The level of the hardest rung of a ladder that was done or that the screen says is held. */
function reachedLevel(a: DoseAthlete, ladder: Ladder): number {
  let reached = 0;
  for (const rung of ladder.rungs) {
    if (rung.level <= reached) continue;
    const known = a.owned.has(rung.id) || (a.cleanSessions.get(rung.id) ?? 0) > 0;
    if (known || limitsOf(a, rung).weaker.amount >= rung.goal.amount) reached = rung.level;
  }
  return reached;
}

/** How far a limit lies outside a window, in logs. */
const outsideOf = (amount: number, [low, high]: readonly [number, number]): number =>
  amount < low ? Math.log(low / amount) : amount > high ? Math.log(amount / high) : 0;

/** The rungs that should be owned before this one and are not. */
export function missingBefore(a: DoseAthlete, ladder: Ladder, rung: Rung): readonly Rung[] {
  const lowerHalf = rung.level <= Math.ceil(ladder.rungs.length / 2);
  return [...ladder.prerequisites, ...(rung.requires ?? [])]
    .filter((need) => !prerequisiteMet(a, need.rung, lowerHalf))
    .map((need) => a.trade.rung(need.rung));
}

/** Why a rung cannot be offered for what is wanted; empty when it can. */
function barsOf(a: DoseAthlete, ladder: Ladder, rung: Rung): readonly Issue[] {
  const { bars } = a.gate.rung(rung.id);
  if (bars.length > 0) return bars;
  const [missing] = missingBefore(a, ladder, rung);
  return missing ? [issue('bar.prerequisite', { rung: missing.name })] : [];
}

/** The hardest a held rung may be left below: its limit is under this share of the window's lower edge. */
const tooHardShare = 0.8;

/** Level under which a ladder is not entered again in a new block. */
function floorLevel(a: DoseAthlete, wanted: Wanted, ladder: Ladder): number {
  const { held } = wanted;
  if (!held || !a.trade.hasRung(held.rungId) || a.trade.ladderOf(held.rungId).id !== ladder.id) return 0;
  const rung = a.trade.rung(held.rungId);
  const { weaker } = limitsOf(a, rung, held.load, held.lever);
  const [low] = windowOf(ladder, rung, wanted.phase);
  return weaker.amount < tooHardShare * low ? 0 : rung.level;
}

/** Sports that rungs are named for, at most. */
const sportsOfRungs = 7;

function judge(
  a: DoseAthlete,
  ladder: Ladder,
  asIs: Rung,
  { load, lever: given }: Setup,
  wanted: Wanted,
): Candidate | undefined {
  const lever = leverAtContact(a, asIs, given);
  const rung = rungAt(a, asIs, lever);
  const { weaker } = limitsOf(a, rung, load, lever);
  const asked = amountFor(a, ladder, rung, weaker, phaseRules[wanted.phase].share);
  if (!asked) return undefined;
  const window = windowOf(ladder, rung, wanted.phase);
  const outside = outsideOf(weaker.amount, window);
  const steps: string[] = [];
  if (rung.sports.includes(a.sport)) steps.push('sport');
  if (wanted.gapActs && rung.sided) steps.push('sided');
  if (ladder.schools[a.schoolId] === 'fits') steps.push('school');
  if (a.gate.cautions.some((id) => caution(id).prefer_families.includes(ladder.id))) steps.push('caution');
  if (!wanted.before.has(rung.id)) steps.push('new');
  if (fitsPhase(ladder, rung, load, wanted.phase)) steps.push('character');
  // Named for this sport and few others says more than named for all of them.
  const own = steps.includes('sport') ? Math.max(0, 1 - (rung.sports.length - 1) / sportsOfRungs) : 0;
  const middle = Math.sqrt(window[0] * window[1]);
  return {
    ladder,
    rung,
    load,
    lever,
    limit: weaker,
    asked,
    outside,
    steps,
    rank: [outside, -(steps.length + own), Math.abs(Math.log(weaker.amount / middle))],
  };
}

const byRank = (x: Candidate, y: Candidate): number =>
  x.rank[0] - y.rank[0] || x.rank[1] - y.rank[1] || x.rank[2] - y.rank[2];

/** A rung outside its window, with its lever where it comes nearest to the window's middle; undefined where none helps. */
export function broughtIn(
  a: DoseAthlete,
  ladder: Ladder,
  rung: Rung,
  load: number,
  wanted: Wanted,
): Candidate | undefined {
  const lever = leverFor(a, ladder, rung);
  if (!lever) return undefined;
  const plain = judge(a, ladder, rung, { load }, wanted)?.outside ?? Number.POSITIVE_INFINITY;
  const { basis } = limitsOf(a, rung, load).weaker;
  const fromOwn = (one: Candidate) => Math.abs((one.lever ?? lever.own) - lever.own);
  return (
    lever.values
      .flatMap((value) => judge(a, ladder, rung, { load, lever: value }, wanted) ?? [])
      // Where the moment begins or ends to speak, limits of two kinds cannot be laid side by side.
      .filter((one) => one.outside < plain && one.limit.basis === basis)
      .sort((x, y) => x.rank[0] - y.rank[0] || x.rank[2] - y.rank[2] || fromOwn(x) - fromOwn(y))[0]
  );
}

/**
 * A rung at those of its loads that can be the best: none at all, the lightest, and the two about the window's middle, or the
 * next lighter one that can be asked. Limits fall as loads grow, so that no other lies nearer.
 */
function atLoads(a: DoseAthlete, ladder: Ladder, rung: Rung, wanted: Wanted): Candidate[] {
  const loads = loadsFor(a, rung, phaseRules[wanted.phase].kilograms);
  const at = (i: number): Candidate | undefined => {
    const load = loads[i];
    return load === undefined ? undefined : judge(a, ladder, rung, { load }, wanted);
  };
  if (loads.length <= 3) return loads.flatMap((_, i) => at(i) ?? []);
  const [low, high] = windowOf(ladder, rung, wanted.phase);
  let [easy, hard] = [0, loads.length];
  while (easy < hard) {
    const half = (easy + hard) >> 1;
    if (limitsOf(a, rung, loads[half]).weaker.amount > Math.sqrt(low * high)) easy = half + 1;
    else hard = half;
  }
  const places = new Set([0, loads[0] === 0 ? 1 : 0, easy]);
  let lighter = easy - 1;
  while (lighter > 0 && !at(lighter)) lighter -= 1;
  places.add(lighter);
  return [...places].flatMap((i) => at(i) ?? []);
}

export interface Choice {
  /** The best first. */
  readonly candidates: readonly Candidate[];
  /** Why the quality has none, or what bars its rungs: the first bar of each rung. */
  readonly bars: readonly { readonly rungId: string; readonly bar: Issue }[];
}

/**
 * Rungs that serve a quality in a phase, the best first. Filters: gate (cautions, school, kit), prerequisites, the height of
 * an entry, loads that exist. Where none is in the window, levers are turned to bring one in. Rank: in the window; then the sport named, sided when a gap acts, the school fits, preferred by
 * a caution, new since the last block, each worth a step; then the limit nearest to the window's middle.
 */
export function chooseRungs(a: DoseAthlete, wanted: Wanted): Choice {
  const candidates: Candidate[] = [];
  const open: { readonly ladder: Ladder; readonly rung: Rung }[] = [];
  const bars: { rungId: string; bar: Issue }[] = [];
  for (const ladder of a.trade.ladders) {
    if (ladder.quality !== wanted.quality || wanted.without?.has(ladder.id)) continue;
    const entry = reachedLevel(a, ladder) + entryRungs;
    const floor = floorLevel(a, wanted, ladder);
    for (const rung of ladder.rungs) {
      const [bar] = barsOf(a, ladder, rung);
      if (bar) {
        bars.push({ rungId: rung.id, bar });
        continue;
      }
      if (rung.level > entry || rung.level < floor || tooQuickFor(ladder, rung, wanted.phase)) continue;
      open.push({ ladder, rung });
      candidates.push(...atLoads(a, ladder, rung, wanted));
    }
  }
  if (!candidates.some(({ outside }) => outside === 0))
    candidates.push(
      ...open.flatMap(({ ladder, rung }) => {
        const [best] = candidates.filter((one) => one.rung.id === rung.id).sort(byRank);
        const load = best?.load ?? loadsFor(a, rung, phaseRules[wanted.phase].kilograms)[0];
        return load === undefined ? [] : (broughtIn(a, ladder, rung, load, wanted) ?? []);
      }),
    );
  return { candidates: candidates.sort(byRank), bars };
}

/** A rung under way, judged for a phase as it is; undefined when it may not be done any more or is too hard to be asked. */
export function judgeHeld(
  a: DoseAthlete,
  rungId: string,
  { load, lever }: Setup,
  wanted: Wanted,
): Candidate | undefined {
  if (!a.trade.hasRung(rungId)) return undefined;
  const rung = a.trade.rung(rungId);
  const ladder = a.trade.ladderOf(rungId);
  // What opened it when it was entered opens it still; what the gate says now counts.
  if (!a.gate.rung(rungId).allowed) return undefined;
  const loads = loadsFor(a, rung, phaseRules[wanted.phase].kilograms);
  const nearest = loads.filter((value) => value <= load + 1e-9).at(-1) ?? loads[0];
  return nearest === undefined
    ? undefined
    : judge(a, ladder, rung, { load: nearest, lever: leverKept(a, ladder, rung, lever) }, wanted);
}
