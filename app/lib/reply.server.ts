import { parseWithZod } from '@conform-to/zod/v4';
import { data, redirect } from 'react-router';
import type { z } from 'zod';
import { issueText } from '~/app/words/issue-text';
import type { Issue, Result } from '~/core/result';
import { type Action, can } from '~/server/principal/can';
import { forbidden } from '~/server/principal/middleware.server';
import type { Principal } from '~/server/principal/principal';
import type { Reply } from './forms';

/** What an action answers when it refuses. */
export interface Refusal {
  readonly issues: readonly Issue[];
}

const gone = /\.gone$/;
/** What stands in the way is a state, not what was typed. */
const conflicts =
  /^(?:clear\.|lift\.|bar\.|plan\.(?:unscreened|no_event)|season\.(?:collides|over)|agreement\.old_form|log\.other|log\.closed|trial\.(?:answered|corrected)|today\.harm|proposal\.|re\.|hand\.(?:begun|past|day_taken)|bench\.barred|set_up\.done|staff\.last_owner)|\.(?:stale|elsewhere)$/;

/** The status of a refusal: who may not 403, what is not there 404, what stands in the way 409, else 400. */
export function statusOf(issues: readonly Issue[], otherwise = 400): number {
  const code = issues[0]?.code ?? '';
  if (code === 'can.not') return 403;
  if (gone.test(code)) return 404;
  return conflicts.test(code) ? 409 : otherwise;
}

/** Refuses with the issues, beside what was typed. */
export const refusal = (issues: readonly Issue[]) => data<Refusal>({ issues }, { status: statusOf(issues) });

/** Goes on to a page when it was done, else refuses. */
export function answer(result: Result<unknown>, to: string) {
  return result.ok ? redirect(to) : refusal(result.issues);
}

/** Who may not see a page is told so by it. */
export function requireMay(principal: Principal, action: Action): void {
  if (!can(principal, action)) throw forbidden(issueText({ code: 'can.not', path: [], values: { action } }));
}

/**
 * A posted form read by its schema and handed to a command: goes on when it was done, else answers with what was typed and each
 * issue at its field. Who may not is told so before anything is said of what was typed.
 *
 * @param by who sends it, and the command it is for
 * @param fieldOf the form's field of an issue's path, where it has another name
 */
export async function submitted<S extends z.ZodType>(
  by: { readonly principal: Principal; readonly command: { readonly action: Action } },
  form: FormData,
  schema: S,
  perform: (value: z.output<S>) => Promise<Result<unknown>>,
  to: string | ((value: z.output<S>) => string),
  fieldOf: Readonly<Record<string, string>> = {},
) {
  requireMay(by.principal, by.command.action);
  const submission = parseWithZod(form, { schema });
  if (submission.status !== 'success')
    return data(
      { result: worded(submission.reply() as Reply), issues: [] as readonly Issue[] },
      { status: 400 },
    );
  const value = submission.value as z.output<S>;
  const outcome = await perform(value);
  if (outcome.ok) return redirect(typeof to === 'string' ? to : to(value));
  const fieldErrors: Record<string, string[]> = {};
  const formErrors: string[] = [];
  const fields = new Set(form.keys());
  for (const found of outcome.issues) {
    const path = found.path.filter((step) => typeof step === 'string').at(-1);
    const field = path === undefined ? undefined : (fieldOf[path] ?? path);
    if (
      field !== undefined &&
      (fields.has(field) || field in fieldOf || Object.values(fieldOf).includes(field))
    )
      fieldErrors[field] = [...(fieldErrors[field] ?? []), issueText(found)];
    else formErrors.push(issueText(found));
  }
  const reply = submission.reply({ fieldErrors, formErrors }) as Reply;
  return data({ result: reply, issues: outcome.issues }, { status: statusOf(outcome.issues) });
}

const code = /^[a-z_]+\.[a-z_]+$/;

/** Messages of a schema that are codes become words. */
function worded(reply: Reply): Reply {
  const error = Object.fromEntries(
    Object.entries(reply.error ?? {}).map(([field, messages]) => [
      field,
      messages?.map((message) =>
        code.test(message) ? issueText({ code: message, path: [], values: {} }) : message,
      ) ?? null,
    ]),
  );
  return { ...reply, error };
}
