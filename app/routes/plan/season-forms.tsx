import { useForm } from '@conform-to/react';
import { Form, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { SelectField, TextField } from '~/app/components/field';
import type { Reply } from '~/app/lib/forms';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';

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
      <input type="hidden" name="id" value={id} />
      <Button look={look} disabled={busy}>
        {label}
      </Button>
    </Form>
  );
}

export function Remove({ action, label }: { action: string; label: string }) {
  const fetcher = useFetcher<{ issues?: readonly Issue[] }>();
  return (
    <fetcher.Form method="post" action={action}>
      {fetcher.data?.issues ? <span role="alert">▲ {issuesText(fetcher.data.issues)} </span> : null}
      <Button look="quiet" aria-label={label} disabled={fetcher.state !== 'idle'}>
        Remove
      </Button>
    </fetcher.Form>
  );
}

export function EventForm({
  id,
  exposure,
  action,
  next,
}: {
  id: string;
  action: string;
  exposure: { kind: string; minutes: number; perMinute: number };
  next: boolean;
}) {
  const fetcher = useFetcher<{ result?: Reply }>();
  const [form, fields] = useForm<{
    name: string;
    onDate: string;
    priority: string;
    minutes: string;
    perMinute: string;
  }>({ lastResult: fetcher.data?.result, shouldRevalidate: 'onInput' });
  const busy = fetcher.state !== 'idle';
  return (
    <fetcher.Form
      method="post"
      action={action}
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="mt-4 grid gap-4 sm:grid-cols-2"
    >
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
    </fetcher.Form>
  );
}

export function BlackoutForm({ id, action }: { id: string; action: string }) {
  const fetcher = useFetcher<{ result?: Reply }>();
  const [form, fields] = useForm<{ from: string; to: string; reason: string }>({
    lastResult: fetcher.data?.result,
    shouldRevalidate: 'onInput',
  });
  const busy = fetcher.state !== 'idle';
  return (
    <fetcher.Form
      method="post"
      action={action}
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="mt-4 grid gap-4 sm:grid-cols-2"
    >
      <input type="hidden" name="id" value={id} />
      <TextField label="First day" name="from" type="date" errors={fields.from.errors} />
      <TextField label="Last day" name="to" type="date" errors={fields.to.errors} />
      <TextField label="Why" name="reason" errors={fields.reason.errors} className="sm:col-span-2" />
      <p>
        <Button disabled={busy}>Add these days</Button>
      </p>
    </fetcher.Form>
  );
}
