import { data, Link, redirect } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { Disclaimer, Empty } from '~/app/components/notice';
import { type BarSide, SideBars } from '~/app/components/results/side-bars';
import { TrialHistory } from '~/app/components/results/trial-history';
import { dayText } from '~/app/lib/format';
import { disciplineLabel, fault } from '~/core/catalogue';
import { disclaimer } from '~/core/clear/signs';
import { rawText, targetText } from '~/core/link/sentence';
import { review } from '~/core/review/review';
import { ratios, testGaps } from '~/core/screen/assess/ratios';
import { testOn } from '~/core/screen/trial/by-rung';
import { type HistoryTrial, historyLines } from '~/core/screen/trial/history';
import { newId } from '~/db/queries/coach';
import { staffNames } from '~/db/queries/practice';
import { trialHistoryOf } from '~/db/queries/screen';
import { keepPriorityRun } from '~/server/plan.server';
import { who } from '~/server/principal/principal.server';
import { correct } from '~/server/results.server';
import { pictureOf, requireAthlete, screenedPerson, toTrial } from '~/server/views/standing.server';
import type { Route } from './+types/results';

const verdictMarks = {
  better: '▲ real',
  worse: '▼ real',
  within_error: 'within error',
  not_comparable: 'not comparable',
} as const;

const oneDecimal = (value: number) => String(Math.round(value * 10) / 10);
/** A figure with its unit; degrees stand close. */
const withUnit = (value: number, unit: string) =>
  unit.startsWith('°') ? `${oneDecimal(value)}°` : `${oneDecimal(value)} ${unit}`;

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const [picture, rows, names] = await Promise.all([
    pictureOf(person, athlete),
    trialHistoryOf(person.practiceId, athlete.id),
    staffNames(person.practiceId),
  ]);
  const { trade, assessment, today } = picture;
  const screened = screenedPerson(athlete, today, picture.event);
  const changes = review({ trials: picture.trials, person: screened, today, trade });
  const gaps = testGaps(assessment.results);
  const lines = historyLines(
    rows.map(
      (row): HistoryTrial => ({
        ...toTrial(row),
        correctedBy: row.correctedBy,
        voided: row.voidedAt !== null,
      }),
    ),
  );
  const keys = [...new Set(assessment.results.map((each) => `${each.testId}|${each.rungId ?? ''}`))];
  const inOrder = keys
    .map((key) => {
      const [testId = '', rungId = ''] = key.split('|');
      return { key, testId, rungId: rungId || null, test: testOn(trade.test(testId), trade, rungId) };
    })
    .sort((a, b) => a.test.stage - b.test.stage || a.test.name.localeCompare(b.test.name));
  return {
    athleteId: athlete.id,
    name: `${athlete.givenName} ${athlete.familyName}`,
    discipline: disciplineLabel(athlete.disciplineId),
    today,
    practice: person.practiceName,
    cautions: picture.clearance.cautions.length,
    tests: inOrder.map(({ key, testId, rungId, test }) => {
      const results = assessment.results.filter((each) => each.testId === testId && each.rungId === rungId);
      const [first] = results;
      const mine = lines.filter(({ stands }) => stands.testId === testId && stands.rungId === rungId);
      const gap = gaps.find((each) => each.testId === testId && each.left.rungId === rungId);
      return {
        key,
        name: test.name,
        onDate: first?.onDate ?? '',
        target: first ? targetText(testId, first.target.value) : '',
        source: first?.target.source ?? '',
        error: withUnit(
          test.typicalError,
          test.kind === 'grade' || test.kind === 'level' ? 'grade' : test.unit,
        ),
        bars: results.map(
          (each): BarSide => ({
            side: each.side,
            text: rawText(each),
            score: each.score,
            held: each.held,
            comparable: each.comparable,
          }),
        ),
        parts: results.flatMap((each) =>
          Object.entries(each.parts ?? {}).flatMap(([id, value]) => {
            const part =
              test.directions?.find((one) => one.id === id) ?? test.figures?.find((one) => one.id === id);
            return part
              ? [`${each.side === 'both' ? '' : `${each.side} `}${part.name.toLowerCase()} ${value}`]
              : [];
          }),
        ),
        faults: [...new Set(results.flatMap((each) => each.faultIds))].map((id) =>
          fault(id).name.toLowerCase(),
        ),
        gap:
          gap?.worse && gap.beyondError
            ? `${gap.worse} behind by ${withUnit(gap.amount, gap.unit)}`
            : gap
              ? 'sides within error'
              : '',
        changes: changes
          .filter((each) => each.testId === testId && each.latest.rungId === rungId)
          .map((each) => ({
            side: each.side,
            from: rawText(each.previous),
            on: each.previous.onDate,
            says: verdictMarks[each.verdict],
            realFrom: oneDecimal(each.realFrom),
          })),
        history: mine.map(({ stands, before }) => ({
          id: stands.id,
          onDate: stands.onDate,
          side: stands.side === 'both' ? '' : stands.side,
          text: rawText(stands),
          notes: [
            stands.endReason === 'cap' ? 'held to the cap' : '',
            stands.endReason === 'pain' ? 'ended by pain' : '',
            stands.endReason === 'stopped' ? 'not counted' : '',
            ...stands.faults.map((each) => fault(each.faultId).name.toLowerCase()),
            stands.readBy ? `read by ${stands.readBy}` : '',
            stands.comparable ? '' : 'no warm-up',
          ]
            .filter(Boolean)
            .join(', '),
          by: stands.staffId ? names.get(stands.staffId) : undefined,
          counts: stands.endReason !== 'stopped' && stands.endReason !== 'pain',
          graded: test.kind === 'grade' || test.withGrade,
          figured: test.kind !== 'grade',
          unit: test.unit,
          traceId: stands.traceId,
          stillId: stands.stillId,
          before: before.map((each, i) => ({
            id: each.id,
            text: rawText(each),
            reason: (i === 0 ? stands : (before[i - 1] as HistoryTrial)).reason ?? '',
          })),
        })),
      };
    }),
    ratios: ratios(assessment.results).map((each) => ({
      id: each.id,
      name: each.name,
      formula: each.formula,
      value: each.value.toFixed(2),
      error: each.error.toFixed(2),
      expected: each.expected,
      says: each.says,
      inputs: each.inputs
        .map((input) => `${input.label} ${oneDecimal(input.value)} s on ${input.onDate}`)
        .join('; '),
    })),
    mayCorrect: person.role !== 'assistant',
    correctionId: newId(),
    disclaimer,
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  if (person.role === 'assistant')
    throw data({ message: 'Trials are corrected by the owner or a coach.' }, { status: 403 });
  const athlete = await requireAthlete(person, params.athleteId);
  const form = await request.formData();
  const outcome = await correct(person, await pictureOf(person, athlete), form);
  if (!outcome.ok)
    return data({ trialId: String(form.get('trialId')), errors: outcome.errors }, { status: 400 });
  // What is first may have changed with the figure.
  await keepPriorityRun(person, await pictureOf(person, athlete));
  return redirect(`/athletes/${athlete.id}/results`);
}

