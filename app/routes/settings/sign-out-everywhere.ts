import { href } from 'react-router';
import { answer } from '~/app/lib/reply.server';
import { signOutEverywhere } from '~/server/commands/staff';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/sign-out-everywhere';

export const loader = () => {
  throw notFound();
};

export async function action({ params, context }: Route.ActionArgs) {
  return answer(
    await signOutEverywhere(principalIn(context), { id: params.staffId }),
    href('/settings/staff'),
  );
}
