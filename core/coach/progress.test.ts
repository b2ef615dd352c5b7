import fc from 'fast-check';
import { rung } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import type { RungContext } from './choose-rung';
import type { LadderState } from './prescription';
import {
  meetsCriterion,
  type Proposal,
  painHolds,
  progress,
  type SessionOutcome,
  type SetRecord,
} from './progress';

const context: RungContext = {
  trade: shippedTrade,
  gate: gateOf(),
  schoolId: 'neutral',
  sport: 'running',
  owned: new Set(),
  capability: {},
};

const set = (rungId: string, done: number, over: Partial<SetRecord> = {}): SetRecord => ({
  ladderId: shippedTrade.hasRung(rungId) ? shippedTrade.ladderOf(rungId).id : 'gone',
  rungId,
  setNo: 1,
  side: 'both',
  planned: done,
  done,
  faultId: null,
  ...over,
});
const times = (n: number, its: SetRecord): SetRecord[] =>
  Array.from({ length: n }, (_, i) => ({ ...its, setNo: i + 1 }));
const bothSides = (n: number, rungId: string, left: number, right: number, planned: number): SetRecord[] => [
  ...times(n, set(rungId, left, { side: 'left', planned })),
  ...times(n, set(rungId, right, { side: 'right', planned })),
];
const day = (n: number, sets: SetRecord[], over: Partial<SessionOutcome> = {}): SessionOutcome => ({
  logId: `log ${n}`,
  onDate: `2026-11-0${n}`,
  sets,
  effort: 6,
  painScore: 0,
  painRegion: null,
  ...over,
});
const state = (rungId: string, sets: number, amount: number): LadderState => ({
  ladderId: shippedTrade.ladderOf(rungId).id,
  rungId,
  sets,
  amount,
});
const all = (outcomes: SessionOutcome[], states: LadderState[] = [], more: object = {}): Proposal[] =>
  progress({ ...context, outcomes, states, ...more });
const first = (outcomes: SessionOutcome[], states: LadderState[] = [], more: object = {}): Proposal => {
  const [proposal] = all(outcomes, states, more);
  if (!proposal) throw new Error('nothing is proposed');
  return proposal;
};

describe('the mark of a rung', () => {
  const plank = rung('plank_full');
  const side = rung('side_plank_full');
  it('is its amount in enough sets, every one of them clean', () => {
    expect(meetsCriterion([], plank)).toBe(false);
    expect(meetsCriterion(times(2, set('plank_full', 45)), plank)).toBe(true);
    expect(meetsCriterion(times(1, set('plank_full', 45)), plank)).toBe(false);
    expect(meetsCriterion(times(2, set('plank_full', 44)), plank)).toBe(false);
    const met = times(2, set('plank_full', 45));
    expect(meetsCriterion([...met, set('plank_full', 45, { faultId: 'hip_sag' })], plank)).toBe(false);
    expect(meetsCriterion([...met, set('plank_full', 49, { planned: 50 })], plank)).toBe(false);
    expect(meetsCriterion([...met, set('plank_full', 30)], plank)).toBe(true);
    // A side has no meaning here: what was logged of one is not counted.
    expect(meetsCriterion(times(2, set('plank_full', 45, { side: 'left' })), plank)).toBe(false);
  });
  it('of a sided rung is met on both sides, and they are within ten percent of the better', () => {
    const of = (left: number, right: number) =>
      meetsCriterion(bothSides(3, 'side_plank_full', left, right, 30), side);
    expect([of(30, 30), of(40, 36), of(36, 40), of(40, 35), of(35, 40)]).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
    expect(meetsCriterion(times(3, set('side_plank_full', 30, { side: 'left' })), side)).toBe(false);
    expect(meetsCriterion(times(3, set('side_plank_full', 30, { side: 'right' })), side)).toBe(false);
    const short = [
      ...times(3, set('side_plank_full', 30, { side: 'left' })),
      ...times(2, set('side_plank_full', 30, { side: 'right' })),
    ];
    expect(meetsCriterion(short, side)).toBe(false);
  });
  it('takes its gap, its sets and its amount from where the rung says them', () => {
    const wants = (advance_when: object) => ({ ...side, advance_when }) as typeof side;
    const sets = bothSides(1, 'side_plank_full', 40, 33, 30);
    expect(meetsCriterion(sets, wants({ hold_s: 30, side_gap_pct_max: 20 }))).toBe(true);
    expect(meetsCriterion(sets, wants({ hold_s: 30 }))).toBe(false);
    expect(meetsCriterion(bothSides(1, 'side_plank_full', 33, 33, 30), wants({ hold_s: 30 }))).toBe(true);
    const amounts: object[] = [
      { breaths: 12 },
      { reps: 12 },
      { hold_s: 12 },
      { metres: 12 },
      { reps_in_60s: 12 },
    ];
    for (const amount of amounts) {
      const its = { ...plank, advance_when: amount } as typeof plank;
      expect(meetsCriterion([set('plank_full', 12)], its)).toBe(true);
      expect(meetsCriterion([set('plank_full', 11)], its)).toBe(false);
    }
    const bare = { ...plank, advance_when: {} } as typeof plank;
    expect(meetsCriterion([set('plank_full', 45)], bare)).toBe(true);
    expect(meetsCriterion([set('plank_full', 44)], bare)).toBe(false);
  });
});

