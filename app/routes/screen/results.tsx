import { data, href, Link, redirect } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { Folded } from '~/app/components/folded';
import { Disclaimer, Empty } from '~/app/components/notice';
import { dayText } from '~/app/lib/format';
import { statusOf } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { SideBars } from '~/app/routes/screen/results/side-bars';
import { TrialHistory } from '~/app/routes/screen/results/trial-history';
import { parseDecimal } from '~/core/body/units';
import { correctTrial } from '~/server/commands/correct-trial';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import { resultsView } from '~/server/views/results';
import type { Route } from './+types/results';

export const meta = athleteTitle('Results');

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  resultsView(principalIn(context), await standingIn({ params, context }));

const typed = (value: FormDataEntryValue | null) => (typeof value === 'string' ? value.trim() : '');

export async function action({ params, request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const trialId = typed(form.get('trialId'));
  const figure = typed(form.get('value'));
  const kept = await correctTrial(principalIn(context), {
    athleteId: params.athleteId,
    correction: {
      id: typed(form.get('id')),
      trialId,
      reason: typed(form.get('reason')),
      takeOut: form.has('takeOut'),
      value: figure === '' ? null : (parseDecimal(figure) ?? figure),
      grade: typed(form.get('grade')) || null,
    },
  });
  return kept.ok
    ? redirect(href('/athletes/:athleteId/results', { athleteId: params.athleteId }))
    : data({ trialId, issues: kept.issues }, { status: statusOf(kept.issues) });
}

export default function Results({ loaderData, actionData }: Route.ComponentProps) {
  const { tests, today, athleteId } = loaderData;
  if (tests.length === 0)
    return (
      <Empty title="No results yet">
        <p>Screen first: the sheet shows every test with both sides, its error and its history.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={href('/athletes/:athleteId/screen', { athleteId })}>
            Choose the battery
          </ButtonLink>
        </p>
      </Empty>
    );
  const newest =
    tests
      .map((test) => test.onDate)
      .sort()
      .at(-1) ?? today;
  return (
    <article className="result-sheet">
      <header className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-3xl print:text-print-title">Results of {dayText(newest, today)}</h2>
          <p className="text-quiet print:text-print">
            A full bar is a fifth over the target; the line is the target. Hatched: no warm-up, not compared.
          </p>
        </div>
        <p className="no-print flex gap-4">
          <Link to={href('/athletes/:athleteId/recordings', { athleteId })} className="py-2">
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
                <h3 className="text-lg leading-tight print:text-print-head">{test.name}</h3>
                <p className="figures text-note leading-snug text-quiet print:text-print print:leading-tight">
                  target {test.target} {test.source}; error {test.error}
                </p>
              </div>
              <div className="self-center print:text-print">
                <SideBars bars={test.bars} label={test.name} />
              </div>
              <p className="figures text-aside leading-snug print:text-print print:leading-tight">
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
            <Folded
              summary={`${test.history.length} ${test.history.length === 1 ? 'trial' : 'trials'}`}
              className="no-print inline-block py-1 text-aside text-quiet underline"
              asked={test.history.some((line) => line.id === actionData?.trialId)}
            >
              <TrialHistory
                lines={test.history}
                athleteId={athleteId}
                today={today}
                correctionId={loaderData.correctionId}
                failed={actionData}
                mayCorrect={loaderData.mayCorrect}
              />
            </Folded>
          </li>
        ))}
      </ul>
      {loaderData.ratios.length > 0 ? (
        <section aria-labelledby="ratios" className="mt-5 print:mt-2">
          <h3 id="ratios" className="text-2xl print:text-print-head">
            Ratios
          </h3>
          <ul className="figures print:text-print">
            {loaderData.ratios.map((ratio) => (
              <li key={ratio.id} title={ratio.inputs} className="py-1 print:py-0">
                <strong>
                  {ratio.name} {ratio.value} ± {ratio.error}
                </strong>
                , expected {ratio.expected}. {ratio.says ?? 'Within its error of what is expected.'}{' '}
                <span className="text-quiet">
                  {ratio.formula}: {ratio.inputs}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <Disclaimer text={loaderData.disclaimer} className="mt-5 print:mt-2 print:text-print" />
    </article>
  );
}
