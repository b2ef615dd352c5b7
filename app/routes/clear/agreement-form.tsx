import { useForm } from '@conform-to/react';
import { href, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { CheckField, FormError, SelectField, TextField } from '~/app/components/field';
import type { Reply } from '~/app/lib/forms';

const roles = [
  'physician',
  'physiotherapist',
  'pelvic health physiotherapist',
  'midwife',
  'sports physician',
  'cardiologist',
] as const;

interface Open {
  readonly id: string;
  readonly text: string;
}

interface AgreementFormProps {
  readonly athleteId: string;
  readonly today: string;
  readonly id: string;
  /** The form the word is given for. */
  readonly formId: string;
  readonly signs: readonly Open[];
  readonly asks: readonly Open[];
}

/** A licensed practitioner's word on the form: for each sign and each caution it names, and for no other. */
export function AgreementForm({ athleteId, today, id, formId, signs, asks }: AgreementFormProps) {
  const fetcher = useFetcher<{ result?: Reply }>();
  const [form, fields] = useForm<{
    name: string;
    role: string;
    onDate: string;
    note: string;
    names: string;
    licensed: string;
  }>({ lastResult: fetcher.data?.result, shouldRevalidate: 'onInput' });
  const referred = signs.length > 0;
  return (
    <fetcher.Form
      method="post"
      action={href('/athletes/:athleteId/clear/agreement', { athleteId })}
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="mt-6 space-y-4 border border-mortar bg-chalk p-5"
    >
      <input type="hidden" name="id" value={id} />
      <input type="hidden" name="formId" value={formId} />
      <h2 className="text-2xl">{referred ? 'Record a clearance' : 'Record the agreement'}</h2>
      <p className="text-quiet">Of a licensed practitioner who has seen the athlete.</p>
      <fieldset>
        <legend className="font-bold">What it clears</legend>
        {signs.map((sign) => (
          <CheckField key={sign.id} label={sign.text} name="signs" value={sign.id} />
        ))}
        {asks.map((ask) => (
          <CheckField key={ask.id} label={ask.text} hint="ask first" name="cautions" value={ask.id} />
        ))}
        {fields.names.errors ? (
          <p className="font-bold" role="alert">
            ▲ {fields.names.errors.join(' ')}
          </p>
        ) : null}
      </fieldset>
      <TextField label="Name" name="name" errors={fields.name.errors} />
      <SelectField label="Role" name="role" errors={fields.role.errors} defaultValue="">
        <option value="">Choose …</option>
        {roles.map((role) => (
          <option key={role}>{role}</option>
        ))}
      </SelectField>
      <TextField label="Date" name="onDate" type="date" defaultValue={today} errors={fields.onDate.errors} />
      <TextField label="What was agreed" name="note" errors={fields.note.errors} />
      <div>
        <CheckField label="They are licensed to practise, here and now" name="licensed" />
        {fields.licensed.errors ? (
          <p className="font-bold" role="alert">
            ▲ {fields.licensed.errors.join(' ')}
          </p>
        ) : null}
      </div>
      <FormError>{form.errors?.join(' ')}</FormError>
      <Button look="next" disabled={fetcher.state !== 'idle'}>
        {referred ? 'Record the clearance' : 'Record the agreement'}
      </Button>
    </fetcher.Form>
  );
}
