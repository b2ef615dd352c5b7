import { addDays } from '~/core/body/dates';
import { qualities, sideKeysOf } from '~/core/catalogue';
import { seasonFrame } from '~/core/plan/frame';
import { solveClosing } from '~/core/plan/lp/closing';
import { highsSolver } from '~/core/plan/lp/highs';
import { seasonModel } from '~/core/plan/lp/season-model';
import { periodise } from '~/core/plan/periodise';
import type { PeriodiseInput } from '~/core/plan/season';

/** How long a season takes to solve: from nothing, after warming up, and again after a small change. */

const startsOn = '2026-11-23';

/** A season of so many weeks with every quality, its sides apart where they may be. */
export const seasonOf = (weeks: number, shift = 0): PeriodiseInput => ({
  startsOn,
  firstWeekday: 1,
  level: 'trained',
  ageYears: 30,
  sessionsPerWeek: 3,
  minutesPerSession: 30,
  events: [
    { id: 'b', name: 'b', onDate: addDays(startsOn, 7 * Math.floor(weeks / 3) - 2), priority: 'B' },
    { id: 'a', name: 'a', onDate: addDays(startsOn, 7 * Math.floor(weeks / 2) - 2), priority: 'A' },
    { id: 'a2', name: 'a2', onDate: addDays(startsOn, 7 * (weeks - 2) - 2), priority: 'A' },
  ],
  blackouts: [{ from: addDays(startsOn, 70), to: addDays(startsOn, 76), reason: 'travel' }],
  blocked: [],
  cautions: [],
  sport: 'cycling',
  priorities: qualities.flatMap(({ id, sided }, i) =>
    sideKeysOf(id).map((side) => ({
      quality: id,
      side,
      priority: 0.1 + (((i + shift) * 7) % 10) / 12,
      capability: (sided && side === 'left' ? 55 : 75) + ((i + shift) % 9),
      demand: 1 + (i % 5),
      weakerByGap: sided && side === 'left',
    })),
  ),
});

export async function measureSeasons(
  say: (text: string) => void,
  of: Readonly<Record<'median' | 'p95', (values: readonly number[]) => number>>,
): Promise<void> {
  const timed = <T>(work: () => T): readonly [T, number] => {
    const began = performance.now();
    return [work(), performance.now() - began];
  };
  const loading = performance.now();
  const solver = await highsSolver();
  const loaded = performance.now() - loading;
  const [, first] = timed(() => periodise(seasonOf(20), solver));
  const cold: number[] = [];
  let size = '';
  for (let shift = 0; shift < 8; shift += 1) {
    const [held, building] = timed(() => {
      const frame = seasonFrame(seasonOf(52, shift));
      const model = seasonModel(frame);
      const programme = model.programme.done();
      size = `${programme.columns} columns, ${programme.rows} rows`;
      return { frame, model, programme: solver.hold(programme) };
    });
    const [, solving] = timed(() => solveClosing(held.frame, held.model, held.programme));
    cold.push(building + solving);
    held.programme.dispose();
  }
  const people: number[] = [];
  for (let i = 0; i < 40; i += 1) people.push(timed(() => periodise(seasonOf(16 + (i % 24), i), solver))[1]);
  say(
    `\na season of 52 weeks, 13 quality-sides (${size}): cold after warming up median ${of.median(cold).toFixed(0)} ms, p95 ${of.p95(cold).toFixed(0)} ms (budget < 1500 ms)`,
  );
  say(
    `solver loaded in ${loaded.toFixed(0)} ms, its first season ${first.toFixed(0)} ms; seasons of 16 to 39 weeks in whole sets: median ${of.median(people).toFixed(0)} ms, p95 ${of.p95(people).toFixed(0)} ms`,
  );
}
