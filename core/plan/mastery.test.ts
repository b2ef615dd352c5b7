import fc from 'fast-check';
import { addDays } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import { type CalendarInput, seasonCalendar } from './calendar';
import { criterionText, groundCriteria, groundMatter, isMastered, masteredFrom } from './mastery';

const row = (
  quality: 'breath_brace' | 'pelvic_level',
  side: 'left' | 'right' | 'both',
  capability?: number,
) => ({
  quality,
  side,
  capability,
});
const screened = (breath: number | undefined, left: number | undefined, right: number | undefined) => [
  row('breath_brace', 'both', breath),
  row('pelvic_level', 'left', left),
  row('pelvic_level', 'right', right),
];

describe('what Ground is about', () => {
  it('is mastered when breath and brace and the pelvis on both sides are: screened well, or breath owned', () => {
    const met = (...of: Parameters<typeof screened>) => isMastered(groundCriteria(screened(...of), false));
    expect(met(70, 70, 70)).toBe(true);
    expect(met(69.9, 90, 90)).toBe(false);
    expect(met(90, 69.9, 90)).toBe(false);
    expect(met(90, 90, 69.9)).toBe(false);
    expect(met(undefined, 90, 90)).toBe(false);
    expect(met(90, undefined, 90)).toBe(false);
    expect(isMastered(groundCriteria(screened(20, 80, 80), true))).toBe(true);
    // What is owned of the breath says nothing of the pelvis.
    expect(isMastered(groundCriteria(screened(20, 60, 80), true))).toBe(false);
    expect(isMastered(groundCriteria([], true))).toBe(false);
  });
  it('says which side lacks what', () => {
    expect(groundCriteria(screened(undefined, 52, 88), true)).toEqual([
      { quality: 'breath_brace', name: 'Breath and brace', capability: undefined, owned: true, met: true },
      { quality: 'pelvic_level', name: 'Level pelvis, left', capability: 52, owned: false, met: false },
      { quality: 'pelvic_level', name: 'Level pelvis, right', capability: 88, owned: false, met: true },
    ]);
    expect(masteredFrom).toBe(70);
  });
});

const startsOn = '2026-11-23';
const phasesOf = (weeks: number, over: Partial<CalendarInput> = {}): Phase[] =>
  seasonCalendar({
    startsOn,
    events: [{ id: 'a', name: 'a', onDate: addDays(startsOn, weeks * 7 - 2), priority: 'A' }],
    blackouts: [],
    firstWeekday: 1,
    deloadEvery: 4,
    ...over,
  }).map(({ phase }) => phase);
const groundIn = (phases: readonly Phase[]) => phases.filter((phase) => phase === 'ground').length;
const underGround = (weeks: number) => ({ phase: 'ground' as const, weeks });

it('a criterion is said with its mark and what it lacks', () => {
  expect(groundCriteria(screened(20, 52.9, 88), true).map(criterionText)).toEqual([
    '\u25a0 Breath and brace, owned',
    '\u25a1 Level pelvis, left: 52 of 70 %',
    '\u25a0 Level pelvis, right: 88 %',
  ]);
  expect(groundCriteria([], false).map(criterionText)[0]).toBe('\u25a1 Breath and brace: not tested');
});

it('a plan is asked for what it does not do yet, in Ground alone', () => {
  const met = groundCriteria(screened(80, 80, 80), false);
  const not = groundCriteria(screened(80, 60, 80), false);
  expect(groundMatter(met, 'ground', 'ground')).toBe('mastered');
  expect(groundMatter(met, 'ground', 'build')).toBeUndefined();
  expect(groundMatter(not, 'ground', 'build')).toBe('goes_on');
  expect(groundMatter(not, 'ground', 'ground')).toBeUndefined();
  for (const criteria of [met, not]) {
    expect(groundMatter(criteria, 'build', 'ground')).toBeUndefined();
    expect(groundMatter(criteria, 'ground', undefined)).toBeUndefined();
    expect(groundMatter(criteria, undefined, 'build')).toBeUndefined();
  }
});

describe('Ground that ends when it is mastered', () => {
  it('mastered, the week at hand is its last, and its weeks go to what comes next', () => {
    expect(groundIn(phasesOf(16))).toBe(3);
    const now = phasesOf(16, { groundMastered: true });
    expect(groundIn(now)).toBe(1);
    expect(now.slice(0, 2)).toEqual(['ground', 'build']);
    expect(now.slice(3)).toEqual(phasesOf(16).slice(3));
    const under = phasesOf(15, { groundMastered: true, under: underGround(1) });
    expect(under.slice(0, 2)).toEqual(['ground', 'build']);
  });
  it('not mastered, the next week is Ground as well, again and again, while the others keep their weeks', () => {
    // Its three weeks are over with this one.
    const last = phasesOf(14, { under: underGround(2) });
    expect(last.slice(0, 2)).toEqual(['ground', 'build']);
    const more = phasesOf(14, { under: underGround(2), groundMastered: false });
    expect(more.slice(0, 3)).toEqual(['ground', 'ground', 'build']);
    expect(more.slice(2)).toEqual(last.slice(2));
    // Too close to the event: two weeks each, and one to sharpen, stay.
    for (const weeks of [9, 8, 7, 4]) {
      const near = phasesOf(weeks, { under: underGround(8), groundMastered: false });
      expect([weeks, groundIn(near)]).toEqual([
        weeks,
        weeks === 9 ? 2 : groundIn(phasesOf(weeks, { under: underGround(8) })),
      ]);
    }
  });
  it('as planned it has the usual weeks until more is known, and other phases are left alone', () => {
    expect(phasesOf(16, { groundMastered: false })).toEqual(phasesOf(16));
    for (const groundMastered of [true, false]) {
      const under = { phase: 'build' as const, weeks: 4 };
      expect(phasesOf(12, { under, groundMastered })).toEqual(phasesOf(12, { under }));
    }
  });
  it('an open block does the same; what a coach sets by hand stands', () => {
    const open = (over: Partial<CalendarInput>) => phasesOf(0, { events: [], openWeeks: 12, ...over });
    expect(groundIn(open({}))).toBe(3);
    expect(groundIn(open({ groundMastered: true }))).toBe(1);
    const byHand = phasesOf(16, {
      groundMastered: true,
      phaseStarts: [
        { startsOn: addDays(startsOn, 7), phase: 'ground' },
        { startsOn: addDays(startsOn, 21), phase: 'build' },
      ],
    });
    expect(byHand.slice(0, 4)).toEqual(['ground', 'ground', 'ground', 'build']);
  });
  it('whatever the season, its weeks are as many, in order, and it sharpens as before', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.option(fc.integer({ min: 0, max: 12 }), { nil: undefined }),
        fc.boolean(),
        (weeks, behind, groundMastered) => {
          const under = behind === undefined ? undefined : underGround(behind);
          const usual = phasesOf(weeks, { under });
          const now = phasesOf(weeks, { under, groundMastered });
          const order = ['ground', 'build', 'load', 'sport', 'sharpen', 'restore'];
          const places = now.map((phase) => order.indexOf(phase));
          expect(now).toHaveLength(usual.length);
          expect(places).toEqual([...places].sort((a, b) => a - b));
          expect(now.filter((phase) => phase === 'sharpen')).toHaveLength(
            usual.filter((phase) => phase === 'sharpen').length,
          );
          if (groundMastered) expect(groundIn(now)).toBeLessThanOrEqual(Math.max(1, groundIn(usual) - 1));
          else expect(groundIn(now)).toBeGreaterThanOrEqual(groundIn(usual));
        },
      ),
    );
  });
});
