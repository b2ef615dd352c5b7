import { z } from 'zod';
import { athleteSchema, birthDateIssue, sportsIssue } from '~/core/people/athlete';
import { refuse } from '~/core/result';
import { addAthleteFact, addAthlete as addAthleteRow } from '~/db/queries/athletes';
import { factRow } from './athlete-facts';
import { command, done, standsAlready } from './command';
import { id } from './fields';

/** Adds an athlete under an id made by the client: the same form twice is one athlete. */
export const addAthlete = command({
  title: 'athlete.add',
  action: 'athlete.add',
  input: z.object({ id, values: athleteSchema }),
  async run(principal, { id: athleteId, values }) {
    const wrong = birthDateIssue(values.birthDate, principal.today);
    if (wrong) return refuse([wrong]);
    const sports = sportsIssue(principal.trade, values);
    if (sports) return refuse([sports]);
    if (values.schoolId !== null && !principal.trade.hasSchool(values.schoolId))
      return refuse('athlete.school', {}, ['schoolId']);
    const row = { ...values, createdAt: principal.now };
    if ((await addAthleteRow(principal.practiceId, athleteId, row)) === 'again')
      return standsAlready(athleteId);
    await addAthleteFact(factRow(principal, athleteId, values));
    return done(athleteId, athleteId);
  },
});
