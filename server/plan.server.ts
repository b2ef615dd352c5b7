import { addDays, ageOn, weekStartOf } from '~/core/body/dates';
import { discipline, type QualityId, qualities, qualityIds, type Side } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { type ComposedWeek, type ComposeInput, compose } from '~/core/coach/compose';
import { type Proposal, progress, type SessionOutcome } from '~/core/coach/progress';
import { type PlanPriority, type PlanWeek, periodise, type SeasonPlan } from '~/core/plan/periodise';
import type { AthleteRow } from '~/db/queries/athletes';
import {
  heldBy,
  ladderStates,
  type NewSession,
  newId,
  recentLogs,
  replaceWeek,
  sessionsBetween,
} from '~/db/queries/coach';
import {
  addPriorityRun,
  addSeason,
  type BlackoutRow,
  blackoutsOf,
  newestSeason,
  type PlanWeekRow,
} from '~/db/queries/plan';
import type { SignedIn } from '~/db/queries/practice';
import { tradeFor } from './principal/trade.server';
import { linkSettings, type Picture, pictureOf, pillarCells } from './views/standing.server';

/** The school an athlete works by: their own, else the practice's. */
export const schoolOf = (who: Pick<SignedIn, 'schoolId'>, athlete: Pick<AthleteRow, 'schoolId'>): string =>
  athlete.schoolId ?? who.schoolId;

function planPriorities(picture: Picture): PlanPriority[] {
  return picture.linked.priorities.map((each) => ({
    quality: each.quality,
    side: each.side,
    priority: each.priority,
    capability: each.capability,
    demand: each.demand,
    weakerByGap: each.gap.acting > 0,
  }));
}

export type LogWithSets = Awaited<ReturnType<typeof recentLogs>>[number];

/** Mean weekly dose of the four weeks before a day, by quality and side, from what was logged. */
export function doseHistory(
  trade: Trade,
  logs: readonly LogWithSets[],
  before: string,
): Record<string, number> {
  const from = addDays(before, -28);
  const history: Record<string, number> = {};
  for (const log of logs) {
    if (log.onDate < from || log.onDate >= before) continue;
    for (const set of log.sets) {
      if (!trade.hasRung(set.rungId)) continue;
      const its = trade.ladderOf(set.rungId);
      const goal = trade.rung(set.rungId).goal.amount;
      const sided = qualities.some((each) => each.id === its.quality && each.sided);
      const keys = sided ? (set.side === 'both' ? ['left', 'right'] : [set.side]) : ['both'];
      for (const key of keys)
        history[`${its.quality}|${key}`] = (history[`${its.quality}|${key}`] ?? 0) + set.done / goal / 4;
    }
  }
  return history;
}

export interface SeasonMade {
  readonly plan: SeasonPlan;
  readonly startsOn: string;
}

/** Priorities to season, in memory. */
export function makeSeason(
  who: Pick<SignedIn, 'firstWeekday'>,
  picture: Picture,
  blackouts: readonly Pick<BlackoutRow, 'fromDate' | 'toDate' | 'reason'>[],
  history: Record<string, number>,
  startDay?: string,
): SeasonMade {
  const startsOn = weekStartOf(startDay ?? picture.today, who.firstWeekday);
  const { athlete } = picture;
  const plan = periodise({
    startsOn,
    events: picture.events.map(({ id, name, onDate, priority }) => ({ id, name, onDate, priority })),
    blackouts: blackouts.map(({ fromDate, toDate, reason }) => ({ from: fromDate, to: toDate, reason })),
    firstWeekday: who.firstWeekday,
    level: athlete.level,
    ageYears: ageOn(athlete.birthDate, picture.today),
    sessionsPerWeek: athlete.sessionsPerWeek,
    minutesPerSession: athlete.minutesPerSession,
    priorities: planPriorities(picture),
    blocked: picture.linked.blocked.map((each) => each.quality),
    cautions: picture.clearance.cautions,
    history,
  });
  return { plan, startsOn };
}

/** A ranking as it is stored: with the ids, settings and version it was made from. */
function runRow(who: Pick<SignedIn, 'practiceId' | 'settings' | 'catalogue'>, picture: Picture) {
  return {
    id: newId(),
    practiceId: who.practiceId,
    athleteId: picture.athlete.id,
    catalogueVersion: tradeFor(who).version,
    trialIds: picture.trials.map((trial) => trial.id),
    settings: { ...linkSettings(who) },
    cells: pillarCells(picture.linked),
  };
}

