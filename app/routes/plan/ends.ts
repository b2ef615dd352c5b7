import { requireMay } from '~/app/lib/reply.server';
import { keepSeason } from '~/server/commands/keep-season';
import { notFound, principalIn, standingIn, subjectIn } from '~/server/principal/middleware.server';
import { deskEndsView, readGrowing } from '~/server/views/season-hand';
import type { Route } from './+types/ends';

export const loader = () => {
  throw notFound();
};

/** Where blocks lead as they lie on a coach's desk; nothing is written. */
export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, keepSeason.action);
  const asking = { params, context };
  const [subject, standing] = await Promise.all([subjectIn(asking), standingIn(asking)]);
  const weeks = readGrowing(await request.json().catch(() => undefined));
  if (!weeks) return Response.json({ message: 'These are no weeks of a season.' }, { status: 400 });
  return Response.json({ planned: await deskEndsView(principal, subject, standing, weeks) });
}
