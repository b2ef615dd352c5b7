import { href, Link, useSearchParams } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Folded } from '~/app/components/folded';
import { HeadCells } from '~/app/components/head-cells';
import { Empty } from '~/app/components/notice';
import { Pillar } from '~/app/components/pillar';
import { awayText, dayText } from '~/app/lib/format';
import { useNextStep } from '~/app/lib/next-step';
import { athleteTitle } from '~/app/lib/title';
import { counted } from '~/core/words/counted';
import { principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { linkView } from '~/server/views/link';
import type { Route } from './+types/link';
import { Choice, ChoiceForm } from './choice';
import { SideBySide, SupposeForm } from './what-if';

export const meta = athleteTitle('Link');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const asking = { params, context };
  const [subject, standing] = await Promise.all([subjectIn(asking), standingIn(asking)]);
  return {
    ...(await linkView(principalIn(context), subject, standing, new URL(request.url).searchParams)),
    mayPlan: subject.gate.may('plan').length === 0,
  };
}

/** A priority below this is shown folded. */
const smallBelow = 0.08;

/** The same words as in the sentence of the quality. */
const gapWords = {
  even: '',
  beyond_error: ', beyond its error',
  repeated: ', within its error, but shows in two tests',
  within_error: ', within its error',
} as const;

const verdictWords = { first: 'before all else', train: '', settle: 'test first', keep: 'keep' } as const;

