import { href, Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { SmallPillar } from '~/app/components/pillar';
import { awayText } from '~/app/lib/format';
import { pageTitle } from '~/app/lib/title';
import { issueText } from '~/app/words/issue-text';
import { daysBetween } from '~/core/body/dates';
import { screenDueDays } from '~/core/today/path';
import { principalIn } from '~/server/principal/middleware.server';
import { type RosterRow, roster } from '~/server/principal/roster';
import type { Route } from './+types/due';

export const meta: Route.MetaFunction = () => pageTitle('Screen');

export async function loader({ context }: Route.LoaderArgs) {
  const { today, rows } = await roster(principalIn(context));
  const slim = (row: RosterRow) => ({
    id: row.id,
    name: row.name,
    discipline: row.discipline,
    pillar: row.pillar,
    top: row.top,
    lastScreen: row.lastScreen,
    openScreenId: row.openScreenId,
    issue: row.clearIssue,
  });
  const cleared = rows.filter((row) => row.clearState === 'cleared' || row.clearState === 'ask_first');
  const isDue = (row: RosterRow) =>
    row.lastScreen !== undefined && daysBetween(row.lastScreen, today) >= screenDueDays;
  return {
    today,
    groups: [
      { id: 'open', title: 'Under way', rows: cleared.filter((row) => row.openScreenId).map(slim) },
      { id: 'first', title: 'Never screened', rows: cleared.filter((row) => !row.lastScreen).map(slim) },
      {
        id: 'due',
        title: 'Retest due',
        rows: cleared.filter((row) => !row.openScreenId && isDue(row)).map(slim),
      },
      {
        id: 'fresh',
        title: 'Screened in the last six weeks',
        rows: cleared.filter((row) => row.lastScreen && !row.openScreenId && !isDue(row)).map(slim),
      },
      { id: 'blocked', title: 'Not cleared', rows: rows.filter((row) => !cleared.includes(row)).map(slim) },
    ].filter((group) => group.rows.length > 0),
  };
}

export default function ScreenDue({ loaderData }: Route.ComponentProps) {
  const { groups, today } = loaderData;
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-4xl sm:text-5xl">Screens due</h1>
        <p className="flex flex-wrap gap-3">
          <ButtonLink to={href('/screen/trust')}>Trust</ButtonLink>
          <ButtonLink to={href('/screen/squad')}>Squad day and clocks</ButtonLink>
        </p>
      </div>
      <div className="mt-7 space-y-9">
        {groups.map((group) => (
          <section key={group.id} aria-labelledby={group.id}>
            <h2 id={group.id} className="border-b-2 border-ink pb-1 text-2xl">
              {group.title}{' '}
              <span className="figures font-text text-base font-normal text-quiet">{group.rows.length}</span>
            </h2>
            <ul className="grid gap-x-8 sm:grid-cols-2 xl:grid-cols-3">
              {group.rows.map((row) => (
                <li key={row.id} className="border-b border-mortar">
                  <Link
                    to={
                      group.id === 'blocked'
                        ? href('/athletes/:athleteId/clear', { athleteId: row.id })
                        : row.openScreenId
                          ? href('/athletes/:athleteId/screen/:screeningId', {
                              athleteId: row.id,
                              screeningId: row.openScreenId,
                            })
                          : href('/athletes/:athleteId/screen', { athleteId: row.id })
                    }
                    className="grid grid-cols-[3rem_1fr] items-center gap-3 py-2 no-underline hover:bg-chalk"
                  >
                    <SmallPillar parts={row.pillar} next={row.top} />
                    <span>
                      <strong>{row.name}</strong>
                      <span className="block text-aside leading-snug text-quiet">
                        {group.id === 'blocked'
                          ? row.issue && issueText(row.issue)
                          : row.lastScreen
                            ? `${row.discipline}, ${awayText(row.lastScreen, today)}`
                            : row.discipline}
                      </span>
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}
