import { answer } from '~/app/lib/reply.server';
import { cancelSquad, planSquad } from '~/server/commands/plan-squad';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/squad';

export const loader = () => {
  throw notFound();
};

/** Plans the seasons of many, or cancels what of it waits. */
export async function action({ request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const principal = principalIn(context);
  return answer(
    form.get('intent') === 'cancel'
      ? await cancelSquad(principal, { id: form.get('id') })
      : await planSquad(principal, {
          id: form.get('id'),
          who: form.get('who'),
          disciplineId: form.get('disciplineId') || null,
          templateId: form.get('templateId') || null,
        }),
    '/season',
  );
}
