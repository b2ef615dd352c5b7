import type { SideKey } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import { minutesIn } from '~/core/people/places';
import { planDefaults as d, flexionShare } from '../defaults';
import { type FrameRow, type FrameWeek, historyOf, type SeasonFrame } from '../frame';
import { type GivingRule, givenBy } from '../hand/by-hand';
import { exposuresOf, oneSideShare } from '../week-sets';
import { type Cell, type Rule, sideColumns } from './cells';
import { addGains } from './gains';
import { column, constant, type Expr, Programme, sum } from './linear';
import { Past } from './past';

/**
 * A season as a linear programme: the dose of every quality and week, worth what it brings to the events, within the rules.
 * Floors and the use of the minutes are priced, every other rule allows nothing to be done: without locks there is always an
 * answer.
 */

/** What a week adds up to, and what bounds it. */
export interface WeekSums {
  readonly minutes: Expr;
  /** What the ramp in all, or a low week's share, lets the minutes be. */
  readonly bound: Expr | undefined;
  /** Of the last load weeks' minutes the most of a low week; 1 of a load week. */
  readonly mostShare: number;
  /** Minutes the entry opens. */
  readonly entryMinutes: number;
  readonly total: Expr;
  readonly bent: Expr;
  /** The most of both. */
  readonly totalMost: number;
  readonly bentMost: number;
}

/** The rows that bound how far the weaker side leads, by week and quality: the gap's closing makes them one equality. */
export interface SideRows {
  readonly week: number;
  readonly quality: LadderQuality;
  readonly least: number;
  readonly most: number;
  /** The stronger side's column. */
  readonly column: number;
  /** Both sides are locked: they stay apart also once the gap has closed. */
  readonly locked: boolean;
}

export interface SeasonModel {
  readonly programme: Programme<Rule>;
  readonly cells: readonly Cell[];
  readonly weeks: readonly (WeekSums | undefined)[];
  readonly sides: readonly SideRows[];
  /** Columns of what the doses bring to the events. */
  readonly gains: readonly number[];
}

/** Minutes a dose of both sides takes, a usual exposure counted into its sets. */
function minutesPerDose(row: FrameRow, sessions: number): number {
  const sets = Math.max(row.least, Math.min(row.most, 1.5 * row.least));
  const perSet = (exposuresOf(row, sets, sessions) * row.cost.exposureS) / sets + row.cost.setS;
  return perSet / 60 / row.cost.dose;
}

/** A dose of both sides: of what has none or even ones, its one dose. */
const meanDose = ({ column: strong, weaker }: Pick<Cell, 'column' | 'weaker'>): Expr =>
  weaker === undefined ? column(strong) : sum([0.5, column(strong)], [0.5, column(weaker)]);

/** Builds the programme of a season's frame. */
export function seasonModel(frame: SeasonFrame): SeasonModel {
  const p = new Programme<Rule>();
  const past = new Past();
  const cells: Cell[] = [];
  const sides: SideRows[] = [];
  const lastOn = new Map<LadderQuality, Cell>();
  const weeks = frame.weeks.map((week) => {
    if (week.rows.length === 0) return undefined;
    const its = week.rows.map((row) => addCell(p, frame, week, row, past));
    cells.push(...its);
    for (const cell of its) {
      const { id } = cell.row;
      if (cell.weaker !== undefined) sides.push(addSides(p, cell, cell.weaker));
      addStay(p, frame, week, cell);
      past.noteOn(id, week.index);
      if (week.low) continue;
      const last = lastOn.get(id);
      if (last && last.row.tier === cell.row.tier) addSmooth(p, cell, last);
      lastOn.set(id, cell);
      past.noteLoad(id, {
        week: week.index,
        dose: column(cell.column),
        // A main that did not fit whole had two sets for its least.
        least:
          (cell.row.locked ? Math.min(cell.row.least, d.leastKeep) : cell.row.least) * cell.row.cost.dose,
      });
    }
    return addWeek(p, frame, week, its, past);
  });
  const gains = addGains(frame, p, cells);
  return { programme: p, cells, weeks, sides, gains };
}

