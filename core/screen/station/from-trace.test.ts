import { screenTests } from '~/core/catalogue';
import { analyse } from '~/core/signals/analyse';
import { type InstrumentId, instruments } from '~/core/signals/instruments';
import { simulate } from '~/core/signals/simulate';
import { loweringAngleDeg, playIn, proposalOf, watchedIn } from './from-trace';

const testOf = (id: string) => {
  const test = screenTests.find((each) => each.id === id);
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
  return { truth, ...proposalOf(testOf(id), analyse(trace, watchedIn(id, instrument))) };
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
      (sum, each) => sum + each.newtons / pushed.truth.pushes.length,
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
        for (const [id, each] of Object.entries(parts)) {
          const figure = test.figures?.find((one) => one.id === id);
          expect(each).toBeLessThanOrEqual(figure?.max ?? -1);
        }
        expect(instruments[instrument].rateHz).toBeGreaterThan(0);
      }
  });
});
