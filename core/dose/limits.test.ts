import { addDays } from '~/core/body/dates';
import { rung } from '~/core/catalogue';
import { testDay } from '~/core/clear/testing';
import { lessonsOf } from './learn';
import type { Lesson } from './lessons';
import { capacitiesNow, doseOfSet, groupOf, limitOf, limitsOf } from './limits';
import { anAthlete, holdsOf90 } from './testing';

const a = anAthlete();
const L = (rungId: string, load?: number, athlete = a) =>
  limitOf(athlete, rungId, rung(rungId).sided ? 'left' : 'both', load).amount;

describe('the limit of a rung', () => {
  // A man of 70 kg and 1.75 m whose capabilities are all 90; figures of an independent model, within a tenth.
  it.each([
    ['plank_full', undefined, 99],
    ['plank_long_lever', undefined, 33.2],
    ['bridge_march', undefined, 13.3],
    ['carry_suitcase_walk', 26, 33.3],
    ['anti_rot_press_stand', 60, 15.2],
    ['sl_step_down', undefined, 6.6],
  ])('of %s at load %s is %d', (rungId, load, expected) => {
    expect(L(rungId, load) / expected).toBeGreaterThan(0.9);
    expect(L(rungId, load) / expected).toBeLessThan(1.1);
  });
  it('is what was held on the rung of the test, with a band of x/÷ 1.35', () => {
    const plank = limitOf(a, 'plank_full', 'both');
    expect(plank).toMatchObject({ basis: 'moment', orMore: false });
    expect(plank.amount).toBeCloseTo(99, 6);
    expect(plank.from).toBeCloseTo(99 / 1.35, 6);
    expect(plank.to).toBeCloseTo(99 * 1.35, 6);
  });
  it('falls with every load that counts', () => {
    for (const [id, loads] of [
      ['plank_loaded', [2.5, 5, 10, 20]],
      ['hinge_tuck', [0, 2, 4, 8]],
      ['carry_suitcase_hold', [12, 16, 20, 26]],
      ['sl_hinge', [0, 4, 10, 20]],
      ['bridge_single', [0, 5, 10]],
    ] as const) {
      const limits = loads.map((load) => L(id, load));
      for (const [i, limit] of limits.entries())
        if (i > 0) expect(limit).toBeLessThan(limits[i - 1] as number);
    }
  });
  it('of an estimate spreads over the ladder: 1.3 at the capability, a third more or less for 35 points', () => {
    const of = (capability: number) =>
      L('sl_stand', undefined, anAthlete({ capabilities: capability })) / rung('sl_stand').goal.amount;
    // The first of six rungs: d = 40 + 80 / 6.
    const d = 40 + 80 / 6;
    expect(of(d)).toBeCloseTo(1.3, 9);
    expect(of(d - 35)).toBeCloseTo(1.3 / Math.E, 9);
    expect(of(120)).toBeCloseTo(3, 9);
    expect(of(0)).toBeCloseTo(0.3, 9);
    expect(L('sl_stand', undefined, anAthlete({ capabilities: {} }))).toBeCloseTo(
      L('sl_stand', undefined, anAthlete({ capabilities: 70 })),
      9,
    );
  });
  it('of an unsided rung takes the weaker side, of a sided one its own', () => {
    const holds = [
      { test: 'side_plank', seconds: 65, side: 'left' as const },
      { test: 'side_plank', seconds: 90, side: 'right' as const },
    ];
    const athlete = anAthlete({ holds });
    expect(limitOf(athlete, 'side_plank_full', 'right').amount).toBeCloseTo(90, 6);
    expect(limitsOf(athlete, rung('side_plank_full'))).toMatchObject({ weakerSide: 'left' });
    expect(limitsOf(athlete, rung('side_plank_full')).weaker.amount).toBeCloseTo(65, 6);
  });
  it('of a lower bound speaks only above the estimate, as "or more"', () => {
    const capped = (seconds: number) =>
      limitOf(anAthlete({ holds: [{ test: 'front_plank', seconds, lost: false }] }), 'plank_full', 'both');
    expect(capped(10)).toMatchObject({ basis: 'estimated', orMore: false });
    expect(capped(200)).toMatchObject({ basis: 'moment', orMore: true });
    expect(capped(200).amount).toBeCloseTo(200, 6);
  });
  it('takes a clean amount that was done, when it is above the estimate, and an honest loss whatever it is', () => {
    const amount = (value: number, lost: boolean) => ({
      rungId: 'sl_stand',
      side: 'left' as const,
      amount: value,
      load: 0,
      lost,
      onDate: testDay,
      source: 'done',
    });
    const guess = L('sl_stand');
    const with_ = (value: number, lost: boolean) =>
      limitOf(anAthlete({ amounts: [amount(value, lost)] }), 'sl_stand', 'left');
    expect(with_(guess - 5, false)).toMatchObject({ basis: 'estimated' });
    expect(with_(guess + 5, false)).toMatchObject({ basis: 'best', orMore: true, amount: guess + 5 });
    expect(with_(12, true)).toMatchObject({ basis: 'best', orMore: false, amount: 12 });
    expect(limitOf(anAthlete({ amounts: [amount(12, true)] }), 'sl_stand', 'right').basis).toBe('estimated');
  });
  it('of reps is one over the dose of a rep, and breaths are their seconds', () => {
    const breaths = limitOf(a, 'quad_set', 'both');
    expect(breaths.basis).toBe('estimated');
    expect(L('plank_leg_lift') * 4).toBeLessThan(99);
    expect(doseOfSet(5, L('plank_leg_lift'))).toBeCloseTo(5 / L('plank_leg_lift'), 9);
    expect(doseOfSet(5, 0)).toBe(0);
  });
  it('has a wider band with the age of its test', () => {
    const at = (days: number) => limitOf(anAthlete({ today: addDays(testDay, days) }), 'plank_full', 'both');
    expect(at(182).amount).toBeCloseTo(at(0).amount, 9);
    expect(at(182).from).toBeCloseTo(99 / 1.8, 1);
  });
});

