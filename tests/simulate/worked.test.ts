import { addDays } from '~/core/body/dates';
import { compose } from '~/core/coach/compose';
import { minutesOf } from '~/core/coach/lay-session';
import { mergeUnderWay, type UnderWay } from '~/core/coach/prescription';
import { weekInput } from '~/core/coach/week-input';
import { doseAthlete } from '~/core/dose/athlete';
import { highsSolver } from '~/core/plan/lp/highs';
import type { Solver } from '~/core/plan/lp/solver';
import { periodise } from '~/core/plan/periodise';
import { seasonInput } from '~/core/plan/season-input';
import { type Asked, personOf, screen, standingOn } from './athlete';
import { chanceOf } from './random';

/** Worked examples that need a whole season: little time, no event, a goal that is no sport. */

let solver: Solver;
beforeAll(async () => {
  solver = await highsSolver();
});

function seasonOf(seed: number, asked: Asked, openWeeks?: number) {
  const chance = chanceOf(seed);
  const drawn = personOf(seed, chance, asked);
  const person = openWeeks === undefined ? drawn : { ...drawn, events: [] };
  const trials = screen(person, addDays(person.startsOn, -2), () => 1, chance);
  const standing = standingOn(person, person.startsOn, trials, new Set());
  const athlete = doseAthlete(standing, {
    practiceSchoolId: 'neutral',
    owned: new Set(),
    lessons: [],
    practised: [],
    bests: [],
  });
  const plan = periodise(
    seasonInput(standing, {
      athlete,
      firstWeekday: 1,
      blackouts: [],
      history: {},
      trunkWork: 'once',
      openWeeks,
    }),
    solver,
  );
  let underWay: readonly UnderWay[] = [];
  const weeks = plan.weeks.map((week) => {
    const composed = compose(
      weekInput(standing, athlete, {
        week,
        weeks: plan.weeks,
        underWay,
        blackouts: [],
        fromDay: week.startsOn,
        doneDays: [],
      }),
    );
    underWay = mergeUnderWay(composed.underWay, underWay);
    return { week, sessions: composed.sessions };
  });
  return { person, plan, weeks };
}

describe('three athletes with 30 minutes a week', () => {
  const trained = { plan: 0, level: 'trained' as const, ageYears: 30, cautions: [], everyKit: true };
  it.each(['running', 'cycling', 'gymnastics'])('%s: few things, properly; what waits is said', (sport) => {
    const { weeks } = seasonOf(7, { ...trained, sport });
    const off = new Map<string, number>();
    for (const { week, sessions } of weeks) {
      for (const { items } of sessions) expect(minutesOf(items)).toBeLessThanOrEqual(15 + 1e-6);
      if (week.kind !== 'load' || sessions.length < 2) continue;
      // One quality is first, done twice, two sets or more each time; and it is the one the week is named for.
      const mains = new Set(
        sessions.flatMap(({ items }) =>
          items.filter(({ role }) => role === 'main').map((item) => item.quality),
        ),
      );
      expect(week.focus === null || mains.has(week.focus) || week.focus === 'breath_brace').toBe(true);
      for (const { items } of sessions)
        for (const item of items)
          if (item.role !== 'opener') expect(item.wholeSets).toBeGreaterThanOrEqual(2);
      for (const id of week.waiting) off.set(id, (off.get(id) ?? 0) + 1);
      for (const cell of week.cells) if (cell.sets > 0) off.set(cell.quality, 0);
      for (const [id, times] of off) expect([id, times <= 5]).toEqual([id, true]);
      if (week.waiting.length > 0) expect(week.reasons.join(' ')).toContain('Waiting');
    }
    expect(weeks.some(({ week }) => week.waiting.length > 0)).toBe(true);
  });
});

describe('an athlete without an event', () => {
  it.each([4, 8, 12])(
    'gets an open block of %i weeks: Ground, Build, Load, with cards to do',
    (openWeeks) => {
      const { plan, weeks } = seasonOf(
        11,
        { sport: 'running', plan: 1, level: 'trained', cautions: [] },
        openWeeks,
      );
      expect(plan.weeks.map(({ phase }) => phase)).not.toContain('sharpen');
      const train = plan.weeks.filter(({ phase }) => phase !== 'restore');
      expect(train.length).toBeLessThanOrEqual(openWeeks);
      expect(train[0]?.phase).toBe('ground');
      for (const { week, sessions } of weeks)
        if (week.kind === 'load') expect(sessions.flatMap(({ items }) => items).length).toBeGreaterThan(3);
    },
  );
  it('may have a goal that is no sport: nothing quick for it, breath and back first', () => {
    const { person, weeks } = seasonOf(
      5,
      { sport: 'goal', plan: 1, level: 'novice', ageYears: 34, cautions: [], capability: 60 },
      8,
    );
    expect(person.facts.disciplineId).toMatch(/^goal\./);
    const qualities = weeks.flatMap(({ sessions }) =>
      sessions.flatMap(({ items }) => items.map((i) => i.quality)),
    );
    expect(qualities).toContain('extension_endurance');
    expect(qualities.filter((id) => id === 'reactive').length).toBeLessThan(qualities.length / 10);
  });
});
