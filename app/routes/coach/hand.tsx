import { useState } from 'react';
import { data, Form, href, Link, redirect, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { Figure } from '~/app/components/figure';
import { Folded } from '~/app/components/folded';
import { Empty } from '~/app/components/notice';
import { weekdayText } from '~/app/lib/format';
import { requireMay, statusOf } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { ItemHead } from '~/app/routes/coach/session-items';
import { barsText, issuesText, issueText } from '~/app/words/issue-text';
import { parseDecimal } from '~/core/body/units';
import { qualityName, sides } from '~/core/catalogue/qualities';
import { amountText, prescriptionMinutes } from '~/core/dose/work';
import type { Issue } from '~/core/result';
import { editSession } from '~/server/commands/edit-session';
import { notFound, principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { type HandView, handView } from '~/server/views/hand';
import type { Route } from './+types/hand';

export const meta = athleteTitle('Change a session');

export async function loader({ params, context }: Route.LoaderArgs) {
  const asking = { params, context };
  const view = await handView(
    principalIn(context),
    await subjectIn(asking),
    await standingIn(asking),
    params.sessionId,
  );
  if (!view) throw notFound('This session');
  return view;
}

/** What the form says, for the command to read. */
function editIn(form: FormData): unknown {
  const text = (name: string) => String(form.get(name) ?? '').trim();
  const figure = (name: string) => parseDecimal(text(name)) ?? Number.NaN;
  const op = text('op');
  const itemId = text('itemId');
  switch (op) {
    case 'change':
      return {
        op,
        itemId,
        figures: {
          sets: figure('sets'),
          amount: figure('amount'),
          load: text('load') === '' ? null : figure('load'),
          restS: figure('restS'),
          firstSide: text('firstSide') || null,
          oneMore: form.has('oneMore'),
          note: text('note'),
        },
      };
    case 'swap':
      return { op, itemId, rungId: text('rungId'), lasting: form.has('lasting') };
    case 'add':
      return { op, rungId: text('rungId') };
    case 'place':
      return { op, itemId, at: figure('at') };
    case 'to_session':
      return { op, itemId, toSessionId: text('toSessionId') };
    case 'to_day':
      return { op, onDate: text('onDate') };
    default:
      return { op, itemId };
  }
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, editSession.action);
  const form = await request.formData();
  const made = await editSession(principal, {
    athleteId: params.athleteId,
    sessionId: params.sessionId,
    revision: Number(form.get('revision')),
    edit: editIn(form),
  });
  if (!made.ok) {
    return data(
      { issues: made.issues, itemId: String(form.get('itemId') ?? '') },
      { status: statusOf(made.issues) },
    );
  }
  return redirect(
    href('/athletes/:athleteId/coach/:sessionId/hand', {
      athleteId: params.athleteId,
      sessionId: made.value.sessionId,
    }),
  );
}

type Item = HandView['items'][number];

/** Which issue stands at which field. */
const said = (issues: readonly Issue[], field: string): string[] | undefined => {
  const found = issues.filter((one) => one.path.at(-1) === field).map(issueText);
  return found.length > 0 ? found : undefined;
};

/** The figures of one exercise, and what they come to as they are typed. */
function Figures({
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
    <Form method="post" preventScrollReset className="space-y-3">
      <input type="hidden" name="op" value="change" />
      <input type="hidden" name="itemId" value={item.id} />
      <input type="hidden" name="revision" value={revision} />
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        <TextField label="Sets" {...figure('sets')} />
        <TextField label={`Amount, ${amountText(2, item.unit).slice(2)}`} {...figure('amount')} />
        {item.loadUnit ? (
          <TextField
            label={`Load, ${item.loadUnit}`}
            name="load"
            inputMode="decimal"
            defaultValue={item.loadValue ?? ''}
            errors={said(issues, 'load')}
            {...(item.loads.length > 0
              ? { hint: `There ${item.loads.length > 1 ? 'are' : 'is'} ${item.loads.slice(0, 8).join(', ')}` }
              : {})}
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
          <input type="checkbox" name="oneMore" defaultChecked={item.oneMore} className="size-5" />
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
              : `${Math.round(share * 100)} % of the limit of ${amountText(item.limit, item.unit)} under the load it has now, dose ${(typed.sets * share).toFixed(2)}; `}
            {minutes} min.
          </>
        ) : (
          'Sets, amount and rest as numbers.'
        )}
      </p>
      <Button disabled={busy}>Save these figures</Button>
    </Form>
  );
}

function Swap({
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
    <Form method="post" preventScrollReset className="space-y-3">
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
        <input type="checkbox" name="lasting" className="size-5" />
        From now on, not on this day alone
      </label>
      <Button disabled={busy || item.instead.length === 0}>Swap</Button>
    </Form>
  );
}

