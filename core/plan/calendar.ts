import { addDays, daysBetween, type IsoDay, weekStartOf } from '~/core/body/dates';
import { type Phase, phases } from '~/core/catalogue/phases';
import { type PhaseStart, phasesByHand } from './hand/by-hand';

/** One kind a week, in order of precedence. */
export type WeekKind = 'black' | 'sharpen' | 'restore' | 'event' | 'after' | 'deload' | 'load';

export type EventPriority = 'A' | 'B' | 'C';

export interface PlanEvent {
  readonly id: string;
  readonly name: string;
  readonly onDate: IsoDay;
  readonly priority: EventPriority;
}

export interface Blackout {
  /** As it is stored; none for one that is only supposed. */
  readonly id?: string | undefined;
  readonly from: IsoDay;
  readonly to: IsoDay;
  readonly reason: string;
}

export interface CalendarWeek {
  readonly index: number;
  readonly startsOn: IsoDay;
  readonly phase: Phase;
  readonly kind: WeekKind;
  readonly retest: boolean;
  /** Days of the week lost to a blackout, 0-7. */
  readonly blackDays: number;
  readonly eventIds: readonly string[];
}

/** A plan that is made again: where it stands in the cycle and in its rhythm of low weeks and retests. */
export interface UnderWayPlan {
  readonly phase: Phase;
  /** Weeks of the cycle that lie behind. */
  readonly weeks: number;
  /** Load weeks since the last low one, and weeks since the last retest. */
  readonly sinceLow?: number | undefined;
  readonly sinceTest?: number | undefined;
}

export interface CalendarInput {
  readonly startsOn: IsoDay;
  readonly events: readonly PlanEvent[];
  readonly blackouts: readonly Blackout[];
  readonly firstWeekday: 0 | 1;
  /** Every Nth load week is a deload: 4, or 3 for novice, under 16 and over 45. */
  readonly deloadEvery: number;
  /** Weeks of an open block when there is no event to plan back from. */
  readonly openWeeks?: number | undefined;
  /** A plan made again does not begin at Ground again, nor its low weeks anew. */
  readonly under?: UnderWayPlan | undefined;
  /** Phases set by hand; the weeks of the events they lead to, and what comes after the last, stay what they are. */
  readonly phaseStarts?: readonly PhaseStart[] | undefined;
  /** Ground ends when it is mastered, and is or is not; left out it ends on its date. */
  readonly groundMastered?: boolean | undefined;
}

/** Default phase lengths in weeks, and the most they are stretched to. */
const lengths = {
  ground: [3, 6],
  build: [5, 10],
  load: [4, 8],
  sport: [3, 8],
} as const;
type Cycle = keyof typeof lengths | 'sharpen';
const cycle: readonly Cycle[] = ['ground', 'build', 'load', 'sport', 'sharpen'];
const restoreWeeks = 2;

/**
 * Splits n weeks before an A event into phases, the event week last. Too little time shrinks Load, then Sport, then Build,
 * then Ground to one week and Sharpen to one. Weeks left over lengthen Build, Load, Ground and Sport in turn, a week each, to
 * their most; what is left even then is more Ground. A season never opens with Hold.
 */
export function splitPhases(weeks: number): Phase[] {
  const size: Record<Cycle, number> = {
    ground: lengths.ground[0],
    build: lengths.build[0],
    load: lengths.load[0],
    sport: lengths.sport[0],
    sharpen: weeks < 8 ? 1 : 2,
  };
  const sum = () => cycle.reduce((total, phase) => total + size[phase], 0);
  for (const phase of ['load', 'sport', 'build', 'ground'] as const)
    while (sum() > weeks && size[phase] > (phase === 'ground' ? 1 : 2)) size[phase] -= 1;
  for (const phase of ['load', 'sport', 'build', 'sharpen', 'ground'] as const)
    while (sum() > weeks && size[phase] > (phase === 'sharpen' ? 1 : 0)) size[phase] -= 1;
  for (let grew = true; grew && sum() < weeks; ) {
    grew = false;
    for (const phase of ['build', 'load', 'ground', 'sport'] as const)
      if (sum() < weeks && size[phase] < lengths[phase][1]) {
        size[phase] += 1;
        grew = true;
      }
  }
  size.ground += Math.max(0, weeks - sum());
  return cycle.flatMap((phase) => Array<Phase>(size[phase]).fill(phase)).slice(-weeks);
}