describe('what a pain holds', () => {
  const outcome = (painScore: number, painRegion: string | null, sets: SetRecord[]) =>
    [...painHolds({ trade: shippedTrade }, { sets, painScore, painRegion })].sort();
  const plank = set('plank_full', 20);
  const breath = set('breath_supine', 5);
  it('is nothing while it is mild and ended nothing', () => {
    expect(outcome(0, null, [plank])).toEqual([]);
    expect(outcome(4, 'knee', [plank])).toEqual([]);
    expect(outcome(1, 'below the knee', [plank])).toHaveLength(8);
  });
  it('is what loads the region, and without a region what was done', () => {
    expect(outcome(5, 'knee', [plank])).toEqual(['hip_extension', 'pelvic_level', 'reactive']);
    expect(outcome(5, null, [plank, breath, set('gone', 3)])).toEqual(['anti_extension', 'breath_brace']);
    expect(outcome(5, 'elsewhere', [breath])).toEqual(['breath_brace']);
  });
  it('is what it ended, and of the rest only what loads the region', () => {
    const ended = set('plank_full', 10, { faultId: 'pain' });
    expect(outcome(0, null, [ended, breath])).toEqual(['anti_extension']);
    expect(outcome(2, 'neck', [ended, breath])).toEqual([
      'anti_extension',
      'neck_control',
      'trunk_flexion_control',
    ]);
  });
});

