import { highsSolver } from '~/core/plan/lp/highs';
import type { Solver } from '~/core/plan/lp/solver';
import { type LivedSeason, liveSeason } from './season';
import { breachesOf, factsOf, tableOf } from './table';

/** A small sample of the seasons that bin/simulate lives through: what must never be is demanded, the shares a little lower. */

let solver: Solver;
let seasons: readonly LivedSeason[];
beforeAll(async () => {
  solver = await highsSolver();
  seasons = Array.from({ length: 24 }, (_, i) => liveSeason(solver, 1001 + i));
}, 300_000);

describe('lived seasons', () => {
  it('have nothing barred, nothing over its minutes, no session near an event, no single sets', () => {
    for (const season of seasons) expect(breachesOf(season)).toEqual([]);
  });
  it('ask what bodies can do, fill their minutes, deload, and get somewhere', () => {
    const line = new Map(tableOf(seasons.map(factsOf)).map((one) => [one.id, one.value]));
    const of = (id: string) => line.get(id) ?? Number.NaN;
    expect(of('first')).toBeGreaterThan(55);
    expect(of('fourth')).toBeGreaterThan(78);
    expect(of('from4')).toBeGreaterThan(72);
    expect(of('week1')).toBeGreaterThan(50);
    expect(of('fill30')).toBeGreaterThan(75);
    // Few of so small a sample have an hour.
    expect(of('fill60')).toBeGreaterThan(70);
    expect(of('named')).toBe(100);
    expect(of('agree')).toBeGreaterThan(75);
    expect(of('deload')).toBeGreaterThan(78);
    expect(of('a_week')).toBeGreaterThan(95);
    expect(of('passed')).toBeGreaterThanOrEqual(4);
    expect(of('back')).toBeLessThan(15);
    expect(of('alike')).toBeLessThanOrEqual(2);
    expect(of('rungs')).toBeGreaterThan(110);
    expect(of('ladders')).toBeGreaterThanOrEqual(26);
  });
  it('are the same for the same seed', () => {
    expect(factsOf(liveSeason(solver, 1001))).toEqual(factsOf(seasons[0] as LivedSeason));
  });
});
