import clsx from 'clsx';
import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Form, href, Link, redirect, useNavigation } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { WholePageError } from '~/app/components/error-page';
import { KeysDialog } from '~/app/components/keys-dialog';
import { EditionLine } from '~/app/lib/edition';
import { useGymTheme } from '~/app/lib/gym-theme';
import { KeysProvider } from '~/app/lib/keys';
import { useLookAgain } from '~/app/lib/look-again';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { OutboxLine } from '~/app/lib/outbox/outbox-line';
import { refusal } from '~/app/lib/reply.server';
import { clearTrial, loadTrial, type TrialInTheMaking } from '~/app/lib/station-store';
import { pageTitle } from '~/app/lib/title';
import { BatteryRail } from '~/app/routes/screen/station/battery-rail';
import { TrialPanel } from '~/app/routes/screen/station/trial-panel';
import type { Recorded } from '~/app/routes/screen/station/use-kept-trial';
import type { Side, SideKey } from '~/core/catalogue/qualities';
import { notCounted, stationOf } from '~/core/screen/station/resume';
import { nextOpen, roundOf, trialsWith } from '~/core/screen/station/round';
import { onRung, otherOf, type ShownTrial, specOf, withLoad } from '~/core/screen/station/shown';
import type { TrialInput } from '~/core/screen/trial/trial';
import type { InstrumentId } from '~/core/signals/instruments';
import { counted } from '~/core/words/counted';
import { closeScreening } from '~/server/commands/close-screening';
import { notFound, principalIn, standingIn } from '~/server/principal/middleware.server';
import { stationView } from '~/server/views/station';
import type { Route } from './+types/station';

export const meta: Route.MetaFunction = ({ loaderData }) => pageTitle(loaderData?.name, 'Station');

export async function loader({ params, context }: Route.LoaderArgs) {
  const view = await stationView(
    principalIn(context),
    await standingIn({ params, context }),
    params.screeningId,
  );
  if (!view) throw notFound('This screen');
  if (view.withheld.length > 0)
    throw redirect(href('/athletes/:athleteId/screen', { athleteId: view.athleteId }));
  return view;
}

export async function action({ params, context }: Route.ActionArgs) {
  const { screeningId, athleteId } = params;
  const closed = await closeScreening(principalIn(context), { screeningId, athleteId });
  return closed.ok
    ? redirect(href('/athletes/:athleteId/link', { athleteId: closed.value }))
    : refusal(closed.issues);
}

export function ErrorBoundary() {
  return <WholePageError />;
}

/** How often the station looks for trials of other testers. */
const othersEveryMs = 15_000;

export default function StationView(props: Route.ComponentProps) {
  return (
    <KeysProvider>
      <Station key={props.loaderData.screeningId} {...props} />
      <KeysDialog />
    </KeysProvider>
  );
}

