import fc from 'fast-check';
import { bodyOf } from './anthropometry';
import {
  cableForceN,
  fitBall,
  fitBand,
  footDistance,
  lighterSpringIs,
  seatToHeelCm,
  springForceN,
  stackForN,
  standFor,
} from './equipment';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const points = [
  { stretchCm: 20, forceN: 30 },
  { stretchCm: 50, forceN: 62 },
  { stretchCm: 90, forceN: 90 },
];
const band = () => {
  const read = fitBand(points);
  if (!read.ok) throw new Error(read.problems.join());
  return read.value;
};

describe('a band', () => {
  it('goes through its calibration points', () => {
    for (const { stretchCm, forceN } of points) expect(band().forceAt(stretchCm)).toBeCloseTo(forceN, 9);
  });
  it('is monotone for any calibration that is, and its inverse is its inverse', () => {
    const steps = fc.array(
      fc.record({
        cm: fc.double({ min: 1, max: 60, noNaN: true }),
        N: fc.double({ min: 0.5, max: 80, noNaN: true }),
      }),
      { minLength: 2, maxLength: 6 },
    );
    fc.assert(
      fc.property(steps, fc.double({ min: 0, max: 1, noNaN: true }), (list, part) => {
        let cm = 0;
        let N = 0;
        const read = fitBand(
          list.map((step) => {
            cm += step.cm;
            N += step.N;
            return { stretchCm: cm, forceN: N };
          }),
        );
        if (!read.ok) throw new Error(read.problems.join());
        const fit = read.value;
        let before = -1e-9;
        for (let i = 0; i <= 40; i += 1) {
          const force = fit.forceAt((cm * 1.2 * i) / 40);
          expect(force).toBeGreaterThanOrEqual(before - 1e-6);
          before = force;
        }
        const wanted = N * part;
        expect(fit.forceAt(fit.stretchFor(wanted))).toBeCloseTo(wanted, 4);
      }),
    );
  });
  it.each([
    [[{ stretchCm: 20, forceN: 30 }], 'two stretches'],
    [
      [
        { stretchCm: 20, forceN: 30 },
        { stretchCm: 40, forceN: 25 },
      ],
      'falls from 30 N at 20 cm to 25 N at 40 cm',
    ],
    [
      [
        { stretchCm: 20, forceN: 30 },
        { stretchCm: 20, forceN: 35 },
      ],
      'Two readings at 20 cm',
    ],
    [
      [
        { stretchCm: -5, forceN: 30 },
        { stretchCm: 40, forceN: 45 },
      ],
      'must be above 0',
    ],
  ])('refuses %j and says why', (list, why) => {
    const read = fitBand(list);
    expect(read.ok ? '' : read.problems.join(' ')).toContain(why);
  });
  it('tells where to stand, and warns of too much stretch and of drawing on', () => {
    expect(standFor(band(), 60, 62).distanceCm).toBeCloseTo(110, 6);
    expect(standFor(band(), 60, 62).warnings).toEqual([]);
    const far = standFor(band(), 30, 120);
    expect(far.stretchPercent).toBeGreaterThan(250);
    expect(far.warnings).toHaveLength(2);
    expect(far.warnings[0]).toContain('250 %');
  });
});

it('knows springs, cables and which way difficulty runs', () => {
  expect(springForceN(2.5, 20, 10)).toBe(60);
  expect(lighterSpringIs('press_out')).toBe('easier');
  expect(lighterSpringIs('bar_press')).toBe('easier');
  for (const task of ['bar_bridge', 'bridge_press', 'high_bridge'] as const)
    expect(lighterSpringIs(task)).toBe('harder');
  expect(cableForceN(10, 2)).toBeCloseTo(49.03, 2);
  expect(stackForN(cableForceN(12.5, 2), 2)).toBeCloseTo(12.5, 9);
});

it.each([
  [1.5, 45],
  [1.55, 55],
  [1.7, 65],
  [1.85, 75],
  [2.0, 75],
  [2.05, 85],
])('a stature of %d m takes a ball of %d cm', (stature, cm) => {
  expect(fitBall(stature).diameterCm).toBe(cm);
});

it('checks the air by the height of the knee', () => {
  expect(fitBall(1.75, 57.2)).toMatchObject({ diameterCm: 65, air: 'right' });
  expect(fitBall(1.75, 57.2, 0.2).air).toBe('more');
  expect(fitBall(1.75, 57.2, 0.06).air).toBe('less');
  expect(fitBall(1.75)).toMatchObject({ diameterCm: 65, air: 'unknown', flattenTo: undefined });
  // A usual knee has a size and an air of its own, whatever the stature says.
  for (let knee = 36; knee <= 76; knee += 0.5) {
    const fit = fitBall(1.75, knee);
    expect(fitBall(1.75, knee, fit.flattenTo).air).toBe('right');
    expect(fit.flattenTo).toBeLessThanOrEqual(0.25);
    expect(fit.flattenTo).toBeGreaterThanOrEqual(0.05);
  }
  expect(fitBall(1.75, 44)).toMatchObject({ diameterCm: 55, air: 'less' });
  expect(fitBall(1.5, 44).diameterCm).toBe(fitBall(2, 44).diameterCm);
});

it('turns the distance of the feet into a knee angle and back', () => {
  expect(footDistance(man, seatToHeelCm(man, 90))).toMatchObject({ shifts: 'even' });
  expect(footDistance(man, seatToHeelCm(man, 90))?.kneeDeg).toBeCloseTo(90, 6);
  expect(footDistance(man, seatToHeelCm(man, 60))?.shifts).toBe('hamstrings');
  expect(footDistance(man, seatToHeelCm(man, 115))?.shifts).toBe('glutes');
  expect(footDistance(man, 120)).toBeUndefined();
});
