import { addDays, type IsoDay, weekdayOf } from '~/core/body/dates';
import { type QualityId, quality, type Rung } from '~/core/catalogue';
import { schoolWords } from '~/core/catalogue/school-words';
import { addFlexion, type Flexion, flexionOfSet, noFlexion, withinFlexion } from '~/core/clear/flexion';
import type { WeakerSide } from '~/core/link/weaker-sides';
import { phaseAims, phaseNames } from '~/core/plan/calendar';
import type { PlanWeek } from '~/core/plan/periodise';
import { type Issue, issue } from '~/core/result';
import { offersFor, type RungContext } from './choose-rung';
import {
  type LadderState,
  type Prescription,
  prescribedLoad,
  prescriptionSeconds,
  setDose,
  workSeconds,
} from './prescription';

export interface ComposeInput extends RungContext {
  readonly week: PlanWeek;
  /** Weekdays the athlete trains the trunk on, 0 Sunday to 6 Saturday; the first ones are used first. */
  readonly weekdays: readonly number[];
  readonly sessionsPerWeek: number;
  readonly minutesPerSession: number;
  readonly massKg: number;
  readonly states: readonly LadderState[];
  /** The side that starts and, while its gap acts, gets one more set. */
  readonly weakerSide: Readonly<Partial<Record<QualityId, WeakerSide>>>;
  /** Priority by quality, for the order of dropping and for the reasons. */
  readonly priority: Readonly<Partial<Record<QualityId, number>>>;
  /** The first day that may still be planned; a week under way keeps what lies before it. */
  readonly fromDay: IsoDay;
  /** Days of this week whose session is logged already. */
  readonly doneDays: readonly IsoDay[];
  /** Loaded bending of this week that is done, or laid out and kept. */
  readonly bent?: Flexion | undefined;
  /** Event days: no session on them, nor after them in the same week when the event anchors the season. */
  readonly eventDays: readonly IsoDay[];
}

export interface ComposedSession {
  readonly onDate: IsoDay;
  readonly minutes: number;
  readonly items: readonly Prescription[];
}

export interface ComposedWeek {
  readonly sessions: readonly ComposedSession[];
  /** What was wanted and did not get in, and why. */
  readonly leftOut: readonly Issue[];
}

/** Order within a session: breath and brace, control, loaded or dynamic, holds. */
function sessionRank(id: QualityId, rung: Rung): number {
  if (id === 'breath_brace') return 0;
  if (id === 'pelvic_level' && rung.unit !== 'hold_s') return 1;
  if (rung.unit === 'hold_s') return 3;
  return rung.level <= 3 ? 1 : 2;
}

/**
 * The days that still get a session, as evenly as they lie. In a week under way: what is left of the week's sessions,
 * and no more than their share of the days left, so that missed ones are not crammed in.
 */
function sessionDays(input: ComposeInput): IsoDay[] {
  const days = Array.from({ length: 7 }, (_, i) => addDays(input.week.startsOn, i));
  const allowed = days.filter(
    (day) => input.weekdays.includes(weekdayOf(day)) && !input.eventDays.includes(day),
  );
  const left = allowed.filter((day) => day >= input.fromDay && !input.doneDays.includes(day));
  const share = Math.ceil((input.sessionsPerWeek * left.length) / Math.max(1, allowed.length));
  const count = Math.max(0, Math.min(left.length, input.sessionsPerWeek - input.doneDays.length, share));
  return Array.from({ length: count }, (_, i) => left[Math.floor((i * left.length) / count)] as IsoDay);
}

interface Wanted {
  readonly id: QualityId;
  readonly dose: number;
}

