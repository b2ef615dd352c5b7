import { Form, href, Link, redirect, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField } from '~/app/components/field';
import { dayText } from '~/app/lib/format';
import { refusal } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { decodeTable } from '~/core/formats/table';
import { issue } from '~/core/result';
import { keepTrace } from '~/server/commands/keep-recording';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { recordingsView } from '~/server/views/recordings';
import type { Route } from './+types/recordings';

export const meta = athleteTitle('Recordings');

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  recordingsView(principalIn(context), await subjectIn({ params, context }));

export async function action({ params, request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const file = form.get('file');
  if (!(file instanceof File) || file.size === 0) return refusal([issue('recording.choose')]);
  const text = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!text.ok) return refusal([issue('recording.trace', { why: text.error })]);
  const principal = principalIn(context);
  const side = form.get('side');
  const id = String(form.get('id'));
  const kept = await keepTrace(principal, {
    id,
    athleteId: params.athleteId,
    testId: null,
    side: side === 'left' || side === 'right' ? side : 'both',
    source: 'imported',
    recordedAt: principal.now.toISOString(),
    csv: text.text,
  });
  return kept.ok
    ? redirect(href('/athletes/:athleteId/traces/:traceId', { athleteId: params.athleteId, traceId: id }))
    : refusal(kept.issues);
}

export default function Recordings({ loaderData, actionData }: Route.ComponentProps) {
  const { athleteId, traces, stills, today } = loaderData;
  const busy = useNavigation().state !== 'idle';
  return (
    <div className="grid gap-x-14 gap-y-10 lg:grid-cols-2">
      <section aria-labelledby="traces">
        <h2 id="traces" className="text-3xl">
          Traces
        </h2>
        {traces.length === 0 ? (
          <p className="mt-2 text-quiet">
            None yet. An instrument at the station records one with each trial.
          </p>
        ) : null}
        <ul className="rule-list mt-2">
          {traces.map((trace) => (
            <li key={trace.id} className="flex flex-wrap justify-between gap-x-4 py-2">
              <Link to={href('/athletes/:athleteId/traces/:traceId', { athleteId, traceId: trace.id })}>
                {trace.test}
                {trace.side ? `, ${trace.side}` : ''}
              </Link>
              <span className="text-quiet">
                {trace.name}, {trace.seconds} s, {trace.source}, {dayText(trace.onDate, today)}
              </span>
            </li>
          ))}
        </ul>
        <Form method="post" encType="multipart/form-data" className="mt-6 space-y-3">
          <input type="hidden" name="id" value={loaderData.id} />
          <h3 className="text-2xl">Bring a trace in</h3>
          <p className="text-quiet">
            CSV with a column t_s in seconds and a column a channel, as cuff [mmHg], pelvis_drop [deg], force
            [N], chest [cm].
          </p>
          <label className="block">
            <span className="mb-1 block font-bold">File</span>
            <input type="file" name="file" accept=".csv,text/csv" required className="field-input" />
          </label>
          <SelectField label="Side" name="side" className="max-w-56" defaultValue="both">
            <option value="both">no side</option>
            <option value="left">left</option>
            <option value="right">right</option>
          </SelectField>
          <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
          <Button disabled={busy}>Bring it in</Button>
        </Form>
      </section>
      <section aria-labelledby="stills">
        <h2 id="stills" className="text-3xl">
          Stills
        </h2>
        {stills.length === 0 ? (
          <p className="mt-2 text-quiet">
            None yet. A test that is read in degrees offers one at the station.
          </p>
        ) : null}
        <ul className="rule-list mt-2">
          {stills.map((still) => (
            <li key={still.id} className="flex flex-wrap justify-between gap-x-4 py-2">
              <Link to={href('/athletes/:athleteId/stills/:stillId', { athleteId, stillId: still.id })}>
                {still.name}{' '}
                <span className="figures">
                  {still.angleDeg === undefined ? 'not placed' : `${still.angleDeg.toFixed(1)}°`}
                </span>
              </Link>
              <span className="text-quiet">
                {still.source === 'drawn' ? 'drawn figure, ' : ''}
                {dayText(still.onDate, today)}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
