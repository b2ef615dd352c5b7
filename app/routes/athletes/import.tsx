import { useState } from 'react';
import { Form, href, redirect, useNavigation } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { decodeTable, readTable, tableLimits } from '~/core/formats/table';
import { issue } from '~/core/result';
import { keepDraft } from '~/server/commands/import-roster';
import { principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/import';

export const meta: Route.MetaFunction = () => pageTitle('Import a roster');

export function loader({ context }: Route.LoaderArgs) {
  requireMay(principalIn(context), 'athlete.import');
  return null;
}

export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'athlete.import');
  const file = (await request.formData()).get('file');
  if (!(file instanceof File) || (file.name === '' && file.size === 0))
    return refusal([issue('file.choose')]);
  const unread = (why: string) =>
    refusal([issue('file.unread', { why: `${file.name}: ${why} Nothing was imported.` })]);
  const decoded = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!decoded.ok) return unread(decoded.error);
  const read = readTable(decoded.text);
  if (!read.ok) return unread(read.error);
  const id = uuidv7();
  const kept = await keepDraft(principal, { id, fileName: file.name.slice(0, 200), content: decoded.text });
  return kept.ok ? redirect(href('/athletes/import/:draftId', { draftId: id })) : refusal(kept.issues);
}

/** Megabytes as people read them. */
const inMB = (bytes: number) => Math.round((bytes / 1024 / 1024) * 10) / 10;

export default function ImportRoster({ actionData }: Route.ComponentProps) {
  const [tooLarge, setTooLarge] = useState<string | undefined>();
  const busy = useNavigation().state !== 'idle';
  return (
    <div className="max-w-2xl">
      <h1 className="text-4xl">Import a roster</h1>
      <p className="mt-3">
        A CSV file with one athlete a line: names, date of birth, discipline, body mass and stature; sex and
        level if you have them. Comma, semicolon or tab; decimal point or comma; kg or lb, cm or in. You see
        every row before anything is written.
      </p>
      <Form method="post" encType="multipart/form-data" className="mt-6">
        <label className="block border-2 border-dashed border-quiet bg-chalk p-6">
          <span className="mb-2 block font-bold">Roster file</span>
          <input
            type="file"
            name="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="block w-full"
            onChange={(event) => {
              const size = event.target.files?.[0]?.size ?? 0;
              setTooLarge(
                size > tableLimits.bytes
                  ? `The file has ${inMB(size)} MB; at most ${inMB(tableLimits.bytes)} MB are read. Nothing was imported.`
                  : undefined,
              );
            }}
          />
        </label>
        <FormError>{tooLarge ?? (actionData ? issuesText(actionData.issues) : null)}</FormError>
        <p className="mt-5 flex gap-3">
          <Button look="next" disabled={busy || tooLarge !== undefined}>
            {busy ? 'Reading …' : 'Read the file'}
          </Button>
          <ButtonLink look="quiet" to={href('/athletes')}>
            Leave
          </ButtonLink>
        </p>
      </Form>
    </div>
  );
}
