import {
  readySquad,
  type SquadAthlete,
  type SquadClock,
  type SquadEvent,
  type SquadState,
  stepSquad,
} from './squad';

/** Clocks for tests: runners by number, who begin left and right in turn. */

export const athlete = (n: number, more: Partial<SquadAthlete> = {}): SquadAthlete => ({
  athleteId: `athlete ${n}`,
  name: `Runner ${n}`,
  firstSide: n % 2 === 0 ? 'left' : 'right',
  stopAtS: 240,
  capS: undefined,
  ...more,
});
export const squad = (n: number, sided = false) =>
  readySquad(
    Array.from({ length: n }, (_, i) => athlete(i)),
    sided,
  );
export const run = (state: SquadState, ...events: SquadEvent[]) => events.reduce(stepSquad, state);
export const of = (state: SquadState, letter: string): SquadClock => {
  const clock = state.clocks.find((its) => its.letter === letter);
  if (!clock) throw new Error(letter);
  return clock;
};
