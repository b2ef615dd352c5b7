import { auditTrail, newId, staffById } from '~/db/queries/practice';
import { openAuthSession, signedInBy, staffByEmail } from '~/db/queries/principal';
import { ownDatabase } from '~/db/testing';
import { principalOf } from '../principal/principal';
import { passwordMatches, signIn, signInLimits, tokenHash } from '../principal/sign-in.server';
import {
  anAthlete,
  aPractice,
  aScreened,
  athleteValues,
  codesOf,
  formOf,
  must,
  on,
  type TestPractice,
  testDay,
} from '../testing';
import { answerForm } from './answer-form';
import { saveAthlete } from './save-athlete';
import { setUpPractice } from './set-up-practice';
import { saveSettings } from './settings';
import {
  addStaff,
  changePassword,
  changePerson,
  passwordIssue,
  resetPassword,
  signOutEverywhere,
} from './staff';

ownDatabase();

const setUp = {
  practice: 'A real one',
  timeZone: 'Europe/Oslo',
  name: 'First Owner',
  email: ' Owner@Example.test ',
  password: 'several plain words',
};

describe('a practice without the demo', () => {
  it('is set up by its first owner, once, also by two at the same moment', async () => {
    expect(codesOf(await setUpPractice({ ...setUp, timeZone: 'Mars/Base' }))).toEqual(['settings.time_zone']);
    expect(codesOf(await setUpPractice({ ...setUp, password: 'short' }))).toEqual(['password.short']);
    expect(codesOf(await setUpPractice({ ...setUp, password: 'first owner here' }))).toEqual([
      'password.about',
    ]);
    const both = await Promise.all([
      setUpPractice(setUp),
      setUpPractice({ ...setUp, email: 'other@example.test' }),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both.flatMap(codesOf)).toEqual(['set_up.done']);
    const signed = await signIn(
      both[0]?.ok ? 'owner@example.test' : 'other@example.test',
      setUp.password,
      '10.0.0.1',
    );
    expect(signed.ok).toBe(true);
  });
});

describe('people', () => {
  let practice: TestPractice;
  beforeEach(async () => {
    practice = await aPractice();
  });

  it('are added by the owner with a password to hand over, which must be changed at the first sign-in', async () => {
    const { owner, coach } = practice;
    const person = { id: newId(), name: 'New Hand', email: `${newId()}@example.test`, role: 'assistant' };
    expect(codesOf(await addStaff(coach, person))).toEqual(['can.not']);
    const { password } = must(await addStaff(owner, person));
    expect(password).toMatch(/^([a-z2-9]{4}-){3}[a-z2-9]{4}$/);
    expect(codesOf(await addStaff(owner, { ...person, id: newId() }))).toEqual(['staff.email_taken']);
    const signed = must(await signIn(person.email, password, '10.0.0.2'));
    const rows = await signedInBy(tokenHash(signed.token));
    if (!rows) throw new Error('not signed in');
    const fresh = principalOf(rows);
    expect(fresh.mustChangePassword).toBe(true);
    expect(codesOf(await changePassword(fresh, { old: 'wrong', fresh: 'my own pass phrase' }))).toEqual([
      'password.old',
    ]);
    must(await changePassword(fresh, { old: password, fresh: 'my own pass phrase' }));
    // The browser it was changed in was not named: it is signed out too.
    expect(await signedInBy(tokenHash(signed.token))).toBeUndefined();
    expect((await staffById(practice.practiceId, person.id))?.mustChangePassword).toBe(false);
  });
  it('are shut out with every browser of theirs, and let in again', async () => {
    const { owner, assistant } = practice;
    await openAuthSession(tokenHash('a'), assistant.staffId, new Date(Date.now() + 60_000));
    must(await changePerson(owner, { id: assistant.staffId, role: 'assistant', disabled: true }));
    expect(await signedInBy(tokenHash('a'))).toBeUndefined();
    await openAuthSession(tokenHash('b'), assistant.staffId, new Date(Date.now() + 60_000));
    expect(await signedInBy(tokenHash('b'))).toBeUndefined();
    must(await changePerson(owner, { id: assistant.staffId, role: 'coach', disabled: false }));
    expect((await signedInBy(tokenHash('b')))?.staff.role).toBe('coach');
    must(await signOutEverywhere(owner, { id: assistant.staffId }));
    expect(await signedInBy(tokenHash('b'))).toBeUndefined();
  });
  it('always have an owner among them', async () => {
    const { owner, coach } = practice;
    expect(codesOf(await changePerson(owner, { id: owner.staffId, role: 'coach', disabled: false }))).toEqual(
      ['staff.last_owner'],
    );
    expect(codesOf(await changePerson(owner, { id: owner.staffId, role: 'owner', disabled: true }))).toEqual([
      'staff.last_owner',
    ]);
    must(await changePerson(owner, { id: coach.staffId, role: 'owner', disabled: false }));
    must(await changePerson(owner, { id: owner.staffId, role: 'coach', disabled: false }));
  });
  it('of another practice cannot be reached', async () => {
    const { owner } = practice;
    const other = await aPractice();
    const id = other.coach.staffId;
    expect(codesOf(await resetPassword(owner, { id }))).toEqual(['staff.gone']);
    expect(codesOf(await changePerson(owner, { id, role: 'owner', disabled: false }))).toEqual([
      'staff.gone',
    ]);
    expect(codesOf(await signOutEverywhere(owner, { id }))).toEqual(['staff.gone']);
  });
  it('choose passwords that are not guessed first, as long as the practice says', () => {
    expect(passwordIssue('short', 12, [])).toBe('password.short');
    expect(passwordIssue('password1234', 12, [])).toBe('password.common');
    expect(passwordIssue('aaaaaaaaaaaa', 12, [])).toBe('password.common');
    expect(passwordIssue('larkmoor valley', 12, ['Larkmoor'])).toBe('password.about');
    expect(passwordIssue('three plain words', 12, ['Larkmoor'])).toBeUndefined();
    expect(passwordIssue('x'.repeat(501), 12, [])).toBe('password.long');
  });
  it('leave a trail the owner can read: who, when, what, and never what was in a form', async () => {
    const { owner, coach } = practice;
    const athleteId = await anAthlete(coach);
    must(await answerForm(coach, { athleteId, form: formOf({ cautions: ['pregnancy'] }) }));
    const trail = await auditTrail(practice.practiceId, { limit: 50 });
    expect(trail.map(({ action }) => action)).toEqual(['clearance.answer', 'athlete.add']);
    expect(trail.every(({ by, subjectId }) => by === 'The coach' && subjectId === athleteId)).toBe(true);
    expect(JSON.stringify(trail)).not.toContain('pregnancy');
    expect(await auditTrail((await aPractice()).practiceId, { limit: 50 })).toEqual([]);
    expect(owner.role).toBe('owner');
  });
});

describe('an assistant', () => {
  it('cannot change a date of birth, and changes the rest', async () => {
    const { coach, assistant } = await aPractice();
    const id = await anAthlete(coach);
    expect(
      codesOf(
        await saveAthlete(assistant, {
          id,
          version: 1,
          values: { ...athleteValues, birthDate: '2012-01-01' },
        }),
      ),
    ).toEqual(['can.not']);
    must(await saveAthlete(assistant, { id, version: 1, values: { ...athleteValues, massKg: 61 } }));
  });
  it('screens somebody from the form to the ranking', async () => {
    const { assistant } = await aPractice();
    expect(await aScreened(assistant)).toBeDefined();
  });
});

describe('settings', () => {
  it('never let a guardian’s age under 16, nor the ceiling of bending up without a reason', async () => {
    const { owner } = await aPractice();
    const {
      settings,
      practiceName: name,
      timeZone,
      schoolId,
      firstWeekday,
      practiceVersion: version,
    } = owner;
    const save = async (over: object) =>
      codesOf(
        await saveSettings(owner, { ...settings, name, timeZone, schoolId, firstWeekday, version, ...over }),
      );
    expect(await save({ guardianUnderYears: 15 })).toEqual(['settings.guardian']);
    expect(await save({ flexionCycles: settings.flexionCycles + 1 })).toEqual(['settings.flexion_reason']);
    expect(await save({ weights: { shortfall: 0.9, sideGap: 0.25, faults: 0.15 } })).toEqual([
      'settings.weights',
    ]);
    expect(await save({ painEaseFrom: 6, painEndFrom: 5 })).toEqual(['settings.pain_order']);
    expect(await save({ name: '\u202eevil\u0000\u200b' })).toEqual([]);
    expect((await on(owner, testDay)).practiceName).toBe('evil');
  });
});

describe('guesses', () => {
  it('made at the same moment are counted before the password is looked at', async () => {
    const { coach } = await aPractice();
    const many = signInLimits.perPair + 6;
    const outcomes = await Promise.all(
      Array.from({ length: many }, () => signIn(coach.email, 'a guess', '10.1.0.1')),
    );
    const codes = outcomes.flatMap(codesOf);
    expect(codes.filter((code) => code === 'sign_in.too_many').length).toBeGreaterThanOrEqual(
      many - signInLimits.perPair,
    );
    expect(codes).toHaveLength(many);
  });
  it('from one address do not lock out others behind it, nor the owner elsewhere', async () => {
    const { owner, coach } = await aPractice();
    const { changeStaff } = await import('~/db/queries/practice');
    const { hashPassword } = await import('../principal/sign-in.server');
    for (const person of [owner, coach])
      await changeStaff(person.practiceId, person.staffId, {
        passwordHash: await hashPassword('the right pass phrase'),
      });
    for (let i = 0; i < signInLimits.perPair + 2; i += 1) await signIn(coach.email, 'a guess', '10.2.0.1');
    expect(codesOf(await signIn(coach.email, 'the right pass phrase', '10.2.0.1'))).toEqual([
      'sign_in.too_many',
    ]);
    expect((await signIn(owner.email, 'the right pass phrase', '10.2.0.1')).ok).toBe(true);
    expect((await signIn(coach.email, 'the right pass phrase', '10.2.0.9')).ok).toBe(true);
  });
  it('say the same for a wrong password and an unknown e-mail', async () => {
    const { coach } = await aPractice();
    expect(codesOf(await signIn(coach.email, 'x', '10.3.0.1'))).toEqual(['sign_in.no_match']);
    expect(codesOf(await signIn('nobody@example.test', 'x', '10.3.0.1'))).toEqual(['sign_in.no_match']);
    expect(
      await passwordMatches((await staffByEmail(coach.email))?.passwordHash ?? '', 'x').catch(() => false),
    ).toBe(false);
  });
});
