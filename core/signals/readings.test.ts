import fc from 'fast-check';
import { analyse } from './analyse';
import { readBreath } from './breath';
import { bridgeGaps, line, lowPass, median, quantile, turns } from './filter';
import { channelLoss, marksOf } from './loss';
import { gaussian, mulberry32 } from './random';
import { simulate } from './simulate';
import { sideDrops, swayOf, trembleOf } from './steadiness';

const wave = (hz: number, rateHz: number, seconds: number, size = 1) =>
  Float64Array.from({ length: rateHz * seconds }, (_, i) => size * Math.sin((2 * Math.PI * hz * i) / rateHz));

describe('filters', () => {
  it('low-pass keeps slow waves with their phase and takes fast ones away', () => {
    const slow = wave(0.5, 100, 20);
    const filtered = lowPass(slow, 100, 3);
    for (let i = 200; i < 1800; i += 37) expect(filtered[i]).toBeCloseTo(slow[i] as number, 1);
    const fast = lowPass(wave(25, 100, 20), 100, 3);
    expect(Math.max(...fast.slice(100, -100).map(Math.abs))).toBeLessThan(0.01);
  });
  it('keeps a constant and a length whatever they are', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.integer({ min: 0, max: 400 }),
        (level, n) => {
          const filtered = lowPass(new Float64Array(n).fill(level), 50, 2);
          expect(filtered).toHaveLength(n);
          for (const value of filtered) expect(value).toBeCloseTo(level, 6);
        },
      ),
    );
  });
  it('bridges gaps by straight lines and doubts the long ones', () => {
    const { filled, doubtful } = bridgeGaps([0, Number.NaN, 2, Number.NaN, Number.NaN, Number.NaN, 6], 2, 1);
    expect([...filled]).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect([...doubtful]).toEqual([0, 0, 0, 1, 1, 1, 0]);
    expect([...bridgeGaps([Number.NaN, 5], 1).filled]).toEqual([5, 5]);
    expect([...bridgeGaps([Number.NaN, Number.NaN], 1).filled]).toEqual([0, 0]);
  });
  it('reads lines, medians, quantiles and turning points', () => {
    expect(line([0, 1, 2], [1, 3, 5])).toEqual({ intercept: 1, slope: 2 });
    expect(median([3, 1, 2])).toBe(2);
    expect(median([4, 1, 2, 3])).toBe(2.5);
    expect(quantile([0, 1, 2, 3, 4], 0.25)).toBe(1);
    expect(turns(Float64Array.from([0, 3, 0, 3, 0.5]), 2).map((turn) => turn.index)).toEqual([1, 2, 3]);
  });
  it('random numbers are the same for a seed and normal where they should be', () => {
    expect(mulberry32('a')()).toBe(mulberry32('a')());
    const draw = gaussian(mulberry32('g'));
    const values = Array.from({ length: 4000 }, draw);
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
    expect(Math.abs(mean)).toBeLessThan(0.06);
    expect(Math.abs(variance - 1)).toBeLessThan(0.1);
  });
});

describe('marks of a hold', () => {
  const off = (startS: number, endS?: number) => ({ channel: 'cuff', startS, endS, peak: -12 });
  it('go through one correction and end at the next loss', () => {
    expect(marksOf([off(50), off(20, 22)])).toMatchObject({ t1S: 20, t2S: 50 });
    expect(marksOf([off(20, 22)])).toMatchObject({ t1S: 20, t2S: undefined });
    expect(marksOf([off(20, 24), off(50)])).toMatchObject({ t1S: 20, t2S: 23 });
    expect(marksOf([off(20)])).toMatchObject({ t1S: 20, t2S: 23 });
    expect(marksOf([])).toMatchObject({ t1S: undefined, t2S: undefined });
  });
  it('give no time to a loss that began while its own channel was away, to the tenth after it is back', () => {
    const gap = { kind: 'gap', channel: 'cuff', startS: 18, endS: 20 } as const;
    const unheard = { t1S: undefined, t2S: undefined, between: { fromS: 18, toS: 20, kind: 'gap' } };
    for (const atS of [18, 19, 20, 20.1]) expect(marksOf([off(atS, atS + 1)], [gap])).toMatchObject(unheard);
    expect(marksOf([off(17.9)], [gap])).toMatchObject({ t1S: 17.9, between: undefined });
    expect(marksOf([off(20.2)], [gap])).toMatchObject({ t1S: 20.2, between: undefined });
    // Another channel's gap hides nothing, nor does one around a later loss.
    expect(marksOf([off(19)], [{ ...gap, channel: 'other' }])).toMatchObject({ t1S: 19 });
    expect(marksOf([off(10, 11), off(19)], [gap])).toMatchObject({ t1S: 10, t2S: 19 });
  });
  it('ignore a shift that is shorter than the dwell, and drift', () => {
    const rule = { enter: 10, release: 6, dwellS: 1, cutoffHz: 1.5 };
    const values = Float64Array.from({ length: 20 * 60 }, (_, i) => 40 + (2 * i) / (20 * 60));
    for (let i = 400; i < 405; i += 1) values[i] = (values[i] as number) + 30;
    const loss = channelLoss('cuff', values, 20, rule);
    expect(loss.excursions).toEqual([]);
    expect(loss.baseline.driftPerMin).toBeCloseTo(2, 0);
  });
});

