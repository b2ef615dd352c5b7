import clsx from 'clsx';
import Undo2 from 'lucide-react/icons/undo-2';
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { Form, Link, redirect, useNavigation, useRevalidator } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { KeysDialog } from '~/app/components/dialogs';
import { Clock, RestClock } from '~/app/components/station/clock';
import { FaultKeys } from '~/app/components/station/fault-keys';
import { FigureInput } from '~/app/components/station/figure-input';
import { FeltKeys, GradeKeys, PainKeys } from '~/app/components/station/questions';
import { otherOf, type ShownTrial, sideName, type StationTest } from '~/app/components/station/types';
import { KeysProvider, useViewKeys } from '~/app/lib/keys';
import { useOutbox } from '~/app/lib/outbox';
import { who } from '~/app/lib/signed-in.server';
import { caution, fault, faults, screenTest } from '~/core/catalogue';
import type { Side, SideKey } from '~/core/catalogue/qualities';
import { gateTest } from '~/core/clear/gates';
import { judgePain } from '~/core/clear/pain';
import { rawText, targetText } from '~/core/link/sentence';
import { assess } from '~/core/screen/assess';
import { targetFor } from '~/core/screen/score';
import { elapsedS, openQuestions, readyStation, stepStation } from '~/core/screen/station';
import type { TrialInput } from '~/core/screen/trial';
import { feltPlaces, gradeWords, grades } from '~/core/screen/words';
import { completeScreening, screeningById } from '~/db/queries/screen';
import { isUuid, notFound, pictureOf, requireAthlete, screenedPerson } from '~/server/athlete.server';
import { keepPriorityRun } from '~/server/plan.server';
import type { Route } from './+types/station';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `Screening ${loaderData?.name ?? ''} · Zest Pillar` }];

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const screening = isUuid(params.screeningId) ? await screeningById(person.practiceId, params.screeningId) : undefined;
  if (!screening || screening.athleteId !== athlete.id) throw notFound('This screen');
  const picture = await pictureOf(person, athlete);
  if (picture.clearance.allows === 'nothing') throw redirect(`/athletes/${athlete.id}/screen`);
  const screened = screenedPerson(athlete, picture.event);
  const before = assess({ trials: picture.trials.filter((trial) => trial.screeningId !== screening.id), person: screened, today: picture.today }).results;
  const tests = screening.testIds.flatMap((id): StationTest[] => {
    const test = screenTest(id);
    const gate = gateTest(test, picture.clearance.cautions, picture.clearance.allows);
    if (!gate.allowed) return [];
    const target = targetFor(test, screened);
    const likely = [...test.faults, ...faults.map((each) => each.id).filter((each) => !test.faults.includes(each) && each !== 'pain' && each !== 'side_gap')];
    return [
      {
        id, name: test.name, kind: test.kind, withGrade: test.withGrade, unit: test.unit, sided: test.sided, sideMeans: test.sideMeans, trials: test.trials, min: test.min, max: test.max, levels: test.levels,
        maxLevel: gate.maxLevel, stopAtS: test.kind === 'hold' ? Math.min(gate.capS ?? Number.POSITIVE_INFINITY, test.stopAt ?? test.max) : undefined, capS: gate.capS, restS: test.restS, spotter: test.spotter,
        setUp: test.setUp, stand: test.stand, tell: test.tell, stopRule: test.stopRule, notes: gate.notes, target: targetText(id, target.value), targetSource: target.source, targetNote: target.note,
        faults: likely.map((each) => ({ id: each, name: fault(each).name, action: fault(each).action, look: fault(each).look_for })),
        last: before.filter((each) => each.testId === id).map((each) => ({ side: each.side, text: rawText(each), onDate: each.onDate })),
      },
    ];
  });
  return {
    athleteId: athlete.id,
    screeningId: screening.id,
    onDate: screening.onDate,
    name: `${athlete.givenName} ${athlete.familyName}`,
    firstSide: screening.firstSide,
    warmUpDone: screening.warmUpDone,
    done: screening.completedAt !== null,
    cautions: picture.clearance.cautions.map((id) => ({ id, name: caution(id).name, changes: caution(id).changes })),
    tests,
    trials: picture.trials
      .filter((trial) => trial.screeningId === screening.id)
      .map((trial): ShownTrial => ({ id: trial.id, testId: trial.testId, side: trial.side, text: rawText(trial), ended: trial.endReason, pain: trial.endReason === 'pain' || judgePain(trial.painScore, trial.painRegion ?? undefined) === 'end', sent: true })),
  };
}