/** The run and season rows as they are stored, with the ids of what they were made from. */
export function seasonRows(
  who: Pick<SignedIn, 'practiceId' | 'settings' | 'staffId' | 'catalogue'>,
  picture: Picture,
  made: SeasonMade,
  seasonId: string,
  parentId: string | null,
  createdAt?: Date,
) {
  const run = { ...runRow(who, picture), ...(createdAt ? { createdAt } : {}) };
  const season = {
    id: seasonId,
    practiceId: who.practiceId,
    athleteId: picture.athlete.id,
    parentId,
    startsOn: made.startsOn,
    priorityRunId: run.id,
    catalogueVersion: tradeFor(who).version,
    warnings: [...made.plan.warnings],
    settings: {
      level: picture.athlete.level,
      sessionsPerWeek: picture.athlete.sessionsPerWeek,
      minutesPerSession: picture.athlete.minutesPerSession,
    },
    staffId: who.staffId,
    ...(createdAt ? { createdAt } : {}),
  };
  const weeks = made.plan.weeks.map((week) => ({
    ...week,
    reasons: [...week.reasons],
    eventIds: [...week.eventIds],
    cells: week.cells.map((cell) => ({ ...cell })),
  }));
  return { run, season, weeks };
}

/** Plans (or plans again) the season of a cleared athlete and lays out this week and the next. */
export async function planSeason(who: SignedIn, picture: Picture, seasonId: string): Promise<void> {
  const [blackouts, logs, previous] = await Promise.all([
    blackoutsOf(who.practiceId, picture.athlete.id),
    recentLogs(who.practiceId, picture.athlete.id, 40),
    newestSeason(who.practiceId, picture.athlete.id),
  ]);
  const made = makeSeason(
    who,
    picture,
    blackouts,
    doseHistory(tradeFor(who), logs, weekStartOf(picture.today, who.firstWeekday)),
  );
  const rows = seasonRows(who, picture, made, seasonId, previous?.season.id ?? null);
  await addSeason(rows.season, rows.weeks, rows.run);
  await layOutWeeks(who, picture);
}

/** Keeps what the newest trials say, for lists and for tracing. */
export async function keepPriorityRun(who: SignedIn, picture: Picture): Promise<void> {
  await addPriorityRun(runRow(who, picture));
}

type States = Awaited<ReturnType<typeof ladderStates>>;

/** What choosing rungs needs to know of an athlete. */
export function rungContext(
  who: Pick<SignedIn, 'schoolId' | 'practiceId' | 'catalogue'>,
  picture: Picture,
  states: readonly Pick<States[number], 'owned'>[],
) {
  const capability: Partial<Record<QualityId, number>> = {};
  for (const each of picture.assessment.capabilities) {
    if (each.capability === undefined) continue;
    capability[each.quality] = Math.min(capability[each.quality] ?? 120, each.capability);
  }
  return {
    trade: tradeFor(who),
    cautions: picture.clearance.cautions,
    kit: picture.athlete.kit,
    schoolId: schoolOf(who, picture.athlete),
    sport: discipline(picture.athlete.disciplineId).sport,
    owned: new Set(states.flatMap((state) => state.owned)),
    capability,
  };
}

function weakerSides(picture: Picture): ComposeInput['weakerSide'] {
  const weaker: Partial<Record<QualityId, { side: Side; acts: boolean; gapPercent: number }>> = {};
  for (const each of picture.linked.priorities) {
    if (each.side === 'both' || each.gap.verdict === 'none' || each.gap.verdict === 'stronger') continue;
    weaker[each.quality] = { side: each.side, acts: each.gap.acting > 0, gapPercent: each.gap.gap * 100 };
  }
  return weaker;
}

/** A week's doses to sessions, in memory. */
export function makeWeek(
  who: Pick<SignedIn, 'schoolId' | 'practiceId' | 'catalogue'>,
  picture: Picture,
  week: PlanWeek,
  states: readonly (Pick<States[number], 'ladderId' | 'rungId' | 'sets' | 'amount' | 'owned'> &
    Partial<Pick<States[number], 'load' | 'setting'>>)[],
  held: readonly QualityId[],
  from: { day: string; done: readonly string[] },
): ComposedWeek {
  const { athlete } = picture;
  const priority: Partial<Record<QualityId, number>> = {};
  for (const each of picture.linked.priorities)
    priority[each.quality] = Math.max(priority[each.quality] ?? 0, each.priority);
  return compose({
    ...rungContext(who, picture, states),
    week,
    weekdays: athlete.weekdays,
    sessionsPerWeek: athlete.sessionsPerWeek,
    minutesPerSession: athlete.minutesPerSession,
    massKg: athlete.massKg,
    under16: picture.age < 16,
    states: states.map(({ ladderId, rungId, sets, amount, load, setting }) => ({
      ladderId,
      rungId,
      sets,
      amount,
      load: load ?? null,
      setting: setting ?? null,
    })),
    weakerSide: weakerSides(picture),
    priority,
    eventDays: picture.events.map((event) => event.onDate),
    held,
    fromDay: from.day,
    doneDays: from.done,
  });
}

