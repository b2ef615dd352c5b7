import { Link } from 'react-router';
import { HeadCells } from '~/app/components/head-cells';
import { Scroller } from '~/app/components/scroller';
import { dayText, timeText } from '~/app/lib/format';
import { requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { actionText } from '~/app/words/actions';
import { principalIn } from '~/server/principal/middleware.server';
import { trailView } from '~/server/views/practice';
import type { Route } from './+types/trail';

export const meta: Route.MetaFunction = () => pageTitle('Trail');

export async function loader({ request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'audit.read');
  return trailView(principal, new URL(request.url).searchParams);
}

/** What was done, by whom, the newest first. Nothing in it can be changed. */
export default function Trail({ loaderData }: Route.ComponentProps) {
  const { lines, more, today } = loaderData;
  return (
    <>
      <h1 className="text-4xl sm:text-5xl">Record of changes</h1>
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
