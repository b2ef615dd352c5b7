import { type FormEvent, useEffect, useRef, useState } from 'react';
import { href, Link, useNavigate } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { FormError, TextField } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { Notice } from '~/app/components/notice';
import { PainMap } from '~/app/components/pain-map';
import { UnsavedGuard } from '~/app/components/unsaved-guard';
import { momentText, weekdayText } from '~/app/lib/format';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { issuesText, issueText } from '~/app/words/issue-text';
import { parseDecimal } from '~/core/body/units';
import { judgePain, type PainSettings, painVerdictText } from '~/core/clear/pain';
import { regionsOf } from '~/core/clear/pain-map';
import { exceptionsOf, setsOf, unplannedExercise } from '~/core/coach/log-draft';
import type { LogInput, logSchema } from '~/core/coach/log-form';
import { type Issue, issue, ok, type Result, refuse } from '~/core/result';
import { counted } from '~/core/words/counted';
import type { LogView } from '~/server/views/log';
import { type LogExercise, LoggedItem, RungChoice, Scale } from './log-parts';

const formId = 'log';

/** What a log must be comes after the page, and is there before the first set is done. */
const logForm = () => import('~/core/coach/log-form');

/** The log as the page says it, or what is missing. */
function readLog(
  schema: typeof logSchema,
  form: FormData,
  view: LogView,
  exercises: readonly LogExercise[],
  places: readonly string[],
): Result<Omit<LogInput, 'mergeWith'>> {
  const figure = (name: string) => parseDecimal(String(form.get(name) ?? ''));
  /** Nothing typed is nothing said; what cannot be read is said to be wrong. */
  const optional = (name: string) =>
    String(form.get(name) ?? '').trim() === '' ? null : (figure(name) ?? Number.NaN);
  const done = setsOf(exercises);
  const read = schema.safeParse({
    id: view.logId,
    sessionId: view.sessionId,
    effort: figure('effort'),
    painScore: figure('painScore'),
    painPlaces: [...places],
    // A log of before there was a map, or one told while the session ran, keeps its region until somebody points.
    painRegion: view.logged?.painRegion ?? null,
    sleepHours: optional('sleepHours'),
    readiness: optional('readiness'),
    note: form.get('note') ?? '',
    onDate: form.get('onDate') || null,
    corrects: view.logged?.id ?? null,
    unplannedFor: view.unplanned ? view.athleteId : null,
    ...(done.ok ? done.value : { sets: [] }),
  });
  const said = read.success
    ? []
    : read.error.issues
        // Nothing to send is said by the exercises themselves when they have something wrong.
        .filter((found) => done.ok || found.message !== 'log.nothing')
        .map((found) => issue(/^[a-z]+\.[a-z_]+$/.test(found.message) ? found.message : 'input.invalid'));
  const wrong = [...(done.ok ? [] : done.issues), ...said];
  return read.success && wrong.length === 0 ? ok(read.data) : refuse(wrong);
}

