import Undo2 from 'lucide-react/icons/undo-2';
import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { useViewKeys, type ViewKey } from '~/app/lib/keys';
import { clearTrial, saveTrial, type TrialInTheMaking } from '~/app/lib/station-store';
import { InstrumentPanel } from '~/app/routes/screen/instrument/instrument-panel';
import type { Side, SideKey } from '~/core/catalogue/qualities';
import type { PainSettings } from '~/core/clear/pain';
import { traceCsv } from '~/core/formats/trace-writer';
import { type ShownTrial, type StationTest, specOf } from '~/core/screen/station/shown';
import {
  elapsedS,
  isKeepable,
  openQuestions,
  readyStation,
  stepStation,
  trialOf,
} from '~/core/screen/station/station';
import type { TrialInput } from '~/core/screen/trial/trial';
import { feltPlaces, grades } from '~/core/screen/trial/words';
import type { InstrumentId, Trace } from '~/core/signals/instruments';
import type { StillEntry, TraceEntry } from '~/core/sync/entries';
import { FaultKeys } from './fault-keys';
import { Figures } from './figures';
import { FeltKeys, GradeKeys, PainKeys } from './questions';
import { NextLine } from './rest-line';
import { SideKeys } from './side-keys';
import { Timing } from './timing';
import { RungChoice, TrialHead } from './trial-head';
import { TrialList } from './trial-list';

interface PanelProps {
  athleteId: string;
  test: StationTest;
  side: SideKey;
  onSide: (side: SideKey) => void;
  onRung: (rungId: string) => void;
  screeningId: string;
  onDate: string;
  trials: readonly ShownTrial[];
  count: number;
  blocked: boolean;
  restUntil: number | undefined;
  onRestOver: () => void;
  instrument: InstrumentId | undefined;
  onInstrument: (instrument: InstrumentId | undefined) => void;
  pain: PainSettings;
  /** The trial at hand once its figure is kept. */
  making: string | undefined;
  /** A trial taken up again: left by a page that was reloaded, or kept with its questions open. */
  resumed: TrialInTheMaking | undefined;
  /** Something is under way that a tap elsewhere must not end. */
  onBusy: (busy: boolean) => void;
  /** The trial as it stands: first at its stop, then with every answer that completes it. */
  onStop: (trial: TrialInput, again: boolean) => void;
  onDone: (trial: TrialInput, recorded: Recorded) => void;
  /** The same when the panel is left before the wait is over: nothing but keeping it. */
  onLeft: (trial: TrialInput, recorded: Recorded) => void;
  onNotCounted: (trial: TrialInput) => void;
  onUndoKept: (() => void) | undefined;
  onAnswer: (trial: ShownTrial) => void;
  next: StationTest | undefined;
  onNext: () => void;
}

/** What a trial refers to and goes before it. */
export interface Recorded {
  readonly trace?: TraceEntry | undefined;
  readonly still?: StillEntry | undefined;
}

/** The last tap may be taken back for so long before the answers are kept. */
const settleMs = 350;

