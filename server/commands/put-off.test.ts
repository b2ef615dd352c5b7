import { addDays } from '~/core/body/dates';
import { ownDatabase } from '~/db/testing';
import { aCleared, anAthlete, aPractice, codesOf, must, on, type TestPractice, testDay } from '../testing';
import { todayView } from '../views/today';
import { raisePainFlag } from './flags';
import { bringBack, putOffMatters } from './put-off';

ownDatabase();

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});

const openFor = async (athleteId: string, who = practice.coach) =>
  (await todayView(who)).people
    .filter((person) => person.athleteId === athleteId)
    .flatMap(({ matters }) => matters.map(({ kind }) => kind));
const tomorrow = addDays(testDay, 1);

describe('putting off', () => {
  it('takes what waits off one’s own Today until its day, and nobody else’s', async () => {
    const athleteId = await aCleared(practice.coach);
    expect(await openFor(athleteId)).toEqual(['first_screen']);
    must(await putOffMatters(practice.coach, { athleteIds: [athleteId], until: tomorrow }));
    expect(await openFor(athleteId)).toEqual([]);
    expect((await todayView(practice.coach)).later).toMatchObject([{ athleteId, until: tomorrow }]);
    expect(await openFor(athleteId, practice.assistant)).toEqual(['first_screen']);
    expect(await openFor(athleteId, await on(practice.coach, tomorrow))).toEqual(['first_screen']);
  });
  it('is undone for the athletes it was done for, once', async () => {
    const [one, other] = [await aCleared(practice.coach), await aCleared(practice.coach)];
    must(await putOffMatters(practice.coach, { athleteIds: [one, other], until: tomorrow }));
    expect(must(await bringBack(practice.coach, { athleteIds: [one] }))).toEqual({ dropped: 1 });
    expect(await openFor(one)).toEqual(['first_screen']);
    expect(await openFor(other)).toEqual([]);
    expect(must(await bringBack(practice.coach, { athleteIds: [one] }))).toEqual({ dropped: 0 });
    // What a colleague put off is not theirs to bring back.
    expect(must(await bringBack(practice.assistant, { athleteIds: [other] }))).toEqual({ dropped: 0 });
  });
  it('leaves a flag where it is, and says so where there is nothing else', async () => {
    const athleteId = await aCleared(practice.coach);
    await raisePainFlag(practice.coach, {
      athleteId,
      sourceId: athleteId,
      score: 6,
      region: 'knee',
      qualities: ['hip_extension'],
      came: 'in a test',
      onDate: testDay,
    });
    const off = () => putOffMatters(practice.coach, { athleteIds: [athleteId], until: tomorrow });
    expect(must(await off())).toEqual({ athletes: 1, stay: 1 });
    expect(await openFor(athleteId)).toEqual(['flag']);
    // Sent twice is once; another day takes its place.
    expect(must(await off())).toEqual({ athletes: 1, stay: 1 });
    const until = addDays(testDay, 7);
    must(await putOffMatters(practice.coach, { athleteIds: [athleteId], until }));
    expect((await todayView(practice.coach)).later).toMatchObject([{ athleteId, until }]);
  });
  it('is refused where harm is all there is', async () => {
    const athleteId = await aCleared(practice.coach, { stopSigns: ['night_pain'], noStopSigns: false });
    expect(await openFor(athleteId)).toEqual(['referred']);
    expect(
      codesOf(await putOffMatters(practice.coach, { athleteIds: [athleteId], until: tomorrow })),
    ).toEqual(['today.harm']);
  });
  it('is refused for a day that is none ahead, too far, for nobody, and for another practice’s athlete', async () => {
    const athleteId = await aCleared(practice.coach);
    const foreign = await anAthlete((await aPractice()).coach);
    for (const until of [testDay, addDays(testDay, -1), addDays(testDay, 31)])
      expect(codesOf(await putOffMatters(practice.coach, { athleteIds: [athleteId], until }))).toEqual([
        'today.until',
      ]);
    const refused = async (athleteIds: string[], until = tomorrow) =>
      codesOf(await putOffMatters(practice.coach, { athleteIds, until }));
    expect(await refused([])).toEqual(['today.nobody']);
    expect(await refused([athleteId, foreign])).toEqual(['today.gone']);
    expect(await refused([athleteId], '2026-02-31')).toEqual(['form.not_a_day']);
    expect(await openFor(athleteId)).toEqual(['first_screen']);
  });
});
