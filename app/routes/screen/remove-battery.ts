import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { removeBattery } from '~/server/commands/batteries';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import { isUuid } from '~/server/principal/subject';
import type { Route } from './+types/remove-battery';

export const loader = () => {
  throw notFound();
};

export async function action({ request, params, context }: Route.ActionArgs) {
  const athleteId = String((await request.formData()).get('athleteId'));
  return answer(
    await removeBattery(principalIn(context), { id: params.batteryId }),
    isUuid(athleteId) ? href('/athletes/:athleteId/screen', { athleteId }) : href('/screen'),
  );
}
