import { ageOn } from '~/core/body/dates';
import { caution, cautions } from '~/core/catalogue';
import { leastGuardianYears, liftedBy } from '~/core/clear/clear';
import { asksFirst, disclaimer, signText, stopSigns } from '~/core/clear/signs';
import { issue } from '~/core/result';
import { newId, writeAudit } from '~/db/queries/practice';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import type { Subject } from '../principal/subject';

/** The safety form, what it says, and what lifts it. That it was read is in the trail. */
export async function clearView(principal: Principal, { athlete, gate, forms, agreements }: Subject) {
  const { today, settings } = principal;
  const { clearance } = gate;
  await writeAudit({
    practiceId: principal.practiceId,
    staffId: principal.staffId,
    action: 'clearance.read',
    subject: 'clearance',
    subjectId: athlete.id,
  });
  const form = forms.at(-1);
  const guardianUnder = Math.max(leastGuardianYears, settings.guardianUnderYears);
  return {
    athleteId: athlete.id,
    today,
    minor: ageOn(athlete.birthDate, today) < guardianUnder,
    guardianUnder,
    clearance: {
      state: clearance.state,
      issues: clearance.issues,
      liftedBy: issue(liftedBy[clearance.state]),
      expiresOn: clearance.expiresOn,
      openSigns: clearance.openSigns.map((id) => ({ id, text: signText(id) })),
      openAsks: clearance.openAsks.map((id) => ({ id, text: caution(id).name })),
    },
    cautionTexts: clearance.cautions.map((id) => ({
      id,
      name: caution(id).name,
      changes: caution(id).changes,
    })),
    form: form
      ? {
          id: form.id,
          onDate: form.onDate,
          stopSigns: form.stopSigns,
          cautions: form.cautions,
          systolic: form.systolicMmHg,
          diastolic: form.diastolicMmHg,
          dueOn: form.dueOn,
          consentAthlete: form.consentAthlete,
          consentGuardian: form.consentGuardian,
          guardianName: form.guardianName,
        }
      : undefined,
    agreements: agreements
      .map(({ id, name, role, onDate, signs, cautions: agreed }) => ({
        id,
        name,
        role,
        onDate,
        answers: [...signs.map(signText), ...agreed.map((caution_) => caution(caution_).name)],
      }))
      .reverse(),
    cautionList: cautions
      .filter(({ id }) => id !== 'under_16')
      .map(({ id, name }) => ({ id, name, askFirst: asksFirst(id) })),
    mayAgree: can(principal, 'clearance.agree'),
    formId: newId(),
    agreementId: newId(),
    disclaimer,
    signs: stopSigns,
  };
}
