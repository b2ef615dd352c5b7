import { Link } from 'react-router';
import { Empty } from '~/app/components/notice';
import { SmallPillar } from '~/app/components/pillar';
import { awayText } from '~/app/lib/format';
import { addDays, daysBetween } from '~/core/body/dates';
import { screenDueDays } from '~/core/today/path';
import { practiceSessions } from '~/db/queries/coach';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { type RosterRow, roster } from '~/server/views/roster.server';
import type { Route } from './+types/today';

export const meta: Route.MetaFunction = () => [{ title: 'Today · Zest Pillar' }];

interface Matter {
  key: string;
  athleteId: string;
  name: string;
  what: string;
  why: string;
  to: string;
  action: string;
}

/** One ordered list: harm first, then people waiting, then what moves plans on, then what comes. */
function matters(rows: readonly RosterRow[], today: string): Matter[] {
  const list: { rank: number; matter: Matter }[] = [];
  const add = (rank: number, row: RosterRow, what: string, why: string, path: string, action: string) =>
    list.push({
      rank,
      matter: {
        key: `${row.id}-${what}`,
        athleteId: row.id,
        name: row.name,
        what,
        why,
        to: `/athletes/${row.id}${path}`,
        action,
      },
    });
  for (const row of rows) {
    for (const flag of row.flags) add(0, row, 'Pain flag open', flag.text, '', 'Look at the flag');
    if (row.clearState === 'refer')
      add(
        1,
        row,
        'Referred',
        row.clearReason ?? 'A warning sign was ticked.',
        '/clear',
        'Record the clearance',
      );
    if (row.openScreenId)
      add(
        2,
        row,
        'Screen under way',
        'Some tests of the battery are still open.',
        `/screen/${row.openScreenId}`,
        'Go on screening',
      );
    if (row.openProposals > 0)
      add(
        3,
        row,
        `${row.openProposals} ${row.openProposals === 1 ? 'proposal' : 'proposals'} to decide`,
        'From the last logged session; the next card waits for them.',
        '/coach',
        'Decide',
      );
    const due = row.lastScreen && daysBetween(row.lastScreen, today) >= screenDueDays;
    if (due && row.clearState === 'cleared')
      add(
        4,
        row,
        'Retest due',
        `Last screened ${awayText(row.lastScreen ?? today, today)}.`,
        '/screen',
        'Screen again',
      );
    if (['missing', 'expired', 'consent', 'ask_first'].includes(row.clearState))
      add(5, row, 'Not cleared', row.clearReason ?? '', '/clear', 'Open the form');
    if (row.clearState === 'cleared' && !row.lastScreen)
      add(6, row, 'First screen', 'Cleared and not measured yet.', '/screen', 'Choose the battery');
    const plan = row.steps.find((step) => step.id === 'plan');
    if (plan?.state !== 'done' && row.lastScreen && row.clearState === 'cleared')
      add(
        7,
        row,
        'No season yet',
        row.event
          ? `${row.event.name} ${awayText(row.event.onDate, today)}.`
          : 'Enter an event to plan back from.',
        '/plan',
        'Plan the season',
      );
  }
  return list.sort((a, b) => a.rank - b.rank).map((each) => each.matter);
}

export async function loader({ context }: Route.LoaderArgs) {
  const person = who(context);
  const day = todayIn(person.timeZone);
  const [{ today, rows }, sessions] = await Promise.all([
    roster(person),
    practiceSessions(person.practiceId, day, day),
  ]);
  const pillars = Object.fromEntries(rows.map((row) => [row.id, { parts: row.pillar, next: row.top }]));
  return {
    today,
    longDay: new Intl.DateTimeFormat('en-GB', {
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      timeZone: 'UTC',
    }).format(new Date(`${today}T00:00:00Z`)),
    matters: matters(rows, today).map((each) => ({ ...each, pillar: pillars[each.athleteId] })),
    sessions: sessions.map((each) => ({
      id: each.id,
      athleteId: each.athleteId,
      name: `${each.givenName} ${each.familyName}`,
      minutes: each.minutes,
      exercises: each.exercises,
      logged: each.logId !== null,
    })),
    events: rows
      .flatMap((row) =>
        row.event && row.event.onDate <= addDays(today, 70)
          ? [{ athleteId: row.id, athlete: row.name, ...row.event }]
          : [],
      )
      .sort((a, b) => a.onDate.localeCompare(b.onDate))
      .slice(0, 8),
    nobody: rows.length === 0,
  };
}

