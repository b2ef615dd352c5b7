import clsx from 'clsx';
import { href, Link } from 'react-router';
import { Scroller } from '~/app/components/scroller';
import { pageTitle } from '~/app/lib/title';
import { principalIn } from '~/server/principal/middleware.server';
import { sportsView } from '~/server/views/sports';
import type { Route } from './+types/sports';

export const meta: Route.MetaFunction = () => pageTitle('What sports ask', 'Library');

export const loader = ({ context }: Route.LoaderArgs) => sportsView(principalIn(context));

/** What each sport asks of the trunk, cell by cell. */
export default function Sports({ loaderData: { sports, qualities } }: Route.ComponentProps) {
  return (
    <>
      <p>
        <Link to={href('/library')} className="inline-block py-2">
          All ladders
        </Link>
      </p>
      <h1 className="text-4xl sm:text-5xl">What sports ask</h1>
      <p className="mt-2 max-w-2xl text-quiet">
        0 to 5 of each quality, by expert judgement. Every cell can be changed with a reason, and a sport or a
        goal copied as one of your own. Bold: ours.
      </p>
      <Scroller label="What sports ask" className="mt-6">
        <table className="figures w-full min-w-[58rem] text-left">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="pb-1 pr-4">
                Sport
              </th>
              {qualities.map(({ id, name }) => (
                <th
                  key={id}
                  scope="col"
                  className="w-[4.6rem] pb-1 pr-2 text-aside font-normal leading-tight"
                >
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="rule-list">
            {sports.map((sport) => (
              <tr key={sport.id} className={sport.hidden ? 'text-quiet' : undefined}>
                <th scope="row" className="py-1.5 pr-4 font-normal">
                  <Link to={href('/library/sports/:sportId', { sportId: sport.id })}>{sport.label}</Link>
                  {sport.copiedFrom ? (
                    <span className="block text-aside text-quiet">
                      ours, after {sport.copiedFrom}
                      {sport.hidden ? ', hidden' : ''}
                    </span>
                  ) : sport.hidden ? (
                    <span className="block text-aside">hidden by us</span>
                  ) : null}
                </th>
                {sport.cells.map(({ id, demand, own }) => (
                  <td key={id} className={clsx('py-1.5 pr-2', own && 'font-bold')}>
                    {demand}
                    {own ? <span className="sr-only">, ours</span> : null}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Scroller>
    </>
  );
}
