import { screenTests } from '~/core/catalogue';
import { analyse } from '~/core/signals/analyse';
import { type InstrumentId, instruments } from '~/core/signals/instruments';
import { simulate } from '~/core/signals/simulate';
import { findingOf, loweringAngleDeg, playIn, watchedIn } from './from-trace';

const testOf = (id: string) => {
  const test = screenTests.find((screenTest) => screenTest.id === id);
  if (!test) throw new Error(id);
  return { ...test, figures: test.figures ?? [] };
};
const proposed = (id: string, instrument: InstrumentId, seconds: number, lossS?: number | 'none') => {
  const { trace, truth } = simulate({
    seed: `from ${id}`,
    instrument,
    play: playIn(id, instrument),
    seconds,
    lossS,
  });
  return { truth, ...findingOf(testOf(id), analyse(trace, watchedIn(id, instrument))) };
};

describe('what a trace proposes', () => {
  it('first loss and end of a hold', () => {
    const { t1S, t2S, faultId, value } = proposed('front_plank', 'pelvis', 60, 30);
    expect(t1S).toBeCloseTo(30, 0);
    expect(t2S).toBeGreaterThan(t1S ?? 0);
    expect(faultId).toBeDefined();
    expect(value).toBeUndefined();
  });
  it('nothing where nothing was lost', () => {
    expect(proposed('front_plank', 'pelvis', 60, 'none')).toMatchObject({
      t1S: undefined,
      t2S: undefined,
      faultId: undefined,
    });
  });
  it('full paced breaths before the contact is lost', () => {
    // Breaths of 7 s: three are whole before second 24.
    expect(proposed('dead_bug_breaths', 'cuff', 75, 24).value).toBe(3);
    expect(proposed('dead_bug_breaths', 'cuff', 75, 'none').value).toBe(10);
  });
  it('breaths of the belt, never more than the test counts', () => {
    const { value, says } = proposed('brace_breathing', 'belt', 90);
    expect(value).toBeGreaterThan(3);
    expect(value).toBeLessThanOrEqual(10);
    expect(says[0]).toMatch(/breaths, belly to chest/);
  });
  it('the angle of a lowering of even speed', () => {
    expect(loweringAngleDeg(0, 10)).toBe(90);
    expect(loweringAngleDeg(5, 10)).toBe(45);
    expect(loweringAngleDeg(12, 10)).toBe(0);
    expect(proposed('leg_lowering_angle', 'cuff', 11, 6).value).toBeCloseTo(36, -1);
  });
  it('drop, turn, sway, excursion and force beside the grade', () => {
    expect(Object.keys(proposed('bridge_foot_float', 'pelvis', 20, 'none').parts)).toEqual([
      'drop_deg',
      'turn_deg',
    ]);
    expect(proposed('ball_seat_lift', 'pelvis', 12, 'none').parts.sway_deg).toBeGreaterThan(0.5);
    expect(proposed('rib_expansion', 'belt', 40).parts.excursion_cm).toBeGreaterThan(2);
    const pushed = proposed('perturbed_brace', 'loadcell', 40);
    const mean = pushed.truth.pushes.reduce(
      (sum, push) => sum + push.newtons / pushed.truth.pushes.length,
      0,
    );
    expect(Math.abs((pushed.parts.push_n ?? 0) - mean)).toBeLessThan(8);
  });
  it('for every test and instrument stays within what the test takes', () => {
    for (const test of screenTests)
      for (const instrument of test.instruments ?? []) {
        const { value, parts, t1S, t2S } = proposed(test.id, instrument, 40);
        if (value !== undefined) expect(value).toBeLessThanOrEqual(test.max);
        if (t1S !== undefined && t2S !== undefined) expect(t2S).toBeGreaterThanOrEqual(t1S);
        for (const [id, value] of Object.entries(parts)) {
          const figure = test.figures?.find((one) => one.id === id);
          expect(value).toBeLessThanOrEqual(figure?.max ?? -1);
        }
        expect(instruments[instrument].rateHz).toBeGreaterThan(0);
      }
  });
});

