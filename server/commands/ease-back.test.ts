import { addDays } from '~/core/body/dates';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, on, type TestPractice, testDay } from '../testing';
import { logOf, todaysOf } from '../testing-logs';
import { easeBackIn } from './ease-back';
import { keepLog } from './keep-log';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

it('an athlete who comes back after two weeks is eased by a step, once; not before, not without a break', async () => {
  const { coach } = practice;
  const athleteId = await aPlanned(coach);
  const rungs = async () =>
    ((await subjectOf(coach, athleteId))?.underWay ?? [])
      .map(({ quality, role, rungId, load }) => `${quality} ${role} ${rungId} ${load}`)
      .toSorted();
  const back = async (days: number, who = coach) =>
    easeBackIn(await on(who, addDays(testDay, days)), { athleteId });
  expect(codesOf(await back(16))).toEqual(['re.not_now']);
  must(await keepLog(coach, logOf(await todaysOf(coach, athleteId))));
  const before = await rungs();
  for (const days of [3, 9, 30]) expect(codesOf(await back(days))).toEqual(['re.not_now']);
  expect(codesOf(await back(16, practice.assistant))).toEqual(['can.not']);
  expect(await rungs()).toEqual(before);
  expect(must(await back(16)).eased).toBeGreaterThan(0);
  const eased = await rungs();
  expect(eased).not.toEqual(before);
  expect(must(await back(17)).eased).toBe(0);
  expect(await rungs()).toEqual(eased);
});
