import { href, redirect } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { FileForm } from '~/app/components/import/file-form';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { uploadedTable } from '~/app/lib/upload.server';
import { keepDraft } from '~/server/commands/keep-draft';
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
  const uploaded = await uploadedTable(request);
  if (!uploaded.ok) return refusal(uploaded.issues);
  const id = uuidv7();
  const kept = await keepDraft(principal, { id, ...uploaded.value });
  return kept.ok ? redirect(href('/athletes/import/:draftId', { draftId: id })) : refusal(kept.issues);
}

export default function ImportRoster({ actionData }: Route.ComponentProps) {
  return (
    <div className="max-w-2xl">
      <h1 className="text-4xl">Import a roster</h1>
      <p className="mt-3">
        A CSV file with one athlete a line: names, date of birth, discipline, body mass and stature; sex and
        level if you have them. Comma, semicolon or tab; decimal point or comma; kg or lb, cm or in. You see
        every row before anything is written.
      </p>
      <FileForm label="Roster file" issues={actionData?.issues} leave={href('/athletes')} />
    </div>
  );
}
