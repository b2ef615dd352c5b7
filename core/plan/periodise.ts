import type { IsoDay } from '~/core/body/dates';
import {
  catalogueVersion,
  type QualityId,
  quality,
  qualityIds,
  type SideKey,
  sideKeysOf,
} from '~/core/catalogue';
import type { LadderQuality } from '~/core/dose/choose';
import { type Phase, phaseRules } from '~/core/dose/phases';
import { changeOverS } from '~/core/dose/work';
import { anchorsOf, type Blackout, type CalendarWeek, type PlanEvent, seasonCalendar } from './calendar';
import { spread, trainingDays } from './days';
import { type BlockTiers, blocksOf, isTrunkQuality, proposeTiers, type Tier, type TierWant } from './tiers';
import type { TrunkWork } from './trunk-work';
import { exposuresOf, fillWeek, fitLeast, type Hold, type SetCost, type WeekWant } from './week-sets';

export type Level = 'novice' | 'trained' | 'advanced';

/** What `periodise` needs to know of a priority: the rest of it stays with `link`. */
export interface PlanPriority {
  readonly quality: QualityId;
  readonly side: SideKey;
  /** P of the priority arithmetic; 0 for untested. */
  readonly priority: number;
  readonly capability: number | undefined;
  /** What the sport asks of it, 0 to 5. */
  readonly demand: number;
  /** The weaker side of a gap that acts. */
  readonly weakerByGap: boolean;
}

export interface PeriodiseInput {
  readonly startsOn: IsoDay;
  readonly events: readonly PlanEvent[];
  readonly blackouts: readonly Blackout[];
  readonly firstWeekday: 0 | 1;
  readonly level: Level;
  readonly ageYears: number;
  readonly sessionsPerWeek: number;
  readonly minutesPerSession: number;
  readonly priorities: readonly PlanPriority[];
  /** Qualities nothing may be planned for. */
  readonly blocked: readonly QualityId[];
  readonly cautions: readonly string[];
  /** Mean weekly dose of the last four weeks by `quality|side`; missing means none. */
  readonly history?: Readonly<Record<string, number>> | undefined;
  /** Weekdays the athlete trains the trunk on; all of them when left out. */
  readonly weekdays?: readonly number[] | undefined;
  /** Days on which a sport session of high risk leaves no room. */
  readonly riskDays?: readonly IsoDay[] | undefined;
  /** Ladder sport id, for what a sport keeps in shape. */
  readonly sport?: string | undefined;
  readonly trunkWork?: TrunkWork | undefined;
  /** Load weeks already behind a plan that is made again. */
  readonly loadWeeksDone?: number | undefined;
  readonly under?: { readonly phase: Phase; readonly weeks: number } | undefined;
  /** Weeks of an open block, for an athlete without an event. */
  readonly openWeeks?: number | undefined;
  /** Tiers set by hand. */
  readonly tiers?: Readonly<Partial<Record<LadderQuality, Tier>>> | undefined;
  /** Breath and brace is owned: it opens one session a week. */
  readonly breathOwned?: boolean | undefined;
  /**
   * A set of a quality in a phase, from the prescription that would be given; undefined when no rung is left for it. Left
   * out: a plain set at the phase's share.
   */
  readonly costOf?: ((id: LadderQuality, phase: Phase) => SetCost | undefined) | undefined;
}

export interface DoseCell {
  readonly quality: LadderQuality;
  readonly side: SideKey;
  /** 1.0 is one effort to failure; of one side for sided qualities. */
  readonly dose: number;
  /** Sets of this side. */
  readonly sets: number;
  readonly tier: Exclude<Tier, 'rest'>;
}

export interface PlanWeek extends CalendarWeek {
  readonly cells: readonly DoseCell[];
  /** Minutes these sets take. */
  readonly minutes: number;
  readonly minutesAvailable: number;
  /** Sessions the days of the week leave. */
  readonly sessions: number;
  /** The main quality this block is named for. */
  readonly focus: LadderQuality | null;
  /** Kept qualities that wait this week, the longest off first. */
  readonly waiting: readonly LadderQuality[];
  /** Which rules hold this week down, in words. */
  readonly reasons: readonly string[];
}

export interface SeasonPlan {
  readonly weeks: readonly PlanWeek[];
  readonly warnings: readonly string[];
  readonly catalogueVersion: string;
}

