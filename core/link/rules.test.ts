import { discipline, quality } from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import { gateOf, testDay } from '~/core/clear/testing';
import { assess, type Capability } from '~/core/screen/assess/assess';
import type { TestGap } from '~/core/screen/assess/ratios';
import { makeTrial } from '~/core/screen/trial/testing';
import { exposure } from './exposure';
import { gapOf, gapSaid } from './gap';
import { defaultLinkSettings, link, meetsDemand } from './link';
import { patterns } from './patterns';
import { prioritySentence, setUpText } from './sentence';
import { mainEvent, pillarCells, screenedPerson, standingOf } from './standing';
import { weakerSides } from './weaker-sides';

/** The small rules that a priority is made of, each at its edges. */

const person = { sex: 'female', sport: 'running', level: 'trained' } as const;
const fell = discipline('running.trail-fell-ultra');
const assessed = (trials: Parameters<typeof assess>[0]['trials']) =>
  assess({ trials, person, today: testDay, trade: shippedTrade });
const linkOf = (trials: Parameters<typeof assess>[0]['trials'], more: object = {}) =>
  link({
    trade: shippedTrade,
    assessment: assessed(trials),
    discipline: fell,
    gate: gateOf(),
    kit: ['box', 'towel', 'band', 'dumbbell'],
    ...more,
  });

const capability = (side: Capability['side'], uncapped: number | undefined): Capability => ({
  quality: 'anti_lateral',
  side,
  capability: uncapped,
  uncapped,
  confidence: 0.8,
  faultLoad: 0,
  parts: [],
});
const gapIn = (testId: string, worse: 'left' | 'right' | undefined, beyondError: boolean) =>
  ({ testId, worse, beyondError, amount: 20, unit: '%' }) as TestGap;

describe('a side gap', () => {
  const of = (left: number | undefined, right: number | undefined, gaps: TestGap[] = [], from = 0.1) =>
    gapOf(shippedTrade, capability('left', left), capability('right', right), gaps, from);
  it('is none without two sides that were measured, or when they are equal', () => {
    expect(of(undefined, 80)).toEqual({ gap: 0, acting: 0, verdict: 'none' });
    expect(of(80, undefined)).toEqual({ gap: 0, acting: 0, verdict: 'none' });
    expect(gapOf(shippedTrade, capability('both', 50), capability('both', 80), [], 0.1).verdict).toBe('none');
    expect(gapOf(shippedTrade, capability('left', 50), undefined, [], 0.1).verdict).toBe('none');
    expect(of(80, 80)).toEqual({ gap: 0, acting: 0, verdict: 'none' });
    expect(of(0, 0)).toEqual({ gap: 0, acting: 0, verdict: 'none' });
  });
  it('acts on the weaker side only, from where it acts and fully 20 % above that', () => {
    const real = [gapIn('side_plank', 'left', true)];
    expect(of(100, 80, real)).toMatchObject({ acting: 0, verdict: 'stronger' });
    expect(of(100, 80, real).gap).toBeCloseTo(0.2, 9);
    // The boundary itself does not act.
    expect(of(90, 100, real)).toMatchObject({ acting: 0, verdict: 'small' });
    expect(of(80, 100, real).acting).toBeCloseTo(0.5, 9);
    expect(of(70, 100, real)).toMatchObject({ verdict: 'beyond_error' });
    expect(of(70, 100, real).acting).toBeCloseTo(1, 9);
    expect(of(20, 100, real).acting).toBe(1);
    expect(of(80, 100, real, 0.15).acting).toBeCloseTo(0.25, 9);
  });
  it('is real beyond the error of one test, or seen in two; else it waits', () => {
    expect(of(70, 100, [gapIn('side_plank', 'left', false)])).toMatchObject({
      acting: 0,
      verdict: 'within_error',
    });
    const twice = [gapIn('side_plank', 'left', false), gapIn('suitcase_hold', 'right', false)];
    expect(of(70, 100, twice).verdict).toBe('repeated');
    expect(of(70, 100, twice).acting).toBeCloseTo(1, 9);
    // The hand that carries is opposite to the wall that works: a weak left hand says nothing of the left wall.
    expect(of(70, 100, [gapIn('suitcase_hold', 'left', true)]).verdict).toBe('within_error');
    expect(of(70, 100, [gapIn('suitcase_hold', 'right', true)]).verdict).toBe('beyond_error');
    // Tests of another quality, the other side, or without a worse side do not count.
    for (const other of [
      gapIn('pelvic_drop_stance', 'left', true),
      gapIn('side_plank', 'right', true),
      gapIn('side_plank', undefined, true),
    ])
      expect(of(70, 100, [other]).verdict).toBe('within_error');
  });
});