/** One trial from ready to complete. Its figure is kept at the stop, its answers when the last question is answered. */
export function TrialPanel(props: PanelProps) {
  const { test, side, trials, blocked, next } = props;
  const [state, send] = useReducer(
    stepStation,
    undefined,
    () => props.resumed?.state ?? readyStation(specOf(test), side),
  );
  const [armed, setArmed] = useState(false);
  const id = useRef(props.resumed?.trialId ?? '');
  const now = () => performance.now();
  const latest = useRef(state);
  latest.current = state;
  const readS = useCallback(() => elapsedS(latest.current, performance.now()), []);
  const running = state.phase === 'running' || state.phase === 'correcting';
  const clocked = test.kind === 'hold' || test.pace !== undefined;
  const needsRung = test.rungs.length > 0 && test.rungId === undefined;
  const shut = blocked || needsRung;
  const open = openQuestions(state);

  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => send({ type: 'tick', atMs: performance.now() }), 50);
    return () => clearInterval(timer);
  }, [running]);

  const { onBusy } = props;
  useEffect(() => {
    onBusy(running);
    return () => onBusy(false);
  }, [running, onBusy]);

  const recorded = useRef<Trace | undefined>(undefined);
  const still = useRef<StillEntry | undefined>(undefined);
  const recordedAt = useRef(props.resumed?.recordedAt ?? '');
  const tell = useRef(props);
  tell.current = props;
  const trialNow = useCallback((): TrialInput => {
    id.current ||= uuidv7();
    recordedAt.current ||= new Date().toISOString();
    const { test: its, screeningId, onDate } = tell.current;
    return trialOf(latest.current, {
      id: id.current,
      screeningId,
      testId: its.id,
      onDate,
      capS: its.capS ?? null,
      recordedAt: recordedAt.current,
      rungId: its.rungId ?? null,
      traceId: null,
      stillId: null,
      limitDeg: its.limitDeg,
      form: its.form,
    });
  }, []);

  // What a reload must not lose.
  const { screeningId } = props;
  const done = useRef(false);
  // A panel nobody has touched yet has nothing to lose, and must not overwrite what a reload left.
  const untouched = useRef(state);
  useEffect(() => {
    if (done.current || state === untouched.current) return;
    // Its id is stored with it, so that what is kept now and what is answered after a reload are one trial.
    if (isKeepable(state)) id.current ||= uuidv7();
    saveTrial(screeningId, {
      testId: test.id,
      rungId: test.rungId,
      side,
      state,
      trialId: id.current,
      recordedAt: recordedAt.current,
    });
  }, [state, screeningId, test.id, test.rungId, side]);

  // The figure is kept the moment there is one, whatever happens to the page, the network or the answers.
  const keepable = isKeepable(state);
  const figure = keepable ? JSON.stringify([state.value, state.t1S, state.grade, state.endReason]) : '';
  // One taken up again is told once more: the same id twice is one trial.
  const told = useRef('');
  useEffect(() => {
    if (figure === '' || figure === told.current) return;
    const again = told.current !== '';
    told.current = figure;
    tell.current.onStop({ ...trialNow(), answered: false }, again);
  }, [figure, trialNow]);

  const complete = state.phase === 'answers' && open.length === 0;
  /** The finished trial with what it refers to; nothing when it is finished already. */
  const finished = useCallback((): readonly [TrialInput, Recorded] | undefined => {
    if (done.current) return undefined;
    done.current = true;
    clearTrial(tell.current.screeningId);
    const trial = trialNow();
    const trace: TraceEntry | undefined = recorded.current && {
      id: uuidv7(),
      athleteId: tell.current.athleteId,
      testId: trial.testId,
      side: trial.side,
      source: 'simulated',
      recordedAt: trial.recordedAt,
      csv: traceCsv(recorded.current),
    };
    return [
      {
        ...trial,
        traceId: trace?.id ?? null,
        stillId: still.current?.id ?? null,
        simulated: trace !== undefined || still.current?.source === 'drawn',
      },
      { trace, still: still.current },
    ];
  }, [trialNow]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: any new answer starts the wait again
  useEffect(() => {
    if (!complete) return;
    const timer = setTimeout(() => {
      const found = finished();
      if (found) tell.current.onDone(...found);
    }, settleMs);
    return () => clearTimeout(timer);
  }, [complete, state, finished]);
  // Left within the wait: what is complete is kept all the same.
  useEffect(
    () => () => {
      const { phase } = latest.current;
      const found =
        phase === 'answers' && openQuestions(latest.current).length === 0 ? finished() : undefined;
      if (found) tell.current.onLeft(...found);
    },
    [finished],
  );

  const faultBy = (index: number) => {
    const fault = test.faults[index];
    if (fault) send({ type: 'fault', faultId: fault.id, action: fault.action, atMs: now() });
  };
  const undo = () => {
    if (state.before) send({ type: 'undo' });
    else if (told.current !== '') props.onNotCounted(trialNow());
    else props.onUndoKept?.();
  };

  const turnTo = (its: Side) => () => {
    if (test.sided && state.phase === 'ready' && told.current === '') props.onSide(its);
  };
  const keys: readonly ViewKey[] = [
    {
      key: 'Space',
      on: 'Space',
      says: 'Start, stop',
      does: (event) => {
        event.preventDefault();
        if (shut) return;
        if (running) send({ type: 'stop', atMs: now() });
        else if (clocked && state.phase === 'ready') send({ type: 'start', atMs: now() });
      },
    },
    { key: 'L', on: 'l', says: 'Left side', does: turnTo('left') },
    { key: 'R', on: 'r', says: 'Right side', does: turnTo('right') },
    { key: 'F 1-9', on: 'f', says: 'Fault by its number, with the time', does: () => setArmed(true) },
    {
      key: '0-9',
      on: '([0-9])',
      says: 'Answer the question at hand; pain, when it is asked',
      does: ({ key }) => {
        const digit = Number(key);
        if (armed && digit > 0) faultBy(digit - 1);
        else if (!shut) answerBy(digit);
      },
    },
    {
      key: 'C',
      on: 'c',
      says: 'Corrected: the hold goes on',
      does: () => send({ type: 'corrected', atMs: now() }),
    },
    { key: 'U', on: 'u', says: 'Undo', does: undo },
    {
      key: 'P',
      on: 'p',
      says: 'Stop for pain or dizziness',
      does: () => send({ type: 'pain_stop', atMs: now() }),
    },
    {
      key: 'N',
      on: 'n',
      says: 'Next test',
      does: () => {
        if (!running) props.onNext();
      },
    },
  ];
  useViewKeys(
    keys.map((key) => ({
      ...key,
      // Whatever comes after F disarms it.
      does: (event) => {
        setArmed(false);
        key.does(event);
      },
    })),
  );

  /** A digit answers the first open question. */
  const answerBy = (digit: number) => {
    const ready =
      state.phase !== 'ready' || test.kind === 'hold'
        ? undefined
        : test.kind === 'grade'
          ? 'grade'
          : 'figure';
    const question: string | undefined = open[0] ?? ready;
    const grade = grades[digit - 1];
    const place = feltPlaces[digit - 1];
    const most = test.maxLevel ?? test.max;
    if (question === 'grade' && grade) send({ type: 'grade', grade });
    else if (question === 'felt' && place) send({ type: 'felt', place });
    else if (question === 'pain') send({ type: 'pain', score: digit, region: state.painRegion });
    else if (question === 'figure' && most <= 10 && digit >= test.min && digit <= most)
      send({ type: 'figure', value: digit });
  };

  // Keys and screen readers start at the trial, not at the button that led here.
  const panel = useRef<HTMLDivElement>(null);
  useEffect(() => panel.current?.focus({ preventScroll: true }), []);

  const asked =
    state.phase === 'answers' &&
    !open.includes('grade') &&
    !open.includes('figure') &&
    !open.includes('fault');
  return (
    <div ref={panel} tabIndex={-1} className="outline-none">
      <TrialHead
        test={test}
        running={running}
        rungChoice={<RungChoice test={test} rungId={test.rungId} onRung={props.onRung} />}
      />
      <div className="mt-5 grid gap-x-10 gap-y-5 lg:grid-cols-[minmax(0,1fr)_19rem] lg:grid-rows-[auto_1fr]">
        {/* Always in reach: on a phone it stays at the top while the page moves under it. */}
        <button
          type="button"
          onClick={() => send({ type: 'pain_stop', atMs: now() })}
          className="hatched min-h-14 w-full border-2 border-chalk bg-night px-3 text-night-3 max-lg:sticky max-lg:top-2 max-lg:z-10 lg:col-start-2 lg:row-start-1"
        >
          <span className="bg-night px-2 py-1 text-lg font-bold text-chalk">Stop: pain or dizzy</span>
        </button>
        <div className="lg:col-start-1 lg:row-span-2 lg:row-start-1">
          <SideKeys
            test={test}
            side={side}
            trial={Math.min(props.count + 1, test.trials)}
            locked={state.phase !== 'ready' || told.current !== ''}
            onSide={props.onSide}
          />
          {blocked ? (
            <p role="alert" className="mt-4 border-2 border-chalk p-4 text-lg">
              <strong>Ended for today.</strong> Pain was recorded in this test. Go on with another one, or
              refer.
            </p>
          ) : needsRung ? (
            <p className="mt-4 text-lg">Choose the rung first: it sets the sides and the target.</p>
          ) : (
            <>
              <Timing test={test} state={state} send={send} readS={readS} quiet={next !== undefined} />
              <Figures
                test={test}
                state={state}
                send={send}
                asksFigure={open.includes('figure')}
                onStill={(taken) => {
                  still.current = { ...taken, id: uuidv7(), athleteId: props.athleteId };
                }}
              />
              <InstrumentPanel
                test={test}
                athleteId={props.athleteId}
                take={props.count}
                state={state}
                send={send}
                instrument={props.instrument}
                onInstrument={props.onInstrument}
                onTrace={(trace) => {
                  recorded.current = trace;
                }}
              />
              {state.phase === 'answers' ? (
                <div className="mt-5 space-y-6">
                  {open.includes('grade') ? <GradeKeys state={state} send={send} /> : null}
                  {open.includes('fault') ? (
                    <p role="alert" className="border-2 border-chalk p-4 text-lg font-bold">
                      Which fault? Tap it under “Faults seen”.
                    </p>
                  ) : null}
                  {asked ? (
                    <>
                      {state.endReason !== 'pain' ? <FeltKeys state={state} send={send} /> : null}
                      <PainKeys state={state} send={send} settings={props.pain} />
                    </>
                  ) : null}
                </div>
              ) : null}
            </>
          )}
          <NextLine
            ready={state.phase === 'ready'}
            restUntil={props.restUntil}
            onRestOver={props.onRestOver}
            next={next}
            onNext={props.onNext}
          />
        </div>
        <div className="space-y-6 lg:col-start-2 lg:row-start-2">
          <FaultKeys test={test} state={state} armed={armed} onFault={faultBy} />
          <button
            type="button"
            onClick={undo}
            disabled={!state.before && told.current === '' && !props.onUndoKept}
            className="flex min-h-11 items-center gap-2 underline decoration-night-3 decoration-2 underline-offset-4 disabled:opacity-50"
          >
            <Undo2 aria-hidden="true" className="size-5" /> Undo
          </button>
          <TrialList trials={trials} making={props.making} onAnswer={running ? undefined : props.onAnswer} />
        </div>
      </div>
    </div>
  );
}