/** The dose of a quality in a week: its most, its least, and how fast it may grow or how low it is to be. */
function addCell(
  p: Programme<Rule>,
  { input, youth }: SeasonFrame,
  week: FrameWeek,
  row: FrameRow,
  past: Past,
): Cell {
  const { id, cost, want } = row;
  const leastDose = row.least * cost.dose;
  const most = row.most * cost.dose;
  const add = (sets: number | undefined, upTo: number) => {
    const from = sets === undefined ? 0 : sets * cost.dose;
    return p.add(0, from, sets === undefined ? upTo : from);
  };
  const index = add(row.locked?.sets, most);
  const weaker = want.sided && want.weaker ? add(row.locked?.weaker, most * d.weakerToStronger) : undefined;
  const given = (rule: 'ramp' | 'low_week') =>
    givenBy(input.giving, week.startsOn, rule, id) + roundedUp(row, 1.5);
  const base = past.base(id, week.index, historyOf(input, id), leastDose);
  const about = { week: week.index, quality: id };
  let bound: Expr | undefined;
  if (!week.low) {
    // A ramp never bars the least that works, nor one set more an exposure.
    const rate = 1 + (youth ? d.rampQualityYouth : d.rampQuality);
    const sets = row.tier === 'main' ? Math.min(2, week.sessions) : 1;
    const step = Math.max(d.rampStep, sets * cost.dose, leastDose - rate * base.least);
    bound = sum([rate, base.of], [1, constant(step + given('ramp'))]);
  } else if (past.began(id)) {
    const upper = week.lowShare?.[1] ?? 1;
    const raised = Math.max(0, leastDose - upper * base.least);
    bound = sum([upper, base.of], [1, constant(raised + given('low_week'))]);
  }
  if (bound) p.atMost({ group: week.low ? 'low_week' : 'ramp', ...about }, column(index), bound);
  const lacking = p.add(-d.priceFloor);
  p.atLeast(
    { group: 'least', ...about },
    sum([1, column(index)], [1, column(lacking)]),
    constant(Math.min(leastDose, most)),
  );
  return { week: week.index, row, column: index, weaker, bound, most, mostBy: row.mostBy };
}

/**
 * What whole sets may be over a rule that doses keep: a lock is in whole sets, and what is planned can always be locked as it is.
 *
 * @param sets part of a set, as the rounding allows
 */
const roundedUp = ({ locked, cost }: FrameRow, sets: number): number => (locked ? sets * cost.dose : 0);

/** How far the weaker side leads while its gap acts. */
function addSides(p: Programme<Rule>, { week, row, column: strong }: Cell, weaker: number): SideRows {
  const rule = { group: 'sides', week, quality: row.id } as const;
  const { locked } = row;
  // In whole sets one more is a lead, whatever share of the other it is.
  const short = locked?.weaker === undefined ? 0 : Math.max(0, d.weakerLeast * locked.sets - locked.sets - 1);
  return {
    week,
    quality: row.id,
    least: p.atLeast(
      rule,
      sum([1, column(weaker)], [1, constant(short * row.cost.dose)]),
      column(strong, d.weakerLeast),
    ),
    most: p.atMost(rule, column(weaker), column(strong, d.weakerToStronger)),
    column: strong,
    locked: locked?.weaker !== undefined,
  };
}

/** Where it is all the same, a dose stays what it is in the plan that stands. */
function addStay(p: Programme<Rule>, { input }: SeasonFrame, week: FrameWeek, cell: Cell): void {
  const accepted = input.accepted?.[week.startsOn];
  if (!accepted) return;
  const stay = (col: number, side: SideKey) => {
    const up = p.add(-d.priceStay);
    const down = p.add(-d.priceStay);
    p.equal(
      { group: 'stay', week: week.index, quality: cell.row.id },
      sum([1, column(col)], [-1, column(up)], [1, column(down)]),
      constant(accepted[`${cell.row.id}|${side}`] ?? 0),
    );
  };
  // Sides that are even now have one dose, and one of them to stay with.
  for (const [col, side] of new Map(sideColumns(cell).map(([side, col]) => [col, side]))) stay(col, side);
}

/** From one load week to the next a dose is not to jump. */
function addSmooth(p: Programme<Rule>, cell: Cell, last: Cell): void {
  const up = p.add(-d.priceSmooth);
  const down = p.add(-d.priceSmooth);
  p.equal(
    { group: 'smooth', week: cell.week, quality: cell.row.id },
    sum([1, meanDose(cell)], [-1, column(up)], [1, column(down)]),
    meanDose(last),
  );
}

