import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { batteryMinutes, hasKit, kitIssue, maximalOverload, orderBattery, timedTest } from './battery';
import { warmUpMinutes } from './timeline';
import { batteryProblems, offlineDays, visitDayIssue } from './visit';

const test = (id: string) => shippedTrade.test(id);

describe('the minutes of a battery', () => {
  it('are the warm-up, the tests, and the rests nothing else fills', () => {
    const [a, b] = [test('front_plank'), test('pelvic_drop_stance')];
    expect(batteryMinutes(shippedTrade, [])).toBe(warmUpMinutes);
    expect(batteryMinutes(shippedTrade, [a.id])).toBe(warmUpMinutes + a.minutes);
    // No quality in common: no waiting.
    expect(batteryMinutes(shippedTrade, [a.id, b.id])).toBe(warmUpMinutes + a.minutes + b.minutes);
    const [one, two] = [test('trunk_extensor_hold'), test('hinge_hold')];
    expect(batteryMinutes(shippedTrade, [one.id, two.id])).toBe(
      Math.round(warmUpMinutes + one.minutes + two.restS / 60 + two.minutes),
    );
  });
  it('take the practice’s own rest where it has one', () => {
    expect(timedTest(test('front_plank'))).toMatchObject({ restS: test('front_plank').restS, maximal: true });
    expect(timedTest(test('front_plank'), 7).restS).toBe(7);
    expect(timedTest(test('hollow_stage')).qualities).toEqual(['trunk_flexion_control', 'anti_extension']);
  });
});

describe('kit of a test', () => {
  it('is at hand with a mat or nothing always, and a cable in a band’s place', () => {
    expect(hasKit({ ...test('front_plank'), needs: ['mat', 'none'] }, [])).toBe(true);
    expect(hasKit({ ...test('front_plank'), needs: ['band'] }, ['cable'])).toBe(true);
    expect(hasKit({ ...test('front_plank'), needs: ['band'] }, ['box'])).toBe(false);
    expect(hasKit({ ...test('front_plank'), needs: ['box'] }, ['cable'])).toBe(false);
    expect(kitIssue({ ...test('front_plank'), needs: ['ball', 'box'] }, ['box']).values).toEqual({
      needs: ['stability ball'],
    });
  });
});

describe('the order of a battery', () => {
  it('goes by stage, and parts holds of one wall where another test can stand between', () => {
    const ordered = orderBattery(shippedTrade, [
      'trunk_extensor_hold',
      'hinge_hold',
      'front_plank',
      'brace_breathing',
    ]);
    expect(ordered[0]).toBe('brace_breathing');
    const stages = ordered.map((id) => test(id).stage);
    expect(stages).toEqual([...stages].sort((a, b) => a - b));
    const last = orderBattery(shippedTrade, ['trunk_extensor_hold', 'arch_hold', 'front_plank']);
    const walls = last.map((id) => test(id).feeds[0]?.quality);
    if (new Set(last.map((id) => test(id).stage)).size === 1) expect(walls[1]).toBe('anti_extension');
  });
});

describe('what stands against a battery', () => {
  const problems = (testIds: readonly string[], over: object = {}) =>
    batteryProblems({ trade: shippedTrade, gate: gateOf(), testIds, doneToday: [], ...over });
  const maximal = shippedTrade.tests
    .filter((its) => its.maximal && its.feeds[0]?.quality === 'extension_endurance')
    .map(({ id }) => id);
  it('is nothing in it, a stop, or what a caution bars, each said', () => {
    expect(problems([])).toEqual([{ code: 'battery.empty', path: [], values: {} }]);
    expect(problems(['front_plank'], { gate: gateOf({ stopSigns: ['night_pain'] }) })[0]?.code).toBe(
      'clear.sign',
    );
    expect(
      problems(['front_plank', 'pelvic_drop_stance'], { gate: gateOf({ cautions: ['shoulder_pain'] }) }),
    ).toMatchObject([
      { code: 'trial.barred', values: { test: 'Front plank', bar: 'bar.caution', caution: 'shoulder_pain' } },
    ]);
    expect(problems(['front_plank'])).toEqual([]);
  });
  it('is a third maximal hold of a day on one quality, with what is left for another day', () => {
    expect(maximal.length).toBeGreaterThanOrEqual(3);
    const [a = '', b = '', c = ''] = maximal;
    expect(problems([a, b])).toEqual([]);
    expect(problems([a, b, c])).toMatchObject([
      { code: 'battery.maximal', values: { holds: 3, later: [expect.any(String)] } },
    ]);
    expect(problems([c], { doneToday: [a, b] })[0]?.code).toBe('battery.maximal');
    // The same test again is the same hold.
    expect(problems([a, b], { doneToday: [a] })).toEqual([]);
    expect(maximalOverload(shippedTrade, [a, b])).toBeUndefined();
  });
});

describe('the day of a screen from a device', () => {
  it('is taken for a week back and one day ahead', () => {
    const today = '2026-11-25';
    for (const day of ['2026-11-26', today, '2026-11-18']) expect(visitDayIssue(day, today)).toBeUndefined();
    expect(visitDayIssue('2026-11-17', today)).toEqual({
      code: 'screen.too_old',
      path: [],
      values: { onDate: '2026-11-17', days: offlineDays, from: '2026-11-18' },
    });
    expect(visitDayIssue('2026-11-27', today)?.code).toBe('screen.too_old');
  });
});
