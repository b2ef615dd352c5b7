import { Outlet } from 'react-router';
import { PageError } from '~/app/components/error-page';

/** A view of an athlete: what goes wrong in it is said in its place, and the path stays. */
export default function AthletePage() {
  return <Outlet />;
}

export function ErrorBoundary() {
  return <PageError />;
}
