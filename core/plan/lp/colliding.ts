import type { IsoDay } from '~/core/body/dates';
import type { LadderQuality } from '~/core/dose/choose';
import type { SeasonFrame } from '../frame';
import { type Giving, type GivingRule, givingRules, type Lock, type LockBar } from '../hand/by-hand';
import type { Cell, Rule, RuleGroup } from './cells';
import type { LinearProgramme } from './linear';
import type { SeasonModel } from './season-model';
import type { Held, Solver } from './solver';

/**
 * Which locks and rules cannot all be kept, and the smallest changes that would let them. A proof from the solver names some
 * rows; what may be left out of it without losing the contradiction is left out; what stays is named.
 */

/** A lock or a rule that takes part in a collision. */
export type Because =
  | { readonly kind: 'lock'; readonly lock: Lock }
  /** A lock that cannot be whatever else gives. */
  | { readonly kind: 'bar'; readonly lock: Lock; readonly bar: LockBar }
  | {
      readonly kind: 'rule';
      readonly rule: RuleGroup;
      readonly startsOn: IsoDay;
      readonly quality?: LadderQuality | undefined;
    };

/** A way out: other sets where locks are, or a rule that gives so much in some weeks. */
export type WayOut =
  | { readonly kind: 'locks'; readonly changes: readonly { readonly lock: Lock; readonly to: Lock }[] }
  | { readonly kind: 'rule'; readonly rule: GivingRule; readonly giving: readonly Giving[] };

export interface Colliding {
  readonly because: readonly Because[];
  /** The mildest first. */
  readonly offers: readonly WayOut[];
}

const eps = 1e-7;
/** How grave it is to let a rule give. */
const grave: Readonly<Record<GivingRule, number>> = {
  minutes: 1,
  entry: 3,
  low_week: 3,
  ramp_total: 6,
  ramp: 6,
  total_cap: 10,
  flexion: 20,
};
const gives = (group: RuleGroup): group is GivingRule => (givingRules as readonly string[]).includes(group);

/** The columns a coach has locked. */
const lockedColumns = (
  cells: readonly Cell[],
): { readonly column: number; readonly cell: Cell; readonly weaker: boolean }[] =>
  cells.flatMap((cell) => {
    const { locked } = cell.row;
    if (!locked) return [];
    return [
      { column: cell.column, cell, weaker: false },
      ...(cell.weaker !== undefined && locked.weaker !== undefined
        ? [{ column: cell.weaker, cell, weaker: true }]
        : []),
    ];
  });

/** A programme of some rows of another, worth nothing. */
function someRows(from: LinearProgramme, rows: readonly number[]): LinearProgramme {
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const row of rows) {
    for (let i = from.starts[row] ?? 0; i < (from.starts[row + 1] ?? 0); i += 1) {
      indices.push(from.indices[i] as number);
      values.push(from.values[i] as number);
    }
    starts.push(indices.length);
  }
  const pick = (of: Float64Array) => Float64Array.from(rows, (row) => of[row] as number);
  return {
    ...from,
    rows: rows.length,
    cost: new Float64Array(from.columns),
    rowLower: pick(from.rowLower),
    rowUpper: pick(from.rowUpper),
    starts: Int32Array.from(starts),
    indices: Int32Array.from(indices),
    values: Float64Array.from(values),
  };
}

const infinite = Number.POSITIVE_INFINITY;

