import fc from 'fast-check';
import { addDays } from '~/core/body/dates';
import { type QualityId, qualities, sideKeysOf } from '~/core/catalogue';
import type { PeriodiseInput, PlanPriority } from './season';

/** Random seasons for tests. */

export const startsOn = '2026-11-23';
export const day = (n: number) => addDays(startsOn, n);

/** Priorities, capabilities and demands of every quality from nine numbers of 0 to 1, one of them with a weaker left. */
export const prioritiesFrom = (values: readonly number[], gap: QualityId | undefined): PlanPriority[] =>
  qualities.flatMap(({ id, sided }, i) =>
    sideKeysOf(id).map((side) => {
      const weak = sided && id === gap && side === 'left';
      return {
        quality: id,
        side,
        priority: (values[i] ?? 0.2) * (weak ? 1 : 0.8),
        capability: 90 - 40 * (values[i] ?? 0.2) - (weak ? 15 : 0),
        demand: 1 + (i % 5),
        weakerByGap: weak,
      };
    }),
  );

/** The time of a phase that has its own. */
const aTime = fc.record({
  sessionsPerWeek: fc.integer({ min: 1, max: 5 }),
  minutesPerSession: fc.integer({ min: 8, max: 45 }),
  weekdays: fc.subarray([0, 1, 2, 3, 4, 5, 6], { minLength: 1 }),
});

/** Seasons of every length, level and age, with what comes in between. */
export const aSeason = fc
  .record({
    weeks: fc.integer({ min: 1, max: 34 }),
    second: fc.option(fc.integer({ min: 2, max: 20 }), { nil: undefined }),
    b: fc.option(fc.integer({ min: 1, max: 30 }), { nil: undefined }),
    off: fc.option(fc.tuple(fc.integer({ min: 0, max: 150 }), fc.integer({ min: 1, max: 12 })), {
      nil: undefined,
    }),
    sessionsPerWeek: fc.integer({ min: 1, max: 5 }),
    minutesPerSession: fc.integer({ min: 8, max: 45 }),
    timeIn: fc.option(
      fc.dictionary(fc.constantFrom('ground', 'build', 'load', 'sport', 'sharpen', 'restore'), aTime, {
        maxKeys: 2,
      }),
      { nil: undefined },
    ),
    places: fc.array(
      fc.record({
        name: fc.constantFrom('Gym', 'Hall'),
        weekdays: fc.subarray([0, 1, 2, 3, 4, 5, 6]),
        phases: fc.subarray(['ground' as const, 'load' as const, 'sport' as const]),
        kit: fc.constant([]),
        minutesPerSession: fc.option(fc.integer({ min: 8, max: 45 })),
      }),
      { maxLength: 2 },
    ),
    level: fc.constantFrom('novice' as const, 'trained' as const, 'advanced' as const),
    ageYears: fc.integer({ min: 10, max: 70 }),
    values: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 9, maxLength: 9 }),
    gap: fc.constantFrom<QualityId | undefined>(undefined, 'anti_lateral', 'hip_extension'),
    cautions: fc.subarray(['hernia', 'hypertension', 'postpartum']),
    trunkWork: fc.constantFrom('none' as const, 'once' as const, 'more' as const),
    trained: fc.double({ min: 0, max: 3, noNaN: true }),
  })
  .map(
    ({ weeks, second, b, off, values, gap, trained, ...rest }): PeriodiseInput => ({
      ...rest,
      startsOn,
      firstWeekday: 1,
      blocked: [],
      events: [
        { id: 'a', name: 'a', onDate: day(weeks * 7 - 2), priority: 'A' },
        ...(second === undefined
          ? []
          : [{ id: 'a2', name: 'a2', onDate: day((weeks + second) * 7 - 2), priority: 'A' as const }]),
        ...(b === undefined ? [] : [{ id: 'b', name: 'b', onDate: day(b * 7 - 3), priority: 'B' as const }]),
      ],
      blackouts: off ? [{ from: day(off[0]), to: day(off[0] + off[1]), reason: 'travel' }] : [],
      priorities: prioritiesFrom(values, gap),
      history: trained > 1 ? { 'anti_extension|both': trained, 'hip_extension|left': 1 } : {},
      sport: 'cycling',
    }),
  );
