import { type Agreement, type ClearanceForm, clear, liftedBy, openSigns, signsOf } from './clear';
import { agreementSchema, answeredFormSchema } from './form';
import { judgePain } from './pain';
import { aForm } from './testing';

const adult = '1990-05-02';
const today = '2026-11-25';
const form = aForm({ id: 'first', onDate: '2026-09-01', consentGuardian: false });
const word = (over: Partial<Agreement> = {}): Agreement => ({
  formId: 'first',
  onDate: '2026-09-10',
  signs: [],
  cautions: [],
  ...over,
});
const now = (forms: readonly ClearanceForm[], words: readonly Agreement[] = [], born = adult) =>
  clear(forms, words, born, today);

describe('the safety form', () => {
  it('blocks everything until it is answered, and says what lifts it', () => {
    const result = now([]);
    expect(result).toMatchObject({ state: 'missing', allows: 'nothing' });
    expect(liftedBy[result.state]).toBe('lift.answer');
  });
  it('takes a measured 180/110 as a stop sign, and 179/109 not', () => {
    expect(now([{ ...form, systolicMmHg: 180, diastolicMmHg: 80 }]).state).toBe('refer');
    expect(now([{ ...form, systolicMmHg: 120, diastolicMmHg: 110 }]).state).toBe('refer');
    expect(now([{ ...form, systolicMmHg: 179, diastolicMmHg: 109 }]).state).toBe('cleared');
    expect(signsOf({ ...form, systolicMmHg: 200 })).toEqual(['pressure_180_110']);
  });
  it('expires after six months, on the day', () => {
    expect(now([{ ...form, onDate: '2026-05-25' }]).state).toBe('expired');
    expect(now([{ ...form, onDate: '2026-05-26' }]).state).toBe('cleared');
  });
  it('asks a guardian under 18 and adds the under-16 caution by age', () => {
    expect(now([form], [], '2012-03-01').state).toBe('consent');
    expect(now([{ ...form, consentGuardian: true }], [], '2012-03-01')).toMatchObject({
      state: 'cleared',
      cautions: ['under_16'],
    });
    expect(now([form], [], '2008-11-25').state).toBe('cleared');
    expect(now([form], [], '2008-11-26').state).toBe('consent');
  });
  it('asks a guardian under 16 whatever the setting says', () => {
    const lax = { renewMonths: 6, guardianUnderYears: 0 };
    expect(clear([form], [], '2010-11-26', today, lax).state).toBe('consent');
    expect(clear([form], [], '2010-11-25', today, lax).state).toBe('cleared');
  });
  it('needs the athlete’s own consent', () => {
    expect(now([{ ...form, consentAthlete: false }]).issues.map(({ code }) => code)).toEqual([
      'clear.consent_athlete',
    ]);
  });
});

describe('a stop sign', () => {
  const stopped = { ...form, stopSigns: ['recent_fall'] };
  it('stays until an agreement names it', () => {
    expect(now([stopped]).state).toBe('refer');
    expect(now([stopped], [word({ signs: ['night_pain'] })]).state).toBe('refer');
    expect(now([stopped], [word({ cautions: ['recent_fall'] })]).state).toBe('refer');
    expect(now([stopped], [word({ signs: ['recent_fall'] })]).state).toBe('cleared');
  });
  it('is not lifted by a word given before the form', () => {
    expect(now([stopped], [word({ onDate: '2026-08-01', signs: ['recent_fall'] })]).state).toBe('refer');
  });
  it('is not lifted by answering the form again without ticking it', () => {
    const again = aForm({ id: 'second', onDate: '2026-10-01' });
    expect(now([stopped, again])).toMatchObject({ state: 'refer', openSigns: ['recent_fall'] });
    // A word on the newer form may name it.
    const later = word({ formId: 'second', onDate: '2026-10-02', signs: ['recent_fall'] });
    expect(now([stopped, again], [later]).state).toBe('cleared');
  });
  it('ticked again after it was cleared stops again', () => {
    const again = { ...stopped, id: 'second', onDate: '2026-10-01' };
    expect(openSigns([stopped, again], [word({ signs: ['recent_fall'] })])).toEqual(['recent_fall']);
  });
  it('is one of several: each needs its own name', () => {
    const two = { ...form, stopSigns: ['night_pain', 'recent_fall'] };
    expect(openSigns([two], [word({ signs: ['night_pain'] })])).toEqual(['recent_fall']);
    expect(openSigns([two], [word({ signs: ['night_pain', 'recent_fall'] })])).toEqual([]);
  });
  it('comes before an expired form', () => {
    expect(now([{ ...stopped, onDate: '2026-01-01' }]).state).toBe('refer');
  });
});