/** One step of an exercise as a button of its own. */
function Step({
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
    <Form method="post" preventScrollReset>
      {Object.entries({ ...values, revision }).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button look="quiet" aria-label={label} disabled={disabled}>
        {children}
      </Button>
    </Form>
  );
}

export default function HandPage({ loaderData: view, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const issues = actionData?.issues ?? [];
  const failed = actionData?.itemId;
  const back = `${href('/athletes/:athleteId/coach', { athleteId: view.athleteId })}?week=${view.weekStart}`;
  if (view.gone || view.begun || !view.mayEdit)
    return (
      <Empty title="Not to be changed">
        <p>
          {view.gone
            ? 'This session was made anew since this page was opened.'
            : view.begun
              ? 'This session is begun or logged: what was done stays as it was.'
              : 'Sessions are changed by coaches.'}
        </p>
        <p className="mt-3">
          <Link to={back}>To the week</Link>
        </p>
      </Empty>
    );
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-3xl">{weekdayText(view.onDate)}, by hand</h2>
          <p className="figures mt-1 text-quiet">
            {view.minutes} of {view.minutesOffered} minutes. What you change here stays when the week follows
            the logs.
          </p>
        </div>
        <ButtonLink look="next" to={back}>
          Done
        </ButtonLink>
      </div>
      <FormError>{issues.length > 0 ? issuesText(issues) : null}</FormError>
      {view.changes.length > 0 ? (
        <ul className="mt-3 border-l-4 border-ink pl-3 text-aside" aria-label="Changed since it was laid out">
          {view.changes.slice(-4).map(({ at, what }) => (
            <li key={`${at} ${what.code} ${what.values.name ?? ''}`}>{issueText(what)}</li>
          ))}
        </ul>
      ) : null}
      <ol className="rule-list mt-4" key={view.revision}>
        {view.items.map((item, i) => (
          <li key={item.id} className="grid grid-cols-[5.5rem_1fr] gap-x-4 py-3 max-sm:grid-cols-1">
            <Figure
              posture={item.posture}
              needs={item.needs}
              label={`${item.name}, drawn`}
              plain
              className="h-16 w-full max-sm:hidden"
            />
            <div className="min-w-0">
              <ItemHead item={item} />
              <p className="flex flex-wrap justify-between gap-x-6 text-aside text-quiet">
                <span>
                  {qualityName(item.quality)}
                  {item.load ? `, ${item.load}` : ''}
                  {item.inHand ? `, ${item.inHand}` : ''}
                  {item.note ? `. “${item.note}”` : ''}
                </span>
                <span className="figures">{item.minutes} min</span>
              </p>
              {item.withheld.length > 0 ? <p className="font-bold">{barsText(item.withheld)}</p> : null}
              <div className="-ml-2 flex flex-wrap items-center gap-x-2">
                <Step
                  values={{ op: 'place', itemId: item.id, at: i - 1 }}
                  revision={view.revision}
                  label={`${item.name} earlier`}
                  disabled={busy || i === 0}
                >
                  Earlier
                </Step>
                <Step
                  values={{ op: 'place', itemId: item.id, at: i + 1 }}
                  revision={view.revision}
                  label={`${item.name} later`}
                  disabled={busy || i === view.items.length - 1}
                >
                  Later
                </Step>
                <Step
                  values={{ op: 'remove', itemId: item.id }}
                  revision={view.revision}
                  label={`Take ${item.name} off`}
                  disabled={busy}
                >
                  Take off
                </Step>
                {view.others.map((other) => (
                  <Step
                    key={other.id}
                    values={{ op: 'to_session', itemId: item.id, toSessionId: other.id }}
                    revision={view.revision}
                    label={`${item.name} to ${weekdayText(other.onDate)}`}
                    disabled={busy}
                  >
                    {`To ${weekdayText(other.onDate)}`}
                  </Step>
                ))}
              </div>
              <div className="flex flex-col gap-x-6 sm:flex-row sm:items-start">
                <div className="min-w-0 flex-1">
                  <Folded summary="Figures and note" asked={failed === item.id}>
                    <Figures
                      item={item}
                      revision={view.revision}
                      issues={failed === item.id ? issues : []}
                      busy={busy}
                    />
                  </Folded>
                </div>
                <div className="min-w-0 flex-1">
                  <Folded summary="Something else in its place">
                    <Swap
                      item={item}
                      revision={view.revision}
                      busy={busy}
                      issues={failed === item.id ? issues : []}
                    />
                  </Folded>
                </div>
              </div>
            </div>
          </li>
        ))}
      </ol>
      <div className="mt-6 grid gap-8 sm:grid-cols-2">
        <Form method="post" preventScrollReset className="space-y-3" key={`add ${view.revision}`}>
          <input type="hidden" name="op" value="add" />
          <input type="hidden" name="revision" value={view.revision} />
          <SelectField label="Add an exercise" name="rungId" hint="All that cautions, school and kit leave.">
            {view.toAdd.map((ladder) => (
              <optgroup key={ladder.id} label={ladder.name}>
                {ladder.rungs.map((rung) => (
                  <option key={rung.id} value={rung.id}>
                    {rung.name}
                  </option>
                ))}
              </optgroup>
            ))}
          </SelectField>
          <Button disabled={busy}>Add it</Button>
        </Form>
        {view.days.length > 0 ? (
          <Form method="post" preventScrollReset className="space-y-3" key={`day ${view.revision}`}>
            <input type="hidden" name="op" value="to_day" />
            <input type="hidden" name="revision" value={view.revision} />
            <SelectField
              label="Move the session to"
              name="onDate"
              errors={said(issues, 'onDate')}
              hint="Free days of this week."
            >
              {view.days.map((day) => (
                <option key={day} value={day}>
                  {weekdayText(day)}
                </option>
              ))}
            </SelectField>
            <Button disabled={busy}>Move it</Button>
          </Form>
        ) : null}
      </div>
    </>
  );
}
