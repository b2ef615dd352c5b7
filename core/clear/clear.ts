import { addDays, addMonths, ageOn, type IsoDay } from '~/core/body/dates';
import { type Issue, issue } from '~/core/result';
import { asksFirst, type StopSignId, stopSigns } from './signs';

/** One answered safety form. */
export interface ClearanceForm {
  readonly id: string;
  readonly onDate: IsoDay;
  readonly stopSigns: readonly string[];
  readonly cautions: readonly string[];
  readonly systolicMmHg?: number | undefined;
  readonly diastolicMmHg?: number | undefined;
  /** Expected day of birth, when pregnant and known. */
  readonly dueOn?: IsoDay | undefined;
  readonly consentAthlete: boolean;
  readonly consentGuardian: boolean;
}

/** A licensed practitioner's recorded word on one form: it holds for the signs and cautions it names. */
export interface Agreement {
  readonly formId: string;
  readonly onDate: IsoDay;
  readonly signs: readonly string[];
  readonly cautions: readonly string[];
}

export interface ClearSettings {
  readonly renewMonths: number;
  /** A guardian's consent is needed below this age; local law decides, never below 16. */
  readonly guardianUnderYears: number;
}

export const defaultClearSettings: ClearSettings = { renewMonths: 6, guardianUnderYears: 18 };
/** Below this a guardian is asked whatever the setting says. */
export const leastGuardianYears = 16;

export const clearStates = ['missing', 'expired', 'refer', 'consent', 'ask_first', 'cleared'] as const;
export type ClearState = (typeof clearStates)[number];

export interface Clearance {
  readonly state: ClearState;
  /** What may be done: nothing, breath and brace only, or all that the cautions leave. */
  readonly allows: 'nothing' | 'breath_brace' | 'all';
  readonly cautions: readonly string[];
  /** Warning signs nobody licensed has cleared. */
  readonly openSigns: readonly string[];
  /** Ask-first cautions nobody licensed has agreed to. */
  readonly openAsks: readonly string[];
  /** Why something is withheld; empty when cleared. */
  readonly issues: readonly Issue[];
  readonly expiresOn: IsoDay | undefined;
  /** Weeks of pregnancy are past the first third, or not known. */
  readonly afterFirstTrimester: boolean;
}

/** Blood pressure from which it is a warning sign, mmHg. */
const pressureStop = { systolic: 180, diastolic: 110 } as const;
/** Days from the expected birth back to the end of the first third of a pregnancy (280 days less 13 weeks and 6 days). */
const firstThirdEndsDaysBefore = 280 - 98;

/** Signs a form names, the measured blood pressure among them. */
export function signsOf(form: ClearanceForm): readonly string[] {
  const high =
    (form.systolicMmHg ?? 0) >= pressureStop.systolic || (form.diastolicMmHg ?? 0) >= pressureStop.diastolic;
  const measured: StopSignId[] = high ? ['pressure_180_110'] : [];
  return [...new Set([...form.stopSigns, ...measured])];
}

/** Does an agreement on a form at or after this one, and not given before it, name what it asks? */
function answered(
  forms: readonly ClearanceForm[],
  at: number,
  agreements: readonly Agreement[],
  names: (agreement: Agreement) => boolean,
): boolean {
  const later = new Set(forms.slice(at).map((form) => form.id));
  const since = forms[at]?.onDate ?? '';
  return agreements.some(
    (agreement) => later.has(agreement.formId) && agreement.onDate >= since && names(agreement),
  );
}

/**
 * Warning signs that still stop: each one ever ticked, until an agreement on that form or a later one names it. Answering
 * the form again without ticking it lifts nothing.
 *
 * @param forms all forms of the athlete, the oldest first
 */
export function openSigns(forms: readonly ClearanceForm[], agreements: readonly Agreement[]): string[] {
  const open = new Set<string>();
  for (const [at, form] of forms.entries())
    for (const sign of signsOf(form))
      if (!answered(forms, at, agreements, (agreement) => agreement.signs.includes(sign))) open.add(sign);
  const order: readonly string[] = stopSigns.map((sign) => sign.id);
  return [...open].sort((a, b) => order.indexOf(a) - order.indexOf(b));
}

/**
 * May this athlete be loaded on a day? Reads every form and agreement on record, the oldest first; the newest form's
 * cautions hold. An athlete under 16 gets the `under_16` caution by age.
 */
export function clear(
  forms: readonly ClearanceForm[],
  agreements: readonly Agreement[],
  birthDate: IsoDay,
  day: IsoDay,
  settings: ClearSettings = defaultClearSettings,
): Clearance {
  const newest = forms.at(-1);
  const age = ageOn(birthDate, day);
  const cautions = [...new Set([...(newest?.cautions ?? []), ...(age < 16 ? ['under_16'] : [])])];
  const signs = openSigns(forms, agreements);
  const expiresOn = newest && addMonths(newest.onDate, settings.renewMonths);
  const asks = cautions.filter(
    (caution) =>
      asksFirst(caution) &&
      !answered(forms, forms.length - 1, agreements, (agreement) => agreement.cautions.includes(caution)),
  );
  const found = (state: ClearState, allows: Clearance['allows'], issues: readonly Issue[]): Clearance => ({
    state,
    allows,
    cautions,
    openSigns: signs,
    openAsks: asks,
    issues,
    expiresOn,
    afterFirstTrimester:
      cautions.includes('pregnancy') &&
      (newest?.dueOn === undefined || day >= addDays(newest.dueOn, -firstThirdEndsDaysBefore)),
  });
  if (!newest || !expiresOn) return found('missing', 'nothing', [issue('clear.missing')]);
  if (signs.length > 0)
    return found(
      'refer',
      'nothing',
      signs.map((sign) => issue('clear.sign', { sign })),
    );
  if (day >= expiresOn)
    return found('expired', 'nothing', [
      issue('clear.expired', { onDate: newest.onDate, months: settings.renewMonths }),
    ]);
  const consent: Issue[] = [];
  const guardianUnder = Math.max(leastGuardianYears, settings.guardianUnderYears);
  if (!newest.consentAthlete) consent.push(issue('clear.consent_athlete'));
  if (age < guardianUnder && !newest.consentGuardian)
    consent.push(issue('clear.consent_guardian', { years: guardianUnder }));
  if (consent.length > 0) return found('consent', 'nothing', consent);
  if (asks.length > 0)
    return found(
      'ask_first',
      'breath_brace',
      asks.map((caution) => issue('clear.ask_first', { caution })),
    );
  return found('cleared', 'all', []);
}

/** What would lift a clearance that withholds something: the code of the way out. */
export const liftedBy: Readonly<Record<ClearState, string>> = {
  missing: 'lift.answer',
  expired: 'lift.answer_again',
  refer: 'lift.refer',
  consent: 'lift.consent',
  ask_first: 'lift.agree',
  cleared: 'lift.nothing',
};
