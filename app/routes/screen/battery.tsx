import { useState } from 'react';
import { data, Form, Link, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button, ButtonLink } from '~/app/components/button';
import { CheckField, FormError, SelectField } from '~/app/components/field';
import { Blocked } from '~/app/components/notice';
import { dayText } from '~/app/lib/format';
import { useNextStep } from '~/app/lib/next-step';
import { who } from '~/app/lib/signed-in.server';
import { discipline, quality, screenTest } from '~/core/catalogue';
import { gateTest } from '~/core/clear/gates';
import { targetText } from '~/core/link/sentence';
import { maximalOverload, orderBattery, proposeBattery } from '~/core/screen/battery';
import { targetFor } from '~/core/screen/score';
import { newId } from '~/db/queries/coach';
import { addScreening, screeningsOf } from '~/db/queries/screen';
import { blockOf, isUuid, pictureOf, requireAthlete, screenedPerson } from '~/server/athlete.server';
import { tradeFor } from '~/server/trade.server';
import type { Route } from './+types/battery';

const purposes = { first: 55, quick: 30 } as const;

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const person = who(context);
  const trade = tradeFor(person);
  const athlete = await requireAthlete(person, params.athleteId);
  const [picture, past] = await Promise.all([
    pictureOf(person, athlete),
    screeningsOf(person.practiceId, athlete.id),
  ]);
  const minutes =
    new URL(request.url).searchParams.get('purpose') === 'quick' ? purposes.quick : purposes.first;
  // The side that starts changes from screen to screen, so that order does not favour one.
  const firstSide = past[0]
    ? past[0].firstSide === 'left'
      ? 'right'
      : 'left'
    : athlete.id.charCodeAt(athlete.id.length - 1) % 2 === 0
      ? 'left'
      : 'right';
  const battery = proposeBattery({
    discipline: discipline(athlete.disciplineId),
    cautions: picture.clearance.cautions,
    allows: picture.clearance.allows,
    kit: athlete.kit,
    minutes,
    firstSide,
    tests: trade.stationTests,
  });
  const chosen = new Set(battery.items.map((item) => item.testId));
  const screened = screenedPerson(athlete, picture.today, picture.event);
  const shown = (id: string) => {
    const test = screenTest(id);
    const target = targetFor(test, screened, trade.ownTargets[id]);
    return {
      id,
      name: test.name,
      minutes: test.minutes,
      stage: test.stage,
      sided: test.sided,
      target: targetText(id, target.value),
      source: target.source,
      tests: test.feeds
        .flatMap((f) => (f.quality === 'neck_control' ? [] : [quality(f.quality).name]))
        .join(', '),
    };
  };
  return {
    athleteId: athlete.id,
    today: picture.today,
    blocked: blockOf(picture.clearance),
    purpose: minutes === purposes.quick ? 'quick' : 'first',
    open: past.find((each) => !each.completedAt)?.id,
    past: past
      .filter((each) => each.completedAt)
      .map((each) => ({
        id: each.id,
        onDate: each.onDate,
        tests: each.testIds.length,
        warmUpDone: each.warmUpDone,
      })),
    items: battery.items.map((item) => ({
      ...shown(item.testId),
      why: item.why,
      capS: item.gate.capS,
      notes: item.gate.notes,
    })),
    others: trade.stationTests
      .filter(
        (test) =>
          !chosen.has(test.id) &&
          gateTest(test, picture.clearance.cautions, picture.clearance.allows).allowed,
      )
      .map((test) => shown(test.id)),
    leftOut: battery.leftOut.map((each) => ({
      name: screenTest(each.testId).name,
      why: each.why,
      replacedBy: each.replacedBy ? screenTest(each.replacedBy).name : undefined,
    })),
    uncovered: battery.uncovered.map((id) => quality(id).name),
    firstSide,
    id: newId(),
  };
}

const schema = z.object({
  id: z.string().refine(isUuid),
  testIds: z.array(z.string()).min(1, 'Choose at least one test.'),
  firstSide: z.enum(['left', 'right']),
  warmUp: z.string().optional(),
  trainedLast24h: z.string().optional(),
  footwear: z.string().trim().max(60).default(''),
});

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const trade = tradeFor(person);
  const athlete = await requireAthlete(person, params.athleteId);
  const picture = await pictureOf(person, athlete);
  const form = await request.formData();
  const refuse = (error: string, status = 400) => data({ error }, { status });
  if (picture.clearance.allows === 'nothing')
    return refuse(`Not cleared: ${picture.clearance.reasons.join(' ')} ${picture.clearance.liftedBy}`, 409);
  const parsed = schema.safeParse({ ...Object.fromEntries(form), testIds: form.getAll('testIds') });
  if (!parsed.success) return refuse(parsed.error.issues[0]?.message ?? 'The battery could not be read.');
  const known = parsed.data.testIds.filter((id) => trade.stationTests.some((test) => test.id === id));
  const barred = known
    .map((id) => ({
      id,
      gate: gateTest(screenTest(id), picture.clearance.cautions, picture.clearance.allows),
    }))
    .find(({ gate }) => !gate.allowed);
  if (barred)
    return refuse(`${screenTest(barred.id).name} is left out for this athlete: ${barred.gate.why}.`);
  if (known.length === 0) return refuse('Choose at least one test.');
  const overload = maximalOverload(known);
  if (overload) return refuse(overload);
  await addScreening({
    id: parsed.data.id,
    practiceId: person.practiceId,
    athleteId: athlete.id,
    onDate: picture.today,
    testIds: orderBattery(known),
    firstSide: parsed.data.firstSide,
    warmUpDone: parsed.data.warmUp !== undefined,
    warmUpAt: parsed.data.warmUp ? new Date() : null,
    trainedLast24h: parsed.data.trainedLast24h !== undefined,
    footwear: parsed.data.footwear,
    staffId: person.staffId,
  });
  return redirect(`/athletes/${athlete.id}/screen/${parsed.data.id}`);
}