/** What a log that stands taught, and what was written before it. */
function Standing({ logged }: { logged: NonNullable<LogView['logged']> }) {
  const [newest, ...older] = logged.versions;
  return (
    <section aria-label="The log that stands" className="mt-3 border-l-4 border-ink pl-4">
      {newest ? (
        <p>
          Written by {newest.by}, {momentText(newest.at)}. Change what is wrong and save: the new log counts,
          this one stays to be read.
        </p>
      ) : null}
      {older.map((version) => (
        <p key={version.id} className="text-aside text-quiet">
          Before that by {version.by}, {momentText(version.at)}: effort {version.effort}, pain{' '}
          {version.painScore}
          {version.note ? `, “${version.note}”` : ''}.
        </p>
      ))}
      {logged.taught.length > 0 ? (
        <table className="figures mt-2 w-full max-w-2xl text-left text-aside">
          <caption className="text-left font-bold">What it taught</caption>
          <thead className="border-b border-ink">
            <tr>
              {['Exercise', 'Limit before', 'after', 'Why'].map((head) => (
                <th key={head} scope="col" className="py-1 pr-4 font-normal text-quiet">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="rule-list">
            {logged.taught.map((lesson) => (
              <tr key={lesson.key}>
                <th scope="row" className="py-1 pr-4">
                  {lesson.name}
                </th>
                <td className="py-1 pr-4">{lesson.before}</td>
                <td className="py-1 pr-4">{lesson.after}</td>
                <td className="py-1">{lesson.why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="mt-1 text-aside text-quiet">It moved no limit.</p>
      )}
    </section>
  );
}

/** What was done of a session, of another day if need be, or beside all sessions. */
export function LogPage({ view, pain: painSettings }: { view: LogView; pain: PainSettings }) {
  const { athleteId, weekStart, logged, unplanned, today, choices, faults } = view;
  const outbox = useOutbox();
  const navigate = useNavigate();
  const form = useRef<HTMLFormElement>(null);
  const [exercises, setExercises] = useState<readonly LogExercise[]>(view.exercises);
  const [pain, setPain] = useState(logged?.painScore ?? 0);
  const [places, setPlaces] = useState<readonly string[]>(logged?.painPlaces ?? []);
  const [busy, setBusy] = useState(false);
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  /** The log somebody else kept meanwhile. */
  const [other, setOther] = useState<Issue | undefined>();
  const [kept, setKept] = useState(false);
  const made = useRef(0);
  const exceptions = exceptionsOf(exercises);
  const week = `${href('/athletes/:athleteId/coach', { athleteId })}?week=${weekStart}`;
  const verdict = judgePain(pain, regionsOf(places)[0] ?? logged?.painRegion, painSettings);

  useEffect(() => {
    // Where it does not come now, it is asked for again when the log is saved.
    logForm().catch(() => undefined);
  }, []);
  const change = (next: LogExercise) =>
    setExercises((was) => was.map((one) => (one.key === next.key ? next : one)));
  /** An exercise of the library, besides what was laid out or instead of it. */
  const add = (rungId: string, instead?: LogExercise) => {
    const ladder = choices.find(({ rungs }) => rungs.some((rung) => rung.rungId === rungId));
    const rung = ladder?.rungs.find((one) => one.rungId === rungId);
    if (!rung) return;
    if (exercises.some((one) => one.rungId === rungId))
      return setIssues([issue('log.there', { name: rung.name })]);
    setIssues([]);
    made.current += 1;
    const fresh: LogExercise = {
      ...unplannedExercise(rung, `new${made.current}`, instead),
      about: {
        quality: rung.quality,
        work: null,
        load: null,
        inHand: null,
        lastSet: null,
        opener: false,
        bars: [],
        sideWords: rung.sideWords,
      },
    };
    setExercises((was) => [
      ...was.flatMap((one) =>
        instead && one.key === instead.key ? [{ ...one, notDone: true }, fresh] : [one],
      ),
      ...(instead ? [] : [fresh]),
    ]);
  };
  const send = async (mergeWith: string | null) => {
    if (!form.current) return;
    const rules = await logForm().catch(() => undefined);
    if (!rules) return setIssues([issue('log.not_ready')]);
    const log = readLog(rules.logSchema, new FormData(form.current), view, exercises, places);
    setIssues(log.ok ? [] : log.issues);
    if (!log.ok) return;
    setBusy(true);
    const delivery = await outbox.deliver({ op: 'log', log: { ...log.value, mergeWith } });
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
  // What stands at its exercise is said there; here is the rest.
  const ofThePage = issues.filter((found) => !exercises.some(({ key }) => key === found.path[0]));
  const verb = logged ? 'Save the correction' : 'Save';
  return (
    <form id={formId} ref={form} onSubmit={save} className="max-w-3xl" noValidate>
      <UnsavedGuard formId={formId} />
      <h2 className="text-3xl">
        {unplanned
          ? 'What was done besides the plan'
          : logged
            ? `The log of ${weekdayText(view.sessionDay)}`
            : `What was done, ${weekdayText(view.sessionDay)}`}
      </h2>
      <p className="mt-1 text-quiet">
        {unplanned
          ? 'Add the exercises one by one. It counts in the limits, the bending of the week and the doses.'
          : 'Every set counts as asked, unless you say it was otherwise.'}
        {!unplanned && !logged && view.sessionDay > today
          ? ' This session lies ahead: saved now, it was done today.'
          : ''}
      </p>
      {logged ? <Standing logged={logged} /> : null}
      <TextField
        label="Done on"
        type="date"
        name="onDate"
        className="mt-4 max-w-xs"
        defaultValue={view.doneOn}
        max={today}
        required
      />
      <ol className="rule-list mt-4 border-y border-mortar">
        {exercises.map((exercise) => (
          <LoggedItem
            key={exercise.key}
            exercise={exercise}
            choices={choices}
            faults={faults[exercise.rungId] ?? []}
            issues={issues}
            onChange={change}
            onInstead={(rungId) => add(rungId, exercise)}
            onRemove={() => setExercises((was) => was.filter((one) => one.key !== exercise.key))}
          />
        ))}
        <li className="py-3.5">
          <RungChoice
            label={exercises.length > 0 ? 'An exercise besides these' : 'Add an exercise'}
            choices={choices}
            onChoose={(rungId) => add(rungId)}
          />
        </li>
      </ol>

      <fieldset className="mt-7">
        <legend className="head text-2xl">How hard, 1 to 10?</legend>
        <Scale name="effort" from={1} low="easy" high="all there was" value={logged?.effort} />
      </fieldset>
      <fieldset className="mt-7">
        <legend className="head text-2xl">Any pain, 0 to 10?</legend>
        <Scale
          name="painScore"
          from={0}
          low="none"
          high="worst"
          value={logged?.painScore}
          onChange={setPain}
        />
        {pain > 0 ? (
          <div className="mt-3">
            <p className="font-bold">
              Where{logged?.painRegion && places.length === 0 ? `: ${logged.painRegion}, or point at it` : ''}
            </p>
            <PainMap chosen={places} onChange={setPlaces} />
          </div>
        ) : null}
        {verdict !== 'go_on' ? (
          <Notice word={painVerdictText[verdict]} className="mt-3">
            The proposals for next time follow this.
          </Notice>
        ) : null}
      </fieldset>
      <Folded
        summary="Sleep and readiness"
        asked={(logged?.sleepHours ?? null) !== null || (logged?.readiness ?? null) !== null}
      >
        <div className="mt-1 flex flex-wrap items-end gap-6">
          <label className="block">
            <span className="mb-1 block">Hours slept the night before</span>
            <input
              name="sleepHours"
              inputMode="decimal"
              defaultValue={logged?.sleepHours ?? ''}
              className="field-input figures !w-24"
            />
          </label>
          <label className="block">
            <span className="mb-1 block">Readiness before it</span>
            <select name="readiness" defaultValue={logged?.readiness ?? ''} className="field-input !w-44">
              <option value="">not said</option>
              {['empty', 'low', 'as usual', 'good', 'fresh'].map((says, i) => (
                <option key={says} value={i + 1}>
                  {i + 1}, {says}
                </option>
              ))}
            </select>
          </label>
        </div>
      </Folded>
      <label className="mt-6 block">
        <span className="mb-1 block font-bold">Note</span>
        <textarea
          name="note"
          rows={2}
          className="field-input"
          maxLength={1000}
          defaultValue={logged?.note ?? ''}
        />
      </label>
      <div className="sticky bottom-0 z-10 mt-6 border-t border-ink bg-paper py-3 max-md:bottom-14">
        <FormError>
          {issues.length > ofThePage.length
            ? `${issuesText(ofThePage)} See the exercises marked ▲.`.trim()
            : issuesText(ofThePage) || null}
        </FormError>
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
        <p className="flex flex-wrap items-center gap-3">
          <Button look="next" disabled={busy || kept}>
            {logged || unplanned
              ? verb
              : exceptions === 0
                ? 'Save, all as planned'
                : `Save with ${counted(exceptions, 'exception')}`}
          </Button>
          <ButtonLink look="quiet" to={week}>
            {logged ? 'Leave it as it is' : 'Leave without logging'}
          </ButtonLink>
          {!logged && !unplanned ? (
            <Link to={href('/athletes/:athleteId/coach/unplanned', { athleteId })}>
              Log work that was not planned
            </Link>
          ) : null}
        </p>
      </div>
    </form>
  );
}
