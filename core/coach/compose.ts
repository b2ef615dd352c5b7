import type { IsoDay } from '~/core/body/dates';
import { type QualityId, qualityName } from '~/core/catalogue';
import { addFlexion, type Flexion, flexionOfSet, noFlexion, withinFlexion } from '~/core/clear/flexion';
import { pieceRestS } from '~/core/dose/amounts';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { Candidate, LadderQuality } from '~/core/dose/choose';
import { phaseRules } from '~/core/dose/phases';
import { workSeconds } from '~/core/dose/work';
import type { PlanWeek } from '~/core/plan/season';
import type { Tier, tiers } from '~/core/plan/tiers';
import { exposuresOf } from '~/core/plan/week-sets';
import { type Issue, issue } from '~/core/result';
import { Chooser } from './chooser';
import type { ComposeInput } from './compose-input';
import { minutesOf, ordered, withSets } from './lay-session';
import { type Prescription, prescriptionOf, type Role, roleIn, type UnderWay } from './prescription';
import { primerOf } from './primer';

export interface ComposedSession {
  readonly onDate: IsoDay;
  readonly minutes: number;
  readonly items: readonly Prescription[];
}

export interface ComposedWeek {
  readonly sessions: readonly ComposedSession[];
  /** What was wanted and did not get in, and why. */
  readonly leftOut: readonly Issue[];
  /** Exercises as they are under way now, to be kept. */
  readonly underWay: readonly UnderWay[];
}

interface Need {
  readonly id: LadderQuality;
  readonly tier: Exclude<Tier, 'rest'>;
  /** Sets of the stronger side, in the whole week. */
  readonly sets: number;
}

/** Sets the week asks of each quality: of two sides the fewer, the weaker one's extra comes with each exposure. */
function needsOf(week: Pick<PlanWeek, 'cells'>): Need[] {
  const needs = new Map<LadderQuality, Need>();
  for (const { quality: id, sets, tier } of week.cells) {
    const before = needs.get(id);
    needs.set(id, { id, tier, sets: Math.min(before?.sets ?? Number.POSITIVE_INFINITY, sets) });
  }
  return [...needs.values()].filter(({ sets }) => sets > 0);
}

interface Exposure {
  readonly item: Prescription;
  readonly need: Need;
  readonly candidate: Candidate;
}

function exposureOf(
  need: Need,
  from: { readonly candidate: Candidate; readonly setting: string | null },
  sets: number,
  role: Role,
  { athlete, week, weakerSide }: ComposeInput,
): Exposure {
  return {
    need,
    candidate: from.candidate,
    item: prescriptionOf({
      athlete,
      candidate: from.candidate,
      quality: need.id,
      role,
      sets,
      phase: week.phase,
      weaker: weakerSide[need.id as QualityId],
      setting: from.setting,
    }),
  };
}

/** Sets of a week in so many exposures, as even as they come, the larger first. */
export function splitSets(sets: number, exposures: number): number[] {
  return Array.from({ length: exposures }, (_, i) => Math.floor((sets + exposures - 1 - i) / exposures));
}

/** Exposures of a quality: its main exercise, and from the third one (or beside many sets) an accessory. */
function exposures(need: Need, input: ComposeInput, chooser: Chooser): Exposure[] | Issue {
  const { athlete, week } = input;
  const breath = need.id === 'breath_brace';
  const role = roleIn(need.id, need.tier);
  const chosen = chooser.choose(need.id, role);
  if ('code' in chosen) return chosen;
  const perExposure = athlete.level === 'advanced' && week.phase === 'load' && need.tier === 'main' ? 5 : 4;
  const opens = breath && need.sets >= 2 * input.days.length ? input.days.length : breath ? 1 : undefined;
  const count = exposuresOf(
    { tier: need.tier, mostPerExposure: perExposure, opens },
    need.sets,
    input.days.length,
  );
  const parts = splitSets(need.sets, count);
  const make = (from: { candidate: Candidate; setting: string | null }, sets: number, as: Role) =>
    exposureOf(need, from, sets, as, input);
  const other =
    need.tier === 'main' && parts.length >= 3 ? chooser.accessory(need.id, chosen.candidate) : undefined;
  return parts.map((sets, i) =>
    other && i >= 2 ? make(other, sets, breath ? 'main' : 'accessory') : make(chosen, sets, role),
  );
}

/** Days of the week that still get a session: those the plan names, less what is past or keeps its own. */
const openDays = (input: ComposeInput): IsoDay[] =>
  input.days.filter((day) => day >= input.fromDay && !input.doneDays.includes(day));

