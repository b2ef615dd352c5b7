import { z } from 'zod';
import { athleteSchema, birthDateIssue } from '~/core/people/athlete';
import { type Issue, issue, refuse } from '~/core/result';
import {
  addAthleteFacts,
  addAthletes,
  athletesById,
  claimDraft,
  overwriteAthlete,
} from '~/db/queries/athletes';
import { newId } from '~/db/queries/practice';
import { factRow } from './athlete-facts';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { recheckOpenSessions } from './recheck';

const imported = athleteSchema.pick({
  givenName: true,
  familyName: true,
  birthDate: true,
  sex: true,
  disciplineId: true,
  level: true,
  massKg: true,
  statureM: true,
});

/** How an athlete begins who comes from a file. */
const usual = {
  kit: ['towel', 'wall', 'box', 'band'],
  weekdays: [1, 3, 5],
  sessionsPerWeek: 3,
  minutesPerSession: 25,
  schoolId: null,
  note: '',
};

/** Confirms an import: every row, or none; a second confirmation of the same draft does nothing. */
export const importRoster = command({
  title: 'import.confirm',
  action: 'athlete.import',
  input: z.object({
    draftId: id,
    rows: z.array(z.object({ athleteId: id.optional(), values: imported })),
  }),
  async run(principal, { draftId, rows }) {
    const { practiceId } = principal;
    const wrong = rows.flatMap(({ values }, i): Issue[] => {
      const born = birthDateIssue(values.birthDate, principal.today);
      const found = [
        ...(born ? [born] : []),
        ...(principal.trade.hasDiscipline(values.disciplineId)
          ? []
          : [issue('athlete.discipline', {}, ['disciplineId'])]),
      ];
      return found.map((one) => ({ ...one, path: ['rows', i, ...one.path] }));
    });
    if (wrong.length > 0) return refuse(wrong);
    if (!(await claimDraft(practiceId, draftId))) return standsAlready({ added: 0, changed: 0 });
    const fresh = rows.flatMap(({ athleteId, values }) =>
      athleteId === undefined ? [{ ...usual, ...values, id: newId(), createdAt: principal.now }] : [],
    );
    await addAthletes(practiceId, fresh);
    await addAthleteFacts(fresh.map((athlete) => factRow(principal, athlete.id, athlete)));
    const known = await athletesById(
      practiceId,
      rows.flatMap(({ athleteId }) => (athleteId ? [athleteId] : [])),
    );
    for (const before of known) {
      const values = rows.find(({ athleteId }) => athleteId === before.id)?.values;
      if (!values) continue;
      // What was the second sport is the only one now.
      const alone = before.secondDisciplineId === values.disciplineId;
      const whole = { ...values, ...(alone ? { secondDisciplineId: null, secondPercent: null } : {}) };
      await overwriteAthlete(practiceId, before.id, whole);
      await addAthleteFacts([factRow(principal, before.id, { ...before, ...whole })]);
      await recheckOpenSessions(principal, before.id);
    }
    return done({ added: fresh.length, changed: known.length }, draftId, {
      added: fresh.length,
      changed: known.length,
    });
  },
});
