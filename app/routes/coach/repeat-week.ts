import { refusal } from '~/app/lib/reply.server';
import { repeatWeek } from '~/server/commands/repeat-week';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/repeat-week';

export const loader = () => {
  throw notFound();
};

export async function action({ params, request, context }: Route.ActionArgs) {
  const form = await request.formData();
  const made = await repeatWeek(principalIn(context), {
    athleteId: params.athleteId,
    id: String(form.get('id') ?? ''),
  });
  return made.ok ? { repeated: true } : refusal(made.issues);
}
