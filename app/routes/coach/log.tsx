import { type FormEvent, useRef, useState } from 'react';
import { href, redirect, useNavigate } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { Notice } from '~/app/components/notice';
import { UnsavedGuard } from '~/app/components/unsaved-guard';
import { weekdayText } from '~/app/lib/format';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { athleteTitle } from '~/app/lib/title';
import { issuesText, issueText } from '~/app/words/issue-text';
import { parseDecimal } from '~/core/body/units';
import { judgePain, painRegions, painVerdictText } from '~/core/clear/pain';
import { type LogInput, logSchema } from '~/core/coach/log-form';
import { type Issue, issue } from '~/core/result';
import { notFound, principalIn, subjectIn } from '~/server/principal/middleware.server';
import { painSettings as painSettingsOf } from '~/server/principal/principal';
import { logView } from '~/server/views/coach';
import type { Route } from './+types/log';
import { LoggedItem, Scale } from './log-parts';

export const meta = athleteTitle('Log');

export async function loader({ params, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const view = await logView(principal, await subjectIn({ params, context }), params.sessionId);
  if (!view) throw notFound('This session');
  if (view.logged)
    throw redirect(
      `${href('/athletes/:athleteId/coach', { athleteId: view.athleteId })}?week=${view.weekStart}`,
    );
  return { ...view, pain: painSettingsOf(principal) };
}

type LogData = Route.ComponentProps['loaderData'];

/** The log as the form says it: every set as planned, but the ones marked lost or not done. */
function readLog(form: FormData, { items, logId, sessionId }: LogData): unknown {
  const figure = (name: string) => parseDecimal(String(form.get(name) ?? ''));
  return {
    id: logId,
    sessionId,
    effort: figure('effort'),
    painScore: figure('painScore'),
    painRegion: form.get('painRegion') || null,
    note: form.get('note') ?? '',
    reserve: Object.fromEntries(
      items.flatMap((item) => {
        const left = form.get(`reserve.${item.rungId}`);
        return left === null || form.has(`skip.${item.rungId}`) ? [] : [[item.rungId, left]];
      }),
    ),
    sets: items.flatMap((item) =>
      form.has(`skip.${item.rungId}`)
        ? []
        : item.planned.map(({ key, setNo, side }) => {
            const lost = form.has(`lost.${key}`);
            return {
              rungId: item.rungId,
              setNo,
              side,
              done: lost ? (figure(`at.${key}`) ?? -1) : item.amount,
              faultId: lost ? form.get(`fault.${key}`) || null : null,
            };
          }),
    ),
  };
}

/** What is wrong with a log before it is sent; empty when it may go. */
function problemsOf(sent: unknown, { items }: LogData): Issue[] {
  const read = logSchema.safeParse(sent);
  if (!read.success)
    return read.error.issues.map((found) =>
      found.path[0] === 'sets'
        ? issue('log.lost_at')
        : issue(/^[a-z]+\.[a-z_]+$/.test(found.message) ? found.message : 'input.invalid'),
    );
  return read.data.sets.flatMap((set) => {
    const item = items.find((laidOut) => laidOut.rungId === set.rungId);
    return item && set.done > item.amount
      ? [issue('log.beyond', { name: item.name, set: set.setNo, most: item.amount })]
      : [];
  });
}

const formId = 'log';

export default function LogView({ loaderData }: Route.ComponentProps) {
  const { items, onDate, athleteId, weekStart, ahead, pain: painSettings } = loaderData;
  const outbox = useOutbox();
  const navigate = useNavigate();
  const form = useRef<HTMLFormElement>(null);
  const [pain, setPain] = useState(0);
  const [counts, setCounts] = useState<Readonly<Record<string, number>>>({});
  const [busy, setBusy] = useState(false);
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  /** The log somebody else kept meanwhile. */
  const [other, setOther] = useState<Issue | undefined>();
  const [kept, setKept] = useState(false);
  const exceptions = Object.values(counts).reduce((sum, n) => sum + n, 0);
  const week = `${href('/athletes/:athleteId/coach', { athleteId })}?week=${weekStart}`;

  const send = async (mergeWith: string | null) => {
    if (!form.current) return;
    const log = readLog(new FormData(form.current), loaderData);
    const wrong = problemsOf(log, loaderData);
    setIssues(wrong);
    if (wrong.length > 0) return;
    setBusy(true);
    const delivery = await outbox.deliver({ op: 'log', log: { ...(log as LogInput), mergeWith } });
    setBusy(false);
    if (delivery.what === 'sent') return void navigate(week);
    if (delivery.what === 'waiting') return setKept(true);
    // It is answered here; nothing of it waits any more, and what was entered stays in the form.
    await outbox.drop(delivery.n);
    const standing = delivery.issues.find((found) => found.code === 'log.other');
    setOther(standing);
    setIssues(standing ? [] : delivery.issues);
  };
  const save = (event: FormEvent) => {
    event.preventDefault();
    void send(null);
  };
  return (
    <form id={formId} ref={form} onSubmit={save} className="max-w-3xl" noValidate>
      <UnsavedGuard formId={formId} />
      <h2 className="text-3xl">What was done, {weekdayText(onDate)}</h2>
      <p className="mt-1 text-quiet">Every set counts as done as planned, unless you mark it lost.</p>
      <ol className="rule-list mt-4 border-y border-mortar">
        {items.map((item) => (
          <LoggedItem
            key={item.id}
            item={item}
            onCount={(n) => setCounts((was) => ({ ...was, [item.id]: n }))}
          />
        ))}
      </ol>

      <fieldset className="mt-7">
        <legend className="head text-2xl">How hard, 1 to 10?</legend>
        <Scale name="effort" from={1} low="easy" high="all there was" />
      </fieldset>
      <fieldset className="mt-7">
        <legend className="head text-2xl">Any pain, 0 to 10?</legend>
        <Scale name="painScore" from={0} low="none" high="worst" onChange={setPain} />
        {pain > 0 ? (
          <label className="mt-3 block max-w-xs">
            <span className="mb-1 block font-bold">Where</span>
            <select name="painRegion" className="field-input" defaultValue="">
              <option value="">Choose …</option>
              {painRegions.map((region) => (
                <option key={region}>{region}</option>
              ))}
            </select>
          </label>
        ) : null}
        {judgePain(pain, undefined, painSettings) !== 'go_on' ? (
          <Notice word={painVerdictText[judgePain(pain, undefined, painSettings)]} className="mt-3">
            The proposals for next time follow this.
          </Notice>
        ) : null}
      </fieldset>
      <label className="mt-6 block">
        <span className="mb-1 block font-bold">Note</span>
        <input name="note" className="field-input" maxLength={1000} />
      </label>
      <div className="sticky bottom-0 z-10 mt-6 border-t border-ink bg-paper py-3 max-md:bottom-14">
        <FormError>{issuesText([...ahead, ...issues]) || null}</FormError>
        {other ? (
          <Notice word="Logged meanwhile" className="mb-3">
            <p>{issueText(other)}</p>
            <p className="mt-2">
              <Button type="button" disabled={busy} onClick={() => void send(String(other.values.logId))}>
                Put the two together
              </Button>
            </p>
          </Notice>
        ) : null}
        {kept ? (
          <p role="status" className="mb-3 border-l-4 border-ink bg-chalk px-4 py-2.5">
            The log is kept on this device and sent when the server answers.
          </p>
        ) : null}
        <p className="flex flex-wrap gap-3">
          <Button look="next" disabled={busy || kept || ahead.length > 0}>
            {exceptions === 0
              ? 'Save, all as planned'
              : `Save with ${exceptions} ${exceptions === 1 ? 'exception' : 'exceptions'}`}
          </Button>
          <ButtonLink look="quiet" to={week}>
            Leave without logging
          </ButtonLink>
        </p>
      </div>
    </form>
  );
}
