import { href, redirect } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { FileForm } from '~/app/components/import/file-form';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { uploadedTable } from '~/app/lib/upload.server';
import { keepLogDraft } from '~/server/commands/keep-draft';
import { principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/import';

export const meta = athleteTitle('Import sessions');

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, keepLogDraft.action);
  const uploaded = await uploadedTable(request);
  if (!uploaded.ok) return refusal(uploaded.issues);
  const draftId = uuidv7();
  const { athleteId } = params;
  const kept = await keepLogDraft(principal, { id: draftId, athleteId, ...uploaded.value });
  return kept.ok
    ? redirect(href('/athletes/:athleteId/coach/import/:draftId', { athleteId, draftId }))
    : refusal(kept.issues);
}

export default function ImportLogs({ actionData, params }: Route.ComponentProps) {
  const { athleteId } = params;
  return (
    <div className="max-w-2xl">
      <h2 className="text-3xl">Import sessions that were done</h2>
      <p className="mt-3">
        A CSV file with one exercise a line: day, exercise, what was done in each set, and how hard the
        session was; sets, side, load, pain and where, sleep, readiness and notes if you have them. Lines of
        one day are one session. You see every day before anything is written; days that are logged already
        stay as they are.
      </p>
      <FileForm
        label="File of sessions"
        issues={actionData?.issues}
        leave={href('/athletes/:athleteId/coach', { athleteId })}
      />
      <p className="mt-6">
        <a href={href('/athletes/:athleteId/sessions.csv', { athleteId })} className="py-2">
          What is logged here, as such a file
        </a>
      </p>
    </div>
  );
}
