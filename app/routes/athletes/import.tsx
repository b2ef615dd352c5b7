import { data, Form, redirect, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { decodeTable, readTable, tableLimits } from '~/core/formats/table';
import { keepDraft } from '~/db/queries/athletes';
import { who } from '~/server/principal/principal.server';
import type { Route } from './+types/import';

export const meta: Route.MetaFunction = () => [{ title: 'Import a roster · Zest Pillar' }];

export async function action({ request, context }: Route.ActionArgs) {
  const { practiceId } = who(context);
  const refuse = (error: string) => data({ error }, { status: 400 });
  const length = Number(request.headers.get('content-length') ?? 0);
  if (length > tableLimits.bytes + 100_000) {
    return refuse(
      `The file has ${(length / 1024 / 1024).toFixed(1)} MB; at most ${tableLimits.bytes / 1024 / 1024} MB are read. Nothing was imported.`,
    );
  }
  const file = (await request.formData()).get('file');
  if (!(file instanceof File) || (file.name === '' && file.size === 0)) return refuse('Choose a file first.');
  const decoded = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!decoded.ok) return refuse(`${file.name}: ${decoded.error} Nothing was imported.`);
  const read = readTable(decoded.text);
  if (!read.ok) return refuse(`${file.name}: ${read.error} Nothing was imported.`);
  const id = await keepDraft(practiceId, file.name.slice(0, 200), decoded.text);
  return redirect(`/athletes/import/${id}`);
}

export default function ImportRoster({ actionData }: Route.ComponentProps) {
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
          <input type="file" name="file" accept=".csv,.tsv,.txt,text/csv" className="block w-full" />
        </label>
        <FormError>{actionData?.error}</FormError>
        <p className="mt-5 flex gap-3">
          <Button look="next" disabled={busy}>
            {busy ? 'Reading …' : 'Read the file'}
          </Button>
          <ButtonLink look="quiet" to="/athletes">
            Leave
          </ButtonLink>
        </p>
      </Form>
    </div>
  );
}
