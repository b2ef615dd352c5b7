import { athleteTitle } from '~/app/lib/title';
import { notFound, principalIn, subjectIn } from '~/server/principal/middleware.server';
import { painSettings } from '~/server/principal/principal';
import { logView } from '~/server/views/log';
import type { Route } from './+types/log';
import { LogPage } from './log-page';

export const meta = athleteTitle('Log');

export async function loader({ params, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  const view = await logView(principal, await subjectIn({ params, context }), params.sessionId);
  if (!view) throw notFound('This session');
  return { view, pain: painSettings(principal) };
}

export default function LogRoute({ loaderData: { view, pain } }: Route.ComponentProps) {
  // Another log is another page: what was typed belongs to the one it was typed for.
  return <LogPage key={view.logged?.id ?? view.sessionId} view={view} pain={pain} />;
}
