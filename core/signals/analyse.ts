import { type BreathReading, readBreath } from './breath';
import { quantile } from './filter';
import { cleanTrace, type TraceFault } from './frames';
import { durationS, type InstrumentId, instruments, lossRules, type Trace } from './instruments';
import { type ChannelLoss, channelLoss, type Excursion, type Marks, marksOf } from './loss';
import {
  type Push,
  pushesOf,
  type SideDrop,
  type StepDrop,
  type Sway,
  sideDrops,
  stepDrops,
  swayOf,
  trembleOf,
} from './steadiness';

/** What was done while the instrument watched. */
export const watchable = ['hold', 'breath', 'gait', 'push'] as const;
export type Watched = (typeof watchable)[number];

/** What an instrument can watch, the usual first. */
export const watchedBy: Readonly<Record<InstrumentId, readonly Watched[]>> = {
  cuff: ['hold'],
  pelvis: ['hold', 'gait'],
  loadcell: ['hold', 'push'],
  belt: ['breath'],
};

export interface ChannelReading {
  readonly channel: string;
  readonly baseline: number;
  readonly driftPerMin: number;
  /** Greatest deviation from the baseline up to the first loss or the end, without its sign. */
  readonly greatest: number;
  readonly steadiness: number;
  readonly fatiguePerMin: number;
}

export interface Analysis {
  readonly instrument: InstrumentId;
  readonly durationS: number;
  /** What was wrong with the sensor; these stretches are left out. */
  readonly faults: readonly TraceFault[];
  readonly channels: readonly ChannelReading[];
  readonly excursions: readonly Excursion[];
  readonly marks: Marks;
  /** The loss in the words of the faults, from channel and direction. */
  readonly faultId: string | undefined;
  readonly breath: BreathReading | undefined;
  readonly sway: Sway | undefined;
  readonly steps: readonly StepDrop[];
  readonly sides: SideDrop | undefined;
  readonly pushes: readonly Push[];
  /** Mean of the load cell over the clean stretch, in N. */
  readonly meanForceN: number | undefined;
}

/** Fault that a deviation of a channel shows: falling and rising. */
const faultNames: Readonly<Record<string, readonly [falling: string, rising: string]>> = {
  cuff: ['lumbar_arch', 'lumbar_round'],
  pelvis_tilt: ['hip_pike', 'hip_sag'],
  pelvis_drop: ['pelvis_drop', 'pelvis_drop'],
  pelvis_turn: ['pelvis_rotate', 'pelvis_rotate'],
  trunk_tilt: ['lumbar_round', 'lumbar_arch'],
  trunk_drop: ['trunk_lean', 'trunk_lean'],
  trunk_turn: ['pelvis_rotate', 'pelvis_rotate'],
  force: ['grip_lost', 'grip_lost'],
};

/** Planks say sag and pike of a tilt; other shapes say arch and round. */
const tiltElsewhere: Readonly<Record<string, string>> = { hip_sag: 'lumbar_arch', hip_pike: 'lumbar_round' };

/** The fault a loss shows, out of those of the test when it knows them. */
export function faultOf(excursion: Excursion, testFaults: readonly string[] = []): string | undefined {
  const pair = faultNames[excursion.channel];
  if (!pair) return undefined;
  const name = pair[excursion.peak < 0 ? 0 : 1];
  const other = tiltElsewhere[name];
  return other && testFaults.length > 0 && !testFaults.includes(name) ? other : name;
}

/** The largest size in a stretch. */
function greatestOf(values: Float64Array): number {
  let most = 0;
  for (let i = 0; i < values.length; i += 1) {
    const size = Math.abs(values[i] as number);
    if (size > most) most = size;
  }
  return most;
}

/** The pairs of channels whose sway is read, the trunk's first. */
const swayPair = ['trunk_tilt', 'trunk_drop'] as const;

/**
 * Reads a whole recording: sensor faults out, then losses with first loss and end, breath, sway, steps and pushes, as far as
 * the instrument and what was done allow. Pure, and quick enough for ten minutes at 100 Hz on six channels in a worker.
 */
export function analyse(raw: Trace, watched: Watched, testFaults: readonly string[] = []): Analysis {
  const { trace, faults } = cleanTrace(raw);
  const { rateHz } = trace;
  const losses: { id: string; loss: ChannelLoss }[] = [];
  if (trace.instrument !== 'belt') {
    const rule = lossRules[trace.instrument];
    for (const { id } of instruments[trace.instrument].channels) {
      const values = trace.channels[id];
      if (values && values.length > 0) losses.push({ id, loss: channelLoss(id, values, rateHz, rule) });
    }
  }
  // Steps and pushes are meant to move the sensor: they are no losses.
  const excursions =
    watched === 'hold'
      ? losses.flatMap(({ loss }) => loss.excursions).sort((a, b) => a.startS - b.startS)
      : [];
  const marks = marksOf(excursions, faults);
  const endS = marks.first?.startS ?? durationS(trace);
  const channels = losses.map(({ id, loss }): ChannelReading => {
    const clean = loss.deviation.subarray(0, Math.max(1, Math.round(endS * rateHz)));
    const settled = clean.subarray(Math.min(clean.length - 1, Math.round(0.5 * rateHz)));
    const tremble = trembleOf(clean, rateHz);
    return {
      channel: id,
      baseline: loss.baseline.value,
      driftPerMin: loss.baseline.driftPerMin,
      greatest: greatestOf(settled),
      steadiness: tremble.rms,
      fatiguePerMin: tremble.perMin,
    };
  });
  const deviationOf = (id: string) =>
    losses.find((loss) => loss.id === id)?.loss.deviation.subarray(0, Math.round(endS * rateHz));
  const [a, b] = [deviationOf(swayPair[0]), deviationOf(swayPair[1])];
  const { chest, belly, force, pelvis_drop } = trace.channels;
  const steps = watched === 'gait' && pelvis_drop ? stepDrops(pelvis_drop, rateHz) : [];
  return {
    instrument: trace.instrument,
    durationS: durationS(trace),
    faults,
    channels,
    excursions,
    marks,
    faultId: marks.first && faultOf(marks.first, testFaults),
    breath: chest && belly ? readBreath(chest, belly, rateHz) : undefined,
    sway: a && b && watched === 'hold' ? swayOf(a, b, rateHz) : undefined,
    steps,
    sides: steps.length > 0 ? sideDrops(steps) : undefined,
    pushes: watched === 'push' && force ? pushesOf(force, rateHz) : [],
    meanForceN:
      force && force.length > 0
        ? quantile(
            force.filter((newtons) => !Number.isNaN(newtons)),
            0.5,
          )
        : undefined,
  };
}
