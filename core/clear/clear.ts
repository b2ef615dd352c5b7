import { addMonths, ageOn, type IsoDay } from '~/core/body/dates';
import { caution } from '~/core/catalogue';
import { askFirstCautions, type StopSignId, stopSigns } from './signs';

export interface ClearanceForm {
  readonly onDate: IsoDay;
  readonly stopSigns: readonly StopSignId[];
  readonly cautions: readonly string[];
  readonly systolicMmHg?: number | undefined;
  readonly diastolicMmHg?: number | undefined;
  readonly consentAthlete: boolean;
  readonly consentGuardian: boolean;
}

/** A licensed practitioner's recorded word; it answers the form it was given for. */
export interface Agreement {
  readonly onDate: IsoDay;
  readonly name: string;
  readonly role: string;
  readonly lifts: 'stop_and_refer' | 'ask_first';
}

export interface ClearSettings {
  readonly renewMonths: number;
  /** A guardian's consent is needed below this age; local law decides. */
  readonly guardianUnderYears: number;
}

export const defaultClearSettings: ClearSettings = { renewMonths: 6, guardianUnderYears: 18 };

export type ClearState = 'missing' | 'expired' | 'refer' | 'consent' | 'ask_first' | 'cleared';

export interface Clearance {
  readonly state: ClearState;
  /** What may be done: nothing, breath and brace tests only, or all that the cautions leave. */
  readonly allows: 'nothing' | 'breath_brace' | 'all';
  readonly cautions: readonly string[];
  /** Why, in whole sentences for the screen. */
  readonly reasons: readonly string[];
  /** What lifts it; empty when cleared. */
  readonly liftedBy: string;
  readonly expiresOn: IsoDay | undefined;
}

const blocked = (
  state: ClearState,
  reasons: string[],
  liftedBy: string,
  form?: ClearanceForm,
  expiresOn?: IsoDay,
): Clearance => ({
  state,
  allows: 'nothing',
  cautions: form?.cautions ?? [],
  reasons,
  liftedBy,
  expiresOn,
});

/**
 * May this athlete be loaded? Reads the newest form and the agreements recorded for it.
 * Blood pressure at or above 180/110 counts as a stop sign even when the box was not ticked. An athlete under 16
 * gets the `under_16` caution by age.
 */
export function clear(
  form: ClearanceForm | undefined,
  agreements: readonly Agreement[],
  birthDate: IsoDay,
  today: IsoDay,
  settings: ClearSettings = defaultClearSettings,
): Clearance {
  if (!form) {
    return blocked('missing', ['The safety questions have not been answered.'], 'Answer the safety form.');
  }
  const expiresOn = addMonths(form.onDate, settings.renewMonths);
  const signs = new Set<StopSignId>(form.stopSigns);
  if ((form.systolicMmHg ?? 0) >= 180 || (form.diastolicMmHg ?? 0) >= 110) signs.add('pressure_180_110');
  const stopLifted = agreements.some((each) => each.lifts === 'stop_and_refer' && each.onDate >= form.onDate);
  if (signs.size > 0 && !stopLifted) {
    const texts = stopSigns.filter((sign) => signs.has(sign.id)).map((sign) => `${sign.text}.`);
    return blocked(
      'refer',
      texts,
      'Refer. Only a recorded clearance by a licensed practitioner, with name, role and date, lifts this.',
      form,
      expiresOn,
    );
  }
  if (today >= expiresOn) {
    return blocked(
      'expired',
      [`The safety form of ${form.onDate} is older than ${settings.renewMonths} months.`],
      'Answer the safety form again.',
      form,
      expiresOn,
    );
  }
  const age = ageOn(birthDate, today);
  const consentMissing: string[] = [];
  if (!form.consentAthlete) consentMissing.push("The athlete's consent is not recorded.");
  if (age < settings.guardianUnderYears && !form.consentGuardian) {
    consentMissing.push(
      `A guardian's consent is needed under ${settings.guardianUnderYears} and is not recorded.`,
    );
  }
  if (consentMissing.length > 0)
    return blocked('consent', consentMissing, 'Record the consent on the safety form.', form, expiresOn);

  const active = [...new Set([...form.cautions, ...(age < 16 ? ['under_16'] : [])])];
  const asking = active.filter((id) => (askFirstCautions as readonly string[]).includes(id));
  const agreed =
    stopLifted || agreements.some((each) => each.lifts === 'ask_first' && each.onDate >= form.onDate);
  if (asking.length > 0 && !agreed) {
    return {
      state: 'ask_first',
      allows: 'breath_brace',
      cautions: active,
      reasons: asking.map(
        (id) => `${caution(id).name}: breath and brace tests only until a licensed practitioner agrees.`,
      ),
      liftedBy: "Record the practitioner's agreement with name, role and date.",
      expiresOn,
    };
  }
  return { state: 'cleared', allows: 'all', cautions: active, reasons: [], liftedBy: '', expiresOn };
}
