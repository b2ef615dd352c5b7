import { z } from 'zod';
import { refuse } from '~/core/result';
import { putSet, removeSet } from '~/db/queries/exercise-sets';
import { sessionById } from '~/db/queries/sessions';
import { command, done } from './command';
import { id, line } from './fields';

/** Keeps the exercises of a session together under a name, to be added whole to other sessions. */
export const keepExerciseSet = command({
  title: 'exercise_set.keep',
  action: 'session.edit',
  input: z.object({
    id,
    athleteId: id,
    sessionId: id,
    name: line(2, 60, 'kept.name'),
  }),
  async run(principal, { id: setId, athleteId, sessionId, name }) {
    const session = await sessionById(principal.practiceId, sessionId);
    if (!session || session.athleteId !== athleteId) return refuse('session.gone');
    if (session.items.length === 0) return refuse('kept.empty');
    await putSet({
      id: setId,
      practiceId: principal.practiceId,
      name,
      items: session.items.map(({ rungId, sets, amount, loadValue, detail }) => ({
        rungId,
        sets: detail.wholeSets ?? sets,
        amount,
        load: loadValue,
        lever: detail.lever ?? null,
      })),
      staffId: principal.staffId,
      createdAt: principal.now,
    });
    return done(setId, undefined, { name, exercises: session.items.length });
  },
});

export const removeExerciseSet = command({
  title: 'exercise_set.remove',
  action: 'session.edit',
  input: z.object({ id }),
  async run(principal, { id: setId }) {
    return (await removeSet(principal.practiceId, setId))
      ? done(setId, undefined, { id: setId })
      : refuse('kept.gone');
  },
});
