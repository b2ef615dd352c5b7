import type { Body } from '~/core/body/anthropometry';
import { findCapacity, type KnownCapacity } from '~/core/body/capacity';
import { addDays, daysBetween, type IsoDay } from '~/core/body/dates';
import { parseTempo, repDose, usualBreathS } from '~/core/body/dose';
import { bandFactor, limitS, maxNm, smallestShare, trunkLaw } from '~/core/body/endurance';
import { withLever } from '~/core/body/lever';
import { type Direction, limitByMoment } from '~/core/body/moment';
import type { Ladder, Rung, Side, SideKey } from '~/core/catalogue';
import { mainNm, rungHasMoment, rungMoments, startLoad } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import { dayInWords } from '~/core/words/days';
import { firstLearned, type Lesson, type LessonAbout, lostSince, shiftOf } from './lessons';

/**
 * L: how much of a rung an athlete can do in one effort, per side and load, in the rung's own unit, with an 80 % band. The
 * one number that planner, card, log and progression share.
 */

/** An honest amount on a rung: from a test that stands for it, or the best clean set logged. */
export interface KnownAmount {
  readonly rungId: string;
  readonly side: SideKey;
  readonly amount: number;
  /** Outside load, kg or N. */
  readonly load: number;
  /** Where its lever was set, cm or degrees; none for the rung's own. */
  readonly lever?: number | null | undefined;
  /** The trunk gave in there; else it is only known to be at least this. */
  readonly lost: boolean;
  readonly onDate: IsoDay;
  readonly source: string;
}

/** What limits are read from. */
export interface LimitAthlete {
  readonly trade: Trade;
  readonly body: Body;
  readonly under16: boolean;
  readonly today: IsoDay;
  /** Capacities of screened holds. */
  readonly known: readonly KnownCapacity[];
  readonly amounts: readonly KnownAmount[];
  /** Capability 0-120 of a ladder's quality on a side, as it was screened by a day; undefined when untested. */
  readonly capability: (quality: Ladder['quality'], side: SideKey, day?: IsoDay) => number | undefined;
  /** Day of the newest result behind the capabilities; lessons before it are spent on rungs without a number of their own. */
  readonly screenedOn: IsoDay | undefined;
  /** What the logs taught, the oldest first. */
  readonly lessons: readonly Lesson[];
  /** An athlete as she will be: the limits of `from`, grown by so much (in logs) on the rungs of a quality. */
  readonly grown?:
    | { readonly from: LimitAthlete; readonly by: ReadonlyMap<Ladder['quality'], number> }
    | undefined;
}

export type LimitBasis = 'moment' | 'prior' | 'best' | 'estimated';

export interface Limit {
  /** In the rung's unit. */
  readonly amount: number;
  /** 80 % band. */
  readonly from: number;
  readonly to: number;
  readonly basis: LimitBasis;
  /** Only known to be at least this. */
  readonly orMore: boolean;
  /** Where it comes from, in words. */
  readonly source: string;
}

/** A limit as read, before the lessons since its day. */
interface Read extends Limit {
  readonly since: IsoDay | undefined;
}

/** Capability when a quality was never tested. */
const untestedCapability = 70;
/** Band of an estimate, and of a known amount. */
const estimatedBand = 1.6;
const knownBand = 1.35;

/** Momentless limits fall with a load as a hold does with its moment. */
const loadPower = trunkLaw.b1;

const points = 8;

/** Moments of a rung under a load along its rep: eight points of the way, and the demanding instant. */
interface Profile {
  readonly direction: Direction;
  readonly top: number;
  readonly way: readonly number[];
}

const profiles = new WeakMap<Body, WeakMap<Rung['posture'], Map<string, Profile | null>>>();

function profileOf(a: LimitAthlete, ladder: Ladder, rung: Rung, load: number): Profile | undefined {
  if (!rungHasMoment(ladder, rung)) return undefined;
  let ofBody = profiles.get(a.body);
  if (!ofBody) {
    ofBody = new WeakMap();
    profiles.set(a.body, ofBody);
  }
  // Own rungs of a practice may share an id over time, never a posture object; copies share the posture, never the id.
  let ofShape = ofBody.get(rung.posture);
  if (!ofShape) {
    ofShape = new Map();
    ofBody.set(rung.posture, ofShape);
  }
  const key = `${rung.id}|${load}`;
  const kept = ofShape.get(key);
  if (kept !== undefined) return kept ?? undefined;
  const weight = { by: rung.load.by, value: load };
  const at = (phase: number) => {
    const moments = rungMoments(ladder, rung, a.body, weight, phase);
    return moments ? mainNm(moments) : 0;
  };
  const moments = rungMoments(ladder, rung, a.body, weight);
  const top = moments ? mainNm(moments) : 0;
  const found =
    moments && top > 0
      ? {
          direction: moments.main,
          top,
          way: rung.unit === 'reps' ? Array.from({ length: points }, (_, i) => at((i + 0.5) / points)) : [],
        }
      : null;
  ofShape.set(key, found);
  return found ?? undefined;
}