describe('a proposal', () => {
  it('is none without a log, and none for a rung that is gone', () => {
    expect(all([])).toEqual([]);
    expect(all([day(1, [set('gone', 3)])])).toEqual([]);
  });
  it('starts from where the athlete stands on this rung, or from what was planned', () => {
    const sets = [set('plank_full', 20), set('plank_full', 25)];
    const from = (...states: LadderState[]) => first([day(1, sets)], states).from;
    expect(from(state('plank_full', 4, 18))).toEqual(state('plank_full', 4, 18));
    expect(from()).toEqual(state('plank_full', 2, 25));
    expect(
      from(
        { ...state('plank_full', 4, 18), ladderId: 'another' },
        state('plank_knees', 5, 5),
        state('plank_full', 3, 19),
      ),
    ).toEqual(state('plank_full', 3, 19));
  });
  it('counts the sets of the side that had fewer, and one at least', () => {
    const left = times(3, set('side_plank_full', 20, { side: 'left' }));
    const right = times(2, set('side_plank_full', 20, { side: 'right' }));
    expect(first([day(1, [...left, ...right])]).from.sets).toBe(2);
    expect(first([day(1, [...right, ...left])]).from.sets).toBe(2);
    expect(first([day(1, left)]).from.sets).toBe(1);
  });
  it('after one clean session is the same again', () => {
    const from = state('plank_full', 3, 20);
    expect(first([day(1, times(3, set('plank_full', 20)))], [from])).toEqual({
      ladderId: 'plank',
      kind: 'stay',
      from,
      to: from,
      owns: null,
      reason: 'Clean at 20 s: once more the same, then a little more.',
    });
  });
  it('after two is a little more, half the ramp when it was hard', () => {
    const two = (effort: number, amount = 20, more: object = {}) =>
      first(
        [
          day(1, times(3, set('plank_full', amount))),
          day(2, times(3, set('plank_full', amount)), { effort }),
        ],
        [state('plank_full', 3, amount)],
        more,
      );
    expect(two(5)).toMatchObject({ kind: 'more', owns: null, to: state('plank_full', 3, 25) });
    expect(two(5).reason).toBe('Clean twice at 20 s, effort 5: a little more, within the ramp of 25 %.');
    expect(two(6)).toMatchObject({ kind: 'more', to: state('plank_full', 3, 22) });
    expect(two(6).reason).toBe('Clean twice at 20 s, effort 6: a little more.');
    expect(two(5, 20, { rampLimit: 0.5 }).to.amount).toBe(30);
    // One more at least, and never past the goal.
    expect(two(6, 2).to.amount).toBe(3);
    expect(two(5, 40).to.amount).toBe(45);
  });
  it('at the goal amount is a set more, and nothing more at the goal', () => {
    const two = (sets: number) =>
      first(
        [day(1, times(sets, set('plank_knees', 30))), day(2, times(sets, set('plank_knees', 30)))],
        [state('plank_knees', sets, 30)],
      );
    expect(two(2)).toMatchObject({ kind: 'more', to: state('plank_knees', 3, 30) });
    // Three sets of the goal whose sides are not equal yet.
    const uneven = bothSides(3, 'side_plank_full', 40, 30, 30);
    expect(first([day(1, uneven), day(2, uneven)], [state('side_plank_full', 3, 30)])).toMatchObject({
      kind: 'stay',
      to: state('side_plank_full', 3, 30),
      reason: 'Clean at 30 s: once more the same, then a little more.',
    });
  });
  it('is not more when the session before was lighter, or not all clean', () => {
    const now = day(2, times(2, set('plank_full', 20)));
    const kind = (...before: SetRecord[]) => first([day(1, before), now], [state('plank_full', 2, 20)]).kind;
    expect(kind(...times(2, set('plank_full', 20)))).toBe('more');
    expect(kind(set('plank_full', 15), set('plank_full', 20))).toBe('more');
    expect(kind(set('plank_full', 20), set('plank_full', 15))).toBe('more');
    expect(kind(...times(2, set('plank_full', 15)))).toBe('stay');
    expect(kind(set('plank_full', 20), set('plank_full', 20, { faultId: 'hip_sag' }))).toBe('stay');
    expect(kind(set('side_plank_full', 20, { side: 'left' }))).toBe('stay');
  });
  it('owns a rung whose mark is met in two of its sessions in a row, whatever lies between', () => {
    const met = (n: number) => day(n, times(2, set('plank_full', 45)));
    const between = day(2, bothSides(1, 'side_plank_full', 20, 20, 20));
    expect(first([met(1), between, met(3)])).toEqual({
      ladderId: 'plank',
      kind: 'next_rung',
      from: state('plank_full', 2, 45),
      to: state('plank_leg_lift', 2, 5),
      owns: 'plank_full',
      reason: `${rung('plank_full').name} met its mark clean on 2026-11-01 and 2026-11-03: owned. Next is ${rung('plank_leg_lift').name}.`,
    });
    const lighter = day(2, times(2, set('plank_full', 40)));
    for (const before of [[], [met(1), lighter]])
      expect(first([...before, met(3)])).toMatchObject({
        kind: 'stay',
        owns: null,
        reason: 'The mark is met clean once; a second session in a row confirms it.',
      });
    expect(first([met(1), lighter]).owns).toBe(null);
  });
  it('says so when the sides are equal, and keeps the last rung', () => {
    const sides = (n: number) => day(n, bothSides(3, 'side_plank_full', 30, 30, 30));
    expect(first([sides(1), sides(2)]).reason).toContain('2026-11-02, both sides equal: owned.');
    const last = rung('plank_outside_knee');
    const top = (n: number) => day(n, bothSides(3, last.id, 8, 8, 8));
    expect(first([top(1), top(2)])).toEqual({
      ladderId: 'plank',
      kind: 'stay',
      from: state(last.id, 3, 8),
      to: state(last.id, 3, 8),
      owns: last.id,
      reason: `${last.name} is owned and is the last rung of ${shippedTrade.ladder('plank').name.toLowerCase()} open here: keep it.`,
    });
  });
});