describe('weaker sides', () => {
  const row = (side: 'left' | 'right' | 'both', verdict: string, acting: number, gap = 0.3) =>
    ({ quality: 'anti_lateral', side, gap: { gap, acting, verdict } }) as never;
  it('are those with a gap, with whether it acts', () => {
    expect(weakerSides([row('left', 'beyond_error', 0.5), row('right', 'stronger', 0)])).toEqual({
      anti_lateral: { side: 'left', acts: true, gapPercent: 30 },
    });
    expect(weakerSides([row('right', 'within_error', 0)])).toEqual({
      anti_lateral: { side: 'right', acts: false, gapPercent: 30 },
    });
    for (const none of [row('both', 'beyond_error', 1), row('left', 'none', 0), row('left', 'stronger', 0)])
      expect(weakerSides([none])).toEqual({});
  });
});

describe('the list of gaps', () => {
  it('says of a test what the sentence of its quality says', () => {
    const said = (gap: TestGap, ...others: TestGap[]) => gapSaid(shippedTrade, gap, [gap, ...others]);
    const side = gapIn('side_plank', 'left', false);
    expect(said(gapIn('side_plank', undefined, false))).toBe('even');
    expect(said(gapIn('side_plank', 'left', true))).toBe('beyond_error');
    expect(said(side)).toBe('within_error');
    // The weight in the right hand tests the left wall: the same side twice.
    expect(said(side, gapIn('suitcase_hold', 'right', false))).toBe('repeated');
    expect(said(side, gapIn('suitcase_hold', 'left', false))).toBe('within_error');
    expect(said(gapIn('suitcase_hold', 'right', false), side)).toBe('repeated');
  });
  it('names the hand and the wall it tests', () => {
    expect(setUpText(shippedTrade, 'suitcase_hold', 'right')).toBe('weight in the right hand, left wall');
    expect(setUpText(shippedTrade, 'side_plank', 'right')).toBe('right');
    expect(setUpText(shippedTrade, 'bridge_foot_float', 'left')).toBe('left foot lifted, works the right');
    expect(setUpText(shippedTrade, 'side_plank', 'both')).toBe('');
  });
});

