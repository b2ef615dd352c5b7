import { data, Form, Link, redirect, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, SelectField } from '~/app/components/field';
import { dayText } from '~/app/lib/format';
import { decodeTable } from '~/core/formats/table';
import { angleKinds, readStill } from '~/core/screen/still/still';
import { instruments } from '~/core/signals/instruments';
import { newId } from '~/db/queries/coach';
import { stillsOf, tracesOf } from '~/db/queries/screen';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { tradeFor } from '~/server/principal/trade.server';
import { keepTrace } from '~/server/recordings.server';
import { requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/recordings';

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const trade = tradeFor(person);
  const [traces, stills] = await Promise.all([
    tracesOf(person.practiceId, athlete.id),
    stillsOf(person.practiceId, athlete.id),
  ]);
  return {
    athleteId: athlete.id,
    today: todayIn(person.timeZone),
    traces: traces.map((each) => ({
      id: each.id,
      onDate: each.recordedAt.toISOString().slice(0, 10),
      name: instruments[each.instrument].name,
      test: each.testId && trade.hasTest(each.testId) ? trade.test(each.testId).name : 'no test',
      side: each.side === 'both' ? '' : each.side,
      seconds: Math.round(each.seconds),
      source: each.source,
    })),
    stills: stills.map((each) => ({
      id: each.id,
      onDate: each.createdAt.toISOString().slice(0, 10),
      name: angleKinds[each.angle].name,
      angleDeg: readStill(each.angle, each.landmarks).angleDeg,
      source: each.source,
    })),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const form = await request.formData();
  const file = form.get('file');
  const refuse = (error: string) => data({ error }, { status: 400 });
  if (!(file instanceof File)) return refuse('Choose a CSV file.');
  const text = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!text.ok) return refuse(text.error);
  const id = newId();
  const side = form.get('side');
  const kept = await keepTrace(person, athlete.id, {
    id,
    testId: null,
    side: side === 'left' || side === 'right' ? side : 'both',
    source: 'imported',
    recordedAt: new Date().toISOString(),
    csv: text.text,
  });
  return kept.ok ? redirect(`/athletes/${athlete.id}/traces/${id}`) : refuse(kept.error);
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
          {traces.map((each) => (
            <li key={each.id} className="flex flex-wrap justify-between gap-x-4 py-2">
              <Link to={`/athletes/${athleteId}/traces/${each.id}`}>
                {each.test}
                {each.side ? `, ${each.side}` : ''}
              </Link>
              <span className="text-quiet">
                {each.name}, {each.seconds} s, {each.source}, {dayText(each.onDate, today)}
              </span>
            </li>
          ))}
        </ul>
        <Form method="post" encType="multipart/form-data" className="mt-6 space-y-3">
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
          <FormError>{actionData?.error}</FormError>
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
          {stills.map((each) => (
            <li key={each.id} className="flex flex-wrap justify-between gap-x-4 py-2">
              <Link to={`/athletes/${athleteId}/stills/${each.id}`}>
                {each.name} <span className="figures">{each.angleDeg.toFixed(1)}°</span>
              </Link>
              <span className="text-quiet">
                {each.source === 'drawn' ? 'drawn figure, ' : ''}
                {dayText(each.onDate, today)}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
