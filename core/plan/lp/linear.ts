/** Linear programmes, put together row by row. A solver's own form is made of them at the end. */

/** A linear expression: coefficients by column, and a constant. */
export interface Expr {
  readonly terms: ReadonlyMap<number, number>;
  readonly constant: number;
}

export const constant = (value: number): Expr => ({ terms: new Map(), constant: value });
export const column = (index: number, coefficient = 1): Expr => ({
  terms: new Map([[index, coefficient]]),
  constant: 0,
});

/** Weighted sum of expressions. */
export function sum(...parts: readonly (readonly [weight: number, of: Expr])[]): Expr {
  const terms = new Map<number, number>();
  let total = 0;
  for (const [weight, of] of parts) {
    total += weight * of.constant;
    for (const [index, coefficient] of of.terms)
      terms.set(index, (terms.get(index) ?? 0) + weight * coefficient);
  }
  return { terms, constant: total };
}

/** What an expression comes to at some values of the columns. */
export function evaluate({ terms, constant: total }: Expr, at: ArrayLike<number>): number {
  let value = total;
  for (const [index, coefficient] of terms) value += coefficient * (at[index] ?? 0);
  return value;
}

/** A linear programme as a solver takes it: rows compressed, to be made as large as possible. */
export interface LinearProgramme {
  readonly columns: number;
  readonly rows: number;
  readonly cost: Float64Array;
  readonly lower: Float64Array;
  readonly upper: Float64Array;
  readonly rowLower: Float64Array;
  readonly rowUpper: Float64Array;
  readonly starts: Int32Array;
  readonly indices: Int32Array;
  readonly values: Float64Array;
}

/** Gathers columns and rows, each row with the rule it stands for. */
export class Programme<Rule> {
  private readonly cost: number[] = [];
  private readonly lower: number[] = [];
  private readonly upper: number[] = [];
  private readonly rowLower: number[] = [];
  private readonly rowUpper: number[] = [];
  private readonly starts: number[] = [0];
  private readonly indices: number[] = [];
  private readonly values: number[] = [];
  private readonly said: Rule[] = [];

  /** The rule of every row. */
  get rules(): readonly Rule[] {
    return this.said;
  }

  add(cost = 0, lower = 0, upper = Number.POSITIVE_INFINITY): number {
    this.cost.push(cost);
    this.lower.push(lower);
    this.upper.push(Math.max(lower, upper));
    return this.cost.length - 1;
  }

  /** Adds `least <= of <= most`; gives the row. Constants of the expression go to the bounds. */
  row(rule: Rule, of: Expr, least: number, most: number): number {
    for (const [index, value] of [...of.terms].sort(([a], [b]) => a - b)) {
      if (value === 0) continue;
      this.indices.push(index);
      this.values.push(value);
    }
    this.starts.push(this.indices.length);
    this.rowLower.push(least - of.constant);
    this.rowUpper.push(most - of.constant);
    this.said.push(rule);
    return this.said.length - 1;
  }

  atMost(rule: Rule, of: Expr, most: Expr): number {
    return this.row(rule, sum([1, of], [-1, most]), Number.NEGATIVE_INFINITY, 0);
  }

  atLeast(rule: Rule, of: Expr, least: Expr): number {
    return this.row(rule, sum([1, of], [-1, least]), 0, Number.POSITIVE_INFINITY);
  }

  equal(rule: Rule, of: Expr, to: Expr): number {
    return this.row(rule, sum([1, of], [-1, to]), 0, 0);
  }

  done(): LinearProgramme {
    return {
      columns: this.cost.length,
      rows: this.said.length,
      cost: Float64Array.from(this.cost),
      lower: Float64Array.from(this.lower),
      upper: Float64Array.from(this.upper),
      rowLower: Float64Array.from(this.rowLower),
      rowUpper: Float64Array.from(this.rowUpper),
      starts: Int32Array.from(this.starts),
      indices: Int32Array.from(this.indices),
      values: Float64Array.from(this.values),
    };
  }
}
