import { analyse } from './analyse';
import { durationS } from './instruments';
import { seededHolds } from './seeded';

/** Loss detection against planted truth: every case seeded, so that a failure can be called back by its seed. */

describe('loss of a held position, against the planted truth', () => {
  const cases = seededHolds(584);
  const found = cases.map(({ seed, trace, truth }) => {
    const { marks } = analyse(trace, 'hold');
    return { seed, truth, marks, endS: durationS(trace) };
  });
  const lost = found.filter((hold) => hold.truth.lossS !== undefined);
  const errors = lost.map((hold) =>
    Math.abs((hold.marks.t1S ?? Number.POSITIVE_INFINITY) - (hold.truth.lossS ?? 0)),
  );

  it('is within 0.5 s in 95 % of the cases, on every instrument', () => {
    expect(lost.length).toBeGreaterThanOrEqual(500);
    for (const instrument of ['cuff', 'pelvis', 'loadcell']) {
      const its = lost.flatMap((hold, i) => (hold.seed.startsWith(instrument) ? [errors[i] as number] : []));
      expect(its.length).toBeGreaterThan(150);
      const within = its.filter((error) => error <= 0.5).length / its.length;
      expect({ instrument, within: within >= 0.95 ? 'enough' : within }).toEqual({
        instrument,
        within: 'enough',
      });
    }
  });
  it('has a median error under a quarter of a second', () => {
    const sorted = [...errors].sort((a, b) => a - b);
    expect(sorted[sorted.length >> 1]).toBeLessThan(0.25);
  });
  it('is not cried where there was none', () => {
    const quiet = found.filter((hold) => hold.truth.lossS === undefined);
    expect(quiet.length).toBeGreaterThanOrEqual(60);
    const alarms = quiet.filter((hold) => hold.marks.t1S !== undefined);
    expect(alarms.length / quiet.length).toBeLessThanOrEqual(0.02);
  });
  it('names channel and direction', () => {
    const named = lost.filter(
      (hold) =>
        hold.marks.first?.channel === hold.truth.channel &&
        Math.sign(hold.marks.first?.peak ?? 0) === hold.truth.direction,
    );
    expect(named.length / lost.length).toBeGreaterThan(0.97);
  });
  it('finds the end: the next loss after a correction, or the correction running out', () => {
    // A recording may stop before the second loss has lasted.
    const whole = lost.flatMap(({ truth, marks, endS }) => {
      const wanted = truth.secondLossS ?? (truth.lossS ?? 0) + 3;
      return wanted + 2 < endS ? [Math.abs((marks.t2S ?? Number.POSITIVE_INFINITY) - wanted)] : [];
    });
    expect(whole.length).toBeGreaterThan(300);
    expect(whole.filter((error) => error <= 0.6).length / whole.length).toBeGreaterThan(0.93);
  });
});
