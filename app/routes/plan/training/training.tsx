import { href, Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Folded } from '~/app/components/folded';
import { HeadCells } from '~/app/components/head-cells';
import { Notice } from '~/app/components/notice';
import { Scroller } from '~/app/components/scroller';
import { dayText, weekdayText, weekText } from '~/app/lib/format';
import { athleteTitle } from '~/app/lib/title';
import { Remove } from '~/app/routes/plan/season-forms';
import { sessionText, weekdayNames, weekdaysFrom } from '~/app/words/training';
import { counted } from '~/core/words/counted';
import { durationText } from '~/core/words/duration';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { trainingView } from '~/server/views/training';
import type { Route } from './+types/training';
import { SessionForm } from './session-form';

export const meta = athleteTitle('Sport training');

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  trainingView(principalIn(context), await subjectIn({ params, context }));

type View = Route.ComponentProps['loaderData'];

/** What the sport asks beside the trunk work: the usual week, days of their own, and what they close. */
export default function TrainingPage({ loaderData }: Route.ComponentProps) {
  const { athleteId, today, firstWeekday, usual, ahead, weeks, mayChange, ids, riskHours } = loaderData;
  const here = href('/athletes/:athleteId/training', { athleteId });
  const any = usual.length > 0 || ahead.length > 0;
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div className="max-w-2xl">
          <h2 className="text-3xl">Training of the sport</h2>
          <p className="mt-1 text-quiet">
            The plan works around it. A session of risk closes its day and the {riskHours} hours before it; of
            days that lie as well, the trunk gets those with the least of the sport on them and on the day
            after.
          </p>
        </div>
        <p className="flex flex-wrap items-center gap-4">
          {mayChange ? (
            <ButtonLink to={href('/athletes/:athleteId/training/import', { athleteId })}>
              Import a calendar
            </ButtonLink>
          ) : null}
          <a href={href('/athletes/:athleteId/training.csv', { athleteId })} className="py-2">
            As a file
          </a>
        </p>
      </div>
      <TooClose view={loaderData} />
      <section aria-labelledby="usual" className="mt-8">
        <h3 id="usual" className="text-2xl">
          The usual week
        </h3>
        <ul className="mt-2 grid gap-x-3 gap-y-2 lg:grid-cols-7">
          {weekdaysFrom(firstWeekday).map((weekday) => (
            <li key={weekday} className="border-t-2 border-ink pt-1">
              <h4 className="head text-lg">{weekdayNames[weekday]}</h4>
              <ul className="mt-1 space-y-2">
                {usual
                  .filter((one) => one.weekday === weekday)
                  .map((one) => (
                    <li key={one.id} className="bg-sand px-2 py-1.5">
                      <SessionLine session={one} />
                      {mayChange ? (
                        <Remove action={`${here}/usual/${one.id}`} label={`Remove ${one.name}`} />
                      ) : null}
                    </li>
                  ))}
              </ul>
            </li>
          ))}
        </ul>
        {mayChange ? (
          <div className="mt-3 max-w-2xl">
            <Folded summary="Add to the usual week" asked={usual.length === 0}>
              <SessionForm
                key={ids.usual}
                id={ids.usual}
                action={`${here}/usual`}
                on="weekday"
                firstWeekday={firstWeekday}
              />
            </Folded>
          </div>
        ) : null}
      </section>
      {any ? <Weeks weeks={weeks} today={today} exposure={loaderData.exposure} /> : null}
      <section aria-labelledby="days" className="mt-10">
        <h3 id="days" className="border-b-2 border-ink pb-1 text-2xl">
          On days of their own
        </h3>
        <div className="mt-2 grid gap-x-14 gap-y-6 lg:grid-cols-2">
          <div>
            <p className="text-aside text-quiet">
              What a day has of its own takes the place of the usual week’s that day.
            </p>
            <ul className="rule-list">
              {ahead.map((one) => (
                <li key={one.id} className="flex items-center justify-between gap-3 py-1.5">
                  <div>
                    <span className="font-bold">{weekdayText(one.onDate)}</span>
                    <SessionLine session={one} />
                    {one.source ? (
                      <span className="block text-aside text-quiet">from {one.source}</span>
                    ) : null}
                  </div>
                  {mayChange ? (
                    <Remove
                      action={`${here}/days/${one.id}`}
                      label={`Remove ${one.name}, ${dayText(one.onDate, today)}`}
                    />
                  ) : null}
                </li>
              ))}
            </ul>
            {loaderData.more > 0 ? (
              <p className="mt-1 text-quiet">And {counted(loaderData.more, 'session')} more later on.</p>
            ) : null}
          </div>
          {mayChange ? (
            <SessionForm
              key={ids.dated}
              id={ids.dated}
              action={`${here}/days`}
              on="day"
              firstWeekday={firstWeekday}
            />
          ) : null}
        </div>
      </section>
    </>
  );
}

