import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { Replay } from '~/app/components/instrument/replay';
import { dayText } from '~/app/lib/format';
import { useAnalysis } from '~/app/lib/use-analysis';
import { fault } from '~/core/catalogue';
import { readTraceCsv } from '~/core/formats/trace-csv';
import { watchedIn } from '~/core/screen/station/from-trace';
import { type Analysis, watchedBy } from '~/core/signals/analyse';
import { instruments, type Trace } from '~/core/signals/instruments';
import { traceById } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { isUuid, notFound, pictureOf, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/trace';

/** What the recording is read as, in words. */
const watchedWords = { hold: 'a hold', breath: 'breathing', gait: 'steps', push: 'pushes' } as const;

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const trace = isUuid(params.traceId) ? await traceById(person.practiceId, params.traceId) : undefined;
  if (!trace || trace.athleteId !== athlete.id) throw notFound('This trace');
  const { trials, today, trade } = await pictureOf(person, athlete);
  const trial = trials.find((each) => each.traceId === trace.id);
  const test = trace.testId && trade.hasTest(trace.testId) ? trade.test(trace.testId) : undefined;
  return {
    athleteId: athlete.id,
    id: trace.id,
    today,
    onDate: trace.recordedAt.toISOString().slice(0, 10),
    name: test?.name ?? instruments[trace.instrument].name,
    instrument: instruments[trace.instrument].name,
    side: trace.side === 'both' ? '' : trace.side,
    source: trace.source,
    watched:
      watchedBy[trace.instrument].find((each) => each === new URL(request.url).searchParams.get('as')) ??
      watchedIn(trace.testId ?? '', trace.instrument),
    readable: watchedBy[trace.instrument],
    faults: test?.faults ?? [],
    // What the tester took, beside what the trace says.
    taken:
      trial && test?.kind === 'hold'
        ? { t1S: trial.t1S ?? undefined, t2S: trial.value ?? undefined }
        : undefined,
    faultNames: Object.fromEntries(
      [
        'lumbar_arch',
        'lumbar_round',
        'hip_sag',
        'hip_pike',
        'pelvis_drop',
        'pelvis_rotate',
        'trunk_lean',
        'grip_lost',
      ].map((id) => [id, fault(id).name]),
    ),
  };
}

export default function TraceView({ loaderData }: Route.ComponentProps) {
  const { id, athleteId, name, side, instrument, watched, faults, taken, today, onDate, source } = loaderData;
  const [trace, setTrace] = useState<Trace | undefined>();
  const [analysis, setAnalysis] = useState<Analysis | undefined>();
  const [error, setError] = useState<string | undefined>();
  const analyse = useRef(useAnalysis());
  useEffect(() => {
    let current = true;
    const load = async () => {
      const response = await fetch(`/traces/${id}.csv`);
      const read = readTraceCsv(await response.text());
      if (!current) return;
      if (!read.ok) {
        setError(read.error);
        return;
      }
      setTrace(read.trace);
      const found = await analyse.current(read.trace, watched, faults);
      if (current) setAnalysis(found);
    };
    load().catch(() => current && setError('The trace did not come. Try again.'));
    return () => {
      current = false;
    };
  }, [id, watched, faults]);
  const marks = [
    ...(taken?.t1S === undefined ? [] : [{ id: 't1', name: 'First loss, taken', atS: taken.t1S }]),
    ...(taken?.t2S === undefined ? [] : [{ id: 't2', name: 'End, taken', atS: taken.t2S }]),
    ...(taken || analysis?.marks.t1S === undefined
      ? []
      : [{ id: 'p1', name: 'First loss, proposed', atS: analysis.marks.t1S }]),
  ];
  return (
    <>
      <p className="no-print">
        <Link to={`/athletes/${athleteId}/recordings`} className="inline-block py-2">
          All recordings
        </Link>
      </p>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h2 className="text-3xl">
            {name}
            {side ? `, ${side}` : ''}
          </h2>
          <p className="text-quiet">
            {instrument}, {source}, {dayText(onDate, today)}
          </p>
        </div>
        <ButtonLink to={`/traces/${id}.csv`} reloadDocument download>
          Take it out as CSV
        </ButtonLink>
      </div>
      {loaderData.readable.length > 1 ? (
        <nav aria-label="Read it as" className="no-print mt-2 flex gap-5">
          {loaderData.readable.map((each) => (
            <Link
              key={each}
              to={`?as=${each}`}
              preventScrollReset
              aria-current={each === watched ? 'true' : undefined}
              className="py-1.5 aria-[current]:font-bold"
            >
              Read as {watchedWords[each]}
            </Link>
          ))}
        </nav>
      ) : null}
      {error ? <p role="alert">▲ {error}</p> : null}
      {analysis ? (
        <Readings analysis={analysis} names={loaderData.faultNames} />
      ) : (
        <p role="status">Reading the trace</p>
      )}
      {trace ? (
        <div className="mt-5">
          <Replay trace={trace} marks={marks} />
        </div>
      ) : null}
    </>
  );
}

