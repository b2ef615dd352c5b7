import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { Form, useSubmit } from 'react-router';
import { Chart } from '~/app/components/chart';
import { SelectField } from '~/app/components/field';
import { HeadCells } from '~/app/components/head-cells';
import { Empty } from '~/app/components/notice';
import { Scroller } from '~/app/components/scroller';
import { dayText, weekText } from '~/app/lib/format';
import { athleteTitle } from '~/app/lib/title';
import { counted } from '~/core/words/counted';
import { principalIn, standingIn } from '~/server/principal/middleware.server';
import {
  type ExerciseOverTime,
  type OverTimeView,
  overTimeView,
  type TestOverTime,
} from '~/server/views/over-time';
import type { Route } from './+types/over-time';
import { exerciseChart, mostNumbered, testChart, weeksChart } from './charts';
import { ReviewTabs } from './review-tabs';
import { verdictWords } from './verdict-words';

export const meta = athleteTitle('Over time');

export const loader = async ({ params, context, request }: Route.LoaderArgs) =>
  overTimeView(
    principalIn(context),
    await standingIn({ params, context }),
    new URL(request.url).searchParams,
  );

export default function OverTime({ loaderData: view }: Route.ComponentProps) {
  const { tests, test, exercises, exercise, weeks, today, athleteId } = view;
  const submit = useSubmit();
  const shownExercise = useMemo(() => exercise && { exercise, today }, [exercise, today]);
  return (
    <>
      <ReviewTabs athleteId={athleteId} />
      {/* One form: what is chosen in one part stays when the other is chosen. */}
      <Form
        onChange={(event) => void submit(event.currentTarget, { replace: true, preventScrollReset: true })}
        className="grid gap-12"
      >
        <Part title="A test" of={test?.name}>
          {test ? (
            <>
              <Choice label="Test" name="test" of={tests} chosen={test.key} />
              <Beside
                caption={<TestLegend test={test} />}
                chart={<Chart of={test} draw={testChart} className="h-80" />}
                table={<TestTable test={test} today={today} />}
                label={`${test.name} by day`}
              />
            </>
          ) : (
            <Empty title="Nothing measured yet">
              <p>Results stand here from the first screen on.</p>
            </Empty>
          )}
        </Part>
        <Part title="An exercise" of={exercise?.name}>
          {exercise && shownExercise ? (
            <>
              <Choice label="Exercise" name="exercise" of={exercises} chosen={exercise.rungId} />
              <Beside
                caption={
                  <p className="text-quiet">
                    {`Columns are what was done on a day${exercise.sided ? ', on the side that did more' : ''}${exercise.days.length <= mostNumbered ? ', with its number of sets' : ''}.${exercise.loadLabel === null ? '' : ' The line is the load.'}`}
                  </p>
                }
                chart={<Chart of={shownExercise} draw={exerciseChart} className="h-72" />}
                table={<ExerciseTable exercise={exercise} today={today} />}
                label={`${exercise.name} by day`}
              />
            </>
          ) : (
            <Empty title="Nothing done yet">
              <p>Sets stand here once a session is logged.</p>
            </Empty>
          )}
        </Part>
        <Part title="Work by week">
          {weeks.length > 0 ? (
            <Beside
              caption={
                <p className="text-quiet">
                  Columns are sets done; the line across each is what was planned. Sets of one side.
                </p>
              }
              chart={<Chart of={view} draw={weeksChart} className="h-72" />}
              table={<WeekTable weeks={weeks} today={today} />}
              label="Work by week"
            />
          ) : (
            <Empty title="No sessions yet">
              <p>Weeks stand here once they are laid out.</p>
            </Empty>
          )}
        </Part>
      </Form>
    </>
  );
}

function Part({
  title,
  of,
  children,
}: {
  readonly title: string;
  /** What was chosen, for paper, where nothing can be. */
  readonly of?: string | undefined;
  readonly children: ReactNode;
}) {
  return (
    <section>
      <h2 className="mb-3 text-3xl">
        {title}
        {of ? <span className="hidden print:inline">: {of}</span> : null}
      </h2>
      {children}
    </section>
  );
}

function Choice({
  label,
  name,
  of,
  chosen,
}: {
  readonly label: string;
  readonly name: string;
  readonly of: readonly { readonly key: string; readonly name: string }[];
  readonly chosen: string;
}) {
  return (
    <SelectField label={label} name={name} defaultValue={chosen} className="mb-4 max-w-md print:hidden">
      {of.map((one) => (
        <option key={one.key} value={one.key}>
          {one.name}
        </option>
      ))}
    </SelectField>
  );
}

/** A chart with its table: side by side on a wide screen, else one above the other. */
function Beside({
  caption,
  chart,
  table,
  label,
}: {
  readonly caption: ReactNode;
  readonly chart: ReactNode;
  readonly table: ReactNode;
  readonly label: string;
}) {
  return (
    <figure className="grid gap-x-10 gap-y-4 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <div className="min-w-0">
        <figcaption className="mb-2 print:hidden">{caption}</figcaption>
        {chart}
      </div>
      <Scroller label={label} className="max-h-96 overflow-y-auto print:max-h-none">
        {table}
      </Scroller>
    </figure>
  );
}

