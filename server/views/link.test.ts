import { addDays } from '~/core/body/dates';
import { priorityRunsOf } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { changeEvent, removeEvent } from '../commands/plan';
import { planSeason } from '../commands/plan-season';
import type { StaffPrincipal } from '../principal/principal';
import { loadStanding, subjectOf } from '../principal/subject';
import { aPlanned, aPractice, must, on, testDay } from '../testing';
import { linkView } from './link';

ownDatabase();

const seen = async (by: StaffPrincipal, athleteId: string, run?: string) => {
  const subject = await subjectOf(by, athleteId);
  if (!subject) throw new Error('no athlete');
  const query = new URLSearchParams(run === undefined ? {} : { run });
  return linkView(by, subject, await loadStanding(by, subject), query);
};

it('a ranking that was kept is opened as it was, whatever became of its event since', async () => {
  const { coach } = await aPractice();
  const athleteId = await aPlanned(coach);
  const before = await seen(coach, athleteId);
  // The one of the season: the screen before it knew of no event.
  const run = (await priorityRunsOf(coach.practiceId, athleteId)).find(({ events }) => events?.length === 1);
  const subject = await subjectOf(coach, athleteId);
  const [event] = subject?.events ?? [];
  if (!run || !event || !before.event) throw new Error('nothing to open');
  const { id, name, priority, minutes, perMinute, primer } = event;
  const longer = {
    athleteId,
    id,
    name: 'Another race',
    priority,
    perMinute,
    primer,
    minutes: (minutes ?? 60) * 9,
  };
  must(await changeEvent(coach, { ...longer, onDate: addDays(event.onDate, 21) }));
  const then = await seen(coach, athleteId, run.id);
  expect(then.event).toEqual({ name, onDate: event.onDate });
  expect(then.exposure).toEqual(before.exposure);
  expect(then.priorities.map(({ key, priority: its }) => [key, its])).toEqual(
    before.priorities.map(({ key, priority: its }) => [key, its]),
  );
  const now = await seen(coach, athleteId);
  expect(now.event?.name).toBe('Another race');
  expect(now.exposure).not.toEqual(before.exposure);
  // What is kept from now on has the event as it is now; and one that is removed is still in what was kept.
  const later = await on(coach, testDay, 16);
  must(await planSeason(later, { athleteId, id: newId() }));
  must(await removeEvent(later, { athleteId, id }));
  const [newest] = await priorityRunsOf(coach.practiceId, athleteId);
  expect((await seen(later, athleteId, newest?.id)).event?.name).toBe('Another race');
  expect((await seen(later, athleteId)).event).toBeUndefined();
});
