import clsx from 'clsx';
import Undo2 from 'lucide-react/icons/undo-2';
import { useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { Figure } from '~/app/components/figure';
import { useViewKeys } from '~/app/lib/keys';
import type { SideKey } from '~/core/catalogue/qualities';
import { elapsedS, openQuestions, readyStation, stepStation } from '~/core/screen/station';
import type { TrialInput } from '~/core/screen/trial';
import { feltPlaces, grades, gradeWords } from '~/core/screen/words';
import { Clock, RestClock } from './clock';
import { FaultKeys } from './fault-keys';
import { FigureInput } from './figure-input';
import { FeltKeys, GradeKeys, PainKeys } from './questions';
import { type ShownTrial, type StationTest, sideName } from './types';

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
export function TrialPanel(props: PanelProps) {
  const { test, side, trials, blocked, restUntil, next } = props;
  const [state, send] = useReducer(stepStation, undefined, () =>
    readyStation(test.kind, test.withGrade, side, test.stopAtS),
  );
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
        id: id.current,
        screeningId: props.screeningId,
        testId: test.id,
        onDate: props.onDate,
        side,
        value: state.value ?? null,
        grade: state.grade ?? null,
        t1S: state.t1S ?? null,
        faults: state.faults.map((each) => ({ ...each })),
        feltIn: state.feltIn ?? null,
        painScore: state.painScore ?? 0,
        painRegion: (state.painRegion ?? null) as TrialInput['painRegion'],
        endReason: state.endReason ?? 'done',
        capS: test.capS ?? null,
        recordedAt: new Date().toISOString(),
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
    const question: string | undefined =
      open[0] ??
      (state.phase === 'ready'
        ? test.kind === 'grade'
          ? 'grade'
          : timed
            ? undefined
            : 'figure'
        : undefined);
    const grade = grades[digit - 1];
    const place = feltPlaces[digit - 1];
    if (question === 'grade' && grade) send({ type: 'grade', grade });
    else if (question === 'felt' && place) send({ type: 'felt', place });
    else if (question === 'pain') send({ type: 'pain', score: digit, region: state.painRegion });
    else if (
      question === 'figure' &&
      (test.maxLevel ?? test.max) <= 10 &&
      digit >= test.min &&
      digit <= (test.maxLevel ?? test.max)
    )
      send({ type: 'figure', value: digit });
  };

  // Keys and screen readers start at the trial, not at the button that led here.
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => panel.current?.focus({ preventScroll: true }), []);

  const resting = restUntil !== undefined && state.phase === 'ready';
  return (
    <div ref={panel} tabIndex={-1} className="outline-none">
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-3">
        <div className="max-w-2xl">
          <Figure
            posture={test.posture}
            needs={test.needs}
            label={`Set-up of ${test.name}, drawn`}
            plain
            className="float-right ml-4 h-20 w-32 [--fig-ground:var(--color-night)] max-sm:h-16 max-sm:w-24"
          />
          <h2 className="text-[2rem] sm:text-[2.6rem]">{test.name}</h2>
          <p className="mt-1 text-lg leading-snug">{test.setUp}</p>
          <p className="mt-1 text-mortar">
            {test.stand} Say: “{test.tell}”{test.spotter ? ' Spotter or wall within reach.' : ''}{' '}
            {test.notes.join(' ')}
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
                {test.sideMeans?.toLowerCase()}, trial {Math.min(props.count + 1, test.trials)} of{' '}
                {test.trials}
              </span>
            </fieldset>
          ) : (
            <p className="mb-4 text-mortar">
              Trial {Math.min(props.count + 1, test.trials)} of {test.trials}
            </p>
          )}

          {timed && state.phase !== 'answers' ? (
            <Clock readS={() => elapsedS(state, now())} running={running} capS={test.stopAtS} />
          ) : null}
          {state.phase === 'answers' && timed ? (
            <p className="head figures text-[clamp(4rem,14vw,8rem)] leading-[0.9]">
              {state.value?.toFixed(1)}
              <span className="ml-3 text-[0.28em] text-mortar">
                {state.endReason === 'cap'
                  ? 's, held to the cap'
                  : state.endReason === 'pain'
                    ? 's, stopped'
                    : 's'}
              </span>
            </p>
          ) : null}

          {blocked ? (
            <p role="alert" className="mt-4 border-2 border-chalk p-4 text-lg">
              <strong>Ended for today.</strong> Pain was recorded in this test. Go on with another one, or
              refer.
            </p>
          ) : (
            <>
              {state.phase === 'correcting' ? (
                <p className="mt-4" role="alert">
                  <button
                    type="button"
                    onClick={() => send({ type: 'corrected', atMs: now() })}
                    className="stone min-h-16 w-full bg-zest px-6 text-2xl font-bold text-night"
                  >
                    Corrected, goes on <span className="font-normal">(3 s)</span>
                  </button>
                </p>
              ) : null}
              {timed && state.phase !== 'answers' ? (
                <div className="mt-5 flex flex-wrap gap-3 max-sm:sticky max-sm:bottom-3">
                  {running ? (
                    <button
                      type="button"
                      onClick={() => send({ type: 'stop', atMs: now() })}
                      className={clsx(
                        'min-h-20 grow px-8 text-2xl font-bold',
                        state.phase === 'correcting' ? 'border-2 border-chalk' : 'stone bg-zest text-night',
                      )}
                    >
                      Stop: position lost
                    </button>
                  ) : (
                    <button
                      type="button"
                      onClick={() => send({ type: 'start', atMs: now() })}
                      className={clsx(
                        'stone min-h-20 grow px-8 text-2xl font-bold',
                        next ? 'bg-night-3' : 'bg-zest text-night',
                      )}
                    >
                      Start{test.sided ? ` ${side} side` : ''}
                    </button>
                  )}
                </div>
              ) : null}
              {!timed && test.kind !== 'grade' && (state.phase !== 'answers' || open.includes('figure')) ? (
                <FigureInput
                  test={test}
                  value={state.value}
                  onFigure={(value) => send({ type: 'figure', value })}
                />
              ) : null}
              {!timed && test.kind !== 'grade' && state.phase === 'answers' && state.value !== undefined ? (
                <p className="head figures mb-4 text-6xl">
                  {test.kind === 'level'
                    ? state.value < 0
                      ? 'Not yet'
                      : test.levels?.[state.value]
                    : state.value}{' '}
                  <span className="text-2xl text-mortar">{test.kind === 'level' ? '' : test.unit}</span>
                </p>
              ) : null}
              {test.kind === 'grade' && state.phase === 'ready' ? (
                <GradeKeys state={state} send={send} />
              ) : null}
              {test.kind === 'grade' && state.grade ? (
                <p className="head mb-4 text-5xl">{gradeWords[state.grade]}</p>
              ) : null}
              {state.phase === 'answers' ? (
                <div className="mt-5 space-y-6">
                  {(test.withGrade || test.kind === 'grade') && open.includes('grade') ? (
                    <GradeKeys state={state} send={send} />
                  ) : null}
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
                  <span className="text-mortar">Rest</span>{' '}
                  <RestClock untilMs={restUntil} onOver={props.onRestOver} />
                  <button type="button" className="min-h-11 underline" onClick={props.onRestOver}>
                    Skip
                  </button>
                </p>
              ) : null}
              {next && state.phase === 'ready' ? (
                <button
                  type="button"
                  onClick={props.onNext}
                  className="stone min-h-14 bg-zest px-6 text-lg font-bold text-night"
                >
                  Next: {next.name}
                </button>
              ) : null}
            </div>
          ) : null}
        </div>

        <div className="space-y-6">
          <button
            type="button"
            onClick={() => send({ type: 'pain_stop', atMs: now() })}
            className="hatched min-h-14 w-full border-2 border-chalk bg-night px-3 text-night-3"
          >
            <span className="bg-night px-2 py-1 text-lg font-bold text-chalk">Stop: pain or dizzy</span>
          </button>
          <FaultKeys test={test} state={state} armed={armed} onFault={faultBy} />
          <button
            type="button"
            onClick={undo}
            disabled={!state.before && trials.length === 0}
            className="flex min-h-11 items-center gap-2 underline decoration-night-3 decoration-2 underline-offset-4 disabled:opacity-50"
          >
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
    </div>
  );
}
