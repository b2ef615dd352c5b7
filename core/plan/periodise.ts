import type { IsoDay } from '~/core/body/dates';
import {
  catalogueVersion,
  type QualityId,
  quality,
  qualityIds,
  type SideKey,
  sideKeysOf,
} from '~/core/catalogue';
import {
  anchorsOf,
  type Blackout,
  type CalendarWeek,
  type Phase,
  type PlanEvent,
  seasonCalendar,
} from './calendar';

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
}

export interface DoseCell {
  readonly quality: QualityId;
  readonly side: SideKey;
  /** 1.0 is one effort to failure; of one side for sided qualities. */
  readonly dose: number;
}

export interface PlanWeek extends CalendarWeek {
  readonly cells: readonly DoseCell[];
  /** Minutes these doses take, without set-up. */
  readonly minutes: number;
  readonly minutesAvailable: number;
  /** Which rules hold this week down, in words. */
  readonly reasons: readonly string[];
}

export interface SeasonPlan {
  readonly weeks: readonly PlanWeek[];
  readonly warnings: readonly string[];
  readonly catalogueVersion: string;
}

/** Defaults of the dose budget; the solver that will replace the inside of `periodise` takes the same. */
export const planDefaults = {
  /** Minutes per dose and side, rests included. */
  minutesPerDose: {
    breath_brace: 3,
    anti_extension: 2,
    anti_lateral: 1.8,
    anti_rotation: 1.8,
    extension_endurance: 2.2,
    hip_extension: 1.8,
    pelvic_level: 1.5,
    trunk_flexion_control: 2,
    reactive: 2.5,
  } satisfies Record<QualityId, number>,
  capQuality: { novice: 4, trained: 7, advanced: 10 },
  capTotal: { novice: 18, trained: 30, advanced: 42 },
  rampTotal: 0.1,
  rampQuality: 0.25,
  rampTotalYouth: 0.07,
  rampQualityYouth: 0.15,
  rampQualityStep: 0.15,
  rampTotalStep: 1,
  /** One set at share 0.65: less cannot be prescribed. */
  minimumDose: 0.65,
  shareOfLoad: {
    load: 1,
    deload: 0.55,
    event: 0.7,
    after: 0.6,
    restore: 0.5,
    sharpenFirst: 0.6,
    sharpenEvent: 0.45,
    black: 0,
  },
  weakerToStronger: 1.5,
  setUpMinutesPerSession: 2,
  fadeDays: 42,
} as const;