/** What collides in a programme without an answer: of what the proof names only what it needs. */
function collide(
  frame: SeasonFrame,
  model: SeasonModel,
  programme: LinearProgramme,
  held: Held,
  solver: Solver,
): Because[] {
  const proof = held.proof();
  const rules = model.programme.rules;
  const rows = proof ? [...proof.keys()] : [...rules.keys()];
  const part = solver.holdAside(someRows(programme, rows));
  const startOf = (week: number | undefined) => frame.weeks[week ?? 0]?.startsOn ?? frame.input.startsOn;
  try {
    interface Item {
      readonly said: Because;
      readonly drop: () => void;
      readonly back: () => void;
    }
    const byRule = new Map<string, { rule: Rule; at: number[] }>();
    for (const [at, row] of rows.entries()) {
      const rule = rules[row];
      if (!rule) continue;
      const key = `${rule.group}|${rule.week}|${rule.quality}`;
      const its = byRule.get(key) ?? { rule, at: [] };
      its.at.push(at);
      byRule.set(key, its);
    }
    const ofRules = [...byRule.values()].map(
      ({ rule, at }): Item => ({
        said: { kind: 'rule', rule: rule.group, startsOn: startOf(rule.week), quality: rule.quality },
        drop: () => {
          for (const row of at) part.boundRow(row, -infinite, infinite);
        },
        back: () => {
          for (const row of at)
            part.boundRow(
              row,
              programme.rowLower[rows[row] as number] as number,
              programme.rowUpper[rows[row] as number] as number,
            );
        },
      }),
    );
    const used = new Set(
      rows.flatMap((row) =>
        Array.from(programme.indices.subarray(programme.starts[row] ?? 0, programme.starts[row + 1] ?? 0)),
      ),
    );
    const byLock = new Map<Cell, number[]>();
    for (const { column, cell } of lockedColumns(model.cells))
      if (used.has(column)) byLock.set(cell, [...(byLock.get(cell) ?? []), column]);
    const ofLocks = [...byLock].map(
      ([cell, columns]): Item => ({
        said: { kind: 'lock', lock: lockOf(frame, cell) },
        drop: () => {
          for (const column of columns) part.boundColumn(column, 0, infinite);
        },
        back: () => {
          for (const column of columns)
            part.boundColumn(column, programme.lower[column] as number, programme.upper[column] as number);
        },
      }),
    );
    // Rules first, the far ones before the near, so that what stays is what lies next to the locks.
    return [...ofRules, ...ofLocks].flatMap((item) => {
      item.drop();
      if (part.solve().status === 'infeasible') return [];
      item.back();
      return [item.said];
    });
  } finally {
    part.dispose();
  }
}

const lockOf = (frame: SeasonFrame, { week, row }: Cell): Lock => ({
  startsOn: frame.weeks[week]?.startsOn ?? frame.input.startsOn,
  quality: row.id,
  sets: row.locked?.sets ?? 0,
  ...(row.locked?.weaker === undefined ? {} : { weaker: row.locked.weaker }),
});

interface Loosened {
  readonly index: number;
  readonly price: number;
}

/**
 * The least by which columns leave their value, or rows their bound, so that all the rest is kept.
 *
 * @returns by how much each gives, up or down; undefined when that is not enough
 */
function loosen(
  from: LinearProgramme,
  solver: Solver,
  columns: readonly Loosened[],
  rows: readonly Loosened[],
): { readonly columns: readonly number[]; readonly rows: readonly number[] } | undefined {
  const more = 2 * columns.length + rows.length;
  const cost = new Float64Array(from.columns + more);
  const lower = new Float64Array(from.columns + more);
  const upper = new Float64Array(from.columns + more).fill(infinite);
  lower.set(from.lower);
  upper.set(from.upper);
  const giveOf = new Map(rows.map(({ index }, i) => [index, from.columns + 2 * columns.length + i]));
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (let row = 0; row < from.rows; row += 1) {
    for (let i = from.starts[row] ?? 0; i < (from.starts[row + 1] ?? 0); i += 1) {
      indices.push(from.indices[i] as number);
      values.push(from.values[i] as number);
    }
    const give = giveOf.get(row);
    if (give !== undefined) {
      indices.push(give);
      values.push(-1);
    }
    starts.push(indices.length);
  }
  const kept: number[] = [];
  for (const [i, { index, price }] of columns.entries()) {
    const [under, over] = [from.columns + 2 * i, from.columns + 2 * i + 1];
    cost[under] = -price;
    cost[over] = -price;
    kept.push(lower[index] as number);
    lower[index] = 0;
    upper[index] = infinite;
    indices.push(index, under, over);
    values.push(1, 1, -1);
    starts.push(indices.length);
  }
  for (const [i, { price }] of rows.entries()) cost[from.columns + 2 * columns.length + i] = -price;
  const held = solver.holdAside({
    columns: from.columns + more,
    rows: from.rows + columns.length,
    cost,
    lower,
    upper,
    rowLower: Float64Array.from([...from.rowLower, ...kept]),
    rowUpper: Float64Array.from([...from.rowUpper, ...kept]),
    starts: Int32Array.from(starts),
    indices: Int32Array.from(indices),
    values: Float64Array.from(values),
  });
  const found = held.solve();
  held.dispose();
  if (found.status !== 'optimal') return undefined;
  const at = (column: number) => found.columns[column] ?? 0;
  return {
    columns: columns.map((_, i) => at(from.columns + 2 * i + 1) - at(from.columns + 2 * i)),
    rows: rows.map((_, i) => at(from.columns + 2 * columns.length + i)),
  };
}

