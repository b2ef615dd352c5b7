import { Form, href, redirect, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError, SelectField } from '~/app/components/field';
import {
  ColumnChoices,
  dateChoice,
  massChoice,
  RowErrors,
  useMapping,
} from '~/app/components/import/columns';
import { Scroller } from '~/app/components/scroller';
import { dayText } from '~/app/lib/format';
import { answer, refusal, requireMay } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { logFields } from '~/core/coach/log-columns';
import { plainWords } from '~/core/formats/columns';
import { issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { importLogs } from '~/server/commands/import-logs';
import { notFound, principalIn, subjectIn } from '~/server/principal/middleware.server';
import { logsFound } from '~/server/views/log-import';
import type { Route } from './+types/import-preview';

export const meta = athleteTitle('Check the sessions');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const subject = await subjectIn({ params, context });
  const draft = await logsFound(principal, subject, params.draftId, new URL(request.url).searchParams);
  if (!draft) throw notFound('This import');
  if (!draft.found) throw redirect(href('/athletes/:athleteId/coach', { athleteId: params.athleteId }));
  const { writes, ...found } = draft.found;
  return { fileName: draft.fileName, ...found, toWrite: writes.length };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, importLogs.action);
  const form = await request.formData();
  const asked = new URLSearchParams(String(form.get('mapping') ?? ''));
  const subject = await subjectIn({ params, context });
  const draft = await logsFound(principal, subject, params.draftId, asked);
  if (!draft) throw notFound('This import');
  const week = href('/athletes/:athleteId/coach', { athleteId: params.athleteId });
  // A second confirmation (a double click, another tab) finds the import done.
  if (!draft.found) return redirect(week);
  const { missing, errors, wrong, writes, over } = draft.found;
  if (missing.length > 0) return refusal([issue('import.missing', { columns: missing })]);
  const left = errors.length + wrong.length + over;
  if (left > 0 && form.get('skipErrors') !== 'on') return refusal([issue('import.errors', { rows: left })]);
  return answer(
    await importLogs(principal, { draftId: draft.draftId, athleteId: subject.athlete.id, logs: writes }),
    week,
  );
}

const statusWords = {
  planned: 'the session of that day',
  besides: 'besides the plan',
  logged: 'logged already, stays',
} as const;
const daysShown = 60;

export default function ImportLogsPreview({ loaderData, actionData, params }: Route.ComponentProps) {
  const { fileName, headers, mapping, missing, errors, wrong, exercises, days, over, choices, toWrite } =
    loaderData;
  const choosing = useMapping();
  const busy = useNavigation().state !== 'idle';
  const flags = days.filter((day) => day.flags).length;
  const left = errors.length + wrong.length + over;
  const names = new Map(choices.flatMap(({ rungs }) => rungs.map(({ id, name }) => [id, name] as const)));
  return (
    <>
      <h2 className="text-3xl">Check the sessions</h2>
      <p className="mt-2 text-quiet">{fileName}. Nothing is written until you confirm below.</p>
      <ColumnChoices
        fields={logFields}
        headers={headers}
        columns={mapping.columns}
        choices={[massChoice(mapping.massUnit, 'Loads are in'), dateChoice(mapping.dateOrder)]}
        mapping={choosing}
      />
      {exercises.length > 0 ? (
        <section aria-labelledby="exercises" className="mt-8">
          <h2 id="exercises" className="text-2xl">
            What the file calls its exercises
          </h2>
          <div className="mt-3 grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
            {exercises.map((one) => (
              <SelectField
                key={one.text}
                label={one.text}
                value={choosing.shown(`is.${plainWords(one.text)}`, one.rungId ?? '')}
                errors={one.rungId === undefined ? ['Choose which it is.'] : undefined}
                onChange={(event) => choosing.change(`is.${plainWords(one.text)}`, event.target.value)}
              >
                <option value="">Choose …</option>
                {one.candidates.length > 0 ? (
                  <optgroup label="May be">
                    {one.candidates.map((id) => (
                      <option key={id} value={id}>
                        {names.get(id) ?? id}
                      </option>
                    ))}
                  </optgroup>
                ) : null}
                {choices.map((ladder) => (
                  <optgroup key={ladder.id} label={ladder.name}>
                    {ladder.rungs
                      .filter(({ id }) => !one.candidates.includes(id))
                      .map(({ id, name }) => (
                        <option key={id} value={id}>
                          {name}
                        </option>
                      ))}
                  </optgroup>
                ))}
              </SelectField>
            ))}
          </div>
        </section>
      ) : null}
      <RowErrors count={new Set(errors.map(({ line }) => line)).size} errors={errors} />
      {wrong.length > 0 ? (
        <section aria-labelledby="wrong" className="mt-8 border-2 border-ink bg-chalk p-5">
          <h2 id="wrong" className="text-2xl">
            {counted(wrong.length, 'day')} cannot have been so
          </h2>
          <ul className="rule-list mt-2">
            {wrong.map(({ onDate, line, issues }) => (
              <li key={onDate} className="py-1">
                <strong>{dayText(onDate)}</strong>, line {line}: {issuesText(issues.slice(0, 1))}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      {missing.length === 0 ? (
        <section aria-labelledby="days" className="mt-8">
          <h2 id="days" className="figures text-2xl">
            {counted(toWrite, 'session')} to write
            {days.length > toWrite ? `, ${days.length - toWrite} logged already` : ''}
          </h2>
          {flags > 0 ? (
            <p className="mt-1 font-bold">▲ {counted(flags, 'day')} with pain that raises a flag.</p>
          ) : null}
          {over > 0 ? (
            <p className="mt-1 font-bold">▲ {counted(over, 'day')} more than one file may bring: split it.</p>
          ) : null}
          <Scroller label="Days of the file">
            <table className="mt-2 w-full min-w-[40rem] text-left">
              <tbody className="rule-list">
                {days.slice(0, daysShown).map((day) => (
                  <tr key={day.onDate} className={day.status === 'logged' ? 'text-quiet' : undefined}>
                    <td className="figures whitespace-nowrap py-1.5 pr-4 align-top font-bold">
                      {dayText(day.onDate)}
                    </td>
                    <td className="py-1.5 pr-4 align-top">{statusWords[day.status]}</td>
                    <td className="py-1.5 pr-4 align-top">{day.work.join('; ')}</td>
                    <td className="whitespace-nowrap py-1.5 align-top">
                      effort {day.effort}
                      {day.pain ? `, pain ${day.pain}` : ''}
                      {day.flags ? ' ▲' : ''}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Scroller>
          {days.length > daysShown ? (
            <p className="mt-1 text-quiet">And {counted(days.length - daysShown, 'day')} more.</p>
          ) : null}
        </section>
      ) : null}
      <Form method="post" className="mt-6">
        <input type="hidden" name="mapping" value={choosing.text} />
        {left > 0 ? (
          <label className="flex min-h-11 items-center gap-3">
            <input type="checkbox" name="skipErrors" className="size-6" />
            Leave out the days with errors
          </label>
        ) : null}
        <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
        <p className="mt-3 flex gap-3">
          <Button look="next" disabled={busy || missing.length > 0}>
            {busy
              ? 'Writing …'
              : toWrite === 0
                ? 'Nothing to write: done'
                : `Write ${counted(toWrite, 'session')}`}
          </Button>
          <ButtonLink
            look="quiet"
            to={href('/athletes/:athleteId/coach/import', { athleteId: params.athleteId })}
          >
            Choose another file
          </ButtonLink>
        </p>
      </Form>
    </>
  );
}