describe('sets that were lost', () => {
  const from = state('plank_full', 3, 20);
  const lost = (done: number, faultId: string | null, planned = 20) =>
    set('plank_full', done, { planned, faultId });
  const outcomeOf = (...sets: SetRecord[]) => first([day(1, sets)], [from]);
  it('twice to endurance shorten the next by 30 %, twice to control go back a rung', () => {
    expect(outcomeOf(lost(14, 'hip_sag'), lost(12, 'hip_sag'))).toMatchObject({
      kind: 'shorter',
      to: { ...from, amount: 14 },
      reason: '2 sets lost to hips sag (at 14 s and 12 s): 30 % shorter next time.',
    });
    expect(outcomeOf(lost(14, 'lumbar_arch'), lost(12, 'lumbar_arch'))).toMatchObject({
      kind: 'back',
      to: state('plank_knees', 3, 30),
      reason: `2 sets lost to ${shippedTrade.fault('lumbar_arch').name.toLowerCase()} (at 14 s and 12 s), a fault of control: back to ${rung('plank_knees').name}.`,
    });
    // Nowhere to go back to.
    const easiest = times(2, set('plank_knees', 8, { planned: 10, faultId: 'lumbar_arch' }));
    const proposal = first([day(1, easiest)], [state('plank_knees', 3, 10)]);
    expect(proposal).toMatchObject({ kind: 'back', to: state('plank_knees', 3, 7) });
    expect(proposal.reason).toContain('back to the same rung, shorter.');
  });
  it('once, or to different faults, plan what was clean', () => {
    expect(outcomeOf(lost(20, null), lost(16, 'hip_sag'))).toMatchObject({
      kind: 'shorter',
      to: { ...from, amount: 16 },
      reason: 'One set lost to hips sag at 16 s: plan what was clean, 16 s.',
    });
    expect(outcomeOf(lost(16, 'hip_sag'), lost(12, 'hip_pike'))).toMatchObject({
      to: { ...from, amount: 12 },
      reason: '2 sets lost to hips sag and hips pike at 16 s and 12 s: plan what was clean, 12 s.',
    });
    expect(outcomeOf(lost(16, null), lost(12, null))).toMatchObject({
      to: { ...from, amount: 12 },
      reason: '2 sets lost at 16 s and 12 s: plan what was clean, 12 s.',
    });
    expect(outcomeOf(lost(0, null), lost(20, null)).to.amount).toBe(1);
  });
  it('after the plan was done are the same again', () => {
    expect(outcomeOf(lost(20, null), lost(20, 'hip_sag'))).toMatchObject({
      kind: 'stay',
      to: from,
      reason: 'One set lost to hips sag: the same again.',
    });
  });
  it('with an effort of 9 take 30 % off, and never leave less than one', () => {
    const hard = (effort: number, amount: number) =>
      first([day(1, times(2, set('plank_full', amount)), { effort })], [state('plank_full', 3, amount)]);
    expect(hard(9, 20)).toMatchObject({
      kind: 'less',
      to: state('plank_full', 3, 14),
      reason: 'Effort 9 of 10: the same rung at 70 % of the amount.',
    });
    expect(hard(10, 1).to.amount).toBe(1);
    expect(hard(8, 20).kind).toBe('stay');
  });
});

