import { refusal } from '~/app/lib/reply.server';
import { keepSeasonTemplate, removeSeasonTemplate } from '~/server/commands/season-templates';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/season-templates';

export const loader = () => {
  throw notFound();
};

/** Keeps the frame of an athlete's season under a name, or forgets one. */
export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const form = await request.formData();
  const made =
    form.get('op') === 'remove'
      ? await removeSeasonTemplate(principal, { id: form.get('id') })
      : await keepSeasonTemplate(principal, {
          id: form.get('id'),
          athleteId: form.get('athleteId'),
          name: String(form.get('name') ?? ''),
        });
  return made.ok ? { kept: made.value } : refusal(made.issues);
}