/** A rep without a written tempo: out and back in four seconds. */
const plainTempo = { outS: 2, holdS: 0, backS: 2 };

/** Amount of a rung whose dose is 1 under a greatest moment. */
function amountAt(rung: Rung, profile: Profile, greatestNm: number): number {
  const share = Math.max(smallestShare, profile.top / greatestNm);
  const seconds = limitS(share);
  if (rung.unit === 'breaths') return seconds / usualBreathS;
  if (rung.unit !== 'reps') return seconds;
  const way = profile.way;
  return (
    1 /
    repDose(
      (phase) =>
        phase === 1 ? profile.top : (way[Math.min(points - 1, Math.floor(phase * points))] ?? profile.top),
      greatestNm,
      parseTempo(rung.tempo) ?? plainTempo,
    )
  );
}

/** The direction a rung works in for the model, under its start; undefined where it has no moment. */
export function directionOf(a: LimitAthlete, rungId: string): Direction | undefined {
  const rung = a.trade.rung(rungId);
  return profileOf(a, a.trade.ladderOf(rungId), rung, startValue(a, rung))?.direction;
}

/** Rungs that a lesson on one of them also moves: of one direction and archetype; without a moment, of one quality and archetype. */
export function groupOf(ladder: Ladder, rung: Rung, direction: Direction | undefined): string {
  return `${direction ?? ladder.quality}|${rung.posture.archetype}`;
}

/** Share of an 80 % band that a difference of shape or load leaves. */
const widened = (factor: number, weeks: number): number => {
  // As capacities do: x/÷ 1.35 fresh opens to x/÷ 1.8 in half a year.
  const perWeek = (Math.log(1.8) ** 2 - Math.log(1.35) ** 2) / 26;
  return Math.exp(Math.sqrt(Math.log(factor) ** 2 + Math.max(0, weeks) * perWeek));
};

/** The load a rung starts with for this body, kg or N. */
export const startValue = (a: Pick<LimitAthlete, 'body' | 'under16'>, rung: Rung): number =>
  startLoad(rung, a.body.massKg, a.under16).value;

/** A rung with its lever set for a body, cm or degrees; none leaves its own. */
export const rungAt = (a: Pick<LimitAthlete, 'body'>, rung: Rung, lever: Setup['lever']): Rung =>
  lever === undefined || lever === null ? rung : { ...rung, posture: withLever(rung.posture, lever, a.body) };

/** What a rung is set up with: outside load, kg or N, and its lever, cm or degrees. */
export interface Setup {
  readonly load: number;
  readonly lever?: number | null | undefined;
}

/** How a limit under one load and lever turns into the limit under another. */
function setupFactor(a: LimitAthlete, ladder: Ladder, rung: Rung, at: Setup, from: Setup): number {
  const [lever, was] = [at.lever ?? null, from.lever ?? null];
  if (lever === was && (at.load === from.load || rung.load.by === 'none')) return 1;
  const there = profileOf(a, ladder, rungAt(a, rung, lever), at.load);
  const here = profileOf(a, ladder, rungAt(a, rung, was), from.load);
  if (there && here && limitByMoment(rung.posture)) return (there.top / here.top) ** loadPower;
  if (rung.load.by === 'none') return 1;
  if (rung.load.by.endsWith('_N')) return Math.max(5, from.load) / Math.max(5, at.load);
  return ((a.body.massKg + at.load) / (a.body.massKg + from.load)) ** loadPower;
}

const capabilityOf = (a: LimitAthlete, ladder: Ladder, side: SideKey, day: IsoDay): number => {
  if (side !== 'both')
    return a.capability(ladder.quality, side) ?? a.capability(ladder.quality, 'both') ?? untestedCapability;
  const sides = (['both', 'left', 'right'] as const).flatMap(
    (key) => a.capability(ladder.quality, key, day) ?? [],
  );
  return sides.length > 0 ? Math.min(...sides) : untestedCapability;
};

/** Lessons of a day itself count from the day before it. */
const dayBefore = (day: IsoDay): IsoDay => addDays(day, -1);