/** An item of a week and on how many of its days it is laid, of so many that there are. */
function prescribe(
  want: Wanted,
  input: ComposeInput,
  days: number,
): { item: Prescription; frequency: number } | Issue {
  const underWay = new Map(input.states.map((state) => [state.ladderId, state.rungId]));
  const offer = offersFor(want.id, input, underWay)[0];
  const name = quality(want.id).name;
  if (!offer) return issue('compose.no_rung', { quality: name });
  const { ladder, rung: chosen } = offer;
  const state = input.states.find((state) => state.ladderId === ladder.id && state.rungId === chosen.id);
  const limits = input.gate.rung(chosen.id);
  const amount = cappedAmount(chosen, state?.amount ?? chosen.start.amount, limits.capS);
  const cap = limits.capS !== undefined && chosen.unit === 'hold_s' ? limits.capS : undefined;
  const perSet = setDose(chosen, amount);
  let sets = state?.sets ?? chosen.start.sets;
  const usual = input.week.kind === 'load' ? input.sessionsPerWeek : Math.max(1, input.sessionsPerWeek - 1);
  const most = Math.min(days, usual);
  let frequency = Math.min(most, Math.max(1, Math.round(want.dose / (sets * perSet))));
  if (frequency === 1 && most >= 2 && sets >= 2 && want.dose >= 1.5 * perSet) {
    // Two short exposures teach more than one long one.
    sets = Math.max(1, Math.round(want.dose / (2 * perSet)));
    frequency = 2;
  }
  if (frequency === 1) sets = Math.max(1, Math.min(sets, Math.round(want.dose / perSet)));
  const weaker = chosen.sided ? input.weakerSide[want.id] : undefined;
  const acts = weaker?.acts ?? false;
  const words = schoolWords(ladder, chosen, amount, input.schoolId);
  const base = {
    ladderId: ladder.id,
    rungId: chosen.id,
    name: chosen.name,
    quality: want.id,
    sets,
    amount,
    unit: chosen.unit,
    sided: chosen.sided,
    firstSide: weaker?.side ?? (chosen.sided ? ('left' as const) : null),
    extraSetSide: acts && weaker ? weaker.side : null,
    restS: cap === undefined ? chosen.rest_s : 10,
    tempo: chosen.tempo ?? null,
    load: prescribedLoad(chosen, input.massKg, input.gate.under16, state?.load, limits.loadMost),
    effortMost: limits.effortMost ?? null,
    setting: state?.setting ?? null,
    breath: words.breath,
    cues: words.cues,
    schoolCue: words.ownCue,
    schoolAmount: words.amount,
    endsSet: chosen.regress_on.map((id) => input.trade.fault(id).name.toLowerCase()),
  };
  const step = `rung ${ladder.rungs.findIndex((r) => r.id === chosen.id) + 1} of ${ladder.rungs.length}`;
  const weekDose = `${want.dose.toFixed(1)} doses this week; a set is ${perSet.toFixed(2)} (${amount} of ${chosen.goal.amount})`;
  return {
    frequency,
    item: {
      ...base,
      dose: sets * perSet,
      minutes: Math.round((prescriptionSeconds(base) / 60) * 10) / 10,
      why: {
        this: `${ladder.name}, ${step}: ${state ? 'where the athlete stands' : 'a start that fits the screen'}; serves ${name.toLowerCase()}${weaker && acts ? `, ${weaker.side} weaker by ${Math.round(weaker.gapPercent)} %` : ''}.`,
        now: `${phaseNames[input.week.phase]}: ${phaseAims[input.week.phase].toLowerCase()}.`,
        muchness: `${weekDose}${cap === undefined ? '' : `; holds capped at ${cap} s by a caution`}.`,
      },
    },
  };
}

/** The amount that keeps one set within a cap in seconds; at least one. */
export function cappedAmount(rung: Rung, amount: number, capS: number | undefined): number {
  if (capS === undefined) return amount;
  const seconds = workSeconds(rung.unit, amount, rung.tempo);
  return seconds <= capS ? amount : Math.max(1, Math.floor((amount * capS) / seconds));
}

const minutesOf = (items: readonly Prescription[]) => items.reduce((sum, item) => sum + item.minutes, 0);

/** A limit of a session: when it is passed, and which items weigh on it. */
interface Limit {
  readonly over: (items: readonly Prescription[]) => boolean;
  readonly weighs: (item: Prescription) => boolean;
  readonly about: Issue;
}

/** Takes sets, then exercises, of the least wanted of some items until the session is not over a limit. */
function trimmer(input: ComposeInput, leftOut: Issue[]) {
  const wish = (item: Prescription) => input.priority[item.quality as QualityId] ?? 0;
  return (items: readonly Prescription[], { over, weighs, about }: Limit): Prescription[] => {
    let kept = [...items];
    while (kept.some(weighs) && over(kept)) {
      const byWish = kept.filter(weighs).sort((a, b) => wish(a) - wish(b));
      const thinner = byWish.find((item) => item.sets > 1);
      if (thinner) {
        const less = { ...thinner, sets: thinner.sets - 1 };
        const smaller = {
          ...less,
          dose: less.sets * setDose(input.trade.rung(less.rungId), less.amount),
          minutes: Math.round((prescriptionSeconds(less) / 60) * 10) / 10,
        };
        kept = kept.map((item) => (item === thinner ? smaller : item));
      } else {
        const gone = byWish[0] as Prescription;
        leftOut.push({ ...about, values: { ...about.values, name: gone.name } });
        kept = kept.filter((item) => item !== gone);
      }
    }
    return kept;
  };
}

const setsInAll = (item: Prescription) => item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0);

/** Seconds a session lies on the back. */
export function onBackSeconds(
  input: Pick<ComposeInput, 'gate'>,
  items: readonly Pick<
    Prescription,
    'rungId' | 'unit' | 'amount' | 'tempo' | 'sets' | 'sided' | 'extraSetSide'
  >[],
): number {
  return items.reduce(
    (sum, item) =>
      input.gate.rung(item.rungId).onBack
        ? sum + workSeconds(item.unit, item.amount, item.tempo) * setsInAll(item as Prescription)
        : sum,
    0,
  );
}

