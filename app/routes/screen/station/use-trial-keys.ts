import { type Dispatch, useState } from 'react';
import { useViewKeys, type ViewKey } from '~/app/lib/keys';
import type { Side } from '~/core/catalogue/qualities';
import type { StationTest } from '~/core/screen/station/shown';
import { openQuestions, type StationEvent, type StationState } from '~/core/screen/station/station';
import { feltPlaces, grades } from '~/core/screen/trial/words';
import { feltLetters } from './questions';

interface TrialKeys {
  readonly test: StationTest;
  readonly state: StationState;
  readonly send: Dispatch<StationEvent>;
  /** Nothing can be begun or answered: the test is ended for today, or its rung not chosen. */
  readonly shut: boolean;
  readonly onFault: (index: number) => void;
  readonly onUndo: () => void;
  readonly onSide: (side: Side) => void;
  readonly onNext: () => void;
  /** Ends the screen, where every test is done. */
  readonly onFinish: () => void;
  /** The test has all its trials: Space begins no other. */
  readonly complete: boolean;
}

/** A digit answers the first open question. */
function answerOf(test: StationTest, state: StationState, digit: number): StationEvent | undefined {
  const ready = state.phase === 'ready' && test.kind !== 'hold';
  const open = openQuestions(state).filter((question) => question !== 'felt');
  const question = open[0] ?? (ready ? (test.kind === 'grade' ? 'grade' : 'figure') : undefined);
  const grade = grades[digit - 1];
  const most = test.maxLevel ?? test.max;
  if (question === 'grade') return grade && { type: 'grade', grade };
  if (question === 'pain') return { type: 'pain', score: digit, region: state.painRegion };
  if (question === 'figure' && most <= 10 && digit >= test.min && digit <= most)
    return { type: 'figure', value: digit };
  return undefined;
}

/** The keys of a trial; gives whether the next digit names a fault. */
export function useTrialKeys({ test, state, send, shut, ...on }: TrialKeys): boolean {
  const [armed, setArmed] = useState(false);
  const now = () => performance.now();
  const running = state.phase === 'running' || state.phase === 'correcting';
  const clocked = test.kind === 'hold' || test.pace !== undefined;
  const keys: readonly ViewKey[] = [
    {
      key: 'Space',
      on: 'Space',
      says: 'Start, stop',
      does: (event) => {
        event.preventDefault();
        if (shut) return;
        if (running) send({ type: 'stop', atMs: now() });
        else if (clocked && state.phase === 'ready' && !on.complete) send({ type: 'start', atMs: now() });
      },
    },
    { key: 'L', on: 'l', says: 'Left side', does: () => on.onSide('left') },
    { key: 'R', on: 'r', says: 'Right side', does: () => on.onSide('right') },
    { key: 'F 1-9', on: 'f', says: 'Fault by its number, with the time', does: () => setArmed(true) },
    {
      key: '0-9',
      on: '([0-9])',
      says: 'Answer the question at hand; pain, when it is asked',
      does: ({ key }) => {
        const digit = Number(key);
        if (armed && digit > 0) return on.onFault(digit - 1);
        const answer = shut ? undefined : answerOf(test, state, digit);
        if (answer) send(answer);
        // Degrees and large counts are typed: the digit goes into their field.
        else if (!shut) document.querySelector<HTMLInputElement>('[data-typed-figure]')?.focus();
      },
    },
    ...feltPlaces.map((place) => ({
      key: feltLetters[place],
      on: feltLetters[place].toLowerCase(),
      says: `Felt in the ${place}`,
      does: () => {
        if (state.phase === 'answers') send({ type: 'felt', place });
      },
    })),
    {
      key: 'C',
      on: 'c',
      says: 'Corrected: the hold goes on',
      does: () => send({ type: 'corrected', atMs: now() }),
    },
    { key: 'U', on: 'u', says: 'Undo', does: on.onUndo },
    {
      key: 'P',
      on: 'p',
      says: 'Stop for pain or dizziness',
      does: () => send({ type: 'pain_stop', atMs: now() }),
    },
    {
      key: 'E',
      on: 'e',
      says: 'Finish the screen, when every test is done',
      does: () => {
        if (!running) on.onFinish();
      },
    },
    {
      key: 'N',
      on: 'n',
      says: 'Next test',
      does: () => {
        if (!running) on.onNext();
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
  return armed;
}
