import { type InstrumentId, instruments, type Trace } from './instruments';
import { gaussian, mulberry32 } from './random';

const { sin, cos, exp, round, floor, max, PI } = Math;

/**
 * Simulated athletes on simulated instruments: signals with a known truth, the same for the same seed. Hardware is replaced
 * by these; the analysis is tried against them.
 *
 * A held channel is: base + drift x time + breath ripple + tremble that grows + white noise + loss. A loss is a smooth slide
 * (3u^2 - 2u^3) of given size and length. Its true time is when the slide alone passes the loss rule's threshold. A loss may
 * be corrected (slides back) and come again; short wobbles below the dwell are no losses.
 */

export type Play = 'hold' | 'ready' | 'gait' | 'breath' | 'push' | 'sway';

export interface SimulatedAthlete {
  readonly seed: string;
  readonly instrument: InstrumentId;
  readonly play: Play;
  readonly seconds: number;
  /** Seconds at which control is lost; drawn from the seed when undefined, never when `none`. */
  readonly lossS?: number | 'none' | undefined;
}

export interface Truth {
  /** When control is first lost, and for good. */
  readonly lossS: number | undefined;
  readonly secondLossS: number | undefined;
  readonly channel: string | undefined;
  /** Sign of the deviation. */
  readonly direction: 1 | -1 | undefined;
  readonly breathsPerMin: number;
  readonly bellyShare: number | undefined;
  /** Seconds from and to which the breath is held. */
  readonly breathHold: readonly [number, number] | undefined;
  readonly dropDeg: { readonly left: number; readonly right: number } | undefined;
  readonly pushes: readonly { readonly atS: number; readonly newtons: number }[];
}

const between = (random: () => number, low: number, high: number) => low + (high - low) * random();
const smoothstep = (u: number) => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));

