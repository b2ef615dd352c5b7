import { type QualityId, rung } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { gateOf } from '~/core/clear/testing';
import { phaseAims, phaseNames } from '~/core/plan/calendar';
import type { PlanWeek } from '~/core/plan/periodise';
import { issue } from '~/core/result';
import { type ComposeInput, cappedAmount, compose, flexionOf, onBackSeconds } from './compose';
import { type LadderState, prescriptionSeconds, setDose } from './prescription';

const monday = '2026-11-23';
const weekOf = (
  doses: readonly (readonly [QualityId, ...number[]])[],
  over: Partial<PlanWeek> = {},
): PlanWeek => ({
  index: 4,
  startsOn: monday,
  phase: 'build',
  kind: 'load',
  retest: false,
  blackDays: 0,
  eventIds: [],
  minutes: 60,
  minutesAvailable: 200,
  reasons: [],
  cells: doses.flatMap(([quality, ...sides]) =>
    sides.map((dose, i) => ({
      quality,
      side: sides.length === 1 ? ('both' as const) : i === 0 ? ('left' as const) : ('right' as const),
      dose,
    })),
  ),
  ...over,
});
const stands = (
  rungId: string,
  sets: number,
  amount: number,
  more: Partial<LadderState> = {},
): LadderState => ({
  ladderId: shippedTrade.ladderOf(rungId).id,
  rungId,
  sets,
  amount,
  ...more,
});
const base: ComposeInput = {
  trade: shippedTrade,
  gate: gateOf({ schoolId: 'brace' }),
  schoolId: 'brace',
  sport: 'running',
  owned: new Set(),
  capability: {},
  week: weekOf([]),
  weekdays: [1, 3, 5],
  sessionsPerWeek: 3,
  minutesPerSession: 90,
  massKg: 58,
  states: [],
  weakerSide: {},
  priority: {},
  fromDay: monday,
  doneDays: [],
  eventDays: [],
};
/** The same gate with other answers for what a test is about. */
const gateWith = (over: Partial<Gate>, ofRung: Partial<ReturnType<Gate['rung']>> = {}): Gate => ({
  ...base.gate,
  rung: (id) => ({ ...base.gate.rung(id), ...ofRung }),
  ...over,
});
/** Sets of a rung on each day it is laid on, "sets sets ..." from the first. */
const setsOn = (composed: ReturnType<typeof compose>, rungId: string) =>
  composed.sessions
    .flatMap((session) => session.items)
    .filter((item) => item.rungId === rungId)
    .map((item) => item.sets)
    .join(' ');

