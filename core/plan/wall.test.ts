import fc from 'fast-check';
import { addDays } from '~/core/body/dates';
import { type LaidWeek, wallOf } from './wall';

const size = { pier: 40, gap: 10, height: 100, least: 3 };
const monday = '2026-11-02';
const weeksOf = (kinds: string, more: (i: number) => Partial<LaidWeek> = () => ({})): LaidWeek[] =>
  [...kinds].map((letter, i) => ({
    startsOn: addDays(monday, i * 7),
    phase: 'ground',
    kind: { l: 'load', d: 'deload', b: 'black', e: 'event', a: 'after' }[letter] ?? 'load',
    minutes: letter === 'b' ? 0 : letter === 'd' ? 24 : 60,
    ...more(i),
  }));
const lengths = (kinds: string, events: string[] = [], more?: (i: number) => Partial<LaidWeek>) =>
  wallOf(weeksOf(kinds, more), events, monday, size).piers.map(({ courses }) => courses.length);

describe('a season as a wall', () => {
  it('stands as a pier for each block: after a low week, an event, a new phase, and at six courses', () => {
    expect(lengths('llldllld')).toEqual([4, 4]);
    expect(lengths('llllllll')).toEqual([6, 2]);
    expect(lengths('llll', [addDays(monday, 9)])).toEqual([2, 2]);
    expect(lengths('llll', [], (i) => ({ phase: i < 1 ? 'ground' : 'build' }))).toEqual([1, 3]);
    // A low week ends what was laid before it, whatever the new phase is called.
    expect(lengths('lldll', [], (i) => ({ phase: i < 2 ? 'ground' : 'build' }))).toEqual([3, 2]);
    // A week off is an opening in its pier, not the end of it.
    expect(lengths('llbl')).toEqual([4]);
    expect(wallOf([], [], monday, size)).toEqual({ width: 0, height: 0, piers: [] });
  });

  it('is as high as its minutes, low weeks are thin, none is thinner than the least', () => {
    const [pier] = wallOf(weeksOf('lld'), [], monday, size).piers;
    expect(pier?.courses.map(({ height }) => Math.round(height * 100))).toEqual([4167, 4167, 1667]);
    expect(pier?.top).toBeCloseTo(-100, 9);
    const thin = wallOf(
      weeksOf('ll', (i) => ({ minutes: i === 0 ? 60 : 0 })),
      [],
      monday,
      size,
    );
    expect(thin.piers[0]?.courses[1]?.height).toBe(3);
  });

  it('is laid as far as was done of what was planned; of weeks nobody counted all that are over', () => {
    const laid = (worked: LaidWeek['worked'], i = 0) =>
      wallOf(
        weeksOf('lll', () => ({ worked })),
        [],
        addDays(monday, 10),
        size,
      ).piers[0]?.courses[i]?.laid;
    expect(laid({ planned: 20, done: 5 })).toBe(0.25);
    expect(laid({ planned: 20, done: 30 })).toBe(1);
    expect(laid({ planned: 0, done: 0 })).toBe(0);
    expect(laid({ planned: 0, done: 2 })).toBe(1);
    expect([0, 1, 2].map((i) => laid(undefined, i))).toEqual([1, 0, 0]);
  });

  it('says what is done, what is being laid, and what is ahead', () => {
    const wall = wallOf(weeksOf('lll'), [], addDays(monday, 10), size);
    expect(wall.piers[0]?.courses.map(({ state }) => state)).toEqual(['done', 'now', 'ahead']);
    const before = wallOf(weeksOf('l'), [], addDays(monday, -1), size);
    expect(before.piers[0]?.courses[0]?.state).toBe('ahead');
    const last = wallOf(weeksOf('l'), [], addDays(monday, 6), size);
    expect(last.piers[0]?.courses[0]?.state).toBe('now');
  });

  it('puts an event on top of the pier that was built for it', () => {
    const days = [addDays(monday, 27), addDays(monday, 34), addDays(monday, 300)];
    const wall = wallOf(weeksOf('lllea'), days, monday, size);
    expect(wall.piers.map(({ events }) => events)).toEqual([[0], [1]]);
    expect(wall.piers[0]?.courses.map(({ look }) => look)).toEqual(['load', 'load', 'load', 'event']);
  });

  it('cuts stones by quality, the widest first, the main ones wider than their sets', () => {
    const cells = [
      { quality: 'side_wall', sets: 6, tier: 'main' },
      { quality: 'breath', sets: 2, tier: 'keep' },
      { quality: 'side_wall', sets: 0, tier: 'main' },
    ];
    const [pier] = wallOf(
      weeksOf('l', () => ({ cells })),
      [],
      monday,
      size,
    ).piers;
    expect(pier?.courses[0]?.joints).toEqual([Math.round((9.6 / 11.6) * 400) / 10]);
    // The small ones are laid as one stone, and every other course is turned about.
    const many = ['a', 'b', 'c', 'd'].map((quality) => ({ quality, sets: 1, tier: 'keep' }));
    const both = weeksOf('ll', () => ({ cells: [...cells, ...many] }));
    const courses = wallOf(both, [], monday, size).piers[0]?.courses;
    const joints = [9.6, 11.6].map((sets) => Math.round((sets / 15.6) * 400) / 10);
    expect(courses?.[0]?.joints).toEqual(joints);
    expect(courses?.[1]?.joints).toEqual(joints.map((joint) => Math.round((40 - joint) * 10) / 10).reverse());
    expect(
      wallOf(
        weeksOf('b', () => ({ cells })),
        [],
        monday,
        size,
      ).piers[0]?.courses[0]?.joints,
    ).toEqual([]);
  });

  it('lays every week once, in order, on what lies below it, inside the wall', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('l', 'd', 'b', 'e', 'a'), { minLength: 1, maxLength: 60 }),
        fc.array(fc.integer({ min: 0, max: 420 }), { maxLength: 5 }),
        (kinds, days) => {
          const wall = wallOf(
            weeksOf(kinds.join('')),
            days.map((day) => addDays(monday, day)),
            monday,
            size,
          );
          const laid = wall.piers.flatMap(({ courses }) => courses);
          expect(laid.map(({ week }) => week)).toEqual(kinds.map((_, i) => i));
          for (const { courses, top, x, width } of wall.piers) {
            let ground = 0;
            for (const course of courses) {
              expect(course.y + course.height).toBeCloseTo(ground, 6);
              ground = course.y;
              for (const joint of course.joints) expect(joint).toBeLessThan(course.width);
            }
            expect(top).toBeCloseTo(ground, 9);
            expect(x + width).toBeLessThanOrEqual(wall.width + 1e-9);
            expect(-top).toBeLessThanOrEqual(wall.height + 1e-9);
          }
        },
      ),
    );
  });
});