/** Defaults of the plan, each a setting; the solver that will replace the inside of `periodise` takes the same. */
export const planDefaults = {
  capQuality: { novice: 4, trained: 7, advanced: 10 },
  capTotal: { novice: 24, trained: 40, advanced: 56 },
  rampTotal: 0.1,
  rampQuality: 0.25,
  rampTotalYouth: 0.07,
  rampQualityYouth: 0.15,
  /** The first load week's share of the offered minutes, by what is done now; each load week 10 points more. */
  entry: { none: 0.6, once: 0.7, more: 0.8 },
  entryLess: 0.1,
  entryStep: 0.1,
  /** A season's ramp in all is its entry until this load week. */
  entryWeeks: 4,
  /** Share of the last load weeks' minutes. */
  lowShare: { deload: 0.56, event: 0.65, after: 0.5, restore: 0.5, sharpen: 0.58, sharpenEvent: 0.5 },
  leastKeep: 2,
  leastLow: 2,
  keepMost: 4,
  /** A week of so many minutes may keep more. */
  longWeek: 75,
  weakerToStronger: 1.5,
  /** What was trained before is never gated below this share of its cap. */
  leastGateTrained: 0.3,
  /** Weeks until breath and brace is checked again, and the share of the caps they open. */
  breathWeeks: 2,
  breathGate: 0.5,
} as const;

/** Share of the quality cap a phase opens; everything else is fully open. */
const phaseGates: Readonly<Partial<Record<Phase, Partial<Record<LadderQuality, number>>>>> = {
  ground: {
    anti_rotation: 0.5,
    trunk_flexion_control: 0.5,
    anti_extension: 0.6,
    anti_lateral: 0.6,
    extension_endurance: 0.6,
    hip_extension: 0.6,
    reactive: 0,
  },
  build: { reactive: 0.35 },
  load: { reactive: 0.7 },
  hold: { reactive: 0.7 },
  restore: {
    anti_extension: 0.6,
    anti_lateral: 0.6,
    anti_rotation: 0.6,
    extension_endurance: 0.6,
    hip_extension: 0.6,
    trunk_flexion_control: 0.6,
    reactive: 0.3,
  },
};

function cautionFactor(id: LadderQuality, cautions: readonly string[]): number {
  let factor = 1;
  const has = (...ids: string[]) => ids.some((caution) => cautions.includes(caution));
  if (has('acute_back_pain') && id !== 'breath_brace') factor = 0;
  if (
    has('postpartum', 'pregnancy', 'pelvic_floor_symptoms', 'hernia') &&
    ['anti_extension', 'trunk_flexion_control', 'reactive'].includes(id)
  )
    factor = Math.min(factor, 0.5);
  if (has('hypertension') && ['anti_extension', 'anti_lateral', 'extension_endurance'].includes(id))
    factor = Math.min(factor, 0.7);
  return factor;
}

const nameOf = (id: LadderQuality): string =>
  id === 'neck_control' ? 'neck control' : quality(id).name.toLowerCase();

/** A set without a prescription to read it from: so many seconds at the phase's share of a middling limit. */
function plainCost(id: LadderQuality, phase: Phase): SetCost {
  const sided = isTrunkQuality(id) && quality(id).sided;
  return { exposureS: changeOverS, setS: sided ? 110 : 75, dose: phaseRules[phase].share };
}

interface Want extends TierWant {
  readonly weight: number;
  readonly weaker: SideKey | undefined;
  readonly sided: boolean;
}

function wantsOf(input: PeriodiseInput): Want[] {
  const trunk = qualityIds
    .filter((id) => !input.blocked.includes(id))
    .map((id): Want => {
      const rows = input.priorities.filter((row) => row.quality === id);
      const demand = rows[0]?.demand ?? 0;
      const priority = Math.max(0, ...rows.map((row) => row.priority));
      const mean = rows.reduce((sum, row) => sum + row.priority, 0) / Math.max(1, rows.length);
      const capability = rows[0]?.capability;
      return {
        id,
        priority,
        demand,
        first: id === 'breath_brace' && rows.length > 0 && (capability === undefined || capability < 70),
        // What the sport needs keeps a share even when nothing is short of it.
        weight: Math.max(mean, (0.06 * demand) / 5) + 0.02 * demand,
        weaker: rows.find((row) => row.weakerByGap)?.side,
        sided: quality(id).sided,
      };
    });
  // The neck is kept, never a focus.
  return [
    ...trunk,
    {
      id: 'neck_control',
      priority: 0,
      demand: 1,
      first: false,
      weight: 0.02,
      weaker: undefined,
      sided: false,
    },
  ];
}

