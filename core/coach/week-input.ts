import type { IsoDay } from '~/core/body/dates';
import { discipline, type QualityId } from '~/core/catalogue';
import type { Flexion } from '~/core/clear/flexion';
import type { Standing } from '~/core/link/standing';
import { weakerSides } from '~/core/link/weaker-sides';
import type { PlanWeek } from '~/core/plan/periodise';
import type { RungContext } from './choose-rung';
import { type ComposedWeek, compose } from './compose';
import type { LadderState } from './prescription';

/** What choosing rungs needs to know of where an athlete stands. */
export function rungContext(
  standing: Standing,
  practiceSchoolId: string,
  states: readonly { readonly owned: readonly string[] }[],
): RungContext {
  const capability: Partial<Record<QualityId, number>> = {};
  for (const found of standing.assessment.capabilities) {
    if (found.capability === undefined) continue;
    capability[found.quality] = Math.min(capability[found.quality] ?? 120, found.capability);
  }
  return {
    trade: standing.trade,
    gate: standing.gate,
    schoolId: standing.athlete.schoolId ?? practiceSchoolId,
    sport: discipline(standing.athlete.disciplineId).sport,
    owned: new Set(states.flatMap((state) => state.owned)),
    capability,
  };
}

export interface WeekGiven {
  readonly practiceSchoolId: string;
  readonly week: PlanWeek;
  readonly states: readonly (LadderState & { readonly owned: readonly string[] })[];
  /** The first day that may still be planned. */
  readonly fromDay: IsoDay;
  /** Days of this week that keep their session. */
  readonly doneDays: readonly IsoDay[];
  /** Loaded bending of what is kept. */
  readonly bent?: Flexion | undefined;
}

/** A week's doses to sessions, for where an athlete stands. */
export function makeWeek(standing: Standing, given: WeekGiven): ComposedWeek {
  const { athlete } = standing;
  const priority: Partial<Record<QualityId, number>> = {};
  for (const found of standing.linked.priorities)
    priority[found.quality] = Math.max(priority[found.quality] ?? 0, found.priority);
  return compose({
    ...rungContext(standing, given.practiceSchoolId, given.states),
    week: given.week,
    weekdays: athlete.weekdays,
    sessionsPerWeek: athlete.sessionsPerWeek,
    minutesPerSession: athlete.minutesPerSession,
    massKg: athlete.massKg,
    states: given.states,
    weakerSide: weakerSides(standing.linked.priorities),
    priority,
    eventDays: standing.events.map((event) => event.onDate),
    bent: given.bent,
    fromDay: given.fromDay,
    doneDays: given.doneDays,
  });
}