describe('how often and in how many sets', () => {
  /** A set of 30 s is one dose here, one of 15 s half of one. */
  const laid = (
    dose: number,
    sets: number,
    amount = 30,
    over: Partial<ComposeInput> = {},
    kind: PlanWeek['kind'] = 'load',
  ) =>
    setsOn(
      compose({
        ...base,
        week: weekOf([['anti_extension', dose]], { kind }),
        states: [stands('plank_knees', sets, amount)],
        ...over,
      }),
      'plank_knees',
    );
  it('is as often as the dose has such sessions, on every day at the most', () => {
    expect([laid(6, 3), laid(9, 3), laid(30, 3), laid(2, 1), laid(3, 2, 15)]).toEqual([
      '3 3',
      '3 3 3',
      '3 3 3',
      '1 1',
      '2 2 2',
    ]);
  });
  it('is two short exposures rather than a long one', () => {
    expect([laid(3, 3), laid(2, 2), laid(1.5, 3), laid(1, 3, 15)]).toEqual(['2 2', '1 1', '1 1', '1 1']);
  });
  it('is one of fewer sets when the dose is less than a set and a half', () => {
    expect([laid(1.4, 3), laid(1, 1), laid(0.3, 2), laid(0.7, 3, 15)]).toEqual(['1', '1', '1', '1']);
    expect(laid(1.4, 2, 30, { sessionsPerWeek: 1 })).toBe('1');
    expect(laid(2, 3, 30, { sessionsPerWeek: 1 })).toBe('2');
    expect(laid(5, 3, 30, { sessionsPerWeek: 1 })).toBe('3');
    expect(laid(1.2, 3, 15, { sessionsPerWeek: 1 })).toBe('2');
  });
  it('is once less in a week that is not a load week', () => {
    expect([laid(30, 3, 30, {}, 'deload'), laid(30, 3, 30, { sessionsPerWeek: 1 }, 'deload')]).toEqual([
      '3 3',
      '3',
    ]);
    expect(laid(2, 2, 30, { sessionsPerWeek: 2 }, 'deload')).toBe('2');
    expect(laid(2, 2, 30, { sessionsPerWeek: 2 })).toBe('1 1');
  });
  it('is nothing under a fifth of a dose', () => {
    expect([laid(0.19, 3), laid(0.2, 3)]).toEqual(['', '1']);
  });
  it('takes the mean of two sides', () => {
    const item = (left: number, right: number) =>
      setsOn(
        compose({
          ...base,
          week: weekOf([['anti_lateral', left, right]]),
          states: [stands('side_plank_knees', 3, 30)],
        }),
        'side_plank_knees',
      );
    expect([item(4, 8), item(2, 16), item(2, 2)]).toEqual(['3 3', '3 3 3', '1 1']);
  });
  it('starts where the catalogue starts when the athlete stands nowhere', () => {
    const { start } = rung('plank_knees');
    const composed = compose({ ...base, week: weekOf([['anti_lateral', 9]]) });
    const item = composed.sessions[0]?.items[0];
    expect(item?.rungId).toBe('side_plank_knees');
    expect([item?.sets, item?.amount]).toEqual([
      rung('side_plank_knees').start.sets,
      rung('side_plank_knees').start.amount,
    ]);
    expect(start.sets).toBe(3);
    expect(item?.why.this).toContain('a start that fits the screen');
    // Where she stands on another rung, or on another ladder, says nothing of this one.
    const elsewhere = compose({
      ...base,
      week: weekOf([['anti_extension', 9]]),
      states: [{ ...stands('plank_knees', 5, 28), ladderId: 'carry' }, stands('plank_full', 2, 22)],
    }).sessions[0]?.items[0];
    expect([elsewhere?.rungId, elsewhere?.sets, elsewhere?.amount]).toEqual(['plank_full', 2, 22]);
  });
});

describe('the days', () => {
  const many = weekOf([['anti_extension', 30]]);
  const days = (over: Partial<ComposeInput>) =>
    compose({ ...base, week: many, states: [stands('plank_knees', 3, 30)], ...over }).sessions.map(
      ({ onDate }) => Number(onDate.slice(-2)),
    );
  const every = [0, 1, 2, 3, 4, 5, 6];
  it('are the athlete’s, as evenly as they lie', () => {
    expect(days({})).toEqual([23, 25, 27]);
    expect(days({ weekdays: every })).toEqual([23, 25, 27]);
    expect(days({ weekdays: every, sessionsPerWeek: 2 })).toEqual([23, 26]);
    expect(days({ sessionsPerWeek: 5 })).toEqual([23, 25, 27]);
    expect(days({ sessionsPerWeek: 1 })).toEqual([23]);
  });
  it('of a week under way are no more than their share, less what is done', () => {
    expect(days({ weekdays: every, fromDay: '2026-11-26' })).toEqual([26, 28]);
    expect(days({ weekdays: every, fromDay: '2026-11-27', doneDays: ['2026-11-23', '2026-11-24'] })).toEqual([
      27,
    ]);
    expect(
      days({ weekdays: every, fromDay: '2026-11-27', doneDays: ['2026-11-23', '2026-11-24', '2026-11-25'] }),
    ).toEqual([]);
    expect(days({ doneDays: [monday] })).toEqual([25, 27]);
    expect(days({ weekdays: every, sessionsPerWeek: 7, fromDay: '2026-11-26' })).toEqual([26, 27, 28, 29]);
  });
  it('are not those of events', () => {
    expect(days({ eventDays: ['2026-11-25'] })).toEqual([23, 27]);
    expect(days({ eventDays: [monday, '2026-11-25', '2026-11-27'] })).toEqual([]);
  });
  it('that are left carry their part of the dose', () => {
    const sets = (over: Partial<ComposeInput>, dose = 6) =>
      setsOn(
        compose({
          ...base,
          week: weekOf([['anti_extension', dose]]),
          states: [stands('plank_knees', 3, 30)],
          ...over,
        }),
        'plank_knees',
      );
    // One of three days: a third of six doses, in one session.
    expect(sets({ fromDay: '2026-11-27' })).toBe('2');
    expect(sets({ fromDay: '2026-11-27', sessionsPerWeek: 5 }, 9)).toBe('3');
    expect(sets({ fromDay: '2026-11-25' }, 9)).toBe('3 3');
    expect(sets({ weekdays: every, sessionsPerWeek: 2, fromDay: '2026-11-27' }, 6)).toBe('3');
  });
  it('that are emptiest come first, and of equal ones the earlier', () => {
    const four = weekOf([
      ['anti_extension', 1],
      ['anti_lateral', 1],
      ['anti_rotation', 1],
      ['breath_brace', 1],
    ]);
    const composed = compose({
      ...base,
      week: four,
      priority: { anti_extension: 0.9, anti_lateral: 0.8, anti_rotation: 0.7, breath_brace: 0.6 },
      states: ['plank_knees', 'side_plank_knees', 'anti_rot_press_tall_kneel', 'breath_supine'].map((id) =>
        stands(id, 1, rung(id).goal.amount),
      ),
    });
    expect(
      composed.sessions.map(({ onDate, items }) => [onDate.slice(-2), items.map((item) => item.quality)]),
    ).toEqual([
      // 1 min on Monday, 1.5 on Wednesday and more on Friday: the fourth goes to Monday, before the plank.
      ['23', ['breath_brace', 'anti_extension']],
      ['25', ['anti_lateral']],
      ['27', ['anti_rotation']],
    ]);
  });
  it('without anything on them are no sessions', () => {
    const composed = compose({
      ...base,
      week: weekOf([['anti_extension', 1]]),
      states: [stands('plank_knees', 1, 30)],
    });
    expect(composed.sessions.map((session) => session.onDate)).toEqual([monday]);
    expect(composed.leftOut).toEqual([]);
  });
});