/** One load week as it was planned, for the ramps that look back on it. */
interface Past {
  readonly sets: ReadonlyMap<LadderQuality, number>;
  readonly minutes: number;
}

const largest = (values: readonly number[]): number => (values.length > 0 ? Math.max(...values) : 0);

/**
 * Priorities to plan: phases back-planned from the events, blocks with tiers, and whole sets for every quality, week and
 * side. Each load week fills the offered minutes as far as the entry, the ramps (10 % in all, 25 % for one quality, one set an
 * exposure always), caps, gates and cautions let it: first the least that works of every main and kept quality, then more by
 * priority. Low weeks take their share of the last load weeks, never under two sets. Every week says which rules held it down.
 */
export function periodise(input: PeriodiseInput): SeasonPlan {
  const d = planDefaults;
  const youth = input.ageYears < 16;
  const level: Level = youth ? 'novice' : input.level;
  const weekdays = input.weekdays ?? [0, 1, 2, 3, 4, 5, 6];
  const calendar = seasonCalendar({
    startsOn: input.startsOn,
    events: input.events,
    blackouts: input.blackouts,
    firstWeekday: input.firstWeekday,
    deloadEvery: level === 'novice' || input.ageYears > 45 ? 3 : 4,
    openWeeks: input.openWeeks,
    under: input.under,
  });
  const costOf = input.costOf ?? plainCost;
  const wants = wantsOf(input);
  const offered = input.sessionsPerWeek * input.minutesPerSession;
  const historySets = (id: LadderQuality, phase: Phase) => {
    if (!isTrunkQuality(id)) return 0;
    const doses = sideKeysOf(id).map((side) => input.history?.[`${id}|${side}`] ?? 0);
    return largest(doses) / Math.max(0.2, costOf(id, phase)?.dose ?? 0.6);
  };
  const breath = wants.find(({ id }) => id === 'breath_brace');
  const trainedBefore = (id: LadderQuality) => historySets(id, 'build') > 0;
  const gateOf = (id: LadderQuality, phase: Phase, index = Number.POSITIVE_INFINITY) => {
    const gate = phaseGates[phase]?.[id] ?? 1;
    const open = trainedBefore(id) ? Math.max(gate, d.leastGateTrained) : gate;
    // While breath and brace is low, the weeks before its re-check open half of the rest and nothing quick.
    if (!breath?.first || index >= d.breathWeeks || id === 'breath_brace' || id === 'pelvic_level')
      return open;
    return id === 'reactive' ? 0 : Math.min(open, d.breathGate);
  };
  const factorOf = (id: LadderQuality) => cautionFactor(id, input.cautions);
  const blocks = proposeTiers(blocksOf(calendar), calendar, {
    wants,
    minutesPerWeek: offered,
    sport: input.sport ?? '',
    byHand: input.tiers ?? {},
    mayBe: (id, phase) => gateOf(id, phase) > 0 && factorOf(id) > 0 && costOf(id, phase) !== undefined,
  });
  const warnings = warningsOf(input, calendar, wants, blocks, (id, phase) => costOf(id, phase) !== undefined);

  const novice = level === 'novice' || input.ageYears > 60;
  const entry = d.entry[input.trunkWork ?? 'once'] - (novice ? d.entryLess : 0);
  const rampTotal = youth ? d.rampTotalYouth : d.rampTotal;
  const rampQuality = youth ? d.rampQualityYouth : d.rampQuality;
  const past: Past[] = [];
  const weeksOff = new Map<LadderQuality, number>();
  const trained = new Set<LadderQuality>();
  let loadWeeks = input.loadWeeksDone ?? 0;
  const fillOf = (k: number) => Math.min(1, entry + d.entryStep * k);

  for (const { id } of wants) if (trainedBefore(id)) trained.add(id);
  const baseOf = (id: LadderQuality, phase: Phase, least: number) => {
    const on = past
      .flatMap((week) => week.sets.get(id) ?? 0)
      .filter((sets) => sets > 0)
      .slice(-4);
    return Math.max(on.length > 0 ? largest(on) : historySets(id, phase), least);
  };

  const weeks = calendar.map((week): PlanWeek => {
    const block = blocks.find((one) => week.index >= one.from && week.index < one.to) as BlockTiers;
    const days = trainingDays(week.startsOn, {
      weekdays,
      events: input.events,
      blackouts: input.blackouts,
      riskDays: input.riskDays,
    });
    const sessions = Math.min(input.sessionsPerWeek, days.length);
    const share = sessions / input.sessionsPerWeek;
    const minutesAvailable = sessions * input.minutesPerSession;
    const empty = (reason: string): PlanWeek => ({
      ...week,
      cells: [],
      minutes: 0,
      minutesAvailable: week.kind === 'black' ? 0 : minutesAvailable,
      sessions: 0,
      focus: block.focus ?? null,
      waiting: [],
      reasons: [reason],
    });
    if (week.kind === 'black') return empty('No training this week.');
    if (sessions === 0) return empty('No day of this week is left: days off, or too close before an event.');

    const low = week.kind !== 'load';
    const base = largest(past.slice(-2).map((one) => one.minutes));
    const k = loadWeeks;
    const early = k < d.entryWeeks;
    const reference =
      past.slice(-2).reduce((sum, one) => sum + one.minutes, 0) / Math.max(1, past.slice(-2).length);
    const eventWeek =
      week.kind === 'sharpen' &&
      week.eventIds.some((id) => input.events.some((e) => e.id === id && e.priority !== 'C'));
    const lowShare = low
      ? d.lowShare[
          week.kind === 'sharpen'
            ? eventWeek
              ? 'sharpenEvent'
              : 'sharpen'
            : (week.kind as 'deload' | 'event' | 'after' | 'restore')
        ]
      : 1;
    const minutesOf = (): number => {
      if (low) {
        const from = past.length > 0 ? reference : fillOf(k) * offered;
        // Days before the event are free: what is left of the week carries no more than its share of a load week.
        return Math.min(minutesAvailable, Math.min(lowShare, eventWeek ? 0.9 * share : 1) * from);
      }
      const fill = fillOf(k) * minutesAvailable;
      if (early || past.length === 0) return fill;
      const ramp = (1 + rampTotal) * largest(past.slice(-4).map((one) => one.minutes)) * share;
      return Math.min(fill, Math.max(ramp, Math.min(minutesAvailable, base * share + 3)));
    };
    const minutes = minutesOf();

    const rows = wants.flatMap((want): (WeekWant & { want: Want })[] => {
      const tier = block.tiers.get(want.id) ?? 'rest';
      const cost = costOf(want.id, week.phase);
      if (tier === 'rest' || !cost || gateOf(want.id, week.phase, week.index) === 0) return [];
      // Nothing is trained for the first time in a low week.
      if (low && past.length > 0 && !trained.has(want.id)) return [];
      const breath = want.id === 'breath_brace';
      const opens = breath ? (input.breathOwned && tier !== 'main' ? 1 : sessions) : undefined;
      const perExposure = level === 'advanced' && week.phase === 'load' && tier === 'main' ? 5 : 4;
      const least = breath
        ? 2 * (opens ?? 1)
        : low
          ? d.leastLow
          : tier === 'main'
            ? phaseRules[week.phase].sets[0] * Math.min(2, sessions)
            : d.leastKeep;
      const gate = gateOf(want.id, week.phase, week.index) * factorOf(want.id);
      const cap = Math.max(least, Math.floor((d.capQuality[level] * gate) / cost.dose + 1e-9));
      const ofBase = baseOf(want.id, week.phase, least);
      const ramp = low
        ? Math.max(least, Math.floor(ofBase))
        : Math.max(
            Math.floor(ofBase * (1 + rampQuality) + 1e-9),
            Math.floor(ofBase) + (tier === 'main' ? Math.min(2, sessions) : 1),
          );
      const setCap = breath
        ? (tier === 'main' ? 3 : 2) * (opens ?? 1)
        : tier === 'main'
          ? perExposure * Math.min(3, sessions)
          : offered <= d.longWeek
            ? d.keepMost
            : d.keepMost + 2;
      const most = Math.min(cap, ramp, setCap);
      const mostBy: Hold =
        most === setCap
          ? tier === 'keep'
            ? 'tier'
            : 'set_cap'
          : most === cap
            ? gate < 1
              ? factorOf(want.id) < 1
                ? 'caution'
                : 'gate'
              : 'cap'
            : 'ramp';
      return [
        {
          want,
          id: want.id,
          tier,
          weight: want.weight * (tier === 'main' ? 1 : 0.35),
          cost,
          weakerExtra: want.sided && want.weaker !== undefined,
          least,
          most: Math.max(least, most),
          mostBy,
          mostPerExposure: perExposure,
          opens,
        },
      ];
    });
    const keepsOn = low ? Math.ceil(rows.filter(({ tier }) => tier === 'keep').length / 2) : rows.length;
    // The least of the mains stands even when the share of a low week is smaller: two sets, or nothing.
    const room = {
      sessions,
      minutes: Math.max(minutes, low ? 0 : Math.min(0.9, fillOf(k)) * minutesAvailable),
      fixedMinutes: 0,
    };
    const least = fitLeast(rows, room, weeksOff, keepsOn);
    const made = fillWeek(
      rows.map((row) => ({ ...row, least: least.get(row.id) ?? 0 })),
      { ...room, minutes, doseMost: d.capTotal[level] },
    );
    for (const { id } of rows) {
      const on = (made.sets.get(id) ?? 0) > 0;
      weeksOff.set(id, on ? 0 : (weeksOff.get(id) ?? 0) + (share < 1 ? 0 : 1));
      if (on) trained.add(id);
    }
    if (!low) {
      past.push({ sets: made.sets, minutes: made.minutes / share });
      loadWeeks += 1;
    }
    const waiting = rows
      .filter((row) => (made.sets.get(row.id) ?? 0) === 0)
      .sort((a, b) => (weeksOff.get(b.id) ?? 0) - (weeksOff.get(a.id) ?? 0))
      .map(({ id }) => id);
    const cells = rows.flatMap((row) => cellsOf(row, made.sets.get(row.id) ?? 0, sessions));
    return {
      ...week,
      cells,
      minutes: Math.round(made.minutes),
      minutesAvailable,
      sessions,
      focus: block.focus ?? null,
      waiting,
      reasons: reasonsOf({
        week,
        low,
        lowShare,
        eventWeek,
        minutes: made.minutes,
        available: minutesAvailable,
        fill: low ? 1 : fillOf(k),
        early,
        heldBy: made.heldBy,
        waiting,
      }),
    };
  });
  return { weeks, warnings, catalogueVersion };
}

