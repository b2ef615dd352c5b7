import fc from 'fast-check';
import { highsSolver } from './highs';
import { column, constant, type LinearProgramme, Programme, sum } from './linear';
import { remembering } from './remembered';
import type { Solver } from './solver';

let solver: Solver;
beforeAll(async () => {
  solver = await highsSolver();
});

/** x and y worth something, under two rules and a bound each. */
function programme(
  worth: readonly [number, number],
  most: number,
  slope: number,
  upper: number,
): LinearProgramme {
  const p = new Programme<string>();
  const [x, y] = [p.add(worth[0], 0, upper), p.add(worth[1], 0.5, 9)];
  p.atMost('a', sum([1, column(x)], [1, column(y)]), constant(most));
  p.atMost('b', sum([1, column(x)], [slope, column(y)]), constant(6));
  return p.done();
}

describe('a solver that remembers', () => {
  it('answers as one that does not, whatever was asked before', () => {
    const warm = remembering(solver);
    const some = fc.double({ min: 0.5, max: 5, noNaN: true });
    let again = 0;
    fc.assert(
      fc.property(some, some, some, some, some, (a, b, most, slope, upper) => {
        const asked = programme([a, b], most + 1, slope, upper);
        const found = warm.hold(asked);
        if (!warm.cold()) again += 1;
        const known = solver.hold(asked);
        const [one, other] = [found.solve(), known.solve()];
        expect(one.status).toBe(other.status);
        expect(one.objective).toBeCloseTo(other.objective, 7);
        // What is changed while it is held is not taken for what the next one says.
        found.boundColumn(0, 0, 0.1);
        found.boundRow(0, Number.NEGATIVE_INFINITY, 0.6);
        found.coefficient(1, 1, 7);
        found.price(1, -3);
        found.solve();
        found.dispose();
        known.dispose();
      }),
      { numRuns: 60 },
    );
    expect(again).toBe(59);
  });
  it('begins anew with another shape', () => {
    const warm = remembering(solver);
    expect(warm.hold(programme([1, 2], 4, 3, 3)).solve().status).toBe('optimal');
    const p = new Programme<string>();
    const x = p.add(1, 0, 3);
    p.atMost('a', column(x), constant(2));
    expect(warm.hold(p.done()).solve().objective).toBeCloseTo(2, 9);
    expect(warm.cold()).toBe(true);
    warm.hold(p.done());
    expect(warm.cold()).toBe(false);
  });
  it('shows which rows cannot all be kept', () => {
    const p = new Programme<string>();
    const [x, y] = [p.add(1, 3, 3), p.add(1)];
    p.atMost('holds', sum([1, column(x)], [1, column(y)]), constant(2));
    p.atMost('idle', column(y), constant(9));
    const held = solver.hold(p.done());
    expect(held.solve().status).toBe('infeasible');
    expect([...(held.proof() ?? new Map()).keys()]).toEqual([0]);
    held.boundColumn(x, 0, 3);
    expect(held.solve().status).toBe('optimal');
  });
});
