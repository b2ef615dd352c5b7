import { Form, href, Link, redirect, useFetcher, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { Blocked, Disclaimer, Empty, Notice } from '~/app/components/notice';
import { weekText } from '~/app/lib/format';
import { useFreshFor } from '~/app/lib/news';
import { refusal } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText, issueText } from '~/app/words/issue-text';
import { addDays } from '~/core/body/dates';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { layOut } from '~/server/commands/lay-out';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import { weekView } from '~/server/views/coach';
import { weekAsked } from '~/server/views/weeks';
import type { Route } from './+types/week';
import { Proposals } from './proposal-list';
import { WeekDrag } from './week-drag';
import { WeekSession } from './week-session';

export const meta = athleteTitle('Coach');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const standing = await standingIn({ params, context });
  return weekView(principalIn(context), standing, new URL(request.url).searchParams);
}

/** Lays out this week and the next; proposals are decided at an address of their own. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const made = await layOut(principal, { athleteId: params.athleteId });
  if (!made.ok) return refusal(made.issues);
  const week = weekAsked(principal, new URL(request.url).searchParams);
  return redirect(`${href('/athletes/:athleteId/coach', { athleteId: params.athleteId })}?week=${week}`);
}

/** What was done that no card says. */
function BesidesThePlan({ athleteId }: { athleteId: string }) {
  return (
    <>
      <Link to={href('/athletes/:athleteId/coach/unplanned', { athleteId })} className="py-2">
        Log work that was not planned
      </Link>
      <Link to={href('/athletes/:athleteId/coach/import', { athleteId })} className="py-2">
        Import sessions
      </Link>
    </>
  );
}

export default function WeekView({ loaderData, actionData }: Route.ComponentProps) {
  const { athleteId, blocked, planned, week, sessions, weekStart, thisWeek, today, proposals, leftOut } =
    loaderData;
  const busy = useNavigation().state !== 'idle';
  useFreshFor(athleteId);
  if (blocked) return <Blocked title="Not to be trained" {...blocked} athleteId={athleteId} />;
  if (!planned) {
    return (
      <Empty title="No season yet">
        <p>The week's sessions are made from the season's doses.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={href('/athletes/:athleteId/plan', { athleteId })}>
            Plan the season
          </ButtonLink>
        </p>
        <p className="mt-2 flex flex-wrap gap-x-6">
          <BesidesThePlan athleteId={athleteId} />
        </p>
      </Empty>
    );
  }
  const open = sessions.filter(
    (session) => !session.log && !session.calledOff && session.state === 'planned',
  );
  const nextSession =
    proposals.length > 0 ? undefined : (open.find((session) => session.onDate >= today) ?? open[0]);
  return (
    <>
      {proposals.length > 0 ? (
        <Proposals
          key={proposals.map(({ id }) => id).join()}
          proposals={proposals}
          athleteId={athleteId}
          week={weekStart}
          mayDecide={loaderData.mayDecide}
        />
      ) : null}
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-3xl">
            {weekStart === thisWeek ? `This week, ${weekText(weekStart)}` : weekText(weekStart)}
          </h2>
          {week ? (
            <>
              <p className="mt-1 text-quiet">
                {week.phase}, {week.kind === 'load' ? 'load week' : week.kind}: {week.aim.toLowerCase()}.
                {week.focus ? ` Focus: ${week.focus.toLowerCase()}.` : ''} Taught as “{loaderData.school}”.
                {week.retest ? ' Retest at its end.' : ''}
              </p>
              <p className="figures mt-1 max-w-3xl">
                <strong>
                  {week.minutes} of {week.minutesAvailable} minutes
                </strong>
                {week.reasons.length > 0 ? `. ${week.reasons.join(' ')}` : '.'}
              </p>
            </>
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
      {loaderData.reEntry ? (
        <ComingBack entry={loaderData.reEntry} athleteId={athleteId} mayChange={loaderData.mayLayOut} />
      ) : null}
      <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
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
            {week &&
            week.kind !== 'black' &&
            weekStart >= thisWeek &&
            weekStart <= addDays(thisWeek, 7) &&
            loaderData.mayLayOut ? (
              <Form method="post" className="mt-4">
                <Button look="next" disabled={busy}>
                  Lay out the sessions
                </Button>
              </Form>
            ) : null}
            <p className="mt-2 flex flex-wrap gap-x-6">
              <BesidesThePlan athleteId={athleteId} />
            </p>
          </Empty>
        </div>
      ) : (
        <>
          <p className="mt-3 flex flex-wrap gap-x-6">
            <Link
              to={`${href('/athletes/:athleteId/card', { athleteId })}?week=${weekStart}`}
              className="py-2"
            >
              Card to print
            </Link>
            <a href={href('/athletes/:athleteId/sessions.ics', { athleteId })} className="py-2" download>
              Calendar file
            </a>
            <BesidesThePlan athleteId={athleteId} />
          </p>
          {loaderData.mayLayOut && weekStart >= thisWeek && weekStart <= addDays(thisWeek, 7) ? (
            <Form method="post" action={`?week=${weekStart}`}>
              <Button look="quiet" disabled={busy}>
                Lay out what is not begun again
              </Button>
            </Form>
          ) : null}
          <WeekDrag athleteId={athleteId} freeDays={loaderData.freeDays}>
            <div className="mt-4 space-y-10">
              {sessions.map((session) => (
                <WeekSession
                  key={session.onDate}
                  session={session}
                  athleteId={athleteId}
                  today={today}
                  riskHours={loaderData.riskHours}
                  mayChange={loaderData.mayLayOut}
                  isNext={session === nextSession}
                />
              ))}
            </div>
          </WeekDrag>
        </>
      )}
      {loaderData.totals.length > 0 ? <Totals totals={loaderData.totals} /> : null}
      {leftOut.length > 0 ? (
        <section aria-labelledby="left-out" className="mt-10">
          <h3 id="left-out" className="text-xl">
            Not on the card, and why
          </h3>
          <ul className="mt-1">
            {[...new Set(leftOut.map(issueText))].map((why) => (
              <li key={why}>{why}</li>
            ))}
          </ul>
        </section>
      ) : null}
      <Disclaimer text={loaderData.disclaimer} className="mt-10" />
    </>
  );
}