/** Cells of a quality: its sets and dose, the weaker side with one set more an exposure while its gap acts. */
function cellsOf(row: WeekWant & { readonly want: Want }, sets: number, sessions: number): DoseCell[] {
  if (sets <= 0) return [];
  const { want, tier, cost } = row;
  const cell = (side: SideKey, ofSide: number): DoseCell => ({
    quality: want.id,
    side,
    sets: ofSide,
    dose: Math.round(ofSide * cost.dose * 100) / 100,
    tier,
  });
  if (!want.sided) return [cell('both', sets)];
  const extra = want.weaker
    ? Math.min(exposuresOf(row, sets, sessions), Math.floor(sets * (planDefaults.weakerToStronger - 1)))
    : 0;
  return sideKeysOf(want.id as QualityId).map((side) =>
    cell(side, sets + (side === want.weaker ? extra : 0)),
  );
}

interface Told {
  readonly week: CalendarWeek;
  readonly low: boolean;
  readonly lowShare: number;
  readonly eventWeek: boolean;
  readonly minutes: number;
  readonly available: number;
  readonly fill: number;
  readonly early: boolean;
  readonly heldBy: readonly { readonly id: LadderQuality | undefined; readonly by: Hold | 'total' }[];
  readonly waiting: readonly LadderQuality[];
}

