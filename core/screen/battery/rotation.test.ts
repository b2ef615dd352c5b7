import fc from 'fast-check';
import {
  planRotation,
  planWithLateness,
  type RotationInput,
  type RotationSlot,
  type RotationStation,
  spreadOverStations,
} from './rotation';

const ids = (n: number) => Array.from({ length: n }, (_, i) => `a${i}`);
const station = (
  id: string,
  minutes: number,
  athleteIds: readonly string[],
  more: Partial<RotationStation> = {},
) => ({
  id,
  name: id,
  minutesFor: Object.fromEntries(athleteIds.map((athleteId) => [athleteId, minutes])),
  maximal: false,
  restMinutes: 0,
  ...more,
});

const day = fc
  .record({
    n: fc.integer({ min: 1, max: 14 }),
    testers: fc.integer({ min: 1, max: 5 }),
    minutes: fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 5 }),
    maximal: fc.integer({ min: 0, max: 2 }),
    rest: fc.integer({ min: 0, max: 5 }),
    skip: fc.integer({ min: 0, max: 40 }),
  })
  .map(({ n, testers, minutes, maximal, rest, skip }): RotationInput => {
    const athleteIds = ids(n);
    return {
      athleteIds,
      testers,
      warmUpMin: 5,
      stations: minutes.map((minute, i) => {
        const its = station(`s${i}`, minute, athleteIds, {
          maximal: i >= minutes.length - maximal,
          restMinutes: rest,
        });
        // Somebody is left out of one station by a caution.
        return i === 0 ? { ...its, minutesFor: { ...its.minutesFor, [`a${skip}`]: 0 } } : its;
      }),
    };
  });

const overlaps = (slots: readonly RotationSlot[], key: 'athleteId' | 'stationId' | 'tester') =>
  slots.some((a, i) =>
    slots.some(
      (b, k) => k > i && a[key] === b[key] && a.startMin < b.endMin - 1e-9 && b.startMin < a.endMin - 1e-9,
    ),
  );

function expectSound(input: RotationInput, slots: readonly RotationSlot[]) {
  expect(overlaps(slots, 'athleteId')).toBe(false);
  expect(overlaps(slots, 'stationId')).toBe(false);
  expect(overlaps(slots, 'tester')).toBe(false);
  for (const id of input.athleteIds) {
    const mine = slots.filter((slot) => slot.athleteId === id).sort((a, b) => a.startMin - b.startMin);
    const due = input.stations
      .filter((station) => (station.minutesFor[id] ?? 0) > 0)
      .map((station) => station.id);
    expect(mine.map((slot) => slot.stationId).sort()).toEqual([...due].sort());
    const maximal = mine.map(
      (slot) => input.stations.find((station) => station.id === slot.stationId)?.maximal,
    );
    expect(maximal.indexOf(true) === -1 || !maximal.slice(maximal.indexOf(true)).includes(false)).toBe(true);
  }
}

describe('a squad rotation', () => {
  it('puts nobody in two places, sends everybody everywhere once, maximal holds last', () => {
    fc.assert(
      fc.property(day, (input) => {
        const plan = planRotation(input);
        expectSound(input, plan.slots);
        expect(plan.finishMin).toBeGreaterThanOrEqual(plan.boundMin - 1e-9);
      }),
    );
  });
  it('never keeps an athlete from the rest between stations', () => {
    fc.assert(
      fc.property(day, (input) => {
        const { slots } = planRotation(input);
        for (const id of input.athleteIds) {
          const mine = slots.filter((slot) => slot.athleteId === id).sort((a, b) => a.startMin - b.startMin);
          mine.slice(1).forEach((slot, i) => {
            const rest = input.stations.find((station) => station.id === slot.stationId)?.restMinutes ?? 0;
            expect(slot.startMin - (mine[i]?.endMin ?? 0)).toBeGreaterThanOrEqual(rest - 1e-9);
          });
        }
      }),
    );
  });
  it('finishes as early as can be where it is easy to see', () => {
    const athleteIds = ids(4);
    const stations = ['a', 'b', 'c', 'd'].map((id) => station(id, 5, athleteIds));
    expect(planRotation({ athleteIds, stations, testers: 4, warmUpMin: 5 }).finishMin).toBe(25);
    expect(planRotation({ athleteIds, stations, testers: 1, warmUpMin: 5 }).finishMin).toBe(85);
    expect(planRotation({ athleteIds: [], stations, testers: 2, warmUpMin: 5 })).toMatchObject({
      slots: [],
      finishMin: 5,
    });
  });
  it('keeps what has begun when somebody is late, and plans the rest anew', () => {
    fc.assert(
      fc.property(
        day,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 60 }),
        (input, knownMin, more) => {
          const first = planRotation(input);
          const late = planWithLateness(input, [{ athleteId: 'a0', knownMin, untilMin: knownMin + more }]);
          expectSound(input, late.slots);
          for (const slot of first.slots.filter(
            (slot) => slot.startMin < knownMin && slot.athleteId !== 'a0',
          ))
            expect(late.slots).toContainEqual(slot);
          for (const slot of late.slots.filter(
            (slot) => slot.athleteId === 'a0' && slot.startMin >= knownMin,
          ))
            expect(slot.startMin).toBeGreaterThanOrEqual(knownMin + more);
        },
      ),
    );
  });
  it('is the same for the same input', () => {
    fc.assert(fc.property(day, (input) => expect(planRotation(input)).toEqual(planRotation(input))));
  });
});

describe('tests over stations', () => {
  const test = fc.record({ minutes: fc.integer({ min: 1, max: 9 }), maximal: fc.boolean() });
  it('keeps every test once, never more stations than asked, maximal holds apart when there is room', () => {
    fc.assert(
      fc.property(fc.array(test, { maxLength: 14 }), fc.integer({ min: 1, max: 6 }), (tests, stations) => {
        const spread = spreadOverStations(tests, stations);
        expect(spread.flat()).toHaveLength(tests.length);
        expect(new Set(spread.flat()).size).toBe(tests.length);
        expect(spread.length).toBeLessThanOrEqual(stations);
        for (const group of spread) {
          expect(group.length).toBeGreaterThan(0);
          if (stations > 1) expect(new Set(group.map((slot) => slot.maximal)).size).toBe(1);
        }
      }),
    );
  });
  it('shares the minutes', () => {
    const even = Array.from({ length: 6 }, () => ({ minutes: 4, maximal: false }));
    expect(spreadOverStations(even, 3).map((group) => group.length)).toEqual([2, 2, 2]);
  });
});
