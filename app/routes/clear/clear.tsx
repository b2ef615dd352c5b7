import { data, redirect } from 'react-router';
import { z } from 'zod';
import { AgreementForm } from '~/app/components/agreement-form';
import { ButtonLink } from '~/app/components/button';
import { Notice } from '~/app/components/notice';
import { SafetyForm } from '~/app/components/safety-form';
import { dayText } from '~/app/lib/format';
import { readForm } from '~/app/lib/forms';
import { useNextStep } from '~/app/lib/next-step';
import { ageOn, isIsoDay } from '~/core/body/dates';
import { caution, cautions } from '~/core/catalogue';
import { disclaimer, stopSignIds, stopSigns } from '~/core/clear/signs';
import { addAgreement, addClearance } from '~/db/queries/clear';
import { newId } from '~/db/queries/coach';
import { writeAudit } from '~/db/queries/practice';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { clearanceOf, notFound, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/clear';

const pressure = (what: string, from: number, to: number) =>
  z
    .string()
    .trim()
    .regex(/^\d{2,3}$/, `${what}: a whole number of mmHg.`)
    .transform(Number)
    .refine((value) => value >= from && value <= to, `${what}: ${from} to ${to} mmHg are taken.`)
    .optional();

const formSchema = z
  .object({
    id: z.uuid(),
    stopSigns: z.array(z.enum(stopSignIds)).default([]),
    noStopSigns: z.string().optional(),
    cautions: z
      .array(
        z
          .string()
          .refine((id) => id !== 'under_16' && cautions.some((each) => each.id === id), 'Unknown caution.'),
      )
      .default([]),
    systolic: pressure('Upper value', 60, 260),
    diastolic: pressure('Lower value', 30, 160),
    consentAthlete: z.string().optional(),
    consentGuardian: z.string().optional(),
    guardianName: z.string().trim().max(120, 'At most 120 letters.').default(''),
  })
  .superRefine((form, ctx) => {
    if (form.stopSigns.length === 0 && form.noStopSigns === undefined)
      ctx.addIssue({
        code: 'custom',
        path: ['noStopSigns'],
        message: 'Tick the signs there are, or that there are none.',
      });
    if (form.stopSigns.length > 0 && form.noStopSigns !== undefined)
      ctx.addIssue({
        code: 'custom',
        path: ['noStopSigns'],
        message: 'A sign is ticked above; untick one of the two.',
      });
    if ((form.systolic === undefined) !== (form.diastolic === undefined))
      ctx.addIssue({
        code: 'custom',
        path: [form.systolic === undefined ? 'systolic' : 'diastolic'],
        message: 'Give both values or neither.',
      });
    if (form.consentGuardian !== undefined && form.guardianName === '')
      ctx.addIssue({ code: 'custom', path: ['guardianName'], message: "Enter the guardian's name." });
  });

const agreementSchema = (today: string, formDay: string) =>
  z.object({
    agreementId: z.uuid(),
    name: z
      .string({ error: "Enter the practitioner's name." })
      .trim()
      .min(2, "Enter the practitioner's name.")
      .max(120),
    role: z.string({ error: 'Enter the role.' }).trim().min(2, 'Enter the role.').max(120),
    onDate: z
      .string({ error: 'Enter the date.' })
      .refine(isIsoDay, 'That is not a day of the calendar.')
      .refine((day) => !isIsoDay(day) || day <= today, 'The date lies in the future.')
      .refine(
        (day) => !isIsoDay(day) || day >= formDay,
        `The date lies before the safety form of ${formDay}.`,
      ),
    note: z.string().trim().max(500).default(''),
  });

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const today = todayIn(person.timeZone);
  const { clearance, form, agreements } = await clearanceOf(person, athlete, today);
  await writeAudit({
    practiceId: person.practiceId,
    staffId: person.staffId,
    action: 'read',
    subject: 'clearance',
    subjectId: athlete.id,
  });
  return {
    athleteId: athlete.id,
    today,
    minor: ageOn(athlete.birthDate, today) < person.settings.guardianUnderYears,
    guardianUnder: person.settings.guardianUnderYears,
    clearance,
    cautionTexts: clearance.cautions.map((id) => ({
      id,
      name: caution(id).name,
      changes: caution(id).changes,
    })),
    form: form
      ? {
          onDate: form.onDate,
          stopSigns: form.stopSigns,
          cautions: form.cautions,
          systolic: form.systolicMmHg,
          diastolic: form.diastolicMmHg,
          consentAthlete: form.consentAthlete,
          consentGuardian: form.consentGuardian,
          guardianName: form.guardianName,
        }
      : undefined,
    agreements: agreements.map(({ id, name, role, onDate, lifts }) => ({ id, name, role, onDate, lifts })),
    cautionList: cautions
      .filter((each) => each.id !== 'under_16')
      .map(({ id, name, refer_first }) => ({ id, name, askFirst: refer_first })),
    formId: newId(),
    agreementId: newId(),
    disclaimer,
    signs: stopSigns,
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const today = todayIn(person.timeZone);
  const posted = await request.formData();
  if (posted.get('intent') === 'agreement') {
    const { clearance, form } = await clearanceOf(person, athlete, today);
    if (!form) throw notFound('The safety form');
    const read = readForm(posted, agreementSchema(today, form.onDate));
    if (!read.ok) return data({ intent: 'agreement' as const, result: read.reply }, { status: 400 });
    const { agreementId, ...word } = read.value;
    await addAgreement({
      id: agreementId,
      practiceId: person.practiceId,
      clearanceId: form.id,
      ...word,
      lifts: clearance.state === 'refer' ? 'stop_and_refer' : 'ask_first',
      staffId: person.staffId,
    });
    return redirect(`/athletes/${athlete.id}/clear`);
  }
  const read = readForm(posted, formSchema);
  if (!read.ok) return data({ intent: 'form' as const, result: read.reply }, { status: 400 });
  const { id, ...answers } = read.value;
  await addClearance({
    id,
    practiceId: person.practiceId,
    athleteId: athlete.id,
    onDate: today,
    stopSigns: answers.stopSigns,
    cautions: answers.cautions,
    systolicMmHg: answers.systolic ?? null,
    diastolicMmHg: answers.diastolic ?? null,
    consentAthlete: answers.consentAthlete !== undefined,
    consentGuardian: answers.consentGuardian !== undefined,
    guardianName: answers.guardianName,
    staffId: person.staffId,
  });
  await writeAudit({
    practiceId: person.practiceId,
    staffId: person.staffId,
    action: 'answer',
    subject: 'clearance',
    subjectId: athlete.id,
  });
  return redirect(`/athletes/${athlete.id}/clear`);
}

const stateWords = {
  missing: 'Not cleared: the form is not answered',
  expired: 'Not cleared: the form is too old',
  refer: 'Stop and refer',
  consent: 'Not cleared: consent is missing',
  ask_first: 'Ask first: breath and brace tests only',
  cleared: 'Cleared',
} as const;

export default function ClearView({ loaderData, actionData }: Route.ComponentProps) {
  const { clearance, athleteId, cautionTexts, agreements, form, today } = loaderData;
  const cleared = clearance.state === 'cleared';
  const nextStep = useNextStep();
  return (
    <div className="grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
      <div className="lg:order-2">
        {cleared ? (
          <section aria-labelledby="state" className="border-l-8 border-ink pl-4">
            <h2 id="state" className="text-3xl">
              Cleared
            </h2>
            <p className="mt-1">
              {clearance.expiresOn ? `Until ${dayText(clearance.expiresOn)}, an injury or an illness.` : ''}
            </p>
            <p className="mt-4">
              <ButtonLink
                look={nextStep === 'screen' ? 'next' : 'plain'}
                to={`/athletes/${athleteId}/screen`}
              >
                Go to Screen
              </ButtonLink>
            </p>
          </section>
        ) : (
          <Notice word={stateWords[clearance.state]} strong={clearance.state === 'refer'}>
            {clearance.reasons.map((reason) => (
              <p key={reason}>{reason}</p>
            ))}
            <p className="mt-2">
              <strong>What lifts it:</strong> {clearance.liftedBy}
            </p>
          </Notice>
        )}
        {cautionTexts.length > 0 ? (
          <section aria-labelledby="cautions" className="mt-8">
            <h2 id="cautions" className="text-2xl">
              What it changes
            </h2>
            <ul className="rule-list mt-2">
              {cautionTexts.map((each) => (
                <li key={each.id} className="py-2.5">
                  <strong>{each.name}.</strong> {each.changes}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {clearance.state === 'refer' || clearance.state === 'ask_first' ? (
          <AgreementForm
            today={today}
            id={loaderData.agreementId}
            result={actionData?.intent === 'agreement' ? actionData.result : undefined}
            referred={clearance.state === 'refer'}
          />
        ) : null}
        {agreements.length > 0 ? (
          <section aria-labelledby="words" className="mt-8">
            <h2 id="words" className="text-2xl">
              On record
            </h2>
            <ul className="rule-list mt-2">
              {agreements.map((each) => (
                <li key={each.id} className="py-2">
                  {each.name}, {each.role}, {dayText(each.onDate)}:{' '}
                  {each.lifts === 'stop_and_refer' ? 'cleared after referral' : 'agrees to training'}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
      <SafetyForm
        key={form?.onDate ?? 'new'}
        data={loaderData}
        result={actionData?.intent === 'form' ? actionData.result : undefined}
      />
    </div>
  );
}