describe('nothing at all', () => {
  const week = weekOf([['anti_extension', 6]]);
  it('is said with its reason', () => {
    expect(compose({ ...base, week, weekdays: [] })).toEqual({
      sessions: [],
      leftOut: [issue('compose.no_day')],
    });
    expect(compose({ ...base, week: { ...week, kind: 'black' } })).toEqual({
      sessions: [],
      leftOut: [issue('compose.black')],
    });
    const gate = gateOf({ stopSigns: ['night_pain'] });
    expect(gate.clearance.issues.length).toBeGreaterThan(0);
    expect(compose({ ...base, week, gate })).toEqual({ sessions: [], leftOut: [...gate.clearance.issues] });
  });
  it('of one quality leaves the others', () => {
    const both = weekOf([
      ['anti_extension', 3],
      ['anti_lateral', 3],
    ]);
    const gate: Gate = {
      ...base.gate,
      rung: (id) => ({
        ...base.gate.rung(id),
        bars: shippedTrade.ladderOf(id).quality === 'anti_extension' ? [issue('bar.held')] : [],
      }),
    };
    const composed = compose({ ...base, week: both, gate });
    expect(composed.leftOut).toEqual([issue('compose.no_rung', { quality: 'Front wall' })]);
    expect(composed.sessions.flatMap((session) => session.items.map((item) => item.quality))).toContain(
      'anti_lateral',
    );
    const held = compose({
      ...base,
      week: both,
      gate: gateOf({ schoolId: 'brace', held: ['anti_extension'] }),
    });
    expect(held.leftOut).toEqual([issue('compose.barred', { quality: 'Front wall', bar: 'bar.held' })]);
  });
});