/** What the analysis says, each with its figure. */
function Readings({ analysis, names }: { analysis: Analysis; names: Readonly<Record<string, string>> }) {
  const { marks, breath, sway, sides, pushes, faultId } = analysis;
  const rows: [string, string][] = [
    ['Length', `${analysis.durationS.toFixed(1)} s`],
    ...(marks.t1S === undefined
      ? ([] as [string, string][])
      : ([
          [
            'First loss',
            `${marks.t1S.toFixed(1)} s${faultId ? `, ${(names[faultId] ?? faultId).toLowerCase()}` : ''}`,
          ],
        ] as [string, string][])),
    ...analysis.channels.map((each): [string, string] => [
      instruments[analysis.instrument].channels.find((channel) => channel.id === each.channel)?.name ??
        each.channel,
      `greatest ${each.greatest.toFixed(1)}, tremble ${each.steadiness.toFixed(2)} (${each.fatiguePerMin >= 0 ? '+' : ''}${each.fatiguePerMin.toFixed(2)} a minute), drift ${each.driftPerMin.toFixed(1)} a minute`,
    ]),
    ...(breath
      ? ([
          ['Breaths', `${breath.breaths.length}, ${breath.perMin.toFixed(0)} a minute`],
          [
            'Belly to chest',
            `${breath.bellyToChest.toFixed(2)}, belly first in ${Math.round(breath.bellyFirst * 100)} %`,
          ],
          [
            'Held',
            breath.holds.map((each) => `${each.startS.toFixed(0)} to ${each.endS.toFixed(0)} s`).join(', ') ||
              'never',
          ],
        ] as [string, string][])
      : []),
    ...(sway
      ? ([
          [
            'Sway',
            `${sway.radiusDeg.toFixed(1)}° for 95 % of the time, ${sway.areaDeg2.toFixed(1)} square degrees, path ${sway.pathDegPerS.toFixed(1)}° a second`,
          ],
        ] as [string, string][])
      : []),
    ...(sides
      ? ([
          [
            'Drop a step',
            `left ${sides.left.meanDeg.toFixed(1)}° over ${sides.left.steps}, right ${sides.right.meanDeg.toFixed(1)}° over ${sides.right.steps}`,
          ],
        ] as [string, string][])
      : []),
    ...(pushes.length > 0
      ? ([['Pushes', pushes.map((each) => `${Math.round(each.newtons)} N`).join(', ')]] as [string, string][])
      : []),
    ...(analysis.faults.length > 0
      ? ([
          [
            'Left out',
            analysis.faults
              .map((each) => `${each.kind} ${each.startS.toFixed(1)} to ${each.endS.toFixed(1)} s`)
              .join(', '),
          ],
        ] as [string, string][])
      : []),
  ];
  return (
    <dl className="figures mt-4 grid max-w-3xl grid-cols-[auto_1fr] gap-x-5 gap-y-1">
      {rows.map(([label, text]) => (
        <div key={label} className="contents">
          <dt className="text-quiet">{label}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}
