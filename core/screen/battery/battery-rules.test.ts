import { discipline, type QualityId, qualityIds, type ScreenTest, screenTest } from '~/core/catalogue';
import { shippedTrade, type Trade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { issue } from '~/core/result';
import {
  batteryMinutes,
  hasKit,
  kitIssue,
  maximalOverload,
  orderBattery,
  proposeBattery,
  splitOverDays,
  timedTest,
} from './battery';
import { oneTrialMinutes, quickRecheck, quickRestS, returnBattery, startingSide } from './purposes';
import { planRotation, planWithLateness, type RotationStation, spreadOverStations } from './rotation';
import { type TimedTest, timelineOf } from './timeline';

/** A test of the tests' own: two minutes, one wall, no kit. */
const aTest = (id: string, qualityId: QualityId, over: Partial<ScreenTest> = {}): ScreenTest => ({
  ...screenTest('front_plank'),
  id,
  name: id,
  needs: [],
  minutes: 2,
  restS: 60,
  trials: 1,
  stage: 2,
  maximal: false,
  reliability: 0.8,
  feeds: [{ quality: qualityId, weight: 3, worksSide: 'same' }],
  ...over,
});
const feeding = (...ids: QualityId[]): ScreenTest['feeds'] =>
  ids.map((quality, i) => ({ quality, weight: i === 0 ? 3 : 1, worksSide: 'same' }));
const tradeWith = (...tests: ScreenTest[]): Trade => {
  const byId = new Map(tests.map((test) => [test.id, test]));
  return {
    ...shippedTrade,
    stationTests: tests,
    hasTest: (id: string) => byId.has(id),
    test: (id: string) => {
      const found = byId.get(id);
      if (!found) throw new Error(`no test ${id}`);
      return found;
    },
  } as Trade;
};
const gateBarring = (...ids: string[]) => ({
  test: (testId: string) => ({
    ...gateOf().test('front_plank'),
    testId,
    allowed: !ids.includes(testId),
    bars: ids.includes(testId) ? [issue('bar.held')] : [],
  }),
});

describe('kit', () => {
  it('is at hand when all of it is; a mat always, a cable for a band', () => {
    const needs = (...ids: string[]) => aTest('a', 'anti_extension', { needs: ids });
    expect([
      hasKit(needs(), []),
      hasKit(needs('mat', 'none'), []),
      hasKit(needs('box'), []),
      hasKit(needs('box'), ['box']),
      hasKit(needs('box', 'ball'), ['box']),
      hasKit(needs('band'), ['cable']),
      hasKit(needs('box'), ['cable']),
      hasKit(needs('cable'), ['band']),
    ]).toEqual([true, true, false, true, false, true, false, false]);
    expect(kitIssue(needs('box', 'ball'), ['box'])).toEqual(issue('bar.kit', { needs: ['stability ball'] }));
  });
});

describe('a timeline', () => {
  const timed = (id: string, minutes: number, more: Partial<TimedTest> = {}): TimedTest => ({
    id,
    minutes,
    restS: 120,
    qualities: ['front'],
    stage: 2,
    maximal: false,
    ...more,
  });
  it('begins after the warm-up and waits for the rest of what a test loads', () => {
    const { steps, minutes, warnings } = timelineOf([
      timed('a', 3),
      timed('b', 2),
      timed('c', 1, { qualities: ['back'] }),
      timed('d', 1, { qualities: ['back', 'front'], restS: 60 }),
      timed('e', 1, { qualities: ['side'] }),
    ]);
    expect(steps).toEqual([
      { id: 'a', startMin: 5, waitMin: 0, endMin: 8 },
      { id: 'b', startMin: 10, waitMin: 2, endMin: 12 },
      { id: 'c', startMin: 12, waitMin: 0, endMin: 13 },
      { id: 'd', startMin: 14, waitMin: 1, endMin: 15 },
      { id: 'e', startMin: 15, waitMin: 0, endMin: 16 },
    ]);
    expect([minutes, warnings]).toEqual([16, []]);
    expect(timelineOf([])).toEqual({ steps: [], minutes: 5, warnings: [] });
    expect(timelineOf([timed('a', 1.6)], 0)).toMatchObject({
      minutes: 2,
      steps: [{ startMin: 0, endMin: 1.6 }],
    });
  });
  it('says once what comes after something harder', () => {
    const at = (...stages: number[]) =>
      timelineOf(stages.map((stage, i) => timed(`${i}`, 1, { stage }))).warnings;
    expect(at(1, 2, 2, 5)).toEqual([]);
    expect(at(5, 1, 1)).toEqual(['breath and brace after maximal holds']);
    expect(at(3, 2, 4, 1)).toEqual(['control after single leg', 'breath and brace after loaded shapes']);
    expect(at(9, 8)).toEqual(['a test after a later stage']);
  });
  it('of a test takes its minutes, its rest or the practice’s, and what it loads', () => {
    const test = aTest('a', 'anti_extension', {
      feeds: feeding('anti_extension', 'reactive'),
      maximal: true,
    });
    expect(timedTest(test)).toEqual({
      id: 'a',
      minutes: 2,
      restS: 60,
      qualities: ['anti_extension', 'reactive'],
      stage: 2,
      maximal: true,
    });
    expect(timedTest(test, 0).restS).toBe(0);
    // 5 of warm-up, 2, a rest of 1, 2.
    const trade = tradeWith(test, aTest('b', 'anti_extension'));
    expect(batteryMinutes(trade, ['a', 'b'])).toBe(10);
  });
});

describe('the order of a battery', () => {
  it('goes by stages; within one no wall twice in a row where another is left', () => {
    const trade = tradeWith(
      aTest('late', 'anti_extension', { stage: 5 }),
      aTest('a', 'anti_extension'),
      aTest('b', 'anti_extension'),
      aTest('c', 'anti_lateral'),
      aTest('early', 'anti_lateral', { stage: 1 }),
    );
    expect(orderBattery(trade, ['late', 'a', 'b', 'c', 'early'])).toEqual(['early', 'a', 'c', 'b', 'late']);
    expect(orderBattery(trade, ['a', 'b'])).toEqual(['a', 'b']);
    expect(orderBattery(trade, ['c', 'early', 'a'])).toEqual(['early', 'a', 'c']);
    expect(orderBattery(trade, [])).toEqual([]);
  });
  it('bears two maximal holds of a quality a day, and spreads the rest over days', () => {
    const holds = ['a', 'b', 'c', 'd', 'e'].map((id) => aTest(id, 'anti_extension', { maximal: true }));
    const trade = tradeWith(
      ...holds,
      aTest('side', 'anti_lateral', { maximal: true }),
      aTest('easy', 'anti_extension'),
      aTest('part', 'anti_lateral', { maximal: true, feeds: feeding('anti_lateral', 'anti_extension') }),
    );
    expect(maximalOverload(trade, ['a', 'b', 'side', 'easy', 'part'])).toBe(undefined);
    expect(maximalOverload(trade, ['a', 'b', 'c'])).toEqual(
      issue('battery.maximal', { holds: 3, quality: 'front wall' }),
    );
    expect(splitOverDays(trade, ['a', 'b', 'c', 'side', 'd', 'e'])).toEqual([
      ['a', 'b', 'side'],
      ['c', 'd'],
      ['e'],
    ]);
    expect(splitOverDays(trade, ['a', 'b'], ['c'])).toEqual([['a'], ['b']]);
    expect(splitOverDays(trade, ['a', 'b'], ['a', 'c'])).toEqual([['a'], ['b']]);
    expect(splitOverDays(trade, [])).toEqual([[]]);
  });
});

describe('a proposed battery', () => {
  const run = discipline('running.marathon');
  const asking = (profile: Partial<Record<QualityId, number>>) => ({
    ...run,
    profile: { ...Object.fromEntries(qualityIds.map((id) => [id, 0])), ...profile } as typeof run.profile,
  });
  const propose = (tests: ScreenTest[], over: object = {}) =>
    proposeBattery({
      trade: tradeWith(...tests),
      gate: gateBarring(),
      discipline: asking({ anti_extension: 5 }),
      kit: [],
      minutes: 60,
      firstSide: 'right',
      ...over,
    });
  const ids = (battery: ReturnType<typeof propose>) => battery.items.map(({ testId }) => testId).join(' ');
  it('takes for a quality the test that tells most for its minutes, direct before partly', () => {
    const noSecond = { discipline: asking({ anti_extension: 3 }) };
    const a = aTest('a', 'anti_extension');
    expect(ids(propose([a, aTest('b', 'anti_extension', { reliability: 0.9 })], noSecond))).toBe('b');
    expect(ids(propose([a, aTest('b', 'anti_extension', { minutes: 1 })], noSecond))).toBe('b');
    expect(ids(propose([a, aTest('b', 'anti_extension', { minutes: 3 })], noSecond))).toBe('a');
    // What is preferred for everybody, and before it what the sport prefers, in its order.
    const any = aTest('heel_tap_level', 'anti_extension', { reliability: 0.1 });
    expect(ids(propose([a, any], noSecond))).toBe('heel_tap_level');
    const sport = aTest('bird_dog_hold', 'anti_extension', { reliability: 0.1 });
    expect(ids(propose([a, any, sport], noSecond))).toBe('bird_dog_hold');
    const first = aTest('step_down', 'anti_extension', { reliability: 0.1 });
    expect(ids(propose([sport, first], noSecond))).toBe('step_down');
    // Only partly told is better than not told, and one test is not taken twice.
    const partly = aTest('p', 'anti_lateral', { feeds: feeding('anti_lateral', 'anti_extension') });
    expect(ids(propose([partly], noSecond))).toBe('p');
    expect(
      ids(propose([partly, a], noSecond))
        .split(' ')
        .sort(),
    ).toEqual(['a', 'p']);
  });
  it('takes a second view of what is asked 4 or 5 of 5, while the minutes last', () => {
    const a = aTest('a', 'anti_extension', { reliability: 0.9 });
    const b = aTest('b', 'anti_extension');
    expect(ids(propose([a, b]))).toBe('a b');
    expect(ids(propose([a, b], { discipline: asking({ anti_extension: 4 }) }))).toBe('a b');
    expect(ids(propose([a, b], { discipline: asking({ anti_extension: 3 }) }))).toBe('a');
    // 5 of warm-up, 2 + 2, a rest of 1.
    expect([ids(propose([a, b], { minutes: 10 })), ids(propose([a, b], { minutes: 9 }))]).toEqual([
      'a b',
      'a',
    ]);
    const holds = ['a', 'b', 'c'].map((id) => aTest(id, 'anti_extension', { maximal: true }));
    const partly = aTest('p', 'anti_lateral', {
      maximal: true,
      feeds: feeding('anti_lateral', 'anti_extension'),
    });
    // A third view is not taken: one second view for each quality.
    expect(
      ids(propose([...holds, partly]))
        .split(' ')
        .sort(),
    ).toEqual(['a', 'b', 'p']);
    const wanted = asking({ anti_extension: 5, anti_lateral: 5 });
    const both = propose(
      [a, b, aTest('s', 'anti_lateral', { reliability: 0.9 }), aTest('t', 'anti_lateral')],
      {
        discipline: wanted,
        minutes: 12,
      },
    );
    expect(both.items).toHaveLength(3);
  });
  it('says why, with the gate and minutes of each, and which side starts', () => {
    const battery = propose([
      aTest('a', 'anti_extension', { reliability: 0.9 }),
      aTest('b', 'anti_extension'),
    ]);
    expect(battery.items.map(({ testId, why, minutes }) => [testId, why, minutes])).toEqual([
      ['a', 'Front wall: asked 5 of 5', 2],
      ['b', 'Second view of front wall, asked 5 of 5', 2],
    ]);
    expect(battery).toMatchObject({ minutes: 10, firstSide: 'right', leftOut: [] });
    expect(battery.uncovered).toEqual(qualityIds.filter((id) => id !== 'anti_extension'));
    expect(battery.items[0]?.gate.testId).toBe('a');
  });
  it('leaves out what is barred, with its reason, and what there is no kit for without a word', () => {
    const battery = propose(
      [
        aTest('a', 'anti_extension'),
        aTest('b', 'anti_extension'),
        aTest('k', 'anti_lateral', { needs: ['box'] }),
      ],
      { gate: gateBarring('a') },
    );
    expect(ids(battery)).toBe('b');
    expect(battery.leftOut.map(({ testId, bars }) => [testId, bars.map(({ code }) => code)])).toEqual([
      ['a', ['bar.held']],
    ]);
    expect(battery.uncovered).toContain('anti_lateral');
  });
  it('has each sport’s own first choices', () => {
    const kit = ['mat', 'towel', 'box', 'band', 'dumbbell', 'ball'];
    const first = (sport: string, wall: QualityId) =>
      proposeBattery({
        trade: shippedTrade,
        gate: gateOf(),
        discipline: discipline(sport),
        kit,
        minutes: 60,
        firstSide: 'left',
      })
        .items.filter(({ why }) => !why.startsWith('Second'))
        .map(({ testId }) => screenTest(testId))
        .find((test) => test.feeds[0]?.quality === wall)?.id;
    expect(first('running.marathon', 'extension_endurance')).toBe('bird_dog_hold');
    expect(first('gymnastics.rhythmic', 'trunk_flexion_control')).toBe('hollow_stage');
    expect(first('gymnastics.rhythmic', 'extension_endurance')).toBe('arch_hold');
    expect(first('gymnastics.rhythmic', 'anti_extension')).toBe('front_plank');
  });
});

describe('purposes', () => {
  it('start with the other side than last time, and without one by the athlete', () => {
    expect([startingSide('left', 'a'), startingSide('right', 'a')]).toEqual(['right', 'left']);
    // The code of b is even, that of a odd; the last letter counts.
    expect([startingSide(undefined, 'ab'), startingSide(undefined, 'ba')]).toEqual(['left', 'right']);
  });
  it('take for one trial its share of the minutes without the rests between, half a minute at least', () => {
    const minutes = (over: Partial<ScreenTest>) => oneTrialMinutes(aTest('a', 'reactive', over));
    expect(minutes({ trials: 1, minutes: 3 })).toBe(3);
    expect(minutes({ trials: 2, minutes: 3, restS: 60 })).toBe(1);
    expect(minutes({ trials: 3, minutes: 5, restS: 60 })).toBe(1);
    expect(minutes({ trials: 2, minutes: 1, restS: 60 })).toBe(0.5);
    expect([
      quickRestS(aTest('a', 'reactive', { maximal: true, restS: 300 })),
      quickRestS(aTest('a', 'reactive', { restS: 300 })),
    ]).toEqual([300, 0]);
  });
  const top = (...ids: QualityId[]) => ids.map((quality) => ({ quality, name: quality }));
  const quick = (
    tests: ScreenTest[],
    wanted: ReturnType<typeof top>,
    before: string[] = [],
    over: object = {},
  ) => quickRecheck({ trade: tradeWith(...tests), gate: gateBarring(), kit: [], ...over }, wanted, before);
  const named = ({ items }: ReturnType<typeof quick>) => items.map(({ testId, why }) => `${testId}: ${why}`);
  it('re-check with what was done before, then directly, then shortly', () => {
    const a = aTest('a', 'anti_extension', { minutes: 2 });
    const b = aTest('b', 'anti_extension', { minutes: 1 });
    const p = aTest('p', 'reactive', { feeds: feeding('reactive', 'anti_extension'), minutes: 1 });
    expect(named(quick([a, b, p], top('anti_extension')))).toEqual(['b: anti_extension']);
    expect(named(quick([a, b, p], top('anti_extension'), ['a']))).toEqual(['a: anti_extension; done before']);
    expect(named(quick([a, b, p], top('anti_extension'), ['p']))).toEqual([
      'p: anti_extension, in part; done before',
    ]);
    expect(named(quick([p], top('anti_extension')))).toEqual(['p: anti_extension, in part']);
  });
  it('re-check three qualities in five minutes, each by a test of its own, easy before hard', () => {
    const tests = (['anti_extension', 'anti_lateral', 'reactive', 'anti_rotation'] as const).map((id, i) =>
      aTest(`t${i}`, id, { minutes: 1, stage: 5 - i }),
    );
    const four = quick(tests, top('anti_extension', 'anti_lateral', 'reactive', 'anti_rotation'));
    expect(four.items.map(({ testId }) => testId)).toEqual(['t2', 't1', 't0']);
    expect(four.minutes).toBe(3);
    // The same quality twice is one wish.
    expect(
      quick(tests, top('anti_extension', 'anti_extension', 'anti_lateral', 'reactive')).items,
    ).toHaveLength(3);
    // Of tests that do not all fit, the shorter ones.
    const long = tests.map((test, i) => ({ ...test, minutes: i === 0 ? 3 : 2 }));
    expect(quick(long, top('anti_extension', 'anti_lateral', 'reactive')).minutes).toBe(4);
    expect(quick([aTest('l', 'reactive', { minutes: 5 })], top('reactive')).items).toHaveLength(1);
    expect(quick([aTest('l', 'reactive', { minutes: 5.1 })], top('reactive')).items).toEqual([]);
    // One test that tells of two is taken once.
    const both = aTest('both', 'reactive', { feeds: feeding('reactive', 'anti_lateral') });
    expect(quick([both], top('reactive', 'anti_lateral')).items).toHaveLength(1);
  });
  it('re-check counts the rest before a maximal hold of the same wall', () => {
    const hold = (id: string) =>
      aTest(id, 'anti_extension', {
        minutes: 1,
        maximal: true,
        restS: 120,
        feeds: feeding('anti_extension', 'reactive'),
      });
    const found = quick([hold('a'), hold('b')], top('anti_extension', 'reactive'));
    expect(found.items).toHaveLength(2);
    expect(found.minutes).toBe(4);
  });
  it('re-check leaves out what is barred, has no kit, or needs a rung of choice', () => {
    const a = aTest('a', 'reactive');
    expect(quick([a], top('reactive'), [], { gate: gateBarring('a') }).items).toEqual([]);
    expect(quick([{ ...a, needs: ['box'] }], top('reactive')).items).toEqual([]);
    expect(quick([{ ...a, byRung: true }], top('reactive')).items).toEqual([]);
    expect(quick([a], top('anti_lateral'))).toEqual({ items: [], minutes: 0 });
  });
  it('return after a leg injury with what there is, each with its reason', () => {
    const order = ['two_leg_press_timing', 'bridge_foot_float', 'step_down', 'hop_stick'];
    const tests = order.map((id) => aTest(id, 'pelvic_level'));
    const of = (some: ScreenTest[], mayHop: boolean, over: object = {}) =>
      returnBattery({ trade: tradeWith(...some), gate: gateBarring(), kit: [], ...over }, mayHop);
    expect(of(tests, true).items.map(({ testId, why }) => [testId, why])).toEqual([
      ['two_leg_press_timing', 'does one leg lead, or leave its line'],
      ['bridge_foot_float', 'does the pelvis stay level when a foot lightens'],
      ['step_down', 'control on one leg, bending'],
      ['hop_stick', 'landing on one leg'],
    ]);
    expect(of(tests.slice(1, 3), true)).toMatchObject({ items: [{}, {}], leftOut: [] });
    expect(of(tests, false).leftOut).toEqual([{ testId: 'hop_stick', bars: [issue('bar.no_hop')] }]);
    const some = tests.map((test) => (test.id === 'step_down' ? { ...test, needs: ['box'] } : test));
    expect(of(some, true, { gate: gateBarring('bridge_foot_float') }).leftOut).toEqual([
      { testId: 'bridge_foot_float', bars: [issue('bar.held')] },
      { testId: 'step_down', bars: [issue('bar.kit', { needs: ['box, step or bench'] })] },
    ]);
  });
});

describe('a rotation', () => {
  const station = (
    id: string,
    minutes: number | Record<string, number>,
    more: Partial<RotationStation> = {},
  ): RotationStation => ({
    id,
    name: id,
    minutesFor: typeof minutes === 'number' ? { a: minutes, b: minutes, c: minutes } : minutes,
    maximal: false,
    restMinutes: 0,
    ...more,
  });
  const day = { athleteIds: ['a', 'b'], testers: 2, warmUpMin: 5 };
  const said = ({ slots }: ReturnType<typeof planRotation>) =>
    slots.map(
      ({ athleteId, stationId, tester, startMin, endMin }) =>
        `${athleteId}${stationId} ${startMin}-${endMin} by ${tester}`,
    );
  it('sends everybody on as soon as athlete, station and tester are free', () => {
    const plan = planRotation({ ...day, stations: [station('x', 3), station('y', 5)] });
    expect(said(plan)).toEqual(['ax 5-8 by 1', 'by 5-10 by 2', 'ay 10-15 by 1', 'bx 10-13 by 2']);
    expect([plan.finishMin, plan.boundMin]).toEqual([15, 15]);
    const alone = planRotation({ ...day, testers: 1, stations: [station('x', 3), station('y', 5)] });
    expect(alone.finishMin).toBe(21);
    expect(alone.boundMin).toBe(21);
    expect(alone.slots.every(({ tester }) => tester === 1)).toBe(true);
  });
  it('rests between stations, and has no more testers than stations', () => {
    const rests = [station('x', 3, { restMinutes: 2 }), station('y', 5, { restMinutes: 2 })];
    expect(said(planRotation({ ...day, stations: rests }))).toEqual([
      'ax 5-8 by 1',
      'by 5-10 by 2',
      'ay 10-15 by 1',
      'bx 12-15 by 2',
    ]);
    const one = planRotation({ ...day, testers: 9, stations: [station('x', 3)] });
    expect(said(one)).toEqual(['ax 5-8 by 1', 'bx 8-11 by 1']);
    expect(planRotation({ ...day, testers: 0, stations: [station('x', 3)] }).finishMin).toBe(11);
  });
  it('lets whoever has most left go first, and maximal holds wait', () => {
    const plan = planRotation({
      ...day,
      athleteIds: ['c', 'a'],
      stations: [station('x', { a: 3, c: 3 }), station('y', { a: 5 })],
    });
    expect(said(plan)).toEqual(['ax 5-8 by 1', 'ay 8-13 by 1', 'cx 8-11 by 2']);
    const maximal = planRotation({
      ...day,
      athleteIds: ['a'],
      stations: [station('m', 4, { maximal: true }), station('x', 3)],
    });
    expect(said(maximal)).toEqual(['ax 5-8 by 1', 'am 8-12 by 1']);
  });
  it('leaves out what is nothing for somebody', () => {
    const plan = planRotation({ ...day, stations: [station('x', { a: 3, b: 0 }), station('y', { a: 2 })] });
    expect(said(plan)).toEqual(['ax 5-8 by 1', 'ay 8-10 by 1']);
    expect(plan.boundMin).toBe(10);
    expect(planRotation({ ...day, athleteIds: [], stations: [] })).toEqual({
      slots: [],
      finishMin: 5,
      boundMin: 5,
    });
  });
  it('goes on from what has begun, at the minute it is, when everybody is there', () => {
    const begun = [{ athleteId: 'a', stationId: 'x', tester: 1, startMin: 6, endMin: 9 }];
    const stations = [station('x', 3), station('y', 5)];
    const plan = planRotation({ ...day, stations, begun, nowMin: 7 });
    expect(said(plan)).toEqual(['ax 6-9 by 1', 'by 7-12 by 2', 'ay 12-17 by 1', 'bx 12-15 by 2']);
    const late = planRotation({ ...day, stations, from: { b: 20 } });
    expect(said(late)).toEqual(['ax 5-8 by 1', 'ay 8-13 by 1', 'bx 20-23 by 1', 'by 23-28 by 1']);
  });
  it('is planned anew for each lateness as it becomes known', () => {
    const input = { ...day, stations: [station('x', 3), station('y', 5)] };
    const once = planWithLateness(input, [{ athleteId: 'b', knownMin: 0, untilMin: 9 }]);
    expect(said(once)).toEqual(['ax 5-8 by 1', 'ay 8-13 by 1', 'bx 9-12 by 2', 'by 13-18 by 1']);
    // Known at 9: what b was in the middle of is not done, what she had done is.
    const midway = planWithLateness(input, [{ athleteId: 'b', knownMin: 9, untilMin: 30 }]);
    expect(said(midway)).toEqual(['ax 5-8 by 1', 'ay 9-14 by 1', 'bx 30-33 by 1', 'by 33-38 by 1']);
    const after = planWithLateness(input, [{ athleteId: 'b', knownMin: 10, untilMin: 30 }]);
    expect(said(after)).toEqual(['ax 5-8 by 1', 'by 5-10 by 2', 'ay 10-15 by 1', 'bx 30-33 by 1']);
    const twice = [
      { athleteId: 'b', knownMin: 10, untilMin: 40 },
      { athleteId: 'b', knownMin: 0, untilMin: 9 },
    ];
    expect(said(planWithLateness(input, twice))).toEqual(said(planWithLateness(input, [...twice].reverse())));
  });
  it('spreads tests over stations by their minutes, maximal holds apart', () => {
    const easy = (...minutes: number[]) => minutes.map((its) => ({ minutes: its, maximal: false }));
    const holds = (...minutes: number[]) => minutes.map((its) => ({ minutes: its, maximal: true }));
    const minutes = (groups: { minutes: number }[][]) =>
      groups.map((group) => group.map((its) => its.minutes));
    expect(spreadOverStations([], 3)).toEqual([]);
    expect(minutes(spreadOverStations(easy(1, 1, 1, 9), 2))).toEqual([[1, 1, 1], [9]]);
    expect(minutes(spreadOverStations(easy(9, 1, 1, 1), 2))).toEqual([[9], [1, 1, 1]]);
    expect(minutes(spreadOverStations(easy(2, 2), 5))).toEqual([[2], [2]]);
    expect(minutes(spreadOverStations(easy(2, 2), 0))).toEqual([[2, 2]]);
    expect(minutes(spreadOverStations([...holds(4), ...easy(2)], 1))).toEqual([[4, 2]]);
    expect(minutes(spreadOverStations([...holds(4), ...easy(2, 2)], 2))).toEqual([[2, 2], [4]]);
    expect(minutes(spreadOverStations([...holds(10, 10), ...easy(5, 5)], 3))).toEqual([[5, 5], [10], [10]]);
    expect(minutes(spreadOverStations([...holds(1), ...easy(5, 5, 5)], 3))).toEqual([[5], [5, 5], [1]]);
    expect(minutes(spreadOverStations([...holds(9, 9), ...easy(1)], 2))).toEqual([[1], [9, 9]]);
  });
});