/** Loaded bending of some prescriptions. */
export function flexionOf(
  trade: Pick<RungContext['trade'], 'rung'>,
  items: readonly Pick<Prescription, 'rungId' | 'amount' | 'sets' | 'sided' | 'extraSetSide'>[],
): Flexion {
  return items.reduce(
    (sum, item) =>
      addFlexion(sum, flexionOfSet(trade.rung(item.rungId), item.amount), setsInAll(item as Prescription)),
    noFlexion,
  );
}

/**
 * A week's doses to sessions on days: for each quality the athlete's rung on the ladder that serves it best under
 * cautions, school and kit; sets x amount until the dose is met, on two days or more when it allows; weaker side first
 * with one more set while its gap acts; each session within its minutes, in the order breath, control, dynamic, holds.
 */
export function compose(input: ComposeInput): ComposedWeek {
  const leftOut: Issue[] = [];
  const { gate } = input;
  if (gate.clearance.allows === 'nothing') return { sessions: [], leftOut: [...gate.clearance.issues] };
  if (input.week.kind === 'black') return { sessions: [], leftOut: [issue('compose.black')] };
  const days = sessionDays(input);
  if (days.length === 0) return { sessions: [], leftOut: [issue('compose.no_day')] };
  const wholeWeek = Math.max(days.length, Math.min(input.sessionsPerWeek, input.weekdays.length));
  const doses = new Map<QualityId, number[]>();
  for (const cell of input.week.cells)
    doses.set(cell.quality, [...(doses.get(cell.quality) ?? []), cell.dose]);
  const wanted: Wanted[] = [...doses].map(([id, sides]) => ({
    id,
    // A week under way gets the part of its dose that its remaining days carry.
    dose: ((sides.reduce((a, b) => a + b, 0) / sides.length) * days.length) / wholeWeek,
  }));
  wanted.sort((a, b) => (input.priority[b.id] ?? 0) - (input.priority[a.id] ?? 0) || b.dose - a.dose);

  const perDay: Prescription[][] = days.map(() => []);
  for (const want of wanted) {
    // Less than this is not worth a set.
    if (want.dose < 0.2) continue;
    const [bar] = gate.may('lay_out', { quality: want.id });
    if (bar) {
      leftOut.push(issue('compose.barred', { quality: quality(want.id).name, bar: bar.code }));
      continue;
    }
    const made = prescribe(want, input, days.length);
    if ('code' in made) {
      leftOut.push(made);
      continue;
    }
    // The emptiest days first; ties go to the earlier day.
    const order = perDay
      .map((items, i) => [minutesOf(items), i] as const)
      .sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    for (const [, at] of order.slice(0, made.frequency)) perDay[at]?.push(made.item);
  }

  const trim = trimmer(input, leftOut);
  let bent = input.bent ?? noFlexion;
  const sessions = perDay.flatMap((items, i): ComposedSession[] => {
    const inMinutes = trim(items, {
      over: (some) => minutesOf(some) > input.minutesPerSession,
      weighs: () => true,
      about: issue('compose.minutes', { minutes: input.minutesPerSession }),
    });
    const inFlexion = trim(inMinutes, {
      over: (some) => !withinFlexion(addFlexion(bent, flexionOf(input.trade, some)), gate.flexion),
      weighs: (item) => !withinFlexion(flexionOf(input.trade, [item]), noFlexion),
      about: issue('compose.flexion', { cycles: gate.flexion.cycles, seconds: gate.flexion.heldS }),
    });
    const mostOnBackS = gate.onBackSessionS ?? Number.POSITIVE_INFINITY;
    const kept = trim(inFlexion, {
      over: (some) => onBackSeconds(input, some) > mostOnBackS,
      weighs: (item) => gate.rung(item.rungId).onBack,
      about: issue('compose.on_back', { minutes: Math.round(mostOnBackS / 60) }),
    });
    bent = addFlexion(bent, flexionOf(input.trade, kept));
    if (kept.length === 0) return [];
    const ordered = kept
      .map((item, at) => ({
        item,
        at,
        rank: sessionRank(item.quality as QualityId, input.trade.rung(item.rungId)),
      }))
      .sort((a, b) => a.rank - b.rank || a.at - b.at)
      .map(({ item }) => item);
    return [{ onDate: days[i] as IsoDay, minutes: Math.round(minutesOf(ordered)), items: ordered }];
  });
  return { sessions, leftOut: distinct(leftOut) };
}

/** Each issue once. */
const distinct = (issues: readonly Issue[]): Issue[] => [
  ...new Map(issues.map((found) => [`${found.code} ${JSON.stringify(found.values)}`, found])).values(),
];
