import fc from 'fast-check';
import {
  cautions,
  equipment,
  ladderOf,
  type QualityId,
  qualities,
  rung,
  schools,
  sideKeysOf,
} from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import { type Given, gateOf } from '~/core/clear/testing';
import type { PlanWeek } from '~/core/plan/periodise';
import { offersFor, type RungContext } from './choose-rung';
import { type ComposeInput, compose } from './compose';
import { prescribedLoad, workSeconds } from './prescription';

const week: PlanWeek = {
  index: 4,
  startsOn: '2026-11-23',
  phase: 'build',
  kind: 'load',
  retest: false,
  blackDays: 0,
  eventIds: [],
  minutes: 60,
  minutesAvailable: 69,
  reasons: [],
  cells: qualities.flatMap(({ id }) => sideKeysOf(id).map((side) => ({ quality: id, side, dose: 2 }))),
};
const context: RungContext = {
  trade: shippedTrade,
  gate: gateOf({ schoolId: 'brace', kit: ['towel', 'box', 'band', 'ball'] }),
  schoolId: 'brace',
  sport: 'running',
  owned: new Set(),
  capability: {},
};
/** The gate of another athlete in the same school with the same kit. */
const gateWith = (more: Given) =>
  gateOf({ schoolId: 'brace', kit: ['towel', 'box', 'band', 'ball'], ...more });
const input: ComposeInput = {
  ...context,
  week,
  weekdays: [1, 3, 5],
  sessionsPerWeek: 3,
  minutesPerSession: 25,
  massKg: 58,
  states: [],
  weakerSide: { pelvic_level: { side: 'left', acts: true, gapPercent: 40 } },
  priority: { pelvic_level: 0.6, anti_lateral: 0.3 },
  eventDays: [],
  fromDay: '2026-11-23',
  doneDays: [],
};

describe('a load and a set-up of the athlete’s own', () => {
  it('come before the starting load of the catalogue, on their rung', () => {
    const state = {
      ladderId: 'side_plank',
      rungId: 'side_plank_full',
      sets: 2,
      amount: 20,
      setting: 'Feet heel to toe',
    };
    const item = compose({ ...input, states: [state] })
      .sessions.flatMap((session) => session.items)
      .find((item) => item.rungId === 'side_plank_full');
    expect(item?.setting).toBe('Feet heel to toe');
    expect(prescribedLoad(rung('carry_suitcase_hold'), 70, false)).toEqual({ by: 'hand_kg', value: 6 });
    expect(prescribedLoad(rung('carry_suitcase_hold'), 70, false, 14)?.value).toBe(14);
    // No more than the gate leaves.
    expect(prescribedLoad(rung('carry_suitcase_hold'), 70, false, 14, 10)?.value).toBe(10);
    expect(prescribedLoad(rung('carry_suitcase_hold'), 70, false, 14, 0)).toBeNull();
    expect(prescribedLoad(rung('plank_full'), 70, false)).toBeNull();
  });
  it('are not offered on a rung the practice hid', () => {
    const trade = tradeOf({ ...noEdits, rungs: { side_plank_full: { patch: {}, hidden: true } } });
    const items = compose({ ...input, trade, gate: gateWith({ trade }) }).sessions.flatMap(
      (session) => session.items,
    );
    expect(items.some((item) => item.rungId === 'side_plank_full')).toBe(false);
    expect(items.some((item) => item.quality === 'anti_lateral')).toBe(true);
  });
});

describe('a starting load', () => {
  it('scales a load by body mass and keeps it within a tenth under 16', () => {
    const carry = ladderOf('carry_suitcase_hold').rungs.find((rung) => rung.load.start > 0);
    if (!carry) throw new Error('no loaded carry');
    expect(prescribedLoad(carry, 70, false)?.value).toBe(carry.load.start);
    expect(prescribedLoad(carry, 40, true)?.value).toBeLessThanOrEqual(4);
    expect(prescribedLoad(rung('plank_full'), 70, false)).toBeNull();
  });
});

describe('choosing a rung', () => {
  it('enters a weak quality low and goes past owned rungs', () => {
    expect(
      offersFor(
        'anti_extension',
        { ...context, capability: { anti_extension: 30, breath_brace: 90 } },
        new Map(),
      )[0]?.rung.level,
    ).toBe(1);
    const owned = new Set(['dead_bug_arms_feet_down', 'dead_bug_arms_feet_up']);
    const dead = offersFor(
      'anti_extension',
      { ...context, owned, capability: { breath_brace: 90 } },
      new Map(),
    ).find((offer) => offer.ladder.id === 'dead_bug');
    expect(dead?.rung.id).toBe('dead_bug_heel_tap');
  });
  it('knows every quality it can serve', () => {
    const served = qualities.map((quality): [QualityId, number] => [
      quality.id,
      offersFor(
        quality.id,
        { ...context, schoolId: 'flatten', gate: gateOf({ schoolId: 'flatten' }) },
        new Map(),
      ).length,
    ]);
    for (const [, offers] of served) expect(offers).toBeGreaterThan(0);
  });
});

