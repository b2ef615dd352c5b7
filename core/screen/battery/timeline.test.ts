import fc from 'fast-check';
import { screenTest, screenTests } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { maximalOverload, orderBattery, splitOverDays, timedTest } from './battery';
import { oneTrialMinutes, quickMinutes, quickRecheck, returnBattery, startingSide } from './purposes';
import { timelineOf } from './timeline';

const timed = (ids: readonly string[]) => timelineOf(ids.map((id) => timedTest(screenTest(id))));
const someIds = fc.subarray(
  screenTests.map((screenTest) => screenTest.id),
  { minLength: 1 },
);
const kit = ['towel', 'box', 'band', 'dumbbell', 'ball', 'foam_roller'];
const free = { trade: shippedTrade, gate: gateOf(), kit };

describe('a battery in time', () => {
  it('warms up first and waits only where no other test fills the rest', () => {
    const two = timed(['front_plank', 'heel_tap_level']);
    expect(two.steps[0]).toMatchObject({ startMin: 5, waitMin: 0, endMin: 8 });
    // Both load the front wall: a minute of rest before a control test.
    expect(two.steps[1]?.waitMin).toBeCloseTo(1, 6);
    const filled = timed(['front_plank', 'pelvic_drop_stance', 'heel_tap_level']);
    expect(filled.steps.every((step) => step.waitMin === 0)).toBe(true);
  });
  it('keeps five minutes between maximal holds that share a quality, in any order', () => {
    fc.assert(
      fc.property(someIds, (ids) => {
        const order = orderBattery(shippedTrade, ids);
        const { steps, warnings } = timed(order);
        expect(warnings).toEqual([]);
        steps.forEach((step, i) => {
          const test = screenTest(order[i] as string);
          expect(step.startMin).toBeGreaterThanOrEqual(i === 0 ? 5 : (steps[i - 1]?.endMin ?? 0));
          for (const before of steps.slice(0, i)) {
            const shares = screenTest(before.id).feeds.some((a) =>
              test.feeds.some((b) => b.quality === a.quality),
            );
            if (shares) expect(step.startMin - before.endMin).toBeGreaterThanOrEqual(test.restS / 60 - 1e-9);
          }
        });
      }),
    );
  });
  it('says what is out of order', () => {
    expect(timed(['front_plank', 'breath_prone']).warnings).toEqual(['breath and brace after maximal holds']);
  });
});

describe('days', () => {
  it('no day holds more than two maximal holds on a quality, and no test is lost', () => {
    fc.assert(
      fc.property(someIds, someIds, (ids, done) => {
        const today = splitOverDays(shippedTrade, done)[0] ?? [];
        const days = splitOverDays(shippedTrade, ids, today);
        expect(days.flat().sort()).toEqual([...ids].sort());
        days.forEach((day, n) => {
          expect(
            maximalOverload(shippedTrade, [...new Set([...(n === 0 ? today : []), ...day])]),
          ).toBeUndefined();
        });
      }),
    );
  });
});

describe('the quick re-check', () => {
  const top = [
    { quality: 'pelvic_level' as const, name: 'Level pelvis, left' },
    { quality: 'anti_extension' as const, name: 'Front wall' },
    { quality: 'extension_endurance' as const, name: 'Back wall' },
  ];
  it('is three tests in five minutes, those done before first', () => {
    const { items, minutes } = quickRecheck(free, top, ['pelvic_drop_stance', 'front_plank']);
    expect(items).toHaveLength(3);
    expect(minutes).toBeLessThanOrEqual(quickMinutes);
    expect(items.map((item) => item.testId)).toContain('pelvic_drop_stance');
    expect(items.find((item) => item.testId === 'pelvic_drop_stance')?.why).toMatch(
      /Level pelvis, left.*done before/,
    );
  });
  it('never passes five minutes or a caution, and names one test once', () => {
    const cautions = ['pregnancy', 'knee_pain', 'under_16', 'hypertension', 'osteoporosis', 'shoulder_pain'];
    fc.assert(
      fc.property(fc.subarray(cautions), fc.subarray(kit), (some, have) => {
        const { items } = quickRecheck({ ...free, gate: gateOf({ cautions: some }), kit: have }, top, []);
        const total = items.reduce((sum, item) => sum + oneTrialMinutes(screenTest(item.testId)), 0);
        expect(total).toBeLessThanOrEqual(quickMinutes + 1e-9);
        expect(items.every((item) => item.gate.allowed)).toBe(true);
        expect(new Set(items.map((item) => item.testId)).size).toBe(items.length);
      }),
    );
  });
  it('has nothing to check without priorities', () => {
    expect(quickRecheck(free, [], [])).toEqual({ items: [], minutes: 0 });
  });
});

describe('return after a leg injury', () => {
  it('hops only when cleared to, and last', () => {
    expect(returnBattery(free, false).leftOut).toMatchObject([
      { testId: 'hop_stick', bars: [{ code: 'bar.no_hop' }] },
    ]);
    expect(returnBattery(free, true).items.map((item) => item.testId)).toEqual([
      'two_leg_press_timing',
      'bridge_foot_float',
      'step_down',
      'hop_stick',
    ]);
  });
  it('says what a caution or the kit leaves out', () => {
    const { items, leftOut } = returnBattery(
      { ...free, gate: gateOf({ cautions: ['knee_pain'] }), kit: [] },
      true,
    );
    expect(items.map((item) => item.testId)).toEqual(['bridge_foot_float']);
    expect(leftOut).toHaveLength(3);
  });
});

describe('the side that starts', () => {
  it('changes from screen to screen and differs between athletes', () => {
    expect(startingSide('left', 'x')).toBe('right');
    expect(startingSide('right', 'x')).toBe('left');
    expect(startingSide(undefined, 'a0')).not.toBe(startingSide(undefined, 'a1'));
  });
});
