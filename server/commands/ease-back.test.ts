import { addDays } from '~/core/body/dates';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, on, type TestPractice, testDay } from '../testing';
import { logOf, todaysOf } from '../testing-logs';
import { easeBackIn } from './ease-back';
import { keepLog } from './keep-log';
import { repeatWeek } from './repeat-week';

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

it('a week that was missed is repeated as a new version of the season, once, and its cards with it', async () => {
  const { coach } = practice;
  const athleteId = await aPlanned(coach);
  const season = async () => {
    const found = await newestSeason(coach.practiceId, athleteId);
    if (!found) throw new Error('no season');
    return found;
  };
  const workOf = ({ cells }: Awaited<ReturnType<typeof season>>['weeks'][number]) =>
    cells.map(({ quality, side, sets, tier }) => `${quality} ${side} ${sets} ${tier}`).toSorted();
  must(await keepLog(coach, logOf(await todaysOf(coach, athleteId))));
  const before = await season();
  const repeat = async (days: number, id = newId(), who = coach) =>
    repeatWeek(await on(who, addDays(testDay, days)), { athleteId, id });
  for (const days of [3, 16]) expect(codesOf(await repeat(days))).toEqual(['re.not_now']);
  expect(codesOf(await repeat(9, newId(), practice.assistant))).toEqual(['can.not']);
  expect((await season()).season.id).toBe(before.season.id);
  const id = newId();
  must(await repeat(9, id));
  const now = await season();
  expect(now.season).toMatchObject({ id, parentId: before.season.id });
  const at = now.weeks.findIndex(
    ({ startsOn }) => startsOn <= addDays(testDay, 9) && addDays(testDay, 9) < addDays(startsOn, 7),
  );
  const [missed, week] = [before.weeks[at - 1], now.weeks[at]];
  if (!missed || !week) throw new Error('no week');
  expect(workOf(week)).toEqual(workOf(missed));
  expect(workOf(before.weeks[at] ?? week)).not.toEqual(workOf(missed));
  expect(week.reasons[0]).toMatch(/^Repeats the week of /);
  // The same press again is the same version; another is one too many.
  must(await repeat(9, id));
  expect(codesOf(await repeat(10))).toEqual(['re.repeated']);
  expect((await season()).season.id).toBe(id);
});