describe('the sentence of a priority', () => {
  const trials = [
    makeTrial('pelvic_drop_stance', 'left', 9, {
      faults: [
        { faultId: 'trunk_lean', atS: 12 },
        { faultId: 'pelvis_rotate', atS: 14 },
        { faultId: 'breath_held', atS: 15 },
      ],
    }),
    makeTrial('pelvic_drop_stance', 'right', 5),
  ];
  const { capabilities } = assessed(trials);
  const side = (its: 'left' | 'right') =>
    capabilities.find((found) => found.quality === 'pelvic_level' && found.side === its) as Capability;
  const sentence = (over: object = {}) =>
    prioritySentence({
      trade: shippedTrade,
      capability: side('left'),
      other: side('right'),
      gap: { gap: 0.4, acting: 1, verdict: 'beyond_error' },
      demand: 5,
      exposure: exposure(discipline('running.marathon'), { minutes: 220, perMinute: 174 }),
      verdict: 'train',
      settleBy: undefined,
      ladderIds: ['side_plank', 'plank', 'curl_down'].filter((id) =>
        shippedTrade.ladders.some((its) => its.id === id),
      ),
      ...over,
    });
  const names = ['side_plank', 'plank'].map((id) => shippedTrade.ladder(id).name.toLowerCase());
  const faults = ['pelvis_rotate', 'trunk_lean'].map((id) => shippedTrade.fault(id).name.toLowerCase());
  it('tells what was measured beside the other side, the gap, two faults, the sport and two ladders', () => {
    expect(sentence()).toBe(
      `Pelvic drop in stance 9° against 5°; right 5°. The side gap of 40 % is beyond test error. Seen: ${faults.join(', ')}. The sport asks 5 of 5, and 3 h 40 of it puts the left leg down about 19\u202f140 times. Served by ${names.join(' and ')}.`,
    );
  });
  it('names no other side where there is none, and both when asked from the right', () => {
    expect(sentence({ other: undefined })).toContain('against 5°. The side gap');
    expect(sentence({ capability: side('right'), other: side('left') })).toContain('5° against 5°; left 9°.');
  });
  it('says of each gap what it is', () => {
    const of = (verdict: string) => sentence({ gap: { gap: 0.33, acting: 0, verdict } });
    expect(of('within_error')).toContain(' The side gap of 33 % is within test error: repeat.');
    expect(of('repeated')).toContain(
      ' The side gap of 33 % is within the error of each test and shows in two.',
    );
    for (const quiet of ['none', 'small', 'stronger']) expect(of(quiet)).not.toContain('side gap');
  });
  it('leaves the arithmetic of the sport out where it asks little', () => {
    expect(sentence({ demand: 2 })).toContain('The sport asks 2 of 5. Served');
    expect(sentence({ demand: 2, asker: 'goal' })).toContain('The goal asks 2 of 5. Served');
    expect(sentence({ demand: 3 })).toContain('The sport asks 3 of 5, and ');
  });
  it('says what goes first, what is in doubt and what would settle it, and serves only what is trained', () => {
    expect(sentence({ verdict: 'first' })).toContain(' Nothing above it holds until this does. Served by ');
    const test = shippedTrade.test('step_down');
    const doubt = sentence({ verdict: 'settle', settleBy: test });
    expect(doubt).toMatch(
      new RegExp(` Confidence is low\\. ${test.name} \\(${test.minutes} min\\) would settle it\\.$`),
    );
    expect(sentence({ verdict: 'settle' })).toMatch(/ Confidence is low\.$/);
    expect(sentence({ verdict: 'keep' })).toMatch(/times\.$/);
  });
  it('of a quality nobody tested says so', () => {
    const untested = { ...side('left'), parts: [] };
    expect(sentence({ capability: untested })).toBe('Not tested yet; the sport asks 5 of 5.');
    expect(sentence({ capability: untested, settleBy: shippedTrade.test('step_down') })).toMatch(
      /^Not tested yet; the sport asks 5 of 5\. .* would settle it\.$/,
    );
  });
  it('speaks of the test that weighs most, of equals of the worse', () => {
    const part = (testId: string, weight: number, score: number) => ({
      weight,
      result: { ...side('left').parts[0]?.result, testId, score, faultIds: [] },
    });
    const about = (...parts: object[]) =>
      sentence({ capability: { ...side('left'), parts }, other: undefined });
    expect(about(part('step_down', 1, 80), part('pelvic_drop_stance', 2, 90))).toMatch(/^Pelvic drop/);
    expect(about(part('step_down', 1, 80), part('pelvic_drop_stance', 1, 70))).toMatch(/^Pelvic drop/);
    expect(about(part('pelvic_drop_stance', 1, 80), part('step_down', 1, 70))).toMatch(/^Slow step/);
  });
});

