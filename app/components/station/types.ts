import type { Posture } from '~/core/body/posture';
import type { Fault, MeasureKind, Side } from '~/core/catalogue';

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

/** A trial of this screen, kept on the server or still on this device. */
export interface ShownTrial {
  id: string;
  testId: string;
  side: string;
  text: string;
  ended: string;
  pain: boolean;
  sent: boolean;
}

export const sideName = (side: string): string => (side === 'both' ? '' : side);
export const otherOf = (side: Side): Side => (side === 'left' ? 'right' : 'left');
