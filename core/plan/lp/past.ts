import type { LadderQuality } from '~/core/dose/choose';
import { planDefaults as d } from '../defaults';
import { constant, type Expr, sum } from './linear';

/**
 * What a week may grow from: the load weeks before it, as expressions of their doses. Low weeks do not count, or a season with
 * deloads could not climb; what was off for long has aged. Beside each stands the same of the least doses, so that a ramp can
 * be kept from barring the least that works.
 */

export interface Base {
  readonly of: Expr;
  readonly least: number;
}

interface OnLoad {
  readonly week: number;
  readonly dose: Expr;
  readonly least: number;
}

interface LoadWeek {
  readonly minutes: Expr;
  readonly least: number;
  readonly share: number;
  /** Minutes that its whole sets may be over its doses. */
  readonly over: number;
}

const mean = (values: readonly number[]): number =>
  values.reduce((all, value) => all + value, 0) / values.length;

export class Past {
  private readonly on = new Map<LadderQuality, number[]>();
  private readonly loads = new Map<LadderQuality, OnLoad[]>();
  private readonly weeks: LoadWeek[] = [];

  /** Weeks a quality was off since one of its weeks, beyond one, age it. */
  private aged(id: LadderQuality, from: number, at: number): number {
    const on = (this.on.get(id) ?? []).filter((week) => week > from && week < at).length;
    return Math.exp((-7 * Math.max(0, at - from - 1 - on - 1)) / d.tau1Days);
  }

  /** A quality's base in a week: the mean of its last load weeks; before the season of what it did, or its least. */
  base(id: LadderQuality, at: number, history: number, leastDose: number): Base {
    const before = Math.max(history, leastDose);
    const earlier = { of: constant(before), least: before };
    const seen = (this.loads.get(id) ?? []).map((one): Base => {
      const age = this.aged(id, one.week, at);
      return { of: sum([age, one.dose]), least: age * one.least };
    });
    const past = [...(history > 0 ? Array<Base>(d.rampWeeks).fill(earlier) : []), ...seen].slice(
      -d.rampWeeks,
    );
    if (past.length === 0) return earlier;
    return {
      of: sum(...past.map((one) => [1 / past.length, one.of] as const)),
      least: mean(past.map(({ least }) => least)),
    };
  }

  /** Was it on in a load week of this season? */
  began(id: LadderQuality): boolean {
    return this.loads.has(id);
  }

  noteOn(id: LadderQuality, week: number): void {
    this.on.set(id, [...(this.on.get(id) ?? []), week]);
  }

  noteLoad(id: LadderQuality, load: OnLoad): void {
    this.loads.set(id, [...(this.loads.get(id) ?? []), load]);
  }

  noteWeek(week: LoadWeek): void {
    this.weeks.push(week);
  }

  /** Minutes of the last load weeks, were they whole; undefined before the first. */
  minutes(): (Base & { readonly over: number }) | undefined {
    const recent = this.weeks.slice(-d.rampTotalWeeks);
    if (recent.length === 0) return undefined;
    return {
      of: sum(...recent.map((one) => [1 / one.share / recent.length, one.minutes] as const)),
      least: mean(recent.map((one) => one.least / one.share)),
      over: mean(recent.map((one) => one.over / one.share)),
    };
  }
}