describe('a priority', () => {
  const trials = [
    makeTrial('side_plank', 'left', 40),
    makeTrial('side_plank', 'right', 74),
    makeTrial('front_plank', 'both', 60),
    makeTrial('brace_breathing', 'both', 8),
  ];
  const row = (result: ReturnType<typeof link>, id: string, side = 'both') =>
    result.priorities.find((found) => found.quality === id && found.side === side);
  it('is first for breath below the bar that the practice sets, and only when it was tested', () => {
    const few = [makeTrial('brace_breathing', 'both', 4)];
    expect(row(linkOf(few), 'breath_brace')?.verdict).toBe('first');
    expect(linkOf(few).priorities[0]?.quality).toBe('breath_brace');
    const none = { settings: { ...defaultLinkSettings, breathFirstBelow: 0 } };
    expect(row(linkOf(few, none), 'breath_brace')?.verdict).not.toBe('first');
    expect(row(linkOf([]), 'breath_brace')?.verdict).toBe('settle');
    expect(row(linkOf(trials), 'breath_brace')?.verdict).not.toBe('first');
  });
  it('of an untested quality has no shortfall, its arithmetic says so, and a test that settles it', () => {
    const found = row(linkOf([]), 'anti_lateral', 'left');
    expect(found).toMatchObject({
      shortfall: 0,
      priority: 0,
      verdict: 'settle',
      settleBy: 'side_plank',
      arithmetic: `demand ${fell.profile.anti_lateral} of 5; untested`,
    });
    expect(found?.sentence).toContain('would settle it');
  });
  it('is settled by a test that may be done with the kit at hand, the direct one first, not the one just done', () => {
    const settled = (more: object) => row(linkOf([], more), 'anti_lateral', 'left')?.settleBy;
    expect(settled({ gate: gateOf({ cautions: ['shoulder_pain'] }) })).toBe('suitcase_hold');
    expect(settled({ gate: gateOf({ cautions: ['shoulder_pain'] }), kit: ['box'] })).not.toBe(
      'suitcase_hold',
    );
    const done = linkOf([makeTrial('side_plank', 'left', 40, { comparable: false })]);
    const again = row(done, 'anti_lateral', 'left');
    if (again?.verdict === 'settle') expect(again.settleBy).not.toBe('side_plank');
  });
  it('of a quality all of whose ladders are barred or hidden is told apart, once', () => {
    const ids = shippedTrade.ladders
      .filter((its) => its.quality === 'anti_lateral')
      .flatMap((its) => its.rungs);
    const hidden = Object.fromEntries(ids.map(({ id }) => [id, { patch: {}, hidden: true }]));
    const trade = tradeOf({ ...noEdits, rungs: hidden });
    const found = link({
      trade,
      assessment: assess({ trials, person, today: testDay, trade }),
      discipline: fell,
      gate: gateOf({ trade }),
      kit: ['box'],
    });
    const name = quality('anti_lateral').name.toLowerCase();
    expect(found.blocked.filter((its) => its.quality === 'anti_lateral')).toHaveLength(1);
    expect(found.blocked[0]?.why).toContain(`No ladder for ${name} is left by the cautions`);
    expect(found.priorities.some((its) => its.quality === 'anti_lateral')).toBe(false);
    // School, kit and an open flag pass; they take nothing out for good.
    expect(
      row(linkOf(trials, { gate: gateOf({ kit: [], held: ['anti_lateral'] }) }), 'anti_lateral', 'left'),
    ).toBeDefined();
  });
  it('orders: breath first, then by size, then by what the sport asks, sided before both, then by name', () => {
    const { priorities } = linkOf(trials);
    const order = { first: 0, train: 1, settle: 1, keep: 2 } as const;
    for (const [i, after] of priorities.entries()) {
      const before = priorities[i - 1];
      if (!before) continue;
      const key = (its: typeof after) => [
        order[its.verdict],
        -its.priority,
        -its.demand,
        its.side === 'both' ? 1 : 0,
        quality(its.quality).name,
        its.side,
      ];
      const [a, b] = [key(before), key(after)];
      const at = a.findIndex((part, k) => part !== b[k]);
      expect((a[at] as number) < (b[at] as number) || String(a[at]).localeCompare(String(b[at])) < 0).toBe(
        true,
      );
    }
  });
  it('weighs by the practice’s weights, in its arithmetic too', () => {
    const settings = { ...defaultLinkSettings, weights: { shortfall: 1, sideGap: 0, faults: 0 } };
    const found = row(linkOf(trials, { settings }), 'anti_lateral', 'left');
    expect(found?.priority).toBeCloseTo(((found?.demand ?? 0) / 5) * (found?.shortfall ?? 0), 9);
    expect(found?.arithmetic).toMatch(/ × \(1 × 0\.\d\d \+ 0 × \d\.\d\d \+ 0 × \d\.\d\d\) = /);
    expect(found?.arithmetic).toMatch(
      /; demand \d of 5, shortfall \d+, side gap \d+ %, fault load \d+ %, confidence \d+ %$/,
    );
  });
  it('takes another profile than the sport’s own when it is given one', () => {
    const profile = { ...fell.profile, anti_lateral: 0 };
    expect(row(linkOf(trials, { profile }), 'anti_lateral', 'left')?.demand).toBe(0);
    expect(row(linkOf(trials), 'anti_lateral', 'left')?.demand).toBe(fell.profile.anti_lateral);
  });
  it('is met at 100 where the sport asks 3 or more, at 70 below', () => {
    expect([meetsDemand(100, 3), meetsDemand(99, 3), meetsDemand(70, 2), meetsDemand(69, 2)]).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });
});