describe('the breath belt', () => {
  const cases = Array.from({ length: 60 }, (_, n) =>
    simulate({ seed: `breath ${n}`, instrument: 'belt', play: 'breath', seconds: 90 }),
  ).map(({ trace, truth }) => ({
    truth,
    read: readBreath(trace.channels.chest ?? [], trace.channels.belly ?? [], 25),
  }));
  it('counts the rate and tells belly from chest', () => {
    for (const { truth, read } of cases) {
      expect(Math.abs(read.perMin - truth.breathsPerMin)).toBeLessThan(1);
      const ratio = (truth.bellyShare ?? 0) / (1 - (truth.bellyShare ?? 0));
      expect(Math.abs(read.bellyToChest - ratio) / ratio).toBeLessThan(0.15);
      expect(read.bellyFirst > 0.5).toBe((truth.bellyShare ?? 0) > 0.5);
    }
  });
  it('finds a held breath where it was, and none elsewhere', () => {
    const held = cases.filter((played) => played.truth.breathHold);
    expect(held.length).toBeGreaterThan(15);
    for (const { truth, read } of held) {
      expect(read.holds).toHaveLength(1);
      expect(Math.abs((read.holds[0]?.startS ?? 0) - (truth.breathHold?.[0] ?? 0))).toBeLessThan(4);
    }
    for (const { read } of cases.filter((played) => !played.truth.breathHold)) expect(read.holds).toEqual([]);
  });
  it('says nothing of a belt that does not move', () => {
    expect(readBreath(new Float64Array(500).fill(90), new Float64Array(500).fill(80), 25)).toMatchObject({
      breaths: [],
      perMin: 0,
      holds: [],
    });
  });
});

describe('steps, sway, tremble and pushes', () => {
  it('reads the drop of each step by side within a degree', () => {
    for (let n = 0; n < 30; n += 1) {
      const { trace, truth } = simulate({
        seed: `gait ${n}`,
        instrument: 'pelvis',
        play: 'gait',
        seconds: 25,
      });
      const { sides, marks } = analyse(trace, 'gait');
      expect(Math.abs((sides?.left.meanDeg ?? 0) - (truth.dropDeg?.left ?? 0))).toBeLessThan(1);
      expect(Math.abs((sides?.right.meanDeg ?? 0) - (truth.dropDeg?.right ?? 0))).toBeLessThan(1);
      expect(sides?.left.steps).toBeGreaterThan(25);
      // Steps move the sensor; that is no loss of a hold.
      expect(marks.t1S).toBeUndefined();
    }
  });
  it('is symmetric: the sides swapped are the other way round', () => {
    const steps = [
      { atS: 1, stance: 'left' as const, dropDeg: 8 },
      { atS: 1.3, stance: 'right' as const, dropDeg: 6 },
    ];
    const swapped = steps.map((step) => ({
      ...step,
      stance: step.stance === 'left' ? ('right' as const) : ('left' as const),
    }));
    expect(sideDrops(steps)).toMatchObject({ gapPercent: 25 });
    expect(sideDrops(swapped).left).toEqual(sideDrops(steps).right);
    expect(sideDrops([]).gapPercent).toBeUndefined();
  });
  it('measures a circle of sway', () => {
    const n = 3000;
    const a = Float64Array.from({ length: n }, (_, i) => 2 * Math.cos((2 * Math.PI * i) / 300));
    const b = Float64Array.from({ length: n }, (_, i) => 2 * Math.sin((2 * Math.PI * i) / 300));
    const sway = swayOf(a, b, 100);
    expect(sway.radiusDeg).toBeCloseTo(2, 2);
    // Ten rounds of 2 pi 2 degrees in 30 s.
    expect(sway.pathDegPerS).toBeCloseTo((10 * 2 * Math.PI * 2) / 30, 1);
    expect(sway.areaDeg2).toBeCloseTo(Math.PI * 5.991 * 2, 0);
  });
  it('sees the tremble grow', () => {
    const growing = wave(8, 100, 60).map((value, i) => (value * i) / 6000);
    expect(trembleOf(growing, 100).perMin).toBeGreaterThan(0.5);
    expect(Math.abs(trembleOf(wave(8, 100, 60), 100).perMin)).toBeLessThan(0.02);
    expect(trembleOf(wave(8, 100, 60, 2), 100).rms).toBeCloseTo(Math.SQRT2, 1);
  });
  it('finds the ten pushes and their force', () => {
    for (let n = 0; n < 20; n += 1) {
      const { trace, truth } = simulate({
        seed: `push ${n}`,
        instrument: 'loadcell',
        play: 'push',
        seconds: 40,
      });
      const { pushes } = analyse(trace, 'push');
      expect(pushes).toHaveLength(truth.pushes.length);
      pushes.forEach((push, i) => {
        expect(Math.abs(push.atS - (truth.pushes[i]?.atS ?? 0))).toBeLessThan(0.1);
        expect(Math.abs(push.newtons - (truth.pushes[i]?.newtons ?? 0))).toBeLessThan(8);
      });
    }
  });
});