describe('pain', () => {
  const eased = (from: LadderState) =>
    first([day(1, times(2, set(from.rungId, from.amount)), { painScore: 3 })], [from]).to;
  it('swaps to an easier rung: half its goal at the most, and no more work than was asked', () => {
    expect(eased(state('plank_full', 3, 20))).toEqual(state('plank_knees', 3, 15));
    expect(eased(state('plank_full', 5, 45))).toEqual(state('plank_knees', 3, 15));
    expect(eased(state('plank_full', 1, 20))).toEqual(state('plank_knees', 1, 20));
    expect(eased(state('plank_full', 1, 44))).toEqual(state('plank_knees', 1, 30));
    expect(eased(state('plank_full', 3, 2))).toEqual(state('plank_knees', 3, 2));
    expect(eased(state('plank_full', 3, 1))).toEqual(state('plank_knees', 3, 1));
    // Reps of seven seconds to reps of nine: too little for three sets is one set of what is left.
    expect(eased(state('dead_bug_arms_feet_up', 3, 1))).toEqual(state('dead_bug_arms_feet_down', 1, 2));
    expect(eased(state('dead_bug_arms_feet_up', 1, 1))).toEqual(state('dead_bug_arms_feet_down', 1, 1));
    // On the easiest rung it is that one, shorter.
    expect(eased(state('plank_knees', 3, 20))).toEqual(state('plank_knees', 3, 14));
  });
  it('is said with its score, its place and where to go', () => {
    const said = (painScore: number, painRegion: string | null, rungId = 'plank_full') =>
      first([day(1, times(2, set(rungId, 20)), { painScore, painRegion })]);
    const knees = rung('plank_knees').name;
    expect(said(3, 'thigh').reason).toBe(`Pain 3 of 10 (thigh): swap to ${knees}.`);
    expect(said(4, null).reason).toBe(`Pain 4 of 10: swap to ${knees}.`);
    expect(said(4, null, 'plank_knees').reason).toBe('Pain 4 of 10: swap to the same rung, shorter.');
    expect(said(5, 'low back')).toMatchObject({
      kind: 'hold_quality',
      reason: `Pain 5 of 10 (low back): hold this quality until a coach closes the flag; then start again at ${knees}.`,
    });
    expect(said(5, 'knee')).toMatchObject({
      kind: 'stay',
      reason: 'Pain 5 of 10 (knee) does not come from this exercise: the same again, nothing added.',
    });
    expect(said(2, 'thigh').kind).toBe('stay');
    expect(said(1, 'below the knee').kind).toBe('hold_quality');
  });
  it('follows the practice’s own thresholds', () => {
    const kind = (painScore: number) =>
      first([day(1, times(2, set('plank_full', 20)), { painScore, painRegion: 'low back' })], [], {
        painSettings: { easeFrom: 1, endFrom: 2 },
      }).kind;
    expect([kind(0), kind(1), kind(2)]).toEqual(['stay', 'back', 'hold_quality']);
  });
  it('that ended one exercise holds that one, and adds nothing to the others', () => {
    const ended = [set('plank_full', 20), set('plank_full', 8, { planned: 20, faultId: 'pain' })];
    const others = [
      ...times(2, set('dead_bug_arms_feet_up', 10)),
      ...bothSides(2, 'side_plank_full', 20, 20, 20),
    ];
    const kinds = (sets: SetRecord[], more: object = {}) =>
      all([day(1, sets, more)]).map(({ from, kind, reason }) => [from.rungId, kind, reason]);
    const still = 'Pain 2 of 10 does not come from this exercise: the same again, nothing added.';
    expect(kinds([...others, ...ended], { painScore: 2 })).toEqual([
      ['dead_bug_arms_feet_up', 'stay', still],
      ['side_plank_full', 'stay', still],
      [
        'plank_full',
        'hold_quality',
        `Pain 2 of 10 ended this exercise: hold this quality until a coach closes the flag; then start again at ${rung('plank_knees').name}.`,
      ],
    ]);
  });
  it('never raises volume with pain of 3 or 4, though an easier rung asks more of itself', () => {
    const volume = (to: { sets: number; amount: number }) => to.sets * to.amount;
    for (const painScore of [3, 4])
      for (const amount of [5, 10, 20, 45]) {
        const before = state('plank_full', 1, amount);
        const outcomes = [day(1, [set('plank_full', amount)], { painScore, painRegion: 'knee' })];
        const proposal = first(outcomes, [before]);
        expect(volume(proposal.to)).toBeLessThanOrEqual(volume(before));
      }
  });
});

describe('whatever was done', () => {
  it('never proposes more than the ramp, nor less than one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 45 }),
        fc.integer({ min: 0, max: 45 }),
        fc.integer({ min: 0, max: 10 }),
        fc.constantFrom(null, 'hip_sag', 'lumbar_arch'),
        (planned, done, effort, faultId) => {
          const sets = times(3, set('plank_full', done, { planned, faultId }));
          const result = first([day(1, sets), day(2, sets, { effort })], [state('plank_full', 3, planned)]);
          expect(result.to.amount).toBeGreaterThanOrEqual(1);
          if (result.to.rungId === 'plank_full')
            expect(result.to.amount).toBeLessThanOrEqual(Math.max(planned + 1, planned * 1.25));
          expect(result.reason.length).toBeGreaterThan(10);
        },
      ),
    );
  });
});
