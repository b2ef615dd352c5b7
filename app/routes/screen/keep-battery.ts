import { href, redirect } from 'react-router';
import { refusal } from '~/app/lib/reply.server';
import { keepBattery } from '~/server/commands/batteries';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { isUuid } from '~/server/principal/subject';
import type { Route } from './+types/keep-battery';
import { restsOf } from './rests.server';

export const loader = () => {
  throw notFound();
};

/** Keeps the battery of a builder under its name, and goes back to the builder with it. */
export async function action({ request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const kept = await keepBattery(principalIn(context), {
    id: form.get('batteryId'),
    name: form.get('name') ?? '',
    testIds: form.getAll('testIds'),
    rests: restsOf(form),
  });
  if (!kept.ok) return refusal(kept.issues);
  const athleteId = String(form.get('athleteId'));
  return redirect(
    isUuid(athleteId)
      ? `${href('/athletes/:athleteId/screen', { athleteId })}?battery=${kept.value}`
      : href('/screen'),
  );
}
