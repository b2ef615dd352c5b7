import { useForm } from '@conform-to/react';
import { Form, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { CheckField, FormError, TextField } from '~/app/components/field';
import { Disclaimer } from '~/app/components/notice';
import { UnsavedGuard } from '~/app/components/unsaved-guard';
import { dayText } from '~/app/lib/format';
import type { Reply } from '~/app/lib/forms';

/** The answered form as the view knows it, and what its questions are made of. */
export interface SafetyFormData {
  formId: string;
  form:
    | {
        onDate: string;
        stopSigns: string[];
        cautions: string[];
        systolic: number | null;
        diastolic: number | null;
        dueOn: string | null;
        consentAthlete: boolean;
        consentGuardian: boolean;
        guardianName: string;
      }
    | undefined;
  signs: readonly { id: string; text: string }[];
  cautionList: readonly { id: string; name: string; askFirst: boolean }[];
  minor: boolean;
  guardianUnder: number;
  clearance: { state: string };
  disclaimer: string;
}

/** The safety questions: stop and refer, adapt, consent. */
export function SafetyForm({ data: loaded, result }: { data: SafetyFormData; result: Reply | undefined }) {
  const { form: last, signs, cautionList, minor, guardianUnder, formId } = loaded;
  const [form, fields] = useForm<{
    noStopSigns: string;
    systolicMmHg: string;
    diastolicMmHg: string;
    dueOn: string;
    guardianName: string;
    stopSigns: string[];
    cautions: string[];
  }>({ lastResult: result, shouldRevalidate: 'onInput' });
  const busy = useNavigation().state !== 'idle';
  return (
    <Form method="post" id={form.id} onSubmit={form.onSubmit} noValidate>
      <UnsavedGuard formId={form.id} />
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
            name="systolicMmHg"
            inputMode="numeric"
            hint="mmHg, if measured"
            defaultValue={last?.systolic ?? ''}
            errors={fields.systolicMmHg.errors}
          />
          <TextField
            label="lower"
            name="diastolicMmHg"
            inputMode="numeric"
            hint="mmHg"
            defaultValue={last?.diastolic ?? ''}
            errors={fields.diastolicMmHg.errors}
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
          {cautionList.map((caution) => (
            <CheckField
              key={caution.id}
              label={caution.name}
              hint={caution.askFirst ? 'ask first' : undefined}
              name="cautions"
              value={caution.id}
              defaultChecked={last?.cautions.includes(caution.id)}
            />
          ))}
        </div>
        <TextField
          label="Expected day of birth, if pregnant"
          name="dueOn"
          type="date"
          hint="After the first third nothing long is done on the back; without a day it is taken as past it."
          defaultValue={last?.dueOn ?? ''}
          errors={fields.dueOn.errors}
          className="mt-3 max-w-md"
        />
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
