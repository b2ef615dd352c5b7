import { addDays, daysBetween, type IsoDay, weekStartOf } from '~/core/body/dates';

export const phases = ['ground', 'build', 'load', 'sport', 'sharpen', 'hold', 'restore'] as const;
export type Phase = (typeof phases)[number];

export const phaseNames: Readonly<Record<Phase, string>> = {
  ground: 'Ground',
  build: 'Build',
  load: 'Load',
  sport: 'Sport',
  sharpen: 'Sharpen',
  hold: 'Hold',
  restore: 'Restore',
};

export const phaseAims: Readonly<Record<Phase, string>> = {
  ground: 'Breathe, brace, own contact and a level pelvis',
  build: 'Endurance of holds, both sides equal',
  load: 'Strength: lever, weight, one limb',
  sport: 'Dynamic, reactive, sport shapes',
  sharpen: 'Freshness: dose down, intensity kept, nothing new',
  hold: 'Keep what is there',
  restore: 'Easy control, then re-screen',
};

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

export interface CalendarInput {
  readonly startsOn: IsoDay;
  readonly events: readonly PlanEvent[];
  readonly blackouts: readonly Blackout[];
  readonly firstWeekday: 0 | 1;
  /** Every Nth load week is a deload: 4, or 3 for novice, under 16 and over 45. */
  readonly deloadEvery: number;
}

/** Default phase lengths in weeks with their least and most; from the season rules. */
const lengths = {
  ground: [3, 1, 4],
  build: [5, 0, 6],
  load: [4, 0, 5],
  sport: [3, 0, 4],
  sharpen: [2, 1, 2],
} as const;
type Cycle = keyof typeof lengths;
const cycle: readonly Cycle[] = ['ground', 'build', 'load', 'sport', 'sharpen'];
const restoreWeeks = 2;

/**
 * Splits n weeks before an A event into phases, the event week last. Too little time shrinks Load, then Sport, then
 * Build, then Ground to one week and Sharpen to one; more time stretches Build, Load, Sport and Ground to their most,
 * and what is left over is held at the start.
 */
export function splitPhases(weeks: number): Phase[] {
  const size: Record<Cycle, number> = { ground: 3, build: 5, load: 4, sport: 3, sharpen: weeks < 8 ? 1 : 2 };
  const sum = () => cycle.reduce((total, phase) => total + size[phase], 0);
  for (const phase of ['load', 'sport', 'build', 'ground'] as const) {
    while (sum() > weeks && size[phase] > (phase === 'ground' ? lengths.ground[1] : Math.min(2, size[phase])))
      size[phase] -= 1;
  }
  for (const phase of ['load', 'sport', 'build', 'sharpen', 'ground'] as const) {
    while (sum() > weeks && size[phase] > (phase === 'sharpen' ? 1 : 0)) size[phase] -= 1;
  }
  for (const phase of ['build', 'load', 'sport', 'ground'] as const) {
    while (sum() < weeks && size[phase] < lengths[phase][2]) size[phase] += 1;
  }
  const plan = cycle.flatMap((phase) => Array<Phase>(size[phase]).fill(phase));
  return [...Array<Phase>(Math.max(0, weeks - plan.length)).fill('hold'), ...plan].slice(-weeks);
}

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

function phaseRow(input: CalendarInput, anchors: readonly PlanEvent[], total: number): Phase[] {
  const row: Phase[] = [];
  let from = 0;
  for (const [i, anchor] of anchors.entries()) {
    const at = weekIndexOf(input.startsOn, anchor.onDate);
    const span = at - from + 1;
    if (span <= 0) continue;
    if (i === 0) row.push(...splitPhases(span));
    else if (span <= 6) row.push(...Array<Phase>(Math.max(0, span - 1)).fill('hold'), 'sharpen');
    // A later cycle starts from what was built: one easy week, then no Ground again.
    else row.push('restore', ...splitPhases(span - 1).map((phase) => (phase === 'ground' ? 'build' : phase)));
    from = at + 1;
  }
  while (row.length < total) row.push('restore');
  return row.slice(0, total);
}

/** Lays out the weeks from the season's first day to two weeks after its last anchor event, each of one kind. */
export function seasonCalendar(input: CalendarInput): CalendarWeek[] {
  const startsOn = weekStartOf(input.startsOn, input.firstWeekday);
  const events = input.events.filter((event) => event.onDate >= startsOn);
  const anchors = anchorsOf(events);
  const last = anchors.at(-1);
  if (!last) return [];
  const total = weekIndexOf(startsOn, last.onDate) + 1 + restoreWeeks;
  const phaseOf = phaseRow({ ...input, startsOn }, anchors, total);
  const anchorWeeks = new Set(anchors.map((event) => weekIndexOf(startsOn, event.onDate)));
  const lastAnchorWeek = weekIndexOf(startsOn, last.onDate);
  const blackDays = Array.from(
    { length: total },
    (_, week) =>
      Array.from({ length: 7 }, (_, d) => addDays(startsOn, week * 7 + d)).filter((day) =>
        input.blackouts.some((b) => day >= b.from && day <= b.to),
      ).length,
  );
  const eventsOf = Array.from({ length: total }, (_, week) =>
    events.filter((event) => weekIndexOf(startsOn, event.onDate) === week),
  );

  const fixed = (week: number): WeekKind | undefined => {
    if (week >= total) return undefined;
    if ((blackDays[week] ?? 0) >= 4) return 'black';
    if (phaseOf[week] === 'sharpen' || anchorWeeks.has(week)) return 'sharpen';
    if (phaseOf[week] === 'restore')
      return anchorWeeks.has(week - 1) && week - 1 !== lastAnchorWeek ? 'after' : 'restore';
    if (eventsOf[week]?.some((event) => event.priority === 'B')) return 'event';
    if (anchorWeeks.has(week - 1) && week - 1 !== lastAnchorWeek) return 'after';
    return undefined;
  };
  const low = (week: number) => ['black', 'sharpen', 'event'].includes(fixed(week) ?? '');

  let sinceLow = 0;
  let sinceTest = 0;
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
