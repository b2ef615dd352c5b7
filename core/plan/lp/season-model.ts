import type { LadderQuality } from '~/core/dose/choose';
import { planDefaults as d, flexionShare } from '../defaults';
import { type FrameRow, historyOf, type SeasonFrame } from '../frame';
import type { Level } from '../season';
import { exposuresOf, type Hold, oneSideShare } from '../week-sets';
import { addGains } from './gains';
import { column, constant, type Expr, Programme, sum } from './linear';

/**
 * A season as a linear programme: the dose of every quality and week, worth what it brings to the events, within the rules.
 * Floors and the use of the minutes are priced, every other rule allows nothing to be done: without locks there is always an
 * answer.
 */

/** The rules rows stand for, so that an answer can say which held it. */
export type RuleGroup =
  | 'definition'
  | 'gain'
  | 'cap'
  | 'total_cap'
  | 'flexion'
  | 'ramp'
  | 'ramp_total'
  | 'entry'
  | 'fill'
  | 'minutes'
  | 'low_week'
  | 'least'
  | 'sides'
  | 'smooth';

export interface Rule {
  readonly group: RuleGroup;
  readonly week?: number;
  readonly quality?: LadderQuality;
}

/** Doses of one quality in one week. A quality whose sides are even, or has none, has one column for both. */
export interface Cell {
  readonly week: number;
  readonly row: FrameRow;
  /** Column of its dose: of the stronger side, where the sides differ. */
  readonly column: number;
  /** Column of the weaker side's dose, where the sides differ. */
  readonly weaker: number | undefined;
  /** What its growth, or its low week, lets it be. */
  readonly bound: Expr | undefined;
  /** The most dose, and what says so. */
  readonly most: number;
  readonly mostBy: Hold;
}

/** What a week adds up to, and what bounds it. */
export interface WeekSums {
  readonly minutes: Expr;
  /** What the ramp in all, or a low week's share, lets the minutes be. */
  readonly bound: Expr | undefined;
  /** Minutes the entry opens. */
  readonly entryMinutes: number;
  readonly total: Expr;
  readonly bent: Expr;
}

/** The rows that bound how far the weaker side leads, by week and quality: the gap's closing makes them one equality. */
export interface SideRows {
  readonly week: number;
  readonly quality: LadderQuality;
  readonly least: number;
  readonly most: number;
  /** The stronger side's column. */
  readonly column: number;
}

export interface SeasonModel {
  readonly programme: Programme<Rule>;
  readonly cells: readonly Cell[];
  readonly weeks: readonly (WeekSums | undefined)[];
  readonly level: Level;
  readonly sides: readonly SideRows[];
}

/** Minutes a dose of both sides takes, a usual exposure counted into its sets. */
function minutesPerDose({ row, sessions }: { row: FrameRow; sessions: number }): number {
  const sets = Math.max(row.least, Math.min(row.most, 1.5 * row.least));
  const perSet = (exposuresOf(row, sets, sessions) * row.cost.exposureS) / sets + row.cost.setS;
  return perSet / 60 / row.cost.dose;
}