describe('where an athlete stands', () => {
  const event = (onDate: string, priority: 'A' | 'B' | 'C', minutes: number | null = null) => ({
    id: onDate,
    name: onDate,
    onDate,
    priority,
    minutes,
    perMinute: null,
  });
  const athlete = {
    id: 'a',
    birthDate: '1996-11-25',
    sex: 'female' as const,
    disciplineId: 'running.marathon',
    level: 'trained' as const,
    massKg: 60,
    statureM: 1.7,
    kit: ['box'],
    schoolId: null,
    sessionsPerWeek: 3,
    minutesPerSession: 20,
    weekdays: [1],
  };
  it('looks to the next A event, else to the next of any, today’s among them', () => {
    const events = [
      event('2026-11-24', 'A'),
      event(testDay, 'C'),
      event('2027-01-01', 'A'),
      event('2027-02-01', 'A'),
    ];
    expect(mainEvent(events, testDay)?.onDate).toBe('2027-01-01');
    expect(mainEvent(events.slice(0, 2), testDay)?.onDate).toBe(testDay);
    expect(mainEvent(events.slice(0, 1), testDay)).toBeUndefined();
  });
  it('chooses targets by age on the day, sport, level and the event’s length', () => {
    expect(screenedPerson(shippedTrade, athlete, testDay, event(testDay, 'A', 220))).toEqual({
      ageYears: 30,
      sex: 'female',
      sport: 'running',
      level: 'trained',
      massKg: athlete.massKg,
      eventMinutes: 220,
    });
    expect(screenedPerson(shippedTrade, athlete, '2026-11-24').ageYears).toBe(29);
    expect(screenedPerson(shippedTrade, athlete, testDay, event(testDay, 'A')).eventMinutes).toBeUndefined();
  });
  it('is assessed and linked on the gate’s day, to the own sport or another one', () => {
    const input = {
      trade: shippedTrade,
      athlete,
      gate: gateOf(),
      trials: [makeTrial('front_plank', 'both', 60)],
      events: [event('2027-01-01', 'A', 240)],
      settings: defaultLinkSettings,
    };
    const standing = standingOf(input);
    expect(standing).toMatchObject({ today: testDay, ageYears: 30, event: { onDate: '2027-01-01' } });
    expect(standing.linked.exposure).toMatchObject({ minutes: 240, source: 'event', kind: 'steps' });
    const other = standingOf({ ...input, as: discipline('cycling.time-trial') });
    expect(other.linked.exposure.kind).toBe('strokes');
    const cells = pillarCells(standing.linked);
    const [cell] = cells;
    const [first] = standing.linked.priorities;
    expect(cells).toHaveLength(standing.linked.priorities.length);
    expect(cell).toEqual({
      quality: first?.quality,
      side: first?.side,
      capability: first?.capability ?? null,
      confidence: first?.confidence,
      demand: first?.demand,
      priority: first?.priority,
      verdict: first?.verdict,
    });
  });
});

