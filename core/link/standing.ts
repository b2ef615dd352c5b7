import { ageOn, type IsoDay } from '~/core/body/dates';
import type { Discipline } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import type { PlacesGiven } from '~/core/people/places';
import type { GroundEnd, TimeGiven } from '~/core/people/time';
import { type Assessment, assess } from '~/core/screen/assess/assess';
import type { ScreenedPerson } from '~/core/screen/assess/score';
import type { Trial } from '~/core/screen/trial/trial';
import { type LinkResult, type LinkSettings, link } from './link';
import { disciplineOf } from './two-sports';

/** What is known of an athlete as a person and a body. */
export interface AthleteFacts {
  readonly id: string;
  readonly birthDate: IsoDay;
  readonly sex: 'female' | 'male' | 'unspecified';
  readonly disciplineId: string;
  readonly secondDisciplineId?: string | null | undefined;
  readonly secondPercent?: number | null | undefined;
  readonly level: 'novice' | 'trained' | 'advanced';
  readonly massKg: number;
  readonly statureM: number;
  readonly kit: readonly string[];
  readonly schoolId: string | null;
  readonly sessionsPerWeek: number;
  readonly minutesPerSession: number;
  readonly weekdays: readonly number[];
  readonly timeIn?: TimeGiven['timeIn'];
  readonly places?: PlacesGiven['places'];
  readonly groundEnds?: GroundEnd | undefined;
}

export interface EventFacts {
  readonly id: string;
  readonly name: string;
  readonly onDate: IsoDay;
  readonly priority: 'A' | 'B' | 'C';
  readonly minutes: number | null;
  readonly perMinute: number | null;
  /** Five minutes on the day before it. */
  readonly primer?: boolean | undefined;
}

/** The event a plan looks to: the next A event, else the next event of any priority. */
export function mainEvent<E extends Pick<EventFacts, 'onDate' | 'priority'>>(
  events: readonly E[],
  today: IsoDay,
): E | undefined {
  const ahead = events.filter((event) => event.onDate >= today);
  return ahead.find((event) => event.priority === 'A') ?? ahead[0];
}

/** An athlete as targets are chosen for. */
export function screenedPerson(
  trade: Pick<Trade, 'discipline'>,
  athlete: Pick<AthleteFacts, 'birthDate' | 'sex' | 'disciplineId' | 'level' | 'massKg'>,
  day: IsoDay,
  event?: { readonly minutes: number | null },
): ScreenedPerson {
  return {
    ageYears: ageOn(athlete.birthDate, day),
    sex: athlete.sex,
    sport: trade.discipline(athlete.disciplineId).sport,
    level: athlete.level,
    massKg: athlete.massKg,
    eventMinutes: event?.minutes ?? undefined,
  };
}

export interface StandingInput<A extends AthleteFacts, E extends EventFacts> {
  readonly trade: Trade;
  readonly athlete: A;
  readonly gate: Gate;
  readonly trials: readonly Trial[];
  readonly events: readonly E[];
  readonly settings: LinkSettings;
  /** Another sport than the athlete's own, for a what-if. */
  readonly as?: Discipline | undefined;
}

/** Where an athlete stands on a day: cleared, measured, linked to the sport. What every later step starts from. */
export interface Standing<A extends AthleteFacts = AthleteFacts, E extends EventFacts = EventFacts> {
  readonly trade: Trade;
  readonly today: IsoDay;
  readonly athlete: A;
  readonly ageYears: number;
  readonly gate: Gate;
  readonly trials: readonly Trial[];
  readonly events: readonly E[];
  readonly event: E | undefined;
  readonly assessment: Assessment;
  readonly linked: LinkResult;
}

/** From facts to capacity and priorities, on the day of the gate. */
export function standingOf<A extends AthleteFacts, E extends EventFacts>(
  input: StandingInput<A, E>,
): Standing<A, E> {
  const { trade, athlete, gate, trials, events } = input;
  const today = gate.day;
  const event = mainEvent(events, today);
  const assessment = assess({ trials, person: screenedPerson(trade, athlete, today, event), today, trade });
  const linked = link({
    trade,
    assessment,
    discipline: input.as ?? disciplineOf(trade, athlete),
    gate,
    kit: athlete.kit,
    event,
    settings: input.settings,
  });
  return {
    trade,
    today,
    athlete,
    ageYears: ageOn(athlete.birthDate, today),
    gate,
    trials,
    events,
    event,
    assessment,
    linked,
  };
}

/** One stone of the small pillar that lists show, with what it was made from elsewhere. */
export interface PillarCell {
  quality: string;
  side: 'left' | 'right' | 'both';
  capability: number | null;
  confidence: number;
  demand: number;
  priority: number;
  verdict: string;
}

/** The small pillar that lists show. */
export const pillarCells = (linked: Pick<LinkResult, 'priorities'>): PillarCell[] =>
  linked.priorities.map((priority) => ({
    quality: priority.quality,
    side: priority.side,
    capability: priority.capability ?? null,
    confidence: priority.confidence,
    demand: priority.demand,
    priority: priority.priority,
    verdict: priority.verdict,
  }));
