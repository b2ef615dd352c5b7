import { z } from 'zod';
import { addDays } from '~/core/body/dates';
import { refuse } from '~/core/result';
import { mattersToday } from '~/core/today/matters';
import { longestWaitDays, mayWait, signOf, triage } from '~/core/today/triage';
import { dropPutOff, putOffBy, setPutOff } from '~/db/queries/today';
import { staffIdOf } from '../principal/principal';
import { roster } from '../principal/roster';
import { command, done, standsAlready } from './command';
import { day, id } from './fields';

const athleteIds = z.array(id).min(1, 'today.nobody').max(500);

/** Puts off, on one's own Today, what waits for some athletes; harm stays where it is. */
export const putOffMatters = command({
  title: 'today.put_off',
  action: 'today.sort',
  input: z.object({ athleteIds, until: day }),
  async run(principal, { athleteIds: chosen, until }) {
    const { today, practiceId, now } = principal;
    if (until <= today || until > addDays(today, longestWaitDays))
      return refuse('today.until', { days: longestWaitDays }, ['until']);
    const staffId = staffIdOf(principal);
    const { rows } = await roster(principal);
    const people = rows.filter((row) => chosen.includes(row.id));
    if (people.length < new Set(chosen).size) return refuse('today.gone');
    const { open, later } = triage(mattersToday(people, today), await putOffBy(staffId, today), today);
    const off = [...open.filter(mayWait), ...later.filter((matter) => matter.until !== until)];
    const stay = open.filter((matter) => !mayWait(matter)).length;
    const athletes = new Set([...off, ...later].map(({ athleteId }) => athleteId)).size;
    if (off.length === 0) return later.length > 0 ? standsAlready({ athletes, stay }) : refuse('today.harm');
    await setPutOff(
      off.map((matter) => ({
        staffId,
        practiceId,
        athleteId: matter.athleteId,
        sign: signOf(matter),
        until,
        createdAt: now,
      })),
    );
    return done({ athletes, stay }, undefined, { athletes, until });
  },
});

/** Brings back what one put off for some athletes. */
export const bringBack = command({
  title: 'today.bring_back',
  action: 'today.sort',
  input: z.object({ athleteIds }),
  async run(principal, { athleteIds: chosen }) {
    const dropped = await dropPutOff(staffIdOf(principal), chosen);
    return dropped > 0 ? done({ dropped }) : standsAlready({ dropped: 0 });
  },
});
