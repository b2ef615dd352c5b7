/** The instruments and their channels: what is measured, in which unit, how fast, within which range. */

export const instrumentIds = ['cuff', 'pelvis', 'loadcell', 'belt'] as const;
export type InstrumentId = (typeof instrumentIds)[number];

export interface Channel {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  /** Readings at or beyond these are the end of the sensor's range, not the athlete. */
  readonly min: number;
  readonly max: number;
}

export interface Instrument {
  readonly id: InstrumentId;
  readonly name: string;
  readonly rateHz: number;
  readonly channels: readonly Channel[];
}

const degrees = (id: string, name: string): Channel => ({ id, name, unit: 'deg', min: -90, max: 90 });

export const instruments: Readonly<Record<InstrumentId, Instrument>> = {
  cuff: {
    id: 'cuff',
    name: 'Pressure cuff',
    rateHz: 20,
    channels: [{ id: 'cuff', name: 'Pressure', unit: 'mmHg', min: 0, max: 120 }],
  },
  pelvis: {
    id: 'pelvis',
    name: 'Pelvis and trunk sensor',
    rateHz: 100,
    channels: [
      degrees('pelvis_tilt', 'Pelvis tilt'),
      degrees('pelvis_drop', 'Pelvis drop'),
      degrees('pelvis_turn', 'Pelvis turn'),
      degrees('trunk_tilt', 'Trunk tilt'),
      degrees('trunk_drop', 'Trunk lean'),
      degrees('trunk_turn', 'Trunk turn'),
    ],
  },
  loadcell: {
    id: 'loadcell',
    name: 'Load cell',
    rateHz: 50,
    channels: [{ id: 'force', name: 'Force', unit: 'N', min: -20, max: 1000 }],
  },
  belt: {
    id: 'belt',
    name: 'Breath belt',
    rateHz: 25,
    channels: [
      { id: 'chest', name: 'Chest', unit: 'cm', min: 40, max: 160 },
      { id: 'belly', name: 'Belly', unit: 'cm', min: 40, max: 180 },
    ],
  },
};

/** A recording on an even grid from time 0. A sample that is missing is NaN. */
export interface Trace {
  readonly instrument: InstrumentId;
  readonly rateHz: number;
  readonly channels: Readonly<Record<string, Float64Array>>;
}

export function samplesOf(trace: Trace): number {
  return Math.max(0, ...Object.values(trace.channels).map((values) => values.length));
}

export function durationS(trace: Trace): number {
  return samplesOf(trace) / trace.rateHz;
}

/** How far from the baseline, and for how long, is a loss of position. */
export interface LossRule {
  readonly enter: number;
  /** Hysteresis: an excursion ends only below this. */
  readonly release: number;
  /** Shorter excursions are none. */
  readonly dwellS: number;
  readonly cutoffHz: number;
  /** As a share of the baseline instead of units. */
  readonly relative?: boolean;
}

/**
 * Cuff: a fall or rise of more than 10 mmHg for 1 s. Pelvis and trunk: 5 degrees, the drop and turn that the tests take as
 * their target. Load cell: a fifth of the tension.
 */
export const lossRules: Readonly<Record<Exclude<InstrumentId, 'belt'>, LossRule>> = {
  cuff: { enter: 10, release: 6, dwellS: 1, cutoffHz: 1.5 },
  pelvis: { enter: 5, release: 3, dwellS: 1, cutoffHz: 2.5 },
  loadcell: { enter: 0.2, release: 0.12, dwellS: 1, cutoffHz: 2.5, relative: true },
};
