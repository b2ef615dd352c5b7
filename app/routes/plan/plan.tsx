import { data, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { ButtonLink } from '~/app/components/button';
import { DoseGrid } from '~/app/components/dose-grid';
import { FormError } from '~/app/components/field';
import { Blocked, Empty } from '~/app/components/notice';
import { BlackoutForm, EventForm, PlanAgain, Remove } from '~/app/components/season-forms';
import { SeasonStrip } from '~/app/components/season-strip';
import { awayText, dayText } from '~/app/lib/format';
import { readForm } from '~/app/lib/forms';
import { addDays, daysBetween, isIsoDay } from '~/core/body/dates';
import { parseDecimal } from '~/core/body/units';
import { discipline } from '~/core/catalogue';
import { newId } from '~/db/queries/coach';
import {
  addBlackout,
  addEvent,
  blackoutsOf,
  newestSeason,
  removeBlackout,
  removeEvent,
} from '~/db/queries/plan';
import { planSeason } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { blockOf, isUuid, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/plan';

const optionalFigure = (what: string, from: number, to: number) =>
  z
    .string()
    .trim()
    .transform((text, ctx) => {
      const value = parseDecimal(text);
      if (value === undefined || value < from || value > to) {
        ctx.addIssue({
          code: 'custom',
          message:
            value === undefined
              ? `"${text.slice(0, 30)}" is not a number.`
              : `${what}: ${from} to ${to} are taken.`,
        });
        return z.NEVER;
      }
      return value;
    })
    .optional();

const day = (what: string) =>
  z.string({ error: `Enter ${what}.` }).refine(isIsoDay, 'That is not a day of the calendar.');

const eventSchema = (today: string) =>
  z.object({
    id: z.uuid(),
    name: z
      .string({ error: 'Name the event.' })
      .trim()
      .min(1, 'Name the event.')
      .max(100, 'At most 100 letters.'),
    onDate: day('the date')
      .refine(
        (text) => !isIsoDay(text) || text >= today,
        'This day is past; a season is planned towards a day to come.',
      )
      .refine((text) => !isIsoDay(text) || daysBetween(today, text) <= 730, 'At most two years ahead.'),
    priority: z.enum(['A', 'B', 'C']),
    minutes: optionalFigure('Minutes', 0.1, 2880),
    perMinute: optionalFigure('Rate', 1, 400),
  });

const blackoutSchema = (today: string) =>
  z
    .object({
      id: z.uuid(),
      from: day('the first day'),
      to: day('the last day'),
      reason: z.string({ error: 'Say why.' }).trim().min(1, 'Say why.').max(80),
    })
    .superRefine((form, ctx) => {
      if (form.to < form.from)
        ctx.addIssue({ code: 'custom', path: ['to'], message: 'The last day lies before the first.' });
      if (form.to < today) ctx.addIssue({ code: 'custom', path: ['to'], message: 'These days are past.' });
      if (isIsoDay(form.from) && isIsoDay(form.to) && daysBetween(form.from, form.to) > 180)
        ctx.addIssue({ code: 'custom', path: ['to'], message: 'At most half a year.' });
    });

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const [picture, newest, blackouts] = await Promise.all([
    pictureOf(person, athlete),
    newestSeason(person.practiceId, athlete.id),
    blackoutsOf(person.practiceId, athlete.id),
  ]);
  const { exposure } = discipline(athlete.disciplineId);
  return {
    athleteId: athlete.id,
    today: picture.today,
    blocked: blockOf(picture.clearance),
    screened: picture.trials.length > 0,
    events: picture.events.map(({ id, name, onDate, priority, minutes, perMinute }) => ({
      id,
      name,
      onDate,
      priority,
      minutes,
      perMinute,
    })),
    blackouts: blackouts
      .filter((each) => each.toDate >= addDays(picture.today, -7))
      .map(({ id, fromDate, toDate, reason }) => ({ id, fromDate, toDate, reason })),
    warnings: newest?.season.warnings ?? [],
    weeks: newest?.weeks ?? [],
    exposure,
    ids: { event: newId(), blackout: newId(), season: newId() },
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const today = todayIn(person.timeZone);
  const form = await request.formData();
  const intent = String(form.get('intent'));
  const here = redirect(`/athletes/${athlete.id}/plan`);
  if (intent === 'event') {
    const read = readForm(form, eventSchema(today));
    if (!read.ok) return data({ intent: 'event' as const, result: read.reply }, { status: 400 });
    const { minutes, perMinute, ...event } = read.value;
    await addEvent({
      ...event,
      practiceId: person.practiceId,
      athleteId: athlete.id,
      minutes: minutes ?? null,
      perMinute: perMinute ?? null,
    });
    return here;
  }
  if (intent === 'blackout') {
    const read = readForm(form, blackoutSchema(today));
    if (!read.ok) return data({ intent: 'blackout' as const, result: read.reply }, { status: 400 });
    await addBlackout({
      id: read.value.id,
      practiceId: person.practiceId,
      athleteId: athlete.id,
      fromDate: read.value.from,
      toDate: read.value.to,
      reason: read.value.reason,
    });
    return here;
  }
  const target = String(form.get('target'));
  if (intent === 'remove-event' && isUuid(target)) {
    await removeEvent(person.practiceId, athlete.id, target);
    return here;
  }
  if (intent === 'remove-blackout' && isUuid(target)) {
    await removeBlackout(person.practiceId, athlete.id, target);
    return here;
  }
  const seasonId = String(form.get('id'));
  if (intent !== 'plan' || !isUuid(seasonId))
    return data(
      { intent: 'plan' as const, error: 'This could not be read. Open the page again.' },
      { status: 400 },
    );
  const picture = await pictureOf(person, athlete);
  if (picture.clearance.allows === 'nothing')
    return data(
      {
        intent: 'plan' as const,
        error: `Not cleared: ${picture.clearance.reasons.join(' ')} ${picture.clearance.liftedBy}`,
      },
      { status: 409 },
    );
  if (picture.trials.length === 0)
    return data(
      { intent: 'plan' as const, error: 'Nothing is measured yet: screen first.' },
      { status: 409 },
    );
  if (!picture.event)
    return data(
      { intent: 'plan' as const, error: 'No event lies ahead: enter one to plan back from.' },
      { status: 409 },
    );
  await planSeason(person, picture, seasonId);
  return here;
}

export default function PlanView({ loaderData, actionData }: Route.ComponentProps) {
  const { athleteId, blocked, screened, events, weeks, warnings, today, blackouts, ids } = loaderData;
  const busy = useNavigation().state !== 'idle';
  if (blocked) return <Blocked title="Not to be planned" {...blocked} athleteId={athleteId} />;
  if (!screened) {
    return (
      <Empty title="Nothing to plan from">
        <p>A plan is made from priorities, and priorities from a screen.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={`/athletes/${athleteId}/screen`}>
            Choose the battery
          </ButtonLink>
        </p>
      </Empty>
    );
  }
  const ahead = events.filter((event) => event.onDate >= today);
  const main = ahead.find((event) => event.priority === 'A') ?? ahead[0];
  const planError = actionData?.intent === 'plan' ? actionData.error : undefined;
  return (
    <>
      {weeks.length > 0 ? (
        <section aria-labelledby="season">
          <div className="flex flex-wrap items-end justify-between gap-3">
            <h2 id="season" className="text-3xl">
              {weeks.length} weeks{main ? `, ${main.name} ${awayText(main.onDate, today)}` : ''}
            </h2>
            <PlanAgain id={ids.season} busy={busy} label="Plan again from today" look="plain" />
          </div>
          {warnings.map((warning) => (
            <p key={warning} className="mt-1">
              △ {warning}
            </p>
          ))}
          <div className="mt-5">
            <SeasonStrip weeks={weeks} events={events} today={today} />
          </div>
          <DoseGrid weeks={weeks} today={today} />
        </section>
      ) : (
        <Empty title={ahead.length > 0 ? 'Ready to plan' : 'When does it matter?'}>
          {ahead.length > 0 ? (
            <>
              <p>
                Back from {main?.name}, {awayText(main?.onDate ?? today, today)}.
              </p>
              <div className="mt-4">
                <PlanAgain id={ids.season} busy={busy} label="Plan the season" look="next" />
              </div>
            </>
          ) : (
            <p>Enter the event below; the phases are planned back from it.</p>
          )}
        </Empty>
      )}
      <FormError>{planError}</FormError>
      <div className="mt-12 grid gap-x-14 gap-y-10 lg:grid-cols-2">
        <section aria-labelledby="events">
          <h2 id="events" className="border-b-2 border-ink pb-1 text-2xl">
            Events
          </h2>
          <ul className="rule-list">
            {events.map((event) => (
              <li key={event.id} className="flex items-center justify-between gap-3 py-1.5">
                <span className={event.onDate < today ? 'text-quiet' : undefined}>
                  <strong>{event.priority}</strong> {event.name}, {dayText(event.onDate, today)}
                  {event.minutes ? `, ${event.minutes} min` : ''}
                  {event.perMinute ? ` at ${event.perMinute}/min` : ''}
                </span>
                <Remove intent="remove-event" id={event.id} label={`Remove ${event.name}`} />
              </li>
            ))}
          </ul>
          <EventForm
            key={ids.event}
            id={ids.event}
            exposure={loaderData.exposure}
            result={actionData?.intent === 'event' ? actionData.result : undefined}
            next={ahead.length === 0}
          />
        </section>
        <section aria-labelledby="blackouts">
          <h2 id="blackouts" className="border-b-2 border-ink pb-1 text-2xl">
            Days without training
          </h2>
          <ul className="rule-list">
            {blackouts.map((each) => (
              <li key={each.id} className="flex items-center justify-between gap-3 py-1.5">
                <span>
                  {dayText(each.fromDate, today)} to {dayText(each.toDate, today)}, {each.reason}
                </span>
                <Remove intent="remove-blackout" id={each.id} label={`Remove ${each.reason}`} />
              </li>
            ))}
          </ul>
          <BlackoutForm
            key={ids.blackout}
            id={ids.blackout}
            result={actionData?.intent === 'blackout' ? actionData.result : undefined}
          />
          {weeks.length > 0 ? (
            <p className="mt-4 text-[0.94rem] text-quiet">
              Changed events or days take effect when you plan again.
            </p>
          ) : null}
        </section>
      </div>
    </>
  );
}
