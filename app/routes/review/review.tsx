import { href, Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Figure } from '~/app/components/figure';
import { HeadCells } from '~/app/components/head-cells';
import { Disclaimer, Empty } from '~/app/components/notice';
import { Pillar } from '~/app/components/pillar';
import { Scroller } from '~/app/components/scroller';
import { dayText } from '~/app/lib/format';
import { athleteTitle } from '~/app/lib/title';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import { reviewView } from '~/server/views/review';
import type { Route } from './+types/review';
import { ReviewTabs } from './review-tabs';
import { verdictWords } from './verdict-words';

export const meta = athleteTitle('Review');

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  reviewView(principalIn(context), await standingIn({ params, context }));

export default function ReviewView({ loaderData }: Route.ComponentProps) {
  const { changes, dates, athleteId, first, latest, today, withheld } = loaderData;
  if (changes.length === 0) {
    return (
      <>
        <ReviewTabs athleteId={athleteId} />
        <Empty title={dates.length === 0 ? 'Nothing to review' : 'One screen so far'}>
          <p>
            {dates.length === 0
              ? 'Screen first.'
              : `Screened on ${dates.map((day) => dayText(day, today)).join(', ')}. A retest after four to six weeks shows what is real.`}
          </p>
          {withheld ? null : (
            <p className="mt-4">
              <ButtonLink look="next" to={href('/athletes/:athleteId/screen', { athleteId })}>
                {dates.length === 0 ? 'Choose the battery' : 'Screen again'}
              </ButtonLink>
            </p>
          )}
        </Empty>
      </>
    );
  }
  const real = changes.filter((change) => change.verdict === 'better' || change.verdict === 'worse');
  return (
    <>
      <ReviewTabs athleteId={athleteId} />
      <h2 className="text-3xl">
        {real.length === 0
          ? 'No change beyond test error'
          : `${real.filter((change) => change.verdict === 'better').length} better, ${real.filter((change) => change.verdict === 'worse').length} worse, beyond test error`}
      </h2>
      <p className="mt-1 text-quiet">A change is real beyond 1.96 × √2 × the typical error of the test.</p>
      <div className="mt-6 grid gap-10 md:grid-cols-2">
        <figure>
          <Pillar parts={first} carries={dates[0] ? dayText(dates[0], today) : undefined} />
        </figure>
        <figure>
          <Pillar
            parts={latest}
            carries={dates.at(-1) ? dayText(dates.at(-1) as string, today) : undefined}
          />
        </figure>
      </div>
      <Scroller label="Results by test" className="mt-8">
        <table className="figures w-full min-w-[44rem] text-left print:text-print">
          <thead>
            <tr className="border-b-2 border-ink">
              <HeadCells
                className="py-2 pr-3"
                names={['Test', 'Quality', 'First', 'Last time', 'Now', 'Change', 'Real from']}
              />
            </tr>
          </thead>
          <tbody className="rule-list">
            {changes.map((change) => (
              <tr
                key={change.key}
                className={
                  change.verdict === 'better' || change.verdict === 'worse' ? 'font-bold' : undefined
                }
              >
                <th scope="row" className="flex items-center gap-3 py-1.5 pr-3 print:py-0.5">
                  <Figure
                    posture={change.posture}
                    needs={change.needs}
                    label=""
                    plain
                    bare
                    className="h-10 w-16 shrink-0 print:h-6 print:w-10"
                  />
                  <Link
                    to={`${href('/athletes/:athleteId/review/over-time', { athleteId })}?${new URLSearchParams({ test: change.overTime })}`}
                  >
                    {change.test}
                  </Link>
                </th>
                <td className="py-1.5 pr-3 print:py-0.5 font-normal text-quiet">{change.quality}</td>
                <td className="py-1.5 pr-3 print:py-0.5" title={dayText(change.days[0], today)}>
                  {change.first}
                </td>
                <td className="py-1.5 pr-3 print:py-0.5" title={dayText(change.days[1], today)}>
                  {change.previous}
                </td>
                <td className="py-1.5 pr-3 print:py-0.5" title={dayText(change.days[2], today)}>
                  {change.latest}
                </td>
                <td className="py-1.5 pr-3 print:py-0.5 whitespace-nowrap">
                  {verdictWords[change.verdict]} {change.difference}
                </td>
                <td className="py-1.5 font-normal text-quiet">{change.realFrom}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroller>
      <Disclaimer text={loaderData.disclaimer} className="mt-8" />
    </>
  );
}