export function sessionRows(
  practiceId: string,
  athleteId: string,
  seasonVersionId: string,
  weekStart: string,
  composed: ComposedWeek,
): NewSession[] {
  return composed.sessions.map((session) => {
    const id = newId();
    return {
      session: {
        id,
        practiceId,
        athleteId,
        seasonVersionId,
        weekStart,
        onDate: session.onDate,
        minutes: session.minutes,
      },
      items: session.items.map((item, position) => ({
        id: newId(),
        sessionId: id,
        position,
        ladderId: item.ladderId,
        rungId: item.rungId,
        quality: item.quality,
        sets: item.sets,
        amount: item.amount,
        unit: item.unit,
        sided: item.sided,
        restS: item.restS,
        minutes: item.minutes,
        dose: item.dose,
        detail: {
          name: item.name,
          firstSide: item.firstSide,
          extraSetSide: item.extraSetSide,
          tempo: item.tempo,
          load: item.load,
          setting: item.setting,
          breath: item.breath,
          cues: [...item.cues],
          schoolCue: item.schoolCue,
          schoolDose: item.schoolDose,
          endsSet: [...item.endsSet],
          why: { ...item.why },
        },
      })),
    };
  });
}

export const toPlanWeek = (row: PlanWeekRow): PlanWeek => ({
  ...row,
  cells: row.cells.map((cell) => ({ ...cell, quality: cell.quality as QualityId })),
});

/** Qualities on hold by an open pain flag. */
export async function heldQualities(
  who: Pick<SignedIn, 'practiceId'>,
  athleteId: string,
): Promise<QualityId[]> {
  const held = await heldBy(who.practiceId, athleteId);
  return qualityIds.filter((id) => held.includes(id));
}

/** Composes this week (from today on) and the next from the newest season; logged days stay. */
export async function layOutWeeks(who: SignedIn, picture: Picture): Promise<void> {
  const newest = await newestSeason(who.practiceId, picture.athlete.id);
  if (!newest || picture.clearance.allows === 'nothing') return;
  const [states, held] = await Promise.all([
    ladderStates(who.practiceId, picture.athlete.id),
    heldQualities(who, picture.athlete.id),
  ]);
  const thisWeek = weekStartOf(picture.today, who.firstWeekday);
  for (const weekStart of [thisWeek, addDays(thisWeek, 7)]) {
    const week = newest.weeks.find((each) => each.startsOn === weekStart);
    if (!week) continue;
    const stored = await sessionsBetween(
      who.practiceId,
      picture.athlete.id,
      weekStart,
      addDays(weekStart, 6),
    );
    const done = stored.filter((session) => session.log).map((session) => session.onDate);
    const composed = makeWeek(who, picture, toPlanWeek(week), states, held, { day: picture.today, done });
    await replaceWeek(
      who.practiceId,
      picture.athlete.id,
      weekStart,
      picture.today,
      sessionRows(who.practiceId, picture.athlete.id, newest.season.id, weekStart, composed),
    );
  }
}

export const toOutcome = (log: LogWithSets): SessionOutcome => ({
  logId: log.id,
  onDate: log.onDate,
  effort: log.effort,
  painScore: log.painScore,
  painRegion: log.painRegion,
  sets: log.sets.map(({ ladderId, rungId, setNo, side, planned, done, faultId }) => ({
    ladderId,
    rungId,
    setNo,
    side,
    planned,
    done,
    faultId,
  })),
});

/** Proposals for next time from the logs so far and the newest one. */
export async function proposalsFor(
  who: SignedIn,
  athlete: AthleteRow,
  newest: SessionOutcome,
): Promise<Proposal[]> {
  const [picture, logs, states] = await Promise.all([
    pictureOf(who, athlete),
    recentLogs(who.practiceId, athlete.id),
    ladderStates(who.practiceId, athlete.id),
  ]);
  const earlier = logs.filter((log) => log.id !== newest.logId).map(toOutcome);
  return progress({ ...rungContext(who, picture, states), outcomes: [...earlier, newest], states });
}
