import { useForm } from '@conform-to/react';
import { Form, useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { SelectField, TextField } from '~/app/components/field';
import type { Reply } from '~/app/lib/forms';
import { issuesText } from '~/app/words/issue-text';
import { openBlock } from '~/core/plan/calendar';
import { type TrunkWork, trunkWork } from '~/core/plan/trunk-work';
import type { Issue } from '~/core/result';

const trunkWorkWords: Readonly<Record<TrunkWork, string>> = {
  none: 'none',
  once: 'once a week',
  more: 'twice or more',
};

/**
 * Plans the season, or plans it again. The first time it asks how much trunk work is done now, which sets the first week; and
 * without an event how long the open block is to be.
 */
export function PlanAgain({
  id,
  busy,
  label,
  look,
  ask,
  open,
}: {
  id: string;
  busy: boolean;
  label: string;
  look: 'next' | 'plain';
  /** What was answered before; left out it is not asked. */
  ask?: { readonly trunkWork: TrunkWork | null } | undefined;
  /** No event lies ahead: an open block is planned. */
  open?: boolean;
}) {
  return (
    <Form method="post" className="grid gap-4">
      <input type="hidden" name="id" value={id} />
      {open ? (
        <label className="block max-w-xs">
          <span className="mb-1 block font-bold">
            Weeks of the open block, {openBlock.least} to {openBlock.most}
          </span>
          <input
            name="openWeeks"
            type="number"
            min={openBlock.least}
            max={openBlock.most}
            defaultValue={openBlock.usual}
            className="field-input figures !w-28"
          />
        </label>
      ) : null}
      {ask ? (
        <fieldset>
          <legend className="mb-1 font-bold">How much trunk work now?</legend>
          <div className="flex flex-wrap gap-2">
            {trunkWork.map((work) => (
              <label key={work} className="relative">
                <input
                  type="radio"
                  name="trunkWork"
                  value={work}
                  defaultChecked={(ask.trunkWork ?? 'once') === work}
                  className="peer absolute inset-0 size-full cursor-pointer opacity-0"
                />
                <span className="grid min-h-11 place-items-center border border-mortar bg-chalk px-4 peer-checked:border-ink peer-checked:bg-ink peer-checked:text-chalk peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-ink">
                  {trunkWorkWords[work]}
                </span>
              </label>
            ))}
          </div>
          <p className="mt-1 text-aside text-quiet">
            It sets how full the first week is; each week after it adds a little.
          </p>
        </fieldset>
      ) : null}
      <p>
        <Button look={look} disabled={busy}>
          {label}
        </Button>
      </p>
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

/** An event to add, or one to change. */
export function EventForm({
  id,
  exposure,
  action,
  next,
  event,
}: {
  id: string;
  action: string;
  /** The event as it stands, when it is changed. */
  event?: {
    name: string;
    onDate: string;
    priority: string;
    minutes: number | null;
    perMinute: number | null;
    primer: boolean;
  };
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
      {event ? <input type="hidden" name="intent" value="change" /> : null}
      <TextField label="Event" name="name" defaultValue={event?.name} errors={fields.name.errors} />
      <TextField
        label="Date"
        name="onDate"
        type="date"
        defaultValue={event?.onDate}
        errors={fields.onDate.errors}
      />
      <SelectField
        label="Priority"
        name="priority"
        defaultValue={event?.priority ?? 'A'}
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
          defaultValue={event?.minutes ?? undefined}
          inputMode="decimal"
          hint={`default ${exposure.minutes}`}
          errors={fields.minutes.errors}
        />
        <TextField
          label={`${exposure.kind.charAt(0).toUpperCase()}${exposure.kind.slice(1)}/min`}
          name="perMinute"
          defaultValue={event?.perMinute ?? undefined}
          inputMode="decimal"
          hint={`default ${exposure.perMinute}`}
          errors={fields.perMinute.errors}
        />
      </div>
      <label className="flex min-h-11 items-center gap-3 sm:col-span-2">
        <input type="checkbox" name="primer" defaultChecked={event?.primer} className="size-6" />
        Five minutes on the day before: one set of breath and brace, one of the focus
      </label>
      <p className="sm:col-span-2">
        <Button look={next ? 'next' : 'plain'} disabled={busy}>
          {event ? 'Save the event' : 'Add the event'}
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