/** After a break: what it asks for, and the one step that does it. */
function ComingBack({
  entry,
  athleteId,
  mayChange,
}: {
  entry: NonNullable<Route.ComponentProps['loaderData']['reEntry']>;
  athleteId: string;
  mayChange: boolean;
}) {
  const fetcher = useFetcher<{ issues?: readonly Issue[]; eased?: number }>();
  const again = useFetcher<{ issues?: readonly Issue[]; repeated?: boolean }>();
  const repeated = again.data?.repeated || entry.repeated;
  const issues = fetcher.data?.issues ?? [];
  const eased = fetcher.data?.eased;
  return (
    <Notice word={`No session done for ${counted(entry.daysOff, 'day')}`} className="mt-4">
      {entry.kind === 'repeat' ? (
        <>
          <p>A week was missed: repeat it as it was, and take no proposal before it is done.</p>
          {repeated ? (
            <p role="status">The cards below ask what the missed week asked.</p>
          ) : mayChange ? (
            <again.Form
              method="post"
              action={href('/athletes/:athleteId/repeat-week', { athleteId })}
              className="mt-2"
            >
              <input type="hidden" name="id" value={entry.seasonId} />
              <Button disabled={again.state !== 'idle'}>Repeat that week</Button>
            </again.Form>
          ) : null}
          <FormError>{again.data?.issues ? issuesText(again.data.issues) : null}</FormError>
        </>
      ) : entry.kind === 'ease_back' ? (
        <>
          <p>Two or three weeks off: one step lower on every ladder, 60 % of the dose the first time.</p>
          {eased !== undefined ? (
            <p role="status">
              {eased > 0
                ? `Eased: ${counted(eased, 'exercise')} a step lower on the cards below.`
                : 'Eased already: the cards below are a step lower.'}
            </p>
          ) : mayChange ? (
            <fetcher.Form
              method="post"
              action={href('/athletes/:athleteId/ease-back', { athleteId })}
              className="mt-2"
            >
              <Button disabled={fetcher.state !== 'idle'}>Ease back in</Button>
            </fetcher.Form>
          ) : null}
          <FormError>{issues.length > 0 ? issuesText(issues) : null}</FormError>
        </>
      ) : (
        <p>
          Longer than four weeks: limits are guesses by now.{' '}
          <Link to={href('/athletes/:athleteId/screen', { athleteId })}>Screen again</Link> before going on.
        </p>
      )}
    </Notice>
  );
}

/** What the week adds up to, beside the last one; figures of one side. */
function Totals({ totals }: { totals: Route.ComponentProps['loaderData']['totals'] }) {
  return (
    <section aria-labelledby="totals" className="mt-10">
      <h3 id="totals" className="text-xl">
        What it adds up to
      </h3>
      <table className="figures mt-1 w-full text-left max-sm:text-aside">
        <thead className="border-b border-ink">
          <tr>
            <th scope="col" className="py-1 pr-4 font-normal text-quiet">
              One side
            </th>
            <th scope="col" className="py-1 pr-4 font-normal text-quiet">
              This week
            </th>
            <th scope="col" className="py-1 font-normal text-quiet">
              The week before
            </th>
          </tr>
        </thead>
        <tbody className="rule-list">
          {totals.map((total) => (
            <tr key={total.quality}>
              <th scope="row" className="py-1 pr-4 align-top">
                {total.quality}
              </th>
              <td className="py-1 pr-4 align-top">{total.now ?? '–'}</td>
              <td className="py-1 align-top text-quiet">{total.before ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
