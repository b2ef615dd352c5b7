import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { raisePainFlag } from '../commands/flags';
import { keepLog } from '../commands/keep-log';
import { keepLiveSet } from '../commands/live-session';
import { aCleared, aPlanned, aPractice, must, type TestPractice, testDay } from '../testing';
import { logOf, setsOf, todaysOf } from '../testing-logs';
import { raisedFlag, todayView } from './today';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

const minutesLater = (minutes: number) => ({
  ...practice.coach,
  now: new Date(practice.coach.now.getTime() + minutes * 60_000),
});

it('who trains now is who told a set within a quarter of an hour, and has not kept their session', async () => {
  const athleteId = await aPlanned(practice.coach);
  const session = await todaysOf(practice.coach, athleteId);
  const training = async (minutes: number) =>
    (await todayView(minutesLater(minutes))).training.filter((one) => one.athleteId === athleteId);
  expect(await training(0)).toEqual([]);
  const [first, second] = setsOf(session);
  for (const [minutes, set] of [
    [0, first],
    [2, second],
  ] as const)
    must(await keepLiveSet(minutesLater(minutes), { ...set, id: newId(), sessionId: session.id }));
  const name = practice.coach.trade.rung(second?.rungId ?? '').name;
  expect(await training(5)).toMatchObject([{ id: session.id, sets: 2, exercise: name, minutesAgo: 3 }]);
  expect(await training(17)).toHaveLength(1);
  expect(await training(18)).toEqual([]);
  must(await keepLog(minutesLater(6), logOf(session)));
  expect(await training(6)).toEqual([]);
});

it('what a flag says that was just raised is for its own practice', async () => {
  const athleteId = await aCleared(practice.coach);
  const id = newId();
  await raisePainFlag(practice.coach, {
    athleteId,
    sourceId: id,
    score: 6,
    region: 'groin or hip',
    places: ['groin.left'],
    qualities: ['hip_extension'],
    came: 'in a test',
    onDate: testDay,
  });
  expect(await raisedFlag(practice.coach, id)).toEqual({
    id,
    athleteId,
    name: 'Pia Test',
    text: expect.stringMatching(/^Pain 6 of 10 \(left groin\) in a test on /),
  });
  expect(await raisedFlag((await aPractice()).coach, id)).toBeUndefined();
  expect(await raisedFlag(practice.coach, 'x')).toBeUndefined();
});
