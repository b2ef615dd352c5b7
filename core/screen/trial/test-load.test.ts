import { bodyOf } from '~/core/body/anthropometry';
import { limitS } from '~/core/body/endurance';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { assess } from '~/core/screen/assess/assess';
import { screenedCapacities } from '~/core/screen/assess/capacity';
import { targetFor, targetUnder } from '~/core/screen/assess/score';
import { shownFrom } from '~/core/screen/station/round';
import { readySquad, squadTrial } from '~/core/screen/station/squad';
import { readyStation, stepStation, trialOf } from '~/core/screen/station/station';
import { askedLoad, holdFactor, loadAtHand, loadUsed } from './test-load';
import { makeTrial } from './testing';
import { trialProblems } from './trial';

/** What a test asks to be held, what is taken, and what that does to its figure. */

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const suitcase = shippedTrade.test('suitcase_hold');
const press = shippedTrade.test('press_out_hold');
const plank = shippedTrade.test('front_plank');
const asked = { by: 'hand_kg', value: 21 } as const;

describe('the load of a test', () => {
  it('is a share of the body: kilograms of its mass, newtons of its weight, nothing where it has none', () => {
    expect(askedLoad(suitcase, 70)).toEqual({ by: 'hand_kg', value: 21 });
    expect(askedLoad(press, 70)?.value).toBeCloseTo(0.1 * 70 * 9.81, 1);
    expect(askedLoad(plank, 70)).toBeUndefined();
  });
  it('is what hangs nearest on the rack, and the share itself where nothing of the kind does', () => {
    expect(loadAtHand(asked, [16, 20, 24]).value).toBe(20);
    expect(loadAtHand({ by: 'hand_kg', value: 22.4 }, [16, 20, 24]).value).toBe(24);
    expect(loadAtHand({ by: 'hand_kg', value: 20.7 }, []).value).toBe(20.5);
    expect(loadAtHand({ by: 'cable_N', value: 68.67 }, []).value).toBe(69);
  });
});

describe('a trial with another load', () => {
  const person = { sex: 'male', sport: 'running', level: 'trained', massKg: 70 } as const;
  it('has the target that is as hard: longer with a lighter weight, as the law of endurance says', () => {
    const target = targetFor(suitcase, person);
    // As many seconds as the same trunk would hold at either weight.
    expect(holdFactor(asked, 14)).toBeCloseTo(limitS(14 / 50) / limitS(21 / 50), 9);
    expect(targetUnder(target, suitcase, person, 14).value).toBe(
      Math.round((target.value * limitS(14 / 50)) / limitS(21 / 50)),
    );
    expect(targetUnder(target, suitcase, person, 28).value).toBeLessThan(target.value);
    expect(targetUnder(target, suitcase, person, 14).note).toContain('done with 14 kg');
  });
  it('has its own where the load is the one asked for, nobody wrote one down, or the body is not known', () => {
    const target = targetFor(suitcase, person);
    expect(targetUnder(target, suitcase, person, 21)).toBe(target);
    expect(targetUnder(target, suitcase, person, 21.2)).toBe(target);
    expect(targetUnder(target, suitcase, person, undefined)).toBe(target);
    expect(targetUnder(target, suitcase, { ...person, massKg: undefined }, 14)).toBe(target);
    expect(targetUnder(target, plank, person, 14)).toBe(target);
    expect(holdFactor(asked, 0)).toBe(1);
    expect(holdFactor(asked, 21.2)).toBe(1);
    expect(holdFactor(asked, 21.3)).toBeLessThan(1);
    // A weight that is out of all proportion moves it no further.
    expect(holdFactor(asked, 2)).toBe(4);
    expect(holdFactor(asked, 100)).toBe(0.25);
  });
  it('tells of the same trunk whatever was held', () => {
    const capacityAt = (load: number, seconds: number) => {
      const { results } = assess({
        trials: [makeTrial('suitcase_hold', 'right', seconds, { parts: { load } })],
        person,
        today: '2026-11-20',
        trade: shippedTrade,
      });
      const [known] = screenedCapacities(shippedTrade, results, man);
      return {
        lnMaxNm: known?.capacity.lnMaxNm ?? Number.NaN,
        score: results[0]?.scoreUncapped ?? Number.NaN,
      };
    };
    const at21 = capacityAt(21, 60);
    const as14 = capacityAt(14, 60 * holdFactor(asked, 14));
    expect(as14.lnMaxNm).toBeCloseTo(at21.lnMaxNm, 6);
    expect(as14.score).toBeCloseTo(at21.score, 0);
    expect(capacityAt(14, 60).lnMaxNm).toBeLessThan(at21.lnMaxNm - 0.3);
    expect(capacityAt(14, 60).score).toBeLessThan(at21.score * 0.6);
  });
  it('is refused with a load that cannot have been, or on a test that has none', () => {
    const codes = (testId: string, load: number) =>
      trialProblems(
        makeTrial(testId, 'left', 30, { parts: { load } }),
        shippedTrade.test(testId),
        gateOf().test(testId),
        shippedTrade,
      ).map(({ code }) => code);
    expect(codes('suitcase_hold', 20)).toEqual([]);
    expect(codes('suitcase_hold', 0)).toContain('trial.load_outside');
    expect(codes('suitcase_hold', 201)).toContain('trial.load_outside');
    expect(codes('press_out_hold', 1500)).toEqual([]);
    expect(codes('press_out_hold', 1501)).toContain('trial.load_outside');
    expect(codes('side_plank', 20)).toContain('trial.unknown_figure');
  });
});

