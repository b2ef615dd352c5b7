import { createContext, type ReactNode, useContext, useState } from 'react';
import type { FetcherWithComponents } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { issuesText, issueText } from '~/app/words/issue-text';
import { parseDecimal } from '~/core/body/units';
import { sides } from '~/core/catalogue/qualities';
import { amountText, prescriptionMinutes } from '~/core/dose/work';
import type { Issue } from '~/core/result';
import type { HandView } from '~/server/views/hand';

export type Item = HandView['items'][number];

/** Where edits of the session at hand are sent. */
export const HandContext = createContext<
  { readonly fetcher: FetcherWithComponents<unknown>; readonly action: string } | undefined
>(undefined);

/** A form that sends an edit of the session and leaves the page where it is. */
export function HandForm({ className, children }: { className?: string; children: ReactNode }) {
  const hand = useContext(HandContext);
  if (!hand) return null;
  const { Form } = hand.fetcher;
  return (
    <Form method="post" action={hand.action} className={className}>
      <input type="hidden" name="stay" value="1" />
      {children}
    </Form>
  );
}

/** Which issue stands at which field. */
export const said = (issues: readonly Issue[], field: string): string[] | undefined => {
  const found = issues.filter((one) => one.path.at(-1) === field).map(issueText);
  return found.length > 0 ? found : undefined;
};

/** The figures of one exercise, and what they come to as they are typed. */
export function Figures({
  item,
  revision,
  issues,
  busy,
}: {
  item: Item;
  revision: number;
  issues: readonly Issue[];
  busy: boolean;
}) {
  const [typed, setTyped] = useState({ sets: item.sets, amount: item.amount, restS: item.restS });
  const figure = (name: keyof typeof typed) => ({
    name,
    inputMode: 'decimal' as const,
    defaultValue: item[name],
    errors: said(issues, name),
    onChange: (event: { currentTarget: { value: string } }) =>
      setTyped({ ...typed, [name]: parseDecimal(event.currentTarget.value) ?? Number.NaN }),
  });
  const minutes = prescriptionMinutes({
    ...typed,
    unit: item.unit,
    tempo: item.tempo,
    sided: item.sided,
    extraSetSide: item.oneMore,
  });
  const share = item.limit ? typed.amount / item.limit : undefined;
  const readable = Object.values(typed).every((value) => Number.isFinite(value) && value >= 0);
  return (
    <HandForm className="space-y-3">
      <input type="hidden" name="op" value="change" />
      {item.loadField ? <input type="hidden" name="loadPer" value={item.loadField.per} /> : null}
      <input type="hidden" name="itemId" value={item.id} />
      <input type="hidden" name="revision" value={revision} />
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <TextField label="Sets" {...figure('sets')} />
        <TextField label={`Amount, ${amountText(2, item.unit).slice(2)}`} {...figure('amount')} />
        {item.loadField ? (
          <TextField
            label={`Load, ${item.loadField.label}`}
            name="load"
            inputMode="decimal"
            defaultValue={item.loadValue ?? ''}
            errors={said(issues, 'load')}
            {...(item.loads.length > 0
              ? { hint: `There ${item.loads.length > 1 ? 'are' : 'is'} ${item.loads.slice(0, 8).join(', ')}` }
              : {})}
          />
        ) : null}
        {item.lever ? (
          <TextField
            label={item.lever.label}
            name="lever"
            inputMode="decimal"
            defaultValue={item.leverValue ?? ''}
            errors={said(issues, 'lever')}
            hint={item.lever.hint}
          />
        ) : null}
        <TextField label="Rest, s" {...figure('restS')} />
        {item.sided ? (
          <SelectField label="First side" name="firstSide" defaultValue={item.firstSide ?? 'left'}>
            {sides.map((side) => (
              <option key={side} value={side}>
                {side}
              </option>
            ))}
          </SelectField>
        ) : null}
      </div>
      {item.sided ? (
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" name="oneMore" defaultChecked={item.oneMore} className="size-6" />
          One more set on the first side
        </label>
      ) : null}
      <TextField
        label="Note for this day"
        name="note"
        defaultValue={item.note ?? ''}
        maxLength={200}
        errors={said(issues, 'note')}
      />
      <p className="figures text-aside text-quiet" aria-live="polite">
        {readable ? (
          <>
            {share === undefined || item.limit === null
              ? ''
              : `${Math.round(share * 100)} % of the limit of ${amountText(item.limit, item.unit)} as it is set up now, dose ${(typed.sets * share).toFixed(2)}; `}
            {minutes} min.
          </>
        ) : (
          'Sets, amount and rest as numbers.'
        )}
      </p>
      <Button disabled={busy}>Save these figures</Button>
    </HandForm>
  );
}

export function Swap({
  item,
  revision,
  busy,
  issues,
}: {
  item: Item;
  revision: number;
  busy: boolean;
  issues: readonly Issue[];
}) {
  return (
    <HandForm className="space-y-3">
      <input type="hidden" name="op" value="swap" />
      <input type="hidden" name="itemId" value={item.id} />
      <input type="hidden" name="revision" value={revision} />
      <fieldset>
        <legend className="font-bold">In its place, the best first</legend>
        {item.instead.length === 0 ? <p>Nothing else of this quality may be done now.</p> : null}
        {item.instead.map((other, i) => (
          <label
            key={other.rungId}
            className="flex min-h-11 flex-wrap items-baseline gap-x-3 border-b border-mortar py-2"
          >
            <input type="radio" name="rungId" value={other.rungId} defaultChecked={i === 0} />
            <strong>{other.name}</strong>
            <span className="figures text-aside text-quiet">
              {other.work}; limit {other.limit}, {other.sharePercent} % of it, dose {other.dose} a set.{' '}
              {other.ladder}
            </span>
          </label>
        ))}
      </fieldset>
      {said(issues, 'rungId') ? <FormError>{issuesText(issues)}</FormError> : null}
      <label className="flex min-h-11 items-center gap-3">
        <input type="checkbox" name="lasting" className="size-6" />
        From now on, not on this day alone
      </label>
      <Button disabled={busy || item.instead.length === 0}>Swap</Button>
    </HandForm>
  );
}

/** One step of an exercise as a button of its own. */
export function Step({
  values,
  revision,
  label,
  children,
  disabled,
}: {
  values: Readonly<Record<string, string | number>>;
  revision: number;
  label: string;
  children: string;
  disabled: boolean;
}) {
  return (
    <HandForm>
      {Object.entries({ ...values, revision }).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button look="quiet" aria-label={label} disabled={disabled}>
        {children}
      </Button>
    </HandForm>
  );
}
