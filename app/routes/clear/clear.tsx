import { href } from 'react-router';
import { z } from 'zod';
import { ButtonLink } from '~/app/components/button';
import { Notice, Reasons } from '~/app/components/notice';
import { dayText } from '~/app/lib/format';
import { useNextStep } from '~/app/lib/next-step';
import { submitted } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issueText } from '~/app/words/issue-text';
import { answeredFormSchema } from '~/core/clear/form';
import { answerForm } from '~/server/commands/answer-form';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { clearView } from '~/server/views/clear';
import type { Route } from './+types/clear';
import { AgreementForm } from './agreement-form';
import { SafetyForm } from './safety-form';

export const meta = athleteTitle('Clear');

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  clearView(principalIn(context), await subjectIn({ params, context }));

const ticked = z
  .string()
  .optional()
  .transform((value) => value !== undefined);
const figure = z
  .string()
  .optional()
  .transform((text) => (text === undefined || text.trim() === '' ? null : Number(text)));

/** The form as a page sends it: boxes that are ticked or not, figures as typed. */
const typed = z
  .object({
    id: z.string(),
    stopSigns: z.array(z.string()).default([]),
    noStopSigns: ticked,
    cautions: z.array(z.string()).default([]),
    systolicMmHg: figure,
    diastolicMmHg: figure,
    dueOn: z
      .string()
      .optional()
      .transform((text) => text || null),
    consentAthlete: ticked,
    consentGuardian: ticked,
    guardianName: z.string().default(''),
  })
  // The schema behind says which signs and cautions there are.
  .transform((form) => form as z.input<typeof answeredFormSchema>)
  .pipe(answeredFormSchema);

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: answerForm },
    await request.formData(),
    typed,
    (form) => answerForm.perform(principal, { athleteId: params.athleteId, form }),
    href('/athletes/:athleteId/clear', { athleteId: params.athleteId }),
  );
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
                to={href('/athletes/:athleteId/screen', { athleteId })}
              >
                Go to Screen
              </ButtonLink>
            </p>
          </section>
        ) : (
          <Notice word={stateWords[clearance.state]} strong={clearance.state === 'refer'}>
            <Reasons issues={clearance.issues} />
            <p className="mt-2">
              <strong>What lifts it:</strong> {issueText(clearance.liftedBy)}
            </p>
          </Notice>
        )}
        {cautionTexts.length > 0 ? (
          <section aria-labelledby="cautions" className="mt-8">
            <h2 id="cautions" className="text-2xl">
              What it changes
            </h2>
            <ul className="rule-list mt-2">
              {cautionTexts.map((caution) => (
                <li key={caution.id} className="py-2.5">
                  <strong>{caution.name}.</strong> {caution.changes}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {form && (clearance.openSigns.length > 0 || clearance.openAsks.length > 0) ? (
          loaderData.mayAgree ? (
            <AgreementForm
              key={loaderData.agreementId}
              athleteId={athleteId}
              today={today}
              id={loaderData.agreementId}
              formId={form.id}
              signs={clearance.openSigns}
              asks={clearance.openAsks}
            />
          ) : (
            <p className="mt-6 text-quiet">A coach or the owner records the practitioner’s word here.</p>
          )
        ) : null}
        {agreements.length > 0 ? (
          <section aria-labelledby="words" className="mt-8">
            <h2 id="words" className="text-2xl">
              On record
            </h2>
            <ul className="rule-list mt-2">
              {agreements.map((word) => (
                <li key={word.id} className="py-2">
                  {word.name}, {word.role}, {dayText(word.onDate)}: {word.answers.join('; ').toLowerCase()}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
      <SafetyForm key={form?.id ?? 'new'} data={loaderData} result={actionData?.result} />
    </div>
  );
}
