import { addDays } from '~/core/body/dates';
import { qualities, sideKeysOf } from '~/core/catalogue';
import { easedTexts, readEased } from '../eased';
import { seasonFrame } from '../frame';
import type { PeriodiseInput } from '../season';
import { planned } from '../testing';
import { solveClosing } from './closing';
import { highsSolver } from './highs';
import { easeRules } from './relax';
import { seasonModel } from './season-model';
import type { Solver } from './solver';

let solver: Solver;
beforeAll(async () => {
  solver = await highsSolver();
});
const periodise = planned();

const startsOn = '2026-11-23';
const season = (over: Partial<PeriodiseInput> = {}): PeriodiseInput => ({
  startsOn,
  firstWeekday: 1,
  level: 'advanced',
  ageYears: 30,
  sessionsPerWeek: 3,
  minutesPerSession: 15,
  events: [{ id: 'a', name: 'a', onDate: addDays(startsOn, 16 * 7 - 2), priority: 'A' }],
  blackouts: [],
  blocked: [],
  cautions: [],
  priorities: qualities.flatMap(({ id }, i) =>
    sideKeysOf(id).map((side) => ({
      quality: id,
      side,
      priority: 0.2 + i / 20,
      capability: 55,
      demand: 4,
      weakerByGap: false,
    })),
  ),
  ...over,
});

function eased(input: PeriodiseInput) {
  const frame = seasonFrame(input);
  const model = seasonModel(frame);
  const programme = model.programme.done();
  const held = solver.hold(programme);
  const { solution } = solveClosing(frame, model, held);
  const found = easeRules(model, programme, held, solution.columns);
  const again = held.solve();
  held.dispose();
  return { found, solution, again };
}

describe('easing the rules of a season', () => {
  it('leaves the programme as it was found', () => {
    const { solution, again } = eased(season());
    expect(again.objective).toBeCloseTo(solution.objective, 9);
  });
  it('says that minutes are what is short where they are, and not where there are more than enough', () => {
    const short = eased(season()).found;
    expect(short[0]?.rule).toBe('minutes');
    expect(short[0]?.more).toBeGreaterThan(0.03);
    for (const [i, one] of short.entries()) {
      expect(one.more).toBeGreaterThan(0);
      if (i > 0) expect(one.more).toBeLessThanOrEqual(short[i - 1]?.more ?? 0);
    }
    const plenty = eased(season({ level: 'novice', sessionsPerWeek: 5, minutesPerSession: 45 })).found;
    const of = (rule: string) => plenty.find((one) => one.rule === rule)?.more ?? 0;
    expect(of('minutes')).toBeLessThan(0.005);
    expect(of('cap') + of('total_cap') + of('set_cap')).toBeGreaterThan(0.01);
  });
  it('is asked for, and comes with the plan', () => {
    expect(periodise(season()).eased).toEqual([]);
  });
});

describe('the words for it', () => {
  it('name the step and what it brings, four at most, and not what nobody would see', () => {
    expect(
      easedTexts([
        { rule: 'minutes', more: 0.124 },
        { rule: 'ramp', more: 0.034 },
        { rule: 'total_cap', more: 0.0049 },
      ]),
    ).toEqual([
      'Ten minutes more a week: 12 % more.',
      'One set more of growth for each quality: 3.4 % more.',
    ]);
    expect(easedTexts(Array(6).fill({ rule: 'tier', more: 0.02 }))).toHaveLength(4);
    expect(easedTexts([])).toEqual([]);
  });
  it('are read from what was stored, and nothing from what is something else', () => {
    const one = { rule: 'tier', more: 0.02 };
    expect(readEased([one, { rule: 'nobody', more: 1 }, { rule: 'tier' }, null, 3])).toEqual([one]);
    expect(readEased(undefined)).toEqual([]);
  });
});
