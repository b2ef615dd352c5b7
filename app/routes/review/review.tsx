import { ButtonLink } from '~/app/components/button';
import { Figure } from '~/app/components/figure';
import { Disclaimer, Empty } from '~/app/components/notice';
import { Pillar } from '~/app/components/pillar';
import { Scroller } from '~/app/components/scroller';
import { dayText } from '~/app/lib/format';
import { discipline, quality, screenTest } from '~/core/catalogue';
import { disclaimer } from '~/core/clear/signs';
import { link } from '~/core/link/link';
import { rawText } from '~/core/link/sentence';
import { review } from '~/core/review/review';
import { assess } from '~/core/screen/assess/assess';
import { who } from '~/server/principal/principal.server';
import { pictureOf, pillarCells, requireAthlete, screenedPerson } from '~/server/views/standing.server';
import type { Route } from './+types/review';

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const picture = await pictureOf(person, athlete);
  const screened = screenedPerson(athlete, picture.today, picture.event);
  const changes = review({
    trials: picture.trials,
    person: screened,
    today: picture.today,
    trade: picture.trade,
  });
  const dates = [...new Set(picture.trials.map((trial) => trial.onDate))].sort();
  const firstDay = dates[0];
  const pillarOn = (day: string) => {
    const assessment = assess({
      trials: picture.trials.filter((trial) => trial.onDate <= day),
      person: screened,
      today: day,
      trade: picture.trade,
    });
    return pillarCells(
      link({
        trade: picture.trade,
        assessment,
        discipline: discipline(athlete.disciplineId),
        cautions: picture.clearance.cautions,
        kit: athlete.kit,
      }),
    );
  };
  return {
    athleteId: athlete.id,
    today: picture.today,
    blocked: picture.clearance.allows === 'nothing',
    dates,
    first: firstDay ? pillarOn(firstDay) : [],
    latest: pillarCells(picture.linked),
    changes: changes.map((each) => {
      const test = screenTest(each.testId);
      const direct = test.feeds[0]?.quality;
      const graded = each.latest.value === null || test.kind === 'grade';
      return {
        key: `${each.testId}|${each.side}`,
        quality: direct && direct !== 'neck_control' ? quality(direct).name : 'Neck control',
        posture: test.posture,
        needs: test.needs,
        test: `${test.name}${each.side === 'both' ? '' : `, ${each.side}`}`,
        first: rawText(each.first),
        previous: rawText(each.previous),
        latest: rawText(each.latest),
        days: [each.first.onDate, each.previous.onDate, each.latest.onDate] as const,
        difference: graded ? '' : `${each.difference > 0 ? '+' : ''}${Math.round(each.difference * 10) / 10}`,
        realFrom: graded ? 'a whole grade' : `${Math.round(each.realFrom * 10) / 10} ${test.unit}`,
        verdict: each.verdict,
      };
    }),
    disclaimer,
  };
}

const verdicts = {
  better: '▲ better',
  worse: '▼ worse',
  within_error: '· within error',
  not_comparable: '▨ not comparable',
} as const;

export default function ReviewView({ loaderData }: Route.ComponentProps) {
  const { changes, dates, athleteId, first, latest, today, blocked } = loaderData;
  if (changes.length === 0) {
    return (
      <Empty title={dates.length === 0 ? 'Nothing to review' : 'One screen so far'}>
        <p>
          {dates.length === 0
            ? 'Screen first.'
            : `Screened on ${dates.map((day) => dayText(day, today)).join(', ')}. A retest after four to six weeks shows what is real.`}
        </p>
        {blocked ? null : (
          <p className="mt-4">
            <ButtonLink look="next" to={`/athletes/${athleteId}/screen`}>
              {dates.length === 0 ? 'Choose the battery' : 'Screen again'}
            </ButtonLink>
          </p>
        )}
      </Empty>
    );
  }
  const real = changes.filter((each) => each.verdict === 'better' || each.verdict === 'worse');
  return (
    <>
      <h2 className="text-3xl">
        {real.length === 0
          ? 'No change beyond test error'
          : `${real.filter((each) => each.verdict === 'better').length} better, ${real.filter((each) => each.verdict === 'worse').length} worse, beyond test error`}
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
        <table className="figures w-full min-w-[44rem] text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              <th scope="col" className="py-2 pr-3">
                Test
              </th>
              <th scope="col" className="py-2 pr-3">
                Quality
              </th>
              <th scope="col" className="py-2 pr-3">
                First
              </th>
              <th scope="col" className="py-2 pr-3">
                Last time
              </th>
              <th scope="col" className="py-2 pr-3">
                Now
              </th>
              <th scope="col" className="py-2 pr-3">
                Change
              </th>
              <th scope="col" className="py-2">
                Real from
              </th>
            </tr>
          </thead>
          <tbody className="rule-list">
            {changes.map((each) => (
              <tr
                key={each.key}
                className={each.verdict === 'better' || each.verdict === 'worse' ? 'font-bold' : undefined}
              >
                <th scope="row" className="flex items-center gap-3 py-1.5 pr-3">
                  <Figure
                    posture={each.posture}
                    needs={each.needs}
                    label=""
                    plain
                    bare
                    className="h-10 w-16 shrink-0"
                  />
                  {each.test}
                </th>
                <td className="py-1.5 pr-3 font-normal text-quiet">{each.quality}</td>
                <td className="py-1.5 pr-3" title={each.days[0]}>
                  {each.first}
                </td>
                <td className="py-1.5 pr-3" title={each.days[1]}>
                  {each.previous}
                </td>
                <td className="py-1.5 pr-3" title={each.days[2]}>
                  {each.latest}
                </td>
                <td className="py-1.5 pr-3 whitespace-nowrap">
                  {verdicts[each.verdict]} {each.difference}
                </td>
                <td className="py-1.5 font-normal text-quiet">{each.realFrom}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Scroller>
      <Disclaimer text={loaderData.disclaimer} className="mt-8" />
    </>
  );
}
