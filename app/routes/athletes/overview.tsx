import { Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Empty } from '~/app/components/notice';
import { Pillar } from '~/app/components/pillar';
import { SeasonStrip } from '~/app/components/season-strip';
import { awayText, dayText } from '~/app/lib/format';
import { screenTest } from '~/core/catalogue';
import { qualitySideName, rawText, targetText } from '~/core/link/sentence';
import { newestSeason } from '~/db/queries/plan';
import { who } from '~/server/principal/principal.server';
import { blockOf, pictureOf, pillarCells, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/overview';

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const [picture, newest] = await Promise.all([
    pictureOf(person, athlete),
    newestSeason(person.practiceId, athlete.id),
  ]);
  return {
    id: athlete.id,
    today: picture.today,
    blocked: blockOf(picture.clearance),
    pillar: pillarCells(picture.linked),
    event: picture.event,
    note: athlete.note,
    screened: picture.trials.length > 0,
    top: picture.linked.priorities
      .filter((each) => each.verdict === 'first' || each.verdict === 'train')
      .slice(0, 3)
      .map((each) => ({
        key: `${each.quality}|${each.side}`,
        quality: each.quality,
        side: each.side,
        name: qualitySideName(each.quality, each.side),
        sentence: each.sentence,
      })),
    results: picture.assessment.results
      .toSorted((a, b) => b.onDate.localeCompare(a.onDate) || a.score - b.score)
      .slice(0, 6)
      .map((each) => ({
        key: `${each.testId}|${each.side}`,
        name: `${screenTest(each.testId).name}${each.side === 'both' ? '' : `, ${each.side}`}`,
        raw: rawText(each),
        target: targetText(each.testId, each.target.value),
        onDate: each.onDate,
      })),
    weeks:
      newest?.weeks.map(({ startsOn, phase, kind, retest, minutes }) => ({
        startsOn,
        phase,
        kind,
        retest,
        minutes,
      })) ?? [],
    events: picture.events.map(({ name, onDate, priority }) => ({ name, onDate, priority })),
  };
}

export default function Overview({ loaderData }: Route.ComponentProps) {
  const { id, pillar, event, today, top, results, weeks, events, blocked, screened, note } = loaderData;
  const next = top[0] ? { quality: top[0].quality, side: top[0].side } : undefined;
  return (
    <>
      <div className="grid gap-10 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
        <div className="max-lg:order-2">
          <Pillar
            parts={pillar}
            next={next}
            carries={event ? `${event.name}, ${awayText(event.onDate, today)}` : undefined}
          />
          {note ? <p className="mt-2 text-center text-quiet">“{note}”</p> : null}
        </div>
        <div>
          {blocked ? (
            <Empty title="Not cleared">
              {blocked.reasons.map((reason) => (
                <p key={reason}>{reason}</p>
              ))}
              <p className="mt-3">
                <ButtonLink look="next" to={`/athletes/${id}/clear`}>
                  {blocked.liftedBy.startsWith('Answer') ? 'Answer the safety form' : 'Open the safety form'}
                </ButtonLink>
              </p>
            </Empty>
          ) : !screened ? (
            <Empty title="Nothing measured yet">
              <p>A first screen takes about three quarters of an hour and fills the pillar.</p>
              <p className="mt-4">
                <ButtonLink look="next" to={`/athletes/${id}/screen`}>
                  Choose the battery
                </ButtonLink>
              </p>
            </Empty>
          ) : (
            <section aria-labelledby="holds-back">
              <h2 id="holds-back" className="text-3xl">
                What holds back, in this sport
              </h2>
              <ol className="rule-list mt-3">
                {top.map((each, i) => (
                  <li key={each.key} className="grid grid-cols-[2.6rem_1fr] py-4">
                    <span aria-hidden="true" className="head figures text-4xl">
                      {i + 1}
                    </span>
                    <p>
                      <strong>{each.name}.</strong> {each.sentence}
                    </p>
                  </li>
                ))}
                {top.length === 0 ? (
                  <li className="py-4">Nothing falls short of what the sport asks.</li>
                ) : null}
              </ol>
              <Link to={`/athletes/${id}/link`}>All priorities and their arithmetic</Link>
            </section>
          )}
          {results.length > 0 ? (
            <section aria-labelledby="last-results" className="mt-9">
              <h2 id="last-results" className="text-2xl">
                Last results
              </h2>
              <table className="mt-2 w-full text-left">
                <tbody className="rule-list">
                  {results.map((each) => (
                    <tr key={each.key}>
                      <th scope="row" className="py-1.5 pr-3 font-normal">
                        {each.name}
                      </th>
                      <td className="py-1.5 pr-3 font-bold">{each.raw}</td>
                      <td className="py-1.5 pr-3 text-quiet">of {each.target}</td>
                      <td className="py-1.5 text-right text-quiet whitespace-nowrap">
                        {dayText(each.onDate, today)}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          ) : null}
        </div>
      </div>
      {weeks.length > 0 ? (
        <section aria-labelledby="season" className="mt-12">
          <h2 id="season" className="text-2xl">
            Season
          </h2>
          <div className="mt-3">
            <SeasonStrip weeks={weeks} events={events} today={today} />
          </div>
        </section>
      ) : null}
    </>
  );
}
