import { z } from 'zod';
import { athleteSchema, birthDateIssue, sportsIssue } from '~/core/people/athlete';
import { refuse } from '~/core/result';
import { addAthleteFact, saveAthlete as saveAthleteRow } from '~/db/queries/athletes';
import { can } from '../principal/can';
import { factRow, factsChanged } from './athlete-facts';
import { command, done, saysTheSame, standsAlready } from './command';
import { id } from './fields';
import { recheckOpenSessions } from './recheck';
import { heldSubject } from './subject';

/**
 * Saves an athlete from the version the form was made from. Body, level, sport, kit and school are written down with their
 * day; a new age, school or kit checks the sessions not yet done again.
 */
export const saveAthlete = command({
  title: 'athlete.change',
  action: 'athlete.change',
  input: z.object({ id, version: z.number().int(), values: athleteSchema }),
  async run(principal, { id: athleteId, version, values }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const before = held.value.athlete;
    const wrong = birthDateIssue(values.birthDate, principal.today);
    if (wrong) return refuse([wrong]);
    const sports = sportsIssue(principal.trade, values);
    if (sports) return refuse([sports]);
    if (values.schoolId !== null && !principal.trade.hasSchool(values.schoolId))
      return refuse('athlete.school', {}, ['schoolId']);
    if (values.birthDate !== before.birthDate && !can(principal, 'athlete.change_birth_date'))
      return refuse('can.not', { action: 'athlete.change_birth_date' }, ['birthDate']);
    if ((await saveAthleteRow(principal.practiceId, athleteId, version, values)) === 'stale')
      // The same save whose answer was lost finds itself done.
      return version + 1 === before.version && saysTheSame(values, before)
        ? standsAlready({ changedSessions: 0 })
        : refuse('athlete.stale');
    if (factsChanged(before, values)) await addAthleteFact(factRow(principal, athleteId, values));
    const changedSessions = await recheckOpenSessions(principal, athleteId);
    return done({ changedSessions }, athleteId, {
      birthDate: values.birthDate !== before.birthDate,
      sessions: changedSessions,
    });
  },
});