function Station({ loaderData }: Route.ComponentProps) {
  const { athleteId, screeningId, onDate, firstSide, cautions, name, mayVoid, pain } = loaderData;
  const [rungs, setRungs] = useState<Readonly<Record<string, string>>>({});
  /** Loads that were taken instead of the rack's nearest, by test. */
  const [loads, setLoads] = useState<Readonly<Record<string, number>>>({});
  const tests = useMemo(
    () => loaderData.tests.map((test) => withLoad(onRung(test, rungs[test.id]), loads[test.id])),
    [loaderData.tests, rungs, loads],
  );
  const gym = useGymTheme();
  const [watch, setWatch] = useState<Readonly<Record<string, InstrumentId | undefined>>>({});
  const lookAgain = useLookAgain();
  const outbox = useOutbox();
  // Another tester may be at work on the same athlete.
  const idle = outbox.waiting.length === 0;
  useEffect(() => {
    if (!idle) return;
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible' && navigator.onLine) void lookAgain();
    }, othersEveryMs);
    return () => clearInterval(timer);
  }, [idle, lookAgain]);
  const finish = useRef<HTMLFormElement>(null);
  const finishing = useNavigation().state !== 'idle';

  const since = useMemo(
    () => [
      ...outbox.gone.map(({ entry }) => ({ ...entry, sent: true })),
      ...outbox.waiting.map(({ entry }) => entry),
    ],
    [outbox.gone, outbox.waiting],
  );
  const trials = useMemo(
    () => trialsWith(loaderData.trials, since, screeningId, tests, pain),
    [loaderData.trials, since, screeningId, tests, pain],
  );
  const warmUpDone = since.reduce(
    (was, entry) => (entry.op === 'warm_up' && entry.screeningId === screeningId ? entry.done : was),
    loaderData.warmUpDone,
  );

  /** The trial the panel is at work on: in the list already, and not done yet. */
  const [making, setMaking] = useState<string | undefined>();
  const round = useMemo(() => roundOf(trials, firstSide, making), [trials, firstSide, making]);
  const openTrials = trials.filter((trial) => !trial.answered && trial.id !== making);

  const [at, setAt] = useState(() =>
    Math.max(
      0,
      tests.findIndex((test) => !round.isDone(test)),
    ),
  );
  const test = tests[at];
  const [side, setSide] = useState<SideKey>(() => (test ? round.openSide(test) : 'both'));
  const [panel, setPanel] = useState(0);
  const [restUntil, setRestUntil] = useState<number | undefined>();
  const [resumed, setResumed] = useState<TrialInTheMaking | undefined>();
  const [reopened, setReopened] = useState(false);
  /** A clock runs: a tap elsewhere must not end it. */
  const [busy, setBusy] = useState(false);

  /** A fresh panel, or one that takes a trial up again. */
  const begin = useCallback((trial?: TrialInTheMaking) => {
    setResumed(trial);
    setMaking(trial?.trialId || undefined);
    setPanel((n) => n + 1);
  }, []);

  // What a reload interrupted is taken up where it was.
  const interrupted = useRef(false);
  useEffect(() => {
    if (interrupted.current) return;
    interrupted.current = true;
    const left = loadTrial(screeningId);
    const index = left ? loaderData.tests.findIndex((its) => its.id === left.testId) : -1;
    if (!left || index < 0) return;
    const { rungId } = left;
    if (rungId) setRungs((was) => ({ ...was, [left.testId]: rungId }));
    const { load } = left.state.parts;
    if (load !== undefined) setLoads((was) => ({ ...was, [left.testId]: load }));
    setAt(index);
    setSide(left.side);
    setReopened(left.state.phase !== 'answers');
    begin(left);
  }, [screeningId, loaderData.tests, begin]);

  const go = (index: number) => {
    const next = tests[index];
    if (!next || busy) return;
    clearTrial(screeningId);
    setAt(index);
    setSide(round.openSide(next));
    begin();
  };
  const following = nextOpen(tests, at, round);

  const stop = useCallback(
    (trial: TrialInput, again: boolean) => {
      setMaking(trial.id);
      void outbox.keep(again ? { op: 'amend', amendmentId: uuidv7(), trial } : { op: 'trial', trial });
    },
    [outbox],
  );
  const keepDone = (trial: TrialInput, { trace, still }: Recorded) =>
    void outbox.keep(
      ...(trace ? [{ op: 'trace' as const, trace }] : []),
      ...(still ? [{ op: 'still' as const, still }] : []),
      { op: 'amend' as const, amendmentId: uuidv7(), trial },
    );
  const done = (trial: TrialInput, recorded: Recorded) => {
    keepDone(trial, recorded);
    const here = tests[at];
    if (here) {
      setRestUntil(performance.now() + here.restS * 1000);
      // Both sides before moving on: the other side when this one has its trials.
      if (here.sided && round.countOf(here.id, side) + 1 >= here.trials) {
        const other = otherOf(side as Side);
        if (round.countOf(here.id, other) < here.trials) setSide(other);
      }
    }
    setReopened(false);
    begin();
  };
  /** A false start: taken back while it is still here, else kept in the record and not counted. */
  const discard = async (trial: TrialInput) => {
    clearTrial(screeningId);
    const here = await outbox.withdraw((entry) => entry.op === 'trial' && entry.trial.id === trial.id);
    if (here) await outbox.withdraw((entry) => entry.op === 'amend' && entry.trial.id === trial.id);
    else await outbox.keep({ op: 'amend', amendmentId: uuidv7(), trial: notCounted(trial) });
    begin();
  };
  const answer = (trial: ShownTrial) => {
    const index = tests.findIndex((its) => its.id === trial.testId);
    const its = tests[index];
    if (!trial.open || !its || busy) return;
    const on = trial.open.rungId ? onRung(its, trial.open.rungId) : its;
    if (trial.open.rungId) setRungs((was) => ({ ...was, [its.id]: trial.open?.rungId ?? '' }));
    setAt(index);
    setSide(trial.side as SideKey);
    begin({
      testId: its.id,
      rungId: trial.open.rungId ?? undefined,
      side: trial.side as SideKey,
      state: stationOf(specOf(on), trial.open),
      trialId: trial.id,
      recordedAt: trial.open.recordedAt,
    });
  };
  const last = trials.at(-1);
  const waitingHere = (id: string) =>
    outbox.waiting.some(({ entry }) => entry.op === 'trial' && entry.trial.id === id);
  const undoLast = async () => {
    if (!last) return;
    const isIts = (entry: { op: string; trial?: { id: string } }) =>
      (entry.op === 'trial' || entry.op === 'amend') && entry.trial?.id === last.id;
    const here = await outbox.withdraw((entry) => entry.op === 'trial' && entry.trial.id === last.id);
    await outbox.withdraw(isIts);
    if (!here) await outbox.keep({ op: 'void', trialId: last.id });
    setRestUntil(undefined);
    const index = tests.findIndex((its) => its.id === last.testId);
    if (index >= 0) setAt(index);
    setSide(last.side as SideKey);
    begin();
  };
  const mayUndo = last !== undefined && (mayVoid || waitingHere(last.id));

  if (!test) {
    return (
      <main className="gym min-h-dvh bg-night p-6 text-chalk">
        <OutboxLine />
        <p className="mt-6">
          None of the tests of this battery is in the catalogue any more.{' '}
          <Link to={href('/athletes/:athleteId/screen', { athleteId })}>Choose another battery</Link>
        </p>
      </main>
    );
  }
  const allDone = tests.every(round.isDone);
  const mayFinish = !finishing && outbox.waiting.length === 0 && trials.length > 0;
  return (
    <div
      className={clsx(
        gym.theme,
        'min-h-dvh bg-night text-chalk lg:grid lg:grid-cols-[15.5rem_minmax(0,1fr)]',
      )}
    >
      <aside className="border-night-3 lg:sticky lg:top-0 lg:flex lg:h-dvh lg:flex-col lg:overflow-y-auto lg:border-r">
        <div className="flex items-baseline justify-between gap-4 px-4 pt-4 lg:block">
          <h1 className="text-2xl">{name}</h1>
          <p className="flex gap-4">
            <Link to={href('/athletes/:athleteId/screen', { athleteId })} className="py-2 text-aside">
              Leave, keep all
            </Link>
            <button type="button" onClick={gym.toggle} className="py-2 text-aside underline">
              {gym.says}
            </button>
          </p>
        </div>
        {cautions.length > 0 ? (
          <ul className="px-4 pt-2 text-aside">
            {cautions.map((caution) => (
              <li key={caution.id} title={caution.changes}>
                △ {caution.name}
              </li>
            ))}
          </ul>
        ) : null}
        {/* On a phone a running clock has the screen to itself and its faults. */}
        <label
          className={clsx('flex min-h-11 items-center gap-2.5 px-4 text-aside', busy && 'max-sm:hidden')}
        >
          <input
            type="checkbox"
            checked={warmUpDone}
            onChange={(event) => void outbox.keep({ op: 'warm_up', screeningId, done: event.target.checked })}
            className="size-5"
          />
          {warmUpDone ? 'Warm-up done' : '▨ No warm-up: not comparable'}
        </label>
        <div className={clsx(busy && 'max-sm:hidden')}>
          <BatteryRail tests={tests} at={at} round={round} busy={busy} onGo={go} />
        </div>
        <div className="mt-auto px-4 pb-4 max-lg:hidden">
          <FinishForm form={finish} ready={allDone} disabled={!mayFinish} />
          <p className="mt-2 text-note text-mortar">Press ? for the keys.</p>
        </div>
      </aside>
      <main className="min-w-0 px-4 pb-10 pt-4 sm:px-8">
        <EditionLine busy={busy} />
        <OutboxLine />
        {reopened ? (
          <p role="status" className="mb-4 border-l-4 border-dashed border-chalk pl-3">
            △ This page was opened again: the running clock went on by the time of day of this device.
          </p>
        ) : null}
        {openTrials.length > 0 ? (
          <p
            role="status"
            className="mb-4 flex flex-wrap items-center gap-x-4 border-2 border-chalk px-4 py-1.5"
          >
            <span>
              {counted(openTrials.length, 'trial is kept with its', 'trials are kept with their')} questions
              open.
            </span>
            <button
              type="button"
              disabled={busy}
              className="min-h-11 font-bold underline"
              onClick={() => openTrials[0] && answer(openTrials[0])}
            >
              Answer {tests.find((its) => its.id === openTrials[0]?.testId)?.name.toLowerCase()}
            </button>
          </p>
        ) : null}
        <TrialPanel
          key={`${test.id}|${test.rungId ?? ''}|${side}|${panel}`}
          test={test}
          side={side}
          onSide={(next) => {
            setSide(next);
            begin();
          }}
          onLoad={(value) => setLoads((was) => ({ ...was, [test.id]: value }))}
          onRung={(rungId) => {
            setRungs((was) => ({ ...was, [test.id]: rungId }));
            // The rung says whether it has sides; a sided one asks for its side.
            setSide(round.openSide(onRung(test, rungId)));
            begin();
          }}
          athleteId={athleteId}
          instrument={watch[test.id]}
          onInstrument={(instrument) => setWatch((was) => ({ ...was, [test.id]: instrument }))}
          screeningId={screeningId}
          onDate={onDate}
          trials={trials.filter((trial) => trial.testId === test.id)}
          count={round.countOf(test.id, side)}
          blocked={round.endedByPain(test)}
          restUntil={restUntil}
          onRestOver={() => setRestUntil(undefined)}
          pain={pain}
          making={making}
          resumed={resumed}
          onBusy={setBusy}
          onStop={stop}
          onDone={done}
          onLeft={keepDone}
          onNotCounted={(trial) => void discard(trial)}
          onUndoKept={mayUndo ? () => void undoLast() : undefined}
          onAnswer={answer}
          next={following !== undefined && round.isDone(test) ? tests[following] : undefined}
          onNext={() => go(following ?? (at + 1) % tests.length)}
          complete={round.isDone(test)}
          onFinish={() => {
            if (allDone && mayFinish) finish.current?.requestSubmit();
          }}
        />
        <div className="mt-10 lg:hidden">
          <FinishForm ready={allDone} disabled={!mayFinish} />
        </div>
      </main>
    </div>
  );
}

/** Ends the screen and ranks what it found; early while tests are open. */
function FinishForm({
  form,
  ready,
  disabled,
}: {
  form?: RefObject<HTMLFormElement | null>;
  ready: boolean;
  disabled: boolean;
}) {
  return (
    <Form method="post" ref={form}>
      <button
        type="submit"
        disabled={disabled}
        className={clsx(
          'stone min-h-12 w-full px-3 font-bold',
          ready ? 'bg-zest text-night' : 'bg-night-3 disabled:opacity-60',
        )}
      >
        {ready ? 'Finish and rank' : 'Finish early and rank'}
      </button>
    </Form>
  );
}