describe('what is prescribed', () => {
  const side = rung('side_plank_full');
  const of = (over: Partial<ComposeInput>) =>
    compose({
      ...base,
      week: weekOf([['anti_lateral', 6, 6]]),
      states: [stands('side_plank_full', 2, 15, { setting: 'On a mat' })],
      ...over,
    }).sessions[0]?.items[0];
  const texts = shippedTrade.ladderOf('side_plank_full');
  const now = `${phaseNames.build}: ${phaseAims.build.toLowerCase()}.`;
  it('is whole: the weaker side first with a set more, its rests, words, minutes and why', () => {
    const item = of({ weakerSide: { anti_lateral: { side: 'right', acts: true, gapPercent: 21.6 } } });
    expect(item).toEqual({
      ladderId: 'side_plank',
      rungId: 'side_plank_full',
      name: side.name,
      quality: 'anti_lateral',
      sets: 2,
      amount: 15,
      unit: 'hold_s',
      sided: true,
      firstSide: 'right',
      extraSetSide: 'right',
      restS: side.rest_s,
      tempo: null,
      load: null,
      effortMost: null,
      setting: 'On a mat',
      breath: 'Steady breathing into the upper side of the ribs through the hold.',
      cues: texts.do.slice(0, 3),
      schoolCue: null,
      schoolAmount: null,
      endsSet: side.regress_on.map((id) => shippedTrade.fault(id).name.toLowerCase()),
      dose: 1,
      // 30 s of setting up, five sets of 15 s and two rests of 45 s.
      minutes: 3.3,
      why: {
        this: `${texts.name}, rung 2 of 6: where the athlete stands; serves side wall, right weaker by 22 %.`,
        now,
        muchness: `6.0 doses this week; a set is 0.50 (15 of ${side.goal.amount}).`,
      },
    });
  });
  it('begins left when no side is weaker, and gives no set more while the gap does not act', () => {
    expect(of({})).toMatchObject({ firstSide: 'left', extraSetSide: null });
    const item = of({ weakerSide: { anti_lateral: { side: 'right', acts: false, gapPercent: 4 } } });
    expect(item).toMatchObject({ firstSide: 'right', extraSetSide: null });
    expect(item?.why.this).toMatch(/serves side wall\.$/);
    // What has no sides has no first one.
    const plank = compose({
      ...base,
      week: weekOf([['anti_extension', 6]]),
      weakerSide: { anti_extension: { side: 'left', acts: true, gapPercent: 30 } },
      states: [stands('plank_full', 2, 20)],
    }).sessions[0]?.items[0];
    expect(plank).toMatchObject({ firstSide: null, extraSetSide: null });
    expect(plank?.why.this).not.toContain('weaker');
  });
  it('keeps within what a caution leaves: seconds of a hold, effort, and says so', () => {
    const item = of({ gate: gateWith({}, { capS: 10, effortMost: 5 }) });
    expect(item).toMatchObject({ amount: 10, restS: 10, effortMost: 5 });
    expect(item?.why.muchness).toBe(
      `6.0 doses this week; a set is 0.33 (10 of ${side.goal.amount}); holds capped at 10 s by a caution.`,
    );
    const reps = compose({
      ...base,
      week: weekOf([['anti_extension', 6]]),
      gate: gateWith({}, { capS: 20 }),
      states: [stands('dead_bug_heel_tap', 2, 8)],
    }).sessions[0]?.items[0];
    // Reps of 6 s: three fit into 20 s; their rest is the rung's own.
    expect(reps).toMatchObject({ amount: 3, restS: rung('dead_bug_heel_tap').rest_s, tempo: '2-2-2' });
    expect(reps?.why.muchness).not.toContain('capped');
  });
  it('is capped at whole amounts, one at the least', () => {
    const plank = rung('plank_full');
    expect([
      cappedAmount(plank, 30, undefined),
      cappedAmount(plank, 30, 30),
      cappedAmount(plank, 30, 29),
      cappedAmount(plank, 30, 12.5),
    ]).toEqual([30, 30, 29, 12]);
    const bug = rung('dead_bug_heel_tap');
    expect([cappedAmount(bug, 5, 30), cappedAmount(bug, 5, 29), cappedAmount(bug, 5, 3)]).toEqual([5, 4, 1]);
  });
});

