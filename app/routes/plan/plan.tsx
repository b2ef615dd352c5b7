import { href, Link, useNavigation } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { DoseGrid } from '~/app/components/dose-grid';
import { FormError } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { Blocked, Empty } from '~/app/components/notice';
import { SeasonWall } from '~/app/components/season-wall';
import { awayText, dayText } from '~/app/lib/format';
import { answer } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText, issueText } from '~/app/words/issue-text';
import { issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { durationText } from '~/core/words/duration';
import { planSeason } from '~/server/commands/plan-season';
import { principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { planView } from '~/server/views/plan';
import type { Route } from './+types/plan';
import { BlackoutForm, EventForm, PlanAgain, Remove } from './season-forms';
import { KeepTemplate } from './templates';

export const meta = athleteTitle('Plan');

export const loader = async ({ params, context }: Route.LoaderArgs) => {
  const asking = { params, context };
  const [subject, standing] = await Promise.all([subjectIn(asking), standingIn(asking)]);
  return planView(principalIn(context), subject, standing);
};

/** Plans the season again; events and days off have addresses of their own. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const form = await request.formData();
  return answer(
    await planSeason(principalIn(context), {
      athleteId: params.athleteId,
      id: form.get('id'),
      trunkWork: form.get('trunkWork'),
      openWeeks: form.has('openWeeks') ? Number(form.get('openWeeks')) : null,
    }),
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
        <section aria-labelledby="season" className="wide-page">
          <div className="flex flex-wrap items-end justify-between gap-3">
            <h2 id="season" className="text-3xl">
              {weeks.length} weeks{main ? `, ${main.name} ${awayText(main.onDate, today)}` : ''}
            </h2>
            {mayPlan ? (
              <div className="flex flex-wrap items-end gap-3 print:hidden">
                <ButtonLink to={href('/athletes/:athleteId/plan/hand', { athleteId })}>
                  Move it by hand
                </ButtonLink>
                <PlanAgain
                  id={ids.season}
                  busy={busy}
                  label="Plan again from today"
                  look="plain"
                  open={ahead.length === 0}
                />
              </div>
            ) : null}
          </div>
          {warnings.map((warning) => (
            <p key={warning} className="mt-1">
              △ {warning}
            </p>
          ))}
          {loaderData.byHand ? (
            <p className="mt-1">Set by hand, and kept when you plan again: {loaderData.byHand}.</p>
          ) : null}
          {loaderData.choicesSince > 0 ? (
            <p className="mt-1">△ What was pinned or set aside since stands when you plan again.</p>
          ) : null}
          <div className="mt-5">
            <SeasonWall weeks={loaderData.wall} events={events} today={today} />
            <p className="mt-1 print:hidden">
              <Link to={href('/athletes/:athleteId/review/over-time', { athleteId })}>
                Planned beside done, week by week
              </Link>
            </p>
          </div>
          <div className="print:hidden">
            <ThisWeek week={loaderData.thisWeek} athleteId={athleteId} />
            <Ground ground={loaderData.ground} />
            <Eased eased={loaderData.eased} />
          </div>
          <Blocks blocks={loaderData.blocks} today={today} />
          <DoseGrid weeks={weeks} today={today} />
        </section>
      ) : (
        <Empty title={ahead.length > 0 ? 'Ready to plan' : 'When does it matter?'}>
          <p>
            {ahead.length > 0
              ? `Back from ${main?.name}, ${awayText(main?.onDate ?? today, today)}.`
              : 'Enter the event below, and the phases are planned back from it. Without one, plan an open block.'}
          </p>
          <div className="mt-4">
            {mayPlan ? (
              <PlanAgain
                id={ids.season}
                busy={busy}
                label={ahead.length > 0 ? 'Plan the season' : 'Plan an open block'}
                look={ahead.length > 0 ? 'next' : 'plain'}
                ask={{ trunkWork: loaderData.trunkWork }}
                open={ahead.length === 0}
              />
            ) : (
              <p>A coach or the owner plans it.</p>
            )}
          </div>
        </Empty>
      )}
      <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
      <div className="no-print mt-12 grid gap-x-14 gap-y-10 lg:grid-cols-2">
        <section aria-labelledby="events">
          <h2 id="events" className="border-b-2 border-ink pb-1 text-2xl">
            Events
          </h2>
          <ul className="rule-list">
            {events.map((event) => (
              <li key={event.id} className="py-1.5">
                <div className="flex items-center justify-between gap-3">
                  <span className={event.onDate < today ? 'text-quiet' : undefined}>
                    <strong>{event.priority}</strong> {event.name}, {dayText(event.onDate, today)}
                    {event.minutes ? `, ${event.minutes} min` : ''}
                    {event.perMinute ? ` at ${event.perMinute}/min` : ''}
                    {event.primer ? ', five minutes on the day before' : ''}
                  </span>
                  {mayPlan ? (
                    <Remove action={`${here}/events/${event.id}`} label={`Remove ${event.name}`} />
                  ) : null}
                </div>
                {mayPlan ? (
                  <Folded summary={`Change ${event.name}`}>
                    <EventForm
                      // A form of its own for each state of the event: what is saved is what stands.
                      key={JSON.stringify(event)}
                      id={event.id}
                      exposure={loaderData.exposure}
                      action={`${here}/events/${event.id}`}
                      next={false}
                      event={event}
                    />
                  </Folded>
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
          {mayPlan ? <KeepTemplate athleteId={athleteId} id={ids.template} /> : null}
          <Sport sport={loaderData.sport} at={`${here}/training`} today={today} />
        </section>
      </div>
    </>
  );
}

/** The sport's own training beside the plan, in a line. */
function Sport({
  sport,
  at,
  today,
}: {
  sport: Route.ComponentProps['loaderData']['sport'];
  at: string;
  today: string;
}) {
  return (
    <section aria-labelledby="sport" className="mt-8">
      <h2 id="sport" className="border-b-2 border-ink pb-1 text-2xl">
        Training of the sport
      </h2>
      <p className="figures mt-1.5">
        {sport === null
          ? 'None is written down: the plan does not know which days it loads, nor which are of risk.'
          : `This week ${counted(sport.sessions, 'session')}, ${durationText(sport.minutes)}, ${sport.hard} hard${
              sport.riskDays.length > 0
                ? `; ▲ of risk on ${sport.riskDays.map((day) => dayText(day, today)).join(', ')}`
                : ''
            }.`}
      </p>
      <p className="mt-1">
        <Link to={at}>The usual week, days of their own, and a calendar to import</Link>
      </p>
    </section>
  );
}

const weekKinds: Readonly<Record<string, string>> = {
  load: 'load week',
  deload: 'deload',
  event: 'week of an event',
};

/** Which rules hold the season, and what it would bring to ease them. */
function Eased({ eased }: { eased: readonly string[] }) {
  if (eased.length === 0) return null;
  return (
    <section aria-labelledby="eased" className="mt-6">
      <h3 id="eased" className="text-xl">
        What holds it
      </h3>
      <p className="text-quiet">
        Found by solving again with one rule eased: what the season would bring to its events. A rule is there
        for a reason; this is its price.
      </p>
      <ul className="figures mt-1">
        {eased.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}

/** What this week is for. */
function ThisWeek({
  week,
  athleteId,
}: {
  week: Route.ComponentProps['loaderData']['thisWeek'];
  athleteId: string;
}) {
  if (!week) return null;
  return (
    <section aria-labelledby="this-week" className="mt-6">
      <h3 id="this-week" className="text-xl">
        This week
      </h3>
      <p>
        {week.phase}, {weekKinds[week.kind] ?? week.kind}: {week.aim.toLowerCase()}.
        {week.focus ? ` Focus: ${week.focus.toLowerCase()}.` : ''}{' '}
        {week.sets.length > 0
          ? `First come ${week.sets.map(({ quality, sets }) => `${quality.toLowerCase()} (${counted(sets, 'set')})`).join(', ')}.`
          : ''}
        {week.waiting.length > 0 ? ` Waiting: ${week.waiting.join(', ').toLowerCase()}.` : ''}
        {week.retest ? ' Retest at its end.' : ''}{' '}
        <Link to={href('/athletes/:athleteId/coach', { athleteId })}>Its sessions</Link>
      </p>
      <p className="figures text-aside text-quiet">
        {week.minutes} of {week.minutesAvailable} minutes. {week.reasons.join(' ')}
      </p>
    </section>
  );
}

/** What Ground waits for, where it ends when it is mastered. */
function Ground({ ground }: { ground: Route.ComponentProps['loaderData']['ground'] }) {
  if (!ground) return null;
  return (
    <section aria-labelledby="ground" className="mt-6">
      <h3 id="ground" className="text-xl">
        {ground.mastered ? 'Ground is mastered' : 'Ground ends when it is mastered'}
      </h3>
      <ul className="figures">
        {ground.criteria.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p className="mt-1">
        {ground.matter
          ? issueText(issue(`ground.${ground.matter}`))
          : ground.mastered
            ? 'This is its last week.'
            : 'The plan has one more week of it each time it is planned again.'}
      </p>
    </section>
  );
}

/** Blocks in words: what each is for, what it puts first, what it keeps, what waits. */
function Blocks({ blocks, today }: { blocks: Route.ComponentProps['loaderData']['blocks']; today: string }) {
  return (
    <ol className="rule-list mt-6 border-y border-mortar print:columns-2 print:gap-8">
      {blocks.map((block) => (
        <li
          key={block.from}
          aria-current={today >= block.from && today <= block.to ? 'step' : undefined}
          className="grid gap-x-6 py-2 aria-[current=step]:border-l-4 aria-[current=step]:border-zest aria-[current=step]:pl-3 sm:grid-cols-[15rem_1fr]"
        >
          <p>
            <span className="head text-xl">{block.phase}</span>{' '}
            <span className="text-quiet">
              {dayText(block.from, today)}, {counted(block.weeks, 'week')}
            </span>
          </p>
          <p>
            {block.main.length > 0 ? (
              <>
                <strong>{block.main.join(', ')}</strong> first
              </>
            ) : (
              'Nothing is put first'
            )}
            {block.keep.length > 0 ? `; kept: ${block.keep.join(', ').toLowerCase()}` : ''}.
            <span className="block text-aside text-quiet">
              {block.aim}
              {block.retests.length > 0
                ? `. Retest in the ${block.retests.length > 1 ? 'weeks' : 'week'} of ${block.retests.map((day) => dayText(day, today)).join(' and ')}${block.tests.length > 0 ? `: ${block.tests.join(', ').toLowerCase()}` : ''}`
                : ''}
              .
            </span>
          </p>
          {block.targets.length > 0 ? (
            <dl className="figures text-aside sm:col-start-2">
              {block.targets.map((target) => (
                <div key={target.quality} className="mt-1">
                  <dt className="inline font-bold">At its end, {target.quality.toLowerCase()}: </dt>
                  <dd className="inline">
                    {target.exercise}
                    <span className="print:hidden">
                      {[...target.tests, target.sides].filter(Boolean).map((said) => `; ${said}`)}
                    </span>
                    .
                  </dd>
                </div>
              ))}
            </dl>
          ) : null}
        </li>
      ))}
    </ol>
  );
}