describe('compose', () => {
  it('serves every quality within the minutes, weaker side first with one more set', () => {
    const { sessions } = compose(input);
    expect(sessions.map((session) => session.onDate)).toEqual(['2026-11-23', '2026-11-25', '2026-11-27']);
    for (const session of sessions) expect(session.minutes).toBeLessThanOrEqual(25);
    const level = sessions
      .flatMap((session) => session.items)
      .find((item) => item.quality === 'pelvic_level');
    expect(level).toMatchObject({ firstSide: 'left', extraSetSide: 'left' });
    expect(level?.why.this).toContain('left weaker by 40 %');
    const served = new Set(sessions.flatMap((session) => session.items.map((item) => item.quality)));
    expect(served.size).toBeGreaterThanOrEqual(7);
  });
  it('starts with breath and ends with holds', () => {
    for (const session of compose(input).sessions) {
      const breath = session.items.findIndex((item) => item.quality === 'breath_brace');
      if (breath >= 0)
        expect(session.items.slice(0, breath).every((item) => item.quality === 'breath_brace')).toBe(true);
    }
  });
  it('caps holds under high blood pressure and says so', () => {
    const items = compose({ ...input, gate: gateWith({ cautions: ['hypertension'] }) }).sessions.flatMap(
      (session) => session.items,
    );
    for (const item of items.filter((item) => item.unit === 'hold_s'))
      expect(item.amount).toBeLessThanOrEqual(10);
  });
  it('holds a quality while its pain flag is open, and says so', () => {
    const held = compose({ ...input, gate: gateWith({ held: ['anti_lateral'] }) });
    expect(
      held.sessions.flatMap((session) => session.items).some((item) => item.quality === 'anti_lateral'),
    ).toBe(false);
    expect(held.leftOut).toContainEqual(
      expect.objectContaining({
        code: 'compose.barred',
        values: expect.objectContaining({ quality: 'Side wall', bar: 'bar.held' }),
      }),
    );
  });
  it('keeps the week’s loaded bending within its ceiling, and says what gave way', () => {
    const folding = { ladderId: 'dynamic_fold', rungId: 'fold_elbow_knee', sets: 3, amount: 10 };
    const all = gateOf({ schoolId: 'flatten' });
    const bent = (gate: typeof all) => {
      const composed = compose({
        ...input,
        schoolId: 'flatten',
        gate,
        states: [folding],
        minutesPerSession: 45,
      });
      const cycles = composed.sessions
        .flatMap((session) => session.items)
        .reduce((sum, item) => {
          const sets = item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0);
          return sum + rung(item.rungId).flexion_cycles_per_rep * item.amount * sets;
        }, 0);
      return { cycles, codes: composed.leftOut.map(({ code }) => code) };
    };
    const free = bent(all);
    expect(free.cycles).toBeGreaterThan(0);
    const narrow = bent(gateOf({ schoolId: 'flatten', flexion: { cycles: free.cycles / 2, heldS: 10 } }));
    expect(narrow.cycles).toBeLessThanOrEqual(free.cycles / 2);
    expect(narrow.codes).toContain('compose.flexion');
    expect(bent(gateOf({ schoolId: 'flatten', flexion: { cycles: 0, heldS: 0 } })).cycles).toBe(0);
  });
  it('never lies on the back for long after the first third of a pregnancy', () => {
    const gate = gateOf({ schoolId: 'brace', cautions: ['pregnancy'] });
    for (const session of compose({ ...input, gate, minutesPerSession: 45 }).sessions) {
      const lying = session.items
        .filter((item) => gate.rung(item.rungId).onBack)
        .reduce((sum, item) => {
          const sets = item.sets * (item.sided ? 2 : 1) + (item.extraSetSide ? 1 : 0);
          return sum + workSeconds(item.unit, item.amount, item.tempo) * sets;
        }, 0);
      expect(lying).toBeLessThanOrEqual(360);
    }
  });
  it('never prescribes what a caution, the school or the kit bars, nor breaks the minutes', () => {
    fc.assert(
      fc.property(
        fc.subarray(cautions.map((c) => c.id)),
        fc.constantFrom(...schools.map((s) => s.id)),
        fc.subarray(equipment.map((e) => e.id)),
        fc.integer({ min: 8, max: 45 }),
        fc.integer({ min: 1, max: 5 }),
        (some, schoolId, kit, minutesPerSession, sessionsPerWeek) => {
          const given = {
            ...input,
            gate: gateOf({ cautions: some, schoolId, kit }),
            schoolId,
            minutesPerSession,
            sessionsPerWeek,
            weekdays: [0, 1, 2, 3, 4, 5, 6],
          };
          const composed = compose(given);
          expect(composed.sessions.length).toBeLessThanOrEqual(sessionsPerWeek);
          for (const session of composed.sessions) {
            expect(session.minutes).toBeLessThanOrEqual(minutesPerSession + 0.5);
            for (const item of session.items) expect(given.gate.rung(item.rungId).bars).toEqual([]);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
