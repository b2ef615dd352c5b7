import { useState } from 'react';
import { Form, href, Link, redirect, useFetcher, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { CheckField, FormError, SelectField, TextField } from '~/app/components/field';
import { Blocked } from '~/app/components/notice';
import { dayText } from '~/app/lib/format';
import { useNextStep } from '~/app/lib/next-step';
import { type Refusal, refusal } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { OrderList } from '~/app/routes/screen/battery/order-list';
import { Setup } from '~/app/routes/screen/battery/setup';
import { barsText, issuesText } from '~/app/words/issue-text';
import { timelineOf } from '~/core/screen/battery/timeline';
import { counted } from '~/core/words/counted';
import { openScreening } from '~/server/commands/open-screening';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import { batteryView } from '~/server/views/battery';
import type { Route } from './+types/battery';
import { restsOf } from './rests.server';

export const meta = athleteTitle('Screen');

export const loader = async ({ params, request, context }: Route.LoaderArgs) =>
  batteryView(principalIn(context), await standingIn({ params, context }), new URL(request.url).searchParams);

export async function action({ params, request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const opened = await openScreening(principalIn(context), {
    id: form.get('id'),
    athleteId: params.athleteId,
    purpose: form.get('purpose') ?? 'first',
    testIds: form.getAll('testIds'),
    rests: restsOf(form),
    firstSide: form.get('firstSide'),
    warmUpDone: form.has('warmUp'),
    trainedLast24h: form.has('trainedLast24h'),
    footwear: form.get('footwear') ?? '',
  });
  return opened.ok
    ? redirect(
        href('/athletes/:athleteId/screen/:screeningId', {
          athleteId: params.athleteId,
          screeningId: opened.value,
        }),
      )
    : refusal(opened.issues);
}

export default function BatteryView(props: Route.ComponentProps) {
  const { athleteId, blocked, setup, battery } = props.loaderData;
  if (blocked) return <Blocked title="Not to be tested" {...blocked} athleteId={athleteId} />;
  return <Builder key={`${setup.purpose} ${setup.savedId} ${battery.order.join()}`} {...props} />;
}

function Builder({ loaderData, actionData }: Route.ComponentProps) {
  const keeping = useFetcher<Partial<Refusal>>();
  const { athleteId, past, open, today, battery, setup } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const nextStep = useNextStep();
  const [order, setOrder] = useState(battery.order);
  const [rests, setRests] = useState<Readonly<Record<string, number>>>({});
  const [start, setStart] = useState(loaderData.firstSide);
  const tests = battery.tests.map((test) => ({ ...test, restS: rests[test.id] ?? test.restS }));
  const chosen = order.flatMap((id) => tests.find((test) => test.id === id) ?? []);
  const others = tests.filter((test) => !order.includes(test.id));
  const timeline = timelineOf(chosen, setup.purpose === 'quick' ? 0 : undefined);
  const move = (id: string, by: 1 | -1) =>
    setOrder((was) => {
      const at = was.indexOf(id);
      const next = [...was];
      next.splice(at, 1);
      next.splice(Math.min(next.length, Math.max(0, at + by)), 0, id);
      return next;
    });
  /** Added behind the last test of its stage or an earlier one. */
  const add = (id: string) =>
    setOrder((was) => {
      const stageOf = (testId: string) => tests.find((test) => test.id === testId)?.stage ?? 0;
      const at = was.findLastIndex((testId) => stageOf(testId) <= stageOf(id));
      return [...was.slice(0, at + 1), id, ...was.slice(at + 1)];
    });
  return (
    <div className="grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.8fr)_minmax(0,1fr)]">
      <div>
        <Setup {...setup} />
        <Form method="post">
          <input type="hidden" name="id" value={loaderData.id} />
          <input type="hidden" name="athleteId" value={athleteId} />
          <input type="hidden" name="batteryId" value={loaderData.batteryId} />
          <input type="hidden" name="firstSide" value={start} />
          <input type="hidden" name="purpose" value={setup.purpose} />
          <h2 className="mt-4 text-3xl">
            {counted(chosen.length, 'test')}, {timeline.minutes} min
          </h2>
          <p className="mt-1 text-quiet">
            {setup.purpose === 'quick'
              ? 'One trial of each, for the top priorities. Breath and pain are asked as always.'
              : 'Warm-up first, then in the order below. Rests are filled by tests that do not disturb them.'}{' '}
            {start === 'left' ? 'Left' : 'Right'} side starts today.{' '}
            <button
              type="button"
              className="py-1.5 underline"
              onClick={() => setStart(start === 'left' ? 'right' : 'left')}
            >
              Start {start === 'left' ? 'right' : 'left'}
            </button>
          </p>
          {chosen.length === 0 ? (
            <p className="mt-3">
              {setup.purpose === 'quick'
                ? 'Nothing to re-check yet: a first screen finds the priorities.'
                : 'No test is chosen.'}
            </p>
          ) : null}
          <OrderList
            tests={chosen}
            timeline={timeline}
            onMove={move}
            onRemove={(id) => setOrder((was) => was.filter((testId) => testId !== id))}
            onRest={(id, restS) => setRests((was) => ({ ...was, [id]: restS }))}
          />
          {timeline.warnings.map((warning) => (
            <p key={warning} className="mt-2">
              ▲ Out of order: {warning}. Easy before hard keeps the results comparable.
            </p>
          ))}
          <section aria-labelledby="warm-up" className="mt-6">
            <h3 id="warm-up" className="text-2xl">
              Warm-up and state
            </h3>
            <CheckField
              label="Standard warm-up done"
              hint="5 min easy movement and one easy set per wall. Without it results are shown and not compared."
              name="warmUp"
              defaultChecked
            />
            <CheckField label="Trained in the last 24 hours" name="trainedLast24h" />
            <SelectField label="Footwear" name="footwear" className="max-w-56" defaultValue="barefoot">
              <option>barefoot</option>
              <option>socks</option>
              <option>trainers</option>
            </SelectField>
          </section>
          <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
          <p className="mt-6">
            <Button
              look={!open && (nextStep === 'screen' || nextStep === 'review') ? 'next' : 'plain'}
              disabled={busy || chosen.length === 0}
            >
              Start screening
            </Button>
          </p>
          <details className="mt-3" open={loaderData.savedName !== undefined}>
            <summary className="flex min-h-11 cursor-pointer items-center">Keep this battery</summary>
            <div className="flex flex-wrap items-end gap-3">
              <TextField label="Name" name="name" maxLength={60} defaultValue={loaderData.savedName ?? ''} />
              <Button
                type="button"
                disabled={busy || chosen.length === 0}
                onClick={(event) => {
                  const form = new FormData(event.currentTarget.form ?? undefined);
                  void keeping.submit(form, { method: 'post', action: href('/batteries') });
                }}
              >
                Keep under this name
              </Button>
            </div>
            <FormError>{keeping.data?.issues ? issuesText(keeping.data.issues) : null}</FormError>
          </details>
        </Form>
        {setup.savedId && loaderData.mayRemove ? (
          <keeping.Form
            method="post"
            action={href('/batteries/:batteryId', { batteryId: setup.savedId })}
            className="mt-2"
          >
            <input type="hidden" name="athleteId" value={athleteId} />
            <Button look="quiet" disabled={busy}>
              Take “{loaderData.savedName}” off the list
            </Button>
          </keeping.Form>
        ) : null}
      </div>
      <div className="space-y-9">
        {open ? (
          <p>
            <ButtonLink
              look="next"
              to={href('/athletes/:athleteId/screen/:screeningId', { athleteId, screeningId: open })}
            >
              Go on with the open screen
            </ButtonLink>
          </p>
        ) : null}
        {battery.leftOut.length > 0 ? (
          <section aria-labelledby="left-out">
            <h3 id="left-out" className="text-2xl">
              Left out, and why
            </h3>
            <ul className="rule-list mt-2">
              {battery.leftOut.map((out) => (
                <li key={out.name} className="py-2">
                  <strong>{out.name}:</strong> {barsText(out.bars)}
                  {out.replacedBy ? `; ${out.replacedBy} stands in` : ''}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {battery.uncovered.length > 0 ? (
          <p>Not covered by this battery: {battery.uncovered.join(', ').toLowerCase()}.</p>
        ) : null}
        <section aria-labelledby="more">
          <h3 id="more" className="text-2xl">
            Add a test
          </h3>
          <ul className="rule-list mt-2">
            {others.map((test) => (
              <li key={test.id} className="flex items-start justify-between gap-3 py-1">
                <span className="py-2 leading-snug">
                  {test.name}{' '}
                  <span className="block text-aside text-quiet">
                    {test.tests || 'the rung decides'}
                    {test.missing ? `. ▲ Not at hand: ${test.missing}` : ''}
                  </span>
                </span>
                <Button
                  type="button"
                  look="quiet"
                  aria-label={`Add ${test.name}`}
                  onClick={() => add(test.id)}
                >
                  Add
                </Button>
              </li>
            ))}
          </ul>
        </section>
        <section aria-labelledby="past">
          <h3 id="past" className="text-2xl">
            Screens so far
          </h3>
          <p className="flex flex-wrap gap-x-5">
            <Link to={href('/athletes/:athleteId/results', { athleteId })} className="py-1.5">
              Result sheet
            </Link>
            <Link to={href('/athletes/:athleteId/recordings', { athleteId })} className="py-1.5">
              Traces and stills
            </Link>
          </p>
          {past.length === 0 ? <p className="mt-2 text-quiet">None yet.</p> : null}
          <ul className="rule-list mt-2">
            {past.map((left) => (
              <li key={left.id} className="flex justify-between gap-3 py-2">
                <Link to={href('/athletes/:athleteId/review', { athleteId })}>
                  {dayText(left.onDate, today)}
                </Link>
                <span className="text-quiet">
                  {left.tests} tests{left.warmUpDone ? '' : ', not comparable'}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}
