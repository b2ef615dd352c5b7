import { useForm } from '@conform-to/react';
import { data, Form, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button, ButtonLink } from '~/app/components/button';
import { CheckField, FormError, SelectField, TextField } from '~/app/components/field';
import { Disclaimer, Notice } from '~/app/components/notice';
import { dayText } from '~/app/lib/format';
import { type Reply, readForm } from '~/app/lib/forms';
import { useNextStep } from '~/app/lib/next-step';
import { who } from '~/app/lib/signed-in.server';
import { ageOn, isIsoDay } from '~/core/body/dates';
import { caution, cautions } from '~/core/catalogue';
import { disclaimer, stopSignIds, stopSigns } from '~/core/clear/signs';
import { addAgreement, addClearance } from '~/db/queries/clear';
import { newId } from '~/db/queries/coach';
import { writeAudit } from '~/db/queries/practice';
import { clearanceOf, notFound, requireAthlete } from '~/server/athlete.server';
import { todayIn } from '~/server/today';
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

function SafetyForm({
  data: loaded,
  result,
}: {
  data: Route.ComponentProps['loaderData'];
  result: Reply | undefined;
}) {
  const { form: last, signs, cautionList, minor, guardianUnder, formId } = loaded;
  const [form, fields] = useForm<{
    noStopSigns: string;
    systolic: string;
    diastolic: string;
    guardianName: string;
    stopSigns: string[];
    cautions: string[];
  }>({ lastResult: result, shouldRevalidate: 'onInput' });
  const busy = useNavigation().state !== 'idle';
  return (
    <Form method="post" id={form.id} onSubmit={form.onSubmit} noValidate>
      <input type="hidden" name="intent" value="form" />
      <input type="hidden" name="id" value={formId} />
      <h2 className="text-3xl">
        {last ? `Safety form, last answered ${dayText(last.onDate)}` : 'Before anything is loaded'}
      </h2>
      <p className="mt-2 text-quiet">
        Ask each question. This supports a coach; it diagnoses nothing. Renew every six months, after injury
        or illness.
      </p>
      <fieldset className="mt-6">
        <legend className="head text-2xl">Stop and refer</legend>
        <p className="text-quiet">
          Any one of these: no test and no plan until a licensed practitioner has cleared it.
        </p>
        <div className="mt-2">
          {signs.map((sign) => (
            <CheckField
              key={sign.id}
              label={sign.text}
              name="stopSigns"
              value={sign.id}
              defaultChecked={last?.stopSigns.includes(sign.id)}
            />
          ))}
        </div>
        <div className="mt-1 border-t border-mortar">
          <CheckField label={<strong>Asked all of them: none</strong>} name="noStopSigns" />
          {fields.noStopSigns.errors ? (
            <p className="font-bold" role="alert">
              ▲ {fields.noStopSigns.errors.join(' ')}
            </p>
          ) : null}
        </div>
        <div className="mt-3 grid max-w-md grid-cols-2 gap-4">
          <TextField
            label="Blood pressure, upper"
            name="systolic"
            inputMode="numeric"
            hint="mmHg, if measured"
            defaultValue={last?.systolic ?? ''}
            errors={fields.systolic.errors}
          />
          <TextField
            label="lower"
            name="diastolic"
            inputMode="numeric"
            hint="mmHg"
            defaultValue={last?.diastolic ?? ''}
            errors={fields.diastolic.errors}
          />
        </div>
      </fieldset>
      <fieldset className="mt-8">
        <legend className="head text-2xl">Adapt</legend>
        <p className="text-quiet">
          Each filters tests and exercises. Those marked “ask first” need a practitioner's agreement before
          more than breath and brace.
        </p>
        <div className="mt-2 grid gap-x-6 sm:grid-cols-2">
          {cautionList.map((each) => (
            <CheckField
              key={each.id}
              label={each.name}
              hint={each.askFirst ? 'ask first' : undefined}
              name="cautions"
              value={each.id}
              defaultChecked={last?.cautions.includes(each.id)}
            />
          ))}
        </div>
      </fieldset>
      <fieldset className="mt-8">
        <legend className="head text-2xl">Consent</legend>
        <CheckField
          label="The athlete agrees to testing, training and keeping these records"
          name="consentAthlete"
          defaultChecked={last?.consentAthlete}
        />
        {minor ? (
          <>
            <CheckField
              label={`A guardian agrees (needed under ${guardianUnder}; local law decides)`}
              name="consentGuardian"
              defaultChecked={last?.consentGuardian}
            />
            <TextField
              label="Guardian's name"
              name="guardianName"
              defaultValue={last?.guardianName}
              errors={fields.guardianName.errors}
              className="max-w-md"
            />
          </>
        ) : null}
      </fieldset>
      <FormError>{form.errors?.join(' ')}</FormError>
      <p className="mt-6">
        <Button
          look={
            loaded.clearance.state === 'missing' ||
            loaded.clearance.state === 'expired' ||
            loaded.clearance.state === 'consent'
              ? 'next'
              : 'plain'
          }
          disabled={busy}
        >
          {last ? 'Save the answers of today' : 'Save the form'}
        </Button>
      </p>
      <Disclaimer text={loaded.disclaimer} className="mt-8" />
    </Form>
  );
}

function AgreementForm({
  today,
  id,
  result,
  referred,
}: {
  today: string;
  id: string;
  result: Reply | undefined;
  referred: boolean;
}) {
  const [form, fields] = useForm<{ name: string; role: string; onDate: string; note: string }>({
    lastResult: result,
    shouldRevalidate: 'onInput',
  });
  const busy = useNavigation().state !== 'idle';
  return (
    <Form
      method="post"
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="mt-6 space-y-4 border border-mortar bg-chalk p-5"
    >
      <input type="hidden" name="intent" value="agreement" />
      <input type="hidden" name="agreementId" value={id} />
      <h2 className="text-2xl">{referred ? 'Record a clearance' : 'Record the agreement'}</h2>
      <p className="text-quiet">Of a licensed practitioner who has seen the athlete.</p>
      <TextField label="Name" name="name" errors={fields.name.errors} />
      <SelectField label="Role" name="role" errors={fields.role.errors} defaultValue="">
        <option value="">Choose …</option>
        {[
          'physician',
          'physiotherapist',
          'pelvic health physiotherapist',
          'midwife',
          'sports physician',
          'cardiologist',
        ].map((role) => (
          <option key={role}>{role}</option>
        ))}
      </SelectField>
      <TextField label="Date" name="onDate" type="date" defaultValue={today} errors={fields.onDate.errors} />
      <TextField label="What was agreed" name="note" errors={fields.note.errors} />
      <Button look="next" disabled={busy}>
        {referred ? 'Record the clearance' : 'Record the agreement'}
      </Button>
    </Form>
  );
}
