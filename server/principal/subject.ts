import type { Agreement, ClearanceForm } from '~/core/clear/clear';
import { type Gate, gate } from '~/core/clear/gate';
import { type Standing, standingOf } from '~/core/link/standing';
import { kitAnywhere } from '~/core/people/places';
import type { Trial } from '~/core/screen/trial/trial';
import { type AthleteRow, type SubjectRows, subjectRows } from '~/db/queries/athletes';
import type { AgreementRow, ClearanceRow } from '~/db/queries/clear';
import type { EventRow } from '~/db/queries/plan';
import { trialsOf } from '~/db/queries/screen';
import { linkSettings, type Principal } from './principal';
import { toTrial } from './rows';

/** An athlete with all that decides what they may do, and the gate made of it. */
export interface Subject extends SubjectRows {
  readonly gate: Gate;
}

const uuid = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
export const isUuid = (text: string | undefined): text is string => text !== undefined && uuid.test(text);

export const toForm = (row: ClearanceRow): ClearanceForm => ({
  id: row.id,
  onDate: row.onDate,
  stopSigns: row.stopSigns,
  cautions: row.cautions,
  systolicMmHg: row.systolicMmHg ?? undefined,
  diastolicMmHg: row.diastolicMmHg ?? undefined,
  dueOn: row.dueOn ?? undefined,
  consentAthlete: row.consentAthlete,
  consentGuardian: row.consentGuardian,
});

export const toAgreement = (row: AgreementRow): Agreement => ({
  formId: row.clearanceId,
  onDate: row.onDate,
  signs: row.signs,
  cautions: row.cautions,
});

/** What the gate is made of, however the rows were read. */
export function gateFor(
  principal: Pick<Principal, 'today' | 'trade' | 'schoolId' | 'settings'>,
  rows: {
    readonly athlete: Pick<AthleteRow, 'birthDate' | 'schoolId' | 'kit' | 'places' | 'massKg'>;
    readonly forms: readonly ClearanceRow[];
    readonly agreements: readonly AgreementRow[];
    readonly flags: readonly { readonly kind: string; readonly qualities: readonly string[] }[];
    readonly owned: readonly string[];
  },
): Gate {
  const { settings } = principal;
  return gate({
    day: principal.today,
    birthDate: rows.athlete.birthDate,
    forms: rows.forms.map(toForm),
    agreements: rows.agreements.map(toAgreement),
    held: [...new Set(rows.flags.filter((flag) => flag.kind === 'pain').flatMap((flag) => flag.qualities))],
    trade: principal.trade,
    schoolId: rows.athlete.schoolId ?? principal.schoolId,
    kit: kitAnywhere(rows.athlete),
    massKg: rows.athlete.massKg,
    owned: new Set(rows.owned),
    settings: { guardianUnderYears: settings.guardianUnderYears, renewMonths: settings.renewMonths },
    flexion: { cycles: settings.flexionCycles, heldS: settings.flexionSeconds },
  });
}

/** The athlete of an id, when it is one of the principal's practice; for a link, when it is the one it is for. */
export async function subjectOf(principal: Principal, id: string | undefined): Promise<Subject | undefined> {
  const theirs = principal.athleteId === null || principal.athleteId === id;
  const rows = theirs && isUuid(id) ? await subjectRows(principal.practiceId, id) : undefined;
  return rows && { ...rows, gate: gateFor(principal, rows) };
}

export type AthleteStanding = Standing<AthleteRow, EventRow>;

/** Where an athlete stands, from rows that were read. */
export const standingFrom = (
  principal: Pick<Principal, 'trade' | 'settings'>,
  subject: Pick<Subject, 'athlete' | 'gate' | 'events'>,
  trials: readonly Trial[],
): AthleteStanding =>
  standingOf({
    trade: principal.trade,
    athlete: subject.athlete,
    gate: subject.gate,
    trials,
    events: subject.events,
    settings: linkSettings(principal),
  });

/** Where an athlete stands now. */
export async function loadStanding(principal: Principal, subject: Subject): Promise<AthleteStanding> {
  const rows = await trialsOf(principal.practiceId, subject.athlete.id);
  return standingFrom(principal, subject, rows.map(toTrial));
}
