import { useForm } from '@conform-to/react';
import { Form, useNavigation } from 'react-router';
import type { Reply } from '~/app/lib/forms';
import { Button } from './button';
import { SelectField, TextField } from './field';

/** A licensed practitioner's word on the form: a clearance after referral, or an agreement to train. */
export function AgreementForm({
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
