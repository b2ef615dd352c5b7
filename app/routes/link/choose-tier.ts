import { refusal } from '~/app/lib/reply.server';
import { chooseTier } from '~/server/commands/choose-tier';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/choose-tier';

export const loader = () => {
  throw notFound();
};

export async function action({ request, params, context }: Route.ActionArgs) {
  const form = await request.formData();
  const tier = String(form.get('tier') ?? '');
  const made = await chooseTier(principalIn(context), {
    athleteId: params.athleteId,
    quality: form.get('quality'),
    tier: tier === '' ? null : tier,
    reason: String(form.get('reason') ?? ''),
  });
  return made.ok ? { quality: made.value } : refusal(made.issues);
}