describe('patterns at their edges', () => {
  const result = (testId: string, over: object = {}) => ({
    testId,
    side: 'both',
    score: 60,
    value: 10,
    faultIds: [],
    target: { value: 5 },
    ...over,
  });
  const named = (results: object[], gaps: object[] = []) =>
    patterns(shippedTrade, results as never, gaps as never).map(({ id }) => id);
  it('need a real gap of more than a tenth on one side in two tests', () => {
    const gap = (testId: string, over: object = {}) => ({
      testId,
      worse: 'left',
      unit: '%',
      amount: 20,
      beyondError: true,
      ...over,
    });
    const two = (over: object) => named([], [gap('side_plank'), gap('pelvic_drop_stance', over)]);
    expect(two({})).toEqual(['true_side_left']);
    expect(two({ amount: 10 })).toEqual([]);
    expect(two({ amount: 10, unit: '°' })).toEqual(['true_side_left']);
    expect(two({ beyondError: false })).toEqual([]);
    expect(two({ worse: undefined })).toEqual([]);
    expect(two({ worse: 'right' })).toEqual([]);
    expect(named([], [gap('side_plank'), gap('suitcase_hold', { worse: 'right' })])).toEqual([
      'true_side_left',
    ]);
    const [found] = patterns(shippedTrade, [], [gap('side_plank'), gap('step_down')] as never);
    expect(found).toEqual({
      id: 'true_side_left',
      found: '2 sided tests are worse on the left: side plank, step-down.'.replace(
        'step-down',
        shippedTrade.test('step_down').name.toLowerCase(),
      ),
      check: 'A true side deficit, left.',
    });
  });
  it('tell a compensated drop from a plain one, and none at the target', () => {
    const drop = (over: object) => named([result('pelvic_drop_stance', { side: 'left', ...over })]);
    expect(drop({ faultIds: ['trunk_lean'] })).toEqual(['compensated_drop_left']);
    expect(drop({})).toEqual([]);
    expect(drop({ faultIds: ['trunk_lean'], value: 5 })).toEqual([]);
    expect(drop({ faultIds: ['trunk_lean'], value: null })).toEqual([]);
    expect(drop({ faultIds: ['trunk_lean'], side: 'both' })).toEqual([]);
    const bridge = (score: number) =>
      named([
        result('pelvic_drop_stance', { side: 'left' }),
        result('bridge_foot_float', { side: 'right', score }),
      ]);
    expect(bridge(99)).toEqual(['stance_hip_left']);
    expect(bridge(100)).toEqual([]);
  });
  it('ask two front-wall tests felt in the low back', () => {
    const felt = { faultIds: ['felt_low_back'] };
    expect(named([result('front_plank', felt), result('heel_tap_level', felt)])).toEqual(['felt_low_back']);
    expect(named([result('front_plank', felt), result('heel_tap_level')])).toEqual([]);
    expect(named([result('front_plank', felt), result('side_plank', felt)])).toEqual([]);
  });
  it('hear a cramp in either bridge, and nowhere else', () => {
    const cramp = { faultIds: ['hamstring_cramp'] };
    expect(named([result('bridge_foot_float', cramp)])).toEqual(['hip_drive_late']);
    expect(named([result('single_leg_bridge', cramp)])).toEqual(['hip_drive_late']);
    expect(named([result('two_leg_press_timing', cramp)])).toEqual([]);
  });
  it('miss timing where two holds are all good and a quick brace is poor', () => {
    const good = (testId: string, score = 85) => result(testId, { score });
    const poor = result('perturbed_brace', { score: 69 });
    expect(named([good('front_plank'), good('side_plank'), poor])).toEqual(['timing_missing']);
    expect(named([good('front_plank'), poor])).toEqual([]);
    expect(named([good('front_plank'), good('side_plank', 84), poor])).toEqual([]);
    expect(
      named([good('front_plank'), good('side_plank'), result('perturbed_brace', { score: 70 })]),
    ).toEqual([]);
    expect(named([good('front_plank'), good('side_plank')])).toEqual([]);
  });
  it('need ribs, chest and brace together', () => {
    const all = [
      result('brace_breathing', { score: 69, faultIds: ['rib_flare'] }),
      result('breath_prone', { score: 90, faultIds: ['chest_breath'] }),
    ];
    expect(named(all)).toEqual(['breath_before_strength']);
    expect(named([{ ...all[0], score: 70 }, all[1] as object])).toEqual([]);
    expect(named([{ ...all[0], faultIds: [] }, all[1] as object])).toEqual([]);
    expect(named([all[0] as object, { ...all[1], faultIds: [] }])).toEqual([]);
  });
});