/** Builds the programme of a season's frame. */
export function seasonModel(frame: SeasonFrame): SeasonModel {
  const { input, weeks, level, youth } = frame;
  const p = new Programme<Rule>();
  const rampQuality = youth ? d.rampQualityYouth : d.rampQuality;
  const rampTotal = youth ? d.rampTotalYouth : d.rampTotal;
  const cells: Cell[] = [];
  const sides: SideRows[] = [];
  const weekSums: (WeekSums | undefined)[] = [];
  /** Load weeks a quality was on in, newest last: its dose and its least. */
  const onLoad = new Map<LadderQuality, { week: number; dose: Expr; least: number }[]>();
  const lastOn = new Map<LadderQuality, { cell: Cell; dose: Expr }>();
  const loadMinutes: { minutes: Expr; least: number; share: number }[] = [];
  const doseOf = (cell: Pick<Cell, 'column' | 'weaker'>): Expr =>
    cell.weaker === undefined
      ? column(cell.column)
      : sum([0.5, column(cell.column)], [0.5, column(cell.weaker)]);

  for (const week of weeks) {
    if (week.rows.length === 0) {
      weekSums.push(undefined);
      continue;
    }
    const t = week.index;
    let minutes = constant(0);
    let leastMinutes = 0;
    /** The same with even sides, as they are once a gap has closed. */
    let evenMinutes = 0;
    let total = constant(0);
    let bent = constant(0);
    for (const row of week.rows) {
      const { id, cost, want } = row;
      const leastDose = row.least * cost.dose;
      const most = row.most * cost.dose;
      const gap = want.sided && want.weaker !== undefined;
      const col = p.add(0, 0, most);
      const weaker = gap ? p.add(0, 0, most * d.weakerToStronger) : undefined;
      const strong = column(col);
      const dose = gap ? sum([0.5, strong], [0.5, column(weaker as number)]) : strong;

      // What it may grow from: the load weeks it was on in, aged where it was off for long.
      const seen = onLoad.get(id) ?? [];
      const history = historyOf(input, id);
      const before = Math.max(history, leastDose);
      const past = [
        ...(history > 0 ? Array.from({ length: d.rampWeeks }, () => undefined) : []),
        ...seen,
      ].slice(-d.rampWeeks);
      const aged = (from: number) => Math.exp((-7 * Math.max(0, t - from - 2)) / d.tau1Days);
      const base =
        past.length === 0
          ? constant(before)
          : sum(
              ...past.map((one) =>
                one
                  ? ([aged(one.week) / past.length, one.dose] as const)
                  : ([1 / past.length, constant(before)] as const),
              ),
            );
      const leastBase =
        past.length === 0
          ? before
          : past.reduce((all, one) => all + (one ? aged(one.week) * one.least : before), 0) / past.length;

      let bound: Expr | undefined;
      if (!week.low) {
        // A ramp never bars the least that works, nor one set more an exposure.
        const sets = row.tier === 'main' ? Math.min(2, week.sessions) : 1;
        const step = Math.max(d.rampStep, sets * cost.dose, leastDose - (1 + rampQuality) * leastBase);
        bound = sum([1 + rampQuality, base], [1, constant(step)]);
      } else if (seen.length > 0) {
        const upper = week.lowShare?.[1] ?? 1;
        bound = sum([upper, base], [1, constant(Math.max(0, leastDose - upper * leastBase))]);
      }
      if (bound) p.atMost({ group: week.low ? 'low_week' : 'ramp', week: t, quality: id }, strong, bound);
      const slack = p.add(-d.priceFloor);
      p.atLeast(
        { group: 'least', week: t, quality: id },
        sum([1, strong], [1, column(slack)]),
        constant(Math.min(leastDose, most)),
      );
      if (weaker !== undefined) {
        const rule = { group: 'sides', week: t, quality: id } as const;
        sides.push({
          week: t,
          quality: id,
          least: p.atLeast(rule, column(weaker), column(col, d.weakerLeast)),
          most: p.atMost(rule, column(weaker), column(col, d.weakerToStronger)),
          column: col,
        });
      }
      const cell: Cell = {
        week: t,
        row,
        column: col,
        weaker,
        bound,
        most,
        mostBy: row.mostBy,
      };
      cells.push(cell);

      // A load week that is not far from the last one is not to jump.
      const last = lastOn.get(id);
      if (!week.low) {
        if (last && last.cell.row.tier === row.tier) {
          const up = p.add(-d.priceSmooth);
          const down = p.add(-d.priceSmooth);
          p.equal(
            { group: 'smooth', week: t, quality: id },
            sum([1, dose], [-1, column(up)], [1, column(down)]),
            last.dose,
          );
        }
        lastOn.set(id, { cell, dose });
        onLoad.set(id, [...seen, { week: t, dose: strong, least: leastDose }]);
      }

      const perDose = minutesPerDose({ row, sessions: week.sessions });
      minutes =
        weaker === undefined
          ? sum([1, minutes], [perDose, strong])
          : sum(
              [1, minutes],
              [perDose * (1 - oneSideShare), strong],
              [perDose * oneSideShare, column(weaker)],
            );
      const led = weaker === undefined ? 1 : 1 - oneSideShare + oneSideShare * d.weakerLeast;
      leastMinutes += perDose * leastDose * led;
      evenMinutes += perDose * leastDose;
      total = sum([1, total], [1, dose]);
      bent = sum([1, bent], [flexionShare[id] ?? 0, dose]);
    }

    const least = leastMinutes;
    const scaled = (from: typeof loadMinutes) =>
      sum(...from.map((one) => [week.share / one.share / from.length, one.minutes] as const));
    const scaledLeast = (from: typeof loadMinutes) =>
      from.reduce((all, one) => all + (week.share / one.share) * one.least, 0) / from.length;
    const recent = loadMinutes.slice(-d.rampTotalWeeks);
    let bound: Expr | undefined;
    if (week.low) {
      const [lower, upper] = week.lowShare ?? [0, 1];
      const days = week.eventWeek ? d.eventDays * week.share : 1;
      const whole = constant(week.fill * input.sessionsPerWeek * input.minutesPerSession);
      const from =
        recent.length > 0
          ? sum(...recent.map((one) => [1 / one.share / recent.length, one.minutes] as const))
          : whole;
      const fromLeast =
        recent.length > 0
          ? recent.reduce((all, one) => all + one.least / one.share, 0) / recent.length
          : whole.constant;
      const most = Math.min(upper, days);
      bound = sum([most, from], [1, constant(Math.max(0, least - most * fromLeast))]);
      p.atMost({ group: 'low_week', week: t }, minutes, bound);
      const unused = p.add(-d.priceFill);
      p.atLeast(
        { group: 'fill', week: t },
        sum([1, minutes], [1, column(unused)]),
        sum([Math.min(lower, days), from]),
      );
    } else {
      if (recent.length > 0) {
        const step = Math.max(d.rampStepMinutes, least - (1 + rampTotal) * scaledLeast(recent));
        bound = sum([1 + rampTotal, scaled(recent)], [1, constant(step)]);
        p.atMost({ group: 'ramp_total', week: t }, minutes, bound);
      }
      if (week.phase !== 'hold') {
        const unused = p.add(-d.priceFill);
        const wanted =
          week.loadWeeks >= d.fillFrom ? d.fillLeast : Math.min(d.fillLeast, week.fill - d.entryStep);
        p.atLeast(
          { group: 'fill', week: t },
          sum([1, minutes], [1, column(unused)]),
          constant(wanted * week.minutesAvailable),
        );
      }
      loadMinutes.push({ minutes, least: evenMinutes, share: week.share });
    }
    const entryMinutes = Math.max((week.low ? 1 : week.fill) * week.minutesAvailable, least);
    p.row(
      { group: !week.low && week.fill < 1 ? 'entry' : 'minutes', week: t },
      minutes,
      Number.NEGATIVE_INFINITY,
      entryMinutes,
    );
    p.row({ group: 'total_cap', week: t }, total, Number.NEGATIVE_INFINITY, d.capTotal[level]);
    p.row({ group: 'flexion', week: t }, bent, Number.NEGATIVE_INFINITY, d.flexion);
    weekSums.push({ minutes, bound, entryMinutes, total, bent });
  }

  addGains(frame, p, cells);
  return {
    programme: p,
    cells,
    weeks: weekSums,
    level,
    sides,
  };
}