function SessionLine({
  session,
}: {
  session: { name: string; startsAt: string | null; minutes: number; hardness: number | null; risk: boolean };
}) {
  return (
    <>
      <span className="block break-words">{session.name}</span>
      <span className="figures block text-aside">{sessionText(session)}</span>
      {session.risk ? <span className="block text-aside font-bold">▲ of risk</span> : null}
    </>
  );
}

/** Trunk sessions that are laid out too close to one of risk. */
function TooClose({ view: { tooClose, athleteId, today } }: { view: View }) {
  if (tooClose.length === 0) return null;
  return (
    <Notice word="Too close to a session of risk" strong className="mt-6">
      <ul>
        {tooClose.map(({ onDate, risk }) => (
          <li key={onDate}>
            The trunk session of{' '}
            <Link to={`${href('/athletes/:athleteId/coach', { athleteId })}?week=${onDate}`}>
              {weekdayText(onDate)}
            </Link>
            : {risk.name}, {risk.onDate === onDate ? 'on that day' : dayText(risk.onDate, today)}
            {risk.startsAt ? ` at ${risk.startsAt}` : ''}.
          </li>
        ))}
      </ul>
      <p className="mt-1">Move it, or lay the week out again. A tired trunk protects badly.</p>
    </Notice>
  );
}

/** The weeks to come in figures: how long, how much, and the days a session of risk lies on. */
function Weeks({ weeks, today, exposure }: { weeks: View['weeks']; today: string; exposure: string | null }) {
  const most = Math.max(1, ...weeks.map(({ load }) => load));
  return (
    <section aria-labelledby="weeks" className="mt-10">
      <h3 id="weeks" className="text-2xl">
        The weeks to come
      </h3>
      {exposure ? <p className="figures text-quiet">A mean week: {exposure}.</p> : null}
      <Scroller label="Weeks of the sport">
        <table className="figures mt-2 w-full min-w-[36rem] text-left">
          <thead>
            <tr>
              <HeadCells
                className="pr-4"
                names={['Week', 'Sessions', 'Time', 'Points', 'Hard', 'Days of risk']}
              />
            </tr>
          </thead>
          <tbody className="rule-list">
            {weeks.map((week) => (
              <tr key={week.startsOn}>
                <td className="whitespace-nowrap py-1 pr-4 font-bold">{weekText(week.startsOn)}</td>
                <td className="py-1 pr-4">{week.sessions}</td>
                <td className="whitespace-nowrap py-1 pr-4">
                  {week.minutes > 0 ? durationText(week.minutes) : '–'}
                </td>
                <td className="w-2/5 py-1 pr-4">
                  <span className="flex items-center gap-2">
                    <span
                      aria-hidden="true"
                      className="h-2.5 bg-mortar"
                      style={{ width: `${(80 * week.load) / most}%` }}
                    />
                    {week.load}
                  </span>
                </td>
                <td className="py-1 pr-4">{week.hard || '–'}</td>
                <td className="whitespace-nowrap py-1">
                  {week.riskDays.length > 0
                    ? `▲ ${week.riskDays.map((day) => dayText(day, today)).join(', ')}`
                    : '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroller>
      <p className="mt-1 text-aside text-quiet">
        Points are minutes times how hard; a session that says nothing of it counts as 5. Hard is 7 and more.
      </p>
    </section>
  );
}
