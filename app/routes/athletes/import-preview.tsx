import { Form, href, redirect, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
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
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { rosterFields } from '~/core/formats/roster-fields';
import { issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { importRoster } from '~/server/commands/import-roster';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { rosterFound, shownRoster } from '~/server/views/import-preview';
import type { Route } from './+types/import-preview';

export const meta: Route.MetaFunction = () => pageTitle('Check the roster');

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'athlete.import');
  const draft = await rosterFound(principal, params.draftId, new URL(request.url).searchParams, false);
  if (!draft) throw notFound('This import');
  if (!draft.found) throw redirect(href('/athletes'));
  return shownRoster(principal.trade, draft.fileName, draft.found);
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'athlete.import');
  const form = await request.formData();
  const asked = new URLSearchParams(String(form.get('mapping') ?? ''));
  const draft = await rosterFound(principal, params.draftId, asked, true);
  if (!draft) throw notFound('This import');
  // A second confirmation (a double click, another tab) finds the import done.
  if (!draft.found) return redirect(href('/athletes'));
  const { missing, counts, writes } = draft.found;
  if (missing.length > 0) return refusal([issue('import.missing', { columns: [...missing] })]);
  if (counts.error > 0 && form.get('skipErrors') !== 'on')
    return refusal([issue('import.errors', { rows: counts.error })]);
  return answer(
    await importRoster(principal, { draftId: draft.id, rows: writes.map((row) => ({ ...row })) }),
    href('/athletes'),
  );
}

const words = { new: 'Add', update: 'Change', same: 'Same' } as const;

export default function ImportPreview({ loaderData, actionData }: Route.ComponentProps) {
  const { fileName, headers, mapping, missing, counts, errors, rows } = loaderData;
  const choosing = useMapping();
  const busy = useNavigation().state !== 'idle';
  const writes = counts.new + counts.update;
  return (
    <>
      <h1 className="text-4xl">Check the roster</h1>
      <p className="mt-2 text-quiet">{fileName}. Nothing is written until you confirm below.</p>
      <ColumnChoices
        fields={rosterFields}
        headers={headers}
        columns={mapping.columns}
        choices={[
          massChoice(mapping.massUnit, 'Masses are in'),
          {
            name: 'lengthUnit',
            label: 'Statures are in',
            value: mapping.lengthUnit,
            options: [
              ['cm', 'cm'],
              ['m', 'm'],
              ['in', 'in'],
            ],
          },
          dateChoice(mapping.dateOrder),
        ]}
        mapping={choosing}
      />
      <RowErrors count={counts.error} errors={errors} />
      {missing.length === 0 ? (
        <section aria-labelledby="rows" className="mt-8">
          <h2 id="rows" className="figures text-2xl">
            {counts.new} to add, {counts.update} to change, {counts.same} the same
          </h2>
          <Scroller label="Rows of the file">
            <table className="mt-2 w-full min-w-[40rem] text-left">
              <tbody className="rule-list">
                {rows.map((row) => (
                  <tr key={row.line} className={row.status === 'same' ? 'text-quiet' : undefined}>
                    <td className="py-1 pr-4">{row.line}</td>
                    <td className="py-1 pr-4 font-bold">{words[row.status]}</td>
                    <td className="py-1 pr-4">{row.name}</td>
                    <td className="py-1 pr-4">{row.birthDate ? dayText(row.birthDate) : ''}</td>
                    <td className="py-1 pr-4">{row.discipline}</td>
                    <td className="py-1 pr-4">{row.body}</td>
                    <td className="py-1">{row.changes.join(', ')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Scroller>
        </section>
      ) : null}
      <Form method="post" className="mt-6">
        <input type="hidden" name="mapping" value={choosing.text} />
        {counts.error > 0 ? (
          <label className="flex min-h-11 items-center gap-3">
            <input type="checkbox" name="skipErrors" className="size-6" />
            Leave out the rows with errors
          </label>
        ) : null}
        <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
        <p className="mt-3 flex gap-3">
          <Button look="next" disabled={busy || missing.length > 0}>
            {writes === 0 ? 'Nothing to write: done' : `Write ${counted(writes, 'athlete')}`}
          </Button>
          <ButtonLink look="quiet" to={href('/athletes/import')}>
            Choose another file
          </ButtonLink>
        </p>
      </Form>
    </>
  );
}
