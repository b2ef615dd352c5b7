import { aCleared, aPractice, aScreen, type TestPractice, testDay, trialOf } from '~/server/testing';
import { ownDatabase } from '../testing';
import { newId } from './practice';
import {
  addTrial,
  batteriesOf,
  changeWarmUp,
  completeScreening,
  correctionOf,
  hasTrials,
  saveBattery,
  trialHistoryOf,
  trialsOf,
  trialsOfTest,
  trialsOn,
  voidTrial,
} from './screen';

ownDatabase();

let practice: TestPractice;
let practiceId: string;
let athleteId: string;
let screeningId: string;
beforeEach(async () => {
  practice = await aPractice();
  practiceId = practice.practiceId;
  athleteId = await aCleared(practice.coach);
  screeningId = await aScreen(practice.coach, athleteId);
});

const add = async (over: { recordedAt?: Date; supersedesId?: string; testId?: string } = {}) => {
  const { recordedAt, testId = 'front_plank', ...rest } = over;
  const row = trialOf(screeningId, testId);
  await addTrial({
    ...row,
    practiceId,
    athleteId,
    recordedAt: recordedAt ?? new Date(row.recordedAt),
    ...rest,
  } as never);
  return row.id;
};
const standing = async () => (await trialsOf(practiceId, athleteId)).map(({ id }) => id);

describe('trials that stand', () => {
  it('come in the order they were taken, whatever the order they arrived in', async () => {
    const later = await add({ recordedAt: new Date(`${testDay}T12:00:00Z`) });
    const earlier = await add({ recordedAt: new Date(`${testDay}T09:00:00Z`) });
    expect(await standing()).toEqual([earlier, later]);
  });
  it('are neither undone nor corrected; an undone correction gives the first one back', async () => {
    const first = await add();
    const undone = await add();
    await voidTrial(practiceId, undone, new Date());
    expect(await standing()).toEqual([first]);
    const better = await add({ supersedesId: first });
    expect(await standing()).toEqual([better]);
    expect(await correctionOf(first)).toBe(better);
    expect((await trialsOfTest(practiceId, 'front_plank')).map(({ id }) => id)).toEqual([better]);
    await voidTrial(practiceId, better, new Date());
    expect(await standing()).toEqual([first]);
    expect(await correctionOf(first)).toBeUndefined();
  });
  it('are comparable while their screen had its warm-up', async () => {
    await add();
    const comparable = async () => (await trialsOf(practiceId, athleteId)).map((row) => row.comparable);
    expect(await comparable()).toEqual([true]);
    await changeWarmUp(practiceId, screeningId, false, new Date());
    expect(await comparable()).toEqual([false]);
  });
});

it('the history of trials has every one, with what corrected it', async () => {
  const first = await add();
  const undone = await add();
  await voidTrial(practiceId, undone, new Date());
  const better = await add({ supersedesId: first });
  const rows = await trialHistoryOf(practiceId, athleteId);
  expect(new Set(rows.map(({ id }) => id))).toEqual(new Set([first, undone, better]));
  expect(rows.find(({ id }) => id === first)?.correctedBy).toBe(better);
  expect(rows.find(({ id }) => id === undone)?.voidedAt).not.toBeNull();
});

it('the trials of a day count each effort once: not undone, and no correction beside what it corrects', async () => {
  const first = await add();
  await add({ supersedesId: first });
  await voidTrial(practiceId, await add(), new Date());
  expect((await trialsOn(practiceId, athleteId, testDay)).map(({ id }) => id)).toEqual([first]);
  expect(await trialsOn(practiceId, athleteId, '2026-11-24')).toEqual([]);
});

it('an athlete has trials while one was not undone', async () => {
  expect(await hasTrials(practiceId, athleteId)).toBe(false);
  const only = await add();
  expect(await hasTrials(practiceId, athleteId)).toBe(true);
  await voidTrial(practiceId, only, new Date());
  expect(await hasTrials(practiceId, athleteId)).toBe(false);
});

it('a trial is kept once under its id', async () => {
  const row = { ...trialOf(screeningId, 'front_plank'), practiceId, athleteId, recordedAt: new Date() };
  expect(await addTrial(row as never)).toBe('kept');
  expect(await addTrial({ ...row, value: 1 } as never)).toBe('again');
  expect((await trialsOf(practiceId, athleteId))[0]?.value).toBe(60);
});

it('a screen is completed once', async () => {
  expect(await completeScreening(practiceId, screeningId, new Date())).toBe(true);
  expect(await completeScreening(practiceId, screeningId, new Date())).toBe(false);
});

it('a battery of the same name takes the new tests and keeps its place', async () => {
  const row = {
    practiceId,
    name: 'Ours',
    testIds: ['front_plank'],
    rests: {},
    staffId: practice.coach.staffId,
  };
  const id = await saveBattery({ ...row, id: newId() });
  expect(await saveBattery({ ...row, id: newId(), testIds: ['side_plank'] })).toBe(id);
  await saveBattery({ ...row, id: newId(), name: 'A first one' });
  expect((await batteriesOf(practiceId)).map(({ name, testIds }) => [name, testIds])).toEqual([
    ['A first one', ['front_plank']],
    ['Ours', ['side_plank']],
  ]);
});
