import { addDays } from '~/core/body/dates';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { aPlanned, aPractice, must, sessionsOf, testDay } from '../testing';
import { layOut } from './lay-out';
import { addEvent } from './plan';

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