describe('what was learned', () => {
  const lesson = (over: Partial<Lesson>): Lesson => ({
    onDate: addDays(testDay, 3),
    rungId: 'plank_full',
    group: 'anti_extension|prone_bridge',
    side: 'both',
    moved: 0.1,
    before: 99,
    after: 109,
    why: 'clean',
    ...over,
  });
  const learned = (lessons: readonly Lesson[]) => anAthlete({ lessons, today: addDays(testDay, 10) });
  it('moves its own rung whole, and the others of its direction and archetype by 0.8 of it', () => {
    const moved = learned([lesson({})]);
    expect(L('plank_full', undefined, moved)).toBeCloseTo(99 * Math.exp(0.1), 6);
    expect(L('plank_long_lever', undefined, moved)).toBeCloseTo(L('plank_long_lever') * Math.exp(0.08), 6);
    expect(L('side_plank_full', undefined, moved)).toBeCloseTo(85.5, 6);
    expect(groupOf(a.trade.ladderOf('plank_full'), rung('plank_full'), 'anti_extension')).toBe(
      'anti_extension|prone_bridge',
    );
  });
  it('of one side leaves the other, and both together move an unsided rung', () => {
    const left = lesson({ rungId: 'side_plank_full', group: 'anti_lateral|side_bridge', side: 'left' });
    const moved = learned([left]);
    expect(limitOf(moved, 'side_plank_full', 'left').amount).toBeCloseTo(85.5 * Math.exp(0.1), 6);
    expect(limitOf(moved, 'side_plank_full', 'right').amount).toBeCloseTo(85.5, 6);
  });
  it('before a newer test is spent', () => {
    const spent = anAthlete({
      lessons: [lesson({ onDate: addDays(testDay, -3) }), lesson({ onDate: testDay })],
      today: addDays(testDay, 10),
    });
    expect(L('plank_full', undefined, spent)).toBeCloseTo(99, 6);
  });
  it('of a rung that was estimated counts from its first log on, whatever is screened later', () => {
    const first = lesson({ rungId: 'sl_stand', group: 'pelvic_level|single_leg_stance', side: 'left' });
    const later = anAthlete({
      lessons: [first],
      today: addDays(testDay, 40),
      screenedOn: addDays(testDay, 30),
    });
    expect(L('sl_stand', undefined, later)).toBeCloseTo(L('sl_stand') * Math.exp(0.1), 6);
  });
  it('takes "or more" away with a real loss, and moves the capacity with it', () => {
    const holds = [{ test: 'front_plank', seconds: 200, lost: false }];
    const at = (lessons: readonly Lesson[]) => anAthlete({ holds, lessons, today: addDays(testDay, 10) });
    expect(limitOf(at([lesson({})]), 'plank_full', 'both').orMore).toBe(true);
    const lost = at([lesson({ why: 'lost', moved: -0.2 })]);
    expect(limitOf(lost, 'plank_full', 'both').orMore).toBe(false);
    const [now] = capacitiesNow(lost);
    const [was] = lost.known;
    expect(now?.capacity.lowerBound).toBe(false);
    expect(was && now && was.capacity.lnMaxNm - now.capacity.lnMaxNm).toBeCloseTo((0.8 * 0.2) / 2.27, 9);
    expect(capacitiesNow(anAthlete({ holds }))).toEqual(anAthlete({ holds }).known);
  });
});

it('every rung has a limit for everybody, finite and above nothing', () => {
  for (const capabilities of [10, 70, 120])
    for (const holds of [[], holdsOf90])
      for (const ladder of a.trade.ladders)
        for (const one of ladder.rungs) {
          const { amount, from, to } = limitOf(
            anAthlete({ capabilities, holds }),
            one.id,
            one.sided ? 'left' : 'both',
          );
          expect(amount).toBeGreaterThan(0);
          expect(Number.isFinite(to)).toBe(true);
          expect(from).toBeLessThan(to);
        }
  expect(
    lessonsOf(a, { logId: '', onDate: testDay, sets: [], effort: 5, painScore: 0, painRegion: null }),
  ).toEqual([]);
});