describe('a signal that was away, stuck or out of range', () => {
  /** A plank or breaths whose channels are changed in a stretch before they are read. */
  const spoilt = (
    id: string,
    instrument: InstrumentId,
    seconds: number,
    lossS: number | 'none',
    stretch: readonly [fromS: number, toS: number],
    spoil: (value: number, first: number) => number,
    only?: string,
  ) => {
    const { trace } = simulate({
      seed: `from ${id}`,
      instrument,
      play: playIn(id, instrument),
      seconds,
      lossS,
    });
    const channels = Object.fromEntries(
      Object.entries(trace.channels).map(([name, values]) => {
        const changed = values.slice();
        const [from, to] = stretch.map((at) => Math.round(at * trace.rateHz)) as [number, number];
        if (only === undefined || only === name)
          for (let i = from; i < Math.min(to, changed.length); i += 1)
            changed[i] = spoil(changed[i] as number, values[from] as number);
        return [name, changed];
      }),
    );
    return findingOf(testOf(id), analyse({ ...trace, channels }, watchedIn(id, instrument)));
  };
  const silent = () => Number.NaN;
  const stuck = (_: number, first: number) => first;

  it('gives a loss inside a gap as an interval, and no exact time', () => {
    const finding = spoilt('front_plank', 'pelvis', 60, 30, [26, 34], silent);
    expect(finding).toMatchObject({ t1S: undefined, t2S: undefined, timed: false });
    expect(finding.lossBetween?.fromS).toBeCloseTo(26, 1);
    expect(finding.lossBetween?.toS).toBeCloseTo(34, 1);
    expect(finding.says).toContain(
      'First loss between 26.0 and 34.0 s: the signal was away. No exact time from it',
    );
  });
  it('says the same of a sensor stuck while control was lost', () => {
    const finding = spoilt('front_plank', 'pelvis', 60, 30, [26, 34], stuck);
    expect(finding.lossBetween?.toS).toBeCloseTo(34, 1);
    expect(finding.says.join()).toContain('the sensor was not to be read');
  });
  it('keeps the exact time where the gap lies clear of the loss', () => {
    for (const stretch of [
      [10, 14],
      [45, 55],
    ] as const) {
      const finding = spoilt('front_plank', 'pelvis', 60, 30, stretch, silent);
      expect(finding.t1S).toBeCloseTo(30, 0);
      expect(finding).toMatchObject({ timed: true, lossBetween: undefined });
    }
  });
  it('counts no paced breaths and no angle up to a loss that nobody heard', () => {
    expect(spoilt('dead_bug_breaths', 'cuff', 75, 24, [20, 28], silent).value).toBeUndefined();
    const lowering = spoilt('leg_lowering_angle', 'cuff', 11, 6, [4.5, 7.5], silent);
    expect(lowering.value).toBeUndefined();
  });
  it.each([
    ['silent', silent, /Pressure gave no reading that can be used from 0.0 to 75.0 s: no figure from it/],
    ['stuck', stuck, /Pressure did not move from 0.0 to 75.0 s: no figure from it/],
    ['saturated', () => 120, /Pressure was at the end of the sensor's range from 0.0 to 75.0 s/],
  ] as const)('names a %s sensor and offers no figure of it', (_, spoil, says) => {
    const finding = spoilt('dead_bug_breaths', 'cuff', 75, 'none', [0, 75], spoil);
    expect(finding).toMatchObject({ value: undefined, parts: {}, t1S: undefined });
    expect(finding.says.join('. ')).toMatch(says);
  });
  it('offers nothing when the sensor went silent before the end', () => {
    const finding = spoilt('dead_bug_breaths', 'cuff', 75, 'none', [66, 75], silent);
    expect(finding.value).toBeUndefined();
    expect(finding.says.join()).toMatch(/no reading that can be used from 66.0 to 75.0 s/);
    // A fifth of the time may be missing on the way.
    expect(spoilt('dead_bug_breaths', 'cuff', 75, 'none', [40, 54], silent).value).toBe(10);
    expect(spoilt('dead_bug_breaths', 'cuff', 75, 'none', [40, 56], silent).value).toBeUndefined();
  });
  it('drops only the figures of the channel that was away', () => {
    const parts = spoilt('bridge_foot_float', 'pelvis', 20, 'none', [0, 20], silent, 'pelvis_turn').parts;
    expect(Object.keys(parts)).toEqual(['drop_deg']);
  });
  it('does not call a silent hold held', () => {
    const finding = spoilt('front_plank', 'pelvis', 60, 'none', [30, 60], silent);
    expect(finding.timed).toBe(false);
    expect(finding.says.length).toBeGreaterThan(0);
  });
  it('reads no breaths of a belt that does not move', () => {
    const finding = spoilt('brace_breathing', 'belt', 60, 'none', [20, 60], stuck, 'belly');
    expect(finding.value).toBeUndefined();
    expect(finding.says.join()).toMatch(/^Belly did not move from 20.0 to 60.0 s/);
  });
});