export default function Today({ loaderData }: Route.ComponentProps) {
  const { longDay, matters: list, sessions, events, today, nobody } = loaderData;
  return (
    <>
      <p className="text-quiet">{longDay}</p>
      <h1 className="mt-1 text-4xl sm:text-5xl">
        {list.length === 0
          ? 'Nothing waits for you'
          : `${list.length} ${list.length === 1 ? 'thing needs' : 'things need'} you`}
      </h1>
      {nobody ? (
        <div className="mt-8">
          <Empty title="Start with the people">
            <p>
              <Link to="/athletes/new">Add an athlete</Link> or{' '}
              <Link to="/athletes/import">import a roster</Link>.
            </p>
          </Empty>
        </div>
      ) : null}
      <div className="mt-7 grid gap-x-14 gap-y-10 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <ol className="rule-list border-y border-mortar">
          {list.map((each, i) => (
            <li
              key={each.key}
              className="grid grid-cols-[3rem_1fr_auto] items-center gap-x-4 py-2.5 max-sm:grid-cols-[3rem_1fr]"
            >
              <SmallPillar parts={each.pillar?.parts ?? []} next={each.pillar?.next} />
              <div className="min-w-0">
                <p className="leading-snug">
                  <Link to={`/athletes/${each.athleteId}`} className="font-bold no-underline hover:underline">
                    {each.name}
                  </Link>
                  <span className="text-quiet">, </span>
                  {each.what.toLowerCase()}
                </p>
                <p className="text-[0.94rem] leading-snug text-quiet">{each.why}</p>
              </div>
              <Link
                to={each.to}
                className={`max-sm:col-start-2 ${i === 0 ? 'stone inline-flex min-h-11 items-center bg-zest px-4 font-bold no-underline' : 'inline-flex min-h-11 items-center whitespace-nowrap'}`}
              >
                {each.action}
              </Link>
            </li>
          ))}
        </ol>
        <div className="space-y-10">
          <section aria-labelledby="sessions-today">
            <h2 id="sessions-today" className="border-b-2 border-ink pb-1 text-2xl">
              Sessions today
            </h2>
            {sessions.length === 0 ? <p className="py-3 text-quiet">None planned.</p> : null}
            <ul className="rule-list">
              {sessions.map((each) => (
                <li key={each.id} className="figures flex min-h-11 items-center justify-between gap-3 py-1.5">
                  <Link
                    to={`/athletes/${each.athleteId}/coach/${each.id}/log`}
                    className="no-underline hover:underline"
                  >
                    {each.name}
                  </Link>
                  <span className="text-quiet whitespace-nowrap">
                    {each.logged ? 'logged' : `${each.exercises} exercises, ${each.minutes} min`}
                  </span>
                </li>
              ))}
            </ul>
          </section>
          <section aria-labelledby="events-coming">
            <h2 id="events-coming" className="border-b-2 border-ink pb-1 text-2xl">
              Events coming
            </h2>
            {events.length === 0 ? <p className="py-3 text-quiet">None in the next ten weeks.</p> : null}
            <ul className="rule-list">
              {events.map((each) => (
                <li key={each.athleteId + each.name} className="py-2">
                  <p className="flex justify-between gap-3">
                    <span>
                      <strong>{each.priority}</strong> {each.name}
                    </span>
                    <span className="figures whitespace-nowrap">{awayText(each.onDate, today)}</span>
                  </p>
                  <p className="text-[0.94rem] text-quiet">
                    <Link to={`/athletes/${each.athleteId}/plan`} className="no-underline hover:underline">
                      {each.athlete}
                    </Link>
                  </p>
                </li>
              ))}
            </ul>
          </section>
        </div>
      </div>
    </>
  );
}
