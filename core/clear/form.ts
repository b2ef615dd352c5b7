import { z } from 'zod';
import { isIsoDay } from '~/core/body/dates';
import { cautions } from '~/core/catalogue';
import { plainLine, plainText } from '~/core/formats/text';
import { stopSignIds } from './signs';

/** The safety form and a practitioner's word, as they are sent. Messages are codes; the app makes the words. */

const pressure = (from: number, to: number, code: string) =>
  z.number({ error: code }).int(code).min(from, code).max(to, code).nullable().default(null);

export const answeredFormSchema = z
  .object({
    id: z.uuid(),
    stopSigns: z.array(z.enum(stopSignIds)).max(stopSignIds.length),
    /** Asked all of them, and there were none. */
    noStopSigns: z.boolean(),
    cautions: z
      .array(
        z
          .string()
          .refine(
            (id) => id !== 'under_16' && cautions.some((caution) => caution.id === id),
            'form.unknown_caution',
          ),
      )
      .max(60),
    systolicMmHg: pressure(60, 260, 'form.systolic'),
    diastolicMmHg: pressure(30, 160, 'form.diastolic'),
    /** Expected day of birth, when pregnant and known. */
    dueOn: z.string().refine(isIsoDay, 'form.not_a_day').nullable().default(null),
    consentAthlete: z.boolean(),
    consentGuardian: z.boolean(),
    guardianName: z.string().transform(plainLine).pipe(z.string().max(120, 'form.too_long')).default(''),
  })
  .superRefine((form, ctx) => {
    const say = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message });
    if (form.stopSigns.length === 0 && !form.noStopSigns) say('noStopSigns', 'form.sign_or_none');
    if (form.stopSigns.length > 0 && form.noStopSigns) say('noStopSigns', 'form.sign_and_none');
    if ((form.systolicMmHg === null) !== (form.diastolicMmHg === null))
      say(form.systolicMmHg === null ? 'systolicMmHg' : 'diastolicMmHg', 'form.both_pressures');
    if (form.consentGuardian && form.guardianName === '') say('guardianName', 'form.guardian_name');
    if (form.dueOn !== null && !form.cautions.includes('pregnancy'))
      say('dueOn', 'form.due_without_pregnancy');
  });

export const agreementSchema = z
  .object({
    id: z.uuid(),
    /** The form it was given for: the newest when it was recorded. */
    formId: z.uuid(),
    signs: z.array(z.string().max(60)).max(40),
    cautions: z.array(z.string().max(60)).max(40),
    name: z
      .string({ error: 'agreement.name' })
      .transform(plainLine)
      .pipe(z.string().min(2, 'agreement.name').max(120, 'form.too_long')),
    role: z
      .string({ error: 'agreement.role' })
      .transform(plainLine)
      .pipe(z.string().min(2, 'agreement.role').max(120, 'form.too_long')),
    onDate: z.string({ error: 'agreement.date' }).refine(isIsoDay, 'form.not_a_day'),
    note: z.string().transform(plainText).pipe(z.string().max(500, 'form.too_long')).default(''),
  })
  .superRefine((word, ctx) => {
    if (word.signs.length + word.cautions.length === 0)
      ctx.addIssue({ code: 'custom', path: ['names'], message: 'agreement.names_nothing' });
  });