/** Other sets where the locks are: as near as may be, whole. */
function otherLocks(
  frame: SeasonFrame,
  model: SeasonModel,
  programme: LinearProgramme,
  solver: Solver,
): WayOut | undefined {
  const locked = lockedColumns(model.cells);
  const found = loosen(
    programme,
    solver,
    locked.map(({ column }) => ({ index: column, price: 1 / Math.max(0.5, programme.lower[column] ?? 0) })),
    [],
  );
  if (!found) return undefined;
  const to = new Map<Cell, { sets: number; weaker?: number }>();
  for (const [i, { cell, weaker }] of locked.entries()) {
    const by = found.columns[i] ?? 0;
    const was = (weaker ? cell.row.locked?.weaker : cell.row.locked?.sets) ?? 0;
    const exact = was + by / cell.row.cost.dose;
    const whole = Math.max(0, by < 0 ? Math.floor(exact + 1e-7) : Math.ceil(exact - 1e-7));
    to.set(cell, { ...(to.get(cell) ?? { sets: 0 }), ...(weaker ? { weaker: whole } : { sets: whole }) });
  }
  const changes = [...to].flatMap(([cell, next]) => {
    const lock = lockOf(frame, cell);
    return next.sets === lock.sets && next.weaker === lock.weaker
      ? []
      : [{ lock, to: { startsOn: lock.startsOn, quality: lock.quality, ...next } }];
  });
  return { kind: 'locks', changes };
}

/** Rounds up to what is said: minutes to halves, doses to hundredths. */
const saidUp = (rule: GivingRule, by: number): number => {
  const step = ['minutes', 'entry', 'ramp_total'].includes(rule) ? 0.5 : 0.01;
  return Math.round(Math.ceil(by / step - 1e-6) * step * 100) / 100;
};

/** One rule gives, wherever it has to. */
function oneRule(
  frame: SeasonFrame,
  model: SeasonModel,
  programme: LinearProgramme,
  solver: Solver,
  rule: GivingRule,
): WayOut | undefined {
  const rows = [...model.programme.rules.entries()].filter(([, its]) => its.group === rule);
  const found = loosen(
    programme,
    solver,
    [],
    rows.map(([index]) => ({ index, price: 1 / Math.max(0.5, Math.abs(programme.rowUpper[index] ?? 1)) })),
  );
  if (!found) return undefined;
  const giving = rows.flatMap(([, { week, quality }], i): Giving[] => {
    const by = found.rows[i] ?? 0;
    const startsOn = frame.weeks[week ?? 0]?.startsOn;
    if (by <= eps || startsOn === undefined) return [];
    return [{ startsOn, rule, by: saidUp(rule, by), ...(quality ? { quality } : {}) }];
  });
  return { kind: 'rule', rule, giving };
}

/** What collides in a season that has no answer, and the ways out of it. */
export function findColliding(
  frame: SeasonFrame,
  model: SeasonModel,
  programme: LinearProgramme,
  held: Held,
  solver: Solver,
): Colliding {
  const because = collide(frame, model, programme, held, solver);
  const rules = [
    ...new Set(because.flatMap((one) => (one.kind === 'rule' && gives(one.rule) ? [one.rule] : []))),
  ];
  const offers = [
    otherLocks(frame, model, programme, solver),
    ...rules
      .sort((a, b) => grave[a] - grave[b])
      .map((rule) => oneRule(frame, model, programme, solver, rule)),
  ].filter((offer) => offer !== undefined);
  return { because, offers };
}
