import { useState } from 'react';
import { data, Form, Link, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { OrderList } from '~/app/components/battery/order-list';
import { Setup } from '~/app/components/battery/setup';
import { Button, ButtonLink } from '~/app/components/button';
import { CheckField, FormError, SelectField, TextField } from '~/app/components/field';
import { Blocked } from '~/app/components/notice';
import { dayText } from '~/app/lib/format';
import { useNextStep } from '~/app/lib/next-step';
import { equipment } from '~/core/catalogue';
import { gateTest } from '~/core/clear/gates';
import { maximalOverload, splitOverDays } from '~/core/screen/battery/battery';
import { startingSide } from '~/core/screen/battery/purposes';
import { timelineOf } from '~/core/screen/battery/timeline';
import { purposes } from '~/core/screen/trial/words';
import { newId } from '~/db/queries/coach';
import { addScreening, batteriesOf, removeBattery, saveBattery, screeningsOf } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { batteryFor } from '~/server/views/battery.server';
import { blockOf, isUuid, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/battery';

const fullMinutes = 55;

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const [picture, past, saved] = await Promise.all([
    pictureOf(person, athlete),
    screeningsOf(person.practiceId, athlete.id),
    batteriesOf(person.practiceId),
  ]);
  const query = new URL(request.url).searchParams;
  const asked = {
    purpose: purposes.find((each) => each === query.get('purpose') && each !== 'squad') ?? 'first',
    minutes: Math.min(120, Math.max(15, Number(query.get('minutes')) || fullMinutes)),
    kit: query.get('kitGiven') ? query.getAll('kit') : athlete.kit,
    mayHop: query.get('hop') === 'yes',
    saved: saved.find((each) => each.id === query.get('battery')),
    firstSide: startingSide(past[0]?.firstSide, athlete.id),
  };
  return {
    athleteId: athlete.id,
    today: picture.today,
    blocked: blockOf(picture.clearance),
    setup: {
      purpose: asked.purpose,
      minutes: asked.minutes,
      kit: asked.kit,
      mayHop: asked.mayHop,
      savedId: asked.saved?.id,
      saved: saved.map(({ id, name }) => ({ id, name })),
      equipment: equipment.map(({ id, name }) => ({ id, name })),
    },
    savedName: asked.saved?.name,
    open: past.find((each) => !each.completedAt)?.id,
    past: past
      .filter((each) => each.completedAt)
      .map((each) => ({
        id: each.id,
        onDate: each.onDate,
        tests: each.testIds.length,
        warmUpDone: each.warmUpDone,
      })),
    battery: batteryFor(picture, asked),
    firstSide: asked.firstSide,
    id: newId(),
  };
}

const schema = z.object({
  id: z.string().refine(isUuid),
  purpose: z.enum(purposes).default('first'),
  testIds: z.array(z.string()).min(1, 'Choose at least one test.').max(40),
  rests: z.array(z.string().regex(/^[a-z_]+:\d{1,3}$/)).max(40),
  firstSide: z.enum(['left', 'right']),
  warmUp: z.string().optional(),
  trainedLast24h: z.string().optional(),
  footwear: z.string().trim().max(60).default(''),
  name: z.string().trim().max(60).default(''),
});

/** Rests that differ from the tests' own. */
function ownRests(rests: readonly string[], restOf: (id: string) => number): Record<string, number> {
  return Object.fromEntries(
    rests.flatMap((each) => {
      const [id = '', seconds] = each.split(':');
      return Number(seconds) === restOf(id) ? [] : [[id, Number(seconds)]];
    }),
  );
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const picture = await pictureOf(person, athlete);
  const { trade, clearance } = picture;
  const form = await request.formData();
  const refuse = (error: string, status = 400) => data({ error }, { status });
  const intent = form.get('intent');
  if (intent === 'remove') {
    const id = String(form.get('batteryId'));
    if (isUuid(id)) await removeBattery(person.practiceId, id);
    return redirect(`/athletes/${athlete.id}/screen`);
  }
  if (clearance.allows === 'nothing')
    return refuse(`Not cleared: ${clearance.reasons.join(' ')} ${clearance.liftedBy}`, 409);
  const parsed = schema.safeParse({
    ...Object.fromEntries(form),
    testIds: form.getAll('testIds'),
    rests: form.getAll('rests'),
  });
  if (!parsed.success) return refuse(parsed.error.issues[0]?.message ?? 'The battery could not be read.');
  const chosen = parsed.data;
  const known = [...new Set(chosen.testIds)].filter((id) =>
    trade.stationTests.some((test) => test.id === id),
  );
  if (known.length === 0) return refuse('Choose at least one test.');
  const rests = ownRests(chosen.rests, (id) => (trade.hasTest(id) ? trade.test(id).restS : -1));
  if (intent === 'save') {
    if (!chosen.name) return refuse('Give the battery a name to keep it under.');
    const id = newId();
    await saveBattery({
      id,
      practiceId: person.practiceId,
      name: chosen.name,
      testIds: known,
      rests,
      staffId: person.staffId,
    });
    const kept = (await batteriesOf(person.practiceId)).find((each) => each.name === chosen.name);
    return redirect(`/athletes/${athlete.id}/screen?battery=${kept?.id ?? id}`);
  }
  for (const id of known) {
    const gate = gateTest(trade.test(id), clearance.cautions, clearance.allows);
    if (!gate.allowed) return refuse(`${trade.test(id).name} is left out for this athlete: ${gate.why}.`);
  }
  const doneToday = [
    ...new Set(picture.trials.filter((trial) => trial.onDate === picture.today).map((trial) => trial.testId)),
  ].filter((id) => trade.hasTest(id));
  const overload = maximalOverload([...new Set([...doneToday, ...known])]);
  if (overload) {
    const later = splitOverDays(known, doneToday).slice(1).flat();
    return refuse(`${overload} For another day: ${later.map((id) => trade.test(id).name).join(', ')}.`);
  }
  await addScreening({
    id: chosen.id,
    practiceId: person.practiceId,
    athleteId: athlete.id,
    onDate: picture.today,
    testIds: known,
    rests,
    purpose: chosen.purpose,
    firstSide: chosen.firstSide,
    warmUpDone: chosen.warmUp !== undefined,
    warmUpAt: chosen.warmUp ? new Date() : null,
    trainedLast24h: chosen.trainedLast24h !== undefined,
    footwear: chosen.footwear,
    staffId: person.staffId,
  });
  return redirect(`/athletes/${athlete.id}/screen/${chosen.id}`);
}

export default function BatteryView(props: Route.ComponentProps) {
  const { athleteId, blocked, setup, battery } = props.loaderData;
  if (blocked) return <Blocked title="Not to be tested" {...blocked} athleteId={athleteId} />;
  return <Builder key={`${setup.purpose} ${setup.savedId} ${battery.order.join()}`} {...props} />;
}

function Builder({ loaderData, actionData }: Route.ComponentProps) {
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
      const stageOf = (each: string) => tests.find((test) => test.id === each)?.stage ?? 0;
      const at = was.findLastIndex((each) => stageOf(each) <= stageOf(id));
      return [...was.slice(0, at + 1), id, ...was.slice(at + 1)];
    });
  return (
    <div className="grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.8fr)_minmax(0,1fr)]">
      <div>
        <Setup {...setup} />
        <Form method="post">
          <input type="hidden" name="id" value={loaderData.id} />
          <input type="hidden" name="firstSide" value={start} />
          <input type="hidden" name="purpose" value={setup.purpose} />
          <h2 className="mt-4 text-3xl">
            {chosen.length} {chosen.length === 1 ? 'test' : 'tests'}, {timeline.minutes} min
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
            onRemove={(id) => setOrder((was) => was.filter((each) => each !== id))}
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
          <FormError>{actionData?.error}</FormError>
          <p className="mt-6">
            <Button
              name="intent"
              value="start"
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
              <Button name="intent" value="save" disabled={busy || chosen.length === 0}>
                Keep under this name
              </Button>
            </div>
          </details>
        </Form>
        {setup.savedId ? (
          <Form method="post" className="mt-2">
            <input type="hidden" name="batteryId" value={setup.savedId} />
            <Button look="quiet" name="intent" value="remove" disabled={busy}>
              Take “{loaderData.savedName}” off the list
            </Button>
          </Form>
        ) : null}
      </div>
      <div className="space-y-9">
        {open ? (
          <p>
            <ButtonLink look="next" to={`/athletes/${athleteId}/screen/${open}`}>
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
              {battery.leftOut.map((text) => (
                <li key={text} className="py-2">
                  <strong>{text.slice(0, text.indexOf(':') + 1)}</strong>
                  {text.slice(text.indexOf(':') + 1)}
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
                  <span className="block text-[0.94rem] text-quiet">
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
            <Link to={`/athletes/${athleteId}/results`} className="py-1.5">
              Result sheet
            </Link>
            <Link to={`/athletes/${athleteId}/recordings`} className="py-1.5">
              Traces and stills
            </Link>
          </p>
          {past.length === 0 ? <p className="mt-2 text-quiet">None yet.</p> : null}
          <ul className="rule-list mt-2">
            {past.map((each) => (
              <li key={each.id} className="flex justify-between gap-3 py-2">
                <Link to={`/athletes/${athleteId}/review`}>{dayText(each.onDate, today)}</Link>
                <span className="text-quiet">
                  {each.tests} tests{each.warmUpDone ? '' : ', not comparable'}
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}