export async function action({ params, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const screening = isUuid(params.screeningId) ? await screeningById(person.practiceId, params.screeningId) : undefined;
  if (!screening || screening.athleteId !== athlete.id) throw notFound('This screen');
  await completeScreening(person.practiceId, screening.id);
  await keepPriorityRun(person, await pictureOf(person, athlete));
  return redirect(`/athletes/${athlete.id}/link`);
}

/** A trial not yet on the server, as the list shows it. */
function shownFrom(trial: TrialInput, test: StationTest | undefined): ShownTrial {
  const grade = trial.grade ? gradeWords[trial.grade].toLowerCase() : '';
  const figure = trial.value === null ? grade : test?.kind === 'level' ? (trial.value < 0 ? 'not yet' : (test.levels?.[trial.value] ?? String(trial.value))) : `${trial.value} ${test?.unit ?? ''}`;
  return { id: trial.id, testId: trial.testId, side: trial.side, text: figure || 'no figure', ended: trial.endReason, pain: trial.endReason === 'pain' || judgePain(trial.painScore, trial.painRegion ?? undefined) === 'end', sent: false };
}

export default function StationView(props: Route.ComponentProps) {
  return (
    <KeysProvider>
      <Station key={props.loaderData.screeningId} {...props} />
      <KeysDialog />
    </KeysProvider>
  );
}

function Station({ loaderData }: Route.ComponentProps) {
  const { tests, athleteId, screeningId, onDate, firstSide, cautions, name, warmUpDone } = loaderData;
  const { revalidate } = useRevalidator();
  const outbox = useOutbox(useCallback(() => void revalidate(), [revalidate]));
  const finishing = useNavigation().state !== 'idle';

  const trials = useMemo(() => {
    const voided = new Set(outbox.entries.flatMap((entry) => (entry.op === 'void' ? [entry.trialId] : [])));
    const known = new Set(loaderData.trials.map((trial) => trial.id));
    const local = outbox.entries.flatMap((entry) =>
      entry.op === 'add' && entry.trial.screeningId === screeningId && !known.has(entry.trial.id) ? [shownFrom(entry.trial, tests.find((test) => test.id === entry.trial.testId))] : [],
    );
    return [...loaderData.trials, ...local].filter((trial) => !voided.has(trial.id));
  }, [loaderData.trials, outbox.entries, screeningId, tests]);

  const sidesOf = (test: StationTest): SideKey[] => (test.sided ? [firstSide, otherOf(firstSide)] : ['both']);
  const countOf = (testId: string, side: SideKey) => trials.filter((trial) => trial.testId === testId && trial.side === side).length;
  const endedByPain = (test: StationTest) => trials.some((trial) => trial.testId === test.id && trial.pain);
  const isDone = (test: StationTest) => endedByPain(test) || sidesOf(test).every((side) => countOf(test.id, side) >= test.trials);
  const openSide = (test: StationTest): SideKey => sidesOf(test).find((side) => countOf(test.id, side) < test.trials) ?? sidesOf(test)[0] ?? 'both';

  const [at, setAt] = useState(() => Math.max(0, tests.findIndex((test) => !isDone(test))));
  const test = tests[at];
  const [side, setSide] = useState<SideKey>(() => (test ? openSide(test) : 'both'));
  const [round, setRound] = useState(0);
  const [restUntil, setRestUntil] = useState<number | undefined>();

  const go = (index: number) => {
    const next = tests[index];
    if (!next) return;
    setAt(index);
    setSide(openSide(next));
    setRound((n) => n + 1);
  };
  const nextOpen = tests.findIndex((each, i) => i !== at && !isDone(each));

  const keep = (trial: TrialInput) => {
    void outbox.keep(trial);
    const here = tests[at];
    if (here) {
      setRestUntil(Date.now() + here.restS * 1000);
      // Both sides before moving on: the other side when this one has its trials.
      if (here.sided && countOf(here.id, side) + 1 >= here.trials) {
        const other = otherOf(side as Side);
        if (countOf(here.id, other) < here.trials) setSide(other);
      }
    }
    setRound((n) => n + 1);
  };
  const undoLast = () => {
    const last = trials.at(-1);
    if (!last) return;
    void outbox.voidTrial(last.id);
    setRestUntil(undefined);
    const index = tests.findIndex((each) => each.id === last.testId);
    if (index >= 0) setAt(index);
    setSide(last.side as SideKey);
    setRound((n) => n + 1);
  };

  if (!test) {
    return (
      <main className="gym grid min-h-dvh place-items-center bg-night p-6 text-chalk">
        <p>
          No test of this battery is left by the cautions. <Link to={`/athletes/${athleteId}/screen`}>Choose another battery</Link>
        </p>
      </main>
    );
  }
  const allDone = tests.every(isDone);
  return (
    <div className="gym min-h-dvh bg-night text-chalk [--pillar-ground:#17161c] lg:grid lg:grid-cols-[15.5rem_minmax(0,1fr)]">
      <aside className="border-night-3 lg:sticky lg:top-0 lg:flex lg:h-dvh lg:flex-col lg:overflow-y-auto lg:border-r">
        <div className="flex items-baseline justify-between gap-4 px-4 pt-4 lg:block">
          <h1 className="text-2xl">{name}</h1>
          <Link to={`/athletes/${athleteId}/screen`} className="py-2 text-[0.95rem]">
            Leave, keep all
          </Link>
        </div>
        {cautions.length > 0 ? (
          <ul className="px-4 pt-2 text-[0.94rem]">
            {cautions.map((each) => (
              <li key={each.id} title={each.changes}>
                △ {each.name}
              </li>
            ))}
          </ul>
        ) : null}
        {warmUpDone ? null : <p className="px-4 pt-2 text-[0.94rem]">▨ No warm-up: not comparable</p>}
        <nav aria-label="Battery" className="max-lg:overflow-x-auto">
          <ol className="flex gap-1 p-3 lg:block lg:space-y-1">
            {tests.map((each, i) => (
              <li key={each.id} className="shrink-0">
                <button
                  type="button"
                  onClick={() => go(i)}
                  aria-current={i === at ? 'step' : undefined}
                  className={clsx('flex min-h-11 w-full items-center gap-2.5 px-2.5 py-1.5 text-left text-[0.98rem] leading-tight', i === at ? 'stone bg-chalk font-bold text-night' : isDone(each) ? 'text-mortar hover:bg-night-2' : 'hover:bg-night-2')}
                >
                  <span aria-hidden="true">{isDone(each) ? '■' : countOf(each.id, 'both') + countOf(each.id, 'left') + countOf(each.id, 'right') > 0 ? '◧' : '□'}</span>
                  <span className="max-lg:whitespace-nowrap">
                    {each.name}
                    <span className="sr-only">{isDone(each) ? ', done' : ''}</span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </nav>
        <div className="mt-auto px-4 pb-4 max-lg:hidden">
          <Form method="post">
            <button type="submit" disabled={finishing || outbox.entries.length > 0 || trials.length === 0} className={clsx('stone min-h-12 w-full px-3 font-bold', allDone ? 'bg-zest text-night' : 'bg-night-3 disabled:opacity-60')}>
              {allDone ? 'Finish and rank' : 'Finish early and rank'}
            </button>
          </Form>
          <p className="mt-2 text-[0.9rem] text-mortar">Press ? for the keys.</p>
        </div>
      </aside>
      <main className="min-w-0 px-4 pb-10 pt-4 sm:px-8">
        <OutboxLine outbox={outbox} athleteId={athleteId} screeningId={screeningId} />
        <TrialPanel
          key={`${test.id}|${side}|${round}`}
          test={test}
          side={side}
          onSide={(next) => {
            setSide(next);
            setRound((n) => n + 1);
          }}
          screeningId={screeningId}
          onDate={onDate}
          trials={trials.filter((trial) => trial.testId === test.id)}
          count={countOf(test.id, side)}
          blocked={endedByPain(test)}
          restUntil={restUntil}
          onRestOver={() => setRestUntil(undefined)}
          onKeep={keep}
          onUndoKept={undoLast}
          next={nextOpen >= 0 && isDone(test) ? tests[nextOpen] : undefined}
          onNext={() => go(nextOpen >= 0 ? nextOpen : (at + 1) % tests.length)}
        />
        <Form method="post" className="mt-10 lg:hidden">
          <button type="submit" disabled={finishing || outbox.entries.length > 0 || trials.length === 0} className={clsx('stone min-h-12 w-full px-3 font-bold', allDone ? 'bg-zest text-night' : 'bg-night-3 disabled:opacity-60')}>
            {allDone ? 'Finish and rank' : 'Finish early and rank'}
          </button>
        </Form>
      </main>
    </div>
  );
}

function OutboxLine({ outbox, athleteId, screeningId }: { outbox: ReturnType<typeof useOutbox>; athleteId: string; screeningId: string }) {
  const n = outbox.entries.length;
  const kept = `${n} ${n === 1 ? 'entry is' : 'entries are'} kept on this device`;
  const line = 'mb-4 border-2 border-chalk px-4 py-2.5';
  if (outbox.state === 'waiting' && n > 0) {
    return (
      <p role="status" className={line}>
        The server does not answer. {kept} and sent when it does.{' '}
        <button type="button" className="underline" onClick={() => void outbox.retry()}>
          Try now
        </button>
      </p>
    );
  }
  if (outbox.state === 'signed-out') {
    return (
      <p role="alert" className={line}>
        Your sign-in has run out. {kept}.{' '}
        <a href={`/sign-in?next=${encodeURIComponent(`/athletes/${athleteId}/screen/${screeningId}`)}`} className="font-bold">
          Sign in again
        </a>{' '}
        and they are sent.
      </p>
    );
  }
  if (outbox.state === 'refused') {
    return (
      <p role="alert" className={line}>
        Not accepted: {outbox.refusal}{' '}
        <button type="button" className="underline" onClick={() => void outbox.drop()}>
          Take it off this device
        </button>
      </p>
    );
  }
  return (
    <p role="status" className="sr-only">
      {n > 0 ? 'Saving' : 'All trials saved'}
    </p>
  );
}

const help = [
  { key: 'Space', says: 'Start, stop' },
  { key: 'L R', says: 'Side' },
  { key: 'F 1-9', says: 'Fault by its number, with the time' },
  { key: 'C', says: 'Corrected: the hold goes on' },
  { key: '1-6', says: 'Answer the question at hand' },
  { key: '0-9', says: 'Pain, when it is asked' },
  { key: 'U', says: 'Undo' },
  { key: 'P', says: 'Stop for pain or dizziness' },
  { key: 'N', says: 'Next test' },
];

interface PanelProps {
  test: StationTest;
  side: SideKey;
  onSide: (side: SideKey) => void;
  screeningId: string;
  onDate: string;
  trials: ShownTrial[];
  count: number;
  blocked: boolean;
  restUntil: number | undefined;
  onRestOver: () => void;
  onKeep: (trial: TrialInput) => void;
  onUndoKept: () => void;
  next: StationTest | undefined;
  onNext: () => void;
}

/** One trial from ready to kept. It is kept by itself when the last question is answered. */
function TrialPanel(props: PanelProps) {
  const { test, side, trials, blocked, restUntil, next } = props;
  const [state, send] = useReducer(stepStation, undefined, () => readyStation(test.kind, test.withGrade, side, test.stopAtS));
  const [armed, setArmed] = useState(false);
  const id = useRef('');
  const kept = useRef(false);
  const now = () => performance.now();
  const running = state.phase === 'running' || state.phase === 'correcting';
  const timed = test.kind === 'hold';
  const open = openQuestions(state);

  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => send({ type: 'tick', atMs: performance.now() }), 50);
    return () => clearInterval(timer);
  }, [running]);

  const keepNow = useRef(props.onKeep);
  keepNow.current = props.onKeep;
  const complete = state.phase === 'answers' && open.length === 0;
  useEffect(() => {
    // The last tap may still be taken back for a moment; then the trial is kept.
    if (!complete || kept.current) return;
    const timer = setTimeout(() => {
      kept.current = true;
      id.current ||= uuidv7();
      keepNow.current({
        id: id.current, screeningId: props.screeningId, testId: test.id, onDate: props.onDate, side, value: state.value ?? null, grade: state.grade ?? null, t1S: state.t1S ?? null,
        faults: state.faults.map((each) => ({ ...each })), feltIn: state.feltIn ?? null, painScore: state.painScore ?? 0, painRegion: (state.painRegion ?? null) as TrialInput['painRegion'],
        endReason: state.endReason ?? 'done', capS: test.capS ?? null, recordedAt: new Date().toISOString(),
      });
    }, 350);
    return () => clearTimeout(timer);
  }, [complete, state, props.screeningId, props.onDate, side, test]);

  const faultBy = (index: number) => {
    const each = test.faults[index];
    if (each) send({ type: 'fault', faultId: each.id, action: each.action, atMs: now() });
  };
  const undo = () => (state.before ? send({ type: 'undo' }) : props.onUndoKept());

  useViewKeys(help, (event) => {
    const key = event.key.toLowerCase();
    const digit = /^\d$/.test(key) ? Number(key) : undefined;
    if (armed && digit !== undefined && digit > 0) {
      setArmed(false);
      faultBy(digit - 1);
      return;
    }
    setArmed(false);
    if (key === ' ') {
      event.preventDefault();
      if (blocked) return;
      if (running) send({ type: 'stop', atMs: now() });
      else if (timed && state.phase === 'ready') send({ type: 'start', atMs: now() });
    } else if (key === 'f') setArmed(true);
    else if (key === 'l' || key === 'r') {
      if (test.sided && state.phase === 'ready') props.onSide(key === 'l' ? 'left' : 'right');
    } else if (key === 'c') send({ type: 'corrected', atMs: now() });
    else if (key === 'u') undo();
    else if (key === 'p') send({ type: 'pain_stop', atMs: now() });
    else if (key === 'n') {
      if (!running) props.onNext();
    } else if (digit !== undefined) answerBy(digit);
  });

  /** A digit answers the first open question. */
  const answerBy = (digit: number) => {
    const question: string | undefined = open[0] ?? (state.phase === 'ready' ? (test.kind === 'grade' ? 'grade' : timed ? undefined : 'figure') : undefined);
    const grade = grades[digit - 1];
    const place = feltPlaces[digit - 1];
    if (question === 'grade' && grade) send({ type: 'grade', grade });
    else if (question === 'felt' && place) send({ type: 'felt', place });
    else if (question === 'pain') send({ type: 'pain', score: digit, region: state.painRegion });
    else if (question === 'figure' && (test.maxLevel ?? test.max) <= 10 && digit >= test.min && digit <= (test.maxLevel ?? test.max)) send({ type: 'figure', value: digit });
  };

  const resting = restUntil !== undefined && state.phase === 'ready';
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-3">
        <div className="max-w-2xl">
          <h2 className="text-[2rem] sm:text-[2.6rem]">{test.name}</h2>
          <p className="mt-1 text-lg leading-snug">{test.setUp}</p>
          <p className="mt-1 text-mortar">
            {test.stand} Say: “{test.tell}”{test.spotter ? ' Spotter or wall within reach.' : ''} {test.notes.join(' ')}
          </p>
        </div>
        <dl className="figures grid grid-cols-[auto_auto] gap-x-4 text-[1.02rem]">
          <dt className="text-mortar">Target</dt>
          <dd>
            <strong>{test.target}</strong>{' '}
            <span title={test.targetNote} className="border-b border-dotted border-mortar">
              {test.targetSource}
            </span>
          </dd>
          {test.last.map((each) => (
            <div key={each.side} className="contents">
              <dt className="text-mortar">Last {sideName(each.side)}</dt>
              <dd>{each.text}</dd>
            </div>
          ))}
        </dl>
      </div>
      <p className="mt-3 border-l-4 border-chalk pl-3 text-[0.98rem]">
        <strong>Stops at</strong> {test.stopRule}
        {test.capS ? ` The clock stops at ${test.capS} s: a caution.` : ''}
      </p>

      <div className="mt-5 grid gap-x-10 gap-y-7 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div>
          {test.sided ? (
            <fieldset className="mb-4 flex flex-wrap items-center gap-2">
              <legend className="sr-only">{test.sideMeans}</legend>
              {(['left', 'right'] as const).map((each) => (
                <button
                  key={each}
                  type="button"
                  disabled={state.phase !== 'ready' && each !== side}
                  aria-pressed={side === each}
                  onClick={() => state.phase === 'ready' && props.onSide(each)}
                  className="min-h-12 min-w-28 border border-night-3 px-4 text-lg capitalize aria-pressed:bg-chalk aria-pressed:font-bold aria-pressed:text-night disabled:opacity-50"
                >
                  {each}
                </button>
              ))}
              <span className="text-mortar">
                {test.sideMeans?.toLowerCase()}, trial {Math.min(props.count + 1, test.trials)} of {test.trials}
              </span>
            </fieldset>
          ) : (
            <p className="mb-4 text-mortar">
              Trial {Math.min(props.count + 1, test.trials)} of {test.trials}
            </p>
          )}

          {timed && state.phase !== 'answers' ? <Clock readS={() => elapsedS(state, now())} running={running} capS={test.stopAtS} /> : null}
          {state.phase === 'answers' && timed ? (
            <p className="head figures text-[clamp(4rem,14vw,8rem)] leading-[0.9]">
              {state.value?.toFixed(1)}
              <span className="ml-3 text-[0.28em] text-mortar">{state.endReason === 'cap' ? 's, held to the cap' : state.endReason === 'pain' ? 's, stopped' : 's'}</span>
            </p>
          ) : null}

          {blocked ? (
            <p role="alert" className="mt-4 border-2 border-chalk p-4 text-lg">
              <strong>Ended for today.</strong> Pain was recorded in this test. Go on with another one, or refer.
            </p>
          ) : (
            <>
              {state.phase === 'correcting' ? (
                <p className="mt-4" role="alert">
                  <button type="button" onClick={() => send({ type: 'corrected', atMs: now() })} className="stone min-h-16 w-full bg-zest px-6 text-2xl font-bold text-night">
                    Corrected, goes on <span className="font-normal">(3 s)</span>
                  </button>
                </p>
              ) : null}
              {timed && state.phase !== 'answers' ? (
                <div className="mt-5 flex flex-wrap gap-3 max-sm:sticky max-sm:bottom-3">
                  {running ? (
                    <button type="button" onClick={() => send({ type: 'stop', atMs: now() })} className={clsx('min-h-20 grow px-8 text-2xl font-bold', state.phase === 'correcting' ? 'border-2 border-chalk' : 'stone bg-zest text-night')}>
                      Stop: position lost
                    </button>
                  ) : (
                    <button type="button" onClick={() => send({ type: 'start', atMs: now() })} className={clsx('stone min-h-20 grow px-8 text-2xl font-bold', next ? 'bg-night-3' : 'bg-zest text-night')}>
                      Start{test.sided ? ` ${side} side` : ''}
                    </button>
                  )}
                </div>
              ) : null}
              {!timed && test.kind !== 'grade' && (state.phase !== 'answers' || open.includes('figure')) ? <FigureInput test={test} value={state.value} onFigure={(value) => send({ type: 'figure', value })} /> : null}
              {!timed && test.kind !== 'grade' && state.phase === 'answers' && state.value !== undefined ? (
                <p className="head figures mb-4 text-6xl">
                  {test.kind === 'level' ? (state.value < 0 ? 'Not yet' : test.levels?.[state.value]) : state.value} <span className="text-2xl text-mortar">{test.kind === 'level' ? '' : test.unit}</span>
                </p>
              ) : null}
              {test.kind === 'grade' && state.phase === 'ready' ? <GradeKeys state={state} send={send} /> : null}
              {test.kind === 'grade' && state.grade ? <p className="head mb-4 text-5xl">{gradeWords[state.grade]}</p> : null}
              {state.phase === 'answers' ? (
                <div className="mt-5 space-y-6">
                  {(test.withGrade || test.kind === 'grade') && open.includes('grade') ? <GradeKeys state={state} send={send} /> : null}
                  {!open.includes('grade') && !open.includes('figure') ? (
                    <>
                      {state.endReason !== 'pain' ? <FeltKeys state={state} send={send} /> : null}
                      <PainKeys state={state} send={send} />
                    </>
                  ) : null}
                </div>
              ) : null}
            </>
          )}

          {resting || next ? (
            <div className="mt-6 flex flex-wrap items-center gap-5 border-t border-night-3 pt-4">
              {resting && restUntil !== undefined ? (
                <p className="flex items-baseline gap-3">
                  <span className="text-mortar">Rest</span> <RestClock untilMs={restUntil} onOver={props.onRestOver} />
                  <button type="button" className="min-h-11 underline" onClick={props.onRestOver}>
                    Skip
                  </button>
                </p>
              ) : null}
              {next && state.phase === 'ready' ? (
                <button type="button" onClick={props.onNext} className="stone min-h-14 bg-zest px-6 text-lg font-bold text-night">
                  Next: {next.name}
                </button>
              ) : null}
            </div>
          ) : null}
        </div>

        <div className="space-y-6">
          {state.phase === 'answers' ? null : (
            <button type="button" onClick={() => send({ type: 'pain_stop', atMs: now() })} className="hatched min-h-14 w-full border-2 border-chalk bg-night px-3 text-night-3">
              <span className="bg-night px-2 py-1 text-lg font-bold text-chalk">Stop: pain or dizzy</span>
            </button>
          )}
          <FaultKeys test={test} state={state} armed={armed} onFault={faultBy} />
          <button type="button" onClick={undo} disabled={!state.before && trials.length === 0} className="flex min-h-11 items-center gap-2 underline decoration-night-3 decoration-2 underline-offset-4 disabled:opacity-50">
            <Undo2 aria-hidden="true" className="size-5" /> Undo
          </button>
          {trials.length > 0 ? (
            <section aria-label="Trials of this test">
              <h3 className="mb-1 font-text text-base font-normal tracking-normal text-mortar">Trials</h3>
              <ul className="figures">
                {trials.map((trial) => (
                  <li key={trial.id} className="flex justify-between gap-4 border-t border-night-3 py-1.5">
                    <span>
                      {sideName(trial.side)} <strong>{trial.text}</strong>
                      {trial.ended === 'pain' ? ', pain' : ''}
                    </span>
                    <span className="text-mortar">{trial.sent ? 'saved' : 'on this device'}</span>
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
        </div>
      </div>
    </>
  );
}