/** The five minutes before an event, on those of its days that still have no session. */
function primersOf(input: ComposeInput): ComposedSession[] {
  const days = (input.primerDays ?? []).filter(
    (day) => day >= input.fromDay && !input.doneDays.includes(day) && !input.days.includes(day),
  );
  if (days.length === 0) return [];
  const items = primerOf(input);
  return items.length === 0
    ? []
    : days.map((onDate) => ({ onDate, minutes: Math.round(minutesOf(items)), items }));
}

/** Sets one exposure may grow to: the phase's for a main exercise, one more than the least for what is kept. */
function mostSets({ item, need }: Exposure, { athlete, week }: ComposeInput): number {
  // The opener takes two to three minutes.
  if (item.role === 'opener') return withSets(item, item.sets + 1).minutes <= 3 ? item.sets + 1 : item.sets;
  if (item.role === 'neck') return item.sets;
  // Sets that a cap has cut into pieces stay as they are.
  if (item.restS <= pieceRestS) return item.sets;
  const [, most] = phaseRules[week.phase].sets;
  if (need.tier !== 'main') return 4;
  return athlete.level === 'advanced' && week.phase === 'load' ? most + 1 : most;
}

/** What could still be laid on a day: one set more of what is there, or an accessory of a main quality. */
interface More {
  readonly day: number;
  /** Where it stands on its day; undefined for a new one. */
  readonly at: number | undefined;
  readonly exposure: Exposure;
  readonly minutes: number;
  readonly worth: number;
}

/**
 * The minutes the plan has for the week and the cards have not used yet: one set more at a time where it is wanted most, and
 * in load weeks an accessory from another ladder when a main exercise has all its sets. The plan counts with the
 * prescriptions of its own day; the cards have those of theirs.
 */
function topUp(
  days: readonly Exposure[][],
  input: ComposeInput,
  chooser: Chooser,
  wish: (item: Prescription) => number,
  minutes: number,
): Exposure[][] {
  const out = days.map((exposed) => [...exposed]);
  const ofDay = (i: number) => minutesOf((out[i] ?? []).map(({ item }) => item));
  const used = () => out.reduce((sum, _, i) => sum + ofDay(i), 0);
  const fits = (i: number, more: number) =>
    ofDay(i) + more <= input.minutesPerSession + 1e-6 && used() + more <= minutes + 0.5;
  const accessories = new Map<LadderQuality, Exposure | undefined>();
  const accessoryOf = (main: Exposure): Exposure | undefined => {
    const id = main.need.id;
    if (!accessories.has(id)) {
      const found = chooser.accessory(id, main.candidate);
      accessories.set(
        id,
        found && exposureOf(main.need, found, phaseRules[input.week.phase].sets[0], 'accessory', input),
      );
    }
    return accessories.get(id);
  };
  for (;;) {
    const more = out.flatMap((exposed, day) =>
      exposed.flatMap((exposure, at): More[] => {
        if (exposure.item.sets + 1 > mostSets(exposure, input)) return [];
        const item = withSets(exposure.item, exposure.item.sets + 1);
        const added = item.minutes - exposure.item.minutes;
        return fits(day, added)
          ? [
              {
                day,
                at,
                exposure: { ...exposure, item },
                minutes: added,
                worth: item.role === 'opener' ? 0 : wish(item) / exposure.item.sets,
              },
            ]
          : [];
      }),
    );
    const best = more.sort((a, b) => b.worth - a.worth)[0];
    if (best) {
      (out[best.day] as Exposure[])[best.at as number] = best.exposure;
      continue;
    }
    if (input.week.kind !== 'load') return out;
    const other = out
      .flatMap((exposed, day) =>
        exposed
          .filter(({ item }) => item.role === 'main')
          .flatMap((main) => {
            const found = accessoryOf(main);
            const there = exposed.some(({ item }) => item.rungId === found?.item.rungId);
            return found && !there && fits(day, found.item.minutes)
              ? [{ day, found, minutes: ofDay(day) }]
              : [];
          }),
      )
      .sort((a, b) => a.minutes - b.minutes)[0];
    if (!other) break;
    out[other.day]?.push(other.found);
  }
  // A kept quality that waits this week comes in where a whole exposure of it still fits.
  for (const id of input.week.waiting) {
    const need: Need = { id, tier: 'keep', sets: 2 };
    if (input.athlete.gate.may('lay_out', { quality: id }).length > 0) continue;
    const [found] = exposuresIn(need, input, chooser);
    const day = out.findIndex((_, i) => found && fits(i, found.item.minutes));
    if (found && day >= 0) out[day]?.push(found);
    else chooser.forget(id);
  }
  return out;
}