export default function Results({ loaderData, actionData }: Route.ComponentProps) {
  const { tests, today, athleteId, name, discipline, practice } = loaderData;
  if (tests.length === 0)
    return (
      <Empty title="No results yet">
        <p>Screen first: the sheet shows every test with both sides, its error and its history.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={`/athletes/${athleteId}/screen`}>
            Choose the battery
          </ButtonLink>
        </p>
      </Empty>
    );
  const newest =
    tests
      .map((each) => each.onDate)
      .sort()
      .at(-1) ?? today;
  return (
    <article className="result-sheet">
      <header className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-3xl print:text-[14pt]">
            <span className="hidden print:inline">{name}: </span>Results of {dayText(newest, today)}
          </h2>
          <p className="text-quiet print:text-[8pt]">
            <span className="hidden print:inline">
              {practice}. {discipline}.{' '}
            </span>
            A full bar is a fifth over the target; the line is the target. Hatched: no warm-up, not compared.
          </p>
        </div>
        <p className="no-print flex gap-4">
          <Link to={`/athletes/${athleteId}/recordings`} className="py-2">
            Traces and stills
          </Link>
          <Button type="button" onClick={() => window.print()}>
            Print on one page
          </Button>
        </p>
      </header>
      <ul className="rule-list mt-4 border-y border-mortar print:mt-1">
        {tests.map((test) => (
          <li key={test.key} className="print-plain py-2.5 print:py-1.5">
            <div className="grid gap-x-6 gap-y-1 lg:grid-cols-[15rem_1fr_15rem] print:grid-cols-[10.5rem_1fr_13.5rem] print:gap-x-3 print:gap-y-0">
              <div>
                <h3 className="text-lg leading-tight print:text-[11pt]">{test.name}</h3>
                <p className="figures text-[0.92rem] leading-snug text-quiet print:text-[8.5pt] print:leading-tight">
                  target {test.target} {test.source}; error {test.error}
                </p>
              </div>
              <div className="self-center print:text-[9pt]">
                <SideBars bars={test.bars} label={test.name} />
              </div>
              <p className="figures text-[0.94rem] leading-snug print:text-[8.5pt] print:leading-tight">
                {test.changes.map((change) => (
                  <span key={change.side} className="block">
                    {change.side === 'both' ? '' : `${change.side} `}
                    {change.says}, was {change.from}{' '}
                    <span className="text-quiet print:hidden">(real from {change.realFrom})</span>
                  </span>
                ))}
                {[test.gap, ...test.parts, ...test.faults].filter(Boolean).join('; ')}
              </p>
            </div>
            <details className="no-print">
              <summary className="inline-block cursor-pointer py-1 text-[0.94rem] text-quiet">
                {test.history.length} {test.history.length === 1 ? 'trial' : 'trials'}
              </summary>
              <TrialHistory
                lines={test.history}
                athleteId={athleteId}
                today={today}
                correctionId={loaderData.correctionId}
                failed={actionData}
                mayCorrect={loaderData.mayCorrect}
              />
            </details>
          </li>
        ))}
      </ul>
      {loaderData.ratios.length > 0 ? (
        <section aria-labelledby="ratios" className="mt-5 print:mt-2">
          <h3 id="ratios" className="text-2xl print:text-[11pt]">
            Ratios
          </h3>
          <ul className="figures print:text-[8.5pt]">
            {loaderData.ratios.map((each) => (
              <li key={each.id} title={each.inputs} className="py-1 print:py-0">
                <strong>
                  {each.name} {each.value} ± {each.error}
                </strong>
                , expected {each.expected}. {each.says ?? 'Within its error of what is expected.'}{' '}
                <span className="text-quiet">
                  {each.formula}: {each.inputs}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <Disclaimer text={loaderData.disclaimer} className="mt-5 print:mt-2 print:text-[8pt]" />
    </article>
  );
}