/** What a week adds up to: its minutes, its dose in all, and what bends the trunk. */
function addWeek(
  p: Programme<Rule>,
  frame: SeasonFrame,
  week: FrameWeek,
  cells: readonly Cell[],
  past: Past,
): WeekSums {
  const { input, level, youth } = frame;
  let least = 0;
  /** The least with even sides, as they are once a gap has closed. */
  let evenLeast = 0;
  const parts = cells.map((cell) => {
    const perDose = minutesPerDose(cell.row, week.sessions);
    const even = perDose * cell.row.least * cell.row.cost.dose;
    evenLeast += even;
    least += even * (cell.weaker === undefined ? 1 : 1 - oneSideShare + oneSideShare * d.weakerLeast);
    return cell.weaker === undefined
      ? sum([perDose, column(cell.column)])
      : sum(
          [perDose * (1 - oneSideShare), column(cell.column)],
          [perDose * oneSideShare, column(cell.weaker)],
        );
  });
  const minutes = sum(...parts.map((part) => [1, part] as const));
  const total = sum(...cells.map((cell) => [1, meanDose(cell)] as const));
  const bent = sum(...cells.map((cell) => [flexionShare[cell.row.id] ?? 0, meanDose(cell)] as const));
  const recent = past.minutes();
  const rule = (group: Rule['group']): Rule => ({ group, week: week.index });
  /** What a rule gives by hand, and what the locks are over it by rounding alone. */
  const given = (of: GivingRule) => {
    const over =
      of === 'total_cap'
        ? cells.reduce((all, { row, weaker }) => all + roundedUp(row, weaker === undefined ? 0.5 : 1), 0)
        : of === 'flexion'
          ? cells.reduce((all, { row }) => all + (flexionShare[row.id] ?? 0) * roundedUp(row, 0.5), 0)
          : 0;
    return givenBy(input.giving, week.startsOn, of) + over;
  };
  const locked = cells.filter(({ row }) => row.locked);
  /** Half a set of each, and the ramp's own minutes: what whole sets may be over their doses. */
  const inWholeSets = (of: readonly Cell[]) =>
    of.length > 0 ? 2 + of.reduce((all, { row }) => all + row.cost.setS / 120, 0) : 0;
  const roundedMinutes = inWholeSets(locked);
  /** A lock may grow from what the weeks before it were rounded up to. */
  const grown = (rate: number) => (locked.length > 0 ? rate * (recent?.over ?? 0) : 0);
  const use = (wanted: Expr) => {
    const unused = p.add(-d.priceFill);
    p.atLeast(rule('fill'), sum([1, minutes], [1, column(unused)]), wanted);
  };
  let bound: Expr | undefined;
  let mostShare = 1;
  if (week.low) {
    const [lower, upper] = week.lowShare ?? [0, 1];
    const offered = week.fill * minutesIn(input, week.phase);
    const from = recent ?? { of: constant(offered), least: offered };
    const days = week.eventWeek ? d.eventDays * week.share : 1;
    mostShare = Math.min(upper, days);
    const raised = Math.max(0, least - mostShare * from.least);
    bound = sum([mostShare, from.of], [1, constant(raised + given('low_week'))]);
    p.atMost(rule('low_week'), minutes, sum([1, bound], [1, constant(roundedMinutes + grown(mostShare))]));
    use(sum([Math.min(lower, days), from.of]));
  } else {
    if (recent) {
      const rate = (1 + (youth ? d.rampTotalYouth : d.rampTotal)) * week.share;
      const step = Math.max(d.rampStepMinutes, least - rate * recent.least);
      bound = sum([rate, recent.of], [1, constant(step + given('ramp_total'))]);
      p.atMost(rule('ramp_total'), minutes, sum([1, bound], [1, constant(roundedMinutes + grown(rate))]));
    }
    if (week.phase !== 'hold') {
      const entered = week.loadWeeks >= d.fillFrom;
      const wanted = entered ? d.fillLeast : Math.min(d.fillLeast, week.fill - d.entryStep);
      use(constant(wanted * week.minutesAvailable));
    }
    const over = inWholeSets(cells.filter(({ row }) => !row.locked));
    past.noteWeek({ minutes, least: evenLeast, share: week.share, over });
  }
  // What is given by hand comes on top, whole: the entry does not take its share of it.
  const open = (week.low ? 1 : week.fill) * (week.minutesAvailable - given('minutes'));
  const entryMinutes = Math.max(open, least) + given('minutes') + given('entry');
  const upTo = (group: Rule['group'], of: Expr, most: number) =>
    p.row(rule(group), of, Number.NEGATIVE_INFINITY, most);
  upTo(!week.low && week.fill < 1 ? 'entry' : 'minutes', minutes, entryMinutes + roundedMinutes);
  const totalMost = d.capTotal[level] + given('total_cap');
  const bentMost = d.flexion + given('flexion');
  upTo('total_cap', total, totalMost);
  upTo('flexion', bent, bentMost);
  return { minutes, bound, mostShare, entryMinutes, total, bent, totalMost, bentMost };
}
