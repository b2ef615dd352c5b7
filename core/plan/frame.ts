import { addDays, daysBetween } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import { type QualityId, quality, qualityIds, type SideKey, sideKeysOf } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import { phaseRules } from '~/core/dose/phases';
import { changeOverS } from '~/core/dose/work';
import { minutesIn, minutesOn } from '~/core/people/places';
import { timeIn } from '~/core/people/time';
import { anchorsOf, type CalendarWeek, seasonCalendar } from './calendar';
import { spread, trainingDays } from './days';
import { breathGates, cautionFactor, planDefaults as d, type LowShare, phaseGates } from './defaults';
import { type BarredLock, givenBy, type Lock, withLocks } from './hand/by-hand';
import type { Hold } from './hold';
import type { Level, PeriodiseInput } from './season';
import { type BlockTiers, blocksOf, isTrunkQuality, proposeTiers, type TierWant } from './tiers';
import { fitLeast, minutesOf, type SetCost, type WeekRow } from './week-sets';

/**
 * What is settled before any dose is dealt: the kind of every week, its days and minutes, the blocks and their tiers, which
 * qualities are on in which week, the least sets of each and the most.
 */

export interface Want extends TierWant {
  /** How much a quality is worth when sets are left over. */
  readonly weight: number;
  readonly weaker: SideKey | undefined;
  readonly sided: boolean;
}

/** A quality that may be trained in a week. */
export interface FrameRow extends WeekRow {
  readonly want: Want;
  /** The least sets, when it is on; the weaker side may have more. */
  readonly least: number;
  /** The most sets, and what says so. */
  readonly most: number;
  readonly mostBy: Hold;
}

export interface FrameWeek extends CalendarWeek {
  readonly block: BlockTiers;
  /** Days from the season's first on which sessions lie. */
  readonly sessionDays: readonly number[];
  readonly sessions: number;
  /** Its share of the sessions of a whole week. */
  readonly share: number;
  readonly minutesAvailable: number;
  readonly low: boolean;
  /** Holds an A event, or the one the season is built back from. */
  readonly eventWeek: boolean;
  /** Of the last load weeks' minutes: the least and the most of a low week. */
  readonly lowShare: LowShare | undefined;
  /** Load weeks that lie behind it. */
  readonly loadWeeks: number;
  /** Share of its minutes that may be filled as the season enters. */
  readonly fill: number;
  /** What may be trained and is on, with its least. */
  readonly rows: readonly FrameRow[];
  /** Kept qualities that wait this week, the longest off first. */
  readonly waiting: readonly LadderQuality[];
}

export interface SeasonFrame {
  readonly input: PeriodiseInput;
  readonly level: Level;
  readonly youth: boolean;
  readonly calendar: readonly CalendarWeek[];
  readonly blocks: readonly BlockTiers[];
  readonly wants: readonly Want[];
  readonly weeks: readonly FrameWeek[];
  readonly costOf: (id: LadderQuality, phase: Phase) => SetCost | undefined;
  /** Locks that cannot be as they are, whatever else gives. */
  readonly barred: readonly BarredLock[];
}