const exposuresIn = (need: Need, input: ComposeInput, chooser: Chooser): Exposure[] => {
  const made = exposures(need, input, chooser);
  return 'code' in made ? [] : made;
};

/** Puts exposures on days: the longest first, each on the emptiest day that has not the quality yet. */
function deal(
  all: readonly Exposure[],
  days: number,
  minutesPerSession: number,
): { days: Exposure[][]; over: Exposure[] } {
  const perDay: Exposure[][] = Array.from({ length: days }, () => []);
  const over: Exposure[] = [];
  const minutes = (i: number) => minutesOf((perDay[i] ?? []).map(({ item }) => item));
  const first = (one: Exposure) => (one.item.role === 'opener' ? 0 : one.need.tier === 'main' ? 1 : 2);
  const sorted = [...all].sort((a, b) => first(a) - first(b) || b.item.minutes - a.item.minutes);
  for (const exposure of sorted) {
    const open = perDay
      .map((items, i) => ({ i, has: items.some(({ need }) => need.id === exposure.need.id) }))
      .filter(({ has }) => !has)
      .sort((a, b) => minutes(a.i) - minutes(b.i) || a.i - b.i);
    const at = open.find(({ i }) => minutes(i) + exposure.item.minutes <= minutesPerSession + 1e-6);
    if (at) perDay[at.i]?.push(exposure);
    else over.push(exposure);
  }
  // What found no whole place gives up sets, never under two, and takes the emptiest day that holds it.
  const left = over.filter((exposure) => {
    const open = perDay
      .map((items, i) => ({ i, has: items.some(({ need }) => need.id === exposure.need.id) }))
      .filter(({ has }) => !has)
      .sort((a, b) => minutes(a.i) - minutes(b.i));
    for (const { i } of open)
      for (let sets = exposure.item.sets - 1; sets >= 2; sets -= 1) {
        const smaller = withSets(exposure.item, sets);
        if (minutes(i) + smaller.minutes <= minutesPerSession + 1e-6) {
          perDay[i]?.push({ ...exposure, item: smaller });
          return false;
        }
      }
    return true;
  });
  return { days: perDay, over: left };
}

const setsInAll = (item: Pick<Prescription, 'sets' | 'sided' | 'extraSetSide'>) =>
  item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0);

/** Seconds a session lies on the back. */
export function onBackSeconds(
  { gate }: Pick<DoseAthlete, 'gate'>,
  items: readonly Pick<
    Prescription,
    'rungId' | 'unit' | 'amount' | 'tempo' | 'sets' | 'sided' | 'extraSetSide'
  >[],
): number {
  return items.reduce(
    (sum, item) =>
      gate.rung(item.rungId).onBack
        ? sum + workSeconds(item.unit, item.amount, item.tempo) * setsInAll(item)
        : sum,
    0,
  );
}

/** Loaded bending of some prescriptions. */
export function flexionOf(
  trade: Pick<DoseAthlete['trade'], 'rung'>,
  items: readonly Pick<Prescription, 'rungId' | 'amount' | 'sets' | 'sided' | 'extraSetSide'>[],
): Flexion {
  return items.reduce(
    (sum, item) => addFlexion(sum, flexionOfSet(trade.rung(item.rungId), item.amount), setsInAll(item)),
    noFlexion,
  );
}

/** A limit of a session: when it is passed, and which items weigh on it. */
interface Bound {
  readonly over: (items: readonly Prescription[]) => boolean;
  readonly weighs: (item: Prescription) => boolean;
  readonly about: Issue;
}

/** Takes sets (never under two), then exercises, of the least wanted of some items until the session is not over a bound. */
function trim(
  items: readonly Prescription[],
  { over, weighs, about }: Bound,
  wish: (item: Prescription) => number,
  leftOut: Issue[],
): Prescription[] {
  let kept = [...items];
  while (kept.some(weighs) && over(kept)) {
    const byWish = kept.filter(weighs).sort((a, b) => wish(a) - wish(b));
    const thinner = byWish.find((item) => item.sets > 2);
    if (thinner) kept = kept.map((item) => (item === thinner ? withSets(thinner, thinner.sets - 1) : item));
    else {
      const gone = byWish[0] as Prescription;
      leftOut.push({ ...about, values: { ...about.values, name: gone.name } });
      kept = kept.filter((item) => item !== gone);
    }
  }
  return kept;
}

