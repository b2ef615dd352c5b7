import fc from 'fast-check';
import { repPhase } from './motion';

const tempo = { outS: 3, holdS: 1, backS: 2 };

test('out, held, back, and still before the next rep', () => {
  expect(repPhase(0, tempo)).toBe(0);
  expect(repPhase(1.5, tempo)).toBeCloseTo(0.5, 9);
  expect([repPhase(3, tempo), repPhase(3.9, tempo)]).toEqual([1, 1]);
  expect(repPhase(5, tempo)).toBeCloseTo(0.5, 9);
  expect(repPhase(6.3, tempo, 0.6)).toBe(0);
  expect(repPhase(6.6 + 1.5, tempo, 0.6)).toBeCloseTo(0.5, 9);
  expect(repPhase(-4, tempo)).toBe(0);
});

test('a way of no length still takes a moment, and no phase leaves the rep', () => {
  const quick = { outS: 0, holdS: 3, backS: 1 };
  expect(repPhase(0.15, quick)).toBeCloseTo(0.5, 9);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 500, noNaN: true }), (seconds) => {
      const phase = repPhase(seconds, quick, 0.6);
      return phase >= 0 && phase <= 1;
    }),
  );
});