/** Weeks an open block may have. */
export const openBlock = { least: 4, most: 12, usual: 8 } as const;

/** An open block without an event: a quarter Ground, the larger half of the rest Build, then Load. */
export function splitOpenBlock(weeks: number): Phase[] {
  const ground = Math.max(1, Math.round(weeks / 4));
  const build = Math.ceil((weeks - ground) / 2);
  return [
    ...Array<Phase>(ground).fill('ground'),
    ...Array<Phase>(build).fill('build'),
    ...Array<Phase>(weeks - ground - build).fill('load'),
  ];
}

/** Does a day lie in a time without training? */
export const blackedOut = (day: IsoDay, blackouts: readonly Blackout[]): boolean =>
  blackouts.some((blackout) => day >= blackout.from && day <= blackout.to);

function weekIndexOf(startsOn: IsoDay, day: IsoDay): number {
  return Math.floor(daysBetween(startsOn, day) / 7);
}

/** The events the season is built back from: A events, or the most important one when there is no A. */
export function anchorsOf(events: readonly PlanEvent[]): PlanEvent[] {
  const sorted = [...events].sort((a, b) => a.onDate.localeCompare(b.onDate));
  const top = (['A', 'B', 'C'] as const).find((priority) =>
    sorted.some((event) => event.priority === priority),
  );
  return top === 'A'
    ? sorted.filter((event) => event.priority === 'A')
    : sorted.filter((event) => event.priority === top).slice(-1);
}

/** Weeks the phases after Ground keep, however long it takes to master it: two of each, and one to sharpen. */
const keptAfterGround = 7;

/**
 * Ground by mastery. Mastered, the week at hand is its last. Not mastered while it is under way, the next week is Ground as well,
 * each time it is planned again, while the others keep theirs.
 */
function byMastery(row: readonly Phase[], { groundMastered, under }: CalendarInput): Phase[] {
  if (groundMastered === undefined || (under && under.phase !== 'ground')) return [...row];
  const next = row.find((phase) => phase !== 'ground');
  if (groundMastered)
    return row.map((phase, week) => (phase === 'ground' && week > 0 && next ? next : phase));
  return under && row.length > keptAfterGround + 1 ? ['ground', 'ground', ...row.slice(2)] : [...row];
}

/** Weeks to the first event: of a plan under way those that are left of it, none of them before the phase it is in. */
function firstCycle(span: number, input: CalendarInput): Phase[] {
  const { under } = input;
  if (!under || !(cycle as readonly Phase[]).includes(under.phase))
    return byMastery(splitPhases(span), input);
  const row = splitPhases(span + under.weeks).slice(-span);
  const at = phases.indexOf(under.phase);
  return byMastery(
    row.map((phase) => (phases.indexOf(phase) < at ? under.phase : phase)),
    input,
  );
}

function phaseRow(input: CalendarInput, anchors: readonly PlanEvent[], total: number): Phase[] {
  const row: Phase[] = [];
  let from = 0;
  for (const [i, anchor] of anchors.entries()) {
    const at = weekIndexOf(input.startsOn, anchor.onDate);
    const span = at - from + 1;
    if (span <= 0) continue;
    if (i === 0) row.push(...firstCycle(span, input));
    else if (span <= 6) row.push(...Array<Phase>(Math.max(0, span - 1)).fill('hold'), 'sharpen');
    // A later cycle starts from what was built: one easy week, then no Ground again.
    else row.push('restore', ...splitPhases(span - 1).map((phase) => (phase === 'ground' ? 'build' : phase)));
    from = at + 1;
  }
  while (row.length < total) row.push('restore');
  return row.slice(0, total);
}

