import { useCallback, useEffect, useRef } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { clearTrial, saveTrial, type TrialInTheMaking } from '~/app/lib/station-store';
import type { SideKey } from '~/core/catalogue/qualities';
import { traceCsv } from '~/core/formats/trace-writer';
import type { StationTest } from '~/core/screen/station/shown';
import { isKeepable, openQuestions, type StationState, trialOf } from '~/core/screen/station/station';
import type { TrialInput } from '~/core/screen/trial/trial';
import type { Trace } from '~/core/signals/instruments';
import type { StillEntry, TraceEntry } from '~/core/sync/entries';

/** What a trial refers to and goes before it. */
export interface Recorded {
  readonly trace?: TraceEntry | undefined;
  readonly still?: StillEntry | undefined;
}

/** Where a trial belongs, and who is told of it. */
export interface TrialKeeping {
  athleteId: string;
  screeningId: string;
  onDate: string;
  test: StationTest;
  side: SideKey;
  /** A trial taken up again: left by a page that was reloaded, or kept with its questions open. */
  resumed: TrialInTheMaking | undefined;
  /** The trial as it stands: first at its stop, then with every answer that completes it. */
  onStop: (trial: TrialInput, again: boolean) => void;
  onDone: (trial: TrialInput, recorded: Recorded) => void;
  /** The same when the panel is left before the wait is over: nothing but keeping it. */
  onLeft: (trial: TrialInput, recorded: Recorded) => void;
}

/** The last tap may be taken back for so long before the answers are kept. */
const settleMs = 350;

/** Keeps one trial: on this device while it is made, its figure at the stop, its answers when the last one is given. */
export function useKeptTrial(props: TrialKeeping, state: StationState) {
  const { test, side, screeningId } = props;
  const id = useRef(props.resumed?.trialId ?? '');
  const recordedAt = useRef(props.resumed?.recordedAt ?? '');
  const trace = useRef<Trace | undefined>(undefined);
  const still = useRef<StillEntry | undefined>(undefined);
  const latest = useRef(state);
  latest.current = state;
  const tell = useRef(props);
  tell.current = props;
  const trialNow = useCallback((): TrialInput => {
    id.current ||= uuidv7();
    recordedAt.current ||= new Date().toISOString();
    const { test: its, ...where } = tell.current;
    return trialOf(latest.current, {
      id: id.current,
      screeningId: where.screeningId,
      testId: its.id,
      onDate: where.onDate,
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
  const figure = isKeepable(state)
    ? JSON.stringify([state.value, state.t1S, state.grade, state.endReason])
    : '';
  // One taken up again is told once more: the same id twice is one trial.
  const told = useRef('');
  useEffect(() => {
    if (figure === '' || figure === told.current) return;
    const again = told.current !== '';
    told.current = figure;
    tell.current.onStop({ ...trialNow(), answered: false }, again);
  }, [figure, trialNow]);

  /** The finished trial with what it refers to; nothing when it is finished already. */
  const finished = useCallback((): readonly [TrialInput, Recorded] | undefined => {
    if (done.current) return undefined;
    done.current = true;
    clearTrial(tell.current.screeningId);
    const trial = trialNow();
    const entry: TraceEntry | undefined = trace.current && {
      id: uuidv7(),
      athleteId: tell.current.athleteId,
      testId: trial.testId,
      side: trial.side,
      source: 'simulated',
      recordedAt: trial.recordedAt,
      csv: traceCsv(trace.current),
    };
    return [
      {
        ...trial,
        traceId: entry?.id ?? null,
        stillId: still.current?.id ?? null,
        simulated: entry !== undefined || still.current?.source === 'drawn',
      },
      { trace: entry, still: still.current },
    ];
  }, [trialNow]);
  const complete = isComplete(state);
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
      const found = isComplete(latest.current) ? finished() : undefined;
      if (found) tell.current.onLeft(...found);
    },
    [finished],
  );

  return {
    trialNow,
    /** Whether its figure is kept already. */
    isTold: () => told.current !== '',
    /** The recording and the picture that belong to it, while it is made. */
    trace,
    still,
  };
}

const isComplete = (state: StationState) => state.phase === 'answers' && openQuestions(state).length === 0;
