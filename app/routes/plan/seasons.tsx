import { href, Link } from 'react-router';
import { SmallWall } from '~/app/components/season-wall';
import { awayText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { principalIn } from '~/server/principal/middleware.server';
import { seasonsView } from '~/server/views/plan';
import type { Route } from './+types/seasons';
import { SquadPlan } from './squad-plan';

export const meta: Route.MetaFunction = () => pageTitle('Season');

export const loader = ({ context }: Route.LoaderArgs) => seasonsView(principalIn(context));

export default function Seasons({ loaderData }: Route.ComponentProps) {
  const { planned, without, today, job, mayPlan, newId } = loaderData;
  return (
    <>
      <h1 className="text-4xl sm:text-5xl">Seasons</h1>
      <ul className="rule-list mt-6 border-y border-mortar">
        {planned.map((row) => (
          <li key={row.id} className="grid items-center gap-x-6 gap-y-2 py-3 md:grid-cols-[15rem_1fr]">
            <div>
              <Link
                to={href('/athletes/:athleteId/plan', { athleteId: row.id })}
                className="font-bold no-underline hover:underline"
              >
                {row.name}
              </Link>
              <p className="text-aside leading-snug text-quiet">
                {row.event
                  ? `${row.event.priority} ${row.event.name}, ${awayText(row.event.onDate, today)}`
                  : row.discipline}
              </p>
            </div>
            <SmallWall weeks={row.weeks} events={row.events} today={today} of={row.name} />
          </li>
        ))}
      </ul>
      {mayPlan ? (
        <SquadPlan
          job={job}
          without={without.length}
          everybody={planned.length + without.length}
          newId={newId}
          sports={loaderData.sports}
          templates={loaderData.templates}
          today={today}
        />
      ) : null}
      {without.length > 0 ? (
        <section aria-labelledby="without" className="mt-10">
          <h2 id="without" className="text-2xl">
            No season yet
          </h2>
          <ul className="mt-2 flex flex-wrap gap-x-6">
            {without.map((row) => (
              <li key={row.id}>
                <Link
                  to={href('/athletes/:athleteId/plan', { athleteId: row.id })}
                  className="inline-block py-2"
                >
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