const sideNames = { left: 'Left', right: 'Right', both: '' } as const;

function TestLegend({ test }: { readonly test: TestOverTime }) {
  return (
    <p className="flex flex-wrap gap-x-5 gap-y-1 text-quiet">
      {test.lines.length > 1
        ? test.lines.map(({ side }) => (
            <span key={side} className="inline-flex items-center gap-2">
              <svg viewBox="0 0 40 14" className="h-3.5 w-10" aria-hidden="true">
                <line
                  x1="0"
                  y1="7"
                  x2="40"
                  y2="7"
                  strokeWidth="3"
                  className={side === 'right' ? 'stroke-quiet' : 'stroke-ink'}
                  strokeDasharray={side === 'right' ? '7 5' : undefined}
                />
                {side === 'right' ? (
                  <rect x="15" y="2" width="10" height="10" className="fill-quiet" />
                ) : (
                  <circle cx="20" cy="7" r="5.5" className="fill-ink" />
                )}
              </svg>
              {sideNames[side]}
            </span>
          ))
        : null}
      <span>
        The band is the error of the test (95 %). ▲ ▼ stand where a change is real.
        {test.lowerIsBetter ? ' Lower is better.' : ''}
      </span>
    </p>
  );
}

function TestTable({ test, today }: { readonly test: TestOverTime; readonly today: string }) {
  const sided = test.lines.length > 1;
  const rows = test.lines
    .flatMap(({ side, points }) => points.map((point) => ({ side, ...point })))
    .sort((a, b) => b.onDate.localeCompare(a.onDate));
  return (
    <table className="figures w-full text-left print:text-print">
      <thead>
        <tr className="border-b-2 border-ink">
          <HeadCells
            className="py-2 pr-3"
            names={['Day', ...(sided ? ['Side'] : []), 'Result', 'Within', 'Since the time before']}
          />
        </tr>
      </thead>
      <tbody className="rule-list">
        {rows.map((row) => (
          <tr key={`${row.onDate} ${row.side}`}>
            <th scope="row" className="py-1.5 pr-3 font-normal whitespace-nowrap">
              {dayText(row.onDate, today)}
            </th>
            {sided ? <td className="py-1.5 pr-3">{sideNames[row.side]}</td> : null}
            <td className="py-1.5 pr-3 whitespace-nowrap">
              {row.text}
              {row.atLeast ? ' or more' : ''}
            </td>
            <td className="py-1.5 pr-3 whitespace-nowrap text-quiet">{row.band}</td>
            <td
              className={
                row.verdict === 'better' || row.verdict === 'worse' ? 'py-1.5 font-bold' : 'py-1.5 text-quiet'
              }
            >
              {row.verdict ? `${verdictWords[row.verdict]} ${row.difference}` : 'first time'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function ExerciseTable({ exercise, today }: { readonly exercise: ExerciseOverTime; readonly today: string }) {
  return (
    <table className="figures w-full text-left print:text-print">
      <thead>
        <tr className="border-b-2 border-ink">
          <HeadCells className="py-2 pr-3" names={['Day', 'Sets', 'In all', 'Longest set', 'Load']} />
        </tr>
      </thead>
      <tbody className="rule-list">
        {exercise.days.toReversed().map((day) => (
          <tr key={day.onDate}>
            <th scope="row" className="py-1.5 pr-3 font-normal whitespace-nowrap">
              {dayText(day.onDate, today)}
            </th>
            <td className="py-1.5 pr-3">{day.sets}</td>
            <td className="py-1.5 pr-3 whitespace-nowrap">{day.amountText}</td>
            <td className="py-1.5 pr-3 whitespace-nowrap">{day.mostText}</td>
            <td className="py-1.5">{day.loadText}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function WeekTable({ weeks, today }: Pick<OverTimeView, 'weeks' | 'today'>) {
  return (
    <table className="figures w-full text-left print:text-print">
      <thead>
        <tr className="border-b-2 border-ink">
          <HeadCells className="py-2 pr-3" names={['Week', 'Planned', 'Done', 'Under tension']} />
        </tr>
      </thead>
      <tbody className="rule-list">
        {weeks.toReversed().map((week) => (
          <tr key={week.weekStart}>
            <th scope="row" className="py-1.5 pr-3 font-normal">
              {weekText(week.weekStart)}
              {week.weekStart.slice(0, 4) === today.slice(0, 4) ? '' : ` ${week.weekStart.slice(0, 4)}`}
              {week.events.map(({ priority, name }) => (
                <span key={name} className="block text-aside text-quiet">
                  {priority} event: {name}
                </span>
              ))}
            </th>
            <td className="py-1.5 pr-3 whitespace-nowrap">{counted(week.planned.sets, 'set')}</td>
            <td className="py-1.5 pr-3 whitespace-nowrap">{counted(week.done.sets, 'set')}</td>
            <td className="py-1.5 whitespace-nowrap text-quiet">
              {week.doneText} of {week.plannedText}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
