import { useForm } from '@conform-to/react';
import { useFetcher } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import type { Reply } from '~/app/lib/forms';
import { weekdayNames, weekdaysFrom } from '~/app/words/training';

/** A session of the sport: of the usual week, or on a day. */
export function SessionForm({
  id,
  action,
  on,
  firstWeekday,
}: {
  id: string;
  action: string;
  on: 'weekday' | 'day';
  firstWeekday: 0 | 1;
}) {
  const fetcher = useFetcher<{ result?: Reply }>();
  const [form, fields] = useForm<{
    weekday: string;
    onDate: string;
    name: string;
    startsAt: string;
    minutes: string;
    hardness: string;
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
      {on === 'weekday' ? (
        <SelectField label="Weekday" name="weekday" errors={fields.weekday.errors}>
          {weekdaysFrom(firstWeekday).map((weekday) => (
            <option key={weekday} value={weekday}>
              {weekdayNames[weekday]}
            </option>
          ))}
        </SelectField>
      ) : (
        <TextField label="Day" name="onDate" type="date" errors={fields.onDate.errors} />
      )}
      <TextField label="What it is" name="name" errors={fields.name.errors} />
      <TextField
        label="Starts at"
        name="startsAt"
        type="time"
        hint="left empty when it is not fixed"
        errors={fields.startsAt.errors}
      />
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Minutes" name="minutes" inputMode="numeric" errors={fields.minutes.errors} />
        <TextField
          label="How hard"
          name="hardness"
          inputMode="numeric"
          hint="1 to 10"
          errors={fields.hardness.errors}
        />
      </div>
      <label className="flex min-h-11 items-center gap-3 sm:col-span-2">
        <input type="checkbox" name="risk" className="size-6" />
        Of risk for a tired trunk: downhill, jumping, apparatus
      </label>
      <FormError>{form.errors?.join(' ')}</FormError>
      <p className="sm:col-span-2">
        <Button disabled={busy}>{on === 'weekday' ? 'Add to the usual week' : 'Add this session'}</Button>
      </p>
    </fetcher.Form>
  );
}
