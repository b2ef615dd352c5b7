import { syncAnswer } from '~/app/lib/sync.server';
import { notFound, principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/sync';

export const loader = () => {
  throw notFound();
};

/** One entry of a phone, as its athlete sends it. */
export const action = ({ request, context }: Route.ActionArgs): Promise<Response> =>
  syncAnswer(principalIn(context), request);
