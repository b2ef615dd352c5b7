import { Link } from 'react-router';
import { Button } from '~/app/components/button';
import { Figure } from '~/app/components/figure';
import { SmallPillar } from '~/app/components/pillar';
import { qualityName } from '~/app/components/session-items';
import { weekdayText, weekText } from '~/app/lib/format';
import { addDays, isIsoDay, weekStartOf } from '~/core/body/dates';
import { caution, disciplineLabel } from '~/core/catalogue';
import { disclaimer } from '~/core/clear/signs';
import { sessionsBetween } from '~/db/queries/coach';
import { who } from '~/server/principal/principal.server';
import { tradeFor } from '~/server/principal/trade.server';
import { sessionView } from '~/server/views/session.server';
import { pictureOf, pillarCells, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/card';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Card of ${loaderData?.name ?? ''} · Zest Pillar` },
];

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const picture = await pictureOf(person, athlete);
  const asked = new URL(request.url).searchParams.get('week');
  const weekStart = weekStartOf(asked && isIsoDay(asked) ? asked : picture.today, person.firstWeekday);
  const sessions = await sessionsBetween(person.practiceId, athlete.id, weekStart, addDays(weekStart, 6));
  return {
    athleteId: athlete.id,
    name: `${athlete.givenName} ${athlete.familyName}`,
    practice: person.practiceName,
    sport: disciplineLabel(athlete.disciplineId),
    weekStart,
    pillar: pillarCells(picture.linked),
    cautions: picture.clearance.cautions
      .map((id) => caution(id))
      .map(({ id, name, changes }) => ({ id, name, changes })),
    allowed: picture.clearance.allows !== 'nothing',
    sessions:
      picture.clearance.allows === 'nothing'
        ? []
        : sessions.map((session) => sessionView(tradeFor(person), session)),
    disclaimer,
  };
}

/** The week on paper: large figures, boxes to tick, black and white safe. */
export default function CardView({ loaderData }: Route.ComponentProps) {
  const { name, practice, weekStart, sessions, athleteId, cautions, pillar, sport, allowed } = loaderData;
  return (
    <main className="mx-auto max-w-4xl px-4 py-6 sm:px-8 print:max-w-none print:p-0">
      <div className="no-print mb-6 flex flex-wrap items-center justify-between gap-3">
        <Link to={`/athletes/${athleteId}/coach?week=${weekStart}`} className="py-2">
          Back to the week
        </Link>
        <Button look="next" type="button" onClick={() => window.print()}>
          Print the card
        </Button>
      </div>
      <header className="flex items-end justify-between gap-6 border-b-4 border-ink pb-3">
        <div>
          <h1 className="text-4xl">{name}</h1>
          <p className="mt-1">
            {weekText(weekStart)} · {sport} · {practice}
          </p>
        </div>
        <SmallPillar parts={pillar} />
      </header>
      {cautions.length > 0 ? (
        <ul className="mt-3 border border-ink px-4 py-2 text-[0.95rem]">
          {cautions.map((each) => (
            <li key={each.id}>
              △ <strong>{each.name}.</strong> {each.changes}
            </li>
          ))}
        </ul>
      ) : null}
      {sessions.length === 0 ? (
        <p className="mt-6 text-lg">
          {allowed ? 'No sessions in this week.' : 'Not cleared: no sessions are shown.'}
        </p>
      ) : null}
      {sessions.map((session) => (
        <section key={session.id} className="mt-6" aria-label={weekdayText(session.onDate)}>
          <h2 className="flex justify-between border-b border-ink pb-1 text-2xl">
            {weekdayText(session.onDate)}{' '}
            <span className="figures font-text text-base font-normal">{session.minutes} min</span>
          </h2>
          <ol>
            {session.items.map((item) => (
              <li
                key={item.id}
                className="print-plain grid grid-cols-[5.5rem_1fr_auto] gap-x-5 border-b border-mortar py-2.5 max-sm:grid-cols-[4.5rem_1fr]"
              >
                <Figure
                  posture={item.posture}
                  needs={item.needs}
                  label={`${item.name}, drawn`}
                  plain
                  className="h-16 w-full"
                />
                <div>
                  <p className="text-lg leading-tight">
                    <strong>{item.name}</strong>{' '}
                    <span className="text-[0.95rem]">{qualityName(item.quality)}</span>
                  </p>
                  <p className="text-[0.95rem] leading-snug">
                    {item.cues[0]}. {item.cues[1] ? `${item.cues[1]}. ` : ''}
                    {item.schoolCue ?? ''}
                  </p>
                  <p className="text-[0.9rem] leading-snug">
                    <strong>Breath</strong> {item.breath.split('. ')[0]?.replace(/\.$/, '')}.{' '}
                    <strong>Ends</strong> {item.endsSet.join(', ')}.
                  </p>
                  {item.setting ? (
                    <p className="text-[0.9rem] leading-snug">
                      <strong>Set-up</strong> {item.setting}
                    </p>
                  ) : null}
                </div>
                <div className="text-right max-sm:col-start-2 max-sm:text-left">
                  <p className="head figures text-xl leading-tight">{item.dose}</p>
                  <p className="figures text-[0.9rem]">
                    {item.schoolDose ? `${item.schoolDose}, ` : ''}
                    {item.load ? `${item.load}, ` : ''}
                    {item.tempo ? `tempo ${item.tempo}, ` : ''}rest {item.restS} s, {item.minutes} min
                  </p>
                  <p aria-hidden="true" className="mt-1 flex justify-end gap-1.5 max-sm:justify-start">
                    {Array.from(
                      { length: item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0) },
                      (_, i) => (
                        // biome-ignore lint/suspicious/noArrayIndexKey: identical boxes to tick
                        <span key={i} className="inline-block size-4 border border-ink" />
                      ),
                    )}
                  </p>
                </div>
              </li>
            ))}
          </ol>
        </section>
      ))}
      <p className="mt-6 border-t border-ink pt-2 text-[0.95rem]">{loaderData.disclaimer}</p>
    </main>
  );
}
