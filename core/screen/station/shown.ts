import type { Posture } from '~/core/body/posture';
import type { Fault, MeasureKind, Side } from '~/core/catalogue';
import type { LoadField } from '~/core/catalogue/rung-load';
import type { Pace, ScreenTest } from '~/core/catalogue/schema';
import type { Issue } from '~/core/result';
import type { TrialInput, TrialMark } from '~/core/screen/trial/trial';
import { counted } from '~/core/words/counted';
import type { StationSpec } from './station';

/** All the station needs of one test, made ready by the server. */
export interface StationTest {
  id: string;
  name: string;
  /** Why it may not be done now; empty when it may. */
  bars: readonly Issue[];
  kind: MeasureKind;
  withGrade: boolean;
  /** Its figure is the number of fault taps. */
  countsFaults: boolean;
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
  /** The load it asks of this athlete, what is taken from the rack for it, and how it is typed. */
  load: TestLoad | undefined;
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

/** The outside load of a test for an athlete, kg or N. */
export interface TestLoad {
  /** "30 % of body mass is 21", in the unit of its field. */
  asks: string;
  /** What is used. */
  value: number;
  field: LoadField;
}

/** A rung a minute of reps may be done on. */
export interface StationRung {
  id: string;
  name: string;
  ladder: string;
  sided: boolean;
  target: number;
  posture: Posture;
  /** Why it is not to be used; empty when it may be. */
  bars: readonly Issue[];
}

/** A test done on the chosen rung: its sides, shape and target. */
export function onRung(test: StationTest, rungId: string | undefined): StationTest {
  const rung = test.rungs.find((choice) => choice.id === rungId);
  if (!rung) return test;
  return {
    ...test,
    rungId: rung.id,
    sided: rung.sided,
    sideMeans: rung.sided ? 'Side that works' : undefined,
    posture: rung.posture,
    target: counted(rung.target, 'rep'),
    targetNote: 'the reps in 60 s this rung asks for',
  };
}

/** A test done with another load than what is nearest on the rack. */
export const withLoad = (test: StationTest, value: number | undefined): StationTest =>
  test.load && value !== undefined ? { ...test, load: { ...test.load, value } } : test;

/** A trial of this screen, kept on the server or still on this device. */
export interface ShownTrial {
  id: string;
  testId: string;
  side: string;
  text: string;
  ended: string;
  pain: boolean;
  sent: boolean;
  /** Its questions are answered; until then it is the bare figure, kept at the stop. */
  answered: boolean;
  /** From a stand-in instrument or a drawn figure: not counted as a real one. */
  simulated: boolean;
  /** What is remarkable about how it was kept. */
  marks: readonly TrialMark[];
  /** The bare trial, while its questions are open. */
  open?: TrialInput | undefined;
  /** Another tester's name, when it was not taken here. */
  testedBy?: string | undefined;
}

/** What the station must know of a test. */
export const specOf = (test: StationTest): StationSpec => ({
  kind: test.kind,
  withGrade: test.withGrade,
  stopAtS: test.stopAtS,
  pace: test.pace,
  directionIds: test.directions.map((direction) => direction.id),
  countsFaults: test.countsFaults,
  load: test.load?.value,
});

export const sideName = (side: string): string => (side === 'both' ? '' : side);
export const otherOf = (side: Side): Side => (side === 'left' ? 'right' : 'left');
