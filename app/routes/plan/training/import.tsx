import { href, redirect } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { FileForm } from '~/app/components/import/file-form';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { uploadedText } from '~/app/lib/upload.server';
import { keepTrainingDraft } from '~/server/commands/training';
import { principalIn } from '~/server/principal/middleware.server';
import { unreadableDraft } from '~/server/views/training';
import type { Route } from './+types/import';

export const meta = athleteTitle('Import training');

export function loader({ context }: Route.LoaderArgs) {
  requireMay(principalIn(context), keepTrainingDraft.action);
  return null;
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, keepTrainingDraft.action);
  const uploaded = await uploadedText(request, (content, fileName) =>
    unreadableDraft(principal, content, fileName),
  );
  if (!uploaded.ok) return refusal(uploaded.issues);
  const draftId = uuidv7();
  const { athleteId } = params;
  const kept = await keepTrainingDraft(principal, { id: draftId, athleteId, ...uploaded.value });
  return kept.ok
    ? redirect(href('/athletes/:athleteId/training/import/:draftId', { athleteId, draftId }))
    : refusal(kept.issues);
}

export default function ImportTraining({ actionData, params }: Route.ComponentProps) {
  const { athleteId } = params;
  return (
    <div className="max-w-2xl">
      <h2 className="text-3xl">Import a calendar</h2>
      <p className="mt-3">
        A calendar as it is exported (.ics), or a table (.csv) with a day, minutes and what it is on each
        line. What comes again is taken day by day for the two years to come; days that were moved or called
        off are taken so. You say what its entries are, and see them all before anything is written. The same
        calendar again brings its sessions up to date.
      </p>
      <FileForm
        label="Calendar or table"
        accept=".ics,.ical,text/calendar,.csv,.tsv,.txt,text/csv"
        issues={actionData?.issues}
        leave={href('/athletes/:athleteId/training', { athleteId })}
      />
    </div>
  );
}
