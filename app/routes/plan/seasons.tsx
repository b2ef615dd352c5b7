import { Link } from 'react-router';
import { SeasonStrip } from '~/app/components/season-strip';
import { awayText } from '~/app/lib/format';
import { eventsOfPractice, seasonStrips } from '~/db/queries/plan';
import { who } from '~/server/principal/principal.server';
import { roster } from '~/server/views/roster.server';
import type { Route } from './+types/seasons';

export const meta: Route.MetaFunction = () => [{ title: 'Season · Zest Pillar' }];

export async function loader({ context }: Route.LoaderArgs) {
  const person = who(context);
  const [{ today, rows }, strips, events] = await Promise.all([
    roster(person),
    seasonStrips(person.practiceId),
    eventsOfPractice(person.practiceId),
  ]);
  const byAthlete = (id: string) =>
    strips
      .filter((each) => each.athleteId === id)
      .map(({ startsOn, phase, kind, retest, minutes }) => ({ startsOn, phase, kind, retest, minutes }));
  const all = rows.map((row) => ({
    id: row.id,
    name: row.name,
    discipline: row.discipline,
    event: row.event,
    weeks: byAthlete(row.id),
    events: events
      .filter((event) => event.athleteId === row.id)
      .map(({ name, onDate, priority }) => ({ name, onDate, priority })),
  }));
  return {
    today,
    planned: all
      .filter((row) => row.weeks.length > 0)
      .sort((a, b) => (a.event?.onDate ?? '9').localeCompare(b.event?.onDate ?? '9')),
    without: all.filter((row) => row.weeks.length === 0),
  };
}

export default function Seasons({ loaderData }: Route.ComponentProps) {
  const { planned, without, today } = loaderData;
  return (
    <>
      <h1 className="text-4xl sm:text-5xl">What when</h1>
      <ul className="rule-list mt-6 border-y border-mortar">
        {planned.map((row) => (
          <li key={row.id} className="grid items-center gap-x-6 gap-y-2 py-3 md:grid-cols-[15rem_1fr]">
            <div>
              <Link to={`/athletes/${row.id}/plan`} className="font-bold no-underline hover:underline">
                {row.name}
              </Link>
              <p className="text-[0.94rem] leading-snug text-quiet">
                {row.event
                  ? `${row.event.priority} ${row.event.name}, ${awayText(row.event.onDate, today)}`
                  : row.discipline}
              </p>
            </div>
            <SeasonStrip weeks={row.weeks} events={row.events} today={today} small of={row.name} />
          </li>
        ))}
      </ul>
      {without.length > 0 ? (
        <section aria-labelledby="without" className="mt-10">
          <h2 id="without" className="text-2xl">
            No season yet
          </h2>
          <ul className="mt-2 flex flex-wrap gap-x-6">
            {without.map((row) => (
              <li key={row.id}>
                <Link to={`/athletes/${row.id}/plan`} className="inline-block py-2">
                  {row.name}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  );
}