describe('what does not fit', () => {
  const two = weekOf([
    ['anti_extension', 30],
    ['anti_lateral', 30],
  ]);
  // A plank of 3 x 30 s with rests of 30 s takes 3 min, a side plank of 3 x 30 s on two sides 4.5 min.
  const states = [stands('plank_knees', 3, 30), stands('side_plank_knees', 3, 30)];
  const within = (minutesPerSession: number, priority: ComposeInput['priority']) =>
    compose({ ...base, week: two, states, priority, minutesPerSession, sessionsPerWeek: 1 });
  const shown = (composed: ReturnType<typeof compose>) =>
    composed.sessions.flatMap((session) => session.items.map((item) => [item.quality, item.sets]));
  const frontFirst = { anti_extension: 0.9, anti_lateral: 0.1 };
  it('stays when it fits exactly', () => {
    expect(shown(within(7.5, frontFirst))).toEqual([
      ['anti_extension', 3],
      ['anti_lateral', 3],
    ]);
    expect(within(7.5, frontFirst).sessions[0]?.minutes).toBe(8);
  });
  it('loses sets of what is wanted least, then of the rest, and then the exercise, by name', () => {
    expect(shown(within(7.4, frontFirst))).toEqual([
      ['anti_extension', 3],
      ['anti_lateral', 2],
    ]);
    expect(shown(within(5, frontFirst))).toEqual([
      ['anti_extension', 3],
      ['anti_lateral', 1],
    ]);
    expect(shown(within(5, { anti_extension: 0.1, anti_lateral: 0.9 }))).toEqual([
      ['anti_lateral', 2],
      ['anti_extension', 1],
    ]);
  });
  it('is made new in sets, dose and minutes', () => {
    const item = within(7.4, frontFirst).sessions[0]?.items[1];
    if (!item) throw new Error('nothing is left');
    expect(item.dose).toBeCloseTo(2 * setDose(rung('side_plank_knees'), 30), 9);
    expect(item.minutes).toBe(Math.round(prescriptionSeconds(item) / 6) / 10);
    expect(item.minutes).toBe(3);
  });
  it('names what gave way with the limit', () => {
    const composed = within(2, frontFirst);
    expect(shown(composed)).toEqual([['anti_extension', 1]]);
    expect(composed.leftOut).toEqual([
      issue('compose.minutes', { minutes: 2, name: rung('side_plank_knees').name }),
    ]);
    // On each of three days the same: said once.
    const often = compose({ ...base, week: two, states, priority: frontFirst, minutesPerSession: 2 });
    expect(often.leftOut).toHaveLength(1);
    const nothing = within(0.5, frontFirst);
    expect(nothing.sessions).toEqual([]);
    expect(nothing.leftOut.map(({ values }) => values.name)).toEqual([
      rung('side_plank_knees').name,
      rung('plank_knees').name,
    ]);
  });
  it('takes what has no priority first', () => {
    expect(shown(within(5, { anti_extension: 0.1 }))).toEqual([
      ['anti_extension', 3],
      ['anti_lateral', 1],
    ]);
  });
  it('of the week’s bending is what bends, whatever else is wanted less', () => {
    const bending = stands('fold_elbow_knee', 3, 10);
    const given = (over: Partial<ComposeInput>) =>
      compose({
        ...base,
        schoolId: 'flatten',
        week: weekOf([
          ['trunk_flexion_control', 30],
          ['anti_extension', 30],
        ]),
        states: [bending, stands('plank_knees', 3, 30)],
        priority: { trunk_flexion_control: 0.9, anti_extension: 0.1 },
        sessionsPerWeek: 2,
        ...over,
      });
    const cycles = flexionOf(shippedTrade, [
      {
        rungId: 'fold_elbow_knee',
        amount: 10,
        sets: 1,
        sided: rung('fold_elbow_knee').sided,
        extraSetSide: null,
      },
    ]).cycles;
    expect(cycles).toBeGreaterThan(0);
    const gate = (sets: number) => ({
      ...gateOf({ schoolId: 'flatten' }),
      flexion: { cycles: sets * cycles, heldS: 0 },
    });
    const folds = (composed: ReturnType<typeof compose>) => setsOn(composed, 'fold_elbow_knee');
    expect(folds(given({ gate: gate(6) }))).toBe('3 3');
    const narrow = given({ gate: gate(4) });
    expect(folds(narrow)).toBe('3 1');
    expect(setsOn(narrow, 'plank_knees')).toBe('3 3');
    // What the week has bent already counts.
    const bent = given({ gate: gate(6), bent: { cycles: 3 * cycles, heldS: 0 } });
    expect(folds(bent)).toBe('3');
    expect(bent.leftOut).toEqual([
      issue('compose.flexion', { cycles: 6 * cycles, seconds: 0, name: rung('fold_elbow_knee').name }),
    ]);
  });
  it('of the time on the back is what lies on it', () => {
    const onIt = ['dead_bug_arms_feet_up'];
    const gate = (seconds: number | undefined): Gate => ({
      ...base.gate,
      onBackSessionS: seconds,
      rung: (id) => ({ ...base.gate.rung(id), onBack: onIt.includes(id) }),
    });
    // A set of 10 reps of 7 s.
    const given = (seconds: number | undefined) =>
      compose({
        ...base,
        week: two,
        states: [stands('dead_bug_arms_feet_up', 3, 10), stands('side_plank_knees', 3, 30)],
        priority: frontFirst,
        sessionsPerWeek: 1,
        gate: gate(seconds),
      });
    expect(shown(given(undefined))).toEqual(shown(given(210)));
    expect(setsOn(given(210), 'dead_bug_arms_feet_up')).toBe('3');
    expect(setsOn(given(209), 'dead_bug_arms_feet_up')).toBe('2');
    const none = given(60);
    expect(shown(none)).toEqual([['anti_lateral', 3]]);
    expect(none.leftOut).toEqual([
      issue('compose.on_back', { minutes: 1, name: rung('dead_bug_arms_feet_up').name }),
    ]);
  });
});

