import { addDays, type IsoDay } from '~/core/body/dates';
import { equipment } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import type { ClearanceForm } from './clear';
import { type Gate, type GateFacts, gate } from './gate';
import { asksFirst } from './signs';

/** Gates for tests: an athlete with consent and a fresh form, unless said otherwise. */

export const testDay: IsoDay = '2026-11-25';
export const everyKit = equipment.map((item) => item.id);

export interface Given extends Partial<Omit<GateFacts, 'forms' | 'agreements'>> {
  readonly cautions?: readonly string[] | undefined;
  readonly stopSigns?: readonly string[] | undefined;
  /** Has a practitioner agreed to the ask-first cautions? */
  readonly agreed?: boolean | undefined;
  readonly dueOn?: IsoDay | undefined;
}

export const aForm = (over: Partial<ClearanceForm> = {}): ClearanceForm => ({
  id: 'form',
  onDate: addDays(testDay, -60),
  stopSigns: [],
  cautions: [],
  consentAthlete: true,
  consentGuardian: true,
  ...over,
});

/** The gate of an athlete of whom only what matters to a test is said; `under_16` is given by age. */
export function gateOf(given: Given = {}): Gate {
  const { cautions = [], stopSigns = [], agreed = true, dueOn, ...facts } = given;
  const young = cautions.includes('under_16');
  const form = aForm({ cautions: cautions.filter((id) => id !== 'under_16'), stopSigns, dueOn });
  return gate({
    day: testDay,
    birthDate: young ? '2012-03-01' : '1990-05-02',
    forms: [form],
    agreements: agreed
      ? [{ formId: form.id, onDate: form.onDate, signs: [], cautions: cautions.filter(asksFirst) }]
      : [],
    held: [],
    trade: shippedTrade,
    schoolId: 'neutral',
    kit: everyKit,
    massKg: 70,
    owned: new Set(),
    ...facts,
  });
}
