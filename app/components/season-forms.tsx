import { useForm } from '@conform-to/react';
import { Form, useNavigation } from 'react-router';
import type { Reply } from '~/app/lib/forms';
import { Button } from './button';
import { SelectField, TextField } from './field';

export function PlanAgain({
  id,
  busy,
  label,
  look,
}: {
  id: string;
  busy: boolean;
  label: string;
  look: 'next' | 'plain';
}) {
  return (
    <Form method="post">
      <input type="hidden" name="intent" value="plan" />
      <input type="hidden" name="id" value={id} />
      <Button look={look} disabled={busy}>
        {label}
      </Button>
    </Form>
  );
}

export function Remove({ intent, id, label }: { intent: string; id: string; label: string }) {
  return (
    <Form method="post">
      <input type="hidden" name="intent" value={intent} />
      <input type="hidden" name="target" value={id} />
      <Button look="quiet" aria-label={label}>
        Remove
      </Button>
    </Form>
  );
}

export function EventForm({
  id,
  exposure,
  result,
  next,
}: {
  id: string;
  exposure: { kind: string; minutes: number; perMinute: number };
  result: Reply | undefined;
  next: boolean;
}) {
  const [form, fields] = useForm<{
    name: string;
    onDate: string;
    priority: string;
    minutes: string;
    perMinute: string;
  }>({ lastResult: result, shouldRevalidate: 'onInput' });
  const busy = useNavigation().state !== 'idle';
  return (
    <Form
      method="post"
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="mt-4 grid gap-4 sm:grid-cols-2"
    >
      <input type="hidden" name="intent" value="event" />
      <input type="hidden" name="id" value={id} />
      <TextField label="Event" name="name" errors={fields.name.errors} />
      <TextField label="Date" name="onDate" type="date" errors={fields.onDate.errors} />
      <SelectField
        label="Priority"
        name="priority"
        defaultValue="A"
        hint="A: plan back from it. B: an easier week. C: train through."
        errors={fields.priority.errors}
      >
        <option>A</option>
        <option>B</option>
        <option>C</option>
      </SelectField>
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Minutes"
          name="minutes"
          inputMode="decimal"
          hint={`default ${exposure.minutes}`}
          errors={fields.minutes.errors}
        />
        <TextField
          label={`${exposure.kind.charAt(0).toUpperCase()}${exposure.kind.slice(1)}/min`}
          name="perMinute"
          inputMode="decimal"
          hint={`default ${exposure.perMinute}`}
          errors={fields.perMinute.errors}
        />
      </div>
      <p className="sm:col-span-2">
        <Button look={next ? 'next' : 'plain'} disabled={busy}>
          Add the event
        </Button>
      </p>
    </Form>
  );
}

export function BlackoutForm({ id, result }: { id: string; result: Reply | undefined }) {
  const [form, fields] = useForm<{ from: string; to: string; reason: string }>({
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
      className="mt-4 grid gap-4 sm:grid-cols-2"
    >
      <input type="hidden" name="intent" value="blackout" />
      <input type="hidden" name="id" value={id} />
      <TextField label="First day" name="from" type="date" errors={fields.from.errors} />
      <TextField label="Last day" name="to" type="date" errors={fields.to.errors} />
      <TextField label="Why" name="reason" errors={fields.reason.errors} className="sm:col-span-2" />
      <p>
        <Button disabled={busy}>Add these days</Button>
      </p>
    </Form>
  );
}
