import { useRouteLoaderData } from 'react-router';
import type { PathStep } from '~/app/components/path';

/** The step that is next for the athlete at hand, so that a view marks its action only when it is the next thing. */
export function useNextStep(): PathStep['id'] | undefined {
  const frame = useRouteLoaderData('routes/athletes/frame') as { steps: PathStep[] } | undefined;
  return frame?.steps.find((step) => step.state === 'next')?.id;
}