const holdWords: Readonly<Record<Hold, (names: string) => string>> = {
  cap: (names) => `The most of one quality for this level holds ${names}.`,
  gate: (names) => `The phase holds ${names}.`,
  caution: (names) => `A caution holds ${names}.`,
  ramp: (names) => `The ramp (25 % a week, or one set an exposure) holds ${names}.`,
  tier: (names) => `Kept only: ${names}.`,
  set_cap: (names) => `Enough sets a session: ${names}.`,
  no_harder_rung: (names) => `No harder rung: ${names}.`,
  flexion: (names) => `The ledger of bending holds ${names}.`,
};

/** What held a week down, in words: the entry or the ramp in all, then what held each quality. */
function reasonsOf(told: Told): string[] {
  const reasons: string[] = [];
  if (told.low) reasons.push(lowWeekReason(told.week.kind, told.lowShare, told.eventWeek));
  else if (told.minutes < 0.9 * told.available) {
    if (told.early && told.fill < 0.95)
      reasons.push(
        `Entry: ${Math.round(told.fill * 100)} % of the offered minutes this week, ten points more each load week.`,
      );
    else if (told.heldBy.some(({ by }) => by === 'total'))
      reasons.push('The ramp in all holds this week: 10 % over the largest of the last four load weeks.');
    const by = new Map<Hold, string[]>();
    for (const { id, by: hold } of told.heldBy)
      if (hold !== 'total' && id) by.set(hold, [...(by.get(hold) ?? []), nameOf(id)]);
    for (const [hold, names] of by) reasons.push(holdWords[hold](names.join(', ')));
  }
  if (told.waiting.length > 0)
    reasons.push(`Waiting this week: ${told.waiting.map(nameOf).join(', ')}; the longest off comes first.`);
  return reasons;
}

