import Undo2 from 'lucide-react/icons/undo-2';
import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { InstrumentPanel } from '~/app/components/instrument/instrument-panel';
import { useViewKeys } from '~/app/lib/keys';
import type { Recorded, StillEntry, TraceEntry } from '~/app/lib/outbox';
import type { SideKey } from '~/core/catalogue/qualities';
import { traceCsv } from '~/core/formats/trace-writer';
import { elapsedS, openQuestions, readyStation, stepStation, trialOf } from '~/core/screen/station/station';
import type { TrialInput } from '~/core/screen/trial/trial';
import { feltPlaces, grades } from '~/core/screen/trial/words';
import type { InstrumentId, Trace } from '~/core/signals/instruments';
import { FaultKeys } from './fault-keys';
import { Figures } from './figures';
import { FeltKeys, GradeKeys, PainKeys } from './questions';
import { NextLine } from './rest-line';
import { SideKeys } from './side-keys';
import { Timing } from './timing';
import { RungChoice, TrialHead } from './trial-head';
import { TrialList } from './trial-list';
import type { ShownTrial, StationTest } from './types';

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
  athleteId: string;
  test: StationTest;
  side: SideKey;
  onSide: (side: SideKey) => void;
  onRung: (rungId: string) => void;
  screeningId: string;
  onDate: string;
  trials: ShownTrial[];
  count: number;
  blocked: boolean;
  restUntil: number | undefined;
  onRestOver: () => void;
  instrument: InstrumentId | undefined;
  onInstrument: (instrument: InstrumentId | undefined) => void;
  onKeep: (trial: TrialInput, recorded: Recorded) => void;
  onUndoKept: () => void;
  next: StationTest | undefined;
  onNext: () => void;
}

/** One trial from ready to kept. It is kept by itself when the last question is answered. */
export function TrialPanel(props: PanelProps) {
  const { test, side, trials, blocked, next } = props;
  const [state, send] = useReducer(stepStation, undefined, () =>
    readyStation(
      {
        kind: test.kind,
        withGrade: test.withGrade,
        stopAtS: test.stopAtS,
        pace: test.pace,
        directionIds: test.directions.map((each) => each.id),
      },
      side,
    ),
  );
  const [armed, setArmed] = useState(false);
  const id = useRef('');
  const kept = useRef(false);
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

  const recorded = useRef<Trace | undefined>(undefined);
  const still = useRef<StillEntry | undefined>(undefined);
  const keepNow = useRef(props.onKeep);
  keepNow.current = props.onKeep;
  const complete = state.phase === 'answers' && open.length === 0;
  useEffect(() => {
    // The last tap may still be taken back for a moment; then the trial is kept.
    if (!complete || kept.current) return;
    const timer = setTimeout(() => {
      kept.current = true;
      id.current ||= uuidv7();
      const recordedAt = new Date().toISOString();
      const trace: TraceEntry | undefined = recorded.current && {
        id: uuidv7(),
        athleteId: props.athleteId,
        testId: test.id,
        side,
        source: 'simulated',
        recordedAt,
        csv: traceCsv(recorded.current),
      };
      keepNow.current(
        trialOf(state, {
          id: id.current,
          screeningId: props.screeningId,
          testId: test.id,
          onDate: props.onDate,
          capS: test.capS ?? null,
          recordedAt,
          rungId: test.rungId ?? null,
          traceId: trace?.id ?? null,
          stillId: still.current?.id ?? null,
          limitDeg: test.limitDeg,
          form: test.form,
        }),
        { trace, still: still.current },
      );
    }, 350);
    return () => clearTimeout(timer);
  }, [complete, state, props.screeningId, props.athleteId, props.onDate, side, test]);

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
      if (shut) return;
      if (running) send({ type: 'stop', atMs: now() });
      else if (clocked && state.phase === 'ready') send({ type: 'start', atMs: now() });
    } else if (key === 'f') setArmed(true);
    else if (key === 'l' || key === 'r') {
      if (test.sided && state.phase === 'ready') props.onSide(key === 'l' ? 'left' : 'right');
    } else if (key === 'c') send({ type: 'corrected', atMs: now() });
    else if (key === 'u') undo();
    else if (key === 'p') send({ type: 'pain_stop', atMs: now() });
    else if (key === 'n') {
      if (!running) props.onNext();
    } else if (digit !== undefined && !shut) answerBy(digit);
  });

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

  const asked = state.phase === 'answers' && !open.includes('grade') && !open.includes('figure');
  return (
    <div ref={panel} tabIndex={-1} className="outline-none">
      <TrialHead
        test={test}
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
            locked={state.phase !== 'ready'}
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
                  {asked ? (
                    <>
                      {state.endReason !== 'pain' ? <FeltKeys state={state} send={send} /> : null}
                      <PainKeys state={state} send={send} />
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
            disabled={!state.before && trials.length === 0}
            className="flex min-h-11 items-center gap-2 underline decoration-night-3 decoration-2 underline-offset-4 disabled:opacity-50"
          >
            <Undo2 aria-hidden="true" className="size-5" /> Undo
          </button>
          <TrialList trials={trials} />
        </div>
      </div>
    </div>
  );
}