/** What the ledger of bending and the time on the back leave of a session; what goes is told. */
export function withinGate(
  athlete: DoseAthlete,
  items: readonly Prescription[],
  bent: Flexion,
  wish: (item: Prescription) => number,
  leftOut: Issue[],
): Prescription[] {
  const { gate } = athlete;
  const inFlexion = trim(
    items,
    {
      over: (some) => !withinFlexion(addFlexion(bent, flexionOf(athlete.trade, some)), gate.flexion),
      weighs: (item) => !withinFlexion(flexionOf(athlete.trade, [item]), noFlexion),
      about: issue('compose.flexion', { cycles: gate.flexion.cycles, seconds: gate.flexion.heldS }),
    },
    wish,
    leftOut,
  );
  const mostOnBackS = gate.onBackSessionS ?? Number.POSITIVE_INFINITY;
  return trim(
    inFlexion,
    {
      over: (some) => onBackSeconds(athlete, some) > mostOnBackS,
      weighs: (item) => gate.rung(item.rungId).onBack,
      about: issue('compose.on_back', { minutes: Math.round(mostOnBackS / 60) }),
    },
    wish,
    leftOut,
  );
}

/** What of a session stays longest when something must go: the opener, then main exercises, then by priority. */
export const wishOf =
  (priority: ComposeInput['priority']) =>
  (item: Prescription): number =>
    (priority[item.quality] ?? 0) + (item.role === 'opener' ? 2 : item.role === 'main' ? 1 : 0);

/**
 * A week's sets to sessions on days: for each quality its main exercise and accessory (what is under way, else the rung whose
 * limit fits the phase), amounts as the phase's share of the weaker side's limit, weaker side first with one more set while
 * its gap acts; each session within its minutes, the ledger of bending and what lying on the back allows; in order, with
 * antagonists in turns.
 */
export function compose(input: ComposeInput): ComposedWeek {
  const leftOut: Issue[] = [];
  const { athlete, week } = input;
  const { gate } = athlete;
  const nothing = (...issues: readonly Issue[]): ComposedWeek => ({
    sessions: [],
    leftOut: issues,
    underWay: [],
  });
  if (gate.clearance.allows === 'nothing') return nothing(...gate.clearance.issues);
  if (week.kind === 'black') return nothing(issue('compose.black'));
  const days = openDays(input);
  const primers = primersOf(input);
  if (days.length === 0 || week.cells.length === 0)
    return { ...nothing(issue('compose.no_day')), sessions: primers };
  const chooser = new Chooser(input);
  // A week under way gets the part of its exposures that its remaining days carry.
  const share = days.length / Math.max(1, input.days.length);
  const all: Exposure[] = [];
  const order: Record<(typeof tiers)[number], number> = { main: 0, keep: 1, rest: 2 };
  const needs = needsOf(week).sort(
    (a, b) => order[a.tier] - order[b.tier] || (input.priority[b.id] ?? 0) - (input.priority[a.id] ?? 0),
  );
  for (const need of needs) {
    const [bar] = gate.may('lay_out', { quality: need.id });
    if (bar) {
      leftOut.push(issue('compose.barred', { quality: qualityName(need.id), bar: bar.code }));
      continue;
    }
    const made = exposures(need, input, chooser);
    if ('code' in made) leftOut.push(made);
    else all.push(...made.slice(0, Math.max(1, Math.round(made.length * share))));
  }
  const wish = wishOf(input.priority);
  const dealt = deal(all, days.length, input.minutesPerSession);
  for (const { item } of dealt.over)
    leftOut.push(issue('compose.minutes', { minutes: input.minutesPerSession, name: item.name }));
  const filled = topUp(dealt.days, input, chooser, wish, week.minutes * share);
  let bent = input.bent ?? noFlexion;
  const sessions = filled.flatMap((exposed, i): ComposedSession[] => {
    const items = exposed.map(({ item }) => item);
    const kept = withinGate(athlete, items, bent, wish, leftOut);
    bent = addFlexion(bent, flexionOf(athlete.trade, kept));
    if (kept.length === 0) return [];
    return [
      {
        onDate: days[i] as IsoDay,
        minutes: Math.round(minutesOf(kept)),
        items: ordered(kept, week.focus),
      },
    ];
  });
  return {
    sessions: [...sessions, ...primers].toSorted((a, b) => a.onDate.localeCompare(b.onDate)),
    leftOut: distinct(leftOut),
    underWay: chooser.underWay,
  };
}

/** Each issue once. */
const distinct = (issues: readonly Issue[]): Issue[] => [
  ...new Map(issues.map((found) => [`${found.code} ${JSON.stringify(found.values)}`, found])).values(),
];