function lowWeekReason(kind: string, share: number, eventWeek: boolean): string {
  const percent = `about ${Math.round(share * 100)} % of the last load weeks`;
  if (kind === 'deload') return `Deload: ${percent}.`;
  if (kind === 'event') return `B event: ${percent}.`;
  if (kind === 'sharpen')
    return eventWeek
      ? `Event week: ${percent}, on the days that lie far enough before it.`
      : `Sharpen: ${percent}, nothing new.`;
  return kind === 'after' ? `After the event: ${percent}.` : `Restore: ${percent}.`;
}

function warningsOf(
  input: PeriodiseInput,
  calendar: readonly CalendarWeek[],
  wants: readonly Want[],
  blocks: readonly BlockTiers[],
  hasRung: (id: LadderQuality, phase: Phase) => boolean,
): string[] {
  const warnings: string[] = [];
  if (calendar.length === 0)
    warnings.push('No event lies ahead: enter one, or plan an open block of 4 to 12 weeks.');
  const first = calendar[0];
  const anchors = anchorsOf(input.events.filter((event) => first && event.onDate >= first.startsOn));
  if (anchors[0] && anchors[0].priority !== 'A')
    warnings.push(`No A event: the season is built back from ${anchors[0].name}.`);
  const untested = wants.filter(({ id }) =>
    input.priorities.some((row) => row.quality === id && row.capability === undefined),
  );
  if (untested.length > 0)
    warnings.push(
      `Untested, so judged by what the sport asks: ${untested.map(({ id }) => nameOf(id)).join(', ')}.`,
    );
  const without = wants.filter(
    ({ id, demand, priority }) =>
      isTrunkQuality(id) &&
      (demand > 0 || priority > 0) &&
      blocks.length > 0 &&
      !blocks.some((block) => hasRung(id, block.phase)),
  );
  if (without.length > 0)
    warnings.push(
      `No rung is left by cautions, school and kit, so no dose: ${without.map(({ id }) => nameOf(id)).join(', ')}.`,
    );
  return warnings;
}

/**
 * The days of a planned week that get a session, as evenly as they lie. In a week under way what is left of it gets its share
 * of the sessions, and no more: missed ones are not crammed in.
 */
export function sessionDaysOf(
  week: Pick<PlanWeek, 'startsOn' | 'sessions'>,
  input: Pick<PeriodiseInput, 'weekdays' | 'events' | 'blackouts' | 'riskDays'>,
  fromDay: IsoDay = week.startsOn,
): IsoDay[] {
  const all = trainingDays(week.startsOn, { ...input, weekdays: input.weekdays ?? [0, 1, 2, 3, 4, 5, 6] });
  const planned = spread(all, week.sessions);
  const left = all.filter((day) => day >= fromDay);
  const wanted = Math.min(left.length, Math.ceil((week.sessions * left.length) / Math.max(1, all.length)));
  const ahead = planned.filter((day) => day >= fromDay);
  if (ahead.length >= wanted) return planned;
  return [...planned.filter((day) => day < fromDay), ...spread(left, wanted)];
}