function openCycle(weeks: number, input: CalendarInput): Phase[] {
  const { under } = input;
  const at = under ? phases.indexOf(under.phase) : 0;
  return byMastery(
    splitOpenBlock(weeks).map((phase) => (under && phases.indexOf(phase) < at ? under.phase : phase)),
    input,
  );
}

/** Lays out the weeks from the season's first day to two weeks after its last anchor event, each of one kind. */
export function seasonCalendar(input: CalendarInput): CalendarWeek[] {
  const startsOn = weekStartOf(input.startsOn, input.firstWeekday);
  const events = input.events.filter((event) => event.onDate >= startsOn);
  const anchors = anchorsOf(events);
  const last = anchors.at(-1);
  if (!last && !input.openWeeks) return [];
  const openRow = last ? [] : openCycle(input.openWeeks ?? 0, input);
  const lastAnchorWeek = last ? weekIndexOf(startsOn, last.onDate) : -1;
  const total = last ? lastAnchorWeek + 1 + restoreWeeks : openRow.length;
  const anchorWeeks = new Set(anchors.map((event) => weekIndexOf(startsOn, event.onDate)));
  const usual = last ? phaseRow({ ...input, startsOn }, anchors, total) : openRow;
  const byHand = phasesByHand(
    usual.map((phase, week) => ({ phase, startsOn: addDays(startsOn, week * 7) })),
    input.phaseStarts,
  );
  const phaseOf = usual.map((phase, week) =>
    anchorWeeks.has(week) || (last && week > lastAnchorWeek) ? phase : (byHand[week] ?? phase),
  );
  const blackDays = Array.from(
    { length: total },
    (_, week) =>
      Array.from({ length: 7 }, (_, d) => addDays(startsOn, week * 7 + d)).filter((day) =>
        blackedOut(day, input.blackouts),
      ).length,
  );
  const eventsOf = Array.from({ length: total }, (_, week) =>
    events.filter((event) => weekIndexOf(startsOn, event.onDate) === week),
  );

  const fixed = (week: number): WeekKind | undefined => {
    if (week >= total) return undefined;
    if ((blackDays[week] ?? 0) === 7) return 'black';
    if (phaseOf[week] === 'sharpen' || anchorWeeks.has(week)) return 'sharpen';
    if (phaseOf[week] === 'restore')
      return anchorWeeks.has(week - 1) && week - 1 !== lastAnchorWeek ? 'after' : 'restore';
    if (eventsOf[week]?.some((event) => event.priority === 'B')) return 'event';
    if (anchorWeeks.has(week - 1) && week - 1 !== lastAnchorWeek) return 'after';
    return undefined;
  };
  const low = (week: number) => ['black', 'sharpen', 'event'].includes(fixed(week) ?? '');

  let sinceLow = input.under?.sinceLow ?? 0;
  let sinceTest = input.under?.sinceTest ?? 0;
  const important = events.filter((event) => event.priority !== 'C');
  return Array.from({ length: total }, (_, week): CalendarWeek => {
    let kind = fixed(week);
    if (kind) sinceLow = 0;
    else {
      sinceLow += 1;
      // A low week right after stands in for the deload.
      const deload = sinceLow >= input.deloadEvery && !low(week + 1) && !low(week + 2);
      kind = deload ? 'deload' : 'load';
      if (deload) sinceLow = 0;
    }
    const weekStart = addDays(startsOn, week * 7);
    sinceTest += 1;
    const nearEvent = important.some((event) => {
      const days = daysBetween(addDays(weekStart, 6), event.onDate);
      return days >= -6 && days < 8;
    });
    const retest = !nearEvent && ((kind === 'deload' && sinceTest >= 4) || week === total - 1);
    if (retest) sinceTest = 0;
    return {
      index: week,
      startsOn: weekStart,
      phase: phaseOf[week] ?? 'restore',
      kind,
      retest,
      blackDays: blackDays[week] ?? 0,
      eventIds: (eventsOf[week] ?? []).map((event) => event.id),
    };
  });
}