/** A set without a prescription to read it from: so many seconds at the phase's share of a middling limit. */
function plainCost(id: LadderQuality, phase: Phase): SetCost {
  const sided = isTrunkQuality(id) && quality(id).sided;
  return { exposureS: changeOverS, setS: sided ? 110 : 75, dose: phaseRules[phase].share };
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

/** Largest mean weekly dose of a quality's sides before the season. */
export const historyOf = (input: Pick<PeriodiseInput, 'history'>, id: LadderQuality): number =>
  isTrunkQuality(id)
    ? Math.max(0, ...sideKeysOf(id as QualityId).map((side) => input.history?.[`${id}|${side}`] ?? 0))
    : 0;

/** Days from the season's first on which a week's sessions lie. */
function sessionDaysIn(week: CalendarWeek, first: string, input: PeriodiseInput): readonly number[] {
  const { weekdays, sessionsPerWeek } = timeIn(input, week.phase);
  const days = trainingDays(week.startsOn, {
    weekdays,
    events: input.events,
    blackouts: input.blackouts,
    training: input.training,
  });
  const count = Math.min(sessionsPerWeek, days.length);
  return spread(days, count, input.training).map((day) => daysBetween(first, day));
}

const isYouth = (input: Pick<PeriodiseInput, 'ageYears'>): boolean => input.ageYears < 16;
const levelOf = (input: Pick<PeriodiseInput, 'ageYears' | 'level'>): Level =>
  isYouth(input) ? 'novice' : input.level;

/** The weeks of a season, each of one kind. */
export const calendarOf = (
  input: Pick<
    PeriodiseInput,
    | 'startsOn'
    | 'events'
    | 'blackouts'
    | 'firstWeekday'
    | 'level'
    | 'ageYears'
    | 'openWeeks'
    | 'under'
    | 'phaseStarts'
    | 'groundMastered'
  >,
): CalendarWeek[] =>
  seasonCalendar({
    startsOn: input.startsOn,
    events: input.events,
    blackouts: input.blackouts,
    firstWeekday: input.firstWeekday,
    deloadEvery: levelOf(input) === 'novice' || input.ageYears > 45 ? 3 : 4,
    openWeeks: input.openWeeks,
    under: input.under,
    phaseStarts: input.phaseStarts,
    groundMastered: input.groundMastered,
  });

/** Lays a season's frame. */
export function seasonFrame(input: PeriodiseInput): SeasonFrame {
  const youth = isYouth(input);
  const level = levelOf(input);
  const calendar = calendarOf(input);
  const { costs } = input;
  const costOf = costs
    ? (id: LadderQuality, phase: Phase) => costs[`${id}|${phase}`]
    : (id: LadderQuality, phase: Phase) => plainCost(id, phase);
  const wants = wantsOf(input);
  const breath = wants.find(({ id }) => id === 'breath_brace');
  const gateOf = (id: LadderQuality, phase: Phase, index = Number.POSITIVE_INFINITY) => {
    const gate = phaseGates[phase]?.[id] ?? 1;
    const open = historyOf(input, id) > 0 ? Math.max(gate, d.leastGateTrained) : gate;
    // While breath and brace is low, the weeks before its re-check open half of the rest and nothing quick.
    if (!breath?.first || index >= d.breathWeeks) return open;
    return breathGates(id, open);
  };
  const blocks = proposeTiers(blocksOf(calendar), calendar, {
    wants,
    minutesIn: (phase) => minutesIn(input, phase),
    sport: input.sport ?? '',
    byHand: input.tiers ?? {},
    mayBe: (id, phase) =>
      gateOf(id, phase) > 0 && cautionFactor(id, input.cautions) > 0 && costOf(id, phase) !== undefined,
  });
  const novice = level === 'novice' || input.ageYears > 60;
  const entry = d.entry[input.trunkWork ?? 'once'] - (novice ? d.entryLess : 0);
  const anchors = new Set(
    anchorsOf(input.events.filter(({ onDate }) => onDate >= (calendar[0]?.startsOn ?? ''))).map(
      ({ id }) => id,
    ),
  );

  /** What may be trained in a week, whether or not it is its turn. */
  const rowsOf = (week: CalendarWeek, block: BlockTiers, sessions: number, low: boolean): FrameRow[] =>
    wants.flatMap((want): FrameRow[] => {
      const tier = block.tiers.get(want.id) ?? 'rest';
      const row = tier === 'rest' ? undefined : rowOf(want, tier, week, sessions, low);
      return row && gateOf(want.id, week.phase, week.index) > 0 ? [row] : [];
    });

  /** A quality in a week; undefined when no rung is left for it. */
  const rowOf = (
    want: Want,
    tier: FrameRow['tier'],
    week: CalendarWeek,
    sessions: number,
    low: boolean,
  ): FrameRow | undefined => {
    const cost = costOf(want.id, week.phase);
    const gate = gateOf(want.id, week.phase, week.index);
    if (!cost) return undefined;
    const isBreath = want.id === 'breath_brace';
    const opens = isBreath ? (input.breathOwned && tier !== 'main' ? 1 : sessions) : undefined;
    const mostPerExposure = level === 'advanced' && week.phase === 'load' && tier === 'main' ? 5 : 4;
    const least = isBreath
      ? 2 * (opens ?? 1)
      : low || tier === 'keep'
        ? d.leastKeep
        : phaseRules[week.phase].sets[0] * Math.min(2, sessions);
    const factor = cautionFactor(want.id, input.cautions);
    const cap = (d.capQuality[level] * gate * factor) / cost.dose;
    const setCap = isBreath
      ? (tier === 'main' ? 3 : 2) * (opens ?? 1)
      : tier === 'main'
        ? mostPerExposure * Math.min(3, sessions)
        : minutesIn(input, week.phase) <= d.longWeek
          ? d.keepMost
          : d.keepMostLong;
    const capBy: Hold = gate * factor < 1 ? (factor < 1 ? 'caution' : 'gate') : 'cap';
    return {
      want,
      id: want.id,
      tier,
      cost,
      least,
      // A gate or a caution that is shut stays shut; what is only narrow leaves the least.
      most: cap === 0 ? 0 : Math.max(least, Math.min(cap, setCap)),
      mostBy: setCap <= cap ? (tier === 'keep' ? 'tier' : 'set_cap') : capBy,
      mostPerExposure,
      opens,
    };
  };

  const barred: BarredLock[] = [];
  const locksOf = (week: CalendarWeek): Lock[] =>
    (input.locks ?? []).filter(({ startsOn }) => startsOn === week.startsOn);
  const trained = new Set(wants.filter(({ id }) => historyOf(input, id) > 0).map(({ id }) => id));
  const weeksOff = new Map<LadderQuality, number>();
  const first = calendar[0]?.startsOn ?? input.startsOn;
  let loadWeeks = input.loadWeeksDone ?? 0;
  let begun = trained.size > 0;
  /** Minutes the last load weeks may have had, were they whole. */
  let recent: readonly number[] = [];
  const weeks = calendar.map((week): FrameWeek => {
    const block = blocks.find((one) => week.index >= one.from && week.index < one.to) as BlockTiers;
    const black = week.kind === 'black';
    const sessionDays = black ? [] : sessionDaysIn(week, first, input);
    const sessions = sessionDays.length;
    const time = timeIn(input, week.phase);
    const share = sessions / time.sessionsPerWeek;
    const minutesAvailable =
      sessionDays.reduce((sum, day) => sum + minutesOn(input, addDays(first, day), week.phase), 0) +
      givenBy(input.giving, week.startsOn, 'minutes');
    const low = week.kind !== 'load';
    const eventWeek = week.kind === 'sharpen' && week.eventIds.some((id) => anchors.has(id));
    const fill = Math.min(1, entry + d.entryStep * loadWeeks);
    const lowShare = low && !black ? d.lowShare[week.kind as keyof typeof d.lowShare] : undefined;
    const base = { ...week, block, sessionDays, sessions, share, minutesAvailable, low, eventWeek, lowShare };
    const locks = locksOf(week);
    if (sessions === 0) {
      barred.push(
        ...locks.filter(({ sets }) => sets > 0).map((lock) => ({ lock, bar: 'no_days' as const, most: 0 })),
      );
      return { ...base, loadWeeks, fill, rows: [], waiting: [] };
    }
    // Nothing is trained for the first time in a low week, but by a coach's word.
    const usualRows = rowsOf(week, block, sessions, low).filter(
      ({ want }) => !low || !begun || trained.has(want.id),
    );
    const { rows, barred: cannot } = withLocks(
      usualRows,
      locks,
      (id) => {
        const want = wants.find((one) => one.id === id);
        return want && rowOf(want, block.tiers.get(id) === 'main' ? 'main' : 'keep', week, sessions, low);
      },
      wants.map(({ id }) => id),
    );
    barred.push(...cannot);
    const most = rows.reduce((sum, row) => sum + minutesOf(row, row.most, 0, sessions), 0);
    const usual =
      recent.length > 0
        ? recent.reduce((all, one) => all + one, 0) / recent.length
        : fill * minutesIn(input, week.phase);
    const room = low ? Math.min(minutesAvailable, (lowShare?.[1] ?? 1) * usual) : fill * minutesAvailable;
    const keepsOn = low ? Math.ceil(rows.filter(({ tier }) => tier === 'keep').length / 2) : rows.length;
    const least = fitLeast(
      rows,
      { sessions, minutes: room, dose: d.capTotal[level], bent: d.flexion },
      weeksOff,
      keepsOn,
    );
    for (const { id } of rows) {
      const on = (least.get(id) ?? 0) > 0;
      weeksOff.set(id, on ? 0 : (weeksOff.get(id) ?? 0) + (share < 1 ? 0 : 1));
      if (on) trained.add(id);
    }
    begun ||= trained.size > 0;
    const on = rows.flatMap((row) => {
      const sets = least.get(row.id) ?? 0;
      return sets > 0 ? [{ ...row, least: row.locked ? Math.min(row.least, sets) : sets }] : [];
    });
    const waiting = usualRows
      .filter(({ id }) => !locks.some((lock) => lock.quality === id))
      .filter(({ id }) => !on.some((row) => row.id === id))
      .sort((a, b) => (weeksOff.get(b.id) ?? 0) - (weeksOff.get(a.id) ?? 0))
      .map(({ id }) => id);
    const found = { ...base, loadWeeks, fill, rows: on, waiting };
    if (!low) {
      loadWeeks += 1;
      recent = [...recent, Math.min(fill * minutesIn(input, week.phase), most / share)].slice(
        -d.rampTotalWeeks,
      );
    }
    return found;
  });
  return { input, level, youth, calendar, blocks, wants, weeks, costOf, barred };
}

/** The events a season is planned towards, with the day they lie on and what they weigh; an open block's end stands for one. */
export function goalsOf({ input, calendar }: Pick<SeasonFrame, 'input' | 'calendar'>): {
  readonly id: string;
  readonly day: number;
  readonly weight: number;
}[] {
  const first = calendar[0]?.startsOn;
  if (!first) return [];
  const ahead = input.events.filter(({ onDate }) => onDate >= first);
  const anchors = anchorsOf(ahead);
  const goals = ahead.flatMap((event) => {
    const isAnchor = anchors.some(({ id }) => id === event.id);
    if (!isAnchor && event.priority !== 'B') return [];
    return [
      {
        id: event.id,
        day: daysBetween(first, event.onDate),
        weight: isAnchor ? d.eventWeight.A : d.eventWeight.B,
      },
    ];
  });
  const end = addDays(first, calendar.length * 7);
  return goals.length > 0 ? goals : [{ id: 'end', day: daysBetween(first, end), weight: d.eventWeight.A }];
}
