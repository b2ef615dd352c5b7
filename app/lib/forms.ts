import type { SubmissionResult } from '@conform-to/react';
import { parseWithZod } from '@conform-to/zod/v4';
import type { z } from 'zod';

export type Reply = SubmissionResult<string[]>;

/** Parses a posted form; on failure gives the reply that keeps what was entered and puts each error at its field. */
export function readForm<S extends z.ZodType>(
  form: FormData,
  schema: S,
): { ok: true; value: z.output<S> } | { ok: false; reply: Reply } {
  const submission = parseWithZod(form, { schema });
  return submission.status === 'success'
    ? { ok: true, value: submission.value as z.output<S> }
    : { ok: false, reply: submission.reply() as Reply };
}

/** A reply that refuses the whole form with one sentence, keeping what was entered. */
export function refuseForm<S extends z.ZodType>(form: FormData, schema: S, message: string): Reply {
  return parseWithZod(form, { schema }).reply({ formErrors: [message] }) as Reply;
}
