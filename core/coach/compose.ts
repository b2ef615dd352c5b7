import { addDays, type IsoDay, weekdayOf } from '~/core/body/dates';
import { fault, type QualityId, quality, type Rung, type Side } from '~/core/catalogue';
import { schoolWords } from '~/core/catalogue/school-words';
import { exerciseHoldCapS } from '~/core/clear/gates';
import { phaseAims, phaseNames } from '~/core/plan/calendar';
import type { PlanWeek } from '~/core/plan/periodise';
import { offersFor, type RungContext } from './choose-rung';
import { type LadderState, loadText, type Prescription, prescriptionSeconds, setDose } from './prescription';

export interface ComposeInput extends RungContext {
  readonly week: PlanWeek;
  /** Weekdays the athlete trains the trunk on, 0 Sunday to 6 Saturday; the first ones are used first. */
  readonly weekdays: readonly number[];
  readonly sessionsPerWeek: number;
  readonly minutesPerSession: number;
  readonly massKg: number;
  readonly under16: boolean;
  readonly states: readonly LadderState[];
  /** The side that starts and, while its gap acts, gets one more set. */
  readonly weakerSide: Readonly<
    Partial<Record<QualityId, { readonly side: Side; readonly acts: boolean; readonly gapPercent: number }>>
  >;
  /** Priority by quality, for the order of dropping and for the reasons. */
  readonly priority: Readonly<Partial<Record<QualityId, number>>>;
  /** The first day that may still be planned; a week under way keeps what lies before it. */
  readonly fromDay: IsoDay;
  /** Days of this week whose session is logged already. */
  readonly doneDays: readonly IsoDay[];
  /** Qualities held by an open pain flag: nothing is prescribed for them. */
  readonly held: readonly QualityId[];
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
  readonly leftOut: readonly string[];
}

/** Order within a session: breath and brace, control, loaded or dynamic, holds. */
function sessionRank(id: QualityId, each: Rung): number {
  if (id === 'breath_brace') return 0;
  if (id === 'pelvic_level' && each.unit !== 'hold_s') return 1;
  if (each.unit === 'hold_s') return 3;
  return each.level <= 3 ? 1 : 2;
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

function prescribe(want: Wanted, input: ComposeInput): { item: Prescription; frequency: number } | string {
  const underWay = new Map(input.states.map((state) => [state.ladderId, state.rungId]));
  const offer = offersFor(want.id, input, underWay)[0];
  const name = quality(want.id).name;
  if (!offer) return `${name}: no rung is left by cautions, school and kit.`;
  const { ladder, rung: chosen } = offer;
  const state = input.states.find((each) => each.ladderId === ladder.id && each.rungId === chosen.id);
  const cap = chosen.unit === 'hold_s' ? exerciseHoldCapS(input.cautions) : undefined;
  const plannedAmount = state?.amount ?? chosen.start.amount;
  const amount = cap === undefined ? plannedAmount : Math.min(cap, plannedAmount);
  const each = setDose(chosen, amount);
  let sets = state?.sets ?? chosen.start.sets;
  const most = input.week.kind === 'load' ? input.sessionsPerWeek : Math.max(1, input.sessionsPerWeek - 1);
  let frequency = Math.min(most, Math.max(1, Math.round(want.dose / (sets * each))));
  if (frequency === 1 && most >= 2 && sets >= 2 && want.dose >= 1.5 * each) {
    // Two short exposures teach more than one long one.
    sets = Math.max(1, Math.round(want.dose / (2 * each)));
    frequency = 2;
  }
  if (frequency === 1) sets = Math.max(1, Math.min(sets, Math.round(want.dose / each)));
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
    load: loadText(chosen, input.massKg, input.under16, state?.load),
    setting: state?.setting ?? null,
    breath: words.breath,
    cues: words.cues,
    schoolCue: words.ownCue,
    schoolDose: words.dose,
    endsSet: chosen.regress_on.map((id) => fault(id).name.toLowerCase()),
  };
  const step = `rung ${ladder.rungs.findIndex((r) => r.id === chosen.id) + 1} of ${ladder.rungs.length}`;
  const weekDose = `${want.dose.toFixed(1)} doses this week; a set is ${each.toFixed(2)} (${amount} of ${chosen.goal.amount})`;
  return {
    frequency,
    item: {
      ...base,
      dose: sets * each,
      minutes: Math.round((prescriptionSeconds(base) / 60) * 10) / 10,
      why: {
        this: `${ladder.name}, ${step}: ${state ? 'where the athlete stands' : 'a start that fits the screen'}; serves ${name.toLowerCase()}${weaker && acts ? `, ${weaker.side} weaker by ${Math.round(weaker.gapPercent)} %` : ''}.`,
        now: `${phaseNames[input.week.phase]}: ${phaseAims[input.week.phase].toLowerCase()}.`,
        muchness: `${weekDose}${cap === undefined ? '' : `; holds capped at ${cap} s by a caution`}.`,
      },
    },
  };
}

const minutesOf = (items: readonly Prescription[]) => items.reduce((sum, item) => sum + item.minutes, 0);

/** Takes sets, then exercises, of the least wanted quality until the session keeps its minutes. */
function trim(
  items: Prescription[],
  limit: number,
  input: ComposeInput,
  leftOut: Set<string>,
): Prescription[] {
  const wish = (item: Prescription) => input.priority[item.quality as QualityId] ?? 0;
  let kept = [...items];
  while (minutesOf(kept) > limit && kept.length > 0) {
    const byWish = [...kept].sort((a, b) => wish(a) - wish(b));
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
      leftOut.add(`${gone.name} gave way on one day: ${limit} minutes a session.`);
      kept = kept.filter((item) => item !== gone);
    }
  }
  return kept;
}

/**
 * A week's doses to sessions on days: for each quality the athlete's rung on the ladder that serves it best under
 * cautions, school and kit; sets x amount until the dose is met, on two days or more when it allows; weaker side first
 * with one more set while its gap acts; each session within its minutes, in the order breath, control, dynamic, holds.
 */
export function compose(input: ComposeInput): ComposedWeek {
  const leftOut = new Set<string>();
  if (input.week.kind === 'black') return { sessions: [], leftOut: ['Blackout: no sessions this week.'] };
  const days = sessionDays(input);
  if (days.length === 0) return { sessions: [], leftOut: ['No training day is left this week.'] };
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
    if (input.held.includes(want.id)) {
      leftOut.add(`${quality(want.id).name} is held: a pain flag is open.`);
      continue;
    }
    const made = prescribe(want, input);
    if (typeof made === 'string') {
      leftOut.add(made);
      continue;
    }
    const frequency = Math.min(made.frequency, days.length);
    // The emptiest days first; ties go to the earlier day.
    const order = perDay
      .map((items, i) => [minutesOf(items), i] as const)
      .sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    for (const [, at] of order.slice(0, frequency)) perDay[at]?.push(made.item);
  }
  const sessions = perDay.flatMap((items, i): ComposedSession[] => {
    const kept = trim(items, input.minutesPerSession, input, leftOut);
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
  return { sessions, leftOut: [...leftOut] };
}
