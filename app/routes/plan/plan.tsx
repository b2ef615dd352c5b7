import { href, useNavigation } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { DoseGrid } from '~/app/components/dose-grid';
import { FormError } from '~/app/components/field';
import { Blocked, Empty } from '~/app/components/notice';
import { SeasonStrip } from '~/app/components/season-strip';
import { awayText, dayText } from '~/app/lib/format';
import { answer } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { planSeason } from '~/server/commands/plan-season';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { planView } from '~/server/views/plan';
import type { Route } from './+types/plan';
import { BlackoutForm, EventForm, PlanAgain, Remove } from './season-forms';

export const meta = athleteTitle('Plan');

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  planView(principalIn(context), await subjectIn({ params, context }));

/** Plans the season again; events and days off have addresses of their own. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const form = await request.formData();
  return answer(
    await planSeason(principalIn(context), { athleteId: params.athleteId, id: form.get('id') }),
    href('/athletes/:athleteId/plan', { athleteId: params.athleteId }),
  );
}

export default function PlanView({ loaderData, actionData }: Route.ComponentProps) {
  const { athleteId, blocked, screened, events, weeks, warnings, today, blackouts, ids, mayPlan } =
    loaderData;
  const busy = useNavigation().state !== 'idle';
  if (blocked) return <Blocked title="Not to be planned" {...blocked} athleteId={athleteId} />;
  if (!screened) {
    return (
      <Empty title="Nothing to plan from">
        <p>A plan is made from priorities, and priorities from a screen.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={href('/athletes/:athleteId/screen', { athleteId })}>
            Choose the battery
          </ButtonLink>
        </p>
      </Empty>
    );
  }
  const ahead = events.filter((event) => event.onDate >= today);
  const main = ahead.find((event) => event.priority === 'A') ?? ahead[0];
  const here = href('/athletes/:athleteId', { athleteId });
  return (
    <>
      {weeks.length > 0 ? (
        <section aria-labelledby="season">
          <div className="flex flex-wrap items-end justify-between gap-3">
            <h2 id="season" className="text-3xl">
              {weeks.length} weeks{main ? `, ${main.name} ${awayText(main.onDate, today)}` : ''}
            </h2>
            {mayPlan ? (
              <PlanAgain id={ids.season} busy={busy} label="Plan again from today" look="plain" />
            ) : null}
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
                {mayPlan ? (
                  <PlanAgain id={ids.season} busy={busy} label="Plan the season" look="next" />
                ) : (
                  <p>A coach or the owner plans it.</p>
                )}
              </div>
            </>
          ) : (
            <p>Enter the event below; the phases are planned back from it.</p>
          )}
        </Empty>
      )}
      <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
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
                {mayPlan ? (
                  <Remove action={`${here}/events/${event.id}`} label={`Remove ${event.name}`} />
                ) : null}
              </li>
            ))}
          </ul>
          {mayPlan ? (
            <EventForm
              key={ids.event}
              id={ids.event}
              exposure={loaderData.exposure}
              action={`${here}/events`}
              next={ahead.length === 0}
            />
          ) : null}
        </section>
        <section aria-labelledby="blackouts">
          <h2 id="blackouts" className="border-b-2 border-ink pb-1 text-2xl">
            Days without training
          </h2>
          <ul className="rule-list">
            {blackouts.map((off) => (
              <li key={off.id} className="flex items-center justify-between gap-3 py-1.5">
                <span>
                  {dayText(off.fromDate, today)} to {dayText(off.toDate, today)}, {off.reason}
                </span>
                {mayPlan ? (
                  <Remove action={`${here}/days-off/${off.id}`} label={`Remove ${off.reason}`} />
                ) : null}
              </li>
            ))}
          </ul>
          {mayPlan ? <BlackoutForm key={ids.blackout} id={ids.blackout} action={`${here}/days-off`} /> : null}
          {weeks.length > 0 ? (
            <p className="mt-4 text-aside text-quiet">
              Changed events or days take effect when you plan again.
            </p>
          ) : null}
        </section>
      </div>
    </>
  );
}
