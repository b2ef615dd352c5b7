import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { useOutbox } from '~/app/lib/outbox/outbox';
import { clearSquad, loadSquad, saveSquad } from '~/app/lib/squad-store';
import { notCounted } from '~/core/screen/station/resume';
import {
  isAnswered,
  readySquad,
  type SquadAthlete,
  type SquadClock,
  type SquadEvent,
  type SquadState,
  squadTrial,
  stepSquad,
} from '~/core/screen/station/squad';

/** The last tap may be taken back for so long before the answers are kept. */
const settleMs = 900;

type Event = SquadEvent | { type: 'restore'; state: SquadState };

const step = (was: SquadState, event: Event): SquadState =>
  event.type === 'restore' ? event.state : stepSquad(was, event);

/** The clocks of one test on one day: they run, survive a reload, and keep each time at its stop and its answers after. */
export function useSquad(
  test: { readonly id: string; readonly sided: boolean },
  today: string,
  warmUpDone: boolean,
  chosen: readonly SquadAthlete[],
) {
  const { keep } = useOutbox();
  const [state, send] = useReducer(step, undefined, () => readySquad(chosen, test.sided));
  const screenings = useRef<Record<string, string>>({});
  /** What was last told of each clock of this round, under the id of its trial. */
  const trialIds = useRef<Record<string, { id: string; told: string }>>({});
  const [restored, setRestored] = useState(false);
  const ready = useRef(false);
  useEffect(() => {
    const stored = loadSquad(today, test.id);
    if (stored) {
      screenings.current = { ...stored.screenings };
      trialIds.current = { ...stored.trials };
      send({ type: 'restore', state: stored.state });
      setRestored(stored.state.clocks.some((clock) => clock.phase === 'running'));
    }
    ready.current = true;
  }, [today, test.id]);
  useEffect(() => {
    if (ready.current)
      saveSquad(today, test.id, { state, screenings: screenings.current, trials: trialIds.current });
  }, [state, today, test.id]);

  const anyRunning = state.clocks.some((clock) => clock.phase === 'running');
  useEffect(() => {
    if (!anyRunning) return;
    const timer = setInterval(() => send({ type: 'tick', atMs: performance.now() }), 50);
    return () => clearInterval(timer);
  }, [anyRunning]);

  const roundKey = useCallback((clock: SquadClock) => `${clock.letter} ${state.round}`, [state.round]);
  const trialNow = useCallback(
    (clock: SquadClock, id: string, screeningId: string) =>
      squadTrial(clock, {
        id,
        screeningId,
        testId: test.id,
        onDate: today,
        recordedAt: new Date().toISOString(),
      }),
    [test.id, today],
  );
  /** A clock's trial as it stands, after the screen it belongs to; told once for each time it changes. */
  const tell = useCallback(
    (clock: SquadClock) => {
      const key = roundKey(clock);
      const told = JSON.stringify([clock.heldS, clock.endReason, isAnswered(clock) && clock]);
      const known = trialIds.current[key];
      if (known?.told === told) return;
      const opened = screenings.current[clock.athleteId];
      const screeningId = opened ?? uuidv7();
      screenings.current[clock.athleteId] = screeningId;
      const trialId = known?.id ?? uuidv7();
      trialIds.current[key] = { id: trialId, told };
      const trial = trialNow(clock, trialId, screeningId);
      const screening = {
        id: screeningId,
        athleteId: clock.athleteId,
        testId: test.id,
        onDate: today,
        firstSide: clock.firstSide,
        warmUpDone,
      };
      void keep(
        ...(opened ? [] : [{ op: 'open' as const, screening }]),
        known
          ? { op: 'amend' as const, amendmentId: uuidv7(), trial }
          : { op: 'trial' as const, trial: { ...trial, answered: false } },
        ...(known || !trial.answered ? [] : [{ op: 'amend' as const, amendmentId: uuidv7(), trial }]),
      );
    },
    [keep, roundKey, trialNow, test.id, today, warmUpDone],
  );

  // The time is kept at the stop; its answers follow.
  useEffect(() => {
    for (const clock of state.clocks) {
      const known = trialIds.current[roundKey(clock)];
      if (clock.phase === 'stopped' && !isAnswered(clock)) tell(clock);
      // Called back: what was kept of it is not counted.
      if (clock.phase === 'waiting' && known) {
        delete trialIds.current[roundKey(clock)];
        const screeningId = screenings.current[clock.athleteId];
        if (screeningId)
          void keep({
            op: 'amend',
            amendmentId: uuidv7(),
            trial: notCounted(trialNow(clock, known.id, screeningId)),
          });
      }
    }
  }, [state.clocks, roundKey, tell, keep, trialNow]);

  // An answered clock is done after a moment in which the last tap may be taken back.
  const answered = state.clocks.filter(isAnswered);
  const keeping = JSON.stringify(
    answered.map((clock) => [clock.letter, clock.faults, clock.feltIn, clock.painScore, clock.painRegion]),
  );
  const latest = useRef(answered);
  latest.current = answered;
  useEffect(() => {
    if (keeping === '[]') return;
    const timer = setTimeout(() => {
      for (const clock of latest.current) {
        tell(clock);
        send({ type: 'kept', letter: clock.letter });
      }
    }, settleMs);
    return () => clearTimeout(timer);
  }, [keeping, tell]);

  /** Closes the screens that were opened here and forgets the clocks. */
  const finish = async () => {
    await keep(
      ...Object.values(screenings.current).map((screeningId) => ({ op: 'close' as const, screeningId })),
    );
    clearSquad(today, test.id);
  };
  return { state, send, restored, anyRunning, finish };
}
