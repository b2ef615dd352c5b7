import { isDeepStrictEqual } from 'node:util';
import type { z } from 'zod';
import { type Issue, issue, type Result, refuse } from '~/core/result';
import { inTransaction } from '~/db/client.server';
import { writeAudit } from '~/db/queries/practice';
import { type Action, can } from '../principal/can';
import type { Principal } from '../principal/principal';

/** What became of a command: its answer, and the line it leaves in the trail. */
export interface Done<T> {
  readonly value: T;
  /** What the trail says beside who, when and which command; nothing when nothing was changed. */
  readonly trail:
    | {
        readonly subjectId?: string | undefined;
        readonly detail?: Record<string, string | number | boolean | null> | undefined;
      }
    | undefined;
}

/** Done, with a line for the trail. */
export const done = <T>(
  value: T,
  subjectId?: string,
  detail?: Record<string, string | number | boolean | null>,
): Result<Done<T>> => ({ ok: true, value: { value, trail: { subjectId, detail } } });

/** It stands already (a double click, a retry): nothing was changed, and nothing is said of it. */
export const standsAlready = <T>(value: T): Result<Done<T>> => ({
  ok: true,
  value: { value, trail: undefined },
});

/** Is everything that was sent what is stored? Compared as JSON, with the order of keys aside. */
export const saysTheSame = (sent: object, stored: object): boolean =>
  Object.entries(sent).every(([key, value]) =>
    isDeepStrictEqual(value, (stored as Record<string, unknown>)[key]),
  );

export interface Command<S extends z.ZodType, T> {
  /** Reads what was sent, and performs it. */
  (principal: Principal, sent: unknown): Promise<Result<T>>;
  readonly title: string;
  readonly action: Action;
  readonly input: S;
  /** Performs what was read by `input` already. */
  readonly perform: (principal: Principal, input: z.output<S>) => Promise<Result<T>>;
}

/** Undoes what a refused command wrote before it saw that it cannot be. */
class Refused extends Error {
  constructor(readonly issues: readonly Issue[]) {
    super('refused');
  }
}

/** What Zod found, as issues: a message of ours is a code already. */
export function issuesOf(error: z.ZodError): Issue[] {
  return error.issues.map((found) =>
    issue(
      /^[a-z]+\.[a-z_]+$/.test(found.message) ? found.message : 'input.invalid',
      { said: found.message },
      [...(found.path as (string | number)[])],
    ),
  );
}

/**
 * One write: who may, what is read, the rule, one transaction, one line in the trail. Everything in `run` joins the
 * transaction; a refusal undoes what it wrote, so that nothing is half-written.
 */
export function command<S extends z.ZodType, T, P = undefined>(spec: {
  /** As the trail calls it: "trial.keep". */
  readonly title: string;
  readonly action: Action;
  readonly input: S;
  /**
   * What takes long, before the transaction: nobody is held meanwhile. What it read may have changed since; `run` reads again.
   */
  readonly prepare?: (principal: Principal, input: z.output<S>) => Promise<P>;
  readonly run: (
    principal: Principal,
    input: z.output<S>,
    prepared: P | undefined,
  ) => Promise<Result<Done<T>>>;
}): Command<S, T> {
  const perform = async (principal: Principal, input: z.output<S>): Promise<Result<T>> => {
    if (!can(principal, spec.action)) return refuse('can.not', { action: spec.action });
    const prepared = await spec.prepare?.(principal, input);
    try {
      return await inTransaction(async () => {
        const outcome = await spec.run(principal, input, prepared);
        if (!outcome.ok) throw new Refused(outcome.issues);
        const { value, trail } = outcome.value;
        if (trail)
          await writeAudit({
            practiceId: principal.practiceId,
            staffId: principal.staffId,
            at: principal.now,
            action: spec.title,
            subject: spec.title.split('.')[0] ?? spec.title,
            subjectId: trail.subjectId,
            detail: principal.linkId ? { ...trail.detail, link: principal.linkId } : trail.detail,
          });
        return { ok: true, value };
      });
    } catch (error) {
      if (error instanceof Refused) return refuse(error.issues);
      throw error;
    }
  };
  const call = async (principal: Principal, sent: unknown): Promise<Result<T>> => {
    // Who may not is told so before anything is said of what was sent.
    if (!can(principal, spec.action)) return refuse('can.not', { action: spec.action });
    const read = spec.input.safeParse(sent);
    return read.success ? perform(principal, read.data) : refuse(issuesOf(read.error));
  };
  return Object.assign(call, { title: spec.title, action: spec.action, input: spec.input, perform });
}
