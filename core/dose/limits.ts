import type { Body } from '~/core/body/anthropometry';
import { findCapacity, type KnownCapacity } from '~/core/body/capacity';
import { addDays, daysBetween, type IsoDay } from '~/core/body/dates';
import { parseTempo, repDose, usualBreathS } from '~/core/body/dose';
import { bandFactor, limitS, maxNm, smallestShare, trunkLaw } from '~/core/body/endurance';
import { type Direction, limitByMoment } from '~/core/body/moment';
import type { Ladder, Rung, Side, SideKey } from '~/core/catalogue';
import { mainNm, rungHasMoment, rungMoments, startLoad } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import { type Lesson, type LessonAbout, lostSince, shiftOf } from './lessons';

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

const profiles = new WeakMap<Body, Map<string, Profile | null>>();

function profileOf(a: LimitAthlete, ladder: Ladder, rung: Rung, load: number): Profile | undefined {
  if (!rungHasMoment(ladder, rung)) return undefined;
  let ofBody = profiles.get(a.body);
  if (!ofBody) {
    ofBody = new Map();
    profiles.set(a.body, ofBody);
  }
  // Own rungs of a practice may share an id over time, never a posture object.
  const key = `${rung.id}|${load}|${JSON.stringify(rung.posture)}`;
  const kept = ofBody.get(key);
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
  ofBody.set(key, found);
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

/** How a limit at one load turns into the limit at another. */
function loadFactor(a: LimitAthlete, ladder: Ladder, rung: Rung, at: number, from: number): number {
  if (at === from || rung.load.by === 'none') return 1;
  const there = profileOf(a, ladder, rung, at);
  const here = profileOf(a, ladder, rung, from);
  if (there && here && limitByMoment(rung.posture)) return (there.top / here.top) ** loadPower;
  if (rung.load.by.endsWith('_N')) return Math.max(5, from) / Math.max(5, at);
  return ((a.body.massKg + at) / (a.body.massKg + from)) ** loadPower;
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

function estimated(a: LimitAthlete, ladder: Ladder, rung: Rung, side: SideKey, load: number): Read {
  const place = ladder.rungs.findIndex((other) => other.id === rung.id) + 1;
  const d = 40 + (80 * place) / ladder.rungs.length;
  // A rung that was trained keeps the estimate it began with: from then on its log knows better than a grade does.
  const first = a.lessons.find((lesson) => lesson.rungId === rung.id)?.onDate;
  const capability = capabilityOf(a, ladder, side, first ?? a.today);
  const share = Math.min(3, Math.max(0.3, 1.3 * Math.exp((capability - d) / 35)));
  const amount = rung.goal.amount * share * loadFactor(a, ladder, rung, load, startValue(a, rung));
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

function byMoment(a: LimitAthlete, rung: Rung, side: SideKey, profile: Profile): Read | undefined {
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
  load: number,
): Read | undefined {
  const serving = a.amounts.filter(
    (known) => known.rungId === rung.id && (side === 'both' || known.side === 'both' || known.side === side),
  );
  if (serving.length === 0) return undefined;
  const at = (known: KnownAmount) => known.amount * loadFactor(a, ladder, rung, load, known.load);
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

/**
 * The limit of a rung on one side under a load (kg or N; left out: its start for this body). From the moment where the model
 * speaks and a hold was screened; else the best clean amount; else an estimate from the capability and the rung's place. What
 * the logs taught since is in each. A lower bound speaks only when it is above the estimate.
 *
 * @param side the side that works; `both` takes the weaker evidence
 */
export function limitOf(a: LimitAthlete, rungId: string, side: SideKey, load?: number): Limit {
  const rung = a.trade.rung(rungId);
  const ladder = a.trade.ladderOf(rungId);
  const at = load ?? startValue(a, rung);
  const profile = profileOf(a, ladder, rung, at);
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
  const moment = profile && limitByMoment(rung.posture) ? byMoment(a, rung, side, profile) : undefined;
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
  rung: Rung,
  load?: number,
): {
  readonly weaker: Limit;
  readonly bySide: Readonly<Partial<Record<SideKey, Limit>>>;
  readonly weakerSide: Side | null;
} {
  if (!rung.sided) {
    const both = limitOf(a, rung.id, 'both', load);
    return { weaker: both, bySide: { both }, weakerSide: null };
  }
  const left = limitOf(a, rung.id, 'left', load);
  const right = limitOf(a, rung.id, 'right', load);
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
      source: `${known.source}; followed by the logs to ${last.onDate}`,
    };
  });
}
