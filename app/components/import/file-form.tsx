import { useState } from 'react';
import { Form, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { issuesText } from '~/app/words/issue-text';
import { tableLimits } from '~/core/formats/table';
import type { Issue } from '~/core/result';

/** Megabytes as people read them. */
const inMB = (bytes: number) => Math.round((bytes / 1024 / 1024) * 10) / 10;

/** A file of a table to read; what is too large is said before it is sent. */
export function FileForm({
  label,
  accept = '.csv,.tsv,.txt,text/csv',
  issues,
  leave,
}: {
  label: string;
  accept?: string;
  issues: readonly Issue[] | undefined;
  /** Where to go without importing. */
  leave: string;
}) {
  const [tooLarge, setTooLarge] = useState<string | undefined>();
  const busy = useNavigation().state !== 'idle';
  return (
    <Form method="post" encType="multipart/form-data" className="mt-6">
      <label className="block border-2 border-dashed border-quiet bg-chalk p-6">
        <span className="mb-2 block font-bold">{label}</span>
        <input
          type="file"
          name="file"
          accept={accept}
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
      <FormError>{tooLarge ?? (issues ? issuesText(issues) : null)}</FormError>
      <p className="mt-5 flex gap-3">
        <Button look="next" disabled={busy || tooLarge !== undefined}>
          {busy ? 'Reading …' : 'Read the file'}
        </Button>
        <ButtonLink look="quiet" to={leave}>
          Leave
        </ButtonLink>
      </p>
    </Form>
  );
}
