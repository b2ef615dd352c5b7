import { addDays, type IsoDay } from '~/core/body/dates';
import type { Issue, Result } from '~/core/result';
import type { TrialInput } from '~/core/screen/trial/trial';
import { bareTrial } from '~/core/screen/trial/words';
import { addPractice, addStaff, newId, staffById } from '~/db/queries/practice';
import { practiceById } from '~/db/queries/principal';
import { sessionsBetween } from '~/db/queries/sessions';
import type { PracticeSettings, Role } from '~/db/schema';
import { addAthlete } from './commands/add-athlete';
import { answerForm } from './commands/answer-form';
import { closeScreening } from './commands/close-screening';
import { keepTrial } from './commands/keep-trial';
import { openScreening } from './commands/open-screening';
import { addEvent } from './commands/plan';
import { planSeason } from './commands/plan-season';
import { type Principal, principalOf, type StaffPrincipal, staffIdOf } from './principal/principal';
import { hashPassword } from './principal/sign-in.server';
import { usualSettings } from './principal/usual-settings';

/** Practices, people and athletes for tests of the server; every one its own. */

/** Of a password nobody has. */
const nobodysHash = hashPassword(newId());

export const testDay: IsoDay = '2026-11-25';

export interface TestPractice {
  readonly practiceId: string;
  readonly owner: StaffPrincipal;
  readonly coach: StaffPrincipal;
  readonly assistant: StaffPrincipal;
}

/** Acts at another moment. */
export async function on(principal: Principal, day: IsoDay, hour = 10): Promise<StaffPrincipal> {
  const staff = await staffById(principal.practiceId, staffIdOf(principal));
  const practice = await practiceById(principal.practiceId);
  if (!staff || !practice) throw new Error('nobody acts');
  return principalOf({ staff, practice }, new Date(`${day}T${String(hour).padStart(2, '0')}:00:00Z`));
}

/** How a practice works, as its settings page would send it back unchanged. */
export const settingsOf = ({
  settings,
  practiceName: name,
  timeZone,
  schoolId,
  firstWeekday,
  practiceVersion: version,
}: StaffPrincipal) => ({ ...settings, name, timeZone, schoolId, firstWeekday, version });

export async function aPractice(settings: Partial<PracticeSettings> = {}): Promise<TestPractice> {
  const practiceId = newId();
  await addPractice({
    id: practiceId,
    name: 'Practice under test',
    timeZone: 'Europe/London',
    settings: { ...usualSettings, ...settings },
  });
  const hired = async (role: Role): Promise<StaffPrincipal> => {
    const id = newId();
    await addStaff({
      id,
      practiceId,
      email: `${role}.${id}@example.test`,
      name: `The ${role}`,
      role,
      passwordHash: await nobodysHash,
    });
    const staff = await staffById(practiceId, id);
    const practice = await practiceById(practiceId);
    if (!staff || !practice) throw new Error('not hired');
    return principalOf({ staff, practice }, new Date(`${testDay}T10:00:00Z`));
  };
  return {
    practiceId,
    owner: await hired('owner'),
    coach: await hired('coach'),
    assistant: await hired('assistant'),
  };
}

/** The value of a command that must not be refused. */
export function must<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new Error(result.issues.map(({ code, values }) => `${code} ${JSON.stringify(values)}`).join('; '));
}

/** The codes a command was refused with; empty when it was done. */
export const codesOf = (result: Result<unknown>): string[] =>
  result.ok ? [] : result.issues.map((issue: Issue) => issue.code);

export const athleteValues = {
  givenName: 'Pia',
  familyName: 'Test',
  birthDate: '1993-05-04',
  sex: 'female' as const,
  disciplineId: 'running.marathon',
  level: 'trained' as const,
  massKg: 60,
  statureM: 1.7,
  kit: ['towel', 'wall', 'box', 'band', 'ball', 'dumbbell'],
  schoolId: null,
  sessionsPerWeek: 3,
  minutesPerSession: 25,
  weekdays: [1, 3, 5],
  note: '',
};

export async function anAthlete(
  principal: Principal,
  over: Partial<typeof athleteValues> = {},
): Promise<string> {
  const id = newId();
  must(await addAthlete(principal, { id, values: { ...athleteValues, ...over } }));
  return id;
}

export const formOf = (over: object = {}) => ({
  id: newId(),
  stopSigns: [] as string[],
  noStopSigns: true,
  cautions: [] as string[],
  consentAthlete: true,
  consentGuardian: true,
  guardianName: 'G. Test',
  ...over,
});

/** An athlete whose form withholds nothing. */
export async function aCleared(principal: Principal, form: object = {}): Promise<string> {
  const athleteId = await anAthlete(principal);
  must(await answerForm(principal, { athleteId, form: formOf(form) }));
  return athleteId;
}

export const testedIn = ['brace_breathing', 'pelvic_drop_stance', 'side_plank', 'front_plank'] as const;

export async function aScreen(
  principal: Principal,
  athleteId: string,
  testIds: readonly string[] = testedIn,
): Promise<string> {
  const id = newId();
  must(
    await openScreening(principal, {
      id,
      athleteId,
      purpose: 'first',
      testIds: [...testIds],
      rests: {},
      firstSide: 'left',
      warmUpDone: true,
      trainedLast24h: false,
      footwear: '',
    }),
  );
  return id;
}

export const trialOf = (screeningId: string, testId: string, over: Partial<TrialInput> = {}): TrialInput => ({
  ...bareTrial,
  id: newId(),
  screeningId,
  testId,
  onDate: testDay,
  side: 'both',
  value: 60,
  grade: null,
  t1S: null,
  faults: [],
  feltIn: 'trunk',
  painScore: 0,
  painRegion: null,
  endReason: 'loss',
  capS: null,
  recordedAt: `${testDay}T10:00:00.000Z`,
  ...over,
});

/** A cleared athlete with a screen behind them. */
export async function aScreened(principal: Principal, form: object = {}): Promise<string> {
  const athleteId = await aCleared(principal, form);
  const screeningId = await aScreen(principal, athleteId);
  for (const trial of [
    trialOf(screeningId, 'brace_breathing', { value: 8, endReason: 'done' }),
    trialOf(screeningId, 'pelvic_drop_stance', { side: 'left', value: 9, endReason: 'done', readBy: 'eye' }),
    trialOf(screeningId, 'pelvic_drop_stance', { side: 'right', value: 5, endReason: 'done', readBy: 'eye' }),
    trialOf(screeningId, 'side_plank', { side: 'left', value: 40 }),
    trialOf(screeningId, 'side_plank', { side: 'right', value: 75 }),
    trialOf(screeningId, 'front_plank', { value: 60 }),
  ])
    must(await keepTrial(principal, { trial }));
  must(await closeScreening(principal, { screeningId }));
  return athleteId;
}

/** A screened athlete with a season and its first weeks laid out. */
export async function aPlanned(principal: Principal, form: object = {}): Promise<string> {
  const athleteId = await aScreened(principal, form);
  must(
    await addEvent(principal, {
      athleteId,
      id: newId(),
      name: 'The race',
      onDate: addDays(principal.today, 80),
      priority: 'A',
    }),
  );
  must(await planSeason(principal, { athleteId, id: newId() }));
  return athleteId;
}

/** Laid-out sessions of this week and the next. */
export const sessionsOf = (principal: Principal, athleteId: string) =>
  sessionsBetween(
    principal.practiceId,
    athleteId,
    addDays(principal.today, -7),
    addDays(principal.today, 14),
  );