describe('an ask-first caution', () => {
  const pregnant = { ...form, cautions: ['pregnancy'] };
  it('leaves breath and brace until an agreement names it', () => {
    expect(now([pregnant])).toMatchObject({
      state: 'ask_first',
      allows: 'breath_brace',
      openAsks: ['pregnancy'],
    });
    expect(now([pregnant], [word({ cautions: ['hernia'] })]).allows).toBe('breath_brace');
    expect(now([pregnant], [word({ cautions: ['pregnancy'] })]).allows).toBe('all');
  });
  it('is asked again with the next form', () => {
    const next = { ...pregnant, id: 'second', onDate: '2026-10-01' };
    expect(now([pregnant, next], [word({ cautions: ['pregnancy'] })]).allows).toBe('breath_brace');
  });
});

describe('what is sent', () => {
  const sent = {
    id: '0b9a31d6-2d2c-4f3a-9d0a-5a7f1c1d2e3f',
    stopSigns: [],
    noStopSigns: true,
    cautions: [],
    consentAthlete: true,
    consentGuardian: false,
  };
  const codes = (over: object) =>
    answeredFormSchema.safeParse({ ...sent, ...over }).error?.issues.map(({ message }) => message) ?? [];
  it('is a sign or none of them, and not both', () => {
    expect(codes({})).toEqual([]);
    expect(codes({ noStopSigns: false })).toEqual(['form.sign_or_none']);
    expect(codes({ stopSigns: ['night_pain'] })).toEqual(['form.sign_and_none']);
  });
  it('holds both pressures or neither, within what is measured', () => {
    expect(codes({ systolicMmHg: 120 })).toEqual(['form.both_pressures']);
    expect(codes({ systolicMmHg: 59, diastolicMmHg: 40 })).toEqual(['form.systolic']);
    expect(codes({ systolicMmHg: 120, diastolicMmHg: 80.5 })).toEqual(['form.diastolic']);
  });
  it('knows the cautions there are, and none by age', () => {
    expect(codes({ cautions: ['under_16'] })).toEqual(['form.unknown_caution']);
    expect(codes({ cautions: ['made_up'] })).toEqual(['form.unknown_caution']);
  });
  it('asks for the guardian’s name and refuses a due date without a pregnancy', () => {
    expect(codes({ consentGuardian: true, guardianName: ' ' })).toEqual(['form.guardian_name']);
    expect(codes({ dueOn: '2027-03-01' })).toEqual(['form.due_without_pregnancy']);
  });
  it('names something, by somebody with a role', () => {
    const agreement = {
      id: sent.id,
      formId: sent.id,
      signs: [],
      cautions: [],
      name: 'A. Practitioner',
      role: 'physician',
      onDate: '2026-11-01',
    };
    const wrong = (over: object) =>
      agreementSchema.safeParse({ ...agreement, ...over }).error?.issues.map(({ message }) => message) ?? [];
    expect(wrong({})).toEqual(['agreement.names_nothing']);
    expect(wrong({ signs: ['night_pain'] })).toEqual([]);
    expect(wrong({ signs: ['night_pain'], role: '' })).toEqual(['agreement.role']);
    expect(wrong({ signs: ['night_pain'], onDate: '2026-02-30' })).toEqual(['form.not_a_day']);
  });
});

describe('pain', () => {
  it.each([
    [2, 'low back', 'go_on'],
    [3, 'low back', 'ease'],
    [4, 'low back', 'ease'],
    [5, 'knee', 'end'],
    [1, 'below the knee', 'end'],
    [0, 'below the knee', 'go_on'],
  ] as const)('%i in the %s means %s', (score, region, verdict) => {
    expect(judgePain(score, region)).toBe(verdict);
  });
  it('keeps to the practice’s own thresholds', () => {
    expect(judgePain(3, 'knee', { easeFrom: 4, endFrom: 6 })).toBe('go_on');
    expect(judgePain(5, 'knee', { easeFrom: 4, endFrom: 6 })).toBe('ease');
  });
});
