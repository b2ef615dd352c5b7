import { newestJob, takeItem } from '~/db/queries/jobs';
import { newestSeason, seasonVersions } from '~/db/queries/plan';
import { changeStaff, newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { cancelSquad, planSquad } from '../commands/plan-squad';
import { anAthlete, aPlanned, aPractice, aScreened, codesOf, must, testDay } from '../testing';
import { runNext, startJobs } from './run';

/** Seasons of a squad: a queue that any runner works off, once each. */

ownDatabase();

const now = new Date(`${testDay}T12:00:00Z`);

/** A practice with one who can be planned (an open event), one without a screen, one without a clearance. */
async function aSquad() {
  const practice = await aPractice();
  const planned = await aPlanned(practice.coach);
  const bare = await aScreened(practice.coach);
  const uncleared = await anAthlete(practice.coach);
  return { ...practice, planned, bare, uncleared };
}
const emptied = async (at = now) => {
  let ran = 0;
  while (await runNext(at)) ran += 1;
  return ran;
};
const counts = async (practiceId: string) => {
  const job = await newestJob(practiceId);
  const of = (state: Parameters<NonNullable<typeof job>['of']>[0]) => job?.of(state) ?? 0;
  return {
    waiting: of('waiting'),
    doing: of('doing'),
    done: of('done'),
    refused: of('refused'),
    cancelled: of('cancelled'),
  };
};

it('plans who can be planned, in the name of who asked, and says of the rest why not', async () => {
  const { coach, practiceId, planned, bare, uncleared } = await aSquad();
  const before = await newestSeason(practiceId, planned);
  must(await planSquad(coach, { id: newId(), who: 'all' }));
  expect(await counts(practiceId)).toMatchObject({ waiting: 3, done: 0 });
  expect(await emptied()).toBe(3);
  expect(await counts(practiceId)).toEqual({ waiting: 0, doing: 0, done: 1, refused: 2, cancelled: 0 });
  const job = await newestJob(practiceId);
  expect(new Map(job?.refused.map(({ athleteId, why }) => [athleteId, why?.code]))).toEqual(
    new Map([
      [bare, 'plan.no_event'],
      [uncleared, 'clear.missing'],
    ]),
  );
  const after = await newestSeason(practiceId, planned);
  expect(after?.season).toMatchObject({ parentId: before?.season.id, staffId: coach.staffId });
});

it('of those without a season asks nobody who has one; one job at a time, and a retry is the same one', async () => {
  const { coach, practiceId } = await aSquad();
  const id = newId();
  must(await planSquad(coach, { id, who: 'without' }));
  must(await planSquad(coach, { id, who: 'without' }));
  expect(await counts(practiceId)).toMatchObject({ waiting: 2 });
  expect(codesOf(await planSquad(coach, { id: newId(), who: 'all' }))).toEqual(['squad.under_way']);
  await emptied();
  must(await planSquad(coach, { id: newId(), who: 'all' }));
  await emptied();
  const empty = await aPractice();
  expect(codesOf(await planSquad(empty.coach, { id: newId(), who: 'all' }))).toEqual(['squad.nobody']);
});

it('is cancelled where it waits, and by its own practice alone', async () => {
  const { coach, practiceId, planned } = await aSquad();
  const id = newId();
  must(await planSquad(coach, { id, who: 'all' }));
  await runNext(now);
  const elsewhere = await aPractice();
  expect(codesOf(await cancelSquad(elsewhere.coach, { id }))).toEqual(['squad.gone']);
  must(await cancelSquad(coach, { id }));
  expect(await emptied()).toBe(0);
  const { cancelled, done, refused } = await counts(practiceId);
  expect([cancelled, done + refused]).toEqual([2, 1]);
  expect((await seasonVersions(practiceId, planned, 9)).length).toBeLessThanOrEqual(2);
});

it('gives each to one runner; what a runner that is gone had taken is taken again, and makes one season', async () => {
  const { coach, practiceId, planned } = await aSquad();
  must(await planSquad(coach, { id: newId(), who: 'all' }));
  const taken = await Promise.all([takeItem(now), takeItem(now), takeItem(now), takeItem(now)]);
  const ids = taken.flatMap((item) => item?.athleteId ?? []);
  expect(new Set(ids).size).toBe(3);
  expect(ids).toHaveLength(3);
  // A few minutes later somebody may still be at it; after long nobody is.
  expect(await emptied(new Date(now.getTime() + 5 * 60_000))).toBe(0);
  expect(await emptied(new Date(now.getTime() + 11 * 60_000))).toBe(3);
  expect(await counts(practiceId)).toMatchObject({ done: 1, refused: 2 });
  expect(await seasonVersions(practiceId, planned, 9)).toHaveLength(2);
});

it('plans nothing more for who has left', async () => {
  const { coach, practiceId } = await aSquad();
  must(await planSquad(coach, { id: newId(), who: 'all' }));
  await changeStaff(practiceId, coach.staffId, { disabled: true });
  await emptied();
  const job = await newestJob(practiceId);
  expect(job?.refused.map(({ why }) => why?.code)).toEqual(['can.not', 'can.not', 'can.not']);
});

it('is worked off by runners until they are stopped, who wait for what is under way', async () => {
  const { coach, practiceId } = await aSquad();
  must(await planSquad(coach, { id: newId(), who: 'all' }));
  const jobs = startJobs(2);
  for (let i = 0; i < 200 && (await counts(practiceId)).waiting > 0; i += 1)
    await new Promise((resolve) => setTimeout(resolve, 50));
  await jobs.stop();
  const { waiting, doing, done, refused } = await counts(practiceId);
  expect({ waiting, doing, ended: done + refused }).toEqual({ waiting: 0, doing: 0, ended: 3 });
});