function estimated(a: LimitAthlete, ladder: Ladder, rung: Rung, side: SideKey, at: Setup): Read {
  const place = ladder.rungs.findIndex((other) => other.id === rung.id) + 1;
  const d = 40 + (80 * place) / ladder.rungs.length;
  // A rung that was trained keeps the estimate it began with: from then on its log knows better than a grade does.
  const first = firstLearned(a.lessons, rung.id);
  const capability = capabilityOf(a, ladder, side, first ?? a.today);
  const share = Math.min(3, Math.max(0.3, 1.3 * Math.exp((capability - d) / 35)));
  const own: Setup = { load: startValue(a, rung) };
  const amount = rung.goal.amount * share * setupFactor(a, ladder, rung, at, own);
  return {
    amount,
    from: amount / estimatedBand,
    to: amount * estimatedBand,
    basis: 'estimated',
    orMore: false,
    since: first === undefined ? a.screenedOn : dayBefore(first),
    source: `estimated from a capability of ${Math.round(capability)} % and its place on the ladder (${place} of ${ladder.rungs.length})`,
  };
}

/** Limits from the moment as they were read off the screened holds of a day. */
const momentReads = new WeakMap<readonly KnownCapacity[], Map<string, Read | null>>();

/** What lessons add to comes after this: it is the same for an athlete before and after them. */
function byMoment(
  a: LimitAthlete,
  rung: Rung,
  side: SideKey,
  profile: Profile,
  setup: string,
): Read | undefined {
  let reads = momentReads.get(a.known);
  if (!reads) {
    reads = new Map();
    momentReads.set(a.known, reads);
  }
  const key = `${a.today}|${setup}`;
  const kept = reads.get(key);
  if (kept !== undefined) return kept ?? undefined;
  const read = readMoment(a, rung, side, profile);
  reads.set(key, read ?? null);
  return read;
}

function readMoment(a: LimitAthlete, rung: Rung, side: SideKey, profile: Profile): Read | undefined {
  const found = findCapacity(a.known, {
    direction: profile.direction,
    posture: rung.posture,
    nm: profile.top,
    side,
    onDay: a.today,
  });
  if (!found) return undefined;
  const greatest = maxNm(found.capacity);
  if (profile.top / greatest < smallestShare) return undefined;
  const amount = amountAt(rung, profile, greatest);
  const factor = bandFactor(found.capacity.variance);
  const short = found.capacity.short === true && profile.top / greatest >= 1;
  return {
    amount,
    from: amount / factor,
    to: amount * factor,
    basis: found.prior ? 'prior' : 'moment',
    orMore: found.capacity.lowerBound && !short,
    source: found.prior ? `${found.source}, another shape of the same direction` : found.source,
    since: found.evidence?.onDate,
  };
}

function byAmount(
  a: LimitAthlete,
  ladder: Ladder,
  rung: Rung,
  side: SideKey,
  setup: Setup,
): Read | undefined {
  const serving = a.amounts.filter(
    (known) => known.rungId === rung.id && (side === 'both' || known.side === 'both' || known.side === side),
  );
  if (serving.length === 0) return undefined;
  const at = (known: KnownAmount) => known.amount * setupFactor(a, ladder, rung, setup, known);
  // An honest loss, the newest, before any number of clean sets; of those the best.
  const lost = serving.filter((known) => known.lost).sort((x, y) => y.onDate.localeCompare(x.onDate))[0];
  const best = serving.reduce((most, known) => (at(known) > at(most) ? known : most));
  const speaks = lost && at(lost) >= at(best) ? lost : lost && lost.onDate >= best.onDate ? lost : best;
  const amount = at(speaks);
  const factor = widened(knownBand, daysBetween(speaks.onDate, a.today) / 7);
  return {
    amount,
    from: amount / factor,
    to: amount * factor,
    basis: 'best',
    orMore: !speaks.lost,
    source: speaks.source,
    since: speaks.onDate,
  };
}

/** Limits of one athlete as they were read; lessons that came since make them be read anew. */
interface Known {
  readonly lessons: number;
  readonly limits: Map<string, Limit>;
}
const readLimits = new WeakMap<LimitAthlete, Known>();

/**
 * The limit of a rung on one side under a load (kg or N; left out: its start for this body) and with its lever set (cm or
 * degrees; left out: its own). From the moment where the model
 * speaks and a hold was screened; else the best clean amount; else an estimate from the capability and the rung's place. What
 * the logs taught since is in each. A lower bound speaks only when it is above the estimate.
 *
 * @param side the side that works; `both` takes the weaker evidence
 */
