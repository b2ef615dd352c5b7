import fc from 'fast-check';
import { addDays } from '~/core/body/dates';
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
import { prescribedLoad, prescriptionSeconds, workSeconds, workText } from './prescription';
import { meetsCriterion, progress, type SessionOutcome, type SetRecord } from './progress';

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

describe('minutes', () => {
  it('adds set-up, sets x work x sides and rests, worked by hand', () => {
    // 3 sets of 20 s on two sides with 45 s rests: 30 + 120 + 90 = 240 s.
    expect(
      prescriptionSeconds({
        unit: 'hold_s',
        amount: 20,
        tempo: null,
        sided: true,
        sets: 3,
        extraSetSide: null,
        restS: 45,
      }),
    ).toBe(240);
    expect(workSeconds('reps', 10, '2-2-2')).toBe(60);
    expect(workSeconds('breaths', 6, null)).toBe(30);
  });
  it('says sets and amount as a coach would', () => {
    expect(
      workText({ sets: 3, amount: 20, unit: 'hold_s', sided: true, firstSide: 'left', extraSetSide: 'left' }),
    ).toBe('3 × 20 s each side, left first, one more left');
    expect(
      workText({ sets: 1, amount: 1, unit: 'breaths', sided: false, firstSide: null, extraSetSide: null }),
    ).toBe('1 × 1 breath');
  });
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
  it('plans nothing in a blackout and keeps off event days', () => {
    expect(compose({ ...input, week: { ...week, kind: 'black', cells: [] } }).sessions).toEqual([]);
    expect(
      compose({ ...input, eventDays: ['2026-11-25'] }).sessions.map((session) => session.onDate),
    ).not.toContain('2026-11-25');
  });
  it('plans only what is left of a week under way, without cramming in what was missed', () => {
    const days = (more: Partial<ComposeInput>) =>
      compose({ ...input, ...more }).sessions.map((session) => session.onDate);
    expect(days({ fromDay: '2026-11-25' })).toEqual(['2026-11-25', '2026-11-27']);
    expect(days({ fromDay: '2026-11-25', doneDays: ['2026-11-25'] })).toEqual(['2026-11-27']);
    expect(days({ fromDay: '2026-11-29' })).toEqual([]);
    expect(days({ fromDay: '2026-11-29', weekdays: [0, 1, 2, 3, 4, 5, 6] })).toEqual(['2026-11-29']);
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

const sets = (done: number, planned: number, faultId: string | null = null, count = 3): SetRecord[] =>
  Array.from({ length: count }, (_, i) => ({
    ladderId: 'plank',
    rungId: 'plank_full',
    setNo: i + 1,
    side: 'both' as const,
    planned,
    done,
    faultId,
  }));
const outcome = (on: number, records: SetRecord[], more: Partial<SessionOutcome> = {}): SessionOutcome => ({
  logId: `l${on}`,
  onDate: addDays('2026-11-01', on),
  sets: records,
  effort: 6,
  painScore: 0,
  painRegion: null,
  ...more,
});
const state = { ladderId: 'plank', rungId: 'plank_full', sets: 3, amount: 20 };
const propose = (...outcomes: SessionOutcome[]) => progress({ ...context, outcomes, states: [state] })[0];

describe('progress', () => {
  it('stays after one clean session and gives a little more after two', () => {
    expect(propose(outcome(1, sets(20, 20)))).toMatchObject({ kind: 'stay', to: state });
    const more = propose(outcome(1, sets(20, 20)), outcome(3, sets(20, 20), { effort: 5 }));
    expect(more).toMatchObject({ kind: 'more', to: { ...state, amount: 25 } });
    expect(propose(outcome(1, sets(20, 20)), outcome(3, sets(20, 20), { effort: 7 }))?.to.amount).toBe(22);
  });
  it('owns a rung when its mark is met clean twice, and starts the next', () => {
    const next = propose(outcome(1, sets(45, 45)), outcome(3, sets(45, 45)));
    expect(next).toMatchObject({
      kind: 'next_rung',
      owns: 'plank_full',
      to: { rungId: 'plank_leg_lift', sets: 2, amount: 5 },
    });
    expect(next?.reason).toContain('2026-11-02');
  });
  it('shortens by 30 % after two sets lost to an endurance fault, steps back after a control fault', () => {
    expect(propose(outcome(1, sets(14, 20, 'hip_sag', 2)))).toMatchObject({
      kind: 'shorter',
      to: { amount: 14 },
    });
    expect(propose(outcome(1, sets(14, 20, 'lumbar_arch', 2)))).toMatchObject({
      kind: 'back',
      to: { rungId: 'plank_knees' },
    });
  });
  it('plans what was clean after one lost set', () => {
    const result = propose(outcome(1, [...sets(20, 20, null, 2), ...sets(16, 20, 'hip_sag', 1)]));
    expect(result).toMatchObject({ kind: 'shorter', to: { amount: 16 } });
    expect(result?.reason).toContain('hips sag at 16 s');
  });
  it('takes the amount x 0.7 at effort 9', () => {
    expect(propose(outcome(1, sets(20, 20), { effort: 9 }))).toMatchObject({
      kind: 'less',
      to: { amount: 14 },
    });
  });
  it('puts pain first', () => {
    expect(
      propose(outcome(1, sets(45, 45)), outcome(2, sets(45, 45), { painScore: 5, painRegion: 'low back' }))
        ?.kind,
    ).toBe('hold_quality');
    expect(propose(outcome(1, sets(20, 20), { painScore: 3, painRegion: 'knee' }))).toMatchObject({
      kind: 'back',
      to: { rungId: 'plank_knees' },
    });
    expect(propose(outcome(1, sets(10, 20, 'pain', 1), { painScore: 2 }))?.kind).toBe('hold_quality');
  });
  it('never raises volume with pain of 3 or 4, though an easier rung asks more of itself', () => {
    const volume = (to: { sets: number; amount: number }) => to.sets * to.amount;
    for (const painScore of [3, 4])
      for (const amount of [5, 10, 20, 45]) {
        const before = { ...state, sets: 1, amount };
        const [proposal] = progress({
          ...context,
          outcomes: [outcome(1, sets(amount, amount, null, 1), { painScore, painRegion: 'knee' })],
          states: [before],
        });
        if (!proposal) throw new Error('no proposal');
        expect(volume(proposal.to)).toBeLessThanOrEqual(volume(before));
      }
  });
  it('holds what loads the hurt region and not the rest: a knee does not hold breathing', () => {
    const breath: SetRecord = {
      ladderId: ladderOf('brace_fingers').id,
      rungId: 'brace_fingers',
      setNo: 1,
      side: 'both',
      planned: 6,
      done: 6,
      faultId: null,
    };
    const kinds = (painRegion: string) =>
      progress({
        ...context,
        outcomes: [outcome(1, [breath, ...sets(20, 20)], { painScore: 6, painRegion })],
        states: [state],
      }).map(({ ladderId, kind }) => [ladderId, kind === 'hold_quality']);
    expect(kinds('knee')).toEqual([
      [breath.ladderId, false],
      ['plank', false],
    ]);
    expect(kinds('low back')).toEqual([
      [breath.ladderId, false],
      ['plank', true],
    ]);
  });
  it('asks both sides to be equal before a sided rung is owned', () => {
    const sided = (left: number, right: number): SetRecord[] =>
      (['left', 'right'] as const).flatMap((side) =>
        [1, 2, 3].map((setNo) => ({
          ladderId: 'side_plank',
          rungId: 'side_plank_full',
          setNo,
          side,
          planned: 30,
          done: side === 'left' ? left : right,
          faultId: null,
        })),
      );
    expect(meetsCriterion(sided(30, 30), rung('side_plank_full'))).toBe(true);
    expect(meetsCriterion(sided(30, 40), rung('side_plank_full'))).toBe(false);
  });
  it('never proposes more than the ramp, nor less than one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 45 }),
        fc.integer({ min: 0, max: 45 }),
        fc.integer({ min: 0, max: 10 }),
        fc.constantFrom(null, 'hip_sag', 'lumbar_arch'),
        (planned, done, effort, faultId) => {
          const result = progress({
            ...context,
            outcomes: [
              outcome(1, sets(done, planned, faultId)),
              outcome(2, sets(done, planned, faultId), { effort }),
            ],
            states: [{ ...state, amount: planned }],
          })[0];
          if (!result) throw new Error('no proposal');
          expect(result.to.amount).toBeGreaterThanOrEqual(1);
          if (result.to.rungId === 'plank_full')
            expect(result.to.amount).toBeLessThanOrEqual(Math.max(planned + 1, planned * 1.25));
          expect(result.reason.length).toBeGreaterThan(10);
        },
      ),
    );
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
