import type { Posture } from '~/core/body/posture';
import type { Fault, MeasureKind, Side } from '~/core/catalogue';
import type { Pace, ScreenTest } from '~/core/catalogue/schema';

/** All the station needs of one test, made ready by the server. */
export interface StationTest {
  id: string;
  name: string;
  kind: MeasureKind;
  withGrade: boolean;
  unit: string;
  sided: boolean;
  sideMeans: string | undefined;
  trials: number;
  min: number;
  max: number;
  levels: string[] | undefined;
  maxLevel: number | undefined;
  stopAtS: number | undefined;
  capS: number | undefined;
  restS: number;
  spotter: boolean;
  setUp: string;
  posture: Posture;
  pace: Pace | undefined;
  /** Shapes held one after another. */
  stages: { holdS: number; postures: Posture[] } | undefined;
  /** Directions to be measured, each with its target and the most a caution leaves. */
  directions: { id: string; name: string; target: number; most: number }[];
  /** The angle a caution sets for them. */
  limitDeg: number | undefined;
  /** The easier form a caution set. */
  form: 'one_leg' | undefined;
  /** Figures that may be measured beside it. */
  figures: NonNullable<ScreenTest['figures']>;
  instruments: NonNullable<ScreenTest['instruments']>;
  stills: NonNullable<ScreenTest['stills']>;
  /** Rungs it may be done on, when the tester chooses one. */
  rungs: StationRung[];
  rungId: string | undefined;
  needs: string[];
  stand: string;
  tell: string;
  stopRule: string;
  notes: readonly string[];
  target: string;
  targetSource: string;
  targetNote: string;
  faults: { id: string; name: string; action: Fault['action']; look: string }[];
  /** Last screen's result by side, as text. */
  last: { side: string; text: string; onDate: string }[];
}

/** A rung a minute of reps may be done on. */
export interface StationRung {
  id: string;
  name: string;
  ladder: string;
  sided: boolean;
  target: number;
  posture: Posture;
  /** Why it is not to be used; undefined when it may be. */
  bar: string | undefined;
}

/** A test done on the chosen rung: its sides, shape and target. */
export function onRung(test: StationTest, rungId: string | undefined): StationTest {
  const rung = test.rungs.find((each) => each.id === rungId);
  if (!rung) return test;
  return {
    ...test,
    rungId: rung.id,
    sided: rung.sided,
    sideMeans: rung.sided ? 'Side that works' : undefined,
    posture: rung.posture,
    target: `${rung.target} reps`,
    targetNote: 'the reps in 60 s this rung asks for',
  };
}

/** A trial of this screen, kept on the server or still on this device. */
export interface ShownTrial {
  id: string;
  testId: string;
  side: string;
  text: string;
  ended: string;
  pain: boolean;
  sent: boolean;
  /** Another tester's name, when it was not taken here. */
  testedBy?: string | undefined;
}

export const sideName = (side: string): string => (side === 'both' ? '' : side);
export const otherOf = (side: Side): Side => (side === 'left' ? 'right' : 'left');