/** Share of the quality cap a phase opens; everything else is fully open. */
const phaseGates: Readonly<Partial<Record<Phase, Partial<Record<QualityId, number>>>>> = {
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

function cautionFactor(id: QualityId, cautions: readonly string[]): number {
  let factor = 1;
  const has = (...ids: string[]) => ids.some((id) => cautions.includes(id));
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

interface Want {
  readonly id: QualityId;
  /** Share of the dose above the minimum. */
  readonly weight: number;
  readonly weaker: SideKey | undefined;
  readonly sided: boolean;
}

/** Mean dose a quality may have when its weaker side takes the larger share of it. */
const sideFactor = (want: Want) =>
  want.weaker ? (2 * planDefaults.weakerToStronger) / (planDefaults.weakerToStronger + 1) : 1;
const minutesOf = (want: Want, dose: number) =>
  planDefaults.minutesPerDose[want.id] * dose * (want.sided ? 2 : 1);
const round = (value: number) => Math.round(value * 20) / 20;

function wantsOf(input: PeriodiseInput): Want[] {
  return qualityIds
    .filter((id) => !input.blocked.includes(id))
    .map((id): Want => {
      const rows = input.priorities.filter((priority) => priority.quality === id);
      const demand = rows[0]?.demand ?? 0;
      const priority =
        rows.length > 0 ? rows.reduce((sum, priority) => sum + priority.priority, 0) / rows.length : 0;
      const weaker = rows.find((priority) => priority.weakerByGap)?.side;
      // What the sport needs keeps a share even when nothing is short of it.
      return { id, weight: Math.max(priority, (0.06 * demand) / 5), weaker, sided: quality(id).sided };
    })
    .filter((want) => want.weight > 0.01);
}

/**
 * Priorities to plan: phases back-planned from the events and a weekly dose for every quality and side. A rule-based
 * allocation: each load week may grow on the mean of the last load weeks (10 % in all, 25 % for one quality), within
 * caps, phase gates, cautions and minutes; the room is shared by priority above one minimum set each; the weaker side
 * gets 1.5 x the stronger while its gap acts. Low weeks take their share of the last load weeks. Every week says
 * which rules held it down.
 */
export function periodise(input: PeriodiseInput): SeasonPlan {
  const youth = input.ageYears < 16;
  const level: Level = youth ? 'novice' : input.level;
  const d = planDefaults;
  const warnings: string[] = [];
  const deloadEvery = level === 'novice' || input.ageYears > 45 ? 3 : 4;
  const calendar = seasonCalendar({
    startsOn: input.startsOn,
    events: input.events,
    blackouts: input.blackouts,
    firstWeekday: input.firstWeekday,
    deloadEvery,
  });
  if (calendar.length === 0) warnings.push('No event lies ahead: enter one to plan back from.');
  const anchors = anchorsOf(input.events.filter((event) => event.onDate >= input.startsOn));
  if (anchors[0] && anchors[0].priority !== 'A')
    warnings.push(`No A event: the season is built back from ${anchors[0].name}.`);
  const wants = wantsOf(input);
  const untested = qualityIds.filter((id) =>
    input.priorities.some((p) => p.quality === id && p.capability === undefined),
  );
  if (untested.length > 0)
    warnings.push(
      `Untested, so given the minimum only: ${untested.map((id) => quality(id).name.toLowerCase()).join(', ')}.`,
    );
  const rampTotal = youth ? d.rampTotalYouth : d.rampTotal;
  const rampQuality = youth ? d.rampQualityYouth : d.rampQuality;
  const breathLow = input.priorities.some(
    (p) => p.quality === 'breath_brace' && p.capability !== undefined && p.capability < 70,
  );

  /** Mean doses of past load weeks, newest last, with the days since (blackouts fade them). */
  const past: { doses: Map<QualityId, number>; blackWeeksAfter: number }[] = [];
  const historyOf = (id: QualityId) => {
    const values = sideKeysOf(id).map((side) => input.history?.[`${id}|${side}`] ?? 0);
    return values.reduce((a, b) => a + b, 0) / values.length;
  };
  const baseOf = (id: QualityId) => {
    const lastFour = past.slice(-4);
    if (lastFour.length === 0) return Math.max(historyOf(id), d.minimumDose);
    const sum = lastFour.reduce(
      (total, week) => total + (week.doses.get(id) ?? 0) * Math.exp((-7 * week.blackWeeksAfter) / d.fadeDays),
      0,
    );
    return Math.max(sum / lastFour.length, d.minimumDose);
  };

  const weeks = calendar.map((week): PlanWeek => {
    const minutesAvailable = Math.max(
      0,
      (input.sessionsPerWeek * (input.minutesPerSession - d.setUpMinutesPerSession) * (7 - week.blackDays)) /
        7,
    );
    const reasons: string[] = [];
    if (week.kind === 'black') {
      for (const event of past) event.blackWeeksAfter += 1;
      return { ...week, cells: [], minutes: 0, minutesAvailable: 0, reasons: ['Blackout: nothing planned.'] };
    }
    const open = wants.filter((want) => ceiling(want, week) > 0);
    const upper = new Map(
      open.map((want) => {
        const ramp = baseOf(want.id) * (1 + rampQuality) + d.rampQualityStep;
        return [want.id, Math.min(ceiling(want, week), ramp)];
      }),
    );
    const baseTotal = open.reduce((sum, want) => sum + baseOf(want.id), 0);
    const isEventWeek = week.eventIds.some((id) => anchors.some((anchor) => anchor.id === id));
    const share =
      week.kind === 'sharpen'
        ? isEventWeek
          ? d.shareOfLoad.sharpenEvent
          : d.shareOfLoad.sharpenFirst
        : d.shareOfLoad[week.kind];
    let doses: Map<QualityId, number>;
    if (week.kind === 'load') {
      const room = Math.min(d.capTotal[level], baseTotal * (1 + rampTotal) + d.rampTotalStep);
      if (room === d.capTotal[level])
        reasons.push(`The total cap for ${level} athletes (${room} doses) holds this week.`);
      doses = shareRoom(open, upper, room);
      const full = open.filter((want) => (doses.get(want.id) ?? 0) >= (upper.get(want.id) ?? 0) - 0.01);
      const gated = full.filter(
        (want) =>
          (phaseGates[week.phase]?.[want.id] ?? 1) < 1 &&
          (upper.get(want.id) ?? 0) >= ceiling(want, week) - 0.01,
      );
      if (gated.length > 0)
        reasons.push(`The phase holds ${gated.map((w) => quality(w.id).name.toLowerCase()).join(', ')}.`);
      if (full.length > gated.length)
        reasons.push(
          `The 25 % ramp holds ${full
            .filter((w) => !gated.includes(w))
            .map((w) => quality(w.id).name.toLowerCase())
            .join(', ')}.`.replace('25', String(Math.round(rampQuality * 100))),
        );
      else if (room < d.capTotal[level])
        reasons.push(`The ${Math.round(rampTotal * 100)} % ramp in all holds this week.`);
    } else {
      reasons.push(lowWeekReason(week.kind, share, isEventWeek));
      doses = new Map(
        open.map((want) => [
          want.id,
          Math.min(ceiling(want, week), share * baseOf(want.id) + (1 - share) * 0.5 * d.minimumDose),
        ]),
      );
    }
    const before = total(open, doses);
    doses = fitMinutes(open, doses, minutesAvailable);
    if (total(open, doses) < before - 0.01)
      reasons.unshift(`${Math.round(minutesAvailable)} minutes hold this week.`);
    if (week.kind === 'load') past.push({ doses, blackWeeksAfter: 0 });
    const cells = open.flatMap((want) => cellsOf(want, doses.get(want.id) ?? 0));
    return {
      ...week,
      cells,
      minutes: Math.round(cells.reduce((sum, cell) => sum + cell.dose * d.minutesPerDose[cell.quality], 0)),
      minutesAvailable: Math.round(minutesAvailable),
      reasons,
    };
  });
  return { weeks, warnings, catalogueVersion };

  function ceiling(want: Want, week: CalendarWeek): number {
    const firstTwoWeeks = week.index < 2;
    const history = historyOf(want.id) > 0;
    let gate = phaseGates[week.phase]?.[want.id] ?? 1;
    if (history) gate = Math.max(gate, 0.3);
    if (breathLow && firstTwoWeeks && want.id !== 'breath_brace' && want.id !== 'pelvic_level')
      gate = want.id === 'reactive' ? 0 : Math.min(gate, 0.5);
    return (d.capQuality[level] * gate * cautionFactor(want.id, input.cautions)) / sideFactor(want);
  }

  function total(open: readonly Want[], doses: ReadonlyMap<QualityId, number>): number {
    return open.reduce((sum, want) => sum + (doses.get(want.id) ?? 0), 0);
  }
}

function lowWeekReason(kind: string, share: number, eventWeek: boolean): string {
  const percent = `${Math.round(share * 100)} % of the last load weeks`;
  if (kind === 'deload') return `Deload: ${percent}.`;
  if (kind === 'event') return `B event: ${percent}.`;
  if (kind === 'sharpen')
    return eventWeek ? `Event week: ${percent}, early in the week.` : `Sharpen: ${percent}, nothing new.`;
  return kind === 'after' ? `After the event: ${percent}.` : `Restore: ${percent}.`;
}

/** Shares a total over qualities: one minimum set each, the rest by weight, none above its upper bound. */
function shareRoom(
  open: readonly Want[],
  upper: ReadonlyMap<QualityId, number>,
  room: number,
): Map<QualityId, number> {
  const doses = new Map(
    open.map((want) => [want.id, Math.min(planDefaults.minimumDose, upper.get(want.id) ?? 0)]),
  );
  let left = room - [...doses.values()].reduce((a, b) => a + b, 0);
  for (let pass = 0; pass < open.length && left > 0.01; pass += 1) {
    const active = open.filter((want) => (doses.get(want.id) ?? 0) < (upper.get(want.id) ?? 0) - 1e-6);
    const weights = active.reduce((sum, want) => sum + want.weight, 0);
    if (weights === 0) break;
    let given = 0;
    for (const want of active) {
      const now = doses.get(want.id) ?? 0;
      const add = Math.min((left * want.weight) / weights, (upper.get(want.id) ?? 0) - now);
      doses.set(want.id, now + add);
      given += add;
    }
    left -= given;
  }
  return doses;
}

/** Shrinks doses above the minimum set until they fit the minutes; then drops the least wanted. */
function fitMinutes(
  open: readonly Want[],
  doses: ReadonlyMap<QualityId, number>,
  minutes: number,
): Map<QualityId, number> {
  const fitted = new Map(doses);
  const used = () => open.reduce((sum, want) => sum + minutesOf(want, fitted.get(want.id) ?? 0), 0);
  const least = (want: Want) => Math.min(planDefaults.minimumDose, doses.get(want.id) ?? 0);
  const floor = open.reduce((sum, want) => sum + minutesOf(want, least(want)), 0);
  if (used() <= minutes) return fitted;
  if (floor <= minutes) {
    const keep = (minutes - floor) / (used() - floor);
    for (const want of open)
      fitted.set(want.id, least(want) + keep * ((doses.get(want.id) ?? 0) - least(want)));
    return fitted;
  }
  for (const want of open) fitted.set(want.id, least(want));
  for (const want of [...open].sort((a, b) => a.weight - b.weight)) {
    if (used() <= minutes) break;
    fitted.set(want.id, 0);
  }
  return fitted;
}

function cellsOf(want: Want, dose: number): DoseCell[] {
  if (dose <= 0) return [];
  if (!want.sided) return [{ quality: want.id, side: 'both', dose: round(dose) }];
  const m = planDefaults.weakerToStronger;
  return sideKeysOf(want.id).map((side) => {
    const part = want.weaker === undefined ? 1 : side === want.weaker ? (2 * m) / (m + 1) : 2 / (m + 1);
    return { quality: want.id, side, dose: round(dose * part) };
  });
}
