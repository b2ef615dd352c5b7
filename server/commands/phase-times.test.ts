import { weekdayOf } from '~/core/body/dates';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  athleteValues,
  codesOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { sessionView } from '../views/session';
import { planSeason } from './plan-season';
import { saveAthlete } from './save-athlete';

ownDatabase();

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});

const ground = { sessionsPerWeek: 1, minutesPerSession: 12, weekdays: [4] };

describe('the time of a phase', () => {
  it('is refused where it cannot be, and kept whole', async () => {
    const athleteId = await aPlanned(practice.coach);
    const save = async (timeIn: object, version = 1) =>
      saveAthlete(practice.coach, { id: athleteId, version, values: { ...athleteValues, timeIn } });
    expect(codesOf(await save({ ground: { ...ground, minutesPerSession: 50 } }))).toEqual([
      'athlete.minutes',
    ]);
    expect(codesOf(await save({ ground: { ...ground, weekdays: [] } }))).toEqual(['athlete.weekdays']);
    must(await save({ ground }));
    expect((await subjectOf(practice.coach, athleteId))?.athlete.timeIn).toEqual({ ground });
    must(await save({}, 2));
    expect((await subjectOf(practice.coach, athleteId))?.athlete.timeIn).toEqual({});
  });
  it('is what its weeks and their sessions have; other phases have the usual one', async () => {
    const { coach, practiceId } = practice;
    const athleteId = await aPlanned(coach);
    must(
      await saveAthlete(coach, {
        id: athleteId,
        version: 1,
        values: { ...athleteValues, timeIn: { ground } },
      }),
    );
    must(await planSeason(await on(coach, testDay, 12), { athleteId, id: newId() }));
    const season = await newestSeason(practiceId, athleteId);
    const of = (phase: string) =>
      (season?.weeks ?? []).filter((week) => week.phase === phase && week.kind === 'load');
    expect(of('ground').length).toBeGreaterThan(1);
    for (const week of of('ground')) expect([week.sessions, week.minutesAvailable]).toEqual([1, 12]);
    for (const week of of('build')) expect([week.sessions, week.minutesAvailable]).toEqual([3, 75]);
    // The next week lies in it whole: one session, on its day, within its minutes.
    const subject = await subjectOf(coach, athleteId);
    if (!subject) throw new Error('gone');
    const ahead = (await sessionsOf(coach, athleteId)).filter(({ onDate }) => onDate > '2026-11-29');
    expect(ahead.map(({ onDate }) => weekdayOf(onDate))).toEqual([4]);
    for (const session of ahead) expect(sessionView(coach, subject, session).minutes).toBeLessThanOrEqual(12);
  });
});
