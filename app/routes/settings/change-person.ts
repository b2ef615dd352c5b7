import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { changePerson } from '~/server/commands/staff';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/change-person';

export const loader = () => {
  throw notFound();
};

/** Changes a person's role, or shuts them out and lets them in again. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const form = await request.formData();
  return answer(
    await changePerson(principalIn(context), {
      id: params.staffId,
      role: form.get('role'),
      disabled: form.get('disabled') === 'true',
    }),
    href('/settings/staff'),
  );
}
