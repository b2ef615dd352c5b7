import { Link } from 'react-router';
import { HeadCells } from '~/app/components/head-cells';
import { Scroller } from '~/app/components/scroller';
import { dayText, timeText } from '~/app/lib/format';
import { requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { actionText } from '~/app/words/actions';
import { athleteNames } from '~/db/queries/athletes';
import { auditTrail } from '~/db/queries/practice';
import { principalIn } from '~/server/principal/middleware.server';
import { dayIn } from '~/server/principal/today';
import type { Route } from './+types/trail';

export const meta: Route.MetaFunction = () => pageTitle('Trail');

const linesShown = 100;

export async function loader({ request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'audit.read');
  const before = new Date(new URL(request.url).searchParams.get('before') ?? Number.NaN);
  const [lines, athletes] = await Promise.all([
    auditTrail(principal.practiceId, {
      limit: linesShown + 1,
      before: Number.isNaN(before.getTime()) ? undefined : before,
    }),
    athleteNames(principal.practiceId),
  ]);
  const names = new Map(athletes.map((athlete) => [athlete.id, athlete.name]));
  return {
    today: principal.today,
    more: lines.length > linesShown ? lines[linesShown - 1]?.at.toISOString() : undefined,
    lines: lines.slice(0, linesShown).map((line) => ({
      id: line.id,
      day: dayIn(principal.timeZone, line.at),
      at: line.at.toISOString(),
      by: line.by,
      action: line.action,
      about: names.get(line.subjectId ?? ''),
      detail: Object.entries(line.detail ?? {})
        .map(([key, value]) => `${key} ${value}`)
        .join(', '),
    })),
  };
}

/** What was done, by whom, the newest first. Nothing in it can be changed. */
export default function Trail({ loaderData }: Route.ComponentProps) {
  const { lines, more, today } = loaderData;
  return (
    <>
      <h1 className="text-4xl sm:text-5xl">What was done</h1>
      <Scroller label="Trail" className="mt-6">
        <table className="w-full min-w-[44rem] text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              <HeadCells className="py-2" names={['When', 'Who', 'What', 'About']} />
            </tr>
          </thead>
          <tbody className="rule-list">
            {lines.map((line) => (
              <tr key={line.id}>
                <td className="figures py-1.5 pr-4 whitespace-nowrap">
                  {dayText(line.day, today)} {timeText(line.at)}
                </td>
                <td className="py-1.5 pr-4">{line.by}</td>
                <td className="py-1.5 pr-4">
                  {actionText(line.action)}
                  {line.detail ? <span className="block text-quiet">{line.detail}</span> : null}
                </td>
                <td className="py-1.5">{line.about}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroller>
      {more ? (
        <p className="mt-4">
          <Link to={`?before=${encodeURIComponent(more)}`}>Earlier</Link>
        </p>
      ) : null}
    </>
  );
}