export default function LinkView({ loaderData }: Route.ComponentProps) {
  const {
    athleteId,
    priorities,
    pillar,
    event,
    today,
    screened,
    other,
    exposure,
    ratios,
    gaps,
    patterns,
    blocked,
  } = loaderData;
  const [, setParams] = useSearchParams();
  const nextStep = useNextStep();
  if (!screened) {
    return (
      <Empty title="Nothing to link yet">
        <p>A screen fills the pillar; then each shortfall is weighed against what the sport asks.</p>
        <p className="mt-4">
          <ButtonLink look="next" to={href('/athletes/:athleteId/screen', { athleteId })}>
            Choose the battery
          </ButtonLink>
        </p>
      </Empty>
    );
  }
  // Small ones fold away: the list answers "so what?" at a glance.
  const acting = priorities.filter(
    (priority) =>
      priority.verdict !== 'keep' && (priority.priority >= smallBelow || priority.verdict !== 'train'),
  );
  const small = priorities.filter(
    (priority) => priority.verdict === 'train' && priority.priority < smallBelow,
  );
  const kept = priorities.filter((priority) => priority.verdict === 'keep');
  const said = (quality: string) => loaderData.choices.find((choice) => choice.quality === quality);
  const next = priorities.find((priority) => priority.verdict === 'first' || priority.verdict === 'train');
  return (
    <>
      <div className="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)]">
        <div className="lg:sticky lg:top-6 lg:self-start">
          <Pillar
            parts={pillar}
            next={next}
            carries={
              other && other.sport !== loaderData.sport
                ? other.sport
                : event
                  ? `${event.name}, ${awayText(event.onDate, today)}`
                  : loaderData.sport
            }
          />
          <p className="text-center text-aside text-quiet">
            Outline: what the sport asks. Stone: what is there. Stripes: low confidence. Dotted: untested.
          </p>
        </div>
        <div>
          {loaderData.past ? (
            <p className="mb-3 border border-ink bg-chalk px-4 py-2">
              As it was ranked on {dayText(loaderData.past.onDate, today)}, with the figures, targets and body
              of that day. <Link to="?">Back to the present</Link>
            </p>
          ) : null}
          <h2 className="text-3xl">
            {other
              ? `If ${other.label}`
              : `What holds back, ${loaderData.isGoal ? 'for this goal' : 'in this sport'}`}
          </h2>
          <p className="figures mt-1 text-quiet">
            {exposure.arithmetic} ({exposure.source === 'event' ? 'from the event' : 'default'})
          </p>
          {other ? <SideBySide rows={other.rows} /> : null}
          <p className="mt-1">
            <Link
              to={`${href('/library/sports/:sportId', { sportId: loaderData.suppose.asked.as ?? loaderData.sportId })}${
                other
                  ? `?${new URLSearchParams(Object.entries(other.asks).map(([id, asked]) => [`d.${id}`, String(asked)]))}`
                  : ''
              }`}
            >
              {other ? 'Keep what is asked as a sport of our own' : 'What the sport asks, cell by cell'}
            </Link>
          </p>
          <ol className="rule-list mt-3 border-y border-mortar">
            {acting.map((row, i) => (
              <li key={row.key} className="grid grid-cols-[2.8rem_1fr] py-4">
                <span aria-hidden="true" className="head figures text-4xl leading-none">
                  {i + 1}
                </span>
                <div className="min-w-0">
                  <p>
                    <strong>{row.name}.</strong> {row.sentence}
                  </p>
                  <details className="mt-1">
                    <summary className="cursor-pointer py-1.5 text-quiet">
                      Priority {row.priority.toFixed(2)}, confidence {row.confidence}
                      {verdictWords[row.verdict] ? `, ${verdictWords[row.verdict]}` : ''}
                      {other ? `, now number ${row.rankNow ?? '–'}` : ''}
                    </summary>
                    <div className="mt-1 border-l-2 border-mortar pl-4 text-body">
                      <p className="figures">{row.arithmetic}</p>
                      {row.parts.length > 0 ? (
                        <table className="mt-2 w-full text-left">
                          <thead>
                            <tr className="text-quiet">
                              <HeadCells
                                className="pr-3 font-normal"
                                names={['Test', 'Result', 'Target', 'Score', 'Weight']}
                              />
                            </tr>
                          </thead>
                          <tbody className="rule-list">
                            {row.parts.map((part) => (
                              <tr key={part.key} className="align-top">
                                <td className="py-1 pr-3">
                                  {part.test}
                                  <span className="block text-quiet">
                                    {dayText(part.onDate, today)}:{' '}
                                    {part.trials
                                      .map(
                                        (trial) =>
                                          `${trial.text}${trial.faults.length > 0 ? ` (${trial.faults.join(', ')})` : ''}`,
                                      )
                                      .join('; ')}
                                  </span>
                                </td>
                                <td className="py-1 pr-3 font-bold">{part.raw}</td>
                                <td className="py-1 pr-3">
                                  {part.target}{' '}
                                  <span title={part.note} className="border-b border-dotted border-quiet">
                                    {part.source}
                                  </span>
                                </td>
                                <td className="py-1 pr-3">{Math.round(part.score)}</td>
                                <td className="py-1">{part.weight}</td>
                              </tr>
                            ))}
                          </tbody>
                        </table>
                      ) : null}
                      {row.settleBy ? <p className="mt-2">Would settle it: {row.settleBy}.</p> : null}
                      <p className="mt-2">Ladders: {row.ladders.join(', ').toLowerCase()}.</p>
                      {loaderData.mayChoose && !loaderData.past && !other ? (
                        <ChoiceForm
                          athleteId={athleteId}
                          quality={row.quality}
                          name={row.name}
                          choice={said(row.quality)}
                        />
                      ) : null}
                    </div>
                  </details>
                  <Choice choice={said(row.quality)} today={today} />
                </div>
              </li>
            ))}
            {acting.length === 0 ? (
              <li className="py-4">Nothing falls short of what the sport asks.</li>
            ) : null}
          </ol>
          {small.length > 0 ? (
            <details className="border-b border-mortar">
              <summary className="cursor-pointer py-3">{counted(small.length, 'smaller one')}</summary>
              <ul className="rule-list pb-2">
                {small.map((reason) => (
                  <li key={reason.key} className="py-2">
                    <strong>{reason.name}.</strong> {reason.sentence}
                    <span className="figures block text-aside text-quiet">{reason.arithmetic}</span>
                  </li>
                ))}
              </ul>
            </details>
          ) : null}
          {loaderData.mayPlan && !loaderData.past && !other ? (
            <p className="mt-6">
              <ButtonLink
                look={nextStep === 'plan' ? 'next' : 'plain'}
                to={href('/athletes/:athleteId/plan', { athleteId })}
              >
                Plan from these
              </ButtonLink>
            </p>
          ) : null}
          <label className="mt-6 block max-w-md">
            <span className="mb-1 block font-bold">What if the sport were</span>
            <select
              className="field-input"
              value={loaderData.suppose.asked.as ?? ''}
              onChange={(event_) => {
                const { as: _, ...others } = loaderData.suppose.asked;
                setParams(event_.target.value ? { ...others, as: event_.target.value } : others, {
                  preventScrollReset: true,
                });
              }}
            >
              <option value="">{loaderData.sport}</option>
              {loaderData.disciplines.map((discipline) => (
                <option key={discipline.id} value={discipline.id}>
                  {discipline.label}
                </option>
              ))}
            </select>
          </label>
          <div className="mt-3">
            <SupposeForm supposed={loaderData.suppose} sports={loaderData.disciplines} />
          </div>
        </div>
      </div>
      <div className="mt-12 grid gap-x-12 gap-y-9 md:grid-cols-2">
        {patterns.length > 0 ? (
          <section aria-labelledby="patterns">
            <h2 id="patterns" className="border-b-2 border-ink pb-1 text-2xl">
              Patterns to check
            </h2>
            <ul className="rule-list">
              {patterns.map((pattern) => (
                <li key={pattern.id} className="py-2.5">
                  {pattern.found} <strong>{pattern.check}</strong>
                </li>
              ))}
            </ul>
            <p className="text-aside text-quiet">Likely mechanisms to look at, not diagnoses.</p>
          </section>
        ) : null}
        {gaps.length > 0 ? (
          <section aria-labelledby="gaps">
            <h2 id="gaps" className="border-b-2 border-ink pb-1 text-2xl">
              Left against right
            </h2>
            <table className="w-full text-left">
              <thead className="sr-only">
                <tr>
                  <HeadCells className="" names={['Test', 'Left', 'Right', 'Gap']} />
                </tr>
              </thead>
              <tbody className="rule-list">
                {gaps.map((gap) => (
                  <tr key={gap.key}>
                    <th scope="row" className="py-1.5 pr-3 font-normal">
                      {gap.name}
                    </th>
                    {(['left', 'right'] as const).map((side, i) => (
                      <td key={side} className={`py-1.5 pr-3 ${gap.worse === side ? 'font-bold' : ''}`}>
                        {gap.sides[i] === side ? (i === 0 ? 'L ' : 'R ') : ''}
                        {gap[side]}
                        {gap.sides[i] === side ? null : (
                          <span className="block text-aside font-normal text-quiet">{gap.sides[i]}</span>
                        )}
                      </td>
                    ))}
                    <td className="py-1.5 text-right">
                      {gap.worse
                        ? `${Math.round(gap.amount * 10) / 10} ${gap.unit}${gapWords[gap.said]}`
                        : 'even'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        ) : null}
        {ratios.length > 0 ? (
          <section aria-labelledby="ratios">
            <h2 id="ratios" className="border-b-2 border-ink pb-1 text-2xl">
              Ratios
            </h2>
            <ul className="rule-list figures">
              {ratios.map((ratio) => (
                <li key={ratio.id} className="py-2">
                  <p>
                    <strong>
                      {ratio.name} {ratio.value.toFixed(2)}
                    </strong>{' '}
                    ± {ratio.error.toFixed(2)}, expected {ratio.expected}. {ratio.says}
                  </p>
                  <p className="text-aside text-quiet">
                    {ratio.formula} ={' '}
                    {ratio.inputs
                      .map((input) => `${input.value} (${dayText(input.onDate, today)})`)
                      .join(' / ')}
                  </p>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {kept.length + blocked.length > 0 ? (
          <section aria-labelledby="kept">
            <h2 id="kept" className="border-b-2 border-ink pb-1 text-2xl">
              Enough, or not to be planned
            </h2>
            <ul className="rule-list">
              {kept.map((row) => (
                <li key={row.key} className="py-2">
                  <strong>{row.name}.</strong> {row.sentence.split('. ')[0]}.
                  <Choice choice={said(row.quality)} today={today} />
                  {loaderData.mayChoose && !loaderData.past && !other ? (
                    <Folded summary="Put it first, or aside">
                      <ChoiceForm
                        athleteId={athleteId}
                        quality={row.quality}
                        name={row.name}
                        choice={said(row.quality)}
                      />
                    </Folded>
                  ) : null}
                </li>
              ))}
              {blocked.map((row) => (
                <li key={row.name} className="hatched py-2 text-mortar">
                  <span className="bg-paper text-ink">
                    <strong>{row.name}, blocked.</strong> {row.why}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </div>
      <p className="mt-8 text-aside text-quiet">
        Made from the trials named above with trade data {loaderData.version}.{' '}
        <Link to={href('/athletes/:athleteId/review', { athleteId })}>All results by date</Link>
      </p>
      {loaderData.runs.length > 1 ? (
        <details className="mt-2">
          <summary className="cursor-pointer py-2">Earlier rankings</summary>
          <ul className="flex flex-wrap gap-x-6">
            {loaderData.runs.map((run) => (
              <li key={run.id}>
                <Link to={`?run=${run.id}`} className="inline-block py-2">
                  {dayText(run.onDate, today)}
                </Link>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}
