import { ladder, rung, screenTest, screenTests } from '~/core/catalogue';
import { type ClearanceForm, clear } from './clear';
import { cautionBar, gateTest, replacementFor } from './gates';
import { judgePain } from './pain';

const adult = '1990-05-02';
const form: ClearanceForm = {
  onDate: '2026-09-01',
  stopSigns: [],
  cautions: [],
  consentAthlete: true,
  consentGuardian: false,
};
const today = '2026-11-25';

describe('clear', () => {
  it('blocks everything until the form is answered, and says what lifts it', () => {
    const result = clear(undefined, [], adult, today);
    expect(result).toMatchObject({
      state: 'missing',
      allows: 'nothing',
      liftedBy: 'Answer the safety form.',
    });
  });

  it('refers on a stop sign; only a later practitioner clearance lifts it', () => {
    const stopped = { ...form, stopSigns: ['recent_fall' as const] };
    expect(clear(stopped, [], adult, today).state).toBe('refer');
    const early = {
      onDate: '2026-08-01',
      name: 'A',
      role: 'physiotherapist',
      lifts: 'stop_and_refer' as const,
    };
    expect(clear(stopped, [early], adult, today).state).toBe('refer');
    expect(clear(stopped, [{ ...early, onDate: '2026-09-10' }], adult, today).state).toBe('cleared');
    expect(clear(stopped, [{ ...early, onDate: '2026-09-10', lifts: 'ask_first' }], adult, today).state).toBe(
      'refer',
    );
  });

  it('takes a measured 180/110 as a stop sign, and 179/109 not', () => {
    expect(clear({ ...form, systolicMmHg: 180, diastolicMmHg: 80 }, [], adult, today).state).toBe('refer');
    expect(clear({ ...form, systolicMmHg: 179, diastolicMmHg: 109 }, [], adult, today).state).toBe('cleared');
  });

  it('expires after six months', () => {
    expect(clear({ ...form, onDate: '2026-05-25' }, [], adult, today).state).toBe('expired');
    expect(clear({ ...form, onDate: '2026-05-26' }, [], adult, today).state).toBe('cleared');
  });

  it('asks a guardian under 18 and adds the under-16 caution by age', () => {
    expect(clear(form, [], '2012-03-01', today).state).toBe('consent');
    const young = clear({ ...form, consentGuardian: true }, [], '2012-03-01', today);
    expect(young).toMatchObject({ state: 'cleared', cautions: ['under_16'] });
  });

  it('allows breath and brace only while a practitioner has not agreed', () => {
    const pregnant = { ...form, cautions: ['pregnancy'] };
    expect(clear(pregnant, [], adult, today).allows).toBe('breath_brace');
    const agreed = { onDate: '2026-09-02', name: 'M', role: 'midwife', lifts: 'ask_first' as const };
    expect(clear(pregnant, [agreed], adult, today).allows).toBe('all');
  });
});

describe('gates', () => {
  it('keeps only breath and brace tests under acute back pain', () => {
    const allowed = screenTests.filter((test) => gateTest(test, ['acute_back_pain']).allowed);
    expect(allowed.map((test) => test.id)).toEqual([
      'breath_prone',
      'rib_expansion',
      'brace_on',
      'brace_breathing',
    ]);
  });

  it('caps holds and says why a test is left out', () => {
    expect(gateTest(screenTest('front_plank'), ['hypertension']).capS).toBe(10);
    expect(gateTest(screenTest('front_plank'), ['hypertension', 'under_16']).capS).toBe(10);
    expect(gateTest(screenTest('trunk_extensor_hold'), ['extension_sensitive']).capS).toBe(60);
    expect(gateTest(screenTest('hop_stick'), ['knee_pain'])).toMatchObject({
      allowed: false,
      why: 'knee pain',
    });
  });

  it('names a replacement that tests the same quality directly where one is left', () => {
    expect(replacementFor('hollow_stage', ['front_plank', 'trunk_flexor_hold'])).toBe('trunk_flexor_hold');
    expect(replacementFor('hop_stick', ['front_plank'])).toBeUndefined();
  });

  it('bars rungs by family, by rung and by what the low back does', () => {
    expect(cautionBar(ladder('hollow_hold'), rung('hollow_tuck'), ['osteoporosis'])).toBe('low bone density');
    expect(cautionBar(ladder('plank'), rung('plank_loaded'), ['under_16'])).toBe('athlete under 16');
    expect(cautionBar(ladder('plank'), rung('plank_full'), ['under_16'])).toBeUndefined();
  });
});

describe('pain', () => {
  it.each([
    [2, 'low back', 'go_on'],
    [3, 'low back', 'ease'],
    [5, 'knee', 'end'],
    [1, 'below the knee', 'end'],
    [0, 'below the knee', 'go_on'],
  ] as const)('%i in the %s means %s', (score, region, verdict) => {
    expect(judgePain(score, region)).toBe(verdict);
  });
});
