import { z } from 'zod';
import { agreementSchema } from '~/core/clear/form';
import { issue, refuse } from '~/core/result';
import { addAgreement, newestFormId } from '~/db/queries/clear';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { recheckOpenSessions } from './recheck';
import { heldSubject } from './subject';

/** Records a licensed practitioner's word on the newest form, for the signs and cautions it names; sessions are checked again. */
export const recordAgreement = command({
  title: 'clearance.agree',
  action: 'clearance.agree',
  input: z.object({ athleteId: id, agreement: agreementSchema }),
  async run(principal, { athleteId, agreement }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { forms, agreements, gate } = held.value;
    if (agreements.some((word) => word.id === agreement.id)) return standsAlready({ changedSessions: 0 });
    const newest = await newestFormId(principal.practiceId, athleteId);
    const form = forms.find((answered) => answered.id === newest);
    if (!form || agreement.formId !== newest) return refuse('agreement.old_form');
    if (agreement.onDate > principal.today) return refuse('agreement.future', {}, ['onDate']);
    if (agreement.onDate < form.onDate)
      return refuse('agreement.before_form', { onDate: form.onDate }, ['onDate']);
    const { openSigns, openAsks } = gate.clearance;
    const unknown = [
      ...agreement.signs.filter((sign) => !openSigns.includes(sign)),
      ...agreement.cautions.filter((caution) => !openAsks.includes(caution)),
    ];
    if (unknown.length > 0)
      return refuse(unknown.map((name) => issue('agreement.not_open', { name }, ['names'])));
    await addAgreement({
      id: agreement.id,
      practiceId: principal.practiceId,
      clearanceId: agreement.formId,
      onDate: agreement.onDate,
      name: agreement.name,
      role: agreement.role,
      signs: agreement.signs,
      cautions: agreement.cautions,
      note: agreement.note,
      staffId: principal.staffId,
      createdAt: principal.now,
    });
    const changedSessions = await recheckOpenSessions(principal, athleteId);
    return done({ changedSessions }, athleteId, {
      signs: agreement.signs.length,
      cautions: agreement.cautions.length,
      sessions: changedSessions,
    });
  },
});
