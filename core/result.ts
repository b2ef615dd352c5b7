/**
 * One way to say that something cannot be. Core and server say it by code and figures; the app makes the words
 * (app/words/issue-text.ts), so that nothing is found out by searching a sentence.
 */
export interface Issue {
  /** What is wrong, as `room.word`. */
  readonly code: string;
  /** The field or entry it arose at; empty when it is about the whole. */
  readonly path: readonly (string | number)[];
  /** Figures and names the words are made from. */
  readonly values: Readonly<Record<string, string | number | readonly string[]>>;
}

export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly issues: readonly Issue[] };

/** An issue about the whole, or about the field at `path`. */
export const issue = (code: string, values: Issue['values'] = {}, path: Issue['path'] = []): Issue => ({
  code,
  path,
  values,
});

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

/** A refusal by one issue, or by several. */
export function refuse(code: string, values?: Issue['values'], path?: Issue['path']): Result<never>;
export function refuse(issues: readonly Issue[]): Result<never>;
export function refuse(
  code: string | readonly Issue[],
  values?: Issue['values'],
  path?: Issue['path'],
): Result<never> {
  return { ok: false, issues: typeof code === 'string' ? [issue(code, values, path)] : code };
}
