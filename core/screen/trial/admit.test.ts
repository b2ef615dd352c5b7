import { screenTest } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf, testDay } from '~/core/clear/testing';
import { admitTrial } from './admit';
import { makeTrial } from './testing';
import type { TrialInput } from './trial';

const now = `${testDay}T12:00:00.000Z`;
const visit = { onDate: testDay, testIds: ['front_plank', 'side_plank', 'suitcase_hold'], closed: false };
const trialOf = (testId: string, over: object = {}): TrialInput => {
  const { comparable: _c, ...trial } = makeTrial(testId, 'both', 50, {
    onDate: testDay,
    recordedAt: `${testDay}T11:00:00.000Z`,
  });
  return { ...trial, ...over } as TrialInput;
};
const admit = (trial: TrialInput, over: object = {}) =>
  admitTrial({ trial, trade: shippedTrade, gate: gateOf(), visit, sameDay: [], now, ...over });
const marksOf = (result: ReturnType<typeof admit>) =>
  result.ok ? result.value.marks : result.issues.map(({ code }) => code);

describe('a trial that comes in', () => {
  it('as it should is kept without a mark, on the day of its visit', () => {
    const found = admit(trialOf('front_plank', { onDate: '2026-11-24' }));
    expect(found).toMatchObject({ ok: true, value: { marks: [], trial: { onDate: testDay, value: 50 } } });
  });
  it('outside the battery, or after it was closed, is kept with its mark', () => {
    expect(marksOf(admit(trialOf('hinge_hold')))).toEqual(['outside_battery']);
    expect(marksOf(admit(trialOf('front_plank'), { visit: { ...visit, closed: true } }))).toEqual([
      'after_close',
    ]);
  });
  it('from a clock that runs ahead by more than five minutes, or of a day to come, is kept as of now', () => {
    const at = (time: string) => trialOf('front_plank', { recordedAt: `${testDay}T${time}.000Z` });
    expect(marksOf(admit(at('12:05:00')))).toEqual([]);
    const late = admit(at('12:05:01'));
    expect(late).toMatchObject({ ok: true, value: { marks: ['future'], trial: { recordedAt: now } } });
    expect(marksOf(admit(trialOf('front_plank', { onDate: '2026-11-26' })))).toEqual(['future']);
  });
  it('past a caution’s cap is bounded in all its times and kept as held to the cap', () => {
    const gate = gateOf({ cautions: ['hypertension'] });
    const long = trialOf('front_plank', {
      value: 50,
      t1S: 30,
      faults: [
        { faultId: 'hip_sag', atS: 30 },
        { faultId: 'breath_hold', atS: null },
        { faultId: 'hip_pike', atS: 4 },
      ],
    });
    expect(admit(long, { gate })).toMatchObject({
      ok: true,
      value: {
        marks: ['over_cap'],
        trial: {
          value: 10,
          capS: 10,
          t1S: 10,
          endReason: 'cap',
          faults: [{ atS: 10 }, { atS: null }, { atS: 4 }],
        },
      },
    });
    expect(marksOf(admit(trialOf('front_plank', { value: 10 }), { gate }))).toEqual([]);
    expect(admit(trialOf('front_plank', { t1S: null }), { gate })).toMatchObject({
      ok: true,
      value: { trial: { t1S: null } },
    });
    const pain = admit(trialOf('front_plank', { endReason: 'pain', painScore: 6, painRegion: 'knee' }), {
      gate,
    });
    expect(pain).toMatchObject({ ok: true, value: { trial: { endReason: 'pain', value: 10 } } });
  });
  it('of an unknown test or rung, or one that is barred, is refused with why', () => {
    expect(admit(trialOf('front_plank', { testId: 'gone' }))).toEqual({
      ok: false,
      issues: [{ code: 'trial.unknown_test', path: [], values: { id: 'gone' } }],
    });
    expect(admit(trialOf('minute_reps', { rungId: 'gone' }))).toEqual({
      ok: false,
      issues: [{ code: 'trial.unknown_rung', path: [], values: { id: 'gone' } }],
    });
    expect(marksOf(admit(trialOf('front_plank'), { gate: gateOf({ cautions: ['shoulder_pain'] }) }))).toEqual(
      ['trial.barred'],
    );
  });
  describe('as the third maximal hold', () => {
    const done = (id: string, testId: string, side: string) => ({ id, testId, side, endReason: 'loss' });
    const left = trialOf('side_plank', { side: 'left' });
    const marks = (...sameDay: object[]) => marksOf(admit(left, { sameDay }));
    it('of a quality and the side that works carries its mark', () => {
      expect(screenTest('side_plank').maximal).toBe(true);
      expect(marks(done('a', 'side_plank', 'left'))).toEqual([]);
      expect(marks(done('a', 'side_plank', 'left'), done('b', 'side_plank', 'left'))).toEqual([
        'third_maximal',
      ]);
    });
    it('does not count the other side, another quality, what is not maximal, or itself', () => {
      expect(marks(done('a', 'side_plank', 'left'), done('b', 'side_plank', 'right'))).toEqual([]);
      expect(marks(done('a', 'side_plank', 'left'), done('b', 'front_plank', 'both'))).toEqual([]);
      expect(marks(done('a', 'side_plank', 'left'), done('b', 'pelvic_drop_stance', 'left'))).toEqual([]);
      expect(marks(done('a', 'side_plank', 'left'), done(left.id, 'side_plank', 'left'))).toEqual([]);
    });
    it('is never what is not maximal itself, and goes by the side that works, not the one set up', () => {
      const two = [done('a', 'side_plank', 'left'), done('b', 'side_plank', 'left')];
      expect(marksOf(admit(trialOf('suitcase_hold', { side: 'right' }), { sameDay: two }))).not.toContain(
        'third_maximal',
      );
      // The adductor hold set up on the right works the left.
      expect(marks(done('a', 'adductor_side_plank', 'right'), done('b', 'side_plank', 'left'))).toEqual([
        'third_maximal',
      ]);
      expect(marks(done('a', 'adductor_side_plank', 'left'), done('b', 'side_plank', 'left'))).toEqual([]);
      const back = [done('a', 'hinge_hold', 'both'), done('b', 'tuck_hold', 'both')];
      expect(marksOf(admit(trialOf('trunk_extensor_hold'), { sameDay: back }))).toContain('third_maximal');
    });
  });
});