describe('sums over a session', () => {
  const item = (rungId: string, over: object = {}) => ({
    rungId,
    unit: rung(rungId).unit,
    amount: 10,
    tempo: rung(rungId).tempo ?? null,
    sets: 3,
    sided: false,
    extraSetSide: null,
    ...over,
  });
  it('count each side, and the set more', () => {
    const gate = gateWith({}, { onBack: true });
    expect(onBackSeconds({ gate }, [])).toBe(0);
    expect(onBackSeconds({ gate }, [item('plank_full')])).toBe(30);
    expect(onBackSeconds({ gate }, [item('plank_full'), item('plank_full', { sided: true })])).toBe(90);
    expect(onBackSeconds({ gate }, [item('plank_full', { sided: true, extraSetSide: 'left' })])).toBe(70);
    expect(onBackSeconds({ gate: gateWith({}, { onBack: false }) }, [item('plank_full')])).toBe(0);
  });
  it('add up the bending', () => {
    const one = rung('fold_elbow_knee').flexion_cycles_per_rep * 10;
    expect(flexionOf(shippedTrade, [])).toEqual({ cycles: 0, heldS: 0 });
    expect(flexionOf(shippedTrade, [item('fold_elbow_knee'), item('plank_full')])).toEqual({
      cycles: 3 * one,
      heldS: 0,
    });
    expect(flexionOf(shippedTrade, [item('fold_elbow_knee', { sided: true, extraSetSide: 'left' })])).toEqual(
      { cycles: 7 * one, heldS: 0 },
    );
  });
});

it('a session goes from breath over control and movement to holds', () => {
  const order = (states: LadderState[]) =>
    compose({
      ...base,
      gate: gateOf({ schoolId: 'brace' }),
      week: weekOf(
        states.map(({ rungId }) => [shippedTrade.ladderOf(rungId).quality as QualityId, 1] as const),
      ),
      states,
      // As they are given: the first is wanted most.
      priority: Object.fromEntries(
        states.map(({ rungId }, i) => [shippedTrade.ladderOf(rungId).quality, 1 - i / 10]),
      ),
      weekdays: [1],
    }).sessions[0]?.items.map((item) => item.rungId);
  const hold = stands('side_plank_full', 1, 10);
  const easy = stands('dead_bug_heel_tap', 1, 5);
  const hard = stands('dead_bug_opposite_bent', 1, 5);
  const control = stands('sl_step_down', 1, 5);
  const standing = stands('sl_stand', 1, 10);
  const breath = stands('breath_supine', 1, 5);
  expect(rung('dead_bug_heel_tap').level).toBe(3);
  expect(rung('sl_step_down').level).toBeGreaterThan(3);
  expect(order([hold, hard, control, breath])).toEqual([
    'breath_supine',
    'sl_step_down',
    'dead_bug_opposite_bent',
    'side_plank_full',
  ]);
  // A hold of standing is a hold; of equal places the one wanted more comes first.
  expect(order([hold, standing, easy])).toEqual(['dead_bug_heel_tap', 'side_plank_full', 'sl_stand']);
  expect(order([control, easy])).toEqual(['sl_step_down', 'dead_bug_heel_tap']);
  expect(order([easy, control])).toEqual(['dead_bug_heel_tap', 'sl_step_down']);
  expect(order([stands('breath_supine', 1, 5), hard])).toEqual(['breath_supine', 'dead_bug_opposite_bent']);
});
