import { athleteTitle } from '~/app/lib/title';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { painSettings } from '~/server/principal/principal';
import { unplannedView } from '~/server/views/log';
import type { Route } from './+types/unplanned';
import { LogPage } from './log-page';

export const meta = athleteTitle('Log unplanned work');

export async function loader({ params, context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  return {
    view: unplannedView(principal, await subjectIn({ params, context })),
    pain: painSettings(principal),
  };
}

export default function UnplannedRoute({ loaderData: { view, pain } }: Route.ComponentProps) {
  return <LogPage view={view} pain={pain} />;
}