export default function BatteryView({ loaderData, actionData }: Route.ComponentProps) {
  const { athleteId, blocked, items, others, leftOut, uncovered, past, open, today } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const nextStep = useNextStep();
  const [chosen, setChosen] = useState(() => new Set(items.map((item) => item.id)));
  if (blocked) return <Blocked title="Not to be tested" {...blocked} athleteId={athleteId} />;
  const all = [
    ...items.map((item) => ({ ...item, proposed: true })),
    ...others.map((item) => ({
      ...item,
      why: 'Not in the proposal',
      capS: undefined,
      notes: [] as string[],
      proposed: false,
    })),
  ].sort((a, b) => a.stage - b.stage);
  const minutes = 5 + all.filter((item) => chosen.has(item.id)).reduce((sum, item) => sum + item.minutes, 0);
  const toggle = (id: string, on: boolean) =>
    setChosen((was) => {
      const next = new Set(was);
      if (on) next.add(id);
      else next.delete(id);
      return next;
    });
  return (
    <div className="grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.8fr)_minmax(0,1fr)]">
      <Form method="post">
        <input type="hidden" name="id" value={loaderData.id} />
        <input type="hidden" name="firstSide" value={loaderData.firstSide} />
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h2 className="text-3xl">
            {chosen.size} tests, about {minutes} min
          </h2>
          <p className="flex gap-4">
            <Link
              to="?purpose=first"
              aria-current={loaderData.purpose === 'first' ? 'true' : undefined}
              className="py-2 aria-[current]:font-bold"
              reloadDocument
            >
              Full screen
            </Link>
            <Link
              to="?purpose=quick"
              aria-current={loaderData.purpose === 'quick' ? 'true' : undefined}
              className="py-2 aria-[current]:font-bold"
              reloadDocument
            >
              Quick check
            </Link>
          </p>
        </div>
        <p className="mt-1 text-quiet">
          Proposed for the sport. Warm-up, then breath and brace, control, single leg, loaded, maximal holds.{' '}
          {loaderData.firstSide === 'left' ? 'Left' : 'Right'} side starts today.
        </p>
        <ol className="rule-list mt-4 border-y border-mortar">
          {all.map((item) => (
            <li key={item.id} className="grid grid-cols-[1fr_auto] items-start gap-x-4 py-1">
              <CheckField
                name="testIds"
                value={item.id}
                checked={chosen.has(item.id)}
                onCheckedChange={(on) => toggle(item.id, on === true)}
                label={<span className={item.proposed ? 'font-bold' : undefined}>{item.name}</span>}
                hint={
                  <>
                    {item.proposed ? item.why : item.tests}
                    {item.capS !== undefined ? `. Stops at ${item.capS} s, a caution.` : ''}
                    {item.notes.length > 0 ? ` ${item.notes.join(' ')}` : ''}
                  </>
                }
              />
              <p className="figures pt-2 text-right text-[0.94rem] leading-snug">
                {item.target} <span className="text-quiet">{item.source}</span>
                <span className="block text-quiet">
                  {item.minutes} min{item.sided ? ', each side' : ''}
                </span>
              </p>
            </li>
          ))}
        </ol>
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
            look={!open && (nextStep === 'screen' || nextStep === 'review') ? 'next' : 'plain'}
            disabled={busy || chosen.size === 0}
          >
            Start screening
          </Button>
        </p>
      </Form>
      <div className="space-y-9">
        {open ? (
          <p>
            <ButtonLink look="next" to={`/athletes/${athleteId}/screen/${open}`}>
              Go on with the open screen
            </ButtonLink>
          </p>
        ) : null}
        {leftOut.length > 0 ? (
          <section aria-labelledby="left-out">
            <h3 id="left-out" className="text-2xl">
              Left out, and why
            </h3>
            <ul className="rule-list mt-2">
              {leftOut.map((each) => (
                <li key={each.name} className="py-2">
                  <strong>{each.name}:</strong> {each.why}.
                  {each.replacedBy ? ` ${each.replacedBy} stands in.` : ' Nothing stands in.'}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {uncovered.length > 0 ? (
          <p>Not covered by this battery: {uncovered.join(', ').toLowerCase()}.</p>
        ) : null}
        <section aria-labelledby="past">
          <h3 id="past" className="text-2xl">
            Screens so far
          </h3>
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