export function limitOf(
  a: LimitAthlete,
  rungId: string,
  side: SideKey,
  load?: number,
  lever?: Setup['lever'],
): Limit {
  // A card is chosen by reading the same limits many times.
  let known = readLimits.get(a);
  if (known?.lessons !== a.lessons.length) {
    known = { lessons: a.lessons.length, limits: new Map() };
    readLimits.set(a, known);
  }
  const key = `${rungId}|${side}|${load}|${lever ?? null}`;
  const kept = known.limits.get(key) ?? readLimit(a, rungId, side, load, lever);
  known.limits.set(key, kept);
  return kept;
}

function readLimit(
  a: LimitAthlete,
  rungId: string,
  side: SideKey,
  load: number | undefined,
  lever: Setup['lever'],
): Limit {
  const ladder = a.trade.ladderOf(rungId);
  if (a.grown) {
    const { amount, from, to, ...rest } = limitOf(a.grown.from, rungId, side, load, lever);
    const by = Math.exp(a.grown.by.get(ladder.quality) ?? 0);
    return { ...rest, amount: amount * by, from: from * by, to: to * by };
  }
  const rung = a.trade.rung(rungId);
  const at: Setup = { load: load ?? startValue(a, rung), lever };
  const set = rungAt(a, rung, lever);
  const profile = profileOf(a, ladder, set, at.load);
  const about: LessonAbout = { rungId, group: groupOf(ladder, rung, profile?.direction), side };
  const learned = ({ amount, from, to, since, ...rest }: Read): Limit => {
    const moved = Math.exp(shiftOf(a.lessons, about, since));
    return {
      ...rest,
      amount: amount * moved,
      from: from * moved,
      to: to * moved,
      orMore: rest.orMore && !lostSince(a.lessons, about, since),
    };
  };
  const moment =
    profile && limitByMoment(set.posture)
      ? byMoment(a, set, side, profile, `${rungId}|${side}|${at.load}|${lever ?? null}`)
      : undefined;
  if (moment && !moment.orMore) return learned(moment);
  const known = byAmount(a, ladder, rung, side, at);
  const guess = learned(estimated(a, ladder, rung, side, at));
  const bound = moment && learned(moment);
  if (known && !known.orMore && !(bound && bound.amount > guess.amount)) return learned(known);
  const most = known ? learned(known) : undefined;
  return [bound, most].reduce<Limit>((best, one) => (one && one.amount > best.amount ? one : best), guess);
}

/** Limits of both sides of a sided rung, or of the one there is. */
export function limitsOf(
  a: LimitAthlete,
  rung: Pick<Rung, 'id' | 'sided'>,
  load?: number,
  lever?: Setup['lever'],
): {
  readonly weaker: Limit;
  readonly bySide: Readonly<Partial<Record<SideKey, Limit>>>;
  readonly weakerSide: Side | null;
} {
  if (!rung.sided) {
    const both = limitOf(a, rung.id, 'both', load, lever);
    return { weaker: both, bySide: { both }, weakerSide: null };
  }
  const left = limitOf(a, rung.id, 'left', load, lever);
  const right = limitOf(a, rung.id, 'right', load, lever);
  const leftWeaker = left.amount <= right.amount;
  return {
    weaker: leftWeaker ? left : right,
    bySide: { left, right },
    weakerSide: left.amount === right.amount ? null : leftWeaker ? 'left' : 'right',
  };
}

/** Dose of a set: amount over the limit of its side; 1.0 is one effort to failure. Nothing else computes a dose. */
export const doseOfSet = (amount: number, limit: number): number => (limit > 0 ? amount / limit : 0);

/**
 * Capacities as the logs have moved them since they were screened: M_max moves by what was learned of its direction and
 * archetype over 2.27, and a bound that was really lost is one no more.
 */
export function capacitiesNow(a: Pick<LimitAthlete, 'known' | 'lessons'>): KnownCapacity[] {
  return a.known.map((known) => {
    const about = { rungId: '', group: `${known.direction}|${known.posture.archetype}`, side: known.side };
    const since = a.lessons.filter((lesson) => lesson.onDate > known.onDate && lesson.group === about.group);
    const last = since.at(-1);
    if (!last) return known;
    const moved = shiftOf(a.lessons, about, known.onDate) / Math.abs(trunkLaw.b1);
    return {
      ...known,
      capacity: {
        ...known.capacity,
        lnMaxNm: known.capacity.lnMaxNm + moved,
        lowerBound: known.capacity.lowerBound && !lostSince(a.lessons, about, known.onDate),
      },
      source: `${known.source}; followed by the logs to ${dayInWords(last.onDate)}`,
    };
  });
}
