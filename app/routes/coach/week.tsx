import { data, Form, Link, redirect, useNavigation, useSearchParams } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { Blocked, Disclaimer, Empty } from '~/app/components/notice';
import { SessionItems } from '~/app/components/session-items';
import { weekdayText, weekText } from '~/app/lib/format';
import { addDays, isIsoDay, weekStartOf } from '~/core/body/dates';
import { quality, school } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { disclaimer } from '~/core/clear/signs';
import { amountText } from '~/core/coach/prescription';
import { phaseAims, phaseNames } from '~/core/plan/calendar';
import { decideProposals, ladderStates, openProposals, sessionsBetween } from '~/db/queries/coach';
import { newestSeason } from '~/db/queries/plan';
import { heldQualities, layOutWeeks, makeWeek, schoolOf, toPlanWeek } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { tradeFor } from '~/server/principal/trade.server';
import { sessionView } from '~/server/views/session.server';
import { blockOf, isUuid, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/week';

/** "3 x 20 s, Full plank" of a ladder state. */
const stateText = (trade: Trade, state: { rungId: string; sets: number; amount: number }) =>
  `${trade.rung(state.rungId).name}, ${state.sets} \u00d7 ${amountText(state.amount, trade.rung(state.rungId).unit)}`;

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const person = who(context);
  const trade = tradeFor(person);
  const athlete = await requireAthlete(person, params.athleteId);
  const picture = await pictureOf(person, athlete);
  const asked = new URL(request.url).searchParams.get('week');
  const thisWeek = weekStartOf(picture.today, person.firstWeekday);
  const weekStart = asked && isIsoDay(asked) ? weekStartOf(asked, person.firstWeekday) : thisWeek;
  const [sessions, proposals, newest, states, held] = await Promise.all([
    sessionsBetween(person.practiceId, athlete.id, weekStart, addDays(weekStart, 6)),
    openProposals(person.practiceId, athlete.id),
    newestSeason(person.practiceId, athlete.id),
    ladderStates(person.practiceId, athlete.id),
    heldQualities(person, athlete.id),
  ]);
  const week = newest?.weeks.find((each) => each.startsOn === weekStart);
  // Why something wanted is not on the card: composed again in memory, nothing is written.
  const leftOut =
    week && picture.clearance.allows !== 'nothing'
      ? makeWeek(person, picture, toPlanWeek(week), states, held, { day: weekStart, done: [] }).leftOut
      : [];
  return {
    athleteId: athlete.id,
    today: picture.today,
    weekStart,
    thisWeek,
    blocked: blockOf(picture.clearance),
    planned: newest !== undefined,
    week: week
      ? {
          phase: phaseNames[week.phase],
          aim: phaseAims[week.phase],
          kind: week.kind,
          retest: week.retest,
          minutes: week.minutes,
        }
      : undefined,
    school: school(schoolOf(person, athlete)).name,
    sessions: sessions.map((session) => sessionView(trade, session)),
    leftOut,
    proposals: proposals.map((each) => ({
      id: each.id,
      ladder: trade.ladder(each.ladderId).name,
      quality:
        trade.ladder(each.ladderId).quality === 'neck_control'
          ? 'Neck control'
          : quality(trade.ladder(each.ladderId).quality as Parameters<typeof quality>[0]).name,
      kind: each.kind,
      from: stateText(trade, each.before),
      to: stateText(trade, each.after),
      reason: each.reason,
    })),
    disclaimer,
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const form = await request.formData();
  const intent = String(form.get('intent'));
  if (intent === 'decide') {
    const ids = form.getAll('proposal').map(String).filter(isUuid);
    const accepted = form
      .getAll('accept')
      .map(String)
      .filter((id) => ids.includes(id));
    await decideProposals(
      person.practiceId,
      athlete.id,
      accepted,
      ids.filter((id) => !accepted.includes(id)),
      person.staffId,
    );
  } else if (intent !== 'lay-out') {
    return data({ error: 'This could not be read. Open the page again.' }, { status: 400 });
  }
  const picture = await pictureOf(person, athlete);
  if (picture.clearance.allows === 'nothing')
    return data({ error: `Not cleared: ${picture.clearance.liftedBy}` }, { status: 409 });
  await layOutWeeks(person, picture);
  const week = new URL(request.url).searchParams.get('week');
  return redirect(`/athletes/${athlete.id}/coach${week && isIsoDay(week) ? `?week=${week}` : ''}`);
}

export default function WeekView({ loaderData, actionData }: Route.ComponentProps) {
  const { athleteId, blocked, planned, week, sessions, weekStart, thisWeek, today, proposals, leftOut } =
    loaderData;
  const [params] = useSearchParams();
  const busy = useNavigation().state !== 'idle';
  if (blocked) return <Blocked title="Not to be trained" {...blocked} athleteId={athleteId} />;
  if (!planned) {
    return (
      <Empty title="No season yet">
        <p>The week's sessions are made from the season's doses.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={`/athletes/${athleteId}/plan`}>
            Plan the season
          </ButtonLink>
        </p>
      </Empty>
    );
  }
  const open = sessions.filter((each) => !each.log);
  const nextSession =
    proposals.length > 0 ? undefined : (open.find((each) => each.onDate >= today) ?? open[0]);
  return (
    <>
      {proposals.length > 0 ? (
        <Proposals proposals={proposals} busy={busy} query={params.toString()} />
      ) : null}
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-3xl">
            {weekStart === thisWeek ? `This week, ${weekText(weekStart)}` : weekText(weekStart)}
          </h2>
          {week ? (
            <p className="mt-1 text-quiet">
              {week.phase}, {week.kind === 'load' ? 'load week' : week.kind}: {week.aim.toLowerCase()}. Taught
              as “{loaderData.school}”.{week.retest ? ' Retest at its end.' : ''}
            </p>
          ) : (
            <p className="mt-1 text-quiet">Outside the season as planned.</p>
          )}
        </div>
        <nav aria-label="Weeks" className="flex flex-wrap items-center gap-4">
          <Link to={`?week=${addDays(weekStart, -7)}`} className="py-2">
            Week before
          </Link>
          {weekStart !== thisWeek ? (
            <Link to="?" className="py-2">
              This week
            </Link>
          ) : null}
          <Link to={`?week=${addDays(weekStart, 7)}`} className="py-2">
            Week after
          </Link>
        </nav>
      </div>
      <FormError>{actionData?.error}</FormError>
      {sessions.length === 0 ? (
        <div className="mt-6">
          <Empty title="Nothing laid out">
            <p>
              {week?.kind === 'black'
                ? 'A blackout: nothing is planned.'
                : weekStart < thisWeek
                  ? 'Nothing was planned in this week.'
                  : 'This week has no sessions yet.'}
            </p>
            {week && week.kind !== 'black' && weekStart >= thisWeek && weekStart <= addDays(thisWeek, 7) ? (
              <Form method="post" className="mt-4">
                <input type="hidden" name="intent" value="lay-out" />
                <Button look="next" disabled={busy}>
                  Lay out the sessions
                </Button>
              </Form>
            ) : null}
          </Empty>
        </div>
      ) : (
        <>
          <p className="mt-3 flex flex-wrap gap-x-6">
            <Link to={`/athletes/${athleteId}/card?week=${weekStart}`} className="py-2">
              Card to print
            </Link>
            <a href={`/athletes/${athleteId}/sessions.ics`} className="py-2" download>
              Calendar file
            </a>
          </p>
          <div className="mt-4 space-y-10">
            {sessions.map((session) => (
              <section key={session.id} aria-labelledby={session.id}>
                <header className="flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink pb-1.5">
                  <h3 id={session.id} className="text-2xl">
                    {weekdayText(session.onDate)}
                    <span className="figures ml-3 font-text text-base font-normal text-quiet">
                      {session.minutes} min
                    </span>
                  </h3>
                  {session.log ? (
                    <p className="text-quiet">
                      ■ logged, effort {session.log.effort} of 10
                      {session.log.painScore > 0 ? `, pain ${session.log.painScore}` : ''}
                    </p>
                  ) : (
                    <ButtonLink
                      look={session === nextSession ? 'next' : 'plain'}
                      to={`/athletes/${athleteId}/coach/${session.id}/log`}
                    >
                      Log this session
                    </ButtonLink>
                  )}
                </header>
                <SessionItems items={session.items} />
              </section>
            ))}
          </div>
        </>
      )}
      {leftOut.length > 0 ? (
        <section aria-labelledby="left-out" className="mt-10">
          <h3 id="left-out" className="text-xl">
            Not on the card, and why
          </h3>
          <ul className="mt-1">
            {leftOut.map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
        </section>
      ) : null}
      <Disclaimer text={loaderData.disclaimer} className="mt-10" />
    </>
  );
}

const kindWords: Readonly<Record<string, string>> = {
  next_rung: 'Up a rung',
  more: 'A little more',
  stay: 'Stay',
  shorter: 'Shorter',
  back: 'Down a rung',
  less: 'Less',
  hold_quality: 'Hold',
};

function Proposals({
  proposals,
  busy,
  query,
}: {
  proposals: Route.ComponentProps['loaderData']['proposals'];
  busy: boolean;
  query: string;
}) {
  return (
    <Form method="post" action={query ? `?${query}` : undefined} className="mb-12">
      <input type="hidden" name="intent" value="decide" />
      <h2 className="text-3xl">For next time</h2>
      <p className="text-quiet">
        From the last log. Untick what you do not want; the next card follows what you accept.
      </p>
      <ul className="rule-list mt-3 border-y border-mortar">
        {proposals.map((each) => (
          <li key={each.id} className="py-2.5">
            <input type="hidden" name="proposal" value={each.id} />
            <label className="grid min-h-11 cursor-pointer grid-cols-[1.75rem_1fr] gap-x-3 sm:grid-cols-[1.75rem_8.5rem_1fr]">
              <input
                type="checkbox"
                name="accept"
                value={each.id}
                defaultChecked
                className="mt-0.5 size-6 accent-[#26242e]"
              />
              <span className="head text-xl">{kindWords[each.kind]}</span>
              <span className="max-sm:col-start-2">
                <span className="block">
                  <strong>{each.quality}:</strong>{' '}
                  {each.from === each.to ? each.to : `${each.from} → ${each.to}`}
                </span>
                <span className="block text-[0.96rem] text-quiet">{each.reason}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      <p className="mt-4">
        <Button look="next" disabled={busy}>
          Decide these {proposals.length}
        </Button>
      </p>
    </Form>
  );
}
