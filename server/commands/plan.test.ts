import { addDays } from '~/core/body/dates';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { anAthlete, aPlanned, aPractice, codesOf, must, on, sessionsOf, testDay } from '../testing';
import { layOut } from './lay-out';
import { addEvent, changeEvent } from './plan';

ownDatabase();

it('an event that wants five minutes on the day before gets them when the week is laid out, and another does not', async () => {
  const { coach } = await aPractice();
  const days = async (primer: boolean) => {
    const athleteId = await aPlanned(coach);
    const event = { athleteId, id: newId(), name: 'Club race', priority: 'B', primer };
    must(await addEvent(coach, { ...event, onDate: addDays(testDay, 6) }));
    must(await layOut(coach, { athleteId }));
    return (await sessionsOf(coach, athleteId)).filter(
      ({ onDate }) => onDate > addDays(testDay, 2) && onDate <= addDays(testDay, 6),
    );
  };
  expect(await days(false)).toEqual([]);
  const [primer, ...more] = await days(true);
  expect(more).toEqual([]);
  expect(primer?.onDate).toBe(addDays(testDay, 5));
  expect(primer?.minutes).toBeLessThanOrEqual(5);
  expect(primer?.items.every(({ sets }) => sets === 1)).toBe(true);
});

it('an event is changed where it stands; not into the past, and of one that is over the name alone', async () => {
  const { coach } = await aPractice();
  const athleteId = await anAthlete(coach);
  const event = { athleteId, id: newId(), name: 'Race', priority: 'A', onDate: addDays(testDay, 20) };
  must(await addEvent(coach, event));
  const change = (more: object, by = coach) => changeEvent(by, { ...event, ...more }).then(codesOf);
  expect(await change({ onDate: addDays(testDay, -1) })).toEqual(['event.past']);
  expect(await change({ onDate: addDays(testDay, 731) })).toEqual(['event.far']);
  expect(await change({ minutes: 0 })).toEqual(['event.minutes']);
  expect(await change({ id: newId() })).toEqual(['event.gone']);
  expect(await change({ name: 'The race', priority: 'B', minutes: 90 })).toEqual([]);
  const later = await on(coach, addDays(testDay, 30));
  expect(await change({ name: 'That race', priority: 'B', minutes: 90 }, later)).toEqual([]);
  expect(await change({ onDate: addDays(testDay, 19) }, later)).toEqual(['event.past']);
  const elsewhere = await aPractice();
  expect(await change({}, elsewhere.coach)).toEqual(['athlete.gone']);
});