describe('what is taken', () => {
  it('is read in the list before it is sent, in the unit it is typed in', () => {
    const trial = makeTrial('suitcase_hold', 'left', 42, { parts: { load: 18.1437 } });
    const load = { asks: '', value: 18, field: { label: 'lb in the hand', per: 0.45359237 } };
    const shown = (its: Parameters<typeof shownFrom>[1]) =>
      shownFrom(trial, its, { easeFrom: 3, endFrom: 5 }).text;
    expect(shown({ kind: 'hold', levels: undefined, unit: 's', load })).toBe('42 s, 40 lb in the hand');
    expect(shown({ kind: 'hold', levels: undefined, unit: 's', load: undefined })).toBe('42 s');
  });
  it('goes with the trial, as it was ready or as the tester said', () => {
    const spec = { kind: 'hold', load: 20 } as const;
    const frame = {
      id: 'a',
      screeningId: 'b',
      testId: 'suitcase_hold',
      onDate: '2026-11-01',
      capS: null,
      recordedAt: '2026-11-01T10:00:00Z',
      rungId: null,
      traceId: null,
      stillId: null,
      limitDeg: undefined,
      form: undefined,
    };
    const ready = readyStation(spec, 'left');
    expect(loadUsed(trialOf(ready, frame))).toBe(20);
    const changed = stepStation(ready, { type: 'part', id: 'load', value: 24 });
    expect(loadUsed(trialOf(changed, frame))).toBe(24);
    expect(trialOf(readyStation({ kind: 'hold' }, 'left'), frame).parts).toBeNull();
  });
  it('is each athlete’s own on the squad clocks', () => {
    const athlete = (athleteId: string, load?: number) => ({
      athleteId,
      name: athleteId,
      firstSide: 'left' as const,
      stopAtS: 60,
      capS: undefined,
      load: load === undefined ? undefined : { value: load, words: `${load} kg in the hand` },
    });
    const { clocks } = readySquad([athlete('a', 16), athlete('b', 24), athlete('c')], true);
    const frame = {
      id: 'x',
      screeningId: 'y',
      testId: 'suitcase_hold',
      onDate: '2026-11-01',
      recordedAt: '',
    };
    expect(clocks.map((clock) => squadTrial(clock, frame).parts?.load)).toEqual([16, 24, undefined]);
  });
});
