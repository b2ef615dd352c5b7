import Undo2 from 'lucide-react/icons/undo-2';
import { useCallback, useEffect, useReducer, useRef } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { InstrumentPanel } from '~/app/routes/screen/instrument/instrument-panel';
import { barsText } from '~/app/words/issue-text';
import type { SideKey } from '~/core/catalogue/qualities';
import type { PainSettings } from '~/core/clear/pain';
import { type ShownTrial, type StationTest, specOf } from '~/core/screen/station/shown';
import { elapsedS, openQuestions, readyStation, stepStation } from '~/core/screen/station/station';
import type { TrialInput } from '~/core/screen/trial/trial';
import type { InstrumentId } from '~/core/signals/instruments';
import { FaultKeys } from './fault-keys';
import { FaultPictures } from './fault-pictures';
import { Figures } from './figures';
import { EndingKeys, FeltKeys, GradeKeys, PainKeys, TrialNote } from './questions';
import { NextLine } from './rest-line';
import { SideKeys } from './side-keys';
import { Timing } from './timing';
import { LoadTaken, RungChoice, TrialHead } from './trial-head';
import { TrialList } from './trial-list';
import { type TrialKeeping, useKeptTrial } from './use-kept-trial';
import { useTrialKeys } from './use-trial-keys';

interface PanelProps extends TrialKeeping {
  onSide: (side: SideKey) => void;
  onRung: (rungId: string) => void;
  /** Another load is taken, for this trial and those after it. */
  onLoad: (value: number) => void;
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
  /** Something is under way that a tap elsewhere must not end. */
  onBusy: (busy: boolean) => void;
  onNotCounted: (trial: TrialInput) => void;
  onUndoKept: (() => void) | undefined;
  onAnswer: (trial: ShownTrial) => void;
  next: StationTest | undefined;
  onNext: () => void;
  onFinish: () => void;
  complete: boolean;
}

/** One trial from ready to complete. Its figure is kept at the stop, its answers when the last question is answered. */
export function TrialPanel(props: PanelProps) {
  const { test, side, trials, blocked, next } = props;
  const [state, send] = useReducer(
    stepStation,
    undefined,
    () => props.resumed?.state ?? readyStation(specOf(test), side),
  );
  const now = () => performance.now();
  const latest = useRef(state);
  latest.current = state;
  const readS = useCallback(() => elapsedS(latest.current, performance.now()), []);
  const running = state.phase === 'running' || state.phase === 'correcting';
  const needsRung = test.rungs.length > 0 && test.rungId === undefined;
  // What is barred meanwhile does not take a running clock from under the tester.
  const barred = test.bars.length > 0 && state.phase === 'ready';
  const shut = blocked || barred || needsRung;
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

  const kept = useKeptTrial(props, state);
  const faultBy = (index: number) => {
    const fault = test.faults[index];
    if (fault) send({ type: 'fault', faultId: fault.id, action: fault.action, atMs: now() });
  };
  const undo = () => {
    if (state.before) send({ type: 'undo' });
    else if (kept.isTold()) props.onNotCounted(kept.trialNow());
    else props.onUndoKept?.();
  };

  const armed = useTrialKeys({
    test,
    state,
    send,
    shut,
    onFault: faultBy,
    onUndo: undo,
    onSide: (its) => {
      if (test.sided && state.phase === 'ready' && !kept.isTold()) props.onSide(its);
    },
    onNext: props.onNext,
    onFinish: props.onFinish,
    complete: props.complete,
  });

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
        load={
          test.load && !running ? (
            <LoadTaken
              load={test.load}
              value={state.parts.load}
              onLoad={(value) => {
                send({ type: 'part', id: 'load', value });
                props.onLoad(value);
              }}
            />
          ) : null
        }
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
            locked={state.phase !== 'ready' || kept.isTold()}
            onSide={props.onSide}
          />
          {blocked ? (
            <p role="alert" className="mt-4 border-2 border-chalk p-4 text-lg">
              <strong>Ended for today.</strong> Pain was recorded in this test. Go on with another one, or
              refer.
            </p>
          ) : barred ? (
            <p role="alert" className="mt-4 border-2 border-chalk p-4 text-lg">
              <strong>Left out:</strong> {barsText(test.bars)}.
            </p>
          ) : needsRung ? (
            <p className="mt-4 text-lg">Choose the rung first: it sets the sides and the target.</p>
          ) : (
            <>
              <Timing test={test} state={state} send={send} readS={readS} quiet={next !== undefined} />
              {/* Within reach of the thumb that has the clock; beside it where there is room. */}
              <FaultKeys
                test={test}
                state={state}
                armed={armed}
                onFault={faultBy}
                className="mt-4 lg:hidden"
              />
              <Figures
                test={test}
                state={state}
                send={send}
                asksFigure={open.includes('figure')}
                onStill={(taken) => {
                  kept.still.current = { ...taken, id: uuidv7(), athleteId: props.athleteId };
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
                  kept.trace.current = trace;
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
                      <EndingKeys state={state} send={send} />
                      {state.endReason !== 'pain' ? <FeltKeys state={state} send={send} /> : null}
                      <TrialNote state={state} send={send} />
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
          <FaultKeys test={test} state={state} armed={armed} onFault={faultBy} className="max-lg:hidden" />
          <button
            type="button"
            onClick={undo}
            disabled={!state.before && !kept.isTold() && !props.onUndoKept}
            className="flex min-h-11 items-center gap-2 underline decoration-night-3 decoration-2 underline-offset-4 disabled:opacity-50"
          >
            <Undo2 aria-hidden="true" className="size-5" /> Undo
          </button>
          <FaultPictures test={test} />
          <TrialList trials={trials} making={props.making} onAnswer={running ? undefined : props.onAnswer} />
        </div>
      </div>
    </div>
  );
}
