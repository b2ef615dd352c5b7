import { useEffect, useRef, useState } from 'react';
import { href, Link } from 'react-router';
import { ButtonLink } from '~/app/components/button';
import { dayText } from '~/app/lib/format';
import { athleteTitle } from '~/app/lib/title';
import { useAnalysis } from '~/app/lib/use-analysis';
import { Replay } from '~/app/routes/screen/instrument/replay';
import { readTraceCsv } from '~/core/formats/trace-csv';
import { unheardText } from '~/core/screen/station/from-trace';
import type { Analysis } from '~/core/signals/analyse';
import { instruments, type Trace } from '~/core/signals/instruments';
import { notFound, principalIn, standingIn } from '~/server/principal/middleware.server';
import { traceView } from '~/server/views/recordings';
import type { Route } from './+types/trace';

/** What the recording is read as, in words. */
const watchedWords = { hold: 'a hold', breath: 'breathing', gait: 'steps', push: 'pushes' } as const;

export const meta = athleteTitle('Trace');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const view = await traceView(
    principalIn(context),
    await standingIn({ params, context }),
    params.traceId,
    new URL(request.url).searchParams,
  );
  if (!view) throw notFound('This trace');
  return view;
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
      const response = await fetch(href('/traces/:traceId.csv', { traceId: id }));
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
        <Link to={href('/athletes/:athleteId/recordings', { athleteId })} className="inline-block py-2">
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
        <ButtonLink to={href('/traces/:traceId.csv', { traceId: id })} reloadDocument download>
          Take it out as CSV
        </ButtonLink>
      </div>
      {loaderData.readable.length > 1 ? (
        <nav aria-label="Read it as" className="no-print mt-2 flex gap-5">
          {loaderData.readable.map((watch) => (
            <Link
              key={watch}
              to={`?as=${watch}`}
              preventScrollReset
              aria-current={watch === watched ? 'true' : undefined}
              className="py-1.5 aria-[current]:font-bold"
            >
              Read as {watchedWords[watch]}
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
  const loss = marks.between
    ? `${unheardText(marks.between)}, so it has no exact time`
    : marks.t1S === undefined
      ? undefined
      : `${marks.t1S.toFixed(1)} s`;
  const rows: [string, string][] = [
    ['Length', `${analysis.durationS.toFixed(1)} s`],
    ...(loss === undefined
      ? ([] as [string, string][])
      : ([['First loss', `${loss}${faultId ? `, ${(names[faultId] ?? faultId).toLowerCase()}` : ''}`]] as [
          string,
          string,
        ][])),
    ...analysis.channels.map((figures): [string, string] => [
      instruments[analysis.instrument].channels.find((channel) => channel.id === figures.channel)?.name ??
        figures.channel,
      `greatest ${figures.greatest.toFixed(1)}, tremble ${figures.steadiness.toFixed(2)} (${figures.fatiguePerMin >= 0 ? '+' : ''}${figures.fatiguePerMin.toFixed(2)} a minute), drift ${figures.driftPerMin.toFixed(1)} a minute`,
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
            breath.holds.map((held) => `${held.startS.toFixed(0)} to ${held.endS.toFixed(0)} s`).join(', ') ||
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
      ? ([['Pushes', pushes.map((push) => `${Math.round(push.newtons)} N`).join(', ')]] as [string, string][])
      : []),
    ...(analysis.faults.length > 0
      ? ([
          [
            'Left out',
            analysis.faults
              .map((fault) => `${fault.kind} ${fault.startS.toFixed(1)} to ${fault.endS.toFixed(1)} s`)
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
