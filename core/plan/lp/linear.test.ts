import { highsSolver } from './highs';
import { column, constant, evaluate, Programme, sum } from './linear';
import type { Solver } from './solver';

describe('expressions', () => {
  it('add up by column, with their constants, and come to a value', () => {
    const of = sum([2, column(0, 3)], [1, column(1)], [-1, column(0)], [4, constant(5)]);
    expect([...of.terms]).toEqual([
      [0, 5],
      [1, 1],
    ]);
    expect(of.constant).toBe(20);
    expect(evaluate(of, [2, 7])).toBe(37);
    expect(evaluate(of, [])).toBe(20);
  });
});

describe('a programme', () => {
  it('keeps rows in order, constants in their bounds, the rule of each, and no nought', () => {
    const p = new Programme<string>();
    const [x, y] = [p.add(1), p.add(2, 1, 4)];
    p.atMost('most', sum([1, column(y)], [0, column(x)]), sum([2, column(x)], [1, constant(3)]));
    p.atLeast('least', column(x), constant(1));
    p.equal('same', column(y), column(x, 0.5));
    const { starts, indices, values, rowLower, rowUpper, lower, upper, cost } = p.done();
    expect(p.rules).toEqual(['most', 'least', 'same']);
    expect([...starts]).toEqual([0, 2, 3, 5]);
    expect([...indices]).toEqual([0, 1, 0, 0, 1]);
    expect([...values]).toEqual([-2, 1, 1, -0.5, 1]);
    expect([...rowLower]).toEqual([Number.NEGATIVE_INFINITY, 1, 0]);
    expect([...rowUpper]).toEqual([3, Number.POSITIVE_INFINITY, 0]);
    expect([[...lower], [...upper], [...cost]]).toEqual([
      [0, 1],
      [Number.POSITIVE_INFINITY, 4],
      [1, 2],
    ]);
  });
});

describe('the solver', () => {
  let solver: Solver;
  beforeAll(async () => {
    solver = await highsSolver();
  });

  /** 3x + 2y as large as may be, x + y at most 4, x + 3y at most 6, x at most 3: by hand 3, 1, so 11. */
  const small = () => {
    const p = new Programme<string>();
    const [x, y] = [p.add(3, 0, 3), p.add(2)];
    p.atMost('a', sum([1, column(x)], [1, column(y)]), constant(4));
    p.atMost('b', sum([1, column(x)], [3, column(y)]), constant(6));
    return p;
  };
  const rounded = (values: Float64Array) => [...values].map((value) => Math.round(value * 1e6) / 1e6);

  it('finds what was found by hand, and the price of the rule that holds', () => {
    const held = solver.hold(small().done());
    const found = held.solve();
    expect(found.status).toBe('optimal');
    expect(found.objective).toBeCloseTo(11, 9);
    expect(rounded(found.columns)).toEqual([3, 1]);
    // One more of a would be one y more, until b holds.
    expect(Math.abs(found.rowPrices[0] ?? 0) + Math.abs(found.rowPrices[1] ?? 0)).toBeGreaterThan(0);
    held.dispose();
  });
  it('solves again what was changed a little', () => {
    const held = solver.hold(small().done());
    held.solve();
    held.boundColumn(0, 0, 1);
    // x at most 1, so y at most 5/3: 3 + 10/3.
    expect(held.solve().objective).toBeCloseTo(19 / 3, 9);
    held.boundRow(1, Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY);
    expect(held.solve().objective).toBeCloseTo(9, 9);
    held.price(1, 5);
    expect(held.solve().objective).toBeCloseTo(20, 9);
    held.coefficient(0, 1, 2);
    // x + 2y at most 4: y at most 2 with x nought, or 1.5 with x one: 10.5.
    expect(held.solve().objective).toBeCloseTo(10.5, 9);
    held.dispose();
  });
  it('says that nothing keeps all rules, and gives no answer where there is no largest', () => {
    const p = small();
    p.atLeast('c', column(1), constant(3));
    const none = solver.hold(p.done());
    expect(none.solve().status).toBe('infeasible');
    none.dispose();
    const endless = new Programme<string>();
    endless.add(1);
    endless.atLeast('a', column(0), constant(0));
    const held = solver.hold(endless.done());
    expect(held.solve().status).toBe('failed');
    held.dispose();
  });
});
