import { data } from 'react-router';
import { ageOn } from '~/core/body/dates';
import { discipline, hasDiscipline } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { type Clearance, type ClearanceForm, clear } from '~/core/clear/clear';
import type { StopSignId } from '~/core/clear/signs';
import { type LinkResult, type LinkSettings, link } from '~/core/link/link';
import { type Assessment, assess } from '~/core/screen/assess/assess';
import type { ScreenedPerson } from '~/core/screen/assess/score';
import type { Trial } from '~/core/screen/trial/trial';
import { type AthleteRow, athleteById } from '~/db/queries/athletes';
import { type AgreementRow, type ClearanceRow, newestClearance } from '~/db/queries/clear';
import { type EventRow, eventsOf } from '~/db/queries/plan';
import type { SignedIn } from '~/db/queries/practice';
import { type TrialRow, trialsOf } from '~/db/queries/screen';
import type { PillarCell } from '~/db/schema';
import { todayIn } from '~/server/principal/today';
import { tradeFor } from '~/server/principal/trade.server';

/** One answer for unknown and foreign ids alike, so that nothing is learnt of other practices. */
export const notFound = (what = 'This page') =>
  data({ message: `${what} is not here: it was removed, or it belongs to somebody else.` }, { status: 404 });

const uuid = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
export const isUuid = (text: string | undefined): text is string => text !== undefined && uuid.test(text);

/** The athlete of the address, when it is one of this practice's. */
export async function requireAthlete(who: SignedIn, id: string | undefined): Promise<AthleteRow> {
  const athlete = isUuid(id) ? await athleteById(who.practiceId, id) : undefined;
  if (!athlete || !hasDiscipline(athlete.disciplineId)) throw notFound('This athlete');
  return athlete;
}

export function toForm(row: ClearanceRow): ClearanceForm {
  return {
    onDate: row.onDate,
    stopSigns: row.stopSigns as StopSignId[],
    cautions: row.cautions,
    systolicMmHg: row.systolicMmHg ?? undefined,
    diastolicMmHg: row.diastolicMmHg ?? undefined,
    consentAthlete: row.consentAthlete,
    consentGuardian: row.consentGuardian,
  };
}

/** May this athlete be loaded, by the practice's settings? */
export function judgeClearance(
  who: Pick<SignedIn, 'settings'>,
  birthDate: string,
  form: ClearanceRow | undefined,
  agreements: readonly AgreementRow[],
  today: string,
): Clearance {
  const { guardianUnderYears, renewMonths } = who.settings;
  return clear(form ? toForm(form) : undefined, agreements, birthDate, today, {
    guardianUnderYears,
    renewMonths,
  });
}

/** Why nothing may be loaded, for the views that must say so; undefined when something may. */
export function blockOf(clearance: Clearance): { reasons: readonly string[]; liftedBy: string } | undefined {
  return clearance.allows === 'nothing'
    ? { reasons: clearance.reasons, liftedBy: clearance.liftedBy }
    : undefined;
}

export async function clearanceOf(
  who: SignedIn,
  athlete: AthleteRow,
  today: string,
): Promise<{ clearance: Clearance; form: ClearanceRow | undefined; agreements: AgreementRow[] }> {
  const { form, agreements } = await newestClearance(who.practiceId, athlete.id);
  return { clearance: judgeClearance(who, athlete.birthDate, form, agreements, today), form, agreements };
}

export function toTrial(row: TrialRow): Trial {
  return {
    id: row.id,
    screeningId: row.screeningId,
    testId: row.testId,
    onDate: row.onDate,
    side: row.side,
    value: row.value,
    grade: row.grade,
    t1S: row.t1S,
    faults: row.faults,
    feltIn: row.feltIn,
    painScore: row.painScore,
    painRegion: row.painRegion as Trial['painRegion'],
    endReason: row.endReason,
    capS: row.capS,
    recordedAt: row.recordedAt.toISOString(),
    parts: row.parts,
    rungId: row.rungId,
    readBy: row.readBy,
    traceId: row.traceId,
    stillId: row.stillId,
    supersedesId: row.supersedesId,
    reason: row.reason,
    staffId: row.staffId,
    comparable: row.comparable,
  };
}

export function screenedPerson(
  athlete: AthleteRow,
  today: string,
  event?: { minutes: number | null },
): ScreenedPerson {
  return {
    ageYears: ageOn(athlete.birthDate, today),
    sex: athlete.sex,
    sport: discipline(athlete.disciplineId).sport,
    level: athlete.level,
    eventMinutes: event?.minutes ?? undefined,
  };
}

export function linkSettings(who: Pick<SignedIn, 'settings'>): LinkSettings {
  return { weights: who.settings.weights, actingGap: who.settings.actingGap, breathFirstBelow: 70 };
}

/** The event a plan looks to: the next A event, else the next event of any priority. */
export function mainEvent<E extends { onDate: string; priority: string }>(
  events: readonly E[],
  today: string,
): E | undefined {
  const ahead = events.filter((event) => event.onDate >= today);
  return ahead.find((event) => event.priority === 'A') ?? ahead[0];
}

export interface Picture {
  /** The catalogue as the practice has it. */
  readonly trade: Trade;
  readonly today: string;
  readonly athlete: AthleteRow;
  readonly age: number;
  readonly clearance: Clearance;
  readonly trials: readonly Trial[];
  readonly events: readonly EventRow[];
  readonly event: EventRow | undefined;
  readonly assessment: Assessment;
  readonly linked: LinkResult;
}

/** From the facts of the database to capacity and priorities: everything later steps start from. */
export function assembleView(
  who: Pick<SignedIn, 'settings' | 'practiceId' | 'catalogue'>,
  athlete: AthleteRow,
  clearance: Clearance,
  trials: readonly Trial[],
  events: readonly EventRow[],
  today: string,
): Picture {
  const event = mainEvent(events, today);
  const trade = tradeFor(who);
  const assessment = assess({
    trials,
    person: screenedPerson(athlete, today, event),
    today,
    trade,
  });
  const linked = link({
    trade,
    assessment,
    discipline: discipline(athlete.disciplineId),
    cautions: clearance.cautions,
    kit: athlete.kit,
    event,
    settings: linkSettings(who),
  });
  return {
    trade,
    today,
    athlete,
    age: ageOn(athlete.birthDate, today),
    clearance,
    trials,
    events,
    event,
    assessment,
    linked,
  };
}

export async function pictureOf(who: SignedIn, athlete: AthleteRow): Promise<Picture> {
  const today = todayIn(who.timeZone);
  const [{ clearance }, trials, events] = await Promise.all([
    clearanceOf(who, athlete, today),
    trialsOf(who.practiceId, athlete.id),
    eventsOf(who.practiceId, athlete.id),
  ]);
  return assembleView(who, athlete, clearance, trials.map(toTrial), events, today);
}

/** The small pillar that lists show. */
export function pillarCells(linked: LinkResult): PillarCell[] {
  return linked.priorities.map((each) => ({
    quality: each.quality,
    side: each.side,
    capability: each.capability ?? null,
    confidence: each.confidence,
    demand: Math.round(each.demand * 5),
    priority: each.priority,
    verdict: each.verdict,
  }));
}
