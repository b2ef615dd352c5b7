import { refusal } from '~/app/lib/reply.server';
import { resetPassword } from '~/server/commands/staff';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/reset-password';

export const loader = () => {
  throw notFound();
};

/** Makes a new password to hand over; it is answered once and kept nowhere. */
export async function action({ params, context }: Route.ActionArgs) {
  const reset = await resetPassword(principalIn(context), { id: params.staffId });
  return reset.ok ? { password: reset.value.password } : refusal(reset.issues);
}
