import { refusal } from '~/app/lib/reply.server';
import { keepExerciseSet, removeExerciseSet } from '~/server/commands/exercise-sets';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/exercise-sets';

export const loader = () => {
  throw notFound();
};

/** Keeps the exercises of a session as a set, or forgets a set. */
export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const form = await request.formData();
  const made =
    form.get('op') === 'remove'
      ? await removeExerciseSet(principal, { id: form.get('id') })
      : await keepExerciseSet(principal, {
          id: form.get('id'),
          athleteId: form.get('athleteId'),
          sessionId: form.get('sessionId'),
          name: String(form.get('name') ?? ''),
        });
  return made.ok ? { kept: made.value } : refusal(made.issues);
}