/** Share of a slide at which it reaches a part of its size: the inverse of the smooth step. */
function reach(part: number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 40; i += 1) {
    const middle = (low + high) / 2;
    if (smoothstep(middle) < part) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

interface Slide {
  readonly startS: number;
  readonly lengthS: number;
  readonly size: number;
}

/** Slides that add up to the loss: out, and back and out again when it is corrected. */
function planLoss(random: () => number, threshold: number, lossS: number, size: number) {
  const lengthS = between(random, 0.4, 3.5);
  const out: Slide = { startS: lossS - lengthS * reach(threshold / size), lengthS, size };
  const slides: Slide[] = [out];
  let secondLossS: number | undefined;
  const corrected = random() < 0.35;
  if (corrected) {
    // Long enough for the dwell, short enough for the correction.
    const backS = lossS + between(random, 1.5, 2);
    const settled = out.startS + lengthS;
    const startS = max(settled, backS - 0.3);
    slides.push({ startS, lengthS: 0.4, size: -size });
    secondLossS = startS + between(random, 6, 15);
    slides.push({ startS: secondLossS - 0.5 * reach(threshold / size), lengthS: 0.5, size });
  }
  return { slides, secondLossS };
}

const slideAt = (slides: readonly Slide[], t: number): number =>
  slides.reduce((sum, slide) => sum + slide.size * smoothstep((t - slide.startS) / slide.lengthS), 0);

/** A breath wave whose cycles differ a little in length: phase in cycles at a time. */
function breathPhase(random: () => number, perMin: number, seconds: number): (t: number) => number {
  const ends: number[] = [0];
  while ((ends.at(-1) ?? 0) < seconds + 20)
    ends.push((ends.at(-1) ?? 0) + (60 / perMin) * between(random, 0.95, 1.05));
  let at = 0;
  return (t) => {
    if (t < (ends[at] as number)) at = 0;
    while (t >= (ends[at + 1] ?? Number.POSITIVE_INFINITY)) at += 1;
    const from = ends[at] as number;
    return at + (t - from) / ((ends[at + 1] as number) - from);
  };
}

const noTruth = {
  lossS: undefined,
  secondLossS: undefined,
  channel: undefined,
  direction: undefined,
  bellyShare: undefined,
  breathHold: undefined,
  dropDeg: undefined,
  pushes: [],
} as const;

/** The signal of a simulated athlete, whole, with its truth. */
export function simulate(athlete: SimulatedAthlete): { trace: Trace; truth: Truth } {
  const random = mulberry32(`${athlete.seed} ${athlete.instrument} ${athlete.play}`);
  const breathsPerMin = between(random, 10, 18);
  const phase = breathPhase(random, breathsPerMin, athlete.seconds);
  if (athlete.instrument === 'belt') return simulateBelt(athlete, random, breathsPerMin, phase);
  if (athlete.play === 'gait') return simulateGait(athlete, random, breathsPerMin);
  if (athlete.play === 'push') return simulatePushes(athlete, random, breathsPerMin);
  return simulateHold(athlete, random, breathsPerMin, phase);
}

function empty(athlete: SimulatedAthlete): { trace: Trace; n: number; rateHz: number } {
  const { rateHz, channels } = instruments[athlete.instrument];
  const n = round(athlete.seconds * rateHz);
  return {
    trace: {
      instrument: athlete.instrument,
      rateHz,
      channels: Object.fromEntries(channels.map((channel) => [channel.id, new Float64Array(n)])),
    },
    n,
    rateHz,
  };
}

interface HoldModel {
  readonly base: () => number;
  readonly ripple: readonly [number, number];
  readonly drift: number;
  readonly noise: number;
  readonly tremble: number;
  readonly threshold: (base: number) => number;
  readonly size: readonly [number, number];
}

function modelOf(instrument: InstrumentId, random: () => number): HoldModel {
  if (instrument === 'cuff')
    return {
      base: () => 40 + between(random, -1.5, 1.5),
      ripple: [1, 2],
      drift: 1,
      noise: 0.3,
      tremble: 0.2,
      threshold: () => 10,
      size: [14, 22],
    };
  if (instrument === 'loadcell')
    return {
      base: () => between(random, 50, 90),
      ripple: [0.2, 0.6],
      drift: 0.5,
      noise: 0.8,
      tremble: 0.6,
      threshold: (base) => 0.2 * base,
      size: [0.32, 0.6],
    };
  return {
    base: () => between(random, -4, 4),
    ripple: [0.1, 0.4],
    drift: 0.8,
    noise: 0.5,
    tremble: 0.3,
    threshold: () => 5,
    size: [7.5, 14],
  };
}

/** Channels of the sensor on which a held position is lost. */
const lossChannels = ['pelvis_tilt', 'pelvis_tilt', 'pelvis_drop', 'pelvis_turn', 'trunk_drop'] as const;

function simulateHold(
  athlete: SimulatedAthlete,
  random: () => number,
  breathsPerMin: number,
  phase: (t: number) => number,
): { trace: Trace; truth: Truth } {
  const { trace, n, rateHz } = empty(athlete);
  const model = modelOf(athlete.instrument, random);
  const noise = gaussian(random);
  const rough = between(random, 0.6, 2.5);
  const channels = instruments[athlete.instrument].channels.map((channel) => channel.id);
  const channel =
    athlete.instrument === 'pelvis'
      ? (lossChannels[floor(random() * lossChannels.length)] ?? 'pelvis_tilt')
      : (channels[0] as string);
  const bases = new Map(channels.map((id) => [id, model.base()]));
  const base = bases.get(channel) as number;
  const drawn = between(random, 4, max(5, athlete.seconds - 6));
  const lost = athlete.play === 'hold' && athlete.lossS !== 'none';
  const lossS = lost ? (typeof athlete.lossS === 'number' ? athlete.lossS : drawn) : undefined;
  const direction = athlete.instrument === 'loadcell' || random() < 0.7 ? -1 : 1;
  const scale = athlete.instrument === 'loadcell' ? base : 1;
  const size = between(random, model.size[0], model.size[1]) * scale;
  const loss = lossS === undefined ? undefined : planLoss(random, model.threshold(base), lossS, size);
  const wobbleS = between(random, 3, 8);
  const sway = athlete.play === 'sway' ? between(random, 0.6, 1.6) : 0;
  for (const id of channels) {
    const values = trace.channels[id] as Float64Array;
    const drift = between(random, -model.drift, model.drift) / 60;
    const ripple = between(random, model.ripple[0], model.ripple[1]);
    const shift = random();
    const mine = bases.get(id) as number;
    // A wobble too short to count, well before the loss.
    const wobbles = id === channel && lossS !== undefined && wobbleS < lossS - 4 ? 1 : 0;
    for (let i = 0; i < n; i += 1) {
      const t = i / rateHz;
      const settling = 2 * exp(-t / 0.12);
      const tremble = model.tremble * (0.3 + t / 120) * sin(2 * PI * (8.3 * t + shift));
      let value =
        mine +
        drift * t +
        ripple * sin(2 * PI * (phase(t) + shift)) +
        tremble +
        settling +
        rough * model.noise * noise();
      if (sway > 0) value += sway * sin(2 * PI * (0.35 * t + shift)) + 0.4 * sway * sin(5.1 * t + shift);
      if (id === channel && loss)
        value +=
          direction * slideAt(loss.slides, t) +
          wobbles * direction * size * 0.55 * exp(-(((t - wobbleS) / 0.12) ** 2));
      values[i] = round(value * 1000) / 1000;
    }
  }
  return {
    trace,
    truth: {
      ...noTruth,
      breathsPerMin,
      lossS,
      secondLossS: loss?.secondLossS,
      channel: loss ? channel : undefined,
      direction: loss ? direction : undefined,
    },
  };
}

function simulateBelt(
  athlete: SimulatedAthlete,
  random: () => number,
  breathsPerMin: number,
  phase: (t: number) => number,
): { trace: Trace; truth: Truth } {
  const { trace, n, rateHz } = empty(athlete);
  const noise = gaussian(random);
  const chest = trace.channels.chest as Float64Array;
  const belly = trace.channels.belly as Float64Array;
  const bellyShare = between(random, 0.3, 0.75);
  const size = between(random, 2.5, 5);
  const lead = (bellyShare > 0.5 ? 1 : -1) * 0.06;
  const cycleS = 60 / breathsPerMin;
  const holdFrom = between(random, 3 * cycleS, max(4 * cycleS, athlete.seconds - 5 * cycleS));
  const holdFor = 2.7 * cycleS;
  const holds = random() < 0.5 && holdFrom + holdFor + 2 * cycleS < athlete.seconds;
  const [chestBase, bellyBase] = [between(random, 80, 100), between(random, 70, 95)];
  for (let i = 0; i < n; i += 1) {
    const t = i / rateHz;
    // A held breath stops the phase where it stands.
    const moved = !holds || t < holdFrom ? t : t < holdFrom + holdFor ? holdFrom : t - holdFor;
    const p = phase(moved);
    const wave = (at: number) => 0.5 - 0.5 * cos(2 * PI * at);
    chest[i] = round(1000 * (chestBase + size * (1 - bellyShare) * wave(p) + 0.03 * noise())) / 1000;
    belly[i] = round(1000 * (bellyBase + size * bellyShare * wave(p + lead) + 0.03 * noise())) / 1000;
  }
  return {
    trace,
    truth: {
      ...noTruth,
      breathsPerMin,
      bellyShare,
      breathHold: holds ? [holdFrom, holdFrom + holdFor] : undefined,
    },
  };
}

function simulateGait(
  athlete: SimulatedAthlete,
  random: () => number,
  breathsPerMin: number,
): { trace: Trace; truth: Truth } {
  const { trace, n, rateHz } = empty(athlete);
  const noise = gaussian(random);
  const stepS = 60 / between(random, 155, 180);
  const dropDeg = { left: between(random, 3, 9), right: between(random, 3, 9) };
  const stillS = 2;
  for (const { id } of instruments[athlete.instrument].channels) {
    const values = trace.channels[id] as Float64Array;
    const base = between(random, -3, 3);
    const impact = between(random, 1, 3);
    const share = id === 'pelvis_drop' ? 1 : 0.25;
    for (let i = 0; i < n; i += 1) {
      const t = i / rateHz;
      const step = floor((t - stillS) / stepS);
      const within = t - stillS - step * stepS;
      let value = base + 0.3 * noise();
      if (step >= 0) {
        const left = step % 2 === 0;
        value += share * (left ? dropDeg.left : -dropDeg.right) * sin((PI * within) / stepS) ** 2;
        value += impact * exp(-within / 0.02) * cos(2 * PI * 25 * within);
      }
      values[i] = round(value * 1000) / 1000;
    }
  }
  return { trace, truth: { ...noTruth, breathsPerMin, dropDeg } };
}

function simulatePushes(
  athlete: SimulatedAthlete,
  random: () => number,
  breathsPerMin: number,
): { trace: Trace; truth: Truth } {
  const { trace, n, rateHz } = empty(athlete);
  const noise = gaussian(random);
  const pushes: { atS: number; newtons: number }[] = [];
  for (
    let at = between(random, 2, 4);
    at < athlete.seconds - 1 && pushes.length < 10;
    at += between(random, 1.5, 3.5)
  )
    pushes.push({ atS: at, newtons: between(random, 30, 80) });
  for (const { id } of instruments[athlete.instrument].channels) {
    const values = trace.channels[id] as Float64Array;
    for (let i = 0; i < n; i += 1) {
      const t = i / rateHz;
      let value = 0.6 * noise();
      for (const push of pushes) value += push.newtons * exp(-(((t - push.atS) / 0.12) ** 2));
      values[i] = round(value * 1000) / 1000;
    }
  }
  return { trace, truth: { ...noTruth, breathsPerMin, pushes } };
}
